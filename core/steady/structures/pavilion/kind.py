"""The pavilion as a kind: what the rest of the program asks of one."""

from collections.abc import Iterator
from dataclasses import replace

from steady.errors import InputError
from steady.measure.units import IN
from steady.plan.model import Handle
from steady.structures.canopy.acts import hold_post, let_go
from steady.structures.canopy.forms import upright_group
from steady.structures.canopy.usual import first_sold, rounded, usual_of
from steady.structures.choice import Change
from steady.structures.form import Field, Group
from steady.structures.kind import COMMON, Ask, Case, Kind, LineForm, LineStart, Table
from steady.structures.pavilion.entry import read_pavilion
from steady.structures.pavilion.plan import plan_pavilion
from steady.structures.pavilion.spec import PavilionSpec
from steady.yard.stock import sold_with, stick, sticks

LINE = LineForm(
    title="A pavilion from its size",
    asks="Over the beams, one way × the other",
    name="Pavilion on the lawn",
    imperial="12x12 over9in pitch25 ring2 sheets2x12",
    metric="3.6x3.6 over230mm pitch25 ring600mm sheets762mmx3.6",
    help=(
        ("12x12", "over the beams' outer faces; the ridge runs along the longer side"),
        ("over9in", "rafters past the beams"),
        ("pitch25", "degrees; rise7in12; pitch25+40 for long sides and ends"),
        ("ring2", "centre ring, outside; without it a ridge or a point"),
        ("beam8", "top of the beams above the floor"),
        ("rafters24in", "no farther apart"),
        ("sheets2x12", "cover by the one length that is bought; turn: pieces may be turned"),
        ("brace2", "knee braces; feet=ground fixes the posts there"),
    ),
    go="Put it up",
    starts=(
        LineStart(says="A small square", imperial="10x10 pitch25 ring2", metric="3x3 pitch25 ring600mm"),
        LineStart(says="Oblong, with a ridge", imperial="14x10 pitch25", metric="4.2x3 pitch25"),
    ),
)
LEAST_M, MOST_M = 1.8, 8.0
OWN = frozenset(
    {
        "id",
        "kind",
        "format",
        "beams_m",
        "deep_m",
        "ring_m",
        "beam_top_m",
        "locks",
        "ratings",
        "built_on",
        "footing_depth_m",
        "pier_width_m",
    }
)


def read(ask: Ask) -> PavilionSpec:
    """A pavilion from one line, with the crew's last choices where the line says nothing, of timbers on sale under the school.

    Raises:
        InputError: The line does not read.
    """
    line = read_pavilion(ask.text, ask.id, ask.bare)
    usual = PavilionSpec(id=ask.id)
    said = {name for name in PavilionSpec.__dataclass_fields__ if getattr(line, name) != getattr(usual, name)}
    kept = {name: value for name, value in ask.choices.items() if name not in said | OWN}
    return home(replace(line, **kept), ask.school)


def home(spec: PavilionSpec, school: str) -> PavilionSpec:
    """The pavilion with timbers that are on sale under a school: the usual ones where its own are not."""
    sold = {key: item for key, item in sticks().items() if school in item.schools}
    if all(key in sold for key in (spec.post, spec.beam, spec.rafter, spec.hip, spec.ring)):
        return spec
    usual = usual_of(school)
    found = replace(
        spec,
        post=first_sold(school, "post", usual.post),
        beam=first_sold(school, "joist", usual.beam),
        rafter=first_sold(school, "joist", usual.rafter),
        hip=first_sold(school, "joist", usual.beam),
        ring=first_sold(school, "joist", usual.beam),
        purlin=first_sold(school, "rail", usual.purlin),
        sheet=spec.sheet if spec.sheet in sold else first_sold(school, "sheet", ""),
        brace="",
    )
    return rounded(found, PavilionSpec(id=spec.id), school, ROUND_M)  # type: ignore[no-any-return]


ROUND_M = (
    ("rafter_spacing_m", 0.6),
    ("purlin_spacing_m", 0.6),
    ("past_m", 0.23),
    ("beam_top_m", 2.4),
    ("sheet_stock_m", 3.6),
    ("seat_m", 0.09),
    ("brace_m", 0.6),
    ("pier_above_m", 0.05),
    ("gravel_m", 0.1),
)


