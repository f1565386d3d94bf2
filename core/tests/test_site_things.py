"""What lies on a site: geometry against general libraries and sampling, surveys in and out, and structures held against it."""

import dataclasses
import itertools
import json
import math
import random
import unittest
from collections import defaultdict
from typing import Any

import ezdxf  # noqa: F401 (the development lock has numpy and scipy with it)
import numpy as np
from django.test import tag
from scipy.spatial import Delaunay
from steady.errors import InvalidInputError
from steady.ground.placement import SitePlacement
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.ground.survey import SiteFeature, SitePoint, WallOpening, enough_points, kind_of_layer, swing_of, thing_rows
from steady.ground.survey_geo import Anchor, first_point, geojson, read_geojson
from steady.ground.survey_import import read_survey
from steady.ground.zoning_notes import SiteNote
from steady.jobs.document import JobDocument, Structure
from steady.jobs.site_clearances import SiteClearance
from steady.jobs.site_layout import site_geojson, site_plan, site_sheet, whole_scene
from steady.layout.contours import contours, height_between, triangles
from steady.layout.leveling import level_round
from steady.layout.plane import inside, nearest
from steady.structures.deck.spec.line_parser import read_deck
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.units.show import Tape
from steady.units.units import FT

Point = tuple[float, float]


def thing(kind: str, *points: Point, **more: Any) -> SiteFeature:
    """One thing of a site."""
    made = SiteFeature(id=f"the-{kind}", kind=kind, points=tuple(SitePoint(x_m=x, y_m=y) for x, y in points))  # type: ignore[arg-type]
    return dataclasses.replace(made, **more)


def fence(at: SitePlacement, *things: SiteFeature, notes: tuple[SiteNote, ...] = ()) -> JobDocument:
    """A straight fence 10 m long, 1.8 m high, where it was put."""
    spec = FenceSpec(id="f", straights=(Straight(id="a", length_m=10.0),), height_m=1.8)
    site = Site(things=things, notes=notes)
    return JobDocument(name="Site", site=site, structures=(Structure(name="Front", spec=spec, stands=at),))


def beside(job: JobDocument) -> SiteClearance:
    """The one thing that the one structure stands beside."""
    (found,) = site_plan(job).beside
    return found


def sampled(points: list[Point], *, closed: bool) -> "np.ndarray[tuple[int, int], np.dtype[np.float64]]":
    """Four hundred points on each side of an outline."""
    share = np.linspace(0, 1, 400)[:, None]
    around = [*points, points[0]] if closed else points
    return np.concatenate([np.array(a) + share * (np.array(b) - np.array(a)) for a, b in itertools.pairwise(around)])


class PlaneTest(unittest.TestCase):
    @tag("slow")
    def test_least_distance_agrees_with_sampling_both_outlines(self) -> None:
        rng = random.Random(5)
        for _ in range(30):
            ring = [(rng.uniform(-4, 4) + 6, rng.uniform(-4, 4)) for _ in range(3)]
            line = [(rng.uniform(-9, 0), rng.uniform(-9, 9)) for _ in range(4)]
            found = nearest(ring, line, area=False)
            edges, path = sampled(ring, closed=True), sampled(line, closed=False)
            least = np.sqrt(((edges[:, None, :] - path[None, :, :]) ** 2).sum(axis=2)).min()
            if found.distance_m > 0:
                self.assertAlmostEqual(found.distance_m, least, delta=0.05)
                self.assertLessEqual(found.distance_m, least + 1e-9)
                self.assertAlmostEqual(math.dist(found.here, found.there), found.distance_m)
            else:
                self.assertLess(least, 0.05)

    def test_inside_by_winding(self) -> None:
        star = [(0.0, 0.0), (4.0, 0.0), (4.0, 4.0), (2.0, 1.0), (0.0, 4.0)]
        self.assertTrue(inside((1.0, 1.0), star))
        self.assertFalse(inside((2.0, 3.0), star))


