"""What a fence's posts stand in and are held by: bases, blocks, braces, and the pieces that gates want."""

import math
from collections import defaultdict
from collections.abc import Iterator

from steady.plan.model import Footing, Part, PartPlacement
from steady.structures.fence.checks.foundations import pipe_of, way_at
from steady.structures.fence.layout.line import UP, side
from steady.structures.fence.layout.stations import SetOut
from steady.structures.fence.parts.pieces import grouped, hardware
from steady.structures.fence.spec.case import FenceCase


def feet(
    case: FenceCase,
    out: SetOut,
    footings: list[Footing],
) -> list[Part]:
    """Bases, anchors, blocks, pipes, braces, caps and sleeves that the posts' feet ask for."""
    spec = case.spec
    made: list[Part] = []
    posts = {f"{spec.id}/post/{post.id}": post for post in out.posts}
    by_kind: dict[str, list[Footing]] = defaultdict(list)
    for footing in footings:
        by_kind[way_at(spec, posts[footing.under].station_m).key].append(footing)
    up = spec.foot_detail.upright

    def at(kinds: tuple[str, ...]) -> tuple[PartPlacement, ...]:
        return tuple(
            PartPlacement(id=footing.under, at=footing.at, along=UP, up=(1.0, 0.0, 0.0))
            for kind in kinds
            for footing in by_kind[kind]
        )

    if at(("base on pier", "base on slab")):
        made.append(hardware(spec, "post base", at(("base on pier", "base on slab")), each=1))
    if at(("base on slab",)):
        made.append(hardware(spec, "slab anchor", at(("base on slab",)), each=2 * up.anchors_count))
    if at(("loose block",)):
        made.append(hardware(spec, "deck block", at(("loose block",)), each=1))
    if at(("part driven", "over a pipe")):
        made.append(hardware(spec, "post cap cover", at(("part driven", "over a pipe")), each=1))
    loose = tuple(
        PartPlacement(id=footing.under, at=footing.at, along=UP, up=(1.0, 0.0, 0.0))
        for footing in footings
        if posts[footing.under].kind == "loose"
    )
    if loose:
        made.append(hardware(spec, "ground sleeve", loose, each=1))
    if by_kind["over a pipe"]:
        pipe = pipe_of(spec)
        made += grouped(
            f"{spec.id}/pipes",
            "pipe",
            pipe,
            section_m=(pipe.thickness_m, pipe.width_m),
            lie=(
                (
                    footing.embedment_m + spec.foot_detail.pipe_up_m,
                    PartPlacement(
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
            case,
            out,
            [f for kind in ("base on pier", "base on slab", "loose block") for f in by_kind[kind]],
        )
    return made


def _braces(
    case: FenceCase,
    out: SetOut,
    footings: list[Footing],
) -> list[Part]:
    """A raking brace behind each post, on the side away from the boards."""
    spec = case.spec
    up, rail = spec.foot_detail.upright, case.timber.rail
    posts = {f"{spec.id}/post/{post.id}": post for post in out.posts}

    def lie() -> Iterator[tuple[float, PartPlacement]]:
        for footing in footings:
            leg, away = posts[footing.under].leg, -side(spec)
            across = (-math.sin(leg.heading_rad) * away, math.cos(leg.heading_rad) * away)
            x, y, z = footing.at
            long_m = math.hypot(up.brace_reach_m, up.brace_up_m)
            run, rise = up.brace_reach_m / long_m, up.brace_up_m / long_m
            yield (
                long_m,
                PartPlacement(
                    id=f"{footing.under}/brace",
                    at=(x + across[0] * up.brace_reach_m, y + across[1] * up.brace_reach_m, z),
                    along=(-across[0] * run, -across[1] * run, rise),
                    up=(across[0] * rise, across[1] * rise, run),
                ),
            )

    return grouped(f"{spec.id}/braces", "brace", rail, section_m=(rail.thickness_m, rail.width_m), lie=lie())


def gate_pieces(case: FenceCase) -> list[str]:
    """What a gate's leaf takes from the same wire, in a sentence; empty where nothing is cut from panels."""
    spec = case.spec
    if not spec.infill.traits.butts_on_posts or not spec.openings or case.timber.stock is None:
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
