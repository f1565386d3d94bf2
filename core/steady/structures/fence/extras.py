"""What a fence has besides posts, rails and boards: wire and panels, caps, trim, stiffeners, base boards, feet's hardware."""

import math
from collections import defaultdict
from collections.abc import Iterator

from steady.errors import InputError
from steady.ground.profile import Profile
from steady.plan.model import Cut, Footing, Part, Place
from steady.structures.fence.boards import SLIM_M
from steady.structures.fence.feet import pipe_of, way_at
from steady.structures.fence.findings import Timber
from steady.structures.fence.infill import BOARDED, WIRED, laid, rows, stiffeners
from steady.structures.fence.line import SAME_LENGTH_M, UP, Faces, Stretch, beside, side
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.stations import Bay, SetOut, bay_id
from steady.structures.fence.through import base_boards
from steady.yard.stock import Stick, sold_with, stick, stock_lengths

STAKES_EVERY_M = 0.6
"""Wire is staked to the ground so often where something pushes at its base [common practice]."""
ROLL_LAP_M = 0.1


def infill_parts(spec: FenceSpec, runs: list[Stretch], timber: Timber) -> list[Part]:
    """Wire or bought panels; none for boards."""
    if spec.infill.style in WIRED and timber.stock is not None:
        return _wire(spec, runs, timber.stock, timber)
    if spec.infill.style == "bought panels" and timber.stock is not None:
        return _panels(spec, runs, timber.stock)
    return []


def _grouped(
    spec: FenceSpec,
    name: str,
    role: str,
    item: Stick,
    section_m: tuple[float, float],
    lie: Iterator[tuple[float, Place]],
) -> list[Part]:
    """Parts of one item by length, each with its places."""
    groups: dict[int, list[Place]] = defaultdict(list)
    longest: dict[int, float] = {}
    for length_m, place in lie:
        units = round(length_m / SAME_LENGTH_M)
        groups[units].append(place)
        longest[units] = max(length_m, longest.get(units, 0.0))
    full_m2 = item.thickness_m * item.width_m
    share = min(1.0, section_m[0] * section_m[1] / full_m2)
    rip = abs(share - 1) > 1e-6 and role not in ("wire", "panel")
    return [
        Part(
            id=f"{spec.id}/{name}/{units}",
            role=role,
            item=item.key,
            length_m=longest[units],
            section_m=section_m,
            places=tuple(places),
            mass_kg=item.density_kg_per_m3 * full_m2 * share * longest[units],
            stick_m=longest[units],
            cuts=(Cut(end="inside", kind="rip", at_m=0, mitre_rad=0, bevel_rad=0, size_m=(section_m[1],)),)
            if rip
            else (),
        )
        for units, places in sorted(groups.items())
    ]


def _level(
    spec: FenceSpec, run: Stretch, bay: Bay, from_m: float, offset_m: float, z_m: float, name: str, grade: float = 0.0
) -> Place:
    """Where a level (or raked) piece of a bay starts."""
    x_m, y_m = beside(run.leg, from_m, offset_m)
    cos, sin, scale = math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad), 1 / math.hypot(1.0, grade)
    return Place(
        id=f"{spec.id}/{name}/{bay.id}",
        about=bay_id(spec, bay),
        at=(x_m, y_m, z_m),
        along=(cos * scale, sin * scale, grade * scale),
        up=(-cos * grade * scale, -sin * grade * scale, scale),
    )


