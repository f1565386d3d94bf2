"""The checks of a deck's beams: span by the school's rule and by statics, overhang, and the seat on each post."""

from typing import Any

from steady.catalog.items import SectionItem
from steady.design_codes.requests import BeamInput, SeatInput, Wood
from steady.design_codes.results import Action, given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.memo import IdentityKey, cached
from steady.plan.model import Basis, CalculationStep
from steady.structures.built_up_posts import BuiltUp
from steady.structures.check_collector import Alike
from steady.structures.deck.checks.bearings import added, beam_of, brought, on_run, points_on, reactions_of
from steady.structures.deck.checks.findings import (
    DeckCheckCollector,
    DeckCheckInput,
    DeckTimbers,
    beam_line,
    beam_wood,
    post_wood,
)
from steady.structures.deck.checks.joists import factored, live_patterns
from steady.structures.deck.checks.members import Envelope, JointFreeMember, envelope, pieces, worst
from steady.structures.deck.layout.framing import BeamRun, DeckFrame
from steady.structures.deck.spec.deck import runs_on
from steady.structures.joints.beside import beside_bolts
from steady.units.units import IN
from steady.value_objects import positional_value_object

NOTCH_LEAST_M = 5.4 * IN
"""A pocket for a beam needs a 6×6 or more. Source: IRC R507.7.1, practice in other schools."""


def loads_on(run: BeamRun, unbroken: bool) -> tuple[tuple[float, float, float], ...]:
    """Length of deck carried, from place to place."""
    return tuple((a, b, by_analysis if unbroken else by_halves) for a, b, by_halves, by_analysis in run.supported)


def effects_of(run: BeamRun, unbroken: bool) -> tuple[Envelope, Envelope]:
    """Of a pascal of load: as spans jointed over the posts (for bending), and as one unbroken beam (for reactions)."""
    at = tuple(round(post.u_m, 6) for post in run.posts)
    shape = tuple((round(a, 6), round(b, 6), round(w, 6)) for a, b, w in loads_on(run, unbroken))
    ends = round(run.from_m, 6), round(run.to_m, 6)
    jointed = worst([envelope(part) for part in pieces(*ends, at, unbroken=False, loads=shape)])
    return jointed, envelope(JointFreeMember(*ends, at, shape))


@positional_value_object
class _Joint:
    """The sticks that meet where a beam lies on a post."""

    beam: SectionItem
    post: SectionItem
    built_up: BuiltUp | None


@positional_value_object
class _On:
    """One run of beam as it is calculated: whether its joists run on, and what people where they do most bring more."""

    about: str
    run: BeamRun
    wood: Wood
    unbroken: bool
    more: float


UNREAD: dict[str, Any] = {
    "joist": "",
    "spacing_m": 1.0,
    "stiffening": "bridging",
    "beams": None,
    "posts": None,
    "pins": (),
}
"""What a search changes and no check of a beam reads but through the frame."""
Reactions = dict[str, tuple[float, float]]
"""Each post's dead and live reaction (N), unfactored."""


