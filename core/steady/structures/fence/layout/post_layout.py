"""Where a fence's posts stand: fixed posts first, then the bays between them, round no-dig zones."""

import itertools
import math
from collections.abc import Callable
from dataclasses import dataclass, field, replace

from steady.errors import InvalidInputError
from steady.layout.bay_spacing import equal_nudged, equal_with_more, in_panels, posts_in_zones
from steady.layout.bays import TOLERANCE_M, BaySpacing, Zone, bays_round_zones, merge_zones
from steady.layout.path import Path
from steady.layout.rails import longest_level_m
from steady.structures.fence.infills.table import infill_of
from steady.structures.fence.layout.fixed import fixed_posts, name_of
from steady.structures.fence.layout.stations import LineBay, Post, SetOut
from steady.structures.fence.layout.tops import pointed_tops, stepped, straight_tops
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec, NoDig, in_count
from steady.structures.fence.spec.timber import FenceTimbers
from steady.units.show import Tape

Bears = Callable[[float, float], float | None]
LONGEST_LINE_M = 1500.0
MOST_POSTS = 700
"""What one fence may hold, so that it is planned well within a second; a longer line is laid out as several [our own limits]."""


def blocked_stretches(
    case: FenceCase, post_m: float, hole_width_m: float
) -> list[tuple[float, float, str, float, float]]:
    """Stations kept free of post centres, by zone: (from, to, what, tight from, tight to).

    A band's half width R plus half the hole, over the sine of its crossing angle; the comfort margin is added for the
    solver, and the tight edges without it judge posts that a person has fixed. A way to keep clear counts the post, not the hole.
    """
    spec = case.spec
    found = []
    for zone in spec.zones:
        if zone.foot is not None:
            # A post may stand here, on another foot: nothing is blocked.
            found.append((zone.at_m, zone.at_m, zone.what, zone.at_m, zone.at_m))
            continue
        if zone.off_m > 0:
            found.append(_off_the_line(zone, hole_width_m, spec.margin_m))
            continue
        half_m = (post_m if zone.kind == "clear way" else hole_width_m) / 2
        tight_m = (zone.half_width_m + half_m) / math.sin(zone.crossing_rad)
        easy_m = (zone.half_width_m + half_m + spec.margin_m) / math.sin(zone.crossing_rad)
        found.append((zone.at_m - easy_m, zone.at_m + easy_m, zone.what, zone.at_m - tight_m, zone.at_m + tight_m))
    return found


def _off_the_line(zone: NoDig, hole_width_m: float, margin_m: float) -> tuple[float, float, str, float, float]:
    """A spot beside the line: half length √(R² − e²), none where it lies farther off than R.

    Source: workshop geometry.
    """
    tight = zone.half_width_m + hole_width_m / 2
    easy = tight + margin_m
    tight_m, easy_m = (math.sqrt(max(0.0, reach**2 - zone.off_m**2)) for reach in (tight, easy))
    return (zone.at_m - easy_m, zone.at_m + easy_m, zone.what, zone.at_m - tight_m, zone.at_m + tight_m)


