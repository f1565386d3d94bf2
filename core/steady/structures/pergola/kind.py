"""The pergola as a kind: what the rest of the program asks of one."""

from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import stick
from steady.data.loader import keyed
from steady.errors import InvalidInputError
from steady.plan.model import DragHandle
from steady.structures.canopy import client_text
from steady.structures.canopy.actions import hold_on, lock_post, unlock
from steady.structures.canopy.changes import (
    more_fixings,
    more_posts,
    other_feet,
    other_spacings,
    other_sticks,
    other_uprights,
    roof_above,
)
from steady.structures.canopy.forms import above_group, upright_group
from steady.structures.canopy.load_path_checks import brought
from steady.structures.canopy.plain_entry import PERGOLA_WORDS
from steady.structures.coating import finish_group
from steady.structures.default_timbers import OWN as CANOPY_OWN
from steady.structures.default_timbers import as_last_chosen, localized
from steady.structures.form_schema import Field, Group
from steady.structures.held_footings import held
from steady.structures.option import Change
from steady.structures.pergola.checks import check_pergola
from steady.structures.pergola.designs import choices
from steady.structures.pergola.layout import lay_out, sizes
from steady.structures.pergola.line_parser import read_pergola
from steady.structures.pergola.plan import plan_pergola
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.structure_type import (
    COMMON,
    ChoiceGroup,
    DesignInput,
    LineForm,
    LineStart,
    NewStructureRequest,
    StructureType,
    Table,
    in_metres,
)
from steady.structures.support_links import PostReaction, SupportLink
from steady.units.units import IN

HELP = (
    ("18x11", "length of the beams by length of the rafters"),
    ("high8", "clear height under the beams"),
    ("over1", "overhangs (over1+1'6: beams, then rafters)"),
    ("rafters24in", "no farther apart"),
    ("slats5in", "slats at that pitch; gap3in with that gap"),
    ("shade60@15:00", "as many as shade 60 % then"),
    ("bays5x2", "bays by cross pieces; turn lays slats the other way in every second"),
    ("posts3", "under each beam"),
    ("brace2", "knee braces; feet=ground fixes the posts there, feet=slab stands them on one"),
    ("attached", "Attached to house (ledger)"),
)
LINE = LineForm(
    title="A pergola from its size",
    asks="Beams × rafters, out to out",
    name="Pergola over the path",
    imperial="18x11 high8 over1 rafters24in slats5in brace2",
    metric="4.2x3 high2.4 slats150mm",
    help=HELP,
    metric_help=in_metres(
        HELP,
        {
            "18x11": "5.4x3.3",
            "high8": "high2.4",
            "over1+1'6": "over0.3+0.45",
            "over1": "over0.3",
            "rafters24in": "rafters0.6",
            "slats5in": "slats120mm",
            "gap3in": "gap75mm",
            "brace2": "brace0.6",
        },
    ),
    starts=(
        LineStart(says="Start from an example", imperial="14x10", metric="4.2x3"),
        LineStart(says="Hung on the house", imperial="14x10 attached", metric="4.2x3 attached"),
    ),
    in_words=("14x10 pergola, 8 ft high, attached", "4.2x3 pergola, 2.4 m high, attached"),
)
LEAST_M, MOST_BEAM_M, MOST_RAFTER_M, MOST_PAST_M = 1.2, 15.0, 12.0, 1.5


def read(ask: NewStructureRequest) -> PergolaSpec:
    """A pergola from one line, with the crew's last choices where the line says nothing, of timbers on sale under the school.

    Raises:
        InvalidInputError: The line does not read.
    """
    return as_last_chosen(read_pergola(ask.text, ask.id, ask.bare), ask, OWN, home=localize)  # type: ignore[no-any-return]


def localize(spec: PergolaSpec, school: str) -> PergolaSpec:
    """The pergola with timbers that are on sale under a school: the usual ones where its own are not."""
    return localized(spec, school, TIMBERS, needs=("post", "beam", "rafter"), round_m=ROUND_M)  # type: ignore[no-any-return]


