"""What holds a roof on posts, down its load path: beams and their seats, posts, lift at every joint, feet.

Every function asks the frame and its loads; which roof lies on it is the kind's own.
"""

import itertools
from collections.abc import Callable, Mapping

from steady.design_codes.base import Rulebook
from steady.design_codes.canopies import person_n
from steady.design_codes.requests import SeatInput
from steady.design_codes.results import Action, given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.plan.model import Basis, UncheckedItem
from steady.structures.canopy.built_up_posts import check_plies, check_plies_loaded
from steady.structures.canopy.crossed import check_crossed, wind_cases
from steady.structures.canopy.factors import factors_of
from steady.structures.canopy.footings import Foot, FootInput, calculate_footing
from steady.structures.canopy.frame import RoofFrame, RoofPost, line_weight
from steady.structures.canopy.lateral_system import (
    FIXED_LENGTH,
    PostSupport,
    Sway,
    SwayEffects,
    check_loaded,
    check_post,
    sway,
)
from steady.structures.canopy.loads import CanopyLoads
from steady.structures.canopy.slab import check_slab
from steady.structures.check_collector import CheckCollector, said
from steady.structures.continuous_members import Bends, ContinuousMember, Loaded, check_run, one_person, worst_of_each
from steady.structures.ply_fasteners import check_ply_fasteners
from steady.structures.support_links import PostReaction
from steady.value_objects import value_object


@value_object
class LateralSystemResult:
    """What stands: one foot for each post by its id, how it sways each way, and how its posts stand."""

    feet: dict[str, Foot]
    swayed: tuple[SwayEffects, ...]
    stand: PostSupport


def spread(book: Rulebook, loads: CanopyLoads, width_m: float, *, run: ContinuousMember) -> list[Loaded]:
    """Each load of its own on a member that carries a width of roof over its longest span; none together with another."""
    return lying(book, loads, lambda pressure_pa: run.even(pressure_pa * width_m), area_m2=width_m * run.span_m)


def lying(
    book: Rulebook, loads: CanopyLoads, does: Callable[[float], Action], *, area_m2: float, snow: str = "even snow"
) -> list[Loaded]:
    """The same, however it comes onto the member.

    Args:
        does: What a pressure on the roof does to it.
        area_m2: What of the roof the member carries itself, which its live load goes by.
        snow: What the snow is called; empty: it comes another way.
    """
    live_pa = loads.live_on_pa(book, area_m2)
    found = [Loaded(says="uniform roof live load", action=does(live_pa), lasts="roof")]
    if loads.snow_pa and snow:
        found.append(Loaded(says=snow, action=does(loads.snow_pa), lasts="snow"))
    if loads.wind_pa:
        wind_pa = loads.wind_pa * factors_of(book).wind_as_live
        found.append(Loaded(says="wind down", action=does(wind_pa), lasts="wind", sags=False))
    return found


def snow_on_line(loads: CanopyLoads, run: ContinuousMember, width_m: float, *, line: int) -> list[Loaded]:
    """What drifts or slides onto a beam line, on top of the even snow."""
    more = loads.drifted_n_per_m(line)
    if not more > 0:
        return []
    return [Loaded(says="drift snow", action=run.even((loads.snow_pa or 0.0) * width_m + more), lasts="snow")]


def check_beam(collector: CheckCollector, frame: RoofFrame, loads: CanopyLoads, *, line: int) -> None:
    """A beam under its width of roof and a person, and its seat on the posts."""
    about, width, run = f"{frame.me}/beam/{line}", frame.widths_m[line - 1], frame.run(line)
    one = frame.wood(frame.beam, frame.plies)
    dead = run.even(loads.dead_pa * width + line_weight(frame.beam, frame.plies))
    lying_on = [*spread(collector.book, loads, width, run=run), *snow_on_line(loads, run, width, line=line)]
    check_run(collector, Bends("beam", about, one, run), dead, loads=[*lying_on, *one_person(run, loads.person_n)])
    check_bearing(collector, frame, loads, about=about)


