"""A deck's flights as parts: stringers, treads, their feet and their guards."""

import math

from steady.plan.model import Cut, PartPlacement, Vec
from steady.structures.deck.checks.guards import rail_of
from steady.structures.deck.checks.stairs import Stair
from steady.structures.deck.parts.build import UP, Builder
from steady.structures.part_grouping import Sawn

HANDRAIL_OFF_M = 0.05
"""Clear between a handrail and the guard beside it: room for a hand under every code [1 1/2 to 2 in, from memory, medium]."""
HANDRAIL_M = 0.9144
"""A handrail's middle over the nosings [common practice, within every code's band]."""


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
        first, pitch = stair.stringers_m(stick.thickness_m)
        x, y = edge.at(first)
        b.add(
            "stringer",
            stick,
            (length, (stick.thickness_m, stick.width_m)),
            place=PartPlacement(
                id=f"{b.spec.id}/stair/{design.id}",
                at=(x, y, -thick_m - half_m / math.cos(lean)),
                along=down,
                up=up,
                about=f"{b.spec.id}/stair/{design.id}",
                count=found.stringers,
                step=(across[0] * pitch, across[1] * pitch, 0.0),
            ),
            sawn=Sawn(
                (
                    Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-lean),
                    Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=math.pi / 2 - lean),
                    *(_notches(stair, half_m) if design.cut else ()),
                ),
                long_m,
            ),
        )
        for k in range(1, found.risers):
            for half in range(2):
                out = (k - 1) * design.going_m + (half + 0.5) * (board.width_m + b.spec.board_gap_m)
                tx, ty = edge.at(design.at_m)
                b.add(
                    "tread",
                    board,
                    (design.width_m, (board.thickness_m, board.width_m)),
                    place=PartPlacement(
                        id=f"{b.spec.id}/stair/{design.id}/tread/{k}/{half}",
                        at=(tx + edge.out[0] * out, ty + edge.out[1] * out, -k * found.riser_m - board.thickness_m / 2),
                        along=across,
                        up=(edge.out[0], edge.out[1], 0.0),
                        about=f"{b.spec.id}/stair/{design.id}",
                    ),
                )
        for k in range(1, found.risers if found.riser_strip_m > 0 else 0):
            # On the face of the notch, right under the tread's nose: what is left open below it is less than the ball.
            out = k * design.going_m + board.thickness_m / 2
            tx, ty = edge.at(design.at_m)
            low = -k * found.riser_m - board.thickness_m - found.riser_strip_m / 2
            rip = Cut(end="inside", kind="rip", at_m=0.0, mitre_rad=0.0, bevel_rad=0.0, size_m=(found.riser_strip_m,))
            b.add(
                "riser",
                board,
                (design.width_m, (board.thickness_m, found.riser_strip_m)),
                place=PartPlacement(
                    id=f"{b.spec.id}/stair/{design.id}/riser/{k}",
                    at=(tx + edge.out[0] * out, ty + edge.out[1] * out, low),
                    along=across,
                    up=(0.0, 0.0, 1.0),
                    about=f"{b.spec.id}/stair/{design.id}",
                ),
                sawn=Sawn((rip,)),
            )
            b.fix("deck screw", 2 * found.stringers, (tx, ty, low), role="screw")
        for number in range(found.handrails):
            rail = rail_of(timber)
            off_m = HANDRAIL_OFF_M + rail.thickness_m / 2
            hx, hy = edge.at(design.at_m + (design.width_m - off_m if number else off_m))
            b.add(
                "handrail",
                rail,
                (found.run_m / math.cos(lean), (rail.thickness_m, rail.width_m)),
                place=PartPlacement(
                    id=f"{b.spec.id}/stair/{design.id}/handrail{'-2' if number else ''}",
                    at=(hx, hy, HANDRAIL_M),
                    along=down,
                    up=up,
                    about=f"{b.spec.id}/stair/{design.id}",
                ),
            )
            brackets = math.ceil(found.run_m / math.cos(lean) / stair.brackets_m - 1e-9) + 1
            b.fix("handrail bracket", brackets, (hx, hy, HANDRAIL_M), role="connector")
        b.fix("deck screw", 4 * found.stringers * max(0, found.risers - 1), (x, y, 0.0), role="screw")


