"""Whether a lean-to stands: its members, its ledger down and up, ways of swaying, lift down every joint, posts and feet."""

import math
from dataclasses import replace

from steady.design_codes.canopies import ClosedRoof, FrameRows, bare_frame
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.plan.connectors import limits_n
from steady.structures.canopy.braces import faces_m2
from steady.structures.canopy.crossed import beam_crossed
from steady.structures.canopy.drift_snow import Catches, DriftSnow, heaped
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.frame import line_weight
from steady.structures.canopy.lateral_system import Sway
from steady.structures.canopy.ledger import LedgerInput, LedgerLoad, check_ledger
from steady.structures.canopy.load_path_checks import (
    LateralSystemResult,
    check_beam,
    hold_up,
    hung_at_house,
    spread,
    sways_or_gap,
    ties,
)
from steady.structures.canopy.loads import CanopyLoads, Roof, canopy_loads, closed_loads
from steady.structures.canopy.post_count import fewest_posts
from steady.structures.canopy.seat_cuts import check_seat, check_tail
from steady.structures.canopy.slats import check_slat
from steady.structures.check_collector import PUBLIC, CheckCollector, said
from steady.structures.continuous_members import Bends, ContinuousMember, Loaded, check_lifted, check_run, one_person
from steady.structures.gutters import check_gutter
from steady.structures.lean_to.layout import LeanToLayout, lay_out, outline, seat_of
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.structure_type import DesignInput
from steady.structures.wind_site import place_of
from steady.units.units import GRAVITY
from steady.value_objects import value_object

MOST_M2 = 50.0
FLAT_RAD = math.radians(10)
"""On a steeper roof a purlin on edge bends sideways, too: not calculated [our own limit]."""


@value_object
class LeanToResult:
    """Everything calculated. `straps_count`: straps on each diagonal of the roof's plane."""

    findings: CheckCollector
    layout: LeanToLayout
    loads: CanopyLoads
    held: LateralSystemResult
    ledger: LedgerLoad
    straps_count: int


def check_lean_to(case: DesignInput) -> LeanToResult:
    """Calculate a lean-to, with the fewest posts whose beam passes where nobody said how many.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: LeanToSpec = case.spec
    found, layout, (loads, heaps) = fewest_posts(
        spec.posts, lambda count: lay_out(spec, count), lambda layout: _beam(case, layout)
    )
    _rafters(found, spec, layout, loads=loads, heaps=heaps)
    _purlins(found, spec, layout, loads=loads, heaps=heaps)
    if layout.timber.slat is not None:
        slat = layout.timber.slat
        check_slat(found, f"{spec.id}/slats", slat, wood=layout.frame.wood(slat), span_m=layout.rafters.spacing_m)
    if spec.roof == "sheets":
        left, right, near, far = outline(spec, layout)
        check_gutter(found, f"{spec.id}/roof", spec.gutter, plan_m2=(right - left) * (far - near))
    sways, straps_count = _sways(found, case, layout, loads=loads)
    held = hold_up(found, case.site, layout.frame, loads=loads, sways=sways)
    ties(found, layout.frame, loads, held=held, rafter_n=_rafter_lift_n(case, layout, loads))
    ledger = _ledger(found, spec, layout, loads=loads, heaps=heaps)
    return LeanToResult(findings=found, layout=layout, loads=loads, held=held, ledger=ledger, straps_count=straps_count)


def _beam(case: DesignInput, layout: LeanToLayout) -> tuple[CheckCollector, tuple[CanopyLoads, tuple[DriftSnow, ...]]]:
    """Its loads, and its beam checked under them."""
    found, loads = CheckCollector(book=case.book), _loads(case, layout)
    heaps = heaped(found, case.site, loads, above=case.spec.above, roof=_catches(case.spec, layout))
    worst = [layout.run.reactions_under_n(one.on(layout.run)) for one in heaps]
    loads = replace(loads, drifted=(max((reactions[1] for reactions in worst), default=0.0),))
    check_beam(found, layout.frame, loads, line=1)
    return found, (loads, heaps)


def dead_pa(spec: LeanToSpec, layout: LeanToLayout) -> float:
    """Lasting load on plan: the parts', or what the crew typed. Source: geometry."""
    if spec.dead_pa is not None:
        return spec.dead_pa
    t, level = layout.timber, math.cos(spec.pitch_rad)
    slope_pa = line_weight(t.rafter) / layout.rafters.spacing_m
    if t.purlin is not None:
        slope_pa += len(layout.purlins_m) * line_weight(t.purlin) / layout.slope_m
    if t.sheet is not None:
        slope_pa += t.sheet.density_kg_per_m3 * t.sheet.thickness_m * GRAVITY
    if t.slat is not None and layout.slats is not None:
        slope_pa += line_weight(t.slat) / layout.slats.pitch_m
    return slope_pa / level


