"""A calculated deck's frame as parts in their places, and its footings. Heights from the finished deck, up positive."""

import itertools
import math
from collections import defaultdict
from collections.abc import Callable
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.errors import InvalidInputError, OutOfScopeError
from steady.footings.hole import RoundHole, layers
from steady.layout.outline import Edge
from steady.layout.plies import beam_plies
from steady.plan.model import Cut, Footing, Layer, Part, PartPlacement, Vec
from steady.structures.built_up_posts import BuiltUp, ply_screws
from steady.structures.deck.checks.bearings import brought, doubled
from steady.structures.deck.checks.findings import DeckTimbers, line_of
from steady.structures.deck.checks.footings import PostResult, pier_top_m
from steady.structures.deck.checks.posts import brace_leg_m
from steady.structures.deck.layout.framing import BeamRun, DeckFrame, Joist
from steady.structures.deck.spec.deck import DeckSpec, runs_on, sistered
from steady.structures.joints.beside import bolt_item
from steady.structures.joints.brace_ends import LAGS_AN_END, brace_lag
from steady.structures.part_grouping import AS_LONG_AS_IT_IS, Sawn

UP: Vec = (0.0, 0.0, 1.0)
SCREWS_AT_A_JOIST = 2
"""Of each deck board, wherever it lies on a joist [common practice]."""
SAME_M = 0.0005
BRIDGING_M = 2.1
"""Rows of bridging or blocking between joists are at most this far apart. Source: NBC 9.23.9.4, IRC R502.7.1 (8 ft)."""


class Builder:
    """Pieces gathered by kind; alike ones share a part."""

    def __init__(self, spec: DeckSpec, frame: DeckFrame, timber: DeckTimbers) -> None:
        self.spec, self.frame, self.timber = spec, frame, timber
        self._rows: dict[tuple[str, str, int, tuple[float, float], tuple[Cut, ...]], list[PartPlacement]] = defaultdict(
            list
        )
        self._stick_m: dict[tuple[str, str, int, tuple[float, float], tuple[Cut, ...]], float] = {}
        self._long_m: dict[tuple[str, str, int, tuple[float, float], tuple[Cut, ...]], float] = {}
        self.fixings: list[Part] = []
        self.guard_m = 0.0
        self.guard_posts: tuple[tuple[float, float], ...] = ()
        """Middles of the guard's posts, (u, v): boards are cut round them."""
        self.taken: tuple[tuple[float, float, float], ...] = ()
        """And with their own blocks (u, v, half of what each takes along v): no block of a row stands there."""

    def vec(self, u: float, v: float, z: float = 0.0) -> Vec:
        """A vector of the framing axes on the site."""
        return (v, u, z) if self.frame.flip else (u, v, z)

    def add(
        self,
        role: str,
        stick: SectionItem,
        size_m: tuple[float, tuple[float, float]],
        *,
        place: PartPlacement,
        sawn: Sawn = AS_LONG_AS_IT_IS,
    ) -> None:
        """One piece, or a row of alike ones. `size_m`: its length, and its section."""
        (length_m, section_m), cuts = size_m, sawn.cuts
        if length_m <= 0.01:
            return
        key = (role, stick.key, round(length_m / SAME_M), section_m, cuts)
        self._rows[key].append(place)
        # Pieces that differ by less than a saw does are one part, as long as the longest of them: no longer, or a piece as long
        # as a stick on sale would be cut from the next longer one.
        self._long_m[key] = max(self._long_m.get(key, 0.0), length_m)
        self._stick_m[key] = max(self._stick_m.get(key, 0.0), sawn.stick_m or length_m)

    def placed(self, role: str) -> list[tuple[PartPlacement, float]]:
        """The pieces of a role so far, each with its length (m)."""
        return [(place, self._long_m[key]) for key, places in self._rows.items() if key[0] == role for place in places]

    def fix(self, item: str, each: int, at: Vec, *, role: str = "hardware") -> None:
        """So many of one fixing."""
        if each > 0:
            name = f"{self.spec.id}/{item.replace(' ', '-')}/{len(self.fixings) + 1}"
            place = PartPlacement(id=name, at=at, along=(1.0, 0.0, 0.0), up=UP)
            self.fixings.append(
                Part(id=name, role=role, item=item, length_m=0.0, section_m=(0.0, 0.0), places=(place,), each=each)
            )

    def parts(self, sticks: dict[str, SectionItem]) -> list[Part]:
        """All of them, timbers first."""
        made = []
        for number, (key, places) in enumerate(sorted(self._rows.items(), key=lambda row: str(row[0])), start=1):
            role, item, _, section, cuts = key
            length_m, stick = self._long_m[key], sticks[item]
            made.append(
                Part(
                    id=f"{self.spec.id}/{role.replace(' ', '-')}/{number}",
                    role=role,
                    item=item,
                    length_m=length_m,
                    section_m=section,
                    places=tuple(places),
                    cuts=cuts,
                    stick_m=max(self._stick_m[key], length_m),
                    mass_kg=stick.density_kg_per_m3 * section[0] * section[1] * length_m,
                )
            )
        return made + _gathered(self.fixings)


