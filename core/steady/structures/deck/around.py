"""What stands round a deck: its guard and its stairs, asked for from the deck's edges and built as parts."""

import math
from dataclasses import dataclass, replace

from steady.errors import InputError, OutsideScope
from steady.layout.outline import Edge
from steady.plan.model import Cut, Place, Vec
from steady.rulebooks.answers import Action
from steady.rulebooks.bent import check_member
from steady.structures.deck.build import UP, Builder, edge_point
from steady.structures.deck.findings import Found, Timber, joist_wood, said
from steady.structures.deck.framing import Frame, height_of
from steady.structures.deck.joists import factored
from steady.structures.deck.spec import DeckSpec, StairDesign
from steady.structures.guard.reckon import GuardAsk, GuardFound, GuardRun, reckon_guard
from steady.structures.stair.reckon import StairAsk, StairFound, reckon_stair
from steady.yard.stock import Stick, sold_with

CAP_LONGEST_M = 3.6
"""Caps are cut no longer than this: they are handled overhead by one person [common practice]."""
GUARD_SETBACK_M = 0.9
"""A drop counts within 36 in of the edge. Source: IRC R312.1.1 (from memory, high); a little wider than elsewhere."""


HANDRAIL_M = 0.9144
"""A handrail's middle over the nosings [common practice, within every code's band]."""


def cap_of(timber: Timber) -> Stick:
    """What a guard's cap, its top rail, is cut from: the widest rail stick of the joists' wood, else the shallowest joist."""
    rails = [item for item in sold_with(timber.joist, "rail") if item.species == timber.joist.species]
    joists = [item for item in sold_with(timber.joist, "joist") if item.species == timber.joist.species] or [
        timber.joist
    ]
    return max(rails, key=lambda item: item.width_m) if rails else min(joists, key=lambda item: item.width_m)


