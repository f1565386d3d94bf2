"""Single answers by name, and every row of known answers: what the numbers rest on."""

from functools import cache
from typing import Annotated, Any

from annotated_types import MaxLen, MinLen
from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from steady.calculators.catalog import SUMS, find, subject_of
from steady.calculators.known_answers import ComparedRow, compare, read
from steady.calculators.model import answer
from steady.data.loader import sources
from steady.data.verification_sources import second_in_words, seconds
from steady.design_codes.registry import RULEBOOKS
from steady.design_codes.requests import LoadType
from steady.jobs.code_comparison import ComparedSection, SideBySide, read_member, side_by_side
from steady.jobs.document import UnitSettings

from trellis_server.api.app import fast
from trellis_server.api.schemas.edges import Closed, Problems, close_edges

router = Router(tags=["calculators"])
close_edges(ComparedSection)


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
    subject: str
    asks: str
    source: str
    inputs: list[SumInput]
    outputs: list[SumOutput]
    picture: str


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
    status: str
    reason: str


class SoilName(Schema):
    name: str
    says: str


class SchoolRow(Schema):
    """One school of rules as forms offer it."""

    key: str
    title: str
    edition: str
    species: list[str]
    grades: list[str]
    default_grade: str
    sizes: list[str]
    soils: list[SoilName]


class SchoolsAnswer(Schema):
    schools: list[SchoolRow]


class CompareBody(Closed):
    """A member, its measures as typed, and the two sticks it is made of, one in each school's words."""

    span: Annotated[str, MaxLen(40)]
    dead_line: Annotated[str, MaxLen(40)]
    live_line: Annotated[str, MaxLen(40)]
    load: LoadType = "floor"
    restraint: Annotated[str, MaxLen(40)] = ""
    sticks: Annotated[list[ComparedSection], MinLen(2), MaxLen(2)]
    reading: UnitSettings = UnitSettings()


class KnownRow(Schema):
    """A row of known answers, expected beside calculated."""

    id: str
    sum: str
    output: str
    expected: str
    calculated: str
    unit: str
    kind: str
    confidence: str
    source: str
    note: str
    outcome: str
    second: str


class SecondRow(Schema):
    """A clause or table whose values were compared with something outside the project."""

    clause: str
    values: int
    agree: int
    by: str
    doubted: str


class ChecksAnswer(Schema):
    rows: list[KnownRow]
    seconds: list[SecondRow]


def _named(source: str) -> str:
    """A source as people read it: each key of the table of sources by its title."""
    parts = []
    for part in source.split(";"):
        keys, _, rest = part.strip().partition(":")
        titles = [
            sources()[key]["title"].split(":")[0].split(",")[0] if key in sources() else key for key in keys.split(", ")
        ]
        parts.append(" and ".join(dict.fromkeys(titles)) + (f", {rest.strip()}" if rest.strip() else ""))
    return "; ".join(parts)


@router.get("/calculators", response={200: SumsAnswer, 401: Problems})
def catalogue(request: HttpRequest) -> HttpResponse:
    """Every sum, its inputs and outputs."""
    rows = [
        {
            "name": item.name,
            "subject": subject_of(item.name),
            "asks": item.asks,
            "source": _named(item.source),
            "picture": item.picture,
            "inputs": item.inputs,
            "outputs": [{"name": output.name, "unit": output.unit} for output in item.outputs],
        }
        for item in SUMS.values()
    ]
    return fast({"sums": rows})


@router.post("/calculators", response={200: SumAnswers, 401: Problems, 403: Problems, 422: Problems})
def calculate(request: HttpRequest, body: SumBody) -> HttpResponse:
    """All outputs of one sum; a refusal is an answer with its reason."""
    item = find(body.name)
    found = [answer(item, body.inputs, output.name) for output in item.outputs]
    status = answer(item, body.inputs, "status")
    declared = any(output.name == "reason" for output in item.outputs)
    reason = "" if declared else answer(item, body.inputs, "reason").value
    return fast({"answers": found, "source": _named(item.source), "status": status.value, "reason": reason})


@router.get("/design-codes", response={200: SchoolsAnswer, 401: Problems})
def schools(request: HttpRequest) -> HttpResponse:
    """Every school of rules with its woods, grades and usual sizes."""
    rows = [
        {
            "key": book.key,
            "title": book.title,
            "edition": book.edition,
            "species": book.species(),
            "grades": book.grades(),
            "default_grade": book.default_grade,
            "sizes": book.sizes(),
            "soils": [{"name": soil.name, "says": soil.says} for soil in book.soils()],
        }
        for book in RULEBOOKS.values()
    ]
    return fast({"schools": rows})


@router.post("/code-comparison", response={200: SideBySide, 401: Problems, 403: Problems, 422: Problems})
def compare_schools(request: HttpRequest, body: CompareBody) -> HttpResponse:
    """The same member under two schools: checks, working, and the difference in its four parts."""
    member = read_member(
        span=body.span, dead_line=body.dead_line, live_line=body.live_line, load=body.load, restraint=body.restraint
    )
    return fast(side_by_side(member, (body.sticks[0], body.sticks[1]), body.reading.tape()))


@router.get("/verification", response={200: ChecksAnswer, 401: Problems})
def checks(request: HttpRequest) -> HttpResponse:
    """What the numbers rest on: published rows first, then those we are unsure of; and what has a second source."""
    second = [
        {"clause": _named(one.clause), "values": one.values, "agree": one.agree, "by": one.by, "doubted": one.doubted}
        for one in seconds()
    ]
    return fast({"rows": [_row(found) for found in _compared()], "seconds": second})


@cache
def _compared() -> tuple[ComparedRow, ...]:
    """Every row, calculated once a process: rows and sums are both part of the program."""
    found: list[ComparedRow] = []
    for path in sorted((settings.BASE / "checks").glob("*.csv")):
        with path.open(encoding="utf-8", newline="") as file:
            found += [compare(row) for row in read(file)]
    doubt = {"low": 0, "medium": 1, "high": 2}
    kinds = {"memory": 0, "practice": 1}
    found.sort(
        key=lambda c: (
            c.row.kind != "published",
            doubt.get(c.row.confidence, 0),
            kinds.get(c.row.kind, 2),
            c.row.source,
            c.row.id,
        )
    )
    return tuple(found)


def _row(found: ComparedRow) -> dict[str, str]:
    row = found.row
    return {
        "id": row.id,
        "sum": row.sum,
        "output": row.output,
        "expected": row.expected,
        "calculated": found.calculated,
        "unit": row.unit,
        "kind": row.kind,
        "confidence": row.confidence,
        "source": row.source,
        "note": row.note,
        "outcome": found.outcome,
        "second": second_in_words(row.source) if row.kind != "published" else "",
    }
