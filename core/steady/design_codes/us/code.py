"""The United States school: allowable stress (NDS), loads by ASCE 7, footings and posts by IBC, decks by IRC."""

import math

from steady.design_codes import pole_embedment
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import rafter_span
from steady.design_codes.requests import (
    BeamInput,
    ColumnInput,
    DriftInput,
    FastenerInput,
    FloorLoad,
    JoistInput,
    Kind,
    LateralRestraint,
    LoadType,
    OpenFace,
    OpenRoofInput,
    PadInput,
    PostInput,
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
    AlongWind,
    BearingArea,
    Column,
    Combination,
    DeflectionLimit,
    GableWind,
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
    product_step,
    roof_sag,
)
from steady.design_codes.treatment import treatment
from steady.design_codes.us import deck_provisions, fasteners, ground, loads, members, sizes, spans, timber, wind
from steady.design_codes.us.fasteners import DowelFastener
from steady.design_codes.us.joints import NdsJoints
from steady.design_codes.us.members import AxialBendingResult
from steady.errors import InvalidInputError
from steady.plan.model import CalculationStep
from steady.units.units import FT, IN, LB, MPH, PSF, PSI

WIND_DURATION = 1.6
WET_SCREW = 0.7
"""C_D of wind and C_M of screws outdoors. NDS 2.3.2, 11.3.3 (from memory, high and medium)."""
ROOT_SHARE = 0.7
"""Root over shank diameter of a thread [common practice, medium]."""