def rail_of(timber: Timber) -> Stick:
    """What a handrail is cut from: the stick that rails are made of beside these joists, or the joist's own."""
    rails = sold_with(timber.joist, "rail")
    return next(
        (item for item in rails if item.species == timber.joist.species), rails[0] if rails else timber.baluster
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class Stair:
    """A stair with the edge it leaves."""

    design: StairDesign
    edge: Edge
    found: StairFound


def open_edges(spec: DeckSpec, frame: Frame) -> list[Edge]:
    """Edges that no wall closes."""
    return [edge for edge in frame.plan.edges if not (edge.index == 0 and spec.attach in ("ledger", "existing"))]


def reckon_stairs(found: Found, frame: Frame, timber: Timber) -> list[Stair]:
    """Every stair. Raises InputError, with the field."""
    made = []
    spec = found.spec
    for number, design in enumerate(spec.stairs):
        if design.edge >= len(frame.plan.edges):
            raise InputError(f"stairs/{number}/edge", f"The outline has {len(frame.plan.edges)} edges, counted from 0")
        edge = frame.plan.edges[design.edge]
        if design.at_m + design.width_m > edge.length_m + 1e-6:
            raise InputError(
                f"stairs/{number}/at_m",
                "The stair is wider than what is left of this edge: move it or make it narrower",
            )
        middle = edge.at(design.at_m + design.width_m / 2)

        def drop_at(out_m: float, middle: tuple[float, float] = middle, edge: Edge = edge) -> float:
            return height_of(spec, (middle[0] + edge.out[0] * out_m, middle[1] + edge.out[1] * out_m))

        ask = StairAsk(
            drop_at=drop_at, width_m=design.width_m, going_m=design.going_m, riser_m=design.riser_m, cut=design.cut,
            spacing_m=design.spacing_m, stringer=timber.stringer, tread_m=timber.board.thickness_m,
        )  # fmt: skip
        about = f"{spec.id}/stair/{design.id}"
        try:
            one = reckon_stair(ask, found.book, about)
        except InputError as error:
            raise InputError(f"stairs/{number}/{error.field}", error.message) from None
        found.checks += one.checks
        found.not_covered += one.not_covered
        made.append(Stair(design=design, edge=edge, found=one))
    return made


def reckon_stair_loads(found: Found, frame: Frame, timber: Timber, stairs: list[Stair], guard: GuardFound) -> None:
    """What a flight brings to the rim it hangs on and to its landing, and what goes along its open sides."""
    spec, book, floor = found.spec, found.book, found.load.floor
    u = book.units
    for stair in stairs:
        one, about = stair.found, f"{spec.id}/stair/{stair.design.id}"
        if one.run_m <= 0:
            continue
        half_m2 = stair.design.width_m * one.run_m / 2
        dead_n, live_n = floor.dead_pa * half_m2, floor.live_pa * half_m2
        along = abs(abs(stair.edge.out[0 if not frame.flip else 1]) - 1.0) < 1e-6
        # Along a joist the flight hangs at that joist's middle; at the joists' ends between two of them.
        span_m = min(stair.edge.length_m, frame.longest_span_m) if along else spec.spacing_m
        each = 1.0 if along else 0.5
        try:
            checks = check_member(
                book, joist_wood(timber.joist, spec, spec.spacing_m), span_m=span_m, about=about, load=floor.load,
                dead=_at_middle(dead_n * each, span_m), live=_at_middle(live_n * each, span_m),
            )  # fmt: skip
            found.members(
                "Rim", about, tuple(item for item in checks if item.kind in ("bending", "shear")), "under the stair"
            )
        except OutsideScope as refused:
            found.gap("Rim carries the stair", about, refused)
        demand = factored(found, dead_n / 2, live_n / 2, "R", u.force_n, u.force, "one stringer's end on the rim")
        found.gap(
            "Stringers' hangers hold", about,
            OutsideScope(
                f"no rating of the stringers' hangers is entered; each must hold {said(demand)}",
                "the maker's number for one sloped hanger",
            ),
            crew=True,
        )  # fmt: skip
        if guard.runs and one.rise_m > 0.6:
            found.gap(
                "Guard along the stair", about,
                OutsideScope(
                    "the stair's own guard is not drawn or counted here",
                    "a guard down both open sides, its posts held as the deck's, or walls beside the flight",
                ),
                crew=True,
            )  # fmt: skip


def _at_middle(load_n: float, span_m: float) -> Action:
    return Action(moment_n_m=load_n * span_m / 4, shear_n=load_n, sag_n_m3=load_n * span_m**3 / 48)


def reckon_guards(found: Found, frame: Frame, timber: Timber, stairs: list[Stair]) -> tuple[Timber, GuardFound]:
    """The guard along every open edge with a drop that asks for one; where no post is typed, the smallest that holds."""
    spec = found.spec
    edges = []
    for edge in open_edges(spec, frame):
        drop = max(height_of(spec, edge_point(edge, edge.length_m * k / 8, -GUARD_SETBACK_M)) for k in range(9))
        drop = max(drop, *(height_of(spec, edge.at(edge.length_m * k / 8)) for k in range(9)))
        free = tuple((s.design.at_m, s.design.at_m + s.design.width_m) for s in stairs if s.edge.index == edge.index)
        edges.append((edge, drop, free))
    posts = [timber.guard_post]
    if not spec.guard.post:
        posts = sorted(
            sold_with(timber.joist, "post"), key=lambda item: (item.species != timber.guard_post.species, item.width_m)
        )
    ask = GuardAsk(
        edges=tuple(edges), post=timber.guard_post, baluster=timber.baluster, rail=cap_of(timber),
        spacing_max_m=spec.guard.spacing_max_m,
        height_m=spec.guard.height_m, lever_m=spec.guard.lever_m, anchor_rating_n=spec.guard.anchor_rating_n,
        always=spec.guard.always, boards_m=timber.board.thickness_m, wet=spec.wet,
    )  # fmt: skip
    try:
        for post in posts:
            guard = reckon_guard(replace(ask, post=post), found.book, f"{spec.id}/guard")
            bent = [check for check in guard.checks if check.name == "Guard post bends"]
            if not guard.runs or (bent and all(check.use <= 1 for check in bent)):
                break
        else:
            post = posts[0]
            guard = reckon_guard(replace(ask, post=post), found.book, f"{spec.id}/guard")
    except InputError as error:
        raise InputError(f"guard/{error.field}", error.message) from None
    found.checks += guard.checks
    found.not_covered += guard.not_covered
    return replace(timber, guard_post=post), guard


def _caps(b: Builder, name: str, run: GuardRun, inset_m: float) -> None:
    """The cap in pieces that reach from post to post, joined over posts."""
    edge, board, half = run.edge, cap_of(b.timber), b.timber.guard_post.width_m / 2
    along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    begins = run.posts_m[0] - half
    for k, post in enumerate(run.posts_m[1:], start=1):
        last = k + 1 == len(run.posts_m)
        if not last and run.posts_m[k + 1] + half - begins <= CAP_LONGEST_M:
            continue
        ends = post + (half if last else 0.0)
        x, y = edge_point(edge, begins, inset_m)
        b.add(
            "guard cap", board, ends - begins, (board.thickness_m, board.width_m),
            Place(id=f"{name}/cap/{k}", at=(x, y, b.guard_m), along=along, up=(edge.out[0], edge.out[1], 0.0)),
        )  # fmt: skip
        begins = ends


def build_guard(b: Builder, guard: GuardFound) -> None:
    """Posts bolted inside the rim, two rails and a cap, balusters; anchors and doubled blocking behind each post."""
    timber = b.timber
    post, baluster, board = timber.guard_post, timber.baluster, timber.board
    tall = b.guard_m = guard.height_m
    below = board.thickness_m + timber.joist.width_m
    for number, run in enumerate(guard.runs):
        edge = run.edge
        along = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
        inset = timber.joist.thickness_m + post.width_m / 2
        for k, at in enumerate(run.posts_m):
            x, y = edge_point(edge, at, inset)
            b.add(
                "guard post", post, tall + below, (post.thickness_m, post.width_m),
                Place(id=f"{b.spec.id}/guard/{number}/{k}", at=(x, y, -below), along=UP, up=along),
            )  # fmt: skip
            b.fix("guard anchor", 1, (x, y, 0.0), "connector")
            behind, way = _block(b, edge, at)
            b.add(
                "blocking", timber.joist, b.spec.spacing_m - timber.joist.thickness_m,
                (timber.joist.thickness_m, timber.joist.width_m),
                Place(
                    id=f"{b.spec.id}/guard/{number}/block-{k}", at=(*behind, -below + timber.joist.width_m / 2), along=way, up=UP,
                    count=2, step=(way[1] * timber.joist.thickness_m, way[0] * timber.joist.thickness_m, 0.0),
                ),
            )  # fmt: skip
        for start, end in zip(run.posts_m, run.posts_m[1:], strict=False):
            clear = end - start - post.width_m
            x, y = edge_point(edge, start + post.width_m / 2, inset)
            for z in (0.09, tall - 0.09):
                b.add(
                    "guard rail", board, clear, (board.thickness_m, board.width_m),
                    Place(id=f"{b.spec.id}/guard/{number}/rail/{start:.3f}/{z:.2f}", at=(x, y, z), along=along, up=UP),
                )  # fmt: skip
            each = run.balusters // max(1, len(run.posts_m) - 1)
            if each:
                pitch = run.gap_m + baluster.width_m
                bx, by = edge_point(edge, start + post.width_m / 2 + run.gap_m + baluster.width_m / 2, inset)
                b.add(
                    "baluster", baluster, tall - 0.05, (baluster.thickness_m, baluster.width_m),
                    Place(id=f"{b.spec.id}/guard/{number}/balusters/{start:.3f}", at=(bx, by, 0.05), along=UP, up=along,
                          count=each, step=(along[0] * pitch, along[1] * pitch, 0.0)),
                )  # fmt: skip
        x, y = edge_point(edge, run.posts_m[0], inset)
        _caps(b, f"{b.spec.id}/guard/{number}", run, inset)
        b.fix("deck screw", 4 * run.balusters, (x, y, 0.0), "screw")


def _block(b: Builder, edge: Edge, at_m: float) -> tuple[tuple[float, float], Vec]:
    """Where doubled blocking starts behind a guard post, and its way: from the edge to the next joist, or between two joists."""
    joists = b.vec(0.0, 1.0)
    t = b.timber.joist.thickness_m
    if abs(edge.out[0] * joists[0] + edge.out[1] * joists[1]) < 0.5:
        return edge_point(edge, min(max(at_m, t), edge.length_m - 2 * t), t), (-edge.out[0], -edge.out[1], 0.0)
    length = b.spec.spacing_m - t
    start = min(max(at_m - length / 2, t), edge.length_m - length - t)
    direction = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
    return edge_point(edge, start, b.timber.guard_post.width_m + 2 * t), direction


def build_stairs(b: Builder, stairs: list[Stair]) -> None:
    """Stringers from the rim to the landing, and two boards to a tread."""
    timber = b.timber
    stick, board = timber.stringer, timber.board
    for stair in stairs:
        edge, found, design = stair.edge, stair.found, stair.design
        if found.run_m <= 0:
            continue
        lean, thick_m = found.slope_rad, board.thickness_m
        # The stringer's upper edge lies under the treads' noses: plumb against the rim above, level on the landing below. Its
        # length is its middle line's; the stick is as long as its long edge.
        half_m = stick.width_m / 2
        length = (found.rise_m - thick_m - half_m / math.cos(lean)) / math.sin(lean)
        if length <= 0:
            continue
        long_m = length + half_m * (math.tan(lean) + 1 / math.tan(lean))
        down: Vec = (edge.out[0] * math.cos(lean), edge.out[1] * math.cos(lean), -math.sin(lean))
        up: Vec = (edge.out[0] * math.sin(lean), edge.out[1] * math.sin(lean), math.cos(lean))
        across = ((edge.end[0] - edge.start[0]) / edge.length_m, (edge.end[1] - edge.start[1]) / edge.length_m, 0.0)
        pitch = (design.width_m - stick.thickness_m) / (found.stringers - 1)
        x, y = edge.at(design.at_m + stick.thickness_m / 2)
        b.add(
            "stringer", stick, length, (stick.thickness_m, stick.width_m),
            Place(
                id=f"{b.spec.id}/stair/{design.id}", at=(x, y, -thick_m - half_m / math.cos(lean)), along=down, up=up,
                count=found.stringers, step=(across[0] * pitch, across[1] * pitch, 0.0),
            ),
            (
                Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-lean),
                Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=math.pi / 2 - lean),
            ),
            long_m,
        )  # fmt: skip
        for k in range(1, found.risers):
            for half in range(2):
                out = (k - 1) * design.going_m + (half + 0.5) * (board.width_m + b.spec.board_gap_m)
                tx, ty = edge.at(design.at_m)
                b.add(
                    "tread", board, design.width_m, (board.thickness_m, board.width_m),
                    Place(
                        id=f"{b.spec.id}/stair/{design.id}/tread/{k}/{half}",
                        at=(tx + edge.out[0] * out, ty + edge.out[1] * out, -k * found.riser_m - board.thickness_m / 2),
                        along=across, up=(edge.out[0], edge.out[1], 0.0),
                    ),
                )  # fmt: skip
        if found.handrail:
            rail = rail_of(timber)
            hx, hy = edge.at(design.at_m)
            b.add(
                "handrail", rail, found.run_m / math.cos(lean), (rail.thickness_m, rail.width_m),
                Place(
                    id=f"{b.spec.id}/stair/{design.id}/handrail", at=(hx, hy, HANDRAIL_M), along=down, up=up
                ),
            )  # fmt: skip
        b.fix("deck screw", 4 * found.stringers * max(0, found.risers - 1), (x, y, 0.0), "screw")
