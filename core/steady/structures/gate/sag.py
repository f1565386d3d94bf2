"""How far a leaf gives: its latch edge at once and after years, and its free corner under a hand."""

from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics import gate_leaf as statics
from steady.statics.gate_leaf import BracedLeaf, Gives
from steady.structures.gate.corner_stiffness import LIMIT_M, PUSH_N, wobble_m
from steady.structures.gate.leaf_checks import LeafChecks, latch_tolerance, step
from steady.structures.gate.racking import relief, unbraced
from steady.structures.wood import outdoors
from steady.units.units import IN


def sag(f: LeafChecks, post_n_m2: float | None) -> tuple[statics.LatchEdgeSag, statics.LatchEdgeSag]:
    """At once and after years, under the leaf's own weight; the footing's turn only where it is known."""
    leaf, design = f.leaf, f.leaf.design
    turn = 0.0
    soil = design.soil_turn_n_m_per_rad or None
    if post_n_m2 is not None:
        turn = statics.post_turn_rad(
            moment_n_m=leaf.weight_n * leaf.centre_m,
            lower_hinge_m=leaf.gap_m + design.hinge_inset_m,
            hinge_spacing_m=leaf.hinge_spacing_m,
            post_n_m2=post_n_m2,
            soil_n_m_per_rad=soil,
        )
    stiffness = None
    try:
        e = f.book.strength("stiffness", outdoors(f.leaf.frame), "floor").allowed_pa
        stiffness = e * leaf.frame.thickness_m * leaf.frame.width_m
    except OutOfScopeError as refused:
        f.gap("gate.latch_edge_sag", refused.reason, refused.would_have_to_change)
    found = []
    for creep in (0.0, design.creep):
        found.append(
            statics.latch_sag(
                BracedLeaf(
                    weight_n=leaf.weight_n,
                    width_m=leaf.between_m,
                    height_m=leaf.tall_m,
                    reach_m=leaf.reach_m,
                    rake=-leaf.rake if design.cable_alone else leaf.rake,
                ),
                Gives(
                    hinge_spacing_m=leaf.hinge_spacing_m,
                    hinge_play_m=design.hinge_play_m,
                    brace_stiffness_n=stiffness,
                    creep=creep,
                    joint_slip_m=design.joint_slip_m,
                    post_turn_rad=turn * (1 + creep),
                ),
            )
        )
    now, later = found
    if stiffness is not None and design.braced and now.from_brace_m > 0:
        frame = outdoors(leaf.frame)
        ei = si(f.book.stiffness(frame)) * frame.second_moment_m4
        frame_m, _ = unbraced(leaf, leaf.weight_n * leaf.centre_m / leaf.between_m, ei, units=f.u)
        f.facts.append(relief(frame_m, now.from_brace_m, f.u))
    if post_n_m2 is None:
        f.gap("gate.latch_edge_sag", "the post's wood has no stiffness in this code", "a post of the code's tables")
        return now, later
    limit = latch_tolerance(f.u)
    name = "gate.latch_edge_sag" if soil else "gate.latch_edge_sag_rigid_footing"
    for sag, case in ((now, "at once"), (later, "after years")):
        creep = 0.0 if sag is now else design.creep
        working = _sag_parts(f, sag, turn * (1 + creep), creep=creep)
        parts = tuple((part.symbol, part.value, part.unit) for part in working)
        demand = step(
            "d",
            (sag.total_m / f.u.size_m, f.u.size),
            "d_h + d_b + d_j + d_p",
            inputs=parts,
            says="hinges, brace, its joints, and the post",
        )
        if f.sag_ratio != 1.0:
            working, demand = (*working, demand), _as_recorded(demand, f.sag_ratio)
        f.check(name, demand, limit, working=working, case=f"leaf {leaf.index + 1}, {case}", advice="sag")
        f.facts.append(demand)
    return now, later


def _as_recorded(calculated: CalculationStep, ratio: float) -> CalculationStep:
    """The sag by the crew's own record of its gates."""
    return CalculationStep(
        symbol="d_r",
        value=calculated.value * ratio,
        unit=calculated.unit,
        formula="r_s * d",
        inputs=(("r_s", ratio, ""), ("d", calculated.value, calculated.unit)),
        source="the crew's own record of its gates",
        says="as its own gates came down",
    )


