"""Ways to build one fence beside each other: how its bays are spaced, and what closes them."""

import itertools
from collections.abc import Iterator
from dataclasses import replace

from steady.errors import InputError
from steady.ground.site import Site
from steady.measure.show import Tape
from steady.plan.model import Basis, Plan
from steady.plan.verdict import governing, verdict
from steady.rulebooks.base import Rulebook
from steady.structures.choice import Change, Choice
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec import FenceSpec
from steady.yard.choices import YardChoices

BAYS = ("fewest posts", "equal", "nudged")
STYLES = ("butted", "even gaps", "board on board", "both faces", "slats")


def ways(spec: FenceSpec, site: Site, book: Rulebook, yard: YardChoices, tape: Tape) -> Iterator[Choice]:
    """Each way planned whole: posts and bays it takes, and whether it passes. A way that cannot be built says why."""
    bays = BAYS if spec.bays in BAYS else (*BAYS, spec.bays)
    for name in bays:
        change: Change = (("bays", name),)
        yield _choice("bays", name, change, spec.bays == name, spec, site, book, yard, tape)
    for name in STYLES:
        change = (("infill", replace(spec.infill, style=name)),)  # type: ignore[arg-type]
        yield _choice("styles", name, change, spec.infill.style == name, spec, site, book, yard, tape)


def _choice(
    group: str,
    name: str,
    change: Change,
    chosen: bool,
    spec: FenceSpec,
    site: Site,
    book: Rulebook,
    yard: YardChoices,
    tape: Tape,
) -> Choice:
    try:
        made = plan_fence(replace(spec, **dict(change)), site, book, yard, tape)  # type: ignore[arg-type]
    except InputError as error:
        return Choice(group=group, says=name, change=(), whole="fails", why=error.message, use=0.0, chosen=chosen)
    whole, why, use = _fares(made)
    worst = governing(made)
    exact = worst is not None and verdict(worst) == "nothing to spare"
    says = _says(made, name, tape) if group == "bays" else _closes(made, name)
    return Choice(
        group=group, says=says, change=() if chosen else change, exact=exact, whole=whole, why=why, use=use, chosen=chosen
    )  # fmt: skip


def _says(made: Plan, name: str, tape: Tape) -> str:
    at = [mark.station_m for mark in made.marks]
    widths = sorted({round(b - a, 4) for a, b in itertools.pairwise(at)})
    longest = tape.length(widths[-1]) if widths else ""
    alike = "all bays alike" if len(widths) == 1 else f"{len(widths)} different bays"
    return f"{name}: {len(at)} posts, {alike}, the longest {longest}"


def _closes(made: Plan, name: str) -> str:
    boards = sum(part.count for part in made.parts if part.role == "board")
    rails = sum(part.count for part in made.parts if part.role == "rail")
    mass = sum(part.mass_kg * part.count for part in made.parts)
    what = f"{boards} boards, {rails} rails" if boards else f"{rails} slats"
    return f"{name}: {what}, {mass:.0f} kg of wood"


def _fares(made: Plan) -> tuple[str, str, float]:
    if made.conflicts:
        return "fails", made.conflicts[0], 0.0
    worst = governing(made)
    if worst is None:
        return "not covered", "nothing could be reckoned", 0.0
    named = f"{worst.name.lower()}, {worst.case}"
    if worst.use > 1 + 1e-9:
        return "fails", named, worst.use
    open_gaps = [gap.name for gap in made.not_covered if gap.basis is Basis.RECKONED and not gap.crew]
    return ("not covered", open_gaps[0], worst.use) if open_gaps else ("passes", named, worst.use)
