"""A guard round a deck: where it is needed, how high, its posts against a person, and openings that no ball passes."""

import itertools
import math
from collections.abc import Callable, Sequence
from dataclasses import dataclass, field, replace

from steady.catalog.items import SectionItem
from steady.design_codes.base import Rulebook
from steady.design_codes.requests import LoadType, Wood
from steady.design_codes.results import PeopleLoad, given_step, si
from steady.errors import OutOfScopeError
from steady.layout.infill import even_gaps
from steady.layout.outline import Edge
from steady.plan.model import Basis, CalculationStep, Check, UncheckedItem
from steady.structures.bending_check import CheckContext, check_bends
from steady.structures.check_collector import CheckList
from steady.structures.wood import outdoors
from steady.units.trade import Units
from steady.units.units import IN
from steady.value_objects import positional_value_object, value_object

LOWER_FIXING_M = 0.75 * IN
"""Middle of a post's lower fixing over the bottom of its rim. Source: irc: R507.9.1.3(2) edge distances (from memory, medium)."""
UPPER_FIXING_M = 2 * IN
"""The upper fixing below the boards [common practice]."""
TOLERANCE_M = 0.25 * IN
"""Openings are set out this much under the ball: wood moves [common practice]."""


@value_object
class ScreenWind:
    """Wind on a screen that a guard's posts carry: on a square metre (Pa, design level), its height, its bottom over the boards
    and the gap between its boards (m), and the steps it came from."""

    pressure_pa: float
    high_m: float
    low_m: float
    gap_m: float
    steps: tuple[CalculationStep, ...] = ()


@value_object
class GuardInput:
    """What a guard is asked for.

    Args:
        edges: Open edges with the greatest drop to the ground along each, and stretches kept free for stairs (from, to).
        rail: The cap, laid flat: pushed outward it bends on its wide face.
        board: What the rails below the cap are cut from, on edge.
        height_m: Typed; None: what the school asks.
        inset_m: From the edge to the middle of its line of posts.
        joists_m: By the number of an edge, where joists end on it; each as thick as `joist_m`. Posts stand beside them.
        screens: Screens on the posts, by the number of their edge.
        standing: Posts of another structure in the guard's line, by the number of its edge: where along it, and how wide.
        slope_rad: Of a stair's guard; its edges are measured level, its height plumb over the nosings.
    """

    edges: tuple[tuple[Edge, float, tuple[tuple[float, float], ...]], ...]
    post: SectionItem
    baluster: SectionItem
    rail: SectionItem
    board: SectionItem
    spacing_max_m: float
    height_m: float | None
    lever_m: float
    anchor_rating_n: float
    always: bool
    boards_m: float
    wet: bool
    inset_m: float = 0.0
    dwelling_units: int = 1
    slope_rad: float | None = None
    joist_m: float = 0.0
    joists_m: tuple[tuple[int, tuple[float, ...]], ...] = ()
    screens: tuple[tuple[int, ScreenWind], ...] = ()
    standing: tuple[tuple[int, tuple[tuple[float, float], ...]], ...] = ()


@value_object
class GuardRun:
    """A stretch of guard along one edge: its posts from the edge's start, and by bay its balusters and their gap.

    `shares_first`: its first post is the corner post of the run before; `shares_last`: its last belongs to the next one.
    `carried`: which of its posts another structure's post stands for, and how wide that is.
    `corner_first`, `corner_last`: half the inner angle where it reaches an outer corner that is guarded on (rad); else None.
    """

    edge: Edge
    posts_m: tuple[float, ...]
    infill: tuple[tuple[int, float], ...]
    shares_first: bool = False
    shares_last: bool = False
    corner_first: float | None = None
    corner_last: float | None = None
    carried: tuple[tuple[int, float], ...] = ()

    def half_m(self, number: int, own_m: float) -> float:
        """Half of what a post takes of the run: of a guard post `own_m` wide, or of the one that stands for it (m)."""
        return dict(self.carried).get(number, own_m) / 2

    @property
    def balusters(self) -> int:
        """All of its balusters."""
        return sum(count for count, _ in self.infill)

    @property
    def gap_m(self) -> float:
        """The widest gap between two of them, or beside a post."""
        return max(gap_m for _, gap_m in self.infill)


