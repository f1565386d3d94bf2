"""Each structure held against what lies on the site: boundaries and setbacks, services, roots, water, doors, ways to keep clear."""

import math
from collections.abc import Iterable, Sequence

from steady.drawing.orthographic_views import hand
from steady.drawing.pieces import corners
from steady.drawing.scene import ground_under
from steady.drawing.unroll import hull
from steady.ground.placement import SitePlacement
from steady.ground.survey import SiteFeature, WallOpening, swing_of, thing_row
from steady.ground.zoning_notes import SiteNote, said_by
from steady.layout.plane import Nearest, Point, inside, nearest, sides
from steady.plan.model import Plan
from steady.units.show import Tape
from steady.value_objects import positional_value_object, value_object

BESIDE_M = 1.0
"""What stands so near a boundary counts as beside it where no setback says how near that is [our own]."""
OVER_SILL_M = 0.02
"""A door clears what lies so little over its sill: a threshold, a deck's last board [our own]."""
CLEAR_HEIGHT_M = 4.3
"""How high a way is kept clear where nobody said: over the tallest load on a road [common practice, 14 ft]."""


@value_object
class SitePiece:
    """A piece, or a row of alike, from above on the site's axes, between two heights over the site's zero (m).

    `box`: left, low, right and high edge of its ring.
    """

    ring: tuple[Point, ...]
    low_m: float
    high_m: float
    box: tuple[float, float, float, float]


@value_object
class SiteHole:
    """A hole on the site's axes: its middle and half its width (m)."""

    at: Point
    half_m: float


@value_object
class PlacedStructure:
    """One structure where it stands, as what it is held against sees it.

    `ground_m`: the ground under it over the site's zero; `soil`: the ground at each of its posts.
    """

    id: str
    name: str
    pieces: tuple[SitePiece, ...]
    holes: tuple[SiteHole, ...]
    ground_m: float
    along_a_line: bool
    floats: bool = False
    soil: tuple[tuple[Point, float], ...] = ()

    def soil_at(self, ring: Sequence[Point]) -> float:
        """The ground under a piece's higher end, straight between the posts beside it (m over the site's zero)."""
        return max((self._soil_under(point) for point in ring), default=self.ground_m) if self.soil else self.ground_m

    def _soil_under(self, point: Point) -> float:
        near = sorted(self.soil, key=lambda one: math.dist(one[0], point))[:2]
        (a, low_m), (b, high_m) = near[0], near[-1]
        along = ((point[0] - a[0]) * (b[0] - a[0]) + (point[1] - a[1]) * (b[1] - a[1])) / (math.dist(a, b) ** 2 or 1.0)
        return low_m + min(1.0, max(0.0, along)) * (high_m - low_m)

    @property
    def high_m(self) -> float:
        """How high it stands over its ground."""
        return max((piece.high_m for piece in self.pieces), default=self.ground_m) - self.ground_m


@value_object
class SiteClearance:
    """A structure beside one thing of the site.

    Args:
        distance_m: The least distance from above; 0: it touches, crosses or lies over it.
        here: Where on the structure; `there`: where on the thing.
        amiss: What is against a note, in words with what would mend it; empty: nothing is known against it.
    """

    structure: str
    thing: str
    distance_m: float
    here: Point
    there: Point
    says: str
    amiss: str = ""


@positional_value_object
class PieceOutline:
    """A piece, or a row of alike, on a plan's own drawn axes: its ring from above, and its lowest and highest point (m)."""

    ring: tuple[Point, ...]
    low_m: float
    high_m: float


def outlines(plan: Plan) -> tuple[PieceOutline, ...]:
    """Every piece of a plan from above; those that lie over each other between the same heights once."""
    way = hand(plan)
    found: dict[PieceOutline, None] = {}
    for part in plan.parts:
        for one in part.places if part.length_m > 0 else ():
            last = one.count - 1
            at = [
                (x + k * one.step[0], (y + k * one.step[1]) * way, z + k * one.step[2])
                for x, y, z in corners(part, one)
                for k in ((0, last) if last else (0,))
            ]
            ring = tuple(hull([(round(x, 4), round(y, 4)) for x, y, _ in at]))
            heights = [z for _, _, z in at]
            found[PieceOutline(ring, min(heights), max(heights))] = None
    return tuple(found)


