"""Where joists, beams and posts of a deck stand, and how much deck each support carries. Pure layout, no rules.

Framing axes: u across the joists (along the beams), v along the joists, away from the house where they run out from it.
"""

import itertools
import math
import re
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, replace
from functools import lru_cache

from steady.errors import InvalidInputError
from steady.layout.decking import joist_centres
from steady.layout.outline import Edge, Outline, Point, Span, checked, height_at
from steady.memo import IdentityKey, cached
from steady.statics.beam import SpreadLoad, solve
from steady.structures.deck.spec.deck import DeckSpec, Pin
from steady.value_objects import positional_value_object, value_object

NEAR_M = 1e-4
CLOSE_M = 0.6
"""Beam lines nearer than this are one, where one can carry both edges [our own]."""
LEAST_CARRIED_M = 0.05
FLUSH_EDGE_M = 0.05
"""A flush beam's middle stands so far inside the deck's edge [our own]."""
AT_END_M = 0.05
"""A post pinned at its beam's end stands with its middle so far inside it [our own]."""
MORE_POSTS = 2
"""So many posts more are tried where the sticks on sale do not make a beam's plies [our own]."""
NARROW_M = 0.2
"""A last bay of joists narrower than this is shared with the one before [our own: a post and two blocks fit]."""
SHORT_M = 0.4
"""Posts of one beam stand at least this far apart [our own]."""


@value_object
class Joist:
    """One joist: its place across, its ends, and the lines it lies on (v), with the beam each is ("" the ledger or a sill)."""

    id: str
    u_m: float
    from_m: float
    to_m: float
    supports: tuple[float, ...]
    on: tuple[str, ...]

    @property
    def spans_m(self) -> tuple[float, ...]:
        """Between neighbouring supports."""
        return tuple(b - a for a, b in zip(self.supports, self.supports[1:], strict=False))

    @property
    def past_m(self) -> tuple[float, float]:
        """Before the first support and past the last."""
        return self.supports[0] - self.from_m, self.to_m - self.supports[-1]


@value_object
class DeckPost:
    """A post under a beam."""

    id: str
    u_m: float
    v_m: float


@value_object
class BeamRun:
    """One beam in one piece of outline: its line, its ends, its posts, and what it carries from place to place.

    `supported`: stretches (from, to, length of deck by halves, by analysis of unbroken joists), all in m.
    """

    id: str
    v_m: float
    from_m: float
    to_m: float
    posts: tuple[DeckPost, ...] = ()
    supported: tuple[tuple[float, float, float, float], ...] = ()
    both_sides: bool = False

    @property
    def spans_m(self) -> tuple[float, ...]:
        """Between neighbouring posts."""
        at = [post.u_m for post in self.posts]
        return tuple(b - a for a, b in itertools.pairwise(at))

    @property
    def past_m(self) -> tuple[float, float]:
        """Past the first and the last post."""
        return self.posts[0].u_m - self.from_m, self.to_m - self.posts[-1].u_m

    def carries_m(self, unbroken: bool) -> float:
        """The greatest length of deck on it; an unbroken joist may even lift off a support, which then carries next to nothing."""
        return max(LEAST_CARRIED_M, *(row[3] if unbroken else row[2] for row in self.supported))


@value_object
class DeckFrame:
    """The whole frame, with the longest span and overhang of any joist. `flip`: u is y and v is x."""

    outline: Outline
    plan: Outline
    flip: bool
    joists: tuple[Joist, ...]
    beams: tuple[BeamRun, ...]
    on_house: bool
    longest_span_m: float
    longest_past_m: float
    conflicts: tuple[str, ...] = ()
    notes: tuple[str, ...] = ()
    from_far: bool = False
    """The joists' spacing, and the boards' pieces, begin at the far side: the deck is deeper there."""

    def site(self, u_m: float, v_m: float) -> Point:
        """A point of the framing axes on the site."""
        return (v_m, u_m) if self.flip else (u_m, v_m)


