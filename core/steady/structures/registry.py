"""The kinds of structure we can plan, in an explicit table: a new kind is a folder and a line here."""

from collections.abc import Callable, Iterator

from steady.ground.site import Site
from steady.measure.show import Tape
from steady.plan.model import Plan
from steady.rulebooks.base import Rulebook
from steady.structures.choice import Choice
from steady.structures.deck.plan import plan_deck
from steady.structures.deck.search import candidates as deck_candidates
from steady.structures.deck.search import choices
from steady.structures.deck.spec import DeckSpec
from steady.structures.deck.spec import hold as hold_deck
from steady.structures.fence.candidates import Change, candidates
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec import FenceSpec, hold_post
from steady.structures.fence.ways import ways
from steady.structures.rated import with_ratings
from steady.yard.choices import YardChoices

Spec = FenceSpec | DeckSpec
"""Any structure's spec; a union as kinds are added, told apart by `kind`."""

PLANNERS: dict[str, Callable[..., Plan]] = {"fence": plan_fence, "deck": plan_deck}
CANDIDATES: dict[str, Callable[..., Iterator[tuple[str, Change]]]] = {
    "fence": candidates,
    "deck": deck_candidates,
}
CHOICES: dict[str, Callable[..., Iterator[Choice]]] = {"fence": ways, "deck": choices}
HOLD: dict[str, Callable[..., Spec]] = {"fence": hold_post, "deck": hold_deck}
"""Each kind's planner, the changes that might help it, members to choose from, and how one of its things is held."""


def plan(spec: Spec, site: Site, book: Rulebook, yard: YardChoices, tape: Tape) -> Plan:
    """Plan any structure: pure, the same words in give the same plan out.

    Raises:
        InputError: Malformed input, with the field's path inside the spec.
    """
    return with_ratings(PLANNERS[spec.kind](spec, site, book, yard, tape), spec.ratings)
