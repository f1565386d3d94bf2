"""Stairs: flights with a landing, tiers round a deck, stringers, open risers, rails that a hand grasps."""

import math
from typing import Literal

from steady.data.loader import keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

Turn = Literal["straight", "L", "U"]
TURNS: tuple[Turn, ...] = ("straight", "L", "U")


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


@value_object
class Flights:
    """Two flights and the landing between them (m). `left_to_deck_m`: of a U, what is left between lower flight and deck."""

    risers: int
    riser_m: float
    landing_height_m: float
    upper_run_m: float
    lower_run_m: float
    out_m: float
    along_m: float
    left_to_deck_m: float | None = None


@value_object
class FlightRequest:
    """A stair with a landing (m): its drop, greatest riser, going, width, risers above the landing, turn, a U's well, landing."""

    rise_m: float
    riser_most_m: float
    going_m: float
    width_m: float
    upper_risers: int
    turn: Turn
    well_m: float = 0.0
    landing_m: float | None = None


def flights(ask: FlightRequest) -> Flights:
    """Risers all alike; the landing is a tread.

    Raises:
        InvalidInputError: A size that is not above 0, or no riser left below the landing.

    Source: geometry.
    """
    _positive(rise=ask.rise_m, riser_most=ask.riser_most_m, going=ask.going_m, width=ask.width_m)
    landing = ask.width_m if ask.landing_m is None else ask.landing_m
    _positive(landing=landing)
    if ask.well_m < 0:
        raise InvalidInputError("well", "must be 0 or more")
    count = math.ceil(ask.rise_m / ask.riser_most_m - 1e-9)
    if not 1 <= ask.upper_risers < count:
        raise InvalidInputError("upper_risers", f"must be 1 to {count - 1}")
    riser = ask.rise_m / count
    upper, lower = (ask.upper_risers - 1) * ask.going_m, (count - ask.upper_risers - 1) * ask.going_m
    out, along, left = {
        "straight": (upper + lower + landing, ask.width_m, None),
        "L": (upper + ask.width_m, landing + lower, None),
        "U": (upper + landing, 2 * ask.width_m + ask.well_m, upper - lower),
    }[ask.turn]
    return Flights(
        risers=count,
        riser_m=riser,
        landing_height_m=(count - ask.upper_risers) * riser,
        upper_run_m=upper,
        lower_run_m=lower,
        out_m=out,
        along_m=along,
        left_to_deck_m=left,
    )


def tiers(sides_m: list[float], corners: int, count: int, *, going_m: float) -> tuple[float, float]:
    """Length of nosing (m) and area (m²) of tiers round a deck, mitred at its corners. Source: geometry."""
    _positive(going=going_m, sides=min(sides_m, default=0.0))
    if count < 1:
        raise InvalidInputError("tiers", "must be 1 or more")
    whole = sum(sides_m)
    nosing = sum(whole + 2 * going_m * k * corners for k in range(1, count + 1))
    return nosing, count * going_m * whole + corners * (count * going_m) ** 2


@value_object
class Stringer:
    """A stringer (m, N/m of plan, Pa): riser, going, depth; its run, thickness, load and modulus where its strength is asked.

    `cut`: notched for its treads, else solid with treads housed in it; `middle`: a post under its middle.
    """

    riser_m: float
    going_m: float
    depth_m: float
    cut: bool = True
    middle: bool = False

    @property
    def pitch_rad(self) -> float:
        """From level."""
        return math.atan2(self.riser_m, self.going_m)

    @property
    def step_m(self) -> float:
        """From nosing to nosing."""
        return math.hypot(self.riser_m, self.going_m)

    @property
    def throat_m(self) -> float:
        """What a notch leaves; all of a solid one."""
        notch = self.riser_m * self.going_m / self.step_m if self.cut else 0.0
        return self.depth_m - notch

    def moment_n_m(self, run_m: float, line_n_per_m: float) -> float:
        """Over its whole run, or over a middle post. Source: statics."""
        return line_n_per_m * run_m**2 / (32 if self.middle else 8)

    def middle_reaction_n(self, run_m: float, line_n_per_m: float) -> float:
        """On a middle post."""
        if not self.middle:
            raise InvalidInputError("middle", "there is no middle post")
        return 0.625 * line_n_per_m * run_m

    def stress_pa(self, run_m: float, line_n_per_m: float, thickness_m: float) -> float:
        """Bending stress in the throat."""
        return self.moment_n_m(run_m, line_n_per_m) / (thickness_m * self.throat_m**2 / 6)

    def sag_m(self, run_m: float, line_n_per_m: float, thickness_m: float, *, modulus_pa: float) -> float:
        """Across the stringer, the throat as its depth. Source: statics."""
        stiffness = modulus_pa * thickness_m * self.throat_m**3 / 12 * math.cos(self.pitch_rad)
        if self.middle:
            return line_n_per_m * (run_m / 2) ** 4 / (184.6 * stiffness)
        return 5 * line_n_per_m * run_m**4 / (384 * stiffness)


