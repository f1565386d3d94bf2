"""Gates of a fence as pieces, tasks, cautions and drawings of each leaf."""

import math
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.plan.model import Caution, Cut, Detail, DetailMember, Part, PartPlacement, Task, Vec
from steady.structures.fence.checks.gates import Hanging
from steady.structures.fence.layout.line import side
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.gate import steps
from steady.structures.gate.detail import arc_detail, leaf_detail, mirrored, plan_detail, wrong_detail
from steady.structures.gate.hardware import hinge_gap_m, hinge_of
from steady.structures.gate.leaf import LAPPED, WIDE_M, Leaf
from steady.structures.gate.swing import swing_measures

HEAVY_N = 222.0
"""Over 50 lb a leaf is lifted by two [common practice]."""


ONE_LEAF_N = 667.0
"""Over 150 lb a gate is better made as two leaves [common practice]."""


SCREWS_PER_CROSSING = 2
STAPLED_M = 0.15
"""Wire is stapled round a leaf's frame so often [common practice]."""
HINGE_BOLT = "hinge bolt"
LATCHES = {"gravity latch": "gate latch"}
"""Latches that the yard sells under another name."""


def details(spec: FenceSpec, hangings: list[Hanging]) -> list[Detail]:
    """Every leaf drawn large, and its arc."""
    made: list[Detail] = []
    for hanging in hangings:
        assert hanging.bay.opening is not None
        gate = f"{spec.id}/gate/{hanging.bay.opening.id}"
        drawn = leaf_detail(hanging.found, gate)
        # A leaf that hangs on the far post is drawn as it is seen, its hinge at the right.
        made.append(drawn if hanging.forward else mirrored(drawn, hanging.found.leaf.width_m))
        above, opening = plan_detail(hanging.found, gate), hanging.bay.opening
        hung = "start" if hanging.forward else "end"
        ways = swing_measures(hanging.found.leaf, opening.swing, hung, pair=len(opening.leaves_m) == 2)
        made.append(replace(above, measures=(*above.measures, *ways)))
        made += [
            more for more in (arc_detail(hanging.found, gate), wrong_detail(hanging.found, gate)) if more is not None
        ]
    return made


def parts(
    case: FenceCase,
    hangings: list[Hanging],
) -> list[Part]:
    """Pieces of every leaf where they stand closed, its boards, and its fixings."""
    made: list[Part] = []
    for hanging in hangings:
        made += [_of(hanging.bay.id, part) for part in _leaf_parts(case, hanging)]
    return made


def _of(bay: str, part: Part) -> Part:
    """The part as its gate's: whoever picks a board of a leaf means the gate."""
    places = tuple(
        PartPlacement(id=one.id, at=one.at, along=one.along, up=one.up, count=one.count, step=one.step, about=bay)
        for one in part.places
    )
    return replace(part, places=places)


def _leaf_parts(case: FenceCase, hanging: Hanging) -> list[Part]:
    leaf = hanging.found.leaf
    detail = leaf_detail(hanging.found, "")
    made: list[Part] = []
    wooden = [bar for bar in detail.bars if bar.what != "cable"]
    for bar in wooden:
        # Rails are drawn between joint centres: lapped they run half a stile past both, else they stop half a stile short.
        half_m = leaf.stile_m / 2 * math.hypot(1.0, leaf.rake)
        past_m = 0.0 if bar.what != "rail" else half_m if leaf.design.joint in LAPPED else -half_m
        length_m = math.dist(bar.start, bar.end) + 2 * past_m
        made.append(_stick_part(hanging, bar, (length_m, past_m), laps=_laps(leaf, bar, wooden)))
    wired = case.spec.infill.traits.wired and case.timber.stock is not None
    made += _leaf_wire(case, hanging) if wired else _leaf_boards(case, hanging)
    crossings = (
        (leaf.boards_full + (leaf.rips_count if leaf.board_rip_m else 0))
        * (2 + leaf.design.cross_rails)
        * SCREWS_PER_CROSSING
    )
    post = PartPlacement(
        id=f"{leaf.id}/hinges",
        at=_point(hanging, (0.0, leaf.gap_m)),
        along=_heading(hanging),
        up=(0.0, 0.0, 1.0),
    )
    closed = (
        ("staple", math.ceil(2 * (leaf.width_m + leaf.height_m) / STAPLED_M)) if wired else ("board screw", crossings)
    )
    fixings = [closed, *_joint_fixings(leaf), (leaf.design.hinge, leaf.hinges)]
    if bolts := hinge_of(leaf.design).rail_bolts_count:
        fixings.append((HINGE_BOLT, bolts * leaf.hinges))
    if leaf.index == 0:
        fixings.append((LATCHES.get(leaf.design.latch, leaf.design.latch), len(leaf.latches_m)))
    else:
        fixings += [("drop rod", 1), ("drop rod sleeve", 1)]
    if leaf.design.wheel:
        fixings += [("gate wheel", 1), ("wheel pad", 1)]
    if leaf.design.closer_n_m > 0:
        fixings.append(("closing spring", 1))
    if leaf.design.has_cable:
        fixings.append(("brace cable", 1))
    for item, each in fixings:
        made.append(
            Part(
                id=f"{leaf.id}/{item.replace(' ', '-')}",
                role="screw" if "screw" in item else "hardware",
                item=item,
                length_m=0.0,
                section_m=(0.0, 0.0),
                places=(post,),
                each=each,
            )
        )
    return made


