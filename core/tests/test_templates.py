"""Templates at full size: angles and lengths measured off the drawing against what the piece needs where it stands."""

import math
import unittest

from steady.drawing.templates import seat_points, templates
from steady.structures.registry import plan
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, planned
from tests.test_lean_to import case as lean_to
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola


def angle(a: tuple[float, float], b: tuple[float, float]) -> float:
    """From upright, in degrees."""
    return math.degrees(math.atan2(b[0] - a[0], b[1] - a[1]))


class TemplatesTest(unittest.TestCase):
    def test_square_ends_need_none(self) -> None:
        self.assertEqual(templates(planned(fence(24)), Tape()), [])

    def test_a_knee_brace_is_cut_at_45_degrees_both_ends(self) -> None:
        made = templates(plan(pergola("14x10")), Tape())
        ends = [one for one in made if one.title.startswith("Brace")]
        self.assertEqual(len(ends), 2)
        for one in ends:
            points = one.view.shapes[0].points
            self.assertAlmostEqual(
                abs(angle(points[1], points[2]) if "end" in one.title else angle(points[0], points[3])), 45
            )
            self.assertIn("45.0° from square", one.says)

    def test_plumb_cuts_of_a_lean_to(self) -> None:
        made = templates(plan(lean_to("12x8 fall10")), Tape())
        rafters = [one for one in made if one.title.startswith("Rafter")]
        self.assertEqual(len(rafters), 2)
        self.assertTrue(all("10.0° from square" in one.says for one in rafters))
        deep = [p[1] for p in rafters[0].view.shapes[0].points]
        self.assertAlmostEqual(max(deep) - min(deep), 5.5 * IN)

    def test_a_birdsmouth_seat_is_level_and_its_heel_plumb(self) -> None:
        """A 2x6 at 25°: in the rafter's own plane level lies 25° off its edge, and plumb 25° off square.

        The hip, a 2x8 at 18.25°, stands as high over the plate: two thirds of it plumb, 5.09 in and .17 in that it is let down,
        are the least height, so that the seat is (6.07 - 5.26) / tan 25° long and no 3 1/2 in.
        """
        made = plan(pavilion("16x16 over9in pitch25 ring3 rafters24in"))
        rafter = next(part for part in made.parts if part.role == "rafter")
        mouth = next(cut for cut in rafter.cuts if cut.kind == "notch")
        heel, inner, foot = seat_points(rafter, mouth)
        hip = math.atan(math.tan(math.radians(25)) / math.sqrt(2))
        least = 2 / 3 * 7.25 / math.cos(hip) + 0.75 * math.sin(hip)
        seat = (5.5 / math.cos(math.radians(25)) - least) / math.tan(math.radians(25))
        self.assertAlmostEqual(math.dist(inner, foot) / IN, seat, places=6)
        self.assertAlmostEqual(math.degrees(math.atan2(inner[1] - foot[1], foot[0] - inner[0])), 25, places=6)
        self.assertAlmostEqual(angle(heel, inner), 25, places=6)
        self.assertAlmostEqual(foot[1], -2.75 * IN, places=9)  # the seat comes out on the underside
        # In space the inner corner stands at the beam's outer face, on the beam's top.
        place = rafter.places[0]
        z = place.at[2] + place.along[2] * inner[0] + place.up[2] * inner[1]
        self.assertAlmostEqual(z, 8 * FT, places=6)

    def test_jacks_have_both_hands(self) -> None:
        made = templates(plan(pavilion("16x16 over9in pitch25 ring3 rafters24in")), Tape())
        edges = [one for one in made if one.title.startswith("Jack rafter") and "upper edge" in one.title]
        self.assertEqual(len(edges), 2)
        slants = sorted(angle(one.view.shapes[0].points[1], one.view.shapes[0].points[2]) for one in edges)
        # By hand on the roof's plane: the hip runs as far along as the jack climbs times cos 25°, so that off square the cut
        # slants by atan(1 / cos 25°) = 47.8°; off the edge it is the published atan(cos 25°) = 42.2°.
        side = 47.8137388
        self.assertAlmostEqual(slants[0], -side, places=6)
        self.assertAlmostEqual(slants[1], side, places=6)
        self.assertEqual(len({one.title for one in made}), len(made))