def _wire(spec: FenceSpec, runs: list[Stretch], stock: Stick, timber: Timber) -> list[Part]:
    """Pieces of wire stretch by stretch, none longer than what is sold; a gate's leaf is cut from the same stock."""
    longest_m = max((length.length_m for length in stock_lengths(stock.key)), default=4.8)
    lap_m = spec.infill.mesh_m if spec.infill.style == "stock panels" else ROLL_LAP_M
    offset_m = side(spec) * (timber.post.thickness_m + stock.thickness_m) / 2

    def lie() -> Iterator[tuple[float, Place]]:
        for run in runs:
            at_m = run.from_m
            while run.to_m - at_m > 0.01:
                to_m = _reaches(run, at_m, longest_m, spec.gap_m)
                bay = next((bay for bay in run.bays if at_m < bay.end.station_m - 1e-6), run.bays[-1])
                end_bay = next((b for b in run.bays if to_m <= b.end.station_m + 1e-6), run.bays[-1])
                low_m, high_m = bay.foot_m(spec.gap_m, at_m), end_bay.foot_m(spec.gap_m, to_m)
                long_m = math.hypot(to_m - at_m, high_m - low_m)
                grade = (high_m - low_m) / (to_m - at_m)
                place = _level(spec, run, bay, at_m, offset_m, low_m + spec.height_m / 2, "wire", grade)
                yield long_m, place
                # Panels that both end on a post butt there, each stapled to its half; rolls, and panels joined in a bay, lap.
                on_post = any(abs(to_m - bay.end.station_m) < 1e-6 for bay in run.bays)
                butts = on_post and spec.infill.style == "stock panels"
                at_m = to_m - (lap_m if to_m < run.to_m - 0.01 and not butts else 0.0)

    return _grouped(spec, "wire", "wire", stock, (stock.thickness_m, spec.height_m), lie())


def _reaches(run: Stretch, at_m: float, longest_m: float, gap_m: float) -> float:
    """How far one piece of wire goes: to the stretch's end, else to the last post within its length, else mid-bay."""
    foot = {bay.end.station_m: bay.foot_m(gap_m, bay.end.station_m) for bay in run.bays}
    start_m = next((b for b in run.bays if at_m < b.end.station_m), run.bays[-1]).foot_m(gap_m, at_m)
    ends = [*(bay.end.station_m for bay in run.bays[:-1]), run.to_m]
    last_m = run.bays[-1].end.station_m
    within = [
        end
        for end in ends
        if end > at_m + 0.01 and math.hypot(end - at_m, foot.get(end, foot[last_m]) - start_m) <= longest_m + 1e-9
    ]
    if within:
        return max(within)
    steepest = max(math.hypot(1.0, bay.grade) for bay in run.bays)
    return min(run.to_m, at_m + longest_m / steepest)


def _panels(spec: FenceSpec, runs: list[Stretch], stock: Stick) -> list[Part]:
    """One made panel a bay, between the posts; narrower ones are cut down."""

    def lie() -> Iterator[tuple[float, Place]]:
        for run in runs:
            for bay in run.bays:
                from_m = bay.start.station_m + bay.start.half_m
                to_m = bay.end.station_m - bay.end.half_m
                z_m = bay.foot_m(spec.gap_m, from_m) + spec.height_m / 2
                from_m, to_m = from_m + spec.clip_gap_m / 2, to_m - spec.clip_gap_m / 2
                yield to_m - from_m, _level(spec, run, bay, from_m, 0.0, z_m, "panel", bay.grade)

    return _grouped(spec, "panels", "panel", stock, (stock.thickness_m, spec.height_m), lie())