class ContourTest(unittest.TestCase):
    def test_the_net_is_the_one_a_general_library_makes(self) -> None:
        for seed in range(12):
            rng = random.Random(seed)
            spots = [(rng.uniform(0, 30), rng.uniform(0, 20), rng.uniform(-1, 1)) for _ in range(30)]
            ours = {tuple(sorted(t)) for t in triangles(spots)}
            theirs = {tuple(sorted(int(k) for k in t)) for t in Delaunay(np.array([s[:2] for s in spots])).simplices}
            # On the rim a far triangle of ours may leave out a sliver that theirs keeps.
            self.assertLessEqual(len(ours ^ theirs), 2, seed)

    def test_a_plane_has_straight_lines_of_its_own_height(self) -> None:
        rng = random.Random(3)
        spots = [(x, y, 0.03 * x - 0.02 * y) for x, y in ((rng.uniform(0, 40), rng.uniform(0, 30)) for _ in range(80))]
        found = contours(spots, 0.1)
        self.assertGreater(len(found), 50)
        for level, (a, b) in found:
            for x, y in (a, b):
                self.assertAlmostEqual(0.03 * x - 0.02 * y, level, places=9)
        net = triangles(spots)
        self.assertAlmostEqual(height_between(spots, net, (20.0, 15.0)) or 0.0, 0.3, places=9)
        self.assertIsNone(height_between(spots, net, (200.0, 15.0)))

    def test_too_few_and_in_a_row_and_twice(self) -> None:
        self.assertEqual(triangles([(0, 0, 0), (1, 0, 0)]), [])
        self.assertEqual(triangles([(0, 0, 0), (1, 0, 0), (2, 0, 0)]), [])
        self.assertEqual(len(triangles([(0, 0, 0), (4, 0, 1), (0, 4, 1), (0, 0, 0)])), 1)


class SurveyTest(unittest.TestCase):
    def test_rows_make_lines_areas_and_points(self) -> None:
        text = """what, name, x, y, height
boundary, Rear line, 0, 0
boundary, Rear line, 96', 0
tree; no
tree, Old pear, 20 ft, 3 m, 9 m
12, 14, 6 in
swamp, x, 1, 1
water, Pond, 9000 ft, 0
"spot height", "", "3", "4", "7 in"
"""
        found = read_survey(text, taken=["boundary-1"])
        self.assertEqual([thing.kind for thing in found.things], ["boundary", "tree", "spot height", "spot height"])
        line, tree, spot, quoted = found.things
        self.assertEqual((line.id, line.name), ("boundary-2", "Rear line"))
        self.assertAlmostEqual(line.points[1].x_m, 96 * FT)
        self.assertAlmostEqual(tree.points[0].x_m, 20 * FT)
        self.assertEqual((tree.points[0].y_m, tree.height_m), (3.0, 9.0))
        self.assertAlmostEqual(spot.height_m or 0.0, 0.1524)
        self.assertAlmostEqual(quoted.height_m or 0.0, 7 * 0.0254)
        self.assertEqual([problem.row for problem in found.problems], [4, 7, 8])
        self.assertIn("nknown feature type", found.problems[1].message)
        self.assertIn("2 km", found.problems[2].message)

    def test_columns_are_read_by_their_heading_in_any_order(self) -> None:
        # A total station's usual order is point, northing, easting, elevation, description: north is y here, east is x.
        rows = "7, 30, 12, 100.5, GAS VALVE\n8, 31, 14, 100.2, "
        for heading in ("P,N,E,Z,D", "Point No., Northing (m), Easting (m), Elevation, Description"):
            found = read_survey(f"{heading}\n{rows}", bare="m")
            self.assertEqual(found.problems, ())
            self.assertEqual([thing.corners[0] for thing in found.things], [(12.0, 30.0), (14.0, 31.0)])
            self.assertEqual(found.things[1].height_m, 100.2)
            assert found.columns is not None
            self.assertEqual(found.columns.roles, ("name", "y", "x", "height", "code"))
        swapped = read_survey(rows, bare="m")
        self.assertEqual(swapped.things[1].corners[0], (31.0, 14.0))  # without a heading as before: name, x, y, height
        chosen = read_survey(rows, bare="m", roles=("name", "y", "x", "height", "code"))
        self.assertEqual(chosen.things, read_survey(f"P,N,E,Z,D\n{rows}", bare="m").things)

    def test_a_chosen_column_that_is_missing_is_told_row_by_row(self) -> None:
        found = read_survey("7, 30, 12, 100.5\n8", bare="m", roles=("name", "x", "none", "height"))
        self.assertEqual([problem.row for problem in found.problems], [1, 2])
        self.assertIn("choose the columns", found.problems[0].message)

    def test_a_line_of_one_point_says_what_it_lacks(self) -> None:
        found = read_survey("boundary, Lone, 1, 2")
        self.assertEqual(found.things, ())
        self.assertIn("at least 2 points", found.problems[0].message)

    def test_a_degree_of_latitude_has_its_published_length(self) -> None:
        # Published lengths of a degree on WGS 84: 110.574 km at the equator, 111.132 km at 45°, 111.694 km at the pole;
        # of longitude 111.320 km and 78.847 km (from memory of the usual table, high).
        for degrees, north_km, east_km in ((0, 110.574, 111.320), (45, 111.132, 78.847)):
            at = Anchor(latitude_rad=math.radians(degrees), longitude_rad=0.1)
            longitude, latitude = at.to_earth(1000.0, 1000.0)
            self.assertAlmostEqual(1 / (latitude - degrees), north_km, delta=0.002)
            self.assertAlmostEqual(1 / (longitude - math.degrees(0.1)), east_km, delta=0.002)

    def test_north_turned_left_turns_east_up(self) -> None:
        at = Anchor(latitude_rad=0.7, longitude_rad=-1.4, north_rad=math.pi / 2)  # north lies to the left of the paper
        longitude, latitude = at.to_earth(-100.0, 0.0)
        self.assertGreater(latitude, math.degrees(0.7))
        self.assertAlmostEqual(longitude, math.degrees(-1.4), places=9)

    def test_geojson_out_and_in_again(self) -> None:
        things = (
            thing("boundary", (0.0, 0.0), (30.0, 4.0), name="Rear", reach_m=1.5),
            thing("water", (1.0, 1.0), (4.0, 1.0), (3.0, 5.0), name="Pond"),
            thing("tree", (9.0, 9.0), name="Pear", reach_m=3.0, height_m=8.0),
        )
        at = Anchor(latitude_rad=0.72, longitude_rad=-1.42, north_rad=0.4)
        text = geojson(at, things, [("f", "Front", [[(0.0, 0.0), (1.0, 0.0), (1.0, 1.0)]])])
        for feature in json.loads(text)["features"]:
            self.assertIn(feature["geometry"]["type"], ("LineString", "Polygon", "Point", "GeometryCollection"))
            # Pieces lie over each other: each is a polygon of its own, not a part of one, which may not overlap.
            for one in feature["geometry"].get("geometries", ()):
                self.assertEqual(one["type"], "Polygon")
        back = read_geojson(text, at)
        self.assertEqual(back.problems, ())
        self.assertEqual(
            [(t.kind, t.name) for t in back.things], [("boundary", "Rear"), ("water", "Pond"), ("tree", "Pear")]
        )
        for one, other in zip(things, back.things, strict=True):
            mine = sorted(one.corners) if one.kind == "water" else one.corners
            theirs = sorted(other.corners) if one.kind == "water" else other.corners
            for a, b in zip(mine, theirs, strict=True):
                self.assertLess(math.dist(a, b), 0.001)
        self.assertEqual(back.things[2].height_m, 8.0)

    def test_what_is_no_geojson_is_refused_in_words(self) -> None:
        at = Anchor(latitude_rad=0.7, longitude_rad=0.1)
        for text in ("", "[]", "{", '{"type": "Topology"}', "[" * 100_000, '{"features": [1]}'):
            with self.assertRaises(InvalidInputError):
                read_geojson(text, at)
        broken = {
            "type": "Feature",
            "geometry": {"type": "Point", "coordinates": ["x", None]},
            "properties": {"name": "P"},
        }
        found = read_geojson(json.dumps({"features": [broken, {"geometry": None}]}), at)
        self.assertEqual((len(found.things), len(found.problems)), (0, 2))
        with self.assertRaises(InvalidInputError):
            first_point('{"features": []}')


