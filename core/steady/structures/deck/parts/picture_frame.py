"""Boards round a deck's edge, mitered at its corners, and what lies under them."""

import itertools
import math

from steady.errors import InvalidInputError
from steady.layout.decking import joined
from steady.layout.outline import Edge
from steady.plan.model import PartPlacement
from steady.structures.deck.layout.framing import frame_inner_edge_m
from steady.structures.deck.parts.build import SCREWS_AT_A_JOIST, UP, Builder, levels
from steady.structures.part_grouping import SQUARE_RAD, mitered


def picture_frame(b: Builder, longest_m: float) -> list[str]:
    """The boards round the edge, outermost first, and blocks under them where two lie between a rim and the doubled joists.

    Returns:
        What does not go: a run that no stick on sale reaches along from joist to joist.
    """
    spec, frame = b.spec, b.frame
    w, gap = b.timber.board.width_m, spec.board_gap_m
    clashes: list[str] = []
    edges = frame.plan.edges
    for k in range(spec.frame_boards):
        off = spec.board_past_m - w / 2 - k * (w + gap)
        for edge in edges:
            if frame.on_house and edge.index == 0:
                continue
            before, after = edges[edge.index - 1], edges[(edge.index + 1) % len(edges)]
            first = _corner(before, edge, off, house=frame.on_house and before.index == 0)
            last = _corner(edge, after, off, house=frame.on_house and after.index == 0)
            try:
                _run(b, edge, (k, off), corners=(first, last), longest_m=longest_m)
            except InvalidInputError as error:
                clashes.append(error.message)
    if spec.frame_boards > 1:
        _ladder_blocks(b)
    return clashes


def _corner(one: Edge, two: Edge, off_m: float, *, house: bool) -> tuple[float, float]:
    """How far a board's middle line runs past a corner of the outline (m), and its saw's angle from square (rad).

    Args:
        off_m: How far outside the edge the board's middle line is.
        house: The other edge is the house's: the board ends at it.

    Source: geometry; the miter halves the turn.
    """
    turn = math.atan2(
        one.out[0] * two.out[1] - one.out[1] * two.out[0], one.out[0] * two.out[0] + one.out[1] * two.out[1]
    )
    if not house:
        return off_m * math.tan(turn / 2), turn / 2
    return -off_m / math.tan(turn), turn - math.pi / 2


def _run(
    b: Builder, edge: Edge, which: tuple[int, float], *, corners: tuple[tuple[float, float], ...], longest_m: float
) -> None:
    """The boards along one edge: butted over joists where they cross them, in even pieces where they lie along two."""
    spec, frame, stick = b.spec, b.frame, b.timber.board
    w, t = stick.width_m, stick.thickness_m
    number, off = which
    (before_m, first_rad), (after_m, last_rad) = corners
    total = before_m + edge.length_m + after_m
    direction = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m)
    start = (
        edge.start[0] + edge.out[0] * off - direction[0] * before_m,
        edge.start[1] + edge.out[1] * off - direction[1] * before_m,
    )
    slants_m = w / 2 * abs(math.tan(first_rad)), w / 2 * abs(math.tan(last_rad))
    room_m = longest_m - max(slants_m)
    axis = 1 if frame.flip else 0
    if abs(direction[axis]) < SQUARE_RAD:
        count = max(1, math.ceil(total / room_m - 1e-9))
        lengths = [total / count] * count
        # Along its joists it is screwed as often as the field is across them.
        held = count * (math.ceil(total / count / spec.spacing_m - 1e-9) + 1)
    else:
        over = sorted((joist.u_m - start[axis]) / direction[axis] for joist in frame.joists)
        lengths = list(joined(total, tuple(at for at in over if 0.05 < at < total - 0.05), room_m, course=0))
        # Both pieces that meet over a joist are screwed to it.
        held = sum(0 < at < total for at in over) + len(lengths) - 1
    b.fix("deck screw", SCREWS_AT_A_JOIST * held, (*start, 0.0), role="screw")
    begins = list(itertools.accumulate(lengths, initial=0.0))
    for k, (at, length) in enumerate(zip(begins, lengths, strict=False)):
        ends = (first_rad if k == 0 else 0.0, last_rad if k + 1 == len(lengths) else 0.0)
        # The board's outer edge is its upper one: past a corner that turns outward it is the longer.
        b.add(
            "decking",
            stick,
            (length, (t, w)),
            place=PartPlacement(
                id=f"{spec.id}/frame/{number}/{edge.index}" if k == 0 else f"{spec.id}/frame/{number}/{edge.index}/{k}",
                at=(start[0] + direction[0] * at, start[1] + direction[1] * at, -t / 2),
                along=(*direction, 0.0),
                up=(edge.out[0], edge.out[1], 0.0),
            ),
            sawn=mitered(length, w, ends),
        )


def _ladder_blocks(b: Builder) -> None:
    """Blocks between the joist at an edge and the doubled ones inside it, no farther apart than joists: two boards lie on them."""
    spec, frame, stick = b.spec, b.frame, b.timber.joist
    t, deep = stick.thickness_m, stick.width_m
    z, _ = levels(spec, b.timber)
    length = frame_inner_edge_m(spec, b.timber.board.width_m) - 2 * t
    for edge in frame.outline.edges:
        if abs(edge.end[0] - edge.start[0]) > SQUARE_RAD:
            continue
        low, high = sorted((edge.start[1], edge.end[1]))
        count = max(1, math.ceil((high - low) / spec.spacing_m - 1e-9))
        u = edge.start[0] - (t if edge.out[0] > 0 else -t)
        for k in range(1, count):
            v = low + (high - low) * k / count
            at = u - length if edge.out[0] > 0 else u
            b.add(
                "blocking",
                stick,
                (length, (t, deep)),
                place=PartPlacement(
                    id=f"{spec.id}/ladder/{edge.index}/{k}", at=b.vec(at, v, z), along=b.vec(1.0, 0.0), up=UP
                ),
            )
            b.fix("rim screw", 4, b.vec(at, v, z), role="screw")
