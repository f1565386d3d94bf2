"""The kinds of structure that we can plan, in one explicit table: a new kind is a folder and a line here."""

from typing import Any, Union

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.coating import with_finish
from steady.structures.deck.kind import DECK
from steady.structures.fence.kind import FENCE
from steady.structures.floating_platform.kind import FLOAT
from steady.structures.lean_to.kind import LEAN_TO
from steady.structures.manufacturer_ratings import apply_ratings
from steady.structures.pavilion.kind import PAVILION
from steady.structures.pergola.kind import PERGOLA
from steady.structures.site_cautions import with_site_cautions
from steady.structures.structure_type import DesignInput, Spec, StructureType

KINDS: list[StructureType] = [FENCE, DECK, PERGOLA, LEAN_TO, PAVILION, FLOAT]
"""In the order in which a page offers them."""


def register(kind: StructureType) -> None:
    """Add a kind from elsewhere (a test's, an office's own) before the first job document is read.

    Raises:
        ValueError: Its word is taken.
    """
    if any(known.key == kind.key for known in KINDS):
        raise ValueError(f"a kind called {kind.key} is there already")
    KINDS.append(kind)


def kind_of(spec: Spec) -> StructureType:
    """The kind of a spec."""
    return kind_called(spec.kind)


def kind_called(key: str) -> StructureType:
    """A kind by its word.

    Raises:
        InvalidInputError: There is none.
    """
    found = next((kind for kind in KINDS if kind.key == key), None)
    if found is None:
        raise InvalidInputError("kind", f"Choose one of {', '.join(kind.key for kind in KINDS)}")
    return found


def any_spec() -> Any:
    """The type of any structure's spec: the union of all kinds', told apart by `kind`."""
    return Union[tuple(kind.spec for kind in KINDS)]  # noqa: UP007 (made of a list)


def plan(case: DesignInput) -> Plan:
    """Plan any structure: pure, the same words in give the same plan out.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    kind = kind_of(case.spec)
    made = with_site_cautions(with_finish(kind.plan(case), kind.finish(case.spec)), case.site)
    return apply_ratings(made, case.spec.ratings)
