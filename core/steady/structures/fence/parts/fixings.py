"""Fixings of a fence by rule: long enough to hold, too short to poke through, counted crossing by crossing."""

import math
from bisect import bisect_left, bisect_right
from collections.abc import Sequence

from steady.catalog.items import goods
from steady.plan.model import Part, PartPlacement
from steady.structures.fence.checks.joints import SLANT_REACH, ScrewedCrossing, bought_ends, pick, wants_for
from steady.structures.fence.layout.boards import OUTER
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.stations import SetOut, bay_id
from steady.structures.fence.parts.pieces import hardware
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

CHANNEL_M = 1.8288
"""How long a channel for rails and slats is sold."""
PLACEHOLDERS_A_RAIL = 2
BRACES_A_POST = 2
POSTS_PROPPED = 8
"""Props stay up a day: so many posts are set in one [common practice]."""


def joints(case: FenceCase, out: SetOut, parts: list[Part]) -> list[ScrewedCrossing]:
    """Every kind of screwed crossing of a fence and where it is."""
    spec, timber = case.spec, case.timber
    if spec.infill.traits.fitted:
        return []
    lie, rail, board = rows(spec, timber.rail), timber.rail, timber.board
    # Boards meet a rail on edge through its thickness; one laid flat through its width.
    rail_deep_m = rail.thickness_m if lie.upright else rail.width_m
    made: list[ScrewedCrossing] = []

    def of(test: str, role: str = "board") -> tuple[PartPlacement, ...]:
        return tuple(p for part in parts if part.role == role and test in part.id for p in part.places)

    outer = tuple(p for part in parts if part.role == "board" and part.id.endswith(OUTER) for p in part.places)
    inner = tuple(
        p
        for part in parts
        if part.role == "board" and not part.id.endswith(OUTER) and "/base/" not in part.id
        for p in part.places
    )
    made.append(ScrewedCrossing("Board to rail", "board", board.thickness_m, rail_deep_m, inner, 2 * lie.count))
    made.append(
        ScrewedCrossing("Outer board to rail", "board", 2 * board.thickness_m, rail_deep_m, outer, 2 * lie.count)
    )
    rails = tuple(p for part in parts if part.role == "rail" for p in part.places)
    if lie.tilt_rad is not None:
        made.append(ScrewedCrossing("Louvre end into its cleat", "board", rail.thickness_m, None, rails, 2 * 2))
    elif not lie.on_face and not bought_ends(spec, lie):
        # Between the posts a rail is screwed at a slant, short of the rail that comes from the other side.
        into_m = SLANT_REACH * timber.post.width_m
        made.append(
            ScrewedCrossing("Rail end to post, at a slant", wants_for(rail), rail.thickness_m, into_m, rails, 2 * 2)
        )
    elif lie.on_face:
        made.append(
            ScrewedCrossing(
                "Rail end to post", wants_for(rail), rail.thickness_m, timber.post.thickness_m, rails, 2 * 2
            )
        )
        for crossed, over in _over_posts(spec, out, parts).items():
            says = "Rail to the posts between its ends"
            made.append(
                ScrewedCrossing(
                    says, wants_for(rail), rail.thickness_m, timber.post.thickness_m, tuple(over), 2 * crossed
                )
            )
    made.append(ScrewedCrossing("Cap to post", "board", board.thickness_m, None, of("", "cap"), 4))
    made.append(
        ScrewedCrossing(
            "Trim to boards", "board", board.thickness_m, board.thickness_m + rail_deep_m, of("", "trim"), 6
        )
    )
    made.append(
        ScrewedCrossing("Base board to post", "board", board.thickness_m, timber.post.thickness_m, of("/base/"), 4)
    )
    stiff = of("", "stiffener")
    made.append(
        ScrewedCrossing("Stiffener to slats", "board", rail.thickness_m, rail.thickness_m, stiff, 2 * lie.count)
    )
    if timber.ply is not None:
        ply = timber.ply
        posts = [part for part in parts if part.role == "post" and part.item == ply.key]
        for part in posts:
            pairs = (math.floor(part.length_m / spec.ply_screw_pitch_m) + 1) * (spec.plies_count - 1)
            places = tuple(part.places)
            # Each screw joins two plies; a place is a whole post, its plies counted by the part.
            made.append(ScrewedCrossing("Plies of a post", "ply", ply.thickness_m, ply.thickness_m, places, 2 * pairs))
    return [joint for joint in made if joint.places]


def _over_posts(spec: FenceSpec, out: SetOut, parts: list[Part]) -> dict[int, list[PartPlacement]]:
    """Rails that run over posts between their ends, by how many they cross."""
    found: dict[int, list[PartPlacement]] = {}
    stands: dict[str, list[tuple[float, float]]] = {}
    for post in out.posts:
        stands.setdefault(post.leg.id, []).append((post.station_m, post.stick.width_m))
    bays = {bay_id(spec, bay): bay for bay in out.bays}
    legs = {leg.id: leg for leg in out.path.legs}
    for part in parts:
        if part.role != "rail":
            continue
        for place in part.places:
            bay = bays.get(place.about)
            if bay is None:
                continue
            leg = legs[bay.start.leg.id]
            cos, sin = math.cos(leg.heading_rad), math.sin(leg.heading_rad)
            from_m = leg.from_m + (place.at[0] - leg.x_m) * cos + (place.at[1] - leg.y_m) * sin
            to_m = from_m + part.length_m * math.hypot(place.along[0], place.along[1])
            row = stands.get(leg.id, [])
            # Posts stand in order along their leg: only those between the rail's ends are looked at.
            first, last = bisect_left(row, (from_m,)), bisect_right(row, (to_m, math.inf))
            many = sum(from_m + wide_m < at < to_m - wide_m for at, wide_m in row[first:last])
            if many:
                found.setdefault(many, []).append(place)
    return found


