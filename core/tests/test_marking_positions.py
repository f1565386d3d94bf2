"""Where pieces are marked: rails by the ground's own fall, boards from face to face, joists as a tape is marked."""

import itertools
import random
import unittest

from steady.field_records.marking_positions import (
    centres_m,
    edges_m,
    ends_m,
    layout,
    lower_edge_m,
    on_grid,
    rail_positions_text,
    stands_m,
)
from steady.field_records.progress import tick_groups
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.plan.model import Part, PartPlacement, Vec
from steady.structures.deck.kind import read as read_deck
from steady.structures.fence.spec.fence import Straight
from steady.structures.fence.spec.presets import closed_with
from steady.structures.pergola.kind import read as read_pergola
from steady.structures.structure_type import NewStructureRequest
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, planned, site


class RailMarks(unittest.TestCase):
    def test_on_level_ground_both_posts_read_alike_and_rails_stand_evenly(self) -> None:
        plan = planned(fence(48))
        for bay in plan.bays:
            edges = edges_m(layout(plan, "rail"), bay.id)
            self.assertEqual(len(edges), 3)
            for first, second in edges:
                self.assertAlmostEqual(first, second, 9)
            low, middle, high = (edge[0] for edge in edges)
            self.assertAlmostEqual(high - middle, middle - low, 9)
            self.assertGreater(low, 2 * IN)  # over the gap at the ground

    def test_raked_rails_follow_the_ground_on_every_fall(self) -> None:
        rng = random.Random(5)
        for _ in range(12):
            fall = rng.uniform(-0.12, 0.12)
            plan = planned(fence(40), site(fall_per_ft=fall, length_ft=40))
            level = planned(fence(40))
            for bay, flat in zip(plan.bays, level.bays, strict=True):
                for (first, second), (asked, _) in zip(
                    edges_m(layout(plan, "rail"), bay.id), edges_m(layout(level, "rail"), flat.id), strict=True
                ):
                    # Parallel to the ground; a lower edge turned with the slope lies a hair higher on its middle.
                    self.assertAlmostEqual(first, second, 6)
                    self.assertAlmostEqual(first, asked, delta=0.003)

    def test_a_stepped_bay_stands_higher_on_its_lower_post_by_the_ground_s_fall(self) -> None:
        fall = 0.05
        spec = fence(40, straights=(Straight(id="a", length_m=40 * FT, follows="stepped"),))
        plan = planned(spec, site(fall_per_ft=fall, length_ft=40))
        stations = {mark.id: mark.station_m for mark in plan.marks}
        for bay in plan.bays:
            dropped = fall * (stations[bay.end] - stations[bay.start])
            for first, second in edges_m(layout(plan, "rail"), bay.id):
                self.assertAlmostEqual(second - first, dropped, 6)
        says = rail_positions_text(layout(plan, "rail"), plan.bays[0].id, Tape())
        self.assertIn("; then ", says)

    def test_what_is_told_is_what_was_measured(self) -> None:
        plan, tape = planned(fence(24)), Tape()
        rails = next(group for group in tick_groups(plan, tape) if group.role == "rail")
        for tick in rails.ticks:
            for first, _ in edges_m(layout(plan, "rail"), tick.about):
                self.assertIn(tape.length(first), tick.lie)


class BoardMarks(unittest.TestCase):
    def test_boards_run_on_from_bay_to_bay_and_end_at_the_end_posts_faces(self) -> None:
        plan = planned(fence(40, post="post 6x6 pine"))
        stations = {mark.id: mark.station_m for mark in plan.marks}
        half_m = 5.5 * IN / 2  # a dressed 6x6
        ends = [ends_m(layout(plan, "board"), bay.id) for bay in plan.bays]
        wide = [stations[bay.end] - stations[bay.start] for bay in plan.bays]
        first, last = ends[0], ends[-1]
        assert first and last
        self.assertAlmostEqual(first[0], -half_m, delta=IN / 16)
        self.assertAlmostEqual(last[1] - wide[-1], half_m, delta=IN / 16)
        for (one, size), other in zip(zip(ends, wide, strict=True), ends[1:], strict=False):
            assert one and other
            self.assertAlmostEqual(one[1] - size, other[0], delta=IN / 4)  # butted, but for a hair


