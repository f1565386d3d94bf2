"""Floats: how they sit, lean and turn over, against points, solids and numbers by hand; wood, ramp, straps; what is refused."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any

import manifold3d
import numpy as np
from django.test import tag
from Pynite import FEModel3D
from scipy.optimize import brentq
from steady.catalog.purchasing import PurchasingSettings
from steady.data.roles import role
from steady.design_codes.registry import rulebook
from steady.drawing.scene import scene
from steady.drawing.views import views
from steady.errors import InvalidInputError, OutOfScopeError
from steady.ground.placement import SitePlacement
from steady.ground.site import Site
from steady.ground.survey import SiteFeature, SitePoint
from steady.jobs.job_takeoff import count_twice
from steady.jobs.maintenance import upkeep
from steady.jobs.site_clearances import check_site_clearances, outlines, stood
from steady.plan.model import Plan
from steady.plan.results import fails, result, state
from steady.statics.floating import Barrels, _first_rise, draft_m, heel_rad
from steady.structures.floating_platform.buoyancy import Afloat, Mass
from steady.structures.floating_platform.checks.run_checks import FloatResult
from steady.structures.floating_platform.kind import FLOAT
from steady.structures.floating_platform.layout import boards_across
from steady.structures.floating_platform.plan import calculated
from steady.structures.floating_platform.spec import Barrel, FloatSpec, Ramp
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput, NewStructureRequest
from steady.takeoff.bill import bill, cuts
from steady.units.show import Tape
from steady.units.units import FT, GRAVITY, IN

from tests.make import case as of

SCHOOLS = ("us", "ca", "uk", "nz")


def case(text: str, school: str = "us", site: Site | None = None, **changes: Any) -> DesignInput:
    book = rulebook(school)
    spec = FLOAT.read(NewStructureRequest(text=text, id="p", bare="m" if book.metric else "ft", school=school))
    tape = Tape("metric", 0.001) if book.metric else Tape()
    return of(replace(spec, **changes), site or Site(), book, None, tape)


def found(text: str, **changes: Any) -> FloatResult:
    return calculated(case(text, **changes))[0]


class Cloud:
    """A platform's barrels as points that weigh what the water weighs: an independent calculator of draft and leans."""

    def __init__(self, afloat: Afloat, kept: list[tuple[float, float]], seed: int = 3) -> None:
        spec = afloat.spec
        r, long_m = spec.barrel.diameter_m / 2, afloat.roll.length_m
        rng = np.random.default_rng(seed)
        count = 20_000
        along = rng.uniform(-long_m / 2, long_m / 2, count)
        disc = rng.uniform(-r, r, (count, 2))
        inside = (disc**2).sum(1) < r * r
        along, disc = along[inside], disc[inside]
        self.points = np.concatenate([np.c_[x + along, y + disc[:, 0], r + disc[:, 1]] for x, y in kept])
        self.each_kg = afloat.roll.water_kg_m3 * len(kept) * spec.barrel.volume_m3 / len(self.points)

    def lean(self, masses: list[Mass], axis: int) -> float | None:
        """The first lean at which lift and weight stand over each other; axis 1 across, 0 along."""
        total = sum(mass.kg for mass in masses)
        at = [(mass.kg, (mass.x_m, mass.y_m)[axis], mass.h_m) for mass in masses]
        sign = 1.0 if sum(kg * y for kg, y, _ in at) >= total * self.points[:, axis].mean() else -1.0
        out, up = self.points[:, axis] * sign, self.points[:, 2]

        def over(theta: float) -> float:
            c, s = math.cos(theta), math.sin(theta)
            height, level = up * c - out * s, out * c + up * s
            under = np.argpartition(height, round(total / self.each_kg))[: round(total / self.each_kg)]
            return float(level[under].mean() * total - sum(kg * (y * sign * c + h * s) for kg, y, h in at))

        before = 0.0
        if over(0.0) >= 0:
            return 0.0
        for degrees in range(1, 61):
            theta = math.radians(degrees)
            if over(theta) >= 0:
                return float(brentq(over, before, theta, xtol=1e-5))
            before = theta
        return None


