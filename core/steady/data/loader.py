"""One loader for every data table: values as printed in the file, SI in the program.

A column named `fb_psi` is read as `fb_pa`. The loader refuses an unknown suffix or source, and a repeated key.
"""

import csv
import re
import tomllib
from functools import cache
from pathlib import Path

from steady.units.units import FACTORS
from steady.value_objects import positional_value_object

HERE = Path(__file__).parent
_WIDTHS = re.compile(r"b_[\d.]+")  # a column of a figure, at the length ratio in its name
_PLAIN = {"ratio", "count", "price", "factor", "coefficient"}


class TableError(ValueError):
    """A data table of our own that is not as it must be."""


@positional_value_object
class TableRow:
    """One row: `text` columns as written, `value` columns in SI (None where the cell is empty), and its source key."""

    text: dict[str, str]
    value: dict[str, float | None]
    source: str

    def number(self, name: str) -> float:
        """A value that must be there.

        Raises:
            TableError: The cell is empty or there is no such column.
        """
        found = self.value.get(name)
        if found is None:
            raise TableError(f"no value for {name}")
        return found


@cache
def sources() -> dict[str, dict[str, str]]:
    """Every source by key: title, edition, publisher, confidence and how its numbers were checked."""
    return tomllib.loads((HERE / "sources.toml").read_text(encoding="utf-8"))


@cache
def table(name: str) -> tuple[TableRow, ...]:
    """All rows of `name`.csv.

    Raises:
        TableError: Unknown unit suffix or source, duplicate key (the `key` column), or a bad number.
    """
    rows: list[TableRow] = []
    keys: set[str] = set()
    with (HERE / f"{name}.csv").open(encoding="utf-8", newline="") as file:
        for cells in csv.DictReader(file):
            text: dict[str, str] = {}
            value: dict[str, float | None] = {}
            for column, cell in cells.items():
                plain, si_name, factor = _column(column, name)
                if plain:
                    text[column] = cell
                else:
                    value[si_name] = float(cell) * factor if cell else None
            if text["source"].split(":")[0] not in sources():
                raise TableError(f"{name}: unknown source {text['source']}")
            if "key" in text:
                if text["key"] in keys:
                    raise TableError(f"{name}: {text['key']} stands twice")
                keys.add(text["key"])
            rows.append(TableRow(text, value, text["source"]))
    return tuple(rows)


@cache
def _column(column: str, name: str) -> tuple[bool, str, float]:
    """Whether a column is text, its name in SI, and its factor; the longest unit suffix wins (psf_per_ft before ft)."""
    for suffix in sorted(FACTORS, key=len, reverse=True):
        if column.endswith("_" + suffix):
            si_name, factor = FACTORS[suffix]
            return False, f"{column[: -len(suffix) - 1]}_{si_name}", factor
    last = column.rsplit("_", 1)[-1]
    if last in _PLAIN or _WIDTHS.fullmatch(column):
        return False, column, 1.0
    if "_" in column:
        raise TableError(f"{name}: the column {column} has no known unit")
    return True, column, 1.0


@cache
def keyed(name: str) -> dict[str, TableRow]:
    """A table by its `key` column."""
    return {row.text["key"]: row for row in table(name)}
