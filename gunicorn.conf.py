"""The real server: two workers of eight threads on the loopback address; a proxy in front brings TLS and names."""

from threading import Thread

worker_class = "gthread"
workers = 2
# Five of them at most listen to searches, which are done beside the worker; the others answer drags and saves.
threads = 8
pythonpath = "server,core"
wsgi_app = "trellis_server.wsgi:application"
preload_app = True
control_socket_disable = True
timeout = 60
# A worker that has grown is replaced in time; not all at once.
max_requests = 20_000
max_requests_jitter = 5_000
graceful_timeout = 10


def post_worker_init(worker: object) -> None:
    """The process that searches are done in stands ready before the first one is asked for."""
    from trellis_server.searcher.ask import begin

    Thread(target=begin, daemon=True).start()
