"""Where a fence's posts stand: fixed posts first, then the bays between them, round no-dig zones."""

import itertools
import math
from collections.abc import Callable
from dataclasses import dataclass, replace

from steady.data.between import between
from steady.errors import InputError, OutsideScope
from steady.ground.profile import Profile
from steady.layout.baymodes import equal_nudged, equal_with_more, in_panels, posts_in_zones
from steady.layout.bays import TOLERANCE_M, Bays, Zone, bays_round_zones, merge_zones
from steady.layout.path import CORNER_RAD, Leg, Path
from steady.layout.rails import longest_level_m
from steady.layout.slopes import stepped_bays
from steady.layout.topline import fewest_pieces
from steady.measure.show import Tape
from steady.structures.fence.findings import Timber
from steady.structures.fence.spec import FenceSpec, NoDig, Opening
from steady.yard.choices import YardChoices
from steady.yard.stock import Stick

CLOSES_M = 0.05
"""A loop closes when its end comes back so near to its start; what is left lies in the last bay [our own]."""
SAME_POST_M = 0.02
"""Two fixed posts nearer than this are one post [our own]."""


Bears = Callable[[float, float], float | None]


@dataclass(frozen=True, slots=True)
class Post:
    """A post of the line.

    `kind`: end, corner, bend, gate, locked, lift-out, loose (of a lift-out bay), wall, standing (already there), closing (the
    start again, where a loop closes) or line; `opening` for gate posts.
    """

    id: str
    station_m: float
    kind: str
    leg: Leg
    ground_m: float
    stick: Stick
    label: str = ""
    opening: str = ""

    @property
    def fixed(self) -> bool:
        """Whether the solver may not move it."""
        return self.kind != "line"


@dataclass(frozen=True, slots=True)
class Bay:
    """What stands between two neighbouring posts: infill, or the opening named.

    `level_m`: height of a stepped bay's infill at its bottom; None where the infill runs with the ground. `line_m`: heights of
    the infill's nominal bottom at both posts where its top runs straight. `lift_out`: the lift-out bay it belongs to.
    """

    id: str
    start: Post
    end: Post
    opening: Opening | None = None
    level_m: float | None = None
    line_m: tuple[float, float] | None = None
    lift_out: str = ""

    @property
    def width_m(self) -> float:
        """Level, centre to centre."""
        return self.end.station_m - self.start.station_m

    @property
    def grade(self) -> float:
        """Rise over level of the infill: the ground's between its two posts, 0 where it is stepped."""
        if self.level_m is not None:
            return 0.0
        if self.line_m is not None:
            return (self.line_m[1] - self.line_m[0]) / self.width_m
        return (self.end.ground_m - self.start.ground_m) / self.width_m

    def foot_m(self, gap_m: float, station_m: float) -> float:
        """Height of the infill's bottom at a station; `gap_m`: above the ground at raked posts."""
        if self.level_m is not None:
            return self.level_m
        if self.line_m is not None:
            return self.line_m[0] + self.grade * (station_m - self.start.station_m)
        return self.start.ground_m + gap_m + self.grade * (station_m - self.start.station_m)


@dataclass(frozen=True, slots=True)
class SetOut:
    """The line set out."""

    path: Path
    posts: tuple[Post, ...]
    bays: tuple[Bay, ...]
    blocked: tuple[tuple[float, float, str, float, float], ...]
    conflicts: tuple[str, ...]
    notes: tuple[str, ...]


def blocked_stretches(
    spec: FenceSpec, hole_width_m: float, post_m: float
) -> list[tuple[float, float, str, float, float]]:
    """Stations kept free of post centres, by zone: (from, to, what, tight from, tight to).

    A band's half width R plus half the hole, over the sine of its crossing angle; the comfort margin is added for the
    solver, and the tight edges without it judge posts that a person has fixed. A way to keep clear counts the post, not the hole.
    """
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


