"""Ways to build one pergola beside each other: how dense its slats are, with the shade of each, and what keeps it upright."""

import math
from collections.abc import Iterator
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.plan.results import check_title, governing_check, state
from steady.structures.canopy.text import IN_DECK
from steady.structures.manufacturer_ratings import apply_ratings
from steady.structures.option import Change, Choice
from steady.structures.pergola.layout import PergolaLayout, lay_out, shade_share
from steady.structures.pergola.plan import plan_pergola
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.structure_type import DesignInput

DENSITIES = (0.5, 0.75, 1.0, 1.25, 1.5, 2.0)
"""Shares of the slats there are now that stand beside each other [our own]."""
LEAST_SLATS, MOST_SLATS = 2, 400
UPRIGHT = (("knee braces", "knee braces both ways"), ("fixed posts", "embedded posts"))
ON_A_DECK = (UPRIGHT[0], ("fixed posts", IN_DECK))


def choices(case: DesignInput) -> Iterator[Choice]:
    """Slats from half as many to twice as many, each with its shade; then what keeps it upright. Raises InvalidInputError."""
    spec: PergolaSpec = case.spec
    layout = lay_out(case, spec.posts or 2)
    if layout.slats is not None:
        now = layout.slats.count
        counts = sorted({min(MOST_SLATS, max(LEAST_SLATS, round(now * share))) for share in DENSITIES})
        for count in counts:
            same = count == now
            change: Change = () if same else (("slats_by", "count"), ("slat_count", count))
            yield _planned(case, "slats", change, chosen=same)
    for key, says in UPRIGHT if not spec.on else ON_A_DECK:
        same = spec.upright == key
        yield _planned(case, "upright", () if same else (("upright", key),), chosen=same, says=says)


def _planned(case: DesignInput, group: str, change: Change, *, chosen: bool, says: str = "") -> Choice:
    then = case.of(replace(case.spec, **dict(change)))
    try:
        made = apply_ratings(plan_pergola(then), then.spec.ratings)
        words = says or slats_say(then, lay_out(then, then.spec.posts or 2))
    except InvalidInputError as error:
        return Choice(group=group, says=says, change=(), whole="conflict", why=error.message, use=0.0, chosen=chosen)
    worst = governing_check(made.checks)
    return Choice(
        group=group,
        says=words,
        change=change,
        whole=state(made),
        why=_why(made) or (check_title(worst, made.school) if worst else ""),
        use=worst.use if worst else 0.0,
        chosen=chosen,
    )


def _why(made: Plan) -> str:
    return made.conflicts[0] if made.conflicts else ""


def slats_say(case: DesignInput, layout: PergolaLayout) -> str:
    """How many slats, the gap between them, and the sun they stop at the hour asked, as they run and square to that."""
    spec: PergolaSpec = case.spec
    assert layout.slats is not None
    start = f"{layout.slats.count} slats, {case.tape.length(layout.slats.gap_m)} clear"
    share, turned = shade_share(case, layout), shade_share(case, layout, turned=True)
    if share is None or turned is None:
        return f"{start}: {layout.slat_cover:.0%} closed from straight above"
    hour = f"{math.floor(spec.sun.hour)}:{round(spec.sun.hour % 1 * 60):02d}"
    return f"{start}: {share:.0%} of the sun stopped at {hour}; {turned:.0%} were they turned"
