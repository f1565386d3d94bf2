"""Posts of a roof on a deck: what each brings to the joists beside it, to ledger and beams, to the deck's own posts and feet.

A post stands on doubled blocking between two joists, which share it by where it stands. Effects are added to those of people as
if all were greatest at one place: on the safe side.
"""

from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from steady.design_codes.results import Action, MemberCheck, given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.statics.bents import pocket
from steady.structures.check_collector import said
from steady.structures.continuous_members import ContinuousMember
from steady.structures.deck.checks.findings import DeckCheckCollector, DeckTimbers, joist_wood
from steady.structures.deck.layout.framing import BeamRun, DeckFrame, Joist
from steady.structures.support_links import PostReaction
from steady.units.units import IN

Point = tuple[float, float, float]
"""A place along a member (m), and the lasting and passing load there (N)."""
NOTHING = Action(moment_n_m=0.0, shear_n=0.0, sag_n_m3=0.0)
HAND_M = 0.1
UPPER_M, LOWER_M = 1.0 * IN, 1.25 * IN
"""A pocket's bolts lie so far under the joists' top and over their bottom [our own, as guard posts have them]."""
HOUSE_TIES = 2
"""A deck on a house is tied to its floor at two places [as its list has them]."""


@dataclass(slots=True)
class Brought:
    """What posts bring: to joists by their ids, to beam lines by their names, and to the ledger on its hardest joist (N)."""

    joists: dict[str, list[Point]] = field(default_factory=dict)
    beams: dict[str, list[Point]] = field(default_factory=dict)
    ledger: tuple[float, float] = (0.0, 0.0)
    off: list[str] = field(default_factory=list)


def brought(frame: DeckFrame, bearings: Sequence[PostReaction]) -> Brought:
    """Where everything goes. Source: statics: a lever between the two joists, and each joist over its own supports."""
    found = Brought()
    for one in bearings:
        u, v = (one.y_m, one.x_m) if frame.flip else (one.x_m, one.y_m)
        shares = _beside(frame, u, v)
        if not shares:
            found.off.append(one.id)
        turned = _turned_n(shares, one)
        for joist, share in shares:
            at, dead, live = v - joist.from_m, one.dead_n * share, one.live_n * share
            found.joists.setdefault(joist.id, []).append((at, dead, live + turned))
            # Turning presses one joist and lifts the other: what carries both feels it once, not twice.
            _hand_on(found, joist, (at, dead, live + (turned if joist is shares[0][0] else 0.0)))
    return found


def _turned_n(shares: Sequence[tuple[Joist, float]], one: PostReaction) -> float:
    """What a post that its pocket holds upright brings to either joist besides: its turning over the joists' spacing.

    With the post nearly at one joist the other is not named: the couple is then taken over a hand's breadth, on the safe side.
    """
    if not one.held_m:
        return 0.0
    apart_m = abs(shares[-1][0].u_m - shares[0][0].u_m) or HAND_M
    return one.push_n * one.held_m / apart_m


def _beside(frame: DeckFrame, u: float, v: float) -> list[tuple[Joist, float]]:
    """The joists on either side that reach there, and each one's share; the outermost alone where none lies beyond."""
    there = sorted(
        (joist for joist in frame.joists if joist.from_m - 1e-6 <= v <= joist.to_m + 1e-6), key=lambda one: one.u_m
    )
    left = [joist for joist in there if joist.u_m <= u + 1e-6]
    right = [joist for joist in there if joist.u_m > u + 1e-6]
    if not left or (not right and u - left[-1].u_m > 0.05):
        return []
    if not right:
        return [(left[-1], 1.0)]
    a, b = left[-1], right[0]
    share = (u - a.u_m) / (b.u_m - a.u_m)
    return [(joist, part) for joist, part in ((a, 1 - share), (b, share)) if part > 1e-6]


def _hand_on(found: Brought, joist: Joist, point: Point) -> None:
    at, dead_n, live_n = point
    run = _run(joist)
    unit = run.shares(at)
    for name, share in zip(joist.on, unit, strict=True):
        if name:
            found.beams.setdefault(name, []).append((joist.u_m, dead_n * share, live_n * share))
        elif share > 0:
            found.ledger = max(found.ledger, (dead_n * share, live_n * share), key=sum)


def _run(joist: Joist) -> ContinuousMember:
    return ContinuousMember(
        length_m=joist.to_m - joist.from_m, supports_m=tuple(at - joist.from_m for at in joist.supports)
    )


