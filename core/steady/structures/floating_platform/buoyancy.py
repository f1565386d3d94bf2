"""How a platform floats: draft, freeboard, heel with people anywhere, how many it bears, one barrel lost. SI."""

import math
from collections.abc import Callable, Sequence
from functools import cached_property

from steady.errors import OutOfScopeError
from steady.plan.model import Part
from steady.statics.floating import Barrels, Carried, draft_m, edge_rad, heel_rad, people, stability
from steady.structures.floating_platform.layout import FloatLayout
from steady.structures.floating_platform.spec import FloatSpec
from steady.value_objects import value_object

WATER_KG_M3 = {"fresh": 1000.0, "salt": 1025.0}
FREEBOARD_M, HEEL_RAD, SUNK_SHARE = 0.25, math.radians(10), 0.5
"""Our own limits: freeboard with everybody spread, heel with half of them at one edge, share of the barrels sunk."""
EDGE_M, BODY_M = 0.3, 1.0
"""People stand so far inside an edge; a body's centre is so far over the deck [our own]."""
SLICES = 8
"""A barrel's slices when the platform tips over its end [our own: finer changes the heel by less than .5 %]."""
MOST_PEOPLE = 60


@value_object
class Mass:
    """Something heavy: kg, where from the platform's middle, how high over the barrels' underside (m)."""

    kg: float
    x_m: float = 0.0
    y_m: float = 0.0
    h_m: float