def barrels_of(afloat: Afloat, lost: int | None = None) -> list[tuple[float, float]]:
    spec, layout = afloat.spec, afloat.layout
    return [(x - spec.long_m / 2, y - spec.wide_m / 2) for k, (x, y) in enumerate(layout.barrels_at_m) if k != lost]


class AfloatTest(unittest.TestCase):
    def test_draft_by_hand_and_by_a_root_finder(self) -> None:
        wet = found("14x10 barrels8 ramp9").wet
        r, length = 0.2925, 0.2082 / (math.pi * 0.2925**2)

        def carried(t: float) -> float:
            area = r * r * math.acos((r - t) / r) - (r - t) * math.sqrt(2 * r * t - t * t)
            return 8 * 1000 * length * area - wet.dead_kg

        self.assertAlmostEqual(wet.draft(), brentq(carried, 0.01, 0.58), places=6)
        self.assertAlmostEqual(wet.sunk(1), (wet.dead_kg + 90) / (8 * 208.2), places=9)

    def test_weights_are_the_parts_weights(self) -> None:
        one, ramp_parts = calculated(case("14x10 barrels8 ramp9"))
        wood = sum(p.mass_kg * p.count for p in one.own if p.role not in ("barrel", "strap"))
        rest = sum(p.mass_kg * p.count for p in one.own if p.role in ("barrel", "strap"))
        ramp = sum(p.mass_kg * p.count for p in ramp_parts)
        self.assertAlmostEqual(one.dry.dead_kg, wood + rest + ramp / 2, places=6)
        self.assertAlmostEqual(one.wet.dead_kg, 1.3 * (wood + ramp / 2) + rest, places=6)
        self.assertGreater(one.wet.draft(), one.dry.draft())
        # By hand: eight joists' worth of one timber, 40 pcf: 2x6x10 ft less its rims weighs 22.5 lb.
        joist = next(p for p in one.own if p.role == "joist")
        self.assertAlmostEqual(joist.mass_kg / 0.45359237, 1.5 / 12 * 5.5 / 12 * (10 - 3 / 12) * 40, delta=0.05)

    def test_leans_by_points(self) -> None:
        for text, count, x, y in (
            ("14x10 barrels8 ramp9", 2, 0.0, 1.0),
            ("14x12 barrels12 rows3 ramp9 on=side", 3, 0.0, -1.5),
            ("14x12 barrels12 rows3", 4, 1.8, 0.0),
            ("14x10 barrels8", 3, -1.7, 0.0),
        ):
            wet = found(text).wet
            crowd = wet.people(count, x, y)
            cloud = Cloud(wet, barrels_of(wet))
            for ours, axis in ((wet.heel(crowd), 1), (wet.trim(crowd), 0)):
                theirs = cloud.lean([*wet.dead, crowd], axis)
                with self.subTest(text=text, axis=axis):
                    if theirs is None:
                        self.assertIsNone(ours)
                        continue
                    assert ours is not None
                    self.assertAlmostEqual(
                        math.degrees(ours), math.degrees(theirs), delta=0.08 + 0.03 * abs(math.degrees(theirs))
                    )

    def test_a_lost_barrel_by_points(self) -> None:
        wet = found("14x12 barrels12 rows3 ramp9").wet
        one, cloud = wet.without(0), Cloud(wet, barrels_of(wet, 0))
        crowd = one.people(wet.count)
        for ours, axis in ((one.heel(crowd), 1), (one.trim(crowd), 0)):
            theirs = cloud.lean([*wet.dead, crowd], axis)
            assert ours is not None and theirs is not None
            self.assertAlmostEqual(math.degrees(ours), math.degrees(theirs), delta=0.15)

    def test_the_number_that_finds_no_balance_by_points(self) -> None:
        wet = found("14x10 barrels8 ramp9").wet
        cloud = Cloud(wet, barrels_of(wet))
        heavy = -1.0  # the ramp lies on the left end
        for count, stands in ((wet.no_balance_at - 1, True), (wet.no_balance_at, False)):
            along = cloud.lean([*wet.dead, wet.people(count, x_m=heavy * wet.end_m)], 0)
            across = cloud.lean([*wet.dead, wet.people(count, y_m=wet.side_m)], 1)
            self.assertEqual(along is not None and across is not None, stands, count)

    def test_lift_and_its_middle_by_a_solids_library(self) -> None:
        """Cylinders cut by the leaning water: volume carried, and the middle of it, as a library of solids has them."""
        wet = found("14x12 barrels12 rows3").wet
        r, long_m = wet.spec.barrel.diameter_m / 2, wet.roll.length_m
        crowd = wet.people(3, y_m=wet.side_m)
        masses = [*wet.dead, crowd]
        heel = wet.heel(crowd)
        assert heel is not None
        solid = manifold3d.Manifold.compose(
            [
                manifold3d.Manifold.cylinder(long_m, r, r, 256, True).rotate((0, 90, 0)).translate((x, y, r))
                for x, y in barrels_of(wet)
            ]
        )
        # Turned so that the loaded side goes down, then cut level where it carries the weight.
        turned = solid.rotate((-math.degrees(heel), 0, 0))
        total = sum(mass.kg for mass in masses)

        def under(level: float) -> manifold3d.Manifold:
            return turned.trim_by_plane((0, 0, -1), -level)

        level = brentq(lambda z: under(z).volume() * 1000 - total, -2, 2, xtol=1e-7)
        wetted = under(level)
        lift_y = _middle(wetted)[1]
        weight_y = sum(m.kg * (m.y_m * math.cos(heel) + m.h_m * math.sin(heel)) for m in masses) / total
        self.assertAlmostEqual(lift_y, weight_y, delta=0.004)

    def test_more_people_never_float_higher_nor_lean_less(self) -> None:
        for text in ("14x10 barrels8", "10x8 barrels6", "14x12 barrels12 rows3 ramp9"):
            wet = found(text).wet
            drafts = [wet.draft(n) for n in range(5)]
            self.assertEqual(drafts, sorted(drafts))
            leans = [lean if lean is not None else math.pi / 2 for lean in (wet.at_side(n) for n in range(1, 5))]
            self.assertEqual(leans, sorted(leans))

    def test_salt_water_carries_more(self) -> None:
        self.assertGreater(found("14x10 barrels8").wet.draft(), found("14x10 barrels8 salt").wet.draft())

    def test_sinks(self) -> None:
        small = Barrel(volume_m3=0.03, diameter_m=0.3, long_m=0.5)
        made = plan(case("14x10 barrels8", barrel=small))
        self.assertEqual(state(made), "conflict")
        self.assertIn("less than self-weight", " ".join(made.conflicts))

    def test_the_edge_decides_not_the_total(self) -> None:
        """Half a dozen spread float well; the same half dozen at one edge turn it over: the second is what is said."""
        one = found("14x12 barrels12 rows3 people6", spacing_m=0.6)
        self.assertGreater(one.wet.freeboard(6), 0.25)
        self.assertLessEqual(one.wet.no_balance_at, 7)
        self.assertTrue(any(c.key == "float.stability_full_load_at_edge" for c in one.findings.checks))


