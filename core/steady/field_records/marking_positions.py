"""Where pieces are marked before they go up: rails on their posts, boards along their bay, joists along the tape."""

import math

from steady.data.roles import PartRole
from steady.plan.model import Part, PartPlacement, Plan, Vec
from steady.units.show import Tape
from steady.value_objects import positional_value_object

UPRIGHT = 0.7
"""Of a piece's direction: more of it upward than this, and it stands."""
PLUMB = 0.95
MOST_MARKS = 60
MOST_STANDS = 16


@positional_value_object
class PartPositions:
    """The pieces of one role by the bay that they stand in, each bay's posts, and where those stand: gathered once."""

    posts: dict[str, Vec]
    bays: dict[str, tuple[str, str]]
    places: dict[str, list[tuple[Part, PartPlacement]]]

    def between(self, bay_id: str) -> tuple[Vec, Vec] | None:
        """Where a bay's two posts stand on the ground; None where one is not known."""
        start, end = self.bays[bay_id]
        return (self.posts[start], self.posts[end]) if start in self.posts and end in self.posts else None


def layout(plan: Plan, key: str) -> PartPositions:
    """A plan's pieces of a role, gathered for its bays."""
    places: dict[str, list[tuple[Part, PartPlacement]]] = {}
    for part in plan.parts:
        for place in part.places if part.role == key else ():
            places.setdefault(place.about, []).append((part, place))
    return PartPositions(
        posts={footing.under: footing.at for footing in plan.footings},
        bays={bay.id: (bay.start, bay.end) for bay in plan.bays},
        places=places,
    )


def edges_m(found: PartPositions, bay_id: str) -> tuple[tuple[float, float], ...]:
    """Lower edges of a bay's pieces over the ground (m), on its first post's middle and on its second's, lowest first."""
    posts = found.between(bay_id)
    if posts is None:
        return ()
    start, end = posts
    edges = []
    for part, place in found.places.get(bay_id, ()):
        if abs(place.along[2]) > UPRIGHT:
            continue
        edge_m = place.at[2] - half_up_m(part, place)
        # A rail that ends at its posts' faces is marked on their middles: it is followed so far.
        first_m, second_m = (edge_m + _on_m(place, post) * place.along[2] for post in (start, end))
        for k in range(place.count):
            up_m = k * place.step[2]
            edges.append((first_m + up_m - start[2], second_m + up_m - end[2]))
    return tuple(sorted(edges))


def half_up_m(part: Part, place: PartPlacement) -> float:
    """How far a lying piece reaches below its middle (m): it lies on edge, flat, or turned between the two."""
    aside = place.along[0] * place.up[1] - place.along[1] * place.up[0]
    return part.section_m[1] / 2 * abs(place.up[2]) + part.section_m[0] / 2 * abs(aside)


def _on_m(place: PartPlacement, post: Vec) -> float:
    """How far along a piece the middle of a post stands (m)."""
    level = place.along[0] ** 2 + place.along[1] ** 2
    return ((post[0] - place.at[0]) * place.along[0] + (post[1] - place.at[1]) * place.along[1]) / level


def rail_positions_text(found: PartPositions, bay_id: str, tape: Tape) -> str:
    """Where a bay's rails are marked on its posts, in words."""
    edges = edges_m(found, bay_id)
    if not 0 < len(edges) <= MOST_MARKS:
        return ""
    first, second = ([tape.length(edge[k]) for edge in edges] for k in (0, 1))
    at_both = ", ".join(first)
    return f"lower edges {at_both}" if first == second else f"lower edges {at_both}; then {', '.join(second)}"


def spans_m(found: PartPositions, bay_id: str) -> tuple[tuple[float, float], ...]:
    """From where to where along its bay, from the middle of its first post, each of its standing pieces reaches, in order (m)."""
    posts = found.between(bay_id)
    if posts is None:
        return ()
    start, end = posts
    wide_m = math.dist(start[:2], end[:2])
    if wide_m < 1e-6:
        return ()
    heading = ((end[0] - start[0]) / wide_m, (end[1] - start[1]) / wide_m)
    spans = []
    for part, place in found.places.get(bay_id, ()):
        if abs(place.along[2]) < UPRIGHT:
            return ()
        # Its broad face lies along the line: the side of its section that does not look up from the face.
        across = abs(place.up[0] * heading[0] + place.up[1] * heading[1])
        half_m = part.section_m[1 if across > UPRIGHT else 0] / 2
        at_m = (place.at[0] - start[0]) * heading[0] + (place.at[1] - start[1]) * heading[1]
        step_m = place.step[0] * heading[0] + place.step[1] * heading[1]
        spans += [(at_m + k * step_m - half_m, at_m + k * step_m + half_m) for k in range(place.count)]
    return tuple(sorted(spans))


