"""A fence's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from steady.errors import InputError
from steady.footings.depth import hole_width_m
from steady.ground.site import Site
from steady.measure.show import Tape
from steady.plan.model import Basis, Handle, Plan
from steady.rulebooks.base import Rulebook
from steady.structures.fence import advice, arches, build, gates, infill
from steady.structures.fence.findings import Timber
from steady.structures.fence.line import stretches
from steady.structures.fence.reckon import reckon
from steady.structures.fence.setout import SetOut, set_out
from steady.structures.fence.setout import tops as stepped_tops
from steady.structures.fence.spec import FenceSpec
from steady.yard.choices import YardChoices
from steady.yard.stock import stick

PLAN_FORMAT = 1


def plan_fence(spec: FenceSpec, site: Site, book: Rulebook, yard: YardChoices, tape: Tape) -> Plan:
    """Plan a fence.

    Args:
        spec: What is wanted.
        site: The ground, soil, wind and use.
        book: The school that decides.
        yard: What can be bought, and how it is cut.
        tape: How the crew reads lengths; used in sentences only.

    Returns:
        Parts, footings, marks, checks and all else. What was asked for but cannot be stands in `conflicts`.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    _refuse(spec)
    timber = Timber(
        post=stick(spec.post, "post", "post"),
        rail=stick(spec.rail, "rail", "rail"),
        board=stick(spec.board, "board", "board"),
        gate_post=stick(spec.gate_post or spec.post, "post", "gate_post" if spec.gate_post else "post"),
    )
    infill.refuse(spec, timber)
    width_m = _hole_width(spec, timber)
    ground = site.profile(spec.id)
    out = set_out(spec, ground, yard, timber, width_m, tape)
    hangings = gates.hang(spec, out, timber, book)
    overhead = arches.stand(spec, site, out, timber, book)
    tops = {**stepped_tops(spec, out), **arches.tops(overhead)}
    found = reckon(spec, site, book, out, timber, width_m, hangings, overhead)
    posts, footings = build.posts_and_footings(spec, out, found, timber, width_m, tops)
    runs = stretches(out)
    rails, boards = build.rails(spec, runs, timber, yard.trim_m), infill.boards(spec, runs, timber)
    parts = [*posts, *rails, *boards, *build.fixings(spec, timber, boards, rails), *gates.parts(spec, hangings, timber)]
    parts += arches.parts(spec, overhead, timber)
    accepted = ""
    if spec.built_on is Basis.PRACTICE and spec.practice is not None:
        accepted = f"{spec.practice.accepted_by} {spec.practice.accepted_on}".strip()
    return Plan(
        format=PLAN_FORMAT,
        id=spec.id,
        school=book.key,
        built_on=spec.built_on,
        accepted=accepted,
        parts=tuple(parts),
        footings=tuple(footings),
        curves=tuple(build.curves(spec, out, ground)),
        marks=tuple(build.marks(spec, out, ground, tops)),
        checks=tuple(found.checks),
        not_covered=tuple(found.not_covered),
        practice=tuple(found.practice),
        handles=tuple(_handles(spec, out)),
        tasks=(*advice.tasks(spec, footings, parts), *gates.tasks(spec, hangings)),
        cautions=(*advice.cautions(spec, site, out, ground, tape), *gates.cautions(spec, hangings)),
        details=tuple(gates.details(spec, hangings)),
        conflicts=(*out.conflicts, *advice.gaps_below(spec, out, ground, tape), *advice.too_long(parts, yard, tape)),
        notes=(*out.notes, *infill.notes(spec, runs, timber, tape)),
    )


def _refuse(spec: FenceSpec) -> None:
    if 2 * spec.rail_inset_m >= spec.height_m:
        raise InputError("rail_inset_m", "The rails would meet: set them nearer to the boards' ends")
    if spec.built_on is Basis.PRACTICE and spec.practice is None:
        raise InputError("practice", "Building on practice needs the detail and the name of whoever accepts it")
    if spec.built_on is Basis.TABLE:
        raise InputError("built_on", "There is no table for fences: build on the reckoning or on a practice detail")
    for name in ("straights", "openings", "zones", "locks"):
        seen: set[str] = set()
        for index, item in enumerate(getattr(spec, name)):
            if item.id in seen:
                raise InputError(f"{name}/{index}/id", f'"{item.id}" is used twice: every one needs its own name')
            seen.add(item.id)


def _hole_width(spec: FenceSpec, timber: Timber) -> float:
    # One auger digs the whole fence: it is as wide as the widest post wants.
    widest_m = max(timber.post.width_m, timber.gate_post.width_m if spec.openings else 0.0)
    width_m = spec.hole_width_m or hole_width_m(widest_m)
    if spec.built_on is Basis.PRACTICE and spec.practice is not None:
        width_m = spec.practice.hole_width_m
    field = "practice/hole_width_m" if spec.built_on is Basis.PRACTICE else "hole_width_m"
    if widest_m * 2**0.5 > width_m + 1e-9:
        raise InputError(field, "The post's diagonal does not fit into this hole: use a wider auger")
    return width_m


def _handles(spec: FenceSpec, out: SetOut) -> list[Handle]:
    """Posts, gates, zones and the far end, each with the field it moves."""
    line = f"{spec.id}/string"
    blocked = tuple((low, high) for low, high, *_ in out.blocked)
    locks = {lock.id: index for index, lock in enumerate(spec.locks)}
    openings = {f"{opening.id}/a": index for index, opening in enumerate(spec.openings)}
    found = []
    for post in out.posts:
        if post.kind == "line":
            field = "locks/+"
        elif post.id in locks:
            field = f"locks/{locks[post.id]}/at_m"
        elif post.opening in openings and post.kind == "gate":
            field = f"openings/{openings[post.opening]}/at_m"
        elif post.id == "end":
            field = f"straights/{len(spec.straights) - 1}/length_m"
        elif post.kind in ("corner", "bend"):
            index = next(i for i, straight in enumerate(spec.straights) if straight.id == post.id)
            field = f"straights/{index - 1}/length_m"
        else:
            continue
        found.append(
            Handle(
                id=f"{spec.id}/post/{post.id}",
                field=field,
                line=line,
                station_m=post.station_m,
                locked=post.kind == "locked",
                blocked_m=blocked,
            )
        )
    for index, opening in enumerate(spec.openings):
        found.append(
            Handle(
                id=f"{spec.id}/gate/{opening.id}",
                field=f"openings/{index}/at_m",
                line=line,
                station_m=opening.at_m,
                locked=False,
                blocked_m=blocked,
            )
        )
    for index, zone in enumerate(spec.zones):
        found.append(
            Handle(
                id=f"{spec.id}/zone/{zone.id}",
                field=f"zones/{index}/at_m",
                line=line,
                station_m=zone.at_m,
                locked=False,
            )
        )
    return found
