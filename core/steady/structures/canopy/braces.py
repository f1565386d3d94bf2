"""Knee braces of a roof on posts: which ways each post is braced, where each brace lies, and how long it is between its faces."""

import math

from steady.plan.model import Cut, Vec
from steady.structures.canopy.frame import RoofFrame, RoofPost
from steady.value_objects import value_object

ROOT = math.sqrt(2)
ALONG, ACROSS = "along", "across"
CUTS = math.pi / 4
"""A brace stands at 45°: its foot is cut plumb against its post, its head level against what it holds."""


@value_object
class BraceAt:
    """One brace: its name, the middle of its foot on the post's face, the way it climbs, and its length between both faces.

    The lower edge is longer by the brace's depth than the middle line, the upper one shorter by as much.
    """

    name: str
    foot: Vec
    along: Vec
    up: Vec
    length_m: float


def brace_ways(frame: RoofFrame, post: RoofPost) -> list[tuple[Vec, str]]:
    """Which ways a post is braced: inward along its beam, both ways from an inner post; and across, to the other beam; where beams
    lie on all four sides only corners have one across."""
    if post.line > len(frame.lines_m):
        return [((0.0, 1.0, 0.0), "along+"), ((0.0, -1.0, 0.0), "along-")]
    xs = frame.line_xs(post.line)
    found: list[tuple[Vec, str]] = []
    if post.x_m < xs[-1] - 1e-9:
        found.append(((1.0, 0.0, 0.0), "along+"))
    if post.x_m > xs[0] + 1e-9:
        found.append(((-1.0, 0.0, 0.0), "along-"))
    corner = post.x_m in (xs[0], xs[-1])
    if not frame.on_house and (corner or not frame.shares_m):
        found.append(((0.0, 1.0 if post.line == 1 else -1.0, 0.0), ACROSS))
    return found


def braces_of(frame: RoofFrame, post: RoofPost) -> list[BraceAt]:
    """Every brace of a post: one under a beam of plies side by side, one under each of two pieces that stand apart.

    Source: geometry: the middle lines of post, brace and header meet at points; the brace ends on their faces.
    """
    if not frame.lateral.braced:
        return []
    found = []
    for (ux, uy, _), name in brace_ways(frame, post):
        head = frame.header(post, across=name == ACROSS)
        half_post = (frame.post.width_m if ux else frame.post.thickness_m) / 2
        low = head.under_m + head.deep_m / 2 - frame.brace_m + half_post
        length = (frame.brace_m - half_post - head.deep_m / 2) * ROOT
        for number, at in enumerate(head.at_m):
            x, y = (post.x_m + ux * half_post, at) if ux else (at, post.y_m + uy * half_post)
            found.append(
                BraceAt(
                    name=name if len(head.at_m) == 1 else f"{name}/{number}",
                    foot=(x, y, low),
                    along=(ux / ROOT, uy / ROOT, 1 / ROOT),
                    up=(-ux / ROOT, -uy / ROOT, 1 / ROOT),
                    length_m=length,
                )
            )
    return found


def saws(length_m: float) -> tuple[Cut, ...]:
    """Both cuts: at the foot the lower edge reaches farther, at the head too."""
    return (
        Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=CUTS),
        Cut(end="end", kind="saw", at_m=length_m, mitre_rad=0.0, bevel_rad=-CUTS),
    )


def too_short(frame: RoofFrame) -> bool:
    """Whether a brace's upper edge would have no length left."""
    return any(one.length_m <= frame.brace.width_m for post in frame.posts for one in braces_of(frame, post))


def faces_m2(frame: RoofFrame) -> tuple[float, float]:
    """What the wind parallel to beams and across them meets of the braces (m2): the wide side of those square to it, the edges of
    the others."""
    along = across = 0.0
    for post in frame.posts:
        for one in braces_of(frame, post):
            wide, edge = one.length_m * frame.brace.width_m, one.length_m / ROOT * frame.brace.thickness_m
            along += edge if one.along[0] else wide
            across += wide if one.along[0] else edge
    return along, across
