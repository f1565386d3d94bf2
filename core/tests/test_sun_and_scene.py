"""Shadows of the parts themselves against the closed forms of slats, by hand on plain boxes, and the scene against the parts."""

import math
import random
import unittest
from dataclasses import replace
from datetime import date

from steady.drawing.pieces import corners
from steady.drawing.scene import STAGES, scene
from steady.drawing.shadows import Patch, cast, share_in, toward_sun
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.sun_shade import SunRequest, sun
from steady.layout.shade import across_sun, blocked, two_layers
from steady.layout.sun import sun_position
from steady.plan.model import Part, PartPlacement
from steady.structures import registry
from steady.structures.pergola.layout import lay_out
from steady.structures.pergola.line_parser import read_pergola

from tests.make import fence, planned
from tests.test_pergola import case
from tests.test_toy_kind import toy_job

DENVER = Site(latitude_rad=math.radians(39.74), longitude_rad=math.radians(-104.99), soil="sand")


class ShadowTest(unittest.TestCase):
    def test_a_post_by_hand(self) -> None:
        """A 2 m post with the sun at 45 degrees in the south-west throws 2 m of shadow to the north-east."""
        made = planned(fence())
        post = Part(
            id="p",
            role="post",
            item="post",
            length_m=2.0,
            section_m=(0.1, 0.1),
            places=(PartPlacement(id="p", at=(0.0, 0.0, 0.0), along=(0.0, 0.0, 1.0), up=(1.0, 0.0, 0.0)),),
        )
        one = replace(made, parts=(post,))
        [shadow] = cast(one, toward_sun(math.radians(45), math.radians(225), 0.0))
        far = max(shadow, key=lambda p: p[0] + p[1])
        self.assertAlmostEqual(far[0], 2 / math.sqrt(2) + 0.05, 4)
        self.assertAlmostEqual(far[1], 2 / math.sqrt(2) + 0.05, 4)

    def test_north_turned_turns_the_light_with_it(self) -> None:
        plain = toward_sun(0.6, 2.0, 0.0)
        turned = toward_sun(0.6, 2.0, 0.3)
        self.assertAlmostEqual(math.atan2(turned[1], turned[0]) - math.atan2(plain[1], plain[0]), 0.3, 9)
        self.assertAlmostEqual(toward_sun(0.6, 0.0, 0.0)[0], 0.0, 9)  # the sun in the north stands along y

    def test_shares_by_hand(self) -> None:
        square = ((0.0, 0.0), (1.0, 0.0), (1.0, 1.0), (0.0, 1.0))
        patch = Patch(left_m=0.0, near_m=0.0, right_m=2.0, far_m=1.0)
        self.assertAlmostEqual(share_in([square], patch), 0.5, delta=0.03)
        self.assertAlmostEqual(share_in([square, square], patch), 0.5, delta=0.03)  # twice shaded is shaded once
        self.assertEqual(share_in([], patch), 0.0)
        with self.assertRaises(InvalidInputError):
            share_in([], Patch(left_m=0, near_m=0, right_m=0, far_m=1))

    def test_slats_and_rafters_against_their_closed_forms(self) -> None:
        """Under the middle of a wide roof the shadows of the parts come to what slats and rafters stop by formula."""
        rng = random.Random(5)
        for _ in range(6):
            gap_in, hour = rng.choice((2, 3, 4)), rng.choice((10.0, 12.0, 14.0, 15.0))
            one = case(f"30x30 high8 over1 gap{gap_in}in", site=DENVER)
            made = planned_case = registry.plan(one)
            layout = lay_out(replace(one, site=DENVER), len(made.marks) // 2)
            altitude, azimuth = sun_position(
                DENVER.latitude_rad or 0,
                DENVER.longitude_rad or 0,
                date(2026, 7, 15),
                local_hours=hour,
                utc_offset_hours=-6,
            )
            toward = toward_sun(altitude, azimuth, 0.0)
            slat, rafter = layout.timber.slat, layout.timber.rafter
            assert slat is not None and layout.slats is not None
            run = math.pi / 2
            stops = two_layers(
                blocked(
                    slat.thickness_m, slat.width_m, layout.slats.pitch_m, across=across_sun(altitude, azimuth, run)
                ),
                blocked(
                    rafter.thickness_m,
                    rafter.width_m,
                    layout.rafters.spacing_m,
                    across=across_sun(altitude, azimuth, 0.0),
                ),
            )
            roof = replace(planned_case, parts=tuple(p for p in made.parts if p.role in ("slat", "rafter")))
            height = one.spec.high_m + layout.timber.beam.width_m + rafter.width_m
            mx = 4.572 - toward[0] / toward[2] * height
            my = -4.572 - toward[1] / toward[2] * height
            # A whole number of bays both ways, so that the patch is a fair sample of the roof.
            wide, deep = 2 * layout.rafters.spacing_m, 10 * layout.slats.pitch_m
            patch = Patch(left_m=mx - wide, near_m=my - deep, right_m=mx + wide, far_m=my + deep)
            self.assertAlmostEqual(share_in(cast(roof, toward), patch), stops, delta=0.025)  # lines across, 96 of them

    def test_the_noon_shadow_falls_to_the_north(self) -> None:
        """North of the tropics to the top of the paper, where the house is; south of them to the bottom; never mirrored."""
        spec = read_pergola("14x10", "p")
        for latitude, way in ((39.74, 1), (-36.9, -1)):
            site = replace(DENVER, latitude_rad=math.radians(latitude))
            job = JobDocument(name="j", site=site, structures=(Structure(name="P", spec=spec),))
            noon = sun(job, "p", SunRequest(on="2026-03-20", hour=13, utc_h=-6))
            middle = sum(y for shape in noon.shadows for _, y in shape) / sum(map(len, noon.shadows))
            below = sum(y for shape in noon.below for _, y in shape) / sum(map(len, noon.below))
            self.assertGreater(way * (middle - below), 0.5)
            self.assertTrue(all(y < 2.0 for shape in noon.below for _, y in shape))  # out from the house is down
            west = sun(job, "p", SunRequest(on="2026-03-20", hour=17, utc_h=-6))
            self.assertGreater(sum(x for s in west.shadows for x, _ in s), sum(x for s in noon.shadows for x, _ in s))

    def test_the_table_has_a_row_an_hour_and_nothing_where_the_sun_is_down(self) -> None:
        spec = read_pergola("14x10", "p")
        job = JobDocument(name="j", site=DENVER, structures=(Structure(name="P", spec=spec),))
        answer = sun(job, "p", SunRequest(on="2026-07-15", hour=16, utc_h=-6))
        self.assertEqual([row.hour for row in answer.table], list(range(6, 21)))
        self.assertEqual(len(answer.dates), 5)
        winter = next(row for row in answer.table if row.hour == 20)
        self.assertIsNone(winter.shares[3])
        noon = next(row for row in answer.table if row.hour == 13)
        self.assertTrue(0 < (noon.shares[1] or 0) < 1)
        # At 45 degrees of sun the shade of a roof lies beside it: by hand half a roof away at four in the afternoon.
        self.assertAlmostEqual(math.degrees(answer.azimuth_rad), 256.7, delta=0.2)
        dark = sun(job, "p", SunRequest(on="2026-07-15", hour=2, utc_h=-6))
        self.assertEqual((dark.up, dark.share, dark.shadows), (False, None, ()))
        with self.assertRaises(InvalidInputError):
            sun(replace(job, site=Site()), "p", SunRequest(on="2026-07-15", hour=12))
        with self.assertRaises(InvalidInputError):
            sun(job, "p", SunRequest(on="midsummer", hour=12))


class SceneTest(unittest.TestCase):
    def test_every_piece_stands_in_space_with_its_own_corners(self) -> None:
        for made in (
            planned(fence()),
            plan_structure(toy_job(), "horse"),
        ):
            found = scene(made)
            ids = {solid.id for solid in found.solids}
            for part in made.parts:
                for place in part.places if part.length_m else ():
                    self.assertIn(place.id, ids)
            part = next(p for p in made.parts if p.length_m)
            solid = next(s for s in found.solids if s.id == part.places[0].id)
            for a, b in zip(solid.points, corners(part, part.places[0]), strict=True):
                self.assertLess(math.dist(a, b), 1e-3)
            self.assertTrue(all(0 <= s.stage < len(STAGES) for s in found.solids))
            self.assertIn(made.called, found.says)

    def test_concrete_shows_below_the_ground(self) -> None:
        made = planned(fence())
        rounds = [s for s in scene(made).solids if s.layer == "concrete"]
        self.assertEqual(len(rounds), len(made.footings))
        self.assertAlmostEqual(rounds[0].radius_m, made.footings[0].hole_width_m / 2, 9)
        self.assertLess(rounds[0].points[0][2], made.footings[0].at[2])
