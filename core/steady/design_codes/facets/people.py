"""What a school asks where people walk, lean and climb: guards, stairs, what a rail may sag."""

from steady.design_codes.facets.school import School
from steady.design_codes.results import GuardNeeded, PeopleLoad, StairLimits, given_step
from steady.plan.model import CalculationStep


class People(School):
    """What a school asks where people walk, lean and climb: guards, stairs, what a rail may sag."""

    guard_bay_m = 1.8288
    """Where a guard's greatest bay starts in forms."""
    guard_sway: tuple[float, str] = (0.0, "")
    """How far a guard's top may give way under people along it (m), with its source; 0: the school has no limit."""

    def guard_needed(self, *, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
        """Whether a guard is needed here, and how high."""
        self.none("rule for guards")

    def guard_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """People against a guard of a deck of so many dwellings."""
        self.none("load on guards")

    def handrail_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """A person who falls against a handrail; as against a guard where the school names no other."""
        return self.guard_load(dwelling_units)

    def stair(self, stringer: str) -> StairLimits:
        """Limits of a straight stair."""
        self.none("stair limits")

    def sag_limit(self) -> tuple[float, CalculationStep]:
        """Span over 240 is the most a rail may sag: practice where the school has no limit for rails."""
        return 240.0, given_step("n", 240.0, "", source="practice: limit on the sag of a fence rail")
