"""Cautions of a fence and what cannot be: what can hurt someone, what must be seen first, gaps and pieces that do not fit."""

from typing import Literal

from steady.catalog.purchasing import PurchasingSettings
from steady.plan.model import Caution, Part
from steady.structures.fence.checks.foundations import way_at
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec, NoDig
from steady.units.show import Tape

PRACTICE = "common practice; local rules come first"
HUMP_M = 0.0254


def cautions(case: FenceCase, out: SetOut) -> list[Caution]:
    """Everything to heed before and during the work."""
    spec = case.spec
    dig = f"{spec.id}/dig"
    found = [
        Caution(
            about=spec.id,
            kind="hurt",
            text="No hole before the locate of buried services is complete: every owner has answered, the ticket is in "
            "date, the marks can still be seen, and private lines were asked about",
            source=PRACTICE,
            stops=(dig,),
            cleared_by="locate",
        )
    ]
    found += [_across(case, zone) for zone in spec.zones]
    found += [
        Caution(about=spec.id, kind="hurt", text=text, source=PRACTICE)
        for text in (
            "Look up for overhead lines before lifting posts",
            "Cover or fence every open hole at night",
            "Wet concrete burns skin: gloves, long sleeves, wash at once. Dry mix: dust mask and eye protection",
            "Saw and auger: eye, ear and dust protection; never burn treated off-cuts",
        )
    ]
    found.append(
        Caution(
            about=spec.id,
            kind="permit",
            text="Check boundary, setback, height limit and permit with the local office before setting out",
            source=PRACTICE,
        )
    )
    for way in dict.fromkeys(way_at(spec, post.station_m) for post in out.posts):
        kind: Literal["rot", "hurt"] = "rot" if way.key == "closed below" else "hurt"
        found.append(Caution(about=spec.id, kind=kind, text=way.caution, source=way.source))
        if way.on_block and case.site.frost_m > 0:
            text = "Frost lifts loose blocks: a bed that drains, and level them again every spring"
            found.append(Caution(about=spec.id, kind="drawing", text=text, source="common practice"))
    found += _of_style(spec)
    if spec.keeps == "a rooting animal":
        text = "What roots goes under: mesh buried along the line, or a board in the ground, as well as a small gap"
        found.append(Caution(about=spec.id, kind="drawing", text=text, source="common practice"))
    found += _by_use(case)
    found += _ground(case, out)
    return found


def _across(case: FenceCase, zone: NoDig) -> Caution:
    """What lies across the line: a service stops the dig until it is located; a door asks for room; a slab is looked at first."""
    spec, tape = case.spec, case.tape
    about, at = f"{spec.id}/zone/{zone.id}", tape.distance(zone.at_m)
    what = f"{zone.what[:1].upper()}{zone.what[1:]}"
    if zone.kind == "clear way":
        text = (
            f"{what} at {at}: kept clear of posts, and of tools and spoil while you work. Boards and rails run across it: where "
            "people walk through the fence, put a way through there, among the gates, instead"
        )
        return Caution(about=about, kind="hurt", text=text, source=PRACTICE)
    if zone.kind == "slab":
        text = f"{what} at {at}: look for pipes and wires in and under it before it is cored or drilled"
        return Caution(
            about=about, kind="hurt", text=text, source=PRACTICE, stops=(f"{spec.id}/dig",), cleared_by="locate"
        )
    hand = f" Within {tape.length(zone.hand_dig_m)} of its middle dig by hand, no auger." if zone.hand_dig_m else ""
    loose = " Its ground is loose: the values of sound soil do not hold there." if zone.kind == "old hole" else ""
    return Caution(
        about=about,
        kind="hurt",
        text=f"{what} crosses at {at}: {zone.depth}.{hand}{loose}",
        source=PRACTICE,
        stops=(f"{spec.id}/dig",),
        cleared_by="locate",
    )


def _of_style(spec: FenceSpec) -> list[Caution]:
    """Cautions of what closes the fence, climbs it, and coats it."""
    said: list[tuple[Literal["hurt", "drawing", "rot"], str]] = []
    if spec.infill.traits.lapped:
        said.append(
            ("drawing", "Wind is calculated on a closed face: the air between the boards is not counted in its favour")
        )
    if spec.infill.traits.wired:
        said.append(
            ("hurt", "Wire springs and cuts: gloves and eye protection, ends bent back, never let go of a roll")
        )
    if spec.infill.traits.made:
        said.append(
            (
                "drawing",
                "What a bought panel itself bears is its maker's to say: only posts and feet are calculated here",
            )
        )
    if spec.infill.grows != "nothing":
        text = "Climbers close the face to the wind when they have grown, weigh on rails and posts, and hold water against the wood"
        said.append(("rot", text))
    if spec.weather == "ice and salt":
        said.append(
            ("rot", "Ice and salt: stainless fixings and hardware throughout, posts 6 in (150 mm) below the frost")
        )
    if spec.keeps == "a child":
        said.append(
            (
                "hurt",
                "For a child: nothing to climb on outside, rails on the inside. At a pool other rules hold: ask the office",
            )
        )
    if spec.closed or spec.foot == "loose block":
        said.append(
            ("drawing", "Keep the corners joined while it is built: a frame on its own stands only when two sides meet")
        )
    if spec.lift_outs:
        said.append(("hurt", "A bay that lifts out is carried by two; cover the loose post's sleeve while it is out"))
    source = "common practice"
    return [Caution(about=spec.id, kind=kind, text=text, source=source) for kind, text in said]


