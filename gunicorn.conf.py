"""The real server: two workers of eight threads on the loopback address; a proxy in front brings TLS and names."""

import sys
from threading import Timer

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
SETTLES_S = 5.0


def when_ready(server: object) -> None:
    """All is loaded and no worker is forked yet: they take over how the collector is set."""
    from trellis_server.collector import settle

    settle()


def post_worker_init(worker: object) -> None:
    """The process that searches are done in stands ready before the first one is asked for.

    Not at once: workers that die as soon as they begin would leave a crowd of such processes, each busy reading its tables.
    """
    from trellis_server.search_worker.client import begin

    # Threads hand on the interpreter ten times as often: whoever holds the database waits for it after every question.
    sys.setswitchinterval(0.0005)

    later = Timer(SETTLES_S, begin)
    later.daemon = True
    later.start()
