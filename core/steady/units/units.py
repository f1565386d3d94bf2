"""Conversion factors between coherent SI and the units that the trade and its books print."""

import math

IN = 0.0254
FT = 12 * IN
YD = 3 * FT
MM = 0.001
CM = 0.01
LB = 4.4482216152605  # pound-force in newtons
LB_MASS = 0.45359237  # pound in kilograms
PSI = LB / IN**2
PSF = LB / FT**2
PCF = LB_MASS / FT**3  # density, kg/m3
PLF = LB / FT
LB_FT = LB * FT
MPH = 0.44704
FT3 = FT**3
GRAVITY = 9.80665

FACTORS: dict[str, tuple[str, float]] = {
    "in": ("m", IN),
    "ft": ("m", FT),
    "mm": ("m", MM),
    "m": ("m", 1.0),
    "m2": ("m2", 1.0),
    "in2": ("m2", IN**2),
    "in3": ("m3", IN**3),
    "in4": ("m4", IN**4),
    "ft3": ("m3", FT3),
    "L": ("m3", 0.001),
    "lb": ("n", LB),
    "lb_in_per_rad": ("n_m_per_rad", LB * IN),
    "lb_mass": ("kg", LB_MASS),
    "psi": ("pa", PSI),
    "ksi": ("pa", 1000 * PSI),
    "mpsi": ("pa", 1e6 * PSI),
    "mpa": ("pa", 1e6),
    "kpa": ("pa", 1e3),
    "psf": ("pa", PSF),
    "psf_per_ft": ("pa_per_m", PSF / FT),
    "pcf": ("kg_per_m3", PCF),
    "mph": ("m_per_s", MPH),
    "kn": ("n", 1e3),
    "ft2": ("m2", FT**2),
    "h": ("h", 1.0),
    "min": ("min", 1.0),
    "deg": ("rad", math.pi / 180),
    "m_per_s": ("m_per_s", 1.0),
    "kg_per_m3": ("kg_per_m3", 1.0),
    "kn_per_m": ("n_per_m", 1e3),
    "kn_per_m3": ("n_per_m3", 1e3),
}
"""Unit as printed in a data table's column name: (SI unit as it stands in our names, factor)."""
