"""What a school says of the ground: soils, how deep posts go, pads, frost."""

from typing import Self

from steady.design_codes.facets.school import School
from steady.design_codes.requests import PadInput
from steady.design_codes.results import ClimatePlace, Pad, Soil, pad_width_m
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep


class GroundRules(School):
    """What a school says of the ground: soils, how deep posts go, pads, frost."""

    def soils(self) -> tuple[Soil, ...]:
        """Every soil the school names."""
        return ()

    def places(self, text: str) -> tuple[ClimatePlace, ...]:
        """Places of the school's climate table whose name begins so; empty where it has none."""
        return ()

    def nearest_place(self, town: str, latitude_rad: float, longitude_rad: float) -> ClimatePlace | None:
        """The place of the school's climate table that lies near; None where it has none."""
        return None

    def soil(self, name: str) -> Soil:
        """One soil. Raises OutOfScopeError where the school gives no value."""
        for found in self.soils():
            if name.lower() in (found.name.lower(), found.says.lower()):
                return found
        raise OutOfScopeError(
            f'no soil values for "{name[:40]}": peat, organic soil and loose fill are in no table',
            "dig to sound ground of a listed class, or have the ground tested",
        )

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Depth a free pole needs against a sideways force at a height, and the steps to it.

        The load is at the school's design level.

        Raises:
            EmbedmentLimitError: Deeper than the school's formula may answer.
            OutOfScopeError: The soil has no value for it.
        """
        self.none("formula for the depth of posts")

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Depth a free pole needs against a pure moment. Raises as `embedment`."""
        self.none("formula for posts that are turned")

    def moment_in_ground(
        self, *, load_n: float, height_m: float, width_m: float, depth_m: float, soil: Soil
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """The greatest bending moment of a pole, where its shear turns below ground. Raises OutOfScopeError."""
        self.none("formula for bending below ground")

    def pad(self, *, load_n: float, bearing_pa: float, round_pad: bool) -> Pad:
        """A pad for a service load: area = load / bearing. Source: statics."""
        if not (load_n > 0 and bearing_pa > 0):
            raise InvalidInputError("load" if not load_n > 0 else "soil_bearing", "must be above 0")
        area_m2 = load_n / bearing_pa
        return Pad(width_m=pad_width_m(area_m2, round_pad), area_m2=area_m2, thickness_m=None)

    def pad_thickness(self, *, width_m: float, post_m: float) -> CalculationStep:
        """How thick a plain concrete pad must be under a post."""
        self.none("rule for the thickness of pads")

    def pad_table(self, ask: PadInput) -> Pad:
        """A prescriptive pad, by area and soil or by storeys."""
        self.none("table of pads")

    def with_posts_isolated(self, isolated: bool) -> Self | None:
        """The same school with every post in the ground counted as isolated, or none; None: it has no such clause."""
        return None

    def frost_waived(
        self, *, deck_height_m: float, deck_area_m2: float, roofed: bool, attached: bool, masonry: bool
    ) -> tuple[bool, str]:
        """Whether a low deck may stand above the frost depth, and why."""
        self.none("waiver of the frost depth")

    def frost_depth(self, freezing_index: float | None) -> CalculationStep:
        """Depth of frost where the school gives or estimates one."""
        self.none("frost depth: it is set locally", "ask the local building office")

    def foundation_depth(self, soil: Soil, frost_m: float) -> CalculationStep | None:
        """How deep a foundation without heat goes in this soil, where the school says so beside the frost depth."""
        return None
