"""A fence's pieces with their places: posts and footings, rails or slats, fixings, marks and curves."""

import math
from collections import defaultdict
from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.layout.rails import rail_stock_m
from steady.plan.model import Curve, Cut, Footing, Layer, Mark, Opening, Part, PartPlacement, Vec, Zone
from steady.structures.built_up_posts import OUTER
from steady.structures.fence.checks.findings import FenceCheckCollector
from steady.structures.fence.checks.foundations import (
    FoundationType,
    foot_m,
    foot_ways,
    hole_depth_m,
    layers,
    pull_out_n,
    way_at,
)
from steady.structures.fence.layout.corners import rail_layer
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.line import (
    SAME_LENGTH_M,
    UP,
    BoardStretch,
    Faces,
    beside,
    middle_of,
    set_back_m,
    side,
)
from steady.structures.fence.layout.stations import LineBay, Post, SetOut, bay_id
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec, NoDig
from steady.structures.fence.spec.timber import FenceTimbers


def posts_and_footings(
    case: FenceCase,
    out: SetOut,
    collector: FenceCheckCollector,
    *,
    tops: dict[str, float],
) -> tuple[list[Part], list[Footing]]:
    """Posts, grouped by length, and what each stands in or on.

    In the ground a post's length is embedment + gap + boards + cut allowance; on a base it is the top less its foot.
    `tops`: posts that stand higher or lower than the boards' height, and how far above their ground.
    """
    spec, timber = case.spec, case.timber
    by_length: dict[tuple[str, int], list[PartPlacement]] = defaultdict(list)
    footings = []
    alike: dict[tuple[str, str, float, float], tuple[tuple[Layer, ...], float, str]] = {}
    longest_m: dict[tuple[str, int], float] = {}
    by_width = "user-entered" if spec.hole_width_m else "3 × post width, next auger size"
    for post in out.posts:
        if post.kind in NOT_OURS:
            continue
        way = way_at(spec, post.station_m)
        embed_m = collector.embedment_m[post.id]
        above_m = tops.get(post.id, spec.gap_m + spec.height_m)
        stick = post.stick
        foot = foot_m(spec, way)
        x_m, y_m = beside(post.leg, post.station_m, set_back_m(case, stick))
        facing_rad = post.leg.heading_rad + post.turned_rad
        heading = (math.cos(facing_rad), math.sin(facing_rad), 0.0)
        pid = f"{spec.id}/post/{post.id}"
        length_m = (above_m - foot if foot else embed_m + above_m) + allowance_m(spec)
        place = PartPlacement(id=pid, at=(x_m, y_m, post.ground_m + (foot or -embed_m)), along=UP, up=heading)
        size = (stick.key, round(length_m / SAME_LENGTH_M))
        by_length[size].append(place)
        longest_m[size] = max(length_m, longest_m.get(size, 0.0))
        like = (way.key, stick.key, embed_m, above_m)
        if like not in alike:
            made = layers(spec, way, stick, hole_m=(embed_m, case.hole_width_m(stick)), above_ground_m=above_m)
            alike[like] = (
                made,
                *pull_out_n(case, way, made),
            )
        stack, holds_n, says = alike[like]
        footings.append(
            Footing(
                id=f"{spec.id}/hole/{post.id}",
                under=pid,
                at=(x_m, y_m, post.ground_m),
                kind=way.says,
                layers=stack,
                embedment_m=embed_m,
                hole_m=hole_depth_m(spec, way, embed_m),
                hole_width_m=_wide_m(case, way, stick),
                depth_governed_by=collector.governs[post.id],
                width_governed_by=by_width,
                hand_dug=hand_dug(spec, post.station_m),
                foot_m=foot,
                pull_out_n=holds_n,
                pull_out_says=says,
                keeps_upright="the ground" if way.in_ground else spec.foot_detail.upright.by,
            )
        )
    parts = []
    known = {post.stick.key: post.stick for post in out.posts}
    for (key, units), places in sorted(by_length.items()):
        stick, length_m = known[key], longest_m[key, units]
        which = "posts" if stick == timber.post else "gate-posts"
        parts += _post_parts(f"{spec.id}/{which}/{units}", stick, length_m, places=places, timber=timber)
    return parts, footings


