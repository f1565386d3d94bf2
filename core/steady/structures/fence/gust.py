"""The gust that a built fence stands up to: the greatest wind at which every code check of it still passes, and what gives first.

Found by planning the same fence again under other winds, its posts, rails and holes as they are built, to half a per cent.
"""

import itertools
from dataclasses import dataclass, replace

from steady.errors import InputError
from steady.ground.site import Site
from steady.measure.show import Tape
from steady.plan.model import Asks, Basis, Check, Plan
from steady.rulebooks.base import Rulebook
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec import FenceSpec
from steady.structures.fence.wind import place_of
from steady.yard.choices import YardChoices

FINEST = 1.005
LEAST, MOST = 0.05, 6.0
"""Winds are looked for between these shares of the site's own."""
IN_GROUND = ("Holds in the ground", "Pier holds in the ground")


@dataclass(frozen=True, slots=True, kw_only=True)
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


def stands_up_to(
    spec: FenceSpec, site: Site, book: Rulebook, yard: YardChoices, tape: Tape, built: Plan
) -> Gust | None:  # fmt: skip
    """The gust of a fence as `built`; None where its wind is not covered at all.

    Source: bisection on the school's own checks.
    """
    alone = book.for_gusts()
    places = _places(spec, built)
    stands = {footing.under: footing.embedment_m for footing in built.footings}
    marks = sorted(mark.station_m for mark in built.marks)
    longest_m = max((b - a for a, b in itertools.pairwise(marks)), default=spec.bay_max_m)
    # Bays stay as they are laid, whatever wind is asked about.
    held = (
        replace(spec, bay_by_strength=False, bay_max_m=min(4.9, max(0.6, longest_m + 1e-6)))
        if spec.bay_by_strength
        else spec
    )

    def fails_first(share: float) -> str:
        try:
            made = plan_fence(held, under(site, share), alone, yard, tape)
        except InputError as error:
            return error.message
        if any(gap.basis is Basis.RECKONED and not gap.crew and "ind" in gap.name for gap in made.not_covered):
            return next(gap.name.lower() for gap in made.not_covered if not gap.crew and "ind" in gap.name)
        worst, name = 1 + 1e-9, ""
        for check in made.checks:
            use = _use(check, stands, book)
            if use > worst:
                worst, name = use, f"{check.name.lower()}, {places.get(check.about, 'one leaf')}"
        return name

    if not (site.wind_speed_m_per_s > 0 and any("wind" in check.case for check in built.checks)):
        return None
    calm = fails_first(LEAST)
    if calm:
        return Gust(gust_m_per_s=0.0, says="none: it fails in still air", gives=calm)
    low, high, gives = LEAST, 1.0, fails_first(1.0)
    while not gives and high < MOST:
        low, high = high, high * 1.4
        gives = fails_first(high)
    while high / low > FINEST and gives:
        middle = (low * high) ** 0.5
        found = fails_first(middle)
        if found:
            high, gives = middle, found
        else:
            low = middle
    place = place_of(under(site, low))
    return Gust(gust_m_per_s=book.gust_m_per_s(place), says=book.gust_says(place), gives=gives)


def _places(spec: FenceSpec, built: Plan) -> dict[str, str]:
    """Posts and bays by their numbers along the line, as the crew calls them."""
    found: dict[str, str] = {}
    for number, mark in enumerate(built.marks, start=1):
        found[mark.id] = f"post {number}"
        found[mark.id.replace("/post/", "/bay/", 1)] = f"bay {number} to {number + 1}"
    found |= {f"{spec.id}/gate/{opening.id}": opening.what for opening in spec.openings}
    return found


def _use(check: Check, stands: dict[str, float], book: Rulebook) -> float:
    """How much of its limit a code's wind check uses with the hole that is built; 0 for what is none."""
    if check.asks is not Asks.CODE or check.basis is not Basis.RECKONED or "wind" not in check.case:
        return 0.0
    if check.name in IN_GROUND:
        has = stands.get(check.about, 0.0) / book.units.span_m
        return check.limit.value / has if has > 0 else float("inf")
    return check.use
