"""The United States school, in its first form: fences by allowable stress (NDS, ASCE 7, IBC)."""

from steady.errors import OutsideScope
from steady.measure.units import LB, PSI
from steady.plan.model import Step
from steady.rulebooks.base import LoadType, Soil, WindOnFence, Wood
from steady.rulebooks.us import ground, timber, wind


class UnitedStates:
    """NDS 2018, ASCE 7-16 or 7-22, IBC 2021. Every value is from memory and marked so until a person compares it."""

    key = "us"
    title = "United States"
    edition = "NDS 2018, ASCE 7-16/7-22, IBC and IRC 2021"

    def soils(self) -> tuple[Soil, ...]:
        """Every soil the school names."""
        return ground.soils()

    def soil(self, name: str) -> Soil:
        """One soil class of IBC Table 1806.2."""
        return ground.soil(name)

    def bending_strength(self, wood: Wood, load: LoadType) -> Step:
        """F_b' (psi)."""
        return timber.adjusted("fb", wood, load)

    def shear_strength(self, wood: Wood, load: LoadType) -> Step:
        """F_v' (psi)."""
        return timber.adjusted("fv", wood, load)

    def stiffness(self, wood: Wood) -> Step:
        """E' (psi)."""
        return timber.adjusted("e", wood, None)

    def creep_factor(self, wood: Wood) -> Step:
        """K_cr. Source: NDS 3.5.2 (from memory, high)."""
        return Step(
            symbol="K_cr",
            value=2.0 if wood.wet else 1.5,
            unit="",
            formula="",
            inputs=(),
            source="nds: 3.5.2; high",
            says="sag under lasting load grows by this over years" + (", wood set wet" if wood.wet else ""),
        )

    def stress_pa(self, step: Step) -> float:
        """psi to Pa."""
        if step.unit != "psi":
            raise OutsideScope(f"a stress in {step.unit}", "give psi")
        return step.value * PSI

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
        """ASCE 7 section 29.3."""
        return wind.wind_on_fence(
            length_m=length_m,
            solid_height_m=solid_height_m,
            top_height_m=top_height_m,
            speed_m_per_s=speed_m_per_s,
            exposure=exposure,
            edition=edition,
        )

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, lateral_pa_per_m: float, soil_factor: float
    ) -> tuple[Step, tuple[Step, ...]]:
        """IBC 1807.3.2.1."""
        return ground.embedment(
            load_n=load_n,
            height_m=height_m,
            width_m=width_m,
            lateral_pa_per_m=lateral_pa_per_m,
            soil_factor=soil_factor,
        )

    def person_leaning(self) -> tuple[float, Step]:
        """200 lb at the top. The code asks it of guards, not of fences: taken over here as prudent practice."""
        step = Step(
            symbol="P_p",
            value=200.0,
            unit="lb",
            formula="",
            inputs=(),
            source="practice: the guard load of IRC R301.5, taken over for fences; no clause asks it",
            says="a person leaning on the top",
        )
        return 200.0 * LB, step

    def sag_limit(self) -> tuple[float, Step]:
        """L/240, the code's limit for other members, for the lasting sag of a rail."""
        step = Step(
            symbol="n",
            value=240.0,
            unit="",
            formula="",
            inputs=(),
            source="irc: R301.7 other structural members; high; its use for a fence rail is practice",
        )
        return 240.0, step
