"""A deck's boards over its frame: whole rows, the frame round them, the breaker between two fields."""

import math
from collections.abc import Sequence
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.layout.decking import Courses, courses, joined
from steady.plan.model import Cut, PartPlacement
from steady.structures.deck.parts.build import Builder
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.part_grouping import Sawn


def decking(b: Builder, longest_m: float) -> tuple[Courses, list[str]]:
    """Boards across the joists, from the house or from the outer edge, and the frame round them."""
    spec, frame, timber = b.spec, b.frame, b.timber
    w, t, gap = timber.board.width_m, timber.board.thickness_m, spec.board_gap_m
    left, low, _right, high = frame.outline.box
    framed = spec.frame_boards * (w + gap)
    past = spec.board_past_m
    # The house's edge carries no frame board and no overhang; free edges do.
    near, far = low + (0.0 if frame.on_house else framed - past), high + past - framed
    laid = courses(far - near, w, gap)
    from_edge = spec.boards_from == "edge"
    widths = [w] * laid.full
    if laid.first_m:
        widths.insert(0, laid.first_m)
    if laid.last_m:
        widths.append(laid.last_m)
    if from_edge:
        widths.reverse()
    clashes: list[str] = []
    centres = tuple(sorted({round(joist.u_m, 5) for joist in frame.joists}))
    at = near
    rows: list[tuple[float, float, tuple[tuple[float, float], ...]]] = []
    for course, width in enumerate(widths):
        v = at + width / 2
        inner = min(max(v, low + 1e-4), high - 1e-4)
        pieces: list[tuple[float, float]] = []
        for a, c in frame.outline.across(1, inner):
            start = a - past + framed
            end = c + past - framed
            try:
                lengths = _broken(spec, (start, end), centres, longest_m, course)
            except InvalidInputError as error:
                clashes.append(error.message)
                lengths = [end - start]
            for length in lengths:
                pieces.append((start, length))
                start += length
        rows.append((v, width, tuple((round(s, 5), round(n, 5)) for s, n in pieces)))
        at += width + gap
    _board_rows(b, rows, t, w + gap)
    _frame_boards(b, w, t, gap)
    crossings = sum(len(widths) for _ in centres)
    b.fix("deck screw", 2 * crossings, b.vec(left, low, 0.0), "screw")
    return laid, list(dict.fromkeys(clashes))


def _broken(
    spec: DeckSpec, run: tuple[float, float], centres: Sequence[float], longest_m: float, course: int
) -> list[float]:
    start, end = run
    own = tuple(c - start for c in centres if start + 0.05 < c < end - 0.05)
    if spec.breaker and end - start > longest_m and own:
        middle = min(own, key=lambda c: abs(c - (end - start) / 2))
        return [middle, end - start - middle]
    return list(joined(end - start, own, longest_m, course))


def _board_rows(
    b: Builder, rows: list[tuple[float, float, tuple[tuple[float, float], ...]]], t: float, pitch: float
) -> None:
    """Courses alike in pieces and width, and evenly stepped, become one row each."""
    spec, stick = b.spec, b.timber.board
    runs: list[list[tuple[float, float, tuple[tuple[float, float], ...]]]] = []
    for row in rows:
        if runs and runs[-1][0][1:] == row[1:] and abs(row[0] - runs[-1][-1][0] - pitch) < 1e-6:
            runs[-1].append(row)
        else:
            runs.append([row])
    for number, run in enumerate(runs):
        v, width, pieces = run[0]
        rip = (
            ()
            if abs(width - stick.width_m) < 1e-6
            else (Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(width,)),)
        )
        for k, (start, length) in enumerate(pieces):
            b.add(
                "decking",
                stick,
                (length, (t, width)),
                PartPlacement(
                    id=f"{spec.id}/boards/{number}/{k}",
                    at=b.vec(start, v, -t / 2),
                    along=b.vec(1.0, 0.0),
                    up=b.vec(0.0, 1.0),
                    count=len(run),
                    step=b.vec(0.0, pitch),
                ),
                Sawn(rip),
            )


def _frame_boards(b: Builder, w: float, t: float, gap: float) -> None:
    spec, frame = b.spec, b.frame
    mitre = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=math.pi / 4, bevel_rad=0.0)
    for k in range(spec.frame_boards):
        for edge in frame.plan.edges:
            if frame.on_house and edge.index == 0:
                continue
            off = spec.board_past_m - w / 2 - k * (w + gap)
            direction = (
                (edge.end[0] - edge.start[0]) / edge.length_m,
                (edge.end[1] - edge.start[1]) / edge.length_m,
                0.0,
            )
            at = (edge.start[0] + edge.out[0] * off, edge.start[1] + edge.out[1] * off, -t / 2)
            b.add(
                "decking",
                b.timber.board,
                (edge.length_m, (t, w)),
                PartPlacement(
                    id=f"{spec.id}/frame/{k}/{edge.index}", at=at, along=direction, up=(edge.out[0], edge.out[1], 0.0)
                ),
                Sawn((mitre, replace(mitre, end="end", at_m=edge.length_m)), edge.length_m + w),
            )
