"""What bends of a post: its wood or steel, its strength in wind and under a leaf, its modulus; calculated once for all alike."""

import math
from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.design_codes.requests import Wood
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.structures.built_up_posts import OUTER
from steady.structures.fence.checks.foundations import FoundationType, pipe_of
from steady.structures.fence.checks.steel import maker_strength, pipe_modulus, steel_modulus, tube_bending
from steady.structures.fence.layout.stations import Post
from steady.structures.fence.spec.case import FenceCase
from steady.structures.steel_tubes import is_tube
from steady.structures.wood import outdoors
from steady.value_objects import positional_value_object


@positional_value_object
class PostWood:
    """Bending of one kind of post: its strength in wind and under a leaf, or why there is none, and its modulus."""

    key: str
    strength: CalculationStep | None
    leaf_strength: CalculationStep | None
    refused: OutOfScopeError | None
    modulus: CalculationStep
    wood: Wood | None = None


def turned(now: PostWood, turned_rad: float) -> PostWood:
    """A wooden post bent across its diagonal, more or less: its corners lie farther out than its faces.

    Source: geometry: a square's section modulus about an axis turned by an angle t is S / (cos t + sin t).
    """
    if not turned_rad or now.wood is None:
        return now
    grows = math.cos(turned_rad) + abs(math.sin(turned_rad))
    modulus = replace(
        now.modulus,
        value=now.modulus.value / grows,
        formula="b * d ** 2 / 6 / (cos(t) + sin(t))",
        inputs=(*now.modulus.inputs, ("t", abs(turned_rad), "rad")),
        says="turned to split the angle",
    )
    return replace(now, key=f"{now.key} {turned_rad:.6f}", modulus=modulus)


class PostWoods:
    """Woods of a fence's posts, each calculated when it is first asked for."""

    def __init__(self, case: FenceCase) -> None:
        self.case, self.u = case, case.book.units
        self._woods: dict[str, PostWood] = {}

    def of(self, stick: SectionItem) -> PostWood:
        """What bending needs of one stick, calculated once for all its posts."""
        if stick.key not in self._woods and stick.species == "steel":
            self._woods[stick.key] = self._steel(stick.key, steel_modulus(self.case.spec.foot_detail.steel, self.u))
        if stick.key not in self._woods and is_tube(stick):
            self._woods[stick.key] = self._tube(stick)
        if stick.key not in self._woods:
            strength = leaf_strength = refused = timber = None
            try:
                # A built-up post is as strong as its plies side by side, each on edge to the wind.
                wood = (
                    self.case.timber.ply
                    if self.case.timber.ply is not None and stick == self.case.timber.post
                    else stick
                )
                timber = outdoors(wood)
                strength = self.case.book.bending_strength(timber, "wind")
                leaf_strength = self.case.book.bending_strength(timber, "person")
            except OutOfScopeError as outside:
                refused = outside
            # Wind bends a post across the line: its depth is the thickness, its breadth the width along the line.
            # Of plies on a narrower core the outer ones alone are credited, as in a roof's posts.
            held = self.case.timber
            cored = held.core is not None and held.ply is not None and stick == held.post
            broad_m = OUTER * held.ply.thickness_m if cored and held.ply else stick.width_m
            b, d = broad_m / self.u.size_m, stick.thickness_m / self.u.size_m
            modulus = CalculationStep(
                symbol="S",
                value=b * d**2 / 6,
                unit=self.u.modulus,
                formula="b * d ** 2 / 6",
                inputs=(("b", b, self.u.size), ("d", d, self.u.size)),
                source="geometry",
            )
            self._woods[stick.key] = PostWood(stick.key, strength, leaf_strength, refused, modulus, timber)
        return self._woods[stick.key]

    def _steel(self, key: str, modulus: CalculationStep | None) -> PostWood:
        """Steel by its maker's figures, as the crew typed them; what is missing is not covered."""
        strength = maker_strength(self.case.spec.foot_detail.steel, self.u)
        refused = None
        if strength is None or modulus is None:
            what = "strength" if strength is None else "section modulus"
            refused = OutOfScopeError(f"the steel's {what} is not entered", f"type the maker's {what}")
            strength = None
        none = given_step("S", 1.0, self.u.modulus, source="user: not entered")
        return PostWood(key, strength, strength, refused, modulus or none)

    def _tube(self, stick: SectionItem) -> PostWood:
        """A tube of the list: its yield by the school's factor, over its plastic modulus; none where its wall is too thin."""
        strength, modulus, refused = tube_bending(stick, self.case.book)
        return PostWood(stick.key, strength, strength, refused, modulus)

    def at_ground(self, post: Post, way: FoundationType) -> PostWood:
        """What bends at the ground: the post, or the pipe that its sleeve stands over."""
        if way.key != "over a pipe":
            return self.of(post.stick)
        pipe = pipe_of(self.case.spec)
        if pipe.key not in self._woods:
            self._woods[pipe.key] = self._steel(
                pipe.key, pipe_modulus(pipe.width_m, self.case.spec.foot_detail.steel, self.u)
            )
        return self._woods[pipe.key]