def check_beams(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> Reactions:
    """Every check of every beam. Returns what comes on each post."""
    made, reactions = cached(
        _calculated,
        DeckCheckInput.of(collector, **UNREAD),
        IdentityKey(frame),
        timber.beam,
        post=(timber.post, timber.built_up),
    )
    collector.say(made)
    return reactions


def _calculated(
    asked: DeckCheckInput, framed: IdentityKey, beam: SectionItem, *, post: tuple[SectionItem, BuiltUp | None]
) -> tuple[Alike, Reactions]:
    found, frame = asked.found(), framed.it
    reactions: Reactions = {}
    unbroken = runs_on(found.spec)
    patterns = live_patterns(found.spec, frame.joists)
    carried = brought(frame, (*found.spec.bearings, *found.spec.stair_feet))
    for run in frame.beams:
        more = max((ratio for name, ratio in patterns.items() if run.id.rstrip("abcdefgh") == name), default=1.0)
        about = f"{found.spec.id}/beam/{run.id}"
        own, plies = beam_line(found.spec, beam, run.id)
        wood = beam_wood(own, plies, found.spec, book=found.book)
        on = _On(about, run, wood, unbroken, more)
        _spans(found, frame, on)
        jointed, whole = effects_of(run, unbroken)
        points = carried.beams.get(run.id.rstrip("abcdefgh"), [])
        _statics(found, on, jointed, points=on_run(beam_of(run), points_on(run, points)))
        floor = found.load.floor
        for index, under in enumerate(run.posts):
            # An unbroken beam puts more on its middle posts than halves would: the greater counts.
            half = _half(run, index, unbroken)
            dead, live = max(whole.reactions[index], half), max(whole.most[index], half)
            reactions[under.id] = (dead * floor.dead_pa, live * more * floor.live_pa)
        for name, (dead, live) in reactions_of(run, points).items() if points else ():
            reactions[name] = (reactions[name][0] + dead, reactions[name][1] + live)
        _seat(found, on, _Joint(own, *post), reactions=reactions)
    return found.since((0, 0)), reactions


def _half(run: BeamRun, index: int, unbroken: bool) -> float:
    """Area of deck on a post of a beam that is jointed over its posts: half of each neighbouring span, an overhang by its lever."""
    at = [post.u_m for post in run.posts]
    low = run.from_m if index == 0 else (at[index - 1] + at[index]) / 2
    high = run.to_m if index + 1 == len(at) else (at[index] + at[index + 1]) / 2
    total = sum(w * max(0.0, min(b, high) - max(a, low)) for a, b, w in loads_on(run, unbroken))
    for end, next_to, edge in ((0, 1, run.from_m), (len(at) - 1, len(at) - 2, run.to_m)):
        if index != end or len(at) < 2:
            continue
        left, right = sorted((at[end], edge))
        for a, b, w in loads_on(run, unbroken):
            a, b = max(a, left), min(b, right)
            if b > a:
                total += w * (b - a) * abs((a + b) / 2 - at[end]) / abs(at[end] - at[next_to])
    return total


def _spans(collector: DeckCheckCollector, frame: DeckFrame, on: _On) -> None:
    spec, book = collector.spec, collector.book
    about, run, wood, unbroken, more = on.about, on.run, on.wood, on.unbroken, on.more
    floor = collector.load.floor
    # People where they do most on unbroken joists bring a little more than people everywhere.
    heavier = (floor.dead_pa + more * floor.live_pa) / (floor.dead_pa + floor.live_pa)
    span = collector.length_step("L", max(run.spans_m), "longest span between its posts, centre to centre")
    carries = run.carries_m(unbroken)
    other = run.carries_m(not unbroken)
    supported = collector.length_step(
        "s",
        carries,
        f"length of deck on it, joists {'unbroken' if unbroken else 'ending on it'}; "
        f"{'halves' if unbroken else 'unbroken'} would give {other / book.units.span_m:.2f} {book.units.span}",
    )
    try:
        limit = book.beam_span((wood,), BeamInput(floor=collector.load.floor, supported_m=carries * heavier))
        step = collector.limit_length(limit.step, limit.span_m)
        collector.at_most(
            "beam.allowable_span",
            about,
            span,
            limit=step,
            working=(supported, *collector.load.steps, limit.step),
            case=f"set by {limit.governs}",
        )
    except OutOfScopeError as refused:
        collector.gap("beam.allowable_span", about, refused)
    try:
        if spec.seating.bolted_on:
            raise OutOfScopeError(
                "the table's beams lie on their posts, not bolted beside them", "calculate it, or seat it on top"
            )
        if book.beam_table_one_side and run.both_sides:
            raise OutOfScopeError("the beam table is for joists from one side alone", "calculate it")
        if max(run.past_m) > max(run.spans_m) / 4 + 1e-9:
            raise OutOfScopeError(
                "the table's beams run past their posts by at most a quarter of the span", "a shorter overhang"
            )
        joist_m = frame.longest_span_m
        table = book.beam_span(
            (wood,), BeamInput(floor=collector.load.floor, table=True, joist_span_m=joist_m, supported_m=carries)
        )
        collector.at_most(
            "beam.allowable_span",
            about,
            span,
            limit=collector.limit_length(table.step, table.span_m),
            working=(table.step,),
            case="table",
            basis=Basis.TABLE,
        )
    except OutOfScopeError as refused:
        collector.gap("beam.allowable_span", about, refused, basis=Basis.TABLE)


def _statics(collector: DeckCheckCollector, on: _On, effects: Envelope, *, points: tuple[Action, Action]) -> None:
    """`points`: what posts of a roof do to it, lasting and passing."""
    floor, about, run, wood, more = collector.load.floor, on.about, on.run, on.wood, on.more
    try:
        dead, live = effects.between(floor.dead_pa, more * floor.live_pa)
        dead, live = added(dead, points[0]), added(live, points[1])
        between = collector.check_member(wood, dead=dead, live=live, span_m=max(run.spans_m), about=about)
        collector.members("beam", about, between, where="between posts")
        past_m = max(run.past_m)
        if past_m > 0.02:
            dead, live = effects.over(floor.dead_pa, more * floor.live_pa)
            dead, live = added(dead, points[0]), added(live, points[1])
            over = collector.check_member(wood, dead=dead, live=live, span_m=2 * past_m, about=about)
            collector.members("beam", about, over, where="cantilever")
    except OutOfScopeError as refused:
        collector.gap("beam.bending", about, refused)


def _seat(collector: DeckCheckCollector, on: _On, timber: _Joint, *, reactions: Reactions) -> None:
    spec, book, about, run, wood = collector.spec, collector.book, on.about, on.run, on.wood
    u = book.units
    worst_post = max((post.id for post in run.posts), key=lambda name: sum(reactions[name]))
    demand = factored(collector, *reactions[worst_post], symbol="R", says="the beam on its most loaded post")
    across_m = wood.plies * timber.beam.thickness_m
    if spec.seating.bolted_on:
        _bolts(collector, about, timber, demand=demand)
        return
    built = timber.built_up
    if spec.seating.notched and built is not None and across_m > built.core.thickness_m + 1e-4:
        why = "the beam is thicker than the core whose pocket it lies in"
        collector.gap("beam.post_notch", about, OutOfScopeError(why, "one ply, a thicker core, or the beam on top"))
        return
    if spec.seating.notched and built is None:
        if timber.post.width_m < NOTCH_LEAST_M:
            collector.gap(
                "beam.post_notch",
                about,
                OutOfScopeError("a pocket leaves too little of this post", "a 6×6 (140 mm) post or more"),
            )
            return
        if across_m > timber.post.width_m - 0.05:
            collector.gap(
                "beam.post_notch",
                about,
                OutOfScopeError(
                    "the beam is too thick for a pocket in this post", "fewer plies, a larger post, or the beam on top"
                ),
            )
            return
    # Of a built-up post the core bears: the outer plies reach no farther under the beam for sure.
    bears_m = timber.post.width_m if built is None else built.core.width_m
    width_m = min(across_m, timber.post.width_m if built is None else timber.post.thickness_m)
    # A post at the beam's very end has the beam on half of its top.
    lies_m = min(bears_m, bears_m / 2 + max(0.0, min(run.past_m)))
    has = collector.length_step("l_b", lies_m, "the beam on its end post")
    least = collector.length_step(
        "l_min", book.least_bearing_m[1], "least bearing of a beam", source=book.least_bearing_source
    )
    collector.at_least("beam.bearing_length", about, has, needs=least, working=(), case="end post")
    try:
        seat = book.seat(
            wood,
            collector.load.floor.load,
            SeatInput(
                width_m=width_m,
                length_m=lies_m,
                from_end_m=max(0.0, min(run.past_m) - timber.post.width_m / 2),
                kind="discrete",
            ),
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(refused.message, "a larger post")
        collector.gap("beam.bearing", about, outside)
        return
    capacity = seat.capacity
    limit = (
        capacity
        if capacity.unit == u.force
        else given_step("R_max", si(capacity) / u.force_n, u.force, source=capacity.source)
    )
    collector.at_most("beam.bearing", about, demand, limit=limit, working=(capacity,), case="perpendicular to grain")


def _bolts(collector: DeckCheckCollector, about: str, timber: _Joint, *, demand: CalculationStep) -> None:
    """Bolts through plies and post, loaded square to the plies' grain: as many as it takes."""
    spec, name = collector.spec, "beam_to_post_bolts.capacity"
    try:
        held = beside_bolts(
            collector.book,
            post_wood(timber.beam, spec),
            post_wood(timber.post, spec),
            demand=demand,
            load=collector.load.floor.load,
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        reason = refused.reason if isinstance(refused, OutOfScopeError) else refused.message
        collector.gap(name, about, OutOfScopeError(reason, "the beam on top of its post"), crew=True)
        return
    collector.at_most(name, about, demand, limit=held.limit, working=held.working, case="calculated only")
