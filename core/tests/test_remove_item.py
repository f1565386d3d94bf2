"""What is taken out of a structure by its name in the plan: that thing, nothing else, and the rest is planned again."""

import unittest
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.structures.deck.actions import add_rock, add_stair
from steady.structures.deck.kind import read as read_deck
from steady.structures.fence.spec.fence import GateOpening, Lock, NoDig
from steady.structures.registry import kind_of
from steady.structures.remove_item import ACT
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import FT

from tests.make import fence


def taken(spec: Any, thing: str) -> Any:
    return kind_of(spec).acts[ACT](spec, thing)


def drawn(spec: Any) -> set[str]:
    """Names of everything that is drawn of a structure."""
    plan = plan_structure(JobDocument(name="j", structures=(Structure(name="s", spec=spec),)), spec.id)
    places = {place.about for part in plan.parts for place in part.places}
    return places | {curve.id for curve in plan.curves} | {handle.id for handle in plan.handles}


class TakenOut(unittest.TestCase):
    def test_each_gate_band_and_held_post_by_the_name_that_the_plan_gives_it(self) -> None:
        spec = fence(
            60,
            openings=(
                GateOpening(id="g1", at_m=10 * FT, clear_m=4 * FT),
                GateOpening(id="g2", at_m=30 * FT, clear_m=4 * FT),
            ),
            zones=(NoDig(id="z", at_m=45 * FT, half_width_m=0.3),),
            locks=(Lock(id="l", at_m=22 * FT),),
        )
        for thing, name in (("f/gate/g1", "openings"), ("f/zone/z", "zones"), ("f/post/l", "locks")):
            with self.subTest(thing):
                self.assertIn(thing, drawn(spec))
                less = taken(spec, thing)
                self.assertEqual(len(getattr(less, name)), len(getattr(spec, name)) - 1)
                self.assertEqual(replace(less, **{name: getattr(spec, name)}), spec)  # all else as it was
                if name != "locks":
                    self.assertNotIn(thing, drawn(less))

    def test_a_deck_s_stair_and_rock(self) -> None:
        bare = read_deck(NewStructureRequest(text="16x12 up3", id="d", bare="ft", school="us"))
        spec = add_rock(add_stair(bare))
        for thing in ("d/stair/stair-1", "d/spot/spot-1"):
            self.assertIn(thing, drawn(spec))
            spec = taken(spec, thing)
            self.assertNotIn(thing, drawn(spec))
        self.assertEqual(spec, bare)

    def test_what_follows_the_rest_says_so(self) -> None:
        for thing in ("f/post/start", "f/bay/start", "other/gate/g", ""):
            with self.assertRaisesRegex(InvalidInputError, "stands where the rest puts it"):
                taken(fence(40), thing)
