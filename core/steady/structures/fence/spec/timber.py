"""The timbers that a fence is made of."""

from dataclasses import replace

from steady.catalog.items import SectionItem, sold_with, stick
from steady.errors import InvalidInputError
from steady.structures.built_up_posts import OUTER
from steady.structures.fence.spec.fence import FenceSpec
from steady.value_objects import positional_value_object


@positional_value_object
class FenceTimbers:
    """The timbers a fence is made of.

    Args:
        ply: What built-up posts are laminated of. `core`: what the plies between the outer two are of, if not of the same.
        stock: The panel or wire it is closed with.
    """

    post: SectionItem
    rail: SectionItem
    board: SectionItem
    gate_post: SectionItem
    end_post: SectionItem | None = None
    ply: SectionItem | None = None
    core: SectionItem | None = None
    stock: SectionItem | None = None


def timbers(spec: FenceSpec) -> FenceTimbers:
    """The sticks that a fence is made of; a built-up post is its plies side by side along the line.

    Raises:
        InvalidInputError: The yard has no such stick.
    """
    post, rail = stick(spec.post, "post", "post"), stick(spec.rail, "rail", "rail")
    gate_post = stick(spec.gate_post or spec.post, "post", "gate_post" if spec.gate_post else "post")
    ply = core = None
    if spec.plies_count:
        if spec.plies_count < 2:
            raise InvalidInputError("plies_count", "A built-up post has two plies or more; 0 for a solid one")
        ply, core = rail, _core(spec, rail)
        post = _laminated(post, rail, core, plies=spec.plies_count)
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
        core=core,
        stock=stock_of(spec, stick(spec.post, "post", "post")),
    )


def _core(spec: FenceSpec, rail: SectionItem) -> SectionItem | None:
    """The narrower stick between a built-up post's outer plies; None: all plies are alike.

    Raises:
        InvalidInputError: Too few plies for one between two, or no narrower than the outer ones.
    """
    if not spec.ply_core:
        return None
    if spec.plies_count < OUTER + 1:
        raise InvalidInputError("plies_count", "A core lies between two outer plies: three plies or more")
    core = stick(spec.ply_core, "rail joist", "ply_core")
    if core.width_m >= rail.width_m - 1e-6:
        raise InvalidInputError("ply_core", "The core is narrower than the rails' stock on either side of it")
    return core


def _laminated(post: SectionItem, rail: SectionItem, core: SectionItem | None, *, plies: int) -> SectionItem:
    """What stands there, plies side by side along the line: as deep as the outer ones, as heavy as all of them."""
    inner = core or rail
    widths_m = OUTER * rail.thickness_m, (plies - OUTER) * inner.thickness_m
    outer_kg, inner_kg = (
        wide_m * one.width_m * one.density_kg_per_m3 for wide_m, one in zip(widths_m, (rail, inner), strict=True)
    )
    return replace(
        post,
        key=f"built-up {plies} × {rail.key}" + (f" on {core.key}" if core else ""),
        says=f"{plies} plies of {rail.says}" if core is None else f"two {rail.says} on a core of {core.says}",
        thickness_m=rail.width_m,
        width_m=sum(widths_m),
        species=rail.species,
        size=rail.size,
        density_kg_per_m3=(outer_kg + inner_kg) / (sum(widths_m) * rail.width_m),
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
        named = stick(spec.infill.stock, traits.stock_role, "infill/stock")
        # Wire closes by its typed openings whatever it is; a whole panel would be calculated as an open one, or the reverse.
        if traits.made and named.species != traits.stock_species:
            raise InvalidInputError(
                "infill/stock", f"A {named.says} does not make this infill: choose one of its own panels"
            )
        return named
    found = [item for item in sold_with(like, traits.stock_role) if item.species == traits.stock_species]
    if not found:
        raise InvalidInputError("infill/stock", "The yard sells no such panel or wire here: pick another infill")
    # The lowest that reaches the fence's top; where none does the refusal names the highest.
    tall = [item for item in found if item.width_m >= spec.height_m - 1e-6]
    return min(tall, key=lambda item: item.width_m) if tall else max(found, key=lambda item: item.width_m)
