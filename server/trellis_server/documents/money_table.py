"""All rows of a job's money, for an accountant's program."""

from collections.abc import Sequence
from typing import Any

from steady.errors import InvalidInputError

from trellis_server.documents.context import CSV
from trellis_server.documents.tables import table_csv, table_xlsx

XLSX = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"


def money_table(head: Sequence[str], rows: Sequence[Sequence[Any]], kind: str) -> tuple[str | bytes, str]:
    """A table and its media type.

    Raises:
        InvalidInputError: A kind that is neither csv nor xlsx.
    """
    table = [list(head), *[list(row) for row in rows]]
    if kind == "csv":
        return table_csv(table), CSV
    if kind == "xlsx":
        return table_xlsx({"money": table}), XLSX
    raise InvalidInputError("kind", "Choose csv or xlsx")
