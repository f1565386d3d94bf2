"""Sums that a school answers; the United States school for now. Another school is refused until it has its book."""

import math

from steady.errors import InputError, OutsideScope
from steady.measure.units import FT, IN, LB, LB_FT, PSF, PSI
from steady.rulebooks.base import LoadType, Wood
from steady.rulebooks.us import ground, timber, wind
from steady.sums.given import Given
from steady.sums.model import Input, Output, Sum

SCHOOL = Input(name="school", kind="us")
WOOD = (
    SCHOOL,
    Input(name="species", kind="text"),
    Input(name="grade", kind="text", default="No.2"),
    Input(name="size", kind="text", says="nominal, as 2x6"),
)
SERVICE = (
    Input(name="wet", kind="flag", default="yes"),
    Input(name="incised", kind="flag", default="no"),
    Input(name="flat", kind="flag", default="no"),
    Input(name="load_shared", kind="flag", default="no"),
    Input(name="load_type", kind="permanent|floor|snow|roof|wind|impact", default="floor"),
)
VALUES = {
    "bending": "fb", "tension": "ft", "shear": "fv", "bearing": "fc_perp", "compression": "fc", "stiffness": "e",
    "stiffness_min": "e_min",
}  # fmt: skip


def only_us(given: Given) -> None:
    """Refuses a school without a book here."""
    school = given.text("school")
    if school != "us":
        raise OutsideScope(f"the school {school[:20]} has no book here yet", "use us")
    if given.text("grade", "No.2") != "No.2":
        raise OutsideScope("only No.2 is entered", "use No.2")


def dressed(size: str) -> tuple[float, float]:
    """Real thickness and width in inches of a nominal size. Source: NDS Supplement tables 1A, 1B (from memory, high)."""
    thin, wide = timber.nominal(size)
    if thin >= 5:
        return thin - 0.5, wide - 0.5
    known = {2: 1.5, 3: 2.5, 4: 3.5, 5: 4.5, 6: 5.5, 8: 7.25, 10: 9.25, 12: 11.25, 14: 13.25}
    if thin not in known or wide not in known:
        raise OutsideScope(f"no dressed size for {size}", "type a size of the tables")
    return known[int(thin)], known[int(wide)]


def wood_of(given: Given) -> Wood:
    """The wood that the inputs describe."""
    only_us(given)
    size = given.text("size")
    thin_in, wide_in = dressed(size)
    return Wood(
        species=given.text("species"),
        size=size,
        width_m=thin_in * IN,
        depth_m=wide_in * IN,
        wet=given.flag("wet", True),
        incised=given.flag("incised"),
        flat=given.flag("flat"),
        shared=given.flag("load_shared"),
    )


def load_type(given: Given) -> LoadType:
    """How long the load lasts."""
    options: tuple[LoadType, ...] = ("permanent", "floor", "snow", "roof", "wind", "impact")
    found = given.choice("load_type", options, "floor")
    return next(option for option in options if option == found)


def _table(kind: str) -> Output:
    def reckon(given: Given) -> float:
        only_us(given)
        return timber.reference(given.text("species"), given.text("size")).number(f"{VALUES[kind]}_pa")

    return Output(name=kind, unit="psi", reckon=reckon)


def _strength(kind: str) -> Output:
    def reckon(given: Given) -> float:
        return timber.adjusted(VALUES[kind], wood_of(given), load_type(given)).value * PSI

    return Output(name=kind, unit="psi", reckon=reckon)


def _section(given: Given) -> tuple[float, float, int]:
    thin_in, wide_in = dressed(given.text("size"))
    b_in, d_in = (wide_in, thin_in) if given.flag("flat") else (thin_in, wide_in)
    plies = given.count("plies", 1)
    if plies < 1:
        raise InputError("plies", "must be at least 1")
    return b_in * IN, d_in * IN, plies


def _modulus(given: Given) -> float:
    b, d, plies = _section(given)
    return plies * b * d**2 / 6


def _capacity(given: Given) -> float:
    return timber.adjusted("fb", wood_of(given), load_type(given)).value * PSI * _modulus(given)


def _shear(given: Given) -> float:
    b, d, plies = _section(given)
    return timber.adjusted("fv", wood_of(given), load_type(given)).value * PSI * plies * b * d / 1.5


