"""Changes to a fence that might make it pass, or pass for less: each is planned and priced before it is offered."""

from collections.abc import Iterator
from dataclasses import fields, replace

from steady.catalog.items import stick, sticks
from steady.footings.depth import AUGERS_M, hole_width_m
from steady.plan.model import Basis
from steady.structures.fence.designs.gate_hanging import on_pins, paired, with_opening
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.structure_type import DesignInput
from steady.units.units import FT

Change = tuple[tuple[str, object], ...]
BAYS_M = tuple(feet * FT for feet in (8, 7, 6, 5, 4))


def candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    """Combinations of post, bay, rails and auger, with the words for what each changes.

    The wood's species stays as it is; heights are never changed behind anyone's back.
    """
    spec = case.spec
    species = stick(spec.post, "post", "post").species
    now = stick(spec.post, "post", "post").width_m
    home = stick(spec.post, "post", "post").schools
    posts = [
        item for item in sticks().values() if item.role == "post" and item.species == species and item.schools == home
    ]
    posts = sorted((item for item in posts if item.width_m >= now - 1e-9), key=lambda item: item.width_m)[:3]
    rail_species = stick(spec.rail, "rail", "rail").species
    rails = [
        item.key
        for item in sticks().values()
        if item.role == "rail" and item.species == rail_species and item.schools == home
    ]
    yield from _hangings(spec)
    bays = sorted({spec.bay_max_m, *(bay for bay in BAYS_M if bay < spec.bay_max_m)}, reverse=True)
    traits = spec.infill.traits
    layouts = ("on edge", "flat") if traits.boarded and not traits.two_faced else (spec.rail_laid,)
    counts = (spec.rails_count,) if traits.level else (2, 3)
    for post in posts:
        wider = [auger for auger in AUGERS_M if hole_width_m(post.width_m) + 1e-9 < auger <= 5 * post.width_m]
        widths = [None, *wider[:1]]
        for bay_m in bays:
            for rail in rails:
                for layout in layouts:
                    for count in counts:
                        for width_m in widths:
                            wish: dict[str, object] = {
                                "post": post.key,
                                "bay_max_m": bay_m,
                                "rail": rail,
                                "rail_laid": layout,
                                "rails_count": count,
                                "hole_width_m": width_m,
                                "built_on": Basis.CALCULATED,
                            }
                            yield (
                                _says(case, wish),
                                _changed(spec, wish),
                            )
    yield from _gates(spec, [post.key for post in posts], rails)


def _hangings(spec: FenceSpec) -> Iterator[tuple[str, Change]]:
    """Hinges on pins through the post, two leaves for one, gate by gate."""
    for opening in spec.openings:
        if opening.hung and (pinned := on_pins(opening)) != opening:
            says = f"Hinges of the {opening.what} on pins through the post, as far apart as its rails let them stand"
            yield says, (("openings", with_opening(spec, pinned).openings),)
        if (two := paired(opening)) is not None:
            yield f"Two leaves to the {opening.what}", (("openings", with_opening(spec, two).openings),)


def _gates(spec: FenceSpec, posts: list[str], frames: list[str]) -> Iterator[tuple[str, Change]]:
    """Stiffer leaves, on these posts and on the next size."""
    for post in posts if spec.openings else []:
        if post not in (spec.post, spec.gate_post):
            alone: dict[str, object] = {"gate_post": post, "built_on": Basis.CALCULATED}
            yield f"Gate posts {sticks()[post].says}, the line's as they are", _changed(spec, alone)
        for frame in frames:
            for cross_rails in (1, 2, 3):
                leaves = tuple(
                    replace(
                        opening,
                        leaf=replace(opening.leaf, frame=frame, cross_rails=max(cross_rails, opening.leaf.cross_rails)),
                    )
                    for opening in spec.openings
                )
                wish: dict[str, object] = {"gate_post": post, "openings": leaves, "built_on": Basis.CALCULATED}
                if post == spec.post and spec.gate_post is None:
                    del wish["gate_post"]
                words = [
                    f"gate frames {sticks()[frame].says}, {cross_rails} cross {'rail' if cross_rails == 1 else 'rails'}"
                ]
                if post != (spec.gate_post or spec.post):
                    words.append(f"{sticks()[post].says} gate posts")
                text = ", ".join(words)
                yield text[:1].upper() + text[1:], _changed(spec, wish)


def _changed(spec: FenceSpec, wish: dict[str, object]) -> Change:
    names = {field.name for field in fields(spec)}
    return tuple((name, value) for name, value in wish.items() if name in names and getattr(spec, name) != value)


def _says(
    case: DesignInput,
    wish: dict[str, object],
) -> str:
    spec, tape = case.spec, case.tape
    words = []
    if wish["post"] != spec.post:
        words.append(f"{sticks()[str(wish['post'])].says} posts")
    if wish["bay_max_m"] != spec.bay_max_m:
        words.append(f"bays to {tape.length(float(str(wish['bay_max_m'])))}")
    rail = sticks()[str(wish["rail"])].says
    if wish["rail"] != spec.rail or wish["rails_count"] != spec.rails_count or wish["rail_laid"] != spec.rail_laid:
        words.append(f"{wish['rails_count']} rails {rail}, {wish['rail_laid']}")
    if wish["hole_width_m"] != spec.hole_width_m:
        width = wish["hole_width_m"]
        words.append("holes three posts wide" if width is None else f"a {tape.length(float(str(width)))} auger")
    if spec.built_on is not Basis.CALCULATED:
        words.append("depth as calculated")
    text = ", ".join(words)
    return text[:1].upper() + text[1:] if text else "Current design"