def _sum(actions: Sequence[Action]) -> Action:
    return Action(
        moment_n_m=sum(one.moment_n_m for one in actions),
        shear_n=sum(one.shear_n for one in actions),
        sag_n_m3=sum(one.sag_n_m3 for one in actions),
    )


def added(one: Action, other: Action) -> Action:
    """Two effects as if both were greatest at one place."""
    return _sum((one, other))


def on_run(run: ContinuousMember, points: Sequence[Point]) -> tuple[Action, Action]:
    """What points do to a member, lasting and passing."""
    dead = [run.point(dead_n, at) for at, dead_n, _ in points if dead_n > 0]
    live = [run.point(live_n, at) for at, _, live_n in points if live_n > 0]
    return _sum(dead) if dead else NOTHING, _sum(live) if live else NOTHING


def points_on(run: BeamRun, points: Sequence[Point]) -> list[Point]:
    """Those points of a beam line that fall on one run of it, from its start; a joist at its end bears on the end itself."""
    length_m = run.to_m - run.from_m
    near = [(u - run.from_m, dead, live) for u, dead, live in points if run.from_m - 0.05 <= u <= run.to_m + 0.05]
    return [(min(max(at, 0.0), length_m), dead, live) for at, dead, live in near]


def beam_of(run: BeamRun) -> ContinuousMember:
    """A beam on its posts."""
    return ContinuousMember(
        length_m=run.to_m - run.from_m, supports_m=tuple(post.u_m - run.from_m for post in run.posts)
    )


def reactions_of(run: BeamRun, points: Sequence[Point]) -> dict[str, tuple[float, float]]:
    """What points bring to each of a beam's posts."""
    whole, found = beam_of(run), {post.id: (0.0, 0.0) for post in run.posts}
    for at, dead_n, live_n in points_on(run, points):
        at = min(max(at, 0.0), whole.length_m)
        for post, share in zip(run.posts, whole.shares(at), strict=True):
            dead, live = found[post.id]
            found[post.id] = (dead + dead_n * max(share, 0.0), live + live_n * max(share, 0.0))
    return found


def check_bearings(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, carried: Brought) -> None:
    """Joists beside a post, their hangers, the pocket's own fixings, and what lifts and pushes go into."""
    spec = collector.spec
    if not spec.bearings:
        return
    _joists(collector, frame, timber, carried=carried, part="joist_under_post")
    _pockets(collector, timber)
    _down_and_sideways(collector, frame, carried)


def check_stair_feet(collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers) -> None:
    """Joists under the feet of a flight that ends on this deck; its beams, posts and footings carry it with all else."""
    feet = collector.spec.stair_feet
    if feet:
        _joists(collector, frame, timber, carried=brought(frame, feet), part="joist_under_stair")


def doubled(frame: DeckFrame, name: str) -> bool:
    """Whether a joist beside a post gets a second one at its side: every one but the outermost, which has no room for it."""
    outer = {min(frame.joists, key=lambda one: one.u_m).id, max(frame.joists, key=lambda one: one.u_m).id}
    return name not in outer


def _joists(
    collector: DeckCheckCollector, frame: DeckFrame, timber: DeckTimbers, *, carried: Brought, part: str
) -> None:
    """The hardest of the joists beside posts, two plies each where there is room for a second; or of those under a stair's feet."""
    by_post = part == "joist_under_post"
    spec, floor, about = collector.spec, collector.load.floor, f"{collector.spec.id}/joists"
    wood = replace(joist_wood(timber.joist, spec, spec.spacing_m), shared=False)
    dead_n, live_n = floor.dead_pa * spec.spacing_m, floor.live_pa * spec.spacing_m
    by_id = {joist.id: joist for joist in frame.joists}
    made: list[MemberCheck] = []
    for name, points in carried.joists.items():
        run = _run(by_id[name])
        dead, live = on_run(run, points)
        try:
            made += collector.check_member(
                replace(wood, plies=2) if by_post and doubled(frame, name) else wood,
                dead=_sum((run.even(dead_n), dead)),
                live=_sum((run.even(live_n), live)),
                span_m=run.span_m,
                about=about,
            )
        except OutOfScopeError as refused:
            collector.gap(f"{part}.bending", about, refused)
            return
    collector.members(
        part, about, tuple(made), where="people and a roof's post" if by_post else "people and the flight above"
    )


