"""Cable guards and tubs on decks: what end posts, rails and joists carry (SI)."""

from steady.errors import InvalidInputError
from steady.units.units import GRAVITY, IN
from steady.value_objects import value_object

RAIL_M = 1.5 * IN
"""Depth of a top rail over the last cable."""
WATER_KG_PER_M3 = 1000.0


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


@value_object
class CableGuard:
    """Cables at s, 2s … n s above a deck (m, N): tension, diameter, rail's height, clear length, whole run, E A, a push on each."""

    cables: int
    tension_n: float
    spacing_m: float
    diameter_m: float
    rail_m: float
    clear_m: float
    run_m: float
    stiffness_n: float
    push_n: float
    sphere_m: float

    @property
    def pull_n(self) -> float:
        """On an end post, all of it."""
        return self.cables * self.tension_n

    @property
    def _heights_m(self) -> list[float]:
        return [k * self.spacing_m for k in range(1, self.cables + 1)]

    @property
    def moment_free_n_m(self) -> float:
        """In an end post that cantilevers from the deck."""
        return self.tension_n * sum(self._heights_m)

    @property
    def rail_push_n(self) -> float:
        """In a rail that takes the top in compression."""
        return self.moment_free_n_m / self.rail_m

    @property
    def moment_held_n_m(self) -> float:
        """The greatest in an end post that is simply held at deck and rail."""
        foot = self.pull_n - self.rail_push_n
        return max(
            foot * z - self.tension_n * sum(z - one for one in self._heights_m if one < z) for z in self._heights_m
        )

    @property
    def sag_m(self) -> float:
        """Sideways, of a cable that is pushed in the middle of its clear length: the root of a rising function."""
        low, high = 0.0, self.clear_m

        def pushed(sag: float) -> float:
            return 4 * sag / self.clear_m * self.tension_at(sag) - self.push_n

        while pushed(high) < 0:
            high *= 2
        for _ in range(200):
            middle = (low + high) / 2
            low, high = (middle, high) if pushed(middle) < 0 else (low, middle)
        return (low + high) / 2

    def tension_at(self, sag_m: float) -> float:
        """In a cable that is pushed aside so far; the whole run stretches."""
        return self.tension_n + 2 * self.stiffness_n * sag_m**2 / (self.clear_m * self.run_m)

    @property
    def opening_m(self) -> float:
        """Between two cables that are pushed apart."""
        return self.spacing_m - self.diameter_m + 2 * self.sag_m

    @property
    def passes(self) -> bool:
        """Whether no sphere goes through: between two cables, nor between the last and the rail."""
        over = self.rail_m - RAIL_M - self.cables * self.spacing_m - self.diameter_m / 2 + self.sag_m
        return self.opening_m < self.sphere_m and over < self.sphere_m


def checked_cables(guard: CableGuard) -> CableGuard:
    """The guard, or why it is none. Raises InvalidInputError."""
    if not 1 <= guard.cables <= 200:
        raise InvalidInputError("cables", "must be 1 to 200")
    _positive(
        tension=guard.tension_n,
        spacing=guard.spacing_m,
        diameter=guard.diameter_m,
        rail_height=guard.rail_m,
        clear=guard.clear_m,
        run=guard.run_m,
        stiffness=guard.stiffness_n,
        sphere=guard.sphere_m,
    )
    if guard.push_n < 0:
        raise InvalidInputError("push", "must be 0 or more")
    if guard.cables * guard.spacing_m >= guard.rail_m + 1e-9:
        raise InvalidInputError("rail_height", "must be above the last cable")
    return guard


@value_object
class Tub:
    """A tub on a deck (kg, m³, m, Pa): what it weighs empty, water, people; its outline; the joists under it."""

    empty_kg: float
    water_m3: float
    persons: int
    along_m: float
    across_m: float
    joists_apart_m: float
    span_m: float
    start_m: float
    dead_pa: float = 0.0
    person_kg: float = 80.0

    @property
    def whole_n(self) -> float:
        """Shell, water and people."""
        return (self.empty_kg + self.water_m3 * WATER_KG_PER_M3 + self.persons * self.person_kg) * GRAVITY

    @property
    def pressure_pa(self) -> float:
        """Over its own outline."""
        return self.whole_n / (self.along_m * self.across_m)

    @property
    def line_n_per_m(self) -> float:
        """On one joist."""
        return self.pressure_pa * self.joists_apart_m

    @property
    def _reactions_n(self) -> tuple[float, float]:
        patch = self.line_n_per_m * self.along_m
        dead = self.dead_pa * self.joists_apart_m * self.span_m / 2
        near = patch * (self.span_m - self.start_m - self.along_m / 2) / self.span_m
        return near + dead, patch - near + dead

    @property
    def reaction_n(self) -> float:
        """The greater of a joist's."""
        return max(self._reactions_n)

    @property
    def moment_n_m(self) -> float:
        """Of a joist, where its shear is 0. Source: statics: a patch and an even load."""
        near, _ = self._reactions_n
        dead = self.dead_pa * self.joists_apart_m
        ends = (0.0, self.start_m, self.start_m + self.along_m, self.span_m)
        at = [*ends]
        if dead:
            at.append(near / dead)
        at.append((near + self.line_n_per_m * self.start_m) / (self.line_n_per_m + dead))

        def moment(x: float) -> float:
            under = min(max(x - self.start_m, 0.0), self.along_m)
            arm = x - self.start_m - under / 2
            return near * x - dead * x**2 / 2 - self.line_n_per_m * under * arm

        return max(moment(x) for x in at if 0 <= x <= self.span_m)


def checked_tub(tub: Tub) -> Tub:
    """The tub, or why it is none. Raises InvalidInputError."""
    _positive(along=tub.along_m, across=tub.across_m, joist_spacing=tub.joists_apart_m, span=tub.span_m)
    if min(tub.empty_kg, tub.water_m3, tub.start_m, tub.dead_pa) < 0 or not tub.whole_n > 0:
        raise InvalidInputError("empty", "must be 0 or more, and something must weigh")
    if tub.start_m + tub.along_m > tub.span_m + 1e-9:
        raise InvalidInputError("along", "must lie within the span")
    return tub


def infill_wind_n_m(pressure_pa: float, height_m: float, spacing_m: float) -> float:
    """Moment at the foot of a guard post under wind on solid infill. Source: statics."""
    _positive(height=height_m, post_spacing=spacing_m)
    if pressure_pa < 0:
        raise InvalidInputError("pressure", "must be 0 or more")
    return pressure_pa * height_m**2 / 2 * spacing_m
