"""Where a platform's barrels, cradle rails, joists and boards lie: heights over the barrels' underside, places from one corner."""

import math

from steady.catalog.items import SectionItem, sold_with, stick
from steady.errors import InvalidInputError
from steady.layout.canopy import Members, members
from steady.structures.floating_platform.spec import FloatSpec
from steady.value_objects import value_object

CRADLE_RATIO = 0.8
"""Clear between a barrel's two cradle rails, of its diameter: it beds on their edges and stays under the joists [our own]."""
BETWEEN_M, ENDS_M = 0.05, 0.09
"""Room between rows, and in a row beside each barrel for the blocking at its ends [our own]."""
STRAPS_A_BARREL, STRAP_TAIL_M = 2, 0.3
"""Two straps hold each; what one needs beyond its way round for ratchet and tail [our own]."""
ROLLER_M = 0.05
"""A ramp's roller holds its stringers so far over the deck [our own]."""


@value_object
class FloatTimbers:
    """The sticks; `stringer` is None without a ramp."""

    joist: SectionItem
    cradle: SectionItem
    board: SectionItem
    stringer: SectionItem | None
    strap: SectionItem


@value_object
class Heights:
    """Levels over the barrels' underside."""

    axis_m: float
    cradle_m: float
    joist_m: float
    boards_m: float
    deck_m: float


@value_object
class FloatLayout:
    """Rows' and cradle rails' lines across, barrels' centres along, joists' centres along; levels."""

    timber: FloatTimbers
    heights: Heights
    rows_m: tuple[float, ...]
    along_m: tuple[float, ...]
    cradles_m: tuple[float, ...]
    cradle_gap_m: float
    joists: Members
    boards_m: tuple[tuple[float, float], ...]
    strap_m: float

    @property
    def barrels_at_m(self) -> tuple[tuple[float, float], ...]:
        """Every barrel's centre along and across, row by row."""
        return tuple((x, y) for y in self.rows_m for x in self.along_m)


def timber_of(spec: FloatSpec) -> FloatTimbers:
    """The sticks. Raises InvalidInputError: the yard has no such stick."""
    joist = stick(spec.joist, "joist", "joist")
    return FloatTimbers(
        joist=joist,
        cradle=stick(spec.cradle, "joist", "cradle"),
        board=stick(spec.board, "decking", "board"),
        stringer=stick(spec.ramp.stringer, "joist", "ramp/stringer") if spec.ramp.length_m else None,
        strap=sold_with(joist, "strap")[0],
    )


def lay_out(spec: FloatSpec) -> FloatLayout:
    """Set it out.

    Raises:
        InvalidInputError: Barrels that do not share out into rows, or a ramp shorter than one may be.
    """
    timber, r = timber_of(spec), spec.barrel.diameter_m / 2
    if spec.barrels % spec.rows:
        raise InvalidInputError("barrels", f"{spec.barrels} barrels do not share out into {spec.rows} rows alike")
    each = spec.barrels // spec.rows
    gap_m = CRADLE_RATIO * spec.barrel.diameter_m
    contact_m = math.sqrt(r * r - gap_m * gap_m / 4)
    cradle_m = r + contact_m
    joist_m = cradle_m + timber.cradle.width_m
    boards_m = joist_m + timber.joist.width_m
    first, last = spec.inset_m + r, spec.wide_m - spec.inset_m - r
    rows = tuple(first + (last - first) * k / (spec.rows - 1) for k in range(spec.rows))
    if (last - first) / (spec.rows - 1) < spec.barrel.diameter_m + BETWEEN_M - 1e-9:
        raise InvalidInputError("rows", "The rows of barrels touch: fewer rows, or a wider platform")
    off_m = gap_m / 2 + timber.cradle.thickness_m / 2
    return FloatLayout(
        timber=timber,
        heights=Heights(
            axis_m=r,
            cradle_m=cradle_m,
            joist_m=joist_m,
            boards_m=boards_m,
            deck_m=boards_m + timber.board.thickness_m,
        ),
        rows_m=rows,
        along_m=tuple(spec.long_m * (k + 0.5) / each for k in range(each)),
        cradles_m=tuple(y + side for y in rows for side in (-off_m, off_m)),
        cradle_gap_m=gap_m,
        joists=members(spec.long_m, timber.joist.thickness_m, most_m=spec.spacing_m),
        boards_m=boards_across(spec.wide_m, timber.board.width_m, spec.board_gap_m),
        strap_m=strap_length_m(r, gap_m / 2 + timber.cradle.thickness_m, contact_m, cradle=timber.cradle),
    )


