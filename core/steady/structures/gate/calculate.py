"""Whether a leaf stands, sags and swings: brace, hinges, sag at its latch edge, its arc, and its pull on the post."""

from functools import lru_cache

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.plan.model import Advice, CalculationStep, Check, UncheckedItem
from steady.statics import gate_leaf as statics
from steady.structures.gate.brace import brace, brace_of, racking
from steady.structures.gate.hinges import PullOnPost, hinge_screws, hinges, pull_on_post
from steady.structures.gate.leaf import Leaf
from steady.structures.gate.leaf_checks import LeafChecks
from steady.structures.gate.sag import sag, wobble
from steady.structures.gate.swing import closed, closer, in_the_way, latch_corner, lean, swing
from steady.structures.gate.wind import Closing, in_wind
from steady.value_objects import value_object


@value_object
class LeafResult:
    """Everything calculated of one leaf."""

    leaf: Leaf
    strut: statics.Brace
    cable: statics.Brace
    sag_now: statics.LatchEdgeSag
    sag_later: statics.LatchEdgeSag
    sag_ratio: float
    pull_n: float
    pull: PullOnPost
    checks: tuple[Check, ...]
    not_covered: tuple[UncheckedItem, ...]
    facts: tuple[CalculationStep, ...]

    @property
    def brace(self) -> statics.Brace:
        """The brace that counts: the strut's where there is one."""
        return self.cable if self.leaf.design.cable_alone else self.strut


@value_object
class HingePostLoad:
    """What a leaf hangs on, and what it has to stand up to.

    Args:
        post: The stick of the hinge post.
        post_n_m2: E·I of the hinge post; None where the school has no value for its wood.
        own_limits: Advice that the crew has taken in.
        wind_pa: Design wind on the closed leaf; 0 where it is not known.
        closed: What closes the leaf.
        sag_ratio: How far the crew's own gates come down over what is calculated.
    """

    post: SectionItem
    post_n_m2: float | None
    own_limits: tuple[Advice, ...] = ()
    wind_pa: float = 0.0
    closed: Closing = "boards"
    sag_ratio: float = 1.0


@lru_cache(maxsize=256)
def calculate_leaf(leaf: Leaf, book: Rulebook, about: str, *, on: HingePostLoad) -> LeafResult:
    """Calculate a leaf; `about` is the gate's id."""
    # A cable sees a raked leaf upside down: where the strut is long and hard pressed, the cable is short and easy.
    # A strut presses from inner corner to inner corner; a cable is pinned at the joints' middles.
    strut = brace_of(leaf, leaf.rake, leaf.tall_m - leaf.stile_m, reach_m=leaf.strut_reach_m)
    cable = brace_of(leaf, -leaf.rake, leaf.tall_m, reach_m=leaf.reach_m)
    found = LeafChecks(leaf, book, about, own_limits=on.own_limits, sag_ratio=on.sag_ratio)
    brace(found, strut, cable)
    pull_n = hinges(found)
    hinge_screws(found, pull_n, on.post)
    now, later = sag(found, on.post_n_m2)
    racking(found)
    wobble(found)
    for one in in_wind(leaf, book, about, pressure_pa=on.wind_pa, closed=on.closed):
        if isinstance(one, Check):
            found.checks.append(one)
        else:
            found.gaps.append(one)
    closed(found)
    swing(found)
    in_the_way(found)
    lean(found)
    closer(found)
    latch_corner(found)
    return LeafResult(
        leaf=leaf,
        strut=strut,
        cable=cable,
        sag_now=now,
        sag_later=later,
        sag_ratio=on.sag_ratio,
        pull_n=pull_n,
        pull=pull_on_post(leaf, on.post.width_m, book),
        checks=tuple(found.checks),
        not_covered=tuple(found.gaps),
        facts=tuple(found.facts),
    )