LINE_NAME = re.compile(r"beam-\d+")
"""What a whole line of beams is called; a letter more names a run of it, a number more a post."""


def outline_of(spec: DeckSpec) -> Outline:
    """The outline on the site. Raises InvalidInputError, with the field."""
    return checked(tuple((corner.x_m, corner.y_m) for corner in spec.outline))


def height_of(spec: DeckSpec, point: Point) -> float:
    """The finished deck above the ground at a point, from the readings at the corners."""
    corners = tuple((corner.x_m, corner.y_m) for corner in spec.outline)
    return height_at(corners, tuple(corner.height_m for corner in spec.outline), point)


@dataclass(frozen=True, slots=True, kw_only=True)
class Limits:
    """How far the members of a frame may reach.

    Attributes:
        joist_m: The farthest a joist may span (m): more beams are put in until none spans further.
        overhang: A function of the span behind (m) that gives how far a joist may run past its beam (m).
        beam: A function of the supported length and the longest joist (m) that gives the farthest a beam may span (m).
        flush_edge_m: Where joists hang between the beams, how far inside the edge the outer beam's middle stands: half of its
            plies, so that its outer face is the rim.
        joins: Whether sticks on sale make a beam's plies, each joined over a post of its own.
    """

    joist_m: float
    overhang: Callable[[float], float]
    beam: Callable[[float, float], float]
    joins: Callable[[BeamRun], bool]
    flush_edge_m: float = FLUSH_EDGE_M


def frame_inner_edge_m(spec: DeckSpec, board_m: float) -> float:
    """How far inside the deck's edge the gap between its picture frame and the field has its middle (m)."""
    return spec.frame_boards * (board_m + spec.board_gap_m) - spec.board_past_m - spec.board_gap_m / 2


def frame(spec: DeckSpec, *, joist_m: float, board_m: float, limits: Limits) -> DeckFrame:
    """Lay the frame out.

    Args:
        joist_m: Thickness of a joist.
        board_m: Width of a deck board: a picture frame of them wants two joists under its inner edge.
    """
    joist_limit_m, overhang_limit = limits.joist_m, limits.overhang
    flip = spec.joists_run == "along"
    plan = outline_of(spec)
    framing = Outline(tuple((y, x) for x, y in reversed(plan.corners))) if flip else plan
    on_house = spec.on_ledger and not flip and spec.bridge is None and not spec.on_sleepers
    if framing.box[2] - framing.box[0] < 2 * joist_m:
        raise InvalidInputError("outline", "The deck is too narrow for joists at this spacing")
    doubled_m = frame_inner_edge_m(spec, board_m) if spec.frame_boards else None
    raw = cached(_joists, framing, spec.spacing_m, joist_m, doubled_m=doubled_m)
    if spec.bridge is not None or spec.on_sleepers:
        return _on_ground(spec, raw, plan, framing=framing, joist_m=joist_m)
    overhang = min(spec.overhang_m, overhang_limit(joist_limit_m))
    if spec.seating.in_joist_plane:
        # Hung between beams, joists end at them: the outer beam stands just inside the edge.
        overhang = limits.flush_edge_m
    if not on_house:
        # A small platform's two beam lines stay far enough apart to be two.
        depth = max(joist.to_m - joist.from_m for joist in raw)
        overhang = min(overhang, max(limits.flush_edge_m, (depth - CLOSE_M) / 2 - NEAR_M))
    held = _house_edge(plan) if on_house else None
    # Where it is said how many lines there are, how far a joist may span moves none of them.
    limit_m = joist_limit_m if spec.beams is None else None

    def lay(past_m: float, pins: tuple[Pin, ...]) -> _Laid:
        lines = cached(_lines, IdentityKey(raw), _Wanted(spec.beams, pins, limit_m, past_m), held)
        return cached(_laid, IdentityKey(raw), framing, lines, house=held)

    # A pinned line says how far joists run past it; every other line stays where it was without the pin.
    pinned_line = any(LINE_NAME.fullmatch(pin.id) for pin in spec.pins)
    pins = () if pinned_line else spec.pins
    layout = lay(overhang, pins)
    for _ in range(8):
        # A shorter span behind allows a shorter overhang, which makes that span longer again.
        behind = {joist.spans_m[-1] for joist in layout.joists if joist.past_m[1] > NEAR_M}
        allowed = min((overhang_limit(span_m) for span_m in behind), default=overhang)
        if overhang <= allowed + 1e-6:
            break
        overhang = allowed
        layout = lay(overhang, pins)
    if pinned_line:
        layout = lay(overhang, spec.pins)
    joists_m = _longest(layout.joists)[0]
    beams = tuple(_with_posts(spec, run, joists_m, limits=limits) for run in layout.runs)
    notes: list[str] = []
    if spec.on_ledger and not on_house:
        notes.append(
            "Joists run along the house: none hangs on it, the deck is freestanding and must keep itself upright"
        )
    if overhang < spec.overhang_m - NEAR_M and not spec.seating.in_joist_plane:
        notes.append("The joists run less far past the beam than wished: the rules allow no more")
    known = {run.id for run in beams} | {post.id for run in beams for post in run.posts}
    notes += [f"{pin.id} is pinned but the frame has no such part now" for pin in spec.pins if pin.id not in known]
    return cached(
        _put,
        IdentityKey(layout),
        tuple(IdentityKey(run) for run in beams),
        _Seen(plan, flip, on_house, _deeper_at_far_side(framing, joist_m)),
        notes=tuple(notes),
    )