class GridMarks(unittest.TestCase):
    def test_joists_sixteen_inches_apart_as_a_tape_is_marked(self) -> None:
        spec = read_deck(NewStructureRequest(text="16x12 up3", id="d", bare="ft", school="us"))
        plan = plan_structure(JobDocument(name="j", structures=(Structure(name="Deck", spec=spec),)), "d")
        joists = [part for part in plan.parts if part.role == "joist" and part.count > 4]
        marks = centres_m(joists[0])
        # Two ends held in by half their own thickness, and every 16 in between: 16 ft is twelve of them.
        wanted = [0.75 * IN, *(k * 16 * IN for k in range(1, 12)), 192 * IN - 0.75 * IN]
        self.assertEqual(len(marks), len(wanted))
        for got, asked in zip(marks, wanted, strict=True):
            self.assertAlmostEqual(got, asked, delta=1e-4)
        says = next(
            tick.lie for group in tick_groups(plan, Tape()) if group.role == "joist" for tick in group.ticks if tick.lie
        )
        self.assertTrue(says.startswith("centres at ¾″, 1′ 4″, 2′ 8″, 4′ 0″"), says)

    def test_what_hangs_and_bears_is_as_deep_as_what_lies_on_it(self) -> None:
        """By dressed sizes: decking 1 in, joists under it, the beam under them."""
        spec = read_deck(NewStructureRequest(text="16x12 up3", id="d", bare="ft", school="us"))
        plan = plan_structure(JobDocument(name="j", structures=(Structure(name="Deck", spec=spec),)), "d")
        edges = {part.role: lower_edge_m(part) for part in plan.parts if part.role in ("decking", "joist", "beam")}
        deep = {part.role: max(part.section_m) for part in plan.parts if part.role in ("joist", "beam")}
        self.assertAlmostEqual(edges["decking"] or 0, -1 * IN, delta=2e-4)
        self.assertAlmostEqual(edges["joist"] or 0, -1 * IN - deep["joist"], delta=2e-4)
        self.assertAlmostEqual(edges["beam"] or 0, -1 * IN - deep["joist"] - deep["beam"], delta=2e-4)

    def test_posts_of_a_guard_are_told_by_both_tapes(self) -> None:
        spec = read_deck(NewStructureRequest(text="16x12 up3", id="d", bare="ft", school="us"))
        plan = plan_structure(JobDocument(name="j", structures=(Structure(name="Deck", spec=spec),)), "d")
        posts = [part for part in plan.parts if part.role == "guard post"]
        found = [at for part in posts for at in stands_m(part)]
        self.assertTrue(found)
        for x, y in found:
            self.assertTrue(-0.01 <= x <= 16 * FT + 0.01, x)
            self.assertTrue(-0.01 <= y <= 12 * FT + 0.01, y)

    def test_what_lies_both_ways_is_told_by_no_one_tape(self) -> None:
        spec = read_pergola(NewStructureRequest(text="18x11 high8 over1 brace2", id="p", bare="ft", school="us"))
        plan = plan_structure(JobDocument(name="j", structures=(Structure(name="Pergola", spec=spec),)), "p")
        braces = [part for part in plan.parts if part.role == "brace"]
        self.assertTrue(braces)
        for part in braces:
            ways = {abs(place.along[0]) > abs(place.along[1]) for place in part.places}
            if len(ways) > 1:
                self.assertEqual(centres_m(part), ())


def piece(*at: tuple[float, float, float], along: Vec = (0.0, 1.0, 0.0), up: Vec = (0.0, 0.0, 1.0)) -> Part:
    """One piece in so many places, 2 m long, 38 × 140 mm."""
    return Part(
        id="p",
        role="rafter",
        item="rafter 2x6 pine",
        length_m=2.0,
        section_m=(0.038, 0.14),
        places=tuple(PartPlacement(id=f"p{k}", at=spot, along=along, up=up) for k, spot in enumerate(at)),
    )


class BesideZero(unittest.TestCase):
    def test_what_stands_before_the_tape_s_zero_is_never_told_as_after_it(self) -> None:
        self.assertEqual(centres_m(piece((-0.2, 0, 1), (0.2, 0, 1))), (-0.2, 0.2))
        self.assertEqual(on_grid(piece((-0.2, 0, 1), (0.2, 0, 1)), Tape()).split(";")[0], "centres at −7⅞″, 7⅞″")
        upright = piece((-0.3, -0.3, 0), (3.0, 2.0, 0), along=(0.0, 0.0, 1.0), up=(1.0, 0.0, 0.0))
        self.assertEqual(stands_m(upright), ((-0.3, -0.3), (3.0, 2.0)))

    def test_a_lower_edge_is_half_of_whichever_side_looks_up(self) -> None:
        self.assertAlmostEqual(lower_edge_m(piece((0, 0, 1))) or 0, 1 - 0.07, 4)
        self.assertAlmostEqual(lower_edge_m(piece((0, 0, 1), up=(1.0, 0.0, 0.0))) or 0, 1 - 0.019, 4)
        self.assertIsNone(lower_edge_m(piece((0, 0, 1), (1, 0, 1.2))))


class SlatMarks(unittest.TestCase):
    def test_level_slats_are_marked_on_their_posts_by_their_width_and_gap(self) -> None:
        spec = closed_with(fence(24, bay_max_m=1.2), "slats")
        plan = planned(spec)
        found = layout(plan, "rail")
        edges = [low for low, _ in edges_m(found, plan.bays[0].id)]
        self.assertGreater(len(edges), 3)
        steps = [round(b - a, 6) for a, b in itertools.pairwise(edges)]
        self.assertEqual(len(set(steps)), 1)  # one width and one gap from each to the next
        group = next(group for group in tick_groups(plan, Tape()) if group.role == "rail")
        self.assertIn("lower edges", group.ticks[0].lie)
