"""Whether a platform's wood holds: boards, joists, rails over the barrels; straps and angles by their makers."""

import math
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.design_codes.requests import Wood
from steady.design_codes.results import given_step, si
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.beam import SpreadLoad
from steady.structures.check_collector import CheckCollector, said
from steady.structures.continuous_members import NOTHING, Bends, ContinuousMember, Loaded, check_run
from steady.structures.decking import PERSON_N, Flooring, check_boards
from steady.structures.floating_platform.buoyancy import WATER_KG_M3
from steady.structures.floating_platform.layout import STRAPS_A_BARREL, FloatLayout
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.structure_type import DesignInput
from steady.structures.wood import outdoors
from steady.units.units import GRAVITY

SUN_SHARE = 0.5
"""Webbing that stood in the sun holds half of its maker's figure [our own]."""


def live_load(case: DesignInput) -> CalculationStep:
    """Live load. Raises OutOfScopeError: the school has no load for decks."""
    spec: FloatSpec = case.spec
    u = case.book.units
    if spec.live_pa is not None:
        return given_step(
            "L", spec.live_pa / u.pressure_pa, u.pressure, source="user: typed", says="people on any one part"
        )
    site = case.site
    return case.book.deck_live_pa(
        ground_snow_pa=site.ground_snow_pa, rain_pa=site.rain_snow_pa, deck_width_m=spec.wide_m, raised=False
    )


def gapped(stick: SectionItem, shared: bool = False) -> Wood:
    """A stick under gapped boards."""
    return replace(outdoors(stick), shared=shared, sheathed=False)


def _dead_pa(layout: FloatLayout) -> float:
    """Boards and joists on plan. Source: geometry."""
    t = layout.timber
    boards = t.board.density_kg_per_m3 * t.board.thickness_m
    joists = t.joist.density_kg_per_m3 * t.joist.thickness_m * t.joist.width_m / layout.joists.spacing_m
    return (boards + joists) * GRAVITY


def check_members(collector: CheckCollector, case: DesignInput, layout: FloatLayout) -> None:
    """Joists over the cradle rails, rails over the barrels (afloat, pressed up, and on a stand), boards over the joists."""
    spec: FloatSpec = case.spec
    try:
        live = live_load(case)
    except OutOfScopeError as refused:
        for name in (
            "joist.bending",
            "joist.shear",
            "joist.deflection",
            "cradle_rail.bending",
            "cradle_rail.shear",
            "cradle_rail.deflection",
        ):
            collector.gap(name, f"{spec.id}/joists", refused)
        for name in ("cradle_rail_upward_load.bending", "deck_board.allowable_span"):
            collector.gap(name, f"{spec.id}/cradles", refused)
        return
    live_pa, dead_pa = si(live), _dead_pa(layout) * spec.soaked_ratio
    joist = _joist_run(spec, layout)
    _joists(collector, spec, layout, run=joist, loads_pa=(dead_pa, live_pa))
    # A rail carries the most loaded of the joists' lines, per metre along it.
    width_m = max(joist.reactions_n(1.0))
    _cradles(collector, spec, layout, lines_n=(dead_pa * width_m, live_pa * width_m))
    floor = Flooring(
        board=layout.timber.board,
        spacing_m=layout.joists.spacing_m,
        joist_m=layout.timber.joist.thickness_m,
        dead_pa=dead_pa,
    )
    check_boards(collector, f"{spec.id}/boards", floor)


def _joist_run(spec: FloatSpec, layout: FloatLayout) -> ContinuousMember:
    t = layout.timber.joist.thickness_m
    return ContinuousMember(length_m=spec.wide_m - 2 * t, supports_m=tuple(y - t for y in layout.cradles_m))


def _joists(
    collector: CheckCollector,
    spec: FloatSpec,
    layout: FloatLayout,
    *,
    run: ContinuousMember,
    loads_pa: tuple[float, float],
) -> None:
    each = layout.joists.spacing_m
    dead_pa, live_pa = loads_pa
    wood = gapped(layout.timber.joist, shared=each <= 0.61)
    between = max(zip(run.supports_m, run.supports_m[1:], strict=False), key=lambda pair: pair[1] - pair[0])
    middle = SpreadLoad(from_m=between[0], to_m=between[1], start_n_per_m=live_pa * each, end_n_per_m=live_pa * each)
    loads = [
        Loaded(says="uniform live load", action=run.even(live_pa * each), lasts="floor"),
        Loaded(says="people between the rows", action=run.under([middle]), lasts="floor"),
        Loaded(says="a person at the edge", action=run.point(PERSON_N, 0.0), lasts="floor", sags=False),
    ]
    limits = collector.book.deck_sags(wood, 1)
    check_run(
        collector, Bends("joist", f"{spec.id}/joists", wood, run), run.even(dead_pa * each), loads=loads, sags=limits
    )


