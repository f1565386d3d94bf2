"""Blocking wherever something is fixed: a float's cleats, by hand."""

import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.floating_platform.parts import cleat_bays
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput
from steady.units.units import IN

from tests.test_kept_plans import case_of, site_of
from tests.test_no_overlaps import overlaps


def case(**changes: object) -> DesignInput:
    return case_of(FloatSpec(id="f", **changes), site_of("us"), "us")  # type: ignore[arg-type]


class Cleats(unittest.TestCase):
    def test_at_the_corners_first_then_between_by_hand(self) -> None:
        self.assertEqual(cleat_bays(4, 11), [(1, False), (11, False), (1, True), (11, True)])
        self.assertEqual(cleat_bays(6, 11), [(1, False), (6, False), (11, False), (1, True), (6, True), (11, True)])
        self.assertEqual(cleat_bays(1, 11), [(6, False)])
        self.assertEqual(cleat_bays(0, 11), [])

    def test_each_block_lies_flat_between_two_joists_under_the_boards(self) -> None:
        """14 ft long, 2x6 joists every 15.04 in: blocks 13.54 in, flat, 1.5 in thick, against the rim."""
        made = plan(case(cleats=4))
        blocks = [(part, place) for part in made.parts for place in part.places if "/blocking/cleat-" in place.id]
        self.assertEqual(len(blocks), 4)
        joists = next(part for part in made.parts if part.role == "joist").places[0]
        boards = [(part, place) for part in made.parts if part.role == "decking" for place in part.places]
        under_m = min(place.at[2] - part.section_m[0] / 2 for part, place in boards)
        rims = {place.at[1] for part in made.parts if part.role == "rim" for place in part.places}
        t = 1.5 * IN
        for part, place in blocks:
            self.assertAlmostEqual(part.length_m, joists.step[0] - t, 4)
            self.assertAlmostEqual(place.at[2] + t / 2, under_m, 6)
            self.assertAlmostEqual(min(abs(place.at[1] - rim) for rim in rims), t / 2 + 5.5 * IN / 2, 6)
            bay = (place.at[0] - joists.at[0] - t / 2) / joists.step[0]
            self.assertAlmostEqual(bay, round(bay), 6)

    def test_they_weigh_on_the_float(self) -> None:
        light, heavy = plan(case(cleats=0)), plan(case(cleats=8))
        wood = [
            sum(part.mass_kg * part.count for part in made.parts if part.role == "blocking") for made in (light, heavy)
        ]
        self.assertGreater(wood[1], wood[0])


class StairOnASide(unittest.TestCase):
    """18 x 11 ft on a house, joists out from it: a stair on a side hangs on the outer joist, which no other joist meets."""

    def made(self, edge: int, at_in: float = 48) -> Plan:
        spec = read_deck("18x11 up3", "d")
        stair = StairDesign(id="s", edge=edge, at_m=at_in * IN, width_m=42 * IN)
        return plan(case_of(replace(spec, stairs=(stair,)), site_of("us"), "us"))

    def test_a_block_behind_each_stringer_to_the_next_joist(self) -> None:
        made = self.made(3)
        stringers = next(p for part in made.parts if part.role == "stringer" for p in part.places)
        blocks = [(part, p) for part in made.parts for p in part.places if p.id.startswith("d/stair/s/block-")]
        rows = [p for part in made.parts if part.role == "blocking" for p in part.places]
        self.assertTrue(blocks)
        backed = 0
        for k in range(stringers.count):
            y = stringers.at[1] + k * stringers.step[1]
            near = [p for p in rows if abs(p.at[1] - y) < 1.5 * IN and min(p.at[0], 18 * 12 * IN - p.at[0]) < 24 * IN]
            backed += bool(near)
        self.assertEqual(backed, stringers.count)
        joists = sorted(p.at[0] for part in made.parts if part.role == "joist" for p in part.places)
        for part, p in blocks:
            gap_m = joists[1] - joists[0] if p.at[0] < 9 * 12 * IN else joists[-1] - joists[-2]
            self.assertAlmostEqual(part.length_m, gap_m - 1.5 * IN, 3)

    def test_no_block_shares_space_with_anything(self) -> None:
        plans = [self.made(edge, at_in) for edge in (1, 3) for at_in in (6, 30, 48, 61.3, 80)]
        plans += [plan(case(cleats=number)) for number in (1, 4, 7)]
        for made in plans:
            self.assertEqual([text for text in overlaps(made) if "block" in text], [])

    def test_none_where_joists_end_on_the_edge(self) -> None:
        made = self.made(2)
        self.assertFalse([p.id for part in made.parts for p in part.places if p.id.startswith("d/stair/s/block-")])


if __name__ == "__main__":
    unittest.main()
