"""How far a leaf would rack without its brace: corners by the kind of their joint, and frame and brace side by side.

Pinned corners and no brace: the leaf falls. A joint's stiffness by kind is our own estimate and is told as one; it lets nothing
pass. What somebody measured counts.
"""

from steady.data.loader import keyed
from steady.design_codes.results import given_step
from steady.plan.model import CalculationStep
from steady.statics import gate_leaf as statics
from steady.statics.gate_leaf import BareFrame
from steady.structures.gate.leaf import Leaf
from steady.units.trade import Units


def corner(leaf: Leaf) -> tuple[float, str]:
    """Stiffness of one corner (N m per rad) and where it comes from: measured, or by the kind of joint."""
    if leaf.design.corner_n_m_per_rad > 0:
        return leaf.design.corner_n_m_per_rad, "user: measured"
    row = keyed("gate_joints")[leaf.design.joint]
    return row.number("stiffness_n_m_per_rad"), row.source


def unbraced(
    leaf: Leaf, load_n: float, frame_n_m2: float, *, units: Units
) -> tuple[float, tuple[CalculationStep, ...]]:
    """Drop of the latch edge without a brace (m), and its steps.

    Args:
        frame_n_m2: E·I of a stile or rail in the plane of the leaf.
    """
    k, source = corner(leaf)
    size, force = units.size_m, units.force_n
    drop_m = statics.unbraced_drop_m(
        BareFrame(
            width_m=leaf.between_m,
            height_m=leaf.tall_m,
            rail_n_m2=frame_n_m2,
            stile_n_m2=frame_n_m2,
            corner_n_m_per_rad=k,
        ),
        latch_load=load_n,
    )
    joint = given_step(
        "k_c",
        k / (force * size),
        f"{units.force}·{units.size}/rad",
        source=source,
        says=f"one corner, {leaf.design.joint}",
    )
    p, b, h = load_n / force, leaf.between_m / size, leaf.tall_m / size
    ei = frame_n_m2 / (force * size**2)
    drop = CalculationStep(
        symbol="d_0",
        value=drop_m / size,
        unit=units.size,
        formula="P * B ** 2 / 24 * (B / EI + h / EI) + P * B ** 2 / (4 * k_c)",
        inputs=(
            ("P", p, units.force),
            ("B", b, units.size),
            ("h", h, units.size),
            ("EI", ei, f"{units.force}·{units.size}²"),
            ("k_c", joint.value, joint.unit),
        ),
        source=f"statics: stiff frame with springy corners; {source}",
        says="drop of the latch edge if it had no brace",
    )
    return drop_m, (joint, drop)


def relief(frame_m: float, brace_m: float, units: Units) -> CalculationStep:
    """Drop with frame and brace side by side, as springs."""
    one, two = frame_m / units.size_m, brace_m / units.size_m
    return CalculationStep(
        symbol="d_s",
        value=one * two / (one + two),
        unit=units.size,
        formula="d_0 * d_b / (d_0 + d_b)",
        inputs=(("d_0", one, units.size), ("d_b", two, units.size)),
        source="statics: side by side, 1/d = 1/d_0 + 1/d_b",
        says="strain of brace and corners together, the leaf's weight",
    )
