"""What decides the wind that a fence as built stands up to: each group of its parts by itself, and what is assumed of the site.

A fence built on practice often stands although presumed figures refuse it. Nothing here changes its state: it tells which
assumption counts most, and what it would take to know better.
"""

from collections.abc import Iterator
from dataclasses import replace

from steady.ground.site import Site
from steady.plan.model import Basis, Plan
from steady.plan.results import fails
from steady.structures.fence.designs.wind_rating import GROUPS, FenceInWind, PartGroup, not_known, wind_rating
from steady.structures.structure_type import DesignInput, WindAssumption, WindByPart, WindOfPart
from steady.structures.wind_site import place_of

LABELS: dict[PartGroup, str] = {"line": "Line posts and bays", "end": "End posts", "gate": "Gate and its posts"}
ISOLATED = (
    (
        True,
        "Gate posts are not counted as isolated, for a leaf binds where they move; were they",
        "ask the local office whether half an inch of movement at grade is accepted there",
    ),
    (
        False,
        "Line and end posts are counted as isolated, with soil values doubled; were they not",
        "ask the local office whether it doubles the soil values for a fence",
    ),
)
"""Both readings of the clause for isolated posts: in words, and how one gets to know. Source: IBC 1806.3.4, from memory."""
COUNTS = 1.02
"""An assumption that changes the gust by less than this share decides nothing [our own]."""


def wind_by_part(case: DesignInput, built: Plan) -> WindByPart | None:
    """The gust of line, ends and gate each, and of the whole under each assumption made better; None where no wind is known.

    Source: the school's own checks, each fence planned again with one thing changed.
    """
    now = wind_rating(case, built)
    if now is None:
        return None
    tried = FenceInWind(case=case, built=built)
    parts = tuple(_part(tried, group) for group in GROUPS if tried.at(1.0).by[group][1])
    least, most = now.gust_m_per_s / COUNTS, now.gust_m_per_s * COUNTS
    assumptions = sorted(_assumptions(case, built), key=lambda one: -one.gust_m_per_s)
    counting = tuple(one for one in assumptions if not least <= one.gust_m_per_s <= most)
    return WindByPart(
        gust_m_per_s=now.gust_m_per_s,
        place_gust_m_per_s=case.book.gust_m_per_s(place_of(case.site)),
        parts=parts,
        assumptions=counting,
        decisive=_decisive(case, built, now.gust_m_per_s, counting=counting),
    )


def _part(tried: FenceInWind, group: PartGroup) -> WindOfPart:
    gust, _ = tried.greatest(group)
    return WindOfPart(part=LABELS[group], gust_m_per_s=gust.gust_m_per_s, says=gust.says, gives=gust.gives)


def _assumptions(case: DesignInput, built: Plan) -> Iterator[WindAssumption]:
    """Each assumption that the calculation rests on, made better or read otherwise, and the gust of the whole fence with it."""
    for key, says, now, better, buys in (
        ("soil", "Soil", case.site.soil, _next_soil(case, built), "have the ground tested, or dig one hole and look"),
        (
            "exposure",
            "Exposure",
            case.site.exposure,
            _next_exposure(case, built),
            "look at what stands around the site",
        ),
    ):
        if better is not None:
            name, gust_m_per_s = better
            yield WindAssumption(
                key=key, says=f"{says} taken as {now}; were it {name}", buys=buys, gust_m_per_s=gust_m_per_s
            )
    if case.book.for_gusts().with_posts_isolated(True) is not None:
        for isolated, says, buys in ISOLATED:
            gust, _ = FenceInWind(case=case, built=built, isolated=isolated).greatest()
            yield WindAssumption(key="isolated posts", says=says, buys=buys, gust_m_per_s=gust.gust_m_per_s)


def _next_soil(case: DesignInput, built: Plan) -> tuple[str, float] | None:
    """The soil of the school's table that is the next stronger for these posts, and the gust of the fence in it."""
    if case.site.cohesion_pa > 0:
        return None
    return _next_better(case, built, {soil.name: replace(case.site, soil=soil.name) for soil in case.book.soils()})


def _next_exposure(case: DesignInput, built: Plan) -> tuple[str, float] | None:
    """The exposure of the school's own that is the next more sheltered, and the gust of the fence in it."""
    if case.site.wind_pressure_pa > 0 and not case.site.wind_speed_m_per_s > 0:
        return None
    sites = {
        name: replace(case.site, exposure=name)  # type: ignore[arg-type]  # the school's own
        for name in case.book.exposures
    }
    return _next_better(case, built, sites)


def _next_better(case: DesignInput, built: Plan, sites: dict[str, Site]) -> tuple[str, float] | None:
    """Of these sites the one that is better by the least, by name, and the gust of the fence there; None: none is better."""
    now = FenceInWind(case=case, built=built).at(1.0).all[0]
    trials = ((name, FenceInWind(case=replace(case, site=site), built=built)) for name, site in sites.items())
    better = [(trial.at(1.0).all[0], name, trial) for name, trial in trials if trial.at(1.0).all[0] < now / COUNTS]
    if not better:
        return None
    _, name, trial = max(better, key=lambda one: one[0])
    return name, trial.greatest()[0].gust_m_per_s


def _decisive(case: DesignInput, built: Plan, gust_m_per_s: float, *, counting: tuple[WindAssumption, ...]) -> str:
    """One sentence: what decides between what is built and what the code asks."""
    if built.built_on is not Basis.PRACTICE and not fails(built.checks):
        return ""
    if not_known(built):
        return ""
    if gust_m_per_s >= case.book.gust_m_per_s(place_of(case.site)):
        return "The code's least wind pressure decides: the gust of this place alone does not overload it"
    if not counting or counting[0].gust_m_per_s < gust_m_per_s:
        return "No assumption about the ground or the place decides: the wood does"
    first = counting[0]
    return f"{first.says}, it would stand up to more: {first.buys}"
