"""A leaf drawn large: its frame with the force's path through it, its hinges, and the arc unrolled against the ground."""

import math
from dataclasses import replace
from functools import lru_cache

from steady.plan.model import Detail, DetailLine, DetailMember, ForceArrow, Measure
from steady.structures.gate.calculate import LeafResult
from steady.structures.gate.leaf import Leaf

_ARC_POINTS = 48
OUT_M = 0.22
"""Length of an arrow that leads out of the leaf."""


@lru_cache(maxsize=256)
def leaf_detail(found: LeafResult, gate: str) -> Detail:
    """The leaf from the front, hinge at the left; under it what the lower edge's latch end meets through the arc.

    A strut is squeezed (force below 0), a cable pulled. The loaded rail carries the brace's level share.
    """
    leaf, design = found.leaf, found.leaf.design
    half, gap = leaf.stile_m / 2, leaf.gap_m
    left, right = half, leaf.width_m - half
    low, high = gap + half, gap + leaf.height_m - half
    rise = leaf.rake * leaf.between_m
    bars = [
        _stile(f"{leaf.id}/stile/hinge", left, gap, leaf=leaf),
        _stile(f"{leaf.id}/stile/latch", right, gap + rise, leaf=leaf, past_m=(leaf.stile_down_m, leaf.stile_up_m)),
    ]
    strut, cable = design.has_strut, design.has_cable
    share = 0.5 if design.has_strut and design.has_cable else 1.0
    top_n = found.strut.rail_force_n * share if strut else 0.0
    bottom_n = -found.cable.rail_force_n * share if cable else 0.0
    bars.append(_rail(f"{leaf.id}/rail/top", (left, high), (right, high + rise), width_m=leaf.stile_m, force_n=top_n))
    bars.append(
        _rail(f"{leaf.id}/rail/bottom", (left, low), (right, low + rise), width_m=leaf.stile_m, force_n=bottom_n)
    )
    for k in range(design.cross_rails):
        z = low + (high - low) * (k + 1) / (design.cross_rails + 1)
        bars.append(
            _rail(f"{leaf.id}/rail/cross-{k + 1}", (left, z), (right, z + rise), width_m=leaf.stile_m, force_n=0.0)
        )
    at = left + leaf.reach_m
    lean = leaf.rake * leaf.reach_m
    if strut:
        foot = (left + half, low + half)
        bars.append(
            DetailMember(
                id=f"{leaf.id}/strut",
                what="strut",
                start=foot,
                end=(foot[0] + leaf.strut_reach_m, foot[1] + leaf.strut_rise_m),
                width_m=leaf.stile_m,
                force_n=-found.strut.force_n * share,
            )
        )
    if cable:
        bars.append(
            DetailMember(
                id=f"{leaf.id}/cable",
                what="cable",
                start=(left, high),
                end=(at, low + lean),
                width_m=0.012,
                force_n=found.cable.force_n * share,
            )
        )
    inset = design.hinge_inset_m
    pushes = [
        ForceArrow(
            at=(-OUT_M, gap + leaf.height_m - inset), along=(-1.0, 0.0), force_n=found.pull_n, label="top hinge"
        ),
        ForceArrow(at=(0.0, gap + inset), along=(1.0, 0.0), force_n=found.pull_n, label="bottom hinge"),
        ForceArrow(
            at=(leaf.width_m, gap + rise + leaf.height_m), along=(0.0, -1.0), force_n=design.person_n, label="a person"
        ),
        ForceArrow(
            at=(leaf.centre_m, gap + leaf.height_m / 2), along=(0.0, -1.0), force_n=leaf.weight_n, label="weight"
        ),
    ]
    return Detail(
        id=f"{leaf.id}/leaf",
        about=gate,
        title=f"Leaf {leaf.index + 1}, from the side it swings to",
        bars=tuple(bars),
        pushes=tuple(pushes),
        traces=(
            DetailLine(
                what="ground", points=((-0.15, 0.0), (leaf.width_m + 0.15, leaf.grade_along * (leaf.width_m + 0.15)))
            ),
        ),
        facts=found.facts,
        measures=tuple(_measures(found)),
    )