class LevelTest(unittest.TestCase):
    def test_heights_by_the_rule_of_levelling_and_a_round_that_does_not_close(self) -> None:
        # By hand: instrument 1.5 over the benchmark; a rod that reads 1.2 stands 0.3 over it, one that reads 1.9 stands 0.4 under.
        found = level_round(1.5, [1.2, 1.9], 1.503, tape=Tape("metric", 0.001))
        self.assertEqual((found.heights_m, found.amiss), ((0.3, -0.4), ""))
        self.assertIn("10 mm otherwise", level_round(1.5, [1.2], 1.51, tape=Tape("metric", 0.001)).amiss)

    def test_layers_say_what_they_hold(self) -> None:
        for layer, points, kind in (
            ("PROPERTY_LINE", 3, "boundary"),
            ("Water-Main", 2, "service"),
            ("TREES", 1, "tree"),
            ("trees", 9, "stands already"),
            ("stands already", 4, "stands already"),
            ("levels", 1, "spot height"),
            ("anything", 5, "stands already"),
        ):
            self.assertEqual(kind_of_layer(layer, points), kind, layer)


class AroundTest(unittest.TestCase):
    """Distances by hand: posts are 3.5 in (89 mm) square on their line, rails and boards to its left."""

    def test_distance_to_a_boundary_and_the_greater_setback(self) -> None:
        line = thing("boundary", (-5.0, -3.0), (20.0, -3.0), name="the road", reach_m=1.0)
        near = beside(fence(SitePlacement(), line))
        self.assertAlmostEqual(near.distance_m, 3.0, delta=0.1)
        self.assertLess(near.distance_m, 3.0)
        self.assertEqual(near.amiss, "")
        told = SiteNote(id="n", kind="setback", value_m=4.0, source="the clerk", on="2026-11-02")
        self.assertIn("the clerk, 2026-11-02", beside(fence(SitePlacement(), line, notes=(told,))).amiss)
        other = dataclasses.replace(told, structure="another")
        self.assertEqual(beside(fence(SitePlacement(), line, notes=(other,))).amiss, "")
        nearer = beside(fence(SitePlacement(y_m=-2.5), line))
        self.assertIn("often let stand nearer", nearer.amiss)

    def test_a_height_beside_a_boundary(self) -> None:
        line = thing("boundary", (-5.0, -0.6), (20.0, -0.6), height_m=1.2)
        self.assertIn("is the most there", beside(fence(SitePlacement(), line)).amiss)
        self.assertEqual(beside(fence(SitePlacement(y_m=5.0), line)).amiss, "")
        self.assertEqual(beside(fence(SitePlacement(), dataclasses.replace(line, height_m=2.0))).amiss, "")

    def test_a_height_is_over_the_ground_that_each_piece_stands_on(self) -> None:
        """On ground that falls 1.2 m over the line it is as high everywhere as on level ground: 1.8 m and its gap."""
        line = thing("boundary", (-5.0, -0.6), (20.0, -0.6), height_m=2.0)
        level = fence(SitePlacement(), line)
        for fall_m in (1.2, -1.2):
            shots = (LevelReading(at_m=0.0, height_m=0.0), LevelReading(at_m=10.0, height_m=-fall_m))
            grounds = (Ground(line="f", shots=shots),)
            falling = dataclasses.replace(level, site=dataclasses.replace(level.site, grounds=grounds))
            self.assertEqual(beside(falling).amiss, "", fall_m)
            low = dataclasses.replace(line, height_m=1.2)
            lower = dataclasses.replace(falling, site=dataclasses.replace(falling.site, things=(low,)))
            self.assertIn("is the most there", beside(lower).amiss)

    def test_holes_in_a_band_are_counted(self) -> None:
        gas = thing("service", (5.0, -4.0), (5.0, 4.0), name="the gas line", reach_m=0.6)
        job = fence(SitePlacement(), gas)
        plan_holes = [x for x in (0.0, 2.0, 4.0, 6.0, 8.0, 10.0)]  # 10 m at most 2.44 m apart: five bays of 2 m
        inside_band = sum(1 for x in plan_holes if abs(x - 5.0) - 0.15 < 0.6)
        found = beside(job)
        self.assertEqual(found.distance_m, 0.0)
        self.assertEqual("within" in found.amiss, inside_band > 0, found.amiss)
        at_post = dataclasses.replace(gas, points=(SitePoint(x_m=4.1, y_m=-4), SitePoint(x_m=4.1, y_m=4)))
        self.assertIn("1 hole lies", beside(fence(SitePlacement(), at_post)).amiss)

    def test_a_roof_or_deck_over_a_service_is_told_and_a_fence_may_cross_one(self) -> None:
        """No hole lies near it: what stands over a pipe is in the way of whoever has to dig for it."""
        spec = read_deck("18x11 up3", "d")
        for name, points, over in (
            ("the sewer", ((2.0, -9.0), (2.0, 9.0)), True),
            ("the gas line", ((-9.0, -1.6), (9.0, -1.6)), True),
            ("a pipe that ends under it", ((1.0, -1.0), (2.0, -2.0)), True),
            ("the far main", ((-9.0, 30.0), (9.0, 30.0)), False),
        ):
            pipe = dataclasses.replace(thing("service", *points, name=name), reach_m=0.01)
            job = JobDocument(
                name="Site",
                site=Site(things=(pipe,)),
                structures=(Structure(name="D", spec=spec, stands=SitePlacement()),),
            )
            self.assertEqual("Built over" in beside(job).amiss, over, name)
            self.assertNotIn("Built over", beside(fence(SitePlacement(), pipe)).amiss)

    def test_turned_and_carried_with_its_place(self) -> None:
        wall = thing("house wall", (0.0, -20.0), (0.0, 20.0))
        near = beside(fence(SitePlacement(x_m=2.0, turn_rad=math.pi / 2), wall))
        self.assertAlmostEqual(near.distance_m, 2.0, delta=0.15)
        self.assertAlmostEqual(near.there[0], 0.0)

    def test_a_way_kept_clear_a_shed_and_a_pond(self) -> None:
        square = ((2.0, -1.0), (4.0, -1.0), (4.0, 1.0), (2.0, 1.0))
        self.assertIn("is to be clear", beside(fence(SitePlacement(), thing("clear way", *square))).amiss)
        self.assertEqual(beside(fence(SitePlacement(y_m=3.0), thing("clear way", *square))).amiss, "")
        self.assertIn("stands on", beside(fence(SitePlacement(), thing("stands already", *square))).amiss)
        pond = thing("water", *((x, y + 3) for x, y in square), reach_m=5.0)
        self.assertIn("is asked for", beside(fence(SitePlacement(), pond)).amiss)

    def test_a_door_that_swings_out_into_it(self) -> None:
        door = WallOpening(from_m=4.0, width_m=0.9, turns="out")
        wall = thing("house wall", (0.0, 0.5), (10.0, 0.5), openings=(door,), name="the house")
        ring = swing_of(wall, door)
        self.assertAlmostEqual(ring[0][0], 4.0)
        self.assertAlmostEqual(min(y for _, y in ring), 0.5 - 0.9)  # to the right of the wall's way: outside
        self.assertIn("swings into it", beside(fence(SitePlacement(), wall)).amiss)
        for change in ({"turns": "in"}, {"turns": "slides"}, {"sill_m": 3.0}):
            other = dataclasses.replace(wall, openings=(dataclasses.replace(door, **change),))
            self.assertEqual(beside(fence(SitePlacement(), other)).amiss, "", change)
        away = dataclasses.replace(wall, openings=(dataclasses.replace(door, from_m=9.5),))  # runs past the wall
        self.assertEqual(beside(fence(SitePlacement(), away)).amiss, "")

    def test_what_nobody_placed_is_held_against_nothing(self) -> None:
        line = thing("boundary", (-5.0, -3.0), (20.0, -3.0), reach_m=50.0)
        job = fence(SitePlacement(), line)
        loose = dataclasses.replace(job, structures=(dataclasses.replace(job.structures[0], stands=None),))
        self.assertEqual(site_plan(loose).beside, ())

    def test_every_kind_of_thing_is_drawn_and_a_broken_one_is_left_out(self) -> None:
        square = ((2.0, -9.0), (4.0, -9.0), (4.0, -7.0))
        things = tuple(
            dataclasses.replace(
                thing(row.key, *(square[:1] if row.drawn == "point" else square)), id=row.key, height_m=1.0, reach_m=0.5
            )
            for row in thing_rows()
        )
        broken = dataclasses.replace(thing("boundary", (1.0, 1.0), (1.0, 1.0)), id="broken")
        self.assertIn("the same", enough_points(broken))
        drawn = {shape.id for shape in site_sheet(fence(SitePlacement(), *things, broken)).shapes}
        self.assertLessEqual({row.key for row in thing_rows()} | {"f"}, drawn)
        self.assertNotIn("broken", drawn)

    def test_walls_and_trees_stand_in_space_with_their_heights(self) -> None:
        wall = thing("house wall", (0.0, 5.0), (8.0, 5.0), height_m=2.7)
        tree = thing("tree", (3.0, 9.0), height_m=6.0)
        # A limit is no wall: a string between stakes marks it.
        flat = thing("boundary", (0.0, -5.0), (8.0, -5.0), height_m=1.8)
        scene = whole_scene(fence(SitePlacement(), wall, tree, flat))
        tops: dict[str, float] = defaultdict(float)
        for solid in scene.solids:
            crown_m = solid.radius_m if solid.shape == "ball" else 0.0
            if solid.id.startswith("the-"):
                tops[solid.id] = max(tops[solid.id], *(z + crown_m for _, _, z in solid.points))
        self.assertEqual(dict(tops), {"the-house wall": 2.7, "the-tree": 6.0, "the-boundary": 0.9})

    def test_the_ground_under_it_comes_from_the_spots(self) -> None:
        spots = [
            thing("spot height", at, height_m=high) for at, high in (((0, 0), 0.0), ((20, 0), 1.0), ((0, 20), 0.0))
        ]
        spots = [dataclasses.replace(spot, id=f"s{k}") for k, spot in enumerate(spots)]
        (stand,) = site_plan(fence(SitePlacement(x_m=10.0, y_m=2.0), *spots)).stands
        self.assertAlmostEqual(stand.ground_m or 0.0, 0.5)

    def test_geojson_asks_where_it_lies(self) -> None:
        with self.assertRaises(InvalidInputError):
            site_geojson(fence(SitePlacement()))
