"""Sums of single members: sideways buckling, posts, bearing, notches, overhangs, uplift, roof live load."""

import math

from steady.errors import InputError
from steady.measure.units import FT, IN, LB, PCF, PSF, PSI
from steady.rulebooks.us import members, timber
from steady.statics.beam import PointLoad, Solved, SpreadLoad, solve
from steady.sums.given import Given
from steady.sums.model import Input, Output, Sum
from steady.sums.us import SCHOOL, SERVICE, WOOD, dressed, load_type, only_us, wood_of


def _stability(given: Given) -> tuple[float, float]:
    only_us(given)
    b_in, d_in = dressed(given.text("size"))
    if given.has("effective_length"):
        effective_in = given.length("effective_length") / IN
    else:
        unbraced_in = given.length("unbraced_length") / IN
        effective_in = members.effective_length_in(given.text("load_case", "uniform"), unbraced_in, d_in)
    if given.has("bending_strength"):
        bending, e_min = (
            given.quantity("bending_strength", "pressure") / PSI,
            given.quantity("stiffness_min", "pressure") / PSI,
        )
    else:
        wood = wood_of(given)
        bending = timber.adjusted("fb", wood, load_type(given)).value
        e_min = timber.adjusted("e_min", wood, None).value
    return members.beam_stability(effective_in, b_in, d_in, bending, e_min)


def _column(given: Given) -> tuple[float, float, float]:
    """C_P, F_c* (psi) and area (in²)."""
    wood = wood_of(given)
    fc = timber.adjusted("fc", wood, load_type(given)).value
    e_min = timber.adjusted("e_min", wood, None).value
    factor = given.number("end_factor", 1.0)
    if not factor > 0:
        raise InputError("end_factor", "must be above 0")
    b_in, d_in = wood.width_m / IN, wood.depth_m / IN
    strong = members.column_stability(factor * given.length("height") / IN, d_in, fc, e_min)
    weak_m = given.length("height_weak", given.length("height"))
    weak = members.column_stability(factor * weak_m / IN, b_in, fc, e_min)
    return min(strong, weak), fc, b_in * d_in


def _post_capacity(given: Given) -> float:
    factor, fc, area = _column(given)
    return factor * fc * area * LB


def _bearing_factor(given: Given) -> float:
    return members.bearing_factor(given.length("bearing_length") / IN, given.length("distance_from_end", 0.0) / IN)


def _bearing(given: Given) -> float:
    strength = timber.adjusted("fc_perp", wood_of(given), None).value
    area_in2 = given.length("width") / IN * given.length("bearing_length") / IN
    return strength * _bearing_factor(given) * area_in2 * LB


def _notched(given: Given) -> float:
    wood = wood_of(given)
    shear = timber.adjusted("fv", wood, load_type(given)).value
    left_in = given.length("depth_left") / IN
    return members.notched_shear_lb(shear, wood.width_m / IN, wood.depth_m / IN, left_in) * LB


def _combined(given: Given) -> float:
    only_us(given)

    def psi(name: str, default: float | None = None) -> float:
        return given.quantity(name, "pressure", default) / PSI

    return members.combined_use(
        compression_psi=psi("compression_stress"),
        compression_strength_psi=psi("compression_strength"),
        buckling_strong_psi=psi("buckling_stress_strong"),
        buckling_weak_psi=psi("buckling_stress_weak"),
        bending_strong_psi=psi("bending_stress_strong"),
        bending_strength_strong_psi=psi("bending_strength_strong"),
        bending_weak_psi=psi("bending_stress_weak", 0.0),
        bending_strength_weak_psi=psi("bending_strength_weak", 0.0),
        sideways_buckling_psi=psi("sideways_buckling_stress", math.inf),
    )


def _density(given: Given) -> float:
    gravity, moisture = given.number("specific_gravity"), given.quantity("moisture_percent", "percent")
    if not (0 < gravity < 1.5 and 0 <= moisture <= 200):
        raise InputError("specific_gravity", "must be between 0 and 1.5, at a moisture of 0 to 200 %")
    return members.density_pcf(gravity, moisture) * PCF