def trims(spec: FenceSpec, runs: list[Stretch], timber: Timber) -> list[Part]:
    """Cap boards over the posts, battens over the boards' ends, stiffeners behind slats, rows' cleats."""
    board, made = timber.board, []
    face_m = timber.post.thickness_m / 2 + (timber.rail.thickness_m if rows(spec, timber.rail).on_face else 0.0)
    over_m = face_m + board.thickness_m * (2 if spec.infill.style == "board on board" else 1) + board.thickness_m / 2

    def lie(z_m: float, offset_m: float, half_m: float, name: str) -> Iterator[tuple[float, Place]]:
        middle_m = abs(offset_m)
        for run in runs:
            first_m, last_m = run.ends_m(Faces(middle_m - half_m, middle_m + half_m))
            for bay in run.bays:
                from_m = first_m if bay is run.bays[0] else bay.start.station_m
                to_m = last_m if bay is run.bays[-1] else bay.end.station_m
                foot_m = bay.foot_m(spec.gap_m, from_m)
                yield (
                    (to_m - from_m) * math.hypot(1.0, bay.grade),
                    _level(spec, run, bay, from_m, offset_m, foot_m + z_m, name, bay.grade),
                )

    if spec.infill.cap:
        z_m = spec.height_m + board.thickness_m / 2
        made += _grouped(
            spec, "cap", "cap", board, (board.width_m, board.thickness_m), lie(z_m, 0.0, board.width_m / 2, "cap")
        )
    if spec.infill.trim and spec.infill.style in BOARDED:
        for name, z_m in (("trim-top", spec.height_m - board.width_m / 2), ("trim-foot", board.width_m / 2)):
            level = lie(z_m, side(spec) * over_m, board.thickness_m / 2, name)
            made += _grouped(spec, name, "trim", board, (board.thickness_m, board.width_m), level)
    made += _stiffeners(spec, runs, timber)
    if spec.infill.style == "louvres":
        bays = [(run, bay) for run in runs for bay in run.bays]
        places = tuple(
            _level(spec, run, bay, bay.start.station_m, 0.0, bay.start.ground_m, "cleats") for run, bay in bays
        )
        made.append(hardware(spec, "louvre cleat", places, 2))
    if spec.infill.style == "bought panels":
        places = tuple(
            _level(spec, run, bay, bay.start.station_m, 0.0, bay.start.ground_m, "clips")
            for run in runs
            for bay in run.bays
        )
        made.append(hardware(spec, "panel clip", places, 6))
    return made


def _stiffeners(spec: FenceSpec, runs: list[Stretch], timber: Timber) -> list[Part]:
    """Plumb sticks behind the slats, evenly between the posts."""
    # Slats between the posts lie where their stiffeners would: these stand behind them.
    behind_m = side(spec) * (timber.post.thickness_m - timber.rail.thickness_m) / 2
    behind_m -= 0.0 if laid(spec)[0] else side(spec) * timber.rail.thickness_m

    def lie() -> Iterator[tuple[float, Place]]:
        for run in runs:
            for bay in run.bays:
                count = stiffeners(spec, timber.rail, bay.width_m)
                for k in range(1, count + 1):
                    at_m = bay.start.station_m + bay.width_m * k / (count + 1)
                    x_m, y_m = beside(run.leg, at_m, behind_m)
                    heading = (math.cos(run.leg.heading_rad), math.sin(run.leg.heading_rad), 0.0)
                    yield (
                        spec.height_m,
                        Place(
                            id=f"{spec.id}/stiffener/{bay.id}/{k}",
                            at=(x_m, y_m, bay.foot_m(spec.gap_m, at_m)),
                            along=UP,
                            up=heading,
                            about=bay_id(spec, bay),
                        ),
                    )

    section = (timber.rail.thickness_m, timber.rail.width_m)
    return _grouped(spec, "stiffeners", "stiffener", timber.rail, section, lie())


