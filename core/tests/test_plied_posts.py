"""Posts of three plies on decks and fences: where they stand, what is credited, screws and gauge block, by hand."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.fence.spec.fence import FenceSpec
from steady.units.units import FT, IN, PSI

from tests.make import fence, planned, site
from tests.test_deck import deck
from tests.test_no_overlaps import overlaps

PLIED = {"core": "rail 2x4 pine", "outer": "joist 2x6 pine"}


def made(words: str = "16x12 up3", **more: Any) -> Plan:
    return planned(deck(words, **{**PLIED, **more}))


def posts(plan: Plan) -> dict[str, float]:
    """Length of each ply by its place's name."""
    return {place.id: part.length_m for part in plan.parts if part.role == "post" for place in part.places}


class DeckTest(unittest.TestCase):
    def test_three_plies_stand_where_one_stick_stood(self) -> None:
        solid, plied = planned(deck("16x12 up3")), made()
        self.assertEqual(len(posts(plied)), 3 * len(posts(solid)))
        at = {place.id: place.at for part in plied.parts if part.role == "post" for place in part.places}
        for name in posts(solid):
            near, core, far = (at[f"{name}{ply}"] for ply in ("", "/core", "/far ply"))
            self.assertAlmostEqual(core[1] - near[1], 1.5 * IN, 6)
            self.assertAlmostEqual(far[1] - core[1], 1.5 * IN, 6)
        self.assertEqual([text for text in overlaps(plied) if "post" in text], [])

    def test_a_pocket_is_as_deep_as_its_beam(self) -> None:
        lengths = posts(made(seat="notch", plies=1))
        for name, long_m in lengths.items():
            if name.endswith("/core"):
                self.assertAlmostEqual(lengths[name.removesuffix("/core")] - long_m, 9.25 * IN, 4)
        self.assertEqual([text for text in overlaps(made(seat="notch", plies=1)) if "post" in text], [])
        thick = made(seat="notch", plies=2)
        self.assertIn("beam.post_notch", {gap.key for gap in thick.not_covered})

    def test_squeezed_an_outer_ply_has_half_by_the_column_formula(self) -> None:
        """2x6 No. 2 pine: F_c 1400 psi x 0.8 wet, E_min 510,000 x 0.9; NDS 3.7.1 over its 1 1/2 in. Values from memory, high."""
        plan = made()
        found = max((c for c in plan.checks if c.key == "post.axial_compression"), key=lambda c: c.use)
        high_m = next(step.value for step in found.working if step.symbol == "h") * FT
        slender = high_m / (1.5 * IN)
        fc = 1400.0 * 0.8
        euler = 0.822 * 510e3 * 0.9 / slender**2
        a = (1 + euler / fc) / 1.6
        holds = fc * (a - math.sqrt(a * a - euler / fc / 0.8)) * PSI * 1.5 * 5.5 * IN**2
        self.assertAlmostEqual(found.limit.value * 4.4482216, holds, delta=0.01 * holds)
        parts = dict((name, value) for name, value, _ in found.demand.inputs)
        self.assertEqual(parts["n"], 2)
        self.assertAlmostEqual(found.demand.value, (parts["g_D"] * parts["D"] + parts["g_L"] * parts["L"]) / 2, 3)

    def test_never_easier_than_one_stick_of_its_outer_plies_and_unknown_where_it_racks(self) -> None:
        free = made("16x12 up6 free", upright="knee braces")
        gaps = [gap for gap in free.not_covered if gap.key == "post.combined_axial_and_bending"]
        self.assertTrue(all("across their plies" in gap.reason for gap in gaps) and gaps)
        self.assertNotEqual(state(free), "pass")
        tall = made("16x12 up9")
        slender = [gap for gap in tall.not_covered if gap.key == "post.axial_compression"]
        self.assertTrue(slender and all("ply by ply" in gap.reason for gap in slender))

    def test_reveal_screws_and_gauge_block_are_told(self) -> None:
        """(5.5 - 3.5) / 2 = 1 in; a post of 15 1/2 in has two rows of two screws from each face."""
        plan = made()
        self.assertTrue(any("gauge block 1″ thick" in note for note in plan.notes), plan.notes)
        of = [sum(q.count for q in one.parts if q.item == "ply screw") for one in (planned(deck("16x12 up3")), plan)]
        self.assertEqual(of[1] - of[0], 3 * 2 * 2 * 2)

    def test_a_footbridge_and_a_wide_core_are_refused_at_the_field(self) -> None:
        with self.assertRaises(InvalidInputError) as wide:
            made(core="joist 2x8 pine")
        self.assertEqual(wide.exception.field, "core")


class FenceTest(unittest.TestCase):
    LINE = {"plies_count": 3, "rail": "rail 2x6 pine", "height_m": 3 * FT}

    def plan(self, **more: Any) -> Plan:
        return planned(self.spec(**more), site(length_ft=36))

    def spec(self, **more: Any) -> FenceSpec:
        return fence(36, **{**self.LINE, **more})

    def test_the_core_stands_back_between_two_plies(self) -> None:
        plan = self.plan(ply_core="rail 2x4 pine")
        outer = [part for part in plan.parts if part.role == "post" and part.item == "rail 2x6 pine"]
        core = [part for part in plan.parts if part.role == "post" and part.item == "rail 2x4 pine"]
        self.assertEqual(sum(part.count for part in outer), 2 * sum(part.count for part in core))
        for first, inner in zip(outer, core, strict=True):
            for place, middle in zip(first.places, inner.places, strict=True):
                ends = [place.at[0] + k * place.step[0] for k in range(place.count)]
                self.assertEqual(len(ends), 2)
                self.assertAlmostEqual(ends[1] - ends[0], 3.0 * IN, 6)
                self.assertAlmostEqual(sum(ends) / 2, middle.at[0], 6)
        self.assertTrue(any("gauge block 1″ thick" in text for text in told(plan)))

    def test_only_the_outer_plies_are_credited(self) -> None:
        """Two 2x6 on edge: 2 x 1.5 x 5.5^2 / 6 = 15.125 in3; three alike 22.69."""
        for core, modulus in (("rail 2x4 pine", 15.125), ("", 22.6875)):
            plan = self.plan(ply_core=core)
            check = next(c for c in plan.checks if c.key == "post.bending_at_grade" and c.case == "wind")
            self.assertAlmostEqual(next(s.value for s in check.working if s.symbol == "S"), modulus, 4)

    def test_what_cannot_be_is_refused_at_its_field(self) -> None:
        for more, field in (
            ({"ply_core": "rail 2x4 pine", "plies_count": 2}, "plies_count"),
            ({"ply_core": "rail 2x6 pine"}, "ply_core"),
        ):
            with self.assertRaises(InvalidInputError) as refused:
                self.plan(**more)
            self.assertEqual(refused.exception.field, field)

    def test_screws_join_every_ply_to_the_next(self) -> None:
        same, cored = self.plan(), self.plan(ply_core="rail 2x4 pine")
        for plan in (same, cored):
            self.assertEqual([text for text in overlaps(plan) if "post" in text], [])
        screws = [sum(part.count for part in plan.parts if "ply" in part.item) for plan in (same, cored)]
        self.assertEqual(screws[0], screws[1])

    def test_an_approved_look_without_a_core_stands(self) -> None:
        self.assertEqual(replace(self.spec(), ply_core=""), self.spec())


def told(plan: Plan) -> list[str]:
    return [*plan.notes, *(task.says for task in plan.tasks if hasattr(task, "says"))]


if __name__ == "__main__":
    unittest.main()
