"""A pergola on the frame of a deck of the same job: what it brings, where it goes, what follows in the deck, what is refused."""

import re
import unittest
from dataclasses import replace
from typing import Any

from Pynite import FEModel3D
from steady.errors import InvalidInputError
from steady.ground.placement import SitePlacement
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure, case_of, plan_structure
from steady.jobs.site_layout import site_plan, whole_scene
from steady.plan.model import Plan
from steady.plan.results import result, state
from steady.statics.bents import pocket
from steady.structures.deck.checks.bearings import brought
from steady.structures.deck.kind import DECK
from steady.structures.deck.plan import calculate_deck
from steady.structures.pergola.kind import PERGOLA
from steady.structures.structure_type import NewStructureRequest
from steady.structures.support_links import PostReaction
from steady.units.units import FT, IN, LB

from tests.test_no_overlaps import overlaps

WINDY = Site(soil="sand", exposure="B", wind_speed_m_per_s=47.0, frost_m=0.5)


def job(
    deck: str = "16x12 up3", roof: str = "10x9 high8 brace2 on=d@3+1.5", site: Site = WINDY, **more: Any
) -> JobDocument:
    made = [Structure(name="Deck", spec=DECK.read(NewStructureRequest(text=deck, id="d", bare="ft", school="us")))]
    if roof:
        spec = PERGOLA.read(NewStructureRequest(text=roof, id="p", bare="ft", school="us"))
        made.append(Structure(name="Roof", spec=replace(spec, **more)))
    return JobDocument(name="Larch End", site=site, structures=tuple(made))


def uses(made: Plan, name: str) -> float:
    return max(check.use for check in made.checks if check.key == name)


class WhatItBringsTest(unittest.TestCase):
    def test_dead_load_is_the_roofs_own_weight(self) -> None:
        """All posts together bring what the pergola's parts above their feet weigh, fixings aside."""
        whole = job()
        bearings = case_of(whole, "d").spec.bearings
        roof = plan_structure(whole, "p")
        parts_n = 9.80665 * sum(part.mass_kg * part.count for part in roof.parts if part.role != "brace")
        self.assertEqual(len(bearings), 4)
        self.assertAlmostEqual(sum(one.dead_n for one in bearings), parts_n, delta=0.06 * parts_n)

    def test_posts_stand_where_the_job_puts_the_corner(self) -> None:
        posts = {mark.id: mark for mark in plan_structure(job(), "p").marks}
        for one in case_of(job(), "d").spec.bearings:
            mark = posts[one.id]
            self.assertAlmostEqual(one.x_m, mark.station_m + 3 * FT, places=9)
            self.assertAlmostEqual(one.y_m, (mark.across_m or 0) + 1.5 * FT, places=9)

    def test_the_same_posts_on_the_ground_ask_for_the_same_lift(self) -> None:
        """What lifts a post's foot in the ground lifts its base on the deck."""
        ground = plan_structure(job(roof="10x9 high8 brace2"), "p")
        needs = next(g.needs for g in ground.not_covered if g.key == "post_base.uplift_capacity")
        assert needs is not None
        up = max(one.up_n for one in case_of(job(), "d").spec.bearings)
        self.assertAlmostEqual(up / LB, needs.value, delta=0.02 * needs.value)

    def test_the_list_says_what_its_posts_lift_in_the_crew_s_units(self) -> None:
        up = max(one.up_n for one in case_of(job(), "d").spec.bearings) / LB
        row = next(one for one in plan_structure(job(), "d").members if "lb up" in one.says)
        said = float(re.search(r"([\d,.]+(?:e\+\d+)?) lb up", row.says)[1].replace(",", ""))  # type: ignore[index]
        self.assertAlmostEqual(said, up, delta=0.006 * up)

    def test_a_roof_that_cannot_be_planned_is_unknown_and_the_deck_stands_on_its_own(self) -> None:
        made = plan_structure(job(beam="no such stick"), "d")
        self.assertTrue(any("cannot be planned" in gap.reason for gap in made.not_covered))
        self.assertNotEqual(state(made), "pass")


