"""Posts at bends turned to split their angle: how they stand, what meets them, and how much harder they bend."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.units.units import FT, IN

from tests.make import planned, site

HALF = 5.5 / 2 * IN


def bent(degrees: float, **changes: Any) -> FenceSpec:
    straights = (Straight(id="a", length_m=24 * FT), Straight(id="b", length_m=24 * FT, turn_rad=math.radians(degrees)))
    base: dict[str, Any] = {
        "id": "f",
        "straights": straights,
        "height_m": 4 * FT,
        "bay_max_m": 6 * FT,
        "rails_count": 2,
        "infill": Infill(style="butted"),
        "rail_laid": "between, on edge",
        "bend_posts": "split",
    }
    return FenceSpec(**{**base, **changes})


def heading(plan: Plan, name: str) -> float:
    [up] = [place.up for part in plan.parts if part.role == "post" for place in part.places if place.id == name]
    return math.degrees(math.atan2(up[1], up[0]))


def uses(plan: Plan) -> dict[str, float]:
    return {
        check.about: check.use for check in plan.checks if check.key == "post.bending_at_grade" and "wind" in check.case
    }


class TurnedTest(unittest.TestCase):
    def test_it_faces_half_way_and_the_others_stay(self) -> None:
        for degrees in (18.0, -30.0, 60.0, 90.0):
            plan = planned(bent(degrees), site(grounds=()))
            # A square post looks alike at every quarter turn.
            self.assertAlmostEqual(math.remainder(heading(plan, "f/post/b") - degrees / 2, 90), 0, places=6)
            self.assertAlmostEqual(heading(plan, "f/post/start"), 0, places=6)
            self.assertAlmostEqual(heading(plan, "f/post/end"), degrees, places=6)

    def test_rails_between_end_on_its_slanted_face(self) -> None:
        """By hand: its face is met 2.75 in / cos(half the turn) from its middle, and more or less beside the line."""
        for degrees in (18.0, 60.0):
            square, split = (planned(bent(degrees, bend_posts=way), site(grounds=())) for way in ("square", "split"))
            total = [
                sum(p.length_m * len(p.places) for p in plan.parts if p.role == "rail") for plan in (square, split)
            ]
            # On both sides of the bend: where a line so far left of the run meets the post's face, turned so far from it.
            first, last = (
                next(
                    place
                    for part in square.parts
                    if part.role == "rail"
                    for place in part.places
                    if test(place.along[1])
                )
                for test in (lambda y: abs(y) < 1e-6, lambda y: abs(y) > 1e-6)
            )
            left, turn = first.at[1], math.atan2(last.along[1], last.along[0])
            askew = math.remainder(turn, math.pi / 2)
            turned = 2 * (HALF + left * math.sin(turn / 2)) / math.cos(turn / 2)
            straight = (HALF + left * math.sin(askew)) / math.cos(askew) + HALF
            self.assertAlmostEqual(total[0] - total[1], turned - straight, delta=5e-4)

    def test_it_bends_across_its_corners_by_a_sections_own_integral(self) -> None:
        """A square's modulus about a turned axis from its second moment and its farthest corner, summed over cells."""
        for degrees in (18.0, 90.0):
            square, split = (
                uses(planned(bent(degrees, bend_posts=way), site(grounds=()))) for way in ("square", "split")
            )
            t = math.radians(degrees / 2)
            n = 200
            cells = [((i + 0.5) / n - 0.5, (k + 0.5) / n - 0.5) for i in range(n) for k in range(n)]
            second = sum((x * math.sin(t) + y * math.cos(t)) ** 2 for x, y in cells) / n**2
            modulus = second / (0.5 * math.sin(t) + 0.5 * math.cos(t))
            # Both legs alike: turned, each pushes fully on the smaller modulus; square, the first along both of its axes.
            turn = math.radians(degrees)
            by_hand = 2 * (1 / 6) / modulus / (1 + math.cos(turn) + math.sin(turn))
            self.assertAlmostEqual(split["f/post/b"] / square["f/post/b"], by_hand, delta=1e-3)
            self.assertAlmostEqual(split["f/post/start"], square["f/post/start"])

    def test_what_meets_it_is_told(self) -> None:
        between = planned(bent(18), site(grounds=()))
        self.assertTrue([note for note in between.notes if "9° from either run" in note and "bevel" in note])
        on_face = planned(bent(18, rail_laid="on edge"), site(grounds=()))
        # 2.75 in × (cos 9° + sin 9° − 1) = 0.40 in.
        self.assertTrue([note for note in on_face.notes if "plane its corner back, up to 3⁄8″" in note or "⅜″" in note])

    def test_a_gates_post_stands_with_its_gate_and_every_post_of_a_loop_turns(self) -> None:
        loop = replace(
            bent(90),
            closed=True,
            straights=tuple(
                Straight(id="abcd"[k], length_m=12 * FT, turn_rad=math.pi / 2 if k else 0.0) for k in range(4)
            ),
        )
        plan = planned(loop, site(grounds=()))
        for name in ("start", "b", "c", "d"):
            self.assertAlmostEqual(abs(math.remainder(heading(plan, f"f/post/{name}"), 90)), 45, places=6)

    def test_nothing_is_refused_that_was_not(self) -> None:
        for degrees in (5.0, 120.0, -150.0):
            try:
                planned(bent(degrees, bend_posts="square"), site(grounds=()))
            except InvalidInputError:
                continue
            planned(bent(degrees), site(grounds=()))
