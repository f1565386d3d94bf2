"""A leaf on its hinges: the pull on the top one, its screws, and what the leaf brings to the post it hangs on."""

import math
from collections.abc import Sequence

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.joint_rules import Fastener, LateralRequest
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.calculation_steps import distinct
from steady.plan.model import CalculationStep
from steady.statics import gate_leaf as statics
from steady.structures.gate.hardware import hinge_gap_m, hinge_of
from steady.structures.gate.leaf import Leaf
from steady.structures.gate.leaf_checks import LeafChecks, step
from steady.structures.joints.brace_ends import word_of
from steady.structures.wood import outdoors
from steady.units.units import IN
from steady.value_objects import value_object

WET_FIXING = 0.7
"""Wet-service factor of lags and screws, sideways and in pull-out. Source: NDS 11.3.3 (medium)."""


STRAP_BOLT = Fastener(kind="bolt", diameter_m=0.375 * IN)
STRAP_M, STRAP_DEEP_M = 0.25 * IN, 1.5 * IN
"""A heavy hinge's strap along its rail: its thickness and depth [common practice]."""
STRAP_BOLTS_D = 4.0
"""Bolts of a strap stand so many diameters apart. Source: NDS 12.5.1 (from memory, high)."""
STEEL_PA = 200e9


@value_object
class PullOnPost:
    """What a leaf brings to its hinge post: moments about the ground (N m), by its weight alone and with a person on it."""

    leaf: str
    weight_n_m: float
    with_person_n_m: float
    steps: tuple[CalculationStep, ...]


def hung_on(
    pulls: Sequence[PullOnPost], person: bool, unit: str
) -> tuple[tuple[CalculationStep, ...], CalculationStep]:
    """The steps of what leaves bring to one post, each by its own name, and their moments together (in that unit), M_L.

    Args:
        person: With somebody on each leaf, too.
    """
    steps = distinct(tuple(step for pull in pulls for step in pull.steps))
    counted, at = list[CalculationStep](), 0
    for pull in pulls:
        at += len(pull.steps)
        counted += steps[at - 2 : at if person else at - 1]
    together = CalculationStep(
        symbol="M_L",
        value=sum(step.value for step in counted),
        unit=unit,
        formula=" + ".join(step.symbol for step in counted),
        inputs=tuple((step.symbol, step.value, step.unit) for step in counted),
        source="statics",
        says="moment from gate",
    )
    return steps, together


def hinges(f: LeafChecks) -> float:
    """The pull on the top hinge, and what each hinge may have to carry."""
    leaf, design = f.leaf, f.leaf.design
    pull_n = statics.hinge_pull_n(
        weight_n=leaf.weight_n,
        weight_from_hinge_m=leaf.centre_m,
        spacing_m=leaf.hinge_spacing_m,
        width_m=leaf.width_m,
        load_at_latch_n=design.person_n,
    )
    w, p = leaf.weight_n / f.u.force_n, design.person_n / f.u.force_n
    x, b, s = leaf.centre_m / f.u.size_m, leaf.width_m / f.u.size_m, leaf.hinge_spacing_m / f.u.size_m
    # A wheel takes what its spring is known to carry, on level ground; never more than the weight's own share.
    at = (design.wheel_from_hinge_m or leaf.between_m) / f.u.size_m
    v = min(design.wheel_load_n / f.u.force_n, w * x / at) if design.wheel else 0.0
    pull_n -= v * f.u.force_n * at / s
    pull = step(
        "R_h",
        (pull_n / f.u.force_n, f.u.force),
        "(W * x + P * B - V * a) / s",
        inputs=(
            ("W", w, f.u.force),
            ("x", x, f.u.size),
            ("P", p, f.u.force),
            ("B", b, f.u.size),
            ("V", v, f.u.force),
            ("a", at, f.u.size),
            ("s", s, f.u.size),
        ),
        says="out at the top hinge, in at the bottom" + ("; V carried by the wheel" if v else ""),
    )
    both = step(
        "R",
        (math.hypot(pull.value, w + p), f.u.force),
        "sqrt(R_h ** 2 + (W + P) ** 2)",
        inputs=(("R_h", pull.value, f.u.force), ("W", w, f.u.force), ("P", p, f.u.force)),
        says="one hinge may carry all of the weight, too",
    )
    f.facts += [pull, both]
    case = f"leaf {leaf.index + 1}, a person on the latch edge"
    if design.hinge_rating_n > 0:
        rating = given_step(
            "R_max",
            design.hinge_rating_n / f.u.force_n,
            f.u.force,
            source="user: the maker's rating of one hinge and its screws, with the crew's own safety factor",
        )
        f.check(hinge_of(design).capacity, both, rating, working=(pull,), case=case)
    else:
        f.gap(
            hinge_of(design).capacity,
            f"no rating of the hinge is entered; it must hold {_words(both)}",
            "the maker's number for one hinge and its screws, with a safety factor in it",
            crew=True,
            needs=both,
        )
    _strap_bolts(f, both, math.atan2(w + p, pull.value), case=case)
    return pull_n


