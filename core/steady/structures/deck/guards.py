"""A deck's guard: asked for from its open edges, reckoned, and built as parts."""

from dataclasses import replace

from steady.errors import InputError
from steady.layout.outline import Edge
from steady.plan.model import Place, Vec
from steady.structures.deck.build import UP, Builder, edge_point
from steady.structures.deck.findings import Found, Timber
from steady.structures.deck.framing import Frame, height_of
from steady.structures.deck.spec import DeckSpec
from steady.structures.guard.reckon import GuardAsk, GuardFound, GuardRun, reckon_guard
from steady.yard.stock import Stick, sold_with

CAP_LONGEST_M = 3.6
"""Caps are cut no longer than this: they are handled overhead by one person [common practice]."""


GUARD_SETBACK_M = 0.9
"""A drop counts within 36 in of the edge. Source: IRC R312.1.1 (from memory, high); a little wider than elsewhere."""


def cap_of(timber: Timber) -> Stick:
    """What a guard's cap, its top rail, is cut from: the widest rail stick of the joists' wood, else the shallowest joist."""
    rails = [item for item in sold_with(timber.joist, "rail") if item.species == timber.joist.species]
    joists = [item for item in sold_with(timber.joist, "joist") if item.species == timber.joist.species] or [
        timber.joist
    ]
    return max(rails, key=lambda item: item.width_m) if rails else min(joists, key=lambda item: item.width_m)


def rail_of(timber: Timber) -> Stick:
    """What a handrail is cut from: the stick that rails are made of beside these joists, or the joist's own."""
    rails = sold_with(timber.joist, "rail")
    return next(
        (item for item in rails if item.species == timber.joist.species), rails[0] if rails else timber.baluster
    )


def open_edges(spec: DeckSpec, frame: Frame) -> list[Edge]:
    """Edges that no wall closes."""
    return [edge for edge in frame.plan.edges if not (edge.index == 0 and spec.attach in ("ledger", "existing"))]


def reckon_guards(
    found: Found, frame: Frame, timber: Timber, openings: dict[int, list[tuple[float, float]]]
) -> tuple[Timber, GuardFound]:
    """The guard along every open edge with a drop that asks for one; where no post is typed, the smallest that holds.

    `openings`: stretches kept free for stairs, by the number of their edge.
    """
    spec = found.spec
    edges = []
    for edge in open_edges(spec, frame):
        drop = max(height_of(spec, edge_point(edge, edge.length_m * k / 8, -GUARD_SETBACK_M)) for k in range(9))
        drop = max(drop, *(height_of(spec, edge.at(edge.length_m * k / 8)) for k in range(9)))
        edges.append((edge, drop, tuple(openings.get(edge.index, ()))))
    posts = [timber.guard_post]
    if not spec.guard.post:
        posts = sorted(
            sold_with(timber.joist, "post"), key=lambda item: (item.species != timber.guard_post.species, item.width_m)
        )
    ask = GuardAsk(
        edges=tuple(edges),
        post=timber.guard_post,
        baluster=timber.baluster,
        rail=cap_of(timber),
        spacing_max_m=spec.guard.spacing_max_m,
        height_m=spec.guard.height_m,
        lever_m=spec.guard.lever_m,
        anchor_rating_n=spec.guard.anchor_rating_n,
        always=spec.guard.always,
        boards_m=timber.board.thickness_m,
        wet=spec.wet,
        board=rail_of(timber),
        dwelling_units=spec.dwelling_units,
    )
    try:
        for post in posts:
            ask = replace(ask, post=post, inset_m=timber.joist.thickness_m + post.width_m / 2)
            guard = reckon_guard(ask, found.book, f"{spec.id}/guard")
            bent = [check for check in guard.checks if check.name == "Guard post bends"]
            if not guard.runs or (bent and all(check.use <= 1 for check in bent)):
                break
        else:
            post = posts[0]
            ask = replace(ask, post=post, inset_m=timber.joist.thickness_m + post.width_m / 2)
            guard = reckon_guard(ask, found.book, f"{spec.id}/guard")
    except InputError as error:
        raise InputError(f"guard/{error.field}", error.message) from None
    found.checks += guard.checks
    found.not_covered += guard.not_covered
    return replace(timber, guard_post=post), guard


