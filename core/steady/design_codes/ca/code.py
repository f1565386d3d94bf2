"""The Canadian school: NBC Part 9 and CSA O86 limit states."""

import math
from dataclasses import replace

from steady.design_codes import short_piles
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import rafter_span
from steady.design_codes.ca import floors, ground, loads, members, places, timber
from steady.design_codes.ca.joints import O86Joints
from steady.design_codes.requests import (
    BeamInput,
    ColumnInput,
    DriftInput,
    JoistInput,
    Kind,
    LateralRestraint,
    LoadType,
    PadInput,
    RafterInput,
    SeatInput,
    SnowInput,
    WindFace,
    WindLeg,
    WindPlace,
    Wood,
)
from steady.design_codes.results import (
    BearingArea,
    ClimatePlace,
    Column,
    Combination,
    DeflectionLimit,
    GuardNeeded,
    Notched,
    Pad,
    PeopleLoad,
    Soil,
    SpanResult,
    StairLimits,
    Strength,
    WindOnFence,
    given_step,
    roof_sag,
)
from steady.design_codes.treatment import treatment
from steady.errors import InvalidInputError
from steady.plan.model import CalculationStep
from steady.units.units import MM


class Canada(Rulebook):
    """NBC 2015 and CSA O86-14. Every value is from memory and marked so until a person compares it."""

    key = "ca"
    joints = O86Joints()
    floor_snow_asked = True
    title = "Canada"
    edition = "NBC 2015, CSA O86-14"
    default_grade = "No.1/No.2"
    default_dead_pa = 500.0
    default_live_pa = 1900.0
    stiffens = True
    snow_in_deck_live = True
    asks_rain_on_snow = True
    tables_are_wet = False
    load_factor = 1.5
    load_factor_source = "nbc: Table 4.1.3.2.-A 1.25 D + 1.5 L; high; 1.5 on the dead part, too, on the safe side"
    least_bearing_m = (0.038, 0.089)
    least_bearing_source = "nbc: 9.23.8.1, 9.23.9.1; high"
    usual_pressure_pa = 450.0
    exposures = ("open", "rough")
    exposures_say = ("open: fields, water, scattered trees", "rough: suburbs, woods")
    wind_given_as = "pressure"
    face_needs_length = False
    guard_bay_m = 1.2

    def places(self, text: str) -> tuple[ClimatePlace, ...]:
        """NBC 2020 Table C-2."""
        return places.places(text)

    def nearest_place(self, town: str, latitude_rad: float, longitude_rad: float) -> ClimatePlace | None:
        """NBC 2020 Table C-2."""
        return places.nearest(town, latitude_rad, longitude_rad)

    def creep_factor(self, wood: Wood) -> CalculationStep:
        """Lasting sag doubles outdoors; O86 gives no factor for it."""
        return given_step("K_cr", 2.0, "", source="practice: lasting sag of wet wood doubles; low")

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """The deepest of Broms, Brinch Hansen and, where the soil has a value for it, the pole formula."""
        return ground.embedment(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil, soil_factor=soil_factor)

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """The deepest of the three for a moment alone."""
        return ground.embedment_for_moment(moment_n_m=moment_n_m, width_m=width_m, soil=soil, soil_factor=soil_factor)

    def moment_in_ground(
        self, *, load_n: float, height_m: float, width_m: float, depth_m: float, soil: Soil
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Broms."""
        return short_piles.moment_in_ground(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)

    def soils(self) -> tuple[Soil, ...]:
        """NBC Table 9.4.4.1."""
        return loads.soils()

    def pad_table(self, ask: PadInput) -> Pad:
        """NBC 9.15.3.4."""
        if ask.storeys is None:
            raise InvalidInputError("storeys", "is needed")
        if ask.column_spacing_m is None:
            raise InvalidInputError("column_spacing", "is needed")
        return loads.column_pad(ask.storeys, ask.column_spacing_m, ask.round_pad)

    def pad_thickness(self, *, width_m: float, post_m: float) -> CalculationStep:
        """NBC 9.15.3.8."""
        return loads.pad_thickness(width_m, post_m)

    def uplift(self) -> tuple[float, float, float, str]:
        """0.9 D − 1.4 W, concrete 24 kN/m³ (practice)."""
        return 0.9, 1.4, loads.CONCRETE_N_PER_M3, "nbc: Table 4.1.3.2.-A; high"

    def frost_waived(
        self, *, deck_height_m: float, deck_area_m2: float, roofed: bool, attached: bool, masonry: bool
    ) -> tuple[bool, str]:
        """NBC 9.12.2.2."""
        return loads.frost_waived(
            deck_height_m=deck_height_m, deck_area_m2=deck_area_m2, roofed=roofed, attached=attached, masonry=masonry
        )

    def frost_depth(self, freezing_index: float | None) -> CalculationStep:
        """From the freezing index."""
        return loads.frost_depth(freezing_index)

    def section_m(self, size: str) -> tuple[float, float]:
        """Measured size."""
        return timber.section_m(size)

    def species(self) -> tuple[str, ...]:
        """Woods of O86."""
        return ("Douglas Fir-Larch", "Hem-Fir", "Spruce-Pine-Fir", "Northern Species")

    def grades(self) -> tuple[str, ...]:
        """Grades of O86."""
        return ("Select Structural", "No.1/No.2", "No.1", "No.2", "No.3")

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        """O86 6.4, 6.5."""
        return timber.strength(kind, wood, load)

    def long_term_strength(self, kind: Kind, wood: Wood, load: LoadType, *, permanent_over_standard: float) -> Strength:
        """O86 5.3.2.3."""
        return timber.strength(kind, wood, load, permanent_over_standard=permanent_over_standard)

    def book_value(self, kind: Kind, wood: Wood) -> CalculationStep:
        """O86 Tables 6.3.1A to C."""
        row = timber.reference(wood)
        column, symbol = timber.COLUMN[kind]
        return given_step(
            symbol, row.number(f"{column}_pa") / 1e6, "MPa", source=row.source, says=f"{row.text['table']} lumber"
        )

    def named_factor(self, name: str, wood: Wood, load: LoadType) -> float:
        """K_Zb, K_D, K_H."""
        return timber.named_factor(name, wood, load)

    def stability(self, wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
        """O86 6.5.4.2."""
        return members.stability(wood, ask)

    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        """NBC Table 4.1.3.2.-A."""
        return loads.combinations(edition)

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[DeflectionLimit, ...]:
        """Live load L/360; no rule for the years is entered."""
        return (floors.sag(limit_ratio),)

    def deck_sags(self, wood: Wood, dwelling_units: int) -> tuple[DeflectionLimit, ...]:
        """NBC 2025 Table 9.4.3.1."""
        return floors.deck_sags(dwelling_units)

    def roof_sags(self, wood: Wood) -> tuple[DeflectionLimit, ...]:
        """L/180 (NBC 9.4.3.1)."""
        return (roof_sag(180.0, "nbc: 9.4.3.1; high"),)

    def stair(self, stringer: str) -> StairLimits:
        """NBC 9.8."""
        return loads.STAIR

    def foundation_depth(self, soil: Soil, frost_m: float) -> CalculationStep | None:
        """NBC Table 9.12.2.2."""
        return loads.foundation_depth(soil, frost_m)

    def joist_span(self, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
        """NBC 9.23.4.2."""
        return floors.joist_span(self, woods, ask)

    def shown_m(self, span_m: float) -> float:
        """Rounded to 0.01 m, then cut to the inch."""
        return floors.shown_m(span_m)

    def rafter_span(self, woods: tuple[Wood, ...], ask: RafterInput) -> SpanResult:
        """1.25 D + 1.5 S with sharing (case 2), snow alone on the sag. NBC 9.4.3.1."""
        shared = tuple(replace(wood, shared=True) for wood in woods)
        return rafter_span(self, shared, ask, sags=(floors.sag(ask.limit_ratio),))

    def beam_span(self, woods: tuple[Wood, ...], ask: BeamInput) -> SpanResult:
        """Built-up beams."""
        return floors.beam_span(self, woods, table_basis=ask.table, supported_m=ask.supported_m, floor=ask.floor)

    def column(self, wood: Wood, load: LoadType, ask: ColumnInput) -> Column:
        """O86 6.5.6."""
        return members.column(
            wood, load, height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m
        )[0]

    def column_use(self, wood: Wood, load: LoadType, ask: ColumnInput) -> CalculationStep:
        """P/P_r + M/M_r grown by 1/(1 − P/P_E): on the safe side of the clause, whose exact form was not recalled."""
        column, euler = members.column(
            wood, load, height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m
        )
        strong = replace(wood, flat=wood.flat and wood.plies == 1 and wood.width_m == wood.depth_m)
        moment = self.moment_capacity(strong, load).value
        p, m, pe = ask.axial_n / 1000, ask.moment_n_m / 1000, euler / 1000
        if p >= pe:
            self.none("rule past the buckling load", "a stockier post")
        return CalculationStep(
            symbol="u",
            value=p / column.capacity.value + m / moment / (1 - p / pe),
            unit="",
            formula="P / P_r + M / M_r / (1 - P / P_E)",
            inputs=(
                ("P", p, "kN"),
                ("P_r", column.capacity.value, "kN"),
                ("M", m, "kN.m"),
                ("M_r", moment, "kN.m"),
                ("P_E", pe, "kN"),
            ),
            source="o86: 6.5.10; low, on the safe side",
        )

    def seat(self, wood: Wood, load: LoadType, ask: SeatInput) -> BearingArea:
        """O86 6.5.7."""
        return members.seat(wood, load, width_m=ask.width_m, length_m=ask.length_m, from_end_m=ask.from_end_m)

    def treatment(self, part: str, clearance_m: float | None) -> tuple[str, str]:
        """CSA O80 use categories."""
        return treatment("ca", part, clearance_m)

    def notched(
        self, wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None, slope: float
    ) -> Notched:
        """O86 6.5.5.3."""
        return members.notched(wood, load, left_m=left_m, to_reaction_m=to_reaction_m)

    def deck_live_pa(
        self, *, ground_snow_pa: float | None, rain_pa: float | None, deck_width_m: float | None, raised: bool
    ) -> CalculationStep:
        """NBC 9.4.2.3."""
        return loads.deck_live(ground_snow_pa, rain_pa, deck_width_m)

    def guard_needed(self, *, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
        """NBC 9.8.8."""
        return loads.guard_needed(height_m=height_m, dwelling_units=dwelling_units, inside=inside, stair=stair)

    def guard_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """NBC Table 9.8.8.2."""
        return loads.GUARD_LOAD

    def handrail_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """NBC 9.8.7.7."""
        return loads.HANDRAIL_LOAD

    def velocity_pressure(self, place: WindPlace, height_m: float | None) -> tuple[CalculationStep, CalculationStep]:
        """C_e and q C_e."""
        if not place.pressure_pa > 0:
            raise InvalidInputError("wind_pressure", "must be above 0")
        if height_m is None:
            raise InvalidInputError("height", "is needed")
        ce = loads.exposure_factor(place.exposure, height_m)
        q = place.pressure_pa / 1000
        step = CalculationStep(
            symbol="p",
            value=q * ce.value,
            unit="kPa",
            formula="q * C_e",
            inputs=(("q", q, "kPa"), ("C_e", ce.value, "")),
            source="nbc: 4.1.7; high",
        )
        return ce, step

    def gust_m_per_s(self, place: WindPlace) -> float:
        """q = .00064645 V² in kPa of an hourly mean, and 1.52 of it as a 3-second gust. Source: NBC appendix C; Durst (medium)."""
        return 1.52 * math.sqrt(place.pressure_pa / 0.64645)

    def gust_says(self, place: WindPlace) -> str:
        """The hourly pressure, and the speed it means."""
        hourly = math.sqrt(place.pressure_pa / 0.64645)
        return f"hourly pressure {place.pressure_pa / 1000:.2f} kPa ({3.6 * hourly:.0f} km/h)"

    def wind_on_leg(self, place: WindPlace, leg: WindLeg) -> WindOnFence:
        """NBC 4.1.7, times the load factor of wind."""
        return loads.wind_on_leg(place, leg)

    def face_pressure(
        self, place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None
    ) -> CalculationStep:
        """NBC 4.1.7."""
        return loads.face_pressure(place, face, zone, coefficient=coefficient)

    def roof_snow(self, ask: SnowInput) -> tuple[CalculationStep, CalculationStep]:
        """NBC 9.4.2.2 or 4.1.6.2; the flat roof's snow first."""
        if ask.rain_pa is None:
            raise InvalidInputError("rain_load", "is needed")
        if ask.method == "part 9":
            found = loads.part9_snow(ask.ground_pa, ask.rain_pa, ask.roof_width_m)
            return found, found
        flat = loads.part4_snow(
            ask.ground_pa, ask.rain_pa, 0.0, slippery=ask.slippery, importance=ask.importance_factor
        )
        return flat, loads.part4_snow(
            ask.ground_pa, ask.rain_pa, ask.slope_rad, slippery=ask.slippery, importance=ask.importance_factor
        )

    def snow_density(self, ground_pa: float) -> CalculationStep:
        """NBC 4.1.6.13."""
        return loads.snow_density(ground_pa)

    def snow_drift(self, ask: DriftInput) -> tuple[CalculationStep, CalculationStep]:
        """NBC 2015 4.1.6.5."""
        return loads.snow_drift(ask.ground_pa, ask.upper_length_m, ask.step_m)

    def ply_nailing(self, *, ply_m: float, nail_m: float, diameter_m: float) -> tuple[float, float, str]:
        """89 mm nails through 38 mm plies: 51 mm into the second; how thick a nail of that length is at least."""
        least_mm = loads.nail_diameter_m(nail_m) / MM
        return nail_m - ply_m, 0.051, f"nbc: 9.23.8.3, nails of 89 mm, {least_mm:g} mm thick at least; high"
