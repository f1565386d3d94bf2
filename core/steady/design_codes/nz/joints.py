"""Joints of wood and fasteners in New Zealand and Australia: no table of NZS 3603 is entered; Eurocode 5's modes stand in."""

import math

from steady.design_codes.dowel_joints import DowelJoints
from steady.design_codes.joint_rules import FastenerKind, WoodSection, design_step
from steady.design_codes.requests import LoadType
from steady.plan.model import CalculationStep
from steady.units.units import MM

RADIATA_KG_PER_M3 = 350.0
"""Characteristic density of radiata pine of any grade (from memory, low)."""
DURATION: dict[LoadType, float] = {
    "permanent": 0.6,
    "storage": 0.8,
    "floor": 0.8,
    "person": 0.8,
    "snow": 0.8,
    "roof": 0.8,
    "wind": 1.0,
    "impact": 1.0,
}
"""k1. NZS 3603 2.4.1 (from memory, medium)."""
WET = 0.7
PHI: dict[FastenerKind, float] = {"nail": 0.8, "wood screw": 0.8, "bolt": 0.7, "lag screw": 0.7}
PHI_WITHDRAWAL = PHI_SPLIT = 0.7
"""φ of joints. NZS 3603 2.5 (from memory, medium)."""
PHI_BEARING, BEARING_MPA = 0.8, 5.3
"""φ and wet strength of radiata pine across the grain (from memory, low)."""
HOLE_OVER_MM = 1.0


class NzJoints(DowelJoints):
    """Eurocode 5's yield modes with the factors of NZS 3603."""

    key = "nz"
    title = "New Zealand and Australia"
    source = "practice: Eurocode 5's yield modes with the factors of NZS 3603; low"
    least_reach_d: dict[FastenerKind, float] = {"nail": 6.0, "wood screw": 6.0, "lag screw": 4.0}
    group_power = 1.0

    def density(self, wood: str) -> float:
        """Of radiata pine, whatever its grade."""
        return RADIATA_KG_PER_M3

    def lateral_factors(self, kind: FastenerKind, load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
        """φ k1 and the wet factor."""
        return [("phi", PHI[kind], ""), ("k_1", DURATION[load], ""), ("k_w", WET if wet else 1.0, "")]

    def withdrawal_factors(self, kind: FastenerKind, load: LoadType, wet: bool) -> list[tuple[str, float, str]]:
        """φ k1 and the wet factor."""
        return [("phi", PHI_WITHDRAWAL, ""), ("k_1", DURATION[load], ""), ("k_w", WET if wet else 1.0, "")]

    def split_n(self, section: WoodSection, held_m: float, near_end: bool) -> CalculationStep:
        """Eurocode 5's splitting force with this code's factors (from memory, low)."""
        b, h, held = section.thickness_m / MM, section.depth_m / MM, held_m / MM
        return design_step(
            "F_90",
            [
                ("14", 14.0, ""),
                ("b", b, "mm"),
                ("r", math.sqrt(held / (1 - held / h)), ""),
                ("phi", PHI_SPLIT, ""),
                ("k_1", DURATION[section.load], ""),
                ("k_w", WET if section.wet else 1.0, ""),
                ("/ 1000", 1000.0, ""),
            ],
            "kN",
            source=self.source,
            says="shear beside a joint loaded across the grain",
        )

    def washer_n(self, section: WoodSection, washer_m: float, bolt_m: float, *, round_washer: bool) -> CalculationStep:
        """φ k1 f_p A under the washer (from memory, low)."""
        side, hole = washer_m / MM, bolt_m / MM + HOLE_OVER_MM
        whole = math.pi * side**2 / 4 if round_washer else side**2
        return design_step(
            "N_w",
            [
                ("phi", PHI_BEARING, ""),
                ("k_1", DURATION[section.load], ""),
                ("f_p", BEARING_MPA, "MPa"),
                ("A", whole - math.pi * hole**2 / 4, "mm2"),
                ("/ 1000", 1000.0, ""),
            ],
            "kN",
            source=self.source,
            says="bearing under the washer",
        )
