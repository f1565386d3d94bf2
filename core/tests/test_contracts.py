"""Contracts over random structures of every school: no silent part, no empty check, mirrored answers, more load never less."""

import math
import random
import unittest
from collections import Counter
from collections.abc import Callable
from dataclasses import replace
from typing import Any

from django.test import tag
from steady.data.loader import keyed
from steady.ground.site import Site
from steady.plan.model import Plan
from steady.structures.deck.spec.deck import Corner

from tests.lane import many
from tests.randoms import SCHOOLS, deck, fence, planned, platform

GATES = 0.5


def said(made: Plan) -> set[str]:
    """Names of all that is checked or said not to be."""
    return {check.key for check in made.checks} | {gap.key for gap in made.not_covered}


def silent(made: Plan) -> list[tuple[str, str]]:
    """Roles whose part of the load path is neither checked nor named as not covered, nor marked as carrying nothing."""
    names, missing = said(made), []
    for role in {part.role for part in made.parts}:
        row = keyed("roles").get(role)
        if row is None:
            missing.append((role, "stands in no table of roles"))
            continue
        if row.text["idle"]:
            continue
        for group in row.text["checks"].split(";"):
            if not names & {name.strip() for name in group.split("|")}:
                missing.append((role, group.strip()))
    return missing


class ContractsTest(unittest.TestCase):
    def each(self, school: str, make: Callable[[random.Random, str], tuple[Any, Site]], count: int, seed: int) -> int:
        rng, found = random.Random(f"{school}{seed}"), 0
        while found < count:
            spec, site = make(rng, school)
            made = planned(spec, site, school)
            if made is None:
                continue
            found += 1
            with self.subTest(f"{school} {spec.kind} {found}"):
                self.assertEqual(silent(made), [])
                for check in made.checks:
                    self.assertTrue(math.isfinite(check.use), (check.key, check.case))
                    self.assertTrue(check.demand.value > 0 or not check.demanded, (check.key, check.case))
                for gap in made.not_covered:
                    self.assertTrue(gap.reason and gap.would_have_to_change, gap)
        return found

    @tag("slow")
    def test_a_few_of_every_school(self) -> None:
        for school in SCHOOLS:
            self.each(school, fence, 12, 1)
            self.each(school, deck, 8, 2)
            self.each(school, platform, 8, 6)

    @tag("slow")
    def test_four_hundred_of_every_school(self) -> None:
        for school in SCHOOLS:
            self.each(school, fence, many(150), 3)
            self.each(school, lambda rng, name: fence(rng, name, gate=True), many(100), 4)
            self.each(school, deck, many(150), 5)
            self.each(school, platform, many(100), 7)


class MoreLoadTest(unittest.TestCase):
    def test_more_live_load_never_a_smaller_footing_nor_more_to_spare(self) -> None:
        rng = random.Random(9)
        for school in SCHOOLS:
            spec, site = deck(rng, school)
            spec = replace(spec, seat="top", posts=3, beams=2)
            widths: list[float] = []
            uses: list[float] = []
            for live in (2000.0, 2500.0, 3500.0, 5000.0):
                made = planned(replace(spec, live_pa=live), site, school)
                assert made is not None
                widths.append(max(footing.hole_width_m for footing in made.footings))
                uses.append(max(check.use for check in made.checks if check.key == "beam.bending"))
            self.assertEqual(widths, sorted(widths), school)
            self.assertEqual(uses, sorted(uses), school)

    def test_more_wind_never_a_shallower_hole_nor_more_to_spare(self) -> None:
        rng = random.Random(10)
        for school in SCHOOLS:
            spec, site = fence(rng, school, gate=True)
            depths, uses = [], []
            for step in (1.0, 1.1, 1.3, 1.6):
                blown = replace(
                    site,
                    wind_speed_m_per_s=site.wind_speed_m_per_s * step,
                    wind_pressure_pa=site.wind_pressure_pa * step**2,
                )
                made = planned(spec, blown, school)
                assert made is not None
                depths.append(max(footing.embedment_m for footing in made.footings))
                uses.append(max(c.use for c in made.checks if c.key == "post.bending_at_grade" and "wind" in c.case))
            self.assertEqual(depths, sorted(depths), school)
            self.assertEqual(uses, sorted(uses), school)


class MirrorTest(unittest.TestCase):
    def test_a_mirrored_deck_gives_the_same_answers(self) -> None:
        rng = random.Random(12)
        for school in SCHOOLS:
            for _ in range(4):
                spec, site = deck(rng, school)
                spec = replace(spec, stairs=())
                right = max(corner.x_m for corner in spec.outline)
                ring = tuple(reversed(spec.outline))
                turned = tuple(Corner(x_m=right - c.x_m, y_m=c.y_m, height_m=c.height_m) for c in ring)
                start = next(k for k, c in enumerate(turned) if c.x_m < 1e-9 and c.y_m < 1e-9)
                mirrored = replace(spec, outline=(*turned[start:], *turned[:start]))
                one, two = planned(spec, site, school), planned(mirrored, site, school)
                assert one is not None and two is not None
                for name in ("joist.bending", "post.axial_compression", "footing.soil_bearing"):
                    a = sorted(round(c.use, 3) for c in one.checks if c.key == name)
                    b = sorted(round(c.use, 3) for c in two.checks if c.key == name)
                    self.assertEqual(len(a), len(b), name)
                    for x, y in zip(a, b, strict=True):
                        # Joists stand from the left: their last bay differs a little when the deck is turned over.
                        self.assertAlmostEqual(x, y, delta=max(0.02, 0.09 * x), msg=f"{school} {name}")


ORDINARY_GAPS = {"us": 46, "ca": 86, "uk": 96, "nz": 93}


class OrdinaryGapsTest(unittest.TestCase):
    """How many lines say *not covered* on ordinary structures: printed, and it may not grow."""

    @tag("slow")
    def test_not_covered_lines_do_not_grow(self) -> None:
        from tests.ordinary import ordinary_plans

        for school in SCHOOLS:
            names: Counter[str] = Counter()
            for made in ordinary_plans(school):
                names.update({gap.key for gap in made.not_covered})
            total = sum(names.values())
            print(f"not covered, {school}: {total} lines: {dict(names.most_common(4))}")
            self.assertLessEqual(total, ORDINARY_GAPS[school], names)
