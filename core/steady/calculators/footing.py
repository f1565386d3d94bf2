"""Sums of footings: depth of posts, pads, soil, uplift, frost, screw piles."""

import math
from collections.abc import Callable

from steady.calculators.inputs import Given
from steady.calculators.model import Calculator, Input, Output
from steady.calculators.wood import SCHOOL, basis_is_table, floor_of, inputs, school_of
from steady.design_codes import pole_embedment
from steady.design_codes.requests import PadInput
from steady.design_codes.results import Pad, Soil, si
from steady.design_codes.us import ground
from steady.design_codes.us.deck_provisions import pad_pressure
from steady.errors import InvalidInputError, OutOfScopeError
from steady.statics import lateral
from steady.statics.lateral import SoilProfile
from steady.units.units import FT, LB, LB_FT, PSF

METHODS = ("pole", "broms", "brinch hansen", "planted post", "moment")


def _method(given: Given) -> str:
    return given.choice("method", METHODS)


def _depth(given: Given) -> float:
    method = _method(given)
    if method in ("pole", "moment"):
        return _pole_depth(given)
    load, arm = _load(given)
    if method == "planted post":
        factor, width = given.number("load_factor", 1.25), _above(given, "width")
        kind = given.text("ground")
        return lateral.depth_for_m(
            lambda d: (
                lateral.planted_moment_n_m(depth_m=d, width_m=width, ground=kind)
                - lateral.planted_demand_n_m(load_n=load, arm_m=arm, depth_m=d, load_factor=factor)
            ),
            0.0,
            1e-3,
        )
    least = (
        1.5 * _above(given, "width") + 1e-6
        if method == "broms" and given.choice("soil", ("sand", "clay")) == "clay"
        else 1e-3
    )
    return lateral.depth_for_m(_resistance(given, arm), load * _safety(given), least)


def _pole_depth(given: Given) -> float:
    width_ft = _above(given, "width") / FT
    factor = given.number("soil_factor", 1.0)
    if factor not in (1.0, 2.0):
        raise InvalidInputError("soil_factor", "is 1, or 2 for isolated poles")
    soil = given.quantity("soil_lateral", "pressure per depth")
    if not soil > 0:
        raise InvalidInputError("soil_lateral", "must be above 0")
    k = soil / (PSF / FT) * factor
    if given.has("moment"):
        moment = given.quantity("moment", "moment")
        if not moment > 0:
            raise InvalidInputError("moment", "must be above 0")
        d_ft = ground.embedment_for_moment_ft(moment / LB_FT, width_ft, k)
    else:
        load, height = _load(given)
        if given.flag("restrained_at_grade"):
            d_ft = ground.constrained_embedment_ft(load / LB, height / FT, width_ft, k_psf_per_ft=k)
        else:
            step, _ = pole_embedment.embedment(
                load_n=load, height_m=height, width_m=width_ft * FT, lateral_pa_per_m=soil, soil_factor=factor
            )
            d_ft = step.value
    if not d_ft <= pole_embedment.DEEPEST_FT:
        raise OutOfScopeError("deeper than the formula's 12 ft", "a wider hole or better ground")
    return d_ft * FT


def _load(given: Given) -> tuple[float, float]:
    load, height = given.quantity("load", "force"), given.length("load_height")
    if not load > 0:
        raise InvalidInputError("load", "must be above 0")
    if not height >= 0:
        raise InvalidInputError("load_height", "must be 0 or more")
    return load, height


def _above(given: Given, name: str) -> float:
    found = given.length(name)
    if not found > 0:
        raise InvalidInputError(name, "must be above 0")
    return found


def _safety(given: Given) -> float:
    found = given.number("safety_factor", 1.0)
    if not found >= 1:
        raise InvalidInputError("safety_factor", "must be 1 or more")
    return found


def _resistance(given: Given, arm_m: float) -> Callable[[float], float]:
    """Ultimate side force by depth (N)."""
    method, width = _method(given), _above(given, "width")
    soil = given.choice("soil", ("sand", "clay"))
    if method == "broms" and soil == "clay":
        cohesion = given.quantity("cohesion", "pressure")
        return lambda d: lateral.broms_clay_n(depth_m=d, arm_m=arm_m, width_m=width, cohesion_pa=cohesion)
    if method == "broms":
        angle, weight = given.quantity("friction_angle", "angle"), given.quantity("unit_weight", "unit weight")
        return lambda d: lateral.broms_sand_n(
            depth_m=d, arm_m=arm_m, width_m=width, friction_rad=angle, unit_weight_n_per_m3=weight
        )
    angle = given.quantity("friction_angle", "angle", 0.0 if soil == "clay" else None)
    weight = given.quantity("unit_weight", "unit weight", 0.0 if soil == "clay" else None)
    cohesion = given.quantity("cohesion", "pressure", 0.0 if soil == "sand" else None)
    if weight < 0 or cohesion < 0 or weight + cohesion == 0:
        raise InvalidInputError("cohesion" if soil == "clay" else "unit_weight", "must be above 0")
    return lambda d: lateral.hansen_n(
        SoilProfile(friction_rad=angle, unit_weight_n_per_m3=weight, cohesion_pa=cohesion),
        depth_m=d,
        arm_m=arm_m,
        width_m=width,
    )


