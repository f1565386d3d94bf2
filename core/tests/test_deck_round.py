"""Guards, stairs and set-out of decks, measured on the parts themselves."""

import itertools
import math
import random
import unittest
from typing import Any

from steady.ground.site import Site
from steady.layout.decking import joist_centres
from steady.layout.outline import Outline
from steady.plan.model import Part, PartPlacement, Plan
from steady.plan.results import state, unchecked_items
from steady.structures.deck.designs.candidates import localized
from steady.structures.deck.spec.deck import Corner, Pin, StairDesign
from steady.units.units import FT, IN, PSF

from tests.test_deck import checks, deck, planned, site
from tests.test_deck_checks import of_school, step

L_SHAPE = ((0, 0), (18, 0), (18, 6), (12, 6), (12, 12), (0, 12))


def stair(**more: Any) -> StairDesign:
    return StairDesign(**{"id": "s", "edge": 2, "at_m": 1.0, **more})


def l_shaped(**more: Any) -> Plan:
    outline = tuple(Corner(x_m=x * FT, y_m=y * FT, height_m=4 * FT) for x, y in L_SHAPE)
    return planned(deck("18x12 up4", outline=outline, **more))


def of(plan: Plan, role: str) -> list[tuple[Part, PartPlacement]]:
    return [(part, place) for part in plan.parts if part.role == role for place in part.places]


def each(plan: Plan, role: str) -> list[tuple[float, float, float]]:
    """Where every single piece of a role begins, rows counted out."""
    return [
        tuple(a + k * s for a, s in zip(place.at, place.step, strict=True))  # type: ignore[misc]
        for _, place in of(plan, role)
        for k in range(place.count)
    ]


class CornerTest(unittest.TestCase):
    def test_no_guard_post_stands_in_another(self) -> None:
        for plan in (planned(deck("18x11 up4")), l_shaped(), planned(deck("14x10 up5", stairs=(stair(),)))):
            found = of(plan, "guard post")
            self.assertGreater(len(found), 3)
            for (one, a), (two, b) in itertools.combinations(found, 2):
                half = (one.section_m[1] + two.section_m[1]) / 2
                apart = max(abs(a.at[0] - b.at[0]), abs(a.at[1] - b.at[1]))
                self.assertGreaterEqual(apart, half - 1e-6, f"{a.id} and {b.id}")

    def test_a_corner_has_one_post_by_hand(self) -> None:
        # 18 × 11 ft on a house: three guarded sides, two outer corners. Posts at most 6 ft apart: front 18 ft less two
        # insets of 3 1/4 in is 17' 5 1/2": three bays, four posts with both corners. Sides 11 ft less 3 1/4 at the corner and
        # 1 3/4 at the wall: 10' 7": two bays, two posts more each. Four, two and two: eight.
        plan = planned(deck("18x11 up4"))
        self.assertEqual(len(of(plan, "guard post")), 8)

    def test_posts_beside_a_corner_cut_off_short_stay_two(self) -> None:
        # 18 x 11 ft, 6 in cut off its right front corner, too short for a guard of its own. Right: 10' 6" less 1 3/4 at the wall,
        # 1 3/8 before the cut: two bays, three posts; front: 17' 6" less 1 3/8 and 3 1/4, three bays, four; left: two more.
        corners = ((0, 0), (18, 0), (18, 10.5), (17.5, 11), (0, 11))
        outline = tuple(Corner(x_m=x * FT, y_m=y * FT, height_m=4 * FT) for x, y in corners)
        self.assertEqual(len(of(planned(deck("18x11 up4", outline=outline)), "guard post")), 9)

    def test_a_guard_of_many_dwellings_bears_a_crowd_along_its_top(self) -> None:
        # IBC 1607.8 (from memory, high): 50 lb on each foot of its top, or 200 lb at one point, whichever is more. 18 ft less two
        # insets of 4 1/4 in for 6×6 posts in three bays of 69.17 in: the second post would stand at 73.42 in, on the joist at 72;
        # beside it, at 75.5 in, its bay is 71.25 in = 5.9375 ft: 296.9 lb at a post. Along that less a post the point bends the
        # rail more, 200 × 5.479 / 4 against 50 × 5.479² / 8.
        one, two, three = (planned(deck("18x11 up4", dwelling_units=count)) for count in (1, 2, 3))
        for plan, at_a_post in ((one, 200.0), (two, 200.0), (three, 50 * 71.25 / 12)):
            (bends,) = checks(plan, "guard_post.bending")
            self.assertAlmostEqual(step(bends, "P").value, at_a_post, delta=0.01)
        (rail,) = checks(three, "guard_top_rail.bending_horizontal")
        span = (71.25 - 5.5) / 12
        self.assertGreater(200 / 4 * span, 50 / 8 * span**2)
        self.assertAlmostEqual(step(rail, "M").value, 200 / 4 * span, delta=0.01)

    def test_at_a_workplace_the_tables_of_houses_do_not_speak(self) -> None:
        # IBC 1015.3 and 1607.8 (from memory, high): 42 in, and 50 lb on each foot of it; the floor's load is its office's to say.
        house, work = planned(deck("18x11 up4")), planned(deck("18x11 up4"), site(use="workplace"))
        self.assertEqual(state(house), "pass")
        self.assertEqual(
            {gap.key for gap in unchecked_items(work)} - {gap.key for gap in unchecked_items(house)}, {"live_load"}
        )
        self.assertNotEqual(state(work), "pass")
        for found, high_in in ((house, 36), (work, 42)):
            top = max(place.at[2] + part.length_m for part, place in of(found, "guard post"))
            # The cap of 2x6 lies on the posts: its top is the guard's height.
            self.assertAlmostEqual(top / IN + 1.5, high_in, delta=0.01)
        self.assertTrue(any(caution.kind == "licence" and "Workplace" in caution.text for caution in work.cautions))
        said = planned(deck("18x11 up4", live_pa=100 * PSF), site(use="workplace"))
        self.assertNotIn("live_load", {gap.key for gap in unchecked_items(said)})
        self.assertIn("joist.bending", {check.key for check in said.checks})

    def test_the_top_of_a_guard_gives_way_no_more_than_an_inch_where_the_code_says_so(self) -> None:
        # BS 6180 (from memory, high): 25 mm under the line load, .74 kN/m. By hand: 100 x 100 C24 posts 1,200 mm apart, pushed
        # 1,179 mm above their upper fixing: .888 kN x 1.179^3 / (3 x 11 GPa x 8.33e6 mm4) = 5.29 mm; the cap of 47 x 150 C24
        # between them 5 x .74 x 1.2^4 / (384 x 11 GPa x 13.2e6 mm4) = .14 mm.
        (sways,) = checks(of_school("uk"), "guard.deflection_at_top")
        self.assertAlmostEqual(sways.demand.value, 5.29 + 0.14, delta=0.05)
        self.assertEqual(sways.limit.value, 25)
        for school in ("ca", "nz"):
            self.assertEqual(checks(of_school(school), "guard.deflection_at_top"), [])

    def test_openings_stay_under_the_ball_at_corners_too(self) -> None:
        plan = planned(deck("18x11 up4"))
        posts = [place.at for _, place in of(plan, "guard post")]
        for x, y, _ in each(plan, "baluster"):
            near = min(math.dist((x, y), (px, py)) for px, py, _ in posts)
            self.assertGreater(near, 1.5 * IN)


