"""A fence's pieces with their places: posts and footings, raked rails, butted boards, fixings, marks and curves."""

import math
from collections import defaultdict
from dataclasses import dataclass, replace

from steady.footings.hole import layers
from steady.ground.profile import Profile
from steady.layout.path import Leg
from steady.layout.rails import rail_stock_m
from steady.plan.model import Curve, Cut, Footing, Mark, Part, Place, Vec
from steady.structures.fence.findings import Reckoning, Timber
from steady.structures.fence.setout import Bay, Post, SetOut
from steady.structures.fence.spec import FenceSpec
from steady.yard.stock import Stick

UP: Vec = (0.0, 0.0, 1.0)
SAME_LENGTH_M = 0.0254 / 128
"""Pieces closer in length than this are cut alike: under any tape mark [our own]."""
SCREWS_PER_CROSSING = 2
SCREWS_PER_RAIL_END = 2
RIP_LEAST_M = 0.0508


@dataclass(frozen=True, slots=True)
class Stretch:
    """Bays without an opening or corner between them: boards run through from start to end (stations)."""

    leg: Leg
    from_m: float
    to_m: float
    bays: tuple[Bay, ...]


def side(spec: FenceSpec) -> float:
    """+1 where rails and boards stand on the left of the line, −1 on its right."""
    return 1.0 if spec.boards_on == "left" else -1.0


def set_back_m(spec: FenceSpec, timber: Timber, post: Stick) -> float:
    """How far left of the line a post's middle stands: a wider gate post stands back, its face flush where the rails lie."""
    return -side(spec) * (post.width_m - timber.post.width_m) / 2


def beside(leg: Leg, station_m: float, offset_m: float) -> tuple[float, float]:
    """The point so far to the left of a station."""
    x_m, y_m = leg.point(station_m)
    return x_m - offset_m * math.sin(leg.heading_rad), y_m + offset_m * math.cos(leg.heading_rad)


def posts_and_footings(
    spec: FenceSpec, out: SetOut, found: Reckoning, timber: Timber, hole_width_m: float, tops: dict[str, float]
) -> tuple[list[Part], list[Footing]]:
    """Posts, grouped by length, and the hole under each. Length = embedment + gap + boards + cut allowance.

    `tops`: posts that stand higher than the boards, and how far above their ground.
    """
    by_length: dict[tuple[str, int], list[Place]] = defaultdict(list)
    footings = []
    for post in out.posts:
        embed_m = found.embedment_m[post.id]
        above_m = tops.get(post.id, spec.gap_m + spec.height_m)
        stick = post.stick
        x_m, y_m = beside(post.leg, post.station_m, set_back_m(spec, timber, stick))
        heading = (math.cos(post.leg.heading_rad), math.sin(post.leg.heading_rad), 0.0)
        pid = f"{spec.id}/post/{post.id}"
        place = Place(id=pid, at=(x_m, y_m, post.ground_m - embed_m), along=UP, up=heading)
        by_length[(stick.key, round((embed_m + above_m + spec.post_allowance_m) / SAME_LENGTH_M))].append(place)
        plug_m = spec.plug_m if spec.foot == "closed below" else 0.0
        hand = hand_dug(spec, post.station_m)
        footings.append(
            Footing(
                id=f"{spec.id}/hole/{post.id}",
                under=pid,
                at=(x_m, y_m, post.ground_m),
                kind=f"post in concrete, {spec.foot}",
                layers=layers(
                    embedment_m=embed_m,
                    gravel_m=spec.gravel_m,
                    plug_m=plug_m,
                    hole_width_m=hole_width_m,
                    post_width_m=stick.width_m,
                    above_ground_m=above_m,
                ),
                embedment_m=embed_m,
                hole_m=spec.gravel_m + plug_m + embed_m,
                hole_width_m=hole_width_m,
                depth_governed_by=found.governs[post.id],
                width_governed_by="typed by the crew" if spec.hole_width_m else "three post widths, next auger up",
                hand_dug=hand,
            )
        )
    parts = []
    known = {post.stick.key: post.stick for post in out.posts}
    for (key, units), places in sorted(by_length.items()):
        stick, length_m = known[key], units * SAME_LENGTH_M
        which = "posts" if stick == timber.post else "gate-posts"
        parts.append(
            Part(
                id=f"{spec.id}/{which}/{units}",
                role="post",
                item=stick.key,
                length_m=length_m,
                section_m=(stick.thickness_m, stick.width_m),
                places=tuple(places),
                mass_kg=stick.density_kg_per_m3 * stick.thickness_m * stick.width_m * length_m,
                stick_m=length_m,
            )
        )
    return parts, footings


