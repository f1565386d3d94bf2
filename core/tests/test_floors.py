"""Floors inside a loop: slabs counted by hand, cells counted by brute force, the bed's bags, and what stays outside."""

import math
import unittest
from typing import Any

from steady.catalog.purchasing import PurchasingSettings
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.structures.fence.spec.floor import Floor
from steady.takeoff.bill import bill, cuts
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import planned, site

SQUARE = math.pi / 2
POST = 5.5 * IN
SLABS = Floor(kind="slabs")


def pen(*lengths_ft: float, turns: tuple[float, ...] = (), floor: Floor = SLABS, **changes: Any) -> FenceSpec:
    turned = turns or (0.0, *[SQUARE] * (len(lengths_ft) - 1))
    straights = tuple(
        Straight(id="abcdefgh"[k], length_m=long * FT, turn_rad=turned[k]) for k, long in enumerate(lengths_ft)
    )
    base: dict[str, Any] = {
        "id": "pen",
        "straights": straights,
        "closed": True,
        "height_m": 4 * FT,
        "boards_on": "right",
        "infill": Infill(style="butted"),
        "floor": floor,
    }
    return FenceSpec(**{**base, **changes})


def layout(plan: Plan) -> dict[str, int]:
    return {part.id.rsplit("/", 1)[-1]: part.count for part in plan.parts if part.role == "slab"}


class SlabsTest(unittest.TestCase):
    def test_a_rectangle_by_hand(self) -> None:
        # 12 × 10 ft between the posts' middles, 6×6 posts: 138.5 × 114.5 in inside. Slabs of 16 in at 16 1/4 in: eight fit in
        # 130 in and 8.5 in are left; seven in 113.75 in, less a joint, and 0.75 in are left, cut as well.
        found = layout(planned(pen(12, 10, 12, 10), site(grounds=())))
        self.assertEqual(found, {"whole": 8 * 7, "cut": 9 * 8 - 8 * 7})

    def test_a_fit_without_cuts(self) -> None:
        inner = (6 * (16 + 0.25) - 0.25) * IN + POST
        found = layout(planned(pen(*[inner / FT] * 4), site(grounds=())))
        self.assertEqual(found, {"whole": 36})

    def test_boards_inside_take_their_room(self) -> None:
        out, within = (planned(pen(12, 10, 12, 10, boards_on=on), site(grounds=())) for on in ("right", "left"))
        self.assertGreater(sum(layout(out).values()), sum(layout(within).values()) - 1)
        beds = [next(p.count for p in plan.parts if p.role == "bed") for plan in (out, within)]
        self.assertGreater(beds[0], beds[1])

    def test_an_l_shape_counted_cell_by_cell(self) -> None:
        spec = pen(20, 8, 8, 8, 12, 16, turns=(0, SQUARE, SQUARE, -SQUARE, SQUARE, SQUARE))
        plan = planned(spec, site(grounds=()))
        half, size, pitch = POST / 2, 16 * IN, 16.25 * IN

        def within(x: float, y: float) -> bool:
            low = half < x < 20 * FT - half and half < y < 8 * FT - half
            left = half < x < 12 * FT - half and half < y < 16 * FT - half
            return low or left

        whole = cut = 0
        for i in range(20):
            for k in range(20):
                u, v = half + i * pitch, half + k * pitch
                hits = sum(
                    within(u + size * (a + 0.5) / 40, v + size * (b + 0.5) / 40) for a in range(40) for b in range(40)
                )
                whole += hits == 1600
                cut += 40 < hits < 1600
        self.assertEqual(layout(plan), {"whole": whole, "cut": cut})

    def test_a_loop_that_turns_right_takes_the_same(self) -> None:
        left = layout(planned(pen(12, 10, 12, 10), site(grounds=())))
        right = layout(planned(pen(12, 10, 12, 10, turns=(0, *[-SQUARE] * 3), boards_on="left"), site(grounds=())))
        self.assertEqual(left, right)

    def test_every_slab_is_drawn_and_bought(self) -> None:
        plan = planned(pen(12, 10, 12, 10), site(grounds=()))
        shape = next(view for view in views(plan, Tape()) if view.name == "shape")
        lines = {
            line.item: line.count for line in bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings())).lines
        }
        self.assertEqual(sum(s.layer == "slab" for s in shape.shapes), 72)
        self.assertEqual(lines["paving slab"], 72)


class BedTest(unittest.TestCase):
    def test_gravel_by_the_bag_joins_what_goes_in_the_holes(self) -> None:
        spec = pen(12, 10, 12, 10, floor=Floor(kind="gravel", bed_m=4 * IN))
        bare = planned(pen(12, 10, 12, 10, floor=Floor()), site(grounds=()))
        plan = planned(spec, site(grounds=()))
        bags = [
            [
                line.count
                for line in bill(made, PurchasingSettings(), cuts(made, PurchasingSettings())).lines
                if line.item == "gravel 50 lb"
            ]
            for made in (bare, plan)
        ]
        self.assertEqual([len(lines) for lines in bags], [1, 1])
        # 138.5 × 114.5 × 4 in = 36.7 ft³ in bags of half a cubic foot.
        self.assertAlmostEqual(bags[1][0] - bags[0][0], 138.5 * 114.5 * 4 / 1728 / 0.5, delta=1.0)

    def test_an_open_line_has_no_floor(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            planned(pen(12, 10, closed=False), site(grounds=()))
        self.assertEqual(refused.exception.field, "floor/kind")

    def test_slabs_too_many_are_refused_at_their_field(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            planned(pen(90, 90, 90, 90, floor=Floor(kind="slabs", slab_m=0.2)), site(grounds=()))
        self.assertEqual(refused.exception.field, "floor/slab_m")