@dataclass(slots=True)
class GuardResult(CheckList):
    """The guard as it is built, and its checks. No runs: none is needed."""

    height_m: float = 0.0
    runs: list[GuardRun] = field(default_factory=list)
    source: str = ""


def calculate_guard(ask: GuardInput, book: Rulebook, about: str) -> GuardResult:
    """Lay a guard out and calculate its most loaded post. Raises InvalidInputError for sizes that cannot be."""
    found = GuardResult()

    def gap(name: str, refused: OutOfScopeError, crew: bool = False, *, needs: CalculationStep | None = None) -> None:
        found.not_covered.append(
            UncheckedItem(
                key=name,
                about=about,
                basis=Basis.CALCULATED,
                reason=refused.reason,
                would_have_to_change=refused.would_have_to_change,
                crew=crew,
                needs=needs,
            )
        )

    wanted: list[tuple[Edge, tuple[tuple[float, float], ...]]] = []
    sphere_m = 4 * IN
    for edge, drop_m, free in ask.edges:
        try:
            needed = book.guard_needed(
                height_m=drop_m, dwelling_units=ask.dwelling_units, inside=False, stair=ask.slope_rad is not None
            )
        except OutOfScopeError as refused:
            gap("guard", refused)
            return found
        sphere_m, found.source = needed.sphere_m, needed.source
        found.height_m = max(found.height_m, needed.height_m)
        if needed.height_m > 0 or ask.always:
            wanted.append((edge, free))
    if not wanted:
        found.height_m = 0.0
        return found
    asked_m = found.height_m
    found.height_m = ask.height_m if ask.height_m is not None else (asked_m or 36 * IN)
    for edge, free in wanted:
        found.runs += _runs(edge, free, ask, sphere_m=sphere_m, halves=corners(edge, [other for other, _ in wanted]))
    found.runs = _shared(found.runs)
    u = book.units
    # A height that follows the rule is met by making; one that was typed is held against it.
    if asked_m > 0 and ask.height_m is not None:
        has = _step(
            "h",
            found.height_m / u.size_m,
            u.size,
            says="the guard's top above the boards",
            source="user: typed for this guard",
        )
        needs = _step("h_g", asked_m / u.size_m, u.size, says="guard where the drop is deep", source=found.source)
        found.checks.append(_check(CheckContext("guard.height", about, ""), (has, needs), at_least=True))
    gaps = [run.gap_m for run in found.runs]
    if gaps:
        opening = _step("g", max(gaps) / u.size_m, u.size, says="widest opening between balusters", source="geometry")
        ball = _step("ball", sphere_m / u.size_m, u.size, says="a ball that must not pass", source=found.source)
        found.checks.append(_check(CheckContext("guard.opening_size", about, ""), (opening, ball)))
    _post(found, ask, book, about=about, gap=gap)
    _infill(found, ask, book, about=about, u=u)
    _sway(found, ask, book, about=about)
    return found


def _sway(found: GuardResult, ask: GuardInput, book: Rulebook, *, about: str) -> None:
    """How far the middle of a bay's top gives way with its posts, where the school limits it. What fixings give is not in it."""
    most_m, source = book.guard_sway
    if not most_m:
        return
    u, spacing_m = book.units, longest_bay_m(found.runs)
    try:
        people = book.guard_load(ask.dwelling_units)
        stiff = [si(book.stiffness(replace(outdoors(one), wet=ask.wet))) for one in (ask.post, ask.rail)]
    except OutOfScopeError:
        return  # said by the checks of their bending
    post, rail = (
        e * stick.thickness_m * stick.width_m**3 / 12 / u.force_n / u.span_m**2
        for e, stick in zip(stiff, (ask.post, ask.rail), strict=True)
    )
    line = people.line_n_per_m * u.span_m / u.force_n
    bay = spacing_m / math.cos(ask.slope_rad or 0.0) / u.span_m
    arm = (found.height_m + ask.boards_m + UPPER_FIXING_M) / u.span_m
    sway = CalculationStep(
        symbol="d_t",
        value=u.span_m / u.size_m * line * (bay * arm**3 / (3 * post) + 5 * bay**4 / (384 * rail)),
        unit=u.size,
        formula="k * w * (s * a ** 3 / (3 * K_p) + 5 * s ** 4 / (384 * K_r))",
        inputs=(
            ("k", u.span_m / u.size_m, ""),
            ("w", line, u.line),
            ("s", bay, u.span),
            ("a", arm, u.span),
            ("K_p", post, f"{u.force}.{u.span}2"),
            ("K_r", rail, f"{u.force}.{u.span}2"),
        ),
        source=f"statics; {people.source}",
        says="the post as a cantilever from its upper fixing, and the rail between two posts; k: unit conversion",
    )
    limit = given_step("d_max", most_m / u.size_m, u.size, source=source, says="the most that the top may give way")
    found.checks.append(_check(CheckContext("guard.deflection_at_top", about, "line load along top"), (sway, limit)))


