"""Whether a platform floats, keeps its balance and holds together: by our own limits afloat, by the school in its wood."""

import math
from collections.abc import Callable
from dataclasses import dataclass

from steady.errors import OutsideScope
from steady.measure.units import GRAVITY
from steady.plan.model import Asks, Basis, Part, Step
from steady.rulebooks.answers import Wood, given_step, si
from steady.statics.beam import SpreadLoad
from steady.structures.bending import NOTHING, Loaded, Run, check_run
from steady.structures.findings import Findings, said
from steady.structures.floating.afloat import (
    FREEBOARD_M,
    HEEL_RAD,
    SUNK_SHARE,
    WATER_KG_M3,
    Afloat,
    masses_of,
    people_says,
)
from steady.structures.floating.layout import STRAPS_A_BARREL, Laid, Sloped, ramp_at
from steady.structures.floating.spec import FloatSpec
from steady.structures.kind import Case
from steady.structures.wood import outdoors
from steady.yard.stock import Stick

MOST_M2, MOST_PEOPLE = 25.0, 16
"""A larger platform, or one for more people, is not a small private one [our own]."""
SLOPE_RATIO = 1 / 4
"""Steeper than this a wet ramp throws people [our own]."""
SUN_SHARE = 0.5
"""Webbing that stood in the sun holds half of its maker's figure [our own]."""
PERSON_N = 1000.0
UNDER = (
    "practice: our own limit for a small private platform; the values of marinas are not known well enough to be given"
)
HYDRO = "hydrostatics"


