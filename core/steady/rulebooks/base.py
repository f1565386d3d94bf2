"""What every school of rules answers. A structure asks through this interface and never knows which school replied.

Every answer carries its Step, so that it can be opened: formula, numbers, clause, how sure we are. Arguments are SI; a Step
stands in the unit that its clause is printed in (`si` turns it back).
"""

import math
from typing import NoReturn

from steady.data.loader import table
from steady.errors import InputError, OutsideScope
from steady.measure.quantities import UNITS
from steady.measure.trade import IMPERIAL, METRIC, Units
from steady.measure.units import IN
from steady.plan.model import Step
from steady.rulebooks.answers import (
    BeamAsk,
    ClimatePlace,
    Column,
    Combination,
    DriftAsk,
    FixingAsk,
    FloorLoad,
    GuardNeeded,
    JoistAsk,
    Kind,
    LoadType,
    Notched,
    Pad,
    PeopleLoad,
    RafterAsk,
    Sag,
    ScrewAsk,
    Seat,
    Sideways,
    SnowAsk,
    Soil,
    SpanFound,
    StairLimits,
    Standing,
    Strength,
    WindFace,
    WindLeg,
    WindOnFence,
    WindPlace,
    Wood,
    given_step,
    pad_width_m,
    product_step,
    si,
)
from steady.statics.dowels import johansen_n, screw_pull_n


def screws_by_ec5(ask: ScrewAsk, rho: float, units: Units, source: str) -> Step:
    """Characteristic value × k_mod of a gust / γ_M; a slant earns nothing more. Source: EN 1995-1-1 8.2.2, 8.7 (medium)."""
    d, holds, through = ask.diameter_m * 1000, ask.holds_m * 1000, ask.through_m * 1000
    if not (d > 0 and holds > 0 and through > 0):
        raise OutsideScope("the screw reaches nothing to hold in", "a longer screw")
    if ask.pulled:
        each_n = screw_pull_n(d_mm=d, length_mm=holds, rho=rho)
    else:
        my = 0.3 * 600.0 * d**2.6
        each_n = min(johansen_n(d_mm=d, side_mm=through, main_mm=holds, rho=rho, bored=d > 6, yield_n_mm=my).values())
    return Step(
        symbol="R_s",
        value=ask.count * each_n * 0.9 / 1.3 / units.force_n,
        unit=units.force,
        formula="n * R_k * k_mod / g_M",
        inputs=(
            ("n", float(ask.count), ""),
            ("R_k", each_n / units.force_n, units.force),
            ("k_mod", 0.9, ""),
            ("g_M", 1.3, ""),
        ),
        source=source,
        says=f"{ask.count} screws of {d:.1f} mm, {holds:.0f} mm into what holds them",
    )


