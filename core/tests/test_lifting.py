"""What comes overhead: masses by hand from lengths and sections, people at twenty kilograms each, what asks for props."""

import math
import unittest

from steady.jobs.document import JobDocument, Structure
from steady.jobs.sun_shade import usual_ask
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.lifting import hands_for, lift_plan, mass_says, to_mind
from steady.structures.pergola.spec import PergolaSpec, SunInput
from steady.structures.registry import plan
from steady.units.show import Tape
from steady.units.units import FT, LB_MASS

from tests.make import planned
from tests.test_pergola import case as pergola

LINE = "18x11 high8 over1 rafters24in slats5in brace2"


class LiftTest(unittest.TestCase):
    def test_a_beam_s_weight_green(self) -> None:
        lifts = {lift.role: lift for lift in lift_plan(plan(pergola(LINE)))}
        beam = lifts["beam"]
        # A 2x10 of 18 ft: 1.5 x 9.25 in, a third over the dry wood of 35 lb/ft³ and some.
        cubic_ft = 1.5 * 9.25 / 144 * 18
        self.assertAlmostEqual(beam.mass_kg / LB_MASS / cubic_ft, 54, delta=4)
        self.assertEqual(beam.hands, math.ceil(beam.mass_kg / 20))
        self.assertTrue(beam.rests)  # longer than 4.8 m, higher than 2 m
        self.assertFalse(lifts["rafter"].rests)
        self.assertEqual(lifts["rafter"].count, 13)
        self.assertNotIn("post", lifts)
        self.assertAlmostEqual(beam.high_m, 8 * FT, delta=0.3)

    def test_a_fence_s_rails_are_not_lifted_overhead(self) -> None:
        spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=12.0),), height_m=1.2)
        self.assertEqual([lift.role for lift in lift_plan(planned(spec))], [])

    def test_people_and_words(self) -> None:
        self.assertEqual([hands_for(kg) for kg in (0.5, 20.0, 20.1, 60.0)], [1, 1, 2, 3])
        self.assertEqual((mass_says(45.3592, Tape()), mass_says(45.3592, Tape("metric", 0.001))), ("100 lb", "45 kg"))
        self.assertTrue(any("18 mph" in line for line in to_mind(Tape())))

    def test_shade_is_looked_at_when_it_is_wanted(self) -> None:
        asked = SunInput(on="2026-07-04", hour=16.5, utc_h=-5.0)
        fence = FenceSpec(id="f", straights=(Straight(id="a", length_m=12.0),))
        job = JobDocument(
            name="x",
            structures=(Structure(name="P", spec=PergolaSpec(id="p", sun=asked)), Structure(name="F", spec=fence)),
        )
        self.assertEqual((usual_ask(job, "p").on, usual_ask(job, "p").hour), ("2026-07-04", 16.5))
        self.assertEqual((usual_ask(job, "f").on[5:], usual_ask(job, "f").utc_h), ("06-21", None))
