"""A roof's posts that stand in the guard's line and carry the guard, too: no guard post beside them, and people leaning on them.

A post on a base leans on its beam and on its base; one that its pocket holds stands out of it. People leaning and the full wind
do not come together [common practice]: the roof's own sums hold its posts against the wind.
"""

import math
from dataclasses import replace

from steady.catalog.items import stick
from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.layout.outline import Edge
from steady.plan.model import CalculationStep
from steady.structures.check_collector import said
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers
from steady.structures.guard.calculate import UPPER_FIXING_M, GuardResult
from steady.structures.support_links import PostReaction
from steady.structures.wood import outdoors

Standing = tuple[tuple[int, tuple[tuple[float, float], ...]], ...]


def in_line(bearings: tuple[PostReaction, ...], edge: Edge, inset_m: float) -> list[tuple[float, PostReaction]]:
    """Posts whose wood the guard's rails meet along an edge, and how far along it each stands (m)."""
    way = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m)
    found = []
    for one in bearings:
        dx, dy = one.x_m - edge.start[0], one.y_m - edge.start[1]
        along_m, in_m = dx * way[0] + dy * way[1], -(dx * edge.out[0] + dy * edge.out[1])
        if one.wide_m > 0 and 0 < along_m < edge.length_m and abs(in_m - inset_m) <= one.wide_m / 2 + 1e-9:
            found.append((along_m, one))
    return sorted(found, key=lambda pair: pair[0])


def standing(bearings: tuple[PostReaction, ...], edges: list[Edge], inset_m: float) -> Standing:
    """By the number of each edge, the posts in its guard's line: how far along, and how wide."""
    return tuple(
        (edge.index, tuple((at_m, one.wide_m) for at_m, one in in_line(bearings, edge, inset_m))) for edge in edges
    )


def check_carrying_posts(
    collector: DeckCheckCollector, timber: DeckTimbers, guard: GuardResult, *, inset_m: float
) -> None:
    """Every roof's post that stands for one of the guard's, under people leaning on the guard's top."""
    bearings = collector.spec.bearings
    held: dict[tuple[str, float, bool], tuple[PostReaction, float]] = {}
    for run in guard.runs:
        spots = in_line(bearings, run.edge, inset_m)
        for k, _ in run.carried:
            one = next((post for at_m, post in spots if abs(at_m - run.posts_m[k]) < 1e-6), None)
            if one is None:
                continue
            bays = [abs(run.posts_m[n] - run.posts_m[k]) for n in (k - 1, k + 1) if 0 <= n < len(run.posts_m)]
            like = (one.stick, one.clear_m, one.held_m > 0)  # of posts that are alike the one that carries the most
            known = held.get(like, (one, 0.0))[1]
            held[like] = (one, max(known, sum(bays) / 2))
    for one, carries_m in held.values():
        _leaned_on(collector, timber, guard, on=(one, carries_m))


def _leaned_on(
    collector: DeckCheckCollector, timber: DeckTimbers, guard: GuardResult, *, on: tuple[PostReaction, float]
) -> None:
    (one, carries_m), book, u = on, collector.book, collector.book.units
    about = f"{collector.spec.id}/guard"
    name = "roof_post.bending_by_guard"
    try:
        people = book.guard_load(collector.dwelling_units)
        if not one.stick:
            raise OutOfScopeError("people leaning on a roof's built-up post are not calculated", "a solid roof post")
        capacity = book.moment_capacity(
            replace(outdoors(stick(one.stick, "post", "post")), wet=collector.spec.wet), people.load
        )
    except OutOfScopeError as refused:
        collector.gap(name, about, refused)
        return
    force = CalculationStep(
        symbol="P",
        value=people.factor * max(people.point_n, people.line_n_per_m * carries_m) / u.force_n,
        unit=u.force,
        formula="k * max(P_1, P_2)",
        inputs=(
            ("k", people.factor, ""),
            ("P_1", people.point_n / u.force_n, u.force),
            ("P_2", people.line_n_per_m * carries_m / u.force_n, u.force),
        ),
        source=people.source,
        says="people leaning on the guard: at one point, or along the rail that this post carries",
    )
    high = guard.height_m / u.span_m
    clear = max(one.clear_m, guard.height_m) / u.span_m
    if one.held_m > 0:
        arm = (guard.height_m + timber.board.thickness_m + UPPER_FIXING_M) / u.span_m
        value, formula = force.value * arm, "P * a"
        inputs: tuple[tuple[str, float, str], ...] = (("a", arm, u.span),)
        says = "at its pocket, whose bolts hold it"
    else:
        value, formula = force.value * high * (clear - high) / clear, "P * h * (c - h) / c"
        inputs, says = (("h", high, u.span), ("c", clear, u.span)), "between its base and its beam"
    moment = CalculationStep(
        symbol="M",
        value=value,
        unit=u.moment,
        formula=formula,
        inputs=(("P", force.value, u.force), *inputs),
        source="statics",
        says=says,
    )
    limit = capacity
    if capacity.unit != u.moment:
        limit = given_step("M_max", si(capacity) / u.moment_n_m, u.moment, source=capacity.source, says=capacity.says)
    collector.at_most(name, about, moment, limit=limit, working=(force,), case="a person leaning on the guard")
    base = given_step(
        "V_b",
        force.value
        if one.held_m > 0
        else force.value * max(0.0, 1 - high / clear if not math.isclose(clear, 0) else 1.0),
        u.force,
        source="statics: people at the guard's top",
        says="sideways at the post's foot, when nobody but people push",
    )
    collector.gap(
        "roof_post.base_shear_from_guard",
        about,
        OutOfScopeError(
            f"no rating is entered; the foot of each roof post in the guard's line must hold {said(base)} sideways",
            "the maker's number for one base, sideways, or its pocket's bolts",
        ),
        crew=True,
        needs=base,
    )
