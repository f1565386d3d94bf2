"""Random fences keep their promises: whatever style, slope, spacing and school, measured on the pieces by brute force."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any

from django.test import tag
from steady.catalog.items import sticks, usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import RULEBOOKS, rulebook
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.ground.profile import Profile
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.jobs.design_sheet import sheet
from steady.plan.model import Plan
from steady.plan.results import STATES, state
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Infill, NoDig, Straight
from steady.structures.fence.spec.localise import localized
from steady.takeoff.bill import bill, cuts, pieces
from steady.units.show import Tape

from tests.make import plan

STYLES = ("butted", "even gaps", "board on board", "slats")
BAYS = ("fewest posts", "equal", "nudged")


def random_fence(rng: random.Random) -> tuple[FenceSpec, Site]:
    """A fence of one to three straights with perhaps a gate and a band, on rolling ground."""
    legs = rng.randint(1, 3)
    lengths = [rng.uniform(6, 16) for _ in range(legs)]
    straights = tuple(
        Straight(
            id=f"s{k}",
            length_m=lengths[k],
            turn_rad=rng.uniform(-1.2, 1.2) if k else 0.0,
            follows=rng.choice(("raked", "stepped")),
        )
        for k in range(legs)
    )
    total = sum(lengths)
    gate = GateOpening(id="g", at_m=rng.uniform(1.5, lengths[0] - 2.8), clear_m=1.0)
    zone = NoDig(id="z", at_m=lengths[0] + rng.uniform(1, 4) if legs > 1 else 0.6, half_width_m=rng.uniform(0.05, 0.3))
    spec = FenceSpec(
        id="f",
        straights=straights,
        openings=(gate,) if rng.random() < 0.4 else (),
        zones=(zone,) if legs > 1 else (),
        infill=Infill(style=rng.choice(STYLES)),  # type: ignore[arg-type]
        bays=rng.choice(BAYS),  # type: ignore[arg-type]
        height_m=rng.uniform(0.9, 1.9),
        bay_max_m=rng.uniform(1.6, 2.4),
    )
    heights, at = [], 0.0
    while at < total:
        heights.append(LevelReading(at_m=at, height_m=rng.uniform(-0.3, 0.3)))
        at += rng.uniform(1.5, 4)
    heights.append(LevelReading(at_m=total, height_m=rng.uniform(-0.3, 0.3)))
    return spec, Site(frost_m=0.5, grounds=(Ground(line="f", shots=tuple(heights)),))


def bays_of(made: Plan) -> list[tuple[float, float]]:
    return list(itertools.pairwise(mark.station_m for mark in made.marks))


class PromiseTest(unittest.TestCase):
    def cases(self, count: int, seed: int) -> list[tuple[FenceSpec, Site, Plan]]:
        rng = random.Random(seed)
        found: list[Any] = []
        while len(found) < count:
            spec, where = random_fence(rng)
            try:
                found.append((spec, where, plan(spec, where, rulebook("us"), PurchasingSettings(), Tape())))
            except InvalidInputError as error:
                # A random fence may be one that cannot be; it is then refused at a field, in words.
                self.assertTrue(error.field and error.message)
        return found

    @tag("slow")
    def test_no_bay_is_over_its_limit_and_no_post_stands_in_a_band(self) -> None:
        for spec, _, made in self.cases(60, 31):
            gates = {(o.at_m, o.at_m + o.clear_m + 5.5 * 0.0254) for o in spec.openings}
            for a, b in bays_of(made):
                if not any(abs(a - g) < 1e-6 for g, _ in gates):
                    self.assertLessEqual(b - a, spec.bay_max_m + 1e-6)
            if made.conflicts:
                continue
            hole = made.footings[0].hole_width_m
            for zone in spec.zones:
                for mark in made.marks:
                    if mark.kind == "line":
                        self.assertGreaterEqual(abs(mark.station_m - zone.at_m), zone.half_width_m + hole / 2 - 1e-6)

    def test_every_board_clears_the_soil_at_its_posts_and_every_stepped_one_anywhere(self) -> None:
        for spec, where, made in self.cases(40, 32):
            ground = where.profile("f")
            starts = list(itertools.accumulate((s.length_m for s in spec.straights), initial=0.0))
            for mark in made.marks:
                self.assertGreaterEqual(mark.cut_height_m, spec.gap_m + spec.height_m - 1e-9)
            for part in made.parts:
                if part.role != "board":
                    continue
                for place in part.places:
                    bay = place.id.split("/")[2]
                    station = self.station(made, bay)
                    leg = max(k for k, s in enumerate(starts[:-1]) if s <= station + 1e-6)
                    if spec.straights[leg].follows == "raked":
                        continue
                    end = next(b for a, b in bays_of(made) if abs(a - station) < 1e-6)
                    high = max(ground.height_m(x) for x in (station, end, *ground.breaks_m(station, end)))
                    self.assertAlmostEqual(place.at[2], high + spec.gap_m, 6)
                    self.assertAlmostEqual(place.step[2], 0, 9)

    @staticmethod
    def station(made: Plan, bay: str) -> float:
        return next(mark.station_m for mark in made.marks if mark.id == f"f/post/{bay}")

    def test_pieces_fit_their_sticks_and_counts_agree_by_two_ways(self) -> None:
        for _, _, made in self.cases(25, 33):
            yard = PurchasingSettings()
            found = cuts(made, yard, better=False)
            for item in found:
                if item.plan is None:
                    self.assertTrue(item.problem)
                    continue
                wanted = sorted(
                    round(part.stick_m or part.length_m, 6)
                    for part in made.parts
                    if part.item == item.item and part.length_m
                    for _ in range(part.count)
                )
                given = sorted(
                    round(piece, 6)
                    for pattern in item.plan.patterns
                    for piece in pattern.pieces_m
                    for _ in range(pattern.count)
                )
                # Rips share boards: no fewer than their widths ask for, no more than one each.
                rips = [p for p in made.parts if p.item == item.item and any(cut.kind == "rip" for cut in p.cuts)]
                ripped = sum(part.count for part in rips)
                wide_m = sticks()[item.item].width_m
                least = math.ceil(sum(part.section_m[1] * part.count for part in rips) / wide_m - 1e-9)
                self.assertLessEqual(len(given), len(wanted))
                self.assertGreaterEqual(len(given), len(wanted) - ripped + least)
                for pattern in item.plan.patterns:
                    used = sum(pattern.pieces_m) + (len(pattern.pieces_m) - 1) * yard.kerf_m
                    self.assertLessEqual(used, pattern.stock_m + 1e-6)
            self.assertEqual(sum(row.count for row in pieces(made)), sum(p.count for p in made.parts if p.length_m > 0))
            self.assertGreater(bill(made, yard, found).total, 0)

    def test_rails_by_their_own_ends_reach_from_post_to_post(self) -> None:
        for spec, _, made in self.cases(25, 34):
            for part in made.parts:
                if part.role != "rail":
                    continue
                for place in part.places:
                    level = part.length_m * math.hypot(place.along[0], place.along[1])
                    bay = place.id.split("/")[2]
                    a = self.station(made, bay)
                    b = next(end for start, end in bays_of(made) if abs(start - a) < 1e-6)
                    on_face = spec.rail_laid == "on edge" or (spec.infill.style == "slats" and spec.rail_laid == "flat")
                    over = 5.5 * 0.0254 if on_face else 0.0
                    self.assertLessEqual(level, b - a + over + 1e-6)
                    self.assertGreaterEqual(level, b - a - 5.5 * 0.0254 - 1e-6)

    def test_the_same_words_give_the_same_plan(self) -> None:
        for spec, where, made in self.cases(8, 35):
            self.assertEqual(plan(spec, where, rulebook("us"), PurchasingSettings(), Tape()), made)

    def test_every_plan_is_drawn_within_its_paper_and_worded(self) -> None:
        for _, _, made in self.cases(12, 36):
            for view in views(made, Tape()):
                left, low, right, high = view.bounds
                self.assertTrue(math.isfinite(left + low + right + high) and right > left)
                self.assertTrue(view.shapes)
            shown = sheet(made, Tape(), PurchasingSettings())
            self.assertEqual(len(shown.posts), len(made.marks))
            self.assertEqual(len(shown.bays), len(made.marks) - 1)

    def test_more_wind_never_makes_a_hole_shallower(self) -> None:
        for spec, where, made in self.cases(12, 37):
            windier = replace(where, wind_speed_m_per_s=where.wind_speed_m_per_s * 1.2)
            again = plan(spec, windier, rulebook("us"), PurchasingSettings(), Tape())
            for before, after in zip(made.footings, again.footings, strict=True):
                self.assertGreaterEqual(after.embedment_m, before.embedment_m - 1e-9)

    def test_a_line_read_backwards_has_its_posts_mirrored(self) -> None:
        rng = random.Random(38)
        for style in STYLES:
            length = rng.uniform(8, 20)
            shots = [(0.0, 0.0), (length / 3, rng.uniform(-0.3, 0.3)), (length, rng.uniform(-0.3, 0.3))]
            spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=length),), infill=Infill(style=style))  # type: ignore[arg-type]
            there = plan(spec, self.ground(shots), rulebook("us"), PurchasingSettings(), Tape())
            back = plan(
                spec, self.ground([(length - x, z) for x, z in shots]), rulebook("us"), PurchasingSettings(), Tape()
            )
            for a, b in zip(there.footings, reversed(back.footings), strict=True):
                self.assertAlmostEqual(a.embedment_m, b.embedment_m, 6)
            mass = [sum(p.mass_kg * p.count for p in made.parts if p.role == "board") for made in (there, back)]
            self.assertAlmostEqual(mass[0], mass[1], 6)

    @staticmethod
    def ground(shots: list[tuple[float, float]]) -> Site:
        return Site(
            grounds=(Ground(line="f", shots=tuple(LevelReading(at_m=x, height_m=z) for x, z in sorted(shots))),)
        )


class SchoolsTest(unittest.TestCase):
    def test_every_style_stands_under_every_school_in_its_own_timber(self) -> None:
        for school in RULEBOOKS:
            start = usual(school)
            where = Site(
                soil=start.soil,
                exposure=start.exposure,  # type: ignore[arg-type]
                wind_speed_m_per_s=start.wind_speed_m_per_s,
                frost_m=0.45,
                cohesion_pa=50_000.0,
                grounds=(
                    Ground(line="f", shots=(LevelReading(at_m=0, height_m=0), LevelReading(at_m=12, height_m=-0.6))),
                ),
            )
            for style, follows in itertools.product(STYLES, ("raked", "stepped")):
                line = Straight(id="a", length_m=12.0, follows=follows)  # type: ignore[arg-type]
                spec = localized(FenceSpec(id="f", straights=(line,), infill=Infill(style=style)), school)  # type: ignore[arg-type]
                with self.subTest(school=school, style=style, follows=follows):
                    made = plan(spec, where, rulebook(school), PurchasingSettings(bag=start.bag), Tape("metric", 0.001))
                    self.assertTrue(all(school in sticks()[p.item].schools for p in made.parts if p.length_m))
                    self.assertIn(state(made), STATES)
                    self.assertTrue(all(gap.reason for gap in made.not_covered))
                    noun = "slat.bending" if style == "slats" else "rail.bending"
                    self.assertTrue(any(c.key == noun for c in made.checks) or made.not_covered)
                    self.assertEqual(
                        len(sheet(made, Tape("metric", 0.001), PurchasingSettings(bag=start.bag)).posts),
                        len(made.marks),
                    )

    def test_a_stepped_panel_is_never_lower_than_a_raked_one_at_its_high_post(self) -> None:
        ground = Profile([(0, 0), (12, -1.2)])
        shots = tuple(
            LevelReading(at_m=x, height_m=z) for x, z in zip(ground.stations_m, ground.heights_m, strict=True)
        )
        where = Site(grounds=(Ground(line="f", shots=shots),))
        tops = {}
        for follows in ("raked", "stepped"):
            spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=12.0, follows=follows),))
            made = plan(spec, where, rulebook("us"), PurchasingSettings(), Tape())
            tops[follows] = [mark.cut_height_m for mark in made.marks]
        self.assertTrue(all(s >= r - 1e-9 for r, s in zip(tops["raked"], tops["stepped"], strict=True)))


if __name__ == "__main__":
    unittest.main()
