"""Beams made as boxes: the box by slices, what joints and nails take of it, its pieces where they lie, what is refused."""

import itertools
import unittest
from typing import Any

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.canopy.box_beams import Boxed
from steady.structures.pavilion.layout import lay_out
from steady.structures.registry import plan
from steady.units.units import FT, IN, LB, PSI

from tests.test_pavilion import SITES, case

LINE = "16x16 over9in pitch25 ring3 rafters24in sheets2x12 beam8"
BOX: dict[str, Any] = {"web": "web plywood 14 in", "beam": "rail 2x4 pine"}


def made(**more: Any) -> Plan:
    return plan(case(LINE, **{**BOX, **more}))


def boxed(**more: Any) -> Boxed:
    box = lay_out(case(LINE, **{**BOX, **more}).spec).frame.boxed
    assert box is not None
    return box


class TheBox(unittest.TestCase):
    def by_slices(self, webs: int, e_web: float, e_flange: float) -> float:
        """Second moment of the whole, weighed by stiffness, in thousands of thin slices (in4)."""
        total, slices = 0.0, 20_000
        for k in range(slices):
            z = -7 + 14 * (k + 0.5) / slices
            wide = (3.5 if abs(z) > 5.5 else 0.0) + webs * 0.47 * e_web / e_flange
            total += wide * z**2 * 14 / slices
        return total

    def test_stiffness_by_slices(self) -> None:
        box, e_pa = boxed(), 1.4e6 * PSI
        for webs in (1, 2):
            ours = box.statics(e_pa, webs).inertia_m4 / IN**4
            self.assertAlmostEqual(ours, self.by_slices(webs, box.web_e_pa, e_pa), delta=0.002 * ours)

    def test_flange_stress_by_hand(self) -> None:
        """M H / (2 I) over what the nails leave, one web missing at its joint; E of No. 2 pine 1.4e6 psi, wet .9 (NDS, high)."""
        check = max((c for c in made().checks if c.key == "beam.bending"), key=lambda c: c.use)
        given = {name: value for name, value, _ in check.demand.inputs}
        self.assertAlmostEqual(given["H"], 14.0, places=6)
        self.assertAlmostEqual(check.demand.value, given["M"] * 14 / 2 / given["I"] / given["r"], places=3)
        jointed = self.by_slices(1, boxed().web_e_pa, 1.4e6 * 0.9 * PSI)
        self.assertAlmostEqual(given["I"], jointed, delta=0.002 * jointed)
        self.assertEqual(check.case, "uniform roof live load")
        self.assertAlmostEqual(
            check.limit.value, 675 * 1.25, places=6
        )  # pulled: table 4B, seven days of construction and repair

    def test_closer_nails_and_whole_webs_spare_it(self) -> None:
        def worst(**more: Any) -> float:
            return max(c.use for c in made(**more).checks if c.key == "beam.bending")

        self.assertGreater(worst(web_nails_m=4 * IN), worst(web_nails_m=2 * IN))
        self.assertGreater(worst(), worst(web_sheet_m=6.0))  # no joint at all

    def test_shear_is_not_known_until_the_maker_s_number_is_typed(self) -> None:
        self.assertTrue(any(g.key == "beam.shear" for g in made().not_covered))
        typed = made(web_shear_pa=250 * PSI)
        self.assertFalse(any(g.key == "beam.shear" for g in typed.not_covered))
        shear = max((c for c in typed.checks if c.key == "beam.shear"), key=lambda c: c.use)
        self.assertAlmostEqual(shear.limit.value, 250, places=6)
        self.assertNotEqual(state(made()), "pass")


class ItsPieces(unittest.TestCase):
    def setUp(self) -> None:
        self.plan = made()
        self.front = [
            (part, p)
            for part in self.plan.parts
            for p in part.places
            if p.about == "v/beam/1" and part.role != "connector"
        ]

    def test_flanges_webs_and_blocks(self) -> None:
        roles = [part.role for part, _ in self.front]
        self.assertEqual((roles.count("beam"), roles.count("blocking")), (2, 2))
        flanges = sorted(p.at[2] for part, p in self.front if part.role == "beam")
        self.assertAlmostEqual((flanges[1] - flanges[0]) / IN, 14 - 1.5, places=6)
        self.assertAlmostEqual(flanges[1] / IN, 96 - 0.75, places=6)  # the beam's top is 8 ft up

    def test_webs_reach_from_end_to_end_and_their_joints_are_staggered(self) -> None:
        webs: dict[str, list[tuple[float, float]]] = {}
        for part, place in self.front:
            if part.role == "web":
                webs.setdefault(place.id.split("/")[-2], []).append((place.at[0], place.at[0] + part.length_m))
        self.assertEqual(len(webs), 2)
        joints = []
        for pieces in webs.values():
            pieces.sort()
            self.assertAlmostEqual(pieces[0][0], 0.0, places=4)
            self.assertAlmostEqual(pieces[-1][1], 16 * FT, places=3)
            for (_, a), (b, _) in itertools.pairwise(pieces):
                self.assertAlmostEqual(a, b, places=3)
            self.assertLessEqual(max(b - a for a, b in pieces), 3.048 + 1e-6)
            joints.append([b for _, b in pieces[:-1]])
        self.assertTrue(all(abs(a - b) >= 0.6 - 1e-6 for a in joints[0] for b in joints[1]))
        middle = 16 * FT / 3
        self.assertFalse([at for row in joints for at in row if middle + 1e-3 < at < 2 * middle - 1e-3])

    def test_they_are_bought(self) -> None:
        items = {part.item for part in self.plan.parts}
        self.assertLessEqual({"web plywood 14 in", "rail 2x4 pine", "web nail"}, items)
        mass = sum(part.mass_kg * part.count for part, _ in self.front if part.role in ("beam", "web"))
        frame = lay_out(case(LINE, **BOX).spec).frame
        weight = frame.beam.density_kg_per_m3 * frame.beam.thickness_m * frame.beam.width_m * 16 * FT
        self.assertGreater(mass, 0)
        per_foot = (2 * 1.5 * 3.5 * 40 + 2 * 0.47 * 14 * 36) / 144
        self.assertAlmostEqual(weight * 9.80665 / LB / 16, per_foot, delta=0.01 * per_foot)


class Refusals(unittest.TestCase):
    def test_three_webs_of_short_sheets_cannot_be_staggered(self) -> None:
        told = made(webs=3, web_sheet_m=2.4384)
        self.assertTrue(any("longer sheets, or fewer webs" in why for why in told.conflicts))
        self.assertEqual(state(told), "conflict")

    def test_no_such_web(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            made(web="no such web")
        self.assertEqual(caught.exception.field, "web")

    def test_plies_are_offered_no_more(self) -> None:
        from steady.structures.pavilion.kind import PAVILION

        said = [words for words, _ in PAVILION.candidates(case(LINE, **BOX))]
        self.assertFalse(any("plies to each beam" in words for words in said))

    def test_every_metric_school_says_what_it_knows(self) -> None:
        for school in SITES:
            if school == "us":
                continue
            text = "4.8x4.8 over230mm pitch25 ring800mm beam2.4"
            one = case(text, school, web="web plywood 360", beam=case(text, school).spec.purlin)
            told = plan(one)
            names = [c.key for c in told.checks] + [g.key for g in told.not_covered]
            self.assertIn("beam.bending", names, school)
            self.assertIn("beam.shear", names, school)
