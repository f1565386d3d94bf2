"""Six plain jobs counted by hand, piece by piece, and every list counted again from the drawing's own shapes."""

import math
import unittest
from collections import Counter
from dataclasses import replace
from typing import Any

from steady.plan.model import Plan
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.fence.parts.post_hardware import gate_pieces
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, Infill, Straight
from steady.structures.fence.spec.presets import closed_with
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, fence_case, on_ground, planned, site
from tests.test_deck import deck
from tests.test_deck import planned as planned_deck

SQUARE = math.pi / 2


def legs(*sides: tuple[float, float], **more: Any) -> tuple[Straight, ...]:
    return tuple(
        Straight(id="abcd"[n], length_m=feet * FT, turn_rad=turn, **more) for n, (feet, turn) in enumerate(sides)
    )


def counts(plan: Plan) -> Counter[str]:
    """Pieces by role; screws, hardware and connectors by what is bought."""
    found: Counter[str] = Counter()
    for part in plan.parts:
        found[part.item if part.role in ("screw", "hardware", "connector") else part.role] += part.count
    return found


def plain(**changes: Any) -> FenceSpec:
    base: dict[str, Any] = {"post": "post 4x4 pine", "bay_by_strength": False, "height_m": 4 * FT}
    return fence(50, **{**base, **changes})


