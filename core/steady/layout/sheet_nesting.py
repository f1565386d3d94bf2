"""How few stock sheets cover the sides of a hip roof, exactly: pieces end to end in a sheet, pairs turned into each other.

Lengths in m. Every fullest way to fill a sheet is listed; a whole-number programme over them proves the fewest.
"""

import math
from collections.abc import Iterable, Iterator
from functools import lru_cache
from typing import Literal

from steady.errors import InvalidInputError, OutOfScopeError, above_zero, not_below_zero
from steady.layout.covering import fewest
from steady.value_objects import positional_value_object, value_object

GRAIN_M = 1e-4
"""Pieces alike to this are one kind."""
MOST_STATES = 60_000
"""Ways to fill a sheet looked at before the search says that it stopped."""
MOST_PIECES = 400


@positional_value_object
class SheetStrip:
    """A strip's heights at its left edge, where the slope turns within it, and at its right edge: (x, height)."""

    outline: tuple[tuple[float, float], ...]

    @property
    def square_m(self) -> float:
        """Length with both ends cut square."""
        return max(height for _, height in self.outline)

    def height_m(self, x_m: float) -> float:
        """Height so far from its left edge."""
        for (a, low), (b, high) in zip(self.outline, self.outline[1:], strict=False):
            if x_m <= b + 1e-12:
                return low + (high - low) * (x_m - a) / (b - a) if b > a else max(low, high)
        return self.outline[-1][1]

    def turned_into_m(self, other: "SheetStrip", width_m: float) -> float:
        """Length of a block of this one and another turned by 180 degrees."""
        at = sorted({x for x, _ in self.outline} | {width_m - x for x, _ in other.outline})
        return max(self.height_m(x) + other.height_m(width_m - x) for x in at)


@value_object
class SheetedSide:
    """Sides of a roof, all alike: eave and top (level), slope (up it), what a sheet covers, and what hangs past the eave."""

    eave_m: float
    slope_m: float
    cover_m: float
    top_m: float = 0.0
    sides: int = 4
    eave_past_m: float = 0.0
    start: Literal["centred", "left"] = "centred"


def strips(side: SheetedSide) -> tuple[SheetStrip, ...]:
    """Strips of one side, from the left. Source: geometry."""
    above_zero(eave=side.eave_m, slope=side.slope_m, cover=side.cover_m, sides=side.sides)
    not_below_zero(top=side.top_m, eave_past=side.eave_past_m)
    if side.top_m > side.eave_m:
        raise InvalidInputError("top", "is wider than the eave")
    count = math.ceil(side.eave_m / side.cover_m - 1e-9)
    if count * side.sides > MOST_PIECES:
        raise InvalidInputError("cover", f"makes more than {MOST_PIECES} pieces: check both lengths")
    first_m = -count * side.cover_m / 2 if side.start == "centred" else -side.eave_m / 2
    rake_m = (side.eave_m - side.top_m) / 2

    def height(x_m: float) -> float:
        beyond_m = abs(x_m) - side.top_m / 2
        if beyond_m <= 0:
            return side.slope_m + side.eave_past_m
        if rake_m <= 0 or beyond_m >= rake_m:
            return side.eave_past_m if rake_m > 0 and beyond_m <= rake_m + 1e-9 else 0.0
        return side.slope_m * (1 - beyond_m / rake_m) + side.eave_past_m

    made = []
    for k in range(count):
        left_m = first_m + k * side.cover_m
        turns = (-side.eave_m / 2, -side.top_m / 2, side.top_m / 2, side.eave_m / 2)
        at = sorted({0.0, side.cover_m, *(x - left_m for x in turns if 1e-9 < x - left_m < side.cover_m - 1e-9)})
        made.append(SheetStrip(tuple((x, height(left_m + x)) for x in at)))
    return tuple(made)


Block = tuple[float, tuple[int, ...]]
"""A piece, or a pair of which the second is turned: its length, and the kinds in it."""


@value_object
class CutOut:
    """A piece as it is cut out of its sheet: from where, its kind (alike ones have one number), and whether it is turned."""

    strip: SheetStrip
    kind: int
    from_m: float
    turned: bool = False


@value_object
class SheetOrder:
    """Pieces in all, and the fewest sheets of one stock length that give them; `sheets`: what is cut out of each."""

    pieces: int
    one_a_piece: int
    nested: int
    sheets: tuple[tuple[CutOut, ...], ...] = ()

    @property
    def saving(self) -> float:
        """Share of the sheets that nesting saves."""
        return 1 - self.nested / self.one_a_piece