def _measures(found: LeafResult) -> list[Measure]:
    """What the leaf is cut, marked and squared by."""
    leaf, design = found.leaf, found.leaf.design
    made = [
        Measure(says="leaf, width over all", value_m=leaf.width_m),
        Measure(says="leaf, height at the hinge stile", value_m=leaf.height_m),
        Measure(says="lower edge above the ground at the hinge", value_m=leaf.gap_m),
    ]
    rise = leaf.rake * leaf.width_m
    one, other = math.hypot(leaf.width_m, leaf.height_m + rise), math.hypot(leaf.width_m, leaf.height_m - rise)
    if abs(rise) > 1e-6:
        made.append(Measure(says="diagonal, bottom hinge corner to top latch corner (raked: they differ)", value_m=one))
        made.append(Measure(says="diagonal, top hinge corner to bottom latch corner", value_m=other))
        made.append(Measure(says="latch stile stands higher by", value_m=rise))
        made.append(
            Measure(says="rails' ends, saw from square, plumb to the stiles", angle_rad=math.atan(abs(leaf.rake)))
        )
        for k in range(1, 4):
            at_m = leaf.width_m * k / 4
            made.append(Measure(says=f"lower edge over the hinge end's, {k} of 4 across", value_m=leaf.rake * at_m))
    else:
        made.append(Measure(says="both diagonals, when it is square", value_m=one))
    if design.has_strut:
        made += _strut_measures(leaf)
    for high_m in leaf.latches_m:
        made.append(Measure(says="latch, from the leaf's lower edge", value_m=max(0.0, high_m - leaf.gap_m)))
    if leaf.stile_down_m:
        made.append(Measure(says="latch stile longer below the leaf, for the wheel", value_m=leaf.stile_down_m))
    if leaf.stile_up_m:
        made.append(Measure(says="latch stile longer above the leaf, for the latch", value_m=leaf.stile_up_m))
    if design.latch == "slide bolt":
        made.append(
            Measure(says="notch for the bolt in the latch post, above the ground", value_m=design.latch_height_m)
        )
    if leaf.index == 1:
        made.append(Measure(says="drop rod's sleeve, in the ground from the hinge side", value_m=leaf.between_m))
    return made + _hinge_measures(leaf)


def _strut_measures(leaf: Leaf) -> list[Measure]:
    """A strut's length, its end angles, and where it crosses the rails."""
    made: list[Measure] = []
    design = leaf.design
    lean, long_m = math.atan2(leaf.strut_rise_m, leaf.strut_reach_m), leaf.strut_m
    made.append(Measure(says="strut, point to point along its middle", value_m=long_m))
    made.append(Measure(says="strut's ends, saw from square against the stile", angle_rad=lean))
    made.append(
        Measure(
            says="strut's ends, saw from square against the rail",
            angle_rad=math.pi / 2 - lean + math.atan(leaf.rake),
        )
    )
    for k in range(design.cross_rails):
        share = (k + 1) / (design.cross_rails + 1)
        made.append(
            Measure(
                says=f"half-lap of strut and cross rail {k + 1}, along the strut from below",
                value_m=share * long_m,
            )
        )
    return made


def _hinge_measures(leaf: Leaf) -> list[Measure]:
    """Where its hinges sit."""
    made: list[Measure] = []
    design = leaf.design
    for k in range(leaf.hinges):
        # Two hinges at the insets; a third goes near the top, where the pull is.
        at = design.hinge_inset_m if k == 0 else leaf.height_m - design.hinge_inset_m
        if leaf.hinges > 2 and 0 < k < leaf.hinges - 1:
            at = leaf.height_m - design.hinge_inset_m - (leaf.hinges - 1 - k) * 0.3
        made.append(Measure(says=f"hinge {k + 1}, from the leaf's lower edge", value_m=at))
    return made


def _rail(
    named: str, start: tuple[float, float], end: tuple[float, float], *, width_m: float, force_n: float
) -> DetailMember:
    return DetailMember(id=named, what="rail", start=start, end=end, width_m=width_m, force_n=force_n)


@lru_cache(maxsize=256)
def plan_detail(found: LeafResult, gate: str) -> Detail:
    """From above: the leaf closed and open, the arc between, and what stands in the way; hinge at the left, swing upward."""
    leaf, design = found.leaf, found.leaf.design
    b, arc = leaf.width_m, design.swing_rad
    path = tuple(
        (b * math.cos(arc * k / _ARC_POINTS), b * math.sin(arc * k / _ARC_POINTS)) for k in range(_ARC_POINTS + 1)
    )
    traces = [DetailLine(what="nearest", points=path)]
    for item in design.in_the_way:
        ring = tuple(
            (
                item.along_m + item.radius_m * math.cos(k * math.pi / 12),
                item.out_m + item.radius_m * math.sin(k * math.pi / 12),
            )
            for k in range(25)
        )
        traces.append(DetailLine(what="ground", points=ring, label=item.what))
    thick = leaf.frame.thickness_m + leaf.board.thickness_m
    return Detail(
        cut=False,
        id=f"{leaf.id}/plan",
        about=gate,
        title=f"Leaf {leaf.index + 1} from above, opening {math.degrees(arc):.0f} degrees",
        bars=(
            DetailMember(id=f"{leaf.id}/closed", what="stile", start=(0.0, 0.0), end=(b, 0.0), width_m=thick),
            DetailMember(id=f"{leaf.id}/open", what="open", start=(0.0, 0.0), end=path[-1], width_m=thick),
        ),
        traces=tuple(traces),
    )


