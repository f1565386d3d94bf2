"""A deck whose joists lie as sleepers on gravel or on a slab: what is under them, and the height they take."""

from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.layout.low_decks import SleeperDeck, sleepers
from steady.plan.model import CalculationStep
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers
from steady.structures.deck.checks.footings import soil_under
from steady.structures.deck.layout.framing import DeckFrame

GRAVEL_LEAST_M = 0.1
"""Compacted gravel under a sleeper, at least: 4 in (100 mm) [common practice]."""
GRAVEL_PAST_M = 0.15
"""The bed reaches so far past the deck: 6 in (150 mm) [common practice]."""
RAISED_MOST_M = 0.1
"""The bed is raised over the ground by no more than this: higher, it spreads at its edges [our own]."""
PACKERS_MOST_M = 0.05
"""Packers between a slab and a sleeper, at most: 2 in (50 mm); higher, they tip [our own]."""
SLAB_LEAST_M = 0.0889
"""A slab that carries a deck's sleepers, at least: 3 1/2 in (89 mm). Source: irc: appendix for patio covers, by analogy; low."""
NEAR_M = 1e-6


def bed_m(height_m: float, timber: DeckTimbers) -> float:
    """How far the bed's top lies over the ground at a place (m); below 0: so far it is dug in. Source: geometry."""
    return height_m - timber.board.thickness_m - timber.joist.width_m


def check_sleepers(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> list[str]:
    """The pressure under all sleepers together; what stands in the way of laying them, in words."""
    if collector.spec.on_slab:
        return _check_slab(collector, timber)
    spec, u = collector.spec, collector.book.units
    about = f"{spec.id}/joists"
    left, low, right, high = frame.outline.box
    deck = SleeperDeck(
        length_m=right - left,
        width_m=high - low,
        spacing_most_m=spec.spacing_m,
        sleeper_m=timber.joist.thickness_m,
        load_pa=collector.load.total_pa,
        gravel_deep_m=GRAVEL_LEAST_M,
        gravel_past_m=GRAVEL_PAST_M,
    )
    laid = sleepers(deck)
    soil = soil_under(collector)
    if isinstance(soil, OutOfScopeError):
        collector.gap("sleeper.soil_bearing", about, soil)
    else:
        per = u.force_n / u.span_m**2 / u.pressure_pa
        line = CalculationStep(
            symbol="w",
            value=collector.load.total_pa * laid.spacing_m / (u.force_n / u.span_m),
            unit=f"{u.force}/{u.span}",
            formula="",
            inputs=(),
            source="statics",
            says=f"on each of {laid.count} sleepers",
        )
        pressure = CalculationStep(
            symbol="q",
            value=laid.pressure_pa / u.pressure_pa,
            unit=u.pressure,
            formula=f"{per:g} * p * L / (n * b)" if per != 1 else "p * L / (n * b)",
            inputs=(
                ("p", deck.load_pa / (u.force_n / u.span_m**2), f"{u.force}/{u.span}2"),
                ("L", deck.length_m / u.span_m, u.span),
                ("n", float(laid.count), ""),
                ("b", deck.sleeper_m / u.span_m, u.span),
            ),
            source="statics: the whole load on all sleepers",
            says="under the sleepers",
        )
        limit = given_step("q_s", soil.bearing_pa / u.pressure_pa, u.pressure, source=soil.source, says=soil.says)
        collector.at_most(
            "sleeper.soil_bearing", about, pressure, limit=limit, working=(line,), case="on gravel", fitted=True
        )
    heights = [bed_m(corner.height_m, timber) for corner in spec.outline]
    if max(heights) > RAISED_MOST_M + NEAR_M:
        return [
            "Too high for sleepers: the gravel would stand more than 4 in (100 mm) over the ground. Posts and beams, deeper "
            "sleepers, or a lower deck"
        ]
    if min(heights) < -spec.gravel_m - RAISED_MOST_M - NEAR_M:
        return [
            "Too low for sleepers: boards and sleepers would lie deeper in the ground than their bed. Raise the deck"
        ]
    return []


def _check_slab(collector: DeckCheckCollector, timber: DeckTimbers) -> list[str]:
    """A slab that is thick enough, and as low as packers reach; its height is the deck's height over it."""
    spec, u = collector.spec, collector.book.units
    about = f"{spec.id}/joists"
    if spec.slab_m > 0:
        has = collector.length_step("t", spec.slab_m, "slab, as measured: sound and not cracked")
        least = given_step(
            "t_min", SLAB_LEAST_M / u.span_m, u.span, source="practice: as under a light roof's posts; low"
        )
        collector.at_least("sleeper.slab", about, has, needs=least, case="on a slab")
    else:
        missing = OutOfScopeError("the slab's thickness is not entered", "measure it: drill it, or look at its edge")
        collector.gap("sleeper.slab", about, missing, crew=True)
    packers = [bed_m(corner.height_m, timber) for corner in spec.outline]
    if max(packers) > PACKERS_MOST_M + NEAR_M:
        return ["Too high for sleepers on a slab: packers over 2 in (50 mm) tip. Deeper sleepers, or a lower deck"]
    if min(packers) < -NEAR_M:
        return ["Too low for these sleepers on the slab: shallower ones, thinner boards, or a higher deck"]
    return []