@lru_cache(maxsize=256)
def sheet_order(side: SheetedSide, sheet_m: float, *, turn: bool = False, kerf_m: float = 0.0) -> SheetOrder:
    """The least number of stock sheets, exactly.

    Args:
        turn: Pieces may be turned by 180 degrees: a sheet whose profile and side laps are the same both ways round.

    Raises:
        OutOfScopeError: A piece longer than the sheet, or more to look through than is done here.
        InvalidInputError: A size that cannot be.

    Source: an integer programme over every fullest way to fill a sheet; tested against exhaustive search.
    """
    above_zero(sheet=sheet_m)
    not_below_zero(kerf=kerf_m)
    layout = strips(side)
    if max(strip.square_m for strip in layout) > sheet_m + 1e-9:
        raise OutOfScopeError("a piece is longer than the sheets", "a longer sheet, or a lap across the slope")
    kinds: dict[tuple[int, ...], list[SheetStrip]] = {}
    for strip in layout:
        shape = [value for point in strip.outline for value in point] if turn else [strip.square_m]
        key = tuple(round(value / GRAIN_M) for value in shape)
        kinds.setdefault(key, []).append(strip)
    ordered = sorted(kinds.values(), key=lambda alike: -alike[0].square_m)
    shapes = [alike[0] for alike in ordered]
    wanted = tuple(len(alike) * side.sides for alike in ordered)
    blocks = _blocks(shapes, side.cover_m, turn, kerf_m=kerf_m)
    used = _fewest(wanted, blocks, sheet_m, kerf_m=kerf_m)
    pieces = sum(wanted)
    sheets = tuple(_cut_out(used, shapes, wanted, kerf_m=kerf_m))
    return SheetOrder(pieces=pieces, one_a_piece=pieces, nested=len(used), sheets=sheets)


def _cut_out(
    used: list[list[Block]], shapes: list[SheetStrip], wanted: tuple[int, ...], *, kerf_m: float
) -> Iterator[tuple[CutOut, ...]]:
    """Each sheet's pieces, one after the other; pieces more than are wanted stay uncut."""
    left = list(wanted)
    for blocks in used:
        at, found = 0.0, []
        for long_m, kinds in blocks:
            here = []
            for kind in kinds:
                if left[kind] > 0:
                    left[kind] -= 1
                    here.append(kind)
            pair = len(here) == 2
            for k, kind in enumerate(here):
                # The second of a pair is turned into the first, its square end at the block's far end.
                start = at + long_m - shapes[kind].square_m if k else at
                found.append(CutOut(strip=shapes[kind], kind=kind, from_m=start, turned=bool(k)))
            if here:
                at += (long_m if pair else shapes[here[0]].square_m) + kerf_m
        yield tuple(found)


def _blocks(shapes: list[SheetStrip], cover_m: float, turn: bool, *, kerf_m: float) -> list[Block]:
    """Single pieces, and pairs of which one is turned where that is shorter than one after the other: (length, kinds)."""
    found: list[Block] = [(shape.square_m, (k,)) for k, shape in enumerate(shapes)]
    if turn:
        for a, first in enumerate(shapes):
            for b in range(a, len(shapes)):
                long_m = first.turned_into_m(shapes[b], cover_m) + kerf_m
                if long_m < first.square_m + shapes[b].square_m + kerf_m - 1e-9:
                    found.append((long_m, (a, b)))
    return found


def _fewest(wanted: tuple[int, ...], blocks: list[Block], sheet_m: float, *, kerf_m: float) -> list[list[Block]]:
    """The fewest sheets that hold at least what is wanted, each as its blocks: whole numbers of every fullest way to fill one,
    by a general solver."""
    ways = _patterns(wanted, blocks, sheet_m, kerf_m=kerf_m)
    ordered = sorted(ways, reverse=True)
    found = fewest(wanted, ordered)
    if found is None:
        raise OutOfScopeError("no way to nest the sheets was proved the least", "sheets to length")
    return [
        [blocks[index] for index in ways[way]] for way, times in zip(ordered, found, strict=True) for _ in range(times)
    ]


def _patterns(
    wanted: tuple[int, ...], blocks: list[Block], sheet_m: float, *, kerf_m: float
) -> dict[tuple[int, ...], tuple[int, ...]]:
    """What a sheet can hold and the blocks that do so, no more of a kind than is wanted, none of them less than another.

    Raises:
        OutOfScopeError: More ways than are looked through here.
    """
    kinds = len(wanted)
    found: dict[tuple[int, ...], tuple[int, ...]] = {}
    seen: set[tuple[int, tuple[int, ...]]] = set()
    shortest = min(long_m for long_m, _ in blocks)

    def fill(start: int, left_m: float, held: tuple[int, ...], *, by: tuple[int, ...]) -> None:
        if (start, held) in seen:
            return
        seen.add((start, held))
        if len(seen) > MOST_STATES:
            raise OutOfScopeError(
                "more ways to nest than are looked through here", "fewer different pieces, or sheets to length"
            )
        full = True
        for index in range(start, len(blocks)):
            long_m, of = blocks[index]
            more = tuple(count + of.count(k) for k, count in enumerate(held)) if long_m <= left_m + 1e-9 else None
            if more is not None and all(have <= want for have, want in zip(more, wanted, strict=True)):
                full = False
                fill(index, left_m - long_m - kerf_m, more, by=(*by, index))
        if full or left_m < shortest:
            found.setdefault(held, by)

    fill(0, sheet_m, tuple([0] * kinds), by=())
    return {held: found[held] for held in _greatest(found)}


def _greatest(found: Iterable[tuple[int, ...]]) -> list[tuple[int, ...]]:
    """Those that no other one holds at least as much of everything as."""
    ordered = sorted(found, key=lambda pattern: -sum(pattern))
    kept: list[tuple[int, ...]] = []
    for pattern in ordered:
        if not any(all(a >= b for a, b in zip(other, pattern, strict=True)) for other in kept):
            kept.append(pattern)
    return kept
