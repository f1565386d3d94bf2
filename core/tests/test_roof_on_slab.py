"""Posts of a roof on a slab that is there: by hand, by counting cells for what hangs from a base, and what is refused."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.plan.model import Basis, Check, Plan
from steady.plan.results import state
from steady.structures.canopy.slab import lifted_moment
from steady.structures.canopy.spec import SlabUnder
from steady.structures.pergola.checks import check_pergola
from steady.structures.pergola.kind import PERGOLA
from steady.structures.registry import plan
from steady.units.units import FT, IN, LB

from tests.test_lean_to import case as lean_to
from tests.test_pavilion import SITES
from tests.test_pavilion import case as pavilion
from tests.test_pergola import case as pergola

GOOD = SlabUnder(thick_m=4 * IN, edge_m=4 * FT, sound=True)
FEET = ("slab.bearing_under_post", "footing.uplift")
LINE = "14x10 high8 feet=slab"


def only(made: Plan, name: str) -> Check:
    found = {(c.demand.value, c.limit.value): c for c in made.checks if c.key == name}
    return next(iter(found.values()))


class AppendixTest(unittest.TestCase):
    """The prescriptive 750 lb a column, only where somebody says that it is adopted and no frost reaches."""

    def rows(self, frost: float = 0.0, **slab: Any) -> tuple[list[Check], list[str]]:
        one = pergola(LINE, slab=replace(GOOD, **slab))
        made = plan(replace(one, site=replace(one.site, frost_m=frost)))
        told = [c for c in made.checks if c.key == "slab.bearing_under_post" and c.basis is Basis.TABLE]
        gaps = [g.reason for g in made.not_covered if g.key == "slab.bearing_under_post" and g.basis is Basis.TABLE]
        return told, gaps

    def test_only_where_it_is_said_to_be_adopted(self) -> None:
        self.assertEqual(self.rows(), ([], []))
        told, gaps = self.rows(appendix=True)
        self.assertEqual(gaps, [])
        self.assertTrue(told)
        for check in told:
            self.assertAlmostEqual(check.limit.value, 750.0)
            self.assertEqual(check.use <= 1.0, check.demand.value <= 750.0)

    def test_never_where_frost_reaches(self) -> None:
        told, gaps = self.rows(frost=0.3, appendix=True)
        self.assertEqual(told, [])
        self.assertTrue(any("without frost" in why for why in gaps))

    def test_the_lift_is_held_all_the_same(self) -> None:
        made = plan(pergola(LINE, slab=replace(GOOD, appendix=True)))
        self.assertTrue(any(c.key == "footing.uplift" for c in made.checks))


class ByHand(unittest.TestCase):
    """14 x 10 ft on a 4-inch slab, its nearest edge 4 ft off; concrete of 145 lb/ft3, .6 of it against lift."""

    def setUp(self) -> None:
        self.plan = plan(pergola(LINE, slab=GOOD))
        self.weight = 145 * 4 / 12  # lb/ft2

    def test_the_slab_spreads_the_post_at_45_degrees(self) -> None:
        bears = only(self.plan, "slab.bearing_under_post")
        side = (5.5 + 2 * 4) / 12
        load = next(step.value for step in bears.working if step.symbol == "N")
        self.assertAlmostEqual(bears.demand.value, load / side**2, places=1)
        narrow = plan(pergola(LINE, slab=replace(GOOD, edge_m=5 * IN)))
        self.assertAlmostEqual(only(narrow, "slab.bearing_under_post").demand.value, load / (10 / 12) ** 2, places=1)

    def test_its_weight_within_the_nearest_edge_holds_the_foot(self) -> None:
        held = only(self.plan, "footing.uplift")
        self.assertAlmostEqual(held.demand.value, 0.6 * self.weight * math.pi * 16, delta=0.5)
        footings = plan(pergola("14x10 high8"))
        # What lifts is what lifts it off a footing: only what holds it down is another.
        pier = only(footings, "footing.uplift")
        area = math.pi / 4 * (footings.footings[0].hole_width_m / FT) ** 2
        self.assertAlmostEqual(held.limit.value, pier.limit.value * area * 145 * 0.6, delta=1)

    def test_plain_concrete_lifts_its_weight_along(self) -> None:
        bends = only(self.plan, "slab.bending_under_uplift")
        self.assertAlmostEqual(bends.limit.value, 0.6 * 5 * math.sqrt(2500) * 4**2 / 6, delta=0.1)  # lb in/in
        found = check_pergola(pergola(LINE, slab=GOOD))
        lift = only(self.plan, "footing.uplift").limit.value
        self.assertGreater(found.loads.wind_pa or 0, 0)
        # At the level of concrete it is more than the allowable lift over .6, less a tenth of what lasts.
        face = (5.5 / 2 + 4 / 2) / 12
        reach = math.sqrt(lift / 0.6 / self.weight / math.pi)
        least = self.weight * ((reach**3 - face**3) / 3 - face * (reach**2 - face**2) / 2) / face
        self.assertTrue(least <= bends.demand.value <= 1.2 * least, (least, bends.demand.value))

    def test_nothing_is_dug_and_its_bases_are_anchored(self) -> None:
        self.assertEqual({footing.hole_m for footing in self.plan.footings}, {0.0})
        self.assertFalse([task for task in self.plan.tasks if task.id.endswith(("/dig", "/pour"))])
        [bases] = [task for task in self.plan.tasks if task.id.endswith("/bases")]
        self.assertTrue(bases.hold)
        self.assertEqual(sum(p.count for p in self.plan.parts if p.item == "slab anchor"), 8)
        self.assertTrue([caution for caution in self.plan.cautions if "slab" in caution.text])


class ByCells(unittest.TestCase):
    """The moment of every cell of the slab about the circle that it hangs from, summed."""

    def test_wedges(self) -> None:
        weight, face, lift = 2300.0, 0.12, 2600.0
        reach = math.sqrt(lift / (weight * math.pi))
        step, total = 0.002, 0.0
        n = int(reach / step) + 1
        for i in range(-n, n + 1):
            for j in range(-n, n + 1):
                r = math.hypot(i * step, j * step)
                if face < r <= reach:
                    total += weight * step**2 * (r - face)
        self.assertAlmostEqual(lifted_moment(lift, weight, face), total / (2 * math.pi * face), delta=0.01 * total)
        self.assertEqual(lifted_moment(1.0, weight, face), 0.0)


class Unknown(unittest.TestCase):
    """What nobody has looked at never passes, and says what to do."""

    def test_not_measured_cracked_or_thin(self) -> None:
        for slab, says in (
            (SlabUnder(), "nobody has measured"),
            (replace(GOOD, edge_m=None), "nobody has measured"),
            (replace(GOOD, sound=False), "in one piece"),
            (replace(GOOD, thick_m=3 * IN), "thinner than"),
        ):
            with self.subTest(says):
                made = plan(pergola(LINE, slab=slab))
                gaps = [gap for gap in made.not_covered if gap.key == "slab.bearing_under_post"]
                self.assertEqual(len(gaps), len(made.footings))
                self.assertIn(says, gaps[0].reason)
                self.assertFalse([c for c in made.checks if c.key == "footing.uplift"])

    def test_too_near_an_edge_fails_and_footings_are_offered(self) -> None:
        one = pergola(LINE, slab=replace(GOOD, edge_m=1 * FT))
        self.assertEqual(state(plan(one)), "fail")
        offered = dict(PERGOLA.candidates(one))
        self.assertIn((("stands", "footings"),), offered.values())
        self.assertNotEqual(state(plan(one.of(replace(one.spec, stands="footings")))), "fail")

    def test_frost_lifts_a_slab(self) -> None:
        one = pergola(LINE, slab=GOOD)
        cold = replace(one, site=replace(one.site, frost_m=0.9))
        self.assertEqual(state(plan(cold)), "fail")

    def test_a_slab_holds_no_post_upright(self) -> None:
        made = plan(pergola("14x10 high8 feet=ground", stands="slab", slab=GOOD))
        self.assertEqual(state(made), "conflict")


class Everywhere(unittest.TestCase):
    """Every kind of roof in every school: thicker is never worse, and a force is a force whatever its units."""

    def test_thicker_and_farther_from_its_edge_is_never_worse(self) -> None:
        sizes: tuple[tuple[Any, str, str], ...] = (
            (pergola, "14x10 high8", "4.2x3"),
            (lean_to, "12x8 fall3 beam8", "3.6x2.4 fall3 beam2.4"),
            (pavilion, "12x12 pitch25", "3.6x3.6 pitch25"),
        )
        for make, imperial, metric in sizes:
            for school in ("us", "ca", "nz", "uk"):
                worst: dict[str, float] = {}
                for thick, edge in ((0.1, 0.6), (0.1, 1.2), (0.15, 1.2), (0.15, 2.4)):
                    slab = SlabUnder(thick_m=thick, edge_m=edge, sound=True)
                    line = imperial if school == "us" else metric
                    made = plan(
                        make(
                            line, school, replace(SITES[school], frost_m=0.0, bearing_pa=1e5), stands="slab", slab=slab
                        )
                    )
                    uses = {c.key: c.use for c in made.checks if c.key in FEET}
                    with self.subTest(school, kind=made.called, thick=thick, edge=edge):
                        self.assertIn("slab.bearing_under_post", uses)
                        for name, use in worst.items():
                            self.assertLessEqual(uses.get(name, 0.0), use + 1e-9, name)
                    worst = uses


class Units(unittest.TestCase):
    """The same slab under the same post presses as hard in pounds as in newtons."""

    def test_psf(self) -> None:
        bears = only(plan(pergola(LINE, slab=GOOD)), "slab.bearing_under_post")
        load = next(step.value for step in bears.working if step.symbol == "N") * LB
        side_m = (5.5 + 8) * IN
        self.assertAlmostEqual(bears.demand.value * LB / FT**2, load / side_m**2, delta=1)
