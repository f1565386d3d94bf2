"""Roofs of the demo: pergolas at Larkspur Rise and Tui Terrace, lean-tos at Kestrel Ridge and Quillet Plots, a pavilion there."""

from dataclasses import replace

from steady.structures.canopy.spec import RoofAbove
from steady.structures.coating import Finish
from steady.structures.lean_to.kind import localize as lean_to_home
from steady.structures.lean_to.line_parser import read_lean_to
from steady.structures.lean_to.spec import LeanToSpec, RoofFinish
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.pavilion.kind import localize as pavilion_home
from steady.structures.pavilion.line_parser import read_pavilion
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.pergola.kind import localize
from steady.structures.pergola.line_parser import read_pergola
from steady.structures.pergola.spec import PergolaSpec, SunInput
from steady.units.units import FT, LB


def path_pergola() -> PergolaSpec:
    """Slats over the path behind the herb beds, on braced posts of its own. Ratings are made up for the demo."""
    spec = read_pergola("18x11 high8 over1 rafters24in slats5in brace2", "path-pergola")
    ratings = (
        ManufacturerRating(what="rafter_tie.uplift_capacity", holds_n=350 * LB),
        ManufacturerRating(what="beam_to_post_tie.uplift_capacity", holds_n=900 * LB),
        ManufacturerRating(what="knee_brace.connection_capacity", holds_n=1900 * LB),
        ManufacturerRating(what="post_base.uplift_capacity", holds_n=1200 * LB),
    )
    return replace(spec, sun=SunInput(on="2026-07-15", hour=16.0), ratings=ratings, brace_m=2 * FT)


def table_pergola() -> PergolaSpec:
    """Slats over the table on the kitchen deck, its posts on the deck's own frame. Ratings are made up for the demo."""
    spec = read_pergola("9x8 high7'6 over9in rafters24in slats6in brace2 on=kitchen-deck@6+1'6", "table-pergola")
    ratings = (
        ManufacturerRating(what="rafter_tie.uplift_capacity", holds_n=350 * LB),
        ManufacturerRating(what="beam_to_post_tie.uplift_capacity", holds_n=900 * LB),
        ManufacturerRating(what="knee_brace.connection_capacity", holds_n=1900 * LB),
        ManufacturerRating(what="post_base.uplift_capacity", holds_n=450 * LB),
    )
    return replace(spec, sun=SunInput(on="2026-07-15", hour=18.0), ratings=ratings)


def terrace_pergola() -> PergolaSpec:
    """Graded slats over the terrace, its coefficient typed."""
    spec = localize(read_pergola("4.2x3 high2.4 over0.3 slats250mm brace1", "terrace-pergola", "m"), "nz")
    return replace(spec, slat="rail 45x70 SG8", net_coefficient=0.9, sun=SunInput(on="2026-01-15", hour=16.0))


def cabin_lean_to() -> LeanToSpec:
    """Cover for the wood beside the cabin, under the snow that drifts off its roof. Ratings are made up for the demo."""
    spec = lean_to_home(
        read_lean_to("4.8x2.6 fall5 beam2.4 over0.2 rafters0.4 sheets762mm brace0.6", "cabin-lean-to", "m"), "ca"
    )
    ratings = (
        ManufacturerRating(what="ledger_fastener.capacity", holds_n=2600.0),
        ManufacturerRating(what="rafter_tie.uplift_capacity", holds_n=1500.0),
        ManufacturerRating(what="knee_brace.connection_capacity", holds_n=8000.0),
    )
    return replace(
        spec,
        coating=Finish(kind="oil", coats=2),
        rafter="joist 38x235 SPF",
        ledger="joist 38x235 SPF",
        beam="joist 38x286 SPF",
        plies=3,
        posts=3,
        finish=RoofFinish(fascia="joist 38x286 SPF"),
        above=RoofAbove(eave_m=3.0, length_m=10.0, run_m=5.0),
        ratings=ratings,
    )


def shed_lean_to() -> LeanToSpec:
    """A dry place for barrows along the tool shed."""
    spec = lean_to_home(
        read_lean_to("3.8x2.4 fall3 beam2.35 over0.1 rafters0.6 sheets1000mm", "shed-lean-to", "m"), "uk"
    )
    return replace(spec, coating=Finish(kind="oil", coats=2), rafter="joist 47x147 C16", posts=3, upright="fixed posts")


def plot_pavilion() -> PavilionSpec:
    """A small square roof between the plots, for rain and a table."""
    line = "3.2x3.2 over0.25 pitch25 ring0.6 rafters0.6 sheets1000mmx3"
    return pavilion_home(read_pavilion(line, "plot-pavilion", "m"), "uk")
