"""Posts of three plies: two outer sticks on a thinner core, in whose pocket a beam may lie.

Credited: the outer plies' own stiffness the strong way; the weak way each ply on its own, as screws join nothing stiffly. Squeezed,
each outer ply stands alone with its half: the rules for built-up columns want equal plies.
"""

from dataclasses import dataclass, replace

from steady.errors import OutsideScope
from steady.layout.canopy import Laminated, laminated
from steady.plan.model import Asks, Check, Step
from steady.rulebooks.answers import Standing, Wood, given_step, si
from steady.structures.bends import Asked, check_bends
from steady.structures.canopy.upright import Stand, Swayed
from steady.structures.findings import Findings
from steady.yard.stock import Stick

MEND = "a solid post of the yard: plies that screws join are outside the code's rules for built-up columns"
OUTER = 2


@dataclass(frozen=True, slots=True, kw_only=True)
class BuiltUp:
    """An outer stick on either side of a core, their middles in line."""

    outer: Stick
    core: Stick

    @property
    def section(self) -> Laminated:
        """Its plies together. Source: the sum `post.built_up`."""
        outer, core = self.outer, self.core
        return laminated(
            (outer.thickness_m, core.thickness_m, outer.thickness_m), (outer.width_m, core.width_m, outer.width_m)
        )

    def as_stick(self) -> Stick:
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


def credited(wood: Wood, across: bool) -> Wood:
    """The outer plies as they bend: on edge, or each on its own flat where the roof sways across them."""
    return replace(wood, plies=OUTER, flat=across)


def check_plies_loaded(found: Findings, about: str, stand: Stand, down_n: float, length_m: float) -> None:
    """One outer ply under half of what comes down on a still day."""
    _squeezed(found, about, stand, (down_n, "all that comes down on it", "a still day"), length_m)


def check_plies(found: Findings, about: str, stand: Stand, down_n: float, swayed: Swayed) -> None:
    """Outer plies bent as the roof sways, and one of them squeezed by half of what lies on the post then."""
    u = found.book.units
    moment = given_step(
        "M_s",
        swayed.moment_n_m / u.moment_n_m,
        u.moment,
        "statics",
        f"in the post, {swayed.way}; the outer plies take it",
    )
    one = check_bends(
        found.book,
        stand.post,
        (moment, "wind"),
        Asked("Post bends", about, f"wind {swayed.way}"),
        "thicker outer plies",
    )
    (found.checks if isinstance(one, Check) else found.not_covered).append(one)  # type: ignore[arg-type]
    _squeezed(found, about, stand, (down_n, "what lies on it in the wind", f"wind {swayed.way}"), swayed.length_m)


def _squeezed(found: Findings, about: str, stand: Stand, load: tuple[float, str, str], length_m: float) -> None:
    down_n, says, case = load
    u, ply = found.book.units, replace(stand.post, plies=1, flat=False)
    name = "Post buckles"
    try:
        column = found.book.column(ply, "roof", Standing(height_m=stand.height_m, end_factor=length_m / stand.height_m))
    except OutsideScope as refused:
        found.gap(name, about, OutsideScope(f"ply by ply: {refused.reason}", MEND))
        return
    limit: Step = column.capacity
    if limit.unit != u.force:
        limit = given_step("N_max", si(limit) / u.force_n, u.force, limit.source)
    demand = given_step("N", down_n / OUTER / u.force_n, u.force, "statics", f"half of {says}")
    found.at_most(name, about, demand, limit, (column.buckling,), case=f"{case}, ply by ply", asks=Asks.SAFETY)
