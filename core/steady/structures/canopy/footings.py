"""The foot of a post under a roof: bearing, frost, and lift with overturning; a post fixed in the ground holds it upright, too."""

import math

from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.footings.depth import Depth, needed, rounded_up_m
from steady.ground.site import Site
from steady.plan.model import CalculationStep, CheckOrigin
from steady.structures.check_collector import CheckCollector
from steady.structures.soil import soil_of
from steady.units.units import IN
from steady.value_objects import value_object

WIDTHS_M = {
    False: tuple(inches * IN for inches in (12, 14, 16, 18, 20, 24, 30, 36)),
    True: (0.3, 0.35, 0.4, 0.45, 0.5, 0.6, 0.75, 0.9),
}
STEP_M = {False: IN, True: 0.025}
LEAST_M = 12 * IN
DEEP_M = 1.2
"""A pier is made wider before it is dug deeper than this or the frost [our own: a day's digging]."""
DUG = "practice: rounded up to what is dug"
TYPED = "user: typed"


@value_object
class FootInput:
    """What one foot must hold (N): down at service level; up, overturning, and what holds against them at design level."""

    about: str
    down_n: float
    up_n: float
    overturns_n: float
    held_n: float
    push_n: float
    height_m: float
    post_m: float
    fixed: bool
    width_m: float | None
    depth_m: float | None
    wind_known: bool
    wind_why: OutOfScopeError | None = None


@value_object
class Foot:
    """A hole: its width and depth, what sets each, and what it holds up against (N)."""

    width_m: float
    depth_m: float
    depth: Depth
    width_by: str
    lift_n: float


def calculate_footing(collector: CheckCollector, site: Site, ask: FootInput) -> Foot:
    """Size a foot and check it.

    Source: statics; the school's bearing, embedment and share of lasting weight; a cylinder of concrete for lift.
    """
    book = collector.book
    lift_n = max(0.0, ask.up_n + ask.overturns_n - ask.held_n)
    lasting, _, concrete, _ = book.uplift()
    volume_m3 = lift_n / (lasting * concrete)
    widths = (
        [ask.width_m] if ask.width_m else [w for w in WIDTHS_M[book.metric] if w >= ask.post_m * math.sqrt(2) + 0.05]
    )
    deep_m = max(DEEP_M, site.frost_m)
    best: tuple[float, Depth, str] | None = None
    for width_m in widths:
        demands = _demands(collector, site, ask, width_m=width_m, volume_m3=volume_m3)
        bears = _bears(collector, site, ask, width_m=width_m)
        depth = needed(demands)
        by = (
            "uplift + overturning"
            if best is not None and bears
            else "bearing of the ground"
            if best is not None
            else "post base size"
        )
        best = width_m, depth, by
        if bears and depth.needed_m <= deep_m + 1e-9:
            break
    assert best is not None
    width_m, depth, by = best
    built_m = ask.depth_m or rounded_up_m(depth.needed_m, STEP_M[book.metric])
    foot = Foot(
        width_m=width_m,
        depth_m=built_m,
        depth=depth,
        width_by="user-entered" if ask.width_m else by,
        lift_n=lift_n,
    )
    _checks(collector, site, ask, foot=foot)
    return foot


