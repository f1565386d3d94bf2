"""The table of roles: what a part is called, how it is drawn, timed, staged and checked. A role without a row cannot be made."""

from functools import cache

from steady.data.loader import TableError, keyed
from steady.value_objects import value_object


@value_object
class PartRole:
    """One role.

    Args:
        one: What one piece is called; `many` several.
        material: timber, steel, concrete, wire, paint or soil.
        look: The layer it is drawn on, a row of the theme. `shape`: box, or round about its length.
        above: Where it comes in the drawing order from above; `side` from a side. Holes come at `HOLES_ABOVE`.
        small: Whether a picture of thumb size shows it: yes, no, or only where no boards are.
        stage: The stage of the work it belongs to: posts, frame, close.
        crown: Which way the bow of one lies in its place: up, or empty where it does not matter.
        by: The crew's minutes that it takes: rail, board, litre (of finish) or none, `times_ratio` of them.
    """

    key: str
    one: str
    many: str
    material: str
    look: str
    shape: str
    above: int
    side: int
    small: str
    stage: str
    crown: str
    by: str
    times_ratio: float


HOLES_ABOVE = 50
"""Drawn from above, holes lie over the frame and under posts and guards."""
LEAVES_SIDE = 42
"""Drawn from a side, a gate's outline lies over rails and boards, under its own pieces and the posts."""


@cache
def roles() -> dict[str, PartRole]:
    """Every role by its key. Source: data/roles.csv, common practice."""
    return {
        key: PartRole(
            key=key,
            **{
                name: row.text[name]
                for name in ("one", "many", "material", "look", "shape", "small", "stage", "crown", "by")
            },
            above=int(row.text["above"]),
            side=int(row.text["side"]),
            times_ratio=row.value.get("times_ratio") or 0.0,
        )
        for key, row in keyed("roles").items()
    }


@cache
def role(key: str) -> PartRole:
    """One role.

    Raises:
        TableError: It has no row: add one before a part is made of it.
    """
    found = roles().get(key)
    if found is None:
        raise TableError(f'the role "{key}" has no row in the table of roles')
    return found