def longest_bay_m(runs: Sequence[GuardRun]) -> float:
    """The longest distance of two posts (m)."""
    return max((b - a for run in runs for a, b in itertools.pairwise(run.posts_m)), default=0.0)


def _baluster_share(found: GuardResult, ask: GuardInput, people: PeopleLoad) -> float:
    """The share of the push on the infill that one baluster takes: of those side by side under it, never more than all."""
    if people.infill_spread_m > 0:
        widest_m = max((run.gap_m for run in found.runs if run.balusters), default=people.infill_spread_m)
        return min(1.0, (ask.baluster.width_m + widest_m) / people.infill_spread_m)
    return 1.0 / people.infill_pieces


def _infill(found: GuardResult, ask: GuardInput, book: Rulebook, *, about: str, u: Units) -> None:
    """One baluster under a push at its middle; and the top rail between two posts under people."""
    try:
        people = book.guard_load(ask.dwelling_units)
    except OutOfScopeError:
        return
    push = people.infill_n / u.force_n * people.factor
    share = _baluster_share(found, ask, people)
    tall = max(0.05, found.height_m - 0.18) / u.span_m
    span = max(longest_bay_m(found.runs) - ask.post.width_m, 0.05) / math.cos(ask.slope_rad or 0.0) / u.span_m
    line, point = people.line_n_per_m * u.span_m / u.force_n, people.point_n / u.force_n
    cases: tuple[tuple[str, SectionItem, bool, float, str, tuple[tuple[str, float, str], ...], str], ...] = (
        (
            "baluster.bending",
            ask.baluster,
            False,
            share * push * tall / 4,
            "a push at its middle",
            (("s", share, ""), ("P", push, u.force), ("h", tall, u.span)),
            "s * P * h / 4",
        ),
        (
            "guard_top_rail.bending_horizontal",
            ask.rail,
            False,
            people.factor * max(point * span / 4, line * span**2 / 8),
            "line load on top rail, between posts",
            (("k", people.factor, ""), ("P", point, u.force), ("w", line, u.line), ("L", span, u.span)),
            "k * max(P * L / 4, w * L ** 2 / 8)",
        ),
        (
            "guard_rail.bending",
            ask.board,
            True,
            push * span / 4,
            "infill load at rail midspan",
            (("P", push, u.force), ("L", span, u.span)),
            "P * L / 4",
        ),
    )
    down = people.factor * people.down_n_per_m * u.span_m / u.force_n
    if down > 0:
        cases = (
            *cases,
            (
                "guard_top_rail.bending_vertical",
                ask.board,
                False,
                down * span**2 / 8,
                "vertical line load on top rail",
                (("w", down, u.line), ("L", span, u.span)),
                "w * L ** 2 / 8",
            ),
        )
    if not any(run.balusters for run in found.runs):
        cases = cases[1:]
    for name, stick, flat, most, says, inputs, formula in cases:
        moment = CalculationStep(
            symbol="M",
            value=most,
            unit=u.moment,
            formula=formula,
            inputs=inputs,
            source=f"statics; {people.source}",
            says=says,
        )
        wood = Wood(
            species=stick.species,
            size=stick.size,
            grade=stick.grade,
            width_m=stick.thickness_m,
            depth_m=stick.width_m,
            wet=ask.wet,
            flat=flat,
        )
        one = check_bends(
            book,
            wood,
            (moment, people.load),
            asked=CheckContext(name, about, says),
            change="what its maker says of a guard system, or a graded stick",
        )
        found.take(one)


