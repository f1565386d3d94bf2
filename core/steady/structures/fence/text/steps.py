"""The order of the work on a fence, in quantities, and what each foot asks to be looked at."""

from collections.abc import Callable

from steady.plan.model import Footing, Part, Task
from steady.structures.built_up_posts import gauge_notes
from steady.structures.fence.checks.foundations import FoundationType, way_at
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.parts.build import NOT_OURS
from steady.structures.fence.parts.fixings import POSTS_PROPPED, temporary
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec

CUT = {"long": "Cut posts to the line, ", "exact": "Check every post's top against the line, "}


def _infill_work(count: Callable[[str], float]) -> tuple[tuple[str, float, str], ...]:
    for role, name in (("board", "boards"), ("panel", "panels"), ("wire", "lengths of wire"), ("rail", "slats")):
        if count(role):
            return ((name, count(role), ""),)
    return ()


def _ways(spec: FenceSpec, out: SetOut) -> list[FoundationType]:
    """The kinds of feet in the line, each once."""
    return list(dict.fromkeys(way_at(spec, post.station_m) for post in out.posts if post.kind not in NOT_OURS))


def foot_notes(
    case: FenceCase,
    out: SetOut,
    footings: list[Footing],
) -> list[str]:
    """How exact posts are levelled, what driven and pinned ones ask for, and how each foot holds against lifting."""
    spec = case.spec
    said = [
        f"{way.says[:1].upper()}{way.says[1:]}: {way.durability[:1].lower()}{way.durability[1:]}"
        for way in _ways(spec, out)
    ]
    if spec.posts_cut == "exact":
        said.append(
            "Posts are cut before: hit the level of every hole's bottom as the table gives it, to a mark on the staff"
        )
    at_m = {f"{spec.id}/post/{post.id}": post.station_m for post in out.posts}
    driven = [f.embedment_m for f in footings if way_at(spec, at_m[f.under]).key == "part driven"]
    if driven:
        down = max(driven) - spec.foot_detail.dug_m
        if down > 0:
            said.append(
                f"Driven on below the dug part: up to {case.tape.length(down)}. Where it will not go, stop and say so: no cutting"
            )
    if spec.foot_detail.notched:
        said.append("The notched foot is a cut end in the ground: treat it again, two coats, before it goes in")
    timber = case.timber
    if timber.core is not None:
        said += gauge_notes(timber.rail.width_m, timber.core.width_m, spec.ply_screw_pitch_m, tape=case.tape)
    if spec.plies_count:
        said.append("Plies of a post: a spacer block for the screws' pitch, pairs one above the other, tops flush")
    return said


def temporary_counts(spec: FenceSpec, footings: list[Footing], parts: list[Part], *, leaves: int) -> dict[str, float]:
    """How many things have something temporary put to them: posts of one day, rails with screws, straights, leaves."""
    railed = not (spec.infill.traits.wired or spec.infill.traits.level)
    return {
        "runs": float(len(spec.straights)),
        "posts": float(min(len(footings), POSTS_PROPPED)),
        "rails": float(sum(part.count for part in parts if part.role == "rail")) if railed else 0.0,
        "leaves": float(leaves),
    }


def tasks(spec: FenceSpec, out: SetOut, footings: list[Footing], *, parts: list[Part]) -> list[Task]:
    """The order of work, in quantities; how feet are dug and set is each foot's own."""
    ways = _ways(spec, out)
    sid = spec.id
    posts = tuple(footing.under for footing in footings)

    def count(role: str) -> float:
        return float(sum(part.count for part in parts if part.role == role))

    # Slats and louvres are what closes the fence: they are counted there.
    rails_count = 0.0 if spec.infill.traits.level else count("rail")
    wet = any(layer.what in ("concrete", "foam") for footing in footings for layer in footing.layers)
    holes_m = sum(footing.hole_m for footing in footings)
    rows = [
        Task(id=f"{sid}/locate", what="Locate buried services", about=(sid,), work=(), hold="every owner has answered"),
        Task(
            id=f"{sid}/set-out",
            stage="set-out",
            what="Set ends, corners and gate posts' marks, then string the runs and mark the rest",
            about=posts,
            work=(("marks", float(len(posts)), ""),),
            after=((f"{sid}/locate", ""),),
        ),
        Task(
            id=f"{sid}/dig",
            stage="dig",
            what="; ".join(dict.fromkeys(way.dig for way in ways)),
            about=posts,
            work=(("holes", float(len(posts)), ""), ("depth", holes_m, "m")),
            after=((f"{sid}/set-out", ""),),
            hold="holes looked at before concrete",
        ),
        Task(
            id=f"{sid}/set",
            stage="dig",
            what="Set ends, corners and gate posts, string, then the middle posts: "
            + "; or ".join(dict.fromkeys(w.set for w in ways)),
            about=posts,
            work=(("posts", float(len(posts)), ""), *temporary(spec, len(posts), count("rail"))),
            after=((f"{sid}/dig", ""),),
        ),
        Task(
            id=f"{sid}/rails",
            stage="frame",
            what=CUT[spec.posts_cut] + ("rails on" if rails_count else "ready for the infill"),
            about=(sid,),
            work=(("rails", rails_count, ""),) if rails_count else (),
            after=((f"{sid}/set", "cure" if wet else ""),),
            hold="plumb checked again before rails",
        ),
        Task(
            id=f"{sid}/boards",
            stage="frame",
            what=spec.infill.traits.task,
            about=(sid,),
            work=_infill_work(count),
            after=((f"{sid}/rails", ""),),
        ),
    ]
    return rows