def _strap_bolts(f: LeafChecks, force: CalculationStep, angle_rad: float, *, case: str) -> None:
    """The bolts of a hinge's strap through the leaf's rail, in one row along it, where the hinge is hung by such.

    Args:
        angle_rad: Of the force to the rail's grain.
    """
    name, frame, count = "hinge_bolts.capacity", f.leaf.frame, hinge_of(f.leaf.design).rail_bolts_count
    if not count:
        return
    joints, d, wood = f.book.joints, STRAP_BOLT.diameter_m, outdoors(frame)
    try:
        wood_n = si(f.book.stiffness(wood)) * frame.width_m * frame.thickness_m
        held = joints.lateral(
            LateralRequest(
                fastener=STRAP_BOLT,
                side_m=STRAP_M,
                main_m=frame.thickness_m,
                wood=word_of(wood),
                side_steel=True,
                angle_main_rad=angle_rad,
                group=joints.group(
                    count, STRAP_BOLT, STRAP_BOLTS_D * d, stiffness_n=(STEEL_PA * STRAP_M * STRAP_DEEP_M, wood_n)
                ),
                load="roof",  # a person for hours at most: as short as what lies on a roof for days
                count=count,
            )
        )
    except OutOfScopeError as refused:
        f.gap(name, refused.reason, "the maker's rating of the strap with its bolts in this wood", crew=True)
        return
    limit = CalculationStep(
        symbol="R_b",
        value=si(held.design) / f.u.force_n,
        unit=f.u.force,
        formula="",
        inputs=(),
        source=held.design.source,
        says=f"{count} bolts {'M10' if f.book.metric else '⅜ in'} through the rail, mode {held.mode}",
    )
    f.check(name, f.book.factored(force, "R_d"), limit, working=(held.reference, held.design), case=case)


def _words(force: CalculationStep) -> str:
    return f"{force.value:,.0f} lb" if force.unit == "lb" else f"{force.value:.2f} {force.unit}"


def hinge_screws(f: LeafChecks, pull_n: float, post: SectionItem) -> None:
    """Pull-out of the top hinge's lag screws from its post. Their shear through a steel strap is the maker's to say."""
    leaf, design = f.leaf, f.leaf.design
    if not design.hinge_screws:
        return
    name = "hinge_screws.withdrawal"
    if f.book.load_factor != 1.0:
        f.gap(
            name,
            "this code's values of fixings are characteristic and not brought to design level here",
            "the maker's rating of the hinge with its screws",
            crew=True,
        )
        return
    try:
        each = f.book.fastener_withdrawal(
            fastener="lag screw",
            diameter_m=design.hinge_screw_m,
            penetration_m=design.hinge_screw_in_post_m,
            wood=post.species,
            axis_rad=math.pi / 2,
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        reason = refused.reason if isinstance(refused, OutOfScopeError) else refused.message
        f.gap(name, reason, "the maker's rating of the hinge with its screws", crew=True)
        return
    one = (
        each
        if each.unit == f.u.force
        else step("W_p", (si(each) / f.u.force_n, f.u.force), "", inputs=(), says=each.says)
    )
    held = CalculationStep(
        symbol="W_n",
        value=design.hinge_screws * one.value * WET_FIXING,
        unit=f.u.force,
        formula="n * W_p * C_M",
        inputs=(("n", float(design.hinge_screws), ""), ("W_p", one.value, f.u.force), ("C_M", WET_FIXING, "")),
        source="nds: 11.3.3 wet service of lags and screws; medium",
        says="all screws of one hinge, outdoors",
    )
    pull = step(
        "R_h",
        (pull_n / f.u.force_n, f.u.force),
        "",
        inputs=(),
        says="out at the top hinge, as calculated for the hinge itself",
    )
    f.check(name, pull, held, working=(one,), case=f"leaf {leaf.index + 1}, a person on the latch edge")


def pull_on_post(leaf: Leaf, post_width_m: float, book: Rulebook) -> PullOnPost:
    """Moment about the post's own middle: the hinge line stands half a post and the hinge gap off it.

    It is as great with the leaf closed, open or folded back: only its direction turns, and nothing is counted that helps.
    """
    u = book.units
    off = (post_width_m / 2 + hinge_gap_m(leaf.design)) / u.size_m
    w, p = leaf.weight_n / u.force_n, leaf.design.person_n / u.force_n
    x, b = leaf.centre_m / u.size_m, leaf.width_m / u.size_m
    dead = step(
        "M_W",
        (w * (x + off) / u.per_span, u.moment),
        f"W * (x + o) / {u.per_span}",
        inputs=(("W", w, u.force), ("x", x, u.size), ("o", off, u.size)),
        says="the leaf's weight on its post, closed, open or folded back",
    )
    person = step(
        "M_P",
        (p * (b + off) / u.per_span, u.moment),
        f"P * (B + o) / {u.per_span}",
        inputs=(("P", p, u.force), ("B", b, u.size), ("o", off, u.size)),
        says="a person hanging on the latch edge [practice]",
    )
    design = (book.factored(dead, "M_Wd"), book.factored(person, "M_Pd"))
    shown = (dead, person) if design == (dead, person) else (dead, person, *design)
    return PullOnPost(
        leaf=leaf.id,
        weight_n_m=si(design[0]),
        with_person_n_m=si(design[0]) + si(design[1]),
        steps=shown,
    )
