"""The checks of a deck's joists: their span, their overhang, bending over and between supports, bearing, and lifting back ends."""

import math
from dataclasses import replace

from steady.errors import OutsideScope
from steady.measure.units import LB
from steady.plan.model import Basis, Step
from steady.rulebooks.answers import JoistAsk, SpanFound, Wood, si
from steady.rulebooks.base import Rulebook
from steady.rulebooks.bent import check_member, floor_cases
from steady.structures.deck.findings import Found, Timber, joist_wood
from steady.structures.deck.framing import Frame, Joist
from steady.structures.deck.members import Envelope, envelope, pieces, worst
from steady.structures.deck.spec import DeckSpec

TIP_N = 220 * LB
TIP_RATIO = 180.0
"""Terms of the residential code's overhangs: 220 lb at the tip, a/180. Source: IRC R507.6 (from memory, high)."""


def ask_of(spec: DeckSpec, book: Rulebook, found: Found, table: bool = False) -> JoistAsk:
    """The question a rulebook is asked about this deck's joists."""
    return JoistAsk(
        spacing_m=spec.spacing_m,
        floor=found.load.floor,
        table=table,
        longest_m=book.joist_longest_m,
        stiffening=spec.stiffening,
    )


def overhang_limit_m(spec: DeckSpec, book: Rulebook, wood: Wood, back_m: float) -> tuple[float, SpanFound | None]:
    """How far joists may run past their beam: the school's rule, else a quarter of the span behind [common practice]."""
    try:
        rule = book.joist_cantilever((wood,), back_span_m=back_m, tip_n=TIP_N, tip_limit_ratio=TIP_RATIO)
    except OutsideScope:
        return back_m / 4, None
    return rule.span_m, rule


def reckon_joists(found: Found, frame: Frame, timber: Timber) -> None:
    """Every check of the joists; alike joists are reckoned once."""
    spec, book = found.spec, found.book
    about = f"{spec.id}/joists"
    wood = joist_wood(timber.joist, spec, spec.spacing_m)
    span = found.length_step("L", frame.longest_span_m, "longest joist span, centre to centre of its supports")
    for basis in (Basis.RECKONED, Basis.TABLE):
        try:
            limit = book.joist_span((wood,), ask_of(spec, book, found, basis is Basis.TABLE))
        except OutsideScope as refused:
            found.gap("Joists span", about, refused, basis)
            continue
        step = found.limit_length(limit.step, limit.span_m)
        case = f"set by {limit.governs}"
        found.at_most("Joists span", about, span, step, (*found.load.steps, limit.step), case, basis)
    _statics(found, frame, wood, about)
    if frame.longest_past_m > 1e-6:
        _past(found, frame, wood, about)
    _bearing(found, frame, timber, wood, about)


def kinds(spec: DeckSpec, joists: tuple[Joist, ...]) -> list[tuple[Joist, Envelope]]:
    """One joist of every kind (ends and supports alike from its own start), with the effects of unit loads on it."""
    made: dict[tuple[float, ...], tuple[Joist, Envelope]] = {}
    for joist in joists:
        key = (round(joist.to_m - joist.from_m, 6), *(round(s - joist.from_m, 6) for s in joist.supports))
        if key not in made:
            parts = pieces(0.0, key[0], key[1:], spec.joists_over == "unbroken")
            made[key] = joist, worst([envelope(part) for part in parts])
    return list(made.values())


def _statics(found: Found, frame: Frame, wood: Wood, about: str) -> None:
    spec, book, load = found.spec, found.book, found.load
    dead, live = load.floor.dead_pa * spec.spacing_m, load.floor.live_pa * spec.spacing_m
    effects = worst([one for _, one in kinds(spec, frame.joists)])
    span_m, past_m = frame.longest_span_m, frame.longest_past_m
    try:
        between = check_member(
            book, wood, dead=effects.between(dead, live)[0], live=effects.between(dead, live)[1], span_m=span_m,
            load=load.floor.load, about=about,
        )  # fmt: skip
        found.members("Joists", about, between, "between supports")
        over = check_member(
            book, wood, dead=effects.over(dead, live)[0], live=effects.over(dead, live)[1],
            span_m=max(2 * past_m, 0.01), load=load.floor.load, about=about,
        )  # fmt: skip
        if effects.dead_hog + effects.live_hog > 0:
            kept = over if past_m > 1e-6 else tuple(item for item in over if item.kind in ("bending", "shear"))
            found.members("Joists", about, kept, "past the beam" if past_m > 1e-6 else "over a beam")
    except OutsideScope as refused:
        found.gap("Joists bend", about, refused)