def _on_ground(spec: DeckSpec, raw: tuple[Joist, ...], plan: Outline, *, framing: Outline, joist_m: float) -> DeckFrame:
    """Joists without beams: a bridge's on two sills, or all along on gravel, where they span nothing."""
    half = spec.bridge.bearing_m / 2 if spec.bridge is not None else 0.0
    on = ("sill-1", "sill-2") if spec.bridge is not None else ("", "")
    joists = tuple(replace(j, supports=(j.from_m + half, j.to_m - half), on=on) for j in raw)
    span_m, past_m = _longest(joists) if spec.bridge is not None else (0.0, 0.0)
    return DeckFrame(
        outline=framing,
        plan=plan,
        flip=framing is not plan,
        joists=joists,
        beams=(),
        on_house=False,
        longest_span_m=span_m,
        longest_past_m=past_m,
        from_far=_deeper_at_far_side(framing, joist_m),
    )


def joists_at(frame: DeckFrame, edge: Edge) -> tuple[float, ...]:
    """Where joists end on an edge that crosses them (m from its start); none where they run along it or it runs at a slant."""
    axis = 1 if frame.flip else 0
    way = (edge.end[axis] - edge.start[axis]) / edge.length_m
    if abs(abs(way) - 1.0) > 1e-6:
        return ()
    v = edge.start[1 - axis]
    return tuple(
        sorted(
            (joist.u_m - edge.start[axis]) * way
            for joist in frame.joists
            if min(abs(joist.from_m - v), abs(joist.to_m - v)) < NEAR_M
            and -NEAR_M < (joist.u_m - edge.start[axis]) * way < edge.length_m + NEAR_M
        )
    )


def _put(layout: IdentityKey, runs: tuple[IdentityKey, ...], seen: "_Seen", *, notes: tuple[str, ...]) -> DeckFrame:
    """The frame of joists and beams that are laid; in one search the same ones make the same frame."""
    whole: _Laid = layout.it
    span_m, past_m = _longest(whole.joists)
    return DeckFrame(
        outline=whole.framing,
        plan=seen.plan,
        flip=seen.flip,
        joists=whole.joists,
        beams=tuple(run.it for run in runs),
        on_house=seen.on_house,
        longest_span_m=span_m,
        longest_past_m=past_m,
        conflicts=tuple(dict.fromkeys(whole.conflicts)),
        notes=notes,
        from_far=seen.from_far,
    )


