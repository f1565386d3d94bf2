"""What a fence is for: a pool, animals, privacy. Cases laid out by hand from the tables as printed."""

import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.fence.checks.clearances import opens_m
from steady.structures.fence.checks.purposes import purpose_gaps
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Infill, Straight
from steady.structures.gate.spec import LeafDesign
from steady.units.units import FT, IN

from tests.make import fence_case, planned

LINE = FenceSpec(id="f", straights=(Straight(id="s", length_m=24 * FT),), height_m=6 * FT, gap_m=2 * IN)


def use(plan: Plan, key: str) -> float:
    """The worst of a check, as demand over limit."""
    return max((check.use for check in plan.checks if check.key == key), default=0.0)


class PurposeTest(unittest.TestCase):
    def test_deer_want_eight_feet(self) -> None:
        plan = planned(replace(LINE, purposes=("deer",)))
        # 6 ft of boards 2 in above the ground: 74 in where 96 are asked.
        self.assertAlmostEqual(96 / 74, use(plan, "purpose.height"), 3)
        self.assertEqual("fail", state(plan))

    def test_a_small_dog_is_kept(self) -> None:
        plan = planned(replace(LINE, purposes=("small dog",)))
        self.assertAlmostEqual(48 / 74, use(plan, "purpose.height"), 3)
        self.assertAlmostEqual(2 / 3, use(plan, "purpose.gap_below"), 3)

    def test_rails_too_near_each_other_are_a_ladder(self) -> None:
        # Boards on the left, pool on the left: the rails are outside. Tops of three rails in 72 in stand under 45 in apart.
        spec = replace(LINE, purposes=("pool",), inside="left")
        plan = planned(spec)
        self.assertGreater(use(plan, "purpose.climbing"), 1)
        inside = planned(replace(spec, inside="right"))
        self.assertEqual(0.0, use(inside, "purpose.climbing"))

    def test_gap_under_a_pool_barrier(self) -> None:
        plan = planned(replace(LINE, gap_m=2.5 * IN, purposes=("pool",), inside="right"))
        self.assertAlmostEqual(2.5 / 2, use(plan, "purpose.gap_below"), 3)

    def test_pickets_three_and_a_half_inches_apart_with_near_rails(self) -> None:
        spec = replace(LINE, purposes=("pool",), inside="right", infill=Infill(style="even gaps", gap_most_m=3.5 * IN))
        plan = planned(spec)
        # The table allows 1 3/4 in where rails' tops stand under 45 in apart.
        self.assertGreater(use(plan, "purpose.openings"), 1.5)

    def test_boards_laid_wet_leave_a_wider_opening_when_they_have_dried(self) -> None:
        """Laid 9 in apart, 5 1/2 in wide, at 30 %: 5.5 in times 0.00259 times (30 - 12) is 0.256 in narrower."""
        wet = replace(LINE, purposes=("pool",), inside="right", infill=Infill(style="even gaps", gap_most_m=3.5 * IN))
        self.assertAlmostEqual((9 - 5.5 + 0.2564) / 1.75, use(planned(wet), "purpose.openings"), 3)
        dry = replace(wet, boards_moisture=0.12)
        self.assertAlmostEqual(3.5 / 1.75, use(planned(dry), "purpose.openings"), 3)

    def test_a_wood_whose_shrinkage_is_not_known_opens_as_much_as_any_softwood(self) -> None:
        case = fence_case(replace(LINE, infill=Infill(style="even gaps"), boards_moisture=0.3))
        oak = replace(case, timber=replace(case.timber, board=replace(case.timber.board, species="oak")))
        self.assertAlmostEqual(5.5 * 0.00323 * 18, opens_m(oak) / IN, 4)
        self.assertGreater(opens_m(oak), opens_m(case))
        self.assertEqual(
            0.0, opens_m(replace(oak, spec=replace(oak.spec, boards_moisture=0.08))), "they swell: no less"
        )
        self.assertEqual(0.0, opens_m(replace(oak, spec=replace(oak.spec, infill=Infill(style="board on board")))))

    def test_gate_swings_out_closes_itself_and_its_latch_is_high(self) -> None:
        gate = GateOpening(id="g", at_m=8 * FT, clear_m=3.5 * FT, swing="in")
        spec = replace(LINE, openings=(gate,), purposes=("pool",), inside="right")
        plan = planned(spec)
        said = " ".join(plan.conflicts)
        self.assertIn("swing outward", said)
        self.assertIn("does not close by itself", said)
        self.assertAlmostEqual(54 / 36, use(plan, "purpose.latch_height"), 3)
        leaf = LeafDesign(closer_n_m=10.0, latch_height_m=54 * IN)
        good = planned(replace(spec, openings=(replace(gate, swing="out", leaf=leaf),)))
        self.assertFalse([line for line in good.conflicts if "Pool" in line])
        self.assertAlmostEqual(1.0, use(good, "purpose.latch_height"), 6)

    def test_the_office_decides(self) -> None:
        plan = planned(replace(LINE, purposes=("pool",), inside="right"))
        self.assertTrue([c for c in plan.cautions if "local office decides" in c.text])

    def test_side_or_table_missing_is_not_checked(self) -> None:
        unsaid = planned(replace(LINE, purposes=("pool",)))
        self.assertIn("purpose.pool_barrier", {gap.key for gap in unsaid.not_covered})
        said = replace(LINE, purposes=("pool",), inside="right")
        self.assertEqual(["purpose.pool_barrier"], [gap.key for gap in purpose_gaps(said, "ca")])
        self.assertEqual([], purpose_gaps(said, "nz"))

    def test_privacy_is_closed_and_over_eyes(self) -> None:
        plan = planned(replace(LINE, purposes=("privacy",)))
        self.assertLess(use(plan, "purpose.height"), 1)
        self.assertFalse([line for line in plan.conflicts if "Privacy" in line])
        open_plan = planned(replace(LINE, purposes=("privacy",), infill=Infill(style="even gaps")))
        self.assertTrue([line for line in open_plan.conflicts if "Privacy" in line])

    def test_higher_never_adds_a_failure(self) -> None:
        for purpose in ("pool", "deer", "horse", "privacy"):
            last = 9.9
            for feet in (3, 4, 5, 6, 8):
                spec = replace(LINE, height_m=feet * FT, purposes=(purpose,), inside="right")
                now = use(planned(spec), "purpose.height")
                self.assertLessEqual(now, last + 1e-9)
                last = now