def _capacity(given: Given) -> float:
    """Side force (N) that the post holds at a depth, over the safety factor."""
    method, depth = _method(given), _above(given, "depth")
    arm = given.length("load_height")
    if arm < 0:
        raise InvalidInputError("load_height", "must be 0 or more")
    if method == "planted post":
        moment = lateral.planted_moment_n_m(depth_m=depth, width_m=_above(given, "width"), ground=given.text("ground"))
        return moment / lateral.planted_demand_n_m(
            load_n=1.0, arm_m=arm, depth_m=depth, load_factor=given.number("load_factor", 1.25)
        )
    if method in ("pole", "moment"):
        return _pole_capacity(given, depth, arm)
    return _resistance(given, arm)(depth) / _safety(given)


def _pole_capacity(given: Given, depth_m: float, arm_m: float) -> float:
    """The pole formula turned round: P from d, A = d² / (d + 1.09 h)."""
    factor = given.number("soil_factor", 1.0)
    if factor not in (1.0, 2.0):
        raise InvalidInputError("soil_factor", "is 1, or 2 for isolated poles")
    d, h, b = depth_m / FT, arm_m / FT, _above(given, "width") / FT
    if d > pole_embedment.DEEPEST_FT:
        raise OutOfScopeError("deeper than the formula's 12 ft", "at most 12 ft")
    k = given.quantity("soil_lateral", "pressure per depth") / (PSF / FT) * factor
    if not k > 0:
        raise InvalidInputError("soil_lateral", "must be above 0")
    if given.flag("restrained_at_grade"):
        if not h > 0:
            raise InvalidInputError("load_height", "must be above 0")
        return d**3 * k * b / (4.25 * h) * LB
    s1 = min(k * d / 3, pole_embedment.MOST_PRESSURE * k)
    return d**2 / (d + 1.09 * h) * s1 * b / 2.34 * LB


def _use(given: Given) -> float:
    depth = _above(given, "depth")
    load, arm = _load(given)
    if _method(given) == "planted post":
        factor = given.number("load_factor", 1.25)
        demand = lateral.planted_demand_n_m(load_n=load, arm_m=arm, depth_m=depth, load_factor=factor)
        return demand / lateral.planted_moment_n_m(
            depth_m=depth, width_m=_above(given, "width"), ground=given.text("ground")
        )
    return load / _capacity(given)


def _factor(given: Given) -> float:
    if _method(given) == "broms":
        return lateral.passive_factor(given.quantity("friction_angle", "angle"))
    if _method(given) != "brinch hansen":
        raise OutOfScopeError("a factor of pressure belongs to broms and brinch hansen", "one of those methods")
    soil = given.choice("soil", ("sand", "clay"))
    ratio = given.number("depth_to_width")
    if not ratio >= 0:
        raise InvalidInputError("depth_to_width", "must be 0 or more")
    angle = given.quantity("friction_angle", "angle", 0.0 if soil == "clay" else None)
    kq, kc = lateral.hansen_factors(angle)(ratio)
    return kq if soil == "sand" else kc


def _round(given: Given) -> bool:
    return given.choice("shape", ("round", "square"), "square") == "round"


def _pad(given: Given) -> Pad:
    book = school_of(given)
    if basis_is_table(given):
        floor = floor_of(given)
        return book.pad_table(
            PadInput(
                area_m2=given.maybe("supported_area", "area"),
                bearing_pa=given.maybe("soil_bearing", "pressure"),
                live_pa=floor.live_pa,
                dead_pa=floor.dead_pa,
                round_pad=_round(given),
                storeys=given.count("storeys") if given.has("storeys") else None,
                column_spacing_m=given.maybe("column_spacing", "length"),
            )
        )
    if given.has("load"):
        load = given.quantity("load", "force")
    else:
        floor = floor_of(given)
        load = (floor.live_pa + floor.dead_pa) * given.quantity("supported_area", "area")
    bearing = given.quantity("soil_bearing", "pressure")
    if given.flag("net_of_soil"):
        bearing = si(pad_pressure(bearing, given.length("thickness")))
        if not bearing > 0:
            raise OutOfScopeError("the pad alone uses up the ground", "a thinner pad or better ground")
    return book.pad(load_n=load, bearing_pa=bearing, round_pad=_round(given))


