"""Django's SQLite, each writing transaction in its turn."""

from typing import Any

from django.db.backends.sqlite3 import base

from trellis_server.database.turns import Turn


class DatabaseWrapper(base.DatabaseWrapper):
    """One connection."""

    def __init__(self, *args: Any, **settings: Any) -> None:
        super().__init__(*args, **settings)
        self.turn = Turn("")

    def get_new_connection(self, conn_params: Any) -> Any:
        """Opens the file."""
        self.turn = Turn(str(conn_params["database"]))
        return super().get_new_connection(conn_params)

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
