"""A school made up for the tests: one wood, one strength, one limit. It shows what a new school has to answer."""

from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import EvenLoad, even_span, worst_span
from steady.design_codes.requests import JoistInput, Kind, LoadType, Wood
from steady.design_codes.results import Combination, DeflectionLimit, PeopleLoad, SpanResult, Strength, given_step
from steady.plan.model import CalculationStep

BOOK_PA = {"bending": 10e6, "shear": 1e6, "stiffness": 10e9}


class Toyland(Rulebook):
    """Everything is 10 MPa, and half of it may be used."""

    key = "toy"
    default_grade = "any"
    title = "Toyland"
    edition = "first"

    def section_m(self, size: str) -> tuple[float, float]:
        thin, wide = (float(word) / 1000 for word in size.removesuffix(" mm").split("x"))
        return thin, wide

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        if kind not in BOOK_PA:
            self.none(f"value for {kind}")
        value = BOOK_PA[kind]
        step = given_step("f", value / 1e6, "MPa", source="practice: toy")
        return Strength(step=step, book_pa=value, factors=1.0, limit=1.0 if kind == "stiffness" else 0.5)

    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        return (Combination(name="D + 2 L", dead=1.0, live=2.0, source="practice: toy"),)

    def guard_load(self, dwelling_units: int = 1) -> PeopleLoad:
        return PeopleLoad(line_n_per_m=0.0, point_n=500.0, factor=1.0, load="floor", source="practice: toy")

    def uplift(self) -> tuple[float, float, float, str]:
        return 1.0, 1.0, 24_000.0, "practice: toy"

    def deck_live_pa(self, **asked: object) -> CalculationStep:
        return given_step("L", 2.0, "kPa", source="practice: toy")

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[DeflectionLimit, ...]:
        return (
            DeflectionLimit(kind="deflection", dead=1, live=1, limit_ratio=limit_ratio or 100, source="practice: toy"),
        )

    def joist_span(self, woods, ask: JoistInput) -> SpanResult:  # type: ignore[no-untyped-def]
        return worst_span(
            [
                even_span(
                    self,
                    wood,
                    EvenLoad(
                        dead_n_per_m=ask.floor.dead_pa * ask.spacing_m,
                        live_n_per_m=ask.floor.live_pa * ask.spacing_m,
                        limit_ratio=ask.limit_ratio,
                        longest_m=ask.longest_m,
                    ),
                )
                for wood in woods
            ]
        )