def _past(found: Found, frame: Frame, wood: Wood, about: str) -> None:
    spec, book = found.spec, found.book
    back_m = min(
        (
            joist.spans_m[0 if joist.past_m[0] > joist.past_m[1] else -1]
            for joist in frame.joists
            if max(joist.past_m) > 1e-6
        ),
        default=frame.longest_span_m,
    )
    past = found.length_step("a", frame.longest_past_m, "joists past the beam's middle")
    limit_m, rule = overhang_limit_m(spec, book, wood, back_m)
    if rule is not None:
        found.at_most(
            "Joists run past the beam",
            about,
            past,
            found.limit_length(rule.step, rule.span_m),
            (rule.step,),
            rule.governs,
        )
    else:
        quarter = found.length_step(
            "a_max", limit_m, "a quarter of the span behind", "practice: usual bound of an overhang"
        )
        found.at_most("Joists run past the beam", about, past, quarter, (), "a quarter of the span")
    try:
        table = book.joist_cantilever_table((wood,), spacing_m=spec.spacing_m, floor=found.load.floor)
    except OutsideScope as refused:
        found.gap("Joists run past the beam", about, refused, Basis.TABLE)
    else:
        least = min(table.span_m, back_m / 4)
        cell = (
            table.step
            if least == table.span_m
            else found.length_step("a_max", least, "a quarter of the span behind", table.step.source)
        )
        found.at_most(
            "Joists run past the beam",
            about,
            past,
            found.limit_length(cell, least),
            (table.step,),
            "table",
            Basis.TABLE,
        )
    _back_ends(found, frame, about)


def _back_ends(found: Found, frame: Frame, about: str) -> None:
    """A loaded overhang lifts the far end: what lies there must hold it down, or a tie does."""
    spec, book, load = found.spec, found.book, found.load
    u = book.units
    try:
        dead_share, *_ = book.uplift()
    except OutsideScope:
        dead_share = 0.9
    live_factor = max(case.live for case in floor_cases(book, ""))
    dead, live = load.floor.dead_pa * spec.spacing_m, load.floor.live_pa * spec.spacing_m
    worst_needs, worst_has = 0.0, math.inf
    for _, effects in kinds(spec, frame.joists):
        for reaction, least in zip(effects.reactions, effects.least, strict=True):
            needs, has = -least * live * live_factor, reaction * dead * dead_share
            if needs > 1e-6 and needs - has > worst_needs - worst_has:
                worst_needs, worst_has = needs, has
    if worst_needs <= 1e-6 or math.isinf(worst_has):
        return
    has_step = Step(
        symbol="R_d", value=max(worst_has, 1e-9) / u.force_n, unit=u.force, formula="", inputs=(),
        source="statics: dead load alone", says="dead load at that support of one joist holds it down",
    )  # fmt: skip
    needs_step = Step(
        symbol="R_up", value=worst_needs / u.force_n, unit=u.force, formula="", inputs=(),
        source="statics: live load where it lifts most", says="people elsewhere on the joist lift it there",
    )  # fmt: skip
    if worst_needs <= worst_has:
        found.at_least("Back ends stay down", about, has_step, needs_step, (), "live load where it lifts most")
        return
    found.gap(
        "Back ends stay down", about,
        OutsideScope(
            f"people elsewhere lift each joist off a support with {(worst_needs - worst_has) / u.force_n:,.2f} {u.force}",
            "a tie or hanger rated for it by its maker, or a shorter overhang",
        ),
        crew=True,
    )  # fmt: skip


def factored(found: Found, dead: float, live: float, symbol: str, unit_n: float, unit: str, says: str) -> Step:
    """The largest of the school's combinations of a dead and a live part (given in N)."""
    cases = floor_cases(found.book, "")
    case = max(cases, key=lambda one: one.total(dead, live))
    return Step(
        symbol=symbol, value=case.total(dead, live) / unit_n, unit=unit, formula="g_D * D + g_L * L",
        inputs=(("g_D", case.dead, ""), ("D", dead / unit_n, unit), ("g_L", case.live, ""), ("L", live / unit_n, unit)),
        source=case.source or "statics", says=f"{case.name}: {says}",
    )  # fmt: skip


def _bearing(found: Found, frame: Frame, timber: Timber, wood: Wood, about: str) -> None:
    spec, book, load = found.spec, found.book, found.load
    if spec.seat == "flush" or not frame.beams:
        return
    u = book.units
    dead, live = load.floor.dead_pa * spec.spacing_m, load.floor.live_pa * spec.spacing_m
    on_beams = 0.0, 0.0
    for joist, effects in kinds(spec, frame.joists):
        if len(effects.reactions) != len(joist.on):
            continue
        for name, reaction, most in zip(joist.on, effects.reactions, effects.most, strict=True):
            if name:
                on_beams = max(on_beams, (reaction * dead, most * live), key=sum)
    length_m = spec.plies * timber.beam.thickness_m
    try:
        seat = book.seat(
            replace(wood, shared=False), load.floor.load, width_m=timber.joist.thickness_m, length_m=length_m,
            from_end_m=frame.longest_past_m, kind="discrete",
        )  # fmt: skip
    except (OutsideScope, ValueError) as refused:
        outside = refused if isinstance(refused, OutsideScope) else OutsideScope(str(refused), "a wider beam")
        found.gap("Joists bear on the beam", about, outside)
        return
    demand = factored(found, *on_beams, "R", u.force_n, u.force, "one joist on the beam")
    capacity = seat.capacity
    limit = capacity if capacity.unit == u.force else Step(
        symbol="R_max", value=si(capacity) / u.force_n, unit=u.force, formula="", inputs=(), source=capacity.source
    )  # fmt: skip
    found.at_most("Joists bear on the beam", about, demand, limit, (capacity,), "square to the grain")