def set_out(case: FenceCase, bears: Bears | None = None) -> SetOut:
    """All posts and bays of the line.

    `bears`: the longest rail that bears its load between two stations, where bays are capped by it.

    Raises:
        InvalidInputError: Malformed: a gate across a corner, a gate or lock beyond the line's end, gates that overlap.
    """
    spec, timber, tape = case.spec, case.timber, case.tape
    path = Path([(straight.id, straight.length_m, straight.turn_rad) for straight in spec.straights])
    if path.length_m > LONGEST_LINE_M:
        raise InvalidInputError(
            "straights",
            f"One line may be {tape.distance(LONGEST_LINE_M)} long, this is {tape.distance(path.length_m)}: "
            "lay it out as several fences",
        )
    fixed = fixed_posts(case, path)
    blocked = blocked_stretches(case, timber.post.width_m, case.widest_line_hole_m)
    line = _Line(case, path, blocked, bears)
    conflicts, notes = line.conflicts, line.notes
    taken = {post.id for post in fixed}
    for held in fixed:
        for _, _, what, low_m, high_m in blocked_stretches(case, held.stick.width_m, case.hole_width_m(held.stick)):
            if low_m + TOLERANCE_M < held.station_m < high_m - TOLERANCE_M:
                by_m = min(held.station_m - low_m, high_m - held.station_m)
                conflicts.append(
                    f"{name_of(held)} at {tape.distance(held.station_m)} stands in the {what} band: move it "
                    f"{tape.length(by_m)}, or dig by hand and unlock the band"
                )
    posts: list[Post] = [fixed[0]]
    bays: list[LineBay] = []
    openings = {f"{opening.id}/a": opening for opening in spec.openings}
    for before, after in itertools.pairwise(fixed):
        opening = openings.get(before.opening if before.opening.endswith("/a") else "")
        if opening is not None:
            bays.append(LineBay(opening.id, before, after, opening))
            posts.append(after)
            continue
        inner = _called(spec, before, _between(line, before, after), taken=taken)
        for made in (*inner, after):
            bays.append(LineBay(posts[-1].id, posts[-1], made))
            posts.append(made)
        if len(posts) > MOST_POSTS:
            raise InvalidInputError(
                "bay_max_m", f"One line may have {MOST_POSTS} posts: widen the bays, or lay it out as several fences"
            )
    posts, bays = _end_posts(posts, bays, timber, terminals=spec.infill.traits.fitted)
    bays = [_in_lift_out(spec, stepped(case, bay)) for bay in bays]
    bays = straight_tops(case, bays, conflicts, notes=notes)
    bays = pointed_tops(case, bays, conflicts, notes=notes)
    return SetOut(path, tuple(posts), tuple(bays), tuple(blocked), tuple(conflicts), tuple(notes))


def _end_posts(
    posts: list[Post], bays: list[LineBay], timber: FenceTimbers, *, terminals: bool
) -> tuple[list[Post], list[LineBay]]:
    """Free ends and the posts next to them in their own size; gate posts keep theirs.

    Args:
        terminals: Every post at which a stretch ends, free or at a corner, and none beside it.
    """
    if timber.end_post is None:
        return posts, bays
    if terminals:
        ends = {
            post.id: replace(post, stick=timber.end_post)
            for post in posts
            if not post.opening and post.kind in ("end", "corner", "closing")
        }
        return [ends.get(post.id, post) for post in posts], [
            replace(bay, start=ends.get(bay.start.id, bay.start), end=ends.get(bay.end.id, bay.end)) for bay in bays
        ]
    near = {0, 1, len(posts) - 1, len(posts) - 2} if posts[0].kind == "end" and posts[-1].kind == "end" else set()
    if not near:
        near = {k for k, free in ((0, 0), (1, 0), (-1, -1), (-2, -1)) if posts[free].kind == "end"}
        near = {k % len(posts) for k in near}
    sized = {
        post.id: replace(post, stick=timber.end_post)
        for k, post in enumerate(posts)
        if k in near and not post.opening and post.kind in ("end", "line", "locked")
    }
    return [sized.get(post.id, post) for post in posts], [
        replace(bay, start=sized.get(bay.start.id, bay.start), end=sized.get(bay.end.id, bay.end)) for bay in bays
    ]


def _in_lift_out(spec: FenceSpec, bay: LineBay) -> LineBay:
    for item in spec.lift_outs:
        if bay.start.id in (f"{item.id}-a",) or bay.start.id.startswith(f"{item.id}-loose"):
            return replace(bay, lift_out=item.id)
    return bay


