"""The United Kingdom school: Eurocode 5 with the national annex, EN 1991 for wind, barriers by annex and BS 6180."""

import math

from steady.data.loader import keyed
from steady.design_codes.base import Rulebook, screws_by_ec5
from steady.design_codes.bending_members import EvenLoad, even_span, rafter_span, worst_span
from steady.design_codes.requests import (
    BeamInput,
    ColumnInput,
    DriftInput,
    FastenerInput,
    JoistInput,
    Kind,
    LateralRestraint,
    LoadType,
    OpenFace,
    OpenRoofInput,
    RafterInput,
    ScrewInput,
    SeatInput,
    SnowInput,
    WindFace,
    WindLeg,
    WindPlace,
    Wood,
)
from steady.design_codes.results import (
    BearingArea,
    Column,
    Combination,
    DeflectionLimit,
    GableWind,
    GuardNeeded,
    Notched,
    PeopleLoad,
    Soil,
    SpanResult,
    StairLimits,
    Strength,
    WindOnFence,
    given_step,
)
from steady.design_codes.treatment import treatment
from steady.design_codes.uk import fasteners, ground, loads, members, timber
from steady.design_codes.uk.joints import UkJoints
from steady.errors import InvalidInputError
from steady.plan.model import CalculationStep


class UnitedKingdom(Rulebook):
    """EN 1995-1-1 and the UK annex. Every value is from memory and marked so until a person compares it."""

    key = "uk"
    steel_factor = 1.0
    gutter_rain_m = 0.075
    gutter_rain_source = "ec-12056: part 3, national intensity of 0.021 L/s a m2; high"
    steel_source = "practice: EN 1993-1-1 6.2.5, from memory, high"
    joints = UkJoints()
    title = "United Kingdom"
    edition = "EN 1995-1-1, EN 1990, EN 1991-1-4 with UK annexes"
    default_live_pa = 2500.0
    default_post = "100x100 mm"
    exposures = ("0", "I", "II", "III", "IV")
    exposures_say = (
        "0: open sea coast",
        "I: lakes, flat bare land",
        "II: open country, scattered obstacles",
        "III: suburbs, woods",
        "IV: town",
    )
    wind_says = "Basic wind velocity"
    guard_bay_m = 1.2
    guard_sway = (0.025, "ec0: NA Table NA.3, BS 6180; high")
    deck_point_n = (2000.0, "EN 1991-1-1 with the UK annex, balconies")
    load_factor = 1.5
    load_factor_source = "ec0: 6.10; high; 1.5 on the dead part, too, on the safe side"

    def soils(self) -> tuple[Soil, ...]:
        """Ground classes of planted posts; no bearing of untested ground is entered."""
        return ground.soils()

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """PD 6547."""
        return ground.embedment(
            load_n, height_m, width_m, lateral_pa_per_m=soil.lateral_pa_per_m, load_factor=self.load_factor
        )

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """PD 6547 in the limit of a pure moment."""
        return ground.embedment_for_moment(moment_n_m, width_m, soil.lateral_pa_per_m, load_factor=self.load_factor)

    def moment_in_ground(
        self, *, load_n: float, height_m: float, width_m: float, depth_m: float, soil: Soil
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Where the shear turns under PD 6547's pressures."""
        return ground.moment_in_ground(load_n, height_m, width_m, lateral_pa_per_m=soil.lateral_pa_per_m)

    def gust_m_per_s(self, place: WindPlace) -> float:
        """Ten-minute mean to a 3-second gust by 1.43; a typed peak pressure is a gust already. Source: Durst curve (medium)."""
        if place.pressure_pa > 0:
            return math.sqrt(2 * place.pressure_pa / loads.AIR)
        return 1.43 * place.speed_m_per_s

    def gust_says(self, place: WindPlace) -> str:
        """v_b with its peak gust, or the typed peak pressure."""
        if place.pressure_pa > 0:
            return f"peak pressure {place.pressure_pa / 1000:.2f} kPa"
        return f"v_b {place.speed_m_per_s:.1f} m/s in terrain {place.exposure}"

    def wind_on_leg(self, place: WindPlace, leg: WindLeg) -> WindOnFence:
        """EN 1991-1-4 7.4.1, times the load factor."""
        if place.exposure not in self.exposures and not place.pressure_pa > 0:
            self.none(f'terrain "{place.exposure}"', f"one of {', '.join(self.exposures)}: pick it under Ground")
        return loads.wind_on_leg(place, leg, self.load_factor)

    def wind_on_fence(self, place: WindPlace, face: WindFace) -> WindOnFence:
        """EN 1991-1-4 7.4.1, times the load factor."""
        if place.exposure not in self.exposures:
            self.none(f'terrain "{place.exposure}"', f"one of {', '.join(self.exposures)}: pick it under Ground")
        return loads.wind_on_fence(place, face, self.load_factor)

    def section_m(self, size: str) -> tuple[float, float]:
        """Finished size."""
        return timber.section_m(size)

    def grades(self) -> tuple[str, ...]:
        """Strength classes of EN 338."""
        return tuple(keyed("uk_classes"))

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        """EN 1995-1-1 2.4.1."""
        return timber.strength(kind, wood, load)

    def book_value(self, kind: Kind, wood: Wood) -> CalculationStep:
        """EN 338."""
        found = timber.strength(kind, wood, "floor")
        symbol = timber.COLUMN[kind][1]
        return given_step(
            symbol, found.book_pa / 1e6, "MPa", source=timber.reference(wood.grade).source, says=wood.grade
        )

    def specific_gravity(self, wood: Wood) -> float:
        """Characteristic density over water's."""
        return timber.reference(wood.grade).number("rho_k_kg_per_m3") / 1000

    def named_factor(self, name: str, wood: Wood, load: LoadType) -> float:
        """k_h, k_mod, k_sys."""
        return timber.named_factor(name, wood, load)

    def shear_area_m2(self, wood: Wood) -> float:
        """k_cr of the area: cracked wood."""
        return timber.CRACKED * wood.area_m2

    def creep_factor(self, wood: Wood) -> CalculationStep:
        """1 + k_def."""
        kdef = timber.creep(wood.wet)
        return CalculationStep(
            symbol="k_c",
            value=1 + kdef,
            unit="",
            formula="1 + k_def",
            inputs=(("k_def", kdef, ""),),
            source="ec5: Table 3.2; high",
            says="sag under lasting load grows by this over years",
        )

    def stability(self, wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
        """EN 1995-1-1 6.3.3."""
        return members.stability(wood, ask)

    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        """EN 1990 6.10."""
        return loads.combinations(live_use, rule)

    def uplift(self) -> tuple[float, float, float, str]:
        """0.9 G − 1.5 W (EQU), concrete 24 kN/m³ (practice)."""
        return 0.9, 1.5, loads.CONCRETE_N_PER_M3, "ec0: EQU; high"

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[DeflectionLimit, ...]:
        """w_inst at L/300 and w_fin at L/200 (product defaults)."""
        use = {"": "A", "roof": "H"}.get(live_use, live_use)
        kdef = timber.creep(wood.wet)
        first = limit_ratio or 300.0
        source = "ec5: 2.2.3; high; the limit is our default"
        return (
            DeflectionLimit(kind="deflection", dead=1.0, live=1.0, limit_ratio=first, source=source, says="at once"),
            DeflectionLimit(
                kind="long-term deflection",
                dead=1 + kdef,
                live=1 + loads.psi(use, 2) * kdef,
                limit_ratio=first * 2 / 3,
                source=source,
                says="long-term",
            ),
        )

    def roof_sags(self, wood: Wood) -> tuple[DeflectionLimit, ...]:
        """w_inst at L/240 (practice) and w_fin at L/150 (UK NA Table NA.5, no brittle finish); snow has no ψ2."""
        return (
            *super().roof_sags(wood),
            DeflectionLimit(
                kind="long-term deflection",
                dead=1 + timber.creep(wood.wet),
                live=1.0 + loads.psi("snow", 2) * timber.creep(wood.wet),
                limit_ratio=150.0,
                source="ec5: 2.2.3 and UK NA Table NA.5, without a brittle finish; medium",
                says="long-term",
            ),
        )

    def joist_span(self, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
        """Our own engine: strength, w_inst and w_fin; no span table is entered."""
        if ask.table:
            self.none("span table for joists", "calculate it")
        found = [
            even_span(
                self,
                wood,
                EvenLoad(
                    dead_n_per_m=ask.floor.dead_pa * ask.spacing_m,
                    live_n_per_m=ask.floor.live_pa * ask.spacing_m,
                    load=ask.floor.load,
                    limit_ratio=ask.limit_ratio,
                    longest_m=ask.longest_m,
                ),
            )
            for wood in woods
        ]
        return worst_span(found)

    def rafter_span(self, woods: tuple[Wood, ...], ask: RafterInput) -> SpanResult:
        """Snow or maintenance (H) as the one live load."""
        return rafter_span(self, woods, ask, live_use="snow" if ask.roof.load == "snow" else "H")

    def beam_span(self, woods: tuple[Wood, ...], ask: BeamInput) -> SpanResult:
        """Our own engine."""
        if ask.table:
            self.none("span table for beams", "calculate it")
        if ask.supported_m is None:
            raise InvalidInputError("supported_length", "is needed")
        return self.joist_span(
            woods, JoistInput(spacing_m=ask.supported_m, floor=ask.floor, table=False, limit_ratio=None, longest_m=None)
        )

    def column(self, wood: Wood, load: LoadType, ask: ColumnInput) -> Column:
        """EN 1995-1-1 6.3.2."""
        return members.column(
            wood, load, height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m
        )

    def column_use(self, wood: Wood, load: LoadType, ask: ColumnInput) -> CalculationStep:
        """EN 1995-1-1 6.23, 6.24."""
        return members.column_use(wood, load, ask)

    def seat(self, wood: Wood, load: LoadType, ask: SeatInput) -> BearingArea:
        """EN 1995-1-1 6.1.5."""
        return members.seat(wood, load, ask)

    def notched(
        self, wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None, slope: float
    ) -> Notched:
        """EN 1995-1-1 6.5.2."""
        return members.notched(wood, load, left_m=left_m, to_reaction_m=to_reaction_m, slope=slope)

    def treatment(self, part: str, clearance_m: float | None) -> tuple[str, str]:
        """EN 335, BS 8417."""
        return treatment("uk", part, clearance_m)

    def deck_live_pa(
        self, *, ground_snow_pa: float | None, rain_pa: float | None, deck_width_m: float | None, raised: bool
    ) -> CalculationStep:
        """UK annex."""
        return loads.deck_live(raised)

    def guard_needed(self, *, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
        """1100 mm outside."""
        return loads.guard_needed(height_m=height_m, inside=inside, stair=stair)

    def stair(self, stringer: str) -> StairLimits:
        """Approved Document K, private stairs."""
        return loads.STAIR

    def guard_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """0.74 kN/m."""
        return loads.BARRIER

    def velocity_pressure(self, place: WindPlace, height_m: float | None) -> tuple[CalculationStep, CalculationStep]:
        """EN 1991-1-4 4.3 to 4.5; a pressure typed in from the UK charts stands as it is."""
        if place.pressure_pa > 0:
            source = "user: peak pressure from the UK charts"
            return given_step("c_e", 1.0, "", source=source), given_step(
                "q_p", place.pressure_pa / 1000, "kPa", source=source
            )
        if height_m is None:
            raise InvalidInputError("height", "is needed")
        return loads.velocity_pressure(place, height_m)

    def return_factor(self, years: float) -> float:
        """c_prob."""
        return loads.return_factor(years)

    def face_coefficient(
        self, face: WindFace, zone: str, *, from_end_m: float | None = None, to_end_m: float | None = None
    ) -> float:
        """EN 1991-1-4 7.4.1."""
        return loads.face_coefficient(face, zone, from_end_m, to_end_m=to_end_m)

    def face_pressure(
        self, place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None
    ) -> CalculationStep:
        """q_p c_p,net, characteristic."""
        _, q = self.velocity_pressure(place, face.top_height_m)
        cp = coefficient if coefficient is not None else self.face_coefficient(face, zone)
        return CalculationStep(
            symbol="w",
            value=q.value * cp,
            unit="kPa",
            formula="q_p * c_p",
            inputs=(("q_p", q.value, "kPa"), ("c_p", cp, "")),
            source="ec1-4: 7.4.1; high",
            says="characteristic, no load factor",
        )

    def open_roof_pressure(self, place: WindPlace, ask: OpenRoofInput) -> CalculationStep:
        """EN 1991-1-4 Table 7.6, overall coefficient."""
        _, q = self.velocity_pressure(place, ask.height_m)
        cf = loads.canopy_coefficient(ask.slope_rad, ask.obstructed, ask.uplift)
        return CalculationStep(
            symbol="w",
            value=q.value * cf,
            unit="kPa",
            formula="q_p * c_f",
            inputs=(("q_p", q.value, "kPa"), ("c_f", cf, "")),
            source="ec1-4: Table 7.6; medium",
            says="characteristic; up is negative",
        )

    def open_face_pressure(self, place: WindPlace, face: OpenFace) -> tuple[float, CalculationStep]:
        """Upper bounds of EN 1991-1-4 7.11, whose curves are not recalled."""
        return loads.open_face_pressure(self.velocity_pressure(place, face.height_m)[1], face)

    def open_gable(self, place: WindPlace, ask: OpenRoofInput) -> GableWind:
        """EN 1991-1-4 Table 7.7."""
        return loads.open_gable(self.velocity_pressure(place, ask.height_m)[1], ask)

    def roof_snow(self, ask: SnowInput) -> tuple[CalculationStep, CalculationStep]:
        """EN 1991-1-3 5.3: .8 of the snow on the ground, to 30 degrees."""
        found = loads.roof_snow(ask)
        return found, found

    def snow_drift(self, ask: DriftInput) -> tuple[CalculationStep, CalculationStep]:
        """EN 1991-1-3 5.3.6: the whole snow at the wall. The UK annex replaces it, so it is an estimate."""
        return loads.snow_drift(ask)

    def fastener_lateral(self, ask: FastenerInput) -> tuple[CalculationStep, str]:
        """EN 1995-1-1 8.2.2; `wood` is a strength class. Thin fasteners hold alike in every direction."""
        if not 0 <= ask.angle_rad <= math.pi / 2 + 1e-9:
            raise InvalidInputError("load_angle", "must be 0 to 90 degrees")
        return fasteners.lateral(ask)

    def fastener_withdrawal(
        self, *, fastener: str, diameter_m: float, penetration_m: float | None, wood: str, axis_rad: float
    ) -> CalculationStep:
        """EN 1995-1-1 8.7."""
        return fasteners.withdrawal(
            fastener=fastener, diameter_m=diameter_m, penetration_m=penetration_m, grade=wood, axis_rad=axis_rad
        )

    def screws_in_wind(self, ask: ScrewInput) -> CalculationStep:
        """EN 1995-1-1 with the class's own density; outside its sizes on the safe side of practice."""
        grade = ask.wood.grade
        rho = (
            timber.reference(grade).number("rho_k_kg_per_m3")
            if grade in keyed("uk_classes")
            else 0.85 * ask.density_kg_per_m3
        )
        return screws_by_ec5(ask, rho, self.units, source="ec5: 8.2.2, 8.7, 2.4.3; medium")

    def ply_nailing(self, *, ply_m: float, nail_m: float, diameter_m: float) -> tuple[float, float, str]:
        """Eight diameters of a smooth nail."""
        return nail_m - ply_m, 8 * diameter_m, "ec5: 8.3.1; high"