TIMBERS = {
    "brace": ("", ""),
    "post": ("post", "post"),
    "beam": ("joist", "beam"),
    "rafter": ("joist", "rafter"),
    "slat": ("baluster", ""),
    "core": ("", ""),
    "outer": ("joist", "beam"),
}
ROUND_M = (
    ("rafter_spacing_m", 0.6),
    ("stud_m", 0.4),
    ("fixing_m", 0.4),
    ("slat_gap_m", 0.105),
    ("high_m", 2.4),
    ("brace_m", 0.6),
    ("pier_above_m", 0.05),
    ("gravel_m", 0.1),
)


def move(spec: PergolaSpec, handle: DragHandle, to_m: float) -> PergolaSpec:
    """A post along its beam, a beam line in or out, or an edge of the roof.

    Raises:
        InvalidInputError: Something that does not move.
    """
    name, _, key = handle.field.partition("/")
    if name == "locks" and key:
        return lock_post(spec, key, to_m, why="")  # type: ignore[no-any-return]
    if name == "line" and key in ("1", "2"):
        past = to_m if key == "1" and not spec.on_house else spec.rafters_m - to_m
        return replace(spec, rafter_past_m=min(MOST_PAST_M, max(0.0, past)))
    if name == "beams_m":
        return replace(spec, beams_m=min(MOST_BEAM_M, max(LEAST_M, to_m)))
    if name == "rafters_m":
        return replace(spec, rafters_m=min(MOST_RAFTER_M, max(LEAST_M, to_m)))
    raise InvalidInputError("handle", "This does not move: load the drawing again")


def candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Changes that might help: posts, beams, rafters and their spacing, what keeps it upright; the wood stays as it is."""
    spec: PergolaSpec = case.spec
    if spec.on_house:
        yield from roof_above(case)
        yield from more_fixings(spec.at_point)
    yield from other_feet(spec)
    yield from other_sticks(spec, ("rafter", "beam"))
    layout = lay_out(case, spec.posts or 2)
    if layout.bays is None:  # bays space the rafters themselves
        yield from other_spacings(case, (12, 16, 24), (0.3, 0.4, 0.6))
    yield from more_posts(layout.frame.per_line, "each beam")
    yield from other_uprights(spec, "Knee braces both ways")
    for leg in (0.75, 0.9) if stick(spec.rafter, "joist", "rafter").metric else (30 * IN, 36 * IN):
        if spec.lateral.braced and leg > spec.brace_m + 1e-6:
            yield f"Braces {case.tape.length(leg)} each way", (("brace_m", leg),)


OWN = CANOPY_OWN | {"rafters_m", "attach", "posts", "on", "on_x_m", "on_y_m", "in_deck_m"}
FORM = (
    Group(
        title="The pergola",
        fields=(
            Field(path="beams_m", says="Beams, out to out"),
            Field(path="rafters_m", says="Rafters, out to out"),
            Field(path="high_m", says="Clear under the beams"),
            Field(
                path="attach",
                says="It stands",
                sort="choice",
                names=(("free", "Freestanding"), ("house", "Attached to house (ledger)")),
            ),
            Field(
                path="wall",
                says="Wall",
                sort="choice",
                names=tuple((key, row.text["says"]) for key, row in keyed("deck_walls").items()),
                when=("attach", ("house",)),
            ),
            Field(path="fixing_m", says="Fixing points", sort="small length", when=("attach", ("house",))),
            Field(path="at_point", says="Fixings at each", sort="count", when=("attach", ("house",))),
            Field(path="stud_m", says="Studs behind, apart", sort="small length", when=("attach", ("house",))),
            Field(path="beam_past_m", says="Beams past the posts", empty="by proportion"),
            Field(path="rafter_past_m", says="Rafter overhangs", empty="by proportion"),
        ),
    ),
    Group(
        title="On a deck of this job",
        folded=True,
        fields=(
            Field(path="on", says="On the frame of", sort="structure", role="deck", empty="the ground"),
            Field(path="on_x_m", says="Its corner along the deck"),
            Field(path="on_y_m", says="Its corner out on the deck"),
            Field(path="in_deck_m", says="Posts in pockets go down", when=("upright", ("fixed posts",))),
        ),
    ),
    Group(
        title="Frame",
        fields=(
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="posts", says="Under each beam", sort="count", empty="fewest"),
            Field(path="beam", says="Beams", sort="stick", role="joist"),
            Field(path="plies", says="Plies", sort="count"),
            Field(
                path="seat",
                says="Beams sit",
                sort="choice",
                names=(
                    ("on top", "on top of the posts"),
                    ("on shoulders", "on notched shoulders beside posts"),
                    ("in a pocket", "in the pocket of built-up posts"),
                ),
            ),
            Field(path="rafter", says="Rafters", sort="stick", role="joist"),
            Field(path="rafter_spacing_m", says="Max. spacing", sort="small length"),
        ),
    ),
    Group(
        title="Posts built up of three plies",
        folded=True,
        fields=(
            Field(path="core", says="Core", sort="stick", role="joist rail", empty="none: one stick"),
            Field(path="outer", says="Outer plies", sort="stick", role="joist"),
        ),
    ),
    Group(
        title="Slats and shade",
        fields=(
            Field(path="slat", says="Slats", sort="stick", role="baluster rail"),
            Field(
                path="slats_by",
                says="As many as",
                sort="choice",
                names=(
                    ("gap", "leave this gap"),
                    ("count", "this many"),
                    ("cover", "cover this share"),
                    ("shade", "shade this share"),
                ),
            ),
            Field(path="bays_x", says="Bays along the beams; 0: none", sort="count"),
            Field(path="bays_y", says="Bays out", sort="count"),
            Field(path="turns", says="slats turn from bay to bay", sort="tick"),
            Field(path="slat_gap_m", says="Clear gap", sort="small length", when=("slats_by", ("gap",))),
            Field(path="slat_count", says="How many", sort="count", when=("slats_by", ("count",))),
            Field(path="slat_cover", says="Cover", sort="ratio", when=("slats_by", ("cover",))),
            Field(path="shade", says="Shade", sort="ratio", when=("slats_by", ("shade",))),
            Field(path="second_slats", says="a second layer, square over it", sort="tick"),
            Field(path="sun/on", says="On the day", sort="words"),
            Field(path="sun/hour", says="At the hour", sort="number"),
            Field(path="sun/utc_h", says="Time zone (UTC offset), where the site has no time zone", sort="number"),
            Field(
                path="grows",
                says="Grows on it",
                sort="choice",
                names=(("nothing", "nothing"), ("climbers", "climbers: closed to the wind")),
            ),
        ),
    ),
    upright_group(Field(path="net_coefficient", says="Wind coefficient of slats", sort="number", empty="the code's")),
    above_group(("attach", ("house",))),
    finish_group("coating"),
)


def rests(spec: PergolaSpec) -> SupportLink | None:
    """The deck that it stands on."""
    return SupportLink(on=spec.on, x_m=spec.on_x_m, y_m=spec.on_y_m) if spec.on else None


def brings(case: DesignInput) -> tuple[PostReaction, ...]:
    """What each of its posts brings to the deck under it.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    found = check_pergola(case)
    return brought(case.book, found.layout.frame, found.loads, held=found.held, says="a pergola's post")


PERGOLA = StructureType(
    finish=lambda spec: spec.coating,
    key="pergola",
    many="pergolas",
    spec=PergolaSpec,
    line=LINE,
    read=read,
    describe=client_text.pergola,
    plain=PERGOLA_WORDS,
    tables=(
        Table(key="members", says="Members"),
        Table(
            key="slats",
            says="Slats",
            offers=(
                ChoiceGroup(group="upright", title="", what="way", beside=True),
                ChoiceGroup(group="slats", title="", what="density"),
            ),
        ),
        *COMMON,
    ),
    plan=plan_pergola,
    home=localize,
    own=OWN,
    structural=("post", "core", "outer", "beam", "plies", "seat", "rafter", "rafter_spacing_m", "brace", "brace_m"),
    form=FORM,
    move=move,
    hold=hold_on(sizes),
    let_go=unlock,
    candidates=candidates,
    hold_footings=lambda spec, harder, own: held(spec, harder, own, fields=("footing_depth_m", "pier_width_m")),
    rests=rests,
    brings=brings,
    choices=choices,
    shades=lambda spec: (spec.sun.on, spec.sun.hour, spec.sun.utc_h),
)
