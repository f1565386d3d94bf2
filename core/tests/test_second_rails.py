"""Rails and boards of random fences a second time: the wind by the second calculator, widths and weights off the pieces."""

import itertools
import math
import random
import unittest
from dataclasses import dataclass, replace

import numpy as np
from steady.catalog.items import usual
from steady.catalog.purchasing import PurchasingSettings
from steady.data.checks import case_label
from steady.design_codes.registry import rulebook
from steady.design_codes.results import si
from steady.plan.model import Check, Part, Plan
from steady.structures.fence.spec.feet import Upright
from steady.structures.fence.spec.fence import Straight
from steady.units.show import Tape
from steady.units.units import FT, LB

from tests.make import fence, plan, planned
from tests.second import fence as second
from tests.test_second_fence import POSTS, a_fence, seconds_of

G = 9.80665
SLICES = 400


PERSON = case_label("person")


@dataclass(frozen=True)
class Bay:
    """One bay as measured off the plan: its ends along the line, its rails' heights, and what stands between."""

    id: str
    start_m: float
    end_m: float
    rails_m: tuple[float, ...]
    made: Plan
    wind: second.Straight

    @property
    def width_m(self) -> float:
        return self.end_m - self.start_m

    def part(self, role: str) -> Part:
        return next(part for part in self.made.parts if part.role == role)

    def push_pa(self) -> float:
        """The greatest pressure anywhere along it."""
        return max(self.pressures())

    def pressures(self) -> set[float]:
        """Every pressure along it (Pa)."""
        along, first = second.pressure_pa(self.wind), self.wind.stations_m[0]
        at_m = (self.start_m - first + (k + 0.5) / SLICES * self.width_m for k in range(SLICES))
        return {round(along(at), 6) for at in at_m}

    def bent_n_m_per_m(self) -> float:
        """What the wind bends a rail by for each meter of its strip, summed slice by slice over the bay."""
        along, first = second.pressure_pa(self.wind), self.wind.stations_m[0]
        slice_m = self.width_m / SLICES
        pushed = [along(self.start_m - first + (k + 0.5) * slice_m) for k in range(SLICES)]
        shear = sum(p * slice_m * (1 - (k + 0.5) / SLICES) for k, p in enumerate(pushed))
        moment = greatest = 0.0
        for p in pushed:
            moment += (shear - p * slice_m / 2) * slice_m
            shear -= p * slice_m
            greatest = max(greatest, moment)
        return greatest

    def strip_m(self) -> float:
        """The height of boards that the most loaded rail holds: to the middle between rails, and all beyond the outer ones."""
        low_m = self.wind.gap_m
        high_m = low_m + self.wind.height_m
        between = [(a + b) / 2 for a, b in itertools.pairwise(self.rails_m)]
        return max(b - a for a, b in itertools.pairwise((low_m, *between, high_m)))

    def check(self, name: str, case: str = "") -> Check:
        return next(
            one for one in self.made.checks if one.key == name and one.about == self.id and one.case.startswith(case)
        )


def bays(school: str, count: int, seed: int) -> list[Bay]:
    rng, found = random.Random(seed), list[Bay]()
    for _ in range(count):
        spec, where = a_fence(rng, school)
        yard = PurchasingSettings(bag=usual(school).bag)
        made = plan(spec, where, rulebook(school), yard, Tape("metric", 0.001))
        wind = seconds_of(spec, where, made, school)
        rails = [part for part in made.parts if part.role == "rail"]
        for number, (start_m, end_m) in enumerate(itertools.pairwise(wind.stations_m)):
            name = made.bays[number].id
            high = sorted(
                place.at[2] + k * place.step[2]
                for part in rails
                for place in part.places
                if place.about == name
                for k in range(place.count)
            )
            found.append(Bay(name, start_m, end_m, tuple(high), made, wind))
    return found


