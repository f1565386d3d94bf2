"""The pieces of a support under a flight's middle: a sill on edge, two legs on their bases, and what they stand in."""

import math

from steady.plan.model import Footing, PartPlacement
from steady.structures.deck.checks.stair_supports import StairSupport
from steady.structures.deck.parts.build import UP, Builder, footing_under

SCREWS_A_STRINGER = 2


def build_stair_supports(b: Builder, supports: list[StairSupport], stringers: dict[str, int]) -> list[Footing]:
    """Sill, legs, bases and fixings; the holes under the legs.

    Args:
        stringers: How many each stair has, by its id.
    """
    made, timber = [], b.timber
    for one in supports:
        about = f"{b.spec.id}/stair/{one.stair}"
        (ax, ay), (bx, by) = one.ends
        apart_m = math.dist(*one.ends)
        along = ((bx - ax) / apart_m, (by - ay) / apart_m, 0.0)
        past_m = timber.post.width_m / 2
        b.add(
            "stair sill",
            timber.joist,
            (apart_m + 2 * past_m, (timber.joist.thickness_m, timber.joist.width_m)),
            place=PartPlacement(
                id=f"{about}/sill",
                at=(ax - along[0] * past_m, ay - along[1] * past_m, -one.sill_top_m - timber.joist.width_m / 2),
                along=along,
                up=UP,
                about=about,
            ),
        )
        b.fix("deck screw", SCREWS_A_STRINGER * stringers[one.stair], (ax, ay, -one.sill_top_m), role="screw")
        for leg in one.legs:
            x, y = leg.site
            pid, ground = f"{b.spec.id}/post/{leg.at.id}", -leg.deck_m
            b.add(
                "post",
                timber.post,
                (leg.length_m, (timber.post.thickness_m, timber.post.width_m)),
                place=PartPlacement(id=pid, at=(x, y, ground + leg.foot_m - leg.embedded_m), along=UP, up=along),
            )
            if not leg.embedded_m:
                b.fix("post base", 1, (x, y, ground), role="connector")
            if leg.has_post:
                b.fix("post cap", 1, (x, y, ground + leg.top_m), role="connector")
            made.append(footing_under(b.spec, timber, leg, pid=pid, ground=ground))
    return made
