"""The faces that a fence turns to the wind: legs from corner to corner, with what turns away at their ends.

A turn under 45 degrees runs through [own]. At a corner the wind comes round as at a free end, relieved by the fence that turns
away there. An end at a wall or building at least as high has no edge; a gate that stands open makes two.
"""

import itertools
import math

from steady.design_codes.requests import LegEnd
from steady.layout.path import Path
from steady.structures.fence.spec.fence import FenceSpec
from steady.value_objects import positional_value_object

CORNER_RAD = math.radians(45)
"""From this turn on a corner is an edge to the wind [own]."""
CLOSED = LegEnd(free=False)


@positional_value_object
class Face:
    """One face: stretches of the line in order (stations; two where a loop's datum lies within it), and how it ends."""

    stretches: tuple[tuple[float, float], ...]
    start: LegEnd
    end: LegEnd

    @property
    def length_m(self) -> float:
        """Its whole length."""
        return math.fsum(to_m - from_m for from_m, to_m in self.stretches)


def faces(spec: FenceSpec, path: Path) -> list[Face]:
    """Every face of a line, gates closed."""
    groups: list[list[int]] = [[0]]
    for index in range(1, len(path.legs)):
        if abs(math.remainder(path.turn_rad(index), 2 * math.pi)) >= CORNER_RAD - 1e-9:
            groups.append([])
        groups[-1].append(index)
    closing = 0.0
    if spec.closed:
        closing = abs(math.remainder(path.legs[0].heading_rad - path.legs[-1].heading_rad, 2 * math.pi))
        if closing < CORNER_RAD - 1e-9:
            if len(groups) == 1:
                return [Face(((0.0, path.length_m),), CLOSED, CLOSED)]
            groups[0] = groups.pop() + groups[0]
    lengths = [math.fsum(path.legs[k].to_m - path.legs[k].from_m for k in group) for group in groups]
    made = []
    for at, group in enumerate(groups):
        before = LegEnd(return_m=lengths[at - 1]) if at or spec.closed else _line_end(spec.start_at.at)
        last = at + 1 == len(groups)
        after = (
            LegEnd(return_m=lengths[0 if last else at + 1]) if not last or spec.closed else _line_end(spec.end_at.at)
        )
        made.append(Face(_joined([(path.legs[k].from_m, path.legs[k].to_m) for k in group]), before, after))
    return made


def with_gates_open(spec: FenceSpec, found: list[Face], gate_post_m: float) -> list[Face]:
    """The same faces broken at every gate: what stands beside an open leaf is a free end. Empty without gates."""
    gaps = sorted((o.at_m, o.at_m + o.clear_m + gate_post_m) for o in spec.openings)
    if not gaps:
        return []
    made: list[Face] = []
    for face in found:
        pieces: list[list[tuple[float, float]]] = [[]]
        for from_m, to_m in face.stretches:
            inside = [gap for gap in gaps if from_m - 1e-6 <= gap[0] and gap[1] <= to_m + 1e-6]
            edges = [from_m, *itertools.chain.from_iterable(inside), to_m]
            for k, (a, b) in enumerate(zip(edges[::2], edges[1::2], strict=True)):
                if k:
                    pieces.append([])
                if b - a > 1e-6:
                    pieces[-1].append((a, b))
        for k, piece in enumerate(pieces):
            if piece:
                start = face.start if k == 0 else LegEnd()
                made.append(Face(tuple(piece), start, face.end if k + 1 == len(pieces) else LegEnd()))
    return made


def _line_end(at: str) -> LegEnd:
    # A post that stands already may carry nothing: its side counts as free.
    return CLOSED if at == "wall" else LegEnd()


def _joined(stretches: list[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
    made: list[tuple[float, float]] = []
    for from_m, to_m in stretches:
        if made and abs(made[-1][1] - from_m) < 1e-9:
            made[-1] = (made[-1][0], to_m)
        else:
            made.append((from_m, to_m))
    return tuple(made)
