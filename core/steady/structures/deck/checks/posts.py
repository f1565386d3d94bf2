"""The checks of a deck's posts and footings: buckling, what keeps it upright, how big and how deep the concrete is."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import floor_cases
from steady.design_codes.requests import ColumnInput, LoadType, PostInput, Wood
from steady.design_codes.results import Column, given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.memo import cached, search_cache_scope
from steady.plan.model import Basis, CalculationStep, CheckOrigin
from steady.structures.built_up_posts import MEND, OUTER, BuiltUp
from steady.structures.check_collector import Alike, said
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckCheckInput, DeckTimbers, beam_line, post_wood
from steady.structures.deck.checks.footings import (
    ANY,
    LATERAL_SHARE,
    DeckPostStand,
    FootingResult,
    PostResult,
    Under,
    footing,
)
from steady.structures.deck.checks.guards import open_edges
from steady.structures.deck.checks.joists import factored
from steady.structures.deck.checks.screens import screen_faces, screen_push_n
from steady.structures.deck.layout.framing import DeckFrame, height_of, outline_of
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.joints.beside import beside_bolts
from steady.structures.joints.brace_ends import BraceForce, check_brace_ends
from steady.units.units import IN
from steady.value_objects import positional_value_object

SQUAT_M = 0.3
"""Posts no taller than this do not rack [our own]."""
LEAST_POST_M = 4 * IN
"""A post shorter than this is left out: it would split under the fixings of its base. The beam sits in a base on its pier, whose
concrete is raised to it [common practice]."""
NEAR_M = 1e-9
BRACE_SHARE = 0.7
"""A knee brace reaches down at most so much of its post [our own]."""
FREE_POST = 2.1
"""End factor of a post that stands fixed in the ground and free at its top. Source: NDS Table G1, practice elsewhere."""


@dataclass(slots=True, eq=False)
class _Rest:
    """What the posts of a deck rest on and are made of, the same for all: known by being the same one."""

    asked: DeckCheckInput
    post: SectionItem
    built: BuiltUp | None
    under: Under


UNREAD: dict[str, Any] = {
    "joist": "",
    "spacing_m": 1.0,
    "stiffening": "bridging",
    "beam": "",
    "plies": 1,
    "beams": None,
    "posts": None,
    "pins": (),
    "joists_run": "out",
}
"""What a search changes and no post or footing reads but through what rests on it."""


def _rest(asked: DeckCheckInput, post: SectionItem, built: BuiltUp | None, *, on_house: bool) -> _Rest:
    spec = asked.spec
    return _Rest(
        asked=asked,
        post=post,
        built=built,
        under=Under.of(asked.found(), outline_of(spec).area_m2, on_house),
    )


def _stood_on(rest: _Rest, top_m: float, dead_n: float, *, live_n: float) -> tuple[FootingResult, Alike]:
    """The column and footing of any post so tall with so much on it."""
    found = rest.asked.found()
    stand = DeckPostStand(
        top_m=top_m,
        foot_m=begins_m(found.spec, rest.built, top_m),
        reaction_n=(dead_n, live_n),
        has_post=not _on_pier(found.spec, rest.built, top_m),
    )
    if stand.has_post:
        _column(found, rest, stand)
    made = footing(found, rest.post, stand, under=rest.under)
    return made, found.since((0, 0))


def foot_over_ground_m(spec: DeckSpec) -> float:
    """Where posts begin over the ground (m): on their bases, or at the ground where they stand in it."""
    return 0.0 if spec.lateral.fixed else spec.pier_above_m + spec.stand_off_m


def begins_m(spec: DeckSpec, built: BuiltUp | None, top_m: float) -> float:
    """Where a post begins (m over the ground) whose beam lies so high: at the beam itself where it is too short to be one."""
    return top_m if _on_pier(spec, built, top_m) else foot_over_ground_m(spec)


def _on_pier(spec: DeckSpec, built: BuiltUp | None, top_m: float) -> bool:
    """Whether a beam so high sits in a base on its pier, with no post under it."""
    low = spec.stand_off_m - NEAR_M <= top_m < foot_over_ground_m(spec) + LEAST_POST_M - NEAR_M
    return low and _needs_no_post(spec, built)


def _needs_no_post(spec: DeckSpec, built: BuiltUp | None) -> bool:
    """Whether beams of this deck may sit on their piers: no post in the ground, beside a beam or of several plies."""
    return not spec.lateral.fixed and not spec.seating.post_rises and built is None


def stand_alone(
    collector: DeckCheckCollector,
    frame: DeckFrame,
    timber: DeckTimbers,
    *,
    top_m: float,
    reaction_n: tuple[float, float],
) -> tuple[FootingResult, Alike]:
    """The column and footing of a post beside the frame's own, such as a stair's leg, and what was found of them.

    Args:
        top_m: Its top above the ground. `reaction_n`: the lasting and passing load on it (N).
    """
    rest = cached(_rest, DeckCheckInput.of(collector, **UNREAD), timber.post, timber.built_up, on_house=frame.on_house)
    return cached(_stood_on, rest, round(top_m, 6), round(reaction_n[0], 6), live_n=round(reaction_n[1], 6))


@positional_value_object
class OfPost:
    """What was found of a post: said of it under its own name; `first`: no post before it on this deck is quite like it."""

    about: str
    found: Alike
    upright: Alike
    first: bool


def say_posts(collector: DeckCheckCollector, said: Sequence[OfPost], every: bool) -> None:
    """What was found of the posts, as findings: of every one, or of one of each kind where only the hardest is looked for."""
    for one in said:
        if every or one.first:
            collector.again(one.found, one.about)
        collector.say(one.upright)


@search_cache_scope()
def check_posts(
    collector: DeckCheckCollector,
    frame: DeckFrame,
    timber: DeckTimbers,
    *,
    reactions: dict[str, tuple[float, float]],
    conflicts: list[str],
) -> tuple[list[PostResult], list[OfPost]]:
    """Every post with its footing, and what was found of each."""
    spec = collector.spec
    joist_m, board_m = timber.joist.width_m, timber.board.thickness_m
    rest = cached(_rest, DeckCheckInput.of(collector, **UNREAD), timber.post, timber.built_up, on_house=frame.on_house)
    fixed = spec.lateral.fixed
    made: list[PostResult] = []
    said: list[OfPost] = []
    known: set[int] = set()
    low: dict[float, list[str]] = {}
    pins = {pin.id: pin.at_m for pin in spec.pins}
    screen_n = _screens_n(collector, frame, timber) / max(1, sum(len(run.posts) for run in frame.beams))
    for run in frame.beams:
        beam_m = beam_line(spec, timber.beam, run.id)[0].width_m
        below_m = board_m + (max(beam_m, joist_m) if spec.seating.in_joist_plane else joist_m + beam_m)
        for post in run.posts:
            if not run.from_m - 0.01 <= pins.get(post.id, run.from_m) <= run.to_m + 0.01:
                conflicts.append(
                    f"Post {_short(post.id)} is held past its beam's end, where it would carry nothing: let it go, or move it"
                )
            about = f"{spec.id}/post/{post.id}"
            # A notch opens outward: its post stands so far behind the beam that both outer faces are flush.
            behind_m = max(0.0, timber.post.width_m - spec.plies * timber.beam.thickness_m) / 2
            if timber.built_up is not None:
                behind_m = 0.0  # its beam lies in the middle of three plies
            where = frame.site(post.u_m, post.v_m - (behind_m if spec.seating.notched else 0.0))
            deck_m = height_of(spec, where)
            top_m = deck_m - below_m
            foot_m = begins_m(spec, timber.built_up, top_m)
            if top_m < foot_m - 1e-9:
                least_m = below_m + (spec.stand_off_m if _needs_no_post(spec, timber.built_up) else foot_m)
                low.setdefault(round(least_m, 6), []).append(post.id)
                top_m = foot_m
            # Posts that are alike to a millionth of a newton and a metre are calculated once, from those roundings.
            dead_n, live_n = reactions[post.id]
            footed, findings = cached(_stood_on, rest, round(top_m, 6), round(dead_n, 6), live_n=round(live_n, 6))
            one = PostResult(
                at=post,
                site=where,
                deck_m=deck_m,
                top_m=top_m,
                foot_m=foot_m,
                footing=footed,
                embedded_m=footed.depth_m if fixed else 0.0,
                rises_m=beam_m if spec.seating.post_rises else 0.0,
                bolts_count=_bolts_count(
                    collector, timber, beam_line(spec, timber.beam, run.id)[0], reactions=reactions[post.id]
                ),
            )
            made.append(one)
            mark = collector.mark()
            _upright(collector, frame, timber, stand=_Upright(about, top_m - foot_m, reactions[post.id], screen_n))
            said.append(OfPost(about, findings, collector.cut(mark), id(findings) not in known))
            known.add(id(findings))
            for spot in spec.spots:
                reach = spot.radius_m + footed.width_m / 2
                off = math.dist(where, (spot.x_m, spot.y_m))
                if off < reach - 1e-6:
                    conflicts.append(
                        f"Post {_short(post.id)} stands where {spot.what} is: its hole is "
                        f"{reach - off:.2f} m ({(reach - off) / IN:.1f} in) too near"
                    )
    conflicts += [_too_low(posts, least_m) for least_m, posts in low.items()]
    return made, said


def _short(post: str) -> str:
    """A post as the list of members calls it."""
    return post.removeprefix("beam-")


def _up(value: float, parts: int) -> float:
    """Rounded up: what is needed never reads as less."""
    return math.ceil(value * parts - 1e-6) / parts


def _too_low(posts: list[str], least_m: float) -> str:
    """Posts that have no room under their beam, together, and what they need."""
    names = [_short(one) for one in posts]
    which = f"Post {names[0]}" if len(names) == 1 else f"Posts {', '.join(names[:-1])} and {names[-1]}"
    return (
        f"{which}: not enough height for decking, joists and beam above the footing: they need {_up(least_m, 100):.2f} m "
        f"({_up(least_m / IN, 10):.1f} in). Raise the deck, use flush beams, or lower the footing top"
    )


def _screens_n(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> float:
    """What the wind on screens pushes all posts with (N); not known is said with the guard."""
    spec = collector.spec
    try:
        faces = screen_faces(spec, collector.site, collector.book, on=(frame, timber), edges=open_edges(spec, frame))
    except OutOfScopeError:
        return 0.0
    return screen_push_n(faces)


@lru_cache(maxsize=1024)
def _stood(book: Rulebook, wood: Wood, load: LoadType, *, standing: ColumnInput) -> Column:
    """What a post carries, whatever rests on it: most posts of a deck, and of the next deck of a search, are as tall."""
    return book.column(wood, load, standing)


def _column(collector: DeckCheckCollector, rest: _Rest, stand: DeckPostStand) -> None:
    """A post squeezed straight: one stick, or an outer ply with half of it, as screws join nothing stiffly."""
    spec, book = collector.spec, collector.book
    about, height_m, reaction = ANY, stand.height_m, stand.reaction_n
    u, built = book.units, rest.built
    wood = post_wood(rest.post if built is None else built.outer, spec)
    plies = 1 if built is None else OUTER
    load = collector.load.floor
    tall_m = max(height_m, 0.05)
    end = FREE_POST if spec.lateral.fixed else 1.0
    try:
        best: tuple[float, CalculationStep, CalculationStep, CalculationStep] | None = None
        for case in floor_cases(book, ""):
            column = _stood(
                book,
                wood,
                load.load if case.live else "permanent",
                standing=ColumnInput(height_m=tall_m, end_factor=end),
            )
            demand = CalculationStep(
                symbol="N",
                value=case.total(*reaction) / plies / u.force_n,
                unit=u.force,
                formula="g_D * D + g_L * L" if plies == 1 else "(g_D * D + g_L * L) / n",
                inputs=(
                    ("g_D", case.dead, ""),
                    ("D", reaction[0] / u.force_n, u.force),
                    ("g_L", case.live, ""),
                    ("L", reaction[1] / u.force_n, u.force),
                    *((("n", plies, ""),) if plies > 1 else ()),
                ),
                source=case.source or "statics",
                says=f"{case.name}: the beam on this post" + (", half on each outer ply" if plies > 1 else ""),
            )
            capacity = column.capacity
            if capacity.unit != u.force:
                capacity = given_step("N_max", si(capacity) / u.force_n, u.force, source=capacity.source)
            use = demand.value / capacity.value
            if best is None or use > best[0]:
                best = use, demand, capacity, column.buckling
        assert best is not None
        height = collector.length_step("h", tall_m, "post, from its base to the beam")
        collector.at_most(
            "post.axial_compression", about, best[1], limit=best[2], working=(height, best[3]), case="standing straight"
        )
    except OutOfScopeError as refused:
        by_ply = refused if built is None else OutOfScopeError(f"ply by ply: {refused.reason}", MEND)
        collector.gap("post.axial_compression", about, by_ply)
    try:
        if spec.seating.bolted_on:
            raise OutOfScopeError("the table's beams lie on their posts, not bolted beside them", "calculate it")
        if built is not None:
            raise OutOfScopeError("the table's posts are one stick", MEND)
        area_m2 = sum(reaction) / collector.load.total_pa
        limit = book.post_height(wood, PostInput(area_m2=area_m2, floor=load, longest_m=None, table=True, edition=""))
        height = collector.length_step("h", tall_m, "post, from its base to the beam")
        collector.at_most(
            "post.height_code_table",
            about,
            height,
            limit=collector.limit_length(limit.step, limit.span_m),
            working=(limit.step,),
            case="table",
            basis=Basis.TABLE,
        )
    except OutOfScopeError as refused:
        collector.gap("post.height_code_table", about, refused, basis=Basis.TABLE)


@positional_value_object
class _Upright:
    """A post as what keeps it upright sees it: its height to the beam (m), what rests on it (D, L; N), its part of the wind on
    the screens (N)."""

    about: str
    height_m: float
    reaction_n: tuple[float, float]
    screen_n: float


def brace_leg_m(spec: DeckSpec, height_m: float) -> float:
    """How far a knee brace reaches down its post: as wished, less on a short post; 0 where a post is too short to rack."""
    return 0.0 if height_m <= SQUAT_M else min(spec.brace_m, BRACE_SHARE * height_m)


NOTCH_BOLTS = 2
"""Bolts through a beam in a post's notch. Source: irc: R507.5.1 (from memory, medium)."""


