"""What is said of a platform: members, notes, and its water in drawn details."""

import contextlib
import math

from steady.errors import OutOfScopeError
from steady.plan.model import Curve, Detail, DetailLine, DetailMember, Measure, Member, Vec
from steady.structures.floating_platform.buoyancy import Afloat, Mass, people_says
from steady.structures.floating_platform.checks.run_checks import FloatResult
from steady.structures.floating_platform.layout import Sloped
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.lifting import HAND_KG
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape
from steady.units.units import LB_MASS

POINTS, BESIDE_M, CROWD_M, TALL_M = 24, 0.5, 0.6, 0.3
SEEN_RAD = math.radians(0.05)
"""Less of a lean is not drawn."""
TURNED_KG = 1.25 * HAND_KG
"""One person lifts so much of an edge, from the ground [our own]."""


def weight(case: DesignInput, kg: float) -> str:
    """A weight as the crew reads it."""
    return f"{kg:,.0f} kg" if case.book.metric else f"{kg / LB_MASS:,.0f} lb"


def heel_text(lean: float | None) -> str:
    """A lean in words."""
    return "no balance" if lean is None else f"{math.degrees(lean):.1f}°"


def crowd(afloat: Afloat) -> Mass:
    """The people where the picture has them."""
    spec = afloat.spec
    return afloat.people(afloat.count, spec.crowd_x_m, spec.crowd_y_m)


def leans(afloat: Afloat) -> tuple[float | None, float | None]:
    """Heel and trim with people where the picture has them; none where it sinks or finds no balance."""
    try:
        return afloat.heel(crowd(afloat)), afloat.trim(crowd(afloat))
    except OutOfScopeError:
        return None, None


def rating_says(found: FloatResult) -> str:
    """How many it bears, in one sentence."""
    people = "nobody" if found.wet.rated < 1 else people_says(found.wet.rated)
    return f"Bears {people}; with {found.wet.no_balance_at} at one edge no balance is found"


def notes(case: DesignInput, found: FloatResult) -> list[str]:
    """What the crew should know beside the drawing."""
    spec: FloatSpec = case.spec
    tape, lines = case.tape, [rating_says(found)]
    if not found.clashes:
        dry, wet = found.dry, found.wet
        lines.append(
            f"Empty it sits {tape.length(dry.draft())} deep dry ({weight(case, dry.dead_kg)}), {tape.length(wet.draft())} "
            f"soaked ({weight(case, wet.dead_kg)}); its deck then stands {tape.length(wet.freeboard())} over the water"
        )
        heel, trim = leans(wet)
        where = "in the middle" if not (spec.crowd_x_m or spec.crowd_y_m) else "off the middle"
        lines.append(
            f"With {people_says(wet.count)} {where} it leans {heel_text(heel)} across and {heel_text(trim)} along"
        )
    hands = max(4, math.ceil(found.dry_kg / 2 / TURNED_KG))
    lines.append(
        f"Turned over before its boards are on: {weight(case, found.dry_kg)}, half of it on the low edge: {hands} people, "
        "or a winch and two rollers"
    )
    lines.append(
        "In waves a strap carries no more than its barrel's own weight: lifting a flooded one asks for more, and is checked"
    )
    if found.ramps:
        lines += _ramp_says(spec, found.ramps, tape)
    if spec.moorings.strip():
        lines.append(f"Moored by the crew's own word, not calculated: {spec.moorings.strip()}")
    if spec.water == "salt":
        lines.append("Salt water: hangers, angles and screws are stainless on the list")
    return lines


def _ramp_says(spec: FloatSpec, ramps: tuple[Sloped, ...], tape: Tape) -> list[str]:
    """The ramp over the year's water: slopes, and how far its moving end travels."""
    today, low, high = ramps
    ends = [one.level_m for one in ramps]
    travel = max(ends) - min(ends)
    lines = [
        f"Ramp {_steep(today)} today, {_steep(low)} at the lowest water, {_steep(high)} at the highest; its end travels "
        f"{tape.length(travel)} over the deck"
    ]
    short = today.level_m - min(ends)
    if short > spec.ramp.onto_m - 0.05:
        lines.append("Its moving end leaves the deck at the worst water: a longer reach onto it, or a longer ramp")
    return lines


def _steep(one: Sloped) -> str:
    rise = abs(math.tan(one.slope_rad))
    return "level" if rise < 0.01 else f"1 in {1 / rise:.1f} {'down' if one.over_m > 0 else 'up'} to it"