def _thickness(given: Given) -> float:
    book = school_of(given)
    if basis_is_table(given):
        found = _pad(given).thickness_m
        if found is None:
            raise OutOfScopeError("the table gives no thickness", "calculate it from the width and the post")
        return found
    width = given.length("width") if given.has("width") else _pad(given).width_m
    post = given.text("post", "6x6" if not book.metric else book.default_post)
    return si(book.pad_thickness(width_m=width, post_m=max(book.section_m(post))))


def _soil(given: Given) -> Soil:
    return school_of(given).soil(given.text("soil"))


def _lateral(given: Given) -> float:
    found = _soil(given)
    if not found.lateral_pa_per_m > 0:
        raise OutOfScopeError(f"the code gives no side pressure for {found.says}", "the us code, or soil mechanics")
    return found.lateral_pa_per_m


def _friction(given: Given) -> float:
    found = _soil(given)
    if not found.friction > 0:
        raise OutOfScopeError(f"the code gives no friction for {found.says}", "sand or gravel of the us code")
    return found.friction


def _plan_area(given: Given) -> float:
    width = _above(given, "width")
    return width**2 * (math.pi / 4 if given.choice("shape", ("round", "square"), "round") == "round" else 1.0)


def _forces(given: Given) -> tuple[float, float]:
    dead, up = given.quantity("dead_load", "force"), given.quantity("uplift", "force")
    if dead < 0 or up < 0:
        raise InvalidInputError("dead_load" if dead < 0 else "uplift", "must be 0 or more")
    return dead, up


def _reserve(given: Given) -> float:
    on_dead, on_wind, weight, _ = school_of(given).uplift()
    dead, up = _forces(given)
    return on_dead * (dead + weight * _plan_area(given) * _above(given, "depth")) - on_wind * up


def _concrete(given: Given) -> float:
    """Volume of concrete (m³) that just holds."""
    on_dead, on_wind, weight, _ = school_of(given).uplift()
    dead, up = _forces(given)
    return max(0.0, on_wind * up - on_dead * dead) / (on_dead * weight)


def _held(given: Given) -> str:
    return "the concrete does not hold the uplift" if _reserve(given) < 0 else ""


def _waived(given: Given) -> str:
    height, area = given.length("deck_height"), given.quantity("deck_area", "area")
    if height < 0 or area < 0:
        raise InvalidInputError("deck_height" if height < 0 else "deck_area", "must be 0 or more")
    waived, _ = school_of(given).frost_waived(
        deck_height_m=height,
        deck_area_m2=area,
        roofed=given.flag("roofed"),
        attached=given.flag("attached"),
        masonry=given.flag("masonry"),
    )
    return "yes" if waived else "no"


def _frost(given: Given) -> float:
    index = given.number("freezing_index") if given.has("freezing_index") else None
    return si(school_of(given).frost_depth(index))


def _helical(given: Given) -> float:
    torque, factor = given.quantity("torque", "moment"), given.quantity("torque_factor", "per length", 33.0)
    safety = given.number("safety_factor", 2.0)
    for name, value in (("torque", torque), ("torque_factor", factor), ("safety_factor", safety)):
        if not value > 0:
            raise InvalidInputError(name, "must be above 0")
    return torque * factor / safety


