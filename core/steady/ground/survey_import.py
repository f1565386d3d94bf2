"""A survey as people bring it: pasted or CSV points, each naming what it belongs to; errors are told row by row."""

import itertools
import math
from collections.abc import Iterable, Sequence
from dataclasses import replace

from steady.errors import InvalidInputError, RowProblem
from steady.ground.survey import (
    MOST_POINTS,
    SiteFeature,
    SitePoint,
    ThingKind,
    enough_points,
    kind_of_layer,
    thing_row,
    thing_rows,
)
from steady.ground.survey_columns import ColumnRole, SurveyColumns, arranged, cells_of, columns_of, is_heading
from steady.units.lengths import Bare, parse_length
from steady.value_objects import positional_value_object, value_object

MOST_ROWS = 5000
FARTHEST_M = 2000.0
HIGHEST_M = 200.0
ASK = (
    "Needs what it is, its name, x and y, and a height where it has one; a point's name or number, x, y, height and a code; or "
    "x, y and height alone for a spot height"
)


@value_object
class SurveyRead:
    """What was understood, in the order it came, and each row that was not; of rows, what their columns hold."""

    things: tuple[SiteFeature, ...]
    problems: tuple[RowProblem, ...]
    columns: SurveyColumns | None = None


@positional_value_object
class _Row:
    kind: str
    name: str
    x_m: float
    y_m: float
    height_m: float | None
    number: int


def read_survey(
    text: str, taken: Iterable[str] = (), bare: Bare = "ft", *, roles: tuple[ColumnRole, ...] = ()
) -> SurveyRead:
    """Read rows of points. Rows of the same kind and name that follow each other make one line or area.

    Args:
        text: Rows: what it is, name, x, y, and a height or not; a point's name or number, x, y, height and a code or not, as
            instruments write them; or x, y, height alone. Columns by comma, semicolon or tab. A
            first row of words is a heading; where it names an x and a y, columns are read by it. Lengths are written any way.
        taken: Ids that are in use on the site.
        bare: Unit of numbers written without one.
        roles: What each column holds, as somebody says; empty: by the heading, else by each row's number of cells.
    """
    columns = columns_of(text, roles)
    rows: list[_Row] = []
    problems: list[RowProblem] = []
    for number, line in enumerate(text.splitlines()[: MOST_ROWS + 1], start=1):
        if number > MOST_ROWS:
            problems.append(RowProblem(row=number, text="", message=f"Only the first {MOST_ROWS} rows are read"))
            break
        if not line.strip() or (number == 1 and is_heading(line)):
            continue
        try:
            # Under a heading, too, three figures alone are a spot height, as the page says; chosen columns hold for every row.
            headed = columns.roles and (roles or len(cells_of(line)) != 3 or len(columns.roles) == 3)
            rows.append(_by_columns(line, columns.roles, bare, number=number) if headed else _row(line, bare, number))
        except InvalidInputError as error:
            problems.append(RowProblem(row=number, text=line.strip()[:80], message=error.message))
    rows, taken_off = _near_zero(rows)
    if taken_off:
        problems.append(RowProblem(row=0, text="", message=taken_off))
    kept = []
    for row in rows:
        message = _out_of_reach(row)
        if message:
            problems.append(RowProblem(row=row.number, text=f"{row.kind} {row.name}".strip(), message=message))
        else:
            kept.append(row)
    rows = kept
    things, used = [], set(taken)
    for (kind, name), group in itertools.groupby(rows, key=lambda row: (row.kind, row.name)):
        made = _things(kind, name, list(group), used=used)
        for thing in made:
            short = enough_points(thing)
            if short:
                problems.append(RowProblem(row=0, text=f"{thing.kind} {thing.name}".strip(), message=short))
            else:
                things.append(thing)
    return SurveyRead(things=tuple(things), problems=tuple(problems), columns=columns)


def fresh_id(kind: str, used: set[str]) -> str:
    """An id that is not in use yet, and is from now on."""
    stem = kind.replace(" ", "-")
    found = next(name for name in (f"{stem}-{k}" for k in itertools.count(1)) if name not in used)
    used.add(found)
    return found


def _by_columns(line: str, roles: tuple[ColumnRole, ...], bare: Bare, *, number: int) -> _Row:
    """A row whose columns are known: a feature by its kind, a point by its code, and without either a spot height."""
    cell = arranged(cells_of(line), roles)
    if not cell.get("x") or not cell.get("y"):
        raise InvalidInputError("text", "A row needs an x and a y: choose the columns that hold them")
    said, code, name = cell.get("kind", ""), cell.get("code", "")[:80], cell.get("name", "")
    kind = _kind(said) if said else kind_of_layer(code, 1) if code else "spot height"
    x_m, y_m = parse_length(cell["x"], bare), parse_length(cell["y"], bare)
    height_m = parse_length(cell["height"], bare) if cell.get("height") else None
    if kind == "spot height" and height_m is None:
        raise InvalidInputError("text", "A spot height needs its height")
    return _Row(kind, f"{name} {code}".strip()[:80], x_m, y_m, height_m, number)


