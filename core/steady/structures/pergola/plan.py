"""A pergola's spec, on its site, under a school of rules, becomes a Plan. Pure: the same words in, the same plan out."""

from collections.abc import Sequence

from steady.layout.canopy import Slats
from steady.plan.model import DragHandle, MeasurementTarget, Member, Part, Plan
from steady.structures.built_up_posts import plies_notes
from steady.structures.canopy.actions import size_targets
from steady.structures.canopy.assemble_plan import Own, edge_handle, post_handles, whole_plan
from steady.structures.canopy.ledger import wall_conflicts
from steady.structures.canopy.path import roof_details
from steady.structures.canopy.pieces import curves
from steady.structures.canopy.studs import stud_notes
from steady.structures.canopy.text import NOTHING_UPRIGHT, plies_of, post_members, upright_member
from steady.structures.lifting import heaviest_says
from steady.structures.measurement_targets import gap_target
from steady.structures.part_grouping import pieces_of
from steady.structures.pergola import parts as pieces
from steady.structures.pergola.bays import BayGrid
from steady.structures.pergola.checks import PergolaResult, check_pergola, out_of_scope
from steady.structures.pergola.layout import PergolaLayout, shade_share, sizes, sun_at
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

SHADE_UNKNOWN = (
    "Type the place's latitude and longitude under Ground, and pick its time zone, to see the shade at an hour"
)


def plan_pergola(case: DesignInput) -> Plan:
    """Plan a pergola.

    Raises:
        InvalidInputError: Malformed input, with the field's path inside the spec.
    """
    spec: PergolaSpec = case.spec
    found = check_pergola(case)
    layout = found.layout
    made, clashes = pieces.build(case, found)
    out_of_scope(found.findings, case)
    t = layout.timber
    high_m = spec.high_m + t.beam.width_m + t.rafter.width_m
    high_m += t.slat.width_m * (1 + spec.second_slats) if t.slat else 0.0
    own = Own(
        called="pergola",
        reads="Two tapes from the left corner of the roof's first edge: along it, and square out from it. Marks to centres.",
        parts=made,
        tables="pergola",
        counts={
            "beams": float(len(layout.lines_m)),
            "rafters": float(layout.rafters.count),
            "slats": pieces_of(made, "slat"),
            "ledgers": float(spec.on_house),
        },
        cases=_here(spec),
        curves=tuple(curves(layout.frame, pieces.outline(spec), pieces.wall_top_m(spec, layout))),
        handles=tuple(_handles(spec, layout)),
        details=roof_details(case.book, layout.frame, found.loads, held=found.held),
        members=tuple(_members(case, found)),
        conflicts=(*clashes, *(wall_conflicts(spec.wall) if spec.on_house else ()), *_falls(spec)),
        notes=tuple(_notes(case, found, made, high_m=high_m)),
        high_m=high_m,
        targets=(*size_targets(spec, sizes(spec)), *_gaps(spec, layout)),
    )
    return whole_plan(case, found.findings, layout.frame, held=found.held, own=own)


def _gaps(spec: PergolaSpec, layout: PergolaLayout) -> list[MeasurementTarget]:
    return [gap_target(f"{spec.id}/slats", layout.slats.gap_m, between="slats")] if layout.slats else []


def _falls(spec: PergolaSpec) -> list[str]:
    if spec.lateral.none:
        return [NOTHING_UPRIGHT]
    return []


def _here(spec: PergolaSpec) -> set[str]:
    found = {"slats"} if spec.slat else set()
    found |= {"house"} if spec.on_house else set()
    return found | ({"climbers"} if spec.grows == "climbers" else set())


def _members(case: DesignInput, found: PergolaResult) -> list[Member]:
    """What the sheet lists and selects."""
    spec, tape = case.spec, case.tape
    layout, t, me = found.layout, found.layout.timber, spec.id
    past = f", {tape.length(layout.rafter_past_m)} past the beam"
    pairs = ", a pair over each post" if layout.frame.across is not None and layout.bays is None else ""
    rows = [
        Member(
            id=f"{me}/rafters",
            what="rafters",
            name=f"Rafters, {tape.length(spec.rafters_m)}",
            says=f"{layout.rafters.count} of {t.rafter.says} at most {tape.length(layout.rafters.spacing_m)} apart{pairs}{past}",
        )
    ]
    for line, y in enumerate(layout.lines_m, start=1):
        at = ", ".join(tape.length(x) for x in layout.frame.line_xs(line))
        rows.append(
            Member(
                id=f"{me}/beam/{line}",
                what="beam",
                name=f"Beam {line}",
                says=f"{plies_of(spec.plies, t.beam)}, {tape.length(spec.beams_m)}, {tape.length(y)} out; posts at {at}",
            )
        )
    rows += post_members(layout.frame, found.held, tape)
    if layout.slats is not None and t.slat is not None:
        covers = f"{layout.slat_cover * 100:.0f} % closed from straight above"
        rows.append(
            Member(
                id=f"{me}/slats",
                what="slats",
                name="Slats",
                says=f"{_slats_say(layout, t.slat.says, tape)}; {covers}",
            )
        )
    if layout.bays is not None:
        rows.append(_cross_member(me, layout.bays, t.rafter.says, tape=tape))
    if spec.on_house:
        fixed = f"{spec.at_point} fixings every {tape.length(spec.fixing_m)}"
        says = f"{t.rafter.says}, {tape.length(spec.beams_m)}; {fixed}"
        rows.append(Member(id=f"{me}/ledger", what="ledger", name="Ledger", says=says))
    return [*rows, upright_member(layout.frame, found.held, tape)]


