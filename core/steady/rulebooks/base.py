"""What every school of rules answers. A structure asks through this interface and never knows which school replied.

Every answer carries its Step, so that it can be opened: formula, numbers, clause, how sure we are.
"""

from dataclasses import dataclass
from typing import Literal, Protocol

from steady.plan.model import Step

LoadType = Literal["permanent", "floor", "snow", "roof", "wind", "impact"]


@dataclass(frozen=True, slots=True, kw_only=True)
class Wood:
    """A piece of timber as a rulebook needs it: species, the book's size word, real width and depth, and service."""

    species: str
    size: str
    width_m: float
    depth_m: float
    wet: bool = True
    incised: bool = False
    flat: bool = False
    shared: bool = False


@dataclass(frozen=True, slots=True)
class WindZone:
    """Wind on the gross face between two distances from the start of the line (design level, Pa)."""

    from_m: float
    to_m: float
    pressure_pa: float
    step: Step


@dataclass(frozen=True, slots=True)
class WindOnFence:
    """Wind along a fence for the worst of its cases at each place, and the height its resultant acts at."""

    zones: tuple[WindZone, ...]
    arm_m: float
    arm_step: Step
    working: tuple[Step, ...]


@dataclass(frozen=True, slots=True)
class Soil:
    """What the school lets untested ground carry."""

    name: str
    says: str
    bearing_pa: float
    lateral_pa_per_m: float
    source: str


class Rulebook(Protocol):
    """One school and edition."""

    key: str
    title: str
    edition: str

    def soils(self) -> tuple[Soil, ...]:
        """Every soil the school names."""
        ...

    def soil(self, name: str) -> Soil:
        """One soil. Raises OutsideScope where the school gives no value."""
        ...

    def bending_strength(self, wood: Wood, load: LoadType) -> Step:
        """Allowable (or design) bending stress, in the school's printed unit. Raises OutsideScope."""
        ...

    def shear_strength(self, wood: Wood, load: LoadType) -> Step:
        """Allowable (or design) shear stress along the grain. Raises OutsideScope."""
        ...

    def stiffness(self, wood: Wood) -> Step:
        """Modulus of elasticity in service."""
        ...

    def creep_factor(self, wood: Wood) -> Step:
        """Long-term multiplier on the deflection under lasting load."""
        ...

    def stress_pa(self, step: Step) -> float:
        """A stress step's value in Pa."""
        ...

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
        """Wind on a solid fence, zone by zone. Raises OutsideScope."""
        ...

    def embedment(
        self, *, load_n: float, height_m: float, width_m: float, lateral_pa_per_m: float, soil_factor: float
    ) -> tuple[Step, tuple[Step, ...]]:
        """Depth a free pole needs against a sideways force at a height, and the steps to it. Raises OutsideScope."""
        ...

    def person_leaning(self) -> tuple[float, Step]:
        """A person against the fence's top (N)."""
        ...

    def sag_limit(self) -> tuple[float, Step]:
        """Span over this number is the most a rail may sag."""
        ...