def base(spec: FenceSpec, runs: list[Stretch], timber: Timber, ground: Profile) -> list[Part]:
    """What closes the gap at the ground: base boards between the posts, or stakes along wire."""
    if spec.infill.base == "staked wire":
        places = tuple(
            _level(spec, run, bay, bay.start.station_m, 0.0, bay.start.ground_m, "stakes")
            for run in runs
            for bay in run.bays
        )
        each = max((math.ceil(bay.width_m / STAKES_EVERY_M) for run in runs for bay in run.bays), default=0)
        return [hardware(spec, "ground stake", places, each)] if each else []
    if spec.infill.base != "base boards":
        return []
    board = timber.board
    whole: list[tuple[float, Place]] = []
    tapered: dict[tuple[int, int, int], list[Place]] = defaultdict(list)
    for run in runs:
        for bay in run.bays:
            for k in range(base_boards(spec, bay, ground, board.width_m)):
                from_m, to_m = bay.start.station_m + bay.start.half_m, bay.end.station_m - bay.end.half_m
                over = [bay.foot_m(spec.gap_m, s) - k * board.width_m - ground.height_m(s) for s in (from_m, to_m)]
                if max(over) <= SLIM_M:
                    continue  # all of it would lie in the soil
                # Where even its upper edge goes under, it ends there.
                runs_out_m = (to_m - from_m) * abs(min(0.0, *over)) / (abs(over[1] - over[0]) or 1.0)
                from_m, to_m = (from_m + runs_out_m, to_m) if over[0] < over[1] else (from_m, to_m - runs_out_m)
                z_m = bay.foot_m(spec.gap_m, from_m) - (k + 0.5) * board.width_m
                place = _level(spec, run, bay, from_m, 0.0, z_m, f"base/{k}", bay.grade)
                long_m = (to_m - from_m) * math.hypot(1.0, bay.grade)
                start, end = (min(board.width_m, max(0.0, high_m)) for high_m in over)
                if min(start, end) > board.width_m - SOIL_M:
                    whole.append((long_m, place))
                else:
                    tapered[(_units(long_m), _units(start), _units(end))].append(place)
    return [
        *_grouped(spec, "base", "board", board, (board.thickness_m, board.width_m), iter(whole)),
        *_tapers(spec, board, tapered),
    ]


SOIL_M = 0.005
"""Less than this in the soil is left to the shovel [our own]."""


def _units(length_m: float) -> int:
    return round(length_m / SAME_LENGTH_M)


def _tapers(spec: FenceSpec, board: Stick, tapered: dict[tuple[int, int, int], list[Place]]) -> list[Part]:
    """Base boards ripped to the ground from end to end; each is bought whole."""
    made = []
    for (long, start, end), places in sorted(tapered.items()):
        long_m, ends_m = long * SAME_LENGTH_M, (start * SAME_LENGTH_M, end * SAME_LENGTH_M)
        bevel = math.atan2(ends_m[1] - ends_m[0], long_m)
        rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=bevel, size_m=ends_m)
        made.append(
            Part(
                id=f"{spec.id}/base/cut/{long}/{start}/{end}",
                role="board",
                item=board.key,
                length_m=long_m,
                section_m=(board.thickness_m, board.width_m),
                places=tuple(places),
                cuts=(rip,),
                stick_m=long_m,
                mass_kg=board.density_kg_per_m3 * board.thickness_m * sum(ends_m) / 2 * long_m,
            )
        )
    return made


def hardware(spec: FenceSpec, item: str, places: tuple[Place, ...], each: int) -> Part:
    """Something bought by the piece, at its places."""
    return Part(
        id=f"{spec.id}/{item.replace(' ', '-')}",
        role="hardware",
        item=item,
        length_m=0.0,
        section_m=(0.0, 0.0),
        places=places,
        each=each,
    )


def feet(spec: FenceSpec, out: SetOut, footings: list[Footing], timber: Timber) -> list[Part]:
    """Bases, anchors, blocks, pipes, braces, caps and sleeves that the posts' feet ask for."""
    made: list[Part] = []
    posts = {f"{spec.id}/post/{post.id}": post for post in out.posts}
    by_kind: dict[str, list[Footing]] = defaultdict(list)
    for footing in footings:
        by_kind[way_at(spec, posts[footing.under].station_m).key].append(footing)
    up = spec.foot_detail.upright

    def at(kinds: tuple[str, ...]) -> tuple[Place, ...]:
        return tuple(
            Place(id=footing.under, at=footing.at, along=UP, up=(1.0, 0.0, 0.0))
            for kind in kinds
            for footing in by_kind[kind]
        )

    if at(("base on pier", "base on slab")):
        made.append(hardware(spec, "post base", at(("base on pier", "base on slab")), 1))
    if at(("base on slab",)):
        made.append(hardware(spec, "slab anchor", at(("base on slab",)), 2 * up.anchors_count))
    if at(("loose block",)):
        made.append(hardware(spec, "deck block", at(("loose block",)), 1))
    if at(("part driven", "over a pipe")):
        made.append(hardware(spec, "post cap cover", at(("part driven", "over a pipe")), 1))
    loose = tuple(
        Place(id=footing.under, at=footing.at, along=UP, up=(1.0, 0.0, 0.0))
        for footing in footings
        if posts[footing.under].kind == "loose"
    )
    if loose:
        made.append(hardware(spec, "ground sleeve", loose, 1))
    if by_kind["over a pipe"]:
        pipe = pipe_of(spec)
        made += _grouped(
            spec,
            "pipes",
            "pipe",
            pipe,
            (pipe.thickness_m, pipe.width_m),
            (
                (
                    footing.embedment_m + spec.foot_detail.pipe_up_m,
                    Place(
                        id=f"{footing.under}/pipe",
                        at=(*footing.at[:2], footing.at[2] - footing.embedment_m),
                        along=UP,
                        up=(1.0, 0.0, 0.0),
                    ),
                )
                for footing in by_kind["over a pipe"]
            ),
        )
    if up.by == "brace":
        made += _braces(
            spec, out, [f for kind in ("base on pier", "base on slab", "loose block") for f in by_kind[kind]], timber
        )
    return made


