"""Whether a pergola stands: members, ways of swaying, lift down every joint, posts and feet."""

from dataclasses import replace
from functools import partial

from steady.design_codes.canopies import FrameRows, bare_frame, layers_pa
from steady.design_codes.results import Action, given_step
from steady.errors import OutOfScopeError
from steady.structures.canopy.braces import faces_m2
from steady.structures.canopy.crossed import beam_crossed
from steady.structures.canopy.drift_snow import Catches, DriftSnow, heaped
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.frame import line_weight
from steady.structures.canopy.lateral_system import Crossed, Sway
from steady.structures.canopy.ledger import LedgerInput, check_ledger
from steady.structures.canopy.load_path_checks import (
    LateralSystemResult,
    check_beam,
    hold_up,
    hung_at_house,
    lying,
    spread,
    sways_or_gap,
    ties,
)
from steady.structures.canopy.loads import CanopyLoads, Roof, canopy_loads
from steady.structures.canopy.post_count import fewest_posts
from steady.structures.canopy.slats import check_slat
from steady.structures.check_collector import PUBLIC, CheckCollector, said
from steady.structures.continuous_members import Bends, ContinuousMember, Loaded, check_lifted, check_run, one_person
from steady.structures.pergola.bays import BayGrid, on_rafter
from steady.structures.pergola.layout import PergolaLayout, lay_out, rafter_run
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.structure_type import DesignInput
from steady.structures.wind_site import place_of
from steady.value_objects import value_object

CLIMBERS_PA = 250.0
"""Wet climbers on slats [our own, low]: weigh yours."""
NAMES = {"along": "along the beams", "across": "across the beams"}


@value_object
class PergolaResult:
    """Everything calculated: what is laid out, loads, one foot for each post, sway each way, and what its joints must hold (N)."""

    findings: CheckCollector
    layout: PergolaLayout
    loads: CanopyLoads
    held: LateralSystemResult