def set_out(
    spec: FenceSpec,
    ground: Profile,
    yard: YardChoices,
    timber: Timber,
    hole_width_m: float,
    tape: Tape,
    bears: Bears | None = None,
) -> SetOut:
    """All posts and bays of the line.

    `bears`: the longest rail that bears its load between two stations, where bays are capped by it.

    Raises:
        InputError: Malformed: a gate across a corner, a gate or lock beyond the line's end, gates that overlap.
    """
    path = Path([(straight.id, straight.length_m, straight.turn_rad) for straight in spec.straights])
    fixed = _fixed_posts(spec, path, ground, timber)
    blocked = blocked_stretches(spec, hole_width_m, timber.post.width_m)
    conflicts: list[str] = []
    notes: list[str] = []
    for held in fixed:
        for _, _, what, low_m, high_m in blocked:
            if low_m + TOLERANCE_M < held.station_m < high_m - TOLERANCE_M:
                by_m = min(held.station_m - low_m, high_m - held.station_m)
                conflicts.append(
                    f"{_name(held)} at {tape.distance(held.station_m)} stands in the {what} band: move it "
                    f"{tape.length(by_m)}, or dig by hand and unlock the band"
                )
    posts: list[Post] = [fixed[0]]
    bays: list[Bay] = []
    openings = {f"{opening.id}/a": opening for opening in spec.openings}
    for before, after in itertools.pairwise(fixed):
        opening = openings.get(before.opening if before.opening.endswith("/a") else "")
        if opening is not None:
            bays.append(Bay(opening.id, before, after, opening))
            posts.append(after)
            continue
        inner = _between(spec, ground, yard, before, after, blocked, timber, conflicts, notes, path, tape, bears)
        for made in inner:
            bays.append(Bay(posts[-1].id, posts[-1], made))
            posts.append(made)
    posts, bays = _end_posts(posts, bays, timber)
    bays = [_in_lift_out(spec, _stepped(spec, ground, bay)) for bay in bays]
    bays = _straight_tops(spec, ground, bays, conflicts, notes, tape)
    return SetOut(path, tuple(posts), tuple(bays), tuple(blocked), tuple(conflicts), tuple(notes))


def _end_posts(posts: list[Post], bays: list[Bay], timber: Timber) -> tuple[list[Post], list[Bay]]:
    """Free ends and the posts next to them in their own size; gate posts keep theirs."""
    if timber.end_post is None:
        return posts, bays
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


def _stepped(spec: FenceSpec, ground: Profile, bay: Bay) -> Bay:
    follows = next(straight.follows for straight in spec.straights if straight.id == bay.start.leg.id)
    if follows != "stepped" or bay.opening is not None:
        return bay
    [step] = stepped_bays(ground, (bay.start.station_m, bay.end.station_m), gap_least_m=spec.gap_m)
    return replace(bay, level_m=step.bottom_m)


def _in_lift_out(spec: FenceSpec, bay: Bay) -> Bay:
    for item in spec.lift_outs:
        if bay.start.id in (f"{item.id}-a",) or bay.start.id.startswith(f"{item.id}-loose"):
            return replace(bay, lift_out=item.id)
    return bay


def _straight_tops(
    spec: FenceSpec, ground: Profile, bays: list[Bay], conflicts: list[str], notes: list[str], tape: Tape
) -> list[Bay]:
    """Bays whose top runs straight over rolling ground, leg by leg, in the fewest pieces the heights allow."""
    made = list(bays)
    wish_m = spec.gap_m + spec.height_m
    low_m = spec.top_low_m or wish_m - spec.height_m / 10
    high_m = spec.top_high_m or wish_m + spec.height_m / 10
    step_m = 0.0127 if tape.system == "imperial" else 0.01
    if low_m > high_m:
        raise InputError("top_high_m", "The greatest height of the top is below its least")
    for straight in spec.straights:
        if straight.follows != "straight top":
            continue
        ours = [k for k, bay in enumerate(bays) if bay.start.leg.id == straight.id and bay.opening is None]
        for run in _unbroken(ours):
            posts = [bays[run[0]].start.station_m, *(bays[k].end.station_m for k in run)]
            try:
                line = fewest_pieces(ground, posts, least_m=low_m, most_m=high_m, wish_m=wish_m, step_m=step_m)
            except OutsideScope as refused:
                notes.append(f"The top follows the ground here: {refused.reason}")
                continue
            if line is None:
                conflicts.append(
                    f"No straight top from {tape.distance(posts[0])} to {tape.distance(posts[-1])} stays between "
                    f"{tape.length(low_m)} and {tape.length(high_m)} above the ground: widen the two, step, or rake"
                )
                continue
            breaks = len(line) - 2
            turns = ", ".join(tape.distance(at) for at, _ in line[1:-1])
            notes.append(
                f"Top from {tape.distance(posts[0])}: one straight line"
                if not breaks
                else f"Top from {tape.distance(posts[0])}: {breaks} breaks, at {turns}. String it between them"
            )
            for k in run:
                bay = bays[k]
                ends = [between(line, at) - spec.height_m for at in (bay.start.station_m, bay.end.station_m)]
                made[k] = replace(bay, line_m=(ends[0], ends[1]))
    return made


