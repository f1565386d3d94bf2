"""A load reduced by area takes that member's own area: random closed roofs, against areas measured from the plan's pieces."""

import traceback
import unittest
from collections import defaultdict
from unittest import mock

from steady.design_codes.base import Rulebook
from steady.design_codes.requests import PostInput
from steady.drawing.pieces import corners
from steady.jobs.document import JobDocument, plan_structure
from steady.plan.model import Part, Plan
from steady.structures.canopy.loads import CanopyLoads
from steady.structures.deck.checks import posts

from tests.lane import many
from tests.typed_lines import ordinary

REDUCES = ("us", "nz")
"""Codes that reduce what people bring to a roof by the area of a member."""


def asked(job: JobDocument) -> tuple[Plan, dict[str, set[float]]]:
    """A plan, and the areas (m2) that its loads were asked for, by the function that asked."""
    found: dict[str, set[float]] = defaultdict(set)
    real = CanopyLoads.live_on_pa

    def spy(loads: CanopyLoads, book: Rulebook, area_m2: float) -> float:
        if loads.closed_rad is not None:
            names = [frame.name for frame in traceback.extract_stack() if "structures" in frame.filename]
            found[">".join(names)].add(area_m2)
        return real(loads, book, area_m2)

    with mock.patch.object(CanopyLoads, "live_on_pa", spy):
        plan = plan_structure(job, "s")
    return plan, found


def level(part: Part, axis: int) -> float:
    """How far a piece reaches on plan along an axis (m)."""
    points = [corner[axis] for corner in corners(part, part.places[0])]
    return max(points) - min(points)


def parts_of(plan: Plan, role: str) -> list[Part]:
    return [part for part in plan.parts if part.role == role]


class AreaTest(unittest.TestCase):
    def areas(self, found: dict[str, set[float]], name: str) -> set[float]:
        return {area for path, areas in found.items() if name in path for area in areas}

    def test_lean_tos(self) -> None:
        seen = 0
        for school in REDUCES:
            for number, job in enumerate(ordinary("lean-to", school, many(20))):
                plan, found = asked(job)
                if not found:
                    continue  # an open roof of slats
                with self.subTest(school=school, number=number):
                    rafter = parts_of(plan, "rafter")[0]
                    spacing, run = rafter.places[0].step[0], level(rafter, 1)
                    # Its own strip of the roof, at most from end to end, and no less than from support to support.
                    for area in self.areas(found, "_rafters>spread"):
                        self.assertLessEqual(area, spacing * run * 1.001)
                        self.assertGreater(area, spacing * run * 0.7)
                    beam = parts_of(plan, "beam")[0]
                    wide = level(beam, 0)
                    middle = sum(place.at[1] for part in parts_of(plan, "beam") for place in part.places) / sum(
                        len(part.places) for part in parts_of(plan, "beam")
                    )
                    # The lever of the whole roof about the wall, over the beam's distance from it.
                    begins = min(corner[1] for corner in corners(rafter, rafter.places[0]))
                    line = wide * run * (begins + run / 2 - begins) / (middle - begins)
                    for area in self.areas(found, "check_beam>spread"):
                        self.assertLessEqual(area, line * 1.01)
                    posts = [place for part in parts_of(plan, "post") for place in part.places]
                    for area in self.areas(found, "check_bearing") | self.areas(found, "hold_up"):
                        self.assertLessEqual(area, line * 1.01 if len(posts) < 3 else line * 0.8)
                    seen += 1
        self.assertGreater(seen, 0)

    def test_pavilions(self) -> None:
        seen = 0
        for school in REDUCES:
            for number, job in enumerate(ordinary("pavilion", school, many(20))):
                plan, found = asked(job)
                if not found:
                    continue
                with self.subTest(school=school, number=number):
                    pieces = [part for role in ("rafter", "jack", "hip") for part in parts_of(plan, role)]
                    points = [corner for part in pieces for place in part.places for corner in corners(part, place)]
                    sides = [max(p[axis] for p in points) - min(p[axis] for p in points) for axis in (0, 1)]
                    quarter = sides[0] * sides[1] / 4
                    for path, areas in found.items():
                        for area in areas:
                            self.assertLessEqual(area, quarter * 1.001, path)
                    corner_posts = self.areas(found, "hold_up")
                    if len([place for part in parts_of(plan, "post") for place in part.places]) == 4:
                        self.assertAlmostEqual(max(corner_posts), quarter, delta=0.02 * quarter)
                    # A rafter's own: no wider than the greatest gap between rafters, no longer than half of the roof.
                    for area in self.areas(found, "_rafters>spread"):
                        self.assertLess(area, quarter / 2)
                    seen += 1
        self.assertGreater(seen, 0)

    def test_decks(self) -> None:
        """The post table's column: what comes down over the load on a square metre, by levers of the whole deck."""
        seen = 0
        for number, job in enumerate(ordinary("deck", "us", many(60), stairs=False)):
            with mock.patch.object(posts, "PostInput", wraps=PostInput) as asks:
                plan = plan_structure(job, "s")
            lines = sorted({round(place.at[1], 2) for part in parts_of(plan, "post") for place in part.places})
            joist = parts_of(plan, "joist")[0]
            near, far = (f([c[1] for c in corners(joist, joist.places[0])]) for f in (min, max))
            if len(lines) != 1 or not asks.called:
                continue
            with self.subTest(number=number):
                beam = parts_of(plan, "beam")
                reach = [c[0] for part in beam for place in part.places for c in corners(part, place)]
                middle = (near + far) / 2
                held = near if abs(lines[0] - far) < abs(lines[0] - near) else far
                carries = (max(reach) - min(reach)) * (far - near) * abs(middle - held) / abs(lines[0] - held)
                areas = [call.kwargs["area_m2"] for call in asks.call_args_list]
                count = sum(len(part.places) for part in parts_of(plan, "post"))
                # Alike posts are asked for once; one in the middle of three carries more than its third.
                self.assertGreaterEqual(max(areas), 0.99 * carries / count)
                self.assertLessEqual(max(areas), 1.1 * carries * (0.5 if count == 2 else 0.75))
                seen += 1
        self.assertGreater(seen, 0)