def _leaf_wire(case: FenceCase, hanging: Hanging) -> list[Part]:
    """One piece of the fence's own wire over a leaf's frame, cut from the same stock.

    The leaf is calculated as boarded, which is heavier and catches all the wind.
    """
    leaf, stock = hanging.found.leaf, case.timber.stock
    assert stock is not None
    place = PartPlacement(
        id=f"{leaf.id}/wire",
        at=_on_face(case, hanging, _point(hanging, (0.0, leaf.gap_m + leaf.height_m / 2)), thick_m=stock.thickness_m),
        along=_heading(hanging),
        up=(0.0, 0.0, 1.0),
    )
    return [
        Part(
            id=f"{leaf.id}/wire",
            role="leaf wire",
            item=stock.key,
            length_m=leaf.width_m,
            section_m=(stock.thickness_m, leaf.height_m),
            places=(place,),
            stick_m=leaf.width_m,
            mass_kg=stock.density_kg_per_m3 * stock.thickness_m * leaf.height_m * leaf.width_m,
        )
    ]


def _on_face(case: FenceCase, hanging: Hanging, at: Vec, *, thick_m: float) -> Vec:
    """A point of the leaf's middle plane moved to the middle of what is fixed on its frame's face, on the boards' side."""
    heading = hanging.bay.start.leg.heading_rad
    off_m = side(case.spec) * (hanging.found.leaf.frame.thickness_m + thick_m) / 2
    return (at[0] - off_m * math.sin(heading), at[1] + off_m * math.cos(heading), at[2])


def _leaf_boards(case: FenceCase, hanging: Hanging) -> list[Part]:
    """A leaf's boards on its frame's face, its rips at its edges."""
    leaf, made = hanging.found.leaf, list[Part]()
    board = leaf.board
    mass = board.density_kg_per_m3 * board.thickness_m * board.width_m * leaf.height_m
    first_m = leaf.board_rip_m if leaf.rips_count == 2 else 0.0
    first_x = first_m + board.width_m / 2
    at = _on_face(case, hanging, _point(hanging, (first_x, _foot_m(leaf, first_x))), thick_m=board.thickness_m)
    along, step = _heading(hanging), board.width_m
    if leaf.boards_full:
        row = PartPlacement(
            id=f"{leaf.id}/boards",
            at=at,
            along=(0.0, 0.0, 1.0),
            up=along,
            count=leaf.boards_full,
            step=(step * along[0], step * along[1], step * leaf.rake),
        )
        made.append(
            Part(
                id=f"{leaf.id}/boards",
                role="leaf board",
                item=board.key,
                length_m=leaf.height_m,
                section_m=(board.thickness_m, board.width_m),
                places=(row,),
                mass_kg=mass,
                stick_m=leaf.height_m,
            )
        )
    if leaf.board_rip_m > 0:
        edges = [leaf.width_m - leaf.board_rip_m / 2, leaf.board_rip_m / 2][: leaf.rips_count]
        places = tuple(
            PartPlacement(
                id=f"{leaf.id}/rip{f'-{number}' if number > 1 else ''}",
                at=_on_face(case, hanging, _point(hanging, (x, _foot_m(leaf, x))), thick_m=board.thickness_m),
                along=(0.0, 0.0, 1.0),
                up=along,
            )
            for number, x in enumerate(edges, start=1)
        )
        rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(leaf.board_rip_m,))
        made.append(
            Part(
                id=f"{leaf.id}/rip",
                role="leaf board",
                item=board.key,
                length_m=leaf.height_m,
                section_m=(board.thickness_m, leaf.board_rip_m),
                cuts=(rip,),
                stick_m=leaf.height_m,
                mass_kg=mass * leaf.board_rip_m / board.width_m,
                places=places,
            )
        )
    return made