def _middle(solid: manifold3d.Manifold) -> tuple[float, float, float]:
    """The middle of a solid's volume, from its triangles."""
    mesh = solid.to_mesh()
    points, faces = np.asarray(mesh.vert_properties)[:, :3], np.asarray(mesh.tri_verts)
    a, b, c = (points[faces[:, k]].astype(float) for k in range(3))
    volumes = np.einsum("ij,ij->i", a, np.cross(b, c)) / 6
    x, y, z = (volumes[:, None] * (a + b + c) / 4).sum(0) / volumes.sum()
    return float(x), float(y), float(z)


def continuous(supports_m: list[float], length_m: float, line_n: float) -> tuple[list[float], float, float]:
    """Reactions, least and greatest moment of an even line load over supports, by a frame library."""
    model = FEModel3D()
    model.add_material("wood", 10e9, 4e9, 0.3, 500)
    model.add_section("s", 0.005, 1e-5, 1e-5, 1e-6)
    at = sorted({0.0, length_m, *supports_m})
    for k, x in enumerate(at):
        model.add_node(f"n{k}", x, 0, 0)
        held = x in supports_m
        model.def_support(f"n{k}", held, held, True, True, False, False)
    for k in range(len(at) - 1):
        model.add_member(f"m{k}", f"n{k}", f"n{k + 1}", "wood", "s")
        model.add_member_dist_load(f"m{k}", "Fy", -line_n, -line_n)
    model.analyze(check_statics=False)
    reactions = [model.nodes[f"n{k}"].RxnFY["Combo 1"] for k, x in enumerate(at) if x in supports_m]
    moments = [member.moment("Mz", x) for member in model.members.values() for x in np.linspace(0, member.L(), 41)]
    return reactions, float(min(moments)), float(max(moments))