def bay_limit(case: FenceCase, before: Post, after: Post, *, bears: Bears | None = None) -> tuple[float, str]:
    """The greatest bay in a stretch and what limits it: the crew's wish, the longest rail on sale, or what a rail bears."""
    spec, yard, timber = case.spec, case.yard, case.timber
    wish_m, wished = _wish(case, before, after, bears=bears)
    rail, from_m, to_m = timber.rail, before.station_m, after.station_m
    on_face, upright = infill_of(spec).layout(spec)
    on_sale = yard.lengths(rail.key)
    if not on_sale:
        return wish_m, wished
    depth_m = rail.width_m if upright else rail.thickness_m
    stepped = all(straight.follows == "stepped" for straight in spec.straights)
    grade = 0.0 if stepped else case.ground.steepest(from_m, to_m)
    reach_m = longest_level_m(on_sale[-1].length_m, grade, depth_m, trim_m=yard.trim_m) / (
        spec.rail_bays if on_face else 1
    )
    # A rail on the posts' face runs half a post past an end post; one between posts is a post shorter than its bay.
    widths = (before.stick.width_m, after.stick.width_m, timber.post.width_m)
    reach_m += -max(widths) if on_face else min(widths)
    if on_face:
        # At an outside corner a rail runs past to the face of the other straight's.
        reach_m -= rail.thickness_m * sum(post.kind in ("corner", "closing") for post in (before, after))
    if not reach_m > 0.3:
        raise InvalidInputError(
            "rail", "The ground is too steep somewhere on this line for any rail on sale: check the readings"
        )
    if reach_m < wish_m:
        return reach_m, f"the longest {rail.says} on sale"
    return wish_m, wished


def _wish(case: FenceCase, before: Post, after: Post, *, bears: Bears | None) -> tuple[float, str]:
    """The crew's greatest bay, or less where a rail bears no more; a rail too weak for any bay is left to its check."""
    spec = case.spec
    longest_m = bears(before.station_m, after.station_m) if bears is not None else None
    if longest_m is None:
        return spec.bay_max_m, "your greatest bay"
    level_m = longest_m / math.hypot(1.0, case.ground.steepest(before.station_m, after.station_m))
    if spec.bay_min_m <= level_m < spec.bay_max_m:
        return level_m, "what a rail bears"
    return spec.bay_max_m, "your greatest bay"


def _spaced(case: FenceCase, run_m: float, limit_m: float, *, zones: list[Zone], before: Post) -> BaySpacing:
    """Bays of one stretch in the way wished for; where equal bays cannot be, the fewest posts."""
    spec, timber = case.spec, case.timber
    least_m = min(spec.bay_min_m, limit_m)
    found: BaySpacing | None = None
    if spec.bays == "panels" and run_m > timber.post.width_m + 0.05:
        by_rule = not before.opening and before.kind != "end"
        at_start = by_rule if spec.cut_at == "away from a gate" else spec.cut_at == "the start"
        return in_panels(
            run_m,
            spec.panel_m + spec.clip_gap_m,
            timber.post.width_m,
            cut_at_start=at_start,
        )
    if spec.bays == "equal":
        found = equal_with_more(run_m, limit_m, least_m, zones=zones)
    elif spec.bays == "nudged":
        found = equal_nudged(run_m, limit_m, least_m, zones=zones)
    return found or bays_round_zones(run_m, limit_m, least_m, zones=zones)


def _panel_clashes(
    answer: BaySpacing, from_m: float, zones: list[Zone], *, limit: tuple[float, str], tape: Tape
) -> list[str]:
    """What panels of one width cannot go round. `limit`: the widest bay, and why."""
    limit_m, why = limit
    widest_m = max((b - a for a, b in itertools.pairwise(answer.stations_m)), default=0.0)
    found = [
        f"A post at {tape.distance(from_m + at)} stands in a no-dig band: panels leave it no room to move. Start the panels "
        "elsewhere, or space the bays freely here"
        for at in posts_in_zones(answer.stations_m, zones)
    ]
    if widest_m > limit_m + TOLERANCE_M:
        found.append(f"A panel's bay is {tape.length(widest_m)}: {why} is {tape.length(limit_m)}")
    return found


