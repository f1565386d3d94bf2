"""Gutters and downpipes along a roof's eave: what the rain brings, what they carry, and the pieces they are of."""

import math
from typing import Annotated

from annotated_types import Ge, Gt, Le, MaxLen

from steady.data.loader import TableRow, keyed
from steady.design_codes.results import given_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.layout.gables import downpipe_m3_per_s, gutter_m3_per_s
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.check_collector import CheckCollector
from steady.structures.part_grouping import Grouper
from steady.units.units import FT, IN
from steady.value_objects import value_object

FILLING = 0.33
"""A downpipe runs a third full. Source: EN 12056-3 (from memory, medium)."""
LITRES = 1000.0
GALLONS_A_MINUTE = 60 / 3.785411784
"""In a litre a second: US gallons."""
FT2_IN_A_GALLON = 3600 / (FT**2 * IN * LITRES * GALLONS_A_MINUTE)
"""Square feet under an inch of rain an hour that bring a gallon a minute: 96.25."""
STICK_M = 3.0
"""A length of gutter or pipe as it is sold [common practice, 10 ft]."""
BRACKETS_M = 0.8
"""Brackets of gutter and pipe stand at most so far apart: 32 in [common practice]."""


@value_object
class Gutter:
    """A gutter along the lower eave; without a kind there is none.

    Args:
        kind: A key of the table of gutters.
        outlets: Downpipes, evenly along it.
        rain_m: Depth that falls in an hour, for gutters; None: the school's, where it has one.
        from_wall_m2: Half of the wall above that rain runs down from.
    """

    kind: Annotated[str, MaxLen(40)] = ""
    outlets: Annotated[int, Ge(1), Le(6)] = 1
    rain_m: Annotated[float, Gt(0), Le(0.5)] | None = None
    from_wall_m2: Annotated[float, Ge(0), Le(200)] = 0.0


def gutter_names() -> tuple[tuple[str, str], ...]:
    """Every kind with its label, none first."""
    return (("", "none"), *((key, row.text["label"]) for key, row in keyed("gutters").items()))


def _row(gutter: Gutter) -> TableRow:
    row = keyed("gutters").get(gutter.kind)
    if row is None:
        raise InvalidInputError("gutter/kind", f"must be one of: {', '.join(keyed('gutters'))}")
    return row


def check_gutter(collector: CheckCollector, about: str, gutter: Gutter, *, plan_m2: float) -> None:
    """The rain on a roof so large on plan, against its gutter and each of its downpipes.

    Raises:
        InvalidInputError: No such gutter.

    Source: EN 12056-3 (from memory, medium): flow = area by intensity; the capacity of a level eaves gutter and of a pipe.
    """
    if not gutter.kind:
        return
    row, rain_m = _row(gutter), gutter.rain_m or collector.book.gutter_rain_m
    if rain_m is None:
        why = "how much rain falls in an hour is not entered"
        mend = "the local depth in an hour that gutters are sized for"
        collector.gap("gutter.capacity", about, OutOfScopeError(why, mend), crew=True)
        return
    area_m2 = plan_m2 + gutter.from_wall_m2
    source = "user: rain in an hour" if gutter.rain_m is not None else collector.book.gutter_rain_source
    metric = collector.book.metric
    unit, per = ("L/s", LITRES) if metric else ("gal/min", LITRES * GALLONS_A_MINUTE)
    inputs = (("A", area_m2, "m2"), ("r", rain_m * 1000, "mm/h"))
    if not metric:
        inputs = (("A", area_m2 / FT**2, "ft2"), ("r", rain_m / IN, "in/h"))
    flow = CalculationStep(
        symbol="Q",
        value=area_m2 * rain_m / 3600 * per,
        unit=unit,
        formula="A * r / 3600" if metric else f"A * r / {FT2_IN_A_GALLON:.6g}",
        inputs=inputs,
        source=source,
        says="rain on the roof, and half of the wall that runs onto it",
    )
    shape, outlets = row.text["shape"], gutter.outlets
    # An outlet in the middle of its stretch takes water from both sides: two runs of gutter.
    carries = given_step(
        "Q_max",
        gutter_m3_per_s(row.number("section_m2"), shape, 2 * outlets) * per,
        unit,
        source="ec-12056: part 3, level eaves gutter; medium",
        says=f"{row.text['label']}, {2 * outlets} runs",
    )
    collector.at_most("gutter.capacity", about, flow, limit=carries, working=(), case="rain", asks=CheckOrigin.ADVICE)
    each = CalculationStep(
        symbol="Q_1",
        value=flow.value / outlets,
        unit=unit,
        formula="Q / n",
        inputs=(("Q", flow.value, unit), ("n", float(outlets), "")),
        source="arithmetic",
        says="down each pipe",
    )
    pipe = given_step(
        "Q_p",
        downpipe_m3_per_s(row.number("pipe_m"), FILLING) * per,
        unit,
        source="ec-12056: part 3, pipe a third full; medium",
        says="one downpipe",
    )
    collector.at_most(
        "downpipe.capacity", about, each, limit=pipe, working=(flow,), case="rain", asks=CheckOrigin.ADVICE
    )


def gutter_pieces(g: Grouper, gutter: Gutter, eave: tuple[float, float, float], *, long_m: float) -> None:
    """Lengths, brackets, end caps, outlets and pipes, as they are bought.

    Args:
        eave: Where the gutter begins, its height over the ground last (m). `long_m`: along the eave.
    """
    if not gutter.kind:
        return
    down_m = gutter.outlets * eave[2]
    counts = {
        "gutter 3 m": math.ceil(long_m / STICK_M - 1e-9),
        "gutter bracket": math.ceil(long_m / BRACKETS_M - 1e-9) + 1,
        "gutter end cap": 2,
        "gutter outlet": gutter.outlets,
        "downpipe 3 m": math.ceil(down_m / STICK_M - 1e-9),
        "downpipe bracket": gutter.outlets * (math.ceil(eave[2] / BRACKETS_M - 1e-9) + 1),
    }
    for item, count in counts.items():
        g.fix(item, count, eave, role="hardware")
