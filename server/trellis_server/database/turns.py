"""Whose turn it is to write: one after another, in the order in which they came, over all threads and processes.

SQLite lets one write at a time, and whoever finds it busy sleeps and looks again, ever more seldom: under load some look a dozen
times while others come and go. A lock of the operating system wakes the next one at once. It goes with the process that holds it.
"""

import fcntl
import os
import threading
import time
from pathlib import Path

PATIENCE_S = 20.0
"""So long a writer waits for its turn before it tries without: the database's own patience is the last word."""
LOOKS_S = 0.004
_own = threading.Lock()


class Turn:
    """One connection's turn at one database file; nothing to take for a database that lives in memory."""

    def __init__(self, database: str) -> None:
        on_disk = database and not database.startswith(("file:", ":memory:"))
        self.path = Path(f"{database}-turn") if on_disk else None
        self.held: int | None = None

    def take(self) -> None:
        """Waits for the turn. Without one (no room for the file, or nobody gave it back) whoever asks goes on without."""
        if self.path is None or self.held is not None:
            return
        until = time.monotonic() + PATIENCE_S
        if not _own.acquire(timeout=PATIENCE_S):
            return
        try:
            file = os.open(self.path, os.O_RDWR | os.O_CREAT | os.O_CLOEXEC, 0o600)
        except OSError:
            _own.release()  # a folder that is read only, or full: the database says so in its own words
            return
        while True:
            try:
                fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
                break
            except OSError:
                if time.monotonic() > until:
                    os.close(file)
                    _own.release()
                    return
                time.sleep(LOOKS_S)
        self.held = file

    def give(self) -> None:
        """Gives the turn back, if it was taken."""
        file, self.held = self.held, None
        if file is not None:
            os.close(file)
            _own.release()