def _q(given: Given, height_name: str) -> tuple[float, float]:
    only_us(given)
    kz, q = wind.velocity_pressure(
        given.length(height_name),
        given.quantity("wind_speed", "speed"),
        given.choice("exposure", ("B", "C", "D")),
        given.choice("edition", ("ASCE 7-16", "ASCE 7-22"), "ASCE 7-16"),
    )
    return kz.value, q.value


def _shape(given: Given) -> tuple[float, float]:
    only_us(given)
    solid_m, top_m = given.length("solid_height"), given.length("top_height")
    if not 0 < solid_m <= top_m:
        raise InputError("solid_height", "must be above 0 and not above the top")
    return given.length("length") / solid_m, solid_m / top_m


def _coefficient(given: Given) -> float:
    slender, ratio = _shape(given)
    zone = given.text("zone", "run")
    if zone == "run":
        return wind.run_coefficient(slender, ratio)
    try:
        at = (float(zone.split("-")[0]) + float(zone.split("-")[1])) / 2
    except (ValueError, IndexError):
        raise InputError("zone", "must be run, or heights from the free end as 0-1") from None
    for to_heights, coefficient in wind.end_coefficients(slender, ratio):
        if at <= to_heights:
            return coefficient
    raise OutsideScope("the figure has no such zone on this fence", "a longer fence, or the whole run")


def _pressure(given: Given) -> float:
    solidity = given.number("solidity", 1.0)
    if not 0 < solidity <= 1:
        raise InputError("solidity", "must be above 0 and at most 1")
    slender, ratio = _shape(given)
    _, q_psf = _q(given, "top_height")
    return wind.gross_pressure_psf(q_psf, wind.run_coefficient(slender, ratio), solidity) * PSF


def _force(given: Given) -> float:
    return _pressure(given) * given.length("solid_height") * given.length("post_spacing")


def _moment(given: Given) -> float:
    solid_m, top_m = given.length("solid_height"), given.length("top_height")
    solid = given.number("solidity", 1.0) >= 0.7
    arm_m = wind.resultant_arm_m(solid_m, top_m) if solid else top_m - solid_m / 2
    return _force(given) * arm_m


def _depth(given: Given) -> float:
    given.choice("method", ("pole",))
    width_ft = given.length("width") / FT
    factor = given.number("soil_factor", 1.0)
    if factor not in (1.0, 2.0):
        raise InputError("soil_factor", "is 1, or 2 for isolated poles")
    lateral = given.quantity("soil_lateral", "pressure per depth")
    k = lateral / (PSF / FT) * factor
    if given.has("moment"):
        d_ft = ground.embedment_for_moment_ft(given.quantity("moment", "moment") / LB_FT, width_ft, k)
    elif given.flag("restrained_at_grade"):
        load_lb, height_ft = given.quantity("load", "force") / LB, given.length("load_height") / FT
        d_ft = ground.constrained_embedment_ft(load_lb, height_ft, width_ft, k)
    else:
        step, _ = ground.embedment(
            load_n=given.quantity("load", "force"),
            height_m=given.length("load_height"),
            width_m=given.length("width"),
            lateral_pa_per_m=lateral,
            soil_factor=factor,
        )
        d_ft = step.value
    if not d_ft <= ground.DEEPEST_FT:
        raise OutsideScope("deeper than the formula's 12 ft", "a wider hole or better ground")
    return d_ft * FT


FENCE = (
    SCHOOL,
    Input(name="length", kind="length", says="of the whole fence"),
    Input(name="solid_height", kind="length"),
    Input(name="top_height", kind="length"),
    Input(name="solidity", kind="ratio", default="1"),
)
WIND = (
    Input(name="wind_speed", kind="speed"),
    Input(name="exposure", kind="B|C|D"),
    Input(name="edition", kind="ASCE 7-16|ASCE 7-22", default="ASCE 7-16"),
)

