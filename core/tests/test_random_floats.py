"""What holds for any float, in every school, by chance: geometry, weights, workings, and that more of a good thing is no worse."""

import itertools
import json
import math
import random
import unittest
from dataclasses import replace
from typing import Any

from django.test import tag
from pydantic import TypeAdapter
from steady.design_codes.registry import rulebook
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.plan.model import Plan
from steady.plan.results import buildable, result, state
from steady.statics.floating import Barrels, Carried, edge_rad, heel_rad, people, stability
from steady.structures.floating_platform.buoyancy import EDGE_M, Afloat, Mass
from steady.structures.floating_platform.designs import candidates
from steady.structures.floating_platform.kind import FLOAT, localize
from steady.structures.floating_platform.plan import calculated
from steady.structures.floating_platform.spec import FloatSpec, Ramp
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput, NewStructureRequest, changed
from steady.units.show import Tape
from steady.units.units import FT

from tests.make import case as of
from tests.randoms import SCHOOLS, platform


def made(rng: random.Random, school: str) -> tuple[DesignInput, Plan] | None:
    """A random platform that can be laid out, and its plan."""
    spec, site = platform(rng, school)
    tape = Tape("metric", 0.001) if rulebook(school).metric else Tape()
    one = of(spec, site, rulebook(school), None, tape)
    try:
        return one, plan(one)
    except InvalidInputError:
        return None


def some(school: str, count: int, seed: int) -> list[tuple[DesignInput, Plan]]:
    rng, found = random.Random(f"{school} {seed}"), list[tuple[DesignInput, Plan]]()
    while len(found) < count:
        one = made(rng, school)
        if one is not None:
            found.append(one)
    return found


class GeometryTest(unittest.TestCase):
    @tag("slow")
    def test_every_piece_lies_inside_the_platform_and_counts_are_right(self) -> None:
        for school in SCHOOLS:
            for one, drawn in some(school, 6, 1):
                spec: FloatSpec = one.spec
                counts: dict[str, int] = {}
                for part in drawn.parts:
                    counts[part.role] = counts.get(part.role, 0) + part.count
                with self.subTest(f"{school} {spec.long_m:.2f} x {spec.wide_m:.2f}"):
                    self.assertEqual(counts["barrel"], spec.barrels)
                    self.assertEqual(counts["strap"], 2 * spec.barrels)
                    self.assertEqual(counts["blocking"], 2 * spec.barrels + spec.cleats)
                    self.assertEqual(counts["cradle"], 2 * spec.rows)
                    self.assertEqual(counts["rim"], 2)
                    for part in drawn.parts:
                        for place in part.places if part.role in ("joist", "rim", "cradle") else ():
                            self.assertGreaterEqual(place.at[0], -1e-9)
                            last = place.at[0] + place.along[0] * part.length_m + place.step[0] * (place.count - 1)
                            self.assertLessEqual(
                                last, spec.long_m + 1e-4
                            )  # lengths are kept to a tenth of a millimetre
                            across = place.at[1] + place.along[1] * part.length_m
                            self.assertTrue(-1e-9 <= place.at[1] <= across <= spec.wide_m + 1e-4 or place.along[1] == 0)

    @tag("slow")
    def test_joists_are_no_farther_apart_than_was_said(self) -> None:
        for school in SCHOOLS:
            for one, _ in some(school, 4, 2):
                layout = calculated(one)[0].layout
                self.assertLessEqual(layout.joists.spacing_m, one.spec.spacing_m + 1e-9)

    @tag("slow")
    def test_a_barrel_beds_on_its_rails_and_stays_under_the_joists(self) -> None:
        """The rails' lower inner corners lie on the barrel's round, and its top is clear of the joists or that is said."""
        for school in SCHOOLS:
            for one, drawn in some(school, 4, 3):
                layout, r = calculated(one)[0].layout, one.spec.barrel.diameter_m / 2
                corner = math.hypot(layout.cradle_gap_m / 2, layout.heights.cradle_m - layout.heights.axis_m)
                self.assertAlmostEqual(corner, r, places=9)
                clear = layout.heights.joist_m - 2 * r
                self.assertTrue(clear >= -1e-9 or any("meets the joists" in text for text in drawn.conflicts))

    def test_levels_stack_up(self) -> None:
        for one, _ in some("us", 4, 4):
            layout = calculated(one)[0].layout
            h, t = layout.heights, layout.timber
            self.assertAlmostEqual(h.joist_m - h.cradle_m, t.cradle.width_m)
            self.assertAlmostEqual(h.boards_m - h.joist_m, t.joist.width_m)
            self.assertAlmostEqual(h.deck_m - h.boards_m, t.board.thickness_m)

    @tag("slow")
    def test_today_s_water_is_level_nought(self) -> None:
        for school in SCHOOLS:
            for one, drawn in some(school, 3, 5):
                found = calculated(one)[0]
                part = next(part for part in drawn.parts if part.role == "barrel")
                under = part.places[0].at[2] - part.section_m[1] / 2
                self.assertAlmostEqual(-under, found.draft_m, places=9)

    def test_boards_cover_it(self) -> None:
        for one, drawn in some("uk", 5, 6):
            spec: FloatSpec = one.spec
            boards = [p for p in drawn.parts if p.role == "decking" and p.id.startswith("p/decking")]
            area = sum(p.count * p.length_m * p.section_m[1] for p in boards)
            gaps = spec.wide_m * spec.long_m - area
            self.assertTrue(0 <= gaps <= 0.12 * spec.wide_m * spec.long_m, gaps)

    @tag("slow")
    def test_the_ramp_s_stringers_are_as_long_as_was_said(self) -> None:
        for school in SCHOOLS:
            for one, drawn in some(school, 5, 7):
                for part in drawn.parts:
                    if part.role == "stringer":
                        self.assertAlmostEqual(part.length_m, one.spec.ramp.length_m, places=3)
                        self.assertEqual(part.count, one.spec.ramp.count)


