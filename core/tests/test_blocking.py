"""Blocking wherever something is fixed: a float's cleats, by hand."""

import unittest

from steady.structures.floating_platform.parts import cleat_bays
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput
from steady.units.units import IN

from tests.test_kept_plans import case_of, site_of


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
        wood = [sum(part.mass_kg * part.count for part in made.parts if part.role == "blocking") for made in (light, heavy)]
        self.assertGreater(wood[1], wood[0])


if __name__ == "__main__":
    unittest.main()