def stood(
    plan: Plan, seen: Sequence[PieceOutline], structure: tuple[str, str], *, place: SitePlacement
) -> PlacedStructure:
    """A plan, its outlines seen, carried to where it stands. `structure`: its id and name."""
    way, up = hand(plan), place.level_m - ground_under(plan)
    pieces = []
    for one in seen:
        ring = tuple(place.carry((x, y, 0.0))[:2] for x, y in one.ring)
        (left, low), (right, high) = _box(ring)
        pieces.append(SitePiece(ring=ring, low_m=one.low_m + up, high_m=one.high_m + up, box=(left, low, right, high)))
    holes = [
        SiteHole(at=place.carry((f.at[0], f.at[1] * way, 0.0))[:2], half_m=f.hole_width_m / 2)
        for f in plan.footings
        if f.hole_m > 0
    ]
    return PlacedStructure(
        id=structure[0],
        name=structure[1],
        pieces=tuple(pieces),
        holes=tuple(holes),
        ground_m=place.level_m,
        along_a_line=any(view.how == "above straight" for view in plan.views),
        floats=plan.floats,
        soil=tuple((place.carry((f.at[0], f.at[1] * way, 0.0))[:2], f.at[2] + up) for f in plan.footings),
    )


def check_site_clearances(
    one: PlacedStructure, things: Iterable[SiteFeature], notes: Sequence[SiteNote], *, tape: Tape
) -> list[SiteClearance]:
    """One structure beside each thing of the site, nearest first; what has no size to measure to is left out."""
    found = []
    for thing in things:
        if thing.kind == "spot height" or not one.pieces:
            continue
        near = _nearest(one, thing)
        amiss = _amiss(one, thing, near, notes=notes, tape=tape)
        far = f"{tape.length(near.distance_m)} from {thing.says}" if near.distance_m > 0.0005 else f"at {thing.says}"
        found.append(
            SiteClearance(
                structure=one.id,
                thing=thing.id,
                distance_m=round(near.distance_m, 4),
                here=near.here,
                there=near.there,
                says=far,
                amiss="; ".join(amiss),
            )
        )
    return sorted(found, key=lambda item: item.distance_m)


def _nearest(one: PlacedStructure, thing: SiteFeature) -> Nearest:
    area = thing_row(thing.kind).drawn == "area"
    best = Nearest(math.inf, (0.0, 0.0), (0.0, 0.0))
    for apart, piece in sorted(_apart(one, thing), key=lambda pair: pair[0]):
        if apart >= best.distance_m:
            break
        near = nearest(piece.ring, thing.corners, area=area, within_m=best.distance_m)
        best = near if near.distance_m < best.distance_m else best
    return best


def _apart(one: PlacedStructure, thing: SiteFeature) -> list[tuple[float, SitePiece]]:
    """Each piece with the distance of its box from the thing's: never more than its own, and soon calculated."""
    low, high = _box(thing.corners)
    found = []
    for piece in one.pieces:
        left, near, right, far = piece.box
        dx = max(0.0, left - high[0], low[0] - right)
        dy = max(0.0, near - high[1], low[1] - far)
        found.append((math.hypot(dx, dy), piece))
    return found


def _box(points: Sequence[Point]) -> tuple[Point, Point]:
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return (min(xs), min(ys)), (max(xs), max(ys))


def _amiss(
    one: PlacedStructure, thing: SiteFeature, near: Nearest, *, notes: Sequence[SiteNote], tape: Tape
) -> list[str]:
    if thing.kind == "boundary":
        return [*_setback(one, thing, near, notes=notes, tape=tape), *_too_high(one, thing, near, tape=tape)]
    if thing.kind == "water":
        if one.floats:
            return []
        return _setback(one, thing, near, notes=(), tape=tape)
    if thing.kind == "service":
        return [*_built_over(one, thing), *_holes(one, thing, tape)]
    if thing.kind == "tree":
        return _holes(one, thing, tape)
    if thing.kind == "clear way":
        clear_m = thing.height_m if thing.height_m is not None else CLEAR_HEIGHT_M
        return _in_the_way(one, thing, clear_m, tape=tape)
    if thing.kind == "stands already":
        return [f"It stands on {thing.says}: move it, or say that it is removed"] if near.distance_m < 0.0005 else []
    return [says for opening in thing.openings for says in _struck(one, thing, opening, tape=tape)]