def check_pergola(case: DesignInput) -> PergolaResult:
    """Calculate a pergola, with the fewest posts whose beam passes where nobody said how many.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec = case.spec
    findings, layout, loads = fewest_posts(
        spec.posts, lambda count: lay_out(case, count), lambda layout: _members_of(case, layout)
    )
    held = hold_up(findings, case.site, layout.frame, loads=loads, sways=_sways(findings, case, layout, loads=loads))
    f, run = factors_of(case.book), rafter_run(spec, layout.lines_m)
    # A rafter's tie holds the rafter's own reaction at its beam, overhang and all; the house's hanger is not among them.
    reach_m = max(run.reactions_n(1.0)[len(run.supports_m) - len(layout.lines_m) :])
    lifted = f.wind_up * loads.rafter_up_pa - f.lasting * loads.dead_pa
    ties(findings, layout.frame, loads, held=held, rafter_n=max(0.0, lifted * layout.rafters.spacing_m * reach_m))
    return PergolaResult(findings=findings, layout=layout, loads=loads, held=held)


def _members_of(case: DesignInput, layout: PergolaLayout) -> tuple[CheckCollector, CanopyLoads]:
    """Its loads, and its members checked under them."""
    findings, loads = CheckCollector(book=case.book), _loads(case, layout)
    heaps = _heaps(findings, case, layout, loads=loads)
    loads = replace(loads, drifted=_drifted(case.spec, layout, heaps))
    _members(findings, case, layout, loads=loads, heaps=heaps)
    return findings, loads


def _loads(case: DesignInput, layout: PergolaLayout) -> CanopyLoads:
    spec = case.spec
    rafter, slat = layout.timber.rafter, layout.timber.slat
    layers = [(rafter.thickness_m, rafter.width_m, layout.rafters.pitch_m, rafter.density_kg_per_m3)]
    if slat is not None and layout.slats is not None:
        pitch = layout.bays.pitch_m if layout.bays is not None else layout.slats.pitch_m
        layers += [(slat.thickness_m, slat.width_m, pitch, slat.density_kg_per_m3)] * (1 + spec.second_slats)
    if layout.bays is not None:
        layers.append((rafter.thickness_m, rafter.width_m, layout.bays.rows.spacing_m, rafter.density_kg_per_m3))
    climbs = spec.grows == "climbers"
    dead_pa = layers_pa(layers) + (CLIMBERS_PA if climbs else 0.0)
    top_m = spec.high_m + layout.timber.beam.width_m + rafter.width_m
    roof = Roof(
        solidity=1.0 if climbs else layout.solidity,
        gap_m=layout.slats.gap_m if layout.slats else layout.rafters.gap_m,
        height_m=top_m,
        width_m=min(spec.beams_m, spec.rafters_m),
        net_coefficient=spec.net_coefficient,
    )
    return canopy_loads(case.book, case.site, roof, dead_pa=dead_pa)


def _members(
    collector: CheckCollector,
    case: DesignInput,
    layout: PergolaLayout,
    *,
    loads: CanopyLoads,
    heaps: tuple[DriftSnow, ...],
) -> None:
    """Rafters under each load and a person, at midspan and at the tip; beams; slats under their own weight."""
    spec: PergolaSpec = case.spec
    me, timber, s = spec.id, layout.timber, layout.rafters.spacing_m
    run, about = rafter_run(spec, layout.lines_m), f"{spec.id}/rafters"
    person = one_person(run, loads.person_n)
    # A rafter carries the slats as far as half-way to its neighbours, and itself; not the rafters of the pairs.
    own = line_weight(timber.rafter)
    slats_pa = loads.dead_pa - own / layout.rafters.pitch_m
    dead, even_pa = run.even(slats_pa * s + own), loads.snow_pa or 0.0
    even = spread(collector.book, loads, s, run=run)
    if layout.bays is not None:
        dead = _on_bays(layout.bays, run, loads.dead_pa)
        even = lying(collector.book, loads, partial(_on_bays, layout.bays, run), area_m2=s * run.span_m)
        _cross(collector, spec, layout, loads=loads)
    snows = [
        Loaded(says=one.says, action=run.under([run.all_along(even_pa * s), *one.on(run, s)]), lasts="snow")
        for one in heaps
    ]
    loaded = [*even, *snows, *person]
    check_run(
        collector, Bends("rafter", about, layout.frame.rafter(timber.rafter, collector.book), run), dead, loads=loaded
    )
    factors = factors_of(collector.book)
    if loads.wind_pa:
        check_lifted(
            collector,
            Bends("rafter", about, layout.frame.wood(timber.rafter), run),
            factors.lasting * loads.dead_pa * s,
            up_n_per_m=factors.wind_up * loads.rafter_up_pa * s,
        )
    if loads.snow_why is not None:
        collector.gap("slat.snow_load", f"{me}/rafters", loads.snow_why)
    for line in range(1, len(layout.lines_m) + 1):
        check_beam(collector, layout.frame, loads, line=line)
    _slat(collector, spec, layout)
    _ledger(collector, spec, layout, loads=loads, heaps=heaps)


def _slat(collector: CheckCollector, spec: PergolaSpec, layout: PergolaLayout) -> None:
    """A slat between rafters, or in its longest bay."""
    slat = layout.timber.slat
    if slat is None:
        return
    span = layout.rafters.spacing_m
    if layout.bays is not None:
        span = max(layout.bays.length_m(turned) for _, _, turned in layout.bays.each())
    check_slat(collector, f"{spec.id}/slats", slat, wood=layout.frame.wood(slat), span_m=span)


def _ledger(
    collector: CheckCollector,
    spec: PergolaSpec,
    layout: PergolaLayout,
    *,
    loads: CanopyLoads,
    heaps: tuple[DriftSnow, ...],
) -> None:
    """What the house carries of a pergola that hangs on it."""
    if not spec.on_house:
        return
    run = rafter_run(spec, layout.lines_m)
    ledger = LedgerInput(
        me=spec.id,
        wall=spec.wall,
        wood=layout.frame.wood(layout.timber.rafter),
        long_m=spec.beams_m,
        fixing_m=spec.fixing_m,
        at_point=spec.at_point,
        rafters_m=layout.rafters.spacing_m,
        reach_m=run.reactions_n(1.0)[0],
        drift_n_per_m=max((run.reactions_under_n(one.on(run))[0] for one in heaps), default=0.0),
    )
    check_ledger(collector, ledger, loads)


def _rows(layout: PergolaLayout) -> int:
    """Slats behind each other across the beams."""
    assert layout.slats is not None
    return layout.slats.count * (layout.bays.rows.count - 1 if layout.bays is not None else 1)


def _on_bays(bays: BayGrid, run: ContinuousMember, pressure_pa: float) -> Action:
    return run.under(on_rafter(bays, run, pressure_pa))


def _cross(collector: CheckCollector, spec: PergolaSpec, layout: PergolaLayout, *, loads: CanopyLoads) -> None:
    """A cross piece from rafter to rafter, under the half bay of turned slats that ends on it, and a person; and its hangers."""
    bays, stick = layout.bays, layout.timber.rafter
    assert bays is not None
    u, about = collector.book.units, f"{spec.id}/cross"
    run = ContinuousMember(length_m=bays.columns.gap_m, supports_m=(0.0, bays.columns.gap_m))
    width = bays.rows.spacing_m / 2 if bays.turns else 0.0
    own = run.even(loads.dead_pa * width + line_weight(stick))
    carried = spread(collector.book, loads, width, run=run) if width > 0 else []
    loaded = [*carried, *one_person(run, loads.person_n)]
    check_run(collector, Bends("cross_member", about, layout.frame.wood(stick), run), own, loads=loaded)
    f = factors_of(collector.book)
    passing = max(loads.live_pa, loads.snow_pa or 0.0) * width * run.length_m / 2
    dead = (loads.dead_pa * width + line_weight(stick)) * run.length_m / 2
    down = given_step(
        "R",
        (f.dead * dead + f.live * max(passing, loads.person_n)) / u.force_n,
        u.force,
        source="statics",
        says="at each end",
    )
    collector.gap(
        "cross_member_hanger.capacity",
        about,
        OutOfScopeError(
            f"no rating is entered; each hanger of a cross piece must hold {said(down)} down",
            "the maker's number for one hanger, with your factor",
        ),
        crew=True,
        needs=down,
    )


def _heaps(
    collector: CheckCollector, case: DesignInput, layout: PergolaLayout, *, loads: CanopyLoads
) -> tuple[DriftSnow, ...]:
    """Snow off the house that it hangs on."""
    spec: PergolaSpec = case.spec
    if not spec.on_house:
        return ()
    gap_m = layout.slats.gap_m if layout.slats else layout.rafters.gap_m
    # Climbers close it to all snow, not to the even snow alone.
    solid = 1.0 if spec.grows == "climbers" else layout.solidity
    roof = Catches(me=spec.id, depth_m=spec.rafters_m, solidity=solid, gap_m=gap_m)
    return heaped(collector, case.site, loads, above=spec.above, roof=roof)


def _drifted(spec: PergolaSpec, layout: PergolaLayout, heaps: tuple[DriftSnow, ...]) -> tuple[float, ...]:
    """What the worse of drift and slide adds on each beam line (N/m)."""
    run = rafter_run(spec, layout.lines_m)
    worst = [run.reactions_under_n(one.on(run)) for one in heaps]
    return tuple(max(reactions[1 + k] for reactions in worst) for k in range(len(layout.lines_m))) if worst else ()


def pushes_n(case: DesignInput, layout: PergolaLayout) -> dict[str, float]:
    """The wind on the bare frame each way, at the school's design level. Source: practice and our own (low), by rows."""
    spec, book = case.spec, case.book
    t, top = layout.timber, spec.high_m + layout.timber.beam.width_m + layout.timber.rafter.width_m
    posts_m2 = len(layout.frame.posts) * t.post.width_m * spec.high_m / 2
    braces_along_m2, braces_across_m2 = faces_m2(layout.frame)
    rows = len(layout.lines_m) * spec.plies
    factor, place = factors_of(book).wind_up, place_of(case.site)
    across = bare_frame(
        book,
        place,
        top,
        behind=FrameRows(row_m2=spec.beams_m * t.beam.width_m, rows=rows, other_m2=posts_m2 + braces_across_m2),
    ).force_n
    if t.slat is not None and layout.slats is not None:
        faces = spec.beams_m * (t.slat.width_m)
        across += bare_frame(
            book, place, top, behind=FrameRows(row_m2=faces, rows=_rows(layout) * (1 + spec.second_slats))
        ).force_n
    rafters_m2, other_m2 = spec.rafters_m * t.rafter.width_m, posts_m2 + braces_along_m2
    along = bare_frame(
        book, place, top, behind=FrameRows(row_m2=rafters_m2, rows=layout.rafters.count, other_m2=other_m2)
    ).force_n
    if layout.bays is not None and t.slat is not None:
        # Cross pieces stand against the wind across as one more row each; turned slats against the wind along, as if all were.
        across += bare_frame(
            book, place, top, behind=FrameRows(row_m2=spec.beams_m * t.rafter.width_m, rows=layout.bays.crosses)
        ).force_n
        rows = layout.bays.out.count * (layout.bays.columns.count - 1) if layout.bays.turns else 1
        along += bare_frame(
            book, place, top, behind=FrameRows(row_m2=spec.rafters_m * t.slat.width_m, rows=rows)
        ).force_n
    return {"across": factor * across, "along": factor * along}