class UnitedStates(Rulebook):
    """NDS 2018, ASCE 7-16 or 7-22, IBC 2021. Every value is from memory and marked so until a person compares it."""

    key = "us"
    steel_factor = 1 / 1.67
    steel_source = "practice: AISC 360-16 F7, F8, from memory, high"
    joints = NdsJoints()
    floor_snow_asked = True
    title = "United States"
    edition = "NDS 2018, ASCE 7-16/7-22, IBC and IRC 2021"
    metric = False
    stress_unit = "psi"
    default_grade = "No.2"
    default_dead_pa = 10 * PSF
    default_live_pa = 40 * PSF
    default_post = "4x4"
    small_lengths = "in"
    joist_longest_m = 18 * FT
    rafter_longest_m = 26 * FT
    beam_table_one_side = True
    least_psf = wind.LEAST_PSF
    least_bearing_m = (1.5 * IN, 1.5 * IN)
    least_bearing_source = "irc: R507.6.1; high"
    exposures = ("B", "C", "D")
    exposures_say = ("B: houses, trees", "C: open, scattered obstructions", "D: open water, flats")
    editions = ("ASCE 7-16", "ASCE 7-22")
    wind_says = "Basic wind speed"
    added_source = "nds: 3.9.2, without buckling: the boards hold the rail along its length; high"

    # Ground
    def soils(self) -> tuple[Soil, ...]:
        """Every soil the school names."""
        return ground.soils()

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """IBC 1807.3.2.1."""
        return pole_embedment.embedment(
            load_n=load_n,
            height_m=height_m,
            width_m=width_m,
            lateral_pa_per_m=soil.lateral_pa_per_m,
            soil_factor=soil_factor,
        )

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """IBC 1807.3.2.1 in the limit."""
        return ground.embedment_for_moment(
            moment_n_m=moment_n_m, width_m=width_m, lateral_pa_per_m=soil.lateral_pa_per_m, soil_factor=soil_factor
        )

    def moment_in_ground(
        self, *, load_n: float, height_m: float, width_m: float, depth_m: float, soil: Soil
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Where the shear of the pole formula's pressures turns."""
        return ground.moment_in_ground(load_n=load_n, height_m=height_m, depth_m=depth_m)

    def pad_thickness(self, *, width_m: float, post_m: float) -> CalculationStep:
        """IRC R507.3.1."""
        return deck_provisions.pad_thickness(width_m, post_m)

    def pad_table(self, ask: PadInput) -> Pad:
        """IRC R507.3.1."""
        if ask.area_m2 is None:
            raise InvalidInputError("supported_area", "is needed")
        if ask.bearing_pa is None:
            raise InvalidInputError("soil_bearing", "is needed")
        return deck_provisions.pad_table(
            area_m2=ask.area_m2,
            bearing_pa=ask.bearing_pa,
            live_pa=ask.live_pa,
            dead_pa=ask.dead_pa,
            round_pad=ask.round_pad,
        )

    def uplift(self) -> tuple[float, float, float, str]:
        """0.6 D − 0.6 W, concrete 145 pcf."""
        return 0.6, 0.6, deck_provisions.CONCRETE_PCF * LB / FT**3, "asce-7-16: 2.4.1; high"

    def frost_waived(
        self, *, deck_height_m: float, deck_area_m2: float, roofed: bool, attached: bool, masonry: bool
    ) -> tuple[bool, str]:
        """Free-standing decks need no frost footing. Source: IRC R403.1.4.1 (from memory, medium)."""
        waived = not (attached or roofed or masonry)
        return waived, "irc: R403.1.4.1, decks not carried by a dwelling; medium"

    # Timber
    def section_m(self, size: str) -> tuple[float, float]:
        """Dressed size."""
        return sizes.section_m(size)

    def species(self) -> tuple[str, ...]:
        """Species of tables 4A and 4B."""
        return tuple(dict.fromkeys(timber.all_species()))

    def grades(self) -> tuple[str, ...]:
        """No.2 alone is entered."""
        return ("No.2",)

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        """NDS Table 4.3.1."""
        return timber.strength(kind, wood, load)

    def book_value(self, kind: Kind, wood: Wood) -> CalculationStep:
        """Tables 4A, 4B, 4D."""
        row = timber.reference(wood.species, wood.size, wood.grade)
        column, symbol = timber.COLUMN[kind]
        return given_step(
            symbol, row.number(f"{column}_pa") / PSI, "psi", source=row.source, says=f"table {row.text['table']}"
        )

    def specific_gravity(self, wood: Wood) -> float:
        """G of the table."""
        return timber.reference(wood.species, wood.size, wood.grade).number("gravity_ratio")

    def named_factor(self, name: str, wood: Wood, load: LoadType) -> float:
        """C_F, C_D, C_r."""
        return timber.named_factor(name, wood, load)

    def creep_factor(self, wood: Wood) -> CalculationStep:
        """K_cr. Source: NDS 3.5.2 (from memory, high)."""
        return given_step(
            "K_cr",
            2.0 if wood.wet else 1.5,
            "",
            source="nds: 3.5.2; high",
            says="sag under lasting load grows by this over years" + (", wood set wet" if wood.wet else ""),
        )

    def stability(self, wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
        """C_L and R_B. NDS 3.3.3; F_b* leaves C_fu out, which is 1 on edge."""
        b_in, d_in = wood.across_m / IN, wood.bending_depth_m / IN
        effective_m = ask.effective_m
        if effective_m is None:
            if ask.unbraced_m is None:
                raise InvalidInputError("unbraced_length", "is needed, or effective_length")
            effective_m = members.effective_length_in(ask.load_case, ask.unbraced_m / IN, d_in) * IN
        if not effective_m > 0:
            raise InvalidInputError("unbraced_length", "must be above 0")
        bending = (
            ask.bending_pa if ask.bending_pa is not None else self.strength("bending", wood, ask.load).allowed_pa
        ) / PSI
        e_min = (
            ask.stiffness_min_pa
            if ask.stiffness_min_pa is not None
            else self.strength("stiffness_min", wood, ask.load).allowed_pa
        ) / PSI
        factor, slenderness = members.beam_stability(effective_m / IN, b_in, d_in, bending_psi=bending, e_min_psi=e_min)
        if slenderness == 0:
            return given_step("C_L", 1.0, "", source="nds: 3.3.3; high", says="no deeper than wide"), 0.0
        x = 1.20 * e_min / slenderness**2 / bending
        step = CalculationStep(
            symbol="C_L",
            value=factor,
            unit="",
            formula="(1 + x) / 1.9 - sqrt(((1 + x) / 1.9) ** 2 - x / 0.95)",
            inputs=(("x", x, ""),),
            source="nds: 3.3.3; high",
            says=f"x = 1.20 E_min / R_B² / F_b, R_B {slenderness:.2f}",
        )
        return step, slenderness

    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        """ASCE 7-16 2.4.1."""
        return loads.combinations(edition)

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[DeflectionLimit, ...]:
        """Live load L/360, and L/240 with the lasting load grown by K_cr (R301.7; the latter practice)."""
        creep = self.creep_factor(wood).value
        first = limit_ratio or 360.0
        return (
            DeflectionLimit(
                kind="deflection",
                dead=0.0,
                live=1.0,
                limit_ratio=first,
                source="irc: R301.7; high",
                says="live load only",
            ),
            DeflectionLimit(
                kind="long-term deflection",
                dead=creep,
                live=1.0,
                limit_ratio=first * 2 / 3,
                source="nds: 3.5.2; high",
                says="long-term dead load; limit from practice, two thirds of the live one",
            ),
        )

    def roof_sags(self, wood: Wood) -> tuple[DeflectionLimit, ...]:
        """L/240 (R301.7)."""
        return (roof_sag(240.0, "irc: R301.7; high"),)

    # Spans and members
    def joist_span(self, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
        """IRC R507.6, or NDS."""
        return spans.joist_span(self, woods, ask)

    def rafter_span(self, woods: tuple[Wood, ...], ask: RafterInput) -> SpanResult:
        """NDS with the roof or snow duration; live load alone on the sag."""
        sag = DeflectionLimit(
            kind="deflection",
            dead=0,
            live=1,
            limit_ratio=ask.limit_ratio,
            source="irc: R301.7; high",
            says="live load only",
        )
        return rafter_span(self, woods, ask, sags=(sag,))

    def joist_cantilever(
        self, woods: tuple[Wood, ...], *, back_span_m: float, tip_n: float, tip_limit_ratio: float
    ) -> SpanResult:
        """IRC R507.6's terms."""
        return spans.joist_cantilever(woods, back_span_m=back_span_m, tip_n=tip_n, tip_limit_ratio=tip_limit_ratio)

    def joist_cantilever_table(self, woods: tuple[Wood, ...], *, spacing_m: float, floor: FloorLoad) -> SpanResult:
        """IRC R507.6."""
        row = spans.joist_table(woods, spacing_m, floor)
        name = f"table R507.6: row {row.text['size']} {row.text['group']}, column {spacing_m / IN:.0f} in, overhang"
        return spans.cell(row, "cantilever_m", "a", says=name)

    def seat_size(self, width_m: float) -> str:
        """Bearing strength is the same for all dimension lumber of a species."""
        return "2x6"

    def beam_span(self, woods: tuple[Wood, ...], ask: BeamInput) -> SpanResult:
        """IRC R507.5, or NDS."""
        return spans.beam_span(self, woods, ask)

    def post_height(self, wood: Wood, ask: PostInput) -> SpanResult:
        """NDS 3.7.1, or IRC R507.4."""
        return spans.post_height(self, wood, ask)

    def column(self, wood: Wood, load: LoadType, ask: ColumnInput) -> Column:
        """NDS 3.7.1, both ways of buckling."""
        fc = self.strength("compression", wood, load)
        e_min = self.strength("stiffness_min", wood, load).allowed_pa / PSI
        strong_in, weak_in = self._sides(wood)
        fc_psi = fc.allowed_pa / PSI
        strong = members.column_stability(ask.end_factor * ask.height_m / IN, strong_in, fc_psi, e_min_psi=e_min)
        weak_m = ask.height_weak_m if ask.height_weak_m is not None else ask.height_m
        weak = members.column_stability(ask.end_factor * weak_m / IN, weak_in, fc_psi, e_min_psi=e_min)
        least = min(strong, weak)
        slender = ask.end_factor * (ask.height_m / IN / strong_in if strong <= weak else weak_m / IN / weak_in)
        x = 0.822 * e_min / slender**2 / fc_psi
        buckling = CalculationStep(
            symbol="C_P",
            value=least,
            unit="",
            formula="(1 + x) / 1.6 - sqrt(((1 + x) / 1.6) ** 2 - x / 0.8)",
            inputs=(("x", x, ""),),
            source="nds: 3.7.1; high",
            says=f"x = 0.822 E_min / (l_e / d)² / F_c, l_e / d {slender:.1f}",
        )
        capacity = product_step(
            "P",
            [("C_P", least, ""), ("F_c", fc_psi, "psi"), ("A", wood.area_m2 / IN**2, "in2")],
            "lb",
            source="nds: 3.7.1; high",
        )
        return Column(buckling=buckling, capacity=capacity)

    @staticmethod
    def _sides(wood: Wood) -> tuple[float, float]:
        across, deep = wood.plies * wood.width_m / IN, wood.depth_m / IN
        return max(across, deep), min(across, deep)

    def column_use(self, wood: Wood, load: LoadType, ask: ColumnInput) -> CalculationStep:
        """NDS Eq. 3.9-3, bending about the strong axis, edge held."""
        column = self.column(
            wood, load, ColumnInput(height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m)
        )
        e_min = self.strength("stiffness_min", wood, load).allowed_pa / PSI
        strong_in, weak_in = self._sides(wood)
        weak_m = ask.height_weak_m if ask.height_weak_m is not None else ask.height_m
        fc = ask.axial_n / wood.area_m2 / PSI
        fb = ask.moment_n_m / (wood.area_m2 * strong_in * IN / 6) / PSI
        use = members.combined_use(
            AxialBendingResult(
                compression_psi=fc,
                compression_strength_psi=column.capacity.value / (wood.area_m2 / IN**2),
                buckling_strong_psi=0.822 * e_min / (ask.end_factor * ask.height_m / IN / strong_in) ** 2,
                buckling_weak_psi=0.822 * e_min / (ask.end_factor * weak_m / IN / weak_in) ** 2,
                bending_strong_psi=fb,
                bending_strength_strong_psi=self.strength("bending", wood, load).allowed_pa / PSI,
            )
        )
        strength_psi = column.capacity.value / (wood.area_m2 / IN**2)
        euler_psi = 0.822 * e_min / (ask.end_factor * ask.height_m / IN / strong_in) ** 2
        return CalculationStep(
            symbol="u",
            value=use,
            unit="",
            formula="(f_c / F_c') ** 2 + f_b / (F_b' * (1 - f_c / F_cE))",
            inputs=(
                ("f_c", fc, "psi"),
                ("F_c'", strength_psi, "psi"),
                ("f_b", fb, "psi"),
                ("F_b'", self.strength("bending", wood, load).allowed_pa / PSI, "psi"),
                ("F_cE", euler_psi, "psi"),
            ),
            source="nds: 3.9.2 Eq. 3.9-3; high",
            says="squeeze and bending together",
        )

    def seat(self, wood: Wood, load: LoadType, ask: SeatInput) -> BearingArea:
        """NDS 3.10."""
        length_m = ask.length_m
        factor = members.bearing_factor(length_m / IN, ask.from_end_m / IN)
        strength = self.strength("bearing", wood, load)
        capacity = product_step(
            "R",
            [
                ("F_cp", strength.allowed_pa / PSI, "psi"),
                ("C_b", factor, ""),
                ("b", ask.width_m / IN, "in"),
                ("l_b", length_m / IN, "in"),
            ],
            "lb",
            source="nds: 3.10; high",
        )
        return BearingArea(factor=factor, effective_length_m=length_m * factor, capacity=capacity)

    def notched(
        self, wood: Wood, load: LoadType, *, left_m: float, to_reaction_m: float | None, slope: float
    ) -> Notched:
        """NDS 3.4.3.2(a)."""
        shear = self.strength("shear", wood, load).allowed_pa / PSI
        b, d, dn = wood.across_m / IN, wood.bending_depth_m / IN, left_m / IN
        value = members.notched_shear_lb(shear, b, d, left_in=dn)
        step = CalculationStep(
            symbol="V_r",
            value=value,
            unit="lb",
            formula="2 / 3 * F_v * b * d_n * (d_n / d) ** 2",
            inputs=(("F_v", shear, "psi"), ("b", b, "in"), ("d_n", dn, "in"), ("d", d, "in")),
            source="nds: 3.4.3.2; high",
        )
        return Notched(factor=(dn / d) ** 2, capacity=step)

    # Decks, guards, stairs
    def deck_live_pa(
        self, *, ground_snow_pa: float | None, rain_pa: float | None, deck_width_m: float | None, raised: bool
    ) -> CalculationStep:
        """40 psf."""
        return loads.deck_live()

    def ledger_table(
        self, *, fixing: str, diameter_m: float, sheathing_m: float, joist_span_m: float, live_pa: float
    ) -> CalculationStep:
        """IRC R507.9.1.3(1)."""
        return deck_provisions.ledger_table(
            fixing=fixing,
            diameter_m=diameter_m,
            sheathing_m=sheathing_m,
            joist_span_m=joist_span_m,
            live_pa=live_pa,
        )

    def guard_needed(self, *, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
        """IRC R312, IBC 1015."""
        return deck_provisions.guard_needed(height_m=height_m, dwelling_units=dwelling_units, stair=stair)

    def guard_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """200 lb; of more than two dwellings 50 lb a foot, too."""
        return deck_provisions.guard_load(dwelling_units)

    @property
    def stair_point_n(self) -> tuple[float, str]:
        """300 lb on 4 sq in. IRC R301.5 (from memory, high)."""
        return 300 * LB, "irc: R301.5; high"

    def stair(self, stringer: str) -> StairLimits:
        """IRC R311.7."""
        return deck_provisions.stair(stringer)

    def screws_in_wind(self, ask: ScrewInput) -> CalculationStep:
        """NDS 12.2 and 12.3 with the wind's duration and wet service; at a slant C_tn."""
        fastener = "lag screw" if ask.diameter_m > 0.24 * IN else "wood screw"
        gravity = timber.species_gravity(ask.wood.species)
        if ask.pulled:
            each = fasteners.withdrawal(fastener=fastener, diameter_m=ask.diameter_m, gravity=gravity)
            one, name = each.value * ask.holds_m / IN, "nds: 12.2"
        else:
            each, _ = fasteners.lateral(
                DowelFastener(
                    fastener=fastener, diameter_m=ask.diameter_m * ROOT_SHARE, side_m=ask.through_m, main_m=ask.holds_m
                ),
                gravity=gravity,
                angle_rad=math.pi / 2,
            )
            one, name = each.value, "nds: 12.3"
        slant = (0.67 if ask.pulled else 0.83) if ask.slanted else 1.0
        return CalculationStep(
            symbol="R_s",
            value=ask.count * one * WIND_DURATION * WET_SCREW * slant,
            unit="lb",
            formula="n * R * C_D * C_M * C_tn",
            inputs=(
                ("n", float(ask.count), ""),
                ("R", one, "lb"),
                ("C_D", WIND_DURATION, ""),
                ("C_M", WET_SCREW, ""),
                ("C_tn", slant, ""),
            ),
            source=f"{name}, 11.3.2, 11.3.3, 12.5.4; medium",
            says=f"{ask.count} screws of {ask.diameter_m / IN:.3f} in, {ask.holds_m / IN:.2f} in into what holds them",
        )

    def ply_nailing(self, *, ply_m: float, nail_m: float, diameter_m: float) -> tuple[float, float, str]:
        """10d (3 in) nails through 1-1/2 in plies: half their length into the second."""
        return nail_m - ply_m, 1.5 * IN, "irc: R507.5, two rows of 10d nails; high"

    # Weather
    def velocity_pressure(self, place: WindPlace, height_m: float | None) -> tuple[CalculationStep, CalculationStep]:
        """ASCE 7 26.10."""
        if height_m is None:
            raise InvalidInputError("height", "is needed")
        if not place.speed_m_per_s > 0:
            raise InvalidInputError("wind_speed", "must be above 0")
        return wind.velocity_pressure(
            height_m, place.speed_m_per_s, place.exposure, edition=place.edition or "ASCE 7-16"
        )

    def face_coefficient(
        self, face: WindFace, zone: str, *, from_end_m: float | None = None, to_end_m: float | None = None
    ) -> float:
        """ASCE 7 Fig. 29.3-1."""
        return wind.face_coefficient(face, zone or "run")

    def treatment(self, part: str, clearance_m: float | None) -> tuple[str, str]:
        """AWPA use categories, the post in the ground by the building code."""
        return treatment("us", part, clearance_m)

    def porosity_factor(self, solidity: float) -> float:
        """ASCE 7 Fig. 29.3-1 note."""
        return wind.porosity_factor(solidity)

    def face_pressure(
        self, place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None
    ) -> CalculationStep:
        """ASCE 7 29.3 and 29.4."""
        if not place.speed_m_per_s > 0:
            raise InvalidInputError("wind_speed", "must be above 0")
        return wind.face_pressure(place, face, zone or "run", coefficient=coefficient)

    def face_arm_m(self, face: WindFace) -> float:
        """With the 5 % of a solid face near the ground."""
        if face.solidity >= 0.7:
            return wind.resultant_arm_m(face.solid_height_m, face.top_height_m)
        return super().face_arm_m(face)

    def gust_says(self, place: WindPlace) -> str:
        """Basic wind speed as mapped."""
        return f"{place.speed_m_per_s / MPH:.0f} mph basic wind speed, exposure {place.exposure}"

    def wind_on_leg(self, place: WindPlace, leg: WindLeg) -> WindOnFence:
        """ASCE 7 sections 29.3 and 29.4."""
        return wind.wind_on_leg(place, leg, self.least_psf)

    def for_gusts(self) -> "UnitedStates":
        """Without the least 16 psf: a gust alone."""
        return _Gusts()

    def wind_on_fence(self, place: WindPlace, face: WindFace) -> WindOnFence:
        """ASCE 7 section 29.3."""
        return wind.wind_on_fence(place, face)

    def open_roof_pressure(self, place: WindPlace, ask: OpenRoofInput) -> CalculationStep:
        """ASCE 7 27.3.2."""
        return wind.open_roof_pressure(place, ask)

    def open_face_pressure(self, place: WindPlace, face: OpenFace) -> tuple[float, CalculationStep]:
        """ASCE 7 29.4."""
        return wind.open_face_pressure(place, face)

    def open_gable(self, place: WindPlace, ask: OpenRoofInput) -> GableWind:
        """ASCE 7 Fig. 27.3-5."""
        return wind.open_gable(place, ask)

    def open_along(self, place: WindPlace, ask: OpenRoofInput, length_m: float) -> AlongWind:
        """ASCE 7 Fig. 27.3-7."""
        return wind.open_along(place, ask, length_m)

    def roof_shelters(self) -> tuple[tuple[str, str], ...]:
        """ASCE 7-16 Table 7.3-1, note a."""
        return (
            ("fully", "open all round, nothing near"),
            ("partially", "partly sheltered"),
            ("sheltered", "close among tall trees or buildings"),
        )

    def roof_snow(self, ask: SnowInput) -> tuple[CalculationStep, CalculationStep]:
        """ASCE 7-16 chapter 7."""
        return loads.roof_snow(ask)

    def snow_density(self, ground_pa: float) -> CalculationStep:
        """ASCE 7-16 7.7.1."""
        return loads.snow_density(ground_pa)

    def snow_drift(self, ask: DriftInput) -> tuple[CalculationStep, CalculationStep]:
        """ASCE 7-16 7.7.1."""
        return loads.snow_drift(ask)

    def roof_live(self, area_m2: float, rise_in_12: float) -> CalculationStep:
        """ASCE 7-16 4.8.2."""
        return loads.roof_live(area_m2, rise_in_12)

    # Fences
    def sag_limit(self) -> tuple[float, CalculationStep]:
        """L/240, the code's limit for other members, for the lasting sag of a rail."""
        source = "irc: R301.7 other structural members; high; its use for a fence rail is practice"
        return 240.0, given_step("n", 240.0, "", source=source)

    # Fixings
    def fastener_lateral(self, ask: FastenerInput) -> tuple[CalculationStep, str]:
        """NDS 12.3; `wood` is a species."""
        return fasteners.lateral(
            DowelFastener(fastener=ask.fastener, diameter_m=ask.diameter_m, side_m=ask.side_m, main_m=ask.main_m),
            gravity=timber.species_gravity(ask.wood),
            angle_rad=ask.angle_rad,
        )

    def fastener_withdrawal(
        self, *, fastener: str, diameter_m: float, penetration_m: float | None, wood: str, axis_rad: float
    ) -> CalculationStep:
        """NDS 12.2, from side grain; with a penetration the whole fixing."""
        if axis_rad < math.pi / 2 - 1e-9:
            self.none("pull-out along the grain")
        each = fasteners.withdrawal(fastener=fastener, diameter_m=diameter_m, gravity=timber.species_gravity(wood))
        if penetration_m is None:
            return each
        return product_step(
            "W_p", [("W", each.value, "lb/in"), ("p", penetration_m / IN, "in")], "lb", source=each.source
        )


class _Gusts(UnitedStates):
    """The school without its least wind pressure."""

    least_psf = 0.0

    def with_posts_isolated(self, isolated: bool) -> "_Gusts":
        """IBC 1806.3.4."""
        return _PostsIsolated() if isolated else _PostsNotIsolated()


class _PostsNotIsolated(_Gusts):
    """Side values of the ground as tabled for every post: nowhere is half an inch of movement at grade accepted."""

    soil_factor = 1.0

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """IBC 1807.3.2.1 with 1806.3.4."""
        return super().embedment(
            load_n=load_n, height_m=height_m, width_m=width_m, soil=soil, soil_factor=self.soil_factor
        )

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """The same for a moment alone."""
        return super().embedment_for_moment(
            moment_n_m=moment_n_m, width_m=width_m, soil=soil, soil_factor=self.soil_factor
        )


class _PostsIsolated(_PostsNotIsolated):
    """Side values doubled for every post, gate posts too. Source: IBC 1806.3.4, from memory, high."""

    soil_factor = 2.0
