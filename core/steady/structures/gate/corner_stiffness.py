"""How far a closed leaf gives when its free upper corner is pushed: frame, cross rails and strut, joints stiff, boards left out."""

import itertools
from functools import lru_cache

from steady.statics.grillage import GridBar, grid, torsion_constant_m4
from steady.structures.gate.leaf import Leaf

PUSH_N = 88.96443230521
"""20 lb, a hand's push [our own]."""
LIMIT_M = 0.0127
"""Half an inch under it feels firm [our own]."""
SHEAR_OF_E = 1 / 16
"""G of softwood as a share of E. Source: EN 338, the relation behind its tables (high)."""
NEAR_M = 0.02


def wobble_m(leaf: Leaf, e_pa: float, cross_rails: int) -> float:
    """The free upper latch corner's give (m) under a hand's push, hinges and latch holding the leaf in its plane.

    Args:
        e_pa: Mean modulus of the frame's wood.
        cross_rails: How many to count with, instead of the design's own.

    Source: statics, a frame loaded square to its plane. Raked leaves are taken level.
    """
    frame, design = leaf.frame, leaf.design
    bending = e_pa * frame.width_m * frame.thickness_m**3 / 12
    torsion = e_pa * SHEAR_OF_E * torsion_constant_m4(frame.width_m, frame.thickness_m)
    half = leaf.stile_m / 2
    inset = max(0.0, design.hinge_inset_m - half)
    latch = min(max(design.latch_height_m - leaf.gap_m - half, 0.0), leaf.tall_m)
    strut = leaf.reach_m if design.has_strut else 0.0
    return _give_m(
        (leaf.between_m, leaf.tall_m), (inset, latch), cross_rails, strut_m=strut, stiffness=(bending, torsion)
    )


@lru_cache(maxsize=512)
def _give_m(
    size_m: tuple[float, float],
    held_m: tuple[float, float],
    cross_rails: int,
    *,
    strut_m: float,
    stiffness: tuple[float, float],
) -> float:
    """`size_m`: between the stiles, tall; `held_m`: where hinges and latch hold it; stiffness in bending and in torsion."""
    (between_m, tall_m), (inset_m, latch_m), (bending, torsion) = size_m, held_m, stiffness
    rails = [tall_m * (k + 1) / (cross_rails + 1) for k in range(cross_rails)]
    points: list[tuple[float, float]] = []

    def node(x: float, y: float) -> tuple[float, float]:
        """The point, or one already so near that they are one joint."""
        for have in points:
            if abs(have[0] - x) < NEAR_M and abs(have[1] - y) < NEAR_M:
                return have
        points.append((x, y))
        return (x, y)

    corners = [node(x, y) for x in (0.0, between_m) for y in (0.0, tall_m)]
    cross = [[node(0.0, y), node(between_m, y)] for y in rails]
    hinges = [node(0.0, inset_m), node(0.0, tall_m - inset_m)]
    latch = node(between_m, latch_m)
    lines: list[list[tuple[float, float]]] = [[corners[0], corners[2]], [corners[1], corners[3]], *cross]
    if strut_m:
        head = node(strut_m, tall_m)
        laps = [node(strut_m * y / tall_m, y) for y in rails]
        lines[1].append(head)
        for line, lap in zip(lines[2:], laps, strict=True):
            line.append(lap)
        lines.append([corners[0], *laps, head])
    for x in (0.0, between_m):
        lines.append([point for point in points if point[0] == x])
    bars: set[tuple[tuple[float, float], tuple[float, float]]] = set()
    for line in lines:
        inner = sorted(set(line))
        bars |= set(itertools.pairwise(inner))
    names = {point: str(k) for k, point in enumerate(points)}
    found = grid(
        {name: point for point, name in names.items()},
        [GridBar(names[a], names[b], bending, torsion) for a, b in sorted(bars)],
        [names[point] for point in {*hinges, latch}],
        loads_n={names[corners[3]]: PUSH_N},
    )
    return abs(found[names[corners[3]]])
