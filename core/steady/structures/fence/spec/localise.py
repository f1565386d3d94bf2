"""A fence brought home to a school: timbers that the school's yard does not sell are replaced by its usual ones."""

from dataclasses import replace

from steady.catalog.items import sticks, usual
from steady.structures.fence.spec.feet import METRIC
from steady.structures.fence.spec.fence import FenceSpec
from steady.units.units import MM

METRIC_STEP_M = 25 * MM
METRIC_GAP_M = 50 * MM
METRIC_BAY_M = 1.8


def localized(spec: FenceSpec, school: str) -> FenceSpec:
    """The fence with timbers that are on sale under the school; where none of its timbers was, metric measures, too.

    A school without a list of usual timbers leaves the fence as it is.
    """
    try:
        start = usual(school)
    except StopIteration:
        return spec

    def sold(key: str) -> bool:
        return key in sticks() and school in sticks()[key].schools

    foreign = not sold(spec.post)
    home = replace(
        spec,
        post=spec.post if sold(spec.post) else start.post,
        rail=spec.rail if sold(spec.rail) else start.rail,
        ply_core=spec.ply_core if sold(spec.ply_core) else "",
        board=spec.board if sold(spec.board) else start.board,
        gate_post=spec.gate_post if spec.gate_post is None or sold(spec.gate_post) else None,
        openings=tuple(
            opening
            if sold(opening.leaf.frame)
            else replace(opening, leaf=replace(opening.leaf, frame=start.leaf), arch=None)
            for opening in spec.openings
        ),
    )
    if foreign and sticks()[start.post].metric:
        return replace(
            home,
            height_m=1.2,
            gap_m=METRIC_GAP_M,
            bay_max_m=METRIC_BAY_M,
            depth_step_m=METRIC_STEP_M,
            gravel_m=0.1,
            hole_width_m=0.3,
            foot_detail=METRIC,
        )
    return home
