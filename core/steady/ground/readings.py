"""Level readings as people bring them: pasted columns or a CSV file, heights or rod readings.

Each row is a distance along the line and a height, or a distance and a rod reading once the height of instrument is
known (height = height of instrument − rod). Errors are told row by row; good rows are kept.
"""

from typing import Annotated, Literal

from annotated_types import Ge, Le

from steady.errors import InvalidInputError, RowProblem
from steady.units.lengths import Bare, parse_length
from steady.value_objects import value_object


@value_object
class LevelReading:
    """One reading: level distance along the line and height above the job's own zero (m)."""

    at_m: Annotated[float, Ge(0), Le(5000)]
    height_m: Annotated[float, Ge(-500), Le(500)]


@value_object
class ParsedReadings:
    """What was understood, and what was not."""

    shots: tuple[LevelReading, ...]
    problems: tuple[RowProblem, ...]


MOST_ROWS = 5000


def read_rows(
    text: str, kind: Literal["height", "rod"] = "height", instrument_m: float = 0.0, *, bare: Bare = "ft"
) -> ParsedReadings:
    """Read rows of distance and height, or of distance and rod reading.

    Args:
        text: Rows separated by line breaks; the two columns by a comma, semicolon, tab or two spaces. A first row of
            words is a heading. Lengths are written any way.
        kind: Whether the second column is a height or a rod reading.
        instrument_m: Instrument height above datum; used with rod readings.
        bare: Unit of numbers written without one.

    Returns:
        The shots in order of distance, and a problem for each row that could not be read or repeats a distance.
    """
    shots: dict[float, LevelReading] = {}
    problems: list[RowProblem] = []
    for number, line in enumerate(text.splitlines()[: MOST_ROWS + 1], start=1):
        clean = line.strip()
        if not clean or (number == 1 and not any(letter.isdigit() for letter in clean)):
            continue
        if number > MOST_ROWS:
            problems.append(RowProblem(row=number, text="", message=f"Only the first {MOST_ROWS} rows are read"))
            break
        cells = _cells(clean)
        if len(cells) != 2:
            message = "Needs two columns: distance, then " + ("height" if kind == "height" else "rod reading")
            problems.append(RowProblem(row=number, text=clean[:80], message=message))
            continue
        try:
            at_m, second_m = (parse_length(cell, bare) for cell in cells)
        except InvalidInputError as error:
            problems.append(RowProblem(row=number, text=clean[:80], message=error.message))
            continue
        height_m = second_m if kind == "height" else instrument_m - second_m
        if at_m < 0:
            problems.append(RowProblem(row=number, text=clean[:80], message="The distance cannot be below 0"))
        elif not (at_m <= 5000 and abs(height_m) <= 500):
            message = "Out of reach: at most 5 km along the line and 500 m up or down"
            problems.append(RowProblem(row=number, text=clean[:80], message=message))
        elif round(at_m, 4) in shots:
            problems.append(RowProblem(row=number, text=clean[:80], message="This distance was already read above"))
        else:
            shots[round(at_m, 4)] = LevelReading(at_m=at_m, height_m=height_m)
    ordered = tuple(shots[at] for at in sorted(shots))
    return ParsedReadings(shots=ordered, problems=tuple(problems))


def _cells(line: str) -> list[str]:
    for mark in ("\t", ";", ","):
        if mark in line:
            return [
                cell.strip().strip('"') if cell.strip().startswith('"') else cell.strip() for cell in line.split(mark)
            ]
    return [cell.strip() for cell in line.split("  ") if cell.strip()] if "  " in line else line.split()