@positional_value_object
class _Seen:
    """The outline from above, whether the joists run along the house, whether it holds them, and where their spacing begins."""

    plan: Outline
    flip: bool
    on_house: bool
    from_far: bool


@positional_value_object
class _Laid:
    """Joists on their lines, what is wrong with them, and the beams under them before their posts."""

    framing: Outline
    joists: tuple[Joist, ...]
    conflicts: tuple[str, ...]
    runs: tuple[BeamRun, ...]


@positional_value_object
class _Wanted:
    """What beam lines are asked for: how many (None: as many as joists that reach `limit_m` need), held ones, the overhang."""

    beams: int | None
    pins: tuple[Pin, ...]
    limit_m: float | None
    overhang_m: float


def _laid(raw: IdentityKey, framing: Outline, lines: tuple[float, ...], *, house: Span | None) -> _Laid:
    joists, conflicts = _set_on(raw.it, lines, house)
    return _Laid(framing, joists, tuple(conflicts), tuple(_beams(framing, joists, lines)))


def _longest(joists: tuple[Joist, ...]) -> tuple[float, float]:
    span_m = max((span for joist in joists for span in joist.spans_m), default=0.0)
    return span_m, max((past for joist in joists for past in joist.past_m), default=0.0)


def _house_edge(plan: Outline) -> Span:
    first = plan.edges[0]
    return min(first.start[0], first.end[0]), max(first.start[0], first.end[0])


def _deeper_at_far_side(framing: Outline, joist_m: float) -> bool:
    left, _, right, _ = framing.box
    near, far = (
        sum(high - low for low, high in framing.across(0, u)) for u in (left + joist_m / 2, right - joist_m / 2)
    )
    return far > near + NEAR_M


def _joists(framing: Outline, spacing_m: float, joist_m: float, *, doubled_m: float | None) -> tuple[Joist, ...]:
    """Joists of an outline. `doubled_m`: how far inside each edge along them two stand side by side under a picture frame."""
    left, _, right, _ = framing.box
    at = list(joist_centres(left, right, spacing_m, joist_m=joist_m))
    if len(at) > 2 and at[-1] - at[-2] < NARROW_M:
        # So close to the edge a joist would stand where a guard's posts do: the last two bays are shared evenly instead.
        at[-2] = (at[-3] + at[-1]) / 2
    # The grid starts at the side where the deck is deeper, so that a deck and its mirror image are framed alike.
    if _deeper_at_far_side(framing, joist_m):
        at = [left + right - centre for centre in at]
    along = [edge for edge in framing.edges if abs(edge.end[0] - edge.start[0]) < NEAR_M]
    for edge in along:
        # A step of the outline gets a joist of its own, just inside it.
        u = edge.start[0]
        if left + NEAR_M < u < right - NEAR_M:
            at = _with_step(at, u - math.copysign(joist_m / 2, edge.out[0]), joist_m)
    if doubled_m is not None:
        middles = [edge.start[0] - math.copysign(doubled_m, edge.out[0]) for edge in along]
        at = _with_doubled(at, [u for u in middles if left < u < right], joist_m, spacing_m=spacing_m)
    made: list[Joist] = []
    for u in sorted(at):
        for low, high in framing.across(0, u):
            made.append(Joist(id=f"joist-{len(made) + 1}", u_m=u, from_m=low, to_m=high, supports=(), on=()))
    if not made:
        raise InvalidInputError("outline", "The deck is too narrow for joists at this spacing")
    return tuple(made)


