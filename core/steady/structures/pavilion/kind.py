"""The pavilion as a kind: what the rest of the program asks of one."""

import itertools
from collections.abc import Iterator
from dataclasses import replace

from steady.catalog.items import SectionItem, sold_with, stick
from steady.errors import InvalidInputError
from steady.plan.model import DragHandle
from steady.structures.canopy import client_text
from steady.structures.canopy.actions import hold_on, unlock
from steady.structures.canopy.changes import other_feet, other_spacings, other_sticks, other_uprights
from steady.structures.canopy.forms import upright_group
from steady.structures.canopy.plain_entry import PAVILION_WORDS
from steady.structures.coating import finish_group
from steady.structures.default_timbers import OWN as CANOPY_OWN
from steady.structures.default_timbers import as_last_chosen, localized
from steady.structures.form_schema import Field, Group
from steady.structures.held_footings import held
from steady.structures.option import Change
from steady.structures.pavilion.layout import SIZES
from steady.structures.pavilion.line_parser import read_pavilion
from steady.structures.pavilion.plan import plan_pavilion
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.structure_type import (
    COMMON,
    DesignInput,
    LineForm,
    LineStart,
    NewStructureRequest,
    StructureType,
    Table,
    in_metres,
)
from steady.units.units import IN

HELP = (
    ("12x12", "over the beams' outer faces; the ridge runs along the longer side"),
    ("over9in", "rafters past the beams"),
    ("pitch25", "degrees; rise7in12; pitch25+40 for long sides and ends"),
    ("ring2", "centre ring, outside; without it a ridge or a point"),
    ("raise8in", "a raised centre over the ring, with so much air under it"),
    ("beam8", "top of the beams above the floor"),
    ("rafters24in", "no farther apart"),
    ("backed", "hips planed to both planes; without it they are dropped under them"),
    ("mid1", "posts between the corners of every side"),
    ("sheets2x12", "cover by the one length that is bought; turn: pieces may be turned"),
    ("brace2", "knee braces; feet=ground fixes the posts there, feet=slab stands them on one"),
)
LINE = LineForm(
    title="A pavilion from its size",
    asks="Over the beams, one way × the other",
    name="Pavilion on the lawn",
    imperial="12x12 over9in pitch25 ring2 sheets2x12",
    metric="3.6x3.6 over230mm pitch25 ring600mm sheets762mmx3.6",
    help=HELP,
    metric_help=in_metres(
        HELP,
        {
            "12x12": "3.6x3.6",
            "over9in": "over225mm",
            "ring2": "ring0.6",
            "raise8in": "raise200mm",
            "beam8": "beam2.4",
            "rafters24in": "rafters0.6",
            "sheets2x12": "sheets1x3.6",
            "brace2": "brace0.6",
        },
    ),
    starts=(
        LineStart(says="A small square", imperial="10x10 pitch25 ring2", metric="3x3 pitch25 ring600mm"),
        LineStart(says="Oblong, with a ridge", imperial="14x10 pitch25", metric="4.2x3 pitch25"),
    ),
    in_words=("14x12 pavilion, pitch 30 degrees", "4.2x3.6 pavilion, pitch 30 degrees"),
)
LEAST_M, MOST_M = 1.8, 8.0
OWN = CANOPY_OWN | {"deep_m", "ring_m", "raised_m", "raised_past_m", "beam_top_m"}


def read(ask: NewStructureRequest) -> PavilionSpec:
    """A pavilion from one line, with the crew's last choices where the line says nothing, of timbers on sale under the school.

    Raises:
        InvalidInputError: The line does not read.
    """
    return as_last_chosen(read_pavilion(ask.text, ask.id, ask.bare), ask, OWN, home=localize)  # type: ignore[no-any-return]


def localize(spec: PavilionSpec, school: str) -> PavilionSpec:
    """The pavilion with timbers that are on sale under a school: the usual ones where its own are not."""
    return localized(spec, school, TIMBERS, needs=("post", "beam", "rafter", "hip", "ring"), round_m=ROUND_M)  # type: ignore[no-any-return]


TIMBERS = {
    "brace": ("", ""),
    "post": ("post", "post"),
    "beam": ("joist", "beam"),
    "rafter": ("joist", "rafter"),
    "hip": ("joist", "beam"),
    "ring": ("joist", "beam"),
    "purlin": ("rail", "purlin"),
    "sheet": ("sheet", ""),
    "leg": ("post", ""),
    "web": ("", ""),
}
ROUND_M = (
    ("rafter_spacing_m", 0.6),
    ("purlin_spacing_m", 0.6),
    ("past_m", 0.23),
    ("beam_top_m", 2.4),
    ("sheet_stock_m", 3.6),
    ("seat_m", 0.09),
    ("raised_past_m", 0.15),
    ("web_sheet_m", 3.0),
    ("web_nails_m", 0.05),
    ("brace_m", 0.6),
    ("pier_above_m", 0.05),
    ("gravel_m", 0.1),
)


def move(spec: PavilionSpec, handle: DragHandle, to_m: float) -> PavilionSpec:
    """A far edge of the roof; a square with a ring stays square.

    Raises:
        InvalidInputError: Something that does not move.
    """
    if handle.field not in ("beams_m", "deep_m"):
        raise InvalidInputError("handle", "This does not move: load the drawing again")
    size_m = min(MOST_M, max(LEAST_M, to_m))
    if spec.ring_m > 0:
        return replace(spec, beams_m=size_m, deep_m=size_m)
    return replace(spec, **{handle.field: size_m})  # type: ignore[arg-type]


def _like(one: SectionItem, key: str) -> bool:
    now = stick(key, "joist", "rafter")
    return (one.species, one.grade) == (now.species, now.grade)


