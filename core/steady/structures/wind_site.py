"""Where the wind blows at a site, as the school's rules are asked."""

from steady.design_codes.requests import WindPlace
from steady.ground.site import Site


def place_of(site: Site) -> WindPlace:
    """The site's wind in the school's own words."""
    return WindPlace(
        speed_m_per_s=site.wind_speed_m_per_s,
        pressure_pa=site.wind_pressure_pa,
        exposure=site.exposure,
        edition=site.edition,
        return_years=site.wind_return_years,
        crest=site.crest_factor,
        importance=site.wind_importance,
    )