def _with_step(at: list[float], inner: float, joist_m: float) -> list[float]:
    """Joist centers with one at a step of the outline: what stood in its place moves beside it, so that no bay becomes wider."""
    edge = min(at), max(at)
    if any(abs(inner - own) < joist_m - NEAR_M for own in edge):
        return at
    moved = [
        u if abs(u - inner) > joist_m - NEAR_M else inner + math.copysign(joist_m, u - inner)
        for u in at
        if abs(u - inner) > NEAR_M
    ]
    clear = [u for u in moved if u in edge or all(abs(u - own) > joist_m - NEAR_M for own in edge)]
    return [*clear, inner]


def _with_doubled(at: list[float], middles: list[float], joist_m: float, *, spacing_m: float) -> list[float]:
    """Joist centers with a pair side by side at each middle, in place of those that they would share space with."""
    pairs = [middle + way * joist_m / 2 for middle in middles for way in (-1, 1)]
    edge = min(at), max(at)
    kept = [u for u in at if u in edge or all(abs(u - own) > joist_m - NEAR_M for own in pairs)]
    found = sorted({*kept, *(u for u in pairs if all(abs(u - own) > joist_m - NEAR_M for own in kept))})
    # Where a joist made room for a pair, no bay becomes wider than asked.
    return sorted(found + [(a + b) / 2 for a, b in itertools.pairwise(found) if b - a > spacing_m + NEAR_M])


def _lines(raw: IdentityKey, wanted: _Wanted, house: Span | None) -> tuple[float, ...]:
    """Beam lines: one near every outer edge, more between where joists would span too far. `house`: where a ledger is."""
    joists: tuple[Joist, ...] = raw.it
    overhang_m = wanted.overhang_m

    def held(joist: Joist) -> bool:
        return house is not None and abs(joist.from_m) < NEAR_M and house[0] - NEAR_M <= joist.u_m <= house[1] + NEAR_M

    # Alike ends are counted to a tenth of a millimetre, and taken exactly.
    exact = {round(joist.to_m, 4): joist.to_m for joist in joists}
    ends = Counter(exact[round(joist.to_m, 4)] for joist in joists)
    last = max(ends)
    edges = {end for end, count in ends.items() if count >= 3 or end == last}
    slanted = [end for end in ends if end not in edges]
    if slanted:
        edges.add(min(slanted))
    first = min(j.from_m for j in joists)
    # By line, the edge that it carries at the joists' far ends.
    edge_of = {end - min(overhang_m, 0.45 * (end - first)): end for end in edges}
    needed = list(edge_of)
    starts = {round(joist.from_m, 4): joist.from_m for joist in joists if not held(joist)}.values()
    needed += [start + min(overhang_m, 0.45 * (last - start)) for start in starts]
    lines: list[float] = []
    for line in sorted(needed):
        if lines and line - lines[-1] < min(CLOSE_M, last - min(starts, default=0.0) - 2 * FLUSH_EDGE_M - NEAR_M):
            if line not in edge_of or lines[-1] not in edge_of:
                continue
            if line <= edge_of[lines[-1]] - FLUSH_EDGE_M:
                # One line carries both edges: the shorter joists run less far past it.
                lines[-1] = line
                continue
            # Without a line of their own the longer joists would hang too far over the shorter ones' beam.
        lines.append(line)
    origin = [0.0] if any(held(joist) for joist in joists) else []
    fixed = [*origin, *lines]
    gaps = [(a, b) for a, b in itertools.pairwise(fixed)]
    if wanted.limit_m is not None:
        pieces = [max(1, math.ceil((b - a) / max(wanted.limit_m, 0.3) - 1e-9)) for a, b in gaps]
    else:
        # As many beam lines as were asked for, the extra ones where joists span farthest.
        pieces = [1] * len(gaps)
        for _ in range(max(0, (wanted.beams or 0) - len(lines))):
            if gaps:
                widest = max(range(len(gaps)), key=lambda i: (gaps[i][1] - gaps[i][0]) / pieces[i])
                pieces[widest] += 1
    found = list(fixed[:1]) if not origin else []
    for (a, b), count in zip(gaps, pieces, strict=True):
        found += [a + (b - a) * k / count for k in range(1, count + 1)]
    pins = {pin.id: pin.at_m for pin in wanted.pins}
    return tuple(pins.get(f"beam-{k}", line) for k, line in enumerate(found, start=1))