class WorkingsTest(unittest.TestCase):
    def test_sources_are_said(self) -> None:
        for school in SCHOOLS:
            for _, drawn in some(school, 3, 9):
                for check in drawn.checks:
                    self.assertTrue(check.demand.source and check.limit.source, check.key)

    def test_our_own_limits_are_called_ours(self) -> None:
        _, drawn = some("us", 1, 10)[0]
        for check in drawn.checks:
            if check.about.endswith("/afloat"):
                self.assertEqual(str(check.asks), "House limit", check.key)


class BetterIsNoWorseTest(unittest.TestCase):
    """More barrels, farther out, wider, fewer people: nothing that floats it gets worse."""

    def afloat(self, **more: Any) -> Afloat:
        base = {"long_m": 4.2, "wide_m": 3.0, "barrels": 8, "ramp": Ramp(length_m=0.0)}
        return calculated(of(FloatSpec(id="p", **{**base, **more})))[0].wet

    def test_more_barrels_sit_higher(self) -> None:
        drafts = [self.afloat(barrels=n, long_m=5.2).draft(3) for n in (6, 8, 10)]
        self.assertEqual(drafts, sorted(drafts, reverse=True))

    def test_farther_out_and_wider_leans_less(self) -> None:
        for changes in (
            [{"inset_m": inset} for inset in (0.5, 0.3, 0.1, 0.0)],
            [{"wide_m": wide} for wide in (2.4, 3.0, 3.6)],
        ):
            leans = []
            for change in changes:
                afloat = self.afloat(**change)
                leans.append(afloat.heel(afloat.people(2, y_m=1.0)) or math.pi)
            self.assertEqual(leans, sorted(leans, reverse=True), changes)

    def test_salt_water_bears_no_fewer(self) -> None:
        for barrels in (8, 10):
            fresh, salt = (self.afloat(barrels=barrels, long_m=5.2, water=water) for water in ("fresh", "salt"))
            self.assertGreaterEqual(salt.rated, fresh.rated)
            self.assertGreaterEqual(salt.no_balance_at, fresh.no_balance_at)

    def test_heavier_people_are_fewer(self) -> None:
        rated = [self.afloat(barrels=12, rows=3, wide_m=3.6, person_kg=kg).rated for kg in (60.0, 90.0, 120.0)]
        self.assertEqual(rated, sorted(rated, reverse=True))

    def test_dry_wood_floats_higher_than_soaked(self) -> None:
        for soaked in (1.0, 1.3, 1.6):
            one = calculated(of(FloatSpec(id="p", soaked_ratio=soaked)))[0]
            self.assertLessEqual(one.dry.draft(), one.wet.draft() + 1e-12)

    def test_it_leans_as_far_to_one_side_as_to_the_other(self) -> None:
        for x, y in ((0.0, 1.0), (1.2, 0.0), (0.8, 0.7)):
            afloat = self.afloat()
            there, back = afloat.people(2, x, y), afloat.people(2, -x, -y)
            # The last board is ripped to fill the width: it lies a little off the middle, and tells a hundredth of a degree.
            self.assertAlmostEqual(afloat.heel(there) or 0.0, afloat.heel(back) or 0.0, delta=math.radians(0.02))
            self.assertAlmostEqual(afloat.trim(there) or 0.0, afloat.trim(back) or 0.0, places=6)

    def test_two_at_two_places_lean_as_their_middle_does_when_it_is_little(self) -> None:
        afloat = self.afloat(barrels=12, rows=3, wide_m=3.6)
        apart = afloat.heel(afloat.people(1, y_m=0.2), afloat.people(1, y_m=0.6))
        middle = afloat.heel(afloat.people(2, y_m=0.4))
        assert apart is not None and middle is not None
        self.assertAlmostEqual(apart, middle, places=9)

    def test_the_small_angle_estimate_is_near_for_little_heel(self) -> None:
        afloat = self.afloat(barrels=12, rows=3, wide_m=3.6)
        crowd = afloat.people(1, y_m=0.5)
        masses = [(m.kg, m.y_m, m.h_m) for m in (*afloat.dead, crowd)]
        exact = heel_rad(afloat.roll, masses)
        assert exact is not None
        self.assertAlmostEqual(exact, stability(afloat.roll, masses).small_heel_rad, delta=0.06 * exact)

    def test_geometry_alone_is_optimistic(self) -> None:
        """The lean at which an edge goes under by geometry is more than the lean that the last crowd with a balance gives."""
        afloat = self.afloat()
        last = afloat.no_balance_at - 1
        exact = afloat.at_side(last)
        assert exact is not None
        self.assertGreater(edge_rad(afloat.freeboard(last), afloat.spec.wide_m / 2), 0.0)
        self.assertLess(exact, math.radians(60))

    def test_people_stand_inside_the_edge(self) -> None:
        afloat = self.afloat()
        self.assertAlmostEqual(afloat.side_m, 1.5 - EDGE_M)
        self.assertAlmostEqual(afloat.end_m, 2.1 - EDGE_M)