def mirrored(detail: Detail, width_m: float) -> Detail:
    """The same leaf hung on its other side: left and right change places."""

    def turned(point: tuple[float, float]) -> tuple[float, float]:
        return width_m - point[0], point[1]

    return replace(
        detail,
        bars=tuple(replace(bar, start=turned(bar.start), end=turned(bar.end)) for bar in detail.bars),
        pushes=tuple(
            replace(push, at=turned(push.at), along=(-push.along[0], push.along[1])) for push in detail.pushes
        ),
        traces=tuple(replace(trace, points=tuple(turned(p) for p in trace.points)) for trace in detail.traces),
    )


def wrong_detail(found: LeafResult, gate: str) -> Detail | None:
    """The brace the other way round, and the force that undoes it; None for a leaf braced both ways or not at all."""
    leaf, design = found.leaf, found.leaf.design
    if design.has_strut == design.has_cable:
        return None
    strut = design.has_strut
    half = leaf.stile_m / 2
    left, right, at = half, leaf.width_m - half, half + leaf.reach_m
    low, high = leaf.gap_m + half, leaf.gap_m + leaf.height_m - half
    rise, lean = leaf.rake * leaf.between_m, leaf.rake * leaf.reach_m
    # A strut hung from the top corner is pulled as a cable would be there; a cable from the bottom corner is pushed as a strut.
    force_n = found.cable.force_n if strut else -found.strut.force_n
    start, end = ((left, high), (at, low + lean)) if strut else ((left, low), (at, high + lean))
    bars = (
        _stile(f"{leaf.id}/wrong/hinge", left, leaf.gap_m, leaf=leaf),
        _stile(f"{leaf.id}/wrong/latch", right, leaf.gap_m + rise, leaf=leaf),
        _rail(f"{leaf.id}/wrong/rail/top", (left, high), (right, high + rise), width_m=leaf.stile_m, force_n=0.0),
        _rail(f"{leaf.id}/wrong/rail/bottom", (left, low), (right, low + rise), width_m=leaf.stile_m, force_n=0.0),
        DetailMember(
            id=f"{leaf.id}/wrong/brace",
            what=design.brace,
            start=start,
            end=end,
            width_m=leaf.stile_m if strut else 0.012,
            force_n=force_n,
        ),
    )
    says = "pulled off its nails" if strut else "asked to push, and hangs slack"
    return Detail(
        id=f"{leaf.id}/wrong", about=gate, title=f"Fails, never like this: the {design.brace} is {says}", bars=bars
    )


def _stile(
    name: str, x_m: float, foot_m: float, *, leaf: Leaf, past_m: tuple[float, float] = (0.0, 0.0)
) -> DetailMember:
    """`past_m`: how far it runs below and above its leaf."""
    down_m, up_m = past_m
    start, end = (x_m, foot_m - down_m), (x_m, foot_m + leaf.height_m + up_m)
    return DetailMember(id=name, what="stile", start=start, end=end, width_m=leaf.stile_m)


@lru_cache(maxsize=256)
def arc_detail(found: LeafResult, gate: str) -> Detail | None:
    """The arc of the latch end unrolled: the ground it passes over, and the leaf's lower edge above it."""
    leaf, design = found.leaf, found.leaf.design
    if design.front_grade is None:
        return None
    ground: list[tuple[float, float]] = []
    edge: list[tuple[float, float]] = []
    for k in range(_ARC_POINTS + 1):
        angle = design.swing_rad * k / _ARC_POINTS
        x, y = leaf.width_m * math.cos(angle), leaf.width_m * math.sin(angle)
        run = leaf.width_m * angle
        ground.append((run, x * leaf.grade_along + y * design.front_grade + x * y * design.twist_per_m))
        edge.append((run, leaf.gap_m + leaf.rake * leaf.width_m))
    traces = [
        DetailLine(what="ground", points=tuple(ground), label="ground under the latch end"),
        DetailLine(what="edge", points=tuple(edge), label="lower edge"),
    ]
    if leaf.lift is not None:
        run = leaf.width_m * leaf.lift.worst_at_rad
        traces.append(
            DetailLine(what="nearest", points=((run, ground[0][1] - 0.05), (run, leaf.gap_m + 0.05)), label="nearest")
        )
    return Detail(
        id=f"{leaf.id}/arc",
        about=gate,
        title=f"Leaf {leaf.index + 1}: its swing unrolled, closed at the left",
        traces=tuple(traces),
    )
