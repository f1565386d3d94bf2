"""How a fence is faced and edged, side by side: price, hours, both faces and years of each."""

import unittest
from dataclasses import replace

from steady.jobs.member_options import choose
from steady.structures.fence.spec.infill_traits import TRAITS
from steady.units.units import FT

from tests.make import fence, job, site


class FacingTest(unittest.TestCase):
    def test_styles_and_edges_have_price_hours_faces_and_years(self) -> None:
        made = job(fence(35, bay_max_m=7 * FT), site(length_ft=35))
        rows = choose(made, "f")
        styles = [row for row in rows if row.group == "styles"]
        self.assertEqual(len(styles), len(TRAITS))
        for row in styles:
            self.assertTrue(any(one.faces in row.lasts and one.lasts in row.lasts for one in TRAITS.values()), row.says)
        edges = {row.says.split(":")[0]: row for row in rows if row.group == "edges"}
        self.assertEqual(len(edges), 4)
        bare, both = edges["boards' ends open"], edges["a cap and trim"]
        assert bare.price and both.price and bare.hours and both.hours
        self.assertGreater(both.price, bare.price)
        self.assertGreater(both.hours, bare.hours)
        self.assertTrue(bare.chosen)

    def test_what_is_added_is_what_is_bought(self) -> None:
        """Trim runs twice along the fence, a cap once: their lengths add up."""
        spec = fence(35, bay_max_m=7 * FT)
        rows = {
            row.says.split(":")[0]: row.says
            for row in choose(job(spec, site(length_ft=35)), "f")
            if row.group == "edges"
        }

        def feet(says: str) -> float:
            words = says.split(": ")[1].replace("\u00a0", " ").split("′")[0]
            return float(words)

        self.assertAlmostEqual(feet(rows["trim"]), 2 * feet(rows["a cap"]), delta=1.5)
        self.assertAlmostEqual(feet(rows["a cap and trim"]), 3 * feet(rows["a cap"]), delta=2.0)

    def test_wire_has_no_edges(self) -> None:
        spec = fence(35)
        wire = replace(spec, infill=replace(spec.infill, style="wire mesh"))
        self.assertFalse([row for row in choose(job(wire, site(length_ft=35)), "f") if row.group == "edges"])