class LostBarrelTest(unittest.TestCase):
    def test_it_leans_to_the_side_that_lost_one(self) -> None:
        """Weights alike on both sides, one barrel missing at the left: lift's middle moves right, so it leans left."""
        rows = (-1.0,) * 3 + (1.0,) * 4
        lean = heel_rad(Barrels(rows, 0.2, 0.58), [(500.0, 0.0, 0.6)])
        assert lean is not None
        self.assertGreater(lean, math.radians(1))
        even = heel_rad(Barrels((-1.0,) * 4 + (1.0,) * 4, 0.2, 0.58), [(500.0, 0.0, 0.6)])
        self.assertEqual(even, 0.0)

    def test_a_weight_on_the_other_side_takes_it_back(self) -> None:
        rows = (-1.0,) * 3 + (1.0,) * 4
        bare = heel_rad(Barrels(rows, 0.2, 0.58), [(500.0, 0.0, 0.6)])
        held = heel_rad(Barrels(rows, 0.2, 0.58), [(500.0, 0.0, 0.6), (60.0, 1.0, 0.6)])
        assert bare is not None and held is not None
        self.assertLess(held, bare)

    def test_every_corner_is_no_worse_than_the_one_that_is_looked_at(self) -> None:
        one = calculated(of(FloatSpec(id="p", barrels=12, rows=3, wide_m=3.6)))[0].wet
        each = len(one.layout.along_m)

        def lean(lost: int) -> float:
            afloat = one.without(lost)
            crowd = afloat.people(2)
            return max(afloat.heel(crowd) or 0.0, afloat.trim(crowd) or 0.0)

        worst = lean(0)
        for corner in (each - 1, 12 - each, 11):
            self.assertLessEqual(lean(corner), worst + 1e-6)


