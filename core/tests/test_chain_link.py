"""Chain link: a worked fence, its wind by solidity, its fittings by hand, its tubes against formulas, the way to an answer."""

import math
import unittest
from dataclasses import replace
from typing import Any, Literal

from steady.catalog.items import sticks
from steady.catalog.purchasing import PurchasingSettings
from steady.data.loader import table
from steady.design_codes.registry import rulebook
from steady.design_codes.requests import WindLeg, WindPlace
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure
from steady.jobs.starting_designs import start
from steady.plan.model import Plan
from steady.structures.fence.designs.starts import posts_to_try
from steady.structures.fence.spec.presets import closed_with
from steady.structures.registry import kind_called
from steady.structures.steel_tubes import is_tube, tube_of
from steady.structures.structure_type import NewStructureRequest
from steady.units.lengths import Bare
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence
from tests.make import plan as planned_in
from tests.make import site as flat_site

MPH = 0.44704


def chain_link(high_ft: float = 6, long_ft: float = 100, **changes: Any) -> Any:
    spec = closed_with(fence(long_ft, height_m=high_ft * FT, gap_m=0.0), "chain link")
    return replace(spec, **changes)


def planned(spec: Any, mph: float = 105) -> Plan:
    where = replace(flat_site(), wind_speed_m_per_s=mph * MPH, exposure="C", soil="sand")
    return planned_in(spec, where, rulebook("us"), PurchasingSettings(), Tape())


def count(plan: Plan, item: str) -> int:
    return sum(part.count for part in plan.parts if part.item == item)


School = Literal["us", "ca", "nz", "uk"]


class WorkedTest(unittest.TestCase):
    def test_a_worked_fence(self) -> None:
        """6 ft, 10-ft bays, 105 mph C, 9 ga: 0.166 solid, about 2.3 psf, M 458 lb ft on a 1.9-in pipe that carries 670: 0.68."""
        plan = planned(chain_link())
        check = max(
            (one for one in plan.checks if one.key == "post.bending_at_grade" and one.by_wind), key=lambda one: one.use
        )
        self.assertAlmostEqual(check.use, 0.68, delta=0.01)
        moment = next(step for step in check.working if step.symbol == "M")
        self.assertAlmostEqual(moment.value, 458, delta=4)

    def test_tubes_against_the_formulas(self) -> None:
        """Z = (D3 - d3) / 6 by hand: a 1.9 x 0.145 pipe has 0.448 in3; 30 ksi / 1.67 of it is 670 lb ft."""
        steel = tube_of(sticks()["post steel tube 1.9"])
        by_hand = (1.9**3 - 1.61**3) / 6
        self.assertAlmostEqual(steel.tube.plastic_m3 / IN**3, by_hand, places=4)
        self.assertAlmostEqual(by_hand * 30000 / 1.67 / 12, 670, delta=1)
        for row in table("steel_tubes"):
            item = sticks()[row.text["key"]]
            self.assertTrue(is_tube(item))
            if item.species == "vinyl":
                self.assertGreater(item.width_m, row.number("outside_m"))
                continue
            self.assertAlmostEqual(item.width_m, row.number("outside_m"), places=5)
            round_ = math.pi / 4 if row.text["shape"] == "round" else 1.0
            solid = round_ * (item.width_m**2 - (item.width_m - 2 * row.number("wall_m")) ** 2)
            # Its steel spread over the square around it.
            self.assertAlmostEqual(item.density_kg_per_m3 * item.width_m**2 / (7850 * solid), 1, delta=0.01)

    def test_fittings_of_100_ft_by_hand(self) -> None:
        """9 line posts; 10 tension bands and 2 brace bands; 45 ties on posts, 49 on the rail; 10 rails; 2 bars, cups and rolls."""
        plan = planned(chain_link())
        found = {
            item: count(plan, item) for item in ("loop cap", "dome cap", "tension bar", "tension band", "rail end")
        }
        self.assertEqual(found, {"loop cap": 9, "dome cap": 2, "tension bar": 2, "tension band": 12, "rail end": 2})
        self.assertEqual(count(plan, "fence tie"), 45 + 49)
        self.assertEqual(count(plan, "hog ring"), 49)
        self.assertEqual(sum(part.count for part in plan.parts if part.role == "rail"), 10)
        self.assertFalse([part for part in plan.parts if part.item in ("staple", "wire strainer", "rail bracket")])

    def test_terminal_posts_are_a_size_larger(self) -> None:
        plan = planned(chain_link())
        posts = {part.item: part.count for part in plan.parts if part.role == "post"}
        self.assertEqual(posts, {"post steel tube 1.9": 9, "post steel tube 2.375": 2})


