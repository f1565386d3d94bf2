"""A deck's guard: asked for from its open edges, and calculated."""

import math
from dataclasses import replace

from steady.catalog.items import SectionItem, sold_with
from steady.errors import InvalidInputError
from steady.layout.outline import Edge
from steady.structures.deck.checks.carrying_posts import check_carrying_posts, standing
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers
from steady.structures.deck.checks.screens import ScreenFace
from steady.structures.deck.layout.framing import DeckFrame, height_of, joists_at
from steady.structures.deck.spec.deck import DeckSpec, sistered
from steady.structures.guard.calculate import GuardInput, GuardResult, calculate_guard, lever_m

GUARD_SETBACK_M = 0.9
NEAR_M = 1e-4
"""A drop counts within 36 in of the edge. Source: IRC R312.1.1 (from memory, high); a little wider than elsewhere."""


def cap_of(timber: DeckTimbers) -> SectionItem:
    """What a guard's cap, its top rail, is cut from: the widest rail stick of the joists' wood, else the shallowest joist."""
    rails = [item for item in sold_with(timber.joist, "rail") if item.species == timber.joist.species]
    joists = [item for item in sold_with(timber.joist, "joist") if item.species == timber.joist.species] or [
        timber.joist
    ]
    return max(rails, key=lambda item: item.width_m) if rails else min(joists, key=lambda item: item.width_m)


def rail_of(timber: DeckTimbers) -> SectionItem:
    """What a handrail is cut from: the stick that rails are made of beside these joists, or the joist's own."""
    rails = sold_with(timber.joist, "rail")
    return next(
        (item for item in rails if item.species == timber.joist.species), rails[0] if rails else timber.baluster
    )


def open_edges(spec: DeckSpec, frame: DeckFrame) -> list[Edge]:
    """Edges that no wall closes."""
    return [edge for edge in frame.plan.edges if not (edge.index == 0 and (spec.on_ledger or spec.beside_existing))]


def _ledger(spec: DeckSpec, frame: DeckFrame, edge: Edge, *, timber: DeckTimbers) -> tuple[tuple[float, float], ...]:
    """What the ledger, or the blocks along an old deck, take of an edge that runs away from there."""
    if not (frame.on_house or sistered(spec)):
        return ()
    house = frame.plan.edges[0]
    t = timber.joist.thickness_m
    first = ((-1.0, t),) if math.dist(edge.start, house.end) < NEAR_M else ()
    last = ((edge.length_m - t, edge.length_m + 1.0),) if math.dist(edge.end, house.start) < NEAR_M else ()
    return (*first, *last)


def check_guards(
    collector: DeckCheckCollector,
    frame: DeckFrame,
    timber: DeckTimbers,
    *,
    openings: dict[int, list[tuple[float, float]]],
    faces: list[ScreenFace],
) -> tuple[DeckTimbers, GuardResult]:
    """The guard along every open edge with a drop that asks for one; where no post is typed, the smallest that holds.

    `openings`: stretches kept free for stairs, by the number of their edge. `faces`: screens that its posts carry.
    """
    spec = collector.spec
    edges = []
    for edge in open_edges(spec, frame):
        drop = max(height_of(spec, edge.inside(edge.length_m * k / 8, -GUARD_SETBACK_M)) for k in range(9))
        drop = max(drop, *(height_of(spec, edge.at(edge.length_m * k / 8)) for k in range(9)))
        edges.append((edge, drop, (*openings.get(edge.index, ()), *_ledger(spec, frame, edge, timber=timber))))
    posts = [timber.guard_post]
    if not spec.guard.post:
        posts = sorted(
            sold_with(timber.joist, "post"), key=lambda item: (item.species != timber.guard_post.species, item.width_m)
        )
    ask = GuardInput(
        edges=tuple(edges),
        post=timber.guard_post,
        baluster=timber.baluster,
        rail=cap_of(timber),
        spacing_max_m=spec.guard.spacing_max_m,
        height_m=spec.guard.height_m,
        lever_m=lever_m(spec.guard.lever_m, timber.joist.width_m),
        anchor_rating_n=spec.guard.anchor_rating_n,
        always=spec.guard.always,
        boards_m=timber.board.thickness_m,
        wet=spec.wet,
        board=rail_of(timber),
        dwelling_units=collector.dwelling_units,
        joist_m=timber.joist.thickness_m,
        joists_m=tuple((edge.index, joists_at(frame, edge)) for edge, _, _ in edges),
        screens=tuple((face.edge.index, face.wind) for face in faces),
    )
    try:
        for post in posts:
            ask = _with_post(ask, spec, timber, post=post)
            guard = calculate_guard(ask, collector.book, f"{spec.id}/guard")
            bent = [check for check in guard.checks if check.key == "guard_post.bending"]
            if not guard.runs or (bent and all(check.use <= 1 for check in bent)):
                break
        else:
            post = posts[0]
            ask = _with_post(ask, spec, timber, post=post)
            guard = calculate_guard(ask, collector.book, f"{spec.id}/guard")
    except InvalidInputError as error:
        raise InvalidInputError(f"guard/{error.field}", error.message) from None
    collector.checks += guard.checks
    collector.not_covered += guard.not_covered
    check_carrying_posts(collector, timber, guard, inset_m=ask.inset_m)
    return replace(timber, guard_post=post), guard


def _with_post(ask: GuardInput, spec: DeckSpec, timber: DeckTimbers, *, post: SectionItem) -> GuardInput:
    """What is asked with a stick for its posts, which stand inside the rim; a roof's posts in their line stand for some."""
    inset_m = timber.joist.thickness_m + post.width_m / 2
    edges = [edge for edge, _, _ in ask.edges]
    return replace(ask, post=post, inset_m=inset_m, standing=standing(spec.bearings, edges, inset_m))
