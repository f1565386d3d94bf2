"""The fence as a kind: what the rest of the program asks of one."""

from collections.abc import Iterator
from dataclasses import fields, replace
from typing import Any

from steady.errors import InvalidInputError
from steady.plan.model import DragHandle, Plan
from steady.structures.fence.designs.alternatives import ways
from steady.structures.fence.designs.candidates import candidates
from steady.structures.fence.designs.single_changes import singles
from steady.structures.fence.designs.starts import NOBODY, CrewHabit, as_crew, as_deep, cheapest, habit_of, usual_here
from steady.structures.fence.designs.wind_by_part import wind_by_part
from steady.structures.fence.designs.wind_rating import wind_rating
from steady.structures.fence.layout.obstruction import reroute_around
from steady.structures.fence.plan import first_checks, plan_fence
from steady.structures.fence.settings import SETTINGS
from steady.structures.fence.spec.fence import FenceSpec, hold_post
from steady.structures.fence.spec.infill_traits import TRAITS
from steady.structures.fence.spec.line_parser import read_line
from steady.structures.fence.spec.localise import localized
from steady.structures.fence.spec.plain_entry import PLAIN
from steady.structures.fence.spec.presets import closed_with, preset
from steady.structures.fence.text.appearance import held, look_items, look_of
from steady.structures.fence.text.client import described
from steady.structures.form_schema import Field, Group
from steady.structures.option import Change, Choice
from steady.structures.remove_item import ACT, takes_out
from steady.structures.structure_type import (
    COMMON,
    Approval,
    ChoiceGroup,
    DesignInput,
    LineForm,
    LineStart,
    NewStructureRequest,
    ObstructionReport,
    StartingContext,
    StartingDesign,
    StartingDesignProvider,
    StructureType,
    Table,
    WindRating,
    changed,
    in_metres,
)
from steady.units.show import Tape

OWN = frozenset(
    {
        "id",
        "kind",
        "format",
        "straights",
        "openings",
        "zones",
        "locks",
        "built_on",
        "practice",
        "closed",
        "start_at",
        "end_at",
        "lift_outs",
        "look",
    }
)
LEAST_STRAIGHT_M = 0.1
USUAL_DEPTHS = 3
"""Depths that an auger is set to on a new fence [common practice: two or three]."""
USUAL = (
    Group(
        title="Size",
        fields=(
            Field(path="height_m", says="Height of the boards"),
            Field(path="gap_m", says="Ground clearance", sort="small length"),
            Field(path="bay_max_m", says="Max. post spacing"),
            Field(path="bays", says="Spacing method", sort="choice"),
        ),
    ),
    Group(
        title="Wood",
        fields=(
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="gate_post", says="Gate posts", sort="stick", role="post", empty="as the line's"),
            Field(path="rail", says="Rails", sort="stick", role="rail"),
            Field(path="rails_count", says="Rails per bay", sort="count"),
            Field(path="rail_laid", says="Rails lie", sort="choice"),
            Field(path="board", says="Boards", sort="stick", role="board"),
            Field(path="infill/style", says="Infill", sort="choice"),
        ),
    ),
    Group(
        title="In the ground",
        fields=(
            Field(path="foot", says="Posts stand in", sort="choice"),
            Field(path="gravel_m", says="Gravel under them", sort="small length"),
            Field(path="deeper_m", says="Dug deeper than asked by", sort="small length"),
            Field(path="depth_step_m", says="Depths rounded up to", sort="small length"),
            Field(path="depths_count", says="Hole depths, at most", sort="count"),
            Field(path="reach_m", says="Our auger reaches", sort="small length", empty="not said"),
            Field(path="posts_cut", says="Posts are cut", sort="choice"),
        ),
    ),
)
WAYS = (
    ("as it is", "Current design"),
    ("our crew", "As our crew builds"),
    ("usual here", "Typical here"),
    ("cheapest", "Lowest cost found that passes"),
)
HELP = (
    ("c38", "corner at 38, a quarter turn right"),
    ("c38r18", "corner at 38, 18° right; l18 to the left"),
    ("g4", "gate 4 clear from the last post"),
    ("g4@45'6", "gate 4 clear from 45'6 on"),
    ("g4+7", "gate of two leaves, 4 and 7"),
    ("x61'3~2=water-main", "no digging at 61'3, 2 each side"),
    ("p60", "a post that stays, at 60"),
    ("last", "the end"),
)
LINE = LineForm(
    title="New fence from tape readings",
    asks="Running tape readings",
    name="Fence along the lane",
    imperial="0 c38 g4 c81 g11 118'6",
    metric="0 c11.6 g1.2 c24.7 g3.4 36.1",
    help=HELP,
    metric_help=in_metres(
        HELP,
        {
            "c38": "c11.6",
            "at 38,": "at 11.6,",
            "g4+7": "g1.2+2.1",
            "4 and 7": "1.2 and 2.1",
            "g4": "g1.2",
            "gate 4": "gate 1.2",
            "45'6": "13.9",
            "x61'3~2": "x18.7~0.6",
            "61'3, 2 each": "18.7, 0.6 each",
            "p60": "p18",
            "at 60": "at 18",
        },
    ),
    starts=(
        LineStart(says="Start with a straight run", imperial="40", metric="12"),
        LineStart(says="A gate on its own posts", imperial="0 g4@0 4'5.5", metric="0 g1.2@0 1.34"),
    ),
    in_words=(
        "85 ft, corner at 52, 3 ft 6 in gate at 18, 5 ft 6 in tall, 4x4 posts",
        "26 m, corner at 15.8, 1.1 m gate at 5.5, 1.7 m tall",
    ),
)


