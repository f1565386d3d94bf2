"""A leaf's brace: sized for the pinned force however stiff the corners are, the rail beyond it, and the leaf without one."""

import math

from steady.design_codes.requests import ColumnInput
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics import gate_leaf as statics
from steady.statics.gate_leaf import BracedLeaf
from steady.structures.gate.leaf import Leaf
from steady.structures.gate.leaf_checks import LeafChecks, latch_tolerance, step
from steady.structures.gate.racking import unbraced
from steady.structures.wood import outdoors
from steady.value_objects import positional_value_object


def brace_of(leaf: Leaf, rake: float, high_m: float, *, reach_m: float) -> statics.Brace:
    """A brace across a box of the leaf so high and reaching so far (m).

    Raises:
        InvalidInputError: A raked leaf has no room for it.
    """
    try:
        return statics.brace_to_rail(
            BracedLeaf(weight_n=leaf.weight_n, width_m=leaf.between_m, height_m=high_m, reach_m=reach_m, rake=rake),
            load_at_latch_n=leaf.design.person_n,
        )
    except InvalidInputError as error:
        raise InvalidInputError(
            "leaf/raked", f"On this slope a raked leaf has no room for its brace ({error.message})"
        ) from None


def brace(f: LeafChecks, strut: statics.Brace, cable: statics.Brace) -> None:
    """The brace sized for the pinned force, however stiff the corners are."""
    leaf, design = f.leaf, f.leaf.design
    brace = cable if design.cable_alone else strut
    w, p = leaf.weight_n / f.u.force_n, design.person_n / f.u.force_n
    load = step(
        "P_l",
        (brace.latch_load_n / f.u.force_n, f.u.force),
        "W / 2 + P",
        inputs=(("W", w, f.u.force), ("P", p, f.u.force)),
        says="half the leaf and a person at the latch edge",
    )
    inside = (leaf.tall_m - leaf.stile_m, leaf.strut_reach_m)
    force = _force(f, load, strut, lies=_Lies(leaf.rake, inside, "squeezed in a strut"))
    pulled = _force(f, load, cable, lies=_Lies(-leaf.rake, (leaf.tall_m, leaf.reach_m), "pulled in a cable"))
    angle = step("a", (math.degrees(brace.angle_rad), "deg"), "", inputs=(), says="brace angle")
    f.facts += [load, pulled if design.cable_alone else force, angle]
    case = f"leaf {leaf.index + 1}, a person on the latch edge"
    if design.has_strut:
        _strut(f, force, load, brace=strut, case=case)
    if design.has_cable:
        if design.cable_rating_n > 0:
            rating = given_step(
                "R",
                design.cable_rating_n / f.u.force_n,
                f.u.force,
                source="user: the maker's rating with the crew's own safety factor",
            )
            f.check("gate_cable.tension", pulled, rating, working=(load,), case=case)
        elif design.cable_alone:
            f.gap(
                "gate_cable.tension",
                "no rating of the cable is entered",
                "the maker's number, with a safety factor in it",
                crew=True,
                needs=pulled,
            )
    if leaf.reach_m < leaf.between_m - 1e-6:
        _rail_bends(f, load, case)


@positional_value_object
class _Lies:
    """How a brace lies in its leaf: the slope it follows, how high and how far along it reaches (m), and what it bears."""

    rake: float
    box_m: tuple[float, float]
    says: str


def _force(f: LeafChecks, load: CalculationStep, brace: statics.Brace, *, lies: _Lies) -> CalculationStep:
    rake, says, box = lies.rake, lies.says, lies.box_m
    b, h, x = f.leaf.between_m / f.u.size_m, box[0] / f.u.size_m, box[1] / f.u.size_m
    inputs = (
        ("P_l", load.value, f.u.force),
        ("B", b, f.u.size),
        ("x", x, f.u.size),
        ("h", h, f.u.size),
    )
    if not rake:
        return step(
            "F",
            (brace.force_n / f.u.force_n, f.u.force),
            "P_l * B / x * sqrt(x ** 2 + h ** 2) / h",
            inputs=inputs,
            says=says,
        )
    return step(
        "F",
        (brace.force_n / f.u.force_n, f.u.force),
        "P_l * B / x * sqrt(x ** 2 + (h + m * x) ** 2) / h",
        inputs=(*inputs, ("m", rake, "")),
        says=f"{says}, in a leaf that follows the slope",
    )