def corners(edge: Edge, others: list[Edge]) -> tuple[float | None, float | None]:
    """Half the inner angle at an edge's start and end, where another guarded edge meets it at an outer corner; else None."""

    def half(one: Edge, two: Edge) -> float | None:
        along = [((e.end[0] - e.start[0]) / e.length_m, (e.end[1] - e.start[1]) / e.length_m) for e in (one, two)]
        turn = math.atan2(
            along[0][0] * along[1][1] - along[0][1] * along[1][0], along[0][0] * along[1][0] + along[0][1] * along[1][1]
        )
        return (math.pi - turn) / 2 if turn > 1e-6 else None

    before = next((other for other in others if math.dist(other.end, edge.start) < 1e-6), None)
    after = next((other for other in others if math.dist(other.start, edge.end) < 1e-6), None)
    return half(before, edge) if before else None, half(edge, after) if after else None


def _shared(runs: list[GuardRun]) -> list[GuardRun]:
    """Two runs that meet at a corner stand on one post there: the later one's first."""
    made = list(runs)
    for k, run in enumerate(made):
        for j, other in enumerate(made):
            meets = j != k and math.dist(run.edge.end, other.edge.start) < 1e-6
            if meets and run.corner_last and other.corner_first:
                made[k], made[j] = replace(made[k], shares_last=True), replace(made[j], shares_first=True)
    return made


def _runs(
    edge: Edge,
    free: tuple[tuple[float, float], ...],
    ask: GuardInput,
    *,
    sphere_m: float,
    halves: tuple[float | None, float | None],
) -> list[GuardRun]:
    """The stretches between openings. At an outer corner the post stands where both edges' lines of posts cross."""
    inset = ask.post.width_m / 2
    first, last = (inset if half is None else ask.inset_m / math.tan(half) for half in halves)
    cuts = [first]
    for a, b in sorted(free):
        cuts += [max(first, a - inset), min(edge.length_m - last, b + inset)]
    cuts.append(edge.length_m - last)
    made = []
    for start, end in zip(cuts[::2], cuts[1::2], strict=True):
        if end - start < 2 * ask.post.width_m:
            continue
        joists_m = dict(ask.joists_m).get(edge.index, ())
        # A corner's post stands where two edges' joists leave it room; every other end is moved beside a joist.
        if halves[0] is None or abs(start - first) > 1e-9:
            start = _clear_of(start, joists_m, ask, way=1.0)
        if halves[1] is None or abs(end - (edge.length_m - last)) > 1e-9:
            end = _clear_of(end, joists_m, ask, way=-1.0)
        fixed = dict(dict(ask.standing).get(edge.index, ()))
        screen = dict(ask.screens).get(edge.index)
        posts = _stations((start, end), tuple(fixed), ask, joists_m=joists_m)
        widths = [fixed.get(at, ask.post.width_m) for at in posts]
        made.append(
            GuardRun(
                edge=edge,
                posts_m=posts,
                infill=tuple(
                    (0, max(screen.gap_m, screen.low_m))  # its boards stand for balusters
                    if screen is not None
                    else even_gaps(b - a - (wide + next_m) / 2, ask.baluster.width_m, sphere_m - TOLERANCE_M)
                    for (a, b), (wide, next_m) in zip(
                        itertools.pairwise(posts), itertools.pairwise(widths), strict=True
                    )
                ),
                corner_first=halves[0] if abs(start - first) < 1e-9 else None,
                corner_last=halves[1] if abs(end - (edge.length_m - last)) < 1e-9 else None,
                carried=tuple((k, fixed[at]) for k, at in enumerate(posts) if at in fixed),
            )
        )
    return made