def _pockets(collector: DeckCheckCollector, timber: DeckTimbers) -> None:
    """What holds a post down and in place on its blocking: a maker's number for its base."""
    spec, u = collector.spec, collector.book.units
    about = f"{spec.id}/bearings"
    for one in spec.bearings:
        if one.why:
            collector.gap(
                "roof_supported_on_deck", about, OutOfScopeError(one.why, "type the place's wind under Ground")
            )
    up = max((one.up_n for one in spec.bearings), default=0.0)
    if up > 0:
        needs = given_step(
            "T_p",
            up / u.force_n,
            u.force,
            source="statics: the roof's own sums",
            says="up, each post's base and its blocking",
        )
        collector.gap(
            "post_pocket.uplift_capacity",
            about,
            OutOfScopeError(
                f"no rating is entered; each base, through its blocking into both joists, must hold {said(needs)} up",
                "the maker's number for one base on wood, with your factor",
            ),
            crew=True,
            needs=needs,
        )

    held = [one for one in spec.bearings if one.held_m > 0 and one.push_n > 0]
    if held:
        _holds_upright(collector, timber, max(held, key=lambda one: one.push_n * one.held_m))


def _holds_upright(collector: DeckCheckCollector, timber: DeckTimbers, one: PostReaction) -> None:
    """The couple over the joists' depth that holds a post upright in its pocket, and what its upper bolts must hold.

    Source: statics, the sum `post.pocket`.
    """
    u, deep_m = collector.book.units, timber.joist.width_m
    lever_m, below_m = deep_m - UPPER_M - LOWER_M, timber.board.thickness_m + UPPER_M
    couple = pocket(one.push_n, one.held_m, lever_m, below_m=below_m)
    needs = CalculationStep(
        symbol="T_u",
        value=couple.upper_n / u.force_n,
        unit=u.force,
        formula="P * (h + e) / a + P",
        inputs=(
            ("P", one.push_n / u.force_n, u.force),
            ("h", one.held_m / u.span_m, u.span),
            ("e", below_m / u.span_m, u.span),
            ("a", lever_m / u.span_m, u.span),
        ),
        source="statics: a couple over the joists' depth",
        says=f"sideways at the upper bolts; the lower ones {couple.lower_n / u.force_n:,.0f} {u.force} the other way",
    )
    collector.gap(
        "post_pocket.moment_capacity",
        f"{collector.spec.id}/bearings",
        OutOfScopeError(
            f"no rating is entered; the upper bolts of each pocket, through its blocking into both joists, must hold {said(needs)}",
            "bolts that an engineer sizes or their maker rates, or knee braces both ways",
        ),
        crew=True,
        needs=needs,
    )


def _down_and_sideways(collector: DeckCheckCollector, frame: DeckFrame, carried: Brought) -> None:
    """Hangers at the house under a post; the push of the wind, which goes into the deck's own bracing or its ties."""
    spec, book, u = collector.spec, collector.book, collector.book.units
    about = f"{spec.id}/bearings"
    if sum(carried.ledger) > 0:
        floor = collector.load.floor
        own = frame.longest_span_m / 2 * spec.spacing_m
        dead, live = carried.ledger[0] + floor.dead_pa * own, carried.ledger[1] + floor.live_pa * own
        case = max(book.combinations(""), key=lambda one: one.total(dead, live))
        needs = CalculationStep(
            symbol="R_h",
            value=case.total(dead, live) / u.force_n,
            unit=u.force,
            formula="g_D * D + g_L * L",
            inputs=(
                ("g_D", case.dead, ""),
                ("D", dead / u.force_n, u.force),
                ("g_L", case.live, ""),
                ("L", live / u.force_n, u.force),
            ),
            source=case.source or "statics",
            says="one joist under a post, at the ledger",
        )
        collector.gap(
            "joist_hanger_under_post.capacity",
            about,
            OutOfScopeError(
                f"no rating is entered; the hanger must hold {said(needs)}", "the maker's number for one hanger"
            ),
            crew=True,
            needs=needs,
        )
    push = sum(one.push_n for one in spec.bearings)
    if push > 0 and frame.on_house and not spec.lateral.braced:
        needs = given_step(
            "H_t",
            push / HOUSE_TIES / u.force_n,
            u.force,
            source="statics: all posts' push, two ties",
            says="along or square to the house",
        )
        collector.gap(
            "house_ties.lateral_load_from_roof",
            about,
            OutOfScopeError(
                f"no rating is entered; each of the deck's two ties to the house must hold {said(needs)}",
                "the maker's number for one tie",
            ),
            crew=True,
            needs=needs,
        )
