"""Pieces, holes, marks and lines of the frame under a roof on posts; what lies on it is the kind's own."""

import itertools
import math
from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.layout.plies import beam_plies
from steady.plan.model import Curve, Cut, Footing, Layer, Mark, PartPlacement, SquareDiagonal, Wall
from steady.structures.built_up_posts import SCREWED_EVERY_M, BuiltUp, ply_screws
from steady.structures.canopy.box_beams import add_box
from steady.structures.canopy.braces import braces_of, saws, too_short
from steady.structures.canopy.footings import Foot
from steady.structures.canopy.frame import RoofFrame, RoofPost, diagonals_m
from steady.structures.canopy.spec import SlabUnder
from steady.structures.joints.brace_ends import LAGS_AN_END, brace_lag
from steady.structures.part_grouping import ALONG, UP, Grouper, Sawn

BOLTS_A_POCKET = 4
ANCHORS_A_BASE = 2
BRACES_SHORT = "Knee braces are shorter than they are deep: longer braces, or a narrower stick for them"
SLAB_SHOWN_M, UNKNOWN_SLAB_M = 1.2, 0.1
"""How much of a slab is drawn about a post, and how thick where nobody has measured it."""


def add_frame(g: Grouper, frame: RoofFrame, feet: dict[str, Foot], *, yard: PurchasingSettings) -> list[str]:
    """Posts with their bases, braces and beams; what cannot be cut from what is on sale."""
    clashes = [BRACES_SHORT] if too_short(frame) else []
    for post in frame.posts:
        _post(g, frame, feet.get(post.id), post=post)
        _braces(g, frame, post)
    for line in range(1, len(frame.lines_m) + 1):
        clashes += _beam(g, frame, line, yard=yard)
    return list(dict.fromkeys(clashes))


def _post(g: Grouper, frame: RoofFrame, foot: Foot | None, *, post: RoofPost) -> None:
    low = -foot.depth_m if foot is not None and frame.fixed else frame.foot_m
    place = PartPlacement(id=f"{frame.me}/post/{post.id}", at=(post.x_m, post.y_m, low), along=UP, up=ALONG)
    cuts: tuple[Cut, ...] = ()
    if frame.seating.plies_apart:
        size = (frame.beam.width_m, frame.shoulder_m)
        one = Cut(end="end", kind="notch", at_m=frame.high_m - low, mitre_rad=0.0, bevel_rad=0.0, size_m=size)
        cuts = (one, one)  # a shoulder on either face
    if frame.built_up is None:
        g.add("post", frame.post, frame.post_top_m - low, place=place, sawn=Sawn(cuts))
    else:
        _plies(g, frame, frame.built_up, place=place)
    if frame.in_pocket:
        g.fix("knee brace bolt", BOLTS_A_POCKET, place.at, role="screw")
    elif not frame.fixed:
        g.fix("post base", 1, place.at, role="connector")
    if frame.slab is not None:
        g.fix("slab anchor", ANCHORS_A_BASE, place.at, role="connector")
    g.fix("post cap", 1, (post.x_m, post.y_m, frame.high_m), role="connector")


def _plies(g: Grouper, frame: RoofFrame, built: BuiltUp, *, place: PartPlacement) -> None:
    """An outer ply on either side of the core, wide sides along the beam; the core ends under a beam that lies in its pocket."""
    (x, y, low), off = place.at, (built.core.thickness_m + built.outer.thickness_m) / 2
    long = frame.post_top_m - low
    for name, way in (("", -1.0), ("/far ply", 1.0)):
        at = (x, y + way * off, low)
        g.add("post", built.outer, long, place=replace(place, id=f"{place.id}{name}", about=place.id, at=at))
    core = frame.high_m - low if frame.seating.pocketed else long
    g.add("post", built.core, core, place=replace(place, id=f"{place.id}/core", about=place.id))
    g.fix("ply screw", ply_screws(long), place.at, role="screw")


def _braces(g: Grouper, frame: RoofFrame, post: RoofPost) -> None:
    for one in braces_of(frame, post):
        place = PartPlacement(
            id=f"{frame.me}/brace/{post.id}/{one.name}",
            about=f"{frame.me}/upright",
            at=one.foot,
            along=one.along,
            up=one.up,
        )
        g.add(
            "brace",
            frame.brace,
            one.length_m,
            place=place,
            sawn=Sawn(saws(one.length_m), one.length_m + frame.brace.width_m),
        )
        g.fix(brace_lag(frame.brace.thickness_m).item, 2 * LAGS_AN_END, place.at, role="screw")