def _set_on(
    joists: tuple[Joist, ...], lines: tuple[float, ...], house: Span | None
) -> tuple[tuple[Joist, ...], list[str]]:
    """The joists on what carries them, and what is wrong with that."""
    made: list[Joist] = []
    conflicts: list[str] = []
    for joist in joists:
        supports: list[tuple[float, str]] = []
        if house is not None and abs(joist.from_m) < NEAR_M and house[0] - NEAR_M <= joist.u_m <= house[1] + NEAR_M:
            supports.append((0.0, ""))
        supports += [
            (line, f"beam-{k}")
            for k, line in enumerate(lines, start=1)
            if joist.from_m - NEAR_M <= line <= joist.to_m + NEAR_M
        ]
        supports.sort()
        supports = [s for i, s in enumerate(supports) if i == 0 or s[0] - supports[i - 1][0] > NEAR_M]
        if len(supports) < 2:
            conflicts.append(
                f"{joist.id} lies on {len(supports)} support: nothing is under its other end; move a beam or add one"
            )
            if not supports:
                continue
            other = joist.from_m if supports[0][0] > (joist.from_m + joist.to_m) / 2 else joist.to_m
            supports = sorted([*supports, (other, "")])
            if supports[1][0] - supports[0][0] < NEAR_M:
                continue
        # A line that a joist just reaches holds it at its very end.
        within = tuple(min(max(at, joist.from_m), joist.to_m) for at, _ in supports)
        on = tuple(name for _, name in supports)
        made.append(Joist(id=joist.id, u_m=joist.u_m, from_m=joist.from_m, to_m=joist.to_m, supports=within, on=on))
    return tuple(made), conflicts


@lru_cache(maxsize=4096)
def shares_m(from_m: float, to_m: float, supports: tuple[float, ...]) -> tuple[float, ...]:
    """Length of an evenly loaded unbroken joist that each support carries, by analysis (m)."""
    solved = solve(
        to_m - from_m,
        [min(max(at - from_m, 0.0), to_m - from_m) for at in supports],
        [SpreadLoad(from_m=0.0, to_m=to_m - from_m, start_n_per_m=1.0, end_n_per_m=1.0)],
        stiffness_n_m2=1.0,
    )
    return solved.reactions_n


def halves_m(joist: Joist) -> tuple[float, ...]:
    """What each support carries of a joist that ends on every one: half of each neighbouring span, and an overhang by its lever.

    The trade's table counts an overhang at its length; by the lever it presses a²/2L more on its support and as much less on
    the next.
    """
    spans, past = joist.spans_m, joist.past_m
    found = [0.0] * len(joist.supports)
    for index, span in enumerate(spans):
        found[index] += span / 2
        found[index + 1] += span / 2
    for end, next_to, over, span in ((0, 1, past[0], spans[0]), (-1, -2, past[1], spans[-1])):
        lever = over**2 / (2 * span)
        found[end] += over + lever
        found[next_to] -= lever
    return tuple(found)


def counted_m(halves: float, analysed: float) -> float:
    """What an unbroken joist is counted to press a support by (m): by analysis, and never less than half of its halves.

    A support that the joist barely presses, or lifts off, is not laid out for nothing [our own, on the safe side].
    """
    return max(LEAST_CARRIED_M, analysed, halves / 2)


