"""A deck or footbridge as its client reads it in an offer."""

from steady.plan.model import Plan
from steady.structures.client_text import counted, joined, sentences, side_by_side, standing, timber
from steady.structures.deck.spec.deck import DeckSpec
from steady.structures.part_grouping import pieces_of
from steady.structures.structure_type import DesignInput
from steady.units.client_lengths import client_length


def described(case: DesignInput, plan: Plan) -> str:
    """Size, height, boards, frame, guard, stairs."""
    spec: DeckSpec = case.spec
    tape = case.tape
    # A post that is built up is three pieces: what is counted are the places where posts stand.
    posts_count = sum(any(layer.what == "post" for layer in footing.layers) for footing in plan.footings)
    xs, ys = [corner.x_m for corner in spec.outline], [corner.y_m for corner in spec.outline]
    size = side_by_side(tape, max(xs) - min(xs), max(ys) - min(ys))
    if spec.bridge is not None:
        line = f"a footbridge, {size}"
    else:
        corners = "" if len(spec.outline) == 4 else f" over all, with {len(spec.outline)} corners"
        highest = client_length(max(corner.height_m for corner in spec.outline), tape.system)
        house = "attached to the house" if spec.on_ledger else f"on {_on(spec, posts_count)}"
        line = f"a deck, {size}{corners}, up to {highest} above the ground, {house}"
    edge = f", with {counted(spec.frame_boards, 'board')} round the edge" if spec.frame_boards else ""
    boards = f"deck boards of {timber(spec.board)}{edge}"
    feet = standing(plan, {True: "on concrete footings in the ground", False: "on the ground"})
    wood = timber(spec.post) if not spec.core else f"two {timber(spec.outer)} on a core of {timber(spec.core)}"
    posts = f"{counted(posts_count, 'post')} of {wood} {feet}" if posts_count else ""
    piers_count = len(plan.footings) - posts_count
    piers = f"{counted(piers_count, 'concrete pier')} in the ground under its beams" if piers_count else ""
    guard = "a guard with upright balusters along the open edges" if pieces_of(plan.parts, "guard post") else ""
    stairs = joined(f"a stair {client_length(stair.width_m, tape.system)} wide" for stair in spec.stairs)
    return sentences((line, boards, posts, piers, guard, stairs, spec.coating.words))


LOW = {"sleepers": "sleepers over gravel", "slab": "sleepers over a concrete slab that is there"}


def _on(spec: DeckSpec, posts_count: int) -> str:
    """What a deck that no house holds stands on."""
    return LOW.get(spec.rests) or ("its own posts" if posts_count else "its own piers")