class SecondJoistsTest(unittest.TestCase):
    """Guards, a roof and its doubled joists on one deck: blocks end at the second joist where there is one."""

    def test_no_block_of_a_guard_or_a_pocket_shares_space_with_a_joist(self) -> None:
        for deck in (
            "16x12 up3",
            "16x12 up3 along",
            "16x12 up3 less4x3right",
            "16x12 up3 less4x3left",
            "16x12 up3 free",
        ):
            for roof in ("10x9 high8 brace2 on=d@3+1.5", "9x8 high8 brace2 on=d@2+2.5", "11x8 high8 brace2 on=d@4+3"):
                with self.subTest(deck=deck, roof=roof):
                    made = plan_structure(job(deck, roof), "d")
                    self.assertTrue([p for part in made.parts for p in part.places if "/second" in p.id])
                    self.assertEqual([text for text in overlaps(made) if "block" in text], [])


class PocketTest(unittest.TestCase):
    """Posts that the deck's frame holds upright: a couple over the joists' depth, as a guard post is held."""

    def whole(self, **more: Any) -> JobDocument:
        return job(roof="10x9 high8 feet=ground on=d@3+1.5", **more)

    def test_the_couple_by_hand(self) -> None:
        """80 lb at 7 ft 6 in, 5 in between the bolts, the upper 1 in under the boards: 1540 and 1460 lb."""
        couple = pocket(80 * LB, 90.25 * IN, 5 * IN, below_m=1 * IN)
        self.assertAlmostEqual(couple.upper_n / LB, 1540, delta=1)
        self.assertAlmostEqual(couple.lower_n / LB, 1460, delta=1)

    def test_the_deck_says_what_the_bolts_must_hold(self) -> None:
        whole = self.whole()
        one = max(case_of(whole, "d").spec.bearings, key=lambda bearing: bearing.push_n)
        self.assertAlmostEqual(one.held_m, 8 * FT + 9.25 * IN / 2, places=6)
        gap = next(g for g in plan_structure(whole, "d").not_covered if g.key == "post_pocket.moment_capacity")
        deck = calculate_deck(case_of(whole, "d"))
        lever = deck.timber.joist.width_m - 2.25 * IN
        below = deck.timber.board.thickness_m + 1 * IN
        assert gap.needs is not None
        self.assertAlmostEqual(gap.needs.value, one.push_n * ((one.held_m + below) / lever + 1) / LB, places=4)

    def test_a_hinged_base_asks_for_no_couple(self) -> None:
        made = plan_structure(job(), "d")
        self.assertFalse(any(g.key == "post_pocket.moment_capacity" for g in made.not_covered))

    def test_its_turning_loads_the_joists_beside_it(self) -> None:
        held, hinged = (uses(plan_structure(one, "d"), "joist_under_post.bending") for one in (self.whole(), job()))
        self.assertGreater(held, hinged)

    def test_a_couple_comes_to_the_beam_once(self) -> None:
        """It presses one joist and lifts the other: both are held to it, what carries both feels it from one."""
        frame = calculate_deck(case_of(job(roof=""), "d")).frame
        a, b = frame.joists[5], frame.joists[6]
        post = PostReaction(id="x", x_m=(a.u_m + b.u_m) / 2, y_m=a.to_m / 2, push_n=100.0, held_m=2.0, post_m=0.14)
        found = brought(frame, [post])
        turned = 100.0 * 2.0 / (b.u_m - a.u_m)
        self.assertEqual([round(found.joists[name][0][2], 6) for name in (a.id, b.id)], [round(turned, 6)] * 2)
        self.assertGreater(sum(live for points in found.beams.values() for _, _, live in points), 0)
        self.assertLessEqual(sum(live for points in found.beams.values() for _, _, live in points), turned + 1e-6)

    def test_posts_reach_into_the_frame_and_two_blocks_stand_on_either_side(self) -> None:
        whole = self.whole()
        roof, deck = plan_structure(whole, "p"), plan_structure(whole, "d")
        post = next(part for part in roof.parts if part.role == "post")
        self.assertAlmostEqual(post.length_m, 8 * FT + 8.25 * IN, places=4)
        self.assertFalse(any(part.item == "post base" for part in roof.parts))
        blocks = [p for part in deck.parts if part.role == "blocking" for p in part.places if "/pocket/" in p.id]
        self.assertEqual(len(blocks), 4 * 4)
        # Nothing lies where the post goes down.
        for post_at in case_of(whole, "d").spec.bearings:
            near = [p for p in blocks if f"/pocket/{post_at.id}/" in p.id]
            clear = min(abs(p.at[1] - post_at.y_m) for p in near) - 0.75 * IN
            self.assertAlmostEqual(clear, post_at.post_m / 2, places=6)


