"""A school's wind: its profile, free-standing faces, fences leg by leg, open roofs."""

from typing import Self

from steady.design_codes.facets.school import School
from steady.design_codes.requests import OpenFace, OpenRoofInput, WindFace, WindLeg, WindPlace
from steady.design_codes.results import AlongWind, GableWind, NamedZone, WindOnFence
from steady.plan.model import CalculationStep


class Wind(School):
    """A school's wind: its profile, free-standing faces, fences leg by leg, open roofs."""

    exposures: tuple[str, ...] = ()
    editions: tuple[str, ...] = ()
    exposures_say: tuple[str, ...] = ()
    wind_given_as = "speed"
    usual_pressure_pa = 0.0
    wind_says = "Wind speed of the code's map"
    face_needs_length = True
    """Words of exposure and editions of the wind code; `usual_pressure_pa`: where a form starts that asks for a pressure."""

    def wind_zones(self) -> tuple[NamedZone, ...]:
        """Zones that the school calls by name, each with its speed; none where a place's speed is read off a map."""
        return ()

    def velocity_pressure(self, place: WindPlace, height_m: float | None) -> tuple[CalculationStep, CalculationStep]:
        """Factor of height and velocity pressure. Raises OutOfScopeError."""
        self.none("wind profile")

    def return_factor(self, years: float) -> float:
        """Factor on the wind speed for another return period."""
        self.none("other return period of the wind")

    def face_coefficient(
        self, face: WindFace, zone: str, *, from_end_m: float | None = None, to_end_m: float | None = None
    ) -> float:
        """Force coefficient of a free-standing face."""
        self.none("coefficient for free-standing faces")

    def porosity_factor(self, solidity: float) -> float:
        """Factor for openings."""
        self.none("factor for openings")

    def face_pressure(
        self, place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None
    ) -> CalculationStep:
        """Wind on the gross face (allowable-stress level in the us school, service level or ultimate in others)."""
        self.none("wind on free-standing faces")

    def face_arm_m(self, face: WindFace) -> float:
        """Height of the resultant above ground: the middle of the solid part."""
        return face.top_height_m - face.solid_height_m / 2

    def for_gusts(self) -> Self:
        """The same school without any least pressure, to ask what a gust alone does."""
        return self

    def gust_m_per_s(self, place: WindPlace) -> float:
        """The 3-second gust at 10 m that goes with a place's wind: the school's mapped speed is one."""
        return place.speed_m_per_s

    def gust_says(self, place: WindPlace) -> str:
        """The same wind in the school's own terms."""
        return f"{place.speed_m_per_s:.0f} m/s"

    def wind_on_leg(self, place: WindPlace, leg: WindLeg) -> WindOnFence:
        """Design wind along one leg of a fence, zone by zone, openings of its face counted. Raises OutOfScopeError."""
        self.none("wind along a fence")

    def wind_on_fence(self, place: WindPlace, face: WindFace) -> WindOnFence:
        """Wind on a solid fence, zone by zone. Raises OutOfScopeError."""
        self.none("wind zones along a fence")

    def open_roof_pressure(self, place: WindPlace, ask: OpenRoofInput) -> CalculationStep:
        """Wind on an open roof, negative is up."""
        self.none("wind on open roofs")

    def open_face_pressure(self, place: WindPlace, face: OpenFace) -> tuple[float, CalculationStep]:
        """Coefficient on the solid part of an open face, and the pressure on its gross area."""
        self.none("wind on open faces")

    def open_gable(self, place: WindPlace, ask: OpenRoofInput) -> GableWind:
        """Wind across the ridge of an open gable roof."""
        self.none("wind on open gable roofs")

    def open_along(self, place: WindPlace, ask: OpenRoofInput, length_m: float) -> AlongWind:
        """Wind along the ridge of an open roof."""
        self.none("wind along open roofs")
