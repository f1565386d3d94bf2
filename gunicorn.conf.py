"""The real server: two workers of four threads on the loopback address; a proxy in front brings TLS and names."""

worker_class = "gthread"
workers = 2
threads = 4
pythonpath = "server,core"
wsgi_app = "trellis_server.wsgi:application"
preload_app = True
control_socket_disable = True
timeout = 60
# A worker that has grown is replaced in time; not all at once.
max_requests = 20_000
max_requests_jitter = 5_000
graceful_timeout = 10