def members(case: DesignInput, found: FloatResult) -> list[Member]:
    """What the sheet lists and selects."""
    spec: FloatSpec = case.spec
    layout, tape, me, t = found.layout, case.tape, spec.id, found.layout.timber
    rows = [
        Member(id=f"{me}/afloat", what="afloat", name="Afloat", says=rating_says(found)),
        Member(
            id=f"{me}/barrels",
            what="barrels",
            name="Barrels",
            says=f"{spec.barrels} in {spec.rows} rows; centres {_list(layout.rows_m, tape)} across and "
            f"{_list(layout.along_m, tape)} along; two straps each, {tape.length(layout.strap_m)} cut",
        ),
        Member(
            id=f"{me}/cradles",
            what="cradles",
            name="Cradle rails",
            says=f"{len(layout.cradles_m)} of {t.cradle.says}, {tape.length(layout.cradle_gap_m)} clear round each barrel; "
            f"middles {_list(layout.cradles_m, tape)} across",
        ),
        Member(
            id=f"{me}/joists",
            what="joists",
            name="Joists",
            says=f"{layout.joists.count} of {t.joist.says} at {tape.length(layout.joists.spacing_m)}",
        ),
        Member(id=f"{me}/rims", what="rims", name="Rims", says=f"2 of {t.joist.says}, {tape.length(spec.long_m)}"),
        Member(
            id=f"{me}/boards",
            what="boards",
            name="Deck boards",
            says=f"{len(layout.boards_m)} of {t.board.says}, along it; the last {tape.length(layout.boards_m[-1][1])} wide",
        ),
    ]
    if found.ramps and t.stringer is not None:
        rows.append(
            Member(
                id=f"{me}/ramp",
                what="ramp",
                name=f"Ramp, {tape.length(spec.ramp.length_m)}",
                says=f"{spec.ramp.count} stringers of {t.stringer.says}, {tape.length(spec.ramp.width_m)} wide; "
                f"{_steep(found.ramps[0])} today",
            )
        )
    says = spec.moorings.strip() or "nothing entered yet"
    rows.append(Member(id=f"{me}/moorings", what="moorings", name="Moorings", says=says))
    return rows


def _list(at_m: tuple[float, ...], tape: Tape) -> str:
    return ", ".join(tape.length(one) for one in at_m)


def curves(case: DesignInput, found: FloatResult) -> list[Curve]:
    """Outline, waterlines and the people, on the plan's own axes: z from the still water."""
    spec: FloatSpec = case.spec
    me, long_m, wide_m = spec.id, spec.long_m, spec.wide_m
    ring: tuple[Vec, ...] = ((0.0, 0.0, 0.0), (long_m, 0.0, 0.0), (long_m, wide_m, 0.0), (0.0, wide_m, 0.0))
    drawn = [
        Curve(id=f"{me}/outline", what="outline", closed=True, points=ring),
        _level(spec, f"{me}/water", 0.0, label="empty"),
    ]
    wet = found.wet
    deck = found.layout.heights.deck_m - found.draft_m
    with contextlib.suppress(OutOfScopeError):
        spread = wet.draft(wet.count) - found.draft_m
        drawn.append(_level(spec, f"{me}/water/people", spread, label=f"{wet.count} spread"))
    heel, trim = leans(wet)
    if heel is not None and trim is not None and (abs(spec.crowd_x_m) > 1e-6 or abs(spec.crowd_y_m) > 1e-6):
        drawn += _leaning(spec, found, math.copysign(heel, spec.crowd_y_m), trim=math.copysign(trim, spec.crowd_x_m))
    x, y = long_m / 2 + spec.crowd_x_m, wide_m / 2 + spec.crowd_y_m
    c = CROWD_M / 2
    body = tuple((x + a, y + b, z) for z in (deck, deck + TALL_M) for a, b in ((-c, -c), (c, -c), (c, c), (-c, c)))
    drawn.append(Curve(id=f"{me}/people", what="people", points=body, label=people_says(wet.count)))
    # A strip beside them is what they are pulled along by.
    strip = tuple((x + a, y + c + b, deck) for a, b in ((-c, 0.08), (c, 0.08), (c, 0.2), (-c, 0.2)))
    drawn.append(Curve(id=f"{me}/people/along", what="people", points=strip))
    if found.ramps:
        drawn.append(_bank(spec, found.ramps[0]))
    return drawn


def _level(spec: FloatSpec, water: str, z: float, *, label: str) -> Curve:
    """Level water: today's own, or where it stands with people on it."""
    ends = ((-BESIDE_M, -BESIDE_M, z), (spec.long_m + BESIDE_M, spec.wide_m + BESIDE_M, z))
    return Curve(id=water, what="water loaded" if z else "water", points=ends, label=label)


def _leaning(spec: FloatSpec, found: FloatResult, heel: float, *, trim: float) -> list[Curve]:
    """The water as it lies to a leaning platform: turned about where the spread people's water crosses its middle."""
    z = found.wet.draft(found.wet.count) - found.draft_m
    mid_x, mid_y = spec.long_m / 2, spec.wide_m / 2
    out_y, out_x = mid_y + BESIDE_M, mid_x + BESIDE_M
    across = tuple((mid_x, mid_y + s * out_y, z + s * out_y * math.tan(heel)) for s in (-1, 1))
    along = tuple((mid_x + s * out_x, mid_y, z + s * out_x * math.tan(trim)) for s in (-1, 1))
    return [
        Curve(id=f"{spec.id}/water/{name}", what="water loaded", points=points, label=heel_text(abs(lean)))
        for name, points, lean in (("heel", across, heel), ("trim", along, trim))
        if abs(lean) > SEEN_RAD
    ]


