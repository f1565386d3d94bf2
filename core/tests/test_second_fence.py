"""Random straight fences under every school beside the second calculator: no post passes that it would fail."""

import ast
import random
import unittest
from pathlib import Path

from django.test import tag
from steady.catalog.items import usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.ground.site import Site
from steady.plan.model import Plan
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.structures.fence.spec.localise import localized
from steady.units.show import Tape

from tests.lane import many
from tests.make import plan
from tests.second import fence as second

HERE = Path(__file__).parent
POSTS = {
    "us": ("post 4x4 pine", "post 6x6 pine", "post 4x4 cedar", "post 8x8 pine"),
    "ca": ("post 89 SPF", "post 140 SPF"),
    "uk": ("post 75 C16", "post 100 C16", "post 100 C24", "post 125 C24", "post 150 C24"),
    "nz": ("post 90 SG8", "post 115 SG8", "post 140 SG8", "post 175 SG8"),
}
SOILS = {
    "us": ("sand", "clay", "gravel"),
    "ca": ("firm clay", "stiff clay", "medium sand", "dense sand or gravel"),
    "uk": ("good", "average", "poor"),
    "nz": ("good ground", "stiff clay", "medium sand", "dense sand"),
}
EXPOSURES = {"us": "BCD", "ca": ("open", "rough"), "uk": ("I", "II", "III"), "nz": ("B",)}


def a_fence(rng: random.Random, school: str) -> tuple[FenceSpec, Site]:
    """Boarded, straight, level, of the school's own timbers, in any wind that a place might have."""
    base = localized(
        FenceSpec(id="f", straights=(Straight(id="a", length_m=rng.uniform(4, 40)),), infill=Infill(style="butted")),
        school,
    )
    spec = FenceSpec(
        id="f",
        straights=base.straights,
        infill=base.infill,
        rail=base.rail,
        board=base.board,
        post=rng.choice(POSTS[school]),
        height_m=rng.uniform(0.9, 2.1),
        bay_max_m=rng.uniform(1.5, 2.7),
        gap_m=rng.choice((0.0, 0.05, 0.1)),
    )
    where = Site(
        soil=rng.choice(SOILS[school]),
        exposure=rng.choice(EXPOSURES[school]),  # type: ignore[arg-type]
        wind_speed_m_per_s=rng.uniform(40, 65) if school == "us" else rng.uniform(18, 45),
        wind_pressure_pa=rng.uniform(250, 700) if school == "ca" else 0.0,
    )
    return spec, where


def seconds_of(spec: FenceSpec, where: Site, made: Plan, school: str) -> second.Straight:
    return second.Straight(
        school=school,
        stations_m=tuple(mark.station_m for mark in made.marks),
        height_m=spec.height_m,
        gap_m=spec.gap_m,
        post=spec.post,
        hole_m=made.footings[0].hole_width_m,
        soil=where.soil,
        exposure=where.exposure,
        speed_m_s=where.wind_speed_m_per_s,
        pressure_pa=where.wind_pressure_pa,
    )


class SecondFenceTest(unittest.TestCase):
    def agrees(self, school: str, count: int, seed: int) -> None:
        rng = random.Random(seed)
        for _ in range(count):
            spec, where = a_fence(rng, school)
            made = plan(spec, where, rulebook(school), PurchasingSettings(bag=usual(school).bag), Tape("metric", 0.001))
            theirs = seconds_of(spec, where, made, school)
            bends = {c.about: c for c in made.checks if c.key == "post.bending_at_grade" and c.case == "wind"}
            holds = {c.about: c for c in made.checks if c.key == "footing.lateral_embedment" and c.case == "wind"}
            refused = {gap.about for gap in made.not_covered if gap.key == "footing.lateral_embedment"}
            for footing, use, depth in zip(
                made.footings, second.post_uses(theirs), second.depths_m(theirs), strict=True
            ):
                ours = bends[footing.under]
                self.assertAlmostEqual(ours.use / use, 1.0, delta=0.004, msg=f"{school} {spec.post} {spec.height_m}")
                if footing.under in holds:
                    needs = holds[footing.under].limit
                    needs_m = needs.value * (0.3048 if needs.unit == "ft" else 1.0)
                    self.assertAlmostEqual(needs_m / depth, 1.0, delta=0.006, msg=f"{school} {where.soil}")
                    if holds[footing.under].use <= 1:
                        self.assertGreaterEqual(footing.embedment_m, depth * 0.994)
                else:
                    # No depth within the formula's reach: it is said, never passed over.
                    self.assertIn(footing.under, refused)
                    self.assertGreater(depth, 3.0)

    def test_a_few_of_every_school(self) -> None:
        for school in POSTS:
            with self.subTest(school):
                self.agrees(school, 12, 41)

    @tag("slow")
    def test_four_hundred_of_every_school(self) -> None:
        for school in POSTS:
            with self.subTest(school):
                self.agrees(school, many(400), 42)


class OwnTest(unittest.TestCase):
    def test_the_second_calculation_stands_alone(self) -> None:
        for path in (HERE / "second").glob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                names = [node.module or ""] if isinstance(node, ast.ImportFrom) else []
                names += [alias.name for alias in node.names] if isinstance(node, ast.Import) else []
                for name in names:
                    if name.startswith("steady"):
                        self.assertTrue(name.startswith(("steady.units", "steady.plan.model")), f"{path.name}: {name}")
