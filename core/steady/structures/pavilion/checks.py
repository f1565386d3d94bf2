"""Whether a pavilion stands: rafters, hips down to the corners that they push out, ridge, beams, sway, lift, posts and feet."""

import itertools
import math
from collections.abc import Sequence
from dataclasses import replace

from steady.design_codes.canopies import ClosedRoof, FrameRows, bare_frame
from steady.design_codes.requests import ColumnInput, LoadType
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.statics.beam import SpreadLoad
from steady.structures.canopy.box_beams import check_boxed
from steady.structures.canopy.braces import faces_m2
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.frame import line_weight
from steady.structures.canopy.lateral_system import Crossed, Sway
from steady.structures.canopy.load_path_checks import (
    LateralSystemResult,
    check_bearing,
    hold_up,
    lying,
    spread,
    sways_or_gap,
    ties,
)
from steady.structures.canopy.loads import CanopyLoads, closed_loads
from steady.structures.canopy.seat_cuts import ONE_HALF, check_seat, check_tail
from steady.structures.check_collector import PUBLIC, CheckCollector, said
from steady.structures.continuous_members import (
    Bends,
    ContinuousMember,
    Loaded,
    check_lifted,
    check_run,
    one_person,
)
from steady.structures.joints.peak import check_hip_head
from steady.structures.pavilion.cupola_checks import check_cupola, raised_weight_n
from steady.structures.pavilion.layout import PavilionLayout, hip_length_m, lay_out, over_m, purlins_m
from steady.structures.pavilion.roof_planes import RoofSide, beam_shape, supports_m
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.pavilion.tied_beams import TiedBeam, check_tied
from steady.structures.structure_type import DesignInput
from steady.structures.wind_site import place_of
from steady.units.trade import Units
from steady.units.units import GRAVITY
from steady.value_objects import value_object

MOST_M2 = 50.0


@value_object
class HipLoad:
    """What one hip carries at the school's design level (N): at ring or ridge, its quarter of that without its jacks' part; from
    its jacks; along it; ties along x and y."""

    top_n: float
    ring_n: float
    jacks_n: float
    axial_n: float
    tie_x_n: float
    tie_y_n: float


@value_object
class PavilionResult:
    """Everything calculated."""

    findings: CheckCollector
    layout: PavilionLayout
    loads: CanopyLoads
    held: LateralSystemResult
    hip: HipLoad