class RatingTest(unittest.TestCase):
    @tag("slow")
    def test_the_rating_keeps_every_limit_and_one_more_breaks_one(self) -> None:
        for school in SCHOOLS:
            for one, drawn in some(school, 4, 11):
                afloat = calculated(replace(one, spec=replace(one.spec, people=None)))[0].wet
                if drawn.conflicts or afloat.rated < 1:
                    continue
                held = plan(one.of(replace(one.spec, people=afloat.rated)))
                over = plan(one.of(replace(one.spec, people=afloat.rated + 1)))
                own = [c for c in held.checks if c.about.endswith("/afloat")]
                self.assertTrue(all(result(c) != "fail" for c in own), [c.key for c in own if result(c) == "fail"])
                self.assertTrue(any(result(c) == "fail" for c in over.checks if c.about.endswith("/afloat")))

    def test_people_by_their_sum(self) -> None:
        """The closed form of the sums bounds what a platform is said to bear."""
        for one, _ in some("us", 5, 12):
            afloat = calculated(one)[0].wet
            try:
                bound = people(
                    afloat.dead_kg,
                    one.spec.person_kg,
                    Carried(barrels=one.spec.barrels, volume_m3=one.spec.barrel.volume_m3, sunk_share=0.5),
                    water_kg_m3=1025.0,
                )
            except (InvalidInputError, OutOfScopeError):
                continue
            self.assertLessEqual(afloat.rated, bound)

    def test_nobody_is_said_in_words(self) -> None:
        heavy = plan(of(FloatSpec(id="p", barrels=4, long_m=4.0, wide_m=3.0)))
        self.assertTrue(any("Bears nobody" in note for note in heavy.notes))
        self.assertNotEqual(state(heavy), "pass")


class WaysTest(unittest.TestCase):
    @tag("slow")
    def test_every_change_that_is_offered_can_be_planned_or_says_why(self) -> None:
        for school in SCHOOLS:
            for one, _ in some(school, 2, 13):
                for says, change in candidates(one):
                    self.assertTrue(says)
                    try:
                        plan(one.of(changed(one.spec, change)))
                    except InvalidInputError as refused:
                        self.assertTrue(refused.message)

    @tag("slow")
    def test_something_helps_where_too_many_are_wished(self) -> None:
        spec = localize(FloatSpec(id="p", barrels=12, rows=3, wide_m=3.6, people=6, moorings="two anchors"), "us")
        one = of(spec)
        self.assertEqual(state(plan(one)), "fail")
        helped = [says for says, change in candidates(one) if buildable(plan(one.of(changed(spec, change))))]
        self.assertTrue(helped)


class LineTest(unittest.TestCase):
    def read(self, text: str, bare: str = "ft", school: str = "us") -> FloatSpec:
        spec: FloatSpec = FLOAT.read(NewStructureRequest(text=text, id="p", bare=bare, school=school))  # type: ignore[arg-type]
        return spec

    def test_feet_and_metres_say_the_same(self) -> None:
        feet, metres = self.read("14x10 barrels8 ramp9"), self.read("4.2672x3.048 barrels8 ramp2.7432", "m")
        self.assertAlmostEqual(feet.long_m, metres.long_m)
        self.assertAlmostEqual(feet.ramp.length_m, metres.ramp.length_m)

    def test_every_word(self) -> None:
        spec = self.read(
            "14x10 barrels12 rows3 people5 ramp8 on=side bank2 low18in high12in inset4in drum120x480 salt ice=out"
        )
        self.assertEqual((spec.barrels, spec.rows, spec.people), (12, 3, 5))
        self.assertEqual((spec.ramp.lands, spec.water, spec.ice), ("side", "salt", "out"))
        self.assertAlmostEqual(spec.ramp.bank_m, 2 * FT)
        self.assertAlmostEqual(spec.low_m, 1.5 * FT)
        self.assertAlmostEqual(spec.high_m, 1.0 * FT)
        self.assertAlmostEqual(spec.inset_m, FT / 3)
        self.assertAlmostEqual(spec.barrel.volume_m3, 0.12)
        self.assertEqual(self.read("14x10 noramp").ramp.length_m, 0.0)

    def test_words_in_any_order(self) -> None:
        words = ["barrels12", "rows3", "people5", "ramp8", "salt", "ice=out"]
        rng = random.Random(4)
        first = self.read(" ".join(["14x12", *words]))
        for _ in range(10):
            rng.shuffle(words)
            self.assertEqual(self.read(" ".join(["14x12", *words])), first)

    def test_the_starts_that_a_page_offers_can_be_built(self) -> None:
        for school in SCHOOLS:
            book = rulebook(school)
            for start in FLOAT.line.starts:
                text = start.metric if book.metric else start.imperial
                spec = self.read(text, "m" if book.metric else "ft", school)
                drawn = plan(of(spec, Site(), book))
                self.assertEqual(drawn.conflicts, (), f"{school} {text}")
                failing = [c.key for c in drawn.checks if c.counts and result(c) == "fail"]
                self.assertEqual(failing, [], f"{school} {text}")

    def test_timbers_are_at_home_in_every_school(self) -> None:
        from steady.catalog.items import sticks

        for school in SCHOOLS:
            spec = self.read("14x10 barrels8", "ft", school)
            for key in (spec.joist, spec.cradle, spec.board, spec.ramp.stringer):
                self.assertIn(school, sticks()[key].schools, key)


