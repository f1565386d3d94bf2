"""The ground under a structure as the school's formulas want it: its named soil, with what somebody measured in place of it."""

from dataclasses import replace

from steady.design_codes.facets.ground import GroundRules
from steady.design_codes.results import Soil
from steady.design_codes.short_piles import seasonal_soil
from steady.errors import OutOfScopeError
from steady.ground.site import Site


def soil_of(site: Site, book: GroundRules) -> Soil:
    """The soil of a site; a measured shear strength counts in place of the named soil's.

    Raises:
        OutOfScopeError: No such soil in this school, and nothing measured.
    """
    try:
        soil = book.soil(site.soil)
    except OutOfScopeError:
        if not site.cohesion_pa > 0:
            raise
        soil = Soil("measured", "clay as measured", 0.0, 0.0, "user: shear strength as measured")
    if site.cohesion_pa > 0:
        soil = replace(soil, cohesion_pa=site.cohesion_pa, friction_rad=0.0, source="user: shear strength as measured")
    return seasonal_soil(soil, freezes=site.frost_m > 0, shrinks=site.clay_shrinks)
