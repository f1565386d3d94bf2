"""Cantilever slide gates and welded steel leaves: roller forces, wind, sag (SI)."""

from steady.errors import InvalidInputError, OutOfScopeError
from steady.statics.tubes import STEEL_PA, Tube
from steady.units.units import FT, GRAVITY
from steady.value_objects import value_object

LEAST_TAIL = 0.4
"""Counterbalance over opening, at least [practice]."""
ROLLER_ROOM_M = 1 * FT
"""The rollers stand at least so much closer than the tail is long [practice]."""


@value_object
class SlideGate:
    """A cantilever slide gate (m): opening, tail, rollers apart; weights of both parts and a load at the latch (N)."""

    opening_m: float
    tail_m: float
    rollers_m: float
    opening_n: float
    tail_n: float
    latch_n: float = 0.0

    @property
    def whole_n(self) -> float:
        """Weight of the leaf."""
        return self.opening_n + self.tail_n

    @property
    def rear_closed_n(self) -> float:
        """Up on the leaf at the rear roller, shut; below 0: it holds the leaf down."""
        turning = self.opening_n * self.opening_m / 2 - self.tail_n * self.tail_m / 2 + self.latch_n * self.opening_m
        return -turning / self.rollers_m

    @property
    def front_closed_n(self) -> float:
        """Up on the leaf at the front roller, shut."""
        return self.whole_n + self.latch_n - self.rear_closed_n

    @property
    def rear_open_n(self) -> float:
        """Up on the leaf at the rear roller, open."""
        turning = self.opening_n * self.opening_m / 2 + self.tail_n * (self.opening_m + self.tail_m / 2)
        return turning / self.rollers_m

    @property
    def front_open_n(self) -> float:
        """Up on the leaf at the front roller, open; below 0: it holds the leaf down."""
        return self.whole_n - self.rear_open_n


def checked(gate: SlideGate) -> SlideGate:
    """The gate, or why it is none.

    Raises:
        InvalidInputError: A value that cannot be.
        OutOfScopeError: Too short a tail, or rollers too far apart for it.
    """
    for name, amount in (
        ("opening", gate.opening_m),
        ("counterbalance", gate.tail_m),
        ("roller_spacing", gate.rollers_m),
    ):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    if not (gate.whole_n > 0 and gate.opening_n >= 0 and gate.tail_n >= 0 and gate.latch_n >= 0):
        raise InvalidInputError("weight", "must be above 0")
    if gate.tail_m < LEAST_TAIL * gate.opening_m - 1e-9:
        raise OutOfScopeError("the tail is less than four tenths of the opening", "a longer tail")
    if gate.rollers_m > gate.tail_m - ROLLER_ROOM_M + 1e-9:
        raise OutOfScopeError(
            "the rollers stand too far apart for the tail", "rollers a foot closer than the tail is long"
        )
    return gate


@value_object
class SlideWind:
    """Wind on a slide gate's leaf (N): in all, at the front and rear rollers, at the latch post."""

    force_n: float
    front_n: float
    rear_n: float
    latch_post_n: float


def slide_wind(pressure_pa: float, opening_m: float, height_m: float, *, rollers_m: float, caught: bool) -> SlideWind:
    """Shut and caught, half goes to the latch post; on its way the leaf cantilevers from its rollers. Source: statics."""
    for name, amount in (("opening", opening_m), ("height", height_m), ("roller_spacing", rollers_m)):
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")
    if pressure_pa < 0:
        raise InvalidInputError("pressure", "must be 0 or more")
    force = pressure_pa * opening_m * height_m
    if caught:
        return SlideWind(force_n=force, front_n=force / 2, rear_n=0.0, latch_post_n=force / 2)
    turns = opening_m / (2 * rollers_m)
    return SlideWind(force_n=force, front_n=force * (1 + turns), rear_n=-force * turns, latch_post_n=0.0)


@value_object
class SteelLeaf:
    """A welded leaf of one tube (m): rails and stiles between and round, infill (Pa of weight), a load at the latch (N)."""

    width_m: float
    height_m: float
    tube: Tube
    middle_rails: int = 0
    middle_stiles: int = 0
    infill_pa: float = 0.0
    latch_n: float = 0.0

    @property
    def weight_n(self) -> float:
        """Of frame and infill."""
        long = (2 + self.middle_rails) * self.width_m + (2 + self.middle_stiles) * self.height_m
        return long * self.tube.kg_per_m * GRAVITY + self.infill_pa * self.width_m * self.height_m

    @property
    def _load_n(self) -> float:
        return self.weight_n / 2 + self.latch_n

    @property
    def drop_m(self) -> float:
        """Of the latch edge, as a frame of one bay whose corners alone hold it; middle stiles count as weight."""
        stiffness = STEEL_PA * self.tube.second_m4
        return self._load_n * self.width_m**2 / 24 * (self.width_m + self.height_m) / stiffness

    @property
    def corner_n_m(self) -> float:
        """Moment in a corner."""
        return self._load_n * self.width_m / 4
