"""How far a school lets members reach: sag, joists, rafters, beams, posts, bearings and notches."""

import math

from steady.design_codes.facets.school import School
from steady.design_codes.requests import (
    BeamInput,
    ColumnInput,
    FloorLoad,
    JoistInput,
    LoadType,
    PostInput,
    RafterInput,
    SeatInput,
    Wood,
)
from steady.design_codes.results import BearingArea, Column, DeflectionLimit, Notched, SpanResult, roof_sag
from steady.plan.model import CalculationStep
from steady.units.units import IN


class Spans(School):
    """How far a school lets members reach: sag, joists, rafters, beams, posts, bearings and notches."""

    beam_table_one_side = False
    built_up_shares = False
    joist_longest_m: float | None = None
    rafter_longest_m: float | None = None
    least_bearing_m = (0.035, 0.035)
    least_bearing_source = "practice: 35 mm on wood"
    """`least_bearing_m`: of joists on a beam, of beams on an end post; and the longest sticks."""

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[DeflectionLimit, ...]:
        """Deflections the school limits. `limit_ratio` replaces the first limit."""
        self.none("limit on sag")

    def deck_sags(self, wood: Wood, dwelling_units: int) -> tuple[DeflectionLimit, ...]:
        """The same for beams, joists and boards of a deck, where the school names another limit for them."""
        return self.sags(wood, "", None)

    def roof_sags(self, wood: Wood) -> tuple[DeflectionLimit, ...]:
        """The same for members of an open roof, under snow: L/240 where the code gives no limit (practice)."""
        return (roof_sag(240.0, "practice: L/240, our own; the code gives no limit for open roofs"),)

    def joist_span(self, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
        """How far deck joists may span; of several woods the worst. Raises OutOfScopeError."""
        self.none("spans of joists")

    def joist_cantilever_table(self, woods: tuple[Wood, ...], *, spacing_m: float, floor: FloorLoad) -> SpanResult:
        """A printed overhang of joists."""
        self.none("table of overhangs", "calculate it")

    def seat_size(self, width_m: float) -> str:
        """A size word for a bearing whose wood is told by its width alone."""
        return f"{width_m * 1000:.0f}x{max(140.0, width_m * 1000):.0f} mm"

    def shown_m(self, span_m: float) -> float:
        """A span as it is shown: cut down to the whole inch."""
        return math.floor(span_m / IN + 1e-9) * IN

    def rafter_span(self, woods: tuple[Wood, ...], ask: RafterInput) -> SpanResult:
        """How far rafters may span, edge held by the roof."""
        self.none("spans of rafters")

    def joist_cantilever(
        self, woods: tuple[Wood, ...], *, back_span_m: float, tip_n: float, tip_limit_ratio: float
    ) -> SpanResult:
        """How far joists may run past their beam."""
        self.none("rule for joists running past a beam")

    def beam_span(self, woods: tuple[Wood, ...], ask: BeamInput) -> SpanResult:
        """How far apart the posts may stand under a beam. Raises OutOfScopeError."""
        self.none("spans of beams")

    def post_height(self, wood: Wood, ask: PostInput) -> SpanResult:
        """How tall a post may be under this much deck."""
        self.none("rule for the height of deck posts")

    def column(self, wood: Wood, load: LoadType, ask: ColumnInput) -> Column:
        """A post under a centred load. Raises OutOfScopeError where too slender."""
        self.none("rule for posts")

    def column_use(self, wood: Wood, load: LoadType, ask: ColumnInput) -> CalculationStep:
        """Squeeze and bending about the strong axis together; at most 1 passes."""
        self.none("rule for posts that are squeezed and bent")

    def seat(self, wood: Wood, load: LoadType, ask: SeatInput) -> BearingArea:
        """A bearing perpendicular to grain."""
        self.none("rule for bearing")

    def notched(
        self, wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None, slope: float
    ) -> Notched:
        """A notch in the tension face at a support."""
        self.none("rule for notched ends")
