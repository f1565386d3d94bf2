"""Joints of wood and fasteners by Eurocode 5 with the United Kingdom's annex: design values, in kN and mm."""

import math

from steady.design_codes.dowel_joints import DowelJoints
from steady.design_codes.joint_rules import FastenerKind, WoodSection, design_step
from steady.design_codes.requests import LoadType
from steady.design_codes.uk import timber
from steady.plan.model import CalculationStep
from steady.units.units import MM

GAMMA_JOINT = 1.3
MODIFICATION: dict[LoadType, tuple[float, float]] = {
    "permanent": (0.5, 0.6),
    "storage": (0.55, 0.7),
    "floor": (0.65, 0.8),
    "person": (0.7, 0.9),
    "snow": (0.7, 0.9),
    "roof": (0.7, 0.9),
    "wind": (0.9, 1.1),
    "impact": (0.9, 1.1),
}
"""k_mod in service classes 3 and 2. EN 1995-1-1 Table 3.1 with the UK annex's gusts (from memory, high)."""
HOLE_OVER_MM = 1.0


def _factors(load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
    return [("k_mod", MODIFICATION[load][0 if wet else 1], ""), ("/ g_M", GAMMA_JOINT, "")]


class UkJoints(DowelJoints):
    """EN 1995-1-1."""

    key = "uk"
    title = "United Kingdom"

    def density(self, wood: str) -> float:
        """ρ_k of a strength class."""
        return timber.reference(wood).number("rho_k_kg_per_m3")

    def lateral_factors(self, kind: FastenerKind, load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
        """k_mod / γ_M."""
        return _factors(load, wet)

    def withdrawal_factors(self, kind: FastenerKind, load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
        """k_mod / γ_M."""
        return _factors(load, wet)

    def split_n(self, section: WoodSection, held_m: float, near_end: bool) -> CalculationStep:
        """F_90,Rd, compared with the greater shear beside the joint. Source: EN 1995-1-1 8.4 (from memory, high)."""
        b, h, held = section.thickness_m / MM, section.depth_m / MM, held_m / MM
        root = math.sqrt(held / (1 - held / h))
        return design_step(
            "F_90",
            [
                ("14", 14.0, ""),
                ("b", b, "mm"),
                ("r", root, ""),
                *_factors(section.load, section.wet),
                ("/ 1000", 1000.0, ""),
            ],
            "kN",
            source="ec5: 8.4; high",
            says="shear beside a joint loaded across the grain",
        )

    def washer_n(self, section: WoodSection, washer_m: float, bolt_m: float, *, round_washer: bool) -> CalculationStep:
        """Three times the bearing across the grain under the washer. Source: EN 1995-1-1 8.5.2 (from memory, high)."""
        side, hole = washer_m / MM, bolt_m / MM + HOLE_OVER_MM
        whole = math.pi * side**2 / 4 if round_washer else side**2
        bearing = timber.reference(section.wood).number("fc90_pa") / 1e6
        return design_step(
            "F_w",
            [
                ("3", 3.0, ""),
                ("f_c90", bearing, "MPa"),
                ("A", whole - math.pi * hole**2 / 4, "mm2"),
                *_factors(section.load, section.wet),
                ("/ 1000", 1000.0, ""),
            ],
            "kN",
            source="ec5: 8.5.2; high",
            says="bearing under the washer",
        )