def _slats_say(layout: PergolaLayout, slat: str, tape: Tape) -> str:
    def ends(row: Slats) -> str:
        return f"{tape.length(row.gap_m)} clear, {tape.length(row.end_gap_m)} at both ends"

    assert layout.slats is not None
    if layout.bays is None:
        return f"{layout.slats.count} of {slat}, {ends(layout.slats)}"
    bays = layout.bays
    turned = f"; {bays.out.count} in a bay where they are turned, {ends(bays.out)}" if bays.turns else ""
    return f"{bays.count} of {slat}: {bays.along.count} in a bay along the beams, {ends(bays.along)}{turned}"


def _cross_member(me: str, bays: BayGrid, stick: str, *, tape: Tape) -> Member:
    """Cross pieces with their marks: near faces from the datum, the same on every rafter."""
    half = bays.rows.thickness_m / 2
    marks = ", ".join(tape.length(bays.row_m(k) - half) for k in range(bays.first_cross, bays.rows.count + 1))
    return Member(
        id=f"{me}/cross",
        what="cross pieces",
        name=f"Cross pieces, {tape.length(bays.columns.gap_m)}",
        says=f"{(bays.columns.count - 1) * bays.crosses} of {stick}; near faces at {marks} on every rafter. Cut each to "
        "its measured gap less a saw's cut, never drive one in",
    )


def _notes(case: DesignInput, found: PergolaResult, made: Sequence[Part], *, high_m: float) -> list[str]:
    spec: PergolaSpec = case.spec
    layout, tape = found.layout, case.tape
    notes = [
        f"Its highest point stands {tape.length(high_m)} over the floor; head room under the beams {tape.length(spec.high_m)}"
    ]
    notes.append(_shade_note(case, layout))
    notes.append(heaviest_says(case, made))
    if spec.rafter_past_m is None or spec.beam_past_m is None:
        notes.append(
            "Overhangs are our own proportion: no rule says how far. Put one sample rafter up and look before the rest is cut"
        )
    if spec.on_house:
        notes.append(
            "The house holds it square to the wall; along the wall half of the push goes to the ledger, half to the braces"
        )
        notes += stud_notes(spec, tape)
    notes += plies_notes(layout.timber.built_up, tape)
    notes.append("A joint that nothing lifts still gets two fixings")
    return notes


def _shade_note(case: DesignInput, layout: PergolaLayout) -> str:
    """The shade at the hour asked, and what the other way round would give."""
    spec: PergolaSpec = case.spec
    if layout.slats is None:
        return "Bare rafters: no slats, hardly any shade"
    share, turned = shade_share(case, layout), shade_share(case, layout, turned=True)
    hour = f"{int(spec.sun.hour)}:{round(spec.sun.hour % 1 * 60):02d}"
    if share is None or turned is None:
        known = case.site.latitude_rad is not None and case.site.longitude_rad is not None
        known = known and bool(case.site.time_zone or spec.sun.utc_h is not None)
        return f"On {spec.sun.on} at {hour} the sun is down" if known and sun_at(case) is None else SHADE_UNKNOWN
    return (
        f"On {spec.sun.on} at {hour} slats and rafters stop {share:.0%} of the direct sun; with the slats square "
        f"to that, {turned:.0%}. Leaves, trees and the house are not calculated"
    )


def _handles(spec: PergolaSpec, layout: PergolaLayout) -> list[DragHandle]:
    """Posts along their beams, beam lines in and out, and the roof's far edges."""
    me = spec.id
    return [
        *post_handles(layout.frame, {lock.id for lock in spec.locks}),
        *(
            edge_handle(me, f"beam/{line}", f"line/{line}", axis="y", at_m=y)
            for line, y in enumerate(layout.lines_m, start=1)
        ),
        edge_handle(me, "edge/right", "beams_m", axis="x", at_m=spec.beams_m),
        edge_handle(me, "edge/front", "rafters_m", axis="y", at_m=spec.rafters_m),
    ]
