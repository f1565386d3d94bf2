"""Cautions and tasks of a fence: what can hurt someone, what must be seen first, and the order of the work."""

from steady.ground.profile import Profile
from steady.ground.site import Site
from steady.measure.show import Tape
from steady.measure.units import IN
from steady.plan.model import Caution, Footing, Part, Task
from steady.structures.fence.setout import Bay, SetOut
from steady.structures.fence.spec import FenceSpec
from steady.yard.choices import YardChoices

PRACTICE = "common practice; local rules come first"
HUMP_M = 0.0254


def cautions(spec: FenceSpec, site: Site, out: SetOut, ground: Profile, tape: Tape) -> list[Caution]:
    """Everything to heed before and during the work."""
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
    for zone in spec.zones:
        hand = f" Within {tape.length(zone.hand_dig_m)} of its middle dig by hand, no auger." if zone.hand_dig_m else ""
        found.append(
            Caution(
                about=f"{spec.id}/zone/{zone.id}",
                kind="hurt",
                text=f"{zone.what.capitalize()} crosses at {tape.distance(zone.at_m)}: {zone.depth}.{hand}",
                source=PRACTICE,
                stops=(dig,),
                cleared_by="locate",
            )
        )
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
    if spec.foot == "closed below":
        found.append(
            Caution(
                about=spec.id,
                kind="rot",
                text="A closed cup of concrete under a wood post holds water: the post rots sooner. Open below drains",
                source="common practice",
            )
        )
    if spec.infill.style != "butted":
        text = "Wind is reckoned on a closed face: gaps in the infill are not counted in its favour"
        found.append(Caution(about=spec.id, kind="drawing", text=text, source="our own reading, on the safe side"))
    if spec.keeps == "a rooting animal":
        text = "What roots goes under: mesh buried along the line, or a board in the ground, as well as a small gap"
        found.append(Caution(about=spec.id, kind="drawing", text=text, source="common practice"))
    found += _by_use(spec, site)
    found += _ground(spec, out, ground, tape)
    return found


def _by_use(spec: FenceSpec, site: Site) -> list[Caution]:
    if site.use == "public":
        text = "Public use: marks and pieces only. Nothing here says that it is strong enough; ask an engineer"
        return [Caution(about=spec.id, kind="licence", text=text, source="scope of the house rules")]
    if site.use == "workplace":
        text = "Workplace: ask the local office which rules and licences apply before building"
        return [Caution(about=spec.id, kind="licence", text=text, source=PRACTICE)]
    return []


def _ground(spec: FenceSpec, out: SetOut, ground: Profile, tape: Tape) -> list[Caution]:
    found: list[str] = []
    if not ground.known:
        found.append("Ground not read yet: it is drawn level, and every height here is a guess")
    elif not ground.covers(out.path.length_m):
        found.append(
            f"Readings reach from {tape.distance(ground.stations_m[0])} to {tape.distance(ground.stations_m[-1])}; the "
            "ground beyond is drawn level. Take one more reading at each end of the line"
        )
    for bay in out.bays:
        if bay.level_m is not None:
            continue  # a stepped panel stands above the highest ground of its bay
        hump_m = ground.hump_m(bay.start.station_m, bay.end.station_m)
        if hump_m > max(spec.gap_m, HUMP_M):
            found.append(
                f"Ground rises {tape.length(hump_m)} above the line between the posts at "
                f"{tape.distance(bay.start.station_m)} and {tape.distance(bay.end.station_m)}: shave it or cut the boards"
            )
    return [Caution(about=spec.id, kind="drawing", text=text, source="this line's readings") for text in found]


KEEPS_M = {"nothing": 9.9, "a small animal": 2 * IN, "a rooting animal": 1 * IN, "a child": 4 * IN}
"""Greatest gap at the ground by who must not get through [common practice; a rooting animal also needs a buried mesh]."""


def gaps_below(spec: FenceSpec, out: SetOut, ground: Profile, tape: Tape) -> list[str]:
    """Bays whose gap at the ground lets through whom the fence is to keep: the worst gap anywhere in the bay.

    A dip between the posts counts as much as the low side of a step.
    """
    most_m = KEEPS_M[spec.keeps]
    worst: list[tuple[float, Bay]] = []
    for bay in out.bays:
        if bay.opening is not None:
            continue
        from_m, to_m = bay.start.station_m, bay.end.station_m
        gap_m = max(
            bay.foot_m(spec.gap_m, at) - ground.height_m(at) for at in (from_m, *ground.breaks_m(from_m, to_m), to_m)
        )
        if gap_m > most_m + 1e-6:
            worst.append((gap_m, bay))
    if not worst:
        return []
    gap_m, bay = max(worst, key=lambda found: found[0])
    many = f"{len(worst)} bays leave" if len(worst) > 1 else "One bay leaves"
    at = tape.distance(bay.start.station_m)
    return [
        f"{many} more than {tape.length(most_m)} at the ground, which lets {spec.keeps} through: the worst {tape.length(gap_m)}, "
        f"in the bay from {at}. Shorter bays, rake in place of steps, a lower gap or base boards would help"
    ]


def too_long(parts: list[Part], yard: YardChoices, tape: Tape) -> list[str]:
    """Pieces longer than anything on sale."""
    found = []
    for part in parts:
        on_sale = yard.lengths(part.item)
        if part.length_m > 0 and on_sale and part.stick_m > on_sale[-1].length_m + 1e-6:
            found.append(
                f"{part.count} × {part.item} need {tape.length(part.stick_m)}: the longest on sale is "
                f"{tape.length(on_sale[-1].length_m)}. Shorter bays, a lower fence or a longer stock would help"
            )
    return found


def tasks(spec: FenceSpec, footings: list[Footing], parts: list[Part]) -> list[Task]:
    """The order of work, in quantities."""
    sid = spec.id
    posts = tuple(footing.under for footing in footings)

    def count(role: str) -> float:
        return float(sum(part.count for part in parts if part.role == role))

    holes_m = sum(footing.hole_m for footing in footings)
    rows = [
        Task(id=f"{sid}/locate", what="Locate buried services", about=(sid,), work=(), hold="every owner has answered"),
        Task(
            id=f"{sid}/set-out",
            what="Set ends, corners and gate posts' marks, then string the straights and mark the rest",
            about=posts,
            work=(("marks", float(len(posts)), ""),),
            after=((f"{sid}/locate", ""),),
        ),
        Task(
            id=f"{sid}/dig",
            what="Dig the holes, gravel in",
            about=posts,
            work=(("holes", float(len(posts)), ""), ("depth", holes_m, "m")),
            after=((f"{sid}/set-out", ""),),
            hold="holes looked at before concrete",
        ),
        Task(
            id=f"{sid}/set",
            what="Set ends, corners and gate posts, string, then the middle posts; plumb both ways; concrete",
            about=posts,
            work=(("posts", float(len(posts)), ""),),
            after=((f"{sid}/dig", ""),),
        ),
        Task(
            id=f"{sid}/rails",
            what="Cut posts to the line, rails on",
            about=(sid,),
            work=(("rails", count("rail"), ""),),
            after=((f"{sid}/set", "cure"),),
            hold="plumb checked again before rails",
        ),
        Task(
            id=f"{sid}/boards",
            what="Boards on",
            about=(sid,),
            work=(("boards", count("board"), ""),) if count("board") else (("slats", count("rail"), ""),),
            after=((f"{sid}/rails", ""),),
        ),
    ]
    return rows