class WhereItGoesTest(unittest.TestCase):
    def test_reactions_by_a_frame_library(self) -> None:
        """One post between two joists: shares by a lever, and each joist's reactions as a frame library has them."""
        deck = calculate_deck(case_of(job(roof=""), "d")).frame
        a, b = deck.joists[5], deck.joists[6]
        u, v = a.u_m + 0.3 * (b.u_m - a.u_m), 0.6 * a.to_m
        found = brought(deck, [PostReaction(id="x", x_m=u, y_m=v, dead_n=1000.0, live_n=500.0)])
        self.assertEqual(set(found.joists), {a.id, b.id})
        self.assertAlmostEqual(found.joists[a.id][0][1], 700.0)
        model = FEModel3D()
        model.add_material("wood", 10e9, 4e9, 0.3, 500)
        model.add_section("s", 0.005, 1e-5, 1e-5, 1e-6)
        ends = sorted({a.from_m, a.to_m, *a.supports})
        for k, at in enumerate(ends):
            model.add_node(f"n{k}", at, 0, 0)
            held = at in a.supports
            model.def_support(f"n{k}", held, held, True, True, False, False)
        for k in range(len(ends) - 1):
            model.add_member(f"m{k}", f"n{k}", f"n{k + 1}", "wood", "s")
            if ends[k] <= v < ends[k + 1]:
                model.add_member_pt_load(f"m{k}", "Fy", -700.0, v - ends[k])
        model.analyze(check_statics=False)
        on_beam = sum(
            model.nodes[f"n{ends.index(at)}"].RxnFY["Combo 1"]
            for at, name in zip(a.supports, a.on, strict=True)
            if name
        )
        ours = sum(dead for name in found.beams for at, dead, _ in found.beams[name] if abs(at - a.u_m) < 1e-9)
        self.assertAlmostEqual(ours, on_beam, delta=0.5)

    def test_nothing_is_lost_on_the_way(self) -> None:
        """Down to the deck's own posts and the house comes what the roof brings."""
        whole = job()
        case = case_of(whole, "d")
        deck = calculate_deck(case).frame
        found = brought(deck, case.spec.bearings)
        on_joists = sum(dead for points in found.joists.values() for _, dead, _ in points)
        self.assertAlmostEqual(on_joists, sum(one.dead_n for one in case.spec.bearings), places=6)

    def test_more_roof_never_less_used(self) -> None:
        bare, light, heavy = (
            plan_structure(one, "d")
            for one in (job(roof=""), job(), job(roof="14x10 high8 brace2 slats3in on=d@1+1", grows="climbers"))
        )
        for name in ("footing.soil_bearing", "post.axial_compression"):
            self.assertLessEqual(uses(bare, name) - 0.15, uses(heavy, name), name)
        spread = [sum(f.hole_width_m**2 for f in made.footings) for made in (bare, light, heavy)]
        self.assertEqual(spread, sorted(spread))
        self.assertGreater(spread[1], spread[0])