class StaticsTest(unittest.TestCase):
    """The exact heel, on its own."""

    def test_the_first_balance_is_found_and_none_past_the_last(self) -> None:
        barrels = Barrels((-1.1,) * 4 + (1.1,) * 4, 0.12, 0.48)
        light = [(50.0, 0.0, 0.24), (210.0, 0.0, 0.57), (180.0, 1.2, 1.6)]
        found_rad = heel_rad(barrels, light)
        assert found_rad is not None
        self.assertAlmostEqual(math.degrees(found_rad), 4.6114, delta=0.001)
        heavier = [heel_rad(barrels, [*light[:2], (kg, 1.2, 1.6)]) for kg in (200.0, 240.0, 280.0, 700.0 - 280.0)]
        kept = [lean for lean in heavier if lean is not None]
        self.assertEqual(kept, sorted(kept))
        self.assertIsNone(heavier[-1])

    def test_a_balance_between_two_steps_is_found(self) -> None:
        """The moment that rights it may rise above nothing and fall again within less than a step of the search."""
        for at_deg in (3.4, 7.5, 20.05, 41.93):
            found = _first_rise(lambda lean, at_deg=at_deg: 1e-5 - (lean - math.radians(at_deg)) ** 2)  # type: ignore[misc]
            assert found is not None, at_deg
            low, high = found
            self.assertLess(low, math.radians(at_deg))
            self.assertGreaterEqual(1e-5 - (high - math.radians(at_deg)) ** 2, 0)
            self.assertIsNone(_first_rise(lambda lean, at_deg=at_deg: -1e-6 - (lean - math.radians(at_deg)) ** 2))  # type: ignore[misc]

    def test_sunk_is_refused(self) -> None:
        with self.assertRaises(OutOfScopeError):
            draft_m(Barrels((0.0,), 0.1, 0.4), 101)


