"""A pavilion's posts between its corners and its raised centre: by hand and by a general frame library."""

import math
import unittest
import warnings
from dataclasses import replace
from typing import Any

from Pynite import FEModel3D
from steady.errors import InvalidInputError, OutOfScopeError
from steady.structures.pavilion.checks import hip_load
from steady.structures.pavilion.cupola_checks import leg_left, raised_weight_n
from steady.structures.pavilion.kind import PAVILION
from steady.structures.pavilion.layout import lay_out
from steady.structures.pavilion.roof_planes import beam_shape
from steady.structures.pavilion.text import orders
from steady.structures.registry import plan
from steady.units.units import FT, IN

from tests.test_pavilion import SITES, case


class MiddlePostsTest(unittest.TestCase):
    """Posts between the corners: where they stand, what a general library says comes down on them, what they spare the beams."""

    LINE = "16x16 over9in pitch25 ring3 rafters24in sheets2x12 beam8"

    def test_where_they_stand(self) -> None:
        layout = lay_out(case(self.LINE + " mid1").spec)
        self.assertEqual(len(layout.frame.posts), 8)
        half, far = 2.75 * IN, 16 * FT - 2.75 * IN
        self.assertEqual(
            {(round(p.x_m, 6), round(p.y_m, 6)) for p in layout.frame.posts},
            {(round(x, 6), round(y, 6)) for x in (half, 8 * FT, far) for y in (half, 8 * FT, far)}
            - {(round(8 * FT, 6), round(8 * FT, 6))},
        )
        made = plan(case(self.LINE + " mid1"))
        self.assertEqual(sum(part.count for part in made.parts if part.role == "post"), 8)
        self.assertEqual(len(made.footings), 8)
        # Corners brace two ways, posts between them along their own beam, both ways.
        self.assertEqual(sum(part.count for part in made.parts if part.role == "brace"), 16)

    def test_what_comes_down_by_a_frame_library(self) -> None:
        """One side's beam over three posts under the roof's own shape of load: the middle post's share."""
        layout = lay_out(case(self.LINE + " mid1").spec)
        side, half = layout.sides[0], 2.75 * IN
        model = FEModel3D()
        model.add_material("wood", 10e9, 4e9, 0.3, 500)
        model.add_section("s", 0.01, 1e-5, 1e-5, 1e-6)
        places = {"a": 0.0, "p": half, "m": side.long_m / 2, "q": side.long_m - half, "b": side.long_m}
        for name, x in places.items():
            model.add_node(name, x, 0, 0)
            model.def_support(name, name == "p", name in "pmq", True, True, False, False)
        model.add_member("beam", "a", "b", "wood", "s")
        for load in beam_shape(side, 1000.0):
            model.add_member_dist_load("beam", "Fy", -load.start_n_per_m, -load.end_n_per_m, load.from_m, load.to_m)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            model.analyze()
        middle, end = (model.nodes[name].RxnFY["Combo 1"] / 1000.0 for name in "mp")
        hip = hip_load(layout, 1.0)
        whole = 4 * (middle + 2 * end + hip.top_n + hip.jacks_n / 3)
        posts = {post.id: layout.frame.share_m(post) * layout.frame.width_of(post) for post in layout.frame.posts}
        self.assertAlmostEqual(sum(posts.values()), layout.plan_m2, places=6)
        for name in ("beam-1-mid-1", "beam-3-mid-1", "beam-4-mid-1"):
            self.assertAlmostEqual(posts[name], middle * layout.plan_m2 / whole, places=4)
        self.assertAlmostEqual(
            posts["beam-1-1"], (2 * end + hip.top_n + hip.jacks_n / 3) * layout.plan_m2 / whole, places=4
        )

    def test_they_spare_the_beams(self) -> None:
        uses = [
            max(check.use for check in plan(case(self.LINE + more)).checks if check.key == "beam.bending")
            for more in ("", " mid1", " mid2")
        ]
        self.assertGreater(uses[0], 1.6 * uses[1])
        self.assertGreater(uses[1], uses[2])

    def test_they_are_offered(self) -> None:
        said = [words for words, _ in PAVILION.candidates(case(self.LINE))]
        self.assertIn("1 post between the corners of every side", said)

    def test_without_them_nothing_is_another(self) -> None:
        layout = lay_out(case(self.LINE).spec)
        self.assertEqual(layout.frame.shares_m, {})
        for post in layout.frame.posts:
            self.assertAlmostEqual(
                layout.frame.share_m(post) * layout.frame.width_of(post), layout.plan_m2 / 4, places=6
            )