@dataclass(frozen=True, slots=True, kw_only=True)
class Built:
    """What floats: the platform's own pieces, z from the barrels' underside, its ramp's, and what cannot be cut."""

    laid: Laid
    own: tuple[Part, ...]
    ramp: tuple[Part, ...]
    clashes: tuple[str, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class FloatFound:
    """Everything reckoned. `wet` and `dry`: afloat with soaked and with dry wood; None: it sinks under its own weight."""

    findings: Findings
    laid: Laid
    own: tuple[Part, ...]
    clashes: tuple[str, ...]
    dry: Afloat
    wet: Afloat
    draft_m: float
    ramps: tuple[Sloped, ...]

    @property
    def dry_kg(self) -> float:
        """What is turned over: frame, barrels and straps, dry."""
        return math.fsum(part.mass_kg * part.count for part in self.own if part.role != "decking")


def reckon_float(case: Case, built: Built) -> FloatFound:
    """Reckon a platform.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    spec: FloatSpec = case.spec
    found, laid, clashes = Findings(book=case.book), built.laid, list(built.clashes)
    ramp_kg = math.fsum(part.mass_kg * part.count for part in built.ramp)
    dry = Afloat(spec, laid, masses_of(spec, laid, built.own, ramp_kg))
    wet = Afloat(spec, laid, masses_of(spec, laid, built.own, ramp_kg, spec.soaked_ratio))
    try:
        draft = wet.draft()
        _floats(found, wet)
        _lost(found, wet)
    except OutsideScope as refused:
        for name in ("Barrels are sunk no more than half", "Keeps its balance with everybody at one edge"):
            found.gap(name, f"{spec.id}/afloat", refused)
        clashes.append("It sinks under its own weight: more barrels, or larger ones")
        draft = spec.barrel.diameter_m
    ramps = tuple(_ramps(spec, laid.heights.deck_m - draft)) if spec.ramp.length_m else ()
    _wood(found, case, laid)
    _joints(found, case, laid)
    if ramps:
        _ramp(found, case, laid, ramps)
    if not spec.moorings.strip():
        found.gap(
            "Moorings hold",
            f"{spec.id}/moorings",
            OutsideScope(
                "anchors and lines are not reckoned, and none are entered", "type what moors it, in your own words"
            ),
            crew=True,
        )
    return FloatFound(
        findings=found,
        laid=laid,
        own=built.own,
        clashes=tuple(clashes),
        dry=dry,
        wet=wet,
        draft_m=draft,
        ramps=ramps,
    )


def _ramps(spec: FloatSpec, deck_m: float) -> list[Sloped]:
    """The ramp at today's, the lowest and the highest water."""
    return [ramp_at(spec, deck_m, water) for water in (0.0, -spec.low_m, spec.high_m)]


def _degrees(symbol: str, value_rad: float, says: str, source: str = HYDRO) -> Step:
    return given_step(symbol, math.degrees(value_rad), "deg", source, says)


def _floats(found: Findings, wet: Afloat) -> None:
    """Freeboard and draft with everybody spread, half of them at an edge, all of them at one."""
    about, n = f"{wet.spec.id}/afloat", wet.count
    # Where nobody said how many, the number is ours: made to fit every limit.
    own = wet.spec.people is None
    limit = found.length_step("F_min", FREEBOARD_M, "everybody spread over it", UNDER)
    try:
        has = max(wet.freeboard(n), 1e-6)
    except OutsideScope:
        has = 1e-6  # it sinks under them: nothing of it stands over the water
    found.at_least(
        "Freeboard with everybody spread",
        about,
        found.length_step("F", has, f"deck over the water with {people_says(n)}", HYDRO),
        limit,
        _weights(found, wet),
        f"{people_says(n)}, wood soaked",
        asks=Asks.SAFETY,
        fitted=own,
    )
    sunk = given_step("f", wet.sunk(n), "", HYDRO, "all that floats over what the barrels displace")
    most = given_step("f_max", SUNK_SHARE, "", UNDER)
    case = f"{people_says(n)} spread"
    found.at_most(
        "Barrels are sunk no more than half",
        about,
        sunk,
        most,
        _weights(found, wet),
        case,
        asks=Asks.SAFETY,
        fitted=own,
    )
    half = -(-n // 2)
    for way, lean in (("one side", wet.at_side), ("one end", wet.at_end)):
        heel = _lean(lambda lean=lean: lean(half))  # type: ignore[misc]
        found.at_most(
            "Heels little with half of them at an edge",
            about,
            _degrees("theta", heel, f"exact: each barrel's lift at its own centre, {people_says(half)} at {way}"),
            _degrees("theta_max", HEEL_RAD, "", UNDER),
            (),
            f"{half} at {way}",
            asks=Asks.SAFETY,
            fitted=own,
        )
    found.at_least(
        "Keeps its balance with everybody at one edge",
        about,
        given_step("N_b", float(wet.no_balance_at), "people", HYDRO, "at one edge or end no balance is found"),
        given_step("N", float(n + 1), "people", UNDER, "one more than it must carry"),
        (),
        people_says(n),
        asks=Asks.SAFETY,
        fitted=own,
    )


def _lean(lean: Callable[[], float | None]) -> float:
    """A lean; a right angle where there is no balance or it sinks."""
    try:
        found = lean()
    except OutsideScope:
        return math.pi / 2
    return max(found, 1e-6) if found is not None else math.pi / 2


def _weights(found: Findings, wet: Afloat) -> tuple[Step, ...]:
    """What floats, in working."""
    spec, barrel = wet.spec, wet.spec.barrel
    total = wet.dead_kg + wet.count * spec.person_kg
    holds = len(wet.roll.at_m) * barrel.volume_m3 * WATER_KG_M3[spec.water]
    return (
        Step(
            symbol="m",
            value=total,
            unit="kg",
            formula="m_0 + N * m_p",
            inputs=(("m_0", wet.dead_kg, "kg"), ("N", float(wet.count), ""), ("m_p", spec.person_kg, "kg")),
            source=HYDRO,
            says="platform soaked, half of its ramp, and people",
        ),
        Step(
            symbol="m_b",
            value=holds,
            unit="kg",
            formula="n * V * rho",
            inputs=(
                ("n", float(len(wet.roll.at_m)), ""),
                ("V", barrel.volume_m3, "m3"),
                ("rho", WATER_KG_M3[spec.water], "kg/m3"),
            ),
            source=HYDRO,
            says="what the barrels displace",
        ),
    )


def _lost(found: Findings, wet: Afloat) -> None:
    """A corner barrel full of water: everybody in the middle, the edge still over the water."""
    spec, people = wet.spec, wet.count
    worst, limit = wet.lost(people)
    found.at_most(
        "Stays up when a barrel is lost",
        f"{spec.id}/afloat",
        _degrees("theta_1", worst, "a corner barrel full of water, everybody in the middle"),
        _degrees("theta_e", limit, "by geometry: an edge goes under", "geometry"),
        (),
        f"{people_says(people)} in the middle",
        asks=Asks.SAFETY,
        fitted=spec.people is None,
    )


def _live(case: Case) -> Step:
    spec: FloatSpec = case.spec
    u = case.book.units
    if spec.live_pa is not None:
        return given_step("L", spec.live_pa / u.pressure_pa, u.pressure, "user: typed", "people on any one part")
    site = case.site
    return case.book.deck_live_pa(
        ground_snow_pa=site.ground_snow_pa, rain_pa=site.rain_snow_pa, deck_width_m=spec.wide_m, raised=False
    )


def _timber(stick: Stick, spec: FloatSpec, shared: bool = False) -> Wood:
    return Wood(
        species=stick.species,
        size=stick.size,
        grade=stick.grade,
        width_m=stick.thickness_m,
        depth_m=stick.width_m,
        wet=spec.wet,
        incised=stick.incised,
        shared=shared,
        sheathed=False,
    )


def _dead_pa(laid: Laid) -> float:
    """Boards and joists on plan. Source: geometry."""
    t = laid.timber
    boards = t.board.density_kg_per_m3 * t.board.thickness_m
    joists = t.joist.density_kg_per_m3 * t.joist.thickness_m * t.joist.width_m / laid.joists.spacing_m
    return (boards + joists) * GRAVITY


def _wood(found: Findings, case: Case, laid: Laid) -> None:
    """Joists over the cradle rails, rails over the barrels (afloat, pressed up, and on a stand), boards over the joists."""
    spec: FloatSpec = case.spec
    try:
        live = _live(case)
    except OutsideScope as refused:
        for name in ("Joists bend", "Joists shear", "Joists sag", "Cradles bend", "Cradles shear", "Cradles sag"):
            found.gap(name, f"{spec.id}/joists", refused)
        for name in ("Pressed-up cradles bend", "Boards reach between joists"):
            found.gap(name, f"{spec.id}/cradles", refused)
        return
    live_pa, dead_pa = si(live), _dead_pa(laid) * spec.soaked_ratio
    joist = _joist_run(spec, laid)
    _joists(found, spec, laid, joist, (dead_pa, live_pa))
    # A rail carries the most loaded of the joists' lines, per metre along it.
    width_m = max(joist.reactions_n(1.0))
    _cradles(found, spec, laid, (dead_pa * width_m, live_pa * width_m))
    _boards(found, spec, laid)


def _joist_run(spec: FloatSpec, laid: Laid) -> Run:
    t = laid.timber.joist.thickness_m
    return Run(length_m=spec.wide_m - 2 * t, supports_m=tuple(y - t for y in laid.cradles_m))


def _joists(found: Findings, spec: FloatSpec, laid: Laid, run: Run, loads_pa: tuple[float, float]) -> None:
    each = laid.joists.spacing_m
    dead_pa, live_pa = loads_pa
    wood = _timber(laid.timber.joist, spec, shared=each <= 0.61)
    between = max(zip(run.supports_m, run.supports_m[1:], strict=False), key=lambda pair: pair[1] - pair[0])
    middle = SpreadLoad(from_m=between[0], to_m=between[1], start_n_per_m=live_pa * each, end_n_per_m=live_pa * each)
    loads = [
        Loaded(says="people all over it", action=run.even(live_pa * each), lasts="floor"),
        Loaded(says="people between the rows", action=run.under([middle]), lasts="floor"),
        Loaded(says="a person at the edge", action=run.point(PERSON_N, 0.0), lasts="floor", sags=False),
    ]
    limits = found.book.deck_sags(wood, 1)
    check_run(found, "Joists", f"{spec.id}/joists", wood, run, run.even(dead_pa * each), loads, limits)


def _cradles(found: Findings, spec: FloatSpec, laid: Laid, lines_n: tuple[float, float]) -> None:
    """Afloat a rail lies on its barrels; on a stand it hangs between the outer two with nobody on it."""
    about, wood = f"{spec.id}/cradles", _timber(laid.timber.cradle, spec)
    dead_n, live_n = lines_n
    limits = found.book.deck_sags(wood, 1)
    if len(laid.along_m) > 1:
        run = Run(length_m=spec.long_m, supports_m=laid.along_m)
        loads = [Loaded(says="people all over it", action=run.even(live_n), lasts="floor")]
        check_run(found, "Cradles", about, wood, run, run.even(dead_n), loads, limits)
        ends = Run(length_m=spec.long_m, supports_m=(laid.along_m[0], laid.along_m[-1]))
        barrels_n = spec.barrel.mass_kg * GRAVITY / 2 * len(laid.along_m) / spec.long_m
        ashore = [
            Loaded(says="on a stand or on ice, held at its ends", action=ends.even(dead_n + barrels_n), lasts="floor")
        ]
        check_run(found, "Cradles", about, wood, ends, NOTHING, ashore, ())
    pressed = Run(length_m=laid.joists.spacing_m, supports_m=(0.0, laid.joists.spacing_m))
    up_n = push_up_n(spec) / 2 / laid_length_m(spec)
    load = [Loaded(says="a barrel pressed wholly under", action=pressed.even(up_n), lasts="floor", sags=False)]
    before = list(found.checks)
    found.checks = []
    check_run(found, "Pressed-up cradles", about, wood, pressed, NOTHING, load, ())
    found.checks = [*before, *found.checks]


def push_up_n(spec: FloatSpec) -> float:
    """What a barrel held under water presses up with: (V ρ − m) g. Source: hydrostatics."""
    return (spec.barrel.volume_m3 * WATER_KG_M3[spec.water] - spec.barrel.mass_kg) * GRAVITY


def flooded_n(spec: FloatSpec) -> float:
    """What a barrel full of water weighs out of the water. Source: hydrostatics."""
    return (spec.barrel.volume_m3 * WATER_KG_M3[spec.water] + spec.barrel.mass_kg) * GRAVITY


def laid_length_m(spec: FloatSpec) -> float:
    """Length over which a barrel bears on its rails: what its volume makes of it. Source: geometry."""
    return spec.barrel.volume_m3 / (math.pi * spec.barrel.diameter_m**2 / 4)


def _boards(found: Findings, spec: FloatSpec, laid: Laid) -> None:
    """A person on one board between joists; where no table has its wood, the spacing it is sold for."""
    about, board = f"{spec.id}/boards", laid.timber.board
    clear_m = max(laid.joists.spacing_m - laid.timber.joist.thickness_m, 0.05)
    run = Run(length_m=clear_m, supports_m=(0.0, clear_m))
    load = [Loaded(says="one person on one board", action=run.point(PERSON_N, clear_m / 2), lasts="floor", sags=False)]
    gaps = list(found.not_covered)
    check_run(found, "Boards", about, outdoors(board, flat=True), run, NOTHING, load, ())
    refused = found.not_covered[len(gaps) :]
    if refused and clear_m <= _sold_for_m(board.thickness_m):
        found.not_covered = gaps
        found.at_most(
            "Boards reach between joists",
            about,
            found.length_step("s", laid.joists.spacing_m, "between joists, centre to centre"),
            found.length_step(
                "s_max", _sold_for_m(board.thickness_m), "by their thickness", "practice: what boards are sold for; low"
            ),
            (),
            "by their thickness",
        )


REACHES_M = ((0.019, 0.3), (0.025, 0.4064), (0.032, 0.45), (0.038, 0.6096))


def _sold_for_m(thick_m: float) -> float:
    """Spacing that a board is sold for [common practice]."""
    return max((reach for thick, reach in REACHES_M if thick <= thick_m + 1e-6), default=0.0)


def _joints(found: Findings, case: Case, laid: Laid) -> None:
    """What only a maker's number closes: straps on lifting, angles between rails and joists."""
    spec: FloatSpec = case.spec
    u = case.book.units
    each = flooded_n(spec) / STRAPS_A_BARREL
    strap = Step(
        symbol="T_s",
        value=each / SUN_SHARE / u.force_n,
        unit=u.force,
        formula="W / n / k",
        inputs=(("W", flooded_n(spec) / u.force_n, u.force), ("n", float(STRAPS_A_BARREL), ""), ("k", SUN_SHARE, "")),
        source="statics: a barrel full of water lifted with the platform, webbing halved for the sun",
        says="each strap, new",
    )
    found.gap(
        "Straps hold a flooded barrel",
        f"{spec.id}/barrels",
        OutsideScope(
            f"no rating is entered; each strap and its ratchet must hold {said(strap)} when new",
            "the maker's number for strap and ratchet together",
        ),
        crew=True,
        needs=strap,
    )
    crossings = max(1, math.floor(laid_length_m(spec) / laid.joists.spacing_m))
    pull = given_step(
        "T_a",
        flooded_n(spec) / 2 / crossings / u.force_n,
        u.force,
        "statics: half of a flooded barrel on one rail, shared by the joists over it",
        "each angle, on lifting",
    )
    found.gap(
        "Angles hold the cradles",
        f"{spec.id}/cradles",
        OutsideScope(
            f"no rating is entered; each angle must hold {said(pull)}, rail to joist",
            "the maker's number for one angle",
        ),
        crew=True,
        needs=pull,
    )


def _ramp(found: Findings, case: Case, laid: Laid, ramps: tuple[Sloped, ...]) -> None:
    """The ramp as a bridge with a moving end: its stringers under people, and its slope over the year's water."""
    spec: FloatSpec = case.spec
    about, stick = f"{spec.id}/ramp", laid.timber.stringer
    assert stick is not None
    steep = max(ramps, key=lambda one: abs(one.slope_rad))
    slope = Step(
        symbol="i",
        value=abs(math.tan(steep.slope_rad)),
        unit="",
        formula="h / sqrt(L ** 2 - h ** 2)",
        inputs=(("h", abs(steep.over_m), "m"), ("L", spec.ramp.length_m, "m")),
        source="geometry",
        says="rise over run at the worst water",
    )
    water = "lowest" if steep.water_m < 0 else "highest" if steep.water_m > 0 else "today's"
    limit = given_step("i_max", SLOPE_RATIO, "", "practice: our own; a wet ramp steeper than 1 in 4 throws people")
    if slope.value > 0:
        found.at_most("Ramp is not too steep", about, slope, limit, (), f"at the {water} water", asks=Asks.SAFETY)
    try:
        live_pa = si(_live(case))
    except OutsideScope as refused:
        found.gap("Stringers bend", about, refused)
        return
    each = spec.ramp.width_m / (spec.ramp.count - 1)
    board = laid.timber.board
    own = (board.density_kg_per_m3 * board.thickness_m * each) + (
        stick.density_kg_per_m3 * stick.thickness_m * stick.width_m
    )
    run = Run(length_m=spec.ramp.length_m, supports_m=(0.0, spec.ramp.length_m))
    wood = _timber(stick, spec)
    loads = [
        Loaded(says="people all over it", action=run.even(live_pa * each), lasts="floor"),
        Loaded(says="a person at the middle", action=run.point(PERSON_N, run.middle_m()), lasts="floor", sags=False),
    ]
    dead = run.even(own * GRAVITY * spec.soaked_ratio)
    check_run(found, "Stringers", about, wood, run, dead, loads, found.book.deck_sags(wood, 1))


def out_of_scope(found: Findings, case: Case) -> None:
    """What this program does not answer for: then nothing is said to pass."""
    spec: FloatSpec = case.spec
    why = ""
    if case.site.use == "public":
        why = "a platform that the public uses is outside what a house tool may answer"
    elif spec.boats:
        why = "boats tied to it pull and strike in ways that are not reckoned"
    elif spec.roofed:
        why = "a roof on it catches wind high over the water, and snow: not reckoned"
    elif spec.long_m * spec.wide_m > MOST_M2:
        why = "a platform of more than 25 m² (270 sq ft) is outside what a house tool may answer"
    elif (spec.people or 0) > MOST_PEOPLE:
        why = "more than sixteen people are outside what a house tool may answer"
    elif spec.ice == "in":
        why = "how ice squeezes and lifts what is left in it is not reckoned"
    if why:
        found.checks.clear()
        found.not_covered.clear()
        for basis in (Basis.RECKONED, Basis.TABLE):
            found.gap("All checks", spec.id, OutsideScope(why, MENDS.get(why, "ask an engineer")), basis)


MENDS = {
    "how ice squeezes and lifts what is left in it is not reckoned": "take it out before the water freezes",
    "a roof on it catches wind high over the water, and snow: not reckoned": "leave the roof off",
    "boats tied to it pull and strike in ways that are not reckoned": "moor boats on a buoy of their own",
}
