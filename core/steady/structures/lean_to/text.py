"""What is said of a lean-to: its members, its notes, and its levels as one drawn detail."""

import math
from collections.abc import Sequence

from steady.plan.model import Detail, DetailLine, DetailMember, Measure, Member, Part
from steady.structures.canopy.studs import stud_notes
from steady.structures.canopy.text import plies_of, post_members, upright_member
from steady.structures.lean_to.checks import LeanToResult
from steady.structures.lean_to.layout import (
    SAFE_FALL_RAD,
    UNDER_SOFFIT_M,
    LeanToLayout,
    keep_clear_m,
    top_at_m,
    wall_to_beam_m,
)
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.lifting import heaviest_says
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

SPIKE_M, BESIDE_M = 0.25, 0.12


def clashes(spec: LeanToSpec, layout: LeanToLayout, tape: Tape) -> list[str]:
    """What of its levels cannot be built as drawn, before anything is fixed."""
    chain, found = layout.chain, []
    lined = spec.finish.soffit_m > 0
    if lined and layout.timber.fascia is not None and chain.fascia_past_soffit_m < UNDER_SOFFIT_M - 1e-9:
        found.append(
            f"The fascia ends {tape.length(-chain.fascia_past_soffit_m)} above the soffit's face: a deeper fascia, a rebated "
            f"soffit, or a higher soffit line; it should end {tape.length(UNDER_SOFFIT_M)} below"
        )
    if lined and chain.bracket_shows_m > 1e-9:
        found.append(
            f"The bracket under the beam shows {tape.length(chain.bracket_shows_m)} below the soffit: rebate it, or lower "
            "the soffit"
        )
    door = spec.finish.door_m
    if door is not None and door > chain.head_room_m - 0.01:
        found.append(
            f"A door leaf {tape.length(door)} high opens into the roof: its lowest edge stands at "
            f"{tape.length(chain.head_room_m)}"
        )
    return found


def notes(case: DesignInput, found: LeanToResult, made: Sequence[Part]) -> list[str]:
    """What the crew should know beside the drawing."""
    spec: LeanToSpec = case.spec
    layout, tape, chain = found.layout, case.tape, found.layout.chain
    low, high = keep_clear_m(spec, layout)
    said = [
        f"Falls {math.degrees(spec.pitch_rad):.1f}°, {tape.length(chain.drop_m)} over its depth; head room "
        f"{tape.length(chain.head_room_m)}",
        f"The wall stays clear of cladding from {tape.length(low)} to {tape.length(high)} above the floor until the flashing is on",
        heaviest_says(case, made),
    ]
    for what, pack_m in (("ledger", chain.pack_ledger_m), ("beam", chain.pack_beam_m)):
        if pack_m > 0.001:
            said.append(f"The {what} is packed down {tape.length(pack_m)} to the soffit line")
    if spec.pitch_rad < SAFE_FALL_RAD - 1e-9:
        said.append("Flatter than 3°: ask the sheets' maker for their least fall, and seal the laps")
    said += stud_notes(spec, tape)
    if spec.blocked:
        said.append("Walls or goods below block the wind: the roof is lifted harder, and is calculated so")
    said.append(
        "The house holds it square to the wall; along it half of the push goes to the beam's line, half up the straps"
    )
    said.append("A joint that nothing lifts still gets two fixings")
    return said


def members(case: DesignInput, found: LeanToResult) -> list[Member]:
    """What the sheet lists and selects."""
    spec: LeanToSpec = case.spec
    layout, tape, me, t = found.layout, case.tape, spec.id, found.layout.timber
    length = layout.run.length_m / math.cos(spec.pitch_rad)
    ledger = found.ledger
    u = case.book.units
    rows = [
        Member(
            id=f"{me}/ledger",
            what="ledger",
            name="Ledger",
            says=f"{t.ledger.says}, top at {tape.length(layout.chain.ledger_top_m)}; {spec.at_point} fixings every "
            f"{tape.length(spec.fixing_m)}, each {ledger.down_n / u.force_n:,.3g} {u.force} down, "
            f"{ledger.up_n / u.force_n:,.3g} {u.force} up",
        ),
        Member(
            id=f"{me}/rafters",
            what="rafters",
            name=f"Rafters, {tape.length(length)}",
            says=f"{layout.rafters.count} of {t.rafter.says} at {tape.length(layout.rafters.spacing_m)}, {spec.laid}, "
            f"both ends cut plumb at {math.degrees(spec.pitch_rad):.1f}°",
        ),
    ]
    if t.purlin is not None and t.sheet is not None:
        apart = (layout.purlins_m[-1] - layout.purlins_m[0]) / (len(layout.purlins_m) - 1)
        rows.append(
            Member(
                id=f"{me}/purlins",
                what="purlins",
                name="Purlins and sheets",
                says=f"{len(layout.purlins_m)} of {t.purlin.says} at {tape.length(apart)} down the slope; "
                f"{layout.sheets} of {t.sheet.says}",
            )
        )
    if layout.slats is not None and t.slat is not None:
        rows.append(
            Member(
                id=f"{me}/slats",
                what="slats",
                name="Slats",
                says=f"{layout.slats.count} of {t.slat.says}, {tape.length(layout.slats.gap_m)} clear",
            )
        )
    at = ", ".join(tape.length(x) for x in layout.frame.line_xs(1))
    rows.append(
        Member(
            id=f"{me}/beam/1",
            what="beam",
            name="Beam",
            says=f"{plies_of(spec.plies, t.beam)}, top at {tape.length(spec.beam_top_m)}; posts at {at}",
        )
    )
    rows += post_members(layout.frame, found.held, tape)
    return [
        *rows,
        upright_member(
            layout.frame,
            found.held,
            tape,
            braces="knee braces along the wall",
            also=", straps in the roof's plane, the house square to it",
        ),
    ]


