"""Something was found while digging: the posts that stand are held, the find keeps holes off, and the rest is solved again."""

from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.fence.spec.fence import FenceSpec, Lock, NoDig

MOST_LOCKS = 400


def reroute_around(
    spec: FenceSpec, plan: Plan, stand_m: dict[str, float], *, post_id: str, met: tuple[str, float]
) -> FenceSpec:
    """The spec with a no-dig band where a hole met something, and a lock on every line post that is set.

    Args:
        plan: The plan the crew dug by.
        stand_m: Posts that are set, by id, and where each stands as measured (or as planned).
        post_id: The post whose hole met it.
        met: What it is, as the crew wrote it ("rock at 14 in"), and half of what must stay free of holes (m).

    Raises:
        InvalidInputError: There is no such post, or it is set already.
    """
    what, half_width_m = met
    marks = {mark.id: mark for mark in plan.marks}
    if post_id not in marks:
        raise InvalidInputError("post", "There is no such post in this plan: fetch it again")
    if post_id in stand_m:
        raise InvalidInputError("post", "This post is ticked as set: take the tick away first")
    held = {lock.id for lock in spec.locks}
    locks = list(spec.locks)
    for about, at_m in sorted(stand_m.items(), key=lambda item: item[1]):
        inner = about.removeprefix(f"{spec.id}/post/")
        mark = marks.get(about)
        if mark is not None and mark.kind == "line" and inner not in held and len(locks) < MOST_LOCKS:
            locks.append(Lock(id=inner, at_m=at_m, why="set", counted=True))
    number = next(k for k in range(1, 1000) if all(zone.id != f"found-{k}" for zone in spec.zones))
    zone = NoDig(
        id=f"found-{number}",
        what=what[:60] or "something in the hole",
        letter="F",
        at_m=marks[post_id].station_m,
        half_width_m=half_width_m,
        depth="found while digging",
    )
    return replace(
        spec, locks=tuple(lock for lock in locks if f"{spec.id}/post/{lock.id}" != post_id), zones=(*spec.zones, zone)
    )
