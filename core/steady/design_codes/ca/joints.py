"""Joints of wood and fasteners by CSA O86-14, chapter 12: factored resistances, in kN and mm. From memory, medium."""

import math

from steady.design_codes.ca import timber
from steady.design_codes.joint_rules import (
    END_GRAIN_LATERAL,
    TOE_LATERAL,
    TOE_WITHDRAWAL,
    Fastener,
    FastenerKind,
    JointRules,
    LateralCapacity,
    LateralRequest,
    WithdrawalCapacity,
    WithdrawalRequest,
    WoodSection,
    checked,
    design_step,
    point_side_m,
)
from steady.design_codes.requests import Wood
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import MM

DENSITY = {"Douglas Fir-Larch": 0.49, "Hem-Fir": 0.46, "Spruce-Pine-Fir": 0.42, "Northern Species": 0.35}
"""Mean relative density. O86 Table A.12.1 (from memory, high; Northern Species medium)."""
PHI: dict[FastenerKind, float] = {"bolt": 0.8, "nail": 0.8, "lag screw": 0.6, "wood screw": 0.6}
PHI_WITHDRAWAL, PHI_SPLIT, PHI_BEARING = 0.6, 0.7, 0.8
WET = 0.67
"""K_SF (from memory, medium)."""
STEEL_SIDE_MPA, BOLT_YIELD_MPA = 900.0, 310.0
SCREW_YIELD_MPA = ((4.2, 690.0), (4.9, 620.0), (math.inf, 550.0))
"""f_y of screws by diameter in mm (from memory, low)."""
ROOT_RATIO: dict[FastenerKind, float] = {"lag screw": 0.73, "wood screw": 0.8}
"""Root over nominal diameter where it is not typed (from memory, medium)."""
LEAST_REACH_D = 5.0
HALF_TIP_D = {"lag screw": 0.31}
END_GRAIN_LAG = 0.75
HOLE_OVER_MM = 1.0


def _density(species: str) -> float:
    if species not in DENSITY:
        raise OutOfScopeError(f"no relative density for {species[:40]}", f"one of {', '.join(DENSITY)}")
    return DENSITY[species]


