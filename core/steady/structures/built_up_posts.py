"""Posts of plies with a thinner core between two outer ones: what they are together, how they are screwed and gauged."""

import math
from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import SectionItem, stick
from steady.design_codes.requests import Wood
from steady.errors import InvalidInputError
from steady.layout.canopy import Laminated, laminated
from steady.units.show import Tape
from steady.value_objects import value_object

MEND = "a solid post of the yard: plies that screws join are outside the code's rules for built-up columns"
OUTER = 2
SCREWED_EVERY_M = 0.4
"""Two screws at each side so far apart along a post. Source: common practice."""


@value_object
class BuiltUp:
    """An outer stick on either side of a core, their middles in line."""

    outer: SectionItem
    core: SectionItem

    @property
    def section(self) -> Laminated:
        """Its plies together. Source: the sum `post.built_up`."""
        outer, core = self.outer, self.core
        return laminated(
            (outer.thickness_m, core.thickness_m, outer.thickness_m), (outer.width_m, core.width_m, outer.width_m)
        )

    def as_stick(self) -> SectionItem:
        """What stands there, for places and weight: as thick as its plies, as wide as the outer ones, as heavy as all of them."""
        outer, found = self.outer, self.section
        heavy = OUTER * outer.thickness_m * outer.width_m * outer.density_kg_per_m3
        heavy += self.core.thickness_m * self.core.width_m * self.core.density_kg_per_m3
        return replace(
            outer,
            thickness_m=found.thickness_m,
            density_kg_per_m3=heavy / (found.thickness_m * outer.width_m),
            says=f"two {outer.says} on a core of {self.core.says}",
        )


def built_up(core: str, outer: str) -> BuiltUp | None:
    """A post's plies by their names; None where no core is named: the post is one stick.

    Raises:
        InvalidInputError: The yard has no such stick, or the core is as wide as the outer plies.
    """
    if not core:
        return None
    made = BuiltUp(outer=stick(outer, "joist", "outer"), core=stick(core, "joist rail", "core"))
    if made.core.width_m >= made.outer.width_m:
        raise InvalidInputError(
            "core", "The core is narrower than the sticks on either side of it: another, or wider outer ones"
        )
    return made


def credited(wood: Wood, across: bool) -> Wood:
    """The outer plies as they bend: on edge, or each on its own flat where the roof sways across them."""
    return replace(wood, plies=OUTER, flat=across)


def ply_screws(long_m: float) -> int:
    """Screws of one post: two at each face, every `SCREWED_EVERY_M` and at both ends. Source: common practice."""
    return OUTER * 2 * (math.ceil(long_m / SCREWED_EVERY_M) + 1)


def reveal_m(wide_m: float, narrow_m: float) -> float:
    """How far the core stands back behind the outer plies' edges on either side (m). Source: geometry."""
    return (wide_m - narrow_m) / 2


def plies_notes(built: BuiltUp | None, tape: Tape) -> tuple[str, ...]:
    """What the crew does about a post's plies; nothing where it is one stick."""
    if built is None:
        return ()
    return tuple(gauge_notes(built.outer.width_m, built.core.width_m, SCREWED_EVERY_M, tape=tape))


def gauge_notes(wide_m: float, narrow_m: float, pitch_m: float, *, tape: Tape) -> Iterator[str]:
    """How a built-up post is put together: the block that sets its reveal, and its screws."""
    back = tape.length(reveal_m(wide_m, narrow_m))
    yield (
        f"Built-up posts: the core stands back {back} on both sides. Cut a gauge block {back} thick and hold it at every pair of "
        f"screws; two screws from each face every {tape.length(pitch_m)}, and at both ends"
    )