class KeptTest(unittest.TestCase):
    @tag("slow")
    def test_a_job_goes_round_exactly(self) -> None:
        adapter = TypeAdapter(JobDocument)
        for school in SCHOOLS:
            for one, drawn in some(school, 2, 14):
                job = JobDocument(
                    name="Pond",
                    school=school,  # type: ignore[arg-type]
                    site=one.site,
                    structures=(Structure(name="Platform", spec=one.spec),),
                )
                back = adapter.validate_python(json.loads(adapter.dump_json(job)))
                self.assertEqual(back, job)
                again = plan_structure(back, "p")
                self.assertEqual(
                    [(p.role, p.length_m, p.count) for p in again.parts],
                    [(p.role, p.length_m, p.count) for p in drawn.parts],
                )

    def test_broken_specs_are_refused_at_their_field_and_never_crash(self) -> None:
        rng = random.Random(15)
        adapter = TypeAdapter(FloatSpec)
        good = json.loads(adapter.dump_json(FloatSpec(id="p")))
        planned = 0
        for _ in range(250):
            broken = json.loads(json.dumps(good))
            for _ in range(rng.randint(1, 3)):
                name = rng.choice([key for key in broken if key not in ("kind", "format", "id")])
                broken[name] = rng.choice([0, -1, 1.8, 3.3, 7, 24, 1e9, None, "", "joist 2x6 pine", "fresh", True, []])
            try:
                spec = adapter.validate_python(broken)
            except ValueError:
                continue
            try:
                plan(of(spec))
                planned += 1
            except InvalidInputError as refused:
                self.assertTrue(refused.field and refused.message)
        self.assertGreater(planned, 8)


class MassTest(unittest.TestCase):
    def test_a_mass_says_where_it_is(self) -> None:
        mass = Mass(kg=90.0, y_m=1.2, h_m=1.6)
        self.assertEqual((mass.kg, mass.x_m, mass.y_m, mass.h_m), (90.0, 0.0, 1.2, 1.6))

    def test_weights_balance_about_the_middle_without_a_ramp(self) -> None:
        for rows in (2, 3):
            afloat = calculated(of(FloatSpec(id="p", barrels=12, rows=rows, long_m=6.0, ramp=Ramp(length_m=0.0))))[
                0
            ].wet
            for way in ("x_m", "y_m"):
                turning = sum(m.kg * getattr(m, way) for m in afloat.dead)
                # The last board is ripped to fill the width: it lies a little off the middle.
                self.assertLess(abs(turning), 0.01 * afloat.dead_kg, way)

    def test_half_the_ramp_lies_where_it_lands(self) -> None:
        end, side = (
            calculated(of(FloatSpec(id="p", barrels=12, rows=3, wide_m=3.6, ramp=Ramp(lands=lands))))[0].wet
            for lands in ("end", "side")
        )
        self.assertLess(sum(m.kg * m.x_m for m in end.dead), -20.0)
        self.assertLess(sum(m.kg * m.y_m for m in side.dead), -20.0)
        pairs = itertools.pairwise(sorted(m.h_m for m in end.dead))
        self.assertTrue(all(a <= b for a, b in pairs))