def check_bearing(collector: CheckCollector, frame: RoofFrame, loads: CanopyLoads, *, about: str) -> None:
    """A beam on its post, perpendicular to grain: on all of the post, or each ply on its own shoulder."""
    book, u, stick, post = collector.book, collector.book.units, frame.beam, frame.post
    if frame.boxed is not None:
        stick = frame.boxed.flange
    if frame.seating.pocketed and frame.built_up is not None:
        post = frame.built_up.core
    down = max(post_down_n(book, frame, loads).values())
    plies_m = frame.plies * (stick.thickness_m if frame.boxed is None else stick.width_m)
    demand = given_step("R", down / u.force_n, u.force, source="statics", says="what comes down on a post")
    try:
        seat = book.seat(
            frame.wood(stick, frame.plies),
            "roof",
            SeatInput(
                width_m=plies_m if frame.seating.plies_apart else min(plies_m, post.thickness_m),
                length_m=post.width_m,
                from_end_m=frame.beam_past_m,
                kind="discrete",
            ),
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        collector.gap("beam.bearing", about, _outside(refused, "a larger post"))
        return
    capacity = seat.capacity
    if capacity.unit != u.force:
        capacity = given_step("R_max", si(seat.capacity) / u.force_n, u.force, source=capacity.source)
    collector.at_most(
        "beam.bearing", about, demand, limit=capacity, working=(seat.capacity,), case="perpendicular to grain"
    )


def _outside(refused: Exception, mend: str) -> OutOfScopeError:
    if isinstance(refused, OutOfScopeError):
        return refused
    return OutOfScopeError(getattr(refused, "message", str(refused)), mend)


def post_down_n(book: Rulebook, frame: RoofFrame, loads: CanopyLoads) -> dict[str, float]:
    """What comes down on each post at the school's design level: lasting load and the worst of people, snow and wind."""
    f = factors_of(book)
    found = {}
    for post in frame.posts:
        width, share = frame.width_of(post), frame.share_m(post)
        passing = max(
            f.live * loads.live_on_pa(book, width * share) * width * share,
            f.live * snow_on_post_n(frame, loads, post),
            f.wind_up * (loads.wind_pa or 0.0) * width * share,
            # One person stands right over it.
            f.live * person_n(book),
        )
        found[post.id] = _lasting_n(book, frame, loads, post=post) + passing
    return found


def snow_on_post_n(frame: RoofFrame, loads: CanopyLoads, post: RoofPost) -> float:
    """Even snow, and what drifts or slides onto its line, that comes down on one post (N, unfactored)."""
    line = (loads.snow_pa or 0.0) * frame.width_of(post) + loads.drifted_n_per_m(post.line)
    return line * frame.share_m(post)


@value_object
class InWind:
    """One combination that has wind in it: what it is called, what comes down on a post (N), and the share of wind in it."""

    says: str
    down_n: float
    share: float


def down_in_wind(book: Rulebook, frame: RoofFrame, loads: CanopyLoads, *, post: RoofPost) -> tuple[InWind, ...]:
    """What comes down on a post while the wind pushes the roof sideways: lasting load, wind down, companion snow.

    Source: the school's combinations with wind; the wind in each, over the most that any of them has.
    """
    f, area_m2 = factors_of(book), frame.width_of(post) * frame.share_m(post)
    lasting_n = _lasting_n(book, frame, loads, post=post) / f.dead
    wind_n = f.wind_up * (loads.wind_pa or 0.0) * area_m2
    snow_n = snow_on_post_n(frame, loads, post)
    live_pa = loads.live_on_pa(book, area_m2) if f.live_in_wind and loads.closed_rad is not None else 0.0
    found = {}
    for case in wind_cases(book):
        beside_n = max(case.snow * snow_n, case.live * live_pa * area_m2)
        down_n = case.dead * lasting_n + case.share * wind_n + beside_n
        found[(round(case.share, 6), round(down_n, 6))] = InWind(says=case.says, down_n=down_n, share=case.share)
    return tuple(found.values())


def _lasting_n(book: Rulebook, frame: RoofFrame, loads: CanopyLoads, *, post: RoofPost) -> float:
    """Lasting load alone on a post, at the school's design level."""
    even = loads.dead_pa * frame.width_of(post) + line_weight(frame.beam, frame.plies)
    return factors_of(book).dead * (even * frame.share_m(post) + frame.end_beam_n(post))


def lift_n(book: Rulebook, frame: RoofFrame, loads: CanopyLoads, *, post: RoofPost) -> tuple[float, float, float]:
    """Wind up on one post's share, what of the lasting load above the beam's tie counts against it, and the post's own.

    Source: the school's uplift combination.
    """
    f, width, share = factors_of(book), frame.width_of(post), frame.share_m(post)
    up = f.wind_up * loads.post_up_n_per_m(width) * share
    held = f.lasting * (loads.dead_pa * width + line_weight(frame.beam, frame.plies)) * share
    own = f.lasting * line_weight(frame.post) * frame.high_m
    return up, held, own


def hold_up(
    collector: CheckCollector, site: Site, frame: RoofFrame, *, loads: CanopyLoads, sways: tuple[Sway, ...]
) -> LateralSystemResult:
    """Sway both ways, posts squeezed and bent, their feet."""
    about, stand = f"{frame.me}/upright", frame.stand()
    if frame.plies > 1 and not frame.seating.plies_apart:  # plies on shoulders stand apart, on either side of the post
        check_ply_fasteners(collector, f"{frame.me}/beam/1", frame.beam.thickness_m)
    swayed = tuple(one for ask in sways if (one := sway(collector, about, frame.stand(ask.way), ask=ask)) is not None)
    asked = {ask.way: ask for ask in sways}
    for one in swayed:
        check_crossed(collector, frame, asked[one.way], one=one)
    squeezed, loaded = (check_post, check_loaded) if frame.built_up is None else (check_plies, check_plies_loaded)
    collector.not_covered = hardest_gaps(collector.not_covered)
    down = post_down_n(collector.book, frame, loads)
    feet = {}
    for post in frame.posts:
        name = f"{frame.me}/post/{post.id}"
        blown = down_in_wind(collector.book, frame, loads, post=post)
        for one, case in itertools.product(swayed, blown):
            bent = one.part(case.share)
            squeezed(collector, name, frame.stand(one.way), down_n=case.down_n + bent.axial_n, swayed=bent)
        length_m = max((one.length_m for one in swayed), default=FIXED_LENGTH * stand.height_m)
        loaded(collector, name, stand, down_n=down[post.id], length_m=length_m)
        collector.checks = worst_of_each(collector.checks, name)
        ask = _foot_ask(collector.book, frame, loads, post=post, under=(down[post.id], swayed))
        if frame.slab is not None:
            check_slab(collector, site, ask, slab=frame.slab)
        elif not frame.on_deck:
            feet[post.id] = calculate_footing(collector, site, ask)
    return LateralSystemResult(feet=feet, swayed=swayed, stand=stand)


def _foot_ask(
    book: Rulebook,
    frame: RoofFrame,
    loads: CanopyLoads,
    *,
    post: RoofPost,
    under: tuple[float, tuple[SwayEffects, ...]],
) -> FootInput:
    down_n, swayed = under
    up, held, own = lift_n(book, frame, loads, post=post)
    overturns = max((one.axial_n for one in swayed), default=0.0)
    f = factors_of(book)
    level = f.live if f.live > 1 else 1.0
    service = down_n / level
    blown = max(
        (case.down_n + case.share * overturns for case in down_in_wind(book, frame, loads, post=post)), default=0.0
    )
    service_dead = _lasting_n(book, frame, loads, post=post) / f.dead
    return FootInput(
        about=f"{frame.me}/post/{post.id}",
        down_n=max(service, service_dead + overturns, blown / level),
        up_n=up,
        overturns_n=overturns,
        held_n=held + own,
        push_n=max((one.shear_n for one in swayed), default=0.0),
        height_m=frame.high_m + frame.beam.width_m / 2,
        post_m=frame.post.width_m,
        fixed=frame.fixed,
        width_m=frame.pier_width_m,
        depth_m=frame.footing_depth_m,
        wind_known=loads.wind_pa is not None,
        wind_why=loads.wind_why,
    )


def brought(
    book: Rulebook, frame: RoofFrame, loads: CanopyLoads, *, held: LateralSystemResult, says: str
) -> tuple[PostReaction, ...]:
    """What each post brings to what it stands on. Source: statics, the same sums as its feet in the ground."""
    f, down = factors_of(book), post_down_n(book, frame, loads)
    found = []
    for post in frame.posts:
        above = _lasting_n(book, frame, loads, post=post) / f.dead
        lasting = above + line_weight(frame.post) * (frame.post_top_m - frame.foot_m)
        ask = _foot_ask(book, frame, loads, post=post, under=(down[post.id], held.swayed))
        passing = max(down[post.id] - f.dead * above, 0.0) / max(f.live, 1.0)
        found.append(
            PostReaction(
                id=f"{frame.me}/post/{post.id}",
                says=says,
                x_m=post.x_m,
                y_m=post.y_m,
                dead_n=lasting,
                live_n=max(passing, ask.overturns_n / max(f.live, 1.0)),
                up_n=max(0.0, ask.up_n + ask.overturns_n - ask.held_n),
                push_n=ask.push_n,
                held_m=frame.high_m + frame.beam.width_m / 2 if frame.in_pocket else 0.0,
                post_m=frame.post.width_m if frame.in_pocket else 0.0,
                stick=frame.post.key if frame.built_up is None else "",
                wide_m=max(frame.post.width_m, frame.post.thickness_m),
                clear_m=frame.high_m,
                why="" if loads.wind_pa is not None and held.swayed else "the wind on the roof is not known",
            )
        )
    return tuple(found)


def hardest_gaps(gaps: list[UncheckedItem]) -> list[UncheckedItem]:
    """Gaps with only the greatest force asked under one name about one thing."""
    kept: dict[tuple[str, str, Basis], UncheckedItem] = {}
    for gap in gaps:
        key = (gap.key, gap.about, gap.basis)
        known = kept.get(key)
        if known is None or (gap.needs and known.needs and gap.needs.value > known.needs.value):
            kept[key] = gap
    return list(kept.values())


def sways_or_gap(
    collector: CheckCollector, me: str, push: Callable[[], Mapping[str, float]]
) -> Mapping[str, float] | None:
    """The pushes each way (N), or a gap that says why they are not known."""
    try:
        return push()
    except (OutOfScopeError, InvalidInputError) as refused:
        collector.gap("lateral_stability", f"{me}/upright", _outside(refused, "type the place's wind under Ground"))
        return None


def hung_at_house(collector: CheckCollector, me: str, push_n: float, *, rafters: int) -> None:
    """Square to the wall the house holds it: each rafter's hanger pushes and pulls."""
    u = collector.book.units
    push = given_step(
        "P_y",
        push_n / rafters / u.force_n,
        u.force,
        source="practice: rows of bare members",
        says="square to the house, on each rafter",
    )
    collector.gap(
        "rafter_hanger_at_house.axial_capacity",
        f"{me}/upright",
        OutOfScopeError(
            f"each rafter's hanger at the house must hold {said(push)} in push and in pull; no rating is entered",
            "the maker's number for one hanger along the rafter",
        ),
        crew=True,
        needs=push,
    )


CONFIRM = "an engineer's pressures, or a person who confirms the practice by name"


def ties(
    collector: CheckCollector, frame: RoofFrame, loads: CanopyLoads, *, held: LateralSystemResult, rafter_n: float
) -> None:
    """What rafter to beam, beam to post and post to base must hold; a maker's number closes each.

    Args:
        rafter_n: Lift on one rafter's end, net of resisting dead load, at the school's design level.
    """
    book, u, me = collector.book, collector.book.units, frame.me
    if loads.wind_why is not None:
        collector.gap("roof.net_uplift", f"{me}/rafters", loads.wind_why)
    if loads.practice:
        collector.gap(
            "wind.canopy_by_practice", f"{me}/rafters", OutOfScopeError(loads.practice, CONFIRM), by_practice=True
        )
    lifts = {post.id: lift_n(book, frame, loads, post=post) for post in frame.posts}
    pull = max((one.top_pull_n for one in held.swayed), default=0.0)
    over = max((one.axial_n for one in held.swayed), default=0.0)
    rows = [("rafter_tie.uplift_capacity", f"{me}/rafters", rafter_n, "each rafter's tie to its beam")]
    tie, base = "beam_to_post_tie.uplift_capacity", "post_base.uplift_capacity"
    for line in sorted({line for post in frame.posts for line in frame.beams_over(post)}):
        on_it = [lifts[post.id] for post in frame.posts if line in frame.beams_over(post)]
        force = max(max(0.0, up + pull - above) for up, above, _ in on_it)
        rows.append((tie, f"{me}/beam/{line}", force, "each of its ties to a post, which a brace lifts it off,"))
    for post_id, (up, above, own) in lifts.items():
        force = max(0.0, up + over - above - own)
        rows.append((base, f"{me}/post/{post_id}", force, "its base, and its anchor in the concrete,"))
    for name, about, force_n, what in rows:
        if force_n <= 0:
            continue  # a joint that nothing lifts still gets two fixings: a note says so
        needs = given_step("T", force_n / u.force_n, u.force, source="statics: lift, overturning and braces", says=what)
        collector.gap(
            name,
            about,
            OutOfScopeError(
                f"no rating entered. Needs at least {said(needs)} uplift, {what}",
                "the maker's number for one, with your factor",
            ),
            crew=True,
            needs=needs,
        )
