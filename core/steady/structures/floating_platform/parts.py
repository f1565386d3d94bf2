"""A platform's pieces with their places and cuts, z from the barrels' underside; raised to the water once its draft is known."""

import math
from dataclasses import replace

from steady.catalog.items import goods
from steady.catalog.purchasing import PurchasingSettings
from steady.plan.model import Cut, Part, PartPlacement, Vec
from steady.structures.floating_platform.layout import ROLLER_M, STRAPS_A_BARREL, FloatLayout, Sloped
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.part_grouping import ACROSS, ALONG, UP, Grouper, Sawn

SCREWS_A_CROSSING, SCREWS_A_BLOCK = 2, 4


def build(spec: FloatSpec, layout: FloatLayout, yard: PurchasingSettings) -> tuple[tuple[Part, ...], list[str]]:
    """The platform's pieces, and what cannot be cut from what is on sale."""
    g = Grouper(spec.id)
    clashes = _frame(g, spec, layout, yard=yard)
    _barrels(g, spec, layout)
    _cleats(g, spec, layout)
    _boards(g, spec, layout, yard=yard)
    barrel = _barrel(spec, layout)
    straps = _straps(spec, layout)
    return (*g.parts(), barrel, straps), clashes


def fixing(spec: FloatSpec, item: str) -> str:
    """The same fixing in stainless where the water is salt."""
    better = f"stainless {item}"
    return better if spec.water == "salt" and better in goods() else item


def _frame(g: Grouper, spec: FloatSpec, layout: FloatLayout, *, yard: PurchasingSettings) -> list[str]:
    me, joist, h, clashes = spec.id, layout.timber.joist, layout.heights, []
    z, t = h.joist_m + joist.width_m / 2, joist.thickness_m
    for stick in {layout.timber.cradle, joist}:
        if spec.long_m > yard.longest_m(stick.key) + 1e-9:
            clashes.append(f"No {stick.says} on sale is as long as the platform: a shorter one")
    for name, y in (("near", t / 2), ("far", spec.wide_m - t / 2)):
        place = PartPlacement(id=f"{me}/rim/{name}", about=f"{me}/rims", at=(0.0, y, z), along=ALONG, up=UP)
        g.add("rim", joist, spec.long_m, place=place)
    row = layout.joists
    place = PartPlacement(
        id=f"{me}/joists",
        at=(row.at_m(1), t, z),
        along=ACROSS,
        up=UP,
        count=row.count,
        step=(row.spacing_m, 0.0, 0.0),
    )
    g.add("joist", joist, spec.wide_m - 2 * t, place=place)
    g.fix(fixing(spec, "joist hanger"), 2 * row.count, place.at, role="connector")
    cradle = layout.timber.cradle
    for number, y in enumerate(layout.cradles_m, start=1):
        place = PartPlacement(
            id=f"{me}/cradle/{number}",
            about=f"{me}/cradles",
            at=(0.0, y, h.cradle_m + cradle.width_m / 2),
            along=ALONG,
            up=UP,
        )
        g.add("cradle", cradle, spec.long_m, place=place)
    g.fix(fixing(spec, "framing angle"), row.count * len(layout.cradles_m), place.at, role="connector")
    return clashes


def _barrels(g: Grouper, spec: FloatSpec, layout: FloatLayout) -> None:
    """Blocking between the rails at both ends of each barrel."""
    cradle, h = layout.timber.cradle, layout.heights
    off_m = spec.barrel.long_m / 2 + cradle.thickness_m / 2
    for number, (x, y) in enumerate(layout.barrels_at_m, start=1):
        place = PartPlacement(
            id=f"{spec.id}/blocking/{number}",
            about=f"{spec.id}/cradles",
            at=(x - off_m, y - layout.cradle_gap_m / 2, h.cradle_m + cradle.width_m / 2),
            along=ACROSS,
            up=UP,
            count=2,
            step=(2 * off_m, 0.0, 0.0),
        )
        g.add("blocking", cradle, layout.cradle_gap_m, place=place)
    g.fix(
        fixing(spec, "deck screw"),
        2 * SCREWS_A_BLOCK * spec.barrels,
        (0.0, 0.0, h.cradle_m),
        role="screw",
    )
    g.fix("strap ratchet", STRAPS_A_BARREL * spec.barrels, (0.0, 0.0, h.cradle_m), role="connector")


