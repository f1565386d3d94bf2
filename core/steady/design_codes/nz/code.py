"""The school of New Zealand and Australia: NZS 3603 limit states, AS/NZS 1170 loads."""

from steady.design_codes import short_piles
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import EvenLoad, even_span, rafter_span, worst_span
from steady.design_codes.nz import ground, loads, timber
from steady.design_codes.nz.joints import NzJoints
from steady.design_codes.requests import (
    BeamInput,
    ColumnInput,
    JoistInput,
    Kind,
    LateralRestraint,
    LoadType,
    RafterInput,
    SeatInput,
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
    GuardNeeded,
    NamedZone,
    PeopleLoad,
    Soil,
    SpanResult,
    StairLimits,
    Strength,
    WindOnFence,
    given_step,
)
from steady.design_codes.treatment import treatment
from steady.errors import InvalidInputError
from steady.plan.model import CalculationStep


class NewZealand(Rulebook):
    """NZS 3603 amendment 4, AS/NZS 1170. From memory; no cell of the light-timber span tables is entered."""

    key = "nz"
    joints = NzJoints()
    frost_asked = False
    title = "New Zealand and Australia"
    edition = "NZS 3603 amendment 4 (NZS AS 1720.1:2022 has followed it), AS/NZS 1170"
    default_post = "90x90 mm"
    small_lengths = "mm"
    built_up_shares = True
    wind_given_as = "zone"
    wind_says = "Ultimate wind speed of the zone"

    guard_bay_m = 1.5
    deck_point_n = (1800.0, "AS/NZS 1170.1 Table 3.1")
    load_factor = 1.5
    load_factor_source = "as-nzs-1170: 1170.0 1.2 G + 1.5 Q; high; 1.5 on the dead part, too, on the safe side"

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Broms; Brinch Hansen beside it on short piers, the better-founded of the two."""
        return ground.embedment(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)

    def embedment_for_moment(
        self, *, moment_n_m: float, width_m: float, soil: Soil, soil_factor: float
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """The same for a moment alone."""
        return ground.embedment_for_moment(moment_n_m=moment_n_m, width_m=width_m, soil=soil)

    def moment_in_ground(
        self, *, load_n: float, height_m: float, width_m: float, depth_m: float, soil: Soil
    ) -> tuple[CalculationStep, tuple[CalculationStep, ...]]:
        """Broms."""
        return short_piles.moment_in_ground(load_n=load_n, height_m=height_m, width_m=width_m, soil=soil)

    def gust_says(self, place: WindPlace) -> str:
        """The zone's ultimate speed."""
        return f"{place.speed_m_per_s:.0f} m/s at the site, ultimate"

    def wind_on_leg(self, place: WindPlace, leg: WindLeg) -> WindOnFence:
        """AS/NZS 1170.2; the speed is the zone's ultimate one."""
        return loads.wind_on_leg(place, leg)

    def wind_on_fence(self, place: WindPlace, face: WindFace) -> WindOnFence:
        """AS/NZS 1170.2; the speed is the zone's ultimate one."""
        return loads.wind_on_fence(WindPlace(speed_m_per_s=place.speed_m_per_s), face)

    def wind_zones(self) -> tuple[NamedZone, ...]:
        """Zones of both countries by name. Source: data/nz_wind_zones.csv (NZS 3604 5.2, AS 4055, from memory)."""
        return loads.wind_zones()

    def soils(self) -> tuple[Soil, ...]:
        """Good ground."""
        return loads.soils()

    def section_m(self, size: str) -> tuple[float, float]:
        """Finished size."""
        return timber.section_m(size)

    def grades(self) -> tuple[str, ...]:
        """Grades of NZS 3603."""
        return ("SG6", "SG8", "SG10")

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        """NZS 3603 3.2."""
        return timber.strength(kind, wood, load)

    def book_value(self, kind: Kind, wood: Wood) -> CalculationStep:
        """NZS 3603 Table 2.3."""
        row = timber.reference(wood)
        column, symbol = timber.COLUMN[kind]
        return given_step(symbol, row.number(f"{column}_pa") / 1e6, "MPa", source=row.source, says=wood.grade)

    def named_factor(self, name: str, wood: Wood, load: LoadType) -> float:
        """k1, k4 or k5."""
        return timber.named_factor(name, wood, load)

    def creep_factor(self, wood: Wood) -> CalculationStep:
        """k2."""
        return timber.creep(wood)

    def stability(self, wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
        """k8 of S1."""
        length_m = ask.effective_m if ask.effective_m is not None else ask.unbraced_m
        if length_m is None:
            raise InvalidInputError("unbraced_length", "is needed, or slenderness")
        slenderness = timber.beam_slenderness(wood, length_m)
        return timber.slenderness_factor(slenderness), slenderness

    def stability_of(self, slenderness: float) -> CalculationStep:
        """k8."""
        return timber.slenderness_factor(slenderness)

    def combinations(self, live_use: str = "", rule: str = "", edition: str = "") -> tuple[Combination, ...]:
        """AS/NZS 1170.0."""
        return loads.combinations(live_use)

    def uplift(self) -> tuple[float, float, float, str]:
        """0.9 G − W (ultimate), concrete 24 kN/m³."""
        return 0.9, 1.0, loads.CONCRETE_N_PER_M3, "as-nzs-1170: 1170.0 4.2; high"

    def sags(self, wood: Wood, live_use: str, limit_ratio: float | None) -> tuple[DeflectionLimit, ...]:
        """G + ψ_s Q at once, k2 (G + ψ_l Q) over the years, both at L/300 (product default)."""
        use, k2 = loads.use_of(live_use), timber.creep(wood).value
        first = limit_ratio or 300.0
        source = "nzs-3603: 2.7; high; the limit is our default"
        return (
            DeflectionLimit(
                kind="deflection",
                dead=1.0,
                live=loads.SHORT_TERM[use],
                limit_ratio=first,
                source=source,
                says="G + ψ_s Q at once",
            ),
            DeflectionLimit(
                kind="long-term deflection",
                dead=k2,
                live=k2 * loads.LONG_TERM[use],
                limit_ratio=first,
                source=source,
                says="k2 (G + ψ_l Q) over the years",
            ),
        )

    def roof_sags(self, wood: Wood) -> tuple[DeflectionLimit, ...]:
        """G + Q at once, and k2 G over the years (ψ_l of a roof is 0), both at L/240 (practice)."""
        return (
            *super().roof_sags(wood),
            DeflectionLimit(
                kind="long-term deflection",
                dead=timber.creep(wood).value,
                live=timber.creep(wood).value * loads.LONG_TERM["roof"],
                limit_ratio=240.0,
                source="nzs-3603: 2.7; high; the limit is our default",
                says="k2 (G + ψ_l Q) over the years",
            ),
        )

    def instant_live(self, live_use: str) -> float:
        """ψ_s."""
        return loads.SHORT_TERM[loads.use_of(live_use)]

    def joist_span(self, woods: tuple[Wood, ...], ask: JoistInput) -> SpanResult:
        """Our own engine: φM, φV, 1.35G and k2 (G + ψ_l Q); no cell of the light-timber standard is entered."""
        if ask.table:
            self.none("cell of the joist tables", "calculate it: shown as our own engine, not as the table")
        found = [
            even_span(
                self,
                wood,
                EvenLoad(
                    dead_n_per_m=ask.floor.dead_pa * ask.spacing_m,
                    live_n_per_m=ask.floor.live_pa * ask.spacing_m,
                    load=ask.floor.load,
                    sags=self.sags(wood, "domestic floor", ask.limit_ratio)[1:],
                    longest_m=ask.longest_m,
                ),
            )
            for wood in woods
        ]
        return worst_span(found)

    def rafter_span(self, woods: tuple[Wood, ...], ask: RafterInput) -> SpanResult:
        """Our own engine."""
        return rafter_span(self, woods, ask, live_use="roof")

    def beam_span(self, woods: tuple[Wood, ...], ask: BeamInput) -> SpanResult:
        """Our own engine."""
        if ask.table:
            self.none("cell of the bearer tables", "calculate it")
        if ask.supported_m is None:
            raise InvalidInputError("supported_length", "is needed")
        return self.joist_span(
            woods, JoistInput(spacing_m=ask.supported_m, floor=ask.floor, table=False, limit_ratio=None, longest_m=None)
        )

    def column(self, wood: Wood, load: LoadType, ask: ColumnInput) -> Column:
        """NZS 3603 3.3."""
        return timber.column(
            wood, load, height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m
        )

    def column_use(self, wood: Wood, load: LoadType, ask: ColumnInput) -> CalculationStep:
        """M/φM + N/φN."""
        column = self.column(
            wood, load, ColumnInput(height_m=ask.height_m, end_factor=ask.end_factor, height_weak_m=ask.height_weak_m)
        )
        moment = self.moment_capacity(wood, load).value
        n, m = ask.axial_n / 1000, ask.moment_n_m / 1000
        return CalculationStep(
            symbol="u",
            value=m / moment + n / column.capacity.value,
            unit="",
            formula="M / phiM + N / phiN",
            inputs=(("M", m, "kN.m"), ("phiM", moment, "kN.m"), ("N", n, "kN"), ("phiN", column.capacity.value, "kN")),
            source="nzs-3603: 3.4; medium",
        )

    def seat(self, wood: Wood, load: LoadType, ask: SeatInput) -> BearingArea:
        """NZS 3603 3.2.10."""
        return timber.seat(wood, load, width_m=ask.width_m, length_m=ask.length_m, from_end_m=ask.from_end_m)

    def treatment(self, part: str, clearance_m: float | None) -> tuple[str, str]:
        """NZS 3602."""
        return treatment("nz", part, clearance_m)

    def deck_live_pa(
        self, *, ground_snow_pa: float | None, rain_pa: float | None, deck_width_m: float | None, raised: bool
    ) -> CalculationStep:
        """2.0 kPa."""
        return loads.deck_live()

    def guard_needed(self, *, height_m: float, dwelling_units: int, inside: bool, stair: bool) -> GuardNeeded:
        """F4."""
        return loads.guard_needed(height_m=height_m, dwelling_units=dwelling_units, stair=stair)

    def stair(self, stringer: str) -> StairLimits:
        """D1/AS1, main private stairs."""
        return loads.STAIR

    def guard_load(self, dwelling_units: int = 1) -> PeopleLoad:
        """0.75 kN/m."""
        return loads.BARRIER

    def velocity_pressure(self, place: WindPlace, height_m: float | None) -> tuple[CalculationStep, CalculationStep]:
        """0.6 V²."""
        return loads.pressure(place)

    def face_coefficient(
        self, face: WindFace, zone: str, *, from_end_m: float | None = None, to_end_m: float | None = None
    ) -> float:
        """AS/NZS 1170.2."""
        return loads.face_coefficient(face, zone)

    def porosity_factor(self, solidity: float) -> float:
        """K_p."""
        return loads.porosity_factor(solidity)

    def face_pressure(
        self, place: WindPlace, face: WindFace, zone: str, *, coefficient: float | None
    ) -> CalculationStep:
        """q C_p,n K_p, ultimate."""
        _, q = loads.pressure(place)
        cp = coefficient if coefficient is not None else loads.face_coefficient(face, zone)
        kp = loads.porosity_factor(face.solidity)
        return CalculationStep(
            symbol="p",
            value=q.value * cp * kp,
            unit="kPa",
            formula="q * C_p * K_p",
            inputs=(("q", q.value, "kPa"), ("C_p", cp, ""), ("K_p", kp, "")),
            source="as-nzs-1170: 1170.2; medium",
            says="ultimate",
        )

    def ply_nailing(self, *, ply_m: float, nail_m: float, diameter_m: float) -> tuple[float, float, str]:
        """Ten diameters."""
        return nail_m - ply_m, 10 * diameter_m, "practice: ten diameters into the second ply"
