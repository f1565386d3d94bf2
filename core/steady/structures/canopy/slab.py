"""Posts of a roof on a concrete slab that is there already: what presses through it, and what of it holds against lift.

A slab as it is found: plain concrete, credited with no steel. It must be looked at first; unknown, cracked or thin earns nothing.
"""

import math

from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.ground.site import Site
from steady.plan.model import Basis, CalculationStep, CheckOrigin
from steady.structures.canopy.footings import FootInput, bearing_pa
from steady.structures.canopy.spec import SlabUnder
from steady.structures.check_collector import CheckCollector
from steady.units.units import IN, LB, PSI

THIN_M = 3.5 * IN
"""A thinner slab is no foot [rule of the trade; the patio-cover appendix of the irc asks as much, from memory]."""
STRENGTH_PSI = 2500.0
"""Of ordinary concrete [common practice: an existing slab's own strength is not known]."""
APPENDIX_N = 750 * LB
"""A column of a patio cover may bring so much to a slab without a footing, where frost does not reach. Source: IRC, patio-cover
appendix, where it is adopted (from memory, high)."""
LASTS = 0.9
"""What of lasting weight counts against wind in full [asce 7 2.3.1, from memory, high]."""
PLAIN = "aci: 318 14.5.2.1 and 21.2.1, from memory, high: 5 sqrt(f'c), times .6"
MEND = "stand the posts on new footings, cut through the slab"


def check_slab(collector: CheckCollector, site: Site, ask: FootInput, *, slab: SlabUnder) -> None:
    """One post on a slab: bearing under it, frost, and its weight and strength against lift with overturning.

    Source: statics; the load spreads at 45 degrees through the concrete [common practice].
    """
    why = unknown(slab)
    if why is not None:
        for name in ("slab.bearing_under_post", "footing.uplift"):
            collector.gap(name, ask.about, why)
        return
    assert slab.thick_m is not None and slab.edge_m is not None
    if slab.appendix:
        _by_appendix(collector, site, ask)
    _bears(collector, site, ask, thick_m=slab.thick_m, edge_m=slab.edge_m)
    _frost(collector, site, ask, thick_m=slab.thick_m)
    if not ask.wind_known and ask.wind_why is not None:
        collector.gap("footing.uplift", ask.about, ask.wind_why)
        return
    _held_down(collector, ask, slab.thick_m, edge_m=slab.edge_m)


def unknown(slab: SlabUnder) -> OutOfScopeError | None:
    """Why a slab is no foot as far as is known; None where it may be one."""
    if slab.thick_m is None or slab.edge_m is None:
        return OutOfScopeError(
            "nobody has measured the slab: its thickness, and how far the nearest post is from its edge",
            "look at its edge or drill it, and type both under What keeps it upright",
        )
    if not slab.sound:
        return OutOfScopeError(
            "nobody has said that the slab is in one piece about the posts", f"look, and say so; or {MEND}"
        )
    if slab.thick_m < THIN_M - 1e-9:
        return OutOfScopeError("the slab is thinner than 3 1/2 in (90 mm)", MEND)
    return None


def _by_appendix(collector: CheckCollector, site: Site, ask: FootInput) -> None:
    """The prescriptive rule beside what is calculated; it says nothing of lift."""
    name, u = "slab.bearing_under_post", collector.book.units
    if collector.book.key != "us":
        collector.gap(
            name,
            ask.about,
            OutOfScopeError("the patio-cover appendix is of the us code", "take the tick away"),
            basis=Basis.TABLE,
        )
        return
    if site.frost_m > 0:
        why = OutOfScopeError("the patio-cover appendix is for places without frost", MEND)
        collector.gap(name, ask.about, why, basis=Basis.TABLE)
        return
    load = given_step("N", ask.down_n / u.force_n, u.force, source="statics", says="service load of the post")
    most = given_step(
        "N_max",
        APPENDIX_N / u.force_n,
        u.force,
        source="irc: patio-cover appendix; high",
        says="a column on a slab without a footing",
    )
    collector.at_most(name, ask.about, load, limit=most, working=(), case="patio-cover appendix", basis=Basis.TABLE)