def _foot_m(leaf: Leaf, along_m: float) -> float:
    """How high a board's foot is (m) in the leaf's own plane: a raked leaf's boards climb with it."""
    return leaf.gap_m + leaf.rake * (along_m - leaf.stile_m / 2)


def _joint_fixings(leaf: Leaf) -> list[tuple[str, int]]:
    """What joins the frame: two joints to a rail, and the strut's two ends.

    Source: common practice: four short screws a lap, a gusset on both faces with eight screws each, two pocket screws an end, one
    bolt a joint.
    """
    joints = 2 * (2 + leaf.design.cross_rails)
    corners = 4
    strut = [("board screw 3", 4)] if leaf.design.has_strut else []
    if leaf.design.joint == "half-lap":
        return [("board screw short", 4 * joints), *strut]
    if leaf.design.joint == "butt with gusset":
        inner = joints - corners
        pockets = [("pocket screw", 2 * inner)] if inner else []
        return [("gusset plate", 2 * corners), ("board screw", 16 * corners), *pockets, *strut]
    if leaf.design.joint == "pocket screw":
        return [("pocket screw", 2 * joints), *strut]
    return [("frame bolt", joints), *strut]


LAPS = (("rail", "stile"), ("strut", "rail"))
"""Pieces of a leaf that cross and are halved into each other; a strut only where it passes a rail between its ends."""
INNER = 0.05
"""A strut's first and last twentieth is its end, which butts [our own]."""


def _laps(leaf: Leaf, bar: DetailMember, others: list[DetailMember]) -> list[tuple[float, float]]:
    """Where a piece is halved for another: how far along its drawn middle line, and how long the notch is along it (m)."""
    if leaf.design.joint not in LAPPED:
        return []
    found = []
    (x, y), (dx, dy) = bar.start, (bar.end[0] - bar.start[0], bar.end[1] - bar.start[1])
    size = math.hypot(dx, dy)
    for other in others:
        if (bar.what, other.what) not in LAPS and (other.what, bar.what) not in LAPS:
            continue
        ex, ey = other.end[0] - other.start[0], other.end[1] - other.start[1]
        turn = dx * ey - dy * ex
        if abs(turn) < 1e-9:
            continue
        ox, oy = other.start[0] - x, other.start[1] - y
        mine, theirs = (ox * ey - oy * ex) / turn, (ox * dy - oy * dx) / turn
        reach = 0.5 * leaf.frame.width_m / size, 0.5 * leaf.frame.width_m / math.hypot(ex, ey)
        strut = mine if bar.what == "strut" else theirs if other.what == "strut" else None
        if strut is not None and not INNER < strut < 1 - INNER:
            continue
        if -reach[0] <= mine <= 1 + reach[0] and -reach[1] <= theirs <= 1 + reach[1]:
            found.append((mine * size, leaf.frame.width_m * size * math.hypot(ex, ey) / abs(turn)))
    return sorted(found)


def _stick_part(
    hanging: Hanging, bar: DetailMember, lengths_m: tuple[float, float], *, laps: list[tuple[float, float]]
) -> Part:
    (length_m, past_m), leaf = lengths_m, hanging.found.leaf
    frame = leaf.frame
    rise, run = bar.end[1] - bar.start[1], bar.end[0] - bar.start[0]
    size = math.hypot(rise, run)
    along = _heading(hanging)
    direction = (along[0] * run / size, along[1] * run / size, rise / size)
    start = (bar.start[0] - past_m * run / size, bar.start[1] - past_m * rise / size)
    up = (-along[0] * rise / size, -along[1] * rise / size, run / size)
    # A raked rail ends plumb against its stiles, or flush with them.
    bevels = {"strut": math.atan2(abs(run), abs(rise)), "rail": math.atan(abs(leaf.rake))}
    bevel = bevels.get(bar.what, 0.0)
    longer_m = {"strut": _past_the_middle_m(leaf, frame), "rail": frame.width_m * abs(leaf.rake)}.get(bar.what, 0.0)
    saw = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=bevel)
    saws = (saw, replace(saw, end="end", at_m=length_m)) if bevel else ()
    halved = tuple(
        Cut(
            end="inside",
            kind="notch",
            at_m=round(past_m + at_m, 6),
            mitre_rad=0.0,
            bevel_rad=0.0,
            size_m=(frame.thickness_m / 2, round(long_m, 6)),
        )
        for at_m, long_m in laps
    )
    return Part(
        id=bar.id,
        role=f"leaf {bar.what}",
        item=frame.key,
        length_m=length_m,
        section_m=(frame.thickness_m, frame.width_m),
        places=(PartPlacement(id=bar.id, at=_point(hanging, start), along=direction, up=up),),
        cuts=(*saws, *halved),
        mass_kg=frame.density_kg_per_m3 * frame.thickness_m * frame.width_m * length_m,
        # A strut fits into corners: its points lie on its own middle. Where it meets a rail short of the corner one edge is longer.
        stick_m=length_m + longer_m,
    )