def _gathered(fixings: list[Part]) -> list[Part]:
    by_item: dict[str, list[Part]] = defaultdict(list)
    for part in fixings:
        by_item[part.item].append(part)
    return [replace(parts[0], each=sum(part.each for part in parts)) for parts in by_item.values()]


def levels(spec: DeckSpec, timber: DeckTimbers) -> tuple[float, float]:
    """Middle of the joists and of the beams below the finished deck (m, negative)."""
    board = timber.board.thickness_m
    joist_z = -board - timber.joist.width_m / 2
    if spec.seating.in_joist_plane:
        return joist_z, -board - timber.beam.width_m / 2
    return joist_z, -board - timber.joist.width_m - timber.beam.width_m / 2


RIM_NEAR_M = 0.003
"""A beam's face this close to an edge closes it [our own]."""
LAP_BOLTS = 4
"""Bolts that join a new joist to the old one beside it, two rows [common practice]."""


def second_ways(b: Builder) -> dict[str, float]:
    """Joists that get a second one, each with the side it stands at: 1 towards greater stations, -1 towards less."""
    spec, frame = b.spec, b.frame
    if not spec.bearings:
        return {}
    posts = [(one.y_m if frame.flip else one.x_m) for one in spec.bearings]
    by_id = {joist.id: joist for joist in frame.joists}
    found = {}
    for name in brought(frame, spec.bearings).joists:
        if doubled(frame, name):
            here = by_id[name].u_m
            found[name] = -1.0 if min(posts, key=lambda u: abs(u - here)) > here else 1.0
    return found


def joists_and_rims(b: Builder, longest_m: float) -> None:
    """Joists between rims (or ledger and rim), rims along the outer edges, the ledger, and blocking."""
    z, _ = levels(b.spec, b.timber)
    _joists(b, z)
    _rims(b, z, longest_m)
    _blocking(b, z)


def _joists(b: Builder, z: float) -> None:
    """Each joist in its pieces, and what holds them."""
    spec, frame, timber = b.spec, b.frame, b.timber
    t, deep = timber.joist.thickness_m, timber.joist.width_m
    for joist in frame.joists:
        hung = frame.on_house and joist.on[0] == ""
        for k, (start, end) in enumerate(joist_pieces(b, joist)):
            b.add(
                "joist",
                timber.joist,
                (end - start, (t, deep)),
                place=PartPlacement(
                    id=f"{spec.id}/{joist.id}" if k == 0 else f"{spec.id}/{joist.id}/{k}",
                    at=b.vec(joist.u_m, start, z),
                    along=b.vec(0.0, 1.0),
                    up=UP,
                    about=f"{spec.id}/joists",
                ),
            )
            if spec.seating.in_joist_plane and frame.beams:
                b.fix("joist hanger", 2 - int(k == 0 and hung), b.vec(joist.u_m, end, z), role="connector")
        end = joist.to_m - t
        if laps(b, joist):
            b.fix("frame bolt", LAP_BOLTS, b.vec(joist.u_m, -spec.existing.lap_m / 2, z), role="screw")
        if hung:
            b.fix("joist hanger", 1, b.vec(joist.u_m, 0.0, z), role="connector")
        if not spec.seating.in_joist_plane or not frame.beams:
            b.fix("rim screw", 3 if hung else 6, b.vec(joist.u_m, end, z), role="screw")