def _strut(f: LeafChecks, force: CalculationStep, load: CalculationStep, *, brace: statics.Brace, case: str) -> None:
    try:
        # Cross rails half-lapped over the strut hold it against buckling out of the leaf; in its plane it stands free.
        column = f.book.column(
            outdoors(f.leaf.frame),
            "person",
            ColumnInput(
                height_m=brace.length_m,
                end_factor=1.0,
                height_weak_m=brace.length_m / (f.leaf.design.cross_rails + 1),
            ),
        )
    except OutOfScopeError as refused:
        f.gap("gate_brace.compression", refused.reason, refused.would_have_to_change)
        return
    demand, limit = f.book.factored(force, "F_d"), _in_force(f, column.capacity)
    f.check("gate_brace.compression", demand, limit, working=(load, force, column.buckling), case=case)


def _rail_bends(f: LeafChecks, load: CalculationStep, case: str) -> None:
    """A brace short of the corner leaves the rail to bend beyond it, in the plane of the leaf."""
    leaf = f.leaf
    out = (leaf.between_m - leaf.reach_m) / f.u.size_m
    try:
        capacity = f.book.moment_capacity(outdoors(f.leaf.frame), "person")
    except OutOfScopeError as refused:
        f.gap("gate_rail.bending_beyond_brace", refused.reason, refused.would_have_to_change)
        return
    moment = step(
        "M_r",
        (load.value * out / f.u.per_span, f.u.moment),
        f"P_l * c / {f.u.per_span}",
        inputs=(("P_l", load.value, f.u.force), ("c", out, f.u.size)),
        says="the rail beyond the brace",
    )
    f.check(
        "gate_rail.bending_beyond_brace", f.book.factored(moment, "M_d"), capacity, working=(load, moment), case=case
    )


def _in_force(f: LeafChecks, found: CalculationStep) -> CalculationStep:
    if found.unit == f.u.force:
        return found
    return step("P_max", (si(found) / f.u.force_n, f.u.force), "", inputs=(), says=found.says)


def racking(f: LeafChecks) -> None:
    """What the corners would hold without the brace: told for every leaf, calculated where their stiffness is known."""
    leaf, design = f.leaf, f.leaf.design
    frame = outdoors(leaf.frame)
    try:
        ei = si(f.book.stiffness(frame)) * frame.second_moment_m4
    except OutOfScopeError as refused:
        if not design.braced:
            f.gap("gate.racking", refused.reason, refused.would_have_to_change)
        return
    person = design.person_n if not design.braced else 0.0
    load_n = leaf.weight_n * leaf.centre_m / leaf.between_m + person
    frame_m, steps = unbraced(leaf, load_n, ei, units=f.u)
    f.facts += steps
    drops = [frame_m]
    if design.boards_hold and design.nail_slip_n_per_m > 0:
        drops.append(
            statics.boards_drop_m(
                latch_load=load_n,
                width_m=leaf.between_m,
                boards=leaf.boards_full + (1 if leaf.board_rip_m else 0),
                slip_n_per_m=design.nail_slip_n_per_m,
                pitch_m=design.nail_pitch_m,
            )
        )
    if design.braced:
        return
    drop = step(
        "d_r",
        (statics.side_by_side_m(drops) / f.u.size_m, f.u.size),
        "",
        inputs=(),
        says="corners and boards side by side, a person on it",
    )
    if design.corner_n_m_per_rad > 0 or len(drops) > 1:
        f.check(
            "gate.racking",
            drop,
            latch_tolerance(f.u),
            working=steps,
            case=f"leaf {leaf.index + 1}, no brace",
            advice="sag",
        )
        return
    f.gap(
        "gate.racking",
        "without a brace the leaf hangs on its corners, whose stiffness nobody has measured: "
        f"pinned it falls, by our own estimate for this joint it drops {drop.value:.2f} {drop.unit}",
        "a strut or a cable",
    )
