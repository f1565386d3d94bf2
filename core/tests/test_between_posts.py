"""Rails and slats between the posts: where they lie, how long they are, what holds their ends."""

import itertools
import unittest
from dataclasses import replace
from typing import Any

from steady.catalog.purchasing import PurchasingSettings
from steady.plan.model import Part, Plan
from steady.plan.results import unchecked_items
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.takeoff.bill import bill, cuts, pieces
from steady.units.units import FT, IN

from tests.make import fence, planned, site
from tests.test_corners import boxes

POST = 5.5 * IN


def built(**spec: Any) -> tuple[FenceSpec, Plan]:
    made = fence(24, **{"rail_laid": "between, on edge", "rails_count": 2, "infill": Infill(style="butted"), **spec})
    return made, planned(made, site(grounds=()))


def rails(plan: Plan) -> list[Part]:
    return [part for part in plan.parts if part.role == "rail"]


def bought(plan: Plan, item: str) -> float:
    lines = {line.item: line.count for line in bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings())).lines}
    return lines.get(item, 0)


class BetweenTest(unittest.TestCase):
    def test_a_rail_is_a_post_shorter_than_its_bay_and_stands_on_its_narrow_edge(self) -> None:
        _, plan = built()
        posts = sorted({p.at[0] for part in plan.parts if part.role == "post" for p in part.places})
        bays = {round(b - a - POST, 4) for a, b in itertools.pairwise(posts)}
        self.assertEqual({round(part.length_m, 4) for part in rails(plan)}, bays)
        for part in rails(plan):
            self.assertAlmostEqual(part.section_m[0], 1.5 * IN)
            self.assertAlmostEqual(part.section_m[1], 3.5 * IN)

    def test_its_face_is_flush_with_the_posts_and_the_boards_touch_both(self) -> None:
        _, plan = built()
        face = max(box[3] for box in boxes(plan, "rail"))
        self.assertAlmostEqual(face, POST / 2, places=6)
        self.assertAlmostEqual(min(box[1] for box in boxes(plan, "board")), POST / 2, places=6)

    def test_nothing_runs_through_a_post(self) -> None:
        _, plan = built()
        for post in boxes(plan, "post"):
            for rail in boxes(plan, "rail"):
                self.assertFalse(min(post[2], rail[2]) - max(post[0], rail[0]) > 1e-6, "a rail runs into a post")

    def test_it_meets_the_wind_on_its_weak_axis_like_a_rail_on_the_face(self) -> None:
        uses = {}
        for layout in ("on edge", "between, on edge", "flat"):
            _, plan = built(rail_laid=layout)
            uses[layout] = max(check.use for check in plan.checks if check.key == "rail.bending")
        # Bays of 8 ft between post centers: the rail between the faces spans a post's width less.
        clear = (96 * IN - POST) / (96 * IN)
        self.assertAlmostEqual(uses["between, on edge"] / uses["on edge"], clear**2, delta=0.01)
        self.assertLess(uses["flat"], uses["on edge"])

    def test_screws_at_a_slant_by_default_two_an_end(self) -> None:
        _, plan = built()
        ends = 2 * sum(place.count for part in rails(plan) for place in part.places)
        screws = [
            part
            for part in plan.parts
            if part.role == "screw"
            and {p.id for p in part.places} == {p.id for part in rails(plan) for p in part.places}
        ]
        self.assertEqual(sum(part.count for part in screws), 2 * ends)


