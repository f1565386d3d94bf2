"""The process beside a worker that looks for things: one thread, the core alone, a child for each search.

Nobody starts this by hand: `searcher.ask` does. It ends with the worker, whose end of the pipe it holds.
"""

import os
import signal
import socket
import sys

from trellis_server.collector import settle
from trellis_server.search_worker.child import carry_out, warm_up


def _gone(worker: socket.socket) -> bool:
    """Whether the worker died meanwhile."""
    try:
        return worker.recv(1, socket.MSG_PEEK | socket.MSG_DONTWAIT) == b""
    except BlockingIOError:
        return False


def main(worker: socket.socket) -> None:
    """Forks a child for each search whose pipe comes in."""
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)  # children that end are buried at once
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    os.nice(5)
    for _ in warm_up():
        if _gone(worker):
            return
    settle()  # what is loaded by now is shared with every child
    worker.sendall(b"!")
    while True:
        said, pipes, _, _ = socket.recv_fds(worker, 1, 1)
        if not said:
            return
        if os.fork() == 0:
            worker.close()
            try:
                carry_out(socket.socket(fileno=pipes[0]))
            finally:
                os._exit(0)
        os.close(pipes[0])


if __name__ == "__main__":
    main(socket.socket(fileno=int(sys.argv[1])))