def _pair_crossed(spec: PergolaSpec, layout: PergolaLayout, loads: CanopyLoads) -> Crossed:
    """The pair of rafters over a post, with the roof from half-way to the next on either side; a strut has its own weight alone."""
    run = rafter_run(spec, layout.lines_m)
    if layout.bays is not None:
        strut = ContinuousMember(length_m=run.span_m, supports_m=(0.0, run.span_m))
        own = strut.all_along(line_weight(layout.timber.rafter, 2))
        return Crossed(what="cross_strut", about=f"{spec.id}/struts", run=strut, dead=(own,))
    width = 2 * layout.rafters.spacing_m
    return Crossed(
        what="rafter",
        about=f"{spec.id}/rafters",
        run=run,
        dead=(run.all_along(loads.dead_pa * width),),
        wind=(run.all_along((loads.wind_pa or 0.0) * width),),
        snow=(run.all_along((loads.snow_pa or 0.0) * width),),
    )


def _sways(
    collector: CheckCollector, case: DesignInput, layout: PergolaLayout, *, loads: CanopyLoads
) -> tuple[Sway, ...]:
    spec, frame = case.spec, layout.frame
    pushes = sways_or_gap(collector, spec.id, lambda: pushes_n(case, layout))
    if pushes is None:
        return ()
    xs = frame.line_xs(1)
    lines = len(frame.lines_m) if not spec.on_house else 2  # half of the push along goes into the house
    along = Sway(
        way=NAMES["along"],
        push_n=pushes["along"] / lines,
        posts=frame.per_line,
        span_m=xs[-1] - xs[0],
        cross=frame.wood(frame.beam, frame.plies),
        crossed=beam_crossed(frame, loads),
    )
    if spec.on_house:
        hung_at_house(collector, spec.id, pushes["across"], rafters=layout.rafters.count)
        return (along,)
    across = Sway(
        way=NAMES["across"],
        push_n=pushes["across"] / frame.per_line,
        posts=2,
        span_m=frame.lines_m[1] - frame.lines_m[0],
        cross=frame.wood(layout.timber.rafter, 2),
        crossed=_pair_crossed(spec, layout, loads),
    )
    return along, across


def out_of_scope(collector: CheckCollector, case: DesignInput) -> None:
    """Public use, and roofs larger than a house tool may answer for: nothing is said to pass."""
    spec = case.spec
    why = ""
    if case.site.use == "public":
        why = PUBLIC
    elif spec.beams_m * spec.rafters_m > 50:
        why = "a roof of more than 50 m² (540 sq ft) is outside what a house tool may answer"
    if why:
        collector.nothing_said(spec.id, why)
