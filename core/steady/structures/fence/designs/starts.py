"""Where a new fence starts from: as it is usually built here, and the cheapest that the code's wind passes."""

from collections.abc import Callable
from dataclasses import dataclass, field, replace
from typing import Annotated, Literal, TypeVar

from annotated_types import Ge, Le, MaxLen

from steady.catalog.items import SectionItem, same_wood, stick, sticks
from steady.data.loader import TableRow, table
from steady.errors import InvalidInputError, OutOfScopeError
from steady.footings.depth import AUGERS_M, hole_width_m, rounded_up_m, typical_embedment_m
from steady.plan.connectors import reach
from steady.plan.model import Basis, Check, Plan, UncheckedItem
from steady.plan.results import buildable, check_title, fails, gap_named, governing_check, unanswered
from steady.structures.fence.checks.joints import bought_ends, joints_of_rails, pick
from steady.structures.fence.designs.gate_hanging import hinges_apart, on_pins, paired, with_opening
from steady.structures.fence.designs.single_changes import GAPS_M
from steady.structures.fence.layout.infill import rows
from steady.structures.fence.plan import FirstLook, first_look, plan_fence
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, PracticeDetail
from steady.structures.fence.spec.presets import closed_with
from steady.structures.gate.hardware import gate_hardware
from steady.structures.steel_tubes import is_tube, tube_of
from steady.structures.structure_type import DesignInput
from steady.structures.wind_site import place_of
from steady.structures.wood import NOT_WOOD
from steady.units.units import FT, IN
from steady.value_objects import value_object

Change = dict[str, object]
Made = TypeVar("Made", Plan, FirstLook)
BAYS_M = {False: tuple(feet * FT for feet in (8, 7, 6, 5, 4)), True: (2.4, 2.1, 1.8, 1.5, 1.2)}
"""Bays that are looked through, by feet or metric."""
NOBODY = "nobody yet"
"""Who has put a name to the habit before the crew does."""


@dataclass(slots=True)
class Search:
    """What was looked through, and the cheapest that passes; `why`: the sentence where none does.

    `unmade`: kinds of its joints that no fixing on the list makes.
    """

    planned: int = 0
    spec: FenceSpec | None = None
    plan: Plan | None = None
    price: float = 0.0
    unmade: int = 0
    why: str = ""

    def beaten_by(self, unmade: int, price: float, posts: int) -> bool:
        """Whether a design that passes ranks before what was found: a joint that nothing on the list makes ranks after any."""
        if self.plan is None:
            return True
        return (unmade, price, posts) < (self.unmade, self.price, len(self.plan.footings))


@value_object
class CrewHabit:
    """How one crew usually builds a fence: what it kept of one that it built so."""

    post: Annotated[str, MaxLen(100)]
    rail: Annotated[str, MaxLen(100)]
    rails_count: Annotated[int, Ge(2), Le(4)]
    rail_laid: Literal["on edge", "flat", "between, on edge"]
    bay_max_m: Annotated[float, Ge(0.3), Le(6)]
    embedment_m: Annotated[float, Ge(0.1), Le(3.6)]
    hole_width_m: Annotated[float, Ge(0.08), Le(1.5)]