def _bank(spec: FloatSpec, today: Sloped) -> Curve:
    """The ground at the ramp's sill, falling to the water's bed."""
    reach, z = today.level_m - spec.ramp.onto_m, spec.ramp.bank_m
    deep = -spec.barrel.diameter_m - 0.4
    steps = ((reach + 0.8, z), (reach, z), (reach - 0.35, min(z, 0.0) - 0.25), (max(reach - 0.9, 0.1), deep))
    if spec.ramp.lands == "end":
        points = tuple((-out, spec.wide_m / 2, level) for out, level in steps)
    else:
        points = tuple((spec.long_m / 2, -out, level) for out, level in steps)
    return Curve(id=f"{spec.id}/ground", what="ground", points=points)


def water_detail(case: DesignInput, found: FloatResult) -> Detail:
    """A section through a row of barrels with the water empty, with people spread, and with all of them at one edge."""
    spec: FloatSpec = case.spec
    layout, wet, h = found.layout, found.wet, found.layout.heights
    t = layout.timber
    bars = [
        _bar(
            spec, "boards", (0.0, h.boards_m + t.board.thickness_m / 2), long_m=spec.wide_m, width_m=t.board.thickness_m
        ),
        _bar(spec, "joist", (0.0, h.joist_m + t.joist.width_m / 2), long_m=spec.wide_m, width_m=t.joist.width_m),
    ]
    for k, y in enumerate(layout.cradles_m):
        low, high = (y, h.cradle_m), (y, h.joist_m)
        bars.append(
            DetailMember(
                id=f"{spec.id}/afloat/rail/{k}", what="stile", start=low, end=high, width_m=t.cradle.thickness_m
            )
        )
    r = h.axis_m
    turn = [2 * math.pi * k / POINTS for k in range(POINTS + 1)]
    traces = [
        DetailLine(what="round", points=tuple((y + r * math.cos(a), r + r * math.sin(a)) for a in turn))
        for y in layout.rows_m
    ]
    measures = [Measure(says="Deck over the barrels' underside", value_m=h.deck_m)]
    for says, people in (("Draft, empty", 0), (f"Draft, {wet.count} spread", wet.count)):
        try:
            z = wet.draft(people)
        except OutOfScopeError:
            continue
        traces.append(_water(spec, z, 0.0, label=says.removeprefix("Draft, ")))
        measures += [
            Measure(says=says, value_m=z),
            Measure(says=says.replace("Draft", "Freeboard"), value_m=h.deck_m - z),
        ]
    try:
        heel = wet.at_side(wet.count)
        if heel is not None:
            traces.append(_water(spec, wet.draft(wet.count), heel, label=f"{wet.count} at one edge"))
            measures.append(Measure(says=f"Heel, {wet.count} at one edge", angle_rad=heel))
    except OutOfScopeError:
        pass
    return Detail(
        id=f"{spec.id}/afloat",
        about=f"{spec.id}/afloat",
        title="Across it, with its water",
        bars=tuple(bars),
        traces=tuple(traces),
        measures=tuple(measures),
    )


def _bar(spec: FloatSpec, what: str, start: tuple[float, float], *, long_m: float, width_m: float) -> DetailMember:
    end = (start[0] + long_m, start[1])
    return DetailMember(id=f"{spec.id}/afloat/{what}", what="stile", start=start, end=end, width_m=width_m)


def _water(spec: FloatSpec, z: float, heel: float, *, label: str) -> DetailLine:
    mid, out = spec.wide_m / 2, spec.wide_m / 2 + BESIDE_M
    ways = (-1, 1) if label != "empty" else (1, -1)  # words stand over a line's last end
    points = tuple((mid + s * out, z + s * out * math.tan(heel)) for s in ways)
    return DetailLine(what="water", points=points, label=label)


def ramp_detail(case: DesignInput, found: FloatResult) -> Detail | None:
    """The ramp from its sill at today's, the lowest and the highest water."""
    spec: FloatSpec = case.spec
    if not found.ramps:
        return None
    traces = [DetailLine(what="ground", points=((-0.8, spec.ramp.bank_m), (0.0, spec.ramp.bank_m), (0.3, -0.9)))]
    measures = []
    for says, one in zip(("today", "lowest water", "highest water"), found.ramps, strict=True):
        end = (one.level_m, spec.ramp.bank_m - one.over_m)
        traces.append(DetailLine(what="edge", points=((0.0, spec.ramp.bank_m), end)))
        water = ((0.5, one.water_m), (one.level_m + 1.0, one.water_m))
        traces.append(DetailLine(what="water", points=water, label=says))
        measures.append(Measure(says=f"Slope, {says}", angle_rad=abs(one.slope_rad)))
        measures.append(Measure(says=f"Sill to moving end, level, {says}", value_m=one.level_m))
    return Detail(
        id=f"{spec.id}/ramp-over-the-year",
        about=f"{spec.id}/ramp",
        title="The ramp over the year's water",
        traces=tuple(traces),
        measures=tuple(measures),
    )