def _stations(
    ends_m: tuple[float, float], fixed_m: tuple[float, ...], ask: GuardInput, *, joists_m: tuple[float, ...]
) -> tuple[float, ...]:
    """Posts from end to end, evenly between those that stand already; one so near an end stands for the end's own."""
    start, end = ends_m
    near_m = 1.5 * ask.post.width_m
    inner = sorted(at for at in fixed_m if start - near_m < at < end + near_m)
    if inner and abs(inner[0] - start) < near_m:
        start = inner.pop(0)
    if inner and abs(inner[-1] - end) < near_m:
        end = inner.pop()
    found = [start]
    for a, b in itertools.pairwise((start, *inner, end)):
        bays = max(1, math.ceil((b - a) / math.cos(ask.slope_rad or 0.0) / ask.spacing_max_m - 1e-9))
        posts = _beside_joists(_evenly(a, b, bays), ask, joists_m)
        if max(y - x for x, y in itertools.pairwise(posts)) > ask.spacing_max_m + 1e-6 and ask.slope_rad is None:
            posts = _beside_joists(_evenly(a, b, bays + 1), ask, joists_m)
        found += posts[1:]
    return tuple(found)


def _clear_of(at_m: float, joists_m: tuple[float, ...], ask: GuardInput, *, way: float) -> float:
    """A post beside an opening, moved away from the opening where a joist takes up its place."""
    clear_m = (ask.post.width_m + ask.joist_m) / 2
    met = [joist_m for joist_m in joists_m if abs(joist_m - at_m) < clear_m - 1e-6]
    return max((way * (joist_m + way * clear_m) for joist_m in met), default=way * at_m) * way


def _evenly(start_m: float, end_m: float, bays: int) -> tuple[float, ...]:
    return tuple(start_m + (end_m - start_m) * k / bays for k in range(bays + 1))


def _beside_joists(posts_m: tuple[float, ...], ask: GuardInput, joists_m: tuple[float, ...]) -> tuple[float, ...]:
    """Inner posts moved beside the joist that they would share space with: to where the longer bay is the shorter one."""
    clear_m = (ask.post.width_m + ask.joist_m) / 2
    found = list(posts_m)
    for k in range(1, len(found) - 1):
        joist_m = next((at for at in joists_m if abs(at - found[k]) < clear_m - 1e-6), None)
        if joist_m is None:
            continue
        middle_m = (posts_m[0] + posts_m[-1]) / 2
        sides = (joist_m - clear_m, joist_m + clear_m)
        before_m, after_m = posts_m[k - 1], posts_m[k + 1]
        bays = {at: (round(max(at - before_m, after_m - at), 6), round(abs(at - middle_m), 6)) for at in sides}
        found[k] = min(sides, key=bays.__getitem__)
    return tuple(found)


def lever_m(typed_m: float | None, rim_m: float) -> float:
    """From a post's upper fixing to its lower one: as typed, else what a rim of a depth leaves between them (m)."""
    return typed_m if typed_m is not None else max(0.05, rim_m - UPPER_FIXING_M - LOWER_FIXING_M)


def _post(found: GuardResult, ask: GuardInput, book: Rulebook, *, about: str, gap: Callable[..., None]) -> None:
    u = book.units
    spacing_m = longest_bay_m(found.runs)
    try:
        people = book.guard_load(ask.dwelling_units)
    except OutOfScopeError as refused:
        gap("guard_post.anchorage", refused)
        return
    point, line = people.point_n / u.force_n, people.line_n_per_m * spacing_m / u.force_n
    force = CalculationStep(
        symbol="P",
        value=people.factor * max(point, line),
        unit=u.force,
        formula="k * max(P_1, P_2)",
        inputs=(("k", people.factor, ""), ("P_1", point, u.force), ("P_2", line, u.force)),
        source=people.source,
        says="people leaning: at one point, or along the rail between two posts",
    )
    leans = _PostPush("a person leaning, post not notched", force, found.height_m, people.load)
    pushes = [leans, *_on_screens(found, ask, u)]
    for push in pushes:
        _bends(found, ask, (book, about), push=push, gap=gap)
    pulls = [(_pull(ask, push, u), push) for push in pushes]
    pull, push = max(pulls, key=lambda one: one[0].value)
    if ask.anchor_rating_n > 0:
        rating = _step(
            "T_max",
            ask.anchor_rating_n / u.force_n,
            u.force,
            says="",
            source="user: the maker's number with the crew's own safety factor",
        )
        found.checks.append(
            _check(CheckContext("guard_post.anchorage", about, "upper fixing"), (pull, rating), (push.force,))
        )
    else:
        gap(
            "guard_post.anchorage",
            OutOfScopeError(
                f"no rating of the posts' anchors is entered; the upper fixing of each must hold {pull.value:,.2f} {u.force}",
                "a hold-down anchor's number from its maker, and doubled blocking behind the post",
            ),
            True,
            needs=pull,
        )