def _overhang(given: Given, even_w: float | None = None, over_w: float = 0.0, tip: bool = True) -> Solved:
    """The stick solved: even load everywhere, more on the overhang, and the tip load."""
    span_m, over_m = given.length("span"), given.length("overhang")
    other_m = given.length("overhang_2", 0.0)
    if not (span_m > 0 and over_m >= 0 and other_m >= 0):
        raise InputError("span", "must be above 0, and overhangs 0 or more")
    stiffness = 1.0
    if given.has("stiffness"):
        stiffness = given.quantity("stiffness", "pressure") * given.quantity("second_moment", "inertia")
    length_m, near_m = other_m + span_m + over_m, other_m + span_m
    w = _line_load(given) if even_w is None else even_w
    loads: list[PointLoad | SpreadLoad] = [SpreadLoad(from_m=0, to_m=length_m, start_n_per_m=w, end_n_per_m=w)]
    if over_w and over_m > 0:
        loads.append(SpreadLoad(from_m=near_m, to_m=length_m, start_n_per_m=over_w, end_n_per_m=over_w))
    if tip and given.has("tip_load"):
        loads.append(PointLoad(at_m=length_m, load_n=given.quantity("tip_load", "force")))
    return solve(length_m, [other_m, near_m], loads, stiffness_n_m2=stiffness)


def _line_load(given: Given) -> float:
    if given.has("load"):
        return given.quantity("load", "line load")
    return given.quantity("dead_line", "line load", 0.0) + given.quantity("live_line", "line load", 0.0)


def _far_least(given: Given) -> float:
    dead, live = given.quantity("dead_line", "line load"), given.quantity("live_line", "line load")
    return _overhang(given, even_w=dead, over_w=live).reactions_n[0]


def _tip(given: Given) -> float:
    if not given.has("stiffness"):
        raise InputError("stiffness", "is needed")
    solved = _overhang(given)
    return solved.deflection_m(solved.pieces[-1].to_m)


def _near_moment(given: Given) -> float:
    return _overhang(given).moment_n_m(given.length("overhang_2", 0.0) + given.length("span"))


def _uplift(given: Given) -> float:
    only_us(given)
    width_ft, depth_ft = given.length("width") / FT, given.length("depth") / FT
    area = width_ft**2 * (math.pi / 4 if given.choice("shape", ("round", "square"), "round") == "round" else 1.0)
    return (
        members.uplift_reserve_lb(
            given.quantity("dead_load", "force") / LB, given.quantity("uplift", "force") / LB, area * depth_ft
        )
        * LB
    )


def _roof_live(given: Given) -> float:
    only_us(given)
    rise = given.number("rise_in_12", 0.0)
    if not rise >= 0:
        raise InputError("rise_in_12", "must be 0 or more")
    return members.roof_live_psf(given.quantity("supported_area", "area") / FT**2, rise) * PSF


def _given(*names: tuple[str, str]) -> tuple[Input, ...]:
    return tuple(Input(name=name, kind=kind) for name, kind in names)