class Rulebook:
    """One school and edition. A school overrides what it has rules for; the rest is refused with the reason."""

    key = ""
    title = ""
    edition = ""
    metric = True
    stress_unit = "MPa"
    default_grade = ""
    default_dead_pa = 300.0
    default_live_pa = 2000.0
    default_post = "89x89 mm"
    stiffens = False
    beam_table_one_side = False
    built_up_shares = False
    snow_in_deck_live = False
    tables_are_wet = True
    small_lengths = "m"
    joist_longest_m: float | None = None
    rafter_longest_m: float | None = None
    exposures: tuple[str, ...] = ()
    editions: tuple[str, ...] = ()
    exposures_say: tuple[str, ...] = ()
    wind_given_as = "speed"
    usual_pressure_pa = 0.0
    wind_says = "Wind speed of the school's map"
    load_factor = 1.0
    load_factor_source = "allowable stresses: loads as they are"
    added_source = "statics: shares of strength added; high"
    face_needs_length = True
    least_bearing_m = (0.035, 0.035)
    least_bearing_source = "practice: 35 mm on wood"
    deck_point_n: tuple[float, str] = (0.0, "")
    guard_bay_m = 1.8288
    """Defaults that forms and sums start from; `small_lengths` is the unit spans are shown in (in, m or mm).

    `usual_pressure_pa`: where a form for the wind's pressure starts, for schools that ask for one. `least_bearing_m`: of joists on
    a beam, of beams on an end post; `guard_bay_m`: where a guard's greatest bay starts; `deck_point_n`: a point load beside the
    spread one. `load_factor` is put on people and weight where a school reckons with design resistances: its factor of live
    loads, on the safe side for the dead part.
    """

    @property
    def stair_point_n(self) -> tuple[float, str]:
        """A point load on one tread and its source: the deck's own where the school has one, else one person."""
        return self.deck_point_n if self.deck_point_n[0] > 0 else (1000.0, "practice: one person on a tread")

    @property
    def units(self) -> Units:
        """The units its working is written in."""
        return METRIC if self.metric else IMPERIAL

    def factored(self, step: Step, symbol: str) -> Step:
        """A load, or what follows from it in proportion, at the level the school's resistances are made for."""
        if self.load_factor == 1.0:
            return step
        parts = [("gamma", self.load_factor, ""), (step.symbol, step.value, step.unit)]
        return product_step(symbol, parts, step.unit, self.load_factor_source, step.says)

    def none(self, what: str, instead: str = "another school, or ask an engineer") -> NoReturn:
        """Refuse what the school has no rule for."""
        raise OutsideScope(f"the {self.title} school has no {what} entered here", instead)

    # --- ground -----------------------------------------------------------------------------------------------------
    def soils(self) -> tuple[Soil, ...]:
        """Every soil the school names."""
        return ()

    def places(self, text: str) -> tuple[ClimatePlace, ...]:
        """Places of the school's climate table whose name begins so; empty where it has none."""
        return ()

    def soil(self, name: str) -> Soil:
        """One soil. Raises OutsideScope where the school gives no value."""
        for found in self.soils():
            if name.lower() in (found.name.lower(), found.says.lower()):
                return found
        raise OutsideScope(
            f'no soil values for "{name[:40]}": peat, organic soil and loose fill are in no table',
            "dig to sound ground of a listed class, or have the ground tested",
        )

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[Step, tuple[Step, ...]]:
        """Depth a free pole needs against a sideways force at a height, and the steps to it.

        The load is at the school's design level.

        Raises:
            TooDeep: Deeper than the school's formula may answer.
            OutsideScope: The soil has no value for it.
        """
        self.none("formula for the depth of posts")

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[Step, tuple[Step, ...]]:
        """Depth a free pole needs against a pure moment. Raises as `embedment`."""
        self.none("formula for posts that are turned")

    def moment_in_ground(
        self, *, load_n: float, height_m: float, width_m: float, depth_m: float, soil: Soil
    ) -> tuple[Step, tuple[Step, ...]]:
        """The greatest bending moment of a pole, where its shear turns below ground. Raises OutsideScope."""
        self.none("formula for bending below ground")

    def pad(self, *, load_n: float, bearing_pa: float, round_pad: bool) -> Pad:
        """A pad for a service load: area = load / bearing. Source: statics."""
        if not (load_n > 0 and bearing_pa > 0):
            raise InputError("load" if not load_n > 0 else "soil_bearing", "must be above 0")
        area_m2 = load_n / bearing_pa
        return Pad(width_m=pad_width_m(area_m2, round_pad), area_m2=area_m2, thickness_m=None)

    def pad_thickness(self, *, width_m: float, post_m: float) -> Step:
        """How thick a plain concrete pad must be under a post."""
        self.none("rule for the thickness of pads")

    def pad_table(
        self,
        *,
        area_m2: float | None,
        bearing_pa: float | None,
        live_pa: float,
        dead_pa: float,
        round_pad: bool,
        storeys: int | None,
        column_spacing_m: float | None,
    ) -> Pad:
        """A prescriptive pad, by area and soil or by storeys."""
        self.none("table of pads")

    def uplift(self) -> tuple[float, float, float, str]:
        """Factors on dead load and on wind uplift, unit weight of concrete (N/m³), and the clause."""
        self.none("combination for uplift")

    def frost_waived(
        self, *, deck_height_m: float, deck_area_m2: float, roofed: bool, attached: bool, masonry: bool
    ) -> tuple[bool, str]:
        """Whether a low deck may stand above the frost depth, and why."""
        self.none("waiver of the frost depth")

    def frost_depth(self, freezing_index: float | None) -> Step:
        """Depth of frost where the school gives or estimates one."""
        self.none("frost depth: it is set locally", "ask the local building office")

    # --- timber -----------------------------------------------------------------------------------------------------
    def section_m(self, size: str) -> tuple[float, float]:
        """Real thickness and width of a size word. Raises OutsideScope."""
        self.none(f"size {size[:20]}")

    def sizes(self) -> tuple[str, ...]:
        """Usual sizes, as forms offer them; any other may be typed."""
        return tuple(row.text["size"] for row in table("school_sizes") if row.text["school"] == self.key)

    def species(self) -> tuple[str, ...]:
        """Woods of the school's tables; empty where the grade alone names the wood."""
        return ()

    def grades(self) -> tuple[str, ...]:
        """Grades of the school's tables."""
        return ()

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        """A book value with every factor but stability. Raises OutsideScope."""
        self.none(f"value for {kind}")

    def long_term_strength(self, kind: Kind, wood: Wood, load: LoadType, permanent_over_standard: float) -> Strength:
        """A strength under much lasting load; schools without such a rule use the load's own duration."""
        return self.strength(kind, wood, load)

    def book_value(self, kind: Kind, wood: Wood) -> Step:
        """A book value before any factor. Raises OutsideScope."""
        self.none(f"value for {kind}")

    def specific_gravity(self, wood: Wood) -> float:
        """Specific gravity, or characteristic density over water's. Raises OutsideScope."""
        self.none("density of the wood")

    def named_factor(self, name: str, wood: Wood, load: LoadType) -> float:
        """size_factor, duration_factor or sharing_factor."""
        self.none(f"{name.replace('_', ' ')}")

    def bending_strength(self, wood: Wood, load: LoadType) -> Step:
        """Allowable (or design) bending stress, in the school's printed unit. Raises OutsideScope."""
        return self._allowed("bending", wood, load)

    def shear_strength(self, wood: Wood, load: LoadType) -> Step:
        """Allowable (or design) shear stress along the grain. Raises OutsideScope."""
        return self._allowed("shear", wood, load)

    def _allowed(self, kind: Kind, wood: Wood, load: LoadType) -> Step:
        found = self.strength(kind, wood, load)
        if found.limit == 1.0 or abs(si(found.step) - found.allowed_pa) < 1e-9 * found.allowed_pa:
            return found.step
        parts = [("phi", found.limit, ""), (found.step.symbol, found.step.value, found.step.unit)]
        return product_step(f"phi {found.step.symbol}", parts, found.step.unit, found.step.source, found.step.says)

    def stiffness(self, wood: Wood) -> Step:
        """Modulus of elasticity in service."""
        return self.strength("stiffness", wood, "floor").step

    def creep_factor(self, wood: Wood) -> Step:
        """Long-term multiplier on the deflection under lasting load."""
        self.none("factor for sag over the years")

    def stress_pa(self, step: Step) -> float:
        """A stress step's value in Pa."""
        return si(step)

    def stability(self, wood: Wood, ask: Sideways) -> tuple[Step, float]:
        """Factor on the bending strength for sideways buckling, and the slenderness. Raises OutsideScope."""
        self.none("rule for sideways buckling")

    def stability_of(self, slenderness: float) -> Step:
        """Factor for a slenderness typed in."""
        self.none("curve by slenderness alone", "give the size and the unbraced length")

    def shear_area_m2(self, wood: Wood) -> float:
        """Area over which 1.5 V spreads."""
        return wood.area_m2

    def moment_capacity(self, wood: Wood, load: LoadType, stability: float = 1.0) -> Step:
        """Most moment (lb-ft or kN.m), edge held unless a stability factor is given."""
        return self._capacity("M_r", "bending", wood, load, wood.modulus_m3 * stability, "S", wood.modulus_m3, 3)

    def shear_capacity(self, wood: Wood, load: LoadType) -> Step:
        """Most shear (lb or kN), 2/3 of strength times area."""
        area = self.shear_area_m2(wood)
        return self._capacity("V_r", "shear", wood, load, area / 1.5, "A", area, 2)

    def _capacity(
        self, symbol: str, kind: Kind, wood: Wood, load: LoadType, times: float, name: str, size: float, power: int
    ) -> Step:
        found = self.strength(kind, wood, load)
        unit = ("kN.m" if power == 3 else "kN") if self.metric else ("lb-ft" if power == 3 else "lb")
        length = ("mm" if self.metric else "in") + str(power)
        stress = si(found.step) / UNITS[self.stress_unit][1]
        measure = size / UNITS[length][1]
        scale = found.allowed_pa * times / UNITS[unit][1] / (stress * measure)
        return product_step(
            symbol,
            [("k", scale, ""), (found.step.symbol, stress, self.stress_unit), (name, measure, length)],
            unit,
            found.step.source,
            f"k joins φ, stability and units: {scale:.6g}",
        )

    # --- members ----------------------------------------------------------------------------------------------------
    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        """Loads that act together, strength first. Raises OutsideScope for an unknown edition."""
        self.none("load combinations")

    def uplift_net(self, dead_pa: float, wind_pa: float) -> float:
        """Net load upward in the school's uplift combination (Pa); 0 where the dead load holds."""
        dead, wind, _, _ = self.uplift()
        return max(0.0, wind * wind_pa - dead * dead_pa)

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[Sag, ...]:
        """Deflections the school limits. `limit_ratio` replaces the first limit."""
        self.none("limit on sag")

    def deck_sags(self, wood: Wood, dwelling_units: int) -> tuple[Sag, ...]:
        """The same for beams, joists and boards of a deck, where the school names another limit for them."""
        return self.sags(wood, "", None)

    def joist_span(self, woods: tuple[Wood, ...], ask: JoistAsk) -> SpanFound:
        """How far deck joists may span; of several woods the worst. Raises OutsideScope."""
        self.none("spans of joists")

    def joist_cantilever_table(self, woods: tuple[Wood, ...], *, spacing_m: float, floor: FloorLoad) -> SpanFound:
        """A printed overhang of joists."""
        self.none("table of overhangs", "reckon it")

    def instant_live(self, live_use: str) -> float:
        """Share of the live load in the sag of the first day."""
        return 1.0

    def seat_size(self, width_m: float) -> str:
        """A size word for a bearing whose wood is told by its width alone."""
        return f"{width_m * 1000:.0f}x{max(140.0, width_m * 1000):.0f} mm"

    def shown_m(self, span_m: float) -> float:
        """A span as it is shown: cut down to the whole inch."""
        return math.floor(span_m / IN + 1e-9) * IN

    def rafter_span(self, woods: tuple[Wood, ...], ask: RafterAsk) -> SpanFound:
        """How far rafters may span, edge held by the roof."""
        self.none("spans of rafters")

    def joist_cantilever(
        self, woods: tuple[Wood, ...], *, back_span_m: float, tip_n: float, tip_limit_ratio: float
    ) -> SpanFound:
        """How far joists may run past their beam."""
        self.none("rule for joists running past a beam")

    def beam_span(self, woods: tuple[Wood, ...], ask: BeamAsk) -> SpanFound:
        """How far apart the posts may stand under a beam. Raises OutsideScope."""
        self.none("spans of beams")

    def supported_of(self, joist_span_m: float) -> float:
        """The width of deck a beam carries when only the joists' span is told."""
        self.none("beam by joist span: give the supported length")

    def post_height(
        self, wood: Wood, *, area_m2: float, floor: FloorLoad, longest_m: float | None, table: bool, edition: str
    ) -> SpanFound:
        """How tall a post may be under this much deck."""
        self.none("rule for the height of deck posts")

    def column(self, wood: Wood, load: LoadType, ask: Standing) -> Column:
        """A post under a centred load. Raises OutsideScope where too slender."""
        self.none("rule for posts")

    def column_use(self, wood: Wood, load: LoadType, ask: Standing) -> Step:
        """Squeeze and bending about the strong axis together; at most 1 passes."""
        self.none("rule for posts that are squeezed and bent")

    def seat(
        self, wood: Wood, load: LoadType, *, width_m: float, length_m: float, from_end_m: float, kind: str
    ) -> Seat:
        """A bearing square to the grain."""
        self.none("rule for bearing")

    def notched(
        self, wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None, slope: float
    ) -> Notched:
        """A notch in the tension face at a support."""
        self.none("rule for notched ends")

    def treatment(self, part: str, clearance_m: float | None) -> tuple[str, str]:
        """Treatment class of a part, and a note."""
        self.none("treatment classes")

    # --- decks, guards, stairs --------------------------------------------------------------------------------------
    def deck_live_pa(
        self, *, ground_snow_pa: float | None, rain_pa: float | None, deck_width_m: float | None, raised: bool
    ) -> Step:
        """Live load of a deck of one dwelling (psf or kPa)."""
        self.none("live load of decks")

    def ledger_table(
        self, *, fixing: str, diameter_m: float, sheathing_m: float, joist_span_m: float, live_pa: float
    ) -> Step:
        """Spacing of ledger fixings."""
        self.none("table of ledger fixings", "reckon the load on each fixing")

    def guard_needed(self, *, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
        """Whether a guard is needed here, and how high."""
        self.none("rule for guards")

    def guard_load(self) -> PeopleLoad:
        """People against a guard of a deck of one dwelling."""
        self.none("load on guards")

    def stair(self, stringer: str) -> StairLimits:
        """Limits of a straight stair."""
        self.none("stair limits")

    def foundation_depth(self, soil: Soil, frost_m: float) -> Step | None:
        """How deep a foundation without heat goes in this soil, where the school says so beside the frost depth."""
        return None

    # --- weather ----------------------------------------------------------------------------------------------------
    def velocity_pressure(self, place: WindPlace, height_m: float | None) -> tuple[Step, Step]:
        """Factor of height and velocity pressure. Raises OutsideScope."""
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

    def face_pressure(self, place: WindPlace, face: WindFace, zone: str, coefficient: float | None) -> Step:
        """Wind on the gross face (allowable-stress level in the us school, service level or ultimate in others)."""
        self.none("wind on free-standing faces")

    def face_arm_m(self, face: WindFace) -> float:
        """Height of the resultant above ground: the middle of the solid part."""
        return face.top_height_m - face.solid_height_m / 2

    def for_gusts(self) -> "Rulebook":
        """The same school without any least pressure, to ask what a gust alone does."""
        return self

    def gust_m_per_s(self, place: WindPlace) -> float:
        """The 3-second gust at 10 m that goes with a place's wind: the school's mapped speed is one."""
        return place.speed_m_per_s

    def gust_says(self, place: WindPlace) -> str:
        """The same wind in the school's own terms."""
        return f"{place.speed_m_per_s:.0f} m/s"

    def wind_on_leg(self, place: WindPlace, leg: WindLeg) -> WindOnFence:
        """Design wind along one leg of a fence, zone by zone, openings of its face counted. Raises OutsideScope."""
        self.none("wind along a fence")

    def wind_on_fence(
        self,
        *,
        length_m: float,
        solid_height_m: float,
        top_height_m: float,
        speed_m_per_s: float,
        exposure: str,
        edition: str,
    ) -> WindOnFence:
        """Wind on a solid fence, zone by zone. Raises OutsideScope."""
        self.none("wind zones along a fence")

    def open_roof_pressure(
        self,
        place: WindPlace,
        *,
        height_m: float,
        slope_rad: float,
        obstructed: bool,
        uplift: bool,
        own_half: bool = False,
    ) -> Step:
        """Wind on an open roof, negative is up."""
        self.none("wind on open roofs")

    def roof_snow(self, ask: SnowAsk) -> tuple[Step, Step]:
        """Flat-roof snow and the snow to design for."""
        self.none("snow on roofs")

    def snow_density(self, ground_pa: float) -> Step:
        """Weight of drifted snow."""
        self.none("density of snow")

    def snow_drift(self, ask: DriftAsk) -> tuple[Step, Step]:
        """Peak surcharge and width of a drift against a higher roof."""
        self.none("rule for drifts")

    def roof_live(self, area_m2: float, rise_in_12: float) -> Step:
        """Live load on a roof nobody lives on."""
        self.none("live load of roofs")

    # --- people and limits of fences ----------------------------------------------------------------------------------
    def sag_limit(self) -> tuple[float, Step]:
        """Span over 240 is the most a rail may sag: practice where the school has no limit for rails."""
        return 240.0, given_step("n", 240.0, "", "practice: limit on the sag of a fence rail")

    # --- fixings ------------------------------------------------------------------------------------------------------
    def fastener_lateral(self, ask: FixingAsk) -> tuple[Step, str]:
        """What one fixing holds sideways, and its mode. Reference or characteristic value."""
        self.none("rule for fixings")

    def fastener_withdrawal(
        self, *, fastener: str, diameter_m: float, penetration_m: float | None, wood: str, axis_rad: float
    ) -> Step:
        """What one fixing holds in pull-out: per length without a penetration (us), whole otherwise."""
        self.none("rule for pull-out")

    def screws_in_wind(self, ask: ScrewAsk) -> Step:
        """What screws hold against wind outdoors, at the school's design level.

        Where a school has no rule entered, Eurocode 5's with a characteristic density of 0.85 of the mean [practice, low].
        """
        return screws_by_ec5(
            ask, 0.85 * ask.density_kg_per_m3, self.units, "practice: Eurocode 5 where this code has none entered; low"
        )

    def ply_nailing(self, *, ply_m: float, nail_m: float, diameter_m: float) -> tuple[float, float, str]:
        """Reach into the second ply, reach needed (m), and the rule."""
        self.none("rule for nails through plies")