def read(ask: NewStructureRequest) -> FenceSpec:
    """New fence from tape readings, with the crew's last choices, brought to the school.

    Raises:
        InvalidInputError: The line does not read.
    """
    line = read_line(ask.text, ask.bare)
    known = {f.name for f in fields(FenceSpec)} - OWN
    kept = {name: value for name, value in ask.choices.items() if name in known}
    kept.setdefault("bay_by_strength", True)
    kept.setdefault("depths_count", USUAL_DEPTHS)
    layout = {name: getattr(line, name) for name in ("straights", "openings", "zones", "locks")}
    # Home before the crew's choices, too: what they say nothing of is the school's.
    spec = localized(replace(localized(FenceSpec(id=ask.id, **layout), ask.school), **kept), ask.school)
    return preset(spec, ask.preset) if ask.preset else spec  # type: ignore[arg-type]


def move(spec: FenceSpec, handle: DragHandle, to_m: float) -> FenceSpec:
    """A post, gate or band moved along the line; the end of a straight makes it longer.

    Raises:
        InvalidInputError: Something that does not move.
    """
    name, _, key = handle.field.partition("/")
    if name == "locks" and key == "+":
        return hold_post(spec, handle.id, max(0.0, to_m))
    inner = key.partition("/")[0]
    number = int(inner) if inner.isdecimal() else -1
    if name not in ("straights", "locks", "openings", "zones") or not 0 <= number < len(getattr(spec, name)):
        raise InvalidInputError("handle", "This does not move: load the drawing again")
    if name == "straights":
        straight = spec.straights[number]
        longer = replace(straight, length_m=max(LEAST_STRAIGHT_M, straight.length_m + to_m - handle.station_m))
        return replace(spec, straights=_with(spec.straights, number, longer))
    items: tuple[Any, ...] = getattr(spec, name)
    moved: Change = ((name, _with(items, number, replace(items[number], at_m=max(0.0, to_m)))),)
    return changed(spec, moved)  # type: ignore[no-any-return]


def _with(items: tuple[Any, ...], number: int, item: object) -> tuple[Any, ...]:
    return (*items[:number], item, *items[number + 1 :])


def unlock(spec: FenceSpec, thing: str) -> FenceSpec:
    """The spec without the lock on one of its plan's posts."""
    return replace(spec, locks=tuple(lock for lock in spec.locks if f"{spec.id}/post/{lock.id}" != thing))


def apply_measurement(spec: FenceSpec, thing: str, at_m: float) -> FenceSpec:
    """The spec with a post held where it was measured, or with its boards as wet as the meter said.

    Raises:
        InvalidInputError: No board is as wet as that.
    """
    if thing == spec.boards_id:
        if not 0.04 <= at_m <= 2.0:
            raise InvalidInputError("boards_moisture", "Moisture of wood lies between 4 and 200 %")
        return replace(spec, boards_moisture=at_m)
    held_there = hold_post(spec, thing, at_m)
    last = held_there.locks[-1]
    return replace(held_there, locks=(*held_there.locks[:-1], replace(last, why="as measured")))