def _cradles(collector: CheckCollector, spec: FloatSpec, layout: FloatLayout, *, lines_n: tuple[float, float]) -> None:
    """Afloat a rail lies on its barrels; on a stand it hangs between the outer two with nobody on it."""
    about, wood = f"{spec.id}/cradles", gapped(layout.timber.cradle)
    dead_n, live_n = lines_n
    limits = collector.book.deck_sags(wood, 1)
    if len(layout.along_m) > 1:
        run = ContinuousMember(length_m=spec.long_m, supports_m=layout.along_m)
        loads = [Loaded(says="uniform live load", action=run.even(live_n), lasts="floor")]
        check_run(collector, Bends("cradle_rail", about, wood, run), run.even(dead_n), loads=loads, sags=limits)
        ends = ContinuousMember(length_m=spec.long_m, supports_m=(layout.along_m[0], layout.along_m[-1]))
        barrels_n = spec.barrel.mass_kg * GRAVITY / 2 * len(layout.along_m) / spec.long_m
        ashore = [
            Loaded(says="on stand or ice, supported at ends", action=ends.even(dead_n + barrels_n), lasts="floor")
        ]
        check_run(collector, Bends("cradle_rail", about, wood, ends), NOTHING, loads=ashore, sags=())
    pressed = ContinuousMember(length_m=layout.joists.spacing_m, supports_m=(0.0, layout.joists.spacing_m))
    up_n = push_up_n(spec) / 2 / laid_length_m(spec)
    load = [Loaded(says="one barrel fully submerged", action=pressed.even(up_n), lasts="floor", sags=False)]
    before = list(collector.checks)
    collector.checks = []
    check_run(collector, Bends("cradle_rail_upward_load", about, wood, pressed), NOTHING, loads=load, sags=())
    collector.checks = [*before, *collector.checks]


def push_up_n(spec: FloatSpec) -> float:
    """What a barrel held under water presses up with: (V ρ − m) g. Source: hydrostatics."""
    return (spec.barrel.volume_m3 * WATER_KG_M3[spec.water] - spec.barrel.mass_kg) * GRAVITY


def flooded_n(spec: FloatSpec) -> float:
    """What a barrel full of water weighs out of the water. Source: hydrostatics."""
    return (spec.barrel.volume_m3 * WATER_KG_M3[spec.water] + spec.barrel.mass_kg) * GRAVITY


def laid_length_m(spec: FloatSpec) -> float:
    """Length over which a barrel bears on its rails: what its volume makes of it. Source: geometry."""
    return spec.barrel.volume_m3 / (math.pi * spec.barrel.diameter_m**2 / 4)


def check_joints(collector: CheckCollector, case: DesignInput, layout: FloatLayout) -> None:
    """What only a maker's number closes: straps on lifting, angles between rails and joists."""
    spec: FloatSpec = case.spec
    u = case.book.units
    each = flooded_n(spec) / STRAPS_A_BARREL
    strap = CalculationStep(
        symbol="T_s",
        value=each / SUN_SHARE / u.force_n,
        unit=u.force,
        formula="W / n / k",
        inputs=(("W", flooded_n(spec) / u.force_n, u.force), ("n", float(STRAPS_A_BARREL), ""), ("k", SUN_SHARE, "")),
        source="statics: a barrel full of water lifted with the platform, webbing halved for the sun",
        says="each strap, new",
    )
    collector.gap(
        "barrel_straps.capacity",
        f"{spec.id}/barrels",
        OutOfScopeError(
            f"no rating is entered; each strap and its ratchet must hold {said(strap)} when new",
            "the maker's number for strap and ratchet together",
        ),
        crew=True,
        needs=strap,
    )
    crossings = max(1, math.floor(laid_length_m(spec) / layout.joists.spacing_m))
    pull = given_step(
        "T_a",
        flooded_n(spec) / 2 / crossings / u.force_n,
        u.force,
        source="statics: half of a flooded barrel on one rail, shared by the joists over it",
        says="each angle, on lifting",
    )
    collector.gap(
        "cradle_angles.capacity",
        f"{spec.id}/cradles",
        OutOfScopeError(
            f"no rating is entered; each angle must hold {said(pull)}, rail to joist",
            "the maker's number for one angle",
        ),
        crew=True,
        needs=pull,
    )
