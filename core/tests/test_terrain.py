"""The ground in the picture: through every footing of a plan to a millimetre; trees and stakes on it."""

import math
import random
import unittest

from scipy.spatial import Delaunay
from steady.drawing.scene import ground_points, scene
from steady.ground.survey import SiteFeature, SitePoint
from steady.jobs.document import plan_structure
from steady.jobs.site_layout import things_in_space, whole_scene
from steady.layout.contours import height_between
from steady.layout.terrain import Terrain, terrain

from tests.make import fence, on_ground, planned
from tests.typed_lines import ordinary


def at(ground: Terrain, x: float, y: float) -> float:
    net = [tuple(ground.triangles[k : k + 3]) for k in range(0, len(ground.triangles), 3)]
    found = height_between(ground.points, net, (x, y))  # type: ignore[arg-type]
    assert found is not None, (x, y)
    return found


def line_of(*at: tuple[float, float]) -> tuple[SitePoint, ...]:
    return tuple(SitePoint(x_m=x, y_m=y) for x, y in at)


class TerrainTest(unittest.TestCase):
    def test_it_passes_through_what_is_known_and_covers_its_box(self) -> None:
        rng = random.Random(3)
        for _ in range(20):
            known = [(rng.uniform(0, 20), rng.uniform(0, 15), rng.uniform(-2, 2)) for _ in range(rng.randint(1, 60))]
            made = terrain(known, (-6, -6, 26, 21))
            for x, y, z in known:
                self.assertAlmostEqual(at(made, x, y), z, 9)
            for _ in range(20):
                at(made, rng.uniform(-5.9, 25.9), rng.uniform(-5.9, 20.9))
            # As many triangles as a general library finds over the same points.
            theirs = Delaunay([(x, y) for x, y, _ in made.points], qhull_options="QJ")
            self.assertAlmostEqual(len(made.triangles) / 3 / len(theirs.simplices), 1, delta=0.25)

    def test_level_ground_is_level(self) -> None:
        made = terrain([(0, 0, 1.5), (9, 3, 1.5)], (-6, -6, 15, 9))
        self.assertEqual({round(z, 9) for _, _, z in made.points}, {1.5})

    def test_posts_stand_on_it_to_a_millimetre(self) -> None:
        plans = [planned(fence(60), on_ground(fence(60), [(0, 0.0), (6, -0.8), (12, -0.2), (18.2, 0.5)]))]
        plans += [plan_structure(job, "s") for kind in ("fence", "deck", "pavilion") for job in ordinary(kind, "us", 2)]
        for plan in plans:
            drawn = scene(plan).terrain
            assert drawn is not None
            for x, y, z in ground_points(plan):
                self.assertLess(abs(at(drawn, x, y) - z), 1e-3)

    def test_a_whole_job_stands_on_one_ground(self) -> None:
        [job] = ordinary("fence", "us", 1)
        drawn = whole_scene(job)
        self.assertIsNotNone(drawn.terrain)
        self.assertGreater(len(drawn.solids), 5)

    def test_trees_have_crowns_and_boundaries_strings(self) -> None:
        tree = SiteFeature(id="t", kind="tree", points=(SitePoint(x_m=1.0, y_m=2.0),), height_m=8.0)
        trunk, crown = things_in_space([tree])
        self.assertEqual((trunk.shape, crown.shape), ("round", "ball"))
        self.assertAlmostEqual(crown.points[0][2] + crown.radius_m, 8.0)
        line = SiteFeature(id="b", kind="boundary", points=line_of((0, 0), (10, 0), (10, 5)))
        self.assertEqual(len(things_in_space([line])), 3 + 2)
        gas = SiteFeature(id="g", kind="service", points=line_of((0, 0), (10, 0)))
        [pipe] = things_in_space([gas])
        self.assertLess(max(z for _, _, z in pipe.points), 0)
        self.assertTrue(all(math.isfinite(v) for point in pipe.points for v in point))