def _notches(stair: Stair, half_m: float) -> tuple[Cut, ...]:
    """A stringer's notches, a riser and a going each: how deep square to its edge, how long along it, where their middles lie.

    Source: geometry of the right triangle between riser and going.
    """
    found, design = stair.found, stair.design
    lean, slant_m = found.slope_rad, math.hypot(found.riser_m, design.going_m)
    deep_m = found.riser_m * design.going_m / slant_m
    # The first tread's nose stands a riser under the deck; the stringer's upper edge runs along the noses' line.
    first_m = found.riser_m / math.sin(lean) - half_m * math.tan(lean)
    return tuple(
        Cut(
            end="inside",
            kind="notch",
            at_m=first_m + (k - 0.5) * slant_m,
            mitre_rad=0.0,
            bevel_rad=0.0,
            size_m=(deep_m, slant_m),
        )
        for k in range(found.risers - 1)
    )


def build_stair_guards(b: Builder, stairs: list[Stair]) -> None:
    """Down both sides of a flight: posts bolted to the outer stringers, two rails along the slope, plumb balusters."""
    timber = b.timber
    post, baluster, rail = timber.guard_post, timber.baluster, rail_of(timber)
    for stair in stairs:
        lean, tall = stair.found.slope_rad, stair.guard.height_m
        slope = math.tan(lean)
        for run in stair.guard.runs:
            edge = run.edge
            name = f"{b.spec.id}/stair/{stair.design.id}/guard/{-1 - edge.index}"
            level: Vec = (stair.edge.out[0], stair.edge.out[1], 0.0)
            down: Vec = (level[0] * math.cos(lean), level[1] * math.cos(lean), -math.sin(lean))
            up: Vec = (level[0] * math.sin(lean), level[1] * math.sin(lean), math.cos(lean))
            back_m = edge.length_m - stair.found.run_m

            def nosing(at_m: float, back_m: float = back_m, slope: float = slope) -> float:
                return -(at_m - back_m) * slope

            for k, at in enumerate(run.posts_m):
                if k == 0 and run.shares_first:
                    continue
                x, y = edge.at(at)
                below = min(
                    timber.board.thickness_m + timber.stringer.width_m / math.cos(lean), stair.found.rise_m + nosing(at)
                )
                b.add(
                    "guard post",
                    post,
                    (tall + below, (post.thickness_m, post.width_m)),
                    place=PartPlacement(
                        id=f"{name}/{k}",
                        at=(x, y, nosing(at) - below),
                        along=UP,
                        up=level,
                        about=f"{b.spec.id}/stair/{stair.design.id}",
                    ),
                )
                b.fix("guard anchor", 1, (x, y, nosing(at)), role="connector")
            for k, (start, end) in enumerate(zip(run.posts_m, run.posts_m[1:], strict=False)):
                begins, clear = start + post.width_m / 2, end - start - post.width_m
                x, y = edge.at(begins)
                cuts = (
                    Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-lean),
                    Cut(end="end", kind="saw", at_m=clear / math.cos(lean), mitre_rad=0.0, bevel_rad=-lean),
                )
                for low, z in enumerate((0.09, tall - 0.09)):
                    b.add(
                        "guard rail",
                        rail,
                        (clear / math.cos(lean), (rail.thickness_m, rail.width_m)),
                        place=PartPlacement(
                            id=f"{name}/rail/{k}/{low}",
                            at=(x, y, nosing(begins) + z),
                            along=down,
                            up=up,
                            about=f"{b.spec.id}/stair/{stair.design.id}",
                        ),
                        sawn=Sawn(cuts, clear / math.cos(lean) + rail.width_m * slope),
                    )
                each, gap_m = run.infill[k]
                pitch = gap_m + baluster.width_m
                at = begins + gap_m + baluster.width_m / 2
                # On the rails' outer faces, as along the deck.
                face_m = (rail.thickness_m + baluster.thickness_m) / 2
                bx, by = edge.at(at)
                bx, by = bx + edge.out[0] * face_m, by + edge.out[1] * face_m
                if each:
                    b.add(
                        "baluster",
                        baluster,
                        (tall - 0.05, (baluster.thickness_m, baluster.width_m)),
                        place=PartPlacement(
                            id=f"{name}/balusters/{k}",
                            at=(bx, by, nosing(at) + 0.05),
                            along=UP,
                            up=level,
                            count=each,
                            about=f"{b.spec.id}/stair/{stair.design.id}",
                            step=(level[0] * pitch, level[1] * pitch, -pitch * slope),
                        ),
                    )
            x, y = edge.at(run.posts_m[0])
            b.fix("deck screw", 4 * run.balusters, (x, y, 0.0), role="screw")
