"""What schools of rules answer with: strengths, checks of members, spans, seats, pads, guards, stairs, wind, ground."""

from typing import Literal

from steady.design_codes.requests import LoadType
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep, Check, CheckOrigin
from steady.units.quantities import UNITS
from steady.value_objects import positional_value_object, value_object


@value_object
class Strength:
    """A strength with what it is made of: book value × factors × limit (φ or 1/γ; 1 in allowable stress)."""

    step: CalculationStep
    book_pa: float
    factors: float
    limit: float = 1.0
    working: tuple[CalculationStep, ...] = ()

    @property
    def allowed_pa(self) -> float:
        """The stress that a design stress is held against."""
        return self.book_pa * self.factors * self.limit


@value_object
class Combination:
    """Loads taken together: what each is multiplied by, and the load that sets the duration."""

    name: str
    dead: float
    live: float = 0.0
    snow: float = 0.0
    wind: float = 0.0
    load: LoadType = "floor"
    source: str = ""

    def total(self, dead: float, live: float, snow: float = 0.0, *, wind: float = 0.0) -> float:
        """The combination of four loads."""
        return self.dead * dead + self.live * live + self.snow * snow + self.wind * wind


@value_object
class Action:
    """What one load, unfactored, does to a member: moment (N m), shear (N), sag times stiffness (N m³)."""

    moment_n_m: float
    shear_n: float
    sag_n_m3: float


@value_object
class Split:
    """Why a check comes out as it does: use = load / (strength × factors × limit), SI."""

    load: float
    strength: float
    factors: float
    limit: float

    @property
    def use(self) -> float:
        """Share of the limit that is used."""
        return self.load / (self.strength * self.factors * self.limit)


@value_object
class MemberCheck:
    """One check of a member with its split. `kind` is the same word in every school, so that two can be compared."""

    kind: Literal["bending", "shear", "deflection", "long-term deflection"]
    check: Check
    split: Split


@value_object
class DeflectionLimit:
    """A deflection that a school limits: factors on dead and live load, and span over this number as the limit."""

    kind: Literal["deflection", "long-term deflection"]
    dead: float
    live: float
    limit_ratio: float
    source: str
    says: str = ""
    asks: CheckOrigin = CheckOrigin.CODE
    """Who asks: a clause, or advice where a school keeps to less than is usual."""


@value_object
class SpanResult:
    """A greatest span with what sets it and, in table lookups, the printed cell."""

    span_m: float
    governs: str
    step: CalculationStep
    limits: tuple[tuple[str, float], ...] = ()


@value_object
class Column:
    """A post standing up: what is left after buckling, and what it carries (N)."""

    buckling: CalculationStep
    capacity: CalculationStep


@value_object
class BearingArea:
    """A bearing: the factor on the strength, the length that counts and what it carries."""

    factor: float
    effective_length_m: float
    capacity: CalculationStep


@value_object
class Notched:
    """A notched end: the factor on the shear strength and the shear it still carries."""

    factor: float
    capacity: CalculationStep


@value_object
class Pad:
    """A footing pad: side or diameter, area and thickness (m)."""

    width_m: float
    area_m2: float
    thickness_m: float | None
    working: tuple[CalculationStep, ...] = ()


@value_object
class GuardNeeded:
    """A guard's least height (0: none asked for) and the ball that must not pass its openings (m)."""

    height_m: float
    sphere_m: float
    source: str


@value_object
class PeopleLoad:
    """People against a guard: line (N/m) and point (N) loads at the top, and the factor for design.

    `infill_n`: a push on the infill, over `infill_spread_m` of its width (0: on one piece) or on `infill_pieces` side by side.
    `down_n_per_m`: along the top, downward; 0 where the school names none.
    """

    line_n_per_m: float
    point_n: float
    factor: float
    load: LoadType
    source: str
    infill_n: float = 500.0
    infill_spread_m: float = 0.0
    infill_pieces: int = 1
    down_n_per_m: float = 0.0


@value_object
class StairLimits:
    """What a school asks of a straight stair (m); None where it names no limit.

    `handrails_from_m`: from this width on a handrail belongs on both sides. `ball_m`: what must not pass an open riser whose
    top lies higher than `ball_over_m` above the ground. `handrail_risers`, `handrail_over_m`: from so many risers, and over this
    rise, a handrail is needed. `step_least_m`, `step_most_m`: two rises and a run; `pitch_most_rad`: the stair's slope;
    `flight_most_m`: rise between two landings; `landing_least_m`: the least length of one, besides the stair's width.
    """

    riser_most_m: float
    tread_least_m: float
    width_least_m: float | None
    rail_low_m: float
    rail_high_m: float
    source: str
    stringer_span_m: float | None = None
    riser_least_m: float | None = None
    tread_most_m: float | None = None
    handrails_from_m: float | None = None
    ball_m: float | None = None
    ball_over_m: float = 0.0
    handrail_risers: int | None = 4
    handrail_over_m: float | None = None
    step_least_m: float | None = None
    step_most_m: float | None = None
    pitch_most_rad: float | None = None
    flight_most_m: float | None = None
    landing_least_m: float | None = None


