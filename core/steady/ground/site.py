"""The site: who uses what is built, the ground, the soil, frost, wind, and the locate of buried services."""

from typing import Annotated, Literal

from annotated_types import Ge, Gt, Le, MaxLen

from steady.ground.access import SiteAccess
from steady.ground.profile import Profile
from steady.ground.readings import LevelReading
from steady.ground.survey import SiteFeature
from steady.ground.underlay import Underlay
from steady.ground.zoning_notes import SiteNote
from steady.value_objects import value_object

Use = Literal["house", "farm", "workplace", "public"]
Text = Annotated[str, MaxLen(400)]


@value_object
class Ground:
    """Readings along one line: the line of the structure with that id."""

    line: Annotated[str, MaxLen(60)]
    shots: Annotated[tuple[LevelReading, ...], MaxLen(5000)] = ()


@value_object
class Locate:
    """The locate of buried services before digging; nothing here is assumed for the user.

    `dig_from`: the first day on which the ticket allows digging (the notice that the local law asks for); "": not written down.
    """

    ticket: Annotated[str, MaxLen(60)] = ""
    dig_from: Annotated[str, MaxLen(10)] = ""
    expires: Annotated[str, MaxLen(10)] = ""
    owners_answered: bool = False
    marks_visible: bool = False
    private_lines_asked: bool = False


@value_object
class Site:
    """What stands still whatever is built.

    `wind_speed_m_per_s` is the basic speed of the school's own map; `soil` a name of the school's own table;
    `exposure` a word of the school's own; `wind_pressure_pa` the place's pressure for schools that map one (ca: hourly, 1 in 50;
    uk: the peak at the fence, typed from the charts), 0: none; `wind_importance` the code's factor for what is built (ca: 0.8 for
    low hazard); `wind_return_years` another life than the map's 50 years (uk), 0: the map's; `crest_factor` what a hill or
    escarpment adds to the pressure by the code's own figure (K_zt, M_t², c_o²); `time_zone` the name of its clock's zone, "":
    not said; `town` the town that place and clock were taken from;
    `ground_snow_pa` and the rain that falls on it are those of the place; `seismic` the place's seismic
    category or zone in the school's own words, "": not said; `roof_shelter` what stands around a roof,
    for codes whose snow asks it; `bearing_pa` what the ground was tested to bear (0: the school's value of its soil);
    `cohesion_pa` its undrained shear strength as measured,
    0: not; `clay_shrinks` whether the clay here comes away from a post in dry months; `embedment_least_m` a local least
    depth, 0 for none; `none_here` what was said not to be here, so that its 0 is an answer; `assumed` what the product put
    in by itself and nobody has confirmed yet; `notes` what the office said, and when; `things` what lies here whatever is
    built; `under` a photo or
    scan laid under the drawing; `access` the way from the truck to the work.
    """

    use: Use = "house"
    soil: Annotated[str, MaxLen(60)] = "clay"
    frost_m: Annotated[float, Ge(0), Le(4)] = 0.0
    wind_speed_m_per_s: Annotated[float, Gt(0), Le(110)] = 46.9392
    exposure: Literal["B", "C", "D", "0", "I", "II", "III", "IV", "open", "rough"] = "B"
    edition: Literal["ASCE 7-16", "ASCE 7-22"] = "ASCE 7-16"
    wind_pressure_pa: Annotated[float, Ge(0), Le(10000)] = 0.0
    wind_importance: Annotated[float, Ge(0.5), Le(1.25)] = 1.0
    wind_return_years: Annotated[float, Ge(0), Le(500)] = 0.0
    latitude_rad: Annotated[float, Ge(-1.5708), Le(1.5708)] | None = None
    longitude_rad: Annotated[float, Ge(-3.1416), Le(3.1416)] | None = None
    time_zone: Annotated[str, MaxLen(60)] = ""
    town: Annotated[str, MaxLen(120)] = ""
    crest_factor: Annotated[float, Ge(1), Le(3)] = 1.0
    ground_snow_pa: Annotated[float, Ge(0), Le(30000)] = 0.0
    rain_snow_pa: Annotated[float, Ge(0), Le(5000)] = 0.0
    seismic: Annotated[str, MaxLen(12)] = ""
    roof_shelter: Literal["fully", "partially", "sheltered"] = "partially"
    bearing_pa: Annotated[float, Ge(0), Le(2e6)] = 0.0
    cohesion_pa: Annotated[float, Ge(0), Le(5e5)] = 0.0
    clay_shrinks: bool = False
    none_here: Annotated[tuple[Literal["frost", "snow"], ...], MaxLen(2)] = ()
    assumed: Annotated[tuple[Literal["wind", "soil"], ...], MaxLen(2)] = ()
    embedment_least_m: Annotated[float, Ge(0), Le(3.6)] = 0.0
    north_rad: Annotated[float, Ge(-6.2832), Le(6.2832)] = 0.0
    locate: Locate = Locate()
    access: SiteAccess = SiteAccess()
    notes: Annotated[tuple[SiteNote, ...], MaxLen(60)] = ()
    grounds: Annotated[tuple[Ground, ...], MaxLen(200)] = ()
    things: Annotated[tuple[SiteFeature, ...], MaxLen(300)] = ()
    under: Underlay | None = None

    def given(self, what: Literal["frost", "snow"]) -> bool:
        """Whether frost or snow was entered, or said not to be here."""
        return what in self.none_here or (self.frost_m if what == "frost" else self.ground_snow_pa) > 0

    def profile(self, line: str) -> Profile:
        """The ground along a structure's line; unknown ground is an empty profile."""
        for ground in self.grounds:
            if ground.line == line:
                return Profile([(shot.at_m, shot.height_m) for shot in ground.shots])
        return Profile([])
