"""A plan as a sheet shows it: posts, bays, verdicts and sentences in the crew's own units.

Screens, site view and paper read this one answer, so that a number is worded once.
"""

import math
import re
from dataclasses import fields, replace

from steady.catalog.items import bag_yield_m3, sticks
from steady.catalog.purchasing import PurchasingSettings
from steady.data.checks import check_label, check_note
from steady.data.roles import role
from steady.data.verification_sources import from_memory_in, second_of
from steady.drawing.details import DetailSheet, MeasureList, details, measure_lists
from steady.drawing.orthographic_views import outline_of
from steady.drawing.shapes import View
from steady.drawing.views import views
from steady.field_records.asbuilt import asks_over
from steady.field_records.progress import TickGroup, tick_groups
from steady.footings.hole import volumes
from steady.plan.calculation_steps import distinct
from steady.plan.model import (
    Basis,
    CalculationStep,
    Caution,
    Check,
    CheckOrigin,
    DragHandle,
    Footing,
    Mark,
    MeasurementTarget,
    Plan,
    Task,
    UncheckedItem,
)
from steady.plan.place_names import place_name
from steady.plan.results import (
    Result,
    State,
    check_title,
    gap_named,
    governing_check,
    headline,
    open_about,
    result,
    specified,
    state,
    unmet_recommendations,
    utilization,
)
from steady.units.show import Tape
from steady.units.units import FT, IN, LB
from steady.value_objects import value_object


@value_object
class Term:
    """One term of a sum: what it is and how much."""

    says: str
    value_m: float
    text: str


@value_object
class PostRow:
    """All that a post's hole and post need."""

    id: str
    number: int
    kind: str
    label: str
    station_m: float
    reading: str
    hole_m: float
    hole: str
    hole_terms: tuple[Term, ...]
    hole_width_m: float
    hole_width: str
    gravel_m: float
    gravel: str
    embedment_m: float
    embedment: str
    governs: str
    post_length_m: float
    post_length: str
    post_terms: tuple[Term, ...]
    cut_height_m: float
    cut_height: str
    ground_m: float
    timber: str
    bags: float
    bags_count: int
    hand_dug: str
    bottom: str
    foot: str
    pull_out: str
    upright: str
    habit: str
    calculated: str
    verdict: Result
    use: float
    governed_by: str


@value_object
class BayRow:
    """The stretch between two posts."""

    id: str
    start: str
    end: str
    from_m: float
    to_m: float
    width: str
    opening: str
    verdict: Result
    use: float
    governed_by: str


@value_object
class MemberRow:
    """A member of a structure on a grid: what it is, and how it stands."""

    id: str
    what: str
    name: str
    says: str
    verdict: Result
    use: float
    governed_by: str
    table: Result


@value_object
class CheckRow:
    """A check as a sentence; `working` is filled for what is selected."""

    key: str
    name: str
    note: str
    about: str
    place: str
    basis: Basis
    asks: CheckOrigin
    fitted: bool
    case: str
    verdict: Result
    use: float
    figure: str
    says: str
    sureness: str
    working: tuple[CalculationStep, ...] = ()


@value_object
class GapRow:
    """What is not checked, as it is shown; `needs`: the capacity that a connector must have, where one closes it."""

    key: str
    name: str
    about: str
    place: str
    basis: Basis
    reason: str
    would_have_to_change: str
    crew: bool
    needs: CalculationStep | None
    assumed: str


@value_object
class Layers:
    """Layers that are shown and hidden together, and what they are called."""

    says: str
    layers: tuple[str, ...]


@value_object
class DragView:
    """What is seen of a structure while something on its drawing is pulled."""

    id: str
    verdict: State
    headline: str
    line_m: float
    length: str
    posts: tuple[PostRow, ...]
    bays: tuple[BayRow, ...]
    members: tuple[MemberRow, ...]
    handles: tuple[DragHandle, ...]
    conflicts: tuple[str, ...]
    views: tuple[View, ...]


@value_object
class Sheet(DragView):
    """One structure's sheet."""

    gaps: int
    specified: int
    advice: tuple[str, ...]
    built_on: Basis
    accepted: str
    checks: tuple[CheckRow, ...]
    not_covered: tuple[GapRow, ...]
    tasks: tuple[Task, ...]
    cautions: tuple[Caution, ...]
    notes: tuple[str, ...]
    details: tuple[DetailSheet, ...] = ()
    measures: tuple[MeasureList, ...] = ()
    targets: tuple[MeasurementTarget, ...] = ()
    ticks: tuple[TickGroup, ...] = ()
    reads: str = ""
    exact_holes: bool = False
    called: str = ""
    layers: tuple[Layers, ...] = ()