def hand_dug(spec: FenceSpec, station_m: float) -> str:
    """What a post stands near enough to that its hole is dug by hand; empty when nothing."""
    near = [
        (abs(station_m - zone.at_m), zone)
        for zone in spec.zones
        if zone.hand_dig_m > 0 and abs(station_m - zone.at_m) <= zone.hand_dig_m / math.sin(zone.crossing_rad)
    ]
    return min(near, key=lambda found: found[0])[1].what if near else ""


def stretches(out: SetOut) -> list[Stretch]:
    """Where boards run through: broken at openings and corners; half a post beyond a free post."""
    found: list[Stretch] = []
    group: list[Bay] = []

    def close() -> None:
        if group:
            leg = group[0].start.leg
            first, last = group[0].start, group[-1].end
            from_m = first.station_m - (
                first.stick.width_m / 2 if first.kind in ("end", "gate") or first.opening else 0.0
            )
            to_m = last.station_m + (last.stick.width_m / 2 if last.kind in ("end", "gate") or last.opening else 0.0)
            found.append(Stretch(leg, from_m, to_m, tuple(group)))
            group.clear()

    for bay in out.bays:
        if bay.opening is not None:
            close()
            continue
        if group and bay.start.kind == "corner":
            close()
        group.append(bay)
    close()
    return found


def rails(spec: FenceSpec, runs: list[Stretch], timber: Timber, trim_m: float) -> list[Part]:
    """Rails bay by bay, raked between the ground at the posts, ends cut plumb; alike ones grouped."""
    stick, post_m = timber.rail, timber.post.width_m
    on_edge = spec.rail_laid == "on edge"
    depth_m = stick.width_m if on_edge else stick.thickness_m
    offset_m = side(spec) * (post_m / 2 + stick.thickness_m / 2) if on_edge else 0.0
    step_m = (spec.height_m - 2 * spec.rail_inset_m) / (spec.rails_count - 1)
    groups: dict[tuple[int, int], list[Place]] = defaultdict(list)
    sizes: dict[tuple[int, int], tuple[float, float, float]] = {}
    for run in runs:
        for bay in run.bays:
            from_m, to_m = bay.start.station_m, bay.end.station_m
            if on_edge:
                from_m = run.from_m if bay is run.bays[0] else from_m
                to_m = run.to_m if bay is run.bays[-1] else to_m
            else:
                from_m, to_m = from_m + bay.start.stick.width_m / 2, to_m - bay.end.stick.width_m / 2
            grade, level_m = bay.grade, to_m - from_m
            edge_m = level_m * math.hypot(1.0, grade)
            stick_m = rail_stock_m(level_m, grade, depth_m, trim_m)
            key = (round(edge_m / SAME_LENGTH_M), round(math.degrees(math.atan(grade)) * 10))
            leg = bay.start.leg
            x_m, y_m = beside(leg, from_m, offset_m)
            scale = 1 / math.hypot(1.0, grade)
            along = (math.cos(leg.heading_rad) * scale, math.sin(leg.heading_rad) * scale, grade * scale)
            up = (-math.cos(leg.heading_rad) * grade * scale, -math.sin(leg.heading_rad) * grade * scale, scale)
            z_m = bay.start.ground_m + spec.gap_m + spec.rail_inset_m + grade * (from_m - bay.start.station_m)
            groups[key].append(
                Place(
                    id=f"{spec.id}/rail/{bay.id}",
                    at=(x_m, y_m, z_m),
                    along=along,
                    up=up,
                    count=spec.rails_count,
                    step=(0.0, 0.0, step_m),
                )
            )
            known = sizes.get(key)
            sizes[key] = (edge_m, max(stick_m, known[1] if known else 0.0), grade)
    parts = []
    for key, places in sorted(groups.items()):
        edge_m, stick_m, grade = sizes[key]
        bevel_rad = math.atan(grade)
        saw = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=bevel_rad)
        cuts = (saw, replace(saw, end="end", at_m=edge_m)) if abs(bevel_rad) > 1e-4 else ()
        parts.append(
            Part(
                id=f"{spec.id}/rails/{key[0]}/{key[1]}",
                role="rail",
                item=stick.key,
                length_m=edge_m,
                section_m=(stick.thickness_m, depth_m) if on_edge else (stick.width_m, stick.thickness_m),
                places=tuple(places),
                cuts=cuts,
                mass_kg=stick.density_kg_per_m3 * stick.thickness_m * stick.width_m * edge_m,
                stick_m=stick_m,
            )
        )
    return parts


