"""How SQLite opens a database that it may only read: without Django, so that a look at the data folder needs none."""

import os
from pathlib import Path
from urllib.parse import quote

LOG = "-wal"
"""What SQLite adds to a database's name for the file of saves that are not in it yet."""


def writable(database: Path) -> bool:
    """Whether a database, and what SQLite keeps beside it, can be written."""
    return os.access(database, os.W_OK) and os.access(database.parent, os.W_OK)


def reading_address(database: Path) -> str:
    """The address under which a database is opened for reading alone.

    Where nothing can be written beside it SQLite has to be told that nothing changes (`immutable`), unless saves still
    stand in its log: an immutable reading would miss them.
    """
    log = database.with_name(database.name + LOG)
    pending = log.is_file() and log.stat().st_size > 0
    still = not writable(database) and not pending
    return f"file:{quote(str(database))}?mode=ro{'&immutable=1' if still else ''}"
