"""A deck's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from dataclasses import dataclass, replace
from typing import Literal

from steady.catalog.items import sticks
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.requests import BeamInput
from steady.errors import InvalidInputError, OutOfScopeError
from steady.memo import cached
from steady.plan.model import Basis, DragHandle, Part, Plan, ViewSpec
from steady.structures.built_up_posts import plies_notes
from steady.structures.check_collector import PUBLIC
from steady.structures.deck.checks import guards
from steady.structures.deck.checks import stairs as flights
from steady.structures.deck.checks.beams import check_beams
from steady.structures.deck.checks.bearings import brought, check_bearings, check_stair_feet
from steady.structures.deck.checks.bridge import check_bridge
from steady.structures.deck.checks.findings import (
    DeckCheckCollector,
    DeckTimbers,
    beam_line,
    beam_wood,
    joist_wood,
    timber_of,
)
from steady.structures.deck.checks.footings import PostResult, waiver
from steady.structures.deck.checks.joists import ask_of, check_joists, overhang_limit_m, point_span_m
from steady.structures.deck.checks.ledger import check_ledger
from steady.structures.deck.checks.loads import deck_load
from steady.structures.deck.checks.posts import OfPost, check_posts, say_posts
from steady.structures.deck.checks.screens import ScreenFace, check_screens, screen_faces
from steady.structures.deck.checks.sleepers import check_sleepers
from steady.structures.deck.checks.stair_supports import StairSupport, check_stair_supports
from steady.structures.deck.layout.framing import BeamRun, DeckFrame, Limits, frame, outline_of
from steady.structures.deck.layout.landing import landing_deck
from steady.structures.deck.parts import boards, build, lines
from steady.structures.deck.parts.flights import build_stair_guards, build_stairs
from steady.structures.deck.parts.gravel_bed import gravel_bed
from steady.structures.deck.parts.guards import build_guard, guard_blocks, guard_posts
from steady.structures.deck.parts.landing_pieces import joined
from steady.structures.deck.parts.pockets import pocket_blocks, pockets
from steady.structures.deck.parts.second_joists import second_joists
from steady.structures.deck.parts.stair_blocks import build_stair_blocks
from steady.structures.deck.parts.stair_supports import build_stair_supports
from steady.structures.deck.spec.deck import DeckSpec, sistered
from steady.structures.deck.text import advice
from steady.structures.deck.text.path import load_path, loads_detail
from steady.structures.deck.text.schedule import Stands, members
from steady.structures.decking import Flooring, check_boards
from steady.structures.guard.calculate import GuardResult
from steady.structures.made_boards import check_end_joints, check_made_boards, is_made
from steady.structures.measurement_targets import diagonal_targets, gap_target, level_target, post_targets
from steady.structures.place import unsaid
from steady.structures.ply_fasteners import check_ply_fasteners
from steady.structures.structure_type import DesignInput
from steady.structures.task_tables import temporary_from
from steady.units.show import Tape

PLAN_FORMAT = 1
BLIND_SPAN_M = 3.0
"""Spans to lay a frame out by where the school has no rule for them [our own]."""


def lay_out(
    spec: DeckSpec, collector: DeckCheckCollector, timber: DeckTimbers, *, yard: PurchasingSettings
) -> DeckFrame:
    """The frame with as many beams and posts as the school's limits ask for."""
    book = collector.book
    wood = joist_wood(timber.joist, spec, spec.spacing_m)
    keep = 1 - spec.least_slack_ratio
    try:
        joist_m = book.joist_span((wood,), ask_of(spec, book, collector)).span_m * keep
    except OutOfScopeError:
        joist_m = BLIND_SPAN_M
    if spec.bridge is None:
        joist_m = min(joist_m, point_span_m(spec, book, collector, wood=wood) * keep)
    beam = beam_wood(timber.beam, spec.plies, spec, book=book)

    def past_limit(back_m: float) -> float:
        return overhang_limit_m(book, wood, back_m)[0]

    def beam_limit(carries_m: float, joists_m: float) -> float:
        floor = collector.load.floor
        try:
            limit_m = book.beam_span((beam,), BeamInput(floor=floor, supported_m=carries_m)).span_m
        except OutOfScopeError:
            return BLIND_SPAN_M
        if not spec.seating.bolted_on:
            try:
                table = BeamInput(floor=floor, table=True, joist_span_m=joists_m, supported_m=carries_m)
                limit_m = min(limit_m, book.beam_span((beam,), table).span_m)
            except OutOfScopeError:
                pass
        return limit_m * keep

    def joins(run: BeamRun) -> bool:
        own, plies = beam_line(spec, timber.beam, run.id)
        try:
            build.ply_breaks(run, plies, [stock.length_m - 2 * yard.trim_m for stock in yard.lengths(own.key)])
        except (InvalidInputError, ValueError):
            return False
        return True

    return frame(
        spec,
        joist_m=timber.joist.thickness_m,
        board_m=timber.board.width_m,
        limits=Limits(
            joist_m=joist_m,
            overhang=past_limit,
            beam=beam_limit,
            joins=joins,
            flush_edge_m=spec.plies * timber.beam.thickness_m / 2,
        ),
    )


