"""The checks of a deck's joists: their span, their overhang, bending over and between supports, bearing, and lifting back ends."""

import math
from dataclasses import replace
from functools import lru_cache
from typing import Any

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import BendingDemand, check_member, floor_cases
from steady.design_codes.facets.spans import Spans
from steady.design_codes.requests import JoistInput, SeatInput, Wood
from steady.design_codes.results import Action, SpanResult, given_step, si
from steady.errors import OutOfScopeError
from steady.memo import IdentityKey, cached
from steady.plan.model import Basis, CalculationStep
from steady.structures.check_collector import Alike, said
from steady.structures.deck.checks.findings import (
    DeckCheckCollector,
    DeckCheckInput,
    DeckTimbers,
    beam_line,
    joist_wood,
)
from steady.structures.deck.checks.members import Envelope, at_supports, envelope, pieces, worst
from steady.structures.deck.checks.vibration import check_vibration
from steady.structures.deck.layout.framing import DeckFrame, Joist, counted_m, halves_m
from steady.structures.deck.spec.deck import DeckSpec, runs_on
from steady.units.units import LB

TIP_N = 220 * LB
TIP_RATIO = 180.0
"""Terms of the residential code's overhangs: 220 lb at the tip, a/180. Source: IRC R507.6 (from memory, high)."""


def strip_m(spec: DeckSpec, frame: DeckFrame) -> float:
    """Width of deck on the most loaded joist: joists' spacing; of a footbridge's few stringers what lies on one of them, half of
    it where there are two."""
    if spec.bridge is None:
        return spec.spacing_m
    left, _, right, _ = frame.outline.box
    count = len(frame.joists)
    return (right - left) / 2 if count <= 2 else min(spec.spacing_m, (right - left) / (count - 1))


def ask_of(
    spec: DeckSpec, book: Spans, collector: DeckCheckCollector, *, table: bool = False, strip: float | None = None
) -> JoistInput:
    """The question a rulebook is asked about this deck's joists. `strip`: what one carries, in place of their spacing (m)."""
    return JoistInput(
        spacing_m=spec.spacing_m if strip is None else strip,
        floor=collector.load.floor,
        table=table,
        longest_m=book.joist_longest_m,
        stiffening=spec.stiffening,
    )


def overhang_limit_m(book: Spans, wood: Wood, back_m: float) -> tuple[float, SpanResult | None]:
    """How far joists may run past their beam: the school's rule, else a quarter of the span behind [common practice]."""
    try:
        rule = book.joist_cantilever((wood,), back_span_m=back_m, tip_n=TIP_N, tip_limit_ratio=TIP_RATIO)
    except OutOfScopeError:
        return back_m / 4, None
    return rule.span_m, rule


UNREAD: dict[str, Any] = {"beam": "", "plies": 1, "beams": None, "posts": None}
"""What a search changes and no check of a joist reads but through the frame, save how it lies on its beam."""


