"""The way of a roof's loads down its hardest pressed post to the ground, with numbers: as a column, pressed, lifted and pushed."""

import math

from steady.design_codes.base import Rulebook
from steady.design_codes.results import given_step
from steady.plan.model import Detail, DetailMember, ForceArrow
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.frame import RoofFrame, line_weight
from steady.structures.canopy.load_path_checks import LateralSystemResult, lift_n, post_down_n
from steady.structures.canopy.loads import CanopyLoads

SHOWN_M = 0.9
"""How much of the beam and of the ground is drawn beside the post."""
DOWN, UP, SIDE = (0.0, -1.0), (0.0, 1.0), (1.0, 0.0)


def roof_details(
    book: Rulebook, frame: RoofFrame, loads: CanopyLoads, *, held: LateralSystemResult
) -> tuple[Detail, Detail]:
    """What lies, blows and stands on the roof, at its rafters; and its way down the hardest pressed post."""
    each = Detail(id=f"{frame.me}/loads", about=f"{frame.me}/rafters", title="Loads on the roof", facts=loads.steps)
    return each, load_path(book, frame, loads, held=held)


def load_path(book: Rulebook, frame: RoofFrame, loads: CanopyLoads, *, held: LateralSystemResult) -> Detail:
    """One detail: what each metre of its beam carries, what comes onto the post, what leaves it again, and what pushes it.

    At the level that the school designs posts at.
    """
    u, f = book.units, factors_of(book)
    down = post_down_n(book, frame, loads)
    post = max(frame.posts, key=lambda one: down[one.id])
    width = frame.width_of(post)
    beam_w, post_w = line_weight(frame.beam, frame.plies), line_weight(frame.post) * frame.high_m
    dead = f.dead * (loads.dead_pa * width + beam_w)
    passing = {
        "people and things": f.live * loads.live_on_pa(book, width * frame.share_m(post)) * width,
        "snow": f.live * ((loads.snow_pa or 0.0) * width + loads.drifted_n_per_m(post.line)),
        "wind down": f.wind_up * (loads.wind_pa or 0.0) * width,
    }
    hardest = max(passing, key=lambda name: passing[name])
    on_it, one_n = passing[hardest] * frame.share_m(post), f.live * loads.person_n
    comes = "axial load on post" if on_it >= one_n else "axial load on post, with one person right over it"
    up, against, own = lift_n(book, frame, loads, post=post)
    foot = held.feet.get(post.id)
    steps = [
        given_step("b", width / u.span_m, u.span, source="geometry", says="of roof lies on each length of its beam"),
        given_step(
            "w_D", dead / u.line_n_per_m, u.line, source="statics", says="lasting: the roof's width and the beam itself"
        ),
        given_step(
            "w_L", passing[hardest] / u.line_n_per_m, u.line, source="statics", says=f"passing, the hardest: {hardest}"
        ),
        given_step("R", down[post.id] / u.force_n, u.force, source="statics: the beam over its posts", says=comes),
        given_step(
            "N",
            (down[post.id] + f.dead * post_w) / u.force_n,
            u.force,
            source="statics",
            says="at its foot, with the post itself",
        ),
    ]
    pushes = [
        ForceArrow(at=(0.0, frame.high_m + frame.beam.width_m), along=DOWN, force_n=down[post.id], label="down"),
        ForceArrow(
            at=(0.0, -(foot.depth_m if foot is not None else 0.0)),
            along=UP,
            force_n=down[post.id] + f.dead * post_w,
            label="foot",
        ),
    ]
    if foot is not None:
        area = math.pi / 4 * foot.width_m**2
        pressed = (down[post.id] + f.dead * post_w) / area / u.pressure_pa
        steps.append(given_step("q_s", pressed, u.pressure, source="statics", says="on the ground under its foot"))
    if up > 0:
        steps += [
            given_step("U", up / u.force_n, u.force, source="statics", says="wind lifts at its top"),
            given_step(
                "G",
                (against + own) / u.force_n,
                u.force,
                source="statics",
                says="lasting weight that counts against it",
            ),
        ]
        pushes.append(ForceArrow(at=(SHOWN_M, frame.high_m), along=UP, force_n=up, label="lift"))
    for sway in held.swayed:
        steps += [
            given_step(
                "V", sway.shear_n / u.force_n, u.force, source="statics: the bent", says=f"pushes it, {sway.way}"
            ),
            given_step(
                "A",
                sway.axial_n / u.force_n,
                u.force,
                source="statics: the bent",
                says=f"up one post and down the next, {sway.way}",
            ),
        ]
    shear = max((sway.shear_n for sway in held.swayed), default=0.0)
    if shear > 0:
        pushes.append(
            ForceArrow(at=(-SHOWN_M, frame.high_m + frame.beam.width_m / 2), along=SIDE, force_n=shear, label="push")
        )
    return Detail(
        id=f"{frame.me}/path",
        about=f"{frame.me}/post/{post.id}",
        title="The way of the loads down the hardest pressed post",
        bars=tuple(_bars(frame, foot.depth_m if foot is not None else 0.0)),
        pushes=tuple(pushes),
        facts=tuple(steps),
    )


def _bars(frame: RoofFrame, deep_m: float) -> list[DetailMember]:
    top = frame.high_m
    deep = frame.beam.width_m
    found = [
        DetailMember(
            id=f"{frame.me}/path/post", what="post", start=(0.0, 0.0), end=(0.0, top), width_m=frame.post.width_m
        ),
        DetailMember(
            id=f"{frame.me}/path/beam",
            what="beam",
            start=(-SHOWN_M, top + deep / 2),
            end=(SHOWN_M, top + deep / 2),
            width_m=deep,
        ),
    ]
    if deep_m > 0:
        found.append(
            DetailMember(
                id=f"{frame.me}/path/foot",
                what="foot",
                start=(0.0, -deep_m),
                end=(0.0, 0.0),
                width_m=2 * frame.post.width_m,
            )
        )
    return found