def _rims(b: Builder, z: float, longest_m: float) -> None:
    """The ledger, and rims along edges that no joist and no flush beam closes."""
    spec, frame, timber = b.spec, b.frame, b.timber
    t, deep = timber.joist.thickness_m, timber.joist.width_m
    for edge in frame.plan.edges:
        across = edge.out[0 if not frame.flip else 1]
        if abs(abs(across) - 1.0) < 1e-6:
            continue  # a joist runs along this edge
        house = frame.on_house and edge.index == 0
        if sistered(spec) and edge.index == 0:
            continue  # the old rim is cut out: joists run through, with blocking between them
        if _beam_is_rim(b, edge):
            continue
        direction = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
        at = (edge.start[0] - edge.out[0] * t / 2, edge.start[1] - edge.out[1] * t / 2, z)
        # A ledger or rim longer than the sticks on sale is butted in even pieces.
        pieces = max(1, math.ceil(edge.length_m / longest_m - 1e-9))
        piece = edge.length_m / pieces
        name = "ledger" if house else f"rim-{edge.index}"
        for k in range(pieces):
            begins = (at[0] + direction[0] * k * piece, at[1] + direction[1] * k * piece, z)
            b.add(
                "ledger" if house else "rim",
                timber.joist,
                (piece, (t, deep)),
                place=PartPlacement(
                    id=f"{spec.id}/{name}" if k == 0 else f"{spec.id}/{name}/{k}",
                    at=begins,
                    along=direction,
                    up=UP,
                    about=f"{spec.id}/ledger" if house else "",
                ),
            )


def _beam_is_rim(b: Builder, edge: Edge) -> bool:
    """Whether a flush beam's outer face closes an edge, so that no rim does."""
    if not b.spec.seating.in_joist_plane:
        return False
    v, out = (edge.start[0], edge.out[0]) if b.frame.flip else (edge.start[1], edge.out[1])
    half = b.spec.plies * b.timber.beam.thickness_m / 2
    return any(abs(run.v_m + math.copysign(half, out) - v) < RIM_NEAR_M for run in b.frame.beams)


def joist_pieces(b: Builder, joist: Joist) -> list[tuple[float, float]]:
    """Where a joist's pieces begin and end: whole, butted over each inner beam, or hung between flush beams.

    A rim, or the ledger, closes each end.
    """
    spec, t = b.spec, b.timber.joist.thickness_m
    ends = [-spec.existing.lap_m if laps(b, joist) else joist.from_m + t, joist.to_m - t]
    if spec.seating.in_joist_plane:
        half = spec.plies * b.timber.beam.thickness_m / 2
        edges = [ends[0] if not joist.on[0] else joist.supports[0] + half]
        for at in joist.supports[1:-1]:
            edges += [at - half, at + half]
        edges.append(joist.supports[-1] - half if joist.on[-1] else joist.to_m - t)
        return list(zip(edges[::2], edges[1::2], strict=True))
    if runs_on(spec) or len(joist.supports) < 3:
        return [(ends[0], ends[1])]
    cuts = [ends[0], *joist.supports[1:-1], ends[1]]
    return list(itertools.pairwise(cuts))


def laps(b: Builder, joist: Joist) -> bool:
    """Whether a joist runs back beside one of the deck that stands."""
    return sistered(b.spec) and not b.frame.flip and abs(joist.from_m) < SAME_M


def _post_between(b: Builder, between: tuple[float, float], v_m: float) -> bool:
    half_m = b.timber.joist.thickness_m / 2 - SAME_M
    return any(between[0] < u < between[1] and abs(v - v_m) < taken_m + half_m for u, v, taken_m in b.taken)


def _stiffening(spec: DeckSpec, joist: Joist) -> set[float]:
    """Where rows of blocking or bridging stand between a joist's supports (m along it)."""
    if spec.stiffening == "strapping":
        return set()
    rows: set[float] = set()
    for a, c in itertools.pairwise(joist.supports):
        count = max(1, math.ceil((c - a) / BRIDGING_M - 1e-9)) - 1
        rows |= {round(a + (c - a) * k / (count + 1), 4) for k in range(1, count + 1)}
    return rows