def _cleats(g: Grouper, spec: FloatSpec, layout: FloatLayout) -> None:
    """Under each cleat a flat block between two joists, against the rim and under the boards, for its bolts."""
    joist, h = layout.timber.joist, layout.heights
    t = joist.thickness_m
    for number, (bay, far) in enumerate(cleat_bays(spec.cleats, layout.joists.count - 1), start=1):
        start_m = layout.joists.at_m(bay) + t / 2
        y = spec.wide_m - t - joist.width_m / 2 if far else t + joist.width_m / 2
        place = PartPlacement(
            id=f"{spec.id}/blocking/cleat-{number}",
            about=f"{spec.id}/cleats",
            at=(start_m, y, h.boards_m - t / 2),
            along=ALONG,
            up=ACROSS,
        )
        g.add("blocking", joist, layout.joists.spacing_m - t, place=place)
    if spec.cleats:
        g.fix(fixing(spec, "deck screw"), SCREWS_A_BLOCK * spec.cleats, (0.0, 0.0, h.boards_m), role="screw")
        g.fix("dock cleat", spec.cleats, (0.0, 0.0, h.deck_m), role="hardware")


def cleat_bays(cleats: int, bays: int) -> list[tuple[int, bool]]:
    """Which bay between joists, counted from 1, and whether the far side, each cleat stands at: half a side, out from the ends.

    Source: common practice: at the corners first, the others evenly between them.
    """
    found = []
    for far in (False, True):
        count = min((cleats + 1 - far) // 2, bays)
        found += [(1 + round(k * (bays - 1) / (count - 1)) if count > 1 else 1 + bays // 2, far) for k in range(count)]
    return found


def _boards(g: Grouper, spec: FloatSpec, layout: FloatLayout, *, yard: PurchasingSettings) -> None:
    """Boards along it, jointed over a joist where none on sale is as long."""
    board, h, row = layout.timber.board, layout.heights, layout.joists
    z = h.boards_m + board.thickness_m / 2
    cuts_m = _joints(spec.long_m, yard.longest_m(board.key), [row.at_m(k + 1) for k in range(row.count)])
    for number, (y, wide_m) in enumerate(layout.boards_m, start=1):
        rip: tuple[Cut, ...] = ()
        if wide_m < board.width_m - 1e-6:
            rip = (Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(wide_m,)),)
        for k, (a, b) in enumerate(cuts_m):
            place = PartPlacement(
                id=f"{spec.id}/board/{number}/{k}", about=f"{spec.id}/boards", at=(a, y, z), along=ALONG, up=ACROSS
            )
            g.add("decking", board, b - a, place=place, sawn=Sawn(rip))
    crossings = len(layout.boards_m) * (row.count + len(cuts_m) - 1)
    g.fix(fixing(spec, "deck screw"), SCREWS_A_CROSSING * crossings, (0.0, 0.0, h.deck_m), role="screw")


def _joints(long_m: float, longest_m: float, joists_m: list[float]) -> list[tuple[float, float]]:
    """Where boards end: each joint over a joist, as few as the longest board allows."""
    found, start = [], 0.0
    while long_m - start > longest_m + 1e-9:
        end = max((x for x in joists_m if start + 1e-6 < x <= start + longest_m + 1e-9), default=start + longest_m)
        found.append((start, end))
        start = end
    return [*found, (start, long_m)]


def _barrel(spec: FloatSpec, layout: FloatLayout) -> Part:
    """The barrels: bought whole, drawn round."""
    size, half = spec.barrel.diameter_m, spec.barrel.long_m / 2
    places = tuple(
        PartPlacement(id=f"{spec.id}/barrel/{number}", at=(x - half, y, layout.heights.axis_m), along=ALONG, up=UP)
        for number, (x, y) in enumerate(layout.barrels_at_m, start=1)
    )
    return Part(
        id=f"{spec.id}/barrels",
        role="barrel",
        item=spec.barrel.item,
        length_m=spec.barrel.long_m,
        section_m=(size, size),
        places=places,
        mass_kg=spec.barrel.mass_kg,
    )


def _straps(spec: FloatSpec, layout: FloatLayout) -> Part:
    """Two a barrel, cut off the roll; drawn where they pass under it."""
    strap, quarter, r = layout.timber.strap, spec.barrel.long_m / 4, layout.heights.axis_m
    places = tuple(
        PartPlacement(
            id=f"{spec.id}/strap/{number}",
            about=f"{spec.id}/barrel/{number}",
            at=(x - quarter, y - r, -strap.thickness_m / 2),
            along=ACROSS,
            up=UP,
            count=STRAPS_A_BARREL,
            step=(2 * quarter, 0.0, 0.0),
        )
        for number, (x, y) in enumerate(layout.barrels_at_m, start=1)
    )
    return Part(
        id=f"{spec.id}/straps",
        role="strap",
        item=strap.key,
        length_m=layout.strap_m,
        drawn_m=spec.barrel.diameter_m,
        section_m=(strap.width_m, strap.thickness_m),
        places=places,
        mass_kg=strap.density_kg_per_m3 * strap.thickness_m * strap.width_m * layout.strap_m,
    )


def add_ramp(spec: FloatSpec, layout: FloatLayout, sloped: Sloped) -> tuple[Part, ...]:
    """The ramp as it lies today: stringers from its moving end up to the sill, boards across them, hinges and rollers."""
    stick = layout.timber.stringer
    if stick is None:
        return ()
    g, board, ramp = Grouper(f"{spec.id}/ramp"), layout.timber.board, spec.ramp
    c, s = math.cos(sloped.slope_rad), math.sin(sloped.slope_rad)
    out: Vec = (-1.0, 0.0, 0.0) if ramp.lands == "end" else (0.0, -1.0, 0.0)
    side: Vec = (0.0, 1.0, 0.0) if ramp.lands == "end" else (1.0, 0.0, 0.0)
    middle = (ramp.onto_m, spec.wide_m / 2) if ramp.lands == "end" else (spec.long_m / 2, ramp.onto_m)
    along: Vec = (out[0] * c, out[1] * c, s)
    up: Vec = (-out[0] * s, -out[1] * s, c)
    low = layout.heights.deck_m + ROLLER_M
    reach_m = ramp.width_m - stick.thickness_m

    def at(along_m: float, across_m: float, over_m: float) -> Vec:
        return (
            middle[0] + along[0] * along_m + side[0] * across_m + up[0] * over_m,
            middle[1] + along[1] * along_m + side[1] * across_m + up[1] * over_m,
            low + along[2] * along_m + up[2] * over_m,
        )

    gap = reach_m / (ramp.count - 1)
    place = PartPlacement(
        id=f"{spec.id}/ramp/stringers",
        about=f"{spec.id}/ramp",
        at=at(0.0, -reach_m / 2, stick.width_m / 2),
        along=along,
        up=up,
        count=ramp.count,
        step=(side[0] * gap, side[1] * gap, 0.0),
    )
    g.add("stringer", stick, ramp.length_m, place=place)
    boards = boards_on(ramp.length_m, board.width_m, spec.board_gap_m)
    step_m = (ramp.length_m - board.width_m) / (boards - 1)
    over = stick.width_m + board.thickness_m / 2
    place = PartPlacement(
        id=f"{spec.id}/ramp/boards",
        about=f"{spec.id}/ramp",
        at=at(board.width_m / 2, -ramp.width_m / 2, over),
        along=side,
        up=along,
        count=boards,
        step=(along[0] * step_m, along[1] * step_m, along[2] * step_m),
    )
    g.add("decking", board, ramp.width_m, place=place)
    g.fix(fixing(spec, "deck screw"), SCREWS_A_CROSSING * boards * ramp.count, place.at, role="screw")
    g.fix("ramp hinge", 2, at(ramp.length_m, 0.0, 0.0), role="hardware")
    g.fix("ramp roller", 2, at(0.0, 0.0, 0.0), role="hardware")
    return g.parts()


def boards_on(length_m: float, board_m: float, gap_m: float) -> int:
    """Boards across a ramp, gaps a little wider so that they come out."""
    return max(2, math.floor((length_m + gap_m) / (board_m + gap_m) + 1e-9))


def raised(parts: tuple[Part, ...], up_m: float) -> tuple[Part, ...]:
    """The parts so much higher."""
    return tuple(
        replace(
            part,
            places=tuple(replace(place, at=(place.at[0], place.at[1], place.at[2] + up_m)) for place in part.places),
        )
        for part in parts
    )