def drawn(plan: Plan, tape: Tape, yard: PurchasingSettings) -> DragView:
    """Word what is seen of a plan while something is pulled."""
    by_about = _by_about(plan)
    line_m = _line_m(plan)
    return DragView(
        id=plan.id,
        verdict=state(plan),
        headline=headline(plan),
        line_m=line_m,
        length=size_words(plan, line_m, tape),
        posts=_posts(plan, tape, yard, by_about=by_about),
        bays=_bays(plan, tape, by_about),
        members=_members(plan, by_about),
        handles=plan.handles,
        conflicts=plan.conflicts,
        views=views(plan, tape),
    )


def _by_about(plan: Plan) -> dict[str, list[Check]]:
    found: dict[str, list[Check]] = {}
    for check in plan.checks:
        found.setdefault(check.about, []).append(check)
    return found


def _line_m(plan: Plan) -> float:
    return max((mark.station_m for mark in plan.marks), default=0.0)


def sheet(plan: Plan, tape: Tape, yard: PurchasingSettings, *, selected: str = "") -> Sheet:
    """Word a plan for its sheet.

    Args:
        plan: The plan.
        tape: The crew's units and mark.
        yard: For bags.
        selected: Id of the post or bay whose checks are wanted with their working; empty: the worst of each kind.
    """
    seen, by_about = drawn(plan, tape, yard), _by_about(plan)
    return Sheet(
        **{field.name: getattr(seen, field.name) for field in fields(DragView)},
        gaps=len(open_about(plan)),
        specified=len(specified(plan)),
        advice=tuple(
            f"{check_title(check, plan.school)}: {_figure(check, tape)}" for check in unmet_recommendations(plan)
        ),
        built_on=plan.built_on,
        accepted=plan.accepted,
        checks=tuple(_selected(plan, tape, selected, by_about=by_about)),
        not_covered=tuple(
            _gap_row(plan, gap) for gap in plan.not_covered if not selected or gap.about in (selected, plan.id)
        ),
        tasks=plan.tasks,
        cautions=plan.cautions,
        notes=plan.notes,
        details=details(plan, tape, selected),
        measures=measure_lists(plan, tape),
        targets=tuple(replace(target, asks_over=asks_over(target)) for target in plan.targets),
        ticks=tick_groups(plan, tape),
        reads=plan.reads,
        exact_holes=plan.exact_holes,
        called=plan.called,
        layers=_layers(plan),
    )


IN_THE_GROUND = Layers(
    says="holes", layers=("hole", "concrete", "gravel", "sand", "depth", "post-number", "post-place")
)
LENGTHS = Layers(says="lengths", layers=("dimension", "diagonal", "diagonal-label"))


def _layers(plan: Plan) -> tuple[Layers, ...]:
    """What can be hidden: each look by what it is called, then what is in the ground, and lengths."""
    looks: dict[str, list[str]] = {}
    for name in dict.fromkeys(part.role for part in plan.parts if part.length_m > 0):
        row = role(name)
        looks.setdefault(row.look, []).append(row.many)
    shown = [Layers(says=", ".join(names), layers=(look,)) for look, names in looks.items()]
    return (*shown, *((IN_THE_GROUND,) if plan.footings else ()), LENGTHS)


def _worst(plan: Plan, checks: list[Check], gap: bool = False) -> tuple[Result, float, str]:
    """The result of one thing; `gap`: something about it is not checked."""
    worst = governing_check(checks)
    if worst is None:
        return "not_checked", 0.0, ""
    word = result(worst)
    return "not_checked" if gap and word != "fail" else word, worst.use, check_title(worst, plan.school)


def size_words(plan: Plan, line_m: float, tape: Tape) -> str:
    """How long a line is, or how wide and deep an outline."""
    ring = outline_of(plan)
    if ring is None:
        return tape.distance(line_m)
    xs, ys = [p[0] for p in ring.points], [p[1] for p in ring.points]
    return f"{tape.distance(max(xs) - min(xs))} × {tape.distance(max(ys) - min(ys))}"


def _members(plan: Plan, by_about: dict[str, list[Check]]) -> tuple[MemberRow, ...]:
    open_gaps = open_about(plan)
    rows = []
    for member in plan.members:
        checks = by_about.get(member.id, [])
        word, use, governed = _worst(plan, checks, member.id in open_gaps)
        tables = [result(check) for check in checks if check.basis is Basis.TABLE]
        table: Result = next((v for v in ("fail", "at_limit", "pass") if v in tables), "not_checked")
        rows.append(
            MemberRow(
                id=member.id,
                what=member.what,
                name=member.name,
                says=member.says,
                verdict=word,
                use=use,
                governed_by=governed,
                table=table,
            )
        )
    return tuple(rows)


