"""A flat frame loaded square to its own plane: bars that bend and twist, joints stiff. Direct stiffness, exact, small (SI).

At each node stand the displacement w out of the plane and its slopes along x and y. A bar bends by the slope along it and is
twisted by the slope across it.
"""

import math
from collections.abc import Mapping, Sequence

from steady.errors import InvalidInputError
from steady.value_objects import positional_value_object


@positional_value_object
class GridBar:
    """A bar between two nodes: E I out of the plane (N m²) and G J (N m²)."""

    start: str
    end: str
    bending_n_m2: float
    torsion_n_m2: float


def grid(
    nodes: Mapping[str, tuple[float, float]],
    bars: Sequence[GridBar],
    held: Sequence[str],
    *,
    loads_n: Mapping[str, float],
) -> dict[str, float]:
    """Displacements w (m) of every node.

    Args:
        nodes: Where each node lies in the plane.
        bars: What joins them.
        held: Nodes that cannot leave the plane; their slopes are free.
        loads_n: Forces square to the plane.

    Raises:
        InvalidInputError: A bar without length or stiffness, or a frame that is not held.

    Source: statics, direct stiffness; tested against a general structural library.
    """
    index = {name: 3 * k for k, name in enumerate(nodes)}
    size = 3 * len(nodes)
    rows = [[0.0] * (size + 1) for _ in range(size)]
    for bar in bars:
        _add(rows, index, nodes, bar=bar)
    for name, load in loads_n.items():
        rows[index[name]][size] += load
    fixed = {index[name] for name in held}
    free = [k for k in range(size) if k not in fixed]
    found = _solved([[rows[i][j] for j in free] + [rows[i][size]] for i in free])
    moved = dict(zip(free, found, strict=True))
    return {name: moved.get(at, 0.0) for name, at in index.items()}


def _add(
    rows: list[list[float]], index: Mapping[str, int], nodes: Mapping[str, tuple[float, float]], *, bar: GridBar
) -> None:
    (x1, y1), (x2, y2) = nodes[bar.start], nodes[bar.end]
    length = math.hypot(x2 - x1, y2 - y1)
    if not (length > 0 and bar.bending_n_m2 > 0 and bar.torsion_n_m2 > 0):
        raise InvalidInputError("bars", "need a length and stiffness above 0")
    c, s = (x2 - x1) / length, (y2 - y1) / length
    b, t = bar.bending_n_m2 / length**3, bar.torsion_n_m2 / length
    # In the bar's own terms: w, slope along it, slope across it, at each end.
    own = [
        [12 * b, 6 * b * length, 0, -12 * b, 6 * b * length, 0],
        [6 * b * length, 4 * b * length**2, 0, -6 * b * length, 2 * b * length**2, 0],
        [0, 0, t, 0, 0, -t],
        [-12 * b, -6 * b * length, 0, 12 * b, -6 * b * length, 0],
        [6 * b * length, 2 * b * length**2, 0, -6 * b * length, 4 * b * length**2, 0],
        [0, 0, -t, 0, 0, t],
    ]
    turn = [(1.0, 0.0, 0.0), (0.0, c, s), (0.0, -s, c)]
    places = [index[bar.start] + k for k in range(3)] + [index[bar.end] + k for k in range(3)]
    # Turned to the frame's slopes, block by block.
    for i in range(6):
        for j in range(6):
            part = math.fsum(
                turn[p][i % 3] * own[3 * (i // 3) + p][3 * (j // 3) + q] * turn[q][j % 3]
                for p in range(3)
                for q in range(3)
            )
            rows[places[i]][places[j]] += part


def _solved(rows: list[list[float]]) -> list[float]:
    """Gauss with pivots, the right side in the last column."""
    size = len(rows)
    largest = max((abs(row[k]) for k, row in enumerate(rows)), default=0.0)
    for k in range(size):
        best = max(range(k, size), key=lambda i: abs(rows[i][k]))
        if abs(rows[best][k]) <= 1e-12 * largest:
            raise InvalidInputError("held", "the frame is not held: it can move without bending")
        rows[k], rows[best] = rows[best], rows[k]
        pivot = rows[k]
        for i in range(k + 1, size):
            factor = rows[i][k] / pivot[k]
            if factor:
                row = rows[i]
                for j in range(k, size + 1):
                    row[j] -= factor * pivot[j]
    found = [0.0] * size
    for k in reversed(range(size)):
        row = rows[k]
        found[k] = (row[size] - math.fsum(row[j] * found[j] for j in range(k + 1, size))) / row[k]
    return found


def torsion_constant_m4(one_m: float, other_m: float) -> float:
    """J of a solid rectangle, a the longer side: a b³ (1/3 − 0.21 (b / a) (1 − b⁴ / (12 a⁴))).

    Source: usual approximation, within 1 % of the published coefficients.
    """
    a, b = max(one_m, other_m), min(one_m, other_m)
    if not b > 0:
        raise InvalidInputError("sides", "must be above 0")
    return a * b**3 * (1 / 3 - 0.21 * (b / a) * (1 - b**4 / (12 * a**4)))
