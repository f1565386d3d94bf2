"""Ways to build one fence beside each other: how its bays are spaced, and what closes them."""

import itertools
from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import get_args

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.plan.results import check_title, gap_named, governing, result, state, unchecked_items
from steady.structures.fence.checks.foundations import foot_ways
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec.feet import FootKind
from steady.structures.fence.spec.infill_traits import TRAITS
from steady.structures.fence.spec.presets import closed_with
from steady.structures.manufacturer_ratings import apply_ratings
from steady.structures.option import Change, Choice
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

BAYS = ("fewest posts", "equal", "nudged")
CLOSES = ("infill", "bays", "rail_laid")
FEET = get_args(FootKind)
DEPTHS = {1: "one depth", 2: "two depths", 3: "three depths", 0: "each hole its own depth"}


EDGES = {
    "boards' ends open": (False, False, "End grain drinks: the first to go grey and split"),
    "a cap": (True, False, "Keeps rain off the boards' and posts' end grain; itself changed once"),
    "trim": (False, True, "Holds the boards' ends straight; water sits on its upper edge unless it is sloped"),
    "a cap and trim": (True, True, "Ends covered above and held below; most to look after"),
}
"""Ways to end the boards: cap, trim, and how they last [common practice]."""


def ways(case: DesignInput) -> Iterator[Choice]:
    """Each way planned whole: posts and bays it takes, and whether it passes. A way that cannot be built says why."""
    spec = case.spec
    bays = BAYS if spec.bays in BAYS else (*BAYS, spec.bays)
    for name in bays:
        change: Change = (("bays", name),)
        yield _choice(
            "bays",
            name,
            change,
            chosen=spec.bays == name,
            case=case,
        )
    for style in TRAITS:
        made = closed_with(spec, style)
        change = tuple(
            (field, getattr(made, field)) for field in CLOSES if getattr(made, field) != getattr(spec, field)
        )
        yield _choice(
            "styles",
            style,
            change,
            chosen=spec.infill.style == style,
            case=case,
        )
    if spec.infill.traits.boarded:
        for edge, (cap, trim, lasts) in EDGES.items():
            infill = replace(spec.infill, cap=cap, trim=trim)
            choice = _choice("edges", edge, (("infill", infill),), chosen=infill == spec.infill, case=case)
            yield replace(choice, lasts=lasts)
    for count, words in DEPTHS.items():
        yield _choice(
            "depths",
            words,
            (("depths_count", count),),
            chosen=spec.depths_count == count,
            case=case,
        )
    for foot in FEET:
        yield _choice(
            "feet",
            foot,
            (("foot", foot),),
            chosen=spec.foot == foot,
            case=case,
        )


def _choice(
    group: str,
    name: str,
    change: Change,
    *,
    chosen: bool,
    case: DesignInput,
) -> Choice:
    tape = case.tape
    lasting = {key: f"{one.faces}. {one.lasts}" for key, one in TRAITS.items()} if group == "styles" else {}
    lasts = foot_ways()[name].durability if group == "feet" else lasting.get(name, "")  # type: ignore[call-overload]
    try:
        made = apply_ratings(plan_fence(case.of(replace(case.spec, **dict(change)))), case.spec.ratings)
    except InvalidInputError as error:
        return Choice(
            group=group, says=name, change=(), whole="fail", why=error.message, use=0.0, chosen=chosen, lasts=lasts
        )
    whole, why, use = _fares(made)
    worst = governing(made)
    exact = worst is not None and result(worst) == "at_limit"
    says = WORDS[group](made, name, tape)
    return Choice(
        group=group,
        says=says,
        change=() if chosen else change,
        exact=exact,
        whole=whole,
        why=why,
        use=use,
        chosen=chosen,
        lasts=lasts,
    )


def _edged(made: Plan, name: str, tape: Tape) -> str:
    long_m = sum(part.length_m * part.count for part in made.parts if part.role in ("cap", "trim"))
    return f"{name}: {tape.distance(long_m)} of it" if long_m else name


def _dug(made: Plan, name: str, tape: Tape) -> str:
    depths = sorted({round(footing.hole_m, 4) for footing in made.footings if footing.hole_m > 0})
    if not depths:
        return f"{name}: nothing is dug"
    deep = " and ".join(tape.length(deep_m) for deep_m in depths) if len(depths) <= 3 else f"{len(depths)} of them"
    return f"{name}: {deep}, deepest {tape.length(depths[-1])}" if len(depths) > 3 else f"{name}: {deep}"


def _stands(made: Plan, name: str, tape: Tape) -> str:
    if not made.footings:
        return "no posts of its own"
    deepest = max(made.footings, key=lambda footing: footing.hole_m)
    dug = f"holes to {tape.length(deepest.hole_m)}" if deepest.hole_m > 0 else "no holes"
    return f"{deepest.kind}: {dug}"


def _says(made: Plan, name: str, tape: Tape) -> str:
    at = [mark.station_m for mark in made.marks]
    widths = sorted({round(b - a, 4) for a, b in itertools.pairwise(at)})
    longest = tape.length(widths[-1]) if widths else ""
    alike = "all bays alike" if len(widths) == 1 else f"{len(widths)} different bays"
    return f"{name}: {len(at)} posts, {alike}, the longest {longest}"


def _closes(made: Plan, name: str, tape: Tape) -> str:
    boards, rails, wires, panels = (
        sum(part.count for part in made.parts if part.role == role) for role in ("board", "rail", "wire", "panel")
    )
    mass = sum(part.mass_kg * part.count for part in made.parts)
    what = (
        f"{boards} boards, {rails} rails" if boards else f"{rails} {name if name in ('slats', 'louvres') else 'rails'}"
    )
    if wires or panels:
        what = f"{panels} panels" if panels else "one length of wire" if wires == 1 else f"{wires} lengths of wire"
    return f"{name}: {what}, {mass:.0f} kg"


WORDS: dict[str, Callable[[Plan, str, Tape], str]] = {
    "bays": _says,
    "styles": _closes,
    "edges": _edged,
    "depths": _dug,
    "feet": _stands,
}
"""How each group of choices is told."""


def _fares(made: Plan) -> tuple[str, str, float]:
    worst, now = governing(made), state(made)
    use = worst.use if worst else 0.0
    if now == "conflict":
        return now, made.conflicts[0], use
    if now in ("not_checked", "to_answer"):
        found = unchecked_items(made)
        return now, gap_named(found[0], made.school) if found else "nothing could be calculated", use
    return now, check_title(worst, made.school) if worst else "", use