def checked_stringer(stringer: Stringer) -> Stringer:
    """The stringer, or why it is none. Raises InvalidInputError."""
    _positive(riser=stringer.riser_m, going=stringer.going_m, depth=stringer.depth_m)
    if not stringer.throat_m > 0:
        raise InvalidInputError("depth", "is cut through by its notches")
    return stringer


@value_object
class OpenRiser:
    """An open riser: its opening and the least strip that still fails to stop a sphere (m), and how many must close."""

    opening_m: float
    strip_m: float
    close_least: int

    @property
    def passes(self) -> bool:
        """Whether every riser may stay open."""
        return self.close_least == 0


def open_riser(school: str, riser_m: float, tread_m: float, *, risers: int) -> OpenRiser:
    """Openings between treads against the school's sphere. Source: data/open_risers.csv."""
    _positive(riser=riser_m, tread=tread_m)
    if risers < 1:
        raise InvalidInputError("risers", "must be 1 or more")
    opening = riser_m - tread_m
    if not opening > 0:
        raise InvalidInputError("tread", "must be less than the riser")
    row = keyed("open_risers")[school]
    sphere, free = row.number("sphere_m"), row.value["free_to_m"] or 0.0
    if opening < sphere - 1e-9:
        return OpenRiser(opening_m=opening, strip_m=0.0, close_least=0)
    close = sum(1 for k in range(1, risers + 1) if k * riser_m > free + 1e-9)
    return OpenRiser(opening_m=opening, strip_m=opening - sphere, close_least=close)


@value_object
class Grasp:
    """A rail's section: its perimeter and its greatest width across (m), and whether a hand grasps it."""

    perimeter_m: float
    across_m: float
    says: str


def grasp(school: str, width_m: float, height_m: float, *, edge_m: float, round_: bool) -> Grasp:
    """A handrail's section against the school's sizes.

    Raises:
        InvalidInputError: A size that cannot be.
        OutOfScopeError: The school has no sizes for a rectangular rail.

    Source: data/handrail_grips.csv.
    """
    _positive(width=width_m, height=height_m)
    if not 0 <= edge_m <= min(width_m, height_m) / 2 + 1e-9:
        raise InvalidInputError("edge_radius", "must be 0 or more, and at most half of the rail")
    row = keyed("handrail_grips")[school]
    if round_:
        fits = row.number("round_least_m") - 1e-9 <= width_m <= row.number("round_most_m") + 1e-9
        return Grasp(perimeter_m=math.pi * width_m, across_m=width_m, says="graspable" if fits else "no")
    if row.value["perimeter_least_m"] is None:
        raise OutOfScopeError("this code has sizes for round rails alone", "a round rail")
    perimeter = 2 * (width_m + height_m) - (8 - 2 * math.pi) * edge_m
    across = math.hypot(width_m - 2 * edge_m, height_m - 2 * edge_m) + 2 * edge_m
    if perimeter > row.number("perimeter_most_m") + 1e-9:
        says = "finger recess"
    else:
        fits = perimeter >= row.number("perimeter_least_m") - 1e-9 and across <= row.number("across_most_m") + 1e-9
        says = "graspable" if fits else "no"
    return Grasp(perimeter_m=perimeter, across_m=across, says=says)
