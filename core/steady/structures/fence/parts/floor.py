"""The floor of an enclosure: slabs on a grid from its first corner, whole and cut, and the bed or gravel under them."""

import math

from steady.catalog.items import bag_yield_m3
from steady.errors import InvalidInputError
from steady.plan.model import Part, PartPlacement, Vec
from steady.structures.fence.layout.corners import board_layer
from steady.structures.fence.layout.line import UP, side
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

SLAB = "paving slab"
SOLD_M = {False: 0.4064, True: 0.45}
"""Side of a slab as sold, by feet or metric [common practice]."""
MOST_SLABS = 4000
SLIVER_M = 0.01
"""Less of a slab than this is not laid: the joint takes it up [our own]."""
Point = tuple[float, float]
Ring = list[Point]


def slab_m(case: FenceCase) -> float:
    """A slab's side: as typed, or as it is sold beside the posts."""
    spec = case.spec
    return spec.floor.slab_m if spec.floor.slab_m is not None else SOLD_M[case.timber.post.metric]


def refuse(spec: FenceSpec) -> None:
    """A floor without a loop round it.

    Raises:
        InvalidInputError: The line is open.
    """
    if spec.floor.kind != "nothing" and not spec.closed:
        raise InvalidInputError(
            "floor/kind", "A floor lies inside a closed loop: close the line, or take the floor away"
        )


def floor(case: FenceCase, out: SetOut) -> list[Part]:
    """Slabs and what they lie on, or gravel; empty where the crew wants none.

    Source: geometry: a grid square with the first straight, each square cut to the space inside the posts and boards.
    """
    spec, yard = case.spec, case.yard
    if spec.floor.kind == "nothing":
        return []
    ring = inside(case, out)
    at = (*ring[0], out.posts[0].ground_m)
    deep_m3 = abs(area_m2(ring)) * spec.floor.bed_m
    if spec.floor.kind == "gravel":
        return [_bed(spec, yard.gravel, deep_m3, at=at)]
    whole, cut = slabs(
        spec,
        ring,
        out,
        size_m=slab_m(case),
    )
    heading = out.path.legs[0].heading_rad
    along = (math.cos(heading), math.sin(heading), 0.0)
    made = [_bed(spec, yard.sand, deep_m3, at=at)]
    for name, where in (("whole", whole), ("cut", cut)):
        if where:
            places = tuple(
                PartPlacement(id=f"{spec.id}/slab/{name}/{k}", at=(x, y, at[2]), along=along, up=UP)
                for k, (x, y) in enumerate(where)
            )
            size = (
                slab_m(case),
                slab_m(case),
            )
            made.append(
                Part(id=f"{spec.id}/slabs/{name}", role="slab", item=SLAB, length_m=0.0, section_m=size, places=places)
            )
    return made


def _bed(spec: FenceSpec, item: str, volume_m3: float, *, at: Vec) -> Part:
    bags = math.ceil(volume_m3 / bag_yield_m3(item) - 1e-9)
    place = PartPlacement(id=f"{spec.id}/bed", at=at, along=(1.0, 0.0, 0.0), up=UP)
    return Part(
        id=f"{spec.id}/bed", role="bed", item=item, length_m=0.0, section_m=(0.0, 0.0), places=(place,), each=bags
    )


def inside(case: FenceCase, out: SetOut) -> Ring:
    """Corners of the ground inside the posts, and inside the boards where they stand within, turning left."""
    spec = case.spec
    legs = out.path.legs
    turned = math.fsum(
        math.remainder(after.heading_rad - before.heading_rad, 2 * math.pi)
        for before, after in zip(legs, [*legs[1:], legs[0]], strict=True)
    )
    way = 1.0 if turned > 0 else -1.0
    boards_within = spec.infill.traits.boarded and side(spec) == way
    off_m = board_layer(case).far_m if boards_within else case.timber.post.thickness_m / 2
    ring = []
    for before, after in zip([legs[-1], *legs[:-1]], legs, strict=True):
        turn = math.remainder(after.heading_rad - before.heading_rad, 2 * math.pi)
        heading, along_m = after.heading_rad, off_m * math.tan(turn / 2) * way
        ring.append(
            (
                after.x_m + along_m * math.cos(heading) - way * off_m * math.sin(heading),
                after.y_m + along_m * math.sin(heading) + way * off_m * math.cos(heading),
            )
        )
    return ring if way > 0 else ring[::-1]


def slabs(spec: FenceSpec, ring: Ring, out: SetOut, *, size_m: float) -> tuple[Ring, Ring]:
    """Near corners of whole slabs and of cut ones, on the site.

    Raises:
        InvalidInputError: More slabs than are laid by hand.
    """
    pitch_m = size_m + spec.floor.joint_m
    heading = out.path.legs[0].heading_rad
    cos, sin = math.cos(heading), math.sin(heading)
    origin = ring[0]
    own = [
        ((x - origin[0]) * cos + (y - origin[1]) * sin, (y - origin[1]) * cos - (x - origin[0]) * sin) for x, y in ring
    ]
    low, high = [min(p[n] for p in own) for n in (0, 1)], [max(p[n] for p in own) for n in (0, 1)]
    counts = [math.ceil((high[n] - low[n] - SLIVER_M) / pitch_m) for n in (0, 1)]
    if counts[0] * counts[1] > MOST_SLABS:
        raise InvalidInputError("floor/slab_m", f"More than {MOST_SLABS} slabs: lay bigger ones, or gravel")
    whole: Ring = []
    cut: Ring = []
    for i in range(counts[0]):
        for k in range(counts[1]):
            u, v = low[0] + i * pitch_m, low[1] + k * pitch_m
            share_m2 = abs(area_m2(_clipped(own, u, v, size_m=size_m)))
            at = (origin[0] + u * cos - v * sin, origin[1] + u * sin + v * cos)
            if share_m2 > size_m**2 - SLIVER_M * size_m:
                whole.append(at)
            elif share_m2 > SLIVER_M * size_m:
                cut.append(at)
    return whole, cut


def area_m2(ring: Ring) -> float:
    """Area of a ring, positive where it turns left. Source: geometry: the shoelace formula."""
    return math.fsum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], *ring[:1]], strict=True)) / 2


def _clipped(ring: Ring, u: float, v: float, *, size_m: float) -> Ring:
    """What of a ring lies within a square: its sides cut off one after another."""
    for axis, limit, keep in ((0, u, 1.0), (0, u + size_m, -1.0), (1, v, 1.0), (1, v + size_m, -1.0)):
        kept: Ring = []
        for a, b in zip(ring, [*ring[1:], *ring[:1]], strict=True):
            da, db = keep * (a[axis] - limit), keep * (b[axis] - limit)
            if da >= 0:
                kept.append(a)
            if da * db < 0:
                t = da / (da - db)
                kept.append((a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1])))
        ring = kept
    return ring


def notes(
    case: FenceCase,
    parts: list[Part],
) -> list[str]:
    """Slabs whole and cut, and where the grid begins."""
    tape = case.tape
    count = {part.id.rsplit("/", 1)[-1]: part.count for part in parts if part.role == "slab"}
    if not count:
        return []
    cuts = count.get("cut", 0)
    said = f"{count.get('whole', 0)} whole slabs and {cuts} cut" if cuts else f"{count['whole']} whole slabs, none cut"
    return [
        f"Floor: {said}, {tape.length(slab_m(case))} square, joints {tape.length(case.spec.floor.joint_m)}, laid from the first "
        "corner along the first run; every cut one is a slab of its own, what is left of it is a spare"
    ]
