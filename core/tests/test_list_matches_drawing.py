"""The list is one with the drawing: every piece drawn once, every drawn piece listed, screws counted where boards cross rails."""

import math
import random
import re
import unittest
from collections import Counter
from dataclasses import replace

from django.test import tag
from steady.drawing.shapes import View
from steady.drawing.views import views
from steady.plan.model import Plan
from steady.takeoff.bill import pieces
from steady.units.show import Tape

from tests import randoms
from tests.test_every_fence import cases

NOT_PIECES = {"ground", "leaf", "zone", "zone-below", "way", "slab", "soil"}
"""What is drawn as an area and is none: ground, the outline of a leaf that stands for its pieces, bands."""
NOT_WOOD = re.compile(r"/hole/|/wall$|/outline$|/zone/|/ground$")


def drawn(plan: Plan) -> Counter[str]:
    """How many polygons carry each name, in the view that shows most of them."""
    most: Counter[str] = Counter()
    for view in views(plan, Tape()):
        here: Counter[str] = Counter()
        for shape in view.shapes:
            if shape.kind == "polygon" and shape.layer not in NOT_PIECES and not NOT_WOOD.search(shape.id):
                here[shape.id] += shape.count
        for name, count in here.items():
            most[name] = max(most[name], count)
    return most


def listed(plan: Plan) -> Counter[str]:
    """How many pieces the list has at each place."""
    found: Counter[str] = Counter()
    places = {place.id: place for part in plan.parts if part.length_m > 0 for place in part.places}
    for row in pieces(plan):
        for name in row.places:
            found[name] += places[name].count
    return found


def some_plans(school: str, many: int, seed: int) -> list[Plan]:
    rng = random.Random(seed)
    made = []
    for k in range(many):
        spec, where = randoms.deck(rng, school) if k % 3 == 2 else randoms.fence(rng, school)
        plan = randoms.planned(spec, where, school)
        if plan is not None:
            made.append(plan)
    return made


class DrawnTest(unittest.TestCase):
    @tag("slow")
    def test_every_piece_on_the_list_is_drawn_and_the_other_way_round(self) -> None:
        for school in randoms.SCHOOLS:
            for plan in some_plans(school, 12, 71):
                self.assertEqual(listed(plan), drawn(plan))

    def test_fences_of_every_infill_and_foot(self) -> None:
        seen = 0
        for spec, _, plan, _ in cases(40, 72):
            seen += 1
            self.assertEqual(listed(plan), drawn(plan), spec.infill.style)
        self.assertGreater(seen, 30)

    def test_each_is_drawn_as_long_as_it_is_listed(self) -> None:
        """Plumb pieces in the elevation, pieces of a deck from above: the drawn outline's longer side is the listed length."""
        for plan in some_plans("us", 12, 74):
            # A mitered piece is listed along its middle, and comes out of its stick at its longer side.
            lengths = {
                name: row.stick_m if row.bevel_rad else row.length_m for row in pieces(plan) for name in row.places
            }
            upright = {p.id for part in plan.parts for p in part.places if abs(p.along[2]) > 0.999}
            flat = {p.id for part in plan.parts for p in part.places if abs(p.along[2]) < 1e-6}
            for view in views(plan, Tape()):
                sure = {"elevation": upright, "plan": flat if plan.id == "d" else set()}.get(view.name, set())
                for shape in view.shapes:
                    if shape.id in sure and shape.id in lengths and shape.kind == "polygon":
                        self.assertAlmostEqual(long_side_m(shape.points), lengths[shape.id], delta=0.002, msg=shape.id)


class CrossingTest(unittest.TestCase):
    def test_board_screws_counted_where_boards_cross_rails_in_the_elevation(self) -> None:
        """Two screws at each crossing of a board's middle and a rail, rails one above the other counted apart."""
        counted = 0
        rng = random.Random(75)
        for _ in range(24):
            spec, where = randoms.fence(rng, "us", gate=False)
            if spec.infill.style not in ("butted", "even gaps"):
                continue
            plan = randoms.planned(replace(spec, rail_laid="on edge"), where, "us")
            assert plan is not None
            elevation = next(view for view in views(plan, Tape()) if view.name == "elevation")
            rails = [spans(points) for points in each(elevation, "rail")]
            boards = [spans(points) for points in each(elevation, "board")]
            crossings = 0
            for low, high, bottom, top in boards:
                middle = (low + high) / 2
                behind = [rail for rail in rails if rail[2] < top and rail[3] > bottom]
                here = [(a, b) for x0, x1, a, b in behind if x0 < middle <= x1]
                crossings += rows_apart(here)
            listed_screws = sum(
                part.count for part in plan.parts if part.role == "screw" and part.item.startswith("board screw")
            )
            self.assertEqual(listed_screws, 2 * crossings)
            counted += 1
        self.assertGreater(counted, 5)


Points = tuple[tuple[float, float], ...]


def each(view: View, layer: str) -> list[Points]:
    """Every polygon of a layer, rows written out."""
    return [
        tuple((x + k * shape.step[0], y + k * shape.step[1]) for x, y in shape.points)
        for shape in view.shapes
        if shape.layer == layer and shape.kind == "polygon"
        for k in range(shape.count)
    ]


def spans(points: Points) -> tuple[float, float, float, float]:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return min(xs), max(xs), min(ys), max(ys)


def rows_apart(found: list[tuple[float, float]]) -> int:
    """How many rails one above the other: two whose middles lie within a rail's depth are one rail that goes on."""
    middles = sorted((a + b) / 2 for a, b in found)
    return sum(k == 0 or at - middles[k - 1] > 0.12 for k, at in enumerate(middles))


def long_side_m(points: Points) -> float:
    return max(math.dist(a, b) for a, b in zip(points, (*points[1:], points[0]), strict=True))
