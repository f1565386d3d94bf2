"""What decides a fence's wind rating: groups of parts against fences without the others, assumptions against other sites."""

import itertools
import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.plan.model import Basis
from steady.structures.fence.designs.starts import usual_here
from steady.structures.fence.designs.wind_by_part import wind_by_part
from steady.structures.fence.designs.wind_rating import under, wind_rating
from steady.structures.fence.plan import plan_fence
from steady.structures.fence.spec.fence import GateOpening
from steady.structures.structure_type import DesignInput
from steady.units.units import FT

from tests.make import case, fence, site
from tests.test_kept_plans import kind_cases


def usual(*, height_m: float, soil: str = "clay", exposure: str = "C") -> DesignInput:
    """A fence as usually built, 40 ft with a gate."""
    place = site(length_ft=40, soil=soil, exposure=exposure)
    start = case(fence(40, height_m=height_m, openings=(GateOpening(id="g", at_m=3.6, clear_m=1.0),)), place)
    return start.of(usual_here(start, "N"))


class WindByPartTest(unittest.TestCase):
    def test_the_whole_stands_up_to_what_its_weakest_group_does(self) -> None:
        for height_m in (1.2, 1.8):
            built_so = usual(height_m=height_m)
            found = wind_by_part(built_so, plan_fence(built_so))
            assert found is not None
            weakest = min(part.gust_m_per_s for part in found.parts)
            self.assertAlmostEqual(found.gust_m_per_s / weakest, 1.0, delta=0.003)
            self.assertEqual([part.part for part in found.parts][:2], ["Line posts and bays", "End posts"])
            self.assertEqual(len(found.parts), 3)

    def test_each_assumption_is_the_fence_on_another_site(self) -> None:
        built_so = usual(height_m=1.8)
        built = plan_fence(built_so)
        found = wind_by_part(built_so, built)
        assert found is not None
        by_key = {one.key: one for one in found.assumptions}
        self.assertIn("exposure", by_key)
        sheltered = replace(built_so, site=replace(built_so.site, exposure="B"))
        other = wind_rating(sheltered, built)
        assert other is not None
        self.assertAlmostEqual(by_key["exposure"].gust_m_per_s, other.gust_m_per_s, delta=0.05)
        self.assertIn("were it B", by_key["exposure"].says)

    def test_soil_decides_where_the_ground_gives_first(self) -> None:
        # Shallow holes: 6x6 posts hold, the ground of class 5 (100 psf/ft) does not; class 4 has half as much again.
        built_so = usual(height_m=1.8)
        practice = replace(built_so.spec.practice, embedment_m=0.6)
        built_so = built_so.of(replace(built_so.spec, post="post 6x6 pine", practice=practice, openings=()))
        built = plan_fence(built_so)
        found = wind_by_part(built_so, built)
        assert found is not None
        self.assertIn("tested", found.decisive)
        soil = next(one for one in found.assumptions if one.key == "soil")
        self.assertIn("sand", soil.says)
        self.assertGreater(soil.gust_m_per_s, found.gust_m_per_s)

    def test_at_the_rated_wind_the_ground_asks_for_just_the_depth_that_is_built(self) -> None:
        built_so = usual(height_m=1.8)
        for deep_m in (0.6, 0.9):
            practice = replace(built_so.spec.practice, embedment_m=deep_m)
            one = built_so.of(replace(built_so.spec, post="post 8x8 pine", practice=practice, openings=()))
            gust = wind_rating(one, plan_fence(one))
            assert gust is not None
            self.assertIn("embedment", gust.gives)
            rated = under(one.site, gust.gust_m_per_s / one.site.wind_speed_m_per_s)
            calm = plan_fence(replace(one, site=rated, book=one.book.for_gusts()))
            asked_m = max(
                check.limit.value * FT
                for check in calm.checks
                if check.key == "footing.lateral_embedment" and "wind" in check.case
            )
            self.assertAlmostEqual(asked_m, deep_m, delta=0.01)

    def test_every_check_of_a_fence_in_wind_counts_in_its_rating(self) -> None:
        for school in ("us", "ca", "uk", "nz"):
            # Every style and foot comes among the first of each school.
            for _, one in itertools.islice(kind_cases("fence", school), 90):
                try:
                    built = plan_fence(one)
                except InvalidInputError:
                    continue
                for check in built.checks:
                    if "wind" in check.case:
                        self.assertTrue(check.by_wind, (school, check.key, check.case))

    def test_nothing_is_said_of_a_fence_that_passes_as_calculated(self) -> None:
        built_so = usual(height_m=1.2, exposure="B")
        built_so = built_so.of(replace(built_so.spec, built_on=Basis.CALCULATED, practice=None, post="post 6x6 pine"))
        found = wind_by_part(built_so, plan_fence(built_so))
        assert found is not None
        self.assertEqual(found.decisive, "")

    def test_where_no_wind_is_known_nothing_is_told(self) -> None:
        built_so = usual(height_m=1.2, soil="peat")
        self.assertIsNone(wind_by_part(built_so, plan_fence(built_so)))


if __name__ == "__main__":
    unittest.main()
