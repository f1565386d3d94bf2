"""Low decks: their stack of boards, joists and beams, sleepers on gravel, blocks at grade, box steps between levels."""

import math
from typing import Literal

from steady.data.loader import keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

LowSeat = Literal["drop", "flush", "none"]
LOW_SEATS: tuple[LowSeat, ...] = ("drop", "flush", "none")


def _positive(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount > 0:
            raise InvalidInputError(name, "must be above 0")


def _not_negative(**amounts: float) -> None:
    for name, amount in amounts.items():
        if not amount >= 0:
            raise InvalidInputError(name, "must be 0 or more")


@value_object
class Stack:
    """Boards, joists and beams under each other (m), for a deck of a height that keeps so much clear of the ground."""

    height_m: float
    boards_m: float
    joist_m: float
    beam_m: float
    seat: LowSeat
    least_clear_m: float = 0.0

    @property
    def stack_m(self) -> float:
        """From the boards' top to the lowest wood."""
        deep = {"drop": self.joist_m + self.beam_m, "flush": max(self.joist_m, self.beam_m), "none": self.joist_m}
        return self.boards_m + deep[self.seat]

    @property
    def clear_m(self) -> float:
        """What is left under it."""
        return self.height_m - self.stack_m

    @property
    def least_height_m(self) -> float:
        """The lowest that it can lie."""
        return self.stack_m + self.least_clear_m


def checked_stack(stack: Stack) -> Stack:
    """The stack, or why it is none. Raises InvalidInputError."""
    _positive(height=stack.height_m, boards=stack.boards_m, joist=stack.joist_m)
    _not_negative(beam=stack.beam_m, least_clear=stack.least_clear_m)
    return stack


@value_object
class Sleepers:
    """Sleepers on gravel: how many, apart (m), their pressure on it (Pa), the gravel (m³)."""

    count: int
    spacing_m: float
    pressure_pa: float
    gravel_m3: float


@value_object
class SleeperDeck:
    """A deck on sleepers (m, Pa): length along which they are spread, width, greatest spacing, sleeper, load, gravel."""

    length_m: float
    width_m: float
    spacing_most_m: float
    sleeper_m: float
    load_pa: float
    gravel_deep_m: float
    gravel_past_m: float


def sleepers(deck: SleeperDeck) -> Sleepers:
    """Evenly spread sleepers. Source: statics: the whole load on all of them."""
    _positive(length=deck.length_m, width=deck.width_m, spacing_most=deck.spacing_most_m, sleeper=deck.sleeper_m)
    _not_negative(load=deck.load_pa, gravel_depth=deck.gravel_deep_m, gravel_past=deck.gravel_past_m)
    bays = math.ceil(deck.length_m / deck.spacing_most_m - 1e-9)
    count = bays + 1
    bed = (deck.length_m + 2 * deck.gravel_past_m) * (deck.width_m + 2 * deck.gravel_past_m)
    return Sleepers(
        count=count,
        spacing_m=deck.length_m / bays,
        pressure_pa=deck.load_pa * deck.length_m / (count * deck.sleeper_m),
        gravel_m3=bed * deck.gravel_deep_m,
    )


def blocks_allowed(school: str, area_m2: float, height_m: float, *, attached: bool, beams: bool) -> bool:
    """Whether joists may lie on precast blocks at grade, without footings below frost.

    Raises:
        OutOfScopeError: The school has no such exception entered.

    Source: data/deck_blocks.csv.
    """
    _positive(deck_area=area_m2, height=height_m)
    row = keyed("deck_blocks").get(school)
    if row is None:
        raise OutOfScopeError("this code has no exception for blocks entered", "footings, or ask the office")
    within = area_m2 <= row.number("area_most_m2") + 1e-9 and height_m <= row.number("height_most_m") + 1e-9
    return within and not attached and not (beams and row.text["beams"] == "no")


def level_steps(drop_m: float, riser_most_m: float, going_m: float) -> tuple[int, float, float]:
    """Risers between two levels, each (m), and the going of the lowest of the box steps (m). Source: geometry."""
    _positive(drop=drop_m, riser_most=riser_most_m, going=going_m)
    count = math.ceil(drop_m / riser_most_m - 1e-9)
    return count, drop_m / count, (count - 1) * going_m