def check_joists(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> None:
    """Every check of the joists; alike joists are calculated once."""
    before, after = cached(_alone, DeckCheckInput.of(collector, **UNREAD), IdentityKey(frame), timber.joist)
    collector.say(before)
    _bearing(collector, frame, timber)
    collector.say(after)


def _alone(asked: DeckCheckInput, framed: IdentityKey, joist: SectionItem) -> tuple[Alike, Alike]:
    """What is found of joists whatever beam they lie on: before that and after it."""
    found, frame = asked.found(), framed.it
    spec, book = found.spec, found.book
    about = f"{spec.id}/joists"
    wood = joist_wood(joist, spec, spec.spacing_m)
    span = found.length_step("L", frame.longest_span_m, "longest joist span, centre to centre of its supports")
    for basis in (Basis.CALCULATED, Basis.TABLE):
        try:
            limit = book.joist_span(
                (wood,), ask_of(spec, book, found, table=basis is Basis.TABLE, strip=strip_m(spec, frame))
            )
        except OutOfScopeError as refused:
            found.gap("joist.allowable_span", about, refused, basis=basis)
            continue
        step = found.limit_length(limit.step, limit.span_m)
        case = f"set by {limit.governs}"
        found.at_most(
            "joist.allowable_span",
            about,
            span,
            limit=step,
            working=(*found.load.steps, limit.step),
            case=case,
            basis=basis,
        )
    _statics(found, frame, wood, about=about)
    if frame.longest_past_m > 1e-6:
        _past(found, frame, wood, about=about)
    mark = found.mark()
    if spec.bridge is None:
        point_loads(found, frame, joist)
        check_vibration(found, wood, frame.longest_span_m, about=about)
    after = found.cut(mark)
    return found.since((0, 0)), after


@lru_cache(maxsize=1024)
def _kind(from_m: float, to_m: float, supports: tuple[float, ...]) -> tuple[float, ...]:
    return (round(to_m - from_m, 6), *(round(at - from_m, 6) for at in supports))


def _kind_of(joist: Joist) -> tuple[float, ...]:
    return _kind(joist.from_m, joist.to_m, joist.supports)


def kinds(spec: DeckSpec, joists: tuple[Joist, ...]) -> list[tuple[Joist, Envelope]]:
    """One joist of every kind (ends and supports alike from its own start), with the effects of unit loads on it."""
    made: dict[tuple[float, ...], tuple[Joist, Envelope]] = {}
    for joist in joists:
        key = _kind_of(joist)
        if key not in made:
            parts = pieces(0.0, key[0], key[1:], unbroken=runs_on(spec))
            made[key] = joist, worst([envelope(part) for part in parts])
    return list(made.values())


def supported(spec: DeckSpec, joists: tuple[Joist, ...]) -> list[tuple[Joist, tuple[tuple[float, float, float], ...]]]:
    """One joist of every kind with its dead, greatest and least live reaction at every support, per unit of load."""
    made: dict[tuple[float, ...], tuple[Joist, tuple[tuple[float, float, float], ...]]] = {}
    for joist in joists:
        key = _kind_of(joist)
        if key not in made:
            parts = pieces(0.0, key[0], key[1:], unbroken=runs_on(spec))
            made[key] = joist, at_supports([envelope(part) for part in parts])
    return list(made.values())


def live_patterns(spec: DeckSpec, joists: tuple[Joist, ...]) -> dict[str, float]:
    """By beam: how much more live load comes on it where people stand at their worst than where they stand everywhere.

    Source: statics, the live pattern of joists handed on to what carries them; an overhang empties its neighbour's support.
    """
    found: dict[str, float] = {}
    for joist, rows in supported(spec, joists):
        for name, halves, (dead, most, _) in zip(joist.on, halves_m(joist), rows, strict=True):
            if name:
                found[name] = max(found.get(name, 1.0), most / counted_m(halves, dead))
    return found


def _statics(collector: DeckCheckCollector, frame: DeckFrame, wood: Wood, *, about: str) -> None:
    spec, load = collector.spec, collector.load
    strip = strip_m(spec, frame)
    dead, live = load.floor.dead_pa * strip, load.floor.live_pa * strip
    effects = worst([one for _, one in kinds(spec, frame.joists)])
    span_m, past_m = frame.longest_span_m, frame.longest_past_m
    try:
        between = collector.check_member(
            wood,
            dead=effects.between(dead, live)[0],
            live=effects.between(dead, live)[1],
            span_m=span_m,
            about=about,
        )
        collector.members("joist", about, between, where="between supports")
        over = collector.check_member(
            wood,
            dead=effects.over(dead, live)[0],
            live=effects.over(dead, live)[1],
            span_m=max(2 * past_m, 0.01),
            about=about,
        )
        if effects.dead_hog + effects.live_hog > 0:
            kept = over if past_m > 1e-6 else tuple(item for item in over if item.kind in ("bending", "shear"))
            collector.members("joist", about, kept, where="past the beam" if past_m > 1e-6 else "over a beam")
    except OutOfScopeError as refused:
        collector.gap("joist.bending", about, refused)


def _past(collector: DeckCheckCollector, frame: DeckFrame, wood: Wood, *, about: str) -> None:
    spec, book = collector.spec, collector.book
    # Each end that runs past, with the span behind it: the one that uses most of its own limit is shown.
    ends = {
        (round(past_m, 6), round(back_m, 6))
        for joist in frame.joists
        for past_m, back_m in zip(joist.past_m, (joist.spans_m[0], joist.spans_m[-1]), strict=True)
        if past_m > 1e-6
    }
    past_m, back_m = max(
        ends, key=lambda end: end[0] / overhang_limit_m(book, wood, end[1])[0], default=(0.0, frame.longest_span_m)
    )
    past = collector.length_step("a", past_m, "joists past the beam's middle")
    limit_m, rule = overhang_limit_m(book, wood, back_m)
    if rule is not None:
        collector.at_most(
            "joist.cantilever_length",
            about,
            past,
            limit=collector.limit_length(rule.step, rule.span_m),
            working=(rule.step,),
            case=rule.governs,
            fitted=not spec.pins,
        )
    else:
        quarter = collector.length_step(
            "a_max", limit_m, "a quarter of the span behind", source="practice: usual bound of an overhang"
        )
        collector.at_most(
            "joist.cantilever_length",
            about,
            past,
            limit=quarter,
            working=(),
            case="a quarter of the span",
            fitted=not spec.pins,
        )
    try:
        table = book.joist_cantilever_table((wood,), spacing_m=spec.spacing_m, floor=collector.load.floor)
    except OutOfScopeError as refused:
        collector.gap("joist.cantilever_length", about, refused, basis=Basis.TABLE)
    else:
        least = min(table.span_m, back_m / 4)
        cell = (
            table.step
            if least == table.span_m
            else collector.length_step("a_max", least, "a quarter of the span behind", source=table.step.source)
        )
        collector.at_most(
            "joist.cantilever_length",
            about,
            past,
            limit=collector.limit_length(cell, least),
            working=(table.step,),
            case="table",
            basis=Basis.TABLE,
            fitted=not spec.pins,
        )
    _back_ends(collector, frame, about)


def _back_ends(collector: DeckCheckCollector, frame: DeckFrame, about: str) -> None:
    """A loaded overhang lifts the far end: what lies there must hold it down, or a tie does."""
    spec, book, load = collector.spec, collector.book, collector.load
    u = book.units
    try:
        dead_share, *_ = book.uplift()
    except OutOfScopeError:
        dead_share = 0.9
    live_factor = max(case.live for case in floor_cases(book, ""))
    dead, live = load.floor.dead_pa * spec.spacing_m, load.floor.live_pa * spec.spacing_m
    worst_needs, worst_has, lengths = 0.0, math.inf, (0.0, 0.0)
    for _, rows in supported(spec, frame.joists):
        for reaction, _, least in rows:
            needs, has = -least * live * live_factor, reaction * dead * dead_share
            if needs > 1e-6 and needs - has > worst_needs - worst_has:
                worst_needs, worst_has, lengths = needs, has, (reaction, -least)
    if worst_needs <= 1e-6 or math.isinf(worst_has):
        return
    has_step = CalculationStep(
        symbol="R_d",
        value=max(worst_has, 1e-9) / u.force_n,
        unit=u.force,
        formula="k_d * w_d * r_d" if worst_has > 1e-9 else "",
        inputs=(
            ("k_d", dead_share, ""),
            ("w_d", dead / u.line_n_per_m, u.line),
            ("r_d", lengths[0] / u.span_m, u.span),
        ),
        source="statics: r_d is the length of joist that presses there, all of it loaded",
        says="dead load at that support of one joist holds it down",
    )
    needs_step = CalculationStep(
        symbol="R_up",
        value=worst_needs / u.force_n,
        unit=u.force,
        formula="k_l * w_l * r_l",
        inputs=(
            ("k_l", live_factor, ""),
            ("w_l", live / u.line_n_per_m, u.line),
            ("r_l", lengths[1] / u.span_m, u.span),
        ),
        source="statics: r_l is the length of joist that lifts there, loaded where it lifts most",
        says="people elsewhere on the joist lift it there",
    )
    if worst_needs <= worst_has:
        collector.at_least(
            "joist.back_span_uplift",
            about,
            has_step,
            needs=needs_step,
            working=(),
            case="pattern live load, max. uplift",
        )
        return
    net = CalculationStep(
        symbol="R_net",
        value=(worst_needs - worst_has) / u.force_n,
        unit=u.force,
        formula="R_up - R_d",
        inputs=(("R_up", needs_step.value, u.force), ("R_d", worst_has / u.force_n, u.force)),
        source="statics",
        says="what a tie at that support must hold",
    )
    if worst_needs - worst_has <= NAILED_LIFT_N:
        holds = given_step(
            "R_nail",
            NAILED_LIFT_N / u.force_n,
            u.force,
            source="practice: common practice, low",
            says="what any nailed hanger or tie holds against lift",
        )
        collector.at_most(
            "joist.back_span_uplift", about, net, limit=holds, working=(has_step, needs_step), case="by its nails alone"
        )
        return
    collector.gap(
        "joist.back_span_uplift",
        about,
        OutOfScopeError(
            f"people elsewhere lift each joist off a support with {(worst_needs - worst_has) / u.force_n:,.2f} {u.force}",
            "a tie or hanger rated for it by its maker, or a shorter overhang",
        ),
        crew=True,
        needs=net,
    )


NAILED_LIFT_N = 50 * LB
"""Lift that any hanger or tie with its nails holds, whoever makes it [common practice, low]: 50 lb."""


def factored(collector: DeckCheckCollector, dead: float, live: float, *, symbol: str, says: str) -> CalculationStep:
    """The largest of the school's combinations of a dead and a live part (given in N), in the school's unit of forces."""
    unit_n, unit = collector.book.units.force_n, collector.book.units.force
    cases = floor_cases(collector.book, "")
    case = max(cases, key=lambda one: one.total(dead, live))
    return CalculationStep(
        symbol=symbol,
        value=case.total(dead, live) / unit_n,
        unit=unit,
        formula="g_D * D + g_L * L",
        inputs=(("g_D", case.dead, ""), ("D", dead / unit_n, unit), ("g_L", case.live, ""), ("L", live / unit_n, unit)),
        source=case.source or "statics",
        says=f"{case.name}: {says}",
    )


def _bearing(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> None:
    """Joists on their beams: crushed perpendicular to grain, and lying on at least what the school asks; a butt halves the seat."""
    spec, book, load = collector.spec, collector.book, collector.load
    about, wood = f"{spec.id}/joists", joist_wood(timber.joist, spec, spec.spacing_m)
    if not frame.beams:
        return
    u = book.units
    dead, live = load.floor.dead_pa * spec.spacing_m, load.floor.live_pa * spec.spacing_m
    ends, butts = (0.0, 0.0), (0.0, 0.0)
    for joist, rows in supported(spec, frame.joists):
        inner = range(1, len(rows) - 1)
        for k, (name, (reaction, most, _)) in enumerate(zip(joist.on, rows, strict=True)):
            if not name:
                continue
            butted = k in inner and not runs_on(spec)
            # Two ends meet on one beam: each brings half of what comes there, on half of its top.
            pair = (reaction * dead / (2 if butted else 1), most * live / (2 if butted else 1))
            if butted:
                butts = max(butts, pair, key=sum)
            else:
                ends = max(ends, pair, key=sum)
    if spec.seating.in_joist_plane:
        _hung(collector, max(ends, butts, key=sum), about)
        return
    # On the thinnest beam line they have the least to lie on.
    own = [beam_line(spec, timber.beam, run.id) for run in frame.beams]
    whole_m = min((plies * beam.thickness_m for beam, plies in own), default=spec.plies * timber.beam.thickness_m)
    for on_beam, length_m, says in ((ends, whole_m, "on the beam"), (butts, whole_m / 2, "butted over the beam")):
        if sum(on_beam) <= 0:
            continue
        has = collector.length_step("l_b", length_m, f"one joist {says}")
        least = collector.length_step(
            "l_min", book.least_bearing_m[0], "least bearing of a joist", source=book.least_bearing_source
        )
        collector.at_least("joist.bearing_length", about, has, needs=least, working=(), case=says)
        try:
            seat = book.seat(
                replace(wood, shared=False),
                load.floor.load,
                SeatInput(
                    width_m=timber.joist.thickness_m,
                    length_m=length_m,
                    from_end_m=frame.longest_past_m if says == "on the beam" else 0.0,
                    kind="discrete",
                ),
            )
        except (OutOfScopeError, ValueError) as refused:
            outside = refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(str(refused), "a wider beam")
            collector.gap("joist.bearing", about, outside)
            continue
        demand = factored(collector, *on_beam, symbol="R", says=f"one joist {says}")
        capacity = seat.capacity
        limit = (
            capacity
            if capacity.unit == u.force
            else given_step("R_max", si(capacity) / u.force_n, u.force, source=capacity.source)
        )
        collector.at_most(
            "joist.bearing", about, demand, limit=limit, working=(capacity,), case=f"perpendicular to grain, {says}"
        )


def _hung(collector: DeckCheckCollector, on_beam: tuple[float, float], about: str) -> None:
    """Joists flush with their beams hang in hangers from both sides: the maker's rating, or what it must be."""
    spec, u = collector.spec, collector.book.units
    demand = factored(collector, *on_beam, symbol="R", says="one joist in its hanger on a beam")
    rating = spec.ledger.hanger_rating_n
    if rating > 0:
        limit = given_step(
            "R_max", rating / u.force_n, u.force, source="user: the maker's number with the crew's own safety factor"
        )
        collector.at_most("joist_hanger_at_beam.capacity", about, demand, limit=limit, working=(), case="every nail in")
        return
    collector.gap(
        "joist_hanger_at_beam.capacity",
        about,
        OutOfScopeError(
            f"no rating of the hangers is entered; each must hold {said(demand)}",
            "the maker's number for one hanger with every nail in it",
        ),
        crew=True,
        needs=demand,
    )


def point_span_m(spec: DeckSpec, book: Rulebook, collector: DeckCheckCollector, *, wood: Wood) -> float:
    """How far an edge joist may span under one person's point load; without such a load, without end (m)."""
    point_n, _ = book.deck_point_n
    if not point_n > 0:
        return math.inf
    try:
        capacity_n_m = si(book.moment_capacity(replace(wood, shared=False), "floor"))
    except OutOfScopeError:
        return math.inf
    dead = collector.load.floor.dead_pa * spec.spacing_m / 2
    reaches = []
    for case in floor_cases(book, ""):
        a, b = case.dead * dead / 8, case.live * point_n / 4
        if b > 0:
            # a L² + b L = M: the one positive root.
            reaches.append((math.sqrt(b * b + 4 * a * capacity_n_m) - b) / (2 * a) if a > 0 else capacity_n_m / b)
    return min(reaches, default=math.inf)


def point_loads(collector: DeckCheckCollector, frame: DeckFrame, joist: SectionItem) -> None:
    """One person's point load on the first or last joist, which shares with none and carries half a bay of deck.

    Source: the school's own point load beside its spread one; the share between joists is our own, confirmed on a grid.
    """
    spec, book, floor = collector.spec, collector.book, collector.load.floor
    point_n, source = book.deck_point_n
    if not point_n > 0:
        return
    wood = replace(joist_wood(joist, spec, spec.spacing_m), shared=False)
    span_m = frame.longest_span_m
    dead = floor.dead_pa * spec.spacing_m / 2
    try:
        checks = check_member(
            book,
            wood,
            BendingDemand(
                dead=Action(
                    moment_n_m=dead * span_m**2 / 8, shear_n=dead * span_m / 2, sag_n_m3=5 * dead * span_m**4 / 384
                ),
                live=Action(moment_n_m=point_n * span_m / 4, shear_n=point_n, sag_n_m3=point_n * span_m**3 / 48),
                span_m=span_m,
            ),
            about=f"{spec.id}/joists",
        )
    except OutOfScopeError as refused:
        collector.gap("joist.point_load", f"{spec.id}/joists", refused)
        return
    strong = tuple(item for item in checks if item.kind in ("bending", "shear"))
    collector.members("joist", f"{spec.id}/joists", strong, where=f"point load on edge joist ({source})")