NOT_OURS = ("closing", "standing")
"""Posts that are neither bought nor dug for: the start counted again, and one that stands already."""


def allowance_m(spec: FenceSpec) -> float:
    """What a post is longer than it needs to be, cut off along the string; nothing where posts are cut before."""
    return spec.post_allowance_m if spec.posts_cut == "long" else 0.0


def _wide_m(case: FenceCase, way: FoundationType, post: SectionItem) -> float:
    spec, hole_width_m = case.spec, case.hole_width_m(post)
    if way.on_block:
        return spec.foot_detail.block_width_m
    if way.on_pier:
        return spec.foot_detail.pier_width_m or hole_width_m
    return hole_width_m if not way.on_slab else 0.0


def _post_parts(
    part_id: str, stick: SectionItem, length_m: float, *, places: list[PartPlacement], timber: FenceTimbers
) -> list[Part]:
    """Posts of one length; built-up ones as their plies side by side along the line, a core between the outer two."""
    ply = timber.ply if timber.ply is not None and stick == timber.post else None
    if ply is None:
        return [_plies(part_id, stick, length_m, stand=(places, 1, 0.0))]
    if timber.core is None:
        count = round(stick.width_m / ply.thickness_m)
        return [_plies(part_id, ply, length_m, stand=(places, count, ply.thickness_m))]
    outer = _plies(part_id, ply, length_m, stand=(places, OUTER, stick.width_m - ply.thickness_m))
    count = round((stick.width_m - OUTER * ply.thickness_m) / timber.core.thickness_m)
    cored = [replace(place, id=f"{place.id}/core", about=place.id) for place in places]
    return [outer, _plies(f"{part_id}/core", timber.core, length_m, stand=(cored, count, timber.core.thickness_m))]


def _plies(part_id: str, stick: SectionItem, length_m: float, *, stand: tuple[list[PartPlacement], int, float]) -> Part:
    """So many of one stick in every post, so far apart, about the post's middle."""
    places, count, apart_m = stand
    # One stick stands as it is; a ply is turned with its wide side across the line.
    section_m = (stick.thickness_m, stick.width_m) if count == 1 and not apart_m else (stick.width_m, stick.thickness_m)
    back = apart_m * (count - 1) / 2
    moved = [
        replace(
            place,
            at=(place.at[0] - place.up[0] * back, place.at[1] - place.up[1] * back, place.at[2]),
            count=count,
            step=(place.up[0] * apart_m, place.up[1] * apart_m, 0.0),
        )
        for place in places
    ]
    return Part(
        id=part_id,
        role="post",
        item=stick.key,
        length_m=length_m,
        section_m=section_m,
        places=tuple(moved),
        mass_kg=stick.density_kg_per_m3 * stick.thickness_m * stick.width_m * length_m,
        stick_m=length_m,
    )


def hand_dug(spec: FenceSpec, station_m: float) -> str:
    """What a post stands near enough to that its hole is dug by hand; empty when nothing."""
    near = [
        (abs(station_m - zone.at_m), zone)
        for zone in spec.zones
        if zone.hand_dig_m > 0 and abs(station_m - zone.at_m) <= zone.hand_dig_m / math.sin(zone.crossing_rad)
    ]
    return min(near, key=lambda found: found[0])[1].what if near else ""


