"""A structure's joints as a page lists them: each different joint once, how often, over what area, with what, and how it stands."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import replace
from typing import Literal

from steady.data.loader import keyed
from steady.data.roles import role
from steady.drawing.joint_details import joint_details
from steady.drawing.joints import Joint, joints
from steady.drawing.shapes import View
from steady.plan.model import Plan
from steady.plan.results import (
    check_title,
    gap_named,
    governing_check,
    result,
    state_of_checks,
    unanswered,
    unchecked_items,
)
from steady.units.show import Tape
from steady.units.units import IN
from steady.value_objects import value_object

HOW: dict[str, str] = {
    "rests": "rests on it",
    "butts": "end against its side",
    "laps": "side by side",
    "end to end": "end to end",
    "notched": "in a notch",
    "overlaps": "takes up the same space",
}
WRONG = "overlaps"
SAME_AREA = 1.02
"""Contacts whose areas differ by less than this read as one area [own, for the eye]."""


@value_object
class JointRow:
    """Joints of one sort.

    Args:
        place: Both pieces, in words. `how`: how they meet.
        contact: The least and greatest area in common, in the crew's units.
        fixings: What is listed for them, each joint or in all.
        verdict: The state of the checks that speak of it, what is open among them; empty: none does.
        governed_by: What decides that: a check, or what is missing.
        pieces: What is selected when it is picked: both pieces of the first such joint.
        where: The numbers of the posts where they are, in order; empty: at no post.
        view: The first of them drawn to scale.
    """

    id: str
    place: str
    how: str
    count: int
    contact: str
    fixings: str
    verdict: str
    use: float
    governed_by: str
    pieces: tuple[str, ...]
    where: tuple[int, ...]
    view: View | None = None
    conflict: bool = False


def joint_rows(plan: Plan, tape: Tape) -> tuple[JointRow, ...]:
    """Every different joint of a plan: shared space first, then what is most used, then by how many there are."""
    groups: dict[tuple[tuple[str, str], str], list[Joint]] = defaultdict(list)
    for joint in joints(plan):
        groups[joint.roles, joint.kind].append(joint)
    abouts = {place.id: place.about or place.id for part in plan.parts for place in part.places}
    drawn = joint_details(plan, tuple(found[0] for found in groups.values()), tape)
    rows = [
        replace(_row(plan, key, found, tape=tape, abouts=abouts), view=drawn[found[0].id])
        for key, found in groups.items()
    ]
    return tuple(sorted(rows, key=lambda row: (not row.conflict, -row.use, -row.count, row.id)))


def _row(
    plan: Plan, key: tuple[tuple[str, str], str], found: Sequence[Joint], *, tape: Tape, abouts: dict[str, str]
) -> JointRow:
    (one, other), kind = key
    known = keyed("joint_places").get(f"{one} - {other}")
    keys = _keys(known.text["checks"]) if known else []
    fixings = _keys(known.text["fixings"]) if known else []
    use, governed_by = _governing(plan, keys)
    first = found[0]
    return JointRow(
        id=f"{one} - {other}: {kind}",
        place=_capital(f"{role(one).one} to {role(other).one}"),
        how=HOW[kind],
        count=len(found),
        contact="" if kind == WRONG else _area([joint.contact.area_m2 for joint in found], tape.system),
        fixings=_fixings(plan, fixings),
        verdict=state_of_checks(plan, keys) or "",
        use=use,
        governed_by=governed_by,
        pieces=tuple(_about(abouts, end.piece) for end in (first.first, first.second)),
        where=_posts(plan, {_about(abouts, end.piece) for joint in found for end in (joint.first, joint.second)}),
        conflict=kind == WRONG,
    )


def _posts(plan: Plan, abouts: set[str]) -> tuple[int, ...]:
    """Numbers of the posts among some pieces, as marks and sheets count them."""
    return tuple(number for number, mark in enumerate(plan.marks, start=1) if mark.id in abouts)


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _about(abouts: dict[str, str], piece: str) -> str:
    """What is selected for a piece; one of a row stands under its row's place."""
    return abouts.get(piece) or abouts.get(piece.rpartition("/")[0], piece)


def _keys(cell: str) -> list[str]:
    return [key.strip() for key in cell.split("|") if key.strip()]


def _governing(plan: Plan, keys: Sequence[str]) -> tuple[float, str]:
    """What decides the state of some checks: what is open about them, else the worst of them."""
    gap = next((gap for gap in unanswered(plan) if gap.key in keys), None)
    worst = governing_check([check for check in plan.checks if check.key in keys])
    if gap is not None and (worst is None or result(worst) != "fail"):
        return 0.0, f"{gap_named(gap, plan.school)}: {gap.reason}"
    if worst is not None:
        return worst.use, check_title(worst, plan.school)
    chosen = next((gap for gap in unchecked_items(plan) if gap.key in keys), None)
    return 0.0, gap_named(chosen, plan.school) if chosen is not None else ""


def _fixings(plan: Plan, items: Sequence[str]) -> str:
    """What the list holds of each, in all: one sort of screw may serve joints of several sorts."""
    counts = {
        item: sum(part.count for part in plan.parts if part.item == item and part.length_m == 0) for item in items
    }
    return ", ".join(f"{item} ({count} on the list)" for item, count in counts.items() if count)


def _area(areas_m2: Sequence[float], system: Literal["imperial", "metric"]) -> str:
    low, high = min(areas_m2), max(areas_m2)
    unit, size = ("in²", IN * IN) if system == "imperial" else ("cm²", 1e-4)
    if high <= SAME_AREA * low:
        return f"{high / size:.1f} {unit}"
    return f"{low / size:.1f} to {high / size:.1f} {unit}"