SUMS = (
    Sum(
        name="timber.section",
        asks="Real size of a stick, and how stiff and strong its shape is?",
        inputs=(Input(name="size", kind="text"), Input(name="plies", kind="count", default="1")),
        outputs=(
            Output(name="area", unit="in2", reckon=lambda g: math.prod(_section(g))),
            Output(name="section_modulus", unit="in3", reckon=_modulus),
            Output(name="second_moment", unit="in4", reckon=lambda g: _modulus(g) * _section(g)[1] / 2),
            Output(name="width", unit="in", reckon=lambda g: _section(g)[0] * _section(g)[2]),
            Output(name="depth", unit="in", reckon=lambda g: _section(g)[1]),
        ),
        source="us-sizes: tables 1A, 1B; high",
    ),
    Sum(
        name="timber.table_value",
        asks="What does the book give for this wood before any factor?",
        inputs=WOOD,
        outputs=tuple(_table(kind) for kind in VALUES),
        source="us-4a, us-4b, us-4d",
    ),
    Sum(
        name="timber.design_strength",
        asks="What may I count on: wet, incised, short load, shared?",
        inputs=(*WOOD, *SERVICE),
        outputs=tuple(_strength(kind) for kind in VALUES),
        source="nds: Table 4.3.1; high",
    ),
    Sum(
        name="timber.capacity",
        asks="Most moment and shear one stick takes; how hard does a given moment use it?",
        inputs=(*WOOD, *SERVICE, Input(name="plies", kind="count", default="1"), Input(name="moment", kind="moment")),
        outputs=(
            Output(name="moment_capacity", unit="lb-ft", reckon=_capacity),
            Output(name="shear_capacity", unit="lb", reckon=_shear),
            Output(name="use", unit="-", reckon=lambda g: g.quantity("moment", "moment") / _capacity(g)),
        ),
        source="nds: 3.3, 3.4; high",
    ),
    Sum(
        name="wind.pressure",
        asks="Velocity pressure at a height?",
        inputs=(SCHOOL, *WIND, Input(name="height", kind="length")),
        outputs=(
            Output(name="pressure", unit="psf", reckon=lambda g: _q(g, "height")[1] * PSF),
            Output(name="height_factor", unit="-", reckon=lambda g: _q(g, "height")[0]),
        ),
        source="asce-7-16: 26.10; high",
    ),
    Sum(
        name="wind.fence_coefficient",
        asks="Force coefficient for a free-standing fence, by distance from its end?",
        inputs=(*FENCE, Input(name="zone", kind="run|0-1|1-2|…", default="run")),
        outputs=(
            Output(name="coefficient", unit="-", reckon=_coefficient),
            Output(name="porosity_factor", unit="-", reckon=lambda g: wind.porosity_factor(g.number("solidity", 1.0))),
        ),
        source="asce-7-16: Fig. 29.3-1; high",
    ),
    Sum(
        name="fence.wind_load",
        asks="Wind on the fence face, and the moment each post brings to the ground?",
        inputs=(*FENCE, *WIND, Input(name="post_spacing", kind="length")),
        outputs=(
            Output(name="pressure", unit="psf", reckon=_pressure),
            Output(name="force_per_post", unit="lb", reckon=_force),
            Output(name="moment_at_ground", unit="lb-ft", reckon=_moment),
        ),
        source="asce-7-16: 29.3, 29.4, 29.7, 2.4.1; high",
    ),
    Sum(
        name="footing.embedment",
        asks="How deep must the post go?",
        inputs=(
            Input(name="method", kind="pole"),
            Input(name="load", kind="force"),
            Input(name="load_height", kind="length"),
            Input(name="moment", kind="moment", says="in place of load and height"),
            Input(name="width", kind="length", says="of the hole, or a square post's diagonal"),
            Input(name="soil_lateral", kind="pressure per depth"),
            Input(name="soil_factor", kind="1|2", default="1"),
            Input(name="restrained_at_grade", kind="flag", default="no"),
        ),
        outputs=(Output(name="depth", unit="ft", reckon=_depth),),
        source="ibc: 1807.3.2; high",
    ),
    Sum(
        name="footing.soil",
        asks="What does the ground bear when nobody tested it?",
        inputs=(SCHOOL, Input(name="soil", kind="text", says="rock, soft rock, gravel, sand or clay")),
        outputs=(
            Output(name="bearing", unit="psf", reckon=lambda g: ground.soil(g.text("soil")).bearing_pa),
            Output(name="lateral", unit="psf/ft", reckon=lambda g: ground.soil(g.text("soil")).lateral_pa_per_m),
        ),
        source="ibc: Table 1806.2; high",
    ),
)