def _setback(
    one: PlacedStructure, thing: SiteFeature, near: Nearest, *, notes: Sequence[SiteNote], tape: Tape
) -> list[str]:
    """Nearer than the greatest setback that is known: the thing's own or one that the office told."""
    told = [
        (note.value_m, said_by(note))
        for note in notes
        if note.kind == "setback" and note.value_m is not None and note.structure in ("", one.id)
    ]
    asked = max([*told, (thing.reach_m, f"noted on {thing.says}")])
    if asked[0] <= 0 or near.distance_m >= asked[0] - 0.0005:
        return []
    stands = f"{tape.length(near.distance_m)} from" if near.distance_m > 0.0005 else "on"
    line = ". A fence is often let stand nearer: ask" if one.along_a_line else ". Move it, or ask for leave"
    return [f"Stands {stands} {thing.says}, and {tape.length(asked[0])} is asked for ({asked[1]}){line}"]


def _too_high(one: PlacedStructure, thing: SiteFeature, near: Nearest, *, tape: Tape) -> list[str]:
    if thing.height_m is None or near.distance_m > max(thing.reach_m, BESIDE_M):
        return []
    within_m = max(thing.reach_m, BESIDE_M)
    tall = [
        piece.high_m - one.soil_at(piece.ring)
        for apart, piece in _apart(one, thing)
        if apart <= within_m and nearest(piece.ring, thing.corners, area=False).distance_m <= within_m
    ]
    high_m = max(tall, default=0.0)
    if high_m <= thing.height_m + 0.0005:
        return []
    return [
        f"Stands {tape.length(high_m)} high within {tape.length(within_m)} of {thing.says}, and "
        f"{tape.length(thing.height_m)} is the most there. Lower it, or move it away"
    ]


def _holes(one: PlacedStructure, thing: SiteFeature, tape: Tape) -> list[str]:
    """Holes in a service's band or a tree's roots: they are dug by hand, and only after the locate."""
    hit = [hole for hole in one.holes if _off(hole.at, thing.corners) - hole.half_m < thing.reach_m - 0.0005]
    if not hit or not thing.reach_m:
        return []
    count = "1 hole lies" if len(hit) == 1 else f"{len(hit)} holes lie"
    if thing.kind == "tree":
        return [f"{count} in the roots of {thing.says}: dig by hand and move a hole rather than cut a root"]
    return [f"{count} within {tape.length(thing.reach_m)} of {thing.says}: by hand only, and not before it is marked"]


def _built_over(one: PlacedStructure, thing: SiteFeature) -> list[str]:
    """A floor or roof over a service, whether a hole lies near it or not; a line is let cross one, a float lies on water."""
    if one.along_a_line or one.floats:
        return []
    ring = hull([point for piece in one.pieces for point in piece.ring])
    if nearest(ring, thing.corners, area=False).distance_m > 0.0005 and not any(inside(p, ring) for p in thing.corners):
        return []
    return [
        f"Built over {thing.says}: its owner has to be able to dig there, and many forbid it. Ask them before anything is "
        "ordered, or move one of the two"
    ]


def _off(point: Point, line: Sequence[Point]) -> float:
    return nearest((point,), line, area=False).distance_m if len(line) > 1 else math.dist(point, line[0])


def _in_the_way(one: PlacedStructure, thing: SiteFeature, clear_m: float, *, tape: Tape) -> list[str]:
    low = [
        piece
        for apart, piece in _apart(one, thing)
        if apart < 0.0005
        and piece.low_m - one.ground_m < clear_m - 0.0005
        and nearest(piece.ring, thing.corners, area=True).distance_m < 0.0005
    ]
    if not low:
        return []
    over_m = min(piece.low_m for piece in low) - one.ground_m
    how = f"{tape.length(over_m)} over the ground" if over_m > 0.05 else "on the ground"
    return [f"Stands in {thing.says}, {how}; {tape.length(clear_m)} is to be clear"]


def _struck(one: PlacedStructure, thing: SiteFeature, opening: WallOpening, *, tape: Tape) -> list[str]:
    """A door that swings out and strikes a piece; what ends under its sill or starts over its head is clear of it."""
    ring = swing_of(thing, opening)
    if not ring:
        return []
    low, high = opening.sill_m + OVER_SILL_M, opening.sill_m + opening.height_m
    for piece in one.pieces:
        if piece.high_m > low and piece.low_m < high and _overlap(piece.ring, ring):
            return [f"The door {tape.length(opening.from_m)} along {thing.says} swings into it: hang it the other way"]
    return []


def _overlap(ring: Sequence[Point], other: Sequence[Point]) -> bool:
    """Whether two areas share more than an edge: a corner or an edge's middle of one lies inside the other, or edges cross."""
    middles = [((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in sides(ring, closed=True)]
    if any(inside(point, other) for point in (*ring, *middles)) or any(inside(point, ring) for point in other):
        return True
    return any(nearest((a, b), other, area=False).distance_m == 0.0 for a, b in sides(ring, closed=True))