class WindTest(unittest.TestCase):
    def test_force_grows_with_solidity_and_round_wires_catch_less_than_flat_sticks(self) -> None:
        places = {
            "us": WindPlace(speed_m_per_s=47.0, exposure="C"),
            "uk": WindPlace(speed_m_per_s=22.0, exposure="III"),
            "ca": WindPlace(pressure_pa=400.0, exposure="open"),
        }
        for school, place in places.items():
            book, last = rulebook(school), 0.0
            for solid in (0.08, 0.12, 0.2, 0.28, 0.4):
                leg = WindLeg(length_m=30.0, solid_height_m=1.8, top_height_m=1.8, solidity=solid, round_members=True)
                round_pa = book.wind_on_leg(place, leg).run_pa
                flat_pa = book.wind_on_leg(place, replace(leg, round_members=False)).run_pa
                self.assertGreater(round_pa, last, (school, solid))
                self.assertLess(round_pa, flat_pa, (school, solid))
                last = round_pa

    def test_pressure_by_hand_in_the_uk(self) -> None:
        """1.5 x q_p x 1.3 x e with q_p of 0.5 kPa and 0.166 solid."""
        leg = WindLeg(length_m=30.0, solid_height_m=1.8, top_height_m=1.8, solidity=0.166, round_members=True)
        found = rulebook("uk").wind_on_leg(WindPlace(pressure_pa=500.0, exposure="III"), leg)
        self.assertAlmostEqual(found.run_pa, 1.5 * 500 * 1.3 * 0.166, delta=0.5)


class ChoiceTest(unittest.TestCase):
    def test_closing_with_mesh_and_back_with_boards(self) -> None:
        wood = fence(60)
        there = closed_with(wood, "chain link")
        back = closed_with(there, "butted")
        self.assertTrue(is_tube(sticks()[there.post]) and is_tube(sticks()[there.rail]))
        self.assertFalse(is_tube(sticks()[back.post]) or is_tube(sticks()[back.rail]))
        self.assertIsNone(back.end_post)

    def test_wood_posts_are_refused_at_their_field(self) -> None:
        with self.assertRaises(InvalidInputError) as told:
            planned(chain_link(post="post 4x4 pine"))
        self.assertEqual(told.exception.field, "post")

    def test_no_search_of_a_wooden_fence_meets_steel_tubes(self) -> None:
        tried = posts_to_try(sticks()["post 4x4 pine"])
        self.assertFalse([one for one in tried if is_tube(one)])
        self.assertTrue(all(is_tube(one) for one in posts_to_try(sticks()["post steel tube 1.9"])))

    def test_typed_in_words_it_comes_to_an_answer_in_every_school(self) -> None:
        feet = "100 ft chain link fence, corner at 52, 4 ft gate at 20, 6 ft tall"
        metres = "30 m chain link, corner at 12, 1.8 m tall"
        rows: tuple[tuple[School, str, Bare, Site], ...] = (
            ("us", feet, "ft", Site(frost_m=0.6, wind_speed_m_per_s=47.0, soil="sand", exposure="C")),
            ("uk", metres, "m", Site(frost_m=0.45, wind_speed_m_per_s=22.0, soil="good", exposure="III")),
            ("nz", metres, "m", Site(wind_speed_m_per_s=37.0, soil="good ground", exposure="B")),
            ("ca", feet, "ft", Site(frost_m=1.2, wind_pressure_pa=400.0, soil="stiff clay", exposure="open")),
        )
        for school, text, bare, where in rows:
            spec = kind_called("fence").typed(NewStructureRequest(text=text, id="s", bare=bare, school=school))
            self.assertEqual(spec.infill.style, "chain link", school)
            job = JobDocument(name="x", school=school, site=where, structures=(Structure(name="S", spec=spec),))
            found = start(job, "s", "cheapest")
            self.assertIn(found.state, ("pass", "pass_as_specified"), (school, found.why or found.headline))
            self.assertIsNotNone(start(job, "s", "usual here").state)

    def test_it_says_what_a_screen_does(self) -> None:
        self.assertTrue([note for note in planned(chain_link()).notes if "4 to 6" in note])