class O86Joints(JointRules):
    """CSA O86-14."""

    key = "ca"
    title = "Canadian"

    def lateral(self, request: LateralRequest) -> LateralCapacity:
        """n_u of one fastener and N_r of all. Source: O86 12.4, 12.6, 12.9, 12.11 (from memory, medium)."""
        checked(request)
        if request.gap_m > 0:
            raise OutOfScopeError("a packer between the members", "members in contact")
        fastener = request.fastener
        kind, nominal = fastener.kind, fastener.diameter_m / MM
        d = nominal
        if kind in ROOT_RATIO:
            d = fastener.root_m / MM if fastener.root_m is not None else ROOT_RATIO[kind] * nominal
        side_m, main_m = point_side_m(request, LEAST_REACH_D, HALF_TIP_D.get(kind, 1.0))
        t1, t2 = side_m / MM, main_m / MM
        gravity = _density(request.wood)
        side_gravity = _density(request.side_wood) if request.side_wood else gravity
        f1 = (
            STEEL_SIDE_MPA
            if request.side_steel
            else _bearing(fastener, d, side_gravity, angle_rad=request.angle_side_rad)
        )
        f2 = _bearing(fastener, d, gravity, angle_rad=request.angle_main_rad)
        f3 = 110 * gravity**1.8 * (1 - 0.01 * d) if kind in ("nail", "wood screw") else f2
        root = math.sqrt(f3 / (6 * (f1 + f3)) * _yield_mpa(kind, nominal) / f1)
        modes = {
            "a": f1 * d * t1,
            "b": f2 * d * t2,
            "c": f2 * d * t2 / 2,
            "d": f1 * d**2 * (root + t1 / (5 * d)),
            "e": f1 * d**2 * (root + f2 / f1 * t2 / (5 * d)),
            "f": f1 * d**2 / 5 * (t1 / d + f2 / f1 * t2 / d),
            "g": 2 * f1 * d**2 * root,
        }
        kept = "acdg" if request.planes == 2 else "abdefg"
        modes = {name: amount for name, amount in modes.items() if name in kept}
        mode = min(modes, key=lambda name: modes[name])
        reference = CalculationStep(
            symbol="n_u",
            value=modes[mode] / 1000,
            unit="kN",
            formula=f"min({', '.join(modes)}) / 1000",
            inputs=tuple((name, amount, "N") for name, amount in modes.items()),
            source="o86: 12.4.4, 12.9.4; medium",
            says=f"mode {mode} yields first; one {kind}, one shear plane",
        )
        factors = [
            ("phi", PHI[kind], ""),
            ("n_u", reference.value, "kN"),
            ("n_s", float(request.planes), ""),
            ("n", float(request.count), ""),
            ("K_D", timber.DURATION[request.load], ""),
            ("K_SF", WET if request.wet else 1.0, ""),
            ("J_A", TOE_LATERAL if request.toe else 1.0, ""),
            ("J_E", END_GRAIN_LATERAL if request.end_grain else 1.0, ""),
            ("J_G", request.group, ""),
        ]
        design = design_step(
            "N_r", factors, "kN", source="o86: 12.4.4, 12.9.4; medium", says=f"what {request.count} hold"
        )
        return LateralCapacity(reference=reference, design=design, mode=mode)

    def withdrawal(self, request: WithdrawalRequest) -> WithdrawalCapacity:
        """P_r of fasteners pulled out of side grain. Source: O86 12.6.6, 12.9.5, 12.11.5 (from memory, medium)."""
        kind, d = request.fastener.kind, request.fastener.diameter_m / MM
        length, gravity = request.holding_m / MM, _density(request.wood)
        if kind == "bolt":
            raise OutOfScopeError("bolts hold by their washers, not by their thread", "a washer, or a lag screw")
        if kind == "nail" and request.load not in ("wind", "impact"):
            raise OutOfScopeError("nails pulled by another load than wind", "screws")
        if request.end_grain and kind != "lag screw":
            raise OutOfScopeError(f"a {kind} pulled out of end grain", "a lag screw, or a joint across the grain")
        first, power = (16.4, 2.2) if kind == "nail" else (59.0, 1.77)
        per_length = CalculationStep(
            symbol="y_w",
            value=float(first * d**0.82 * gravity**power),
            unit="N/mm",
            formula=f"{first:g} * d ** 0.82 * G ** {power:g}",
            inputs=(("d", d, "mm"), ("G", gravity, "")),
            source="o86: 12.9.5, 12.11.5; medium",
            says="per millimetre in the main member",
        )
        one = CalculationStep(
            symbol="P_1",
            value=per_length.value * length / 1000,
            unit="kN",
            formula="y_w * L / 1000",
            inputs=(("y_w", per_length.value, "N/mm"), ("L", length, "mm")),
            source=per_length.source,
        )
        factors = [
            ("phi", PHI_WITHDRAWAL, ""),
            ("P_1", one.value, "kN"),
            ("n", float(request.count), ""),
            ("K_D", timber.DURATION[request.load], ""),
            ("K_SF", WET if request.wet else 1.0, ""),
            ("J_A", TOE_WITHDRAWAL if request.toe else 1.0, ""),
            ("J_E", END_GRAIN_LAG if request.end_grain else 1.0, ""),
        ]
        design = design_step(
            "P_r", factors, "kN", source=per_length.source, says=f"what {request.count} hold in withdrawal"
        )
        return WithdrawalCapacity(per_length=per_length, one=one, pull_through=None, design=design)

    def split_n(self, section: WoodSection, held_m: float, near_end: bool) -> CalculationStep:
        """QS_r. Source: O86 12.2.1.8 (from memory, high in form)."""
        t, depth, held = section.thickness_m / MM, section.depth_m / MM, held_m / MM
        return design_step(
            "QS_r",
            [
                ("phi", PHI_SPLIT, ""),
                ("14", 14.0, ""),
                ("t", t, "mm"),
                ("r", math.sqrt(held / (1 - held / depth)), ""),
                ("K_D", timber.DURATION[section.load], ""),
                ("K_SF", WET if section.wet else 1.0, ""),
                ("/ 1000", 1000.0, ""),
            ],
            "kN",
            source="o86: 12.2.1.8; medium",
            says="shear beside a joint loaded across the grain",
        )

    def washer_n(self, section: WoodSection, washer_m: float, bolt_m: float, *, round_washer: bool) -> CalculationStep:
        """Bearing across the grain under the washer. Source: O86 6.5.7 (from memory, medium)."""
        side, hole = washer_m / MM, bolt_m / MM + HOLE_OVER_MM
        whole = math.pi * side**2 / 4 if round_washer else side**2
        wood = Wood(species=section.wood, grade="", size="38x140 mm", width_m=0.038, depth_m=0.14, wet=section.wet)
        return design_step(
            "Q_w",
            [
                ("phi", PHI_BEARING, ""),
                ("f_cp", timber.reference(wood).number("fcp_pa") / 1e6, "MPa"),
                ("A", whole - math.pi * hole**2 / 4, "mm2"),
                ("K_D", timber.DURATION[section.load], ""),
                ("K_SF", WET if section.wet else 1.0, ""),
                ("/ 1000", 1000.0, ""),
            ],
            "kN",
            source="o86: 6.5.7; medium",
            says="bearing under the washer",
        )


def _bearing(fastener: Fastener, d: float, gravity: float, *, angle_rad: float) -> float:
    """Embedding strength (MPa): bolts and lags by the grain and the nominal diameter, nails and screws by neither."""
    nominal = fastener.diameter_m / MM
    if fastener.kind in ("nail", "wood screw"):
        return 50 * gravity * (1 - 0.01 * d)
    along, across = 50 * gravity * (1 - 0.01 * nominal), 22 * gravity * (1 - 0.01 * nominal)
    return along * across / (along * math.sin(angle_rad) ** 2 + across * math.cos(angle_rad) ** 2)


def _yield_mpa(kind: FastenerKind, nominal_mm: float) -> float:
    if kind == "nail":
        return 50 * (16 - nominal_mm)
    if kind == "wood screw":
        return next(strength for most, strength in SCREW_YIELD_MPA if nominal_mm <= most)
    return BOLT_YIELD_MPA