def _beams(framing: Outline, joists: tuple[Joist, ...], lines: tuple[float, ...]) -> list[BeamRun]:
    """Every beam in one piece of outline with what it carries; posts come under it later."""
    found: list[BeamRun] = []
    alike: dict[tuple[float, float, tuple[float, ...]], tuple[tuple[float, ...], tuple[float, ...]]] = {}
    for joist in joists:
        key = (joist.from_m, joist.to_m, joist.supports)
        if key not in alike:
            alike[key] = halves_m(joist), shares_m(round(joist.from_m, 6), round(joist.to_m, 6), joist.supports)
    for number, line in enumerate(lines, start=1):
        name = f"beam-{number}"
        for piece, (low, high) in enumerate(framing.across(1, line)):
            run_id = name if piece == 0 else f"{name}{chr(97 + piece)}"
            on_it = [j for j in joists if name in j.on and low - NEAR_M <= j.u_m <= high + NEAR_M]
            rows = []
            for index, joist in enumerate(on_it):
                k = joist.on.index(name)
                a = low if index == 0 else (on_it[index - 1].u_m + joist.u_m) / 2
                b = high if index + 1 == len(on_it) else (joist.u_m + on_it[index + 1].u_m) / 2
                halves, analysed = alike[joist.from_m, joist.to_m, joist.supports]
                rows.append((a, b, max(LEAST_CARRIED_M, halves[k]), counted_m(halves[k], analysed[k])))
            both = any(0 < j.on.index(name) < len(j.on) - 1 for j in on_it)
            run = BeamRun(id=run_id, v_m=line, from_m=low, to_m=high, supported=tuple(_joined(rows)), both_sides=both)
            if on_it:
                found.append(run)
    return found


def _joined(rows: list[tuple[float, float, float, float]]) -> list[tuple[float, float, float, float]]:
    made: list[tuple[float, float, float, float]] = []
    for row in rows:
        if made and abs(made[-1][2] - row[2]) < 1e-6 and abs(made[-1][3] - row[3]) < 1e-6:
            made[-1] = (made[-1][0], row[1], row[2], row[3])
        else:
            made.append(row)
    return made


def _with_posts(spec: DeckSpec, run: BeamRun, joists_m: float, *, limits: Limits) -> BeamRun:
    length = run.to_m - run.from_m
    # By halves a beam carries more where unbroken joists press it little, or lift: posts are set for the greater.
    carries = max(run.carries_m(unbroken=True), run.carries_m(unbroken=False))
    limit = max(0.3, limits.beam(carries, joists_m))
    past = min(spec.beam_overhang_m, limit / 4, max(0.0, (length - SHORT_M) / 2))
    between = length - 2 * past
    count = spec.posts or max(2, math.ceil(between / limit - 1e-9) + 1)
    # The overhang counts as much as a quarter of the span that is left.
    while spec.posts is None and past > between / (count - 1) / 4 + 1e-9 and past > 0.05:
        past = between / (count - 1) / 4
        between = length - 2 * past
        count = max(2, math.ceil(between / limit - 1e-9) + 1)
    found = cached(_posts, IdentityKey(run), count, (past, between), held=spec.pins)
    if spec.posts is not None:
        return found
    for more in range(1, MORE_POSTS + 1):
        if limits.joins(found):
            return found
        tried: BeamRun = cached(_posts, IdentityKey(run), count + more, (past, between), held=spec.pins)
        if limits.joins(tried):
            return tried
    return found


def _posts(bare: IdentityKey, count: int, reach_m: tuple[float, float], *, held: tuple[Pin, ...]) -> BeamRun:
    """So many posts under a beam, the first so far in from its end, the last so far from the first (m)."""
    run: BeamRun = bare.it
    past, between = reach_m
    pins = {pin.id: pin.at_m for pin in held}
    posts = []
    for k in range(count):
        name = f"{run.id}-{k + 1}"
        at = run.from_m + past + between * k / (count - 1)
        posts.append(
            DeckPost(id=name, u_m=min(max(pins.get(name, at), run.from_m + AT_END_M), run.to_m - AT_END_M), v_m=run.v_m)
        )
    posts.sort(key=lambda post: post.u_m)
    return replace(run, posts=tuple(posts))
