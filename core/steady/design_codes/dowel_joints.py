"""Joints by Eurocode 5's yield modes, for codes that calculate so; a code gives its density and its design factors."""

import math

from steady.design_codes.joint_rules import (
    TOE_LATERAL,
    TOE_WITHDRAWAL,
    Fastener,
    FastenerKind,
    JointRules,
    LateralCapacity,
    LateralRequest,
    WithdrawalCapacity,
    WithdrawalRequest,
    checked,
    design_step,
    point_side_m,
)
from steady.design_codes.requests import LoadType
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.yield_modes import YieldJoint, double_shear_n, single_shear_n, thin_steel_n
from steady.units.units import MM

TENSILE_MPA: dict[FastenerKind, float] = {"bolt": 400.0, "lag screw": 400.0, "nail": 600.0, "wood screw": 600.0}
"""f_u: bolts of grade 4.6, coach screws, plain nails and screws; a maker's value wins (from memory, high)."""
ROOT_RATIO: dict[FastenerKind, float] = {"lag screw": 0.7, "wood screw": 0.65}
"""Root over nominal diameter where it is not typed (from memory, medium)."""
EFFECTIVE = 1.1
"""d_ef of a threaded shank over its root. EN 1995-1-1 8.7.1 (from memory, high)."""
THICK_MM = 6.0
"""Screws over this are bored and go by the grain, as bolts. EN 1995-1-1 8.7.1 (from memory, high)."""
LEAST_WITHDRAWAL_D = {"nail": 8.0, "wood screw": 6.0, "lag screw": 6.0}
HALF_TIP_D = {"lag screw": 0.31}


