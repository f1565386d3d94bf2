"""What could be changed in a deck: joists and beams to choose from, each with its limit and slack, and ways past a rock."""

import math
from collections.abc import Iterator
from dataclasses import replace

from steady.design_codes.requests import BeamInput
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import Basis
from steady.plan.results import check_title, gap_named, governing_check
from steady.structures.deck.checks.findings import beam_wood, joist_wood, timber_of
from steady.structures.deck.checks.joists import ask_of
from steady.structures.deck.designs.candidates import PLIES, SPACINGS_M, Change, changes, of_kind
from steady.structures.deck.plan import DeckCalculation, calculate_deck
from steady.structures.deck.spec.deck import Pin, runs_on
from steady.structures.option import Choice
from steady.structures.structure_type import DesignInput
from steady.value_objects import value_object

STIFFENINGS = ("strapping", "bridging", "bridging and strapping")
CLEAR_M = 0.0508
"""Comfort kept between a hole and a rock, as between a fence's hole and a band [common practice]."""
EXACT_SHARE = 0.005
"""Within half a per cent of its limit a choice leaves nothing over, and is set apart [our own line]."""


def candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Changes that might help: first the least moves that clear a rock, then other members."""
    yield from _past_rocks(case)
    yield from changes(case)


def _past_rocks(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """A post that stands in a rock moves along its beam to just beside it, one way or the other; or its beam moves."""
    spec = case.spec
    if not spec.spots:
        return
    layout = calculate_deck(case, frame_only=True)
    for post in layout.posts:
        for spot in spec.spots:
            reach = spot.radius_m + post.footing.width_m / 2 + CLEAR_M
            u, v = (spot.y_m, spot.x_m) if layout.frame.flip else (spot.x_m, spot.y_m)
            off = math.dist((post.at.u_m, post.at.v_m), (u, v))
            if off >= reach:
                continue
            beam = post.at.id.rsplit("-", 1)[0]
            aside, along = (
                math.sqrt(max(0.0, reach**2 - (post.at.v_m - v) ** 2)),
                math.sqrt(max(0.0, reach**2 - (post.at.u_m - u) ** 2)),
            )
            for name, at_m, says in (
                (post.at.id, u - aside, "along its beam"),
                (post.at.id, u + aside, "along its beam"),
                (beam, v - along, "nearer"),
                (beam, v + along, "farther out"),
            ):
                kept = tuple(pin for pin in spec.pins if pin.id != name)
                thing = name.replace("beam-", "Post " if name == post.at.id else "Beam ")
                moved = abs(at_m - (post.at.u_m if name == post.at.id else post.at.v_m))
                pins = (*kept, Pin(id=name, at_m=at_m, why=f"clear of {spot.what}"))
                words = f"{thing} {case.tape.length(moved)} {says}, clear of {spot.what}"
                yield words, (("pins", pins),)
                yield f"{words}; one more ply", (("pins", pins), ("plies", min(5, spec.plies + 1)))
        one_more = len([item for item in layout.posts if item.at.v_m == post.at.v_m]) + 1
        yield f"{one_more} posts under each beam, clear of what is in the way", (("posts", one_more),)


def choices(case: DesignInput) -> Iterator[Choice]:
    """Joists by size, spacing, stiffening and grade, then beams by plies, depth and grade. Raises InvalidInputError."""
    layout = calculate_deck(case)
    fixed: dict[str, object] = {}
    if layout.frame.beams and not case.spec.pins:
        fixed = {
            "beams": len({run.v_m for run in layout.frame.beams}),
            "posts": max(len(run.posts) for run in layout.frame.beams),
        }
    yield from _ways(case)
    yield from _joists(case, layout, fixed)
    if layout.frame.beams:
        yield from _beams(case, layout, fixed)


def _ways(case: DesignInput) -> Iterator[Choice]:
    """Joists out from the house or along it: how many joists and beams each takes."""
    spec = case.spec
    if spec.bridge is not None:
        return
    for run in ("out", "along"):
        turned = replace(spec, joists_run=run, beams=None, posts=None, pins=())
        try:
            frame = calculate_deck(case.of(turned), frame_only=True).frame
        except InvalidInputError:
            continue
        whole, why, use = _whole(case.of(turned))
        posts = sum(len(one.posts) for one in frame.beams)
        way = "out from" if run == "out" else "along"
        beams = f"{len(frame.beams)} beam{'' if len(frame.beams) == 1 else 's'}"
        says = f"{way} the house: {len(frame.joists)} joists, {beams}, {posts} posts"
        told = (("joists_run", run), ("beams", None), ("posts", None), ("pins", ()))
        yield Choice(
            group="ways",
            says=says,
            change=told if run != spec.joists_run else (),
            reaches_m=frame.longest_span_m,
            table_m=None,
            needs_m=frame.longest_span_m,
            slack_m=0.0,
            governs="",
            exact=False,
            whole=whole,
            why=why,
            use=use,
            chosen=run == spec.joists_run,
        )


def _joists(case: DesignInput, layout: DeckCalculation, fixed: dict[str, object]) -> Iterator[Choice]:
    spec, book = case.spec, case.book
    needs_m = layout.frame.longest_span_m
    timber = timber_of(spec)
    stiffenings = STIFFENINGS if book.stiffens else (spec.stiffening,)
    for one in of_kind("joist", timber.joist):
        for spacing_m in SPACINGS_M[one.metric]:
            for stiffening in stiffenings:
                wished = replace(spec, joist=one.key, spacing_m=spacing_m, stiffening=stiffening)
                wood = joist_wood(one, wished, spacing_m)
                try:
                    limit = book.joist_span((wood,), ask_of(wished, book, layout.found))
                except OutOfScopeError:
                    continue
                try:
                    table_m = book.joist_span((wood,), ask_of(wished, book, layout.found, table=True)).span_m
                except OutOfScopeError:
                    table_m = None
                words = f"{one.says} at {case.tape.length(spacing_m)}" + (f", {stiffening}" if book.stiffens else "")
                change: dict[str, object] = {
                    "joist": one.key,
                    "spacing_m": spacing_m,
                    "stiffening": stiffening,
                    **fixed,
                }
                reach = _Reach(reaches_m=limit.span_m, table_m=table_m, needs_m=needs_m, governs=limit.governs)
                yield _judged(case, "joists", words, change=change, reach=reach)


def _beams(case: DesignInput, layout: DeckCalculation, fixed: dict[str, object]) -> Iterator[Choice]:
    spec, book = case.spec, case.book
    needs_m = max(span for run in layout.frame.beams for span in run.spans_m)
    carries_m = max(run.carries_m(runs_on(spec)) for run in layout.frame.beams)
    joist_m = layout.frame.longest_span_m
    both = any(run.both_sides for run in layout.frame.beams)
    floor = layout.found.load.floor
    for one in of_kind("joist", timber_of(spec).beam):
        for plies in PLIES:
            wood = beam_wood(one, plies, spec, book=book)
            try:
                limit = book.beam_span((wood,), BeamInput(floor=floor, supported_m=carries_m))
            except OutOfScopeError:
                continue
            table_m = None
            if not (book.beam_table_one_side and both):
                try:
                    ask = BeamInput(floor=floor, table=True, joist_span_m=joist_m, supported_m=carries_m)
                    table_m = book.beam_span((wood,), ask).span_m
                except OutOfScopeError:
                    pass
            change: dict[str, object] = {"beam": one.key, "plies": plies, **fixed}
            words = f"{plies} {'ply' if plies == 1 else 'plies'} of {one.says}"
            reach = _Reach(reaches_m=limit.span_m, table_m=table_m, needs_m=needs_m, governs=limit.governs)
            yield _judged(case, "beams", words, change=change, reach=reach)


@value_object
class _Reach:
    """How far a member reaches by rule and by table, how far it has to, and what stops it."""

    reaches_m: float
    table_m: float | None
    needs_m: float
    governs: str


def _judged(case: DesignInput, group: str, says: str, *, change: dict[str, object], reach: _Reach) -> Choice:
    spec = case.spec
    slack_m = reach.reaches_m - reach.needs_m
    told = tuple((name, value) for name, value in change.items() if getattr(spec, name) != value)
    own = {name: value for name, value in change.items() if name not in ("beams", "posts")}
    chosen = all(getattr(spec, name) == value for name, value in own.items())
    whole, why, use = "fail", f"reaches too little: {reach.governs}", reach.needs_m / reach.reaches_m
    if slack_m >= -1e-9:
        whole, why, use = _whole(case.of(replace(spec, **change)))
    exact = abs(slack_m) <= 1e-9 or 0 <= slack_m <= EXACT_SHARE * reach.needs_m
    return Choice(
        group=group,
        says=says,
        change=told,
        reaches_m=reach.reaches_m,
        table_m=reach.table_m,
        needs_m=reach.needs_m,
        slack_m=slack_m,
        governs=reach.governs,
        exact=exact,
        whole=whole,
        why=why,
        use=use,
        chosen=chosen,
    )


def _whole(case: DesignInput) -> tuple[str, str, float]:
    """Whether all that stands under a choice passes when it is calculated again, and what is hardest."""
    try:
        again = calculate_deck(case, frame_only=True)
    except InvalidInputError as error:
        return "fail", error.message, 0.0
    worst = governing_check(
        [c for c in again.found.checks if c.demanded and (c.sense == "at most" or not c.use <= 1 + 1e-9)]
    )
    if again.conflicts:
        return "conflict", again.conflicts[0], worst.use if worst else 0.0
    # Members leave over what was asked for; boards, guards and depths have no slack to leave.
    if worst is None or worst.use > 1 - case.spec.least_slack_ratio + 1e-9:
        return "fail", check_title(worst, case.book.key) if worst else "nothing calculated", worst.use if worst else 0.0
    open_gaps = [
        gap_named(gap, case.book.key)
        for gap in again.found.not_covered
        if gap.basis is Basis.CALCULATED and not gap.crew
    ]
    if open_gaps:
        return "not_checked", open_gaps[0], worst.use
    return "pass", check_title(worst, case.book.key), worst.use
