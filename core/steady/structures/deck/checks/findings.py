"""What the checks of a deck share: its timbers, its load, and the list that findings go on."""

from dataclasses import dataclass, replace
from functools import lru_cache
from typing import Any

from steady.catalog.items import SectionItem, sold_with, stick, sticks
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import BendingDemand, check_member
from steady.design_codes.facets.spans import Spans
from steady.design_codes.requests import Wood
from steady.design_codes.results import Action, MemberCheck
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.structures.built_up_posts import BuiltUp, built_up
from steady.structures.check_collector import CheckCollector
from steady.structures.deck.checks.loads import DeckLoad
from steady.structures.deck.spec.deck import DeckSpec
from steady.value_objects import value_object

SHARES_MOST_M = 0.6096
"""Joists up to 24 in (610 mm) apart share their load in every school entered. Source: NDS 4.3.9, O86 6.4.4."""


@value_object
class DeckTimbers:
    """The timbers of a deck."""

    joist: SectionItem
    beam: SectionItem
    post: SectionItem
    board: SectionItem
    guard_post: SectionItem
    baluster: SectionItem
    stringer: SectionItem
    built_up: BuiltUp | None = None


def _of_role(key: str, role: str, field_name: str, *, like: SectionItem) -> SectionItem:
    """The named stick, or the first of its role that is sold with another."""
    if key:
        return stick(key, role, field_name)
    found = sold_with(like, role)
    same = [item for item in found if item.species == like.species] or found
    return stick(same[0].key if same else key, role, field_name)


def timber_of(spec: DeckSpec) -> DeckTimbers:
    """The deck's timbers. Raises InvalidInputError, with the field, for what the yard does not have."""
    joist = stick(spec.joist, "joist", "joist")
    built = built_up(spec.core, spec.outer)
    if built is not None and spec.bridge is not None:
        raise InvalidInputError("core", "A footbridge stands on solid sills: no core")
    return DeckTimbers(
        built_up=built,
        joist=joist,
        beam=stick(spec.beam, "joist", "beam"),
        post=built.as_stick() if built is not None else stick(spec.post, "post", "post"),
        board=stick(spec.board, "decking", "board"),
        guard_post=_of_role(spec.guard.post, "post", "guard/post", like=joist),
        baluster=_of_role(spec.guard.baluster, "baluster", "guard/baluster", like=joist),
        stringer=_of_role(
            next((stair.stringer for stair in spec.stairs if stair.stringer), "") or _deepest(joist),
            "joist",
            "stairs",
            like=joist,
        ),
    )


@lru_cache(maxsize=256)
def _deepest(like: SectionItem) -> str:
    """The deepest joist of the same wood: stringers are cut from it."""
    same = [
        item
        for item in sticks().values()
        if item.role == "joist" and (item.species, item.grade, item.schools) == (like.species, like.grade, like.schools)
    ]
    return max(same, key=lambda item: item.width_m).key


def joist_wood(stick_: SectionItem, spec: DeckSpec, spacing_m: float) -> Wood:
    """A joist as the rulebook wants it; close joists share under the boards."""
    return Wood(
        species=stick_.species,
        size=stick_.size,
        grade=stick_.grade,
        width_m=stick_.thickness_m,
        depth_m=stick_.width_m,
        wet=spec.wet,
        incised=stick_.incised,
        shared=spacing_m <= SHARES_MOST_M + 1e-9,
        sheathed=False,
    )


def beam_line(spec: DeckSpec, beam: SectionItem, run_id: str) -> tuple[SectionItem, int]:
    """This beam line's own stick and plies: as for all (`beam`) where it has none of its own.

    Raises:
        InvalidInputError: A beam that the yard does not have, with the field.
    """
    name = run_id.rstrip("abcdefgh")
    for number, line in enumerate(spec.beam_lines):
        if line.id == name:
            own = stick(line.beam, "joist", f"beam_lines/{number}/beam") if line.beam else beam
            return own, line.plies or spec.plies
    return beam, spec.plies


def line_of(spec: DeckSpec, timber: DeckTimbers, run_id: str) -> tuple[DeckTimbers, int]:
    """The timbers with this beam line's own stick, and its plies. Raises InvalidInputError as `beam_line` does."""
    own, plies = beam_line(spec, timber.beam, run_id)
    return (timber if own == timber.beam else replace(timber, beam=own)), plies


def beam_wood(stick_: SectionItem, plies: int, spec: DeckSpec, *, book: Spans) -> Wood:
    """A built-up beam as the rulebook wants it."""
    return Wood(
        species=stick_.species,
        size=stick_.size,
        grade=stick_.grade,
        width_m=stick_.thickness_m,
        depth_m=stick_.width_m,
        plies=plies,
        wet=spec.wet,
        incised=stick_.incised,
        shared=book.built_up_shares and plies > 1,
    )


def post_wood(stick_: SectionItem, spec: DeckSpec) -> Wood:
    """A post as the rulebook wants it."""
    return Wood(
        species=stick_.species,
        size=stick_.size,
        grade=stick_.grade,
        width_m=stick_.thickness_m,
        depth_m=stick_.width_m,
        wet=spec.wet,
        incised=stick_.incised,
    )


@dataclass(slots=True, kw_only=True)
class DeckCheckCollector(CheckCollector):
    """A deck's checks and gaps as they are found."""

    spec: DeckSpec
    site: Site
    load: DeckLoad

    @property
    def dwelling_units(self) -> int:
        """How many dwellings guards and sags go by: a workplace is never counted as a house of one or two."""
        return max(self.spec.dwelling_units, 3) if self.site.use == "workplace" else self.spec.dwelling_units

    def check_member(
        self, wood: Wood, *, dead: Action, live: Action, span_m: float, about: str
    ) -> tuple[MemberCheck, ...]:
        """A bent member of this deck under its floor's load, with the sag that the school asks of decks.

        Raises:
            OutOfScopeError: The school has no values for this wood.
        """
        return check_member(
            self.book,
            wood,
            BendingDemand(
                dead=dead,
                live=live,
                span_m=span_m,
                load=self.load.floor.load,
                sags=self.book.deck_sags(wood, self.dwelling_units),
            ),
            about=about,
        )


@value_object
class DeckCheckInput:
    """What checks are made from: the deck with what they do not read left out, so that decks alike in the rest share them."""

    spec: DeckSpec
    site: Site
    book: Rulebook
    load: DeckLoad

    @classmethod
    def of(cls, collector: DeckCheckCollector, **unread: Any) -> "DeckCheckInput":
        """Of a deck's findings; `unread`: fields of the spec with what stands there instead."""
        return cls(
            spec=replace(collector.spec, **unread), site=collector.site, book=collector.book, load=collector.load
        )

    def found(self) -> DeckCheckCollector:
        """Findings of it, none yet."""
        return DeckCheckCollector(spec=self.spec, site=self.site, book=self.book, load=self.load)
