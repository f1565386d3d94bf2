"""The gust that a built fence stands up to: the greatest wind at which every code check of it still passes, and what gives first.

Found by planning the same fence again under other winds, its posts, rails and holes as they are built, to a tenth of a per cent.
"""

import itertools
import math
from collections.abc import Callable
from dataclasses import replace
from typing import Literal

from steady.design_codes.base import Rulebook
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.plan.model import Basis, Check, CheckOrigin, Plan
from steady.plan.results import check_title
from steady.structures.fence.checks.foundations import way_at
from steady.structures.fence.plan import FirstLook, first_look, plan_fence
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.structure_type import DesignInput
from steady.structures.wind_site import place_of
from steady.value_objects import value_object

FINEST = 1.001
CLOSE = 1.0004
"""How far beside its guess a wind is tried, so that both ends of the bracket move."""
LEAST, MOST = 0.05, 6.0
"""Winds are looked for between these shares of the site's own."""
IN_GROUND = ("footing.lateral_embedment", "pier.lateral_embedment")


@value_object
class Gust:
    """A wind: as a 3-second gust at 10 m (m/s), in the school's own terms, and what gives first above it."""

    gust_m_per_s: float
    says: str
    gives: str


def under(site: Site, share: float) -> Site:
    """The site under a share of its own wind speed."""
    return replace(
        site, wind_speed_m_per_s=site.wind_speed_m_per_s * share, wind_pressure_pa=site.wind_pressure_pa * share**2
    )


def wind_rating(case: DesignInput, built: Plan) -> Gust | None:
    """The gust of a fence as `built`; None where its wind, or any other part of its load path, is not covered.

    Where a gate gives first, what the rest of the line stands up to by itself is told beside it.

    Source: bisection on the school's own checks.
    """
    site, book = case.site, case.book
    if not_known(built) or not (site.wind_speed_m_per_s > 0 and any("wind" in check.case for check in built.checks)):
        return None
    tried = FenceInWind(case=case, built=built)
    found, failing = tried.greatest()
    if failing or not found.gives.startswith(AT_A_GATE):
        return found
    alone, _ = _greatest(lambda share: tried.at(share).line, tried.at(LEAST).line)
    without = f"{found.gives}; the line without it: {book.gust_says(place_of(under(site, alone)))}"
    return replace(found, gives=without)


def not_known(built: Plan | FirstLook) -> str:
    """The first part of a load path that no rule reached, so that no wind is known that the fence stands up to; empty: none.

    What a maker must say of a bracket or hinge is asked for by itself, and is not among it.
    """
    return next((gap.key for gap in built.not_covered if gap.basis is Basis.CALCULATED and not gap.crew), "")


AT_A_GATE = "with a gate, "
BY_WEIGHT = frozenset({"overturning", "sliding"})
"""Checks of a frame that its own weight may hold."""


PartGroup = Literal["line", "end", "gate"]
"""Posts and bays of the line, posts at its ends, a gate with its posts."""
GROUPS: tuple[PartGroup, ...] = ("line", "end", "gate")


@value_object
class _Uses:
    """The hardest-worked check of each group of parts; those that the fence has none of use nothing."""

    by: dict[PartGroup, "Worst"]

    @property
    def all(self) -> "Worst":
        """Of the whole fence."""
        return max(self.by.values(), key=lambda one: one[0])

    @property
    def line(self) -> "Worst":
        """Of all but its gates and their posts."""
        return max((self.by["line"], self.by["end"]), key=lambda one: one[0])


