"""Usual timbers of roofs on posts by school, as its yard's keys begin, and their round sizes in metric yards."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from typing import Any

from steady.catalog.items import sticks
from steady.structures.option import Change
from steady.structures.structure_type import NewStructureRequest, changed
from steady.value_objects import value_object


@value_object
class DefaultTimberKeys:
    """How the keys of the usual post, beam, rafter and purlin begin."""

    post: str = "post"
    beam: str = "joist"
    rafter: str = "joist"
    purlin: str = "rail"


METRIC = {
    "ca": DefaultTimberKeys(post="post 140", beam="joist 38x184", rafter="joist 38x184", purlin="rail 38x89"),
    "nz": DefaultTimberKeys(post="post 140", beam="joist 45x190", rafter="joist 45x140", purlin="rail 45x90"),
    "uk": DefaultTimberKeys(post="post 150", beam="joist 47x170", rafter="joist 47x147", purlin="rail 47x100"),
}
"""Our own defaults."""


def usual_of(school: str) -> DefaultTimberKeys:
    """A school's usual timbers; any on sale where none are named."""
    return METRIC.get(school, DefaultTimberKeys())


def first_sold(school: str, role: str, start: str) -> str:
    """The first stick of a role that a school's yard sells and whose key begins so, else its first of the role; empty: none."""
    keys = [key for key, item in sticks().items() if item.role == role and school in item.schools]
    return next((key for key in keys if key.startswith(start)), keys[0] if keys else "")


def rounded(spec: Any, usual: Any, school: str, *, round_m: Change) -> Any:
    """The spec with round metric lengths where it holds the usual imperial ones, in metric schools.

    Args:
        usual: The same kind's spec as it starts.
    """
    if school not in METRIC:
        return spec
    return changed(spec, tuple((name, value) for name, value in round_m if getattr(spec, name) == getattr(usual, name)))


OWN = frozenset({"id", "kind", "format", "beams_m", "locks", "ratings", "built_on", "footing_depth_m", "pier_width_m"})
"""Fields that are one roof's own: a crew's next roof does not start with them. Each kind adds its sizes."""


def as_last_chosen(spec: Any, ask: NewStructureRequest, own: frozenset[str], *, home: Callable[[Any, str], Any]) -> Any:
    """A spec that a line says, with the crew's last choices where the line says nothing, of what is on sale under the school.

    Args:
        home: Brings it to a school. It comes home before the crew's choices, too: what they say nothing of is the school's, whoever
            sells their timbers.
    """
    usual = type(spec)(id=ask.id)
    said = {name for name in type(spec).__dataclass_fields__ if getattr(spec, name) != getattr(usual, name)}
    kept = {name: value for name, value in ask.choices.items() if name not in said | own}
    return home(replace(home(spec, ask.school), **kept), ask.school)


def localized(
    spec: Any, school: str, timbers: Mapping[str, tuple[str, str]], *, needs: Sequence[str], round_m: Change
) -> Any:
    """The structure with timbers that are on sale under a school: the usual ones where those it needs are not.

    Args:
        timbers: Each timber's field: its role in the yard, and which of the school's usual ones it is, or empty for the first
            sold; no role: it is left unsaid.
        needs: The fields without which it cannot be bought here.
    """
    sold = {key for key, item in sticks().items() if school in item.schools}
    if all(getattr(spec, name) in sold for name in needs):
        return spec
    usual = usual_of(school)
    found = {
        name: first_sold(school, role, getattr(usual, which) if which else "")
        for name, (role, which) in timbers.items()
        if role != "sheet" or getattr(spec, name) not in sold
    }
    return rounded(replace(spec, **found), type(spec)(id=spec.id), school, round_m=round_m)
