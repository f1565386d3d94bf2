"""What is drawn and set out of a deck beside its pieces: marks off two tapes, its outline, the house, diagonals."""

import math

from steady.layout.outline import Point
from steady.plan.model import Curve, Mark, SquareDiagonal, Wall
from steady.structures.deck.checks.footings import PostResult
from steady.structures.deck.layout.framing import DeckFrame, height_of
from steady.structures.deck.spec.deck import DeckSpec


def marks(spec: DeckSpec, posts: list[PostResult]) -> list[Mark]:
    """One mark a post: along the house from its left end, and out from it."""
    return [
        Mark(
            id=f"{spec.id}/post/{post.at.id}",
            line=f"{spec.id}/datum",
            station_m=post.site[0],
            across_m=post.site[1],
            to="centre",
            kind="deck post",
            label=post.at.id,
            cut_height_m=post.top_m + post.rises_m,
            leg=post.at.id.rsplit("-", 1)[0],
            leg_station_m=post.at.u_m,
        )
        for post in posts
    ]


def curves(spec: DeckSpec, frame: DeckFrame, beyond_m: float = 0.0) -> list[Curve]:
    """The outline, the house, the datum, the ground along a section, no-dig spots and the diagonals to square by.

    Args:
        beyond_m: How far stairs reach past the outer edge: the ground is drawn so far.
    """
    plan = frame.plan
    left, low, right, high = plan.box
    ring = tuple((x, y, 0.0) for x, y in plan.corners)
    made = [Curve(id=f"{spec.id}/outline", what="outline", points=ring, closed=True)]
    made.append(Curve(id=f"{spec.id}/datum", what="datum", points=((left, low, 0.0), (right, low, 0.0))))
    if spec.on_ledger and spec.bridge is None:
        first = plan.edges[0]
        ends = sorted((first.start[0], first.end[0]))
        made.append(
            Wall(
                id=f"{spec.id}/wall",
                what="wall",
                points=((ends[0] - 0.4, 0.0, 0.0), (ends[1] + 0.4, 0.0, 0.0)),
                label="house",
            )
        )
    middle = (left + right) / 2 if not frame.flip else (low + high) / 2
    axis = frame.plan.across(0, middle) if not frame.flip else frame.plan.across(1, middle)
    a, c = axis[0][0], axis[-1][1]
    ground = []
    for k in range(9):
        along = a - 0.3 + (c - a + 0.6 + beyond_m) * k / 8
        where: Point = (middle, along) if not frame.flip else (along, middle)
        bank = -height_of(spec, where)
        if spec.bridge is not None and spec.bridge.water_m is not None and 2 < k < 6:
            bank = min(bank, -spec.bridge.water_m - 0.3)  # the bed between the banks, as drawn: nobody has sounded it
        ground.append((*where, bank))
    made.append(Curve(id=f"{spec.id}/ground", what="ground", points=tuple(ground)))
    for spot in spec.spots:
        ring = tuple(
            (
                spot.x_m + spot.radius_m * math.cos(k * math.pi / 12),
                spot.y_m + spot.radius_m * math.sin(k * math.pi / 12),
                0.0,
            )
            for k in range(24)
        )
        made.append(Curve(id=f"{spec.id}/spot/{spot.id}", what="spot", points=ring, closed=True, label=spot.what))
    pairs: list[tuple[Point, Point]] = []
    if len(plan.corners) == 4:
        pairs = [(plan.corners[0], plan.corners[2]), (plan.corners[1], plan.corners[3])]
    else:
        for x0, y0, x1, y1 in plan.rectangles():
            pairs += [((x0, y0), (x1, y1)), ((x1, y0), (x0, y1))]
    for number, (p, q) in enumerate(pairs):
        points = ((*p, 0.0), (*q, 0.0))
        made.append(
            SquareDiagonal(id=f"{spec.id}/diagonal/{number}", what="diagonal", points=points, length_m=math.dist(p, q))
        )
    if spec.bridge is not None and spec.bridge.water_m is not None:
        z = -spec.bridge.water_m
        made.append(
            Curve(
                id=f"{spec.id}/water",
                what="water",
                points=tuple((x, y, z) for x, y, _ in ground),
                label="highest water",
            )
        )
    return made