def _unbroken(indexes: list[int]) -> list[list[int]]:
    runs: list[list[int]] = []
    for k in indexes:
        if runs and k == runs[-1][-1] + 1:
            runs[-1].append(k)
        else:
            runs.append([k])
    return runs


def tops(spec: FenceSpec, out: SetOut) -> dict[str, float]:
    """How far above its ground each post stands whose top does not follow the ground: up to the higher of its two bays."""
    found: dict[str, float] = {}
    for bay in out.bays:
        if bay.level_m is None and bay.line_m is None:
            continue
        for post in (bay.start, bay.end):
            above_m = bay.foot_m(spec.gap_m, post.station_m) + spec.height_m - post.ground_m
            if bay.line_m is not None and post.id not in found:
                found[post.id] = above_m
                continue
            found[post.id] = max(above_m, found.get(post.id, spec.gap_m + spec.height_m))
    for bay in out.bays:
        if bay.level_m is None and bay.line_m is None and bay.opening is None:
            # Beside a raked bay a post is no lower than that bay asks.
            for post in (bay.start, bay.end):
                if post.id in found:
                    found[post.id] = max(found[post.id], spec.gap_m + spec.height_m)
    return found


def _fixed_posts(spec: FenceSpec, path: Path, ground: Profile, timber: Timber) -> list[Post]:
    wanted: list[tuple[float, int, str, str, str, str]] = [_line_end(spec, path, timber, 0)]
    for index, leg in enumerate(path.legs[1:], start=1):
        corner = abs(path.turn_rad(index)) >= CORNER_RAD
        turn = math.degrees(path.turn_rad(index))
        side = "left" if turn > 0 else "right"
        label = f"turn {abs(turn):.0f}° {side}" if corner else "bend"
        wanted.append((leg.from_m, 1, leg.id, "corner" if corner else "bend", label, ""))
    wanted.append(_line_end(spec, path, timber, 1))
    wanted += _lift_outs(spec, path, timber)
    for index, opening in enumerate(spec.openings):
        first_m = opening.at_m
        last_m = first_m + opening.clear_m + timber.gate_post.width_m
        leg = path.leg_at(first_m)
        if last_m > path.length_m + TOLERANCE_M:
            raise InputError(
                f"openings/{index}/at_m", f"The {opening.what} runs past the end of the line: move it back"
            )
        if last_m > leg.to_m + TOLERANCE_M:
            raise InputError(
                f"openings/{index}/at_m", f"The {opening.what} lies across a corner: a gate must lie in one straight"
            )
        wanted.append((first_m, 2, f"{opening.id}-a", "gate", opening.what, f"{opening.id}/a"))
        wanted.append((last_m, 2, f"{opening.id}-b", "gate", opening.what, f"{opening.id}/b"))
    for index, lock in enumerate(spec.locks):
        if lock.at_m > path.length_m + TOLERANCE_M:
            raise InputError(f"locks/{index}/at_m", "This locked post stands past the end of the line")
        wanted.append((lock.at_m, 3, lock.id, "locked", lock.why, ""))
    _refuse_overlap(spec, timber.gate_post)
    made: list[Post] = []
    for station_m, rank, post_id, kind, label, opening_id in sorted(wanted):
        if made and station_m - made[-1].station_m < SAME_POST_M:
            kept = made[-1]
            if rank == 2 or kept.opening:
                opened = opening_id if opening_id.endswith("/a") else kept.opening or opening_id
                kind_kept = kept.kind if kept.kind != "locked" else kind
                made[-1] = replace(
                    kept, kind=kind_kept, stick=timber.gate_post, label=kept.label or label, opening=opened
                )
            continue
        stick = timber.gate_post if opening_id else timber.post
        made.append(
            Post(post_id, station_m, kind, path.leg_at(station_m), ground.height_m(station_m), stick, label, opening_id)
        )
    return made


