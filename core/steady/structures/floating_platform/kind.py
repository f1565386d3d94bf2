"""The float as a kind: what the rest of the program asks of one."""

from dataclasses import replace

from steady.catalog.items import sold_with, sticks
from steady.errors import InvalidInputError
from steady.plan.model import DragHandle
from steady.structures.coating import finish_group
from steady.structures.default_timbers import as_last_chosen, localized
from steady.structures.floating_platform.buoyancy import EDGE_M
from steady.structures.floating_platform.client_text import described
from steady.structures.floating_platform.designs import candidates
from steady.structures.floating_platform.line_parser import SMALL, read_float
from steady.structures.floating_platform.plan import plan_float
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.form_schema import Field, Group
from steady.structures.structure_type import (
    COMMON,
    LineForm,
    LineStart,
    NewStructureRequest,
    StructureType,
    Table,
    in_metres,
    nothing_holds,
)

HELP = (
    ("14x10", "along the barrels, by across them"),
    ("barrels8", "in all, in two rows; rows3 for three"),
    ("ramp9", "a ramp so long onto its end; on=side: onto its long side; noramp"),
    ("people4", "that it must carry; left out: the maximum it supports"),
    ("drum120x480", "each barrel's litres, and millimetres across"),
    ("inset4in", "from the edge to the outer barrels"),
    ("bank2", "the ramp's sill over today's water"),
    ("low18in", "how far the water falls in a year; high18in: rises"),
    ("salt", "salt water: stainless fixings"),
    ("ice=out", "taken out before it freezes"),
)
LINE = LineForm(
    title="New floating platform",
    asks="Along it × across it",
    name="Swimming platform",
    imperial="14x10 barrels8 ramp9",
    metric="4.2x3 barrels8 ramp2.7",
    help=HELP,
    metric_help=in_metres(
        HELP,
        {
            "14x10": "4.2x3",
            "ramp9": "ramp2.7",
            "inset4in": "inset100mm",
            "bank2": "bank0.6",
            "low18in": "low450mm",
            "high18in": "high450mm",
        },
    ),
    starts=(
        LineStart(says="A small one", imperial="10x8 barrels9 rows3 noramp", metric="3x2.4 barrels9 rows3 noramp"),
        LineStart(
            says="Wide and steady",
            imperial="14x12 barrels12 rows3 ramp9",
            metric="4.2x3.6 barrels12 rows3 ramp2.7",
        ),
    ),
)
OWN = frozenset(
    {
        "id",
        "kind",
        "format",
        "long_m",
        "wide_m",
        "barrels",
        "rows",
        "people",
        "crowd_x_m",
        "crowd_y_m",
        "low_m",
        "high_m",
    }
    | {"ramp", "moorings", "boats", "roofed", "ratings", "built_on"}
)
TIMBERS = {"joist": ("joist", ""), "cradle": ("joist", ""), "board": ("decking", "")}
ROUND_M = (
    ("long_m", 4.2),
    ("wide_m", 3.0),
    ("inset_m", 0.1),
    ("spacing_m", 0.4),
    ("low_m", 0.45),
    ("high_m", 0.45),
    ("board_gap_m", 0.006),
)


def read(ask: NewStructureRequest) -> FloatSpec:
    """A platform from one line, with the crew's last choices where the line says nothing, of timbers on sale under the school.

    Raises:
        InvalidInputError: The line does not read.
    """
    return as_last_chosen(read_float(ask.text, ask.id, ask.bare), ask, OWN, home=localize)  # type: ignore[no-any-return]


def localize(spec: FloatSpec, school: str) -> FloatSpec:
    """The platform with timbers that are on sale under a school."""
    found: FloatSpec = localized(spec, school, TIMBERS, needs=("joist", "cradle", "board"), round_m=ROUND_M)
    if found.ramp.stringer in sticks() and school in sticks()[found.ramp.stringer].schools:
        return found
    joist = sticks()[found.joist]
    deeper = [item for item in sold_with(joist, "joist") if item.species == joist.species and item.grade == joist.grade]
    next_up = min(
        (item for item in deeper if item.width_m > joist.width_m), key=lambda item: item.width_m, default=joist
    )
    return replace(found, ramp=replace(found.ramp, stringer=next_up.key))