def _row(line: str, bare: Bare, number: int) -> _Row:
    cells = cells_of(line)
    if len(cells) == 3:
        kind, name, at, high = "spot height", "", cells[:2], cells[2]
    elif len(cells) in (4, 5) and not _known(cells[0]) and (point := _named_point(cells, bare)):
        (kind, name), at, high = point, cells[1:3], cells[3]
    elif len(cells) in (4, 5):
        kind, name, at, high = _kind(cells[0]), cells[1][:80], cells[2:4], cells[4] if len(cells) == 5 else ""
    else:
        raise InvalidInputError("text", ASK)
    x_m, y_m = (parse_length(cell, bare) for cell in at)
    height_m = parse_length(high, bare) if high else None
    if kind == "spot height" and height_m is None:
        raise InvalidInputError("text", "A spot height needs its height")
    return _Row(kind, name, x_m, y_m, height_m, number)


def _named_point(cells: list[str], bare: Bare) -> tuple[ThingKind, str] | None:
    """Kind and name of a row as instruments write it: a point's name or number, x, y, height, and a code or not."""
    if not all(_length(cell, bare) for cell in cells[1:4]):
        return None
    code = cells[4][:80] if len(cells) == 5 else ""
    kind = kind_of_layer(code, 1) if code else "spot height"
    return kind, f"{cells[0]} {code}".strip()[:80]


def _length(cell: str, bare: Bare) -> bool:
    try:
        parse_length(cell, bare)
    except InvalidInputError:
        return False
    return True


def base_m(points: Sequence[tuple[float, float]]) -> tuple[float, float]:
    """What to take off coordinates that were counted from a far base: whole tens of metres; nothing if all are near."""
    if not points or max(max(abs(x), abs(y)) for x, y in points) <= FARTHEST_M:
        return 0.0, 0.0
    return _tens(x for x, _ in points), _tens(y for _, y in points)


def _tens(values: Iterable[float]) -> float:
    return math.floor(min(values) / 10) * 10.0


def _near_zero(rows: list["_Row"]) -> tuple[list["_Row"], str]:
    """The rows with the base taken off that they were counted from, and what was taken off, in words."""
    x_m, y_m = base_m([(row.x_m, row.y_m) for row in rows])
    heights = [row.height_m for row in rows if row.height_m is not None and row.kind == "spot height"]
    z_m = _tens(heights) if heights and max(heights) > HIGHEST_M else 0.0
    if not (x_m or y_m or z_m):
        return rows, ""
    moved = [
        replace(
            row,
            x_m=row.x_m - x_m,
            y_m=row.y_m - y_m,
            height_m=row.height_m if row.height_m is None or row.kind != "spot height" else row.height_m - z_m,
        )
        for row in rows
    ]
    return moved, f"A base of x {x_m:,.0f}, y {y_m:,.0f} and height {z_m:,.0f} m was taken off these coordinates"


def _out_of_reach(row: "_Row") -> str:
    if max(abs(row.x_m), abs(row.y_m)) > FARTHEST_M:
        return "Out of reach: at most 2 km from the site's zero"
    if row.height_m is not None and not -100 <= row.height_m <= HIGHEST_M:
        return "Out of reach: at most 200 m up and 100 m down from the site's zero"
    return ""


def _known(text: str) -> bool:
    try:
        _kind(text)
    except InvalidInputError:
        return False
    return True


def _kind(text: str) -> str:
    said = " ".join(text.lower().replace("_", " ").replace("-", " ").split())
    for row in thing_rows():
        if said in (row.key, row.says.lower()):
            return row.key
    raise InvalidInputError(
        "text", f'Unknown feature type "{text[:40]}". Use one of: {", ".join(row.key for row in thing_rows())}'
    )


def _things(kind: str, name: str, rows: list[_Row], *, used: set[str]) -> list[SiteFeature]:
    row = thing_row(kind)
    points = [SitePoint(x_m=one.x_m, y_m=one.y_m) for one in rows]
    blank = SiteFeature(id="new", kind=row.key, name=name, points=tuple(points[:1]), reach_m=row.reach_usual_m)
    if row.drawn == "point":
        return [
            replace(blank, id=fresh_id(kind, used), points=(point,), height_m=one.height_m)
            for one, point in zip(rows, points, strict=True)
        ]
    heights = [one.height_m for one in rows if one.height_m is not None]
    return [
        replace(
            blank,
            id=fresh_id(kind, used),
            points=tuple(points[k : k + MOST_POINTS]),
            height_m=heights[0] if heights else None,
        )
        for k in range(0, len(points), MOST_POINTS)
    ]
