"""A pergola's pieces with their places and cuts, its holes, and what is drawn and measured but not bought."""

import itertools
import math

from steady.layout.canopy import slats_in_bay
from steady.layout.plies import beam_plies
from steady.plan.model import Curve, Cut, Diagonal, Footing, Layer, Mark, Part, Place, Vec, Wall
from steady.structures.canopy.grouped import ACROSS, ALONG, UP, Grouper
from steady.structures.kind import Case
from steady.structures.pergola.checks import PergolaFound
from steady.structures.pergola.layout import Laid, PostAt
from steady.structures.pergola.spec import PergolaSpec
from steady.yard.stock import Stick

STAND_OFF_M = 0.025
"""A post stands so far over its concrete on its base [common practice]."""
FIXINGS_A_CROSSING, BOLTS_A_BRACE, SCREWED_EVERY_M = 2, 4, 0.4
ABOVE_M = 0.35


def foot_m(spec: PergolaSpec) -> float:
    """How high a post's foot stands over the ground; 0 for one that stands in it."""
    return 0.0 if spec.upright == "fixed posts" else spec.pier_above_m + STAND_OFF_M


def top_m(spec: PergolaSpec, laid: Laid) -> float:
    """Top of the posts: under the beam, or up between its plies where they lie on shoulders."""
    return spec.high_m if spec.seat == "on top" else spec.high_m + laid.timber.beam.width_m


def build(case: Case, found: PergolaFound) -> tuple[tuple[Part, ...], list[str]]:
    """Every piece, and what cannot be cut from what is on sale."""
    spec = case.spec
    g, laid, clashes = Grouper(spec.id), found.laid, list[str]()
    for post in laid.posts:
        _post(g, spec, found, post)
        _braces(g, spec, laid, post)
    for line in range(1, len(laid.lines_m) + 1):
        clashes += _beam(g, case, laid, line)
    _rafters(g, spec, laid)
    _slats(g, case, laid)
    if spec.attach == "house":
        _ledger(g, case, laid)
    return g.parts(), list(dict.fromkeys(clashes))


def _post(g: Grouper, spec: PergolaSpec, found: PergolaFound, post: PostAt) -> None:
    laid, foot = found.laid, found.feet[post.id]
    low = -foot.depth_m if spec.upright == "fixed posts" else foot_m(spec)
    place = Place(id=f"{spec.id}/post/{post.id}", at=(post.x_m, post.y_m, low), along=UP, up=ALONG)
    cuts: tuple[Cut, ...] = ()
    if spec.seat == "on shoulders":
        size = (laid.timber.beam.width_m, laid.timber.beam.thickness_m)
        cuts = (Cut(end="end", kind="notch", at_m=spec.high_m - low, mitre_rad=0.0, bevel_rad=0.0, size_m=size),)
    g.add("post", laid.timber.post, top_m(spec, laid) - low, place, cuts)
    if spec.upright != "fixed posts":
        g.fix("post base", 1, place.at, "connector")
    g.fix("post cap", 1, (post.x_m, post.y_m, spec.high_m), "connector")


def ways(spec: PergolaSpec, laid: Laid, post: PostAt) -> list[tuple[Vec, str]]:
    """Which ways a post is braced: inward along its beam, both ways from an inner post; and across, to the other beam."""
    xs = laid.line_xs(post.line)
    found: list[tuple[Vec, str]] = []
    if post.x_m < xs[-1] - 1e-9:
        found.append(((1.0, 0.0, 0.0), "along+"))
    if post.x_m > xs[0] + 1e-9:
        found.append(((-1.0, 0.0, 0.0), "along-"))
    if spec.attach == "free":
        inward = 1.0 if post.line == 1 else -1.0
        found.append(((0.0, inward, 0.0), "across"))
    return found


def _braces(g: Grouper, spec: PergolaSpec, laid: Laid, post: PostAt) -> None:
    if spec.upright != "knee braces":
        return
    root, leg, stick = math.sqrt(2), spec.brace_m, laid.timber.brace
    z = spec.high_m + laid.timber.beam.width_m / 2 - leg
    length = root * leg
    saws: tuple[Cut, ...] = (
        Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=-math.pi / 4),
        Cut(end="end", kind="saw", at_m=length, mitre_rad=0.0, bevel_rad=math.pi / 4),
    )
    for (ux, uy, _), name in ways(spec, laid, post):
        along: Vec = (ux / root, uy / root, 1 / root)
        up: Vec = (-ux / root, -uy / root, 1 / root)
        place = Place(
            id=f"{spec.id}/brace/{post.id}/{name}",
            about=f"{spec.id}/upright",
            at=(post.x_m, post.y_m, z),
            along=along,
            up=up,
        )
        g.add("brace", stick, length, place, saws, length + stick.width_m)
        g.fix("knee brace bolt", BOLTS_A_BRACE, place.at, "screw")


