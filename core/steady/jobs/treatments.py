"""Which treatment class every stick of a job's list needs by where it stands, and what somebody decided instead."""

from collections.abc import Sequence

from steady.data.loader import keyed
from steady.data.roles import role
from steady.design_codes.base import Rulebook
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.decisions import Decision
from steady.plan.model import Footing, Part, Plan
from steady.structures.wood import is_wood
from steady.value_objects import value_object

SKIN_M = 0.02
"""A post that begins so far under the ground stands in it [our own]."""
IN_GROUND, ON_BASE = "post in ground", "rail"
"""A post in the ground has a row of its own; on a base it is wood in the weather."""


@value_object
class TreatmentRow:
    """One stick's class in one place.

    Args:
        item: The stick; `parts`: what is made of it there, in words.
        place: The table's row.
        asked: The class by the table, `note` what it adds; empty: no table holds it.
        decided: The class that somebody decided on instead, `by` whom; empty: nobody did.
        highest: Whether this is the place that says how the stick is ordered, where one serves several.
    """

    item: str
    parts: tuple[str, ...]
    place: str
    asked: str
    note: str
    decided: str = ""
    by: str = ""
    highest: bool = True

    @property
    def ordered(self) -> str:
        """The class it is ordered in."""
        return self.decided or self.asked


def treatment_rows(plans: Sequence[Plan], book: Rulebook, decisions: Sequence[Decision]) -> tuple[TreatmentRow, ...]:
    """Every stick of these plans with the class of each place that it serves, the highest of one stick marked.

    A decision that names a place goes for all alike: every stick that stands there.
    """
    found: dict[tuple[str, str], set[str]] = {}
    near: dict[tuple[str, str], float] = {}
    for plan in plans:
        holes = {footing.under: footing for footing in plan.footings}
        for part in plan.parts:
            if part.length_m <= 0 or role(part.role).material != "timber" or not is_wood(part.item):
                continue
            key = part.item, _place(part, holes)
            found.setdefault(key, set()).add(role(part.role).many)
            near[key] = min(near.get(key, 9.9), _clear_m(part, plan))
    said = {one.place: one for one in decisions if one.place and one.treatment and one.decided}
    rows = []
    for (item, place), parts in found.items():
        asked, note = _class_of(book, place, near[item, place])
        decision = said.get(place)
        rows.append(
            TreatmentRow(
                item=item,
                parts=tuple(sorted(parts)),
                place=place,
                asked=asked,
                note=note,
                decided=decision.treatment if decision is not None and decision.treatment != asked else "",
                by=f"{decision.who} {decision.on}".strip() if decision is not None else "",
            )
        )
    return _marked(rows)


def _marked(rows: Sequence[TreatmentRow]) -> tuple[TreatmentRow, ...]:
    most: dict[str, str] = {}
    for row in rows:
        most[row.item] = max(most.get(row.item, ""), row.ordered, key=_rank)
    made = [
        TreatmentRow(
            item=row.item,
            parts=row.parts,
            place=row.place,
            asked=row.asked,
            note=row.note,
            decided=row.decided,
            by=row.by,
            highest=row.ordered == most[row.item],
        )
        for row in rows
    ]
    return tuple(sorted(made, key=lambda row: (row.item, not row.highest, row.place)))


def _rank(treatment: str) -> tuple[float, str]:
    """A class's hazard: the number in it, then its letter. UC3.1 < UC3B < UC4A, H3.2 < H5."""
    digits = "".join(letter for letter in treatment if letter.isdigit() or letter == ".")
    return float(digits or 0), treatment


def _place(part: Part, holes: dict[str, Footing]) -> str:
    row = keyed("treatment_parts").get(part.role)
    place = row.text["part"] if row is not None else ""
    if place != "post":
        return place
    starts = [(one.at[2], hole) for one in part.places if (hole := holes.get(one.id)) is not None]
    buried = any(low_m < hole.at[2] - SKIN_M for low_m, hole in starts)
    return IN_GROUND if buried else ON_BASE


def _clear_m(part: Part, plan: Plan) -> float:
    """The least height of a part over the ground at the nearest hole (m): rough, to find what lies close to the soil."""
    ground = [footing.at for footing in plan.footings]
    if not ground:
        return 9.9
    deep_m = max(part.section_m)
    found = []
    for place in part.places:
        near = min(ground, key=lambda at: (at[0] - place.at[0]) ** 2 + (at[1] - place.at[1]) ** 2)
        found.append(place.at[2] - deep_m / 2 - near[2])
    return max(0.0, min(found, default=9.9))


def _class_of(book: Rulebook, place: str, clear_m: float) -> tuple[str, str]:
    try:
        return book.treatment(place, clear_m)
    except (InvalidInputError, OutOfScopeError):
        return "", "no table of this code is entered: ask the yard"
