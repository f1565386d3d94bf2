"""Django's SQLite, each writing transaction in its turn."""

from pathlib import Path
from typing import Any

from django.db.backends.sqlite3 import base

from trellis_server.database.reading import reading_address, writable
from trellis_server.database.turns import Turn


class DatabaseWrapper(base.DatabaseWrapper):
    """One connection."""

    def __init__(self, *args: Any, **settings: Any) -> None:
        super().__init__(*args, **settings)
        self.turn = Turn("")

    def get_new_connection(self, conn_params: Any) -> Any:
        """Opens the file."""
        name = str(conn_params["database"])
        self.turn = Turn(name)
        path = Path(name)
        if not path.is_file() or writable(path):
            return super().get_new_connection(conn_params)
        self.init_commands = ["PRAGMA foreign_keys=ON"]  # the others write
        return super().get_new_connection({**conn_params, "database": reading_address(path)})

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
