"""A structure's joints as a page lists them: each different joint once, how often, over what area, with what, and how it stands."""

from collections import defaultdict
from collections.abc import Sequence
from typing import Literal

from steady.data.loader import keyed
from steady.data.roles import role
from steady.drawing.joints import Joint, joints
from steady.plan.model import Check, Plan
from steady.plan.results import check_title, governing_check, result
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
        verdict: Of the checks that speak of it; empty: none does. `governed_by`: the worst of them.
        pieces: What is selected when it is picked: both pieces of the first such joint.
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
    conflict: bool = False


def joint_rows(plan: Plan, tape: Tape) -> tuple[JointRow, ...]:
    """Every different joint of a plan, what can't be built first, then by the number of joints."""
    groups: dict[tuple[tuple[str, str], str], list[Joint]] = defaultdict(list)
    for joint in joints(plan):
        groups[joint.roles, joint.kind].append(joint)
    abouts = {place.id: place.about or place.id for part in plan.parts for place in part.places}
    rows = [_row(plan, key, found, tape, abouts) for key, found in groups.items()]
    return tuple(sorted(rows, key=lambda row: (not row.conflict, -row.use, -row.count, row.id)))


def _row(
    plan: Plan, key: tuple[tuple[str, str], str], found: Sequence[Joint], tape: Tape, abouts: dict[str, str]
) -> JointRow:
    (one, other), kind = key
    known = keyed("joint_places").get(f"{one} - {other}")
    checks = _checks(plan, known.text["checks"] if known else "")
    worst = governing_check(checks)
    first = found[0]
    return JointRow(
        id=f"{one} - {other} {kind}",
        place=_capital(f"{role(one).one} to {role(other).one}"),
        how=HOW[kind],
        count=len(found),
        contact="" if kind == WRONG else _area([joint.contact.area_m2 for joint in found], tape.system),
        fixings=_fixings(plan, known.text["fixings"] if known else ""),
        verdict=result(worst) if worst is not None else "",
        use=worst.use if worst is not None else 0.0,
        governed_by=check_title(worst, plan.school) if worst is not None else "",
        pieces=tuple(_about(abouts, end.piece) for end in (first.first, first.second)),
        conflict=kind == WRONG,
    )


def _capital(text: str) -> str:
    return text[:1].upper() + text[1:]


def _about(abouts: dict[str, str], piece: str) -> str:
    """What is selected for a piece; one of a row stands under its row's place."""
    return abouts.get(piece) or abouts.get(piece.rpartition("/")[0], piece)


def _checks(plan: Plan, keys: str) -> list[Check]:
    wanted = {key.strip() for key in keys.split("|")}
    return [check for check in plan.checks if check.key in wanted]


def _fixings(plan: Plan, keys: str) -> str:
    """What the list holds of each, in all: one sort of screw may serve joints of several sorts."""
    found = []
    for key in filter(None, (key.strip() for key in keys.split("|"))):
        count = sum(part.count for part in plan.parts if part.item == key and part.length_m == 0)
        if count:
            found.append(f"{key} ({count} on the list)")
    return ", ".join(found)


def _area(areas_m2: Sequence[float], system: Literal["imperial", "metric"]) -> str:
    low, high = min(areas_m2), max(areas_m2)
    unit, size = ("in²", IN * IN) if system == "imperial" else ("cm²", 1e-4)
    if high <= SAME_AREA * low:
        return f"{high / size:.1f} {unit}"
    return f"{low / size:.1f} to {high / size:.1f} {unit}"