def _solid(layout: LeanToLayout) -> tuple[float, float]:
    """Share closed from above, and the clear gap: sheets close all of it."""
    slat, slats = layout.timber.slat, layout.slats
    if slat is None or slats is None:
        return 1.0, 0.0
    cover = min(1.0, slat.thickness_m / slats.pitch_m)
    bare = layout.timber.rafter.thickness_m / layout.rafters.spacing_m
    return 1 - (1 - cover) * (1 - bare), slats.gap_m


def _catches(spec: LeanToSpec, layout: LeanToLayout) -> Catches:
    solid, gap_m = _solid(layout)
    return Catches(me=spec.id, depth_m=layout.run.length_m, slope_rad=spec.pitch_rad, solidity=solid, gap_m=gap_m)


def _loads(case: DesignInput, layout: LeanToLayout) -> CanopyLoads:
    spec: LeanToSpec = case.spec
    lasting = dead_pa(spec, layout)
    height_m = (layout.chain.roof_at_beam_m + layout.chain.roof_at_wall_m) / 2
    solid, gap_m = _solid(layout)
    if solid < 1:
        roof = Roof(
            solidity=solid,
            gap_m=gap_m,
            height_m=height_m,
            width_m=layout.run.length_m,
            net_coefficient=spec.net_coefficient,
        )
        return canopy_loads(case.book, case.site, roof, dead_pa=lasting)
    closed = ClosedRoof(
        height_m=height_m,
        slope_rad=spec.pitch_rad,
        blocked=spec.blocked,
        long_m=spec.beams_m,
        deep_m=layout.run.length_m,
        net_coefficient=spec.net_coefficient,
    )
    return closed_loads(
        case.book, case.site, closed, dead_pa=lasting, part_m2=layout.rafters.spacing_m * layout.run.length_m
    )


def _rafters(
    collector: CheckCollector,
    spec: LeanToSpec,
    layout: LeanToLayout,
    *,
    loads: CanopyLoads,
    heaps: tuple[DriftSnow, ...],
) -> None:
    """Rafters under each load, drift snow, point load at midspan and at the tip; lifted, their lower edge free."""
    about, run, s = f"{spec.id}/rafters", layout.run, layout.rafters.spacing_m
    wood = layout.frame.rafter(layout.timber.rafter, collector.book)
    even_pa = loads.snow_pa or 0.0
    snows = [
        Loaded(says=one.says, action=run.under([run.all_along(even_pa * s), *one.on(run, s)]), lasts="snow")
        for one in heaps
    ]
    loaded = [*spread(collector.book, loads, s, run=run), *snows, *one_person(run, loads.person_n)]
    check_run(collector, Bends("rafter", about, wood, run), run.even(loads.dead_pa * s), loads=loaded)
    seat = seat_of(spec, layout)
    left = replace(wood, depth_m=seat.left_m)
    check_tail(collector, ("rafter_tail", about, left), loads, reaches=(spec.past_m, spec.past_m * s))
    check_seat(collector, "rafter.seat_cut_depth", about, share=seat.share)
    f = factors_of(collector.book)
    if loads.rafter_up_pa:
        check_lifted(
            collector,
            Bends("rafter", about, wood, run),
            f.lasting * loads.dead_pa * s,
            up_n_per_m=f.wind_up * loads.rafter_up_pa * s,
        )
    if loads.snow_why is not None:
        collector.gap("roof.snow_load", about, loads.snow_why)
    if collector.book.key == "us":
        collector.gap(
            "wind.attached_canopy_clause",
            about,
            OutOfScopeError(
                "the clause for canopies attached to a house is not entered; the greater wind of a free roof is calculated",
                "an engineer's pressure",
            ),
            by_practice=True,
        )
    if collector.book.key == "uk":
        collector.gap(
            "wind.edge_and_corner_zones",
            about,
            OutOfScopeError(
                "local wind at the roof's edges and corners: the overall figure is used, and sheets are fixed twice as close there",
                "an engineer's pressure for edge fixings",
            ),
            by_practice=True,
        )