def check_pavilion(case: DesignInput) -> PavilionResult:
    """Calculate a pavilion.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: PavilionSpec = case.spec
    layout = lay_out(spec)
    collector = CheckCollector(book=case.book)
    loads = _loads(case, layout)
    if loads.snow_why is not None:
        collector.gap("roof.snow_load", f"{spec.id}/rafters", loads.snow_why)
    _rafters(collector, spec, layout, loads=loads)
    hip = _hips(collector, layout, loads)
    if layout.ridge:
        _ridge(collector, layout, loads)
    if layout.ring:
        _ring(collector, layout, loads)
    check_cupola(collector, case, layout, loads=loads)
    for line in (1, 2, 3, 4):
        _beam(collector, layout, loads, line=line, between=spec.middle_posts)
        _tied(collector, layout, (loads, hip), line=line, between=spec.middle_posts)
    check_bearing(collector, layout.frame, loads, about=f"{spec.id}/beam/1")
    held = hold_up(collector, case.site, layout.frame, loads=loads, sways=_sways(collector, case, layout, loads=loads))
    # Of unlike pitches one side's rafters reach farther than the other's: the same tie stands on both.
    f, reach_m = factors_of(case.book), max(rafter_run(side).reactions_n(1.0)[0] for side in layout.sides)
    lifted = max(0.0, f.wind_up * loads.rafter_up_pa - f.lasting * loads.dead_pa) * layout.spacing_m * reach_m
    ties(collector, layout.frame, loads, held=held, rafter_n=lifted)
    return PavilionResult(findings=collector, layout=layout, loads=loads, held=held, hip=hip)


def rafter_run(side: RoofSide) -> ContinuousMember:
    """A common rafter on plan: from its tail over the beam to ring or ridge."""
    return ContinuousMember(length_m=side.past_m + side.run_m, supports_m=(side.past_m, side.past_m + side.run_m))


def dead_pa(spec: PavilionSpec, layout: PavilionLayout) -> float:
    """Lasting load on plan: all its pieces over the beams, spread over the roof; or what the crew typed. Source: geometry."""
    if spec.dead_pa is not None:
        return spec.dead_pa
    t, weight_n = layout.timber, 0.0
    for one in layout.rafters:
        weight_n += (one.side.past_m + one.in_m) / math.cos(one.side.pitch_rad) * line_weight(t.rafter)
    weight_n += sum(hip_length_m(layout, side)[0] for side in layout.sides) * line_weight(t.hip, spec.hip_plies)
    ring_m = sum(side.top_m for side in layout.sides) if layout.ring else layout.ridge_m if layout.ridge else 0.0
    weight_n += ring_m * line_weight(t.ring)
    if layout.raised is not None:
        for side in layout.raised.sides:
            common_m = (side.past_m + side.run_m) / math.cos(side.pitch_rad)
            weight_n += (common_m + hip_length_m(layout, side)[0]) * line_weight(t.rafter)
    for side in layout.all_sides:
        spans = (over_m(side, up_m) for up_m in purlins_m(side, spec.purlin_spacing_m))
        weight_n += sum(max(0.0, b - a) for a, b in spans) * line_weight(t.purlin)
        sheets_m2 = (side.eave_m + side.top_m) / 2 * side.slope_m
        weight_n += sheets_m2 * t.sheet.density_kg_per_m3 * t.sheet.thickness_m * GRAVITY
    return weight_n / layout.plan_m2


def _loads(case: DesignInput, layout: PavilionLayout) -> CanopyLoads:
    spec: PavilionSpec = case.spec
    front = layout.sides[0]
    roof = ClosedRoof(
        height_m=(spec.beam_top_m + layout.high_m) / 2,
        slope_rad=max(front.pitch_rad, layout.sides[1].pitch_rad),
        blocked=False,
        long_m=front.eave_m,
        deep_m=layout.sides[1].eave_m,
        net_coefficient=spec.net_coefficient,
        hipped=True,
    )
    return closed_loads(
        case.book, case.site, roof, dead_pa=dead_pa(spec, layout), part_m2=spec.rafter_spacing_m * front.run_m
    )


def _one_half(loads: CanopyLoads, run: ContinuousMember, shape: Sequence[SpreadLoad]) -> list[Loaded]:
    """Snow on one half of the roof."""
    if not loads.snow_pa:
        return []
    return [Loaded(says="unbalanced snow", action=run.under(shape), lasts="snow")]


def _rafters(collector: CheckCollector, spec: PavilionSpec, layout: PavilionLayout, *, loads: CanopyLoads) -> None:
    """The longer commons under each load, unbalanced snow, point load at midspan and at the tip; lifted, their lower edge free."""
    side = max(layout.sides[:2], key=lambda one: one.run_m)
    about, run, s = f"{spec.id}/rafters", rafter_run(side), layout.spacing_m
    wood = layout.frame.rafter(layout.timber.rafter, collector.book)
    half = [run.all_along(ONE_HALF * (loads.snow_pa or 0.0) * s)]
    dead = run.even(loads.dead_pa * s)
    loaded = [
        *spread(collector.book, loads, s, run=run),
        *_one_half(loads, run, half),
        *one_person(run, loads.person_n),
    ]
    check_run(collector, Bends("rafter", about, wood, run), dead, loads=loaded)
    for one in layout.sides[:2]:
        left = replace(wood, depth_m=layout.seat_of(one).left_m)
        check_tail(collector, ("rafter_tail", about, left), loads, reaches=(one.past_m, one.past_m * s))
    check_seat(
        collector, "rafter.seat_cut_depth", about, share=max(layout.seat_of(one).share for one in layout.sides[:2])
    )
    f = factors_of(collector.book)
    if loads.rafter_up_pa:
        check_lifted(
            collector,
            Bends("rafter", about, wood, run),
            f.lasting * loads.dead_pa * s,
            up_n_per_m=f.wind_up * loads.rafter_up_pa * s,
        )


def design_pa(collector: CheckCollector, loads: CanopyLoads, area_m2: float) -> float:
    """Down on plan at the school's design level: lasting load with the worst of people, unbalanced snow, and wind.

    Args:
        area_m2: What the member that it is asked of carries.
    """
    f = factors_of(collector.book)
    passing = max(
        f.live * loads.live_on_pa(collector.book, area_m2),
        f.live * ONE_HALF * (loads.snow_pa or 0.0),
        f.wind_up * (loads.wind_pa or 0.0),
    )
    return f.dead * loads.dead_pa + passing


def hip_load(layout: PavilionLayout, pressure_pa: float, weighs_n: float = 0.0) -> HipLoad:
    """A hip takes half of its corner's jacks, two thirds of that at its upper end, and a quarter of what ring or ridge carries.

    A raised centre, and what that weighs (N), is among it.

    Source: statics: V / sin h along the hip; its level part splits by the hip's way on plan into the two beams that tie it.
    """
    front, right = layout.sides[0], layout.sides[1]
    jacks = front.run_m * front.end_m / 2 * pressure_pa
    # Commons bring half of their load to ring or ridge; four hips carry it.
    commons = 2 * (front.top_m * front.run_m / 2 + right.top_m * right.run_m / 2) * pressure_pa
    if layout.raised is not None:
        commons += layout.raised.plan_m2 * pressure_pa
    top = (commons + weighs_n) / 4 + 2 / 3 * jacks
    thrust = top / math.tan(layout.hip_rad)
    way = math.atan2(front.run_m, front.end_m)
    return HipLoad(
        top_n=top,
        ring_n=(commons + weighs_n) / 4,
        jacks_n=jacks,
        axial_n=top / math.sin(layout.hip_rad) + jacks / 3 * math.sin(layout.hip_rad),
        tie_x_n=thrust * math.cos(way),
        tie_y_n=thrust * math.sin(way),
    )


def _unheld_m(layout: PavilionLayout, level_m: float) -> float:
    """The longest stretch of a hip that no jack holds sideways: from jack to jack, or from its corner to the first."""
    front = layout.sides[0]
    ends = sorted(one.in_m for one in layout.rafters if one.side is front and one.hand == -1)
    stops = [0.0, *(in_m / front.run_m * level_m for in_m in ends), level_m]
    return max(b - a for a, b in itertools.pairwise(stops)) / math.cos(layout.hip_rad)


def _hips(collector: CheckCollector, layout: PavilionLayout, loads: CanopyLoads) -> HipLoad:
    """A hip bends under the triangle of its jacks while it is squeezed; it pushes its corner out, which both beams tie."""
    book, u, me = collector.book, collector.book.units, layout.frame.me
    front = layout.sides[0]
    about = f"{me}/hips"
    level = math.hypot(front.run_m, front.end_m)
    jacks_m2 = front.run_m * front.end_m / 2
    hip_m2 = jacks_m2 + hip_load(layout, 1.0).ring_n
    down_pa = design_pa(collector, loads, hip_m2)
    one = hip_load(layout, down_pa, factors_of(book).dead * raised_weight_n(layout))
    plies = layout.hip_plies
    wood = layout.frame.wood(layout.timber.hip, plies)
    # What backing takes off the edges is taken off the whole: on the safe side.
    wood = replace(wood, depth_m=wood.depth_m - layout.backed_m)
    run = ContinuousMember(length_m=level, supports_m=(0.0, level))

    def triangle(pressure_pa: float) -> list[SpreadLoad]:
        whole = front.run_m * front.end_m / 2 * pressure_pa
        return [SpreadLoad(from_m=0.0, to_m=level, start_n_per_m=0.0, end_n_per_m=2 * whole / level)]

    on_it = lying(book, loads, lambda pressure_pa: run.under(triangle(pressure_pa)), area_m2=jacks_m2, snow="")
    snow = _one_half(loads, run, triangle(ONE_HALF * (loads.snow_pa or 0.0)))
    loaded = [*on_it, *snow, *one_person(run, loads.person_n)]
    check_run(collector, Bends("hip_rafter", about, wood, run), run.under(triangle(loads.dead_pa)), loads=loaded)
    seat = layout.hip_seat
    past = math.hypot(front.past_m, front.side_past_m)
    left = replace(wood, depth_m=seat.left_m - layout.backed_m)
    check_tail(collector, ("hip_rafter_tail", about, left), loads, reaches=(past, front.past_m * front.side_past_m))
    check_seat(collector, "hip_rafter.seat_cut_depth", about, share=seat.share)
    moment = run.under(triangle(down_pa)).moment_n_m
    try:
        # Screws join plies too softly for a built-up column: each stands alone with its share.
        use = book.column_use(
            replace(wood, plies=1),
            "snow" if loads.snow_pa else "roof",
            ColumnInput(
                height_m=level / math.cos(layout.hip_rad),
                height_weak_m=_unheld_m(layout, level),
                axial_n=one.axial_n / plies,
                moment_n_m=moment / plies,
            ),
        )
        along = "along the hip at its foot" if plies == 1 else "along each of its two plies at the hip's foot"
        squeeze = given_step("N_h", one.axial_n / plies / u.force_n, u.force, source="statics: V / sin h", says=along)
        collector.at_most(
            "hip_rafter.combined_axial_and_bending",
            about,
            use,
            limit=given_step("1", 1.0, "", source=use.source),
            working=(squeeze,),
            case="all down",
            asks=CheckOrigin.SAFETY,
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(refused.message, "a deeper hip")
        collector.gap("hip_rafter.combined_axial_and_bending", about, outside)
    ring = _hip_head(layout, u, one.ring_n, passing_pa=max(0.0, down_pa - factors_of(book).dead * loads.dead_pa))
    lasts: LoadType = "snow" if loads.snow_pa else "roof"
    check_hip_head(collector, f"{me}/ring", (wood, layout.frame.wood(layout.timber.ring)), force=ring, load=lasts)
    tie = max(one.tie_x_n, one.tie_y_n)
    pull = given_step(
        "T",
        tie / u.force_n,
        u.force,
        source="statics: V / tan h, split by the hip's way",
        says="in each beam, at every corner",
    )
    collector.gap(
        "corner_ties.tension",
        f"{me}/beam/1",
        OutOfScopeError(
            f"nothing rated ties the corner; where the beams meet over a post each must hold {said(pull)} along itself, "
            "by two or four straps on its faces",
            "the maker's number for one strap or bolted corner",
        ),
        crew=True,
        needs=pull,
    )
    return one


def _hip_head(layout: PavilionLayout, u: Units, ring_n: float, *, passing_pa: float) -> CalculationStep:
    """What one hip's head carries down past its plumb cut.

    Under an even load the hips press on each other, and through their heads pass only what ring or ridge brings. Where one half
    alone is loaded, the loaded hip hangs a third of its jacks on the one across: three hinges, moments about both feet.

    Args:
        ring_n: A quarter of what ring or ridge carries, at the school's design level (N).
        passing_pa: What may lie on one half alone, at the same level (Pa).
    """
    jacks_n = hip_load(layout, passing_pa).jacks_n
    return CalculationStep(
        symbol="V_r",
        value=(ring_n + jacks_n / 3) / u.force_n,
        unit=u.force,
        formula="R + J / 3",
        inputs=(("R", ring_n / u.force_n, u.force), ("J", jacks_n / u.force_n, u.force)),
        source="statics: three hinges, a quarter of ring or ridge and a third of the jacks on one half",
        says="each hip's head",
    )


def _ridge(collector: CheckCollector, layout: PavilionLayout, loads: CanopyLoads) -> None:
    """The ridge carries half of the commons on either side, from hips to hips."""
    run = ContinuousMember(length_m=layout.ridge_m, supports_m=(0.0, layout.ridge_m))
    width = layout.run_m
    half = [run.all_along(ONE_HALF * (loads.snow_pa or 0.0) * width)]
    loaded = [
        *spread(collector.book, loads, width, run=run),
        *_one_half(loads, run, half),
        *one_person(run, loads.person_n),
    ]
    dead = run.even(loads.dead_pa * width + line_weight(layout.timber.ring))
    check_run(
        collector,
        Bends("ridge_beam", f"{layout.frame.me}/ridge", layout.frame.wood(layout.timber.ring), run),
        dead,
        loads=loaded,
    )


def _ring(collector: CheckCollector, layout: PavilionLayout, loads: CanopyLoads) -> None:
    """A piece of the ring carries half of the commons on its side, from hip to hip."""
    side = max(layout.sides[:2], key=lambda one: one.run_m * one.top_m**2)
    run = ContinuousMember(length_m=side.top_m, supports_m=(0.0, side.top_m))
    width = side.run_m / 2
    half = [run.all_along(ONE_HALF * (loads.snow_pa or 0.0) * width)]
    loaded = [
        *spread(collector.book, loads, width, run=run),
        *_one_half(loads, run, half),
        *one_person(run, loads.person_n),
    ]
    dead = run.even(loads.dead_pa * width + line_weight(layout.timber.ring))
    piece = Bends("peak_ring_segment", f"{layout.frame.me}/ring", layout.frame.wood(layout.timber.ring), run)
    check_run(collector, piece, dead, loads=loaded)


def _total_n(loads: Sequence[SpreadLoad]) -> float:
    return sum((one.start_n_per_m + one.end_n_per_m) / 2 * (one.to_m - one.from_m) for one in loads)


BEAM_SIDES = {1: 0, 2: 2, 3: 1, 4: 3}
"""Beam 1 front, 2 back, 3 right, 4 left: the side of the roof that lies on each."""


def _tied(
    collector: CheckCollector, layout: PavilionLayout, under: tuple[CanopyLoads, HipLoad], *, line: int, between: int
) -> None:
    """A beam's pull as the tie of its corners, with the roof's own load that goes with it."""
    loads, hip = under
    frame, side = layout.frame, layout.sides[BEAM_SIDES[line]]
    run = ContinuousMember(length_m=side.long_m, supports_m=supports_m(side, frame.post.width_m / 2, between))
    area_m2 = _total_n(beam_shape(side, 1.0)) / (len(run.supports_m) - 1)
    tied = TiedBeam(
        line=line,
        run=run,
        roof=beam_shape(side, design_pa(collector, loads, area_m2)),
        pull_n=hip.tie_x_n if line < 3 else hip.tie_y_n,
        load="snow" if loads.snow_pa else "roof",
    )
    check_tied(collector, frame, tied)


def _beam(collector: CheckCollector, layout: PavilionLayout, loads: CanopyLoads, *, line: int, between: int) -> None:
    """A beam from corner post to corner post over those between."""
    frame = layout.frame
    side = layout.sides[BEAM_SIDES[line]]
    run = ContinuousMember(length_m=side.long_m, supports_m=supports_m(side, frame.post.width_m / 2, between))
    own = [run.all_along(line_weight(frame.beam, frame.plies))]
    area_m2 = _total_n(beam_shape(side, 1.0)) / (len(run.supports_m) - 1)
    loaded = lying(
        collector.book, loads, lambda pressure_pa: run.under(beam_shape(side, pressure_pa)), area_m2=area_m2, snow=""
    )
    loaded += _one_half(loads, run, beam_shape(side, ONE_HALF * (loads.snow_pa or 0.0)))
    loaded += one_person(run, loads.person_n)
    dead = run.under([*beam_shape(side, loads.dead_pa), *own])
    about = f"{frame.me}/beam/{line}"
    if frame.boxed is not None:
        one = Bends("beam", about, frame.wood(frame.boxed.flange), run)
        check_boxed(collector, frame.boxed, one, dead=dead, loads=loaded)
        return
    check_run(collector, Bends("beam", about, frame.wood(frame.beam, frame.plies), run), dead, loads=loaded)


def _crossed(layout: PavilionLayout, loads: CanopyLoads, line: int, *, between: int) -> Crossed:
    """A beam as its bent's cross member, with its side of the roof on it."""
    frame = layout.frame
    side = layout.sides[{1: 0, 3: 1}[line]]
    run = ContinuousMember(length_m=side.long_m, supports_m=supports_m(side, frame.post.width_m / 2, between))
    own = run.all_along(line_weight(frame.beam, frame.plies))
    return Crossed(
        what="beam",
        about=f"{frame.me}/beam/{line}",
        run=run,
        dead=(*beam_shape(side, loads.dead_pa), own),
        wind=tuple(beam_shape(side, loads.wind_pa or 0.0)),
        snow=tuple(beam_shape(side, loads.snow_pa or 0.0)),
    )