def move(spec: FloatSpec, handle: DragHandle, to_m: float) -> FloatSpec:
    """People across the platform or along it, or its far end.

    Raises:
        InvalidInputError: Something that does not move.
    """
    if handle.field == "crowd_y_m":
        most = spec.wide_m / 2 - EDGE_M
        return replace(spec, crowd_y_m=min(most, max(-most, to_m - spec.wide_m / 2)))
    if handle.field == "crowd_x_m":
        most = spec.long_m / 2 - EDGE_M
        return replace(spec, crowd_x_m=min(most, max(-most, to_m - spec.long_m / 2)))
    if handle.field == "long_m":
        return replace(spec, long_m=min(7.4, max(1.8, to_m)))
    raise InvalidInputError("handle", "This does not move: load the drawing again")


FORM = (
    Group(
        title="The platform",
        fields=(
            Field(path="long_m", says="Along its barrels"),
            Field(path="wide_m", says="Across them"),
            Field(path="people", says="People", sort="count", empty="maximum it supports"),
            Field(path="person_kg", says="Each weighs (kg)", sort="number"),
            Field(path="crowd_y_m", says="Crowd offset, crosswise"),
            Field(path="crowd_x_m", says="They stand, along from the middle"),
        ),
    ),
    Group(
        title="Barrels",
        fields=(
            Field(path="barrels", says="Total", sort="count"),
            Field(path="rows", says="Rows", sort="count"),
            Field(path="inset_m", says="Inside the edge", sort="small length"),
            Field(
                path="barrel/item",
                says="Bought as",
                sort="choice",
                names=(("barrel 55 gal", "barrel of 55 gal (208 L)"), (SMALL, "barrel of 120 L")),
            ),
            Field(path="barrel/volume_m3", says="Each displaces (m³)", sort="number"),
            Field(path="barrel/diameter_m", says="Across", sort="small length"),
            Field(path="barrel/long_m", says="Over its ends", sort="small length"),
            Field(path="barrel/mass_kg", says="Empty (kg)", sort="number"),
        ),
    ),
    Group(
        title="Frame",
        fields=(
            Field(path="joist", says="Joists and rims", sort="stick", role="joist"),
            Field(path="spacing_m", says="Max. spacing", sort="small length"),
            Field(path="cradle", says="Cradle rails", sort="stick", role="joist"),
            Field(path="board", says="Boards", sort="stick", role="decking"),
            Field(path="board_gap_m", says="Gaps", sort="small length"),
            Field(path="soaked_ratio", says="Saturated-to-dry weight ratio", sort="number"),
            Field(path="live_pa", says="Live load", sort="pressure", empty="the code's"),
        ),
    ),
    Group(
        title="Ramp and water",
        fields=(
            Field(path="ramp/length_m", says="Ramp, long (0: none)"),
            Field(path="ramp/width_m", says="Ramp, wide"),
            Field(path="ramp/bank_m", says="Sill height above current water"),
            Field(
                path="ramp/lands",
                says="Gangway lands on",
                sort="choice",
                names=(("end", "the left end"), ("side", "the long side")),
            ),
            Field(path="ramp/onto_m", says="Overlap on deck", sort="small length"),
            Field(path="ramp/stringer", says="Its stringers", sort="stick", role="joist"),
            Field(path="ramp/count", says="How many", sort="count"),
            Field(path="low_m", says="Yearly low-water drop"),
            Field(path="high_m", says="Water rises"),
            Field(path="water", says="Water", sort="choice", names=(("fresh", "fresh"), ("salt", "salt"))),
            Field(
                path="ice",
                says="Ice",
                sort="choice",
                names=(("none", "never freezes"), ("out", "taken out before it"), ("in", "left in it")),
            ),
        ),
    ),
    Group(
        title="Moorings, and what is refused",
        folded=True,
        fields=(
            Field(path="moorings", says="Mooring", sort="words", empty="not entered"),
            Field(path="cleats", says="Cleats", sort="count"),
            Field(path="boats", says="boats are tied to it", sort="tick"),
            Field(path="roofed", says="a roof stands on it", sort="tick"),
        ),
    ),
    finish_group("coating"),
)

FLOAT = StructureType(
    finish=lambda spec: spec.coating,
    key="float",
    many="floats",
    spec=FloatSpec,
    line=LINE,
    read=read,
    describe=described,
    tables=(Table(key="members", says="Members"), *(table for table in COMMON if table.key != "holes")),
    plan=plan_float,
    home=localize,
    own=OWN,
    form=FORM,
    move=move,
    hold=nothing_holds,
    let_go=nothing_holds,
    candidates=candidates,
)