MOST_MIDDLE_POSTS = 2
SHALLOWER_M = (2.5 * IN, 1.5 * IN)
"""Level seats that cut less out of a rafter; a rafter bears on 1 1/2 in at least. Source: NDS and IRC R802.6, from memory."""


def candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Changes that might help: posts, beams, rafters and hips by size, plies, spacing, what keeps it upright."""
    spec: PavilionSpec = case.spec
    yield from other_feet(spec)
    yield from other_sticks(spec, ("rafter", "hip") if spec.web else ("rafter", "hip", "beam"))
    if spec.plies < 4 and not spec.web:
        yield f"{spec.plies + 1} plies to each beam", (("plies", spec.plies + 1),)
    if spec.hip_plies < 2:
        yield "Hips of two plies", (("hip_plies", 2),)
    for more in range(spec.middle_posts + 1, MOST_MIDDLE_POSTS + 1):
        yield f"{more} post{'s' if more > 1 else ''} between the corners of every side", (("middle_posts", more),)
    # A deeper hip alone is cut too deep at its seat: the commons' height over the beam sets its own.
    joists = [one for one in sold_with(stick(spec.rafter, "joist", "rafter"), "joist") if _like(one, spec.rafter)]
    for wet in (False, True):
        alike = sorted((one for one in joists if one.incised == wet), key=lambda item: item.width_m)
        for common, hip in itertools.pairwise(alike):
            if (common.key, hip.key) != (spec.rafter, spec.hip):
                yield f"Rafters {common.says}, hips {hip.says}", (("rafter", common.key), ("hip", hip.key))
    for seat_m in SHALLOWER_M:
        if seat_m < spec.seat_m - 1e-9:
            yield f"Level seats of {case.tape.length(seat_m)}", (("seat_m", seat_m),)
    yield from other_spacings(case, (12, 16, 24), (0.3, 0.4, 0.6))
    yield from other_uprights(spec, "Knee braces both ways")


FORM = (
    Group(
        title="The pavilion",
        fields=(
            Field(path="beams_m", says="Length over beams"),
            Field(path="deep_m", says="Width over beams"),
            Field(path="pitch_rad", says="Pitch", sort="angle"),
            Field(path="end_pitch_rad", says="Pitch of the ends", sort="angle", empty="the same"),
            Field(path="past_m", says="Rafter overhangs"),
            Field(path="ring_m", says="Centre ring, outside; 0: none"),
            Field(path="raised_m", says="Cupola vent gap (0 = none)", sort="small length"),
            Field(path="raised_past_m", says="Its roof past its ring", sort="small length"),
            Field(path="beam_top_m", says="Beams' top over the floor"),
        ),
    ),
    Group(
        title="Frame",
        fields=(
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="middle_posts", says="Between the corners of a side", sort="count"),
            Field(path="beam", says="Beams, or a box's flanges", sort="stick", role="joist rail"),
            Field(path="plies", says="Plies", sort="count"),
            Field(path="rafter", says="Rafters", sort="stick", role="joist"),
            Field(path="rafter_spacing_m", says="Max. spacing", sort="small length"),
            Field(path="seat_m", says="Level seat on the beam", sort="small length"),
            Field(path="hip", says="Hips", sort="stick", role="joist"),
            Field(path="hip_plies", says="Plies of a hip", sort="count"),
            Field(
                path="hip_set",
                says="Hip top edge",
                sort="choice",
                names=(("dropped", "dropped"), ("backed", "backed (beveled to both planes)")),
            ),
            Field(path="ring", says="Ring or ridge", sort="stick", role="joist"),
            Field(path="leg", says="Raised centre's legs", sort="stick", role="post"),
        ),
    ),
    Group(
        title="Box beams",
        folded=True,
        fields=(
            Field(path="web", says="Webs of", sort="stick", role="web", empty="none: plies"),
            Field(path="webs", says="How many", sort="count"),
            Field(path="web_sheet_m", says="Their sheets, long"),
            Field(path="web_nails_m", says="Nailed every", sort="small length"),
            Field(path="web_shear_pa", says="Panel shear strength", sort="pressure", empty="not known"),
        ),
    ),
    Group(
        title="Roof",
        fields=(
            Field(path="purlin", says="Purlins", sort="stick", role="rail joist"),
            Field(path="purlin_spacing_m", says="Max. spacing", sort="small length"),
            Field(path="sheet", says="Sheets", sort="stick", role="sheet"),
            Field(path="sheet_stock_m", says="Bought in one length of"),
            Field(path="sheet_turn", says="pieces may be turned end for end", sort="tick"),
            Field(path="dead_pa", says="Dead load (override)", sort="pressure", empty="its parts"),
        ),
    ),
    upright_group(
        Field(path="net_coefficient", says="Wind coefficient of the roof", sort="number", empty="the code's")
    ),
    finish_group("coating"),
)

PAVILION = StructureType(
    finish=lambda spec: spec.coating,
    key="pavilion",
    many="pavilions",
    spec=PavilionSpec,
    line=LINE,
    read=read,
    describe=client_text.pavilion,
    plain=PAVILION_WORDS,
    tables=(Table(key="members", says="Members"), *COMMON),
    plan=plan_pavilion,
    home=localize,
    own=OWN,
    structural=(
        "post",
        "beam",
        "plies",
        "rafter",
        "rafter_spacing_m",
        "hip",
        "hip_plies",
        "purlin",
        "purlin_spacing_m",
        "brace",
    ),
    form=FORM,
    move=move,
    hold=hold_on(lambda spec: SIZES),
    let_go=unlock,
    candidates=candidates,
    hold_footings=lambda spec, harder, own: held(spec, harder, own, fields=("footing_depth_m", "pier_width_m")),
)
