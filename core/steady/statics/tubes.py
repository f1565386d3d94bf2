"""Round and square steel tubes in bending: section, weight, local buckling, moment (SI)."""

import math
from typing import Literal

from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

Shape = Literal["round", "square"]
SHAPES: tuple[Shape, ...] = ("round", "square")
STEEL_KG_PER_M3, STEEL_PA = 7850.0, 200e9


@value_object
class Tube:
    """A tube: its outside and wall (m), round or square."""

    outside_m: float
    wall_m: float
    shape: Shape = "round"

    @property
    def inside_m(self) -> float:
        """Its clear width."""
        return self.outside_m - 2 * self.wall_m

    @property
    def area_m2(self) -> float:
        """Of its steel."""
        return self._round * (self.outside_m**2 - self.inside_m**2)

    @property
    def _round(self) -> float:
        return math.pi / 4 if self.shape == "round" else 1.0

    @property
    def second_m4(self) -> float:
        """Second moment of area."""
        by = math.pi / 64 if self.shape == "round" else 1 / 12
        return by * (self.outside_m**4 - self.inside_m**4)

    @property
    def modulus_m3(self) -> float:
        """Elastic section modulus."""
        return self.second_m4 / (self.outside_m / 2)

    @property
    def plastic_m3(self) -> float:
        """Plastic section modulus."""
        by = 1 / 6 if self.shape == "round" else 1 / 4
        return by * (self.outside_m**3 - self.inside_m**3)

    @property
    def kg_per_m(self) -> float:
        """Mass of each metre."""
        return self.area_m2 * STEEL_KG_PER_M3


def checked(tube: Tube) -> Tube:
    """The tube, or why it is none. Raises InvalidInputError."""
    if not tube.outside_m > 0:
        raise InvalidInputError("outside", "must be above 0")
    if not 0 < tube.wall_m < tube.outside_m / 2:
        raise InvalidInputError("wall", "must be above 0 and less than half of the outside")
    return tube


def moment_n_m(tube: Tube, yield_pa: float, factor: float, *, american: bool, elastic: bool = False) -> float:
    """The moment that a tube carries at a code's design level.

    Args:
        factor: φ or 1/Ω.
        american: The limit of slender walls is that of AISC 360-16 F7 and F8, else of EN 1993-1-1 Table 5.2, class 2.

    Raises:
        InvalidInputError: A tube or yield that cannot be.
        OutOfScopeError: Too thin a wall: its maker's value.

    Source: AISC 360-16 F7, F8; EN 1993-1-1 Table 5.2, 6.2.5 (from memory, high).
    """
    checked(tube)
    if not yield_pa > 0:
        raise InvalidInputError("strength", "must be above 0")
    if tube.shape == "round":
        slender = tube.outside_m / tube.wall_m
        most = 0.07 * STEEL_PA / yield_pa if american else 70 * 235e6 / yield_pa
    else:
        slender = (tube.outside_m - 3 * tube.wall_m) / tube.wall_m
        most = 1.12 * math.sqrt(STEEL_PA / yield_pa) if american else 38 * math.sqrt(235e6 / yield_pa)
    if slender > most + 1e-9:
        raise OutOfScopeError(
            "the wall is too thin: it may buckle before it yields", "a thicker wall, or its maker's value"
        )
    return yield_pa * (tube.modulus_m3 if elastic else tube.plastic_m3) * factor
