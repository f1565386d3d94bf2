"""The units a school's working is written in: pounds and feet, or kilonewtons and metres, each set fitting together."""

from steady.units.units import FT, IN, LB, LB_FT, MM, PLF, PSF, PSI
from steady.value_objects import value_object


@value_object
class Units:
    """Names of units as printed, and each one's size in SI.

    `per_span`: small lengths in a span. `bend`: what makes moment / modulus a stress. `line_to_size`: what a line load is
    divided by to fit small lengths.
    """

    force: str
    force_n: float
    span: str
    span_m: float
    size: str
    size_m: float
    moment: str
    moment_n_m: float
    stress: str
    stress_pa: float
    line: str
    line_n_per_m: float
    pressure: str
    pressure_pa: float
    modulus: str
    inertia: str
    per_span: int
    bend: int
    line_to_size: int


IMPERIAL = Units(
    force="lb",
    force_n=LB,
    span="ft",
    span_m=FT,
    size="in",
    size_m=IN,
    moment="lb-ft",
    moment_n_m=LB_FT,
    stress="psi",
    stress_pa=PSI,
    line="lb/ft",
    line_n_per_m=PLF,
    pressure="psf",
    pressure_pa=PSF,
    modulus="in³",
    inertia="in⁴",
    per_span=12,
    bend=12,
    line_to_size=12,
)
METRIC = Units(
    force="kN",
    force_n=1e3,
    span="m",
    span_m=1.0,
    size="mm",
    size_m=MM,
    moment="kN.m",
    moment_n_m=1e3,
    stress="MPa",
    stress_pa=1e6,
    line="kN/m",
    line_n_per_m=1e3,
    pressure="kPa",
    pressure_pa=1e3,
    modulus="mm³",
    inertia="mm⁴",
    per_span=1000,
    bend=1_000_000,
    line_to_size=1,
)