class WoodTest(unittest.TestCase):
    def test_joists_by_hand(self) -> None:
        """us, 40 psf between the rows: the middle span alone, w L²/8 less what the overhangs hold (nothing then)."""
        made = plan(case("14x10 barrels8"))
        layout = found("14x10 barrels8").layout
        inner = layout.cradles_m[2] - layout.cradles_m[1]
        # 40 psf on the joists' spacing over the clear middle, one span of several: not above a simple span's moment.
        moment = 40 * layout.joists.spacing_m / FT * (inner / FT) ** 2 / 8 * 12
        check = next(c for c in made.checks if c.key == "joist.bending")
        self.assertLess(check.demand.value, (moment + 250) / 7.5625 * 1.2)
        self.assertEqual(result(check), "pass")

    def test_cradles_by_a_frame_library(self) -> None:
        """A rail under soaked boards and joists, held at its outer barrels: moments as a general library has them."""
        one = found("14x10 barrels8 noramp")
        check = next(c for c in one.findings.checks if c.key == "cradle_rail.bending")
        layout, t = one.layout, one.layout.timber
        dead_pa = (
            1.3
            * GRAVITY
            * (
                t.board.density_kg_per_m3 * t.board.thickness_m
                + t.joist.density_kg_per_m3 * t.joist.thickness_m * t.joist.width_m / layout.joists.spacing_m
            )
        )
        inner, _, _ = continuous([y - t.joist.thickness_m for y in layout.cradles_m], 10 * FT - 3 * IN, dead_pa)
        line = max(inner) + 10 * GRAVITY / 2 * 4 / (14 * FT)
        _, low, high = continuous([layout.along_m[0], layout.along_m[-1]], 14 * FT, line)
        psi = max(abs(low), abs(high)) / 0.1129848 / (1.5 * 5.5**2 / 6)
        self.assertAlmostEqual(check.demand.value, psi, delta=0.01 * psi)

    def test_pressed_up_by_hand(self) -> None:
        """(V ρ − m) g: 208.2 L and 10 kg press with 1.94 kN, as two rails share it over a barrel's own length."""
        check = next(c for c in found("14x10 barrels8").findings.checks if c.key == "cradle_rail_upward_load.bending")
        push = (208.2 - 10) * GRAVITY
        self.assertAlmostEqual(push, 1944, delta=1)
        length = 0.2082 / (math.pi * 0.2925**2)
        spacing = found("14x10 barrels8").layout.joists.spacing_m
        moment_lb_in = push / 2 / length * spacing**2 / 8 / 0.1129848
        self.assertAlmostEqual(check.demand.value, moment_lb_in / (1.5 * 5.5**2 / 6), delta=0.5)

    def test_straps_hold_a_flooded_barrel(self) -> None:
        made = plan(case("14x10 barrels8"))
        gap = next(g for g in made.not_covered if g.key == "barrel_straps.capacity")
        assert gap.needs is not None
        # 218.2 kg in two straps, halved for the sun: 2.14 kN each.
        self.assertAlmostEqual(gap.needs.value, 218.2 * GRAVITY / 4.4482216, delta=1)
        rated = plan(case("14x10 barrels8", ratings=(ManufacturerRating(what=gap.key, holds_n=3000.0),)))
        self.assertTrue(any(c.key == gap.key and result(c) == "pass" for c in rated.checks))

    def test_strap_length_by_hand(self) -> None:
        """Round a circle of 292.5 from corners 272 out and 175.5 up: tangents of 138.6 and an arc of 194.8 degrees."""
        layout = found("14x10 barrels8").layout
        out, up, r = 0.8 * 0.585 / 2 + 1.5 * IN, math.sqrt(0.2925**2 - 0.234**2), 0.2925
        reach = math.hypot(out, up)
        low = math.atan2(up, out) - math.acos(r / reach)
        hand = r * (math.pi + 2 * low) + 2 * (math.sqrt(reach**2 - r**2) + 5.5 * IN + 1.5 * IN) + 0.3
        self.assertAlmostEqual(layout.strap_m, hand, places=9)
        self.assertAlmostEqual(hand, 1.928, delta=0.01)


