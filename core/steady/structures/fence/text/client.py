"""A fence as its client reads it in an offer."""

from steady.plan.model import Plan
from steady.structures.client_text import counted, joined, sentences, timber
from steady.structures.fence.spec.fence import FenceSpec, GateOpening
from steady.structures.structure_type import DesignInput
from steady.units.client_lengths import client_length
from steady.units.show import Tape

FEET = {
    "open below": "set in concrete",
    "closed below": "set in concrete",
    "tamped gravel": "set in tamped gravel",
    "tamped sand": "set in tamped sand",
    "part driven": "driven into the ground",
    "over a pipe": "over steel pipes set in concrete",
    "base on pier": "on concrete piers",
    "base on slab": "on the slab that is there",
    "cored slab": "set in holes cored through the slab",
    "dry set": "set in concrete mix, watered in the hole",
    "foam": "set in expanding foam",
    "loose block": "on heavy blocks on the ground",
}


def described(case: DesignInput, plan: Plan) -> str:
    """Length, height, boards, posts, gates, finish."""
    spec: FenceSpec = case.spec
    tape = case.tape
    long_m = sum(straight.length_m for straight in spec.straights)
    top_m = spec.height_m + spec.gap_m
    noun = spec.infill.traits.noun
    corners = sum(1 for straight in spec.straights[1:] if abs(straight.turn_rad) > 1e-6)
    around = f", with {counted(corners, 'corner')}" if corners else ""
    line = f"{client_length(long_m, tape.system)} of {noun}, {client_length(top_m, tape.system)} high{around}"
    level = f"slats of {timber(spec.rail)}" if spec.infill.traits.level else ""
    wood = f"boards of {timber(spec.board)} on rails of {timber(spec.rail)}" if spec.infill.traits.boarded else level
    posts = f"posts of {timber(spec.post)}, {FEET.get(spec.foot, 'set in the ground')}"
    gates = joined(_gate(opening, tape) for opening in spec.openings)
    return sentences((line, wood, posts, gates, spec.finish.words))


def _gate(opening: GateOpening, tape: Tape) -> str:
    wide = client_length(opening.clear_m, tape.system)
    if not opening.hung:
        return f"an open way through, {wide} wide"
    leaves = " of two leaves" if len(opening.leaves_m) > 1 else ""
    way = "toward the inside" if opening.swing == "in" else "outward"
    return f"a gate{leaves}, {wide} clear, that opens {way}"
