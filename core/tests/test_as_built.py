"""What is measured of boards and slats, and what it changes: gaps and moisture, by hand from the wood handbook's figure."""

import math
import unittest
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.field_records.asbuilt import asks_over, compare, target_of
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.plan.model import MeasurementTarget, Plan
from steady.structures.coating import Finish
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.structures.lean_to.spec import LeanToSpec
from steady.structures.pavilion.spec import PavilionSpec
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.registry import kind_of
from steady.units.units import IN

PINE_PER_PERCENT = 0.00259
"""Southern pine, flat-sawn, per cent of moisture [wood handbook, recalled]."""
BOARD_IN = 5.5


def fence(**infill: object) -> FenceSpec:
    return FenceSpec(
        id="f",
        straights=(Straight(id="a", length_m=14.63),),
        infill=Infill(style="even gaps", **infill),  # type: ignore[arg-type]
        finish=Finish(kind="stain"),
    )


def planned(spec: Any) -> Plan:
    job = JobDocument(name="A line", structures=(Structure(name="It", spec=spec),))
    return plan_structure(job, spec.id)


def target(plan: Plan, what: str) -> MeasurementTarget:
    return next(item for item in plan.targets if item.what == what)


class Boards(unittest.TestCase):
    """Gaps are judged as laid, moisture tells the gap that comes."""

    def test_the_gap_is_what_stays_between_whole_boards(self) -> None:
        plan = planned(fence(gap_most_m=0.75 * IN))
        gap = target(plan, "gap between boards")
        self.assertLessEqual(gap.planned, 0.75 * IN + 1e-9)
        boards = [part for part in plan.parts if part.role == "board"]
        steps = [math.hypot(*place.step) for part in boards for place in part.places if place.count > 1]
        self.assertAlmostEqual(max(steps) - BOARD_IN * IN, gap.planned, places=6)
        self.assertEqual(compare(gap, gap.planned + IN / 8).verdict, "inside")  # type: ignore[union-attr]
        self.assertEqual(compare(gap, gap.planned + IN / 4).verdict, "outside")  # type: ignore[union-attr]

    def test_a_meter_s_reading_taken_in_tells_how_the_gap_ends(self) -> None:
        spec = fence(gap_most_m=0.5 * IN)
        wet = target(planned(spec), "moisture")
        self.assertEqual((wet.planned, wet.unit, wet.replans), (0.3, "%", "hold"))
        self.assertIsNone(compare(wet, 0.22))
        drier = kind_of(spec).hold(spec, wet.about, 0.22)
        for layout, spec_now in ((0.30, spec), (0.22, drier)):
            shrinks_in = BOARD_IN * PINE_PER_PERCENT * (100 * layout - 12)
            says = next(note for note in planned(spec_now).notes if note.startswith("Laid at"))
            sixteenths = round(shrinks_in * 16)
            self.assertIn(f"{100 * layout:.0f} %", says)
            self.assertIn({4: "¼″", 2: "⅛″"}[sixteenths], says)
        with self.assertRaises(InvalidInputError):
            kind_of(spec).hold(spec, wet.about, 3.0)

    def test_boards_laid_dry_swell(self) -> None:
        plan = planned(replace(fence(), infill=Infill(), boards_moisture=0.12))
        self.assertTrue(any("swells in the wet" in note for note in plan.notes))

    def test_what_is_far_off_is_asked_after(self) -> None:
        plan = planned(fence())
        self.assertAlmostEqual(asks_over(target(plan, "stands at")), 2 * IN, places=3)  # eight times a quarter inch
        self.assertAlmostEqual(asks_over(target(plan, "hole depth")), 8 * IN)
        self.assertEqual(
            (asks_over(target(plan, "plumb along")) >= 0.05, asks_over(target(plan, "moisture"))), (True, 0.3)
        )

    def test_a_coat_waits_for_dry_wood(self) -> None:
        coat = target(planned(fence()), "moisture before coating")
        self.assertEqual(compare(coat, 0.18).verdict, "inside")  # type: ignore[union-attr]
        self.assertEqual(compare(coat, 0.19).verdict, "outside")  # type: ignore[union-attr]

    def test_slats_are_measured_as_they_are_drawn(self) -> None:
        spec = PergolaSpec(id="p")
        plan = planned(spec)
        gap = target_of(plan, "p/slats", "gap between slats")
        assert gap is not None
        slats = [part for part in plan.parts if part.role == "slat"]
        [row] = slats[0].places
        self.assertAlmostEqual(math.hypot(*row.step) - slats[0].section_m[0], gap.planned, places=6)


class Roofs(unittest.TestCase):
    """A roof's frame is measured before its rafters are cut: what is cut follows the frame as it stands."""

    def taken(self, spec: Any, what: str, off_m: float) -> tuple[Plan, Plan]:
        before = planned(spec)
        size = target(before, what)
        self.assertEqual(size.replans, "hold")
        after = planned(kind_of(spec).hold(spec, size.about, size.planned + off_m))
        self.assertAlmostEqual(target(after, what).planned, size.planned + off_m, places=9)
        return before, after

    @staticmethod
    def longest(plan: Plan, role: str) -> float:
        return max(part.length_m for part in plan.parts if part.role == role)

    def test_a_lean_to_s_rafters_grow_by_the_slope_of_what_its_depth_grew(self) -> None:
        spec = LeanToSpec(id="l")
        before, after = self.taken(spec, "ledger's face to the beam's outer face", 0.03)
        grew = self.longest(after, "rafter") - self.longest(before, "rafter")
        self.assertAlmostEqual(grew, 0.03 / math.cos(spec.pitch_rad), delta=2e-4)  # cut to a tenth of a millimetre

    def test_a_pergola_s_beams_apart_change_its_rafters_and_not_what_runs_past(self) -> None:
        spec = PergolaSpec(id="p")
        before, after = self.taken(spec, "beams apart, middles", -0.02)
        self.assertAlmostEqual(self.longest(after, "rafter"), self.longest(before, "rafter") - 0.02, places=6)
        low, high = (sorted({float(mark.across_m or 0) for mark in plan.marks}) for plan in (before, after))
        self.assertAlmostEqual(low[0], high[0], places=6)

    def test_a_pavilion_s_hips_follow_its_beams(self) -> None:
        # Half of what the short side lost, each way level, and as much up as the pitch says: sqrt(2 + tan²) of it.
        spec = PavilionSpec(id="v", beams_m=4.2, deep_m=3.0)
        before, after = self.taken(spec, "over the beams, front to back", -0.024)
        less = self.longest(before, "hip") - self.longest(after, "hip")
        self.assertAlmostEqual(less, 0.012 * math.sqrt(2 + math.tan(spec.pitch_rad) ** 2), delta=2e-4)

    def test_a_size_that_cannot_be_is_refused(self) -> None:
        spec = PavilionSpec(id="v")
        size = target(planned(spec), "over the beams, front to back")
        for off in (-3.0, 40.0, math.inf, math.nan):
            with self.assertRaises(InvalidInputError):
                kind_of(spec).hold(spec, size.about, size.planned + off)
        with self.assertRaises(InvalidInputError):
            kind_of(spec).hold(spec, "v/size/nothing", 2.0)
