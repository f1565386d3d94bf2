"""The lean-to as a kind: what the rest of the program asks of one."""

from collections.abc import Iterator
from dataclasses import replace

from steady.data.loader import keyed
from steady.errors import InvalidInputError
from steady.plan.model import DragHandle
from steady.structures.canopy import client_text
from steady.structures.canopy.actions import hold_on, lock_post, unlock
from steady.structures.canopy.changes import (
    MOST_AT_POINT,
    more_fixings,
    more_posts,
    other_feet,
    other_spacings,
    other_sticks,
    other_uprights,
    roof_above,
    with_bigger_posts,
)
from steady.structures.canopy.forms import above_group, upright_group
from steady.structures.canopy.plain_entry import LEAN_TO_WORDS
from steady.structures.coating import finish_group
from steady.structures.default_timbers import OWN as CANOPY_OWN
from steady.structures.default_timbers import as_last_chosen, localized
from steady.structures.form_schema import Field, Group
from steady.structures.gutters import gutter_names
from steady.structures.held_footings import held
from steady.structures.lean_to.layout import SIZES, timber_of, wall_to_beam_m
from steady.structures.lean_to.line_parser import read_lean_to
from steady.structures.lean_to.plan import plan_lean_to
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.option import Change
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

HELP = (
    ("12x8", "along the wall, by how far the beam's face stands out from the ledger"),
    ("fall5", "degrees; or 1:20, or drop6in over its depth"),
    ("beam8", "top of the beam above the floor"),
    ("over6in", "rafters past the beam"),
    ("rafters16in", "no farther apart"),
    ("sheets2", "sheets of that cover; slats4in: open slats with that gap"),
    ("posts3", "under the beam"),
    ("brace2", "knee braces; feet=ground fixes the posts there, feet=slab stands them on one"),
    ("hung", "rafters hung from the ledger, not laid on it"),
)
LINE = LineForm(
    title="A lean-to from its size",
    asks="Along the wall × out from it",
    name="Lean-to by the back door",
    imperial="12x8 fall5 beam8 over6in sheets2",
    metric="3.6x2.4 fall5 beam2.4 over150mm sheets762mm",
    help=HELP,
    metric_help=in_metres(
        HELP,
        {
            "12x8": "3.6x2.4",
            "drop6in": "drop150mm",
            "beam8": "beam2.4",
            "over6in": "over150mm",
            "rafters16in": "rafters0.4",
            "sheets2": "sheets1",
            "slats4in": "slats100mm",
            "brace2": "brace0.6",
        },
    ),
    starts=(
        LineStart(says="Over a back door", imperial="8x4 fall5 beam8", metric="2.4x1.2 fall5 beam2.4"),
        LineStart(says="Along the house", imperial="16x8 fall5 beam8", metric="4.8x2.4 fall5 beam2.4"),
    ),
    in_words=("12x8 lean-to, fall 5 degrees, 8 ft high", "3.6x2.4 lean-to, fall 5 degrees, 2.4 m high"),
)
LEAST_M, MOST_M, LEAST_DEEP_M, MOST_DEEP_M = 1.2, 15.0, 0.6, 6.0
OWN = CANOPY_OWN | {"depth_m", "beam_top_m", "posts", "above"}


def read(ask: NewStructureRequest) -> LeanToSpec:
    """A lean-to from one line, with the crew's last choices where the line says nothing, of timbers on sale under the school.

    Raises:
        InvalidInputError: The line does not read.
    """
    return as_last_chosen(read_lean_to(ask.text, ask.id, ask.bare), ask, OWN, home=localize)  # type: ignore[no-any-return]


def localize(spec: LeanToSpec, school: str) -> LeanToSpec:
    """The lean-to with timbers that are on sale under a school: the usual ones where its own are not."""
    return localized(spec, school, TIMBERS, needs=("post", "beam", "rafter", "ledger"), round_m=ROUND_M)  # type: ignore[no-any-return]


TIMBERS = {
    "brace": ("", ""),
    "post": ("post", "post"),
    "beam": ("joist", "beam"),
    "ledger": ("joist", "beam"),
    "rafter": ("joist", "rafter"),
    "purlin": ("rail", "purlin"),
    "slat": ("baluster", ""),
    "sheet": ("sheet", ""),
}
ROUND_M = (
    ("rafter_spacing_m", 0.6),
    ("purlin_spacing_m", 0.6),
    ("stud_m", 0.4),
    ("fixing_m", 0.4),
    ("past_m", 0.15),
    ("beam_past_m", 0.15),
    ("slat_gap_m", 0.105),
    ("beam_top_m", 2.4),
    ("brace_m", 0.6),
    ("pier_above_m", 0.05),
    ("gravel_m", 0.1),
)


def move(spec: LeanToSpec, handle: DragHandle, to_m: float) -> LeanToSpec:
    """A post along its beam, the beam in or out, or the far end of the roof.

    Raises:
        InvalidInputError: Something that does not move.
    """
    name, _, key = handle.field.partition("/")
    if name == "locks" and key:
        return lock_post(spec, key, to_m, why="")  # type: ignore[no-any-return]
    if name == "depth_m":
        _, middle = wall_to_beam_m(spec, timber_of(spec))
        deep_m = spec.depth_m + to_m - middle
        return replace(spec, depth_m=min(MOST_DEEP_M, max(LEAST_DEEP_M, deep_m)))
    if name == "beams_m":
        return replace(spec, beams_m=min(MOST_M, max(LEAST_M, to_m)))
    raise InvalidInputError("handle", "This does not move: load the drawing again")


def candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Changes that might help: posts, beams, rafters and purlins by size and spacing, what keeps it upright."""
    spec: LeanToSpec = case.spec
    for says, change in roof_above(case):
        yield says, change
        # More snow asks for more fixings: one alone brings it no nearer.
        yield f"{says}, {MOST_AT_POINT} ledger fixings at each point", (*change, ("at_point", MOST_AT_POINT))
    yield from other_feet(spec)
    yield from more_fixings(spec.at_point)
    yield from other_sticks(spec, ("rafter", "beam"))
    yield from other_spacings(case, (12, 16, 24), (0.3, 0.4, 0.6))
    # Heavier or closer rafters catch more wind along the wall: the posts that bend under it are the next size.
    yield from with_bigger_posts(spec, [*other_sticks(spec, ("rafter",)), *other_spacings(case, (12, 16), (0.3, 0.4))])
    yield from more_posts(spec.posts or 2, "the beam")
    yield from other_uprights(spec, "Knee braces along the beam")


FORM = (
    Group(
        title="The lean-to",
        fields=(
            Field(path="beams_m", says="Along the wall"),
            Field(path="depth_m", says="Ledger to the beam's outer face"),
            Field(path="pitch_rad", says="Falls", sort="angle"),
            Field(path="beam_top_m", says="Beam's top over the floor"),
            Field(path="past_m", says="Rafter overhang"),
            Field(path="beam_past_m", says="Beam past the posts"),
        ),
    ),
    Group(
        title="At the house",
        fields=(
            Field(
                path="wall",
                says="Wall",
                sort="choice",
                names=tuple((key, row.text["says"]) for key, row in keyed("deck_walls").items()),
            ),
            Field(path="ledger", says="Ledger", sort="stick", role="joist"),
            Field(
                path="laid",
                says="Rafters",
                sort="choice",
                names=(("on ledger", "lie on the ledger"), ("hung", "hang from it")),
            ),
            Field(path="fixing_m", says="Fixing points", sort="small length"),
            Field(path="at_point", says="Fixings at each", sort="count"),
            Field(path="stud_m", says="Studs behind, apart", sort="small length"),
            Field(path="finish/upstand_m", says="Apron turned up", sort="small length"),
            Field(path="finish/gap_m", says="Gap under the cladding", sort="small length"),
            Field(path="finish/door_m", says="Top of a door opening out", empty="none"),
        ),
    ),
    Group(
        title="Frame",
        fields=(
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="posts", says="Under the beam", sort="count", empty="fewest"),
            Field(path="beam", says="Beam", sort="stick", role="joist"),
            Field(path="plies", says="Plies", sort="count"),
            Field(
                path="seat",
                says="Beam sits",
                sort="choice",
                names=(("on top", "on top of the posts"), ("on shoulders", "on notched shoulders beside posts")),
            ),
            Field(path="rafter", says="Rafters", sort="stick", role="joist"),
            Field(path="rafter_spacing_m", says="Max. spacing", sort="small length"),
        ),
    ),
    Group(
        title="Roof",
        fields=(
            Field(
                path="roof",
                says="Roof covering",
                sort="choice",
                names=(("sheets", "sheets on purlins"), ("slats", "open slats")),
            ),
            Field(path="sheet", says="Sheets", sort="stick", role="sheet", when=("roof", ("sheets",))),
            Field(path="purlin", says="Purlins", sort="stick", role="rail joist", when=("roof", ("sheets",))),
            Field(path="purlin_spacing_m", says="Max. spacing", sort="small length", when=("roof", ("sheets",))),
            Field(path="slat", says="Slats", sort="stick", role="baluster rail", when=("roof", ("slats",))),
            Field(path="slat_gap_m", says="Clear gap", sort="small length", when=("roof", ("slats",))),
            Field(path="gutter/kind", says="Gutter", sort="choice", names=gutter_names(), when=("roof", ("sheets",))),
            Field(path="gutter/outlets", says="Downpipes", sort="count", when=("roof", ("sheets",))),
            Field(
                path="gutter/rain_m",
                says="Rain in an hour",
                sort="small length",
                empty="the code's, or ask",
                when=("roof", ("sheets",)),
            ),
            Field(path="finish/soffit_m", says="Soffit lining, thick", sort="small length"),
            Field(path="finish/bracket_m", says="Bracket under the beam", sort="small length"),
            Field(path="finish/fascia", says="Fascia", sort="stick", role="joist", empty="none"),
            Field(path="dead_pa", says="Dead load (override)", sort="pressure", empty="its parts"),
        ),
    ),
    upright_group(
        Field(path="blocked", says="Obstructed wind flow below", sort="tick"),
        Field(path="net_coefficient", says="Wind coefficient of the roof", sort="number", empty="the code's"),
    ),
    above_group(),
    finish_group("coating"),
)

LEAN_TO = StructureType(
    finish=lambda spec: spec.coating,
    key="lean-to",
    many="lean-tos",
    spec=LeanToSpec,
    line=LINE,
    read=read,
    describe=client_text.lean_to,
    plain=LEAN_TO_WORDS,
    tables=(Table(key="members", says="Members"), *COMMON),
    plan=plan_lean_to,
    home=localize,
    own=OWN,
    structural=(
        "ledger",
        "post",
        "beam",
        "plies",
        "seat",
        "rafter",
        "rafter_spacing_m",
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