@dataclass(slots=True, kw_only=True)
class DeckCalculation:
    """A deck laid out and calculated, before its pieces are counted. `said`: what was found of its posts, one by one."""

    found: DeckCheckCollector
    timber: DeckTimbers
    frame: DeckFrame
    posts: list[PostResult]
    said: list[OfPost]
    stairs: list[flights.Stair]
    guard: GuardResult
    ledger_spacing_m: float | None
    supports: list[StairSupport]
    conflicts: list[str]
    notes: list[str]
    floor: tuple[int, int]
    """Where the findings of joists and boards end: the ledger's are told after them, before what stands under them."""


MORE_POSTS = 4
"""So many more posts under each beam are tried for what stands on a deck, where nobody said how many [our own]."""


def calculate_deck(case: DesignInput, frame_only: bool = False) -> DeckCalculation:
    """Lay a deck out and calculate every check of it, with posts enough for a roof that stands on it where nobody said how many.

    Args:
        frame_only: Joists, beams, posts and footings alone, for looking through many of them.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    first = _calculated(case, frame_only)
    if not case.spec.bearings or case.spec.posts is not None or _beams_pass(first):
        return first
    count = max((len(run.posts) for run in first.frame.beams), default=2)
    for more in range(count + 1, count + 1 + MORE_POSTS):
        made = _calculated(case.of(replace(case.spec, posts=more)), frame_only)
        if _beams_pass(made):
            return made
    return first


def _beams_pass(deck: DeckCalculation) -> bool:
    return all(one.use <= 1 + 1e-9 for one in deck.found.checks if one.key.startswith("beam.") and one.counts)


def _calculated(case: DesignInput, frame_only: bool) -> DeckCalculation:
    framed = cached(_framed, case)
    found = framed.found.copy()
    say_posts(found, framed.said, every=not frame_only)
    made = replace(framed, found=found) if frame_only else _whole(framed, found)
    _out_of_scope(made.found)
    return made


def _framed(case: DesignInput) -> DeckCalculation:
    """Joists, beams, posts and footings."""
    spec, site, book = case.spec, case.site, case.book
    if spec.built_on is not Basis.CALCULATED:
        raise InvalidInputError("built_on", "A deck is built on the calculation; the table stands beside it")
    _refuse_laps(spec)
    _refuse_sleepers(spec)
    timber = timber_of(spec)
    collector = DeckCheckCollector(
        spec=spec, site=site, book=book, load=deck_load(spec, site, book, width_m=_width_m(spec))
    )
    layout = lay_out(spec, collector, timber, yard=case.yard)
    conflicts, notes = list(layout.conflicts), list(layout.notes)
    if spec.bridge is not None:
        notes += check_bridge(collector, layout, timber)
    if spec.on_sleepers:
        conflicts += check_sleepers(collector, layout, timber)
    else:
        check_joists(collector, layout, timber)
    if is_made(timber.board):
        check_made_boards(collector, f"{spec.id}/boards", timber.board, made=spec.made_boards, spacing_m=spec.spacing_m)
    elif spec.bridge is None:
        check_boards(collector, f"{spec.id}/boards", _boards(collector, timber))
    floor = collector.mark()
    carried = brought(layout, spec.bearings)
    conflicts += [f"{name} stands off the deck's joists: move the roof, or widen the deck" for name in carried.off]
    check_bearings(collector, layout, timber, carried=carried)
    check_stair_feet(collector, layout, timber)
    reactions = check_beams(collector, layout, timber)
    posts, said = check_posts(collector, layout, timber, reactions=reactions, conflicts=conflicts)
    return DeckCalculation(
        found=collector,
        timber=timber,
        frame=layout,
        posts=posts,
        said=said,
        stairs=[],
        guard=GuardResult(),
        ledger_spacing_m=None,
        supports=[],
        conflicts=conflicts,
        notes=notes,
        floor=floor,
    )


def _whole(framed: DeckCalculation, collector: DeckCheckCollector) -> DeckCalculation:
    """The ledger, the stairs and the guards on a frame, which stays as it was."""
    layout = framed.frame
    under = collector.cut(framed.floor)
    spacing_m = check_ledger(collector, layout, framed.timber)
    collector.say(under)
    stairs = flights.check_stairs(collector, layout, framed.timber)
    faces = _screens(collector, layout, framed.timber)
    timber, guard = guards.check_guards(
        collector, layout, framed.timber, openings=flights.openings(stairs, collector.spec.guard.gaps), faces=faces
    )
    check_screens(collector, layout, timber, guard=guard, faces=faces)
    _plies(collector, timber)
    stairs = flights.check_stair_loads(collector, layout, timber, stairs=stairs)
    supports = check_stair_supports(collector, layout, timber, stairs=stairs)
    stairs = flights.check_stair_guards(collector, timber, stairs, guard=guard)
    _live_is_enough(collector, _width_m(collector.spec))
    return DeckCalculation(
        found=collector,
        timber=timber,
        frame=layout,
        posts=framed.posts,
        said=framed.said,
        stairs=stairs,
        guard=guard,
        ledger_spacing_m=spacing_m,
        supports=supports,
        conflicts=[*framed.conflicts],
        notes=[*framed.notes],
        floor=framed.floor,
    )


def _screens(collector: DeckCheckCollector, layout: DeckFrame, timber: DeckTimbers) -> list[ScreenFace]:
    """The screens on guard posts, each with its wind; none, and a gap, where the wind is not known."""
    spec = collector.spec
    try:
        return screen_faces(
            spec, collector.site, collector.book, on=(layout, timber), edges=guards.open_edges(spec, layout)
        )
    except OutOfScopeError as refused:
        collector.gap("screen.wind_load", f"{spec.id}/guard", refused)
        return []


def plan_deck(case: DesignInput) -> Plan:
    """Plan a deck.

    Args:
        case: What is wanted and where: the ground under the deck stands in the spec, at its corners.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec, book, yard, tape = case.spec, case.book, case.yard, case.tape
    deck = calculate_deck(case)
    found, timber, layout, posts = deck.found, deck.timber, deck.frame, deck.posts
    conflicts = deck.conflicts
    b = build.Builder(spec, layout, timber)

    def beam_sticks(key: str) -> list[float]:
        return [stock.length_m - 2 * yard.trim_m for stock in yard.lengths(key)] or [6.0]

    b.guard_posts, b.taken = guard_posts(b, deck.guard), (*guard_blocks(b, deck.guard), *pocket_blocks(b))
    build.joists_and_rims(b, yard.longest_m(timber.joist.key))
    pockets(b)
    second_joists(b)
    conflicts += build.beams(b, beam_sticks)
    footings = build.posts_and_footings(b, posts)
    footings += build_stair_supports(b, deck.supports, {one.design.id: one.found.stringers for one in deck.stairs})
    posts = [*posts, *(leg for one in deck.supports for leg in one.legs)]
    _, clashes = boards.decking(b, yard.longest_m(timber.board.key))
    conflicts += clashes
    notes = [*deck.notes, *_board_ends(b, found)]
    build.sills(b)
    gravel_bed(b, yard.gravel)
    build_guard(b, deck.guard)
    build_stair_guards(b, deck.stairs)
    build_stairs(b, deck.stairs)
    build_stair_blocks(b, deck.stairs)
    if deck.ledger_spacing_m is not None:
        _ledger_fixings(b, layout, deck.ledger_spacing_m)
    parts = b.parts(sticks())
    conflicts += _too_long(parts, yard, tape)
    counts = _counts(layout, parts, posts, stairs=len(deck.stairs))
    marks, handles = lines.marks(spec, posts), _handles(spec, layout)
    drawn = tuple(lines.curves(spec, layout, max((stair.found.run_m for stair in deck.stairs), default=0.0)))
    tasks = tuple(advice.tasks(spec, counts))
    whole = Plan(
        format=PLAN_FORMAT,
        id=spec.id,
        school=book.key,
        built_on=spec.built_on,
        accepted="",
        parts=tuple(parts),
        footings=tuple(footings),
        curves=drawn,
        marks=tuple(marks),
        checks=tuple(check for check in found.checks if check.demanded),
        not_covered=(*found.not_covered, *unsaid(case, footings, "floor" if spec.bridge is None else "")),
        practice=(),
        handles=tuple(handles),
        tasks=tasks,
        temporary=temporary_from("deck", tasks, counts),
        cautions=tuple(
            advice.cautions(
                case, layout, timber, parts=parts, frost=waiver(found, layout.plan.area_m2, layout.on_house)
            )
        ),
        details=(loads_detail(found), *load_path(found, layout, posts)),
        members=tuple(members(found, layout, timber, stands=Stands(posts, deck.guard, deck.stairs), tape=tape)),
        conflicts=tuple(dict.fromkeys(conflicts)),
        notes=(*notes, *plies_notes(timber.built_up, tape)),
        called="deck" if spec.bridge is None else "footbridge",
        reads="Two tapes from the left end of the house's edge: along it, and square out from it. Marks to centres.",
        views=(
            ViewSpec(name="plan", title="Framing plan, from above", how="above"),
            ViewSpec(
                name="section",
                title="Section along joists",
                how="along y" if layout.flip else "along x",
                datum="finished deck, 0",
            ),
        ),
        targets=(
            *post_targets(marks, footings, (handle.id for handle in handles if handle.holds)),
            gap_target(f"{spec.id}/boards", spec.board_gap_m),
            *diagonal_targets(drawn),
            level_target(f"{spec.id}/frame", "frame level, corner to corner"),
        ),
    )
    for number, stair in enumerate(deck.stairs):
        whole = _with_landing(case, deck, whole, number=number, stair=stair)
    return whole