def move(spec: PavilionSpec, handle: Handle, to_m: float) -> PavilionSpec:
    """A far edge of the roof; a square with a ring stays square.

    Raises:
        InputError: Something that does not move.
    """
    if handle.field not in ("beams_m", "deep_m"):
        raise InputError("handle", "This does not move: load the drawing again")
    size_m = min(MOST_M, max(LEAST_M, to_m))
    if spec.ring_m > 0:
        return replace(spec, beams_m=size_m, deep_m=size_m)
    if handle.field == "deep_m":
        return replace(spec, deep_m=min(size_m, spec.beams_m))
    return replace(spec, beams_m=max(size_m, spec.deep_m))


def candidates(case: Case) -> Iterator[tuple[str, Change]]:
    """Changes that might help: posts, beams, rafters and hips by size, plies, spacing, what keeps it upright."""
    spec: PavilionSpec = case.spec
    post = stick(spec.post, "post", "post")
    posts = [one for one in sold_with(post, "post") if one.width_m > post.width_m and one.species == post.species]
    for one in sorted(posts, key=lambda item: item.width_m)[:2]:
        yield f"{one.says} posts", (("post", one.key),)
    for role in ("rafter", "hip", "beam"):
        now = stick(getattr(spec, role), "joist", role)
        same = [one for one in sold_with(now, "joist") if (one.species, one.grade) == (now.species, now.grade)]
        for one in sorted(same, key=lambda item: item.width_m):
            if one.key != now.key:
                yield f"{role.capitalize()}s {one.says}", ((role, one.key),)
    if spec.plies < 4:
        yield f"{spec.plies + 1} plies to each beam", (("plies", spec.plies + 1),)
    for spacing in (0.4, 0.6) if post.metric else tuple(inches * IN for inches in (16, 24)):
        if abs(spacing - spec.rafter_spacing_m) > 0.01:
            yield f"Rafters {case.tape.length(spacing)} apart", (("rafter_spacing_m", spacing),)
    if spec.upright != "knee braces":
        yield "Knee braces both ways", (("upright", "knee braces"),)
    if spec.upright != "fixed posts":
        yield "Posts fixed in the ground", (("upright", "fixed posts"),)


FORM = (
    Group(
        title="The pavilion",
        fields=(
            Field(path="beams_m", says="Over the beams, along x"),
            Field(path="deep_m", says="Over the beams, along y"),
            Field(path="pitch_rad", says="Pitch", sort="angle"),
            Field(path="end_pitch_rad", says="Pitch of the ends", sort="angle", empty="the same"),
            Field(path="past_m", says="Rafters past the beams"),
            Field(path="ring_m", says="Centre ring, outside; 0: none"),
            Field(path="beam_top_m", says="Beams' top over the floor"),
        ),
    ),
    Group(
        title="Frame",
        fields=(
            Field(path="post", says="Posts", sort="stick", role="post"),
            Field(path="beam", says="Beams", sort="stick", role="joist"),
            Field(path="plies", says="Plies", sort="count"),
            Field(path="rafter", says="Rafters", sort="stick", role="joist"),
            Field(path="rafter_spacing_m", says="No farther apart", sort="small length"),
            Field(path="seat_m", says="Level seat on the beam", sort="small length"),
            Field(path="hip", says="Hips", sort="stick", role="joist"),
            Field(path="ring", says="Ring or ridge", sort="stick", role="joist"),
        ),
    ),
    Group(
        title="Roof",
        fields=(
            Field(path="purlin", says="Purlins", sort="stick", role="rail joist"),
            Field(path="purlin_spacing_m", says="No farther apart", sort="small length"),
            Field(path="sheet", says="Sheets", sort="stick", role="sheet"),
            Field(path="sheet_stock_m", says="Bought in one length of"),
            Field(path="sheet_turn", says="pieces may be turned end for end", sort="tick"),
            Field(path="dead_pa", says="Weighs, lasting", sort="pressure", empty="its parts"),
        ),
    ),
    upright_group(
        Field(path="net_coefficient", says="Wind coefficient of the roof", sort="number", empty="the school's")
    ),
)

PAVILION = Kind(
    key="pavilion",
    many="pavilions",
    spec=PavilionSpec,
    line=LINE,
    read=read,
    tables=(Table(key="members", says="Members"), *COMMON),
    plan=plan_pavilion,
    home=home,
    own=OWN,
    form=FORM,
    move=move,
    hold=hold_post,
    let_go=let_go,
    candidates=candidates,
)
