"""A footbridge or low platform on two sills: its stringers under people, how springy it feels, its sills and the water."""

import math

from steady.design_codes.bending_members import BendingDemand, check_member
from steady.design_codes.results import Action, given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.bridge import Flood, first_frequency_hz, flood_corner_n, flood_n, sag_under_m
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers, joist_wood
from steady.structures.deck.checks.joists import strip_m
from steady.structures.deck.layout.framing import DeckFrame
from steady.units.units import GRAVITY

FEEL_N = 1000.0
FAIR, FIRM = 250.0, 500.0
WALKER_KG = 80.0
LEAST_HZ = 5.0
CLEAR_WATER_M = 0.3
SILL_BEARING_PA = 100e3
"""Terms of feel, water and sills are our own choice; 5 Hz is EN 1990 A2 (from memory, medium)."""


def check_bridge(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> list[str]:
    """Every check of a bridge; sentences on how it feels."""
    spec, book, load = collector.spec, collector.book, collector.load
    assert spec.bridge is not None
    about = f"{spec.id}/joists"
    wood = joist_wood(timber.joist, spec, spec.spacing_m)
    span_m = frame.longest_span_m
    count = len(frame.joists)
    left, _, right, _ = frame.outline.box
    width_m = right - left
    try:
        if load.point_n:
            # One person at the edge stands over one stringer alone.
            dead = load.floor.dead_pa * strip_m(spec, frame)
            share = load.point_n
            collector.members(
                "stringer",
                about,
                check_member(
                    book,
                    wood,
                    BendingDemand(
                        dead=Action(
                            moment_n_m=dead * span_m**2 / 8,
                            shear_n=dead * span_m / 2,
                            sag_n_m3=5 * dead * span_m**4 / 384,
                        ),
                        live=Action(moment_n_m=share * span_m / 4, shear_n=share, sag_n_m3=share * span_m**3 / 48),
                        span_m=span_m,
                    ),
                    about=about,
                ),
                where="one person at the middle",
            )
        e_pa = book.strength("stiffness", wood, "floor").allowed_pa
    except OutOfScopeError as refused:
        collector.gap("stringer.bending", about, refused)
        return []
    stiff = e_pa * wood.second_moment_m4 * count
    sag_m = sag_under_m(load_n=FEEL_N, span_m=span_m, stiffness_n_m2=stiff)
    limit = CalculationStep(
        symbol="w_f",
        value=1000 * span_m / FAIR,
        unit="mm",
        formula="1000 * L / 250",
        inputs=(("L", span_m, "m"),),
        source="practice: fair underfoot, our own line",
    )
    sag = CalculationStep(
        symbol="w_1",
        value=1000 * sag_m,
        unit="mm",
        formula="1e3 * P * L ** 3 / (48 * EI)",
        inputs=(("P", FEEL_N, "N"), ("L", span_m, "m"), ("EI", stiff, "N m²")),
        source="statics",
        says="all stringers together, 1 kN at the middle",
    )
    collector.at_most("bridge.deflection_one_person", about, sag, limit=limit, working=(), case="1 kN at the middle")
    mass = (load.floor.dead_pa * width_m) / GRAVITY
    hz = first_frequency_hz(span_m=span_m, stiffness_n_m2=stiff, mass_kg_per_m=mass, walker_kg=WALKER_KG)
    spring = CalculationStep(
        symbol="f_1",
        value=hz,
        unit="Hz",
        formula="sqrt(pi ** 4 * EI / (2 * L ** 3) / (m * L / 2 + M)) / (2 * pi)",
        inputs=(
            ("pi", math.pi, ""),
            ("EI", stiff, "N m²"),
            ("L", span_m, "m"),
            ("m", mass, "kg/m"),
            ("M", WALKER_KG, "kg"),
        ),
        source="statics: first mode, a walker at the middle",
        says="how fast it springs under a walker",
    )
    least = given_step("f_min", LEAST_HZ, "Hz", source="ec0: A2; medium", says="calm enough to walk on")
    collector.at_least(
        "bridge.vibration_frequency", about, spring, needs=least, working=(), case="a walker at the middle"
    )
    _sills(collector, timber, width_m, span_m=span_m)
    notes = [_feel(span_m / sag_m, hz)]
    if spec.bridge.water_m is not None:
        _water(collector, timber)
        _flood(collector, frame, timber)
    return notes


def _feel(span_over: float, hz: float) -> str:
    firm = "firm" if span_over >= FIRM else "fair" if span_over >= FAIR else "springy: people will feel it give"
    return f"Underfoot: {firm}; it springs {hz:.1f} times a second under a walker" + (
        "" if hz >= LEAST_HZ else ", which is felt as a bounce"
    )


def _sills(collector: DeckCheckCollector, timber: DeckTimbers, width_m: float, *, span_m: float) -> None:
    spec, load = collector.spec, collector.load
    assert spec.bridge is not None
    u = collector.book.units
    total_n = load.total_pa * width_m * (span_m + spec.bridge.bearing_m) / 2
    area = (width_m + 0.3) * timber.post.width_m
    pressure = given_step(
        "q",
        total_n / area / u.pressure_pa,
        u.pressure,
        source="statics: half of the bridge over its sill",
        says="under one sill",
    )
    limit = given_step(
        "q_max",
        SILL_BEARING_PA / u.pressure_pa,
        u.pressure,
        source="practice: firm ground under a sill, our own line",
        says="firm ground above scour",
    )
    collector.at_most(
        "sill.soil_bearing", f"{spec.id}/sills", pressure, limit=limit, working=(), case="uniform live load"
    )


def _water(collector: DeckCheckCollector, timber: DeckTimbers) -> None:
    spec = collector.spec
    assert spec.bridge is not None and spec.bridge.water_m is not None
    under_m = spec.bridge.water_m - timber.board.thickness_m - timber.joist.width_m
    has = collector.length_step(
        "z_has", under_m, "highest water to the stringers' underside", source="user: highest known water"
    )
    needs = collector.length_step(
        "z", CLEAR_WATER_M, "kept clear; twice as much where debris comes down", source="practice: our own line"
    )
    collector.at_least(
        "bridge.flood_clearance", f"{spec.id}/joists", has, needs=needs, working=(), case="highest known water"
    )


def _flood(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> None:
    """What each anchor holds when the highest water reaches the wood: uplift of what is drowned, and the water's push."""
    spec = collector.spec
    assert spec.bridge is not None and spec.bridge.water_m is not None
    water, about = spec.bridge, f"{spec.id}/joists"
    deep_m = timber.board.thickness_m + timber.joist.width_m
    drowned_m = min(deep_m, deep_m - (water.water_m or 0.0))
    if drowned_m <= 0:
        return
    if water.flow_m_per_s is None:
        why = OutOfScopeError(
            "the highest water reaches the wood, and nobody has said how fast it runs", "enter its speed"
        )
        collector.gap("bridge.flood_hold_down", about, why, crew=True)
        return
    left, _, right, _ = frame.outline.box
    span_m = frame.longest_span_m
    boards_m3 = (right - left) * span_m * timber.board.thickness_m
    wood_m3 = len(frame.joists) * span_m * timber.joist.thickness_m * timber.joist.width_m + boards_m3
    density = min(timber.joist.density_kg_per_m3, timber.board.density_kg_per_m3)
    flood = Flood(
        span_m=span_m,
        blocked_m=drowned_m + water.debris_m,
        speed_m_s=water.flow_m_per_s,
        drag_coefficient=DRAG,
    )
    uplift_n, drag_n = flood_n(flood, timber_m3=wood_m3 * drowned_m / deep_m, timber_kg_m3=density)
    each_n = flood_corner_n(uplift_n, drag_n, corners=water.anchors_count)
    u = collector.book.units
    needs = CalculationStep(
        symbol="T_corner",
        value=each_n / u.force_n,
        unit=u.force,
        formula="1.5 * sqrt(U ** 2 + D ** 2) / n",
        inputs=(
            ("U", uplift_n / u.force_n, u.force),
            ("D", drag_n / u.force_n, u.force),
            ("n", float(water.anchors_count), ""),
        ),
        source="statics: hydrostatics and the drag equation, half as much again for safety [our own]",
        says="uplift of the drowned wood and the push of the water with its debris, on each anchor",
    )
    why = OutOfScopeError(
        "what an anchor or chain holds in the bank is its maker's or a trial's to say",
        "anchor it to what a flood does not take, or let it swing on a chain at one end; type what each holds",
    )
    collector.gap("bridge.flood_hold_down", about, why, crew=True, needs=needs)


DRAG = 2.0
"""Of a plank on edge across the flow [common practice]."""