def _board_ends(b: build.Builder, found: DeckCheckCollector) -> list[str]:
    """What boards that move with heat leave at their ends; nothing of wood, which moves across its grain."""
    board, made = b.timber.board, b.spec.made_boards
    placed = b.placed("decking")
    longest_m = max((length_m for _, length_m in placed), default=0.0)
    if not is_made(board) or not longest_m > 0:
        return []
    joined = any("/boards/" in place.id and not place.id.endswith("/0") for place, _ in placed)
    return check_end_joints(found, f"{b.spec.id}/boards", (board, made), longest_m=longest_m, joined=joined)


def _with_landing(case: DesignInput, deck: DeckCalculation, whole: Plan, *, number: int, stair: flights.Stair) -> Plan:
    """The plan with a stair's landing and the flight below it, planned as a small deck of its own."""
    if stair.landing is None:
        return whole
    found = stair.found
    feet = flights.feet_of(deck.found.load.floor, stair, deck.timber)
    try:
        spec = landing_deck(case.spec, stair.landing, found.rise_m, riser_m=found.riser_m, feet=feet)
        landing = plan_deck(case.of(spec))
    except InvalidInputError as error:
        _, _, inner = error.field.partition("stairs/0/")
        raise InvalidInputError(f"stairs/{number}/{inner or 'landing/risers'}", error.message) from None
    return joined(whole, landing, stair.landing, below_m=found.rise_m)