def share_boards(run_m: float, board_m: float) -> tuple[int, int, float]:
    """Butted boards over a stretch: full boards, ripped boards (0, 1 or 2) and the width of each.

    A sliver is shared: one full board is given up and two equal rips stand at the ends.

    Source: workshop geometry; least rip 2 in [common practice].
    """
    full = math.floor(run_m / board_m + 1e-6)
    left_m = run_m - full * board_m
    if left_m <= 1e-4:
        return full, 0, 0.0
    if left_m >= RIP_LEAST_M or full == 0:
        return full, 1, left_m
    return full - 1, 2, (board_m + left_m) / 2


def boards(spec: FenceSpec, runs: list[Stretch], timber: Timber) -> list[Part]:
    """Boards butted plumb over each stretch: one place a bay for its full boards, rips at the ends."""
    stick, post_m = timber.board, timber.post.width_m
    rail_m = timber.rail.thickness_m if spec.rail_laid == "on edge" else 0.0
    offset_m = side(spec) * (post_m / 2 + rail_m + stick.thickness_m / 2)
    width_m = stick.width_m
    rows: list[Place] = []
    rips: dict[int, list[Place]] = defaultdict(list)
    for run in runs:
        full, ripped, rip_m = share_boards(run.to_m - run.from_m, width_m)
        lead_m = rip_m if ripped == 2 else 0.0
        cos, sin = math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad)
        first = 0
        for index, bay in enumerate(run.bays):
            reach_m = bay.end.station_m if index + 1 < len(run.bays) else run.to_m
            # A board belongs to the bay that its middle stands in.
            beyond = full if index + 1 == len(run.bays) else math.ceil((reach_m - run.from_m - lead_m) / width_m - 0.5)
            beyond = min(max(beyond, first), full)
            if beyond > first:
                at_m = run.from_m + lead_m + (first + 0.5) * width_m
                x_m, y_m = beside(run.leg, at_m, offset_m)
                rows.append(
                    Place(
                        id=f"{spec.id}/boards/{bay.id}",
                        at=(x_m, y_m, _foot_m(spec, bay, at_m)),
                        along=UP,
                        up=(cos, sin, 0.0),
                        count=beyond - first,
                        step=(width_m * cos, width_m * sin, width_m * bay.grade),
                    )
                )
                first = beyond
        ends = [(run.from_m + rip_m / 2, run.bays[0])] if ripped == 2 else []
        if ripped:
            ends.append((run.to_m - rip_m / 2, run.bays[-1]))
        for at_m, bay in ends:
            x_m, y_m = beside(run.leg, at_m, offset_m)
            place = Place(
                id=f"{spec.id}/rip/{bay.id}/{'a' if at_m < run.from_m + rip_m else 'b'}",
                at=(x_m, y_m, _foot_m(spec, bay, at_m)),
                along=UP,
                up=(cos, sin, 0.0),
            )
            rips[round(rip_m / SAME_LENGTH_M)].append(place)
    mass_per_m2 = stick.density_kg_per_m3 * stick.thickness_m * spec.height_m
    parts = []
    if rows:
        parts.append(
            Part(
                id=f"{spec.id}/boards",
                role="board",
                item=stick.key,
                length_m=spec.height_m,
                section_m=(stick.thickness_m, width_m),
                places=tuple(rows),
                mass_kg=mass_per_m2 * width_m,
                stick_m=spec.height_m,
            )
        )
    for units, places in sorted(rips.items()):
        rip_m = units * SAME_LENGTH_M
        parts.append(
            Part(
                id=f"{spec.id}/rips/{units}",
                role="board",
                item=stick.key,
                length_m=spec.height_m,
                section_m=(stick.thickness_m, rip_m),
                places=tuple(places),
                cuts=(Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(rip_m,)),),
                mass_kg=mass_per_m2 * rip_m,
                stick_m=spec.height_m,
            )
        )
    return parts