class WhatFollowsTest(unittest.TestCase):
    def test_the_deck_follows(self) -> None:
        light = job(roof="8x8 high8 brace2 on=d@4+1.5")
        bare, made = plan_structure(job(roof=""), "d"), plan_structure(light, "d")
        for name in (
            "joist_under_post.bending",
            "beam.bending",
            "footing.soil_bearing",
            "post.axial_compression",
        ):
            self.assertLessEqual(uses(made, name), 1.0, name)
        blocks = [sum(p.count for p in one.parts if p.role == "blocking") for one in (bare, made)]
        self.assertEqual(blocks[1] - blocks[0], 8)  # two under each of four posts
        joists = [sum(p.count for p in one.parts if p.role == "joist") for one in (bare, made)]
        self.assertGreater(joists[1], joists[0])
        gaps = {gap.key for gap in made.not_covered}
        self.assertTrue({"post_pocket.uplift_capacity", "house_ties.lateral_load_from_roof"} <= gaps)
        self.assertFalse(any("waived" in caution.text for caution in made.cautions))

    def test_a_number_of_posts_that_was_said_stays(self) -> None:
        whole = job()
        spec = replace(whole.structures[0].spec, posts=3)
        kept = replace(whole, structures=(replace(whole.structures[0], spec=spec), whole.structures[1]))
        made = plan_structure(kept, "d")
        self.assertEqual(len(made.footings), 3)
        self.assertTrue(any(c.key == "beam.bending" and result(c) == "fail" for c in made.checks))

    def test_on_a_free_deck_the_push_goes_into_its_braces(self) -> None:
        def pushed(whole: JobDocument) -> float:
            return max(
                dict((name, value) for name, value, _ in step.inputs)["H_r"]
                for check in plan_structure(whole, "d").checks
                for step in (*check.working, check.demand)
                if any(name == "H_r" for name, _, _ in step.inputs)
            )

        braced = job(deck="16x12 up4 free")
        spec = replace(braced.structures[0].spec, upright="knee braces")
        whole = replace(braced, structures=(replace(braced.structures[0], spec=spec), braced.structures[1]))
        alone = replace(whole, structures=whole.structures[:1])
        self.assertGreater(pushed(whole), 0.0)
        self.assertEqual(pushed(alone), 0.0)

    def test_no_hole_is_dug_for_a_post_on_a_deck(self) -> None:
        made = plan_structure(job(), "p")
        self.assertEqual(made.footings, ())
        tasks = [task.id for task in made.tasks]
        self.assertNotIn("p/dig", tasks)
        self.assertIn("p/pockets", tasks)
        self.assertFalse(any(layer for layer in made.footings))

    def test_it_stands_on_the_deck_on_the_site_and_in_space(self) -> None:
        whole = job()
        placed = replace(
            whole,
            structures=(
                replace(whole.structures[0], stands=SitePlacement(x_m=5.0, y_m=-2.0, turn_rad=0.3, level_m=1.0)),
                whole.structures[1],
            ),
        )
        deck, roof = site_plan(placed).stands
        self.assertTrue(roof.placed)
        self.assertAlmostEqual(roof.stands.turn_rad, 0.3)
        x, y, _ = deck.stands.carry((3 * FT, -1.5 * FT, 0.0))
        self.assertAlmostEqual(roof.stands.x_m, x)
        self.assertAlmostEqual(roof.stands.y_m, y)
        solids = whole_scene(placed).solids
        top = max(p[2] for s in solids if s.about == "d" and s.layer == "decking" for p in s.points)
        foot = min(p[2] for s in solids if s.about == "p" and s.layer == "post" for p in s.points)
        self.assertAlmostEqual(foot - top, 0.025, delta=0.005)  # on its base, over the boards


class RefusalsTest(unittest.TestCase):
    def test_a_deck_that_is_not_there(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            plan_structure(job(roof="10x9 high8 brace2 on=porch"), "p")
        self.assertEqual(caught.exception.field, "structures/1/spec/on")
        self.assertIn("It has: d", caught.exception.message)

    def test_posts_off_the_deck(self) -> None:
        made = plan_structure(job(roof="10x9 high8 brace2 on=d@12+1"), "d")
        self.assertEqual(state(made), "conflict")
        self.assertIn("off the deck", " ".join(made.conflicts))

    def test_nothing_upright(self) -> None:
        self.assertEqual(state(plan_structure(job(upright="none"), "p")), "conflict")

    def test_words(self) -> None:
        for text in ("10x9 on=", "10x9 on=d@3", "10x9 on=d@x+y", "10x9 on=a/b"):
            with self.assertRaises(InvalidInputError):
                job(roof=text)
