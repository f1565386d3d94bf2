"""Corners worked out from the drawing alone: faces meet outside, nothing runs through anything, screws where rails cross posts."""

import itertools
import math
import unittest
from typing import Any

from steady.drawing.views import views
from steady.plan.model import Part, Plan
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import planned, site

SQUARE = math.pi / 2
NEAR = (5.5 / 2 + 1.5) * IN
"""From the line to the boards: half a 6×6 and a rail."""
Box = tuple[float, float, float, float]


def cornered(turn_rad: float, **changes: Any) -> FenceSpec:
    straights = (Straight(id="a", length_m=10 * FT), Straight(id="b", length_m=10 * FT, turn_rad=turn_rad))
    base: dict[str, Any] = {
        "id": "f",
        "straights": straights,
        "height_m": 4 * FT,
        "bay_max_m": 6 * FT,
        "rails_count": 2,
        "infill": Infill(style="butted"),
        "rail_laid": "on edge",
    }
    return FenceSpec(**{**base, **changes})


def boxes(plan: Plan, role: str) -> list[Box]:
    """Every piece of a role as a box seen from above (x from, y from, x to, y to), on lines along x or y."""
    found = []
    for part in plan.parts:
        if part.role != role or not part.length_m:
            continue
        for place in part.places:
            for k in range(place.count):
                x, y = (place.at[n] + k * place.step[n] for n in (0, 1))
                found.append(_box(part, place, x, y))
    return found


def _box(part: Part, place: Any, x: float, y: float) -> Box:
    upright = abs(place.along[2]) > 0.9
    thick, wide = part.section_m
    if upright:
        # A board stands: its width lies along the line, its thickness across it.
        along, half = place.up, (wide / 2, thick / 2)
        low, high = -half[0], half[0]
    else:
        along, half = place.along, (0.0, thick / 2)
        low, high = 0.0, part.length_m
    across = (-along[1], along[0])
    corners = [
        (x + along[0] * s + across[0] * d, y + along[1] * s + across[1] * d)
        for s in (low, high)
        for d in (-half[1], half[1])
    ]
    xs, ys = [c[0] for c in corners], [c[1] for c in corners]
    return min(xs), min(ys), max(xs), max(ys)


def overlap(a: Box, b: Box) -> float:
    """Least side of what two boxes share."""
    return min(min(a[2], b[2]) - max(a[0], b[0]), min(a[3], b[3]) - max(a[1], b[1]))