class PlainJobsTest(unittest.TestCase):
    def same(self, plan: Plan, **wanted: int) -> None:
        found = counts(plan)
        for name, count in wanted.items():
            self.assertEqual(found[name.replace("_", " ")], count, name)

    def test_a_50_ft_boarded_fence(self) -> None:
        plan = planned(plain(height_m=6 * FT, bay_max_m=8 * FT, rails_count=3), site(grounds=()))
        # 50 / 8 = 6.25: seven bays of 7' 1 11/16", eight posts. Three rails a bay, four screws an end pair: 21 and 84.
        # 50 ft and half a post at both ends, 603 1/2 in, over 5 1/2 in: 109 boards and a rip of 4 in. Six screws a board.
        self.same(plan, post=8, rail=21, rail_screw=84, board=110, board_screw=660)
        rips = [part for part in plan.parts if part.role == "board" and part.cuts]
        self.assertEqual([round(part.section_m[1] / IN, 3) for part in rips], [4.0])

    def test_a_stepped_fence_of_bought_panels(self) -> None:
        spec = closed_with(plain(straights=legs((48, 0), follows="stepped")), "bought panels")
        spec = replace(spec, bays="panels", panel_m=6 * FT, clip_gap_m=0.5 * IN, bay_max_m=7 * FT)
        plan = planned(spec, on_ground(spec, [(0, 0), (48 * FT, -4 * FT)]))
        # A panel of 72 in, half an inch of clips and a post of 3 1/2: posts 76 in apart. Seven make 532 in of 576: the last bay is
        # 44 in, its panel cut to 44 − 3 1/2 − 1/2 = 40. Nine posts, eight panels, six clips each.
        self.same(plan, post=9, panel=8, panel_clip=48)
        cut = sorted(round(part.length_m / IN, 3) for part in plan.parts if part.role == "panel")
        self.assertEqual(cut, [40.0, 72.0])
        tops = {round(place.at[2], 4) for part in plan.parts if part.role == "panel" for place in part.places}
        self.assertEqual(len(tops), 8)

    def test_a_raked_fence_with_a_corner_each_way(self) -> None:
        spec = plain(
            straights=legs((20, 0), (16, SQUARE), (20, -SQUARE)), rails_count=2, rail_laid="on edge", bay_max_m=7 * FT
        )
        plan = planned(spec, on_ground(spec, [(0, 0), (56 * FT, -3 * FT)]))
        # Bays of 6' 8", 5' 4" and 6' 8", three a leg: ten posts, 18 rails, four screws each. Boards on the left: the first corner
        # turns toward them (inside), the second away (outside). With d_in 3 1/4 and d_out 3 7/8 in of a 4×4 with rails on edge:
        # first leg 240 + 1 3/4 − 3 1/4 = 238 1/2 in: 43 boards and a rip; second 192 − 3 7/8 + 3 7/8 = 192: 34 and a rip;
        # third 240 + 3 1/4 + 1 3/4 = 245: 44 and a rip of 3.
        self.same(plan, post=10, rail=18, rail_screw=72, board=44 + 35 + 45, board_screw=4 * (44 + 35 + 45))

    def test_a_screen_of_1x6_like_slats_over_two_bays(self) -> None:
        spec = closed_with(plain(straights=legs((24, 0)), height_m=6 * FT, bay_max_m=6 * FT), "slats")
        spec = replace(spec, rail="rail 2x6 pine", rail_bays=2, infill=replace(spec.infill, spacer_m=0.5 * IN))
        plan = planned(spec, site(grounds=()))
        # 72 in of 5 1/2 and 1/2: twelve slats a bay, each over two bays of 6 ft: 24. Five posts. Screws: at both ends and at the
        # post between, two each: 24 × 6.
        self.same(plan, post=5, rail=24, rail_screw=24 * 6)
        [part] = [part for part in plan.parts if part.role == "rail"]
        self.assertAlmostEqual(part.length_m / IN, 144 + 1.75, places=3)

    def test_a_pen_of_stock_panels_with_its_gate_at_a_corner(self) -> None:
        sides = legs((32, 0), (16, SQUARE), (32, SQUARE), (16, SQUARE))
        gate = GateOpening(id="g", at_m=0, clear_m=4 * FT)
        spec = closed_with(plain(straights=sides, closed=True, bay_max_m=8 * FT, openings=(gate,)), "stock panels")
        spec = replace(spec, bays="panels", panel_m=8 * FT - 3.5 * IN, clip_gap_m=0.0, cut_at="the start")
        plan = planned(spec, site(grounds=()))
        # Posts 8 ft apart from the far corners, so that 16-ft panels butt on them. 96 ft round, less the gate of 4 ft. The leaf
        # is of the same wire, no boards; its frame is two stiles, two rails with one between, and a strut.
        self.same(plan, leaf_board=0, leaf_wire=1, leaf_stile=2, leaf_rail=3, leaf_strut=1)
        wire = sum(part.length_m * part.count for part in plan.parts if part.role == "wire")
        self.assertAlmostEqual(wire / FT, 96 - 4 - 3.5 / 12 + 3.5 / 12, delta=1.5)
        from steady.catalog.purchasing import PurchasingSettings
        from steady.takeoff.bill import bill, cuts

        bought = bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings()))
        panels = sum(line.count for line in bought.lines if line.item.startswith("stock panel"))
        # Five whole ones; of the sixth 11 ft 10 beside the gate, and the leaf out of its off-cut.
        self.assertEqual(panels, 6)

    def test_a_leaf_as_wide_as_whole_openings_of_its_wire_is_closed_with_them_all(self) -> None:
        """Twelve openings of 4 in are 48 in, and a quarter inch less leaves eleven."""
        for clear_in, count in ((48.0, 12), (47.75, 11)):
            gate = GateOpening(id="g", at_m=6 * FT, clear_m=clear_in * IN)
            spec = closed_with(plain(openings=(gate,)), "stock panels")
            spec = replace(spec, infill=replace(spec.infill, mesh_m=4 * IN))
            [told] = gate_pieces(fence_case(spec, site(grounds=())))
            self.assertIn(f" {count} openings", told)

    def test_an_18_by_11_deck_with_stair_and_guard(self) -> None:
        plan = planned_deck(deck("18x11 up3", stairs=(StairDesign(id="s", edge=2, at_m=7 * FT),)))
        # 18 ft at 16 in: ceil((216 − 1 1/2) / 16) + 1 = 15 joists, a hanger each at the ledger. Boards of 5 1/2 and 1/8 over
        # 11 ft and the inch past the rim: 24. 36 in of rise in five risers: four treads of two boards on four stringers.
        self.same(
            plan,
            joist=15,
            joist_hanger=15,
            ledger=1,
            rim=1,
            stringer=4,
            tread=8,
            decking=24,
            post=3,
            beam=2,
            handrail=1,
        )
        # Guard posts: both sides of 11 ft, and the front of 18 less a stair of 3, at 6 ft at most.
        stands = [place.at for part in plan.parts if part.role == "guard post" for place in part.places]
        for one in stands:
            near = min(math.dist(one[:2], other[:2]) for other in stands if other is not one)
            self.assertLess(near, 6 * FT + 0.01)


class DrawnTest(unittest.TestCase):
    def test_every_listed_piece_has_its_shape(self) -> None:
        from steady.drawing.views import views

        for spec in (plain(), plain(infill=Infill(style="board on board")), plain(rails_count=3, rail_laid="on edge")):
            plan = planned(spec, site(grounds=()))
            elevation = next(view for view in views(plan, Tape()) if view.name == "elevation")
            drawn: Counter[str] = Counter()
            for shape in elevation.shapes:
                if shape.kind == "polygon" and shape.layer in ("board", "rail", "post"):
                    drawn[shape.layer] += shape.count
            listed = counts(plan)
            for role in ("board", "rail", "post"):
                self.assertEqual(drawn[role], listed[role], role)