def _sways(
    collector: CheckCollector, case: DesignInput, layout: PavilionLayout, *, loads: CanopyLoads
) -> tuple[Sway, ...]:
    """Each way the wind meets the roof's side, its beam and half of the posts; two bents share it."""
    spec: PavilionSpec = case.spec
    frame, t = layout.frame, layout.timber

    def pushes() -> dict[str, float]:
        f, place = factors_of(case.book).wind_up, place_of(case.site)
        posts_m2 = len(frame.posts) * t.post.width_m * frame.high_m / 2
        braces_x_m2, braces_y_m2 = faces_m2(frame)
        made = {}
        for way, side, braces_m2 in (
            ("along y", layout.sides[0], braces_y_m2),
            ("along x", layout.sides[1], braces_x_m2),
        ):
            other_m2 = posts_m2 + braces_m2
            face = (side.eave_m + side.top_m) / 2 * (layout.peak_m - spec.beam_top_m) + side.long_m * t.beam.width_m
            if layout.raised is not None:
                face += layout.raised.sides[0].eave_m * (layout.raised.peak_m - layout.peak_m)
            made[way] = (
                f
                * bare_frame(
                    case.book, place, layout.peak_m, behind=FrameRows(row_m2=face, rows=1, other_m2=other_m2)
                ).force_n
            )
        return made

    pushed = sways_or_gap(collector, spec.id, pushes)
    if pushed is None:
        return ()
    beam = frame.wood(frame.beam, frame.plies)
    if frame.boxed is not None:
        flange = frame.wood(frame.boxed.flange)
        try:
            beam = frame.boxed.as_wood(flange, si(case.book.stiffness(flange)), min(spec.beams_m, spec.deep_m))
        except OutOfScopeError as refused:
            collector.gap("lateral_stability", f"{spec.id}/upright", refused)
            return ()
    half = t.post.width_m
    return tuple(
        Sway(
            way=way,
            push_n=pushed[way] / 2,
            posts=2 + spec.middle_posts,
            span_m=long_m - half,
            cross=beam,
            crossed=_crossed(layout, loads, line, between=spec.middle_posts),
        )
        for way, long_m, line in (("along x", spec.beams_m, 1), ("along y", spec.deep_m, 3))
    )


def out_of_scope(collector: CheckCollector, case: DesignInput, layout: PavilionLayout) -> None:
    """Public use, and roofs larger than a house tool may answer for: nothing is said to pass."""
    why = ""
    if case.site.use == "public":
        why = PUBLIC
    elif layout.sides[0].eave_m * layout.sides[1].eave_m > MOST_M2:
        why = "a roof of more than 50 m² (540 sq ft) is outside what a house tool may answer"
    if why:
        collector.nothing_said(case.spec.id, why)