def ends_m(found: PartPositions, bay_id: str) -> tuple[float, float] | None:
    """How far along its bay, from the middle of its first post, the first of its standing pieces begins and the last ends (m)."""
    spans = spans_m(found, bay_id)
    return (spans[0][0], max(end for _, end in spans)) if spans else None


def check_marks_m(found: PartPositions, bay_id: str) -> tuple[tuple[int, float, float], ...]:
    """Every fifth piece of a bay: its number, its far edge from the first post's middle, and from the second's (m)."""
    posts, spans = found.between(bay_id), spans_m(found, bay_id)
    if posts is None:
        return ()
    wide_m = math.dist(posts[0][:2], posts[1][:2])
    return tuple(
        (number, spans[number - 1][1], wide_m - spans[number - 1][1])
        for number in range(CHECK_EVERY, len(spans) - 1, CHECK_EVERY)
    )


CHECK_EVERY = 5
"""After so many boards the running mark is looked at [common practice]."""


def in_bay(found: PartPositions, bay_id: str, row: PartRole, *, tape: Tape) -> str:
    """Where the pieces of a role are marked in a bay, in words; empty where there is nothing to mark."""
    ends = ends_m(found, bay_id) if row.by != "rail" else None
    if ends is None:  # what lies is marked on its posts, rails and slats alike
        return rail_positions_text(found, bay_id, tape)
    said = f"first edge at {tape.length(ends[0])}, last at {tape.length(ends[1])} from its first post's middle"
    marks = "; ".join(
        f"board {number} ends at {tape.length(first)}, {tape.length(second)} from the other post"
        for number, first, second in check_marks_m(found, bay_id)
    )
    return f"{said}. Check: {marks}" if marks else said


def centres_m(part: Part) -> tuple[float, ...]:
    """Centres of pieces that lie side by side along one of the drawing's axes, from its zero (m); nothing for others."""
    found, axes = [], set()
    for place in part.places:
        level = math.hypot(place.along[0], place.along[1])
        if level < UPRIGHT:
            return ()
        along_y = abs(place.along[1]) / level
        axis = 0 if along_y > 0.999 else 1 if along_y < 0.035 else None
        axes.add(axis)
        if axis is None or len(axes) > 1:
            return ()
        middle = place.at[axis] + part.length_m / 2 * place.along[axis]
        found += [middle + k * place.step[axis] for k in range(place.count)]
    return tuple(sorted({round(at, 5) for at in found}))


def stands_m(part: Part) -> tuple[tuple[float, float], ...]:
    """Where standing pieces stand on the drawing's two axes (m); nothing for what lies."""
    found = []
    for place in part.places:
        if abs(place.along[2]) < PLUMB:
            return ()
        found += [
            (round(place.at[0] + k * place.step[0], 5), round(place.at[1] + k * place.step[1], 5))
            for k in range(place.count)
        ]
    return tuple(sorted(set(found)))


def lower_edge_m(part: Part) -> float | None:
    """The lower edge of level pieces that all lie at one height over the drawing's zero (m): what a hanger or a seat is set to."""
    edges = set()
    for place in part.places:
        if abs(place.along[2]) > 1e-6 or part.section_m[1] <= 0 or any(abs(step) > 1e-9 for step in place.step[2:]):
            return None
        edges.add(round(place.at[2] - half_up_m(part, place), 4))
    return edges.pop() if len(edges) == 1 else None


def on_grid(part: Part, tape: Tape) -> str:
    """Running marks of pieces that lie side by side, places of those that stand, and how high level ones lie, in words."""
    said = []
    marks = list(dict.fromkeys(tape.length(at) for at in centres_m(part)))
    if 1 < len(marks) <= MOST_MARKS:
        said.append(f"centres at {', '.join(marks)}")
    stands = stands_m(part)
    if 0 < len(stands) <= MOST_STANDS:
        said.append("stand at " + "; ".join(f"{tape.length(x)}, {tape.length(y)} out" for x, y in stands))
    edge = lower_edge_m(part)
    if edge is not None:
        said.append(f"lower edge {tape.length(abs(edge))} {'below' if edge < 0 else 'above'} 0")
    return "; ".join(said)