def _posts(
    plan: Plan, tape: Tape, yard: PurchasingSettings, *, by_about: dict[str, list[Check]]
) -> tuple[PostRow, ...]:
    holes = {footing.under: footing for footing in plan.footings}
    posts = {place.id: part for part in plan.parts if part.role == "post" for place in part.places}
    habits = {practice.about: practice for practice in plan.practice}
    yield_m3 = bag_yield_m3(yard.bag)
    open_gaps = open_about(plan)
    rows = []
    for number, mark in enumerate(plan.marks, start=1):
        if mark.id not in holes:
            continue  # one that stands already, or the start again where a loop closes
        footing, part = holes[mark.id], posts.get(mark.id)
        # Where a deck is too low for a post its beam sits on the pier.
        length_m = part.length_m if part else 0.0
        word, use, governed = _worst(plan, by_about.get(mark.id, []), mark.id in open_gaps)
        takes_m3 = volumes(footing).concrete_m3 * (1 + yard.concrete_allowance_ratio)
        habit = habits.get(mark.id)
        gravel_m = sum(layer.top_m - layer.bottom_m for layer in footing.layers if layer.what == "gravel")
        stands_m = -footing.foot_m if footing.foot_m > 0 else footing.embedment_m
        over_m = length_m - stands_m - mark.cut_height_m
        rows.append(
            PostRow(
                id=mark.id,
                number=number,
                kind=mark.kind,
                label=mark.label,
                station_m=mark.station_m,
                reading=_reading(mark, tape),
                hole_m=footing.hole_m,
                hole=tape.length(footing.hole_m),
                hole_terms=_hole_terms(footing, gravel_m, tape),
                hole_width_m=footing.hole_width_m,
                hole_width=tape.length(footing.hole_width_m),
                gravel_m=gravel_m,
                gravel=tape.length(gravel_m),
                embedment_m=footing.embedment_m,
                embedment=tape.length(footing.embedment_m),
                governs=footing.depth_governed_by.lower(),
                post_length_m=length_m,
                post_length=tape.length(length_m) if part else "none",
                post_terms=_terms(_post_terms(footing, mark.cut_height_m, over_m), tape) if part else (),
                cut_height_m=mark.cut_height_m,
                cut_height=tape.length(mark.cut_height_m),
                ground_m=footing.at[2],
                timber=sticks()[part.item].says if part and part.item in sticks() else "",
                bags=takes_m3 / yield_m3,
                bags_count=math.ceil(takes_m3 / yield_m3 - 1e-9),
                hand_dug=footing.hand_dug,
                bottom=tape.length(footing.at[2] - footing.hole_m - plan.footings[0].at[2]),
                foot=footing.kind,
                pull_out=_pull_out(footing, tape),
                upright=footing.keeps_upright,
                habit=f"{tape.length(habit.value_m)}: {habit.says}" if habit else "",
                calculated=tape.length(habit.needed_m) if habit else "",
                verdict=word,
                use=use,
                governed_by=governed,
            )
        )
    return tuple(rows)


def _pull_out(footing: Footing, tape: Tape) -> str:
    """What a foot holds against being lifted, in the crew's units, and why."""
    if not footing.pull_out_says:
        return ""
    force = f"{footing.pull_out_n / LB:,.0f} lb" if not tape.metric else f"{footing.pull_out_n / 1000:.2f} kN"
    return f"{force}: {footing.pull_out_says}" if footing.pull_out_n > 0 else f"none: {footing.pull_out_says}"


def _reading(mark: Mark, tape: Tape) -> str:
    """Off one tape, or off two that stand square to each other."""
    if mark.across_m is None:
        return tape.distance(mark.station_m)
    return f"{tape.distance(mark.station_m)} along, {tape.distance(mark.across_m)} out"


NOUGHT_M = 0.0005
"""Less than this nothing on a tape [our own]."""


def _post_terms(footing: Footing, cut_height_m: float, over_m: float) -> tuple[tuple[str, float], ...]:
    if footing.foot_m > 0:
        less = ("under its foot", -footing.foot_m)
        over = (("cut allowance", over_m),) if over_m > NOUGHT_M else ()
        return (("top above ground", cut_height_m), less, *over)
    return (("embedment", footing.embedment_m), ("above ground", cut_height_m), ("cut allowance", over_m))


def _hole_terms(footing: Footing, gravel_m: float, tape: Tape) -> tuple[Term, ...]:
    if gravel_m >= footing.hole_m - 1e-6:
        return _terms((("tamped gravel", footing.hole_m),), tape) if footing.hole_m > 0 else ()
    plug_m = footing.hole_m - footing.embedment_m - gravel_m
    name = "embedment" if footing.keeps_upright in ("", "the ground") else "pier in the ground"
    if plug_m < -1e-6:
        terms = [("dug", footing.hole_m), ("driven on", -plug_m)]
        return _terms(tuple(terms), tape)
    terms = [("gravel", gravel_m), ("concrete below the post", plug_m), (name, footing.embedment_m)]
    return _terms(tuple((says, value) for says, value in terms if value > 1e-6), tape)


