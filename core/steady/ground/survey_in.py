"""A survey as people bring it: pasted or CSV points, each naming what it belongs to; errors are told row by row."""

import csv
import itertools
from collections.abc import Iterable
from dataclasses import replace

from steady.errors import InputError, RowProblem
from steady.ground.survey import MOST_POINTS, SitePoint, SiteThing, enough_points, thing_row, thing_rows
from steady.measure.lengths import Bare, parse_length
from steady.values import value, value_in_order

MOST_ROWS = 5000
FARTHEST_M = 2000.0
ASK = "Needs what it is, its name, x and y, and a height where it has one; or x, y and height alone for a spot height"


@value
class SurveyRead:
    """What was understood, in the order it came, and each row that was not."""

    things: tuple[SiteThing, ...]
    problems: tuple[RowProblem, ...]


@value_in_order
class _Row:
    kind: str
    name: str
    x_m: float
    y_m: float
    height_m: float | None


def read_survey(text: str, taken: Iterable[str] = (), bare: Bare = "ft") -> SurveyRead:
    """Read rows of points. Rows of the same kind and name that follow each other make one line or area.

    Args:
        text: Rows: what it is, name, x, y, and a height or not; or x, y, height alone. Columns by comma, semicolon or tab. A
            first row of words is a heading. Lengths are written any way.
        taken: Ids that are in use on the site.
        bare: Unit of numbers written without one.
    """
    rows: list[_Row] = []
    problems: list[RowProblem] = []
    for number, line in enumerate(text.splitlines()[: MOST_ROWS + 1], start=1):
        if number > MOST_ROWS:
            problems.append(RowProblem(row=number, text="", message=f"Only the first {MOST_ROWS} rows are read"))
            break
        if not line.strip() or (number == 1 and not any(letter.isdigit() for letter in line)):
            continue
        try:
            rows.append(_row(line, bare))
        except InputError as error:
            problems.append(RowProblem(row=number, text=line.strip()[:80], message=error.message))
    things, used = [], set(taken)
    for (kind, name), group in itertools.groupby(rows, key=lambda row: (row.kind, row.name)):
        made = _things(kind, name, list(group), used)
        for thing in made:
            short = enough_points(thing)
            if short:
                problems.append(RowProblem(row=0, text=f"{thing.kind} {thing.name}".strip(), message=short))
            else:
                things.append(thing)
    return SurveyRead(things=tuple(things), problems=tuple(problems))


def fresh_id(kind: str, used: set[str]) -> str:
    """An id that is not in use yet, and is from now on."""
    stem = kind.replace(" ", "-")
    found = next(name for name in (f"{stem}-{k}" for k in itertools.count(1)) if name not in used)
    used.add(found)
    return found


def _row(line: str, bare: Bare) -> _Row:
    cells = _cells(line)
    if len(cells) == 3:
        kind, name, at, high = "spot height", "", cells[:2], cells[2]
    elif len(cells) in (4, 5):
        kind, name, at, high = _kind(cells[0]), cells[1][:80], cells[2:4], cells[4] if len(cells) == 5 else ""
    else:
        raise InputError("text", ASK)
    x_m, y_m = (parse_length(cell, bare) for cell in at)
    if max(abs(x_m), abs(y_m)) > FARTHEST_M:
        raise InputError(
            "text", "Out of reach: at most 2 km from the site's zero. Take a base off your coordinates first"
        )
    height_m = parse_length(high, bare) if high else None
    if height_m is not None and not -100 <= height_m <= 200:
        raise InputError("text", "Out of reach: at most 200 m up and 100 m down from the site's zero")
    if kind == "spot height" and height_m is None:
        raise InputError("text", "A spot height needs its height")
    return _Row(kind, name, x_m, y_m, height_m)


def _cells(line: str) -> list[str]:
    mark = next((mark for mark in ("\t", ";") if mark in line), ",")
    # Inches are a quote at a cell's end: only a cell that starts with one is quoted.
    quoted = line.lstrip().startswith('"') or f'{mark}"' in line.replace(f"{mark} ", mark)
    if quoted:
        return [cell.strip() for cell in next(csv.reader([line], delimiter=mark, skipinitialspace=True))]
    return [cell.strip() for cell in line.split(mark)]


def _kind(text: str) -> str:
    said = " ".join(text.lower().replace("_", " ").replace("-", " ").split())
    for row in thing_rows():
        if said in (row.key, row.says.lower()):
            return row.key
    raise InputError("text", f'"{text[:40]}" is nothing a site holds: {", ".join(row.key for row in thing_rows())}')


def _things(kind: str, name: str, rows: list[_Row], used: set[str]) -> list[SiteThing]:
    row = thing_row(kind)
    points = [SitePoint(x_m=one.x_m, y_m=one.y_m) for one in rows]
    blank = SiteThing(id="new", kind=row.key, name=name, points=tuple(points[:1]), reach_m=row.reach_usual_m)
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