def _boards(collector: DeckCheckCollector, timber: DeckTimbers) -> Flooring:
    return Flooring(
        board=timber.board,
        spacing_m=collector.spec.spacing_m,
        joist_m=timber.joist.thickness_m,
        dead_pa=collector.load.floor.dead_pa,
        wet=collector.spec.wet,
    )


def _width_m(spec: DeckSpec) -> float:
    """The lesser side of the box around a deck, for schools whose snow asks for it."""
    left, low, right, high = outline_of(spec).box
    return min(right - left, high - low)


def _live_is_enough(collector: DeckCheckCollector, width_m: float) -> None:
    """A typed live load against the least that the school asks of decks; a workplace's is not known until typed."""
    spec, book, site = collector.spec, collector.book, collector.site
    if spec.bridge is not None:
        return
    if spec.live_pa is None:
        if site.use == "workplace":
            why = "people at a workplace load a deck as its office says, not as a house's tables do"
            mend = "ask the local office, and type it under People"
            for basis in (Basis.CALCULATED, Basis.TABLE):
                collector.gap("live_load", spec.id, OutOfScopeError(why, mend), crew=True, basis=basis)
        return
    try:
        least = book.deck_live_pa(
            ground_snow_pa=site.ground_snow_pa, rain_pa=site.rain_snow_pa, deck_width_m=width_m, raised=True
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        reason = refused.reason if isinstance(refused, OutOfScopeError) else refused.message
        outside = OutOfScopeError(f"the least live load of a deck here is not known: {reason}", "type it under Site")
        collector.gap("live_load.code_minimum", spec.id, outside)
        return
    collector.at_least("live_load.code_minimum", spec.id, collector.load.live, needs=least, working=(), case="as typed")


def _counts(layout: DeckFrame, parts: list[Part], posts: list[PostResult], *, stairs: int) -> dict[str, float]:
    standing, beams = sum(post.has_post for post in posts), float(len(layout.beams))

    def of(role: str) -> float:
        return float(sum(part.count for part in parts if part.role == role))

    return {
        "posts": float(len(posts)),
        "holes": float(len(posts)),
        "standing posts": float(standing),
        "beams": beams if standing else 0.0,
        "beams on piers": 0.0 if standing else beams,
        "joists": of("joist"),
        "fixings": 1.0 if layout.on_house else 0.0,
        "sills": of("sill"),
        "bed": 1.0 if of("bed") else 0.0,
        "guard posts": of("guard post"),
        "balusters": of("baluster"),
        "boards": of("decking"),
        "stairs": float(stairs),
        "looks": 1.0,
    }


def _plies(collector: DeckCheckCollector, timber: DeckTimbers) -> None:
    """Beams of several plies; a bridge's are single sticks, and sleepers have none."""
    if collector.spec.plies > 1 and collector.spec.bridge is None and not collector.spec.on_sleepers:
        check_ply_fasteners(collector, f"{collector.spec.id}/beam/beam-1", timber.beam.thickness_m)


def _ledger_fixings(b: build.Builder, layout: DeckFrame, spacing_m: float) -> None:
    length = layout.plan.edges[0].length_m
    item = {"lag screw": "ledger lag", "bolt": "ledger bolt", "screw": "ledger lag"}[b.spec.ledger.fixing]
    at = (0.0, 0.0, 0.0)
    b.fix(item, max(2, int(length / spacing_m + 1e-6) + 1), at, role="screw")
    # Of 1,500 lb each, within 24 in of the ledger's ends. Source: IRC R507.9.2 (from memory, high).
    b.fix("lateral tie", 2, at, role="connector")
    b.fix("flashing 10 ft", int(length / 3.048 + 0.999), at, role="flashing")


def _refuse_laps(spec: DeckSpec) -> None:
    """Joists that cannot run back beside the old ones.

    Raises:
        InvalidInputError: The field, and what would do.
    """
    if not sistered(spec):
        return
    old, path = spec.existing, "existing/lap_m"
    if not old.joist:
        raise InvalidInputError(
            "existing/joist", "Read the old joists before ours are bolted to them: what they are, how far apart"
        )
    if spec.joists_run == "along":
        raise InvalidInputError(
            path, "Joists that run along the old deck cannot run back beside its joists: run them out from it"
        )
    if old.lower_m > 0:
        raise InvalidInputError(
            path, "Joists bolted beside the old ones lie at their level: take the step away, or the lap"
        )
    if abs(old.spacing_m - spec.spacing_m) > advice.SAME_SPACING_M:
        raise InvalidInputError(
            path, "Joists bolted beside the old ones stand as far apart as they do: take their spacing for ours"
        )


def _refuse_sleepers(spec: DeckSpec) -> None:
    """Sleepers under a deck that something else holds up, or that holds something up.

    Raises:
        InvalidInputError: With the field.
    """
    if not spec.on_sleepers:
        return
    if not spec.stands_free:
        raise InvalidInputError("attach", "A deck on sleepers moves with what it lies on: it stands free of the house")
    if spec.bridge is not None or spec.bearings:
        raise InvalidInputError(
            "rests", "Sleepers carry a deck and people alone: posts and beams under a roof or a bridge"
        )


def _too_long(parts: list[Part], yard: PurchasingSettings, tape: Tape) -> list[str]:
    found = []
    for part in parts:
        if part.length_m <= 0:
            continue
        longest = max((stock.length_m for stock in yard.lengths(part.item)), default=0.0)
        if (part.stick_m or part.length_m) > longest + 1e-6 and part.role != "beam":
            found.append(
                f"A {part.role} of {tape.length(part.length_m)} is longer than any stick on sale: join it over a support"
            )
    return found


def _out_of_scope(collector: DeckCheckCollector) -> None:
    """Public use and heavy things on the deck: nothing is said to pass."""
    why = PUBLIC if collector.site.use == "public" else ""
    if collector.spec.carries:
        why = f"{', '.join(collector.spec.carries)}: outside what a house deck is calculated for"
    if why:
        collector.nothing_said(collector.spec.id, why)


def _handles(spec: DeckSpec, layout: DeckFrame) -> list[DragHandle]:
    """Beams along the joists, posts along their beam, and the outline's far edges; each with the field it moves."""
    pins = {pin.id: index for index, pin in enumerate(spec.pins)}

    def field(name: str) -> str:
        return f"pins/{pins[name]}/at_m" if name in pins else "pins/+"

    along: Literal["x", "y"] = "y" if layout.flip else "x"
    across: Literal["x", "y"] = "x" if layout.flip else "y"
    made = []
    for run in layout.beams:
        made.append(
            DragHandle(
                id=f"{spec.id}/beam/{run.id}",
                field=field(run.id),
                line=f"{spec.id}/{across}",
                station_m=run.v_m,
                locked=run.id in pins,
                axis=across,
                holds=True,
            )
        )
        for post in run.posts:
            made.append(
                DragHandle(
                    id=f"{spec.id}/post/{post.id}",
                    field=field(post.id),
                    line=f"{spec.id}/{along}",
                    station_m=post.u_m,
                    locked=post.id in pins,
                    axis=along,
                    holds=True,
                )
            )
    _, _, right, high = layout.plan.box
    edges: tuple[tuple[str, Literal["x", "y"], float], ...] = (("right", "x", right), ("front", "y", high))
    for name, axis, at in edges:
        made.append(
            DragHandle(
                id=f"{spec.id}/edge/{name}",
                field=f"outline/{axis}",
                line=f"{spec.id}/{axis}",
                station_m=at,
                locked=False,
                axis=axis,
            )
        )
    return made