def _beam(g: Grouper, frame: RoofFrame, line: int, *, yard: PurchasingSettings) -> list[str]:
    """Plies side by side on top, or one on each side of the posts; joints over posts only."""
    if frame.boxed is not None:
        at = (0.0, frame.lines_m[line - 1], frame.high_m + frame.beam.width_m / 2)
        named = f"{frame.me}/beam/{line}"
        why = add_box(
            g,
            frame.boxed,
            named,
            place=PartPlacement(id=named, about=named, at=at, along=ALONG, up=UP),
            length_m=frame.beams_m,
        )
        return [why] if why else []
    stick, y = frame.beam, frame.lines_m[line - 1]
    z = frame.high_m + stick.width_m / 2
    lengths = [stock.length_m - 2 * yard.trim_m for stock in yard.lengths(stick.key)] or [6.0]
    breaks, clashes = [[0.0, frame.beams_m]] * frame.plies, list[str]()
    if frame.beams_m > max(lengths) + 1e-9:
        split = beam_plies(frame.line_xs(line), frame.plies, lengths, ends_m=(0.0, frame.beams_m))
        if split is None:
            clashes.append(
                f"Beam {line} is longer than any stick on sale and no joint over a post helps: more posts, or a shorter beam"
            )
        else:
            breaks = [[0.0, *joints, frame.beams_m] for joints in split.joints_m]
    for ply, (cuts, off) in enumerate(zip(breaks, frame.ply_offsets_m, strict=True)):
        for k, (a, b) in enumerate(itertools.pairwise(cuts)):
            place = PartPlacement(
                id=f"{frame.me}/beam/{line}/{ply}/{k}",
                about=f"{frame.me}/beam/{line}",
                at=(a, y + off, z),
                along=ALONG,
                up=UP,
            )
            g.add("beam", stick, b - a, place=place)
    if frame.plies > 1 and not frame.seating.plies_apart:
        rows = math.ceil(frame.beams_m / SCREWED_EVERY_M) + 1
        g.fix("ply screw", 2 * rows * (frame.plies - 1), (0.0, y, z), role="screw")
    return clashes


def footings(frame: RoofFrame, feet: dict[str, Foot]) -> list[Footing]:
    """The hole under each post and what goes into it."""
    holes: list[Footing] = []
    if frame.on_deck:
        return holes
    if frame.slab is not None:
        return [_on_slab(frame, frame.slab, post) for post in frame.posts]
    for post in frame.posts:
        foot = feet[post.id]
        bottom, wide = -foot.depth_m, foot.width_m
        layers = (
            Layer(what="gravel", bottom_m=bottom - frame.gravel_m, top_m=bottom, width_m=wide, shape="round"),
            Layer(
                what="concrete",
                bottom_m=bottom,
                top_m=0.0 if frame.fixed else frame.pier_above_m,
                width_m=wide,
                shape="round",
            ),
            Layer(
                what="post",
                bottom_m=bottom if frame.fixed else frame.foot_m,
                top_m=frame.post_top_m,
                width_m=frame.post.width_m,
                shape="square",
            ),
        )
        holes.append(
            Footing(
                id=f"{frame.me}/hole/{post.id}",
                under=f"{frame.me}/post/{post.id}",
                at=(post.x_m, post.y_m, 0.0),
                kind="post in concrete" if frame.fixed else "pier with a post base",
                layers=layers,
                embedment_m=foot.depth_m if frame.fixed else 0.0,
                hole_m=foot.depth_m + frame.gravel_m,
                hole_width_m=wide,
                depth_governed_by=foot.depth.governs,
                width_governed_by=foot.width_by,
                foot_m=frame.foot_m,
                keeps_upright="the ground" if frame.fixed else frame.upright,
            )
        )
    return holes


def _on_slab(frame: RoofFrame, slab: SlabUnder, post: RoofPost) -> Footing:
    """A base bolted to the slab: nothing is dug."""
    thick_m = slab.thick_m or UNKNOWN_SLAB_M
    layers = (
        Layer(what="slab", bottom_m=-thick_m, top_m=0.0, width_m=SLAB_SHOWN_M, shape="square"),
        Layer(what="post", bottom_m=frame.foot_m, top_m=frame.post_top_m, width_m=frame.post.width_m, shape="square"),
    )
    return Footing(
        id=f"{frame.me}/hole/{post.id}",
        under=f"{frame.me}/post/{post.id}",
        at=(post.x_m, post.y_m, 0.0),
        kind="base bolted to a slab",
        layers=layers,
        embedment_m=0.0,
        hole_m=0.0,
        hole_width_m=frame.post.width_m,
        depth_governed_by="no excavation",
        width_governed_by="the post's base",
        foot_m=frame.foot_m,
        keeps_upright=frame.upright,
    )


def marks(frame: RoofFrame) -> list[Mark]:
    """Every post's centre off two tapes from the datum corner: along the beams, and square out from it."""
    return [
        Mark(
            id=f"{frame.me}/post/{post.id}",
            line=f"{frame.me}/datum",
            station_m=post.x_m,
            across_m=post.y_m,
            to="centre",
            kind="post",
            label=post.id,
            cut_height_m=frame.post_top_m,
            leg=f"beam-{post.line}",
            leg_station_m=post.x_m,
        )
        for post in frame.posts
    ]


def curves(frame: RoofFrame, outline: tuple[float, float, float, float], wall_top_m: float) -> list[Curve]:
    """The roof's outline, the datum, the house, and the diagonals of the outer posts.

    Args:
        outline: The roof's least and greatest x, then y.
        wall_top_m: How high the house's wall is drawn.
    """
    me, (left, right, near, far) = frame.me, outline
    found: list[Curve] = [
        Curve(
            id=f"{me}/outline",
            what="outline",
            closed=True,
            points=((left, near, 0.0), (right, near, 0.0), (right, far, 0.0), (left, far, 0.0)),
        ),
        Curve(id=f"{me}/datum", what="datum", points=((0.0, 0.0, 0.0), (frame.beams_m, 0.0, 0.0))),
    ]
    if frame.on_house:
        ends = ((-0.4, 0.0, 0.0), (frame.beams_m + 0.4, 0.0, 0.0))
        found.append(Wall(id=f"{me}/wall", what="wall", points=ends, label="house", top_m=wall_top_m))
    for number, (p, q, length_m) in enumerate(diagonals_m(frame), start=1):
        points = ((*p, 0.0), (*q, 0.0))
        found.append(SquareDiagonal(id=f"{me}/diagonal/{number}", what="diagonal", points=points, length_m=length_m))
    return found