class SecondRailsTest(unittest.TestCase):
    made: dict[str, list[Bay]]

    @classmethod
    def setUpClass(cls) -> None:
        cls.made = {school: bays(school, 6, 23) for school in POSTS}

    def each(self) -> list[tuple[str, Bay]]:
        return [
            (f"{school} {bay.id} of {bay.wind.height_m:.2f} m", bay) for school in POSTS for bay in self.made[school]
        ]

    def test_every_bay_has_its_rails_from_its_boards_foot_to_their_top(self) -> None:
        for name, bay in self.each():
            self.assertGreaterEqual(len(bay.rails_m), 2, name)
            self.assertGreater(bay.rails_m[0], bay.wind.gap_m, name)
            self.assertLess(bay.rails_m[-1], bay.wind.gap_m + bay.wind.height_m, name)

    def test_a_rails_end_holds_half_of_the_wind_on_its_strip(self) -> None:
        for name, bay in self.each():
            want = bay.push_pa() * bay.strip_m() * bay.width_m / 2
            self.assertAlmostEqual(
                si(bay.check("rail_end_fasteners.capacity").demand) / want, 1.0, delta=0.004, msg=name
            )

    def test_a_board_is_pulled_off_by_the_wind_on_its_own_face(self) -> None:
        for name, bay in self.each():
            board_m = max(bay.part("board").section_m)
            want = bay.push_pa() * bay.strip_m() * board_m
            self.assertAlmostEqual(
                si(bay.check("board_fasteners.withdrawal").demand) / want, 1.0, delta=0.004, msg=name
            )

    def test_boards_reach_from_rail_to_rail(self) -> None:
        for name, bay in self.each():
            span_m = max(b - a for a, b in itertools.pairwise(bay.rails_m))
            check = bay.check("fence_board.bending")
            if not name.startswith("nz"):
                self.assertAlmostEqual(si(check.demand), span_m, delta=0.001, msg=name)
                continue
            # Graded palings are held by their stress: 6 p L² / 8 t² of any width.
            thick_m = min(bay.part("board").section_m)
            stress = bay.push_pa() * span_m**2 / 8 / (thick_m**2 / 6)
            self.assertAlmostEqual(si(check.demand) / stress, 1.0, delta=0.004, msg=name)

    def test_a_rail_in_the_wind_bends_as_a_beam_of_its_bay(self) -> None:
        for name, bay in self.each():
            thick, wide = sorted(bay.part("rail").section_m)
            stress = bay.bent_n_m_per_m() * bay.strip_m() / (wide * thick**2 / 6)
            told = next(step for step in bay.check("rail.bending", "wind").working if step.symbol == "f_w")
            self.assertAlmostEqual(si(told) / stress, 1.0, delta=0.004, msg=name)

    def test_wind_and_weight_together_are_their_shares_added(self) -> None:
        for name, bay in self.each():
            found = bay.check("rail.bending", "wind")
            given = {symbol: value for symbol, value, _ in found.demand.inputs}
            share = given["f_w"] / given["F_w"] + given["f_d"] / given["F_d"]
            self.assertAlmostEqual(found.use, share, places=9, msg=name)

    def test_what_hangs_on_a_rail_is_what_its_pieces_weigh(self) -> None:
        for name, bay in self.each():
            rail, board = bay.part("rail"), bay.part("board")
            own = rail.mass_kg / rail.length_m
            face = board.mass_kg / (board.length_m * max(board.section_m))
            # The second calculator shares the boards by height alone: each rail has no less than an even share.
            even = own + face * bay.wind.height_m / len(bay.rails_m)
            most = own + face * bay.wind.height_m
            told = next(step for step in bay.check("rail.deflection").working if step.symbol == "w_d")
            self.assertGreaterEqual(si(told) / G, even * 0.97, name)
            self.assertLessEqual(si(told) / G, most * 1.01, name)

    def test_a_rail_sags_over_the_years_as_a_beam_under_what_hangs_on_it(self) -> None:
        years = {"us": 2.0, "ca": 2.0, "uk": 3.0, "nz": 3.0}
        for name, bay in self.each():
            thick, wide = sorted(bay.part("rail").section_m)
            found = bay.check("rail.deflection")
            line = next(si(step) for step in found.working if step.symbol == "w_d")
            modulus = next(si(step) for step in found.working if step.symbol.startswith("E"))
            first_m = 5 * line * bay.width_m**4 / (384 * modulus * thick * wide**3 / 12)
            factor = si(found.demand) / first_m
            self.assertAlmostEqual(factor, years[name[:2]], delta=0.01, msg=name)
            self.assertAlmostEqual(si(found.limit), bay.width_m / 240, delta=1e-6, msg=name)

    def test_a_person_leans_on_the_top_at_mid_span(self) -> None:
        """A push over 300 mm at the boards' top; boards are stiff beside their rails, which give as springs, all alike."""
        newtons = {"us": 500.0, "ca": 750.0, "uk": 750.0, "nz": 750.0}
        for name, bay in self.each():
            thick, wide = sorted(bay.part("rail").section_m)
            at_m, top_m = np.array(bay.rails_m), bay.wind.gap_m + bay.wind.height_m
            # Shift and turn of the board from the sums of forces and of moments about the ground.
            balance = np.array([[len(at_m), at_m.sum()], [at_m.sum(), (at_m**2).sum()]])
            shift, turn = np.linalg.solve(balance, [1.0, top_m])
            share = max(shift + turn * at_m)
            want = newtons[name[:2]] * share * (bay.width_m / 4 - 0.3 / 8) / (wide * thick**2 / 6)
            told = si(bay.check("rail.bending", PERSON).demand)
            self.assertAlmostEqual(told / want, 1.0, delta=0.001, msg=name)

    def test_longer_bays_are_never_easier_on_rails(self) -> None:
        for school in POSTS:
            by_bay = sorted(self.made[school], key=lambda bay: (id(bay.made), bay.width_m))
            for a, b in itertools.pairwise(by_bay):
                if a.made is b.made and a.pressures() == b.pressures() and len(a.pressures()) == 1:
                    self.assertLessEqual(
                        a.check("rail.bending", "wind").use, b.check("rail.bending", "wind").use + 1e-9
                    )


