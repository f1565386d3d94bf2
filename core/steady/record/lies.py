"""Where pieces are marked before they go up: rails on their posts, boards along their bay, joists along the tape."""

import math
from collections.abc import Iterator

from steady.data.roles import Role
from steady.measure.show import Tape
from steady.plan.model import Part, Place, Plan, Vec

UPRIGHT = 0.7
"""Of a piece's direction: more of it upward than this, and it stands."""
MOST_MARKS = 60


def edges_m(plan: Plan, bay_id: str, key: str) -> tuple[tuple[float, float], ...]:
    """Lower edges of a bay's pieces of a role over the ground (m), on its first post's middle and on its second's, lowest first."""
    bay = next(bay for bay in plan.bays if bay.id == bay_id)
    ground = {footing.under: footing.at for footing in plan.footings}
    if bay.start not in ground or bay.end not in ground:
        return ()
    start, end = ground[bay.start], ground[bay.end]
    found = []
    for part, place in _places(plan, bay_id, key):
        if abs(place.along[2]) > UPRIGHT:
            continue
        edge_m = place.at[2] - part.section_m[1] / 2 * place.up[2]
        # A rail that ends at its posts' faces is marked on their middles: it is followed so far.
        first_m, second_m = (edge_m + _on_m(place, post) * place.along[2] for post in (start, end))
        for k in range(place.count):
            up_m = k * place.step[2]
            found.append((first_m + up_m - start[2], second_m + up_m - end[2]))
    return tuple(sorted(found))


def _on_m(place: Place, post: Vec) -> float:
    """How far along a piece the middle of a post stands (m)."""
    level = place.along[0] ** 2 + place.along[1] ** 2
    return ((post[0] - place.at[0]) * place.along[0] + (post[1] - place.at[1]) * place.along[1]) / level


def rails_lie(plan: Plan, bay_id: str, key: str, tape: Tape) -> str:
    """Where a bay's rails are marked on its posts, in words."""
    edges = edges_m(plan, bay_id, key)
    if not edges:
        return ""
    first, second = ([tape.length(edge[k]) for edge in edges] for k in (0, 1))
    at_both = ", ".join(first)
    return f"lower edges {at_both}" if first == second else f"lower edges {at_both}; then {', '.join(second)}"


def _places(plan: Plan, bay_id: str, key: str) -> Iterator[tuple[Part, Place]]:
    for part in plan.parts:
        for place in part.places if part.role == key else ():
            if place.about == bay_id:
                yield part, place


def ends_m(plan: Plan, bay_id: str, key: str) -> tuple[float, float] | None:
    """How far along its bay, from the middle of its first post, the first of its standing pieces begins and the last ends (m)."""
    bay = next(bay for bay in plan.bays if bay.id == bay_id)
    posts = {footing.under: footing.at for footing in plan.footings}
    if bay.start not in posts or bay.end not in posts:
        return None
    start, end = posts[bay.start], posts[bay.end]
    wide_m = math.dist(start[:2], end[:2])
    heading = ((end[0] - start[0]) / wide_m, (end[1] - start[1]) / wide_m)
    edges = []
    for part, place in _places(plan, bay_id, key):
        if abs(place.along[2]) < UPRIGHT:
            return None
        # Its broad face lies along the line: the side of its section that does not look up from the face.
        across = abs(place.up[0] * heading[0] + place.up[1] * heading[1])
        half_m = part.section_m[1 if across > UPRIGHT else 0] / 2
        at_m = (place.at[0] - start[0]) * heading[0] + (place.at[1] - start[1]) * heading[1]
        step_m = place.step[0] * heading[0] + place.step[1] * heading[1]
        edges += [at_m + k * step_m + side * half_m for k in (0, place.count - 1) for side in (-1, 1)]
    return (min(edges), max(edges)) if edges else None


def in_bay(plan: Plan, bay_id: str, row: Role, tape: Tape) -> str:
    """Where the pieces of a role are marked in a bay, in words; empty where there is nothing to mark."""
    if row.by == "rail":
        return rails_lie(plan, bay_id, row.key, tape)
    ends = ends_m(plan, bay_id, row.key)
    if ends is None:
        return ""
    return f"first edge at {tape.length(ends[0])}, last at {tape.length(ends[1])} from its first post's middle"


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
    return tuple(sorted({round(abs(at), 5) for at in found}))


def on_grid(part: Part, tape: Tape) -> str:
    """Running marks of pieces that lie side by side, in words; empty where one mark or none says it."""
    marks = list(dict.fromkeys(tape.length(at) for at in centres_m(part)))
    if not 1 < len(marks) <= MOST_MARKS:
        return ""
    return f"centres at {', '.join(marks)}"