def _foot_m(spec: FenceSpec, bay: Bay, at_m: float) -> float:
    return bay.start.ground_m + spec.gap_m + bay.grade * (at_m - bay.start.station_m)


def fixings(spec: FenceSpec, board_parts: list[Part], rail_parts: list[Part]) -> list[Part]:
    """Screws: two at each crossing of a board and a rail, two at each rail end [common practice]."""
    made = []
    for name, parts, each in (
        ("board screw", board_parts, SCREWS_PER_CROSSING * spec.rails_count),
        ("rail screw", rail_parts, 2 * SCREWS_PER_RAIL_END),
    ):
        places = tuple(place for part in parts for place in part.places)
        if places:
            made.append(
                Part(
                    id=f"{spec.id}/{name.replace(' ', '-')}",
                    role="screw",
                    item=name,
                    length_m=0.0,
                    section_m=(0.0, 0.0),
                    places=places,
                    each=each,
                )
            )
    return made


def marks(spec: FenceSpec, out: SetOut, ground: Profile, tops: dict[str, float]) -> list[Mark]:
    """One mark a post, level from the line's start, each from its own exact station."""
    line = f"{spec.id}/string"
    straight = ground.known
    return [
        Mark(
            id=f"{spec.id}/post/{post.id}",
            line=line,
            station_m=post.station_m,
            to=spec.mark_to,
            kind="gate" if post.opening and post.kind != "end" and post.kind != "corner" else post.kind,
            label=post.label,
            tape_on_ground_m=ground.tape_on_ground_m(post.station_m) if straight else None,
            cut_height_m=tops.get(post.id, spec.gap_m + spec.height_m),
            leg=post.leg.id,
            leg_station_m=post.station_m - post.leg.from_m,
        )
        for post in out.posts
    ]


def curves(spec: FenceSpec, out: SetOut, ground: Profile) -> list[Curve]:
    """The string, the ground, no-dig bands and openings."""
    path = out.path
    corners = [(leg.x_m, leg.y_m) for leg in path.legs] + [path.legs[-1].point(path.length_m)]
    made = [Curve(id=f"{spec.id}/string", what="string", points=tuple((x, y, 0.0) for x, y in corners))]
    at = sorted({0.0, path.length_m, *(leg.from_m for leg in path.legs), *ground.breaks_m(0.0, path.length_m)})
    made.append(
        Curve(
            id=f"{spec.id}/ground",
            what="ground",
            points=tuple((*path.leg_at(s).point(s), ground.height_m(s)) for s in at),
        )
    )
    for zone, (_, _, _, low_m, high_m) in zip(spec.zones, out.blocked, strict=True):
        points = tuple((*path.leg_at(max(0.0, s)).point(s), ground.height_m(s)) for s in (low_m, zone.at_m, high_m))
        made.append(
            Curve(
                id=f"{spec.id}/zone/{zone.id}",
                what="zone",
                points=points,
                label=f"{zone.letter}|{zone.what}|{zone.depth}",
            )
        )
    for bay in out.bays:
        if bay.opening is not None:
            made.append(_opening(spec, bay))
    return made


def _opening(spec: FenceSpec, bay: Bay) -> Curve:
    assert bay.opening is not None
    leaves = bay.opening.leaves_m
    start: Post = bay.start
    x0, y0 = start.leg.point(start.station_m)
    x1, y1 = start.leg.point(bay.end.station_m)
    foot_m = spec.gap_m
    return Curve(
        id=f"{spec.id}/gate/{bay.opening.id}",
        what="opening",
        points=(
            (x0, y0, start.ground_m + foot_m),
            (x1, y1, bay.end.ground_m + foot_m),
            (x1, y1, bay.end.ground_m + foot_m + spec.height_m),
            (x0, y0, start.ground_m + foot_m + spec.height_m),
        ),
        closed=True,
        label="|".join([bay.opening.what, bay.opening.swing, *(f"{leaf:.6f}" for leaf in leaves)]),
    )