class CornerTest(unittest.TestCase):
    def made(self, turn_rad: float, **changes: Any) -> Plan:
        return planned(cornered(turn_rad, **changes), site(grounds=()))

    def test_nothing_stands_in_anything_else(self) -> None:
        for turn, on, layout in itertools.product((SQUARE, -SQUARE), ("left", "right"), ("on edge", "flat")):
            with self.subTest(turn=turn, on=on, layout=layout):
                plan = self.made(turn, boards_on=on, rail_laid=layout)
                pieces = [(role, box) for role in ("board", "rail") for box in boxes(plan, role)]
                for (one, a), (other, b) in itertools.combinations(pieces, 2):
                    if one == other == "rail" and abs(a[0] - b[0]) + abs(a[1] - b[1]) < 1e-9:
                        continue  # rails one above the other
                    self.assertLess(overlap(a, b), 0.5e-3, (one, a, other, b))

    def test_outside_faces_meet(self) -> None:
        # Turning left with boards on the right: the corner of the outer faces lies as far out along both straights.
        for turn, on in ((SQUARE, "right"), (-SQUARE, "left")):
            plan = self.made(turn, boards_on=on)
            found = boxes(plan, "board")
            x = max(box[2] for box in found)
            outer = NEAR + 0.625 * IN
            self.assertAlmostEqual(x, 10 * FT + outer, delta=1e-3)
            edge = max(box[2] for box in found if abs(box[3] - box[1]) > abs(box[2] - box[0]))
            self.assertAlmostEqual(edge, 10 * FT + outer, delta=1e-3)
            # The second straight's first board butts against the first straight's boards: no gap to see through.
            second = [box for box in found if box[3] - box[1] > box[2] - box[0]]
            starts = -min(box[1] for box in second) if turn > 0 else max(box[3] for box in second)
            self.assertAlmostEqual(starts, NEAR, delta=1e-3)

    def test_inside_boards_meet_and_rails_land(self) -> None:
        plan = self.made(SQUARE, boards_on="left")
        first = [box for box in boxes(plan, "board") if box[2] - box[0] > box[3] - box[1]]
        second = [box for box in boxes(plan, "board") if box[2] - box[0] < box[3] - box[1]]
        # The first straight's last board touches the second one's rails; the second's first board stands on its face.
        self.assertAlmostEqual(max(box[2] for box in first), 10 * FT - NEAR, delta=1e-3)
        self.assertAlmostEqual(min(box[1] for box in second), NEAR + 0.625 * IN, delta=1e-3)
        rails = [box for box in boxes(plan, "rail") if box[2] - box[0] > box[3] - box[1]]
        self.assertAlmostEqual(max(box[2] for box in rails), 10 * FT, delta=1e-3)
        self.assertTrue(any("cleat" in note for note in plan.notes))

    def test_boards_by_hand(self) -> None:
        # 10 + 10 ft of 5 1/2-in boards on 6×6 posts, the end post's half in. Inside: 118.5 and 117.9 in, 21 and a rip each: 44.
        # Outside: 127.6 in and 127 in, 22 and two rips each, since one rip would be less than 2 in: 48.
        for on, count in (("left", 44), ("right", 48)):
            self.assertEqual(len(boxes(self.made(SQUARE, boards_on=on), "board")), count)

    def test_a_mirrored_corner_takes_the_same_boards(self) -> None:
        one = self.made(SQUARE, boards_on="left")
        other = self.made(-SQUARE, boards_on="right")
        for role in ("board", "rail"):
            self.assertEqual(len(boxes(one, role)), len(boxes(other, role)))

    def test_a_loop_closes_its_first_corner_as_well(self) -> None:
        straights = tuple(Straight(id="abcd"[k], length_m=12 * FT, turn_rad=SQUARE if k else 0.0) for k in range(4))
        for on in ("left", "right"):
            plan = self.made(0.1, straights=straights, closed=True, boards_on=on)
            pieces = boxes(plan, "board")
            for a, b in itertools.combinations(pieces, 2):
                self.assertLess(overlap(a, b), 0.5e-3)
            outer = NEAR + 0.625 * IN
            wide = max(box[2] for box in pieces) - min(box[0] for box in pieces)
            # Loops turn left: the right side is outside.
            self.assertAlmostEqual(wide, 12 * FT + (2 * outer if on == "right" else -2 * NEAR), delta=2e-3)