def _demands(
    collector: CheckCollector, site: Site, ask: FootInput, *, width_m: float, volume_m3: float
) -> list[tuple[str, float, CalculationStep]]:
    u, (_, _, _, source) = collector.book.units, collector.book.uplift()

    def step(says: str, value_m: float, where: str) -> CalculationStep:
        return given_step("d", value_m / u.span_m, u.span, source=where, says=says)

    lift_m = volume_m3 / (math.pi / 4 * width_m**2)
    demands = [
        (
            "minimum depth into undisturbed soil",
            LEAST_M,
            step("least depth", LEAST_M, "irc: R403.1.4; high; practice elsewhere"),
        ),
        ("Frost", site.frost_m, step("frost depth", site.frost_m, "user: frost depth")),
        ("Lift with overturning", lift_m, step("concrete that weighs what lifts", lift_m, source)),
    ]
    if site.embedment_least_m > 0:
        least = site.embedment_least_m
        demands.append(("local minimum", least, step("local least", least, "user: local rule")))
    if ask.fixed:
        try:
            depth, _ = collector.book.embedment(
                load_n=max(ask.push_n, 1.0),
                height_m=ask.height_m,
                width_m=width_m,
                soil=soil_of(site, collector.book),
                soil_factor=1.0,
            )
            demands.append(("lateral load", si(depth), depth))
        except OutOfScopeError as refused:
            if not any(
                gap.key == "embedded_post.lateral_embedment" and gap.about == ask.about for gap in collector.not_covered
            ):
                collector.gap("embedded_post.lateral_embedment", ask.about, refused)
    return demands


def bearing_pa(collector: CheckCollector, site: Site) -> tuple[float, str, str]:
    """Bearing of the ground (Pa), its soil in words, and the source. Raises OutOfScopeError: the school gives none."""
    if site.bearing_pa > 0:
        return site.bearing_pa, "bearing as typed", "user: bearing of the ground as tested"
    soil = collector.book.soil(site.soil)
    if not soil.bearing_pa > 0:
        raise OutOfScopeError(
            f"the code gives no bearing for {soil.says}", "have the ground tested and type its bearing under Ground"
        )
    return soil.bearing_pa, soil.says, soil.source


def _bears(collector: CheckCollector, site: Site, ask: FootInput, *, width_m: float) -> bool:
    try:
        bearing, _, _ = bearing_pa(collector, site)
    except OutOfScopeError:
        return True
    return ask.down_n / (math.pi / 4 * width_m**2) <= bearing + 1e-9


def _checks(collector: CheckCollector, site: Site, ask: FootInput, *, foot: Foot) -> None:
    u = collector.book.units
    area = math.pi / 4 * foot.width_m**2
    try:
        bearing, says, source = bearing_pa(collector, site)
        load = given_step("N", ask.down_n / u.force_n, u.force, source="statics", says="service load on the footing")
        per = u.force_n / u.span_m**2 / u.pressure_pa
        pressure = CalculationStep(
            symbol="q",
            value=load.value / (area / u.span_m**2) * per,
            unit=u.pressure,
            formula=f"{per:g} * N / A" if per != 1 else "N / A",
            inputs=(("N", load.value, u.force), ("A", area / u.span_m**2, f"{u.span}2")),
            source="statics: service load over the pier",
        )
        limit = given_step("q_s", bearing / u.pressure_pa, u.pressure, source=source, says=says)
        collector.at_most(
            "footing.soil_bearing",
            ask.about,
            pressure,
            limit=limit,
            working=(load,),
            case=says,
            fitted=ask.width_m is None,
        )
    except OutOfScopeError as refused:
        collector.gap("footing.soil_bearing", ask.about, refused)
    fitted = ask.depth_m is None
    for name, step in foot.depth.demands:
        if not step.value > 0 or (name == "Lift with overturning" and not ask.wind_known):
            continue
        has = given_step(
            "d_has",
            foot.depth_m / u.span_m,
            u.span,
            source=DUG if fitted else TYPED,
            says="bottom of the concrete under the ground",
        )
        lifts = name == "Lift with overturning"
        wanted = collector.limit_length(step, si(step), "d_min")
        title = "footing.uplift" if lifts else "footing.depth"
        asks = CheckOrigin.CODE
        collector.at_least(
            title,
            ask.about,
            has,
            needs=wanted,
            working=(step,) if step is not wanted else (),
            case=name.lower(),
            fitted=fitted,
            asks=asks,
        )
    if not ask.wind_known and ask.wind_why is not None:
        collector.gap("footing.uplift", ask.about, ask.wind_why)
