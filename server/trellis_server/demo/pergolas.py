"""Pergolas of the demo: over the path at Larkspur Rise, and over the terrace at Tui Terrace."""

from dataclasses import replace

from steady.measure.units import FT, LB
from steady.structures.pergola.entry import read_pergola
from steady.structures.pergola.kind import home
from steady.structures.pergola.spec import PergolaSpec, SunAsked
from steady.structures.rated import Rated


def path_pergola() -> PergolaSpec:
    """Slats over the path behind the herb beds, on braced posts of its own. Ratings are made up for the demo."""
    spec = read_pergola("18x11 high8 over1 rafters24in slats5in brace2", "path-pergola")
    ratings = (
        Rated(what="Rafter's tie holds", holds_n=350 * LB),
        Rated(what="Beam's tie to its post holds", holds_n=900 * LB),
        Rated(what="Knee brace's joints hold", holds_n=1900 * LB),
        Rated(what="Post's base holds against lift", holds_n=1200 * LB),
    )
    return replace(spec, sun=SunAsked(on="2026-07-15", hour=16.0, utc_h=-4.0), ratings=ratings, brace_m=2 * FT)


def terrace_pergola() -> PergolaSpec:
    """Graded slats over the terrace, its coefficient typed by the crew."""
    spec = home(read_pergola("4.2x3 high2.4 over0.3 slats250mm brace0.6", "terrace-pergola", "m"), "nz")
    return replace(
        spec, slat="rail 45x70 SG8", net_coefficient=0.9, sun=SunAsked(on="2026-01-15", hour=16.0, utc_h=13.0)
    )