def rails(case: FenceCase, runs: list[BoardStretch], trim_m: float) -> list[Part]:
    """Rails, slats or louvres bay by bay, along their bay's infill, ends cut plumb; alike ones grouped.

    A bay that lifts out has long rails, over all of it.
    """
    spec, timber = case.spec, case.timber
    stick, post_m = timber.rail, timber.post.thickness_m
    lie = rows(spec, stick)
    if not lie.count:
        return []
    depth_m = lie.deep_m(stick)
    through_m = stick.thickness_m if lie.upright else stick.width_m
    # On the posts' face, or between them and flush with that face; louvres in their middle.
    offset_m = side(spec) * (post_m / 2 + (through_m if lie.on_face else -through_m) / 2)
    if lie.tilt_rad is not None:
        offset_m = 0.0
    groups: dict[tuple[int, ...], list[PartPlacement]] = defaultdict(list)
    sizes: dict[tuple[int, ...], tuple[float, float, float, tuple[float, float]]] = {}
    for run in runs:
        for bay, from_m, to_m in _spans(case, run, rail_layer(timber) if lie.on_face else None, left_m=offset_m):
            grade, level_m = bay.grade, to_m - from_m
            edge_m = level_m * math.hypot(1.0, grade)
            leg = bay.start.leg
            mitres = (0.0, 0.0)
            if not lie.on_face and not bay.lift_out:
                mitres = bay.start.askew_rad(leg), bay.end.askew_rad(leg)
            slant_m = through_m / 2 * sum(abs(math.tan(mitre)) for mitre in mitres)
            stick_m = rail_stock_m(level_m, grade, depth_m, trim_m=trim_m) + slant_m
            turned = [round(math.degrees(mitre) * 10) for mitre in mitres]
            key = (round(edge_m / SAME_LENGTH_M), round(math.degrees(math.atan(grade)) * 10), *turned)
            x_m, y_m = beside(leg, from_m, offset_m)
            scale = 1 / math.hypot(1.0, grade)
            along = (math.cos(leg.heading_rad) * scale, math.sin(leg.heading_rad) * scale, grade * scale)
            up = (-math.cos(leg.heading_rad) * grade * scale, -math.sin(leg.heading_rad) * grade * scale, scale)
            if lie.tilt_rad is not None:
                up = _tilted(leg.heading_rad, lie.tilt_rad, side(spec))
            z_m = bay.foot_m(spec.gap_m, from_m) + lie.first_m
            groups[key].append(
                PartPlacement(
                    id=f"{spec.id}/rail/{bay.id}",
                    about=bay_id(spec, bay),
                    at=(x_m, y_m, z_m),
                    along=along,
                    up=up,
                    count=lie.count,
                    step=(0.0, 0.0, lie.step_m),
                )
            )
            known = sizes.get(key)
            sizes[key] = (edge_m, max(stick_m, known[1] if known else 0.0), grade, mitres)
    parts = []
    upright = lie.upright or lie.tilt_rad is not None
    for key, places in sorted(groups.items()):
        edge_m, stick_m, grade, (first_rad, last_rad) = sizes[key]
        bevel_rad = math.atan(grade)
        saw = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=first_rad, bevel_rad=bevel_rad)
        slanted = max(abs(bevel_rad), abs(first_rad), abs(last_rad)) > 1e-4
        cuts = (saw, replace(saw, end="end", at_m=edge_m, mitre_rad=last_rad)) if slanted else ()
        parts.append(
            Part(
                id="/".join([f"{spec.id}/rails/{key[0]}/{key[1]}", *(str(turn) for turn in key[2:] if any(key[2:]))]),
                role="rail",
                item=stick.key,
                length_m=edge_m,
                section_m=(stick.thickness_m, stick.width_m) if upright else (stick.width_m, stick.thickness_m),
                places=tuple(places),
                cuts=cuts,
                mass_kg=stick.density_kg_per_m3 * stick.thickness_m * stick.width_m * edge_m,
                stick_m=stick_m,
            )
        )
    return parts


def _spans(
    case: FenceCase, run: BoardStretch, layer: Faces | None, *, left_m: float
) -> Iterator[tuple[LineBay, float, float]]:
    """Each bay of a stretch and the stations its rails run between; a lift-out's run over all its bays.

    `layer`: where rails on edge lie, on the posts' face; None for rails between the posts, so far left of the line.
    """
    if run.bays[0].lift_out:
        yield run.bays[0], run.from_m, run.to_m
        return
    over = case.spec.rail_bays if layer is not None else 1
    first_m, last_m = run.ends_m(layer, landed=True) if layer is not None else (run.from_m, run.to_m)
    for group in _in_line(run.bays, over):
        bay = group[0]
        from_m, to_m = bay.start.station_m, group[-1].end.station_m
        if layer is not None:
            from_m = first_m if bay is run.bays[0] else from_m
            to_m = last_m if group[-1] is run.bays[-1] else to_m
        else:
            first, last = bay.start, bay.end
            (on_m, first_left_m), (off_m, last_left_m) = (middle_of(case, post, run.leg) for post in (first, last))
            from_m += on_m + first.face_m(run.leg, left_m - first_left_m, 1.0)
            to_m += off_m - last.face_m(run.leg, left_m - last_left_m, -1.0)
        yield bay, from_m, to_m


