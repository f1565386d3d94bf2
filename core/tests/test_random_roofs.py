"""Random roofs of every school, two hundred a school, held to what their pieces say of themselves in space."""

import itertools
import math
import random
import unittest
from dataclasses import replace
from typing import Any

from django.test import tag
from steady.catalog.items import stick, usual
from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.plan.model import Part, PartPlacement, Plan, Vec
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.registry import kind_of, plan
from steady.structures.structure_type import DesignInput
from steady.units.show import Tape

from tests.lane import many

A_SCHOOL = many(200)
SCHOOLS = ("us", "ca", "uk", "nz")
NEAR_M = 2e-3


def site(school: str) -> Site:
    start = usual(school)
    return Site(
        soil=start.soil,
        exposure=start.exposure,  # type: ignore[arg-type]
        wind_speed_m_per_s=start.wind_speed_m_per_s,
        wind_pressure_pa=400.0 if school == "ca" else 0.0,
        ground_snow_pa=900.0,
        latitude_rad=0.7,
        longitude_rad=0.0,
    )


def pergola(rng: random.Random) -> PergolaSpec:
    return PergolaSpec(
        id="r",
        beams_m=rng.uniform(2.4, 6.0),
        rafters_m=rng.uniform(2.2, 4.2),
        high_m=rng.uniform(2.1, 2.9),
        rafter_spacing_m=rng.uniform(0.4, 0.9),
        slat_gap_m=rng.uniform(0.03, 0.2),
        upright=rng.choice(("knee braces", "fixed posts")),
        attach=rng.choice(("free", "free", "house")),
    )


def lean_to(rng: random.Random) -> LeanToSpec:
    return LeanToSpec(
        id="r",
        beams_m=rng.uniform(2.2, 5.0),
        depth_m=rng.uniform(1.4, 2.8),
        pitch_rad=math.radians(rng.uniform(3.5, 12)),
        beam_top_m=rng.uniform(2.0, 2.6),
        past_m=rng.uniform(0.05, 0.3),
        rafter_spacing_m=rng.uniform(0.4, 0.7),
    )


def pavilion(rng: random.Random) -> PavilionSpec:
    deep = rng.uniform(2.2, 3.6)
    return PavilionSpec(
        id="r",
        deep_m=deep,
        beams_m=deep if rng.random() < 0.4 else deep + rng.uniform(0.3, 1.6),
        pitch_rad=math.radians(rng.uniform(16, 32)),
        past_m=rng.uniform(0.1, 0.35),
        rafter_spacing_m=rng.uniform(0.45, 0.65),
    )


def made(rng: random.Random, school: str, number: int) -> tuple[DesignInput, Plan] | None:
    """A random roof at home in its school, and its plan; None where its sizes leave no room, which is refused in words."""
    spec: Any = (pergola, lean_to, pavilion)[number % 3](rng)
    spec = kind_of(spec).home(spec, school)
    metric = rulebook(school).metric
    tape = Tape("metric", 0.001) if metric else Tape()
    case = DesignInput(spec=spec, site=site(school), book=rulebook(school), yard=PurchasingSettings(), tape=tape)
    try:
        return case, plan(case)
    except InvalidInputError:
        return None


def all_of(made: Plan, *roles: str) -> list[tuple[Part, PartPlacement, Vec]]:
    """Every piece of some roles, rows of pieces one by one: the start of each."""
    found = []
    for part in made.parts:
        if part.role in roles:
            for place in part.places:
                for k in range(place.count):
                    x, y, z = (a + k * b for a, b in zip(place.at, place.step, strict=True))
                    found.append((part, place, (x, y, z)))
    return found


def on_line(at: Vec, along: Vec, axis: int, to: float) -> float:
    """How far along a piece it meets the plane where one coordinate has a value (m)."""
    return (to - at[axis]) / along[axis]