class FenceInWind:
    """The same fence under other winds: its posts, rails and holes as they are built, each wind looked at once.

    Args:
        isolated: Every post in the ground counted as isolated by the school's clause, or none; None: as it is calculated.
    """

    def __init__(self, *, case: DesignInput, built: Plan, isolated: bool | None = None) -> None:
        spec, self.case = case.spec, case
        self.places = _places(spec, built)
        self.stands = {footing.under: footing.embedment_m for footing in built.footings}
        at_ends = () if spec.closed else (built.marks[0].id, built.marks[-1].id) if built.marks else ()
        self.ends = set(at_ends)
        self.gates = {mark.id for mark in built.marks if mark.kind == "gate"}
        self.gates |= {f"{spec.id}/gate/{opening.id}" for opening in spec.openings}
        marks = sorted(mark.station_m for mark in built.marks)
        longest_m = max((b - a for a, b in itertools.pairwise(marks)), default=spec.bay_max_m)
        alone = case.book.for_gusts()
        self.alone = alone if isolated is None else alone.with_posts_isolated(isolated) or alone
        # Bays stay as they are laid, whatever wind is asked about.
        self.held = (
            replace(spec, bay_by_strength=False, bay_max_m=min(4.9, max(0.6, longest_m + 1e-6)))
            if spec.bay_by_strength
            else spec
        )
        # What the fence's own weight holds is known once its pieces are counted: only then is all of it planned.
        by_weight = any(check.by_wind and check.key in BY_WEIGHT for check in built.checks)
        self.looked: Callable[[DesignInput], Plan | FirstLook] = plan_fence if by_weight else first_look
        # Each wind's need is held against the depth as built: what holes share then changes nothing but a post that bends in soil.
        if not by_weight and all(way_at(spec, mark.station_m).side != "post" for mark in built.marks):
            self.held = replace(self.held, depths_count=0)
        self._known: dict[float, _Uses] = {}

    def at(self, share: float) -> _Uses:
        """Under a share of the site's own wind."""
        if share not in self._known:
            self._known[share] = self._at(share)
        return self._known[share]

    def _at(self, share: float) -> _Uses:
        try:
            made = self.looked(replace(self.case, spec=self.held, site=under(self.case.site, share), book=self.alone))
        except InvalidInputError as error:
            return _refused(error.message)
        if gap := not_known(made):
            return _refused(gap.lower())
        worst: dict[PartGroup, Worst] = dict.fromkeys(GROUPS, (0.0, ""))
        for check in made.checks:
            use = _use(check, self.stands, self.case.book)
            group = self.group(check.about)
            if use > worst[group][0]:
                where = AT_A_GATE if group == "gate" else ""
                worst[group] = use, f"{where}{check_title(check)}, {self.places.get(check.about, 'one leaf')}"
        return _Uses(by=worst)

    def group(self, about: str) -> PartGroup:
        """Which group a check belongs to, by what it is about."""
        return "gate" if about in self.gates else "end" if about in self.ends else "line"

    def greatest(self, group: PartGroup | None = None) -> tuple[Gust, str]:
        """The wind that a group of its parts stands up to, or all of it; and why that is not known, else empty."""

        def worst_at(share: float) -> Worst:
            uses = self.at(share)
            return uses.all if group is None else uses.by[group]

        calm = worst_at(LEAST)
        if _fails(calm):
            return Gust(gust_m_per_s=0.0, says="none: it fails in still air", gives=calm[1]), calm[1]
        low, gives = _greatest(worst_at, calm)
        place, book = place_of(under(self.case.site, low)), self.case.book
        return Gust(gust_m_per_s=book.gust_m_per_s(place), says=book.gust_says(place), gives=gives), ""


def _refused(why: str) -> _Uses:
    return _Uses(by=dict.fromkeys(GROUPS, (math.inf, why)))


Worst = tuple[float, str]
"""How much of its limit the hardest-worked check uses (infinite: refused), and which it is."""


def _fails(worst: Worst) -> bool:
    return worst[0] > 1 + 1e-9


def _greatest(worst_at: Callable[[float], Worst], calm: Worst) -> tuple[float, str]:
    """The greatest share of the site's wind that passes, to a tenth of a per cent, and what gives above it.

    Uses grow about with a power of the wind: each guess lies on the straight line between both ends in logarithms, a hair to
    the side that closes the bracket; where an end is refused, or guesses do not close in, the middle.
    """
    low, at_low, high, at_high = LEAST, calm, 1.0, worst_at(1.0)
    while not _fails(at_high) and high < MOST:
        low, at_low = high, at_high
        high = min(MOST, high * 1.4, high * CLOSE / at_high[0] ** 0.5) if at_high[0] > 0.5 else high * 1.4
        at_high = worst_at(high)
    if not _fails(at_high):
        return low if high < MOST else high, ""
    for turn in itertools.count():
        if high / low <= FINEST:
            return low, at_high[1]
        share = (low * high) ** 0.5
        if turn % 4 < 3 and 0 < at_low[0] < at_high[0] < math.inf:
            t = math.log(1 / at_low[0]) / math.log(at_high[0] / at_low[0])
            share = low * (high / low) ** t * (CLOSE if turn % 2 else 1 / CLOSE)
            share = min(max(share, low * 1.0005), high / 1.0005)
        found = worst_at(share)
        if _fails(found):
            high, at_high = share, found
        else:
            low, at_low = share, found
    raise AssertionError


def _places(spec: FenceSpec, built: Plan) -> dict[str, str]:
    """Posts and bays by their numbers along the line, as the crew calls them."""
    found: dict[str, str] = {}
    for number, mark in enumerate(built.marks, start=1):
        found[mark.id] = f"post {number}"
    found |= {bay.id: f"bay {number} to {number + 1}" for number, bay in enumerate(built.bays, start=1)}
    found |= {f"{spec.id}/gate/{opening.id}": opening.what for opening in spec.openings}
    return found


def _use(check: Check, stands: dict[str, float], book: Rulebook) -> float:
    """How much of its limit a code's wind check uses with the hole that is built; 0 for what is none."""
    if check.asks is not CheckOrigin.CODE or check.basis is not Basis.CALCULATED or not check.by_wind:
        return 0.0
    if check.key in IN_GROUND:
        has = stands.get(check.about, 0.0) / book.units.span_m
        return check.limit.value / has if has > 0 else float("inf")
    return check.use