SAME_GRADE = 0.002
"""Bays whose grades differ by less lie in one line: a rail bends so much unseen [our own]."""


def _in_line(bays: tuple[LineBay, ...], most: int) -> list[list[LineBay]]:
    """Neighbouring bays that one rail can run over: as many as wished, while they lie in one line."""
    groups: list[list[LineBay]] = []
    for bay in bays:
        joins = (
            groups
            and len(groups[-1]) < most
            and bay.level_m is None
            and abs(bay.grade - groups[-1][-1].grade) < SAME_GRADE
        )
        if joins:
            groups[-1].append(bay)
        else:
            groups.append([bay])
    return groups


def _tilted(heading_rad: float, tilt_rad: float, toward: float) -> Vec:
    """The direction of a louvre's width: from lying flat across the line to standing up."""
    flat, high = math.cos(tilt_rad) * toward, math.sin(tilt_rad)
    return (-math.sin(heading_rad) * flat, math.cos(heading_rad) * flat, high)


def marks(case: FenceCase, out: SetOut, tops: dict[str, float]) -> list[Mark]:
    """One mark a post, level from the line's start, each from its own exact station."""
    spec, ground = case.spec, case.ground
    line = f"{spec.id}/string"
    straight = ground.known
    return [
        Mark(
            id=f"{spec.id}/post/{post.id}",
            line=line,
            station_m=post.station_m,
            to=spec.mark_to,
            kind="gate" if post.opening and post.kind not in ("end", "corner", "closing") else post.kind,
            label=post.label,
            tape_on_ground_m=ground.tape_on_ground_m(post.station_m) if straight else None,
            cut_height_m=tops.get(post.id, spec.gap_m + spec.height_m),
            leg=post.leg.id,
            leg_station_m=post.station_m - post.leg.from_m,
        )
        for post in out.posts
    ]


DRAWN_AS = {"clear way": "way", "slab": "slab"}
"""Things on the line that are not drawn as no-dig bands."""


def _says(zone: NoDig) -> str:
    """What a thing on the line means for posts, in a few words."""
    if zone.foot is not None:
        return foot_ways()[zone.foot].says
    return {"clear way": "kept clear", "slab": "no post in it"}.get(zone.kind, zone.depth)


def curves(case: FenceCase, out: SetOut) -> list[Curve]:
    """The string, the ground, no-dig bands and openings."""
    spec, ground = case.spec, case.ground
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
    for zone in spec.zones:
        # The band itself is drawn: a hole that is clear of it lies outside of what is drawn.
        half_m = zone.half_width_m / math.sin(zone.crossing_rad)
        if zone.off_m > 0:
            half_m = math.sqrt(max(0.0, zone.half_width_m**2 - zone.off_m**2))
        low_m, high_m = zone.at_m - half_m, zone.at_m + half_m
        points = tuple((*path.leg_at(max(0.0, s)).point(s), ground.height_m(s)) for s in (low_m, zone.at_m, high_m))
        made.append(
            Zone(
                id=f"{spec.id}/zone/{zone.id}",
                what=DRAWN_AS.get(zone.kind, "zone"),
                points=points,
                label=zone.what,
                letter=zone.letter,
                depth=_says(zone),
            )
        )
    for bay in out.bays:
        if bay.opening is not None:
            made.append(_opening(spec, bay))
    return made


def _opening(spec: FenceSpec, bay: LineBay) -> Opening:
    assert bay.opening is not None
    start: Post = bay.start
    x0, y0 = start.leg.point(start.station_m)
    x1, y1 = start.leg.point(bay.end.station_m)
    foot_m = spec.gap_m
    return Opening(
        id=f"{spec.id}/gate/{bay.opening.id}",
        what="opening",
        points=(
            (x0, y0, start.ground_m + foot_m),
            (x1, y1, bay.end.ground_m + foot_m),
            (x1, y1, bay.end.ground_m + foot_m + spec.height_m),
            (x0, y0, start.ground_m + foot_m + spec.height_m),
        ),
        closed=True,
        label=bay.opening.what,
        swing=bay.opening.swing,
        leaves_m=bay.opening.leaves_m,
        hung=bay.opening.hung,
    )