class RandomRoofs(unittest.TestCase):
    """Whatever is drawn fits together, whatever the sizes."""

    @tag("slow")
    def test_two_hundred_a_school(self) -> None:
        for school in SCHOOLS:
            rng = random.Random(f"roofs {school}")
            planned = 0
            for number in range(A_SCHOOL):
                found = made(rng, school, number)
                if found is None:
                    continue
                planned += 1
                case, whole = found
                with self.subTest(school, number=number, spec=case.spec):
                    self.seats_lie_on_their_beams(whole)
                    self.slats_are_clear_and_even(whole)
                    self.jacks_end_on_the_hip_s_face(whole)
                    self.sheets_come_out_of_sheets(case, whole)
                    self.it_weighs_what_its_pieces_weigh(whole)
            # Few random sizes leave no room; a test of refusals alone would prove nothing.
            self.assertGreater(planned, 0.8 * A_SCHOOL, school)

    def seats_lie_on_their_beams(self, whole: Plan) -> None:
        """Every common rafter crosses a beam, and its underside meets the beam's top there."""
        beams = all_of(whole, "beam")
        for part, place, at in all_of(whole, "rafter"):
            axis = 1 if abs(place.along[1]) > abs(place.along[0]) else 0
            over = []
            for beam, lies, start in beams:
                if abs(lies.along[axis]) > 0.5:
                    continue  # it runs the rafter's way
                for face in (-beam.section_m[0] / 2, beam.section_m[0] / 2):
                    off = on_line(at, place.along, axis, start[axis] + face)
                    if -NEAR_M <= off <= part.length_m + NEAR_M:
                        under = at[2] + off * place.along[2] - part.section_m[1] / place.up[2] / 2
                        over.append(under - start[2] - beam.section_m[1] / 2)
            self.assertTrue(over, part.id)
            # It meets the beam at the outer face, where levels are counted from, and is cut in by no more than half.
            self.assertLessEqual(min(over), NEAR_M, part.id)
            self.assertGreaterEqual(min(over), -part.section_m[1] / place.up[2] / 2, part.id)

    def slats_are_clear_and_even(self, whole: Plan) -> None:
        # A slat longer than any stick is joined end to end: its pieces lie on one line.
        slats = sorted({round(at[1], 4) for _, place, at in all_of(whole, "slat") if abs(place.along[0]) > 0.5})
        gaps = [b - a for a, b in itertools.pairwise(slats)]
        if len(gaps) > 1:
            self.assertLess(max(gaps) - min(gaps), NEAR_M)
            self.assertGreater(min(gaps), 0.02)

    def jacks_end_on_the_hip_s_face(self, whole: Plan) -> None:
        """The middle of a jack's end lies on the near face of a hip: half the hip's thickness off its middle line, from above."""
        hips = all_of(whole, "hip")
        for part, place, at in all_of(whole, "jack"):
            end = [a + part.length_m * b for a, b in zip(at, place.along, strict=True)]
            off = min(
                abs(self.from_line((end[0], end[1]), start, hip.along) - made_of.section_m[0] / 2)
                for made_of, hip, start in hips
            )
            self.assertLess(off, NEAR_M, part.id)

    @staticmethod
    def from_line(point: tuple[float, float], start: Vec, along: Vec) -> float:
        """Distance of a point from a line, from above (m)."""
        level = math.hypot(along[0], along[1])
        return abs((point[0] - start[0]) * along[1] - (point[1] - start[1]) * along[0]) / level

    def sheets_come_out_of_sheets(self, case: DesignInput, whole: Plan) -> None:
        """No piece is wider than the sheet it comes out of, and none longer than a sheet that is sold for it."""
        for part in whole.parts:
            if part.role == "sheet":
                sheet = stick(part.item, "sheet", "sheet")
                self.assertLessEqual(part.section_m[1], sheet.width_m + NEAR_M, part.id)

    def it_weighs_what_its_pieces_weigh(self, whole: Plan) -> None:
        """Pieces of wood weigh what their length and section and one density come to: none is counted by another measure."""
        densities = {
            round(part.mass_kg / (part.length_m * math.prod(part.section_m)))
            for part in whole.parts
            if part.role in ("rafter", "beam", "slat", "purlin", "jack", "hip") and part.mass_kg > 0
        }
        for density in densities:
            self.assertTrue(300 < density < 800, densities)


DUG = ("footing.depth", "footing.soil_bearing", "footing.uplift")
"""Holes are chosen with the load: a harder one is dug deeper and is then used less."""


class Harder(unittest.TestCase):
    """More wind, more snow, or a taller free-standing frame is never easier."""

    WITHIN = 1.0 + 1e-9

    def uses(self, case: DesignInput) -> dict[tuple[str, str, str], float]:
        found: dict[tuple[str, str, str], float] = {}
        for check in plan(case).checks:
            if check.key in DUG:
                continue
            key = (check.key, check.about, check.case.split(",")[0])
            found[key] = max(found.get(key, 0.0), check.use)
        return found

    @tag("slow")
    def test_no_use_falls_when_wind_or_snow_rises(self) -> None:
        for school in SCHOOLS:
            rng = random.Random(f"harder {school}")
            for number in range(12):
                found = made(rng, school, number)
                if found is None:
                    continue
                case, whole = found
                count = len(whole.marks) // len({mark.across_m for mark in whole.marks})
                fixed = {"posts": max(2, count)}
                known = {name: value for name, value in fixed.items() if hasattr(case.spec, name)}
                case = replace(case, spec=replace(case.spec, **known))
                wind = {
                    "wind_speed_m_per_s": case.site.wind_speed_m_per_s * 1.15,
                    "wind_pressure_pa": case.site.wind_pressure_pa * 1.3,
                }
                for more in (wind, {"ground_snow_pa": case.site.ground_snow_pa * 1.5}):
                    harder = replace(case.site, **more)  # type: ignore[arg-type]
                    before, after = self.uses(case), self.uses(replace(case, site=harder))
                    for key in before.keys() & after.keys():
                        with self.subTest(school, number=number, check=key, more=more):
                            self.assertGreaterEqual(after[key] * self.WITHIN, before[key] - 1e-9)