@positional_value_object
class _PostPush:
    """What pushes a post sideways: its case, force, height over the boards (m) and how long it lasts."""

    says: str
    force: CalculationStep
    high_m: float
    load: LoadType
    steps: tuple[CalculationStep, ...] = ()


def _on_screens(found: GuardResult, ask: GuardInput, u: Units) -> list[_PostPush]:
    """The wind on the screen that a post carries, bay by bay at its own edge: the hardest of each edge."""
    made = []
    for index, wind in ask.screens:
        bay_m = longest_bay_m([run for run in found.runs if run.edge.index == index])
        if bay_m <= 0:
            continue
        force = CalculationStep(
            symbol="P_w",
            value=wind.pressure_pa * wind.high_m * bay_m / u.force_n,
            unit=u.force,
            formula="p * h_s * s",
            inputs=(
                ("p", wind.pressure_pa / u.pressure_pa, u.pressure),
                ("h_s", wind.high_m / u.span_m, u.span),
                ("s", bay_m / u.span_m, u.span),
            ),
            source="statics: the wind on one bay of the screen",
        )
        made.append(_PostPush("wind on the screen", force, wind.low_m + wind.high_m / 2, "wind", wind.steps))
    return made


def _arm(ask: GuardInput, push: _PostPush, u: Units) -> float:
    return (push.high_m + ask.boards_m + UPPER_FIXING_M) / u.span_m


def _bends(
    found: GuardResult, ask: GuardInput, by: tuple[Rulebook, str], *, push: _PostPush, gap: Callable[..., None]
) -> None:
    """The post at its upper fixing under one push."""
    (book, about), force = by, push.force
    u, arm = book.units, _arm(ask, push, book.units)
    moment = CalculationStep(
        symbol="M",
        value=force.value * arm,
        unit=u.moment,
        formula=f"{force.symbol} * a",
        inputs=((force.symbol, force.value, u.force), ("a", arm, u.span)),
        source="statics",
        says="at the post's upper fixing",
    )
    try:
        capacity = book.moment_capacity(replace(outdoors(ask.post), wet=ask.wet), push.load)
    except OutOfScopeError as refused:
        gap("guard_post.bending", refused)
        return
    limit = capacity
    if capacity.unit != u.moment:
        limit = _step("M_max", si(capacity) / u.moment_n_m, u.moment, says=capacity.says, source=capacity.source)
    working = (*push.steps, force)
    found.checks.append(_check(CheckContext("guard_post.bending", about, push.says), (moment, limit), working))


def _pull(ask: GuardInput, push: _PostPush, u: Units) -> CalculationStep:
    """What a push pulls on the upper fixing, turning about the lower one."""
    force, arm, lever = push.force, _arm(ask, push, u), ask.lever_m / u.span_m
    return CalculationStep(
        symbol="T",
        value=force.value * (arm + lever) / lever,
        unit=u.force,
        formula=f"{force.symbol} * (a + e) / e",
        inputs=((force.symbol, force.value, u.force), ("a", arm, u.span), ("e", lever, u.span)),
        source="statics",
        says="pull on the upper fixing",
    )


def _step(symbol: str, value: float, unit: str, *, says: str, source: str) -> CalculationStep:
    return given_step(symbol, value, unit, source=source, says=says)


def _check(
    asked: CheckContext,
    sides: tuple[CalculationStep, CalculationStep],
    working: tuple[CalculationStep, ...] = (),
    *,
    at_least: bool = False,
) -> Check:
    return Check(
        key=asked.name,
        about=asked.about,
        basis=Basis.CALCULATED,
        sense="at least" if at_least else "at most",
        demand=sides[0],
        limit=sides[1],
        working=working,
        case=asked.case,
    )
