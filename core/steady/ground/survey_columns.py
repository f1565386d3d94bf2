"""What each column of a survey holds, by its heading or as chosen, so that a northing is not read as an easting."""

import csv
from typing import Literal, get_args

from steady.data.loader import TableError, keyed
from steady.value_objects import value_object

ColumnRole = Literal["kind", "name", "x", "y", "height", "code", "none"]
MOST_COLUMNS = 20
SAMPLE_ROWS = 3


@value_object
class SurveyColumns:
    """The columns of a survey that came as rows.

    Args:
        roles: What each column holds; empty where each row was read by its own number of cells.
        headings: The cells of its first row, where that is a heading.
        sample: The first rows under it.
    """

    roles: tuple[ColumnRole, ...]
    headings: tuple[str, ...]
    sample: tuple[tuple[str, ...], ...]


def cells_of(line: str) -> list[str]:
    """Cells of a row: by tab, semicolon or comma, quoted where a cell starts with a quote (inches end with one)."""
    mark = next((mark for mark in ("\t", ";") if mark in line), ",")
    quoted = line.lstrip().startswith('"') or f'{mark}"' in line.replace(f"{mark} ", mark)
    if quoted:
        return [cell.strip() for cell in next(csv.reader([line], delimiter=mark, skipinitialspace=True))]
    return [cell.strip() for cell in line.split(mark)]


def is_heading(line: str) -> bool:
    """Whether a first row is a heading: words without a figure."""
    return not any(letter.isdigit() for letter in line)


def columns_of(text: str, roles: tuple[ColumnRole, ...] = ()) -> SurveyColumns:
    """The columns of a survey: the given roles, else those of its heading if it names an x and a y, else none.

    Source: data/survey_columns.csv.
    """
    lines = [line for line in text.splitlines()[: SAMPLE_ROWS + 20] if line.strip()]
    headed = bool(lines) and is_heading(lines[0])
    headings = tuple(cells_of(lines[0])[:MOST_COLUMNS]) if headed else ()
    rows = lines[1 if headed else 0 :][:SAMPLE_ROWS]
    sample = tuple(tuple(cells_of(line)[:MOST_COLUMNS]) for line in rows)
    if not roles:
        named = tuple(_role(heading) for heading in headings)
        roles = named if "x" in named and "y" in named else ()
    return SurveyColumns(roles=roles, headings=headings, sample=sample)


def _role(heading: str) -> ColumnRole:
    said = " ".join(heading.lower().replace("_", " ").replace(".", " ").split("(")[0].split())
    row = keyed("survey_columns").get(said)
    if row is None:
        return "none"
    found: ColumnRole | None = next((role for role in get_args(ColumnRole) if role == row.text["role"]), None)
    if found is None:
        raise TableError(f"survey_columns: {row.text['role']} is no column role")
    return found


def arranged(cells: list[str], roles: tuple[ColumnRole, ...]) -> dict[ColumnRole, str]:
    """The cells of a row by their column's role; of two columns with the same role, the first."""
    found: dict[ColumnRole, str] = {}
    for cell, role in zip(cells, roles, strict=False):  # a row may be short: its last cells are empty
        found.setdefault(role, cell)
    if len(cells) == len(roles) + 1:  # instruments add a code column without a heading
        found.setdefault("code", cells[-1])
    return found