def _line_end(spec: FenceSpec, path: Path, timber: Timber, which: int) -> tuple[float, int, str, str, str, str]:
    """The first (0) or last (1) fixed post.

    Raises:
        InputError: A loop that does not close, or one that is joined to a wall.
    """
    end = spec.end_at if which else spec.start_at
    at_m, post_id = (path.length_m, "end") if which else (0.0, "start")
    if spec.closed:
        if end.at != "post":
            raise InputError(f"{post_id}_at/at", "A closed loop has no ends to join to a wall")
        last = path.legs[-1].point(path.length_m)
        off_m = math.hypot(*last)
        if off_m > CLOSES_M or len(path.legs) < 3:
            raise InputError(
                f"straights/{len(spec.straights) - 1}/length_m",
                f"The loop does not close: its end lies {off_m:.2f} m ({off_m / 0.3048:.1f} ft) from its start. Mend the last "
                "lengths and turns",
            )
        turn = math.degrees(math.remainder(path.legs[0].heading_rad - path.legs[-1].heading_rad, 2 * math.pi))
        label = f"turn {abs(turn):.0f}° {'left' if turn > 0 else 'right'}"
        return (at_m, 0, post_id, "closing" if which else "corner", "the start again" if which else label, "")
    if end.at == "wall":
        back_m = timber.post.width_m / 2 + end.packing_m
        return (at_m - back_m if which else at_m + back_m, 0, post_id, "wall", "against the wall", "")
    if end.at == "standing post":
        return (at_m, 0, post_id, "standing", "stands already", "")
    return (at_m, 0, post_id, "end", "", "")


def _lift_outs(spec: FenceSpec, path: Path, timber: Timber) -> list[tuple[float, int, str, str, str, str]]:
    """Side posts of the bays that lift out, and their loose posts between, evenly."""
    found: list[tuple[float, int, str, str, str, str]] = []
    for index, item in enumerate(spec.lift_outs):
        last_m = item.at_m + item.clear_m + timber.post.width_m
        leg = path.leg_at(item.at_m)
        if last_m > leg.to_m + TOLERANCE_M:
            raise InputError(f"lift_outs/{index}/at_m", "The lift-out bay runs past its straight's end: move it back")
        for opening in spec.openings:
            if item.at_m < opening.at_m + opening.clear_m and opening.at_m < last_m - SAME_POST_M:
                raise InputError(f"lift_outs/{index}/at_m", f"The lift-out bay lies over the {opening.what}: move one")
        loose = math.ceil((last_m - item.at_m - TOLERANCE_M) / spec.bay_max_m) - 1
        found.append((item.at_m, 1, f"{item.id}-a", "lift-out", "lift-out bay", ""))
        for k in range(1, loose + 1):
            at_m = item.at_m + (last_m - item.at_m) * k / (loose + 1)
            found.append((at_m, 1, f"{item.id}-loose-{k}", "loose", "loose post", ""))
        found.append((last_m, 1, f"{item.id}-b", "lift-out", "lift-out bay", ""))
    return found


def _refuse_overlap(spec: FenceSpec, post: Stick) -> None:
    spans = sorted((o.at_m, o.at_m + o.clear_m + post.width_m, i) for i, o in enumerate(spec.openings))
    for before, after in itertools.pairwise(spans):
        if after[0] < before[1] - SAME_POST_M:
            raise InputError(f"openings/{after[2]}/at_m", "Two gates overlap: move one of them")
    for index, lock in enumerate(spec.locks):
        for low_m, high_m, at in spans:
            if low_m + SAME_POST_M < lock.at_m < high_m - SAME_POST_M:
                what = spec.openings[at].what
                raise InputError(f"locks/{index}/at_m", f"This locked post stands inside the {what}: unlock or move it")


def _name(post: Post) -> str:
    names = {
        "end": "The end post", "wall": "The post against the wall", "standing": "The post that stands already",
        "corner": "The corner post", "closing": "The corner post", "gate": f"A post of the {post.label}",
        "lift-out": "A post of the lift-out bay", "loose": "The loose post of the lift-out bay",
    }  # fmt: skip
    return names.get(post.kind, "The locked post")


def bay_limit(
    spec: FenceSpec,
    ground: Profile,
    yard: YardChoices,
    timber: Timber,
    before: Post,
    after: Post,
    bears: Bears | None = None,
) -> tuple[float, str]:
    """The greatest bay in a stretch and what limits it: the crew's wish, the longest rail on sale, or what a rail bears."""
    wish_m, wished = _wish(spec, ground, before, after, bears)
    rail, from_m, to_m = timber.rail, before.station_m, after.station_m
    on_edge = spec.rail_laid == "on edge" or spec.infill.style == "slats"
    on_sale = yard.lengths(rail.key)
    if not on_sale:
        return wish_m, wished
    depth_m = rail.width_m if on_edge else rail.thickness_m
    stepped = all(straight.follows == "stepped" for straight in spec.straights)
    grade = 0.0 if stepped else ground.steepest(from_m, to_m)
    reach_m = longest_level_m(on_sale[-1].length_m, grade, depth_m, yard.trim_m) / (spec.rail_bays if on_edge else 1)
    # A rail on the posts' face runs half a post past an end post; one between posts is a post shorter than its bay.
    widths = (before.stick.width_m, after.stick.width_m, timber.post.width_m)
    reach_m += -max(widths) if on_edge else min(widths)
    if not reach_m > 0.3:
        raise InputError(
            "rail", "The ground is too steep somewhere on this line for any rail on sale: check the readings"
        )
    if reach_m < wish_m:
        return reach_m, f"the longest {rail.says} on sale"
    return wish_m, wished