SUMS = (
    Sum(
        name="timber.lateral_stability",
        asks="How much bending strength is lost when the squeezed edge can buckle sideways?",
        inputs=(
            *WOOD,
            *SERVICE,
            Input(name="unbraced_length", kind="length"),
            Input(name="effective_length", kind="length", default="by load case"),
            Input(
                name="load_case", kind="uniform|mid point|cantilever uniform|cantilever tip|other", default="uniform"
            ),
            Input(name="bending_strength", kind="pressure", default="by species"),
            Input(name="stiffness_min", kind="pressure", default="by species"),
        ),
        outputs=(
            Output(name="stability_factor", unit="-", reckon=lambda g: _stability(g)[0]),
            Output(name="slenderness", unit="-", reckon=lambda g: _stability(g)[1]),
        ),
        source="nds: 3.3.3; high",
    ),
    Sum(
        name="timber.post_capacity",
        asks="What does a post carry standing up?",
        inputs=(
            *WOOD,
            *SERVICE,
            Input(name="height", kind="length"),
            Input(name="end_factor", kind="number", says="free top 2.1", default="1.0"),
            Input(name="height_weak", kind="length", default="the height"),
        ),
        outputs=(
            Output(name="capacity", unit="lb", reckon=_post_capacity),
            Output(name="buckling_factor", unit="-", reckon=lambda g: _column(g)[0]),
        ),
        source="nds: 3.7.1; high",
    ),
    Sum(
        name="timber.bearing",
        asks="Does the end crush on its seat?",
        inputs=(
            *WOOD,
            *SERVICE,
            *_given(("width", "length"), ("bearing_length", "length")),
            Input(name="distance_from_end", kind="length", default="0 in"),
        ),
        outputs=(
            Output(name="bearing_factor", unit="-", reckon=_bearing_factor),
            Output(name="capacity", unit="lb", reckon=_bearing),
        ),
        source="nds: 3.10; high",
    ),
    Sum(
        name="timber.end_notch",
        asks="What is left of the shear strength over a notched end?",
        inputs=(*WOOD, *SERVICE, Input(name="depth_left", kind="length")),
        outputs=(Output(name="shear_capacity", unit="lb", reckon=_notched),),
        source="nds: 3.4.3.2; high",
    ),
    Sum(
        name="timber.combined_stress",
        asks="Squeeze and bending together: how hard is it used?",
        inputs=(
            SCHOOL,
            *_given(
                ("compression_stress", "pressure"),
                ("compression_strength", "pressure"),
                ("buckling_stress_strong", "pressure"),
                ("buckling_stress_weak", "pressure"),
                ("bending_stress_strong", "pressure"),
                ("bending_strength_strong", "pressure"),
            ),
            Input(name="bending_stress_weak", kind="pressure", default="0 psi"),
            Input(name="bending_strength_weak", kind="pressure", default="0 psi"),
            Input(name="sideways_buckling_stress", kind="pressure", default="held"),
        ),
        outputs=(Output(name="use", unit="-", reckon=_combined),),
        source="nds: 3.9.2 Eq. 3.9-3; high",
    ),
    Sum(
        name="timber.density",
        asks="What does the wood weigh at its moisture?",
        inputs=(SCHOOL, *_given(("specific_gravity", "number"), ("moisture_percent", "percent"))),
        outputs=(Output(name="density", unit="lb/ft3", reckon=_density),),
        source="nds: Supplement 3.1.3; high",
    ),
    Sum(
        name="beam.overhang",
        asks="Reactions, moments and tip drop of a stick running past its support?",
        inputs=(
            *_given(("span", "length"), ("overhang", "length")),
            Input(name="overhang_2", kind="length", default="0 in"),
            Input(name="load", kind="line load", says="everything together", default="dead_line + live_line"),
            Input(name="dead_line", kind="line load", default="0 lb/ft"),
            Input(name="live_line", kind="line load", default="0 lb/ft"),
            Input(name="tip_load", kind="force", default="none"),
            Input(name="stiffness", kind="pressure", default="for the tip only"),
            Input(name="second_moment", kind="inertia", default="for the tip only"),
        ),
        outputs=(
            Output(name="reaction_near", unit="lb", reckon=lambda g: _overhang(g).reactions_n[1]),
            Output(name="reaction_far", unit="lb", reckon=lambda g: _overhang(g).reactions_n[0]),
            Output(name="reaction_far_least", unit="lb", reckon=_far_least),
            Output(name="moment_near", unit="lb-ft", reckon=_near_moment),
            Output(name="moment_span", unit="lb-ft", reckon=lambda g: _overhang(g).moment_extremes_n_m()[1]),
            Output(name="tip_deflection", unit="in", reckon=_tip),
        ),
        source="statics",
    ),
    Sum(
        name="footing.uplift",
        asks="Does the concrete hold a roof down?",
        inputs=(
            SCHOOL,
            *_given(("width", "length"), ("depth", "length"), ("dead_load", "force"), ("uplift", "force")),
            Input(name="shape", kind="round|square", default="round"),
        ),
        outputs=(Output(name="reserve", unit="lb", reckon=_uplift),),
        source="asce-7-16: 2.4.1; high",
    ),
    Sum(
        name="roof.live_load",
        asks="Live load on a roof nobody lives on?",
        inputs=(
            SCHOOL,
            Input(name="supported_area", kind="area"),
            Input(name="rise_in_12", kind="number", default="0"),
        ),
        outputs=(Output(name="live", unit="psf", reckon=_roof_live),),
        source="asce-7-16: 4.8.2; high",
    ),
)
