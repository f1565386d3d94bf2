"""Rows of known answers: expected beside calculated, compared in the row's own unit and tolerance."""

import csv
import json
from collections.abc import Iterator
from typing import Literal, TextIO

from steady.calculators.catalog import find
from steady.calculators.model import Answered, answer
from steady.errors import InvalidInputError
from steady.value_objects import value_object


@value_object
class AnswerRow:
    """One row of a checks file, as written."""

    id: str
    sum: str
    inputs: str
    output: str
    expected: str
    unit: str
    tolerance: float
    kind: str
    confidence: str
    source: str
    note: str


@value_object
class ComparedRow:
    """A row with what was calculated. `off` is calculated less expected, in the row's unit."""

    row: AnswerRow
    outcome: Literal["agrees", "differs", "refused"]
    calculated: str
    off: float = 0.0


def read(file: TextIO) -> Iterator[AnswerRow]:
    """Rows of an open CSV file."""
    for cells in csv.DictReader(file):
        kept = {name: cells[name] for name in AnswerRow.__dataclass_fields__ if name != "tolerance"}
        yield AnswerRow(**kept, tolerance=float(cells["tolerance"] or 0))


def compare(row: AnswerRow) -> ComparedRow:
    """Calculate a row. A row that expects refuse or invalid agrees when it gets that; |difference| ≤ tolerance otherwise."""
    try:
        raw = json.loads(row.inputs)
        found = answer(find(row.sum), raw, row.output, unit="" if row.unit in ("text", "") else row.unit)
    except InvalidInputError as error:
        return ComparedRow(row=row, outcome="differs", calculated=f"invalid ({error.message})")
    if row.expected in ("refuse", "invalid"):
        shown = found.status if found.status != "ok" else str(found.value)
        asked = found.status == row.expected or (row.output == "status" and shown == row.expected)
        return ComparedRow(row=row, outcome="agrees" if asked else "differs", calculated=shown)
    if found.status != "ok":
        outcome: Literal["differs", "refused"] = "refused" if found.status == "refuse" else "differs"
        return ComparedRow(row=row, outcome=outcome, calculated=f"{found.status} ({found.reason})")
    return _measured(row, found)


def _measured(row: AnswerRow, found: Answered) -> ComparedRow:
    if isinstance(found.value, str) or row.unit == "text":
        same = str(found.value) == row.expected
        return ComparedRow(row=row, outcome="agrees" if same else "differs", calculated=str(found.value))
    expected, value = float(row.expected), float(found.value or 0)
    off = value - expected
    good = abs(off) <= row.tolerance + 1e-9 * abs(expected)
    return ComparedRow(row=row, outcome="agrees" if good else "differs", calculated=f"{value:.10g}", off=off)
