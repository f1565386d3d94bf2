"""Whose turn it is to write: one after another, over all threads and processes.

SQLite lets one write at a time, and whoever finds it busy sleeps and looks again, ever more seldom: under load some look a dozen
times while others come and go. Here the next thread of a process is woken at once, and one of each process looks again at short
intervals. A turn goes with the process that holds it.
"""

import fcntl
import os
import threading
import time
from pathlib import Path

PATIENCE_S = 20.0
"""So long a writer waits for its turn before it tries without: the database's own patience is the last word."""
LOOKS_S = 0.004
# Whoever is awake goes first: handing the turn on by name would wake a thread at every step while the database stands idle.
_own = threading.Lock()


class Turn:
    """One connection's turn at one database file; nothing to take for a database that lives in memory."""

    def __init__(self, database: str) -> None:
        on_disk = database and not database.startswith(("file:", ":memory:"))
        self.path = Path(f"{database}-turn") if on_disk else None
        self.held: int | None = None

    def take(self) -> None:
        """Waits for the turn. Without one (no room for the file, or nobody gave it back) whoever asks goes on without."""
        if self.path is None or self.held is not None or not _own.acquire(timeout=PATIENCE_S):
            return
        self.held = _locked(self.path)
        if self.held is None:
            _own.release()

    def give(self) -> None:
        """Gives the turn back, if it was taken."""
        file, self.held = self.held, None
        if file is not None:
            os.close(file)
            _own.release()


def _locked(path: Path) -> int | None:
    """The file, locked against every other process; None: it cannot be made, or nobody gave it back in time."""
    try:
        file = os.open(path, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
    except OSError:
        return None  # a folder that is read only, or full: the database says so in its own words
    until = time.monotonic() + PATIENCE_S
    while time.monotonic() < until:
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
            return file
        except OSError:
            time.sleep(LOOKS_S)
    os.close(file)
    return None
