"""What even loads do to joists and beams over their supports, live load wherever it does most. Exact, per unit of load."""

import itertools
from collections.abc import Sequence
from functools import lru_cache

from steady.design_codes.results import Action
from steady.statics.beam import Solved, SpreadLoad, solve
from steady.value_objects import positional_value_object, value_object

MOST_PATTERNS = 9
"""Up to so many stretches every pattern of live load is tried; beyond, neighbours and every second one."""


@positional_value_object
class JointFreeMember:
    """A member without joints: its ends and supports, and unit loads by stretch (1 everywhere where none are given)."""

    from_m: float
    to_m: float
    supports: tuple[float, ...]
    loads: tuple[tuple[float, float, float], ...] = ()


@value_object
class Envelope:
    """Effects of a unit of dead load everywhere, and of a unit of live load at its worst (stiffness 1).

    Sagging and hogging moments and shears are sizes; drops are downward; reactions in the order of the supports. Where a
    piece runs past its last support, `tip` is the drop of the end that drops more.
    """

    dead_sag: float
    live_sag: float
    dead_hog: float
    live_hog: float
    dead_shear: float
    live_shear: float
    dead_drop: float
    live_drop: float
    dead_tip: float
    live_tip: float
    reactions: tuple[float, ...]
    most: tuple[float, ...]
    least: tuple[float, ...]

    def between(self, dead: float, live: float) -> tuple[Action, Action]:
        """Dead and live effects between the supports, for line loads (N/m)."""
        return (
            Action(moment_n_m=self.dead_sag * dead, shear_n=self.dead_shear * dead, sag_n_m3=self.dead_drop * dead),
            Action(moment_n_m=self.live_sag * live, shear_n=self.live_shear * live, sag_n_m3=self.live_drop * live),
        )

    def over(self, dead: float, live: float) -> tuple[Action, Action]:
        """Dead and live effects over the supports and at the tips."""
        return (
            Action(moment_n_m=self.dead_hog * dead, shear_n=self.dead_shear * dead, sag_n_m3=self.dead_tip * dead),
            Action(moment_n_m=self.live_hog * live, shear_n=self.live_shear * live, sag_n_m3=self.live_tip * live),
        )


def pieces(
    from_m: float,
    to_m: float,
    supports: tuple[float, ...],
    *,
    unbroken: bool,
    loads: tuple[tuple[float, float, float], ...] = (),
) -> list[JointFreeMember]:
    """A member as it is jointed: one piece, or one for each span with the overhangs on the outer ones."""
    if unbroken or len(supports) < 3:
        return [JointFreeMember(from_m, to_m, supports, loads)]
    made = []
    for index, (a, b) in enumerate(itertools.pairwise(supports)):
        start = from_m if index == 0 else a
        end = to_m if index + 2 == len(supports) else b
        made.append(JointFreeMember(start, end, (a, b), loads))
    return made


def at_supports(found: Sequence[Envelope]) -> tuple[tuple[float, float, float], ...]:
    """Dead, greatest live and least live reaction at every support of a member jointed over them: a butt brings two ends."""
    rows: list[list[float]] = []
    for k, one in enumerate(found):
        for index, row in enumerate(zip(one.reactions, one.most, one.least, strict=True)):
            if k and index == 0:
                rows[-1] = [a + b for a, b in zip(rows[-1], row, strict=True)]
            else:
                rows.append(list(row))
    return tuple((dead, most, least) for dead, most, least in rows)


def worst(found: Sequence[Envelope]) -> Envelope:
    """The worst of several pieces; reactions are those of the first."""
    names = ("sag", "hog", "shear", "drop", "tip")
    most = {
        f"{load}_{name}": max(getattr(item, f"{load}_{name}") for item in found)
        for load in ("dead", "live")
        for name in names
    }
    first = found[0]
    return Envelope(**most, reactions=first.reactions, most=first.most, least=first.least)


@lru_cache(maxsize=8192)
def envelope(piece: JointFreeMember) -> Envelope:
    """All effects of unit loads on one piece.

    Source: statics, three-moment equations; every pattern of live load by stretch between supports and ends.
    """
    length, start = piece.to_m - piece.from_m, piece.from_m
    supports = [at - start for at in piece.supports]
    cuts = sorted({0.0, length, *supports})
    stretches = [(a, b) for a, b in itertools.pairwise(cuts) if b - a > 1e-9]
    shape = [(a - start, b - start, w) for a, b, w in piece.loads] or [(0.0, length, 1.0)]

    def solved(loaded: Sequence[tuple[float, float]]) -> Solved:
        loads = [
            SpreadLoad(from_m=max(a, low), to_m=min(b, high), start_n_per_m=w, end_n_per_m=w)
            for low, high in loaded
            for a, b, w in shape
            if min(b, high) - max(a, low) > 1e-9
        ]
        return solve(length, supports, loads, stiffness_n_m2=1.0)

    everywhere = solved(stretches)
    dead = _effects(everywhere, length, supports)
    alone = [solved([stretch]) for stretch in stretches]
    live = [_effects(solved(pattern), length, supports) for pattern in _patterns(stretches)]
    # Reactions are sums of what each stretch brings: the worst pattern for each is known without trying.
    most = tuple(sum(max(0.0, one.reactions_n[k]) for one in alone) for k in range(len(supports)))
    least = tuple(sum(min(0.0, one.reactions_n[k]) for one in alone) for k in range(len(supports)))
    return Envelope(
        dead_sag=dead[0],
        live_sag=max(row[0] for row in live),
        dead_hog=dead[1],
        live_hog=max(row[1] for row in live),
        dead_shear=dead[2],
        live_shear=max(row[2] for row in live),
        dead_drop=dead[3],
        live_drop=max(row[3] for row in live),
        dead_tip=dead[4],
        live_tip=max(row[4] for row in live),
        reactions=everywhere.reactions_n,
        most=most,
        least=least,
    )


def _effects(one: Solved, length: float, supports: Sequence[float]) -> tuple[float, float, float, float, float]:
    low, high = one.moment_extremes_n_m()
    tips = [one.deflection_m(at) for at in (0.0, length) if all(abs(at - s) > 1e-9 for s in supports)]
    between = one.deflection_extremes_m()[1]
    return high, -low, one.shear_extreme_n(), between, max([0.0, *tips])


def _patterns(stretches: Sequence[tuple[float, float]]) -> list[list[tuple[float, float]]]:
    n = len(stretches)
    if n <= MOST_PATTERNS // 2 + 1:
        picks = [[i for i in range(n) if bits >> i & 1] for bits in range(1, 2**n)]
    else:
        picks = [list(range(n)), list(range(0, n, 2)), list(range(1, n, 2)), *([i, i + 1] for i in range(n - 1))]
        picks += [sorted({i, i + 1, *range(i - 2, -1, -2), *range(i + 3, n, 2)}) for i in range(n - 1)]
    return [[stretches[i] for i in pick] for pick in picks]