class StairGuardTest(unittest.TestCase):
    def plan(self, **more: Any) -> Plan:
        return planned(deck("18x11 up4", stairs=(stair(**more),)))

    def test_both_sides_have_posts_rails_and_plumb_balusters(self) -> None:
        plan = self.plan()
        self.assertNotIn("Guard along the stair", {gap.key for gap in unchecked_items(plan)})
        places = [place for _, place in of(plan, "guard rail") if "/stair/" in place.id]
        # 63 in of run and 1 1/2 + 3 1/2 in back to the deck's post, less a post: 64 1/2 level, 77 along the slope: two bays.
        self.assertEqual(len(places), 2 * 2 * 2)
        for _, place in of(plan, "baluster"):
            if "/stair/" in place.id:
                self.assertEqual(place.along, (0.0, 0.0, 1.0))

    def test_no_ball_passes_between_balusters_of_a_flight(self) -> None:
        plan = self.plan()
        for side in (0, 1):
            name = f"/guard/{side}/"
            ys: list[tuple[float, float]] = []
            for part, place in of(plan, "baluster"):
                if "/stair/" in place.id and name in place.id:
                    ys += [(place.at[1] + k * place.step[1], part.section_m[1]) for k in range(place.count)]
            ys += [
                (p.at[1], part.section_m[1]) for part, p in of(plan, "guard post") if "/stair/" in p.id and name in p.id
            ]
            ys.sort()
            self.assertGreater(len(ys), 6)
            for (a, wa), (b, wb) in itertools.pairwise(ys):
                self.assertLessEqual((b - a) - (wa + wb) / 2, 4.375 * IN + 1e-9)

    def test_rails_lie_along_the_noses(self) -> None:
        plan = self.plan()
        risers = next(check for check in plan.checks if check.key == "stair.maximum_rise")
        riser = risers.demand.value * IN
        for _, place in of(plan, "guard rail"):
            if "/stair/" in place.id:
                self.assertAlmostEqual(place.along[2] / math.hypot(*place.along[:2]), -riser / (10.5 * IN), 6)

    def test_a_low_flight_needs_none(self) -> None:
        plan = planned(deck("18x11 up2", stairs=(stair(),)))
        self.assertFalse([place for _, place in of(plan, "guard post") if "/stair/" in place.id])

    def test_its_posts_are_calculated(self) -> None:
        names = {check.key for check in self.plan().checks if check.about.endswith("/stair/s/guard")}
        self.assertLessEqual({"guard_post.bending", "guard.opening_size", "guard_top_rail.bending_horizontal"}, names)

    def test_stringers_bend_by_hand(self) -> None:
        # 63 in of level run, 10 psf and 40 psf on a third of 36 in (four stringers): w = 50 lb/ft; M = w L²/8 = 172 lb-ft;
        # below the notch 5.51 in of 1.5: S = 7.587 in³; 272 psi.
        found = next(check for check in self.plan().checks if check.key == "stringer.bending")
        notch = 48 / 7 * 10.5 / math.hypot(48 / 7, 10.5)
        modulus = 1.5 * (11.25 - notch) ** 2 / 6
        self.assertAlmostEqual(found.demand.value, 50 * 5.25**2 / 8 * 12 / modulus, delta=0.5)


