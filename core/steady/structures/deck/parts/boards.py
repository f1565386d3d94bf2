"""A deck's boards over its frame: whole rows, cut round steps of the outline, and the breaker between two fields."""

import itertools
from collections.abc import Iterable, Sequence
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.layout.decking import Courses, courses, joined
from steady.layout.outline import Outline, Span, inset
from steady.plan.model import Cut, PartPlacement, Vec
from steady.structures.deck.layout.framing import DeckFrame
from steady.structures.deck.parts.build import SCREWS_AT_A_JOIST, Builder
from steady.structures.deck.parts.picture_frame import picture_frame
from steady.structures.made_boards import is_made
from steady.structures.part_grouping import Sawn
from steady.value_objects import positional_value_object

NEAR_M = 1e-6
LEAST_STRIP_M = 0.002
"""A board that passes a step of the outline by less is not cut for it: less than a saw takes away [our own]."""
LEAST_LEFT_M = 0.02
"""A board of which a post leaves less beside it is parted there [our own]."""
SCREW_EDGE_M = 0.02
"""A board reaches so far onto a joist, from its middle, to be screwed to it [our own, half a joist]."""


Notch = tuple[float, float, float]
POST_GAP_M = 0.006
"""Boards keep so far off a guard's post [common practice, 1/4 in]."""


RIM_ROW_M = 0.1
"""So far past the joists' ends a row lies on the rim and overhangs it [our own]."""


@positional_value_object
class _Row:
    """Pieces of one row: the row's middle across the boards, its width, and where each piece starts and how long it is (m).

    `notches`: by piece, where its cuts round guard posts are: middle, depth, length.
    """

    v_m: float
    width_m: float
    pieces: tuple[Span, ...]
    notches: tuple[tuple[Notch, ...], ...]


def decking(b: Builder, longest_m: float) -> tuple[Courses, list[str]]:
    """Boards across the joists, from the house or from the outer edge, and the frame round them."""
    spec, frame, timber = b.spec, b.frame, b.timber
    w, gap = timber.board.width_m, spec.board_gap_m
    framed_m = spec.frame_boards * (w + gap) - spec.board_past_m
    field = _field(frame, framed_m)
    _, near, _, far = field.box
    layout = courses(far - near, w, gap)
    widths = [w] * layout.full
    if layout.first_m:
        widths.insert(0, layout.first_m)
    if layout.last_m:
        widths.append(layout.last_m)
    if spec.boards_from == "edge":
        widths.reverse()
    clashes: list[str] = []
    rows: list[_Row] = []
    at = near
    for course, width in enumerate(widths):
        for low, high, spans in _strips(field, at, at + width):
            v = (low + high) / 2
            # A row over the rim breaks where the joists that end on it stand.
            ends = [j for j in frame.joists if j.from_m - RIM_ROW_M < v < j.to_m + RIM_ROW_M]
            centres = tuple(sorted({round(j.u_m, 5) for j in ends}))
            pieces: list[Span] = []
            for run in spans:
                try:
                    pieces += _broken(b, run, centres, longest_m=longest_m, course=course)
                except InvalidInputError as error:
                    clashes.append(error.message)
                    pieces.append((run[0], run[1] - run[0]))
            told, notches = _round_posts(b, pieces, (low, high))
            rows.append(_Row(v, width if abs(high - low - width) < NEAR_M else high - low, told, notches))
        at += width + gap
    _board_rows(b, rows, w + gap)
    clashes += picture_frame(b, longest_m)
    left, low, _, _ = frame.outline.box
    _fixings(b, rows, b.vec(left, low, 0.0))
    return layout, list(dict.fromkeys(clashes))


