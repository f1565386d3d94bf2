"""Django's SQLite, each writing transaction in its turn."""

import os
from pathlib import Path
from typing import Any
from urllib.parse import quote

from django.db.backends.sqlite3 import base

from trellis_server.database.turns import Turn


def _read_only(name: str) -> bool:
    """Whether a database file is there that cannot be written, or lies where nothing can."""
    path = Path(name)
    return path.is_file() and not (os.access(path, os.W_OK) and os.access(path.parent, os.W_OK))


def _changes_beside(name: str) -> bool:
    """Whether saves still stand beside the database and not in it: an immutable reading would miss them."""
    log = Path(f"{name}-wal")
    return log.is_file() and log.stat().st_size > 0


class DatabaseWrapper(base.DatabaseWrapper):
    """One connection."""

    def __init__(self, *args: Any, **settings: Any) -> None:
        super().__init__(*args, **settings)
        self.turn = Turn("")

    def get_new_connection(self, conn_params: Any) -> Any:
        """Opens the file."""
        name = str(conn_params["database"])
        self.turn = Turn(name)
        if not _read_only(name):
            return super().get_new_connection(conn_params)
        # SQLite keeps files beside a database that it reads, too, unless it is told that nothing changes.
        beside = "" if _changes_beside(name) else "&immutable=1"
        self.init_commands = ["PRAGMA foreign_keys=ON"]  # the others write
        return super().get_new_connection({**conn_params, "database": f"file:{quote(name)}?mode=ro{beside}"})

    def _start_transaction_under_autocommit(self) -> None:
        self.turn.take()
        try:
            super()._start_transaction_under_autocommit()  # type: ignore[misc]
        except BaseException:
            self.turn.give()
            raise

    def _commit(self) -> None:
        try:
            super()._commit()  # type: ignore[misc]
        finally:
            self.turn.give()

    def _rollback(self) -> None:
        try:
            super()._rollback()  # type: ignore[misc]
        finally:
            self.turn.give()

    def _close(self) -> None:
        try:
            super()._close()  # type: ignore[misc]
        finally:
            self.turn.give()