def _blocking(b: Builder, z: float) -> None:
    """Solid blocking over every inner beam, and rows between supports where joists are stiffened or deep."""
    spec, frame, timber = b.spec, b.frame, b.timber
    t, deep = timber.joist.thickness_m, timber.joist.width_m
    seconds = second_ways(b)
    over_beams = {round(run.v_m, 4) for run in frame.beams}
    between = {joist.supports: _stiffening(spec, joist) for joist in frame.joists}
    rows = over_beams.union(*between.values())
    if sistered(spec):
        rows.add(t / 2)
    for v in sorted(rows):
        at_edge = sistered(spec) and abs(v - t / 2) < SAME_M
        here = [
            j
            for j in frame.joists
            if (laps(b, j) if at_edge else j.from_m + 0.05 < v < j.to_m - 0.05)
            and (at_edge or v in over_beams or v in between[j.supports])
        ]
        for one, two in itertools.pairwise(here):
            starts = one.u_m + t / 2 + t * (seconds.get(one.id, 0.0) > 0)
            length = two.u_m - t / 2 - t * (seconds.get(two.id, 0.0) < 0) - starts
            if length < SAME_M or length > spec.spacing_m:
                continue  # two joists side by side, or a part of the outline between them where there is no deck
            if _post_between(b, (one.u_m, two.u_m), v):
                continue  # a guard's post stands there, with blocks of its own
            b.add(
                "blocking",
                timber.joist,
                (length, (t, deep)),
                place=PartPlacement(
                    id=f"{spec.id}/block/{one.id}/{v:g}", at=b.vec(starts, v, z), along=b.vec(1.0, 0.0), up=UP
                ),
            )
            b.fix("rim screw", 4, b.vec(one.u_m, v, z), role="screw")


def ply_breaks(run: BeamRun, plies: int, lengths_m: list[float]) -> list[list[float]]:
    """Where each ply begins, is joined and ends: over inner posts only, no two over the same one.

    Raises:
        InvalidInputError: No stick on sale reaches so.
    """
    posts = [post.u_m for post in run.posts]
    whole = [run.from_m, run.to_m]
    if run.to_m - run.from_m <= max(lengths_m) + 1e-6:
        return [whole] * plies
    try:
        found = beam_plies(posts, plies, lengths_m, ends_m=(run.from_m, run.to_m)) if len(posts) > 1 else None
    except OutOfScopeError as refused:
        raise InvalidInputError("beam", f"{refused.reason}: {refused.would_have_to_change}") from None
    if found is None:
        raise InvalidInputError(
            "beam",
            "No stick on sale reaches from post to post with each ply joined over a post of its own: more posts, longer "
            "sticks, or a splice that someone designs",
        )
    return [[run.from_m, *joints, run.to_m] for joints in found.joints_m]