def _bolts_count(
    collector: DeckCheckCollector, timber: DeckTimbers, beam: SectionItem, *, reactions: tuple[float, float]
) -> int:
    """Bolts through a post and the beam beside it, or in its notch."""
    spec = collector.spec
    if not spec.seating.bolted_on:
        return NOTCH_BOLTS if spec.seating.notched else 0
    demand = factored(collector, *reactions, symbol="R", says="the beam on its post")
    try:
        woods = post_wood(beam, spec), post_wood(timber.post, spec)
        return beside_bolts(collector.book, *woods, demand=demand, load=collector.load.floor.load).count
    except (OutOfScopeError, InvalidInputError):
        return NOTCH_BOLTS


def _upright(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, stand: _Upright) -> None:
    """What keeps a deck that no house holds from racking: knee braces both ways, or embedded posts."""
    spec, book = collector.spec, collector.book
    about, height_m, reaction = stand.about, stand.height_m, stand.reaction_n
    if spec.bridge is not None or (frame.on_house and not spec.lateral.braced):
        return
    u = book.units
    name = "deck.lateral_stability"
    if spec.lateral.none:
        if height_m > SQUAT_M:
            collector.gap(
                name,
                f"{spec.id}/post",
                OutOfScopeError("nothing keeps a deck without a house from racking", "knee braces, or embedded posts"),
            )
        return
    total = sum(reaction)
    # Every post of the deck takes its part of what the wind brings from a roof on it.
    roof_n = sum(one.push_n for one in spec.bearings) / max(1, sum(len(run.posts) for run in frame.beams))
    screen = (("H_s", stand.screen_n / u.force_n, u.force),) if stand.screen_n > 0 else ()
    push = CalculationStep(
        symbol="H",
        value=(LATERAL_SHARE * total + roof_n + stand.screen_n) / u.force_n,
        unit=u.force,
        formula="k * R + H_r" + (" + H_s" if screen else ""),
        inputs=(
            ("k", LATERAL_SHARE, ""),
            ("R", total / u.force_n, u.force),
            ("H_r", roof_n / u.force_n, u.force),
            *screen,
        ),
        source="practice: a twentieth of what stands on the post, sideways; no clause asks it of decks",
    )
    leg_m = brace_leg_m(spec, height_m)
    if spec.lateral.braced and leg_m <= 0:
        return
    if frame.on_house:
        # The house holds the deck; braces that are built all the same are looked at as if they stood alone.
        _brace(collector, timber, stand, push=push, asks=CheckOrigin.ADVICE)
        return
    arm_m = height_m if spec.lateral.fixed else max(height_m - leg_m, 0.0)
    arm = arm_m / u.span_m
    moment = CalculationStep(
        symbol="M",
        value=push.value * arm,
        unit=u.moment,
        formula="H * a",
        inputs=(("H", push.value, u.force), ("a", arm, u.span)),
        source="statics",
        says="at the ground" if spec.lateral.fixed else "where the brace meets the post",
    )
    design = book.factored(moment, "M_d")
    built = timber.built_up
    plies = 1 if built is None else OUTER
    try:
        use = book.column_use(
            post_wood(timber.post if built is None else built.outer, spec),
            "wind",
            ColumnInput(
                height_m=max(height_m, 0.05),
                axial_n=total * book.load_factor / plies,
                moment_n_m=si(design) / plies,
                end_factor=FREE_POST if spec.lateral.fixed else 1.0,
            ),
        )
    except OutOfScopeError as refused:
        collector.gap(name, about, refused)
        return
    one = given_step("1", 1.0, "", source=use.source)
    says = "fixed posts" if spec.lateral.fixed else "knee braces, along the beam and across it"
    collector.at_most(
        "post.combined_axial_and_bending",
        about,
        use,
        limit=one,
        working=(push, moment),
        case=says,
        asks=CheckOrigin.SAFETY,
    )
    if built is not None:
        why = "built-up posts that bend across their plies while they are squeezed are outside the code's rules"
        collector.gap("post.combined_axial_and_bending", about, OutOfScopeError(why, MEND))
    if spec.lateral.braced:
        _brace(collector, timber, stand, push=push, asks=CheckOrigin.SAFETY)


