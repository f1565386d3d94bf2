"""What seeded faults showed that no test noticed: each is held here, by hand."""

import math
import unittest
from dataclasses import replace

from steady.design_codes.registry import rulebook
from steady.design_codes.requests import WindPlace
from steady.errors import InvalidInputError
from steady.plan.model import DragHandle
from steady.statics.sections import BoxBeam
from steady.structures.fence.spec.fence import Straight
from steady.structures.fence.spec.floor import Floor
from steady.structures.fence.spec.presets import preset
from steady.structures.floating_platform.kind import move
from steady.structures.floating_platform.spec import FloatSpec
from steady.structures.pavilion.line_parser import read_pavilion
from steady.units.units import FT, IN, MPH

from tests.make import fence, planned, site

BOX = BoxBeam(
    flange_width_m=0.089,
    flange_depth_m=0.038,
    depth_m=0.36,
    web_thickness_m=0.012,
    webs=2,
    flange_e_pa=9.5e9,
    web_e_pa=5e9,
)


class BoxShearTest(unittest.TestCase):
    def test_web_shear_by_slices(self) -> None:
        """V Q / (I b): the first moment of the half above the middle, by thin slices weighed by stiffness."""
        slices, first, second = 40_000, 0.0, 0.0
        for k in range(slices):
            z = -0.18 + 0.36 * (k + 0.5) / slices
            wide = (0.089 if abs(z) > 0.142 else 0.0) + 2 * 0.012 * 5 / 9.5
            first += max(z, 0.0) * wide * 0.36 / slices
            second += z**2 * wide * 0.36 / slices
        by_slices = 5760.0 * first / (second * 2 * 0.012)
        self.assertAlmostEqual(BOX.web_shear_pa(5760.0), by_slices, delta=0.002 * by_slices)


class NailedBoxTest(unittest.TestCase):
    def test_what_nails_leave(self) -> None:
        """Flanges 38 x 89 flat, 360 deep, two 12-mm webs, 4.8 m, 571 N/mm a nail every 50 mm: γ .624, share .707."""
        gamma = BOX.nailed_gamma(span_m=4.8, slip_n_per_m=571e3, spacing_m=0.05, rows=1)
        self.assertAlmostEqual(gamma, 0.624, places=2)
        flanges = 2 * (89 * 38**3 / 12 + gamma * 89 * 38 * 161**2)
        whole = 2 * (89 * 38**3 / 12 + 89 * 38 * 161**2) + 5 / 9.5 * 2 * 12 * 360**3 / 12
        self.assertAlmostEqual(BOX.nailed_share(gamma), (flanges + 5 / 9.5 * 2 * 12 * 360**3 / 12) / whole, places=9)
        self.assertAlmostEqual(BOX.nailed_share(gamma), 0.707, places=2)


class WordsTest(unittest.TestCase):
    def test_the_gust_in_miles_an_hour(self) -> None:
        said = rulebook("us").gust_says(WindPlace(speed_m_per_s=105 * MPH, exposure="B"))
        self.assertEqual(said, "105 mph basic wind speed, exposure B")

    def test_slabs_whole_and_cut_are_counted(self) -> None:
        """A pen of 12 by 10 ft with slabs of 2 ft on a grid of its own: as many in words as lie there."""
        corners = tuple(
            Straight(id=f"s{k}", length_m=length * FT, turn_rad=math.pi / 2 if k else 0.0)
            for k, length in enumerate((12, 10, 12, 10))
        )
        made = planned(
            replace(fence(), straights=corners, closed=True, floor=Floor(kind="slabs", slab_m=24 * IN)),
            site(grounds=()),
        )
        count = {part.id.rsplit("/", 1)[-1]: part.count for part in made.parts if part.role == "slab"}
        note = next(note for note in made.notes if note.startswith("Floor:"))
        self.assertIn(f"{count.get('whole', 0)} whole slabs", note)
        if count.get("cut"):
            self.assertIn(f"and {count['cut']} cut", note)


class MovedTest(unittest.TestCase):
    def test_people_are_pulled_from_the_middle(self) -> None:
        spec = FloatSpec(id="p", long_m=4.0, wide_m=3.0)
        handle = DragHandle(id="p/people", field="crowd_x_m", line="p/x", station_m=2.0, locked=False, axis="x")
        self.assertAlmostEqual(move(spec, handle, 2.6).crowd_x_m, 0.6)
        self.assertAlmostEqual(move(spec, handle, 1.5).crowd_x_m, -0.5)
        self.assertLess(move(spec, handle, 40.0).crowd_x_m, 2.0)
        across = replace(handle, field="crowd_y_m")
        self.assertAlmostEqual(move(spec, across, 2.0).crowd_y_m, 0.5)


class TriangleTest(unittest.TestCase):
    def test_three_sides_that_come_back_are_closed(self) -> None:
        sides = tuple(Straight(id=f"s{k}", length_m=6.0, turn_rad=2 * math.pi / 3 if k else 0.0) for k in range(3))
        self.assertTrue(preset(fence(straights=sides), "stock pen").closed)
        self.assertFalse(preset(fence(straights=sides[:2]), "stock pen").closed)


class SheetLengthsTest(unittest.TestCase):
    def test_sheets_are_a_foot_to_twenty_six_feet_long(self) -> None:
        for length, taken in (
            ("26", True),
            ("24", True),
            ("8m", True),
            ("27", False),
            ("8.1m", False),
            ("0.3m", False),
        ):
            with self.subTest(length):
                line = f"16x16 over9in pitch25 ring3 sheets2x{length}"
                if taken:
                    self.assertGreater(read_pavilion(line, "p").sheet_stock_m, 7)
                else:
                    with self.assertRaises(InvalidInputError):
                        read_pavilion(line, "p")
