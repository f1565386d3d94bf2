"""The demo's platform on barrels: a pump stands on it at Quillet Plots."""

from dataclasses import replace

from steady.structures.floating_platform.kind import localize
from steady.structures.floating_platform.line_parser import read_float
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.manufacturer_ratings import ManufacturerRating


def pump_platform() -> FloatSpec:
    """Wide enough for a pump and one person to either side of it, out of the pond before it freezes. Ratings are made up."""
    spec = localize(
        read_float(
            "3.6x2.4 barrels12 rows3 drum120x480 ramp2.4 bank0.35 low0.25 high0.2 ice=out", "pump-platform", "m"
        ),
        "uk",
    )
    ratings = (
        ManufacturerRating(what="barrel_straps.capacity", holds_n=4000.0),
        ManufacturerRating(what="cradle_angles.capacity", holds_n=1500.0),
    )
    moored = "two lines to stakes on the bank, one anchor of 20 kg off the far end"
    return replace(spec, ratings=ratings, moorings=moored, crowd_y_m=0.6)