class BracedPostTest(unittest.TestCase):
    """A post on a pier with a raking brace behind it: its forces from the balance of the free body, by a general solver."""

    def test_brace_and_feet_hold_what_balances_the_push(self) -> None:
        for reach_m, up_m in ((0.9, 0.9), (1.4, 0.8), (0.7, 1.2)):
            upright = Upright(by="brace", brace_reach_m=reach_m, brace_up_m=up_m, hold_n=8000.0, shear_n=6000.0)
            spec = fence(30, foot="base on pier")
            made = planned(replace(spec, foot_detail=replace(spec.foot_detail, upright=upright)))
            seen = 0
            for about in {check.about for check in made.checks if check.key == "raking_brace.compression"}:
                by = {(c.key, c.case): c for c in made.checks if c.about == about}
                for case in {case for name, case in by if name == "raking_brace.compression"}:
                    given = {symbol: value for symbol, value, _ in by["post_anchors.shear", case].demand.inputs}
                    push, moment = given["P"] * LB, given["M"] * LB * FT
                    long_m = math.hypot(reach_m, up_m)
                    # Level, upright, and about the post's foot; the brace's push along itself, the foot's two forces.
                    brace, side, down = np.linalg.solve(
                        [
                            [-reach_m / long_m, 1.0, 0.0],
                            [up_m / long_m, 0.0, 1.0],
                            [reach_m * up_m / long_m, 0.0, 0.0],
                        ],
                        [-push, 0.0, moment],
                    )
                    want = {
                        "raking_brace.compression": brace,
                        "brace_footing.uplift": brace * up_m / long_m,
                        "footing.uplift": -down,
                        "post_anchors.shear": abs(side),
                        "brace_anchors.shear": brace * reach_m / long_m,
                    }
                    for name, force in want.items():
                        self.assertAlmostEqual(si(by[name, case].demand) / force, 1.0, places=6, msg=f"{name}, {case}")
                    self.assertAlmostEqual(si(by["brace_footing.uplift", case].limit), 8000 / 1.5, places=3)
                    self.assertAlmostEqual(si(by["post_anchors.shear", case].limit), 6000 / 1.5, places=3)
                    seen += 1
            self.assertGreater(seen, 4)

    def test_every_brace_leans_on_its_own_post_round_bends_too(self) -> None:
        reach_m, up_m = 1.1, 0.8
        upright = Upright(by="brace", brace_reach_m=reach_m, brace_up_m=up_m, hold_n=8000.0, shear_n=6000.0)
        straights = tuple(
            Straight(id=name, length_m=9.0, turn_rad=math.radians(turn))
            for name, turn in (("a", 0), ("b", 35), ("c", -60))
        )
        spec = replace(fence(30, foot="base on pier"), straights=straights)
        made = planned(replace(spec, foot_detail=replace(spec.foot_detail, upright=upright)))
        feet = {one.under: one.at for one in made.footings}
        leant = set()
        for part in made.parts:
            if part.role != "brace":
                continue
            for place in part.places:
                under = place.id.removesuffix("/brace")
                top = [a + b * part.length_m for a, b in zip(place.at, place.along, strict=True)]
                x, y, z = feet[under]
                for got, want in zip(top, (x, y, z + up_m), strict=True):
                    self.assertAlmostEqual(got, want, places=6, msg=under)
                self.assertAlmostEqual(math.dist(place.at, feet[under]), reach_m, places=6)
                self.assertAlmostEqual(math.hypot(*place.up), 1.0, places=9)
                self.assertAlmostEqual(sum(a * b for a, b in zip(place.along, place.up, strict=True)), 0.0, places=9)
                leant.add(under)
        self.assertEqual(leant, set(feet))


if __name__ == "__main__":
    unittest.main()