def close_with(spec: FenceSpec, value: str) -> FenceSpec:
    """The fence closed another way, with what that way cannot do without.

    Raises:
        InvalidInputError: No such way.
    """
    style = next((key for key in TRAITS if key == value), None)
    if style is None:
        raise InvalidInputError("value", f"Choose one of {', '.join(TRAITS)}")
    return closed_with(spec, style)


def strength(case: DesignInput, plan: Plan) -> WindRating | None:
    """The wind that it stands up to."""
    gust = wind_rating(case, plan)
    if gust is None:
        return None
    return WindRating(gust_m_per_s=gust.gust_m_per_s, says=gust.says, gives=gust.gives)


def begin(case: DesignInput, way: str, context: StartingContext) -> StartingDesign:
    """One way to build it.

    Raises:
        InvalidInputError: No such way, or one that does not plan.
    """
    spec = case.spec
    if way == "cheapest":
        found = cheapest(case, context.priced)
        return StartingDesign(spec=found.spec, plan=found.plan, planned=found.planned, why=found.why)
    if way == "usual here":
        spec = usual_here(case, context.signed or NOBODY)
    elif way == "our crew":
        if context.habit is None:
            raise InvalidInputError("which", "This crew has kept no habit under this code yet")
        spec = as_crew(spec, context.habit, context.signed or NOBODY)
    elif way != "as it is":
        raise InvalidInputError("which", f"Choose one of {', '.join(key for key, _ in WAYS)}")
    return StartingDesign(spec=spec, plan=planned(case.of(spec)))


def planned(case: DesignInput) -> Plan:
    """The plan of a fence."""
    return plan_fence(case)


def met(spec: FenceSpec, plan: Plan, find: ObstructionReport) -> FenceSpec:
    """The fence led round what a hole met."""
    return reroute_around(spec, plan, dict(find.stand_m), post_id=find.post, met=(find.what, find.half_width_m))


def _candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    return candidates(case)


def _choices(case: DesignInput) -> Iterator[Choice]:
    return ways(case)


def _approval(spec: FenceSpec, tape: Tape) -> Approval:
    items = tuple((item.name, item.value) for item in look_items(spec, tape))
    return Approval(look=look_of(spec), held=held(spec, tape), items=items)


FENCE = StructureType(
    finish=lambda spec: spec.finish,
    settings=SETTINGS,
    key="fence",
    many="fences",
    spec=FenceSpec,
    line=LINE,
    read=read,
    describe=described,
    plain=PLAIN,
    presets=(
        ("fence", "a fence"),
        ("slat screen", "a slat screen"),
        ("stock pen", "a stock pen of welded panels"),
        ("enclosure on blocks", "an enclosure on loose blocks"),
    ),
    tables=(
        Table(key="marks", says="Marks"),
        Table(key="line", says="Line"),
        Table(
            key="ways",
            says="Alternatives",
            offers=(
                ChoiceGroup(group="bays", title="Post spacing options", what="way of spacing the posts"),
                ChoiceGroup(group="feet", title="Foundation options", what="foot"),
                ChoiceGroup(group="depths", title="Hole depth options", what="number of hole depths"),
                ChoiceGroup(group="styles", title="Infill options", what="style"),
                ChoiceGroup(group="edges", title="Cap and trim", what="way to end the boards"),
            ),
        ),
        *COMMON,
    ),
    plan=planned,
    home=localized,
    own=OWN,
    usual=USUAL,
    move=move,
    hold=apply_measurement,
    let_go=unlock,
    candidates=_candidates,
    first_checks=first_checks,
    choices=_choices,
    acts={"close with": close_with, ACT: takes_out(openings="gate", zones="zone", locks="post")},
    strength=strength,
    wind_by_part=wind_by_part,
    hold_footings=as_deep,
    approval=_approval,
    found=met,
    starts=StartingDesignProvider(
        ways=WAYS,
        signed=frozenset({"our crew", "usual here"}),
        crew="our crew",
        begin=begin,
        habit=CrewHabit,
        habit_of=habit_of,
        singles=singles,
    ),
)
