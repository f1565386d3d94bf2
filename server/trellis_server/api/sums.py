"""Single answers by name, and every row of known answers: what the numbers rest on."""

from functools import cache
from typing import Annotated, Any

from annotated_types import MaxLen
from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from steady.sums.catalogue import SUMS, find
from steady.sums.model import answer
from steady.sums.rows import Compared, compare, read

from trellis_server.api.app import fast
from trellis_server.api.schemas import Closed, Problems

router = Router(tags=["sums"])


class SumInput(Schema):
    name: str
    kind: str
    says: str
    default: str


class SumOutput(Schema):
    name: str
    unit: str


class SumRow(Schema):
    """One sum of the catalogue."""

    name: str
    asks: str
    source: str
    inputs: list[SumInput]
    outputs: list[SumOutput]


class SumsAnswer(Schema):
    sums: list[SumRow]


class SumBody(Closed):
    name: Annotated[str, MaxLen(60)]
    inputs: dict[str, Any]


class SumAnswer(Schema):
    output: str
    status: str
    value: float | str | None
    unit: str
    reason: str


class SumAnswers(Schema):
    answers: list[SumAnswer]
    source: str


class KnownRow(Schema):
    """A row of known answers, expected beside reckoned."""

    id: str
    sum: str
    output: str
    expected: str
    reckoned: str
    unit: str
    kind: str
    confidence: str
    source: str
    note: str
    outcome: str


class ChecksAnswer(Schema):
    rows: list[KnownRow]


@router.get("", response={200: SumsAnswer, 401: Problems})
def catalogue(request: HttpRequest) -> HttpResponse:
    """Every sum, its inputs and outputs."""
    rows = [
        {
            "name": item.name,
            "asks": item.asks,
            "source": item.source,
            "inputs": item.inputs,
            "outputs": [{"name": output.name, "unit": output.unit} for output in item.outputs],
        }
        for item in SUMS.values()
    ]
    return fast({"sums": rows})


@router.post("", response={200: SumAnswers, 401: Problems, 403: Problems, 422: Problems})
def reckon(request: HttpRequest, body: SumBody) -> HttpResponse:
    """All outputs of one sum; a refusal is an answer with its reason."""
    item = find(body.name)
    return fast({"answers": [answer(item, body.inputs, output.name) for output in item.outputs], "source": item.source})


@router.get("/checks", response={200: ChecksAnswer, 401: Problems})
def checks(request: HttpRequest) -> HttpResponse:
    """What the numbers rest on: rows we are unsure of first."""
    return fast({"rows": [_row(found) for found in _compared()]})


@cache
def _compared() -> tuple[Compared, ...]:
    """Every row, reckoned once a process: rows and sums are both part of the program."""
    found: list[Compared] = []
    for path in sorted((settings.BASE / "checks").glob("*.csv")):
        with path.open(encoding="utf-8", newline="") as file:
            found += [compare(row) for row in read(file)]
    doubt = {"low": 0, "medium": 1, "high": 2}
    kinds = {"memory": 0, "practice": 1}
    found.sort(key=lambda c: (doubt.get(c.row.confidence, 0), kinds.get(c.row.kind, 2), c.row.source, c.row.id))
    return tuple(found)


def _row(found: Compared) -> dict[str, str]:
    row = found.row
    return {
        "id": row.id, "sum": row.sum, "output": row.output, "expected": row.expected, "reckoned": found.reckoned,
        "unit": row.unit, "kind": row.kind, "confidence": row.confidence, "source": row.source, "note": row.note,
        "outcome": found.outcome,
    }  # fmt: skip
