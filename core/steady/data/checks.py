"""What checks are called: a stable key on every check, its label and second line from one catalog, in the words of a school."""

from functools import cache

from steady.data.loader import TableError, keyed
from steady.data.terms import localized

SLENDERNESS = ".slenderness"
"""How the key of a check ends that a member misses by being more slender than its code lets any be."""


@cache
def check_label(key: str, school: str = "us") -> str:
    """The name of a check as it is shown: "Member: limit state".

    Raises:
        TableError: A key that the catalog has not.

    Source: data/checks.csv.
    """
    bare = key.removesuffix(SLENDERNESS)
    row = keyed("checks").get(bare)
    if row is None:
        raise TableError(f"checks: no row for {key}")
    label = localized(row.text["label"], school)
    return f"{label}, slenderness" if bare != key else label


@cache
def case_label(key: str) -> str:
    """What a load case is called. Source: data/load_cases.csv."""
    return keyed("load_cases")[key].text["label"]


@cache
def check_note(key: str, school: str = "us") -> str:
    """A second line for installers; empty where the name says enough. Source: data/checks.csv."""
    row = keyed("checks").get(key.removesuffix(SLENDERNESS))
    return localized(row.text["note"], school) if row is not None else ""