def _purlins(
    collector: CheckCollector,
    spec: LeanToSpec,
    layout: LeanToLayout,
    *,
    loads: CanopyLoads,
    heaps: tuple[DriftSnow, ...],
) -> None:
    """Purlins on edge over the rafters; what the sheets themselves reach is their maker's."""
    purlin, sheet = layout.timber.purlin, layout.timber.sheet
    if purlin is None or sheet is None:
        return
    about = f"{spec.id}/purlins"
    if spec.pitch_rad > FLAT_RAD + 1e-9:
        why = "on a slope over 10 degrees a purlin on edge bends sideways, too, and that is not calculated"
        collector.gap("purlin.bending", about, OutOfScopeError(why, "a flatter roof, or an engineer"))
    at = tuple(layout.rafters.at_m(k + 1) for k in range(layout.rafters.count))
    run = ContinuousMember(length_m=spec.beams_m, supports_m=at)
    each_m = (layout.purlins_m[-1] - layout.purlins_m[0]) / (len(layout.purlins_m) - 1) * math.cos(spec.pitch_rad)
    dead = run.even(loads.dead_pa * each_m)
    wood = layout.frame.wood(purlin)
    # The purlin at the wall lies under the deepest of what drifts or slides there, all along.
    deepest = [
        Loaded(says=one.says, action=run.even(((loads.snow_pa or 0.0) + one.most_pa) * each_m), lasts="snow")
        for one in heaps
    ]
    loaded = [*spread(collector.book, loads, each_m, run=run), *deepest, *one_person(run, loads.person_n)]
    check_run(collector, Bends("purlin", about, wood, run), dead, loads=loaded)
    span = given_step(
        "s",
        each_m / collector.book.units.span_m,
        collector.book.units.span,
        source="geometry",
        says="from purlin to purlin, level",
    )
    collector.gap(
        "roof_sheet.purlin_spacing",
        about,
        OutOfScopeError(
            f"how far a sheet reaches, and its screws, are its maker's; here {span.value:.2f} {span.unit}",
            "the maker's span and fixing table",
        ),
        crew=True,
        needs=span,
    )


def _sways(
    collector: CheckCollector, case: DesignInput, layout: LeanToLayout, *, loads: CanopyLoads
) -> tuple[tuple[Sway, ...], int]:
    """Along the wall half goes to the beam's line, half up the roof's straps to the ledger; across, the rafters' hangers hold."""
    spec: LeanToSpec = case.spec
    frame, t = layout.frame, layout.timber

    def pushes() -> dict[str, float]:
        f, place, top = factors_of(case.book).wind_up, place_of(case.site), layout.chain.roof_at_wall_m
        posts_m2 = len(frame.posts) * t.post.width_m * frame.high_m / 2
        braces_along_m2, braces_across_m2 = faces_m2(frame)
        edge_m = t.fascia.width_m if t.fascia else t.beam.width_m
        across = bare_frame(
            case.book,
            place,
            top,
            behind=FrameRows(row_m2=spec.beams_m * edge_m, rows=1, other_m2=posts_m2 + braces_across_m2),
        ).force_n
        rows = layout.rafters.count
        rafters_m2, other_m2 = layout.run.length_m * t.rafter.width_m, posts_m2 + braces_along_m2
        along = bare_frame(
            case.book, place, top, behind=FrameRows(row_m2=rafters_m2, rows=rows, other_m2=other_m2)
        ).force_n
        return {"along": f * along, "across": f * across}

    pushed = sways_or_gap(collector, spec.id, pushes)
    if pushed is None:
        return (), 1
    xs = frame.line_xs(1)
    along = Sway(
        way="along the wall",
        push_n=pushed["along"] / 2,
        posts=frame.per_line,
        span_m=xs[-1] - xs[0],
        cross=frame.wood(frame.beam, frame.plies),
        crossed=beam_crossed(frame, loads),
    )
    hung_at_house(collector, spec.id, pushed["across"], rafters=layout.rafters.count)
    return (along,), _strap(collector, spec, layout, along_n=pushed["along"])