def _sag_parts(
    f: LeafChecks, sag: statics.LatchEdgeSag, turn_rad: float, *, creep: float
) -> tuple[CalculationStep, ...]:
    """The four parts of a sag, each by its own formula."""
    leaf, design, u = f.leaf, f.leaf.design, f.u
    wide = ("B", leaf.between_m / u.size_m, u.size)
    brace_m, reach_m = sag.brace_m, leaf.reach_m or leaf.between_m
    rows: tuple[tuple[str, float, str, tuple[tuple[str, float, str], ...], str], ...] = (
        (
            "d_h",
            sag.from_hinges_m,
            "j_h * B / s_h",
            (
                ("j_h", design.hinge_play_m / u.size_m, u.size),
                wide,
                ("s_h", leaf.hinge_spacing_m / u.size_m, u.size),
            ),
            "play in the hinges",
        ),
        (
            "d_b",
            sag.from_brace_m,
            "d_0 * (1 + c)",
            (("d_0", sag.from_brace_m / (1 + creep) / u.size_m, u.size), ("c", creep, "")),
            "the brace gives; d_0 at once, F L_b² B / (E A h x)",
        ),
        (
            "d_j",
            sag.from_joints_m,
            "2 * s_j * (L_b / h) * (B / x)",
            (
                ("s_j", design.joint_slip_m / u.size_m, u.size),
                ("L_b", brace_m / u.size_m, u.size),
                ("h", leaf.tall_m / u.size_m, u.size),
                wide,
                ("x", reach_m / u.size_m, u.size),
            ),
            "both joints of the brace slip",
        ),
        ("d_p", sag.from_post_m, "t * B", (("t", turn_rad, "rad"), wide), "the post turns at its hinges"),
    )
    return tuple(
        step(symbol, (value_m / u.size_m, u.size), formula, inputs=inputs, says=says)
        for symbol, value_m, formula, inputs, says in rows
    )


def wobble(f: LeafChecks) -> None:
    """How far the closed leaf's free corner gives under a hand's push, and what one more cross rail would do."""
    leaf = f.leaf
    rails = leaf.design.cross_rails
    try:
        e_pa = si(f.book.stiffness(outdoors(f.leaf.frame)))
    except OutOfScopeError as refused:
        f.gap("gate.corner_stiffness", refused.reason, refused.would_have_to_change)
        return
    gives, stiffer = (wobble_m(leaf, e_pa, count) for count in (rails, rails + 1))
    more = f"one more cross rail: {stiffer / IN:.2f} in ({1000 * stiffer:.0f} mm)"
    stiff = e_pa * leaf.frame.width_m * leaf.frame.thickness_m**3 / 12
    bends = stiff / (f.u.force_n * f.u.size_m**2)
    push, tall = PUSH_N / f.u.force_n, leaf.tall_m / f.u.size_m
    demand = CalculationStep(
        symbol="d_w",
        value=gives / f.u.size_m,
        unit=f.u.size,
        formula="k_w * P_h * h ** 3 / B",
        inputs=(
            ("k_w", gives / f.u.size_m / (push * tall**3 / bends), ""),
            ("P_h", push, f.u.force),
            ("h", tall, f.u.size),
            ("B", bends, f"{f.u.force} {f.u.size}2"),
        ),
        source="statics: k_w by a grid of the leaf's bars, joints stiff; B is E I of a stile on its flat",
        says=f"the free corner's give, boards left out; {more}",
    )
    limit = given_step(
        "d_wmax",
        LIMIT_M / f.u.size_m,
        f.u.size,
        source="practice: feels firm in the hand",
        says="a hand's push of 20 lb (89 N)",
    )
    f.check(
        "gate.corner_stiffness",
        demand,
        limit,
        working=(),
        case=f"leaf {leaf.index + 1}, 20 lb (89 N) push at free corner",
        advice="wobble",
    )
    f.facts.append(demand)