def habit_of(spec: FenceSpec, plan: Plan) -> CrewHabit:
    """What a crew keeps of a fence: its sticks, its bay and its usual hole.

    Raises:
        InvalidInputError: A fence whose posts stand in no hole.
    """
    line = [footing for footing in plan.footings if footing.embedment_m > 0]
    if not line:
        raise InvalidInputError("foot", "No post of this fence stands in a hole: there is no depth to keep")
    depths = sorted(footing.embedment_m for footing in line)
    widths = sorted(footing.hole_width_m for footing in line)
    return CrewHabit(
        post=spec.post,
        rail=spec.rail,
        rails_count=spec.rails_count,
        rail_laid=spec.rail_laid,
        bay_max_m=spec.bay_max_m,
        embedment_m=min(3.6, depths[len(depths) // 2]),
        hole_width_m=min(1.5, widths[len(widths) // 2]),
    )


def as_crew(spec: FenceSpec, habit: CrewHabit, accepted_by: str = NOBODY) -> FenceSpec:
    """The fence as the crew usually builds it; its checks say what they say, and a name signs it without making it pass."""
    boarded = spec.infill.traits.boarded and not spec.infill.traits.two_faced
    rails: dict[str, object] = (
        {"rail": habit.rail, "rails_count": habit.rails_count, "rail_laid": habit.rail_laid} if boarded else {}
    )
    return replace(
        spec,
        post=habit.post,
        end_post=None,
        gate_post=None,
        bay_by_strength=False,
        hole_width_m=None,
        bay_max_m=spec.bay_max_m if spec.bays == "panels" or not boarded else habit.bay_max_m,
        built_on=Basis.PRACTICE,
        practice=PracticeDetail(
            embedment_m=habit.embedment_m,
            hole_width_m=habit.hole_width_m,
            accepted_by=accepted_by,
            why="as our crew usually builds it",
        ),
        **rails,  # type: ignore[arg-type]
    )


def usual_here(case: DesignInput, accepted_by: str = NOBODY) -> FenceSpec:
    """The fence as crews usually build it under a school: bay, post, rails, the depth of habit and frost.

    It is built on practice: its checks say what they say, and a name signs it without making it pass.

    Source: common practice, by school and height (data/fence_habits.csv).
    """
    spec: FenceSpec = case.spec
    row = _habit(case.book.key, spec.height_m)
    top_m = spec.height_m + spec.gap_m
    step_m = spec.depth_step_m
    post = sticks()[row.text["post"]]
    deep_m = rounded_up_m(max(row.number("embedment_m"), typical_embedment_m(top_m), case.site.frost_m), step_m)
    if spec.infill.traits.on_tubes:
        return _tubes_here(spec, case.site.frost_m)
    boarded = spec.infill.traits.boarded and not spec.infill.traits.two_faced
    rails = (
        {"rail": row.text["rail"], "rails_count": int(row.text["rails"]), "rail_laid": row.text["laid"]}
        if boarded
        else {}
    )
    panels = spec.bays == "panels"
    return replace(
        spec,
        post=post.key,
        end_post=None,
        gate_post=None,
        bay_max_m=spec.bay_max_m if panels or not boarded else row.number("bay_m"),
        bay_by_strength=False,
        hole_width_m=None,
        built_on=Basis.PRACTICE,
        practice=PracticeDetail(
            embedment_m=min(3.6, deep_m),
            hole_width_m=hole_width_m(post.width_m),
            accepted_by=accepted_by,
            why="as it is usually built here",
        ),
        **rails,  # type: ignore[arg-type]
    )


TUBE_EMBEDMENT_M, TUBE_DEEPER_RATIO = 24 * IN, 0.25
"""Steel posts stand 24 in deep, and 3 in more for each foot over 4 ft [common practice, ASTM F567, from memory, medium]."""


def _tubes_here(spec: FenceSpec, frost_m: float) -> FenceSpec:
    """Chain link, metal and vinyl panels as they are usually built: tubes by height, holes by habit and frost."""
    usual = closed_with(spec, spec.infill.style)
    deep_m = TUBE_EMBEDMENT_M + TUBE_DEEPER_RATIO * max(0.0, spec.height_m - 4 * FT)
    assert usual.hole_width_m is not None
    return replace(
        usual,
        bay_by_strength=False,
        built_on=Basis.PRACTICE,
        practice=PracticeDetail(
            embedment_m=min(3.6, rounded_up_m(max(deep_m, frost_m), spec.depth_step_m)),
            hole_width_m=usual.hole_width_m,
            accepted_by=NOBODY,
            why="as it is usually built here",
        ),
    )


def _habit(school: str, height_m: float) -> TableRow:
    rows = [row for row in table("fence_habits") if row.text["school"] == school]
    row = next((row for row in rows if height_m <= row.number("to_m") + 1e-9), None)
    if row is None:
        raise OutOfScopeError(
            "no habit of building fences this high is entered for this code",
            "lay it out, or ask for the cheapest that passes",
        )
    return row


def cheapest(case: DesignInput, priced: Callable[[Plan], float]) -> Search:
    """The cheapest fence of the same height, line and infill that passes: then the fewest posts.

    Looked through: frames of its leaves,
    line posts, end posts and gate posts of the yard's sizes, bays, rails by size, laying and number, bays that a
    rail runs over, augers; gaps between butted boards only where nothing passes closed. Never its line, its height or its gates:
    a return that takes wind off an end is an option that one asks for. First, for every bay, the smallest posts that pass and the
    lightest rails that pass; then each bay's pair is planned whole and `priced`.
    """
    spec: FenceSpec = case.spec
    try:
        case.book.velocity_pressure(place_of(case.site), spec.height_m)
    except (InvalidInputError, OutOfScopeError):
        # Without the place's wind nothing can pass: nothing is searched.
        return Search(why="The wind of this place is not known: enter it under Ground, then ask again")
    base: FenceSpec = replace(spec, built_on=Basis.CALCULATED, practice=None, bay_by_strength=False, deeper_m=0.0)
    base = stiffer_leaves(case, base)
    look = _Looking(case=case, base=base, plan=lambda like: plan_fence(case.of(like)), priced=priced)
    posts = posts_to_try(stick(spec.post, "post", "post"))
    rails = same_wood(stick(spec.rail, "rail", "rail"), "rail")
    for bay_m in _bays(case):
        bay: Change = {} if spec.bays == "panels" else {"bay_max_m": bay_m}
        chosen = _smallest_posts(look, bay, _stiffest(spec, rails), posts=posts)
        if chosen is not None:
            _lightest_rails(look, chosen, rails)
    found = look.found
    _augers_and_runs(look, spec)
    if found.spec is None and spec.infill.traits.butted:
        # What the client looks at is changed only where nothing passes closed.
        metric = sticks()[spec.post].metric if spec.post in sticks() else case.book.metric
        gaps_m = replace(spec.infill, style="even gaps", gap_most_m=GAPS_M[metric])
        opened = cheapest(case.of(replace(spec, infill=gaps_m)), priced)
        opened.planned += found.planned
        if opened.spec is not None:
            return opened
        found.planned = opened.planned
    question = _of_the_place(case, base) if found.spec is None else None
    if question is not None:
        found.why = (
            f"None of {found.planned} designs can be called passing: {gap_named(question, case.book.key).lower()} is not checked, "
            f"{question.reason}. What is needed: {question.would_have_to_change}"
        )
    elif found.spec is None:
        sizes = f"{posts[0].says} to {posts[-1].says}"
        bays = _bays(case)
        tape = case.tape
        reach = f"bays of {tape.length(bays[0])} to {tape.length(bays[-1])}"
        closest = (
            f"; the closest fails by {look.nearest[2]}, {look.nearest[1]:.2f} of its limit" if look.nearest[2] else ""
        )
        if not closest and look.clash:
            closest = f"; {look.clash[0].lower()}{look.clash[1:]}"
        found.why = (
            f"None of {found.planned} designs passes here: {sizes}, {reach}, every rail of the yard{closest}. A lower or more open "
            "fence, or a return at its free ends, takes less wind"
        )
        if look.refusal and not look.laid_out:
            found.why = f"It cannot be laid out: {look.refusal}"
    return found


def _of_the_place(case: DesignInput, base: FenceSpec) -> UncheckedItem | None:
    """What no size of post or rail can answer in any load case: no rule or table reaches the place."""
    try:
        made = plan_fence(case.of(base))
    except InvalidInputError:
        return None
    return next((gap for gap in unanswered(made) if gap.needs is None and not gap.crew and not gap.case), None)


def posts_to_try(like: SectionItem) -> list[SectionItem]:
    """Posts to try, thinnest first: those of the same wood, then the thickest of other woods treated likewise."""
    if is_tube(like):
        tubes = [
            one for one in sticks().values() if one.role == "post" and one.species == like.species and is_tube(one)
        ]
        home = [one for one in tubes if set(one.schools) & set(like.schools) and _shape(one) == _shape(like)]
        return sorted(home, key=lambda one: tube_of(one).tube.plastic_m3 * tube_of(one).yield_pa)
    same = same_wood(like, "post")
    if like.species in NOT_WOOD:
        return same
    others = (
        item
        for item in sticks().values()
        if item.role == "post" and item.species not in (like.species, *NOT_WOOD) and item.incised == like.incised
    )
    thickest = [
        item
        for item in others
        if item.thickness_m >= same[-1].thickness_m - 1e-9 and set(item.schools) & set(like.schools)
    ]
    return [*same, *thickest]


def _shape(post: SectionItem) -> str:
    return tube_of(post).tube.shape


MOST_DEEPER_M = 1.5
"""Holes that are deeper by more are another design [our own]."""


def as_deep(spec: FenceSpec, harder: Plan, own: Plan) -> FenceSpec:
    """The fence with its holes as deep as the same fence's on a harder site, each by the greatest difference."""
    were = {footing.id: footing.embedment_m for footing in own.footings}
    deeper_m = max((footing.embedment_m - were.get(footing.id, 0.0) for footing in harder.footings), default=0.0)
    return replace(spec, deeper_m=min(MOST_DEEPER_M, deeper_m)) if deeper_m > 1e-6 else spec


def stiffer_leaves(case: DesignInput, spec: FenceSpec) -> FenceSpec:
    """The fence with the lightest gate frames of its wood that hold the wind; where and how wide a gate is stays as it was.

    A frame that already holds stays; where none does, the strongest is kept and its check says so. Hinges that must hold more than
    ordinary ones do move out to the middles of the leaf's rails, then hang on pins through the post. One leaf that neither helps
    becomes two of half the width.
    """
    for opening in spec.openings:
        two = paired(opening)
        ways = [way for one in (opening, two) if one is not None for way in (one, hinges_apart(one), on_pins(one))]
        first: FenceSpec | None = None
        for way in ways:
            framed, made = _stiffer_leaf(case, with_opening(spec, way), way)
            first = first or framed
            if made is None:
                break
            if not made.conflicts and _leaf_holds(made, way):
                first = framed
                break
        spec = first or spec
    return spec


def _stiffer_leaf(case: DesignInput, spec: FenceSpec, opening: GateOpening) -> tuple[FenceSpec, Plan | None]:
    """The fence with one gate's frame as light as holds the wind, and its plan; None where it cannot be laid out."""
    now = stick(opening.leaf.frame, "rail", "frame")
    area = now.width_m * now.thickness_m
    frames = [one for one in same_wood(now, "rail") if one.width_m * one.thickness_m > area + 1e-9]
    single = opening.leaf.latches_count
    made: Plan | None = None
    # A second latch costs less than a heavier frame.
    for frame, latches in ((now, single), (now, 2), *((one, 2) for one in frames)):
        spec = with_opening(spec, replace(opening, leaf=replace(opening.leaf, frame=frame.key, latches_count=latches)))
        try:
            made = plan_fence(case.of(spec))
        except InvalidInputError:
            return spec, None
        if _frame_holds(made, opening) and not _beyond(made, opening, LATCHES):
            break
    return spec, made


def _frame_holds(made: Plan, opening: GateOpening) -> bool:
    about = f"{made.id}/gate/{opening.id}"
    return not any(fails([check]) for check in made.checks if check.about == about and check.key in FRAME_CHECKS)


def _leaf_holds(made: Plan, opening: GateOpening) -> bool:
    """Whether frame, hinges and latches of an opening hold what an ordinary gate's do."""
    return _frame_holds(made, opening) and not _beyond(made, opening, HINGES | LATCHES)


def _beyond(made: Plan, opening: GateOpening, keys: frozenset[str]) -> bool:
    """Whether an opening's leaves ask more of a hinge or latch than ordinary ones hold."""
    about = f"{made.id}/gate/{opening.id}"
    return any(gap.about == about and gap.key in keys and reach(made, gap) != "ordinary" for gap in made.not_covered)


WHOLE = "/"
"""About any part of a fence."""
LATCHES = frozenset({"latch.capacity_wind"})
HINGES = frozenset({"hinge.capacity_wind", *(one.capacity for one in gate_hardware() if one.capacity)})
FRAME_CHECKS = frozenset(
    {
        "gate_latch_upright.bending_wind",
        "gate_upright.bending_wind",
        "gate_rail.bending_wind",
        "hinge_bolts.capacity",
    }
)
"""Checks of a leaf that a stronger frame passes."""


@dataclass(slots=True, kw_only=True)
class _Looking:
    """A search under way: what it starts from, how it plans and prices, what it found, the closest failure, a conflict.

    `refusal`: why the first change that cannot be laid out cannot; `laid_out`: whether any can.
    """

    case: DesignInput
    base: FenceSpec
    plan: Callable[[FenceSpec], Plan]
    priced: Callable[[Plan], float]
    found: Search = field(default_factory=Search)
    nearest: tuple[bool, float, str] = (True, float("inf"), "")
    clash: str = ""
    refusal: str = ""
    laid_out: bool = False

    def tried(self, change: Change, like: FenceSpec | None = None) -> Plan | None:
        """The plan of a change; None where it cannot be laid out."""
        self.found.planned += 1
        return self._tried(lambda: self.plan(replace(like or self.base, **change)))  # type: ignore[arg-type]

    def looked(self, change: Change) -> FirstLook | None:
        """The checks of a change without its pieces, each hole by itself; None where it cannot be laid out."""
        self.found.planned += 1
        return self._tried(lambda: first_look(self.case.of(replace(self.base, **{**change, "depths_count": 0}))))  # type: ignore[arg-type]

    def _tried(self, work: Callable[[], Made]) -> Made | None:
        """What a change comes to; None where it cannot be laid out, and why the first of them cannot."""
        try:
            made = work()
        except InvalidInputError as refused:
            self.refusal = self.refusal or refused.message
            return None
        self.laid_out = True
        return made

    def failed(self, trial: Plan | FirstLook | None, where: str) -> None:
        """Remembers the closest of those that fail, and what stood in the way of those that cannot be built."""
        if trial is not None and trial.conflicts:
            self.clash = self.clash or trial.conflicts[0]
            return
        worst = _worst(trial, where)
        # A whole fence says more than its posts alone: those may hold, and something else not.
        if worst is not None and worst.use > 1:
            self.nearest = min(self.nearest, (where != WHOLE, worst.use, check_title(worst)))

    def unmade(self, spec: FenceSpec, trial: Plan) -> int:
        """What nobody here can make: joints at the rails that no fixing on the list makes, holes that the auger does not reach."""
        case = FenceCase.of_case(self.case.of(spec))
        lie = rows(spec, case.timber.rail)
        end, board = joints_of_rails(case)
        wanted = [] if bought_ends(spec, lie) or not lie.count else [end]
        wanted += [board] if spec.infill.traits.boarded else []
        beyond = any(check.key == "footing.tool_reach" and check.use > 1 for check in trial.checks)
        return beyond + sum(pick(joint, stainless=spec.weather == "ice and salt").item is None for joint in wanted)

    def keep(self, spec: FenceSpec, trial: Plan, price: float) -> None:
        """The best so far."""
        self.found.spec, self.found.plan, self.found.price = spec, trial, price
        self.found.unmade = self.unmade(spec, trial)


def _smallest_posts(look: _Looking, bay: Change, stiffest: Change, *, posts: list[SectionItem]) -> Change | None:
    """The smallest line posts that hold, then the smallest end posts beside them, under the stiffest rails."""
    openings = bool(look.base.openings)
    strong = posts[-1].key
    for k, post in enumerate(posts):
        trial = look.looked(
            {**bay, **stiffest, "post": post.key, "end_post": strong, "gate_post": strong if openings else None}
        )
        if trial is None or not _holds(trial, "/post/"):
            look.failed(trial, "/post/")
            continue
        for end in posts[k:]:
            ends: Change = {
                "post": post.key,
                "end_post": None if end is post else end.key,
                "gate_post": end.key if openings and end is not post else None,
            }
            trial = look.looked({**bay, **stiffest, **ends})
            if trial is not None and _holds(trial, "/post/"):
                return {**bay, **_untied(look, {**bay, **stiffest}, ends, posts=posts[k:])}
    return None


def _untied(look: _Looking, like: Change, ends: Change, *, posts: list[SectionItem]) -> Change:
    """End posts as small as hold by themselves, where only gate posts need to be larger; then gate posts likewise."""
    if ends["gate_post"] is None:
        return ends
    for name in ("end_post", "gate_post"):
        for smaller in posts:
            if smaller.key == ends[name]:
                break
            tied: Change = {**ends, name: None if smaller is posts[0] and name == "end_post" else smaller.key}
            trial = look.looked({**like, **tied})
            if trial is not None and _holds(trial, "/post/"):
                ends = tied
                break
    return ends


def _lightest_rails(look: _Looking, chosen: Change, rails: list[SectionItem]) -> None:
    """The lightest rails that pass on those posts, kept where they come to less than what was found."""
    found = look.found
    for lighter in _rails(look.base, rails):
        first = look.looked({**chosen, **lighter})
        if first is None or fails(first.checks):
            look.failed(first, WHOLE)
            continue
        trial = look.tried({**chosen, **lighter})
        if trial is None:
            continue
        if not buildable(trial):
            look.failed(trial, WHOLE)
            continue
        price = look.priced(trial)
        like: FenceSpec = replace(look.base, **{**chosen, **lighter})  # type: ignore[arg-type]
        unmade = look.unmade(like, trial)
        if found.beaten_by(unmade, price, len(trial.footings)):
            look.keep(like, trial, price)
        if not unmade:
            return


def _augers_and_runs(look: _Looking, spec: FenceSpec) -> None:
    """The fence as it is; other augers, and rails over more bays, for what was found, where they pass for less."""
    found, base = look.found, look.base
    tries: list[Change] = [{}, {"hole_width_m": None}]
    tries += [{"hole_width_m": auger} for auger in _augers(found.spec or base)]
    boarded_on_face = (found.spec or base).rail_laid == "on edge" and spec.infill.traits.boarded
    tries += [{"rail_bays": many} for many in (2, 3) if boarded_on_face and many != spec.rail_bays]
    for change in tries:
        like = base if not change else found.spec
        if like is None or (change and all(getattr(like, name) == value for name, value in change.items())):
            continue
        trial = look.tried(change, like)
        if trial is None:
            continue
        price = look.priced(trial)
        changed: FenceSpec = replace(like, **change)  # type: ignore[arg-type]
        if buildable(trial) and found.beaten_by(look.unmade(changed, trial), price + 0.5, 0):
            look.keep(changed, trial, price)


def _augers(spec: FenceSpec) -> list[float]:
    """The next auger up from three post widths."""
    usual_m = hole_width_m(sticks()[spec.post].width_m)
    return [auger for auger in AUGERS_M if usual_m + 1e-9 < auger <= 5 * sticks()[spec.post].width_m][:1]


def _bays(case: DesignInput) -> tuple[float, ...]:
    spec = case.spec
    if spec.bays == "panels":
        return (spec.bay_max_m,)
    metric = sticks()[spec.post].metric if spec.post in sticks() else case.book.metric
    most_m = spec.bay_max_m if spec.infill.traits.spans_bay else 2.4384
    return tuple(sorted({min(most_m, bay) for bay in (*BAYS_M[metric], spec.bay_max_m)}, reverse=True))


def _stiffest(spec: FenceSpec, rails: list[SectionItem]) -> dict[str, object]:
    return _rails(spec, rails)[-1]


def _rails(spec: FenceSpec, rails: list[SectionItem]) -> list[dict[str, object]]:
    """Rails to try, least wood first; what is not boards keeps its own."""
    if not spec.infill.traits.boarded:
        return [{}]
    layout = ("flat",) if spec.infill.traits.two_faced else ("flat", "on edge")
    tried: list[tuple[float, dict[str, object]]] = [
        (item.width_m * item.thickness_m * count, {"rail": item.key, "rails_count": count, "rail_laid": way})
        for item in rails
        for count in (2, 3, 4)
        for way in layout
        if not spec.infill.traits.two_faced or item.key == spec.rail
    ]
    return [change for _, change in sorted(tried, key=lambda row: row[0])]


def _holds(made: FirstLook, about: str) -> bool:
    """Whether nothing about posts (or bays) fails or goes uncovered, and nothing clashes."""
    if made.conflicts:
        return False
    open_gaps = [gap for gap in made.not_covered if gap.basis is Basis.CALCULATED and not gap.crew]
    if any(about in gap.about and gap.would_have_to_change for gap in open_gaps):
        return False
    return all(check.use <= 1 + 1e-9 for check in made.checks if about in check.about and check.counts)


def _worst(made: Plan | FirstLook | None, about: str) -> Check | None:
    return None if made is None else governing_check([check for check in made.checks if about in check.about])
