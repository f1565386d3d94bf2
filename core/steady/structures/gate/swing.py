"""A leaf's way: over the ground closed and through its arc, past what stands in the way, by itself, and past its latch."""

import math

from steady.errors import InvalidInputError
from steady.layout.swing import HingeLift, Obstacle, free_swing_rad, swing_on_ground, twisted
from steady.plan.model import Measure
from steady.structures.gate.hardware import latch_gap_m
from steady.structures.gate.leaf import Leaf, latch_gap_needed_m
from steady.structures.gate.leaf_checks import LeafChecks, step


def closed(f: LeafChecks) -> None:
    """The closed leaf over the line's own ground, which is known whatever lies beside."""
    leaf = f.leaf
    climb_m = (leaf.grade_along - leaf.rake) * leaf.width_m
    if climb_m <= 1e-9:
        return
    has = step(
        "z_has",
        (leaf.gap_m / f.u.size_m, f.u.size),
        "",
        inputs=(),
        says="lower edge at the hinge above the ground there",
    )
    needs = step(
        "z_c",
        (climb_m / f.u.size_m, f.u.size),
        "m * B",
        inputs=(("m", leaf.grade_along - leaf.rake, ""), ("B", leaf.width_m / f.u.size_m, f.u.size)),
        says="how far the ground climbs to the latch: lift the leaf, rake it, hang it on the other post, or dig the ground away",
    )
    fitted = leaf.design.gap_m is None
    case = f"leaf {leaf.index + 1}, closed"
    f.check("gate.ground_clearance_closed", has, needs, working=(), case=case, at_least=True, fitted=fitted)


LEVEL_GRADE = 0.005
"""Ground that climbs less than this is level: 5 mm a metre, within a level's own reading [our own]."""


def swing(f: LeafChecks) -> None:
    """The lower edge against the ground all round the arc."""
    leaf = f.leaf
    if leaf.lift is None:
        if abs(leaf.grade_along) < LEVEL_GRADE:
            # Drawn level: a caution asks to look at the ground beside, as for every fence on level ground.
            return
        f.gap(
            "gate.ground_clearance_swinging",
            "only the line's ground is known, not the ground the leaf swings over",
            "read the fall toward the side it swings to: two heights a leaf's width apart",
            crew=True,
        )
        return
    lift = leaf.lift
    has = step(
        "z_has",
        (leaf.gap_m / f.u.size_m, f.u.size),
        "",
        inputs=(),
        says="lower edge at the hinge above the ground there",
    )
    rise = lift.lift_m - leaf.design.clear_m
    needs = step(
        "z_0",
        (lift.lift_m / f.u.size_m, f.u.size),
        "c + u",
        inputs=(("c", leaf.design.clear_m / f.u.size_m, f.u.size), ("u", rise / f.u.size_m, f.u.size)),
        says=f"kept clear, and how far the ground comes up at {math.degrees(lift.worst_at_rad):.0f} degrees of the swing",
    )
    fitted = leaf.design.gap_m is None
    f.check(
        "gate.ground_clearance_swinging",
        has,
        needs,
        working=(),
        case=f"leaf {leaf.index + 1}, through the arc",
        at_least=True,
        fitted=fitted,
    )
    f.facts.append(needs)


def in_the_way(f: LeafChecks) -> None:
    """Whether the leaf opens as far as it should before it meets something."""
    leaf, design = f.leaf, f.leaf.design
    if not design.in_the_way:
        return
    free: dict[str, float] = {}
    for item in design.in_the_way:
        one = Obstacle(along_m=item.along_m, out_m=item.out_m, radius_m=item.radius_m)
        free[item.what] = free_swing_rad(leaf.width_m, [one], design.swing_rad)
    what = min(free, key=lambda name: free[name])
    has = step("f_has", (math.degrees(free[what]), "deg"), "", inputs=(), says=f"opens before it meets the {what}")
    needs = step("f", (math.degrees(design.swing_rad), "deg"), "", inputs=(), says="how far it is to open")
    f.check("gate.obstruction_clearance", has, needs, working=(), case=f"leaf {leaf.index + 1}, {what}", at_least=True)


