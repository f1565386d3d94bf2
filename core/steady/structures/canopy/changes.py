"""Changes that might help any roof on posts: its sticks by size, spacings, posts, what keeps it upright."""

from collections.abc import Iterator, Sequence
from typing import Any

from steady.catalog.items import sold_with, stick
from steady.structures.canopy.post_count import MOST_POSTS
from steady.structures.canopy.spec import RoofAbove
from steady.structures.option import Change
from steady.structures.structure_type import DesignInput
from steady.units.units import IN

Tried = Iterator[tuple[str, Change]]


def other_sticks(spec: Any, roles: Sequence[str]) -> Tried:
    """The next two bigger posts, then every other size of the same wood for each role, least first."""
    post = stick(spec.post, "post", "post")
    posts = [one for one in sold_with(post, "post") if one.width_m > post.width_m and one.species == post.species]
    for one in sorted(posts, key=lambda item: item.width_m)[:2]:
        yield f"{one.says} posts", (("post", one.key),)
    for role in roles:
        now = stick(getattr(spec, role), "joist", role)
        same = [one for one in sold_with(now, "joist") if (one.species, one.grade) == (now.species, now.grade)]
        for one in sorted(same, key=lambda item: item.width_m):
            if one.key != now.key:
                yield f"{role.capitalize()}s {one.says}", ((role, one.key),)


def with_bigger_posts(spec: Any, tried: Sequence[tuple[str, Change]]) -> Tried:
    """Each change together with the next bigger posts of the same wood; nothing where there are none."""
    bigger = next(iter(other_sticks(spec, ())), None)
    if bigger is None:
        return
    for says, change in tried:
        if not any(name == "post" for name, _ in change):
            yield f"{says}, {bigger[0]}", (*change, *bigger[1])


def other_spacings(case: DesignInput, inches: Sequence[float], metric_m: Sequence[float]) -> Tried:
    """Rafters at other spacings, in the yard's own units."""
    for spacing in metric_m if stick(case.spec.post, "post", "post").metric else tuple(one * IN for one in inches):
        if abs(spacing - case.spec.rafter_spacing_m) > 0.01:
            yield f"Rafters {case.tape.length(spacing)} apart", (("rafter_spacing_m", spacing),)


def more_posts(now: int, beam: str) -> Tried:
    """One and two posts more under a beam."""
    for count in range(now + 1, min(MOST_POSTS, now + 2) + 1):
        yield f"{count} posts under {beam}", (("posts", count),)


def other_uprights(spec: Any, braces: str) -> Tried:
    """The other ways to keep it upright."""
    if not spec.lateral.braced:
        yield braces, (("upright", "knee braces"),)
    if not spec.lateral.fixed:
        yield "Posts fixed at their feet", (("upright", "fixed posts"),)


MOST_AT_POINT = 4
"""Fixings at one point of a ledger, at most."""


def more_fixings(at_point: int) -> Tried:
    """One more fixing at each point of a ledger."""
    if at_point < MOST_AT_POINT:
        yield f"{at_point + 1} ledger fixings at each point", (("at_point", at_point + 1),)


ORDINARY_ROOF = RoofAbove(eave_m=3.0, length_m=15.0, run_m=6.0, slopes_here=True)
"""A house's roof that drifts and slides at least what most houses' do [our own]."""


def roof_above(case: DesignInput) -> Tried:
    """The drift and slide of an ordinary house's roof, where nobody has described it and snow lies here."""
    now = case.spec.above
    if case.site.ground_snow_pa > 0 and (now.eave_m is None or now.length_m is None):
        roof, tape = ORDINARY_ROOF, case.tape
        assert roof.eave_m is not None and roof.length_m is not None and roof.run_m is not None
        yield (
            f"Count snow from an ordinary house roof: {tape.length(roof.length_m)} long, {tape.length(roof.eave_m)} above, "
            f"{tape.length(roof.run_m)} from eave to ridge, sloping this way",
            (("above", roof),),
        )


def other_feet(spec: Any) -> Tried:
    """Footings of their own for posts on a slab that does not carry them."""
    if spec.stands == "slab":
        yield "Footings of their own, cut through the slab", (("stands", "footings"),)