def _fixings(b: Builder, rows: list[_Row], at: Vec) -> None:
    """Screws through the face wherever a piece lies on a joist; or hidden clips in the gaps, starters along both outer rows."""
    crossings = _crossings(b.frame, rows)
    if not (is_made(b.timber.board) and b.spec.made_boards.clips):
        b.fix("deck screw", SCREWS_AT_A_JOIST * crossings, at, role="screw")
        return
    outer = _crossings(b.frame, [rows[0], rows[-1]]) if rows else 0
    # A clip holds the boards on both sides of its gap; each end that meets another is held by one of its own.
    b.fix("hidden clip", crossings - outer // 2, at, role="screw")
    b.fix("starter clip", outer, at, role="screw")


def _field(frame: DeckFrame, framed_m: float) -> Outline:
    """The outline of the boards inside the picture frame, in framing axes; the house's edge has neither frame nor overhang."""
    house = next((edge.start, edge.end) for edge in frame.plan.edges if edge.index == 0)
    ends = {(y, x) if frame.flip else (x, y) for x, y in house}
    edges = frame.outline.edges
    return inset(
        frame.outline, [0.0 if frame.on_house and {edge.start, edge.end} == ends else framed_m for edge in edges]
    )


def _strips(field: Outline, low_m: float, high_m: float) -> list[tuple[float, float, list[Span]]]:
    """What of a row lies in the field: its pieces of whole width, then those that a step of the outline makes narrower.

    Returns:
        (from, to, stretches along the row), all in m.
    """
    steps = {v for _, v in field.corners if low_m + LEAST_STRIP_M < v < high_m - LEAST_STRIP_M}
    cuts = [low_m, *sorted(steps), high_m]
    strips = [(a, b, field.across(1, (a + b) / 2)) for a, b in itertools.pairwise(cuts)]
    if len(strips) == 1:
        return strips
    whole = strips[0][2]
    for _, _, spans in strips[1:]:
        whole = [(max(a, c), min(b, d)) for a, b in whole for c, d in spans if min(b, d) - max(a, c) > LEAST_STRIP_M]
    found = [(low_m, high_m, whole)] if whole else []
    for a, b, spans in strips:
        rest = [piece for span in spans for piece in _without(span, whole)]
        if rest:
            found.append((a, b, rest))
    return found


def _without(span: Span, taken: Iterable[Span]) -> list[Span]:
    """What is left of a stretch between others, in order along it."""
    left, at = [], span[0]
    for a, b in taken:
        if b <= span[0] or a >= span[1]:
            continue
        left.append((at, a))
        at = b
    left.append((at, span[1]))
    return [(a, b) for a, b in left if b - a > LEAST_STRIP_M]


def _broken(b: Builder, run: Span, centres: Sequence[float], *, longest_m: float, course: int) -> list[Span]:
    """The pieces of a run, each with its start and length, butted on joists; from the far end where the deck is deeper there."""
    spec, from_far = b.spec, b.frame.from_far
    start, end = run
    own = tuple(c - start for c in centres if start + 0.05 < c < end - 0.05)
    if from_far:
        own = tuple(end - start - c for c in reversed(own))
    if spec.breaker and end - start > longest_m and own:
        middle = min(own, key=lambda c: abs(c - (end - start) / 2))
        lengths = [middle, end - start - middle]
    else:
        lengths = list(joined(end - start, own, longest_m, course=course))
    if from_far:
        lengths.reverse()
    starts = itertools.accumulate(lengths, initial=start)
    return list(zip(starts, lengths, strict=False))


def _crossings(frame: DeckFrame, rows: list[_Row]) -> int:
    """How often a piece of board lies on a joist; both pieces that meet over one are screwed to it."""
    return sum(
        joist.from_m < row.v_m < joist.to_m and start - SCREW_EDGE_M < joist.u_m < start + length + SCREW_EDGE_M
        for row in rows
        for start, length in row.pieces
        for joist in frame.joists
    )


def _board_rows(b: Builder, rows: list[_Row], pitch: float) -> None:
    """Courses alike in pieces and width, and evenly stepped, become one row each."""
    spec, stick = b.spec, b.timber.board
    t = stick.thickness_m
    runs: list[list[_Row]] = []
    for row in rows:
        last = runs[-1][-1] if runs else None
        alike = last is not None and replace(last, v_m=row.v_m) == row
        if last is not None and alike and abs(row.v_m - last.v_m - pitch) < 1e-6:
            runs[-1].append(row)
        else:
            runs.append([row])
    for number, run in enumerate(runs):
        width = run[0].width_m
        rip = (
            ()
            if abs(width - stick.width_m) < 1e-6
            else (Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(width,)),)
        )
        for k, (start, length) in enumerate(run[0].pieces):
            b.add(
                "decking",
                stick,
                (length, (t, width)),
                place=PartPlacement(
                    id=f"{spec.id}/boards/{number}/{k}",
                    at=b.vec(start, run[0].v_m, -t / 2),
                    along=b.vec(1.0, 0.0),
                    up=b.vec(0.0, 1.0),
                    count=len(run),
                    step=b.vec(0.0, pitch),
                ),
                sawn=Sawn((*rip, *(_notch(notch) for notch in run[0].notches[k]))),
            )


def _notch(notch: Notch) -> Cut:
    at_m, deep_m, long_m = notch
    return Cut(end="inside", kind="notch", at_m=at_m, mitre_rad=0.0, bevel_rad=0.0, size_m=(deep_m, long_m))


def _round_posts(
    b: Builder, pieces: list[Span], across: tuple[float, float]
) -> tuple[tuple[Span, ...], tuple[tuple[Notch, ...], ...]]:
    """A row's pieces cut round guard posts: notched where a post takes a part of their width, parted where it takes all of it."""
    half_m = b.timber.guard_post.width_m / 2 + POST_GAP_M
    low, high = across
    met = sorted((u, v) for u, v in b.guard_posts if v - half_m < high - NEAR_M and v + half_m > low + NEAR_M)
    told: list[Span] = []
    notches: list[tuple[Notch, ...]] = []
    for start, length in pieces:
        parts, here = [(start, start + length)], list[Notch]()
        for u, v in met:
            if not start - half_m < u < start + length + half_m:
                continue
            deep_m = min(high, v + half_m) - max(low, v - half_m)
            if deep_m > high - low - LEAST_LEFT_M:
                parts = [piece for part in parts for piece in _without(part, [(u - half_m, u + half_m)])]
            else:
                here.append((u, deep_m, 2 * half_m))
        for a, c in parts:
            told.append((round(a, 5), round(c - a, 5)))
            notches.append(
                tuple((round(u - a, 5), round(deep, 5), long) for u, deep, long in here if a - half_m < u < c + half_m)
            )
    return tuple(told), tuple(notches)