def lean(f: LeafChecks) -> None:
    """A hinge line out of plumb lets the leaf swing by itf."""
    leaf, design = f.leaf, f.leaf.design
    if not design.post_lean_m:
        return
    tilt = math.atan2(abs(design.post_lean_m), leaf.height_m)
    w, x = leaf.weight_n / f.u.force_n, leaf.centre_m / f.u.span_m
    f.facts.append(
        step(
            "M_s",
            (w * x * math.sin(tilt), f.u.moment),
            "W * x * s",
            inputs=(("W", w, f.u.force), ("x", x, f.u.span), ("s", math.sin(tilt), "")),
            says="the leaf swings by itself with up to this: plumb the hinge line",
        )
    )


def closer(f: LeafChecks) -> None:
    """A self-closing spring against a hinge line out of plumb."""
    leaf, design = f.leaf, f.leaf.design
    if design.closer_n_m <= 0:
        return
    tilt = math.atan2(abs(design.post_lean_m), leaf.height_m)
    needs = leaf.weight_n * leaf.centre_m * math.sin(tilt) / f.u.moment_n_m
    has = step(
        "M_c", (design.closer_n_m / f.u.moment_n_m, f.u.moment), "", inputs=(), says="least moment of the spring"
    )
    against = step(
        "M_t",
        (needs, f.u.moment),
        "",
        inputs=(),
        says="the leaf's own swing; add friction and wind from your own trial",
    )
    if needs > 0:
        f.check("gate.self_closing_moment", has, against, working=(), case=f"leaf {leaf.index + 1}", at_least=True)


def latch_corner(f: LeafChecks) -> None:
    """A thick leaf's far corner needs room at the latch."""
    leaf = f.leaf
    needs_m = latch_gap_needed_m(leaf)
    has = step("g_has", (latch_gap_m(leaf.design) / f.u.size_m, f.u.size), "", inputs=(), says="gap at the latch")
    if latch_gap_m(leaf.design) <= 0:
        raise InvalidInputError("leaf/latch_gap_m", "A leaf needs a gap at the latch to swing at all")
    b, t = leaf.width_m / f.u.size_m, (leaf.frame.thickness_m + leaf.board.thickness_m) / f.u.size_m
    needs = step(
        "g",
        (needs_m / f.u.size_m, f.u.size),
        "sqrt(B ** 2 + T ** 2) - B",
        inputs=(("B", b, f.u.size), ("T", t, f.u.size)),
        says="the thick leaf's far corner swings wider than the leaf",
    )
    f.check("gate.latch_corner_clearance", has, needs, working=(), case=f"leaf {leaf.index + 1}", at_least=True)


def four_swings(leaf: Leaf) -> tuple[tuple[bool, bool, HingeLift], ...]:
    """The ground that the leaf clears each way it could swing: to the other side or not, from the other post or not.

    Returns nothing where only the line's own ground is known. Source: geometry; the same ground seen from each hinge.
    """
    design = leaf.design
    front = design.front_grade
    if front is None:
        return ()
    found = []
    for other_side in (False, True):
        for other_post in (False, True):
            # Seen from the other post, what climbs along the leaf falls, and the ground in front is where this one's latch is.
            y, x = (-1.0 if other_side else 1.0), (-1.0 if other_post else 1.0)
            along, rake, twist = x * leaf.grade_along, x * leaf.rake, x * y * design.twist_per_m
            ahead = y * (front + (design.twist_per_m * leaf.width_m if other_post else 0.0))
            lift = swing_on_ground(
                leaf_m=leaf.width_m,
                ground=twisted(along, ahead, twist),
                clear_m=design.clear_m,
                rake=rake,
                swing_rad=design.swing_rad,
            )
            found.append((other_side, other_post, lift))
    return tuple(found)


def swing_measures(leaf: Leaf, swing: str, hung: str, *, pair: bool) -> tuple[Measure, ...]:
    """What the gate's sheet says of them: the least gap at the hinge, and what is then left under the latch, closed."""
    made: list[Measure] = []
    for other_side, other_post, lift in four_swings(leaf):
        if pair and other_post:
            continue
        way = ({"in": "out", "out": "in"}[swing] if other_side else swing).capitalize()
        post = "" if pair else f", hinges at the {_other(hung) if other_post else hung}"
        now = " (as it is)" if not (other_side or other_post) else ""
        made.append(Measure(says=f"{way}{post}{now}: least gap at the hinge", value_m=lift.lift_m))
        made.append(Measure(says=f"{way}{post}{now}: then under the latch, closed", value_m=lift.closed_gap_m))
    return tuple(made)


def _other(hung: str) -> str:
    return "end" if hung == "start" else "start"
