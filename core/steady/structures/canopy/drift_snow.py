"""Snow on a roof below a higher one: it drifts against the wall, or slides off the eave; never both at once."""

from dataclasses import replace

from steady.design_codes.base import Rulebook
from steady.design_codes.canopies import SLIDES_OVER_M, slid, snow_on_slats_pa
from steady.design_codes.facets.loads import LoadRules
from steady.design_codes.requests import DriftInput
from steady.design_codes.results import si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.plan.model import CalculationStep
from steady.statics.beam import SpreadLoad
from steady.structures.canopy.loads import CanopyLoads, snow_ask
from steady.structures.canopy.spec import RoofAbove
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import ContinuousMember
from steady.value_objects import value_object


@value_object
class DriftSnow:
    """Snow beside the even snow, from the wall out: at the wall and where it ends (Pa), how far out (m), and what it stands on.

    `more_pa`: by how much the even snow under it is more than the even snow alone (schools with two rules for it).
    """

    says: str
    at_wall_pa: float
    at_end_pa: float
    out_m: float
    more_pa: float
    steps: tuple[CalculationStep, ...]

    @property
    def most_pa(self) -> float:
        """The most of it anywhere, beside the even snow (Pa)."""
        return max(self.at_wall_pa, self.at_end_pa) + self.more_pa

    def on(self, run: ContinuousMember, width_m: float = 1.0) -> list[SpreadLoad]:
        """Its load on a rafter that carries a width of roof, from the wall (N/m)."""
        end = min(self.out_m, run.length_m)
        last = self.at_wall_pa + (self.at_end_pa - self.at_wall_pa) * end / self.out_m
        found = [SpreadLoad(from_m=0.0, to_m=end, start_n_per_m=self.at_wall_pa * width_m, end_n_per_m=last * width_m)]
        if self.more_pa > 0:
            found.append(run.all_along(self.more_pa * width_m))
        return found


@value_object
class Catches:
    """A roof as snow finds it: its depth from the wall, its slope, and how closed it is (1 and no gap for sheets)."""

    me: str
    depth_m: float
    slope_rad: float = 0.0
    solidity: float = 1.0
    gap_m: float = 0.0

    def holds_pa(self, book: Rulebook, snow_pa: float) -> float:
        """What of a snow it holds."""
        return snow_on_slats_pa(book, snow_pa, self.solidity, gap_m=self.gap_m)


def heaped(
    collector: CheckCollector, site: Site, loads: CanopyLoads, *, above: RoofAbove, roof: Catches
) -> tuple[DriftSnow, ...]:
    """Drift, and slide where the roof above slopes this way; a gap for what is not known of the house or by the school.

    Source: the school's drift; ASCE 7-16 7.9 for slide; slats let through what they do of even snow (practice, low).
    """
    if not loads.snow_pa:
        return ()
    about = f"{roof.me}/rafters"
    if above.eave_m is None or above.length_m is None:
        collector.gap(
            "snow_drift_from_house_roof",
            about,
            OutOfScopeError(
                "snow that drifts against the house, or slides off its roof, is not calculated: its roof is not described",
                "say how high and how long the house's roof is, or stand clear of its eave",
            ),
            crew=True,
        )
        return ()
    made = []
    for name, make in (("snow_drift_from_house_roof", _drift), ("sliding_snow_from_house_roof", _slide)):
        try:
            one = make(collector.book, site, loads, above=above, roof=roof)
        except (OutOfScopeError, InvalidInputError) as refused:
            outside = (
                refused
                if isinstance(refused, OutOfScopeError)
                else OutOfScopeError(refused.message, "mend it under Ground")
            )
            collector.gap(name, about, outside)
            continue
        if one is not None:
            made.append(one)
            if make is _slide and collector.book.key != "us":
                says = "snow that slides off the house's roof, by the rule of the United States: this code has none"
                collector.gap(name, about, OutOfScopeError(says, "an engineer's figure"), by_practice=True)
    return tuple(made)


def _even(book: LoadRules, site: Site, roof: Catches) -> tuple[CalculationStep, float]:
    """The flat roof's snow and the even snow that drifts stand on; nbc's is Part 4's there, never Part 9's."""
    flat, even = book.roof_snow(snow_ask(site, roof.depth_m, roof.slope_rad, method="part 4"))
    return flat, si(even)


def _drift(book: Rulebook, site: Site, loads: CanopyLoads, *, above: RoofAbove, roof: Catches) -> DriftSnow | None:
    flat, even_pa = _even(book, site, roof)
    assert above.length_m is not None and above.eave_m is not None
    ask = DriftInput(
        ground_pa=site.ground_snow_pa,
        upper_length_m=above.length_m,
        step_m=above.eave_m,
        lower_roof_pa=si(flat),
        lower_length_m=roof.depth_m,
        edition=site.edition,
    )
    peak, width = book.snow_drift(ask)
    # The uk rule gives all the snow at the wall, the others what lies there beside the even snow.
    surcharge_pa = si(peak) - (even_pa if book.key == "uk" else 0.0)
    if surcharge_pa <= 0 or si(width) <= 0:
        return None
    return DriftSnow(
        says="even snow and drift",
        at_wall_pa=roof.holds_pa(book, surcharge_pa),
        at_end_pa=0.0,
        out_m=si(width),
        more_pa=max(0.0, roof.holds_pa(book, even_pa) - (loads.snow_pa or 0.0)),
        steps=(replace(peak, symbol="p_d"), replace(width, symbol="w_d")),
    )


def _slide(book: Rulebook, site: Site, loads: CanopyLoads, *, above: RoofAbove, roof: Catches) -> DriftSnow | None:
    if not above.slopes_here:
        return None
    if above.run_m is None:
        raise OutOfScopeError("how far the house's roof runs from eave to ridge is not said", "type it")
    flat, even_pa = _even(book, site, roof)
    sliding = slid(si(flat), above.run_m, roof.depth_m)
    each_pa = roof.holds_pa(book, sliding.pressure_pa)
    return DriftSnow(
        says="even snow and slide",
        at_wall_pa=each_pa,
        at_end_pa=each_pa,
        out_m=SLIDES_OVER_M,
        more_pa=max(0.0, roof.holds_pa(book, even_pa) - (loads.snow_pa or 0.0)),
        steps=(),
    )