@value_object
class NamedZone:
    """A wind zone by its name: its speed (m/s) and where that stands."""

    name: str
    says: str
    speed_m_per_s: float
    source: str


@positional_value_object
class WindZone:
    """Wind on the gross face between two distances from the start of the line (design level, Pa)."""

    from_m: float
    to_m: float
    pressure_pa: float
    step: CalculationStep
    more: tuple[CalculationStep, ...] = ()
    """How the coefficient in `step` came about."""


@positional_value_object
class WindOnFence:
    """Wind along a fence for the worst of its cases at each place, and the height its resultant acts at.

    `run_pa`: the pressure of the code's coefficient away from all ends and corners (design level), whether or not this
    fence is long enough to have such a stretch.
    """

    zones: tuple[WindZone, ...]
    arm_m: float
    arm_step: CalculationStep
    working: tuple[CalculationStep, ...]
    run_pa: float


@value_object
class ClimatePlace:
    """A place of a school's own table of climate: loads (Pa) and where it lies (rad).

    `usual_frost_m`: how deep frost usually goes there, the deeper where it is told from to; None: not told. To be confirmed.
    """

    name: str
    ground_snow_pa: float
    rain_snow_pa: float
    wind_pressure_pa: float
    wind_1_in_10_pa: float
    latitude_rad: float
    longitude_rad: float
    source: str
    usual_frost_m: float | None = None


@positional_value_object
class Soil:
    """What the school lets untested ground carry. Lateral and friction 0: the school gives none."""

    name: str
    says: str
    bearing_pa: float
    lateral_pa_per_m: float
    source: str
    friction: float = 0.0
    cohesion_pa: float = 0.0
    friction_rad: float = 0.0
    unit_weight_n_per_m3: float = 0.0
    dead_top_m: float = 0.0
    """Strengths for formulas of soil mechanics (undrained shear strength, angle of friction; 0: none), and how much of the top
    does not count for them."""


def si(step: CalculationStep) -> float:
    """A step's value in SI.

    Raises:
        OutOfScopeError: Its unit is not one we know.
    """
    if not step.unit:
        return step.value
    if step.unit not in UNITS:
        raise OutOfScopeError(f"a value in {step.unit}", "a unit we know")
    return step.value * UNITS[step.unit][1]


def given_step(symbol: str, value: float, unit: str, *, source: str, says: str = "") -> CalculationStep:
    """A table value or something typed in."""
    return CalculationStep(symbol=symbol, value=value, unit=unit, formula="", inputs=(), source=source, says=says)


def product_step(
    symbol: str, parts: list[tuple[str, float, str]], unit: str, *, source: str, says: str = ""
) -> CalculationStep:
    """A value made by multiplying."""
    value = 1.0
    for _, factor, _ in parts:
        value *= factor
    formula = " * ".join(name for name, _, _ in parts)
    return CalculationStep(
        symbol=symbol, value=value, unit=unit, formula=formula, inputs=tuple(parts), source=source, says=says
    )


def pad_width_m(area_m2: float, round_pad: bool) -> float:
    """Side of a square, or diameter of a round, of an area."""
    return float((area_m2 * 4 / 3.141592653589793) ** 0.5) if round_pad else float(area_m2**0.5)


def pad_thickness_default(width_m: float, post_m: float, least_m: float) -> float:
    """A pad as thick as it reaches past the post, at least `least_m`."""
    return max(least_m, (width_m - post_m) / 2)


@value_object
class GableWind:
    """Wind across the ridge of an open gable roof (Pa, up negative): means of both slopes, the harder blown slope, the push
    sideways on each plan area, and where a code asks for it one slope loaded alone (a mean over the whole roof)."""

    up_pa: float
    down_pa: float
    half_up_pa: float
    half_down_pa: float
    sideways_pa: float | None = None
    one_slope_up_pa: float | None = None


@value_object
class AlongWind:
    """Wind along the ridge of an open roof (Pa, up negative): means over its length, and its first zone."""

    up_pa: float
    down_pa: float
    first_up_pa: float
    first_down_pa: float


def roof_sag(limit_ratio: float, source: str) -> DeflectionLimit:
    """Dead load and snow at once, as a share of the span."""
    return DeflectionLimit(
        kind="deflection", dead=1.0, live=1.0, limit_ratio=limit_ratio, source=source, says=f"L/{limit_ratio:.0f}"
    )