STRAPS_MOST = 2
"""Straps that lie side by side on one diagonal, at most [common practice: two ties at one place hold double]."""


def _strap(collector: CheckCollector, spec: LeanToSpec, layout: LeanToLayout, *, along_n: float) -> int:
    """Straps crossed in the plane of the roof: half the push along, over the cosine of their angle to the wall.

    Two lie on each diagonal where one ordinary strap does not hold it.
    """
    u = collector.book.units
    angle = math.atan2(layout.slope_m, spec.beams_m)
    pull = along_n / 2 / math.cos(angle)
    limits = limits_n("strap tie", collector.book.key)
    assert limits is not None
    count = 1 if pull <= limits["up"] else STRAPS_MOST
    needs = given_step(
        "T_s",
        pull / count / u.force_n,
        u.force,
        source=f"statics: half the push along / cos of the strap's angle{' / 2' if count > 1 else ''}",
        says="each strap" if count == 1 else f"each of {count} straps on a diagonal",
    )
    collector.gap(
        "roof_bracing_straps.tension",
        f"{spec.id}/upright",
        OutOfScopeError(
            f"no rating is entered; each strap, and both its ends, must hold {said(needs)}",
            "the maker's number for one strap and its nails",
        ),
        crew=True,
        needs=needs,
    )
    return count


def _rafter_lift_n(case: DesignInput, layout: LeanToLayout, loads: CanopyLoads) -> float:
    """Lift on a rafter's end at the beam, at design level, net of the lasting load above it."""
    f, reach = factors_of(case.book), layout.run.reactions_n(1.0)[1]
    up = f.wind_up * loads.rafter_up_pa * loads.lead_ratio - f.lasting * loads.dead_pa
    return max(0.0, up * reach * layout.rafters.spacing_m)


def _ledger(
    collector: CheckCollector,
    spec: LeanToSpec,
    layout: LeanToLayout,
    *,
    loads: CanopyLoads,
    heaps: tuple[DriftSnow, ...],
) -> LedgerLoad:
    """What the house carries of the roof."""
    ledger = LedgerInput(
        me=spec.id,
        wall=spec.wall,
        wood=layout.frame.wood(layout.timber.ledger),
        long_m=spec.beams_m,
        fixing_m=spec.fixing_m,
        at_point=spec.at_point,
        rafters_m=layout.rafters.spacing_m,
        reach_m=layout.run.reactions_n(1.0)[0],
        drift_n_per_m=max((layout.run.reactions_under_n(one.on(layout.run))[0] for one in heaps), default=0.0),
    )
    return check_ledger(collector, ledger, loads)


def out_of_scope(collector: CheckCollector, case: DesignInput) -> None:
    """Public use, and roofs larger than a house tool may answer for: nothing is said to pass."""
    spec: LeanToSpec = case.spec
    why = ""
    if case.site.use == "public":
        why = PUBLIC
    elif spec.beams_m * spec.depth_m > MOST_M2:
        why = "a roof of more than 50 m² (540 sq ft) is outside what a house tool may answer"
    if why:
        collector.nothing_said(spec.id, why)