def fixings(case: FenceCase, crossings: Sequence[ScrewedCrossing], parts: list[Part]) -> list[Part]:
    """Screws and staples with their counts; joints that no screw on sale suits have none, and a note says so."""
    spec = case.spec
    made = []
    for number, joint in enumerate(crossings):
        picked = pick(joint, stainless=spec.weather == "ice and salt")
        if picked.item is None:
            continue
        plies = joint.says == "Plies of a post"
        made.append(
            Part(
                id=f"{spec.id}/screws/{number}",
                role="screw",
                item=picked.item,
                length_m=0.0,
                section_m=(0.0, 0.0),
                places=tuple(_once(p) for p in joint.places) if plies else joint.places,
                each=joint.each,
            )
        )
    made += _held_ends(case, parts)
    wires = tuple(p for part in parts if part.role == "wire" for p in part.places)
    if wires and not spec.infill.traits.fitted:
        posts = tuple(_once(p) for part in parts if part.role == "post" for p in part.places)
        each = math.ceil(spec.height_m / (2 * spec.infill.mesh_m)) + 1
        made.append(hardware(spec, "staple", posts, each=each))
    return made


def _held_ends(case: FenceCase, parts: list[Part]) -> list[Part]:
    """Brackets at every rail end, or channels down the posts' faces that rails and slats drop into; two a bay."""
    spec = case.spec
    if spec.infill.traits.fitted or not bought_ends(spec, rows(spec, case.timber.rail)):
        return []
    bays = tuple(place for part in parts if part.role == "rail" for place in part.places)
    if spec.rail_end == "brackets":
        return [hardware(spec, "rail bracket", bays, each=2)] if bays else []
    each = 2 * math.ceil(spec.height_m / CHANNEL_M - 1e-9)
    return [hardware(spec, "rail channel", tuple(_once(bay) for bay in bays), each=each)] if bays else []


def _once(place: PartPlacement) -> PartPlacement:
    return PartPlacement(id=place.id, at=place.at, along=place.along, up=place.up)


def notes(
    case: FenceCase,
    out: SetOut,
    crossings: Sequence[ScrewedCrossing],
) -> list[str]:
    """Each kind of crossing in a sentence: the screw, how deep it holds, how far short of poking out; then what clashes."""
    spec, timber, tape = case.spec, case.timber, case.tape
    if spec.infill.traits.fitted:
        return ["Rails run from loop cap to loop cap and end in cups at the terminal posts; joints lie at a loop cap"]
    said = []
    seen: set[str] = set()
    for joint in crossings:
        if joint.says in seen:
            continue
        seen.add(joint.says)
        picked = pick(joint, stainless=spec.weather == "ice and salt")
        if picked.item is None:
            total = f", {tape.length(joint.through_m + joint.into_m)} in all" if joint.into_m is not None else ""
            said.append(
                f"{joint.says}: no screw on the list holds through {tape.length(joint.through_m)} without poking out{total}. "
                "Bolt it, or use a bracket, and add it to the list"
            )
            continue
        spare = ""
        if joint.into_m is not None and joint.into_m < 0.1:
            spare = f", {tape.length(joint.into_m - picked.holds_m)} short of the far face"
        name = goods()[picked.item].says
        said.append(f"{joint.says}: {name}, {tape.length(picked.holds_m)} into what holds it{spare}")
    lie = rows(spec, timber.rail)
    if lie.count and not lie.on_face and lie.tilt_rad is None and spec.infill.traits.two_faced:
        said.append(
            "Both faces share a rail: set the back's screws half a board along from the front's, so that they pass"
        )
    if lie.count and not lie.on_face and lie.tilt_rad is None:
        said.append(
            "Rails that meet at a post from both sides: one rail's screws above the middle, the other's below, to pass"
        )
    if any(post.kind == "corner" for post in out.posts) and lie.count:
        said.append(
            "At a corner post set the second rail's screws 1 in (25 mm) above the first's, so that they pass each other"
        )
    if lie.count and not lie.on_face:
        said.append(
            "What stands between posts is cut 1/16 in (2 mm) short of the gap as measured there, not as planned"
        )
    if lie.on_face and lie.count and not spec.infill.traits.wired:
        half = tape.length(timber.post.width_m / 2)
        said.append(f"Two ends meet on a post, {half} each: predrill both screws, at least half that from the end")
    return said


def temporary(spec: FenceSpec, footings: int, rails: float) -> tuple[tuple[str, float, str], ...]:
    """What is put in and taken out again: props and placeholder screws, for the list of the day."""
    posts = min(footings, POSTS_PROPPED)
    work: list[tuple[str, float, str]] = [
        ("temporary props, two a post set that day", float(BRACES_A_POST * posts), "")
    ]
    if rails and not spec.infill.traits.wired:
        work.append(
            (
                "placeholder screws, one a rail end, ticked off as the structural ones go in",
                PLACEHOLDERS_A_RAIL * rails,
                "",
            )
        )
    return tuple(work)