class Afloat:
    """A platform on the water, its wood soaked."""

    def __init__(self, spec: FloatSpec, layout: FloatLayout, dead: Sequence[Mass], *, lost: int | None = None) -> None:
        """`lost`: the number of a barrel that is full of water: it weighs as it did and carries nothing."""
        self.spec, self.layout, self.dead = spec, layout, tuple(dead)
        mid_x, mid_y = spec.long_m / 2, spec.wide_m / 2
        kept = [(x - mid_x, y - mid_y) for k, (x, y) in enumerate(layout.barrels_at_m) if k != lost]
        water = WATER_KG_M3[spec.water]
        volume, across = spec.barrel.volume_m3, spec.barrel.diameter_m
        self.roll = Barrels(tuple(y for _, y in kept), volume, across, water)
        long_m = self.roll.length_m
        slices = tuple(x + long_m * ((k + 0.5) / SLICES - 0.5) for x, _ in kept for k in range(SLICES))
        self._sides: dict[int, float | None] = {}
        self._ends: dict[int, float | None] = {}
        self.pitch = Barrels(slices, volume / SLICES, across, water)

    @cached_property
    def dead_kg(self) -> float:
        """Everything but people."""
        return math.fsum(mass.kg for mass in self.dead)

    def people(self, count: int, x_m: float = 0.0, y_m: float = 0.0) -> Mass:
        """So many people at one place."""
        return Mass(kg=count * self.spec.person_kg, x_m=x_m, y_m=y_m, h_m=self.layout.heights.deck_m + BODY_M)

    @cached_property
    def count(self) -> int:
        """People that it is held to: as typed, else the maximum it supports, and one at least."""
        return self.spec.people if self.spec.people is not None else max(1, self.rated)

    def draft(self, count: int = 0) -> float:
        """Draft with people spread. Raises OutOfScopeError: it sinks."""
        return draft_m(self.roll, self.dead_kg + count * self.spec.person_kg)

    def freeboard(self, count: int = 0) -> float:
        """Deck's top over the water, people spread. Raises OutOfScopeError: it sinks."""
        return self.layout.heights.deck_m - self.draft(count)

    def sunk(self, count: int = 0) -> float:
        """Share of the barrels' volume that is under water."""
        kg = self.dead_kg + count * self.spec.person_kg
        return kg / (len(self.roll.at_m) * self.roll.volume_m3 * self.roll.water_kg_m3)

    def gm(self, count: int) -> float:
        """Metacentric height with people standing in the middle. Raises OutOfScopeError: it turns over or sinks."""
        return stability(self.roll, self._across((*self.dead, self.people(count)))).gm_m

    def heel(self, *crowd: Mass) -> float | None:
        """Lean across it with people where they stand; None: no balance. Raises OutOfScopeError: it sinks."""
        return heel_rad(self.roll, self._across((*self.dead, *crowd)))

    def trim(self, *crowd: Mass) -> float | None:
        """Lean along it; None: no balance. Raises OutOfScopeError: it sinks."""
        masses = [(mass.kg, mass.x_m, mass.h_m) for mass in (*self.dead, *crowd) if mass.kg > 0]
        return heel_rad(self.pitch, masses, endwise=True)

    def _across(self, masses: Sequence[Mass]) -> list[tuple[float, float, float]]:
        return [(mass.kg, mass.y_m, mass.h_m) for mass in masses if mass.kg > 0]

    @property
    def side_m(self) -> float:
        """Where people stand at one side, from the middle."""
        return self.spec.wide_m / 2 - EDGE_M

    @property
    def end_m(self) -> float:
        """Where people stand at one end, from the middle."""
        return self.spec.long_m / 2 - EDGE_M

    def at_side(self, count: int) -> float | None:
        """Heel with so many at the heavier side; None: no balance."""
        if count not in self._sides:
            heavy = math.fsum(mass.kg * mass.y_m for mass in self.dead)
            self._sides[count] = self.heel(self.people(count, y_m=math.copysign(self.side_m, heavy or 1.0)))
        return self._sides[count]

    def at_end(self, count: int) -> float | None:
        """Trim with so many at the heavier end; None: no balance."""
        if count not in self._ends:
            heavy = math.fsum(mass.kg * mass.x_m for mass in self.dead)
            self._ends[count] = self.trim(self.people(count, x_m=math.copysign(self.end_m, heavy or 1.0)))
        return self._ends[count]

    def edge_under_rad(self, count: int, half_m: float) -> float:
        """Lean at which an edge of the deck goes under, by geometry: optimistic."""
        return edge_rad(max(self.freeboard(count), 0.0), half_m)

    @cached_property
    def no_balance_at(self) -> int:
        """The least number of people at one edge or end for whom no balance is found."""
        return _least(lambda count: not (_holds(lambda: self.at_side(count)) and _holds(lambda: self.at_end(count))))

    @cached_property
    def rated(self) -> int:
        """People it may be said to bear: by balance at an edge, by freeboard, by heel, by how far the barrels are sunk,
        and by what happens when one is lost.
        """

        def leans_too_far(count: int) -> bool:
            leans = (self.at_side(-(-count // 2)), self.at_end(-(-count // 2)))
            return any(lean is None or lean > HEEL_RAD for lean in leans)

        def lost_turns_it(count: int) -> bool:
            lost, under = self.lost(count)
            return lost > under

        def wrong(count: int) -> bool:
            try:
                # What is soonest calculated first.
                if self.freeboard(count) < FREEBOARD_M or self.sunk(count) > SUNK_SHARE:
                    return True
                return leans_too_far(count) or lost_turns_it(count)
            except OutOfScopeError:
                return True

        most = min(self.no_balance_at - 1, self._carries())
        return min(_least(wrong, most + 1) - 1, most)

    def _carries(self) -> int:
        """People until the barrels are sunk to the share that we allow."""
        spec, water = self.spec, WATER_KG_M3[self.spec.water]
        return people(
            self.dead_kg,
            spec.person_kg,
            Carried(barrels=len(self.roll.at_m), volume_m3=spec.barrel.volume_m3, sunk_share=SUNK_SHARE),
            water_kg_m3=water,
        )

    def lost(self, count: int) -> tuple[float, float]:
        """Lean with a corner barrel full of water and so many people in the middle, and the lean that puts an edge under.

        The harder of across and along; a right angle where it finds no balance or sinks. The ramp lies on the first barrel's end
        or side: losing that corner leaves the greatest moment, others no more.
        """
        one, spec = self.without(0), self.spec
        worst, limit = 0.0, 1.0
        for lean, half_m in ((one.heel, spec.wide_m / 2), (one.trim, spec.long_m / 2)):
            try:
                found = lean(one.people(count))
                under = max(one.edge_under_rad(count, half_m), 1e-6)
            except OutOfScopeError:
                found, under = None, 1e-6
            leans = math.pi / 2 if found is None else max(found, 1e-6)
            if leans / under > worst / limit:
                worst, limit = leans, under
        return worst, limit

    def without(self, barrel: int) -> "Afloat":
        """The same with one barrel full of water."""
        return Afloat(self.spec, self.layout, self.dead, lost=barrel)


def people_says(count: int) -> str:
    """So many people, in words."""
    return "1 person" if count == 1 else f"{count} people"


def _holds(lean: Callable[[], float | None]) -> bool:
    try:
        return lean() is not None
    except OutOfScopeError:
        return False


def _least(wrong: Callable[[int], bool], most: int = MOST_PEOPLE) -> int:
    """The least count from 1 for which something is wrong; one more than the most where it never is: more never helps."""
    low, high = 0, most + 1
    while high - low > 1:
        middle = (low + high) // 2
        low, high = (low, middle) if wrong(middle) else (middle, high)
    return high


def masses_of(
    spec: FloatSpec, layout: FloatLayout, parts: Sequence[Part], *, ramp_kg: float, soaked: float = 1.0
) -> list[Mass]:
    """What lies on the water: every piece at its own place, wood as wet as it gets; half of the ramp where it lands.

    Args:
        parts: The platform's own, z from the barrels' underside.
        ramp_kg: All of the ramp, dry.
    """
    found = []
    mid_x, mid_y = spec.long_m / 2, spec.wide_m / 2
    for part in parts:
        wood = soaked if part.role not in ("barrel", "strap") else 1.0
        for place in part.places if part.mass_kg else ():
            half, mid = (part.drawn_m or part.length_m) / 2, (place.count - 1) / 2
            x, y, z = (place.at[k] + place.along[k] * half + place.step[k] * mid for k in range(3))
            found.append(Mass(kg=part.mass_kg * wood * place.count * part.each, x_m=x - mid_x, y_m=y - mid_y, h_m=z))
    if ramp_kg:
        x, y = lands_at(spec)
        found.append(Mass(kg=ramp_kg * soaked / 2, x_m=x, y_m=y, h_m=layout.heights.deck_m))
    return found


def lands_at(spec: FloatSpec) -> tuple[float, float]:
    """Where the ramp's moving end stands, from the platform's middle."""
    if spec.ramp.lands == "end":
        return spec.ramp.onto_m - spec.long_m / 2, 0.0
    return 0.0, spec.ramp.onto_m - spec.wide_m / 2