def _brace(
    collector: DeckCheckCollector, timber: DeckTimbers, stand: _Upright, *, push: CalculationStep, asks: CheckOrigin
) -> None:
    """A knee brace at 45 degrees: H h / c, along the brace times √2, squeezed as a strut."""
    spec, book = collector.spec, collector.book
    u, about, height_m = book.units, stand.about, stand.height_m
    leg_m = brace_leg_m(spec, height_m)
    c, h = leg_m / u.span_m, height_m / u.span_m
    force = CalculationStep(
        symbol="F",
        value=math.sqrt(2) * push.value * h / c,
        unit=u.force,
        formula="sqrt(2) * H * h / c",
        inputs=(("H", push.value, u.force), ("h", h, u.span), ("c", c, u.span)),
        source="statics: brace at 45 degrees",
        says="one brace takes the whole push of its post",
    )
    try:
        column = book.column(post_wood(timber.joist, spec), "wind", ColumnInput(height_m=math.sqrt(2) * leg_m))
    except OutOfScopeError as refused:
        collector.gap("knee_brace.compression", about, refused)
        return
    limit = column.capacity
    if limit.unit != u.force:
        limit = given_step("F_max", si(limit) / u.force_n, u.force, source=limit.source)
    collector.at_most(
        "knee_brace.compression",
        about,
        book.factored(force, "F_d"),
        limit=limit,
        working=(push, force, column.buckling),
        case="pushed sideways",
        asks=asks,
    )
    if asks is CheckOrigin.ADVICE:
        return
    ends = BraceForce(key="knee_brace_bolts.capacity", force=book.factored(force, "F_d"), case="pushed sideways")
    woods = post_wood(timber.joist, spec), post_wood(timber.post, spec), post_wood(timber.beam, spec)
    check_brace_ends(collector, about, woods, demand=ends)
    collector.gap(
        "post_base.shear_capacity",
        about,
        OutOfScopeError(
            f"no rating of the bases is entered; each must hold {said(push)} sideways",
            "the maker's number for one base, sideways and in pull",
        ),
        crew=True,
        needs=push,
    )