def level_detail(case: DesignInput, layout: LeanToLayout) -> Detail:
    """Every level from floor to flashing, in one section square to the wall."""
    spec: LeanToSpec = case.spec
    chain, t = layout.chain, layout.timber
    outer, middle = wall_to_beam_m(spec, t)
    end = layout.run.length_m + (t.ledger.thickness_m if spec.laid == "hung" else 0.0)
    low, high = keep_clear_m(spec, layout)
    starts = t.ledger.thickness_m if spec.laid == "hung" else 0.0
    mid = t.ledger.thickness_m / 2
    half = t.rafter.width_m / 2 / math.cos(spec.pitch_rad)

    def bar(what: str, start: tuple[float, float], stop: tuple[float, float], *, width_m: float) -> DetailMember:
        return DetailMember(id=f"{spec.id}/levels/{what}", what="stile", start=start, end=stop, width_m=width_m)

    bars = [
        bar(
            "ledger",
            (mid, chain.ledger_bottom_m),
            (mid, chain.ledger_top_m),
            width_m=t.ledger.thickness_m,
        ),
        bar("beam", (middle, chain.beam_bottom_m), (middle, spec.beam_top_m), width_m=spec.plies * t.beam.thickness_m),
        bar(
            "rafter",
            (starts, top_at_m(spec, layout, starts) - half),
            (end, top_at_m(spec, layout, end) - half),
            width_m=t.rafter.width_m,
        ),
    ]
    if t.fascia is not None:
        bars.append(
            bar("fascia", (end, chain.fascia_bottom_m), (end, chain.roof_at_beam_m), width_m=t.fascia.thickness_m)
        )
    said = case.tape.length
    wall = (chain.ledger_bottom_m, chain.ledger_top_m, chain.roof_at_wall_m, high)
    outside = (chain.soffit_face_m, spec.beam_top_m, chain.roof_at_beam_m)
    # Each figure stands at the second end of its spike: outside the wall on the left, at the beam on the right.
    levels = [*((z, -SPIKE_M, 0.0) for z in wall), *((z, end + SPIKE_M, end) for z in outside)]
    traces = [
        DetailLine(what="ground", points=((-SPIKE_M, chain.soffit_line_m), (outer, chain.soffit_line_m))),
        DetailLine(what="nearest", points=((0.0, low - BESIDE_M), (0.0, high + BESIDE_M))),
    ]
    traces += [DetailLine(what="edge", points=((a, z), (b, z)), label=said(z)) for z, a, b in levels]
    measures = [
        ("Drop from the ledger to the beam", chain.drop_m),
        ("Roof at the beam's outer face", chain.roof_at_beam_m),
        ("Roof at the wall", chain.roof_at_wall_m),
        ("Ledger's top", chain.ledger_top_m),
        ("Ledger's bottom", chain.ledger_bottom_m),
        ("Beam's top", spec.beam_top_m),
        ("Beam's bottom", chain.beam_bottom_m),
        ("Soffit line", chain.soffit_line_m),
        ("Ledger packed down", chain.pack_ledger_m),
        ("Beam packed down", chain.pack_beam_m),
        ("Soffit's face", chain.soffit_face_m),
        ("Head room", chain.head_room_m),
        ("Wall clear of cladding from", low),
        ("Wall clear of cladding to", high),
    ]
    if t.fascia is not None:
        measures.append(("Fascia's bottom", chain.fascia_bottom_m))
    return Detail(
        id=f"{spec.id}/levels",
        about=f"{spec.id}/ledger",
        title="Levels above the floor, before the ledger is fixed",
        bars=tuple(bars),
        traces=tuple(traces),
        measures=tuple(Measure(says=says, value_m=value) for says, value in measures),
    )