def boards_across(wide_m: float, board_m: float, gap_m: float) -> tuple[tuple[float, float], ...]:
    """Middle and width of every board across a width: whole ones, and a ripped one where the rest is worth it.

    Source: geometry; a rest under an inch goes into the gaps [common practice].
    """
    count = max(1, math.floor((wide_m + gap_m) / (board_m + gap_m) + 1e-9))
    rest_m = wide_m - count * (board_m + gap_m)
    if rest_m < 0.0254:
        step = (wide_m - board_m) / (count - 1) if count > 1 else 0.0
        return tuple((board_m / 2 + k * step, board_m) for k in range(count))
    whole = tuple((board_m / 2 + k * (board_m + gap_m), board_m) for k in range(count))
    return (*whole, (wide_m - rest_m / 2, rest_m))


def strap_length_m(radius_m: float, out_m: float, up_m: float, *, cradle: SectionItem) -> float:
    """A strap: over one rail, down its outer face, under the barrel and up the other side, with its tail.

    Args:
        out_m, up_m: The rails' outer lower corner, out and up from the barrel's axis.

    Source: geometry: a tangent from the corner to the barrel, and the arc between the two tangents.
    """
    reach = math.hypot(out_m, up_m)
    if reach <= radius_m:  # the corner lies on the barrel: the strap follows it from there
        free, low = 0.0, math.atan2(up_m, out_m)
    else:
        free = math.sqrt(reach * reach - radius_m * radius_m)
        low = math.atan2(up_m, out_m) - math.acos(radius_m / reach)
    arc = radius_m * (math.pi + 2 * low)
    return arc + 2 * (free + cradle.width_m + cradle.thickness_m) + STRAP_TAIL_M


def clashes(spec: FloatSpec, layout: FloatLayout) -> list[str]:
    """What of it cannot be built as drawn."""
    found, barrel = [], spec.barrel
    if spec.long_m / len(layout.along_m) < barrel.long_m + ENDS_M - 1e-9:
        found.append("A row of barrels is longer than the platform: fewer barrels, more rows, or a longer platform")
    r = barrel.diameter_m / 2
    if 2 * r > layout.heights.joist_m + 1e-9:
        found.append("A barrel's top meets the joists: deeper cradle rails")
    return found


@value_object
class Sloped:
    """A ramp at one level of the water: how far its sill stands over the deck, its slope, and its reach on plan."""

    water_m: float
    over_m: float
    slope_rad: float
    level_m: float


def ramp_at(spec: FloatSpec, deck_m: float, water_m: float) -> Sloped:
    """The ramp where the water stands so far over today's (m).

    Args:
        deck_m: The deck over the water.

    Raises:
        InvalidInputError: The ramp is shorter than the height between sill and deck.
    """
    over = spec.ramp.bank_m - deck_m - water_m
    if abs(over) > 0.98 * spec.ramp.length_m:
        raise InvalidInputError(
            "ramp/length_m", "The ramp is hardly longer than the height that it must bridge: make it longer"
        )
    slope = math.asin(over / spec.ramp.length_m)
    return Sloped(water_m=water_m, over_m=over, slope_rad=slope, level_m=spec.ramp.length_m * math.cos(slope))
