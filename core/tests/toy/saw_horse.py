"""A saw-horse: a bearer on four leaning legs with two stretchers. One folder, one line in the registry, nothing else anywhere."""

import math
import re
from dataclasses import dataclass, replace
from typing import Annotated, Literal

from annotated_types import Ge, Le, MaxLen, MinLen
from steady.catalog.items import stick
from steady.errors import InvalidInputError
from steady.plan.model import (
    Basis,
    Cut,
    DragHandle,
    MeasurementTarget,
    Member,
    Part,
    PartPlacement,
    Plan,
    Task,
    UncheckedItem,
    Vec,
    ViewSpec,
)
from steady.structures.form_schema import Field, Group
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.structure_type import (
    COMMON,
    DesignInput,
    LineForm,
    LineStart,
    NewStructureRequest,
    StructureType,
    Table,
    nothing_holds,
)
from steady.units.lengths import parse_length

LEAN = math.radians(15)
NOT_RECKONED = (
    "beam.bending",
    "beam.shear",
    "beam.deflection",
    "beam.bearing",
    "raking_brace.compression",
    "rail.bending",
    "rail.deflection",
    "rail_end_fasteners.capacity",
)


@dataclass(frozen=True, slots=True, kw_only=True)
class SawHorseSpec:
    """How long and how high, of which sticks."""

    kind: Literal["saw-horse"] = "saw-horse"
    format: Literal[1] = 1
    id: Annotated[str, MinLen(1), MaxLen(40)]
    long_m: Annotated[float, Ge(0.4), Le(4)] = 1.2
    high_m: Annotated[float, Ge(0.3), Le(1.5)] = 0.75
    timber: Annotated[str, MaxLen(200)] = "rail 2x4 pine"
    ratings: Annotated[tuple[ManufacturerRating, ...], MaxLen(30)] = ()


def read(ask: NewStructureRequest) -> SawHorseSpec:
    """4x2'6: how long by how high."""
    match = re.fullmatch(r"\s*(.+?)x(.+)\s*", ask.text)
    if match is None:
        raise InvalidInputError("readings", "Write a saw-horse as 4x2'6: how long by how high")
    long_m, high_m = (parse_length(part, ask.bare, "readings") for part in match.groups())
    if not (0.4 <= long_m <= 4 and 0.3 <= high_m <= 1.5):
        raise InvalidInputError("readings", "A saw-horse is 16 in to 13 ft long and 1 to 5 ft high")
    return home(SawHorseSpec(id=ask.id, long_m=long_m, high_m=high_m, **dict(ask.choices)), ask.school)


def home(spec: SawHorseSpec, school: str) -> SawHorseSpec:
    """Of the first rail of wood that the school's yard sells."""
    from steady.catalog.items import sticks
    from steady.structures.wood import NOT_WOOD

    wooden = [item for item in sticks().values() if item.role == "rail" and item.species not in NOT_WOOD]
    sold = [item.key for item in wooden if school in item.schools]
    return spec if spec.timber in sold or not sold else replace(spec, timber=sold[0])