def _caps(b: Builder, name: str, run: GuardRun, inset_m: float) -> None:
    """The cap in pieces that reach from post to post, joined over posts."""
    edge, board, half = run.edge, cap_of(b.timber), b.timber.guard_post.width_m / 2
    along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    # At a corner the earlier run's cap lies over the shared post and the later one butts against it.
    begins = run.posts_m[0] + (board.width_m / 2 if run.shares_first else -half)
    for k, post in enumerate(run.posts_m[1:], start=1):
        last = k + 1 == len(run.posts_m)
        if not last and run.posts_m[k + 1] + half - begins <= CAP_LONGEST_M:
            continue
        ends = post + (half if last else 0.0)
        x, y = edge_point(edge, begins, inset_m)
        b.add(
            "guard cap",
            board,
            ends - begins,
            (board.thickness_m, board.width_m),
            Place(
                id=f"{name}/cap/{k}",
                at=(x, y, b.guard_m),
                along=along,
                up=(edge.out[0], edge.out[1], 0.0),
                about=f"{b.spec.id}/guard",
            ),
        )
        begins = ends


def build_guard(b: Builder, guard: GuardFound) -> None:
    """Posts bolted inside the rim, two rails and a cap, balusters; anchors and doubled blocking behind each post."""
    timber = b.timber
    post, baluster, rail = timber.guard_post, timber.baluster, rail_of(timber)
    tall = b.guard_m = guard.height_m
    below = timber.board.thickness_m + timber.joist.width_m
    high = tall - cap_of(timber).thickness_m / 2 - rail.width_m / 2
    for number, run in enumerate(guard.runs):
        edge = run.edge
        along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
        inset = timber.joist.thickness_m + post.width_m / 2
        for k, at in enumerate(run.posts_m):
            if k == 0 and run.shares_first:
                continue
            x, y = edge_point(edge, at, inset)
            b.add(
                "guard post",
                post,
                tall + below,
                (post.thickness_m, post.width_m),
                Place(
                    id=f"{b.spec.id}/guard/{number}/{k}",
                    at=(x, y, -below),
                    along=UP,
                    up=along,
                    about=f"{b.spec.id}/guard",
                ),
            )
            b.fix("guard anchor", 1, (x, y, 0.0), "connector")
            behind, way = _block(b, edge, at)
            b.add(
                "blocking",
                timber.joist,
                b.spec.spacing_m - timber.joist.thickness_m,
                (timber.joist.thickness_m, timber.joist.width_m),
                Place(
                    id=f"{b.spec.id}/guard/{number}/block-{k}",
                    at=(*behind, -below + timber.joist.width_m / 2),
                    along=way,
                    up=UP,
                    about=f"{b.spec.id}/guard",
                    count=2,
                    step=(way[1] * timber.joist.thickness_m, way[0] * timber.joist.thickness_m, 0.0),
                ),
            )
        for start, end in zip(run.posts_m, run.posts_m[1:], strict=False):
            clear = end - start - post.width_m
            x, y = edge_point(edge, start + post.width_m / 2, inset)
            for z in (0.09, high):
                b.add(
                    "guard rail",
                    rail,
                    clear,
                    (rail.thickness_m, rail.width_m),
                    Place(
                        id=f"{b.spec.id}/guard/{number}/rail/{start:.3f}/{z:.2f}",
                        at=(x, y, z),
                        along=along,
                        up=UP,
                        about=f"{b.spec.id}/guard",
                    ),
                )
            each = run.balusters // max(1, len(run.posts_m) - 1)
            if each:
                pitch = run.gap_m + baluster.width_m
                bx, by = edge_point(edge, start + post.width_m / 2 + run.gap_m + baluster.width_m / 2, inset)
                b.add(
                    "baluster",
                    baluster,
                    tall - 0.05,
                    (baluster.thickness_m, baluster.width_m),
                    Place(
                        id=f"{b.spec.id}/guard/{number}/balusters/{start:.3f}",
                        at=(bx, by, 0.05),
                        along=UP,
                        up=along,
                        about=f"{b.spec.id}/guard",
                        count=each,
                        step=(along[0] * pitch, along[1] * pitch, 0.0),
                    ),
                )
        x, y = edge_point(edge, run.posts_m[0], inset)
        _caps(b, f"{b.spec.id}/guard/{number}", run, inset)
        b.fix("deck screw", 4 * run.balusters, (x, y, 0.0), "screw")


def _block(b: Builder, edge: Edge, at_m: float) -> tuple[tuple[float, float], Vec]:
    """Where doubled blocking starts behind a guard post, and its way: from the edge to the next joist, or between two joists."""
    joists = b.vec(0.0, 1.0)
    t = b.timber.joist.thickness_m
    if abs(edge.out[0] * joists[0] + edge.out[1] * joists[1]) < 0.5:
        return edge_point(edge, min(max(at_m, t), edge.length_m - 2 * t), t), (-edge.out[0], -edge.out[1], 0.0)
    length = b.spec.spacing_m - t
    start = min(max(at_m - length / 2, t), edge.length_m - length - t)
    direction = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    return edge_point(edge, start, b.timber.guard_post.width_m + 2 * t), direction