def _wish(spec: FenceSpec, ground: Profile, before: Post, after: Post, bears: Bears | None) -> tuple[float, str]:
    """The crew's greatest bay, or less where a rail bears no more; a rail too weak for any bay is left to its check."""
    longest_m = bears(before.station_m, after.station_m) if bears is not None else None
    if longest_m is None:
        return spec.bay_max_m, "your greatest bay"
    level_m = longest_m / math.hypot(1.0, ground.steepest(before.station_m, after.station_m))
    if spec.bay_min_m <= level_m < spec.bay_max_m:
        return level_m, "what a rail bears"
    return spec.bay_max_m, "your greatest bay"


def _spaced(spec: FenceSpec, run_m: float, limit_m: float, zones: list[Zone], timber: Timber, before: Post) -> Bays:
    """Bays of one stretch in the way wished for; where equal bays cannot be, the fewest posts."""
    least_m = min(spec.bay_min_m, limit_m)
    found: Bays | None = None
    if spec.bays == "panels" and run_m > timber.post.width_m + 0.05:
        # A cut panel stands away from a gate.
        return in_panels(
            run_m,
            spec.panel_m + spec.clip_gap_m,
            timber.post.width_m,
            cut_at_start=not before.opening and before.kind != "end",
        )
    if spec.bays == "equal":
        found = equal_with_more(run_m, limit_m, least_m, zones)
    elif spec.bays == "nudged":
        found = equal_nudged(run_m, limit_m, least_m, zones)
    return found or bays_round_zones(run_m, limit_m, least_m, zones)


def _panel_clashes(answer: Bays, from_m: float, zones: list[Zone], limit_m: float, why: str, tape: Tape) -> list[str]:
    """What panels of one width cannot go round."""
    widest_m = max((b - a for a, b in itertools.pairwise(answer.stations_m)), default=0.0)
    found = [
        f"A post at {tape.distance(from_m + at)} stands in a no-dig band: panels leave it no room to move. Start the panels "
        "elsewhere, or space the bays freely here"
        for at in posts_in_zones(answer.stations_m, zones)
    ]
    if widest_m > limit_m + TOLERANCE_M:
        found.append(f"A panel's bay is {tape.length(widest_m)}: {why} is {tape.length(limit_m)}")
    return found


def _between(
    spec: FenceSpec,
    ground: Profile,
    yard: YardChoices,
    before: Post,
    after: Post,
    blocked: list[tuple[float, float, str, float, float]],
    timber: Timber,
    conflicts: list[str],
    notes: list[str],
    path: Path,
    tape: Tape,
    bears: Bears | None,
) -> list[Post]:
    """Posts after `before` up to and with `after`; when nothing fits, equal bays and a conflict that says by how much."""
    from_m, to_m = before.station_m, after.station_m
    run_m = to_m - from_m
    limit_m, why = bay_limit(spec, ground, yard, timber, before, after, bears)
    inside = [(low - from_m, high - from_m) for low, high, *_ in blocked if high > from_m and low < to_m]
    # A band that reaches over a fixed post blocks only its inner side.
    inside = [(max(low, 0.0), min(high, run_m)) for low, high in inside]
    answer = _spaced(spec, run_m, limit_m, inside, timber, before)
    if spec.bays == "panels":
        conflicts += _panel_clashes(answer, from_m, inside, limit_m, why, tape)
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
        answer = bays_round_zones(run_m, limit_m, spec.bay_min_m, ())
    if not answer.proved:
        notes.append(
            f"Posts between {tape.distance(from_m)} and {tape.distance(to_m)}: the fewest posts, but not proved to have "
            "the fewest different bays. Lock a post to split the run"
        )
    made = []
    for k, station in enumerate(answer.stations_m[1:-1], start=1):
        at_m = from_m + station
        made.append(Post(f"{before.id}+{k}", at_m, "line", path.leg_at(at_m), ground.height_m(at_m), timber.post))
    return [*made, after]