SUMS = (
    Calculator(
        name="footing.embedment",
        asks="How deep must the post go; what does it hold at a depth?",
        inputs=(
            Input(name="method", kind="pole|broms|brinch hansen|planted post"),
            Input(name="load", kind="force", default="or a moment"),
            Input(name="load_height", kind="length"),
            Input(name="moment", kind="moment", default="none", says="pole: in place of load and height"),
            Input(name="width", kind="length", says="of the hole, or a square post's diagonal"),
            Input(name="depth", kind="length", default="for the capacity and use"),
            Input(name="soil_lateral", kind="pressure per depth", default="for pole"),
            Input(name="soil_factor", kind="1|2", default="1", says="pole"),
            Input(name="restrained_at_grade", kind="flag", default="no", says="pole"),
            Input(name="soil", kind="sand|clay", default="for broms, brinch hansen"),
            Input(name="friction_angle", kind="angle", default="for sand"),
            Input(name="unit_weight", kind="unit weight", default="for sand", says="17 kN/m3"),
            Input(name="cohesion", kind="pressure", default="for clay"),
            Input(name="safety_factor", kind="number", default="1"),
            Input(name="depth_to_width", kind="number", default="for the pressure factor"),
            Input(name="ground", kind="good|average|poor", default="for planted post"),
            Input(name="load_factor", kind="number", default="1.25", says="planted post"),
        ),
        outputs=(
            Output(name="depth", unit="ft|m", calculate=_depth),
            Output(name="capacity", unit="lb|kN", calculate=_capacity),
            Output(name="use", unit="-", calculate=_use),
            Output(name="pressure_factor", unit="-", calculate=_factor),
        ),
        source="ibc: 1807.3.2; broms; brinch-hansen; pd-6547",
        picture="embedment",
    ),
    Calculator(
        name="footing.size",
        asks="How big and how thick must a pad be?",
        inputs=(
            SCHOOL,
            Input(name="basis", kind="reckoned|table", default="reckoned"),
            Input(name="supported_area", kind="area", default="or a load"),
            Input(name="load", kind="force", default="area times loads"),
            Input(name="live", kind="pressure", default="a deck's"),
            Input(name="dead", kind="pressure", default="a deck's"),
            Input(name="soil_bearing", kind="pressure"),
            Input(name="shape", kind="square|round", default="square"),
            Input(name="thickness", kind="length", default="for the net pressure"),
            Input(name="net_of_soil", kind="flag", default="no"),
            Input(name="post", kind="text", default="us 6x6, others 89x89 mm"),
            Input(name="width", kind="length", default="as calculated", says="for the thickness"),
            Input(name="storeys", kind="count", default="for ca's table"),
            Input(name="column_spacing", kind="length", default="for ca's table"),
        ),
        outputs=(
            Output(name="width", unit="in|m", calculate=lambda g: _pad(g).width_m),
            Output(name="area", unit="ft2|m2", calculate=lambda g: _pad(g).area_m2),
            Output(name="thickness", unit="in|mm", calculate=_thickness),
        ),
        source="statics; irc: R507.3.1; nbc: 9.15.3",
        picture="pad",
    ),
    Calculator(
        name="footing.soil",
        asks="What does the ground bear when nobody tested it?",
        inputs=(SCHOOL, Input(name="soil", kind="text", says="clay, sand, gravel, …, in the code's words")),
        outputs=(
            Output(name="bearing", unit="psf|kPa", calculate=lambda g: _soil(g).bearing_pa),
            Output(name="lateral", unit="psf/ft|kPa/m", calculate=_lateral),
            Output(name="friction", unit="-", calculate=_friction),
        ),
        source="ibc: Table 1806.2; nbc: Table 9.4.4.1; nzs-3604: 3.3",
    ),
    Calculator(
        name="footing.uplift",
        asks="Does the concrete hold a roof down, or how deep must it be?",
        inputs=(
            SCHOOL,
            Input(name="width", kind="length"),
            Input(name="shape", kind="round|square", default="round"),
            Input(name="depth", kind="length", default="for the reserve only"),
            *inputs(("dead_load", "force"), ("uplift", "force")),
        ),
        outputs=(
            Output(name="reserve", unit="lb|kN", calculate=_reserve),
            Output(name="depth_needed", unit="ft|m", calculate=lambda g: _concrete(g) / _plan_area(g)),
            Output(name="volume", unit="ft3|m3", calculate=_concrete),
        ),
        source="asce-7-16: 2.4.1; nbc; ec0; as-nzs-1170: 4.2",
        picture="embedment",
        verdict=_held,
    ),
    Calculator(
        name="footing.frost_depth",
        asks="How deep does frost go, and may this low deck stay above it?",
        inputs=(
            SCHOOL,
            Input(name="deck_height", kind="length", default="for the waiver", says="ground to underside of joists"),
            Input(name="deck_area", kind="area", default="for the waiver"),
            Input(name="roofed", kind="flag", default="no"),
            Input(name="attached", kind="flag", default="no"),
            Input(name="masonry", kind="flag", default="no"),
            Input(name="freezing_index", kind="number", default="none", says="ca: degree days C"),
        ),
        outputs=(
            Output(name="waived", unit="text", calculate=_waived),
            Output(name="depth", unit="ft|m", calculate=_frost),
        ),
        source="nbc: 9.12.2.2; irc: R403.1.4.1",
    ),
    Calculator(
        name="footing.helical",
        asks="What load does a screw pile take from its torque?",
        inputs=(
            Input(name="torque", kind="moment"),
            Input(name="torque_factor", kind="per length", default="33 /m"),
            Input(name="safety_factor", kind="number", default="2"),
        ),
        outputs=(Output(name="capacity", unit="lb|kN", calculate=_helical),),
        source="practice: torque correlation; a product's own evaluation and the installer's log decide",
    ),
)
