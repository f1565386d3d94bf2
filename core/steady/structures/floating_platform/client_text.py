"""A floating platform as its client reads it in an offer."""

from steady.plan.model import Plan
from steady.structures.client_text import sentences, side_by_side
from steady.structures.part_grouping import pieces_of
from steady.structures.structure_type import DesignInput
from steady.units.client_lengths import client_length


def described(case: DesignInput, plan: Plan) -> str:
    """Size, barrels, ramp."""
    spec, tape = case.spec, case.tape
    line = f"a floating platform, {side_by_side(tape, spec.long_m, spec.wide_m)}, on {spec.barrels} barrels"
    ramp = f"a ramp {client_length(spec.ramp.length_m, tape.system)} long to the bank" if spec.ramp.length_m > 0 else ""
    boards = "a deck of boards" if pieces_of(plan.parts, "decking") else ""
    return sentences((line, ramp, boards, spec.coating.words))
