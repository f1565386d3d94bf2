"""What a school's fixings hold: sideways, pulled out, in wind, ledgers and plies."""

from steady.design_codes.facets.school import School
from steady.design_codes.requests import FastenerInput, ScrewInput
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.dowels import Dowel, johansen_n, screw_pull_n
from steady.units.trade import Units


def screws_by_ec5(ask: ScrewInput, rho: float, units: Units, *, source: str) -> CalculationStep:
    """Characteristic value × k_mod of a gust / γ_M; a slant earns nothing more. Source: EN 1995-1-1 8.2.2, 8.7 (medium)."""
    d, holds, through = ask.diameter_m * 1000, ask.holds_m * 1000, ask.through_m * 1000
    if not (d > 0 and holds > 0 and through > 0):
        raise OutOfScopeError("the screw reaches nothing to hold in", "a longer screw")
    if ask.pulled:
        each_n = screw_pull_n(d_mm=d, length_mm=holds, rho=rho)
    else:
        my = 0.3 * 600.0 * d**2.6
        each_n = min(
            johansen_n(Dowel(d_mm=d, bored=d > 6, yield_n_mm=my), side_mm=through, main_mm=holds, rho=rho).values()
        )
    return CalculationStep(
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


class Fasteners(School):
    """What a school's fixings hold: sideways, pulled out, in wind, ledgers and plies."""

    def ledger_table(
        self, *, fixing: str, diameter_m: float, sheathing_m: float, joist_span_m: float, live_pa: float
    ) -> CalculationStep:
        """Spacing of ledger fixings."""
        self.none("table of ledger fixings", "calculate the load on each fixing")

    def fastener_lateral(self, ask: FastenerInput) -> tuple[CalculationStep, str]:
        """What one fixing holds sideways, and its mode. Reference or characteristic value."""
        self.none("rule for fixings")

    def fastener_withdrawal(
        self, *, fastener: str, diameter_m: float, penetration_m: float | None, wood: str, axis_rad: float
    ) -> CalculationStep:
        """What one fixing holds in pull-out: per length without a penetration (us), whole otherwise."""
        self.none("rule for pull-out")

    def screws_in_wind(self, ask: ScrewInput) -> CalculationStep:
        """What screws hold against wind outdoors, at the school's design level.

        Where a school has no rule entered, Eurocode 5's with a characteristic density of 0.85 of the mean [practice, low].
        """
        return screws_by_ec5(
            ask,
            0.85 * ask.density_kg_per_m3,
            self.units,
            source="practice: Eurocode 5 where this code has none entered; low",
        )

    def ply_nailing(self, *, ply_m: float, nail_m: float, diameter_m: float) -> tuple[float, float, str]:
        """Reach into the second ply, reach needed (m), and the rule."""
        self.none("rule for nails through plies")