def _bears(collector: CheckCollector, site: Site, ask: FootInput, *, thick_m: float, edge_m: float) -> None:
    u = collector.book.units
    try:
        bearing, says, source = bearing_pa(collector, site)
    except OutOfScopeError as refused:
        collector.gap("slab.bearing_under_post", ask.about, refused)
        return
    side_m = min(ask.post_m + 2 * thick_m, 2 * edge_m)
    side = given_step(
        "a", side_m / u.span_m, u.span, source="practice: at 45 degrees", says="the load spreads through the slab to"
    )
    load = given_step("N", ask.down_n / u.force_n, u.force, source="statics", says="service load of the post")
    per = u.force_n / u.span_m**2 / u.pressure_pa
    pressure = CalculationStep(
        symbol="q",
        value=load.value / side.value**2 * per,
        unit=u.pressure,
        formula=f"{per:g} * N / a**2" if per != 1 else "N / a**2",
        inputs=(("N", load.value, u.force), ("a", side.value, u.span)),
        source="statics: service load over what the slab spreads it to",
    )
    limit = given_step("q_s", bearing / u.pressure_pa, u.pressure, source=source, says=says)
    collector.at_most("slab.bearing_under_post", ask.about, pressure, limit=limit, working=(load, side), case=says)


def _frost(collector: CheckCollector, site: Site, ask: FootInput, *, thick_m: float) -> None:
    """A slab on the ground rises with it, and what hangs on a house or braces to itself does not."""
    if not site.frost_m > 0:
        return
    u = collector.book.units
    has = given_step(
        "d_has", thick_m / u.span_m, u.span, source="user: as measured", says="bottom of the slab under the ground"
    )
    frost = given_step("d", site.frost_m / u.span_m, u.span, source="user: frost depth", says="frost depth")
    collector.at_least("footing.depth", ask.about, has, needs=frost, working=(), case="frost", asks=CheckOrigin.CODE)


def _held_down(collector: CheckCollector, ask: FootInput, thick_m: float, *, edge_m: float) -> None:
    """The slab's weight within the nearest edge holds a post down, as far as plain concrete lifts it along."""
    book, u = collector.book, collector.book.units
    lift_n = max(0.0, ask.up_n + ask.overturns_n - ask.held_n)
    if not lift_n > 0:
        return
    lasting, wind, concrete, source = book.uplift()
    weight_pa = concrete * thick_m
    has = given_step(
        "W",
        lasting * weight_pa * math.pi * edge_m**2 / u.force_n,
        u.force,
        source=source,
        says="the slab's own weight within its nearest edge",
    )
    lift = given_step(
        "T", lift_n / u.force_n, u.force, source="statics: lift with overturning", says="lifts at the post's base"
    )
    collector.at_least(
        "footing.uplift", ask.about, has, needs=lift, working=(), case="uplift + overturning", asks=CheckOrigin.CODE
    )
    # Concrete is checked at its own level of safety, whichever the school checks wood at: the wind in full, .9 of what lasts.
    if wind < 1:
        lift_n = (ask.up_n + ask.overturns_n) / wind - ask.held_n / lasting * LASTS
    face_m = ask.post_m / 2 + thick_m / 2
    reach_m = max(face_m, math.sqrt(lift_n / (weight_pa * math.pi)))
    per = u.pressure_pa * u.span_m**2 / u.force_n
    inputs = {
        "w": (weight_pa / u.pressure_pa, u.pressure),
        "r": (reach_m / u.span_m, u.span),
        "c": (face_m / u.span_m, u.span),
    }
    formula = "w * ((r**3 - c**3) / 3 - c * (r**2 - c**2) / 2) / c"
    moment = CalculationStep(
        symbol="m",
        value=lifted_moment(lift_n, weight_pa, face_m) / u.force_n,
        unit=f"{u.force} {u.span}/{u.span}",
        formula=f"{per:g} * {formula}" if not math.isclose(per, 1) else formula,
        inputs=tuple((name, value, unit) for name, (value, unit) in inputs.items()),
        source="statics: it hangs from the base as far out as its weight is needed",
    )
    modulus = thick_m**2 / 6
    strength = 0.6 * 5 * math.sqrt(STRENGTH_PSI) * PSI * modulus
    limit = given_step(
        "m_max",
        strength / u.force_n,
        f"{u.force} {u.span}/{u.span}",
        source=PLAIN,
        says="plain concrete of 2500 psi (17 MPa)",
    )
    collector.at_most(
        "slab.bending_under_uplift",
        ask.about,
        moment,
        limit=limit,
        working=(),
        case="uplift + overturning",
        asks=CheckOrigin.SAFETY,
    )


def lifted_moment(lift_n: float, weight_pa: float, face_m: float) -> float:
    """Moment per length (N) in a slab about a base that lifts it, at a circle of radius `face_m`.

    The weight is taken from as near as it lies: a disc as wide as weighs the lift. Each wedge of it hangs from the circle as a
    cantilever; what the rings about the base carry is left out, on the safe side.

    Source: statics.
    """
    reach = math.sqrt(lift_n / (weight_pa * math.pi))
    if reach <= face_m:
        return 0.0
    return weight_pa * ((reach**3 - face_m**3) / 3 - face_m * (reach**2 - face_m**2) / 2) / face_m