class BothFacesTest(unittest.TestCase):
    """Boards on both faces of the posts, rails flat between them: 10 + 10 ft on 6×6 posts."""

    HALF = 5.5 / 2 * IN
    THICK = 0.625 * IN

    def made(self, turn_rad: float) -> Plan:
        spec = cornered(
            turn_rad, infill=Infill(style="both faces", overlap_m=1 * IN), rail="rail 2x6 pine", rail_laid="flat"
        )
        return planned(spec, site(grounds=()))

    def test_nothing_stands_in_anything_else(self) -> None:
        for turn in (SQUARE, -SQUARE):
            plan = self.made(turn)
            pieces = [*boxes(plan, "board"), *boxes(plan, "post")]
            for a, b in itertools.combinations(pieces, 2):
                self.assertLess(overlap(a, b), 0.5e-3, (a, b))

    def test_the_outer_faces_meet_at_the_corner_and_the_inner_ones_touch(self) -> None:
        for turn in (SQUARE, -SQUARE):
            found = boxes(self.made(turn), "board")
            lies = [box for box in found if box[2] - box[0] > box[3] - box[1]]
            stands = [box for box in found if box[2] - box[0] < box[3] - box[1]]
            out = -1 if turn > 0 else 1
            # The outer face: on the side that the line turns away from.
            outer = [box for box in lies if out * (box[1] + box[3]) > 0]
            inner = [box for box in lies if out * (box[1] + box[3]) < 0]
            self.assertAlmostEqual(max(b[2] for b in outer), 10 * FT + self.HALF + self.THICK, delta=1e-3)
            self.assertAlmostEqual(max(b[2] for b in inner), 10 * FT - self.HALF, delta=self.THICK + 0.09)
            self.assertLessEqual(max(b[2] for b in inner), 10 * FT - self.HALF + 2e-4)
            far = [box for box in stands if box[0] > 10 * FT]
            start = min(-out * box[1] if turn > 0 else -box[3] for box in far)
            self.assertAlmostEqual(start, -self.HALF, delta=1e-3)

    def test_from_square_on_nothing_is_seen_between_the_boards(self) -> None:
        """Both faces together cover every station from end to end of each straight."""
        found = boxes(self.made(SQUARE), "board")
        lies = sorted((box[0], box[2]) for box in found if box[2] - box[0] > box[3] - box[1])
        reach = lies[0][0]
        for low, high in lies:
            self.assertLessEqual(low, reach + 1e-3)
            reach = max(reach, high)

    def test_no_place_has_its_name_twice(self) -> None:
        for turn in (SQUARE, -SQUARE):
            names = [place.id for part in self.made(turn).parts if part.role == "board" for place in part.places]
            self.assertEqual(len(names), len(set(names)))


class DrawnTest(unittest.TestCase):
    def test_every_bay_is_closed_in_the_drawing(self) -> None:
        """Boards on both sides of a corner stand in the elevation where their straight runs, without a bay left open."""
        for turn, on, layout in itertools.product((SQUARE, -SQUARE, 0.6), ("left", "right"), ("on edge", "flat")):
            with self.subTest(turn=turn, on=on, layout=layout):
                plan = planned(cornered(turn, boards_on=on, rail_laid=layout), site(grounds=()))
                elevation = next(view for view in views(plan, Tape()) if view.name == "elevation")
                spans = []
                for shape in elevation.shapes:
                    if shape.layer == "board" and shape.kind == "polygon":
                        xs = [x for x, _ in shape.points]
                        for k in range(shape.count):
                            spans.append((min(xs) + k * shape.step[0], max(xs) + k * shape.step[0]))
                spans.sort()
                reach = spans[0][0]
                for low, high in spans:
                    # Inside a corner the faces lie up to their distance from the line short of it; nothing else is open.
                    self.assertLess(low - reach, 0.3 if turn else 0.002)
                    reach = max(reach, high)
                self.assertAlmostEqual(spans[0][0], -5.5 / 2 * IN, delta=0.002)
                self.assertAlmostEqual(reach, 20 * FT + 5.5 / 2 * IN, delta=0.002)


class CrossingTest(unittest.TestCase):
    def screws(self, plan: Plan) -> int:
        """Structural screws where rails cross posts, counted from the drawing: two at each crossing of a rail and a post's face."""
        posts = boxes(plan, "post")
        count = 0
        for rail in boxes(plan, "rail"):
            for post in posts:
                # Rails on edge lie on the posts' face: they touch it, or share no more than a hair with it.
                if min(rail[2], post[2]) - max(rail[0], post[0]) > 0.02 and overlap(rail, post) > -1e-3:
                    count += 2
        return count

    def test_rails_over_two_bays_are_screwed_to_the_middle_posts(self) -> None:
        for bays in (1, 2, 3):
            spec = FenceSpec(
                id="f",
                straights=(Straight(id="a", length_m=36 * FT),),
                height_m=4 * FT,
                bay_max_m=6 * FT,
                rail_laid="on edge",
                rail_bays=bays,
                infill=Infill(style="butted"),
                rails_count=2,
            )
            plan = planned(spec, site(grounds=()))
            listed = sum(p.count for p in plan.parts if p.role == "screw" and p.item.startswith("rail screw"))
            self.assertEqual(listed, self.screws(plan), bays)