def _terms(terms: tuple[tuple[str, float], ...], tape: Tape) -> tuple[Term, ...]:
    """`text`: without its sign: what is taken off is said to be."""
    return tuple(Term(says=says, value_m=value, text=tape.length(abs(value))) for says, value in terms)


def _bays(plan: Plan, tape: Tape, by_about: dict[str, list[Check]]) -> tuple[BayRow, ...]:
    openings = {opening.id: opening for opening in plan.openings}
    stations = {mark.id: mark.station_m for mark in plan.marks}
    rows = []
    open_gaps = open_about(plan)
    for bay in plan.bays:
        word, use, governed = _worst(plan, by_about.get(bay.id, []), bay.id in open_gaps)
        from_m, to_m = stations[bay.start], stations[bay.end]
        rows.append(
            BayRow(
                id=bay.id,
                start=bay.start,
                end=bay.end,
                from_m=from_m,
                to_m=to_m,
                width=tape.length(to_m - from_m),
                opening=openings[bay.opening].label if bay.opening else "",
                verdict=word,
                use=use,
                governed_by=governed,
            )
        )
    return tuple(rows)


def _selected(plan: Plan, tape: Tape, selected: str, *, by_about: dict[str, list[Check]]) -> list[CheckRow]:
    if selected:
        return [
            check_row(check, tape, plan.school, place=place_name(plan, check.about))
            for check in by_about.get(selected, [])
        ]
    worst: dict[tuple[str, str], Check] = {}
    for check in plan.checks:
        # What the tool made to fit is folded away: it shows with the thing that is picked.
        if check.fitted and check.use <= 1 + 1e-9:
            continue
        key = (check.key, check.case)
        if key not in worst or check.use > worst[key].use:
            worst[key] = check
    return [check_row(check, tape, plan.school, place=place_name(plan, check.about)) for check in worst.values()]


def _gap_row(plan: Plan, gap: UncheckedItem) -> GapRow:
    return GapRow(
        key=gap.key,
        name=gap_named(gap, plan.school),
        about=gap.about,
        place=place_name(plan, gap.about),
        basis=gap.basis,
        reason=gap.reason,
        would_have_to_change=gap.would_have_to_change,
        crew=gap.crew,
        needs=gap.needs,
        assumed=gap.assumed,
    )


def check_row(check: Check, tape: Tape, school: str, *, place: str = "") -> CheckRow:
    """A check as a screen shows it, its working in the order of the argument."""
    steps = (
        (*check.working, check.limit, check.demand)
        if check.sense == "at least"
        else (*check.working, check.demand, check.limit)
    )
    return CheckRow(
        key=check.key,
        name=check_label(check.key, school),
        note=check_note(check.key, school),
        about=check.about,
        place=place,
        basis=check.basis,
        asks=check.asks,
        fitted=check.fitted,
        case=check.case,
        verdict=result(check),
        use=check.use,
        figure=_figure(check, tape),
        says=check.demand.says or check.limit.says,
        sureness=sureness(check),
        working=distinct(steps),
    )


def _figure(check: Check, tape: Tape) -> str:
    """The demand and the limit as the crew reads them."""
    demand, limit = _amount(check.demand, tape), _amount(check.limit, tape)
    if check.sense == "at least":
        return f"needs {limit}, has {demand}"
    return f"{demand} of {limit}" if check.limit.unit else f"{utilization(check.use)} utilization"


def _amount(step: CalculationStep, tape: Tape) -> str:
    if step.unit == "ft":
        return tape.length(step.value * FT)
    if step.unit == "in":
        return f"{step.value:.2f} in" if not tape.metric else f"{step.value * IN * 1000:.1f} mm"
    if step.unit == "people":
        return f"{step.value:.0f} {step.unit}"
    return f"{step.value:,.0f} {step.unit}" if abs(step.value) >= 10 else f"{step.value:.2f} {step.unit}"


def sureness(check: Check) -> str:
    """How sure we are of a check: the least sure source among its steps."""
    sources = [step.source for step in (*check.working, check.demand, check.limit)]
    if any(re.search(r"\blow\b", source) for source in sources):
        return "a value from memory, low confidence"
    if any(re.search(r"\bmedium\b", source) for source in sources):
        return "recalled, unverified; medium confidence"
    recalled = [source for source in sources if from_memory_in(source)]
    if any(second_of(source) is None for source in recalled):
        return "clauses recalled, not compared with the printed page"
    if recalled:
        return "compared with a second source"
    if any(source.startswith("practice") for source in sources):
        return "common practice, no source"
    return "closed form or your own figure"
