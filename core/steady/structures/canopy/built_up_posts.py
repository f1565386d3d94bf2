"""Posts of three plies: two outer sticks on a thinner core, in whose pocket a beam may lie.

Credited: the outer plies' own stiffness the strong way; the weak way each ply on its own, as screws join nothing stiffly. Squeezed,
each outer ply stands alone with its half: the rules for built-up columns want equal plies.
"""

from collections.abc import Callable
from dataclasses import replace

from steady.data.checks import SLENDERNESS
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.structures.bending_check import CheckContext, check_bends
from steady.structures.built_up_posts import MEND, OUTER
from steady.structures.canopy.lateral_system import PostSupport, SwayEffects, check_loaded, check_post
from steady.structures.check_collector import CheckCollector


def check_plies(
    collector: CheckCollector, about: str, stand: PostSupport, *, down_n: float, swayed: SwayEffects
) -> None:
    """Outer plies bent as the roof sways; squeezed and bent, one of them with half of both, the strong way alone."""
    u = collector.book.units
    moment = given_step(
        "M_s",
        swayed.moment_n_m / u.moment_n_m,
        u.moment,
        source="statics",
        says=f"in the post, {swayed.way}; the outer plies take it",
    )
    one = check_bends(
        collector.book,
        stand.post,
        (moment, "wind"),
        asked=CheckContext("post.bending", about, f"wind {swayed.way}"),
        change="thicker outer plies",
    )
    collector.take(one)
    name = "post.combined_axial_and_bending"
    if stand.post.flat:
        why = "built-up posts that bend across their plies while they are squeezed are outside the code's rules"
        collector.gap(name, about, OutOfScopeError(why, MEND))
        return
    half = replace(swayed, moment_n_m=swayed.moment_n_m / OUTER)
    _by_ply(
        collector,
        name,
        about,
        check=lambda: check_post(collector, about, _one_ply(stand), down_n=down_n / OUTER, swayed=half),
    )


def check_plies_loaded(
    collector: CheckCollector, about: str, stand: PostSupport, *, down_n: float, length_m: float
) -> None:
    """One outer ply under half of what comes down on a still day."""
    _by_ply(
        collector,
        "post.axial_compression",
        about,
        check=lambda: check_loaded(collector, about, _one_ply(stand), down_n=down_n / OUTER, length_m=length_m),
    )


def _one_ply(stand: PostSupport) -> PostSupport:
    return replace(stand, post=replace(stand.post, plies=1, flat=False))


def _by_ply(collector: CheckCollector, name: str, about: str, *, check: Callable[[], None]) -> None:
    """A check of one ply; where the school refuses it, what is built instead."""
    check()
    # One ply alone may be more slender than a code lets a column be; what the plies are together, no rule here tells.
    slender = [c for c in collector.checks if (c.key, c.about) == (name + SLENDERNESS, about)]
    collector.checks[:] = [c for c in collector.checks if c not in slender]
    for one in slender:
        says = f"the slenderness is {one.demand.value:.0f}, over {one.limit.value:.0f}"
        collector.gap(name, about, OutOfScopeError(says, MEND))
    collector.not_covered = [
        replace(gap, reason=f"ply by ply: {gap.reason}", would_have_to_change=MEND)
        if (gap.key, gap.about) == (name, about) and not gap.reason.startswith("ply by ply")
        else gap
        for gap in collector.not_covered
    ]