def _past_the_middle_m(leaf: Leaf, frame: SectionItem) -> float:
    """How far a strut's longer edge runs past its middle where it ends flat under a rail (m)."""
    if leaf.reach_m >= leaf.between_m - 1e-9:
        return 0.0
    return frame.width_m / 2 * leaf.strut_reach_m / leaf.strut_rise_m


def _heading(hanging: Hanging) -> Vec:
    heading = hanging.bay.start.leg.heading_rad
    sign = 1.0 if hanging.forward else -1.0
    return (sign * math.cos(heading), sign * math.sin(heading), 0.0)


def _point(hanging: Hanging, at: tuple[float, float]) -> Vec:
    """A point of the leaf's own plane (from its hinge edge, above the ground there) on the site, leaf closed."""
    bay, leaf = hanging.bay, hanging.found.leaf
    post = bay.start if hanging.forward else bay.end
    hinge = post.stick.width_m / 2 + hinge_gap_m(leaf.design)
    x, y = post.leg.point(post.station_m)
    along = _heading(hanging)
    # Its heights are above the ground under its hinge, not under the middle of the post; a raked leaf's lines are drawn through
    # the middle of its hinge stile.
    ground_m = post.ground_m + leaf.grade_along * hinge + leaf.rake * leaf.stile_m / 2
    return (x + along[0] * (hinge + at[0]), y + along[1] * (hinge + at[0]), ground_m + at[1])


def tasks(spec: FenceSpec, hangings: list[Hanging]) -> list[Task]:
    """Make and hang every gate, once its posts stand."""
    found: list[Task] = []
    for opening in spec.openings:
        leaves = tuple(hanging.found.leaf for hanging in hangings if hanging.bay.opening is opening)
        if leaves:
            what = opening.what[:1].upper() + opening.what[1:]
            found += steps.tasks(f"{spec.id}/gate/{opening.id}", what, leaves, after=((f"{spec.id}/set", "cure"),))
    return found


def cautions(spec: FenceSpec, hangings: list[Hanging]) -> list[Caution]:
    """What to heed with these leaves."""
    found = [caution for hanging in hangings for caution in _of_leaf(spec, hanging)]
    if hangings:
        found.append(
            Caution(
                about=spec.id,
                kind="permit",
                text="No leaf may swing over a public way; a gate by a pool has rules of its own: ask the local office",
                source="common practice; local rules come first",
            )
        )
    return found


def _of_leaf(spec: FenceSpec, hanging: Hanging) -> list[Caution]:
    """What to heed with one leaf: its weight, its hinges, its brace, the ground that it swings over."""
    leaf, opening = hanging.found.leaf, hanging.bay.opening
    assert opening is not None
    found: list[Caution] = []
    about = f"{spec.id}/gate/{opening.id}"
    name = f"{opening.what.capitalize()}, leaf {leaf.index + 1}"

    def say(kind: str, text: str) -> None:
        found.append(Caution(about=about, kind=kind, text=text, source="common practice"))  # type: ignore[arg-type]

    if leaf.weight_n > HEAVY_N:
        say(
            "hurt",
            f"{name} weighs {leaf.weight_n / 4.4482216152605:.0f} lb ({leaf.weight_n / 9.80665:.0f} kg): two people lift it",
        )
    if leaf.width_m > WIDE_M and len(opening.leaves_m) < 2:
        say("drawing", f"{name} is wide for one leaf: two leaves pull less on their posts")
    elif leaf.weight_n > ONE_LEAF_N and len(opening.leaves_m) < 2:
        say("drawing", f"{name} is heavy for one leaf: two leaves pull less on their posts")
    if leaf.hinges < leaf.hinges_advised:
        say("drawing", f"{name} is tall: it is better on {leaf.hinges_advised} hinges, the third near the top one")
    if math.degrees(hanging.found.brace.angle_rad) < 30:
        say("drawing", f"{name}: its brace lies flatter than 30 degrees; a middle stile and two braces hold better")
    elif math.degrees(hanging.found.brace.angle_rad) < 45:
        say("drawing", f"{name}: its brace lies flatter than 45 degrees")
    if leaf.lift is None:
        say(
            "drawing",
            f"{name}: the ground that it swings over is not read; look for a rise within the leaf's width",
        )
    if leaf.design.wheel:
        say(
            "drawing",
            f"{name}: a wheel takes weight off the hinges on level ground only; an unknown spring counts as nothing",
        )
    return found
