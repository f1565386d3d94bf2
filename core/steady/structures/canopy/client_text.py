"""Roofs as their client reads them in an offer."""

import math
from typing import Any

from steady.plan.model import Plan
from steady.structures.client_text import counted, sentences, side_by_side, timber
from steady.structures.part_grouping import pieces_of
from steady.structures.structure_type import DesignInput
from steady.units.client_lengths import client_length


def _posts(spec: Any, plan: Plan) -> str:
    count = pieces_of(plan.parts, "post")
    if not count:
        return ""
    feet = "on concrete footings in the ground" if spec.stands == "footings" else "on the slab that is there"
    return f"{counted(count, 'post')} of {timber(spec.post)} {feet}"


def pergola(case: DesignInput, plan: Plan) -> str:
    """Size, height, slats, posts."""
    spec, tape = case.spec, case.tape
    house = ", held by the house on one side" if spec.on_house else ""
    high = client_length(spec.high_m, tape.system)
    line = f"a pergola, {side_by_side(tape, spec.beams_m, spec.rafters_m)}, {high} clear under its beams{house}"
    over = f"{counted(pieces_of(plan.parts, 'rafter'), 'rafter')} of {timber(spec.rafter)}"
    slats = pieces_of(plan.parts, "slat")
    shade = f" with {slats} slats of {timber(spec.slat)} across them" if slats else ""
    return sentences((line, over + shade, _posts(spec, plan), spec.coating.words))


def lean_to(case: DesignInput, plan: Plan) -> str:
    """Size, slope, cover, posts."""
    spec, tape = case.spec, case.tape
    line = f"a lean-to roof on the house, {side_by_side(tape, spec.beams_m, spec.depth_m)}"
    slope = f"falling {math.degrees(spec.pitch_rad):.3g}° away from the house"
    cover = (
        f"covered with {timber(spec.sheet)}" if spec.roof == "sheets" else f"covered with slats of {timber(spec.slat)}"
    )
    return sentences(
        (f"{line}, {slope}, {cover}", f"rafters of {timber(spec.rafter)}", _posts(spec, plan), spec.coating.words)
    )


def pavilion(case: DesignInput, plan: Plan) -> str:
    """Size, pitch, cover, posts."""
    spec, tape = case.spec, case.tape
    pitch = f"{math.degrees(spec.pitch_rad):.3g}° pitch"
    line = f"a pavilion with a hip roof, {side_by_side(tape, spec.beams_m, spec.deep_m)} over its beams, {pitch}"
    under = f"{client_length(spec.beam_top_m, tape.system)} from the floor to the top of its beams"
    roof = f"covered with {timber(spec.sheet)} on rafters of {timber(spec.rafter)}"
    return sentences((f"{line}, {under}", roof, _posts(spec, plan), spec.coating.words))