@dataclass(slots=True)
class _Line:
    """The line as it is set out, stretch by stretch: what bars holes, what rails bear, and what is found on the way."""

    case: FenceCase
    path: Path
    blocked: list[tuple[float, float, str, float, float]]
    bears: Bears | None
    conflicts: list[str] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)


def _called(spec: FenceSpec, before: Post, made: list[Post], *, taken: set[str]) -> list[Post]:
    """Posts between two fixed ones by their names: the count of the one before goes on where it is to, and no name comes twice."""
    counted = any(lock.counted for lock in spec.locks if lock.id == before.id)
    found = []
    for k, post in enumerate(made, start=1):
        name = in_count(before.id, k) if counted else f"{before.id}+{k}"
        while name in taken:  # a post more than there was stands here
            name += "+0"
        taken.add(name)
        found.append(Post(name, post.station_m, post.kind, post.leg, post.ground_m, post.stick))
    return found


def _between(line: _Line, before: Post, after: Post) -> list[Post]:
    """Posts after `before` and before `after`; when nothing fits, equal bays and a conflict that says by how much."""
    case, blocked, conflicts, notes = line.case, line.blocked, line.conflicts, line.notes
    spec, tape = case.spec, case.tape
    from_m, to_m = before.station_m, after.station_m
    run_m = to_m - from_m
    limit_m, why = bay_limit(case, before, after, bears=line.bears)
    if spec.bays == "panels" and (spec.infill.traits.made or limit_m >= spec.bay_max_m):
        # The panel decides how far apart posts stand: a greatest bay is for bays that are spaced freely.
        limit_m = max(limit_m, spec.panel_m + spec.clip_gap_m + case.timber.post.width_m)
    inside = [(low - from_m, high - from_m) for low, high, *_ in blocked if high > from_m and low < to_m]
    # A band that reaches over a fixed post blocks only its inner side.
    inside = [(max(low, 0.0), min(high, run_m)) for low, high in inside]
    answer = _spaced(case, run_m, limit_m, zones=inside, before=before)
    if spec.bays == "panels":
        conflicts += _panel_clashes(answer, from_m, inside, limit=(limit_m, why), tape=tape)
    if not answer.fits and run_m > TOLERANCE_M:
        worst = max(merge_zones(inside), key=lambda zone: zone[1] - zone[0])
        what = next(
            name for low, high, name, *_ in blocked if low - from_m <= worst[0] + 0.01 or high > worst[0] + from_m
        )
        wide_m = worst[1] - worst[0]
        if answer.reason == "zone wider than longest bay":
            clash = f"{tape.length(wide_m)} must stay free of holes and {why} is {tape.length(limit_m)}: "
            clash += f"{tape.length(wide_m - limit_m)} too much"
        else:
            clash = f"no bays between {tape.length(spec.bay_min_m)} and {tape.length(limit_m)} step round it"
        conflicts.append(
            f"{what} at {tape.distance(from_m + (worst[0] + worst[1]) / 2)}: {clash}. Longer rails, a header over the "
            "band, digging by hand or moving the line would help"
        )
        answer = bays_round_zones(run_m, limit_m, spec.bay_min_m, zones=())
    if not answer.proved:
        notes.append(
            f"Posts between {tape.distance(from_m)} and {tape.distance(to_m)}: the fewest posts, but not proved to have "
            "the fewest different bays. Lock a post to split the run"
        )
    if run_m > TOLERANCE_M and any(b - a < TOLERANCE_M for a, b in itertools.pairwise(answer.stations_m)):
        at = tape.distance(from_m)
        raise InvalidInputError(
            "bay_max_m", f"Posts come to stand on each other beyond {at}: widen the bays, or move what lies near"
        )
    stands = [from_m + station for station in answer.stations_m[1:-1]]
    return [
        Post("", at_m, "line", line.path.leg_at(at_m), case.ground.height_m(at_m), case.timber.post) for at_m in stands
    ]
