"""The timbers that a fence is made of."""

from dataclasses import replace

from steady.catalog.items import SectionItem, sold_with, stick
from steady.errors import InvalidInputError
from steady.structures.fence.spec.fence import FenceSpec
from steady.value_objects import positional_value_object


@positional_value_object
class FenceTimbers:
    """The timbers a fence is made of. `ply`: what built-up posts are laminated of; `stock`: the panel or wire it is closed with."""

    post: SectionItem
    rail: SectionItem
    board: SectionItem
    gate_post: SectionItem
    end_post: SectionItem | None = None
    ply: SectionItem | None = None
    stock: SectionItem | None = None


def timbers(spec: FenceSpec) -> FenceTimbers:
    """The sticks that a fence is made of; a built-up post is its plies side by side along the line.

    Raises:
        InvalidInputError: The yard has no such stick.
    """
    post, rail = stick(spec.post, "post", "post"), stick(spec.rail, "rail", "rail")
    gate_post = stick(spec.gate_post or spec.post, "post", "gate_post" if spec.gate_post else "post")
    ply = None
    if spec.plies_count:
        if spec.plies_count < 2:
            raise InvalidInputError("plies_count", "A built-up post has two plies or more; 0 for a solid one")
        ply = rail
        post = replace(
            post,
            key=f"built-up {spec.plies_count} × {rail.key}",
            says=f"{spec.plies_count} plies of {rail.says}",
            thickness_m=rail.width_m,
            width_m=spec.plies_count * rail.thickness_m,
            species=rail.species,
            size=rail.size,
            density_kg_per_m3=rail.density_kg_per_m3,
        )
        if spec.openings and not spec.gate_post:
            gate_post = post
    end_post = stick(spec.end_post, "post", "end_post") if spec.end_post else None
    return FenceTimbers(
        end_post=end_post,
        post=post,
        rail=rail,
        board=stick(spec.board, "board", "board"),
        gate_post=gate_post,
        ply=ply,
        stock=stock_of(spec, stick(spec.post, "post", "post")),
    )


def stock_of(spec: FenceSpec, like: SectionItem) -> SectionItem | None:
    """The panel or wire a fence is closed with: the one named, or the first that the yard sells beside its posts.

    Raises:
        InvalidInputError: The yard has none of that name or sells none here.
    """
    traits = spec.infill.traits
    if not traits.stock_role:
        return None
    if spec.infill.stock:
        return stick(spec.infill.stock, traits.stock_role, "infill/stock")
    found = [item for item in sold_with(like, traits.stock_role) if item.says.startswith(traits.stock_name)]
    if not found:
        raise InvalidInputError("infill/stock", "The yard sells no such panel or wire here: pick another infill")
    # The lowest that reaches the fence's top; where none does the refusal names the highest.
    tall = [item for item in found if item.width_m >= spec.height_m - 1e-6]
    return min(tall, key=lambda item: item.width_m) if tall else max(found, key=lambda item: item.width_m)