def _braces(spec: FenceSpec, out: SetOut, footings: list[Footing], timber: Timber) -> list[Part]:
    """A raking brace behind each post, on the side away from the boards."""
    up, rail = spec.foot_detail.upright, timber.rail
    posts = {f"{spec.id}/post/{post.id}": post for post in out.posts}

    def lie() -> Iterator[tuple[float, Place]]:
        for footing in footings:
            leg, away = posts[footing.under].leg, -side(spec)
            across = (-math.sin(leg.heading_rad) * away, math.cos(leg.heading_rad) * away)
            x, y, z = footing.at
            long_m = math.hypot(up.brace_reach_m, up.brace_up_m)
            run, rise = up.brace_reach_m / long_m, up.brace_up_m / long_m
            yield (
                long_m,
                Place(
                    id=f"{footing.under}/brace",
                    at=(x + across[0] * up.brace_reach_m, y + across[1] * up.brace_reach_m, z),
                    along=(-across[0] * run, -across[1] * run, rise),
                    up=(across[0] * rise, across[1] * rise, run),
                ),
            )

    return _grouped(spec, "braces", "brace", rail, (rail.thickness_m, rail.width_m), lie())


def gate_pieces(spec: FenceSpec, timber: Timber) -> list[str]:
    """What a gate's leaf takes from the same wire, in a sentence; empty where nothing is cut from panels."""
    if spec.infill.style != "stock panels" or not spec.openings or timber.stock is None:
        return []
    mesh_m, found = spec.infill.mesh_m, []
    for opening in spec.openings:
        if not opening.hung:
            continue
        whole = math.floor((opening.clear_m + 1e-9) / mesh_m)
        found.append(
            f"{opening.what.capitalize()}: its leaf is closed with {whole} openings of the same wire, cut from an off-cut"
        )
    return found


def stock_of(spec: FenceSpec, like: Stick) -> Stick | None:
    """The panel or wire a fence is closed with: the one named, or the first that the yard sells beside its posts.

    Raises:
        InputError: The yard has none of that name or sells none here.
    """
    role = {"bought panels": "panel", "stock panels": "wire", "wire mesh": "wire"}.get(spec.infill.style)
    if role is None:
        return None
    if spec.infill.stock:
        return stick(spec.infill.stock, role, "infill/stock")
    start = "welded" if spec.infill.style == "stock panels" else "woven"
    found = [item for item in sold_with(like, role) if role == "panel" or item.says.startswith(start)]
    if not found:
        raise InputError("infill/stock", "The yard sells no such panel or wire here: pick another infill")
    # The lowest that reaches the fence's top; where none does the refusal names the highest.
    tall = [item for item in found if item.width_m >= spec.height_m - 1e-6]
    return min(tall, key=lambda item: item.width_m) if tall else max(found, key=lambda item: item.width_m)