class CanadaTest(unittest.TestCase):
    def test_stairs_are_covered(self) -> None:
        plan = of_school("ca", "18x11 up4", stairs=(stair(width_m=1.2, going_m=0.28),))
        self.assertNotIn("Stair", {gap.key for gap in unchecked_items(plan)})
        self.assertEqual(len(of(plan, "handrail")), 2, "1,100 mm wide and more: both sides")
        narrow = of_school("ca", "18x11 up4", stairs=(stair(width_m=1.0, going_m=0.28),))
        self.assertEqual(len(of(narrow, "handrail")), 1)

    def test_a_going_outside_the_band_fails(self) -> None:
        plan = of_school("ca", "18x11 up4", stairs=(stair(going_m=0.4),))
        self.assertGreater(checks(plan, "stair.maximum_run")[0].use, 1)

    def test_one_dwelling_sags_by_240_with_360_as_advice(self) -> None:
        plan = of_school("ca", "16x12 up3")
        found = {check.asks: check.limit for check in checks(plan, "joist.deflection") if "past" not in check.case}
        by = {asks: dict((name, value) for name, value, _ in limit.inputs)["n"] for asks, limit in found.items()}
        self.assertEqual(sorted(by.values()), [240.0, 360.0])
        many = of_school("ca", "16x12 up3", dwelling_units=4)
        only = {dict((n, v) for n, v, _ in check.limit.inputs)["n"] for check in checks(many, "joist.deflection")}
        self.assertEqual(only, {360.0})

    def test_footings_in_clay_go_down(self) -> None:
        plan = of_school("ca", "16x12 up3")
        self.assertTrue(plan.footings)
        for footing in plan.footings:
            self.assertGreaterEqual(footing.hole_m, 1.2 - 1e-9)


class SetOutTest(unittest.TestCase):
    def test_no_joist_bay_is_wider_than_asked(self) -> None:
        random.seed(11)
        for _ in range(5000):
            width, spacing = random.uniform(0.8, 12), random.choice([0.3048, 0.4064, 0.6096, 0.4, 0.6])
            thick = random.choice([0.0381, 0.045])
            found = joist_centres(0.0, width, spacing, joist_m=thick)
            self.assertAlmostEqual(found[-1], width - thick / 2, 9)
            for a, b in itertools.pairwise(found):
                self.assertLessEqual(b - a, spacing + 1e-9)
                self.assertGreaterEqual(b - a, thick - 1e-9)

    def test_every_rectangle_has_two_diagonals(self) -> None:
        plan = l_shaped()
        found = sorted(math.dist(*curve.points) / FT for curve in plan.curves if curve.what == "diagonal")
        self.assertEqual(
            [round(x, 6) for x in found], [round(math.hypot(a, b), 6) for a, b in [(12, 6)] * 2 + [(18, 6)] * 2]
        )

    def test_rectangles_fill_any_stepped_outline(self) -> None:
        random.seed(2)
        for _ in range(300):
            heights = [round(random.uniform(1, 5), 2) for _ in range(random.randrange(1, 6))]
            top = [point for k, y in enumerate(heights) for point in ((k * 1.5, y), (k * 1.5 + 1.5, y))]
            ring = ((0.0, 0.0), (len(heights) * 1.5, 0.0), *reversed(top))
            corners = [p for k, p in enumerate(ring) if p != ring[k - 1]]
            outline = Outline(tuple(corners))
            made = outline.rectangles()
            area = sum((x1 - x0) * (y1 - y0) for x0, y0, x1, y1 in made)
            self.assertAlmostEqual(area, outline.area_m2, 6)

    def test_a_post_held_past_its_beam_is_said(self) -> None:
        plan = planned(deck("18x11 up4", pins=(Pin(id="beam-1-1", at_m=-2.0),)))
        self.assertTrue([text for text in plan.conflicts if "past its beam's end" in text])

    def test_snow_beside_a_house_is_warned_of(self) -> None:
        spec = localized(deck("16x12 up3"), "ca")
        for snow_pa, warned in ((0.0, False), (1500.0, True)):
            plan = planned(spec, Site(soil="stiff clay", ground_snow_pa=snow_pa), "ca")
            self.assertEqual(any("drifts against a wall" in caution.text for caution in plan.cautions), warned)