def _beam(g: Grouper, case: Case, laid: Laid, line: int) -> list[str]:
    """Plies side by side on top, or one on each side of the posts; joints over posts only."""
    spec, yard = case.spec, case.yard
    stick, y = laid.timber.beam, laid.lines_m[line - 1]
    t, z = stick.thickness_m, spec.high_m + stick.width_m / 2
    lengths = [stock.length_m - 2 * yard.trim_m for stock in yard.lengths(stick.key)] or [6.0]
    breaks, clashes = [[0.0, spec.beams_m]] * spec.plies, list[str]()
    if spec.beams_m > max(lengths) + 1e-9:
        xs = laid.line_xs(line)
        split = beam_plies(xs, spec.plies, lengths, ends_m=(0.0, spec.beams_m))
        if split is None:
            clashes.append(
                f"Beam {line} is longer than any stick on sale and no joint over a post helps: more posts, or a shorter beam"
            )
        else:
            breaks = [[0.0, *joints, spec.beams_m] for joints in split.joints_m]
    half = laid.timber.post.width_m / 2 + t / 2
    for ply, cuts in enumerate(breaks):
        off = (
            (ply - (spec.plies - 1) / 2) * t
            if spec.seat == "on top"
            else (1 if ply % 2 else -1) * (half + (ply // 2) * t)
        )
        for k, (a, b) in enumerate(itertools.pairwise(cuts)):
            place = Place(
                id=f"{spec.id}/beam/{line}/{ply}/{k}",
                about=f"{spec.id}/beam/{line}",
                at=(a, y + off, z),
                along=ALONG,
                up=UP,
            )
            g.add("beam", stick, b - a, place)
    if spec.plies > 1 and spec.seat == "on top":
        rows = math.ceil(spec.beams_m / SCREWED_EVERY_M) + 1
        g.fix("ply screw", 2 * rows * (spec.plies - 1), (0.0, y, z), "screw")
    return clashes


def _rafters(g: Grouper, spec: PergolaSpec, laid: Laid) -> None:
    stick, row = laid.timber.rafter, laid.rafters
    z = spec.high_m + laid.timber.beam.width_m + stick.width_m / 2
    first = row.at_m(1)
    place = Place(
        id=f"{spec.id}/rafters",
        at=(first, 0.0, z),
        along=ACROSS,
        up=UP,
        count=row.count,
        step=(row.spacing_m, 0.0, 0.0),
    )
    g.add("rafter", stick, spec.rafters_m, place)
    g.fix("rim screw", FIXINGS_A_CROSSING * row.count * len(laid.lines_m), place.at, "screw")


def _slats(g: Grouper, case: Case, laid: Laid) -> None:
    spec, yard = case.spec, case.yard
    slat, row = laid.timber.slat, laid.slats
    if slat is None or row is None:
        return
    z = spec.high_m + laid.timber.beam.width_m + laid.timber.rafter.width_m + slat.width_m / 2
    first = row.at_m(1) + slat.thickness_m / 2
    longest = max((stock.length_m for stock in yard.lengths(slat.key)), default=4.8) - 2 * yard.trim_m
    for k, (a, b) in enumerate(_joined(laid, spec.beams_m, longest)):
        place = Place(
            id=f"{spec.id}/slats/{k}",
            about=f"{spec.id}/slats",
            at=(a, first, z),
            along=ALONG,
            up=UP,
            count=row.count,
            step=(0.0, row.pitch_m, 0.0),
        )
        g.add("slat", slat, b - a, place)
    g.fix("deck screw", row.count * laid.rafters.count, (0.0, first, z), "screw")
    if spec.second_slats:
        _second(g, spec, laid, slat, longest)


def _joined(laid: Laid, length_m: float, longest_m: float) -> list[tuple[float, float]]:
    """A slat's pieces, joined over rafters."""
    if length_m <= longest_m + 1e-9:
        return [(0.0, length_m)]
    over = [laid.rafters.at_m(k) for k in range(2, laid.rafters.count)]
    pieces, at = [], 0.0
    while length_m - at > longest_m + 1e-9:
        reach = [x for x in over if at + 1e-6 < x <= at + longest_m]
        end = max(reach, default=at + longest_m)
        pieces.append((at, end))
        at = end
    return [*pieces, (at, length_m)]


def _second(g: Grouper, spec: PergolaSpec, laid: Laid, slat: Stick, longest_m: float) -> None:
    """The other layer, square over the first."""
    assert laid.slats is not None
    row = slats_in_bay(spec.beams_m, slat.thickness_m, gap_m=laid.slats.gap_m)
    z = spec.high_m + laid.timber.beam.width_m + laid.timber.rafter.width_m + 1.5 * slat.width_m
    pieces = max(1, math.ceil(spec.rafters_m / longest_m - 1e-9))
    for k in range(pieces):
        a, b = spec.rafters_m * k / pieces, spec.rafters_m * (k + 1) / pieces
        place = Place(
            id=f"{spec.id}/slats/second/{k}",
            about=f"{spec.id}/slats",
            at=(row.at_m(1) + slat.thickness_m / 2, a, z),
            along=ACROSS,
            up=UP,
            count=row.count,
            step=(row.pitch_m, 0.0, 0.0),
        )
        g.add("slat", slat, b - a, place)
    g.fix("deck screw", row.count * laid.slats.count // 2, (0.0, 0.0, z), "screw")


def _ledger(g: Grouper, case: Case, laid: Laid) -> None:
    spec, yard = case.spec, case.yard
    stick = laid.timber.rafter
    z = spec.high_m + laid.timber.beam.width_m + stick.width_m / 2
    longest = max((stock.length_m for stock in yard.lengths(stick.key)), default=4.8) - 2 * yard.trim_m
    pieces = max(1, math.ceil(spec.beams_m / longest - 1e-9))
    for k in range(pieces):
        place = Place(
            id=f"{spec.id}/ledger/{k}",
            about=f"{spec.id}/ledger",
            at=(spec.beams_m * k / pieces, -stick.thickness_m / 2, z),
            along=ALONG,
            up=UP,
        )
        g.add("ledger", stick, spec.beams_m / pieces, place)
    g.fix("ledger lag", 2 * (math.ceil(spec.beams_m / 0.4064) + 1), (0.0, 0.0, z), "screw")
    g.fix("joist hanger", laid.rafters.count, (0.0, 0.0, z), "connector")
    g.fix("flashing 10 ft", math.ceil(spec.beams_m / 3.048 - 1e-9), (0.0, 0.0, z), "flashing")


def footings(spec: PergolaSpec, found: PergolaFound) -> list[Footing]:
    """The hole under each post and what goes into it."""
    laid, holes = found.laid, []
    for post in laid.posts:
        foot = found.feet[post.id]
        bottom, wide = -foot.depth_m, foot.width_m
        fixed = spec.upright == "fixed posts"
        up = foot_m(spec)
        concrete_top = 0.0 if fixed else spec.pier_above_m
        made = (
            Layer(what="gravel", bottom_m=bottom - spec.gravel_m, top_m=bottom, width_m=wide, shape="round"),
            Layer(what="concrete", bottom_m=bottom, top_m=concrete_top, width_m=wide, shape="round"),
            Layer(
                what="post",
                bottom_m=bottom if fixed else up,
                top_m=top_m(spec, laid),
                width_m=laid.timber.post.width_m,
                shape="square",
            ),
        )
        holes.append(
            Footing(
                id=f"{spec.id}/hole/{post.id}",
                under=f"{spec.id}/post/{post.id}",
                at=(post.x_m, post.y_m, 0.0),
                kind="post in concrete" if fixed else "pier with a post base",
                layers=made,
                embedment_m=foot.depth_m if fixed else 0.0,
                hole_m=foot.depth_m + spec.gravel_m,
                hole_width_m=wide,
                depth_governed_by=foot.depth.governs,
                width_governed_by=foot.width_by,
                foot_m=up,
                keeps_upright="the ground" if fixed else spec.upright,
            )
        )
    return holes


def marks(spec: PergolaSpec, laid: Laid) -> list[Mark]:
    """Every post's centre off two tapes from the datum corner: along the beams, and square out from it."""
    return [
        Mark(
            id=f"{spec.id}/post/{post.id}",
            line=f"{spec.id}/datum",
            station_m=post.x_m,
            across_m=post.y_m,
            to="centre",
            kind="post",
            label=post.id,
            cut_height_m=top_m(spec, laid),
            leg=f"beam-{post.line}",
            leg_station_m=post.x_m,
        )
        for post in laid.posts
    ]


def curves(spec: PergolaSpec, laid: Laid) -> list[Curve]:
    """The outline with its overhangs, the datum, the house, and the diagonals of the outer posts."""
    me, long, wide = spec.id, spec.beams_m, spec.rafters_m
    found: list[Curve] = [
        Curve(
            id=f"{me}/outline",
            what="outline",
            closed=True,
            points=((0.0, 0.0, 0.0), (long, 0.0, 0.0), (long, wide, 0.0), (0.0, wide, 0.0)),
        ),
        Curve(id=f"{me}/datum", what="datum", points=((0.0, 0.0, 0.0), (long, 0.0, 0.0))),
    ]
    if spec.attach == "house":
        high = spec.high_m + laid.timber.beam.width_m + laid.timber.rafter.width_m + ABOVE_M
        ends = ((-0.4, 0.0, 0.0), (long + 0.4, 0.0, 0.0))
        found.append(Wall(id=f"{me}/wall", what="wall", points=ends, label="house", top_m=high))
    xs, ys = laid.line_xs(1), laid.lines_m
    low = 0.0 if spec.attach == "house" else ys[0]
    corners = ((xs[0], low), (xs[-1], low), (xs[-1], ys[-1]), (xs[0], ys[-1]))
    for number, (p, q) in enumerate(((corners[0], corners[2]), (corners[1], corners[3])), start=1):
        points = ((*p, 0.0), (*q, 0.0))
        found.append(Diagonal(id=f"{me}/diagonal/{number}", what="diagonal", points=points, length_m=math.dist(p, q)))
    return found
