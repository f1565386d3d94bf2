"""Joints drawn to scale: what two pieces share on the paper is what their solids share, measured by another library."""

import math
import unittest

from manifold3d import Manifold
from steady.drawing.joint_details import MOST_M, joint_details
from steady.drawing.joints import joint_solids, joints
from steady.jobs.joint_rows import joint_rows
from steady.plan.model import Plan
from steady.structures.registry import plan
from steady.units.show import Tape

from tests.test_deck import deck, planned
from tests.test_pergola import case

IMPERIAL = Tape()


class JointDetailTest(unittest.TestCase):
    plan: Plan

    @classmethod
    def setUpClass(cls) -> None:
        cls.plan = planned(deck("16x12 up4 free"))

    def test_every_different_joint_is_drawn_once_and_stays_in_its_window(self) -> None:
        rows = joint_rows(self.plan, IMPERIAL)
        self.assertGreater(len(rows), 8)
        for row in rows:
            assert row.view is not None
            polygons = [shape for shape in row.view.shapes if shape.kind == "polygon"]
            self.assertGreaterEqual(len(polygons), 2, row.id)
            for shape in polygons:
                for x, y in shape.points:
                    self.assertLessEqual(max(abs(x), abs(y)), MOST_M + 1e-9, row.id)

    def test_beam_on_its_post_shows_the_bearing_that_both_share(self) -> None:
        row = next(row for row in joint_rows(self.plan, IMPERIAL) if row.id.startswith("beam - post"))
        assert row.view is not None
        shared = next(shape for shape in row.view.shapes if shape.layer == "contact")
        wide = max(x for x, _ in shared.points) - min(x for x, _ in shared.points)
        found = next(joint for joint in joints(self.plan) if joint.roles == ("beam", "post"))
        solids = joint_solids(self.plan)
        beam, post = (Manifold.hull_points(list(map(list, solids[end.piece]))) for end in (found.first, found.second))
        # The post lifted by a millimetre reaches into the beam: the box that both share is as wide as the bearing.
        low_x, low_y, _, high_x, high_y, _ = (beam ^ post.translate((0, 0, 1e-3))).bounding_box()
        self.assertTrue(
            any(math.isclose(wide, side, abs_tol=1e-4) for side in (high_x - low_x, high_y - low_y)),
            (wide, high_x - low_x, high_y - low_y),
        )
        self.assertEqual(row.where, tuple(range(1, len(self.plan.marks) + 1)))

    def test_a_guard_post_shares_the_whole_depth_of_the_rim_it_stands_at(self) -> None:
        plan = planned(deck("16x12 up4"))
        found = next(joint for joint in joints(plan) if joint.roles == ("guard post", "rim") and joint.kind == "laps")
        view = joint_details(plan, (found,), IMPERIAL)[found.id]
        measured = {shape.text for shape in view.shapes if shape.layer == "dimension" and shape.text}
        self.assertLessEqual(measured & {"7⁵⁄₁₆″", "7⅜″"}, set())
        shared = next(shape for shape in view.shapes if shape.layer == "contact")
        high = max(y for _, y in shared.points) - min(y for _, y in shared.points)
        rim = next(part for part in plan.parts if part.role == "rim")
        self.assertLessEqual(high, rim.section_m[1] + 1e-9)

    def test_a_brace_is_seen_square_to_itself_and_its_post(self) -> None:
        made = plan(case("12x10 high8"))
        found = next(joint for joint in joints(made) if joint.roles == ("brace", "post"))
        view = joint_details(made, (found,), IMPERIAL)[found.id]
        brace = next(shape for shape in view.shapes if shape.layer == "brace")
        # Seen square, its sides run at the brace's own slope: neither level nor upright.
        slopes = {
            round(abs(math.atan2(b[1] - a[1], b[0] - a[0])) % (math.pi / 2), 3)
            for a, b in zip(brace.points, (*brace.points[1:], brace.points[0]), strict=True)
            if math.dist(a, b) > 0.03
        }
        self.assertTrue(any(0.2 < slope < math.pi / 2 - 0.2 for slope in slopes), slopes)