def beams(b: Builder, lengths_of: Callable[[str], list[float]]) -> list[str]:
    """Plies of every beam; clashes where no stick reaches from post to post."""
    spec, clashes = b.spec, []
    for run in b.frame.beams:
        timber, plies = line_of(spec, b.timber, run.id)
        t, deep = timber.beam.thickness_m, timber.beam.width_m
        _, z = levels(spec, timber)
        try:
            breaks = ply_breaks(run, plies, lengths_of(timber.beam.key))
        except InvalidInputError as error:
            clashes.append(f"{run.id}: {error.message}")
            breaks = [[run.from_m, run.to_m]] * plies
        for ply, cuts in enumerate(breaks):
            # Bolted beside the post, half of the plies stand on each of its faces.
            v = run.v_m + (ply - (plies - 1) / 2) * t
            if spec.seating.bolted_on:
                v = run.v_m + (1 if ply % 2 else -1) * (timber.post.width_m / 2 + t / 2 + (ply // 2) * t)
            for k, (a, c) in enumerate(itertools.pairwise(cuts)):
                b.add(
                    "beam",
                    timber.beam,
                    (c - a, (t, deep)),
                    place=PartPlacement(
                        id=f"{spec.id}/beam/{run.id}" if (ply, k) == (0, 0) else f"{spec.id}/beam/{run.id}/{ply}/{k}",
                        at=b.vec(a, v, z),
                        along=b.vec(1.0, 0.0),
                        up=UP,
                        about=f"{spec.id}/beam/{run.id}",
                    ),
                )
        rows = math.ceil((run.to_m - run.from_m) / 0.4064) + 1
        b.fix("ply screw", 2 * rows * (plies - 1), b.vec(run.from_m, run.v_m, z), role="screw")
    return list(dict.fromkeys(clashes))


def posts_and_footings(b: Builder, posts: list[PostResult]) -> list[Footing]:
    """Posts with their connectors, knee braces, and the hole under each."""
    spec, timber = b.spec, b.timber
    made = []
    for post in posts:
        pid = f"{spec.id}/post/{post.at.id}"
        x, y = post.site
        ground = -post.deck_m
        stands = PartPlacement(id=pid, at=(x, y, ground + post.foot_m - post.embedded_m), along=UP, up=b.vec(1.0, 0.0))
        if timber.built_up is None:
            size = (timber.post.thickness_m, timber.post.width_m)
            b.add("post", timber.post, (post.length_m, size), place=stands, sawn=Sawn(_notch(spec, timber, post)))
        else:
            _plies(b, timber.built_up, post, stands=stands)
        if not post.embedded_m:
            b.fix("post base", 1, (x, y, ground), role="connector")
        if post.has_post and not spec.seating.post_rises:
            b.fix("post cap", 1, (x, y, ground + post.top_m), role="connector")
        elif post.bolts_count:
            ply_m = timber.beam.thickness_m if spec.seating.bolted_on else 0.0
            bolt = bolt_item(timber.post.width_m, ply_m)
            b.fix(bolt, post.bolts_count, (x, y, ground + post.top_m + post.rises_m / 2), role="screw")
        made.append(footing_under(spec, timber, post, pid=pid, ground=ground))
    if spec.lateral.braced:
        _braces(b, posts)
    return made


def _plies(b: Builder, built: BuiltUp, post: PostResult, *, stands: PartPlacement) -> None:
    """An outer ply on either side of the core, wide sides along the beam; the core ends under a beam in its pocket."""
    (x, y, low), off = stands.at, (built.core.thickness_m + built.outer.thickness_m) / 2
    for name, way in (("", -1.0), ("/far ply", 1.0)):
        dx, dy, _ = b.vec(0.0, way * off)
        one = replace(stands, id=f"{stands.id}{name}", about=stands.id, at=(x + dx, y + dy, low))
        b.add("post", built.outer, (post.length_m, (built.outer.thickness_m, built.outer.width_m)), place=one)
    core_m = post.length_m - (post.rises_m if b.spec.seating.notched else 0.0)
    core = replace(stands, id=f"{stands.id}/core", about=stands.id)
    b.add("post", built.core, (core_m, (built.core.thickness_m, built.core.width_m)), place=core)
    b.fix("ply screw", ply_screws(post.length_m), stands.at, role="screw")


def _notch(spec: DeckSpec, timber: DeckTimbers, post: PostResult) -> tuple[Cut, ...]:
    """The notch of a post for a beam as thick as its plies, from the beam's underside to the post's top."""
    if not spec.seating.notched:
        return ()
    size = (post.rises_m, min(timber.post.width_m, spec.plies * timber.beam.thickness_m))
    at_m = round(post.length_m - post.rises_m, 6)
    return (Cut(end="end", kind="notch", at_m=at_m, mitre_rad=0.0, bevel_rad=0.0, size_m=size),)


def _braces(b: Builder, posts: list[PostResult]) -> None:
    """Knee braces along every beam and across it, to the beam and to a joist pair: a frame racks both ways."""
    by_beam: dict[str, list[PostResult]] = defaultdict(list)
    for post in posts:
        by_beam[post.at.id.rsplit("-", 1)[0]].append(post)
    lines = list(by_beam.values())
    for number, row in enumerate(lines):
        outward = 1.0 if number == 0 else -1.0
        for index, post in enumerate(row):
            along = [1.0] if index == 0 else [-1.0] if index + 1 == len(row) else [1.0, -1.0]
            ways = [(way, 0.0) for way in along]
            if not b.frame.on_house:
                ways.append((0.0, outward))
            for u, v in ways:
                _knee(b, post, u, v=v)


def _knee(b: Builder, post: PostResult, u: float, *, v: float) -> None:
    """One brace at 45 degrees from a post, toward (u, v) in the framing axes."""
    stick = b.timber.joist
    leg = brace_leg_m(b.spec, post.top_m - post.foot_m)
    if leg <= 0:
        return
    start = (*post.site, -post.deck_m + post.top_m - leg)
    root = math.sqrt(2)
    saw = Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=math.pi / 4)
    name = f"{b.spec.id}/brace/{post.at.id}/{'along' if u else 'across'}{'+' if u + v > 0 else '-'}"
    b.add(
        "brace",
        stick,
        (root * leg, (stick.thickness_m, stick.width_m)),
        place=PartPlacement(
            id=name, at=start, along=b.vec(u / root, v / root, 1 / root), up=b.vec(-u / root, -v / root, 1 / root)
        ),
        sawn=Sawn((saw,), root * leg + stick.width_m),
    )
    b.fix(brace_lag(stick.thickness_m).item, 2 * LAGS_AN_END, start, role="screw")


def footing_under(spec: DeckSpec, timber: DeckTimbers, post: PostResult, *, pid: str, ground: float) -> Footing:
    """The hole under a post, and what goes into it."""
    shape = spec.footing_shape
    if post.embedded_m:
        made = layers(
            RoundHole(
                embedment_m=post.embedded_m, gravel_m=spec.gravel_m, plug_m=0.0, hole_width_m=post.footing.width_m
            ),
            post_width_m=timber.post.width_m,
            above_ground_m=post.top_m,
        )
    else:
        bottom = -post.footing.depth_m
        gravel = (
            (
                Layer(
                    what="gravel",
                    bottom_m=bottom - spec.gravel_m,
                    top_m=bottom,
                    width_m=post.footing.width_m,
                    shape=shape,
                ),
            )
            if spec.gravel_m > 0
            else ()
        )
        concrete = Layer(
            what="concrete",
            bottom_m=bottom,
            top_m=pier_top_m(spec, post.top_m, post.has_post),
            width_m=post.footing.width_m,
            shape=shape,
        )
        stick = Layer(
            what="post",
            bottom_m=post.foot_m,
            top_m=post.top_m + post.rises_m,
            width_m=timber.post.width_m,
            shape="square",
        )
        made = (*gravel, concrete, *((stick,) if post.has_post else ()))
    return Footing(
        id=f"{spec.id}/hole/{post.at.id}",
        under=pid,
        at=(*post.site, ground),
        kind="post in concrete" if post.embedded_m else "pier with a post base",
        layers=made,
        embedment_m=post.embedded_m,
        hole_m=post.footing.depth_m + spec.gravel_m,
        hole_width_m=post.footing.width_m,
        depth_governed_by=post.footing.depth.governs,
        width_governed_by=post.footing.width_governed_by,
        foot_m=post.foot_m,
    )


def sills(b: Builder) -> None:
    """Bearing sills under both ends of a bridge."""
    spec, frame, timber = b.spec, b.frame, b.timber
    if spec.bridge is None:
        return
    left, low, right, high = frame.outline.box
    z = -timber.board.thickness_m - timber.joist.width_m - timber.post.thickness_m / 2
    for number, v in enumerate((low + spec.bridge.bearing_m / 2, high - spec.bridge.bearing_m / 2), start=1):
        b.add(
            "sill",
            timber.post,
            (right - left + 0.3, (timber.post.width_m, timber.post.thickness_m)),
            place=PartPlacement(
                id=f"{spec.id}/sill-{number}",
                at=b.vec(left - 0.15, v, z),
                along=b.vec(1.0, 0.0),
                up=UP,
                about=f"{spec.id}/sills",
            ),
        )