class RaisedCentreTest(unittest.TestCase):
    """A second ring on legs, 8 in of air over the first, and a small roof that hangs 6 in past it: by hand and by its places."""

    LINE = "16x16 over9in pitch25 ring3 rafters24in sheets2x12 beam8 raise8in"

    def setUp(self) -> None:
        self.case = case(self.LINE)
        self.layout = lay_out(self.case.spec)
        self.plan = plan(self.case)

    def part(self, role: str, about: str = "v/raised") -> list[Any]:
        return [(part, p) for part in self.plan.parts if part.role == role for p in part.places if p.about == about]

    def test_heights_and_lengths_by_hand(self) -> None:
        """Ring 7 1/4 deep: legs 7 1/4 + 8 + 7 1/4; over 18 in at 25 degrees the small roof rises 8.39 in."""
        raised = self.layout.raised
        assert raised is not None
        self.assertAlmostEqual(raised.leg_m / IN, 22.5, places=6)
        self.assertAlmostEqual(raised.ring_m - self.layout.peak_m, 15.25 * IN, places=9)
        above = 5.5 / math.cos(math.radians(25)) - 1.5 * math.tan(math.radians(25))
        self.assertAlmostEqual((raised.peak_m - raised.ring_m) / IN, above + 18 * math.tan(math.radians(25)), places=6)
        self.assertAlmostEqual(raised.plan_m2 / FT**2, 16.0, places=6)
        self.assertGreater(self.layout.high_m, self.layout.peak_m)

    def test_its_pieces(self) -> None:
        self.assertEqual((len(self.part("ring leg")), len(self.part("hip")), len(self.part("rafter"))), (4, 4, 4))
        self.assertEqual(len(self.part("ring")), 4)
        for part, place in self.part("rafter"):
            run = (18 + 6) * IN
            self.assertAlmostEqual(part.length_m, run / math.cos(math.radians(25)), places=4)
            top = place.at[2] + part.length_m * place.along[2] + 2.75 * IN / math.cos(math.radians(25))
            self.assertAlmostEqual(top, self.layout.high_m, places=4)
        for part, place in self.part("hip"):
            top = tuple(a + part.length_m * u for a, u in zip(place.at, place.along, strict=True))
            self.assertAlmostEqual(math.dist(top[:2], (8 * FT, 8 * FT)), 0.0, places=4)

    def test_legs_stand_inside_the_ring_s_corners(self) -> None:
        spots = {(round(place.at[0] / IN, 4), round(place.at[1] / IN, 4)) for _, place in self.part("ring leg")}
        near, far = 96 - 18 + 1.75, 96 + 18 - 1.75
        self.assertEqual(spots, {(near, near), (near, far), (far, near), (far, far)})

    def test_hips_carry_it_to_the_corners(self) -> None:
        """16 sq ft more, a quarter to each hip, and what legs and ring weigh."""
        alone = lay_out(case(self.LINE.removesuffix(" raise8in")).spec)
        more = hip_load(self.layout, 1000.0).top_n - hip_load(alone, 1000.0).top_n
        self.assertAlmostEqual(more, 1000.0 * 16 * FT**2 / 4, places=4)
        self.assertAlmostEqual(self.layout.plan_m2 - alone.plan_m2, 16 * FT**2, places=6)
        heavy = [part.mass_kg * part.count for part in self.plan.parts if part.role in ("ring leg", "ring")]
        again = [
            part.mass_kg * part.count
            for part in plan(case(self.LINE.removesuffix(" raise8in"))).parts
            if part.role == "ring"
        ]
        self.assertAlmostEqual(raised_weight_n(self.layout), 9.80665 * (sum(heavy) - sum(again)), delta=2)

    def test_its_sheets_are_in_every_order(self) -> None:
        one, _ = orders(self.case.spec, self.layout)
        alone, _ = orders(self.case.spec, lay_out(case(self.LINE.removesuffix(" raise8in")).spec))
        self.assertEqual(one.pieces - alone.pieces, 4 * 2)  # an eave of 4 ft under sheets that cover 2

    def test_it_needs_a_ring_and_air(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            plan(case("16x16 pitch25 raise8in"))
        self.assertEqual(caught.exception.field, "raised_m")
        with self.assertRaises(InvalidInputError) as caught:
            plan(case(self.LINE, raised_m=0.05, raised_past_m=0.6))
        self.assertEqual(caught.exception.field, "raised_past_m")

    def test_notches_leave_little_of_a_leg(self) -> None:
        """4x4 less 1 1/2 on two outer faces: 2 x 2, 1.333 in³ × 1,100 psi × 1.6 = 195.6 lb-ft, where it bends most."""
        bend = next(check for check in self.plan.checks if check.key == "cupola_leg.bending")
        self.assertEqual(bend.limit.unit, "lb-ft")
        self.assertAlmostEqual(bend.limit.value, 2**3 / 6 * 1100 * 1.6 / 12, places=2)
        part, _ = self.part("ring leg")[0]
        sizes = [tuple(round(m / IN, 6) for m in cut.size_m) for cut in part.cuts]
        self.assertEqual(sizes, [(7.25, 1.5)] * 4)  # two faces at either end

    def test_a_ring_as_thick_as_its_legs_leaves_nothing(self) -> None:
        thick = replace(self.layout.timber, ring=self.layout.timber.leg)
        with self.assertRaises(OutOfScopeError):
            leg_left(replace(self.layout, timber=thick), self.case.book.units)

    def test_every_school_answers_or_says_why(self) -> None:
        for school in SITES:
            text = "4x4 over230mm pitch25 ring800mm raise200mm" if school != "us" else self.LINE
            made = plan(case(text, school))
            told = [c.key for c in made.checks] + [g.key for g in made.not_covered]
            self.assertIn("cupola_leg.bending", told, school)