def _by_use(case: FenceCase) -> list[Caution]:
    spec, site = case.spec, case.site
    if site.use == "public":
        text = "Public use: marks and pieces only. Nothing here says that it is strong enough; ask an engineer"
        return [Caution(about=spec.id, kind="licence", text=text, source="scope of the house rules")]
    if site.use == "workplace":
        text = "Workplace: ask the local office which rules and licences apply before building"
        return [Caution(about=spec.id, kind="licence", text=text, source=PRACTICE)]
    return []


def _ground(case: FenceCase, out: SetOut) -> list[Caution]:
    spec, ground, tape = case.spec, case.ground, case.tape
    found: list[str] = []
    if not ground.known:
        found.append("Ground not read yet: it is drawn level, and every height here is a guess")
    elif not ground.covers(out.path.length_m):
        found.append(
            f"Readings reach from {tape.distance(ground.stations_m[0])} to {tape.distance(ground.stations_m[-1])}; the "
            "ground beyond is drawn level. Take one more reading at each end of the line"
        )
    for bay in out.bays:
        if bay.level_m is not None or bay.line_m is not None or spec.infill.base == "scribed":
            continue  # a stepped panel stands above the highest ground of its bay; boards cut to the ground clear it
        hump_m = ground.hump_m(bay.start.station_m, bay.end.station_m)
        if hump_m > max(spec.gap_m, HUMP_M):
            found.append(
                f"Ground rises {tape.length(hump_m)} above the line between the posts at "
                f"{tape.distance(bay.start.station_m)} and {tape.distance(bay.end.station_m)}: shave it or cut the boards"
            )
    return [Caution(about=spec.id, kind="drawing", text=text, source="this line's readings") for text in found]


def too_long(parts: list[Part], yard: PurchasingSettings, tape: Tape) -> list[str]:
    """Pieces longer than anything on sale, one sentence a kind of stick."""
    over: dict[str, list[Part]] = {}
    for part in parts:
        on_sale = yard.lengths(part.item)
        if part.length_m > 0 and on_sale and part.stick_m > on_sale[-1].length_m + 1e-6:
            over.setdefault(part.item, []).append(part)
    return [
        f"{sum(part.count for part in long)} × {item} need up to {tape.length(max(part.stick_m for part in long))}: the longest on "
        f"sale is {tape.length(yard.lengths(item)[-1].length_m)}. Shorter bays, a lower fence or a longer stock would help"
        for item, long in over.items()
    ]


def feet_in_the_way(case: FenceCase) -> list[str]:
    """Feet that stand out of the ground, wider than their post, where the infill comes down in front of them."""
    spec, timber, tape = case.spec, case.timber, case.tape
    detail = spec.foot_detail
    kinds = {spec.foot, *(zone.foot for zone in spec.zones if zone.foot is not None)}
    stands = {
        "loose block": (detail.block_height_m, detail.block_width_m),
        "base on pier": (detail.pier_above_m, detail.pier_width_m or spec.hole_width_m or 3 * timber.post.width_m),
    }
    found = []
    for kind, (high_m, wide_m) in stands.items():
        if kind in kinds and wide_m > timber.post.thickness_m + 1e-6 and spec.gap_m < high_m - 1e-6:
            found.append(
                f"The infill meets the {'blocks' if kind == 'loose block' else 'piers'}: they stand {tape.length(high_m)} out of "
                f"the ground, the gap below is {tape.length(spec.gap_m)}. Raise the gap to {tape.length(high_m)}, or set them lower"
            )
    return found


def rails_in_soil(case: FenceCase, out: SetOut) -> list[str]:
    """Bays under a straight top whose lowest rail would lie in the ground."""
    spec, timber, ground, tape = case.spec, case.timber, case.ground, case.tape
    lie = rows(spec, timber.rail)
    if not lie.count:
        return []
    under_m = lie.first_m - lie.deep_m(timber.rail) / 2
    worst = []
    for bay in out.bays:
        if bay.line_m is None:
            continue
        at = (bay.start.station_m, *ground.breaks_m(bay.start.station_m, bay.end.station_m), bay.end.station_m)
        clear_m = min(bay.foot_m(spec.gap_m, s) + under_m - ground.height_m(s) for s in at)
        if clear_m < 0.01:
            worst.append((clear_m, bay))
    if not worst:
        return []
    clear_m, bay = min(worst, key=lambda found: found[0])
    return [
        f"The lowest rail lies {tape.length(max(0.0, -clear_m))} in the ground in the bay from "
        f"{tape.distance(bay.start.station_m)}: raise the least height of the top, or set the rails further in"
    ]