class RampTest(unittest.TestCase):
    def test_slopes_over_the_year(self) -> None:
        one = found("14x10 barrels8 ramp9 bank2 low18in high12in")
        deck = one.layout.heights.deck_m - one.draft_m
        for sloped, water in zip(one.ramps, (0.0, -18 * IN, 12 * IN), strict=True):
            self.assertAlmostEqual(math.sin(sloped.slope_rad) * 9 * FT, 2 * FT - deck - water, places=9)
        made = plan(case("14x10 barrels8 ramp9 bank2 low36in"))
        self.assertTrue(any(c.key == "gangway.slope" and result(c) == "fail" for c in made.checks))

    def test_its_ends_meet_sill_and_deck(self) -> None:
        for where in ("end", "side"):
            one = case(f"14x10 barrels8 ramp9 bank3 on={where}")
            made = plan(one)
            stringer = next(p for p in made.parts if p.role == "stringer")
            place = stringer.places[0]
            rise = place.along[2] * stringer.length_m
            afloat = calculated(one)[0]
            self.assertAlmostEqual(rise, 3 * FT - (afloat.layout.heights.deck_m - afloat.draft_m), places=6)
            self.assertLess(place.along[0 if where == "end" else 1], 0)

    def test_too_short_is_refused_at_its_field(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            plan(case("14x10 barrels8 ramp3 bank9"))
        self.assertEqual(caught.exception.field, "ramp/length_m")

    def test_the_ramp_weighs_on_the_platform(self) -> None:
        self.assertGreater(found("14x10 barrels8 ramp9").wet.dead_kg, found("14x10 barrels8 noramp").wet.dead_kg)


class LayoutTest(unittest.TestCase):
    def test_boards_fill_the_width(self) -> None:
        for wide in (2.0, 2.4, 3.048, 3.7):
            boards = boards_across(wide, 5.5 * IN, IN / 4)
            self.assertAlmostEqual(boards[0][0] - boards[0][1] / 2, 0.0, places=9)
            self.assertAlmostEqual(boards[-1][0] + boards[-1][1] / 2, wide, places=9)
            for (a, wa), (b, wb) in itertools.pairwise(boards):
                self.assertGreaterEqual(b - wb / 2 - a - wa / 2, 0.004)

    @tag("slow")
    def test_barrels_lie_inside_and_apart(self) -> None:
        rng = random.Random(8)
        for _ in range(60):
            rows = rng.choice((2, 3, 4))
            spec = FloatSpec(
                id="p",
                long_m=rng.uniform(2.5, 7),
                wide_m=rng.uniform(1.8, 5),
                rows=rows,
                barrels=rows * rng.randint(2, 5),
                ramp=Ramp(length_m=0.0),
            )
            try:
                made = plan(of(spec))
            except InvalidInputError:
                continue
            if made.conflicts:
                continue
            part = next(p for p in made.parts if p.role == "barrel")
            boxes = [(p.at[0], p.at[0] + part.length_m, p.at[1] - 0.2925, p.at[1] + 0.2925) for p in part.places]
            for k, (a, b, low, high) in enumerate(boxes):
                self.assertTrue(a >= 0 and b <= spec.long_m and low >= -1e-9 and high <= spec.wide_m + 1e-9)
                for c, d, under, over in boxes[k + 1 :]:
                    self.assertTrue(b <= c + 1e-9 or d <= a + 1e-9 or high <= under + 1e-9 or over <= low + 1e-9)

    def test_conflicts_are_said(self) -> None:
        for text, says in (
            ("6x5 barrels8", "longer than the platform"),
            ("24x10 barrels20", "as long as the platform"),
        ):
            self.assertIn(says, " ".join(plan(case(text)).conflicts))
        with self.assertRaisesRegex(InvalidInputError, "rows of barrels touch"):
            plan(case("14x6 barrels16 rows4"))


class RefusalsTest(unittest.TestCase):
    def test_what_is_not_answered_for(self) -> None:
        for changes, site in (
            ({"boats": True}, Site()),
            ({"roofed": True}, Site()),
            ({"ice": "in"}, Site()),
            ({"people": 20}, Site()),
            ({"long_m": 7.3, "wide_m": 4.9}, Site()),
            ({}, Site(use="public")),
        ):
            with self.subTest(changes=changes, use=site.use):
                made = plan(case("14x10 barrels8", site=site, **changes))
                self.assertTrue(all(fails((one,)) for one in made.checks))  # what fails is kept, nothing passes
                self.assertIn("all_checks", {gap.key for gap in made.not_covered})
                self.assertNotEqual(state(made), "pass")

    def test_words(self) -> None:
        for text, says in (
            ("", "Write 14x10"),
            ("14", "is no size"),
            ("14x50", "across"),
            ("14x10 barrels3", "4 to 24 barrels"),
            ("14x10 barrels9999999", "4 to 24 barrels"),
            ("14x10 ramp40", "ramp is 3 to 29"),
            ("14x10 drum9x9", "litres and millimetres"),
            ("14x10 drum400x200", "no barrel"),
            ("14x10 on=roof", "end or the side"),
            ("14x10 noraft", "not recognized"),
            ("14x10 elephant", "not recognized"),
        ):
            with self.subTest(text=text), self.assertRaisesRegex(InvalidInputError, says):
                case(text)
        with self.assertRaises(InvalidInputError) as caught:
            plan(case("14x10 barrels9"))
        self.assertEqual(caught.exception.field, "barrels")
        self.assertEqual(case("float 14x10 barrels8 ramp9").spec, case("14x10 barrels8 ramp9").spec)
        self.assertEqual(case("14x10 drum120x480").spec.barrel.item, "barrel 120 L")

    def test_moorings_are_the_crews_word(self) -> None:
        bare, moored = plan(case("14x10 barrels8")), plan(case("14x10 barrels8", moorings="two anchors of 30 kg"))
        self.assertTrue(any(gap.key == "moorings.capacity" for gap in bare.not_covered))
        self.assertFalse(any(gap.key == "moorings.capacity" for gap in moored.not_covered))
        self.assertTrue(any("two anchors" in note for note in moored.notes))


class WhatComesOutTest(unittest.TestCase):
    def made(self, school: str = "us") -> tuple[DesignInput, Plan]:
        one = case("14x10 barrels8 ramp9" if school == "us" else "4.2x3 barrels8 ramp2.7", school)
        return one, plan(one)

    def test_every_school_plans_one_that_can_be_built(self) -> None:
        for school in SCHOOLS:
            with self.subTest(school):
                _, made = self.made(school)
                self.assertEqual(made.conflicts, ())
                failing = [c.key for c in made.checks if c.counts and result(c) == "fail"]
                self.assertEqual(failing, [])

    def test_every_piece_is_drawn_and_round_ones_round(self) -> None:
        one, made = self.made()
        ids = {place.id for part in made.parts if part.length_m for place in part.places}
        drawn = views(made, one.tape)
        self.assertTrue(ids <= {shape.id for shape in drawn[0].shapes})
        section = next(view for view in drawn if view.name == "section")
        ring = next(shape for shape in section.shapes if shape.layer == "barrel")
        ys, zs = [p[0] for p in ring.points], [p[1] for p in ring.points]
        self.assertAlmostEqual(max(ys) - min(ys), 0.585, delta=0.002)
        self.assertGreater(len(zs), 20)
        water = [
            shape for view in drawn for shape in view.shapes if shape.layer == "water" and shape.kind == "polyline"
        ]
        self.assertTrue(any(abs(y) < 1e-9 for shape in water for _, y in shape.points))
        rounds = [solid for solid in scene(made).solids if solid.layer == "barrel"]
        self.assertEqual({solid.shape for solid in rounds}, {"round"})
        self.assertEqual(len(rounds), 8)

    def test_the_water_leans_when_people_stand_at_one_side(self) -> None:
        one = case("14x12 barrels12 rows3", crowd_y_m=1.5)
        made, wet = plan(one), calculated(one)[0].wet
        line = next(curve for curve in made.curves if curve.id == "p/water/heel")
        (_, y0, z0), (_, y1, z1) = line.points
        heel = wet.heel(wet.people(wet.count, y_m=1.5))
        assert heel is not None
        self.assertAlmostEqual(math.atan2(z1 - z0, y1 - y0), heel, places=9)
        pulled = FLOAT.move(one.spec, next(h for h in made.handles if h.field == "crowd_y_m"), 99.0)
        self.assertAlmostEqual(pulled.crowd_y_m, 12 * FT / 2 - 0.3)
        along = FLOAT.move(one.spec, next(h for h in made.handles if h.field == "crowd_x_m"), -99.0)
        self.assertAlmostEqual(along.crowd_x_m, -(14 * FT / 2 - 0.3))
        # Each is pulled by a shape of the plan's own.
        drawn = {shape.id for shape in views(made, one.tape)[0].shapes}
        self.assertTrue({h.id for h in made.handles if h.field.startswith("crowd")} <= drawn)

    def test_list_and_cuts(self) -> None:
        _, made = self.made()
        found_cuts = cuts(made, PurchasingSettings())
        lines = bill(made, PurchasingSettings(), found_cuts).lines
        self.assertEqual(next(line.count for line in lines if line.item == "barrel 55 gal"), 8)
        self.assertFalse(any(cut.item == "barrel 55 gal" for cut in found_cuts))
        straps = next(cut for cut in found_cuts if cut.item.startswith("strap")).plan
        assert straps is not None
        self.assertEqual(sum(len(p.pieces_m) * p.count for p in straps.patterns), 16)
        salt = plan(case("14x10 barrels8 salt"))
        items = {part.item for part in salt.parts}
        self.assertTrue({"stainless joist hanger", "stainless framing angle", "stainless deck screw"} <= items)

    def test_counted_twice_and_alike(self) -> None:
        _, made = self.made()
        counted = {one.what: one for one in count_twice([made])}
        self.assertEqual([one.what for one in counted.values() if one.differs], [])
        self.assertEqual((counted["barrel"].drawn_count, counted["strap"].drawn_count), (8, 16))

    def test_order_of_work_and_holds(self) -> None:
        _, made = self.made()
        order = [task.id.split("/")[1] for task in made.tasks]
        for before, after in (("straps", "turn"), ("turn", "boards"), ("stand", "launch"), ("launch", "trim")):
            self.assertLess(order.index(before), order.index(after))
        holds = {task.id.split("/")[1]: task.hold for task in made.tasks}
        self.assertIn("before it is turned over", holds["straps"])
        self.assertIn("before it is launched", holds["stand"])
        said = " ".join(caution.text for caution in made.cautions)
        for word in ("life jacket", "swims under", "Children", "electricity"):
            self.assertIn(word, said)

    def test_freeboard_is_a_target_at_every_corner(self) -> None:
        one, made = self.made()
        targets = [target for target in made.targets if target.what.startswith("freeboard")]
        self.assertEqual(len(targets), 4)
        dry = calculated(one)[0].dry
        self.assertAlmostEqual(targets[0].planned, dry.freeboard(0), places=9)

    def test_upkeep_before_the_ice(self) -> None:
        from datetime import date

        _, made = self.made()
        keys = {item.key for item in upkeep([made], date(2026, 11, 1))}
        self.assertTrue({"bungs", "straps", "freeze"} <= keys)

    def test_it_stands_in_the_water_of_its_site_and_that_is_well(self) -> None:
        one, made = self.made()
        ring = tuple(SitePoint(x_m=x, y_m=y) for x, y in ((-5, 5), (9, 5), (9, -9), (-5, -9)))
        pond = SiteFeature(id="w", kind="water", name="Pond", points=ring, reach_m=3.0)
        standing = stood(made, outlines(made), ("p", "Platform"), place=SitePlacement(level_m=-1.0))
        self.assertTrue(standing.floats)
        (beside,) = check_site_clearances(standing, [pond], (), tape=one.tape)
        self.assertEqual(beside.amiss, "")
        # The site's level is its water: it reaches down by its draft, not from a bed up.
        low = min(piece.low_m for piece in standing.pieces)
        self.assertAlmostEqual(low, -1.0 - calculated(one)[0].draft_m, delta=0.005)
        self.assertEqual(scene(made).water_m, 0.0)

    def test_roles_have_rows(self) -> None:
        _, made = self.made()
        for part in made.parts:
            self.assertTrue(role(part.role).one)