class EndsTest(unittest.TestCase):
    def test_brackets_are_counted_an_end_each_and_no_screws_with_them(self) -> None:
        _, plan = built(rail_end="brackets")
        ends = 2 * sum(place.count for part in rails(plan) for place in part.places)
        self.assertEqual(sum(part.count for part in plan.parts if part.item == "rail bracket"), ends)
        self.assertEqual(bought(plan, "rail bracket"), -(-ends // 10))
        self.assertFalse([part for part in plan.parts if part.item.startswith("rail screw")])

    def test_what_a_bracket_holds_is_its_makers_to_say_and_then_checked(self) -> None:
        spec, plan = built(rail_end="brackets")
        asked = [gap for gap in unchecked_items(plan) if gap.key == "rail_end_fasteners.capacity"]
        self.assertTrue(asked)
        assert asked[0].needs is not None
        rated = replace(spec, ratings=(ManufacturerRating(what="rail_end_fasteners.capacity", holds_n=10_000.0),))
        answered = planned(rated, site(grounds=()))
        self.assertFalse([gap for gap in unchecked_items(answered) if gap.key == "rail_end_fasteners.capacity"])
        held = [check for check in answered.checks if check.key == "rail_end_fasteners.capacity"]
        self.assertTrue(held and all(0 < check.use < 1 for check in held))

    def test_a_channel_is_bought_a_post_side_each_as_long_as_the_fence_is_high(self) -> None:
        for height_m, lengths in ((6 * FT, 1), (7 * FT, 2)):
            _, plan = built(rail_end="channel", height_m=height_m)
            bays = len({place.id for part in rails(plan) for place in part.places})
            self.assertEqual(bought(plan, "rail channel"), 2 * bays * lengths)

    def test_rails_on_the_face_take_no_brackets(self) -> None:
        _, plan = built(rail_laid="on edge", rail_end="brackets")
        self.assertFalse([part for part in plan.parts if part.item == "rail bracket"])


class SlatsTest(unittest.TestCase):
    def test_slats_between_posts_drop_into_channels(self) -> None:
        spec: dict[str, Any] = {
            "infill": Infill(style="slats", spacer_m=0.5 * IN),
            "rail": "rail 1x6 cedar",
            "bay_max_m": 4 * FT,
            "height_m": 4 * FT,
            "rail_end": "channel",
        }
        _, plan = built(**spec)
        face = max(box[3] for box in boxes(plan, "rail"))
        self.assertAlmostEqual(face, POST / 2, places=6)
        bays = len({place.id for part in rails(plan) for place in part.places})
        self.assertEqual(bought(plan, "rail channel"), 2 * bays)
        _, on_face = built(**{**spec, "rail_laid": "on edge"})
        self.assertAlmostEqual(min(box[1] for box in boxes(on_face, "rail")), POST / 2, places=6)

    def test_the_order_of_work_counts_slats_once(self) -> None:
        _, plan = built(infill=Infill(style="slats", spacer_m=0.5 * IN), rail="rail 1x6 cedar", height_m=4 * FT)
        slats = float(sum(part.count for part in rails(plan)))
        counted = [(name, many) for task in plan.tasks for name, many, _ in task.work if name in ("rails", "slats")]
        self.assertEqual(counted, [("slats", slats)])

    def test_stiffeners_stand_behind_slats_between_the_posts(self) -> None:
        _, plan = built(infill=Infill(style="slats", spacer_m=0.5 * IN), rail="rail 1x6 cedar", height_m=4 * FT)
        slats, stiff = boxes(plan, "rail"), boxes(plan, "stiffener")
        self.assertTrue(stiff)
        self.assertLessEqual(max(box[3] for box in stiff), min(box[1] for box in slats) + 1e-6)


class GravelBoardTest(unittest.TestCase):
    """Base boards under level panels on falling ground: where one would go into the soil it is ripped to it."""

    def falling(self) -> Plan:
        spec = fence(
            24,
            infill=Infill(style="butted", base="base boards"),
            gap_m=2 * IN,
            board="board 1x6 pine",
            rails_count=2,
            straights=(Straight(id="a", length_m=24 * FT, follows="stepped"),),
        )
        return planned(spec, site(0.08, 24))

    def test_no_base_board_lies_in_the_soil_at_its_ends(self) -> None:
        plan = self.falling()
        ground = next(curve for curve in plan.curves if curve.what == "ground")
        xs, zs = [p[0] for p in ground.points], [p[2] for p in ground.points]

        def soil(x: float) -> float:
            k = max(i for i in range(len(xs) - 1) if xs[i] <= x + 1e-9)
            return zs[k] + (zs[k + 1] - zs[k]) * (x - xs[k]) / (xs[k + 1] - xs[k])

        cut = 0
        for part in plan.parts:
            if "/base/" not in part.id:
                continue
            rips = [rip.size_m for rip in part.cuts if rip.kind == "rip"]
            for place in part.places:
                top = place.at[2] + part.section_m[1] / 2
                for end, x in enumerate((place.at[0], place.at[0] + part.length_m * place.along[0])):
                    left = rips[0][end] if rips else part.section_m[1]
                    self.assertGreater(top - left - soil(x), -0.006)
                cut += bool(rips)
        self.assertGreater(cut, 0)

    def test_the_list_says_from_what_to_what_and_buys_it_whole(self) -> None:
        rows = [row for row in pieces(self.falling()) if row.tapers_to_m is not None]
        self.assertTrue(rows)
        for row in rows:
            self.assertNotAlmostEqual(row.width_m, row.tapers_to_m or 0.0)
            self.assertEqual(row.stick_m, row.length_m)
