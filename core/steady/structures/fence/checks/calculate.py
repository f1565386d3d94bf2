"""The checks of a fence: each post's hold in the ground and bending, each bay's rails sideways and downward.

Gate leaves bring their own checks, and their pull to the posts that carry them. Nothing is said to pass for public use.
"""

import math
from collections.abc import Mapping
from dataclasses import replace

from steady.footings.digging import grouped_depths
from steady.plan.model import Basis, UncheckedItem
from steady.structures.check_collector import PUBLIC
from steady.structures.fence.checks.arches import PlacedArch
from steady.structures.fence.checks.clearances import base_boards
from steady.structures.fence.checks.fasteners import FastenerChecks
from steady.structures.fence.checks.findings import FenceCheckCollector, FixedFindings, gap
from steady.structures.fence.checks.foundations import way_at
from steady.structures.fence.checks.gates import Hanging, pulls, slams
from steady.structures.fence.checks.posts import PostChecks, Sides
from steady.structures.fence.checks.rails import RailChecks
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.layout.tops import tops
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.gate.arch import ArchResult
from steady.structures.gate.calculate import LeafResult

KEPT_MORE = 20
"""So many more than a line has posts are kept of what alike ones came to [our own]."""
BEND_RAD = 0.02
"""A turn under this is straight on [our own]."""


def sides_of(spec: FenceSpec, out: SetOut, index: int) -> Sides:
    """Half of each neighbouring bay; a loop's first post carries half of its last bay, too."""
    post = out.posts[index]
    half_m = post.stick.width_m / 2
    low_m, high_m = max(0.0, post.station_m - half_m), post.station_m + half_m
    end_m = out.path.length_m
    turn = 0.0
    if index:
        low_m = (out.posts[index - 1].station_m + post.station_m) / 2
        turn = out.path.leg_at(post.station_m + 1e-6).heading_rad - out.posts[index - 1].leg.heading_rad
    before = (low_m, post.station_m)
    if not index and spec.closed:
        before = ((out.posts[-2].station_m + end_m) / 2, end_m)
        turn = out.path.legs[0].heading_rad - out.path.legs[-1].heading_rad
    if index + 1 < len(out.posts):
        high_m = (out.posts[index + 1].station_m + post.station_m) / 2
    turn = math.remainder(turn, 2 * math.pi)
    return Sides(before, (post.station_m, high_m), turn if abs(turn) > BEND_RAD else 0.0)


def _extra_m(case: FenceCase, out: SetOut) -> dict[str, float]:
    """How much more than the boards' own height stands to the wind at each post: base boards, and a straight top over a dip."""
    spec, timber = case.spec, case.timber
    found: dict[str, float] = {}
    for bay in out.bays:
        if bay.opening is not None:
            continue
        more_m = 0.0
        if bay.line_m is not None:
            more_m = max(bay.foot_m(spec.gap_m, p.station_m) - p.ground_m - spec.gap_m for p in (bay.start, bay.end))
        if spec.infill.base == "base boards":
            more_m += base_boards(case, bay, timber.board.width_m) * timber.board.width_m
        for post in (bay.start, bay.end):
            found[post.id] = max(found.get(post.id, 0.0), more_m)
    return found


def shared_depths(needed_m: Mapping[str, float], count: int) -> dict[str, float]:
    """Depth of each post's hole where holes are dug to at most so many depths (m), with the least digging over."""
    if len({round(deep_m, 6) for deep_m in needed_m.values()}) <= count:
        return dict(needed_m)
    depths_m = grouped_depths(list(needed_m.values()), 1.0, count).depths_m
    return {post: next(d for d in depths_m if d >= deep_m - 1e-9) for post, deep_m in needed_m.items()}


def _each_post(checks: PostChecks, out: SetOut) -> None:
    for index, post in enumerate(out.posts):
        if post.kind != "closing":
            checks.calculate(post, sides_of(checks.spec, out, index))


def run_checks(
    case: FenceCase,
    out: SetOut,
    hangings: list[Hanging],
    *,
    arches: list[PlacedArch],
    still: FixedFindings,
) -> FenceCheckCollector:
    """Calculate every post and bay of a fence."""
    spec, book, loads = case.spec, case.book, still.loads
    still.alike.forget(KEPT_MORE + len(out.posts))
    brings = FenceCheckCollector(
        book=book,
        alike=still.alike,
        pulls=pulls(hangings),
        slams=slams(hangings, book),
        high={post: item.found.high for item in arches for post in item.posts if item.found.high is not None},
        rise_m={post: max(0.0, top - spec.height_m - spec.gap_m) for post, top in tops(spec, out).items()},
        extra_m=_extra_m(case, out),
    )
    collector = replace(brings, checks=[], not_covered=[], practice=[], embedment_m={}, governs={}, depths={})
    if loads.refused is not None:
        collector.not_covered.append(gap("fence.wind_load", spec.id, loads.refused))
    collector.not_covered.append(
        UncheckedItem(
            key="fence_span_table",
            about=spec.id,
            basis=Basis.TABLE,
            reason=f"{book.title} has no prescriptive table for fences",
            would_have_to_change="nothing: use the calculation",
        )
    )
    posts = PostChecks(case, loads, collector)
    if spec.depths_count and spec.built_on is not Basis.PRACTICE:
        # What each hole needs by itself comes first; then they are dug to few depths, and checked as they are dug.
        alone = PostChecks(case, loads, brings)
        _each_post(alone, out)
        in_ground = {post.id for post in out.posts if way_at(spec, post.station_m).in_ground}
        posts.dug_m = shared_depths(
            {post: deep_m for post, deep_m in brings.embedment_m.items() if post in in_ground}, spec.depths_count
        )
    _each_post(posts, out)
    rails = RailChecks(case, loads, collector)
    holds = FastenerChecks(case, loads, collector)
    for bay in out.bays:
        if bay.opening is None:
            rails.calculate(bay)
            holds.calculate(bay)
    brought_by: list[LeafResult | ArchResult] = [hanging.found for hanging in hangings]
    brought_by += [item.found for item in arches]
    for brought in brought_by:
        collector.checks += brought.checks
        collector.not_covered += brought.not_covered
    if case.site.use == "public":
        collector.nothing_said(spec.id, PUBLIC)
    return collector