class DowelJoints(JointRules):
    """Eurocode 5's yield modes with a code's own design factors."""

    source = "ec5: 8.2, 8.3, 8.5 to 8.7; high"
    least_reach_d: dict[FastenerKind, float] = {"nail": 8.0, "wood screw": 4.0, "lag screw": 4.0}
    thick_screw_m = 0.006 + 1e-9
    group_power = 0.9
    end_grain_lateral = 1 / 3

    def density(self, wood: str) -> float:
        """Characteristic density (kg/m³). Raises OutOfScopeError."""
        raise NotImplementedError

    def lateral_factors(self, kind: FastenerKind, load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
        """What takes a characteristic value sideways to the design level."""
        raise NotImplementedError

    def withdrawal_factors(self, kind: FastenerKind, load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
        """What takes a characteristic value in withdrawal to the design level."""
        raise NotImplementedError

    def lateral(self, request: LateralRequest) -> LateralCapacity:
        """R_k of one fastener and R_d of all, in kN. Source: EN 1995-1-1 8.2, 8.3, 8.5 to 8.7 (from memory, high)."""
        checked(request)
        fastener = request.fastener
        kind, nominal = fastener.kind, fastener.diameter_m / MM
        if request.end_grain and kind == "nail":
            raise OutOfScopeError("nails in end grain", "a screw, or a joint across the grain")
        if request.gap_m > 0:
            raise OutOfScopeError("a packer between the members", "members in contact")
        side_m, main_m = point_side_m(request, self.least_reach_d.get(kind, 4.0), HALF_TIP_D.get(kind, 1.0))
        if (
            request.length_m is None
            and kind == "nail"
            and main_m < self.least_reach_d[kind] * fastener.diameter_m - 1e-9
        ):
            raise OutOfScopeError("the nail reaches too little into the main member", "a longer nail")
        joint = self._joint(request, side_m / MM, main_m / MM)
        if request.side_steel:
            modes = thin_steel_n(joint)
        else:
            modes = double_shear_n(joint) if request.planes == 2 else single_shear_n(joint)
        mode = min(modes, key=lambda name: modes[name])
        reference = CalculationStep(
            symbol="R_k",
            value=modes[mode] / 1000,
            unit="kN",
            formula=f"min({', '.join(modes)}) / 1000",
            inputs=tuple((name, amount, "N") for name, amount in modes.items()),
            source=self.source,
            says=f"mode {mode} yields first; one {kind} of {nominal:g} mm, characteristic, without the rope effect",
        )
        end_grain = self.end_grain_lateral if request.end_grain else 1.0
        factors = [
            ("n", float(request.count), ""),
            ("R_k", reference.value, "kN"),
            *self.lateral_factors(kind, request.load, request.wet),
            ("k_toe", TOE_LATERAL if request.toe else 1.0, ""),
            ("k_end", end_grain, ""),
            ("k_row", request.group, ""),
        ]
        design = design_step("R_d", factors, "kN", source=self.source, says=f"what {request.count} hold")
        return LateralCapacity(reference=reference, design=design, mode=mode)

    def _joint(self, request: LateralRequest, side_mm: float, main_mm: float) -> YieldJoint:
        fastener = request.fastener
        nominal = fastener.diameter_m / MM
        threaded = fastener.kind in ROOT_RATIO
        thick = fastener.kind == "bolt" or (threaded and (fastener.kind == "lag screw" or nominal > THICK_MM + 1e-9))
        d = nominal
        if threaded:
            root = fastener.root_m / MM if fastener.root_m is not None else ROOT_RATIO[fastener.kind] * nominal
            d = EFFECTIVE * root
        rho = self.density(request.wood)
        side_rho = self.density(request.side_wood) if request.side_wood else rho

        def bearing(density: float, angle_rad: float) -> float:
            if not (thick or request.predrilled):
                return float(0.082 * density * d**-0.3)
            strength = 0.082 * (1 - 0.01 * d) * density
            if not thick:
                return strength
            k90 = 1.35 + 0.015 * d
            return float(strength / (k90 * math.sin(angle_rad) ** 2 + math.cos(angle_rad) ** 2))

        return YieldJoint(
            side_mpa=bearing(side_rho, request.angle_side_rad),
            main_mpa=bearing(rho, request.angle_main_rad),
            side_mm=side_mm,
            main_mm=main_mm,
            d_mm=d,
            yield_n_mm=0.3 * TENSILE_MPA[fastener.kind] * d**2.6,
        )

    def withdrawal(self, request: WithdrawalRequest) -> WithdrawalCapacity:
        """F_ax of screws (8.38) and smooth nails (8.3.2), in kN. Source: EN 1995-1-1 (from memory, high)."""
        kind, d = request.fastener.kind, request.fastener.diameter_m / MM
        length, rho = request.holding_m / MM, self.density(request.wood)
        if kind == "bolt":
            raise OutOfScopeError("bolts hold by their washers, not by their thread", "a washer, or a coach screw")
        if request.end_grain:
            raise OutOfScopeError(f"a {kind} pulled out of end grain", "a joint across the grain")
        if length < LEAST_WITHDRAWAL_D[kind] * d - 1e-9:
            raise OutOfScopeError(
                f"the {kind} reaches less than {LEAST_WITHDRAWAL_D[kind]:g} diameters", "a longer fastener"
            )
        if kind == "nail":
            if request.load not in ("wind", "impact"):
                raise OutOfScopeError("smooth nails pulled by a load that lasts", "screws")
            short = min(1.0, length / (4 * d) - 2) if length < 12 * d else 1.0
            each, formula = 20e-6 * rho**2 * d * short, "20e-6 * rho ** 2 * d * k_l"
            if request.wet:
                each, formula = each * 2 / 3, formula + " * 2 / 3"
            inputs: tuple[tuple[str, float, str], ...] = (("rho", rho, "kg/m3"), ("d", d, "mm"), ("k_l", short, ""))
        else:
            each = 0.52 * d**-0.5 * length**-0.1 * rho**0.8 * d * min(d / 8, 1.0)
            formula = "0.52 * d ** -0.5 * l ** -0.1 * rho ** 0.8 * d * k_d"
            inputs = (("d", d, "mm"), ("l", length, "mm"), ("rho", rho, "kg/m3"), ("k_d", min(d / 8, 1.0), ""))
        per_length = CalculationStep(
            symbol="f",
            value=float(each),
            unit="N/mm",
            formula=formula,
            inputs=inputs,
            source=self.source,
            says="per millimetre in the main member",
        )
        one = CalculationStep(
            symbol="F_1",
            value=per_length.value * length / 1000,
            unit="kN",
            formula="f * l / 1000",
            inputs=(("f", per_length.value, "N/mm"), ("l", length, "mm")),
            source=self.source,
        )
        together = float(request.count**self.group_power) if kind != "nail" else float(request.count)
        factors = [
            ("n_ef", together, ""),
            ("F_1", one.value, "kN"),
            *self.withdrawal_factors(kind, request.load, request.wet),
            ("k_toe", TOE_WITHDRAWAL if request.toe else 1.0, ""),
        ]
        design = design_step("F_d", factors, "kN", source=self.source, says=f"what {request.count} hold in withdrawal")
        return WithdrawalCapacity(per_length=per_length, one=one, pull_through=None, design=design)

    def combined_n(self, lateral_n: float, withdrawal_n: float, angle_rad: float) -> float:
        """Squares of both shares. Source: EN 1995-1-1 8.28 (from memory, high)."""
        return 1 / math.hypot(math.cos(angle_rad) / lateral_n, math.sin(angle_rad) / withdrawal_n)

    def group(
        self, in_row: int, fastener: Fastener, spacing_m: float, *, stiffness_n: tuple[float, float] | None
    ) -> float:
        """n_ef / n along the grain. Source: EN 1995-1-1 8.34 (from memory, high)."""
        if in_row < 2 or fastener.diameter_m <= self.thick_screw_m:
            return 1.0
        effective = in_row**0.9 * (spacing_m / (13 * fastener.diameter_m)) ** 0.25
        return float(min(in_row, effective)) / in_row