def plan(case: DesignInput) -> Plan:
    """Bearer, legs and stretchers; nothing is calculated, and that is said."""
    spec: SawHorseSpec = case.spec
    wood = stick(spec.timber, "rail", "timber")
    t, w = wood.thickness_m, wood.width_m
    me, top = spec.id, spec.high_m

    def part(role: str, length_m: float, places: list[PartPlacement], cuts: tuple[Cut, ...] = ()) -> Part:
        mass = wood.density_kg_per_m3 * t * w * length_m
        return Part(
            id=f"{me}/{role}",
            role=role,
            item=wood.key,
            length_m=length_m,
            section_m=(t, w),
            places=tuple(places),
            cuts=cuts,
            mass_kg=mass,
            stick_m=length_m + t,
        )

    leg_m = (top - w) / math.cos(LEAN)
    saws: tuple[Cut, ...] = (
        Cut(end="start", kind="saw", at_m=0.0, mitre_rad=0.0, bevel_rad=LEAN),
        Cut(end="end", kind="saw", at_m=leg_m, mitre_rad=0.0, bevel_rad=LEAN),
    )
    legs = []
    for number, (x, side) in enumerate(((0.15, -1), (0.15, 1), (spec.long_m - 0.15, -1), (spec.long_m - 0.15, 1))):
        foot: Vec = (x, side * leg_m * math.sin(LEAN), 0.0)
        along: Vec = (0.0, -side * math.sin(LEAN), math.cos(LEAN))
        place = PartPlacement(id=f"{me}/leg-{number}", about=f"{me}/legs", at=foot, along=along, up=(1.0, 0.0, 0.0))
        legs.append(place)
    bearer = PartPlacement(id=f"{me}/bearer", at=(0.0, 0.0, top - w / 2), along=(1.0, 0.0, 0.0), up=(0.0, 0.0, 1.0))
    step: Vec = (spec.long_m - 0.3, 0.0, 0.0)
    stretch = PartPlacement(
        id=f"{me}/stretchers",
        about=f"{me}/legs",
        at=(0.15, -0.15, 0.2),
        along=(0.0, 1.0, 0.0),
        up=(0.0, 0.0, 1.0),
        count=2,
        step=step,
    )
    made = (part("beam", spec.long_m, [bearer]), part("brace", leg_m, legs, saws), part("rail", 0.3, [stretch]))
    return Plan(
        format=1,
        id=me,
        school=case.book.key,
        built_on=Basis.CALCULATED,
        accepted="",
        parts=made,
        footings=(),
        curves=(),
        marks=(),
        checks=(),
        not_covered=tuple(
            UncheckedItem(
                key=name,
                about=f"{me}/bearer",
                basis=Basis.CALCULATED,
                reason="a saw-horse is not calculated",
                would_have_to_change="stand on it only if you would on any other",
            )
            for name in NOT_RECKONED
        ),
        practice=(),
        handles=(DragHandle(id=f"{me}/end", field="long_m", line="", station_m=spec.long_m, locked=False, axis="x"),),
        tasks=(
            Task(id=f"{me}/cut", what="Cut legs and bearer", about=(me,), work=(("legs", 4.0, ""),), stage="frame"),
        ),
        cautions=(),
        members=(
            Member(id=f"{me}/bearer", what="beam", name="Bearer", says=f"{wood.says}, {case.tape.length(spec.long_m)}"),
            Member(id=f"{me}/legs", what="legs", name="Legs", says=f"four, {case.tape.length(leg_m)} each"),
        ),
        views=(
            ViewSpec(name="plan", title="From above", how="above"),
            ViewSpec(name="elevation", title="From the front", how="along y", datum="floor, 0"),
            ViewSpec(name="section", title="From the end", how="along x"),
        ),
        targets=(
            MeasurementTarget(about=f"{me}/bearer", what="length", planned=spec.long_m, within=0.003, replans="hold"),
        ),
        called="saw-horse",
    )


def move(spec: SawHorseSpec, handle: DragHandle, to_m: float) -> SawHorseSpec:
    """Its end, pulled along."""
    if handle.field != "long_m":
        raise InvalidInputError("handle", "This does not move: load the drawing again")
    return replace(spec, long_m=min(4.0, max(0.4, to_m)))


def hold(spec: SawHorseSpec, thing: str, at_m: float) -> SawHorseSpec:
    """As long as it was measured."""
    if thing != f"{spec.id}/bearer":
        raise InvalidInputError("post", "Only the bearer's length is taken in")
    return replace(spec, long_m=at_m)


SAW_HORSE = StructureType(
    key="saw-horse",
    many="saw-horses",
    spec=SawHorseSpec,
    line=LineForm(
        title="A saw-horse from its size",
        asks="Long × high",
        name="Horse for the long cuts",
        imperial="4x2'6",
        metric="1.2x0.75",
        help=(("4x2'6", "4 ft long, 2 ft 6 high"),),
        metric_help=(("1.2x0.75", "1.2 m long, 750 mm high"),),
        starts=(LineStart(says="A usual one", imperial="4x2'6", metric="1.2x0.75"),),
    ),
    read=read,
    plan=plan,
    home=home,
    move=move,
    hold=hold,
    let_go=nothing_holds,
    own=frozenset({"id", "kind", "format", "long_m", "high_m", "ratings"}),
    form=(
        Group(
            title="The saw-horse",
            fields=(
                Field(path="long_m", says="Long"),
                Field(path="high_m", says="High"),
                Field(path="timber", says="Of", sort="stick", role="rail"),
            ),
        ),
    ),
    tables=(Table(key="members", says="Members"), *COMMON),
)
