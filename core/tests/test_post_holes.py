"""Holes of a fence's posts: an auger for each size of post, width never a loss, and a better soil a shallower hole."""

import unittest

from steady.design_codes.registry import rulebook
from steady.design_codes.short_piles import named_soils
from steady.plan.model import Zone
from steady.structures.fence.designs.starts import usual_here
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, NoDig
from steady.units.units import FT, IN

from tests.make import case, fence, planned, site


class AugerTest(unittest.TestCase):
    def gated(self, **changes: object) -> FenceSpec:
        gate = GateOpening(id="g", what="walk gate", at_m=20 * FT, clear_m=4 * FT)
        return fence(60, post="post 4x4 pine", gate_post="post 8x8 pine", openings=(gate,), **changes)

    def test_each_size_of_post_has_its_own_auger(self) -> None:
        # Three widths, on the next auger up: 10.5 in is a 12-in auger, 21.75 in a 24-in one.
        made = planned(self.gated(), site(length_ft=60))
        self.assertEqual({round(f.hole_width_m / IN) for f in made.footings}, {12, 24})
        self.assertEqual(sum(round(f.hole_width_m / IN) == 24 for f in made.footings), 2)

    def test_a_typed_width_holds_for_each_post_that_fits_into_it(self) -> None:
        # An 8×8's diagonal is 10.25 in: it fits into 12 in, not into 9.
        self.assertEqual({round(f.hole_width_m / IN) for f in planned(self.gated(hole_width_m=12 * IN)).footings}, {12})
        self.assertEqual(
            {round(f.hole_width_m / IN) for f in planned(self.gated(hole_width_m=9 * IN)).footings}, {9, 24}
        )

    def test_as_usually_built_digs_the_line_for_its_own_posts(self) -> None:
        usual = usual_here(case(self.gated(), site(length_ft=60)))
        assert usual.practice is not None
        self.assertEqual(round(usual.practice.hole_width_m / IN), 12)


class DrawnBandTest(unittest.TestCase):
    def test_the_band_is_drawn_as_wide_as_it_is(self) -> None:
        zone = NoDig(id="z", kind="no dig", what="water", at_m=20 * FT, half_width_m=2 * FT)
        made = planned(fence(60, zones=(zone,)), site(length_ft=60))
        drawn = next(curve for curve in made.curves if isinstance(curve, Zone))
        self.assertAlmostEqual(drawn.points[-1][0] - drawn.points[0][0], 4 * FT, 6)


class GroundTest(unittest.TestCase):
    def depth(self, school: str, soil: str, width_m: float) -> float:
        book = rulebook(school)
        found, _ = book.embedment(load_n=2500.0, height_m=0.7, width_m=width_m, soil=book.soil(soil), soil_factor=2.0)
        return found.value

    def test_wider_is_never_deeper(self) -> None:
        for soil in ("good ground", "stiff clay", "medium sand"):
            depths = [self.depth("nz", soil, width) for width in (0.2, 0.3, 0.45, 0.6)]
            self.assertEqual(depths, sorted(depths, reverse=True), soil)

    def test_a_stiffer_clay_earns_a_shallower_hole(self) -> None:
        depths = [self.depth("ca", soil, 0.3) for soil in ("soft clay", "firm clay", "stiff clay", "very stiff clay")]
        self.assertEqual(depths, sorted(depths, reverse=True))
        self.assertLess(depths[-1], 0.8 * depths[1])

    def test_where_sand_is_not_clay_the_pole_formula_still_counts(self) -> None:
        self.assertTrue(any(soil.friction_rad > 0 for soil in named_soils("ca")))
        wide, narrow = self.depth("ca", "medium sand", 0.6), self.depth("ca", "medium sand", 0.3)
        self.assertLess(wide, narrow)


if __name__ == "__main__":
    unittest.main()
