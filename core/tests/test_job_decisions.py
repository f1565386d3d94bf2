"""What a job settles round a structure: the office's limits, days, two documents, quotes, the look, and finds on site."""

import itertools
import math
import unittest
from dataclasses import replace
from datetime import date
from typing import get_args

from steady.catalog.items import goods
from steady.catalog.purchasing import PurchasingSettings
from steady.drawing.full_size_sample import sample
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.ground.zoning_notes import SiteNote
from steady.jobs.dimension_conflicts import KeyDimension, disagreements, stopped
from steady.jobs.document import JobDocument, Structure
from steady.jobs.estimate import EstimateRates, hours, quote, spoil_m3
from steady.jobs.job_schedule import calendar
from steady.jobs.labour import posts_h
from steady.jobs.member_options import choose
from steady.jobs.quote_terms import QuoteTerms
from steady.plan.model import Plan
from steady.schedule.weather_limits import Day, answer
from steady.structures.fence.layout.obstruction import reroute_around
from steady.structures.fence.spec.feet import FootKind
from steady.structures.fence.spec.fence import FenceSpec, Infill, LookApproved, NoDig, Straight
from steady.structures.fence.spec.infill_traits import Style
from steady.structures.fence.spec.presets import closed_with, preset
from steady.structures.fence.text.appearance import held, look_items, look_of, see_through
from steady.takeoff.bill import bill, cuts
from steady.takeoff.message import merchant_message
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, fence_case, job, planned, site


class PermitTest(unittest.TestCase):
    def test_a_noted_height_is_held_against_the_fence(self) -> None:
        limit = SiteNote(id="h", kind="height limit", value_m=6 * FT, source="town office", on="2026-10-02")
        plan = planned(fence(30), site(length_ft=30, notes=(limit,)))
        [text] = [text for text in plan.conflicts if "limit noted" in text]
        self.assertIn("6′ 2″", text)  # 6 ft of boards over a gap of 2 in
        self.assertIn("town office, 2026-10-02", text)
        for other in (
            replace(limit, value_m=6 * FT + 2 * IN),
            replace(limit, structure="other"),
            replace(limit, kind="setback"),
        ):
            self.assertFalse(planned(fence(30), site(length_ft=30, notes=(other,))).conflicts)


class DayTest(unittest.TestCase):
    def test_a_pour_waits_by_three_ways_at_ten_degrees(self) -> None:
        # Workshop rules 8.3: 24 h at 20 °C become 48, 36 and 44 h at 10 °C; 96, 48 and 60 h at 5 °C.
        for at_c, least, most in ((10.0, 36, 48), (5.0, 48, 96), (20.0, 24, 24)):
            found = answer(Day(id="d", work="pour", temperature_c=at_c, strength_h=24))
            self.assertAlmostEqual(found.waits_least_h or 0, least, delta=0.5)
            self.assertAlmostEqual(found.waits_most_h or 0, most, delta=0.5)

    def test_days_that_are_not_good(self) -> None:
        cases = (
            (Day(id="a", work="pour", temperature_c=4.9), "not today"),
            (Day(id="b", work="pour", rain_mm=12), "not today"),
            (Day(id="c", work="pour", rain_mm=6), "take care"),
            (Day(id="d", work="dig", rain_mm=40), "not today"),
            (Day(id="e", work="dig", rain_mm=12), "take care"),
            (Day(id="f", work="lift", wind_m_per_s=12), "not today"),
            (Day(id="g", work="lift", wind_m_per_s=3), "go"),
            (Day(id="h", work="dig"), "go"),
            (Day(id="i", work="pour"), "go"),
        )
        for day, verdict in cases:
            found = answer(day)
            self.assertEqual(found.verdict, verdict, day)
            self.assertEqual(bool(found.reasons), verdict != "go")
            self.assertEqual(found.waits_most_h is not None, day.work == "pour" and verdict != "not today")


class DimensionTest(unittest.TestCase):
    def test_a_disagreement_stops_its_stage_until_someone_decides(self) -> None:
        item = KeyDimension(
            id="k",
            what="offset of post 3",
            stage="dig",
            first_m=1.2,
            first_from="plan A",
            second_m=1.25,
            second_from="plan B",
        )
        tape = Tape("metric", 0.001)
        [text] = stopped((item,), "f", ("dig",), tape=tape)
        self.assertIn("1\N{NO-BREAK SPACE}200 mm by plan A", text)
        self.assertFalse(stopped((item,), "f", ("buy",), tape=tape))
        self.assertFalse(stopped((replace(item, second_m=1.202),), "f", ("dig",), tape=tape))
        self.assertFalse(stopped((replace(item, structure="other"),), "f", ("dig",), tape=tape))
        named = replace(item, decided="first", decided_by="Wren")
        self.assertFalse(stopped((named,), "f", ("dig",), tape=tape))
        self.assertTrue(stopped((replace(named, decided_by=""),), "f", ("dig",), tape=tape), "a decision has a name")
        self.assertEqual(disagreements((named,), "f", tape)[0].decided, "Plan A holds, decided by Wren")


class QuoteTest(unittest.TestCase):
    def made(self) -> Plan:
        return planned(fence(30), site(length_ft=30))

    def test_hours_by_hand(self) -> None:
        plan = self.made()
        boards = sum(part.count for part in plan.parts if part.role == "board")
        rails = sum(part.count for part in plan.parts if part.role == "rail")
        terms = EstimateRates(setup_min=0)
        by_hand = (rails * 8 + boards * 3) / 60
        self.assertAlmostEqual(hours(plan, terms) - posts_h(plan, terms), by_hand)

    def test_what_has_no_price_is_named_and_what_has_is_in(self) -> None:
        plan = self.made()
        bought = bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings()))
        bare = quote(plan, bought, EstimateRates(), offer=QuoteTerms(), tape=Tape("metric"))
        self.assertTrue(any("spoil" in text for text in bare.out) and "delivery" in bare.out)
        full = quote(
            plan,
            bought,
            EstimateRates(delivery_price=50, spoil_price_per_m3=30, stumps_count=2, stump_price=10),
            offer=QuoteTerms(),
            tape=Tape("metric"),
        )
        more = (50 + 30 * spoil_m3(plan) + 20) * 1.03 * 1.14  # contingency and overhead are on these, too
        self.assertAlmostEqual(full.cost - bare.cost, more, delta=0.03)
        self.assertFalse(any("stump" in text or "delivery" in text for text in full.out))
        self.assertLess(full.cost, full.price)
        least = quote(plan, bought, EstimateRates(least_charge=1e5), offer=QuoteTerms(), tape=Tape("metric"))
        self.assertEqual(least.price, 1e5)

    def test_spoil_is_the_holes_bulked(self) -> None:
        plan = self.made()
        loose = sum(math.pi / 4 * f.hole_width_m**2 * f.hole_m for f in plan.footings)
        self.assertAlmostEqual(spoil_m3(plan), 1.25 * loose)

    def test_the_message_has_every_line_of_the_bill(self) -> None:
        plan = self.made()
        bought = bill(plan, PurchasingSettings(), cuts(plan, PurchasingSettings()))
        text = merchant_message(bought, "Fence", "the lane")
        for line in bought.lines:
            self.assertIn(line.says, text)
            self.assertIn(f"{line.count} ×", text)
        self.assertNotIn(f"{bought.total:.2f}", text)


class LookTest(unittest.TestCase):
    def test_the_list_is_held_until_the_look_as_it_is_was_approved(self) -> None:
        spec = fence(30)
        self.assertIn("not approved", held(spec, Tape()))
        good = replace(spec, look=LookApproved(by="them", on="2026-11-01", of=look_of(spec)))
        self.assertEqual(held(good, Tape()), "")
        for change in ({"height_m": 1.5}, {"board": "board 1x6 cedar"}, {"infill": Infill(style="even gaps")}):
            self.assertIn("changed", held(replace(good, **change), Tape()))
        self.assertEqual(
            held(replace(good, bay_max_m=2.0, hole_width_m=0.4), Tape()), "", "what is not seen asks nobody"
        )

    def test_what_changed_since_is_told_in_words_and_holds_files_and_the_work(self) -> None:
        spec = fence(30)
        yes = LookApproved(by="them", of=look_of(spec), items=look_items(spec, Tape()))
        made = replace(spec, look=yes, height_m=5.5 * FT, board="board 1x6 cedar")
        said = held(made, Tape())
        self.assertIn("height: 6′ 0″ → 5′ 6″", said.replace("\u00a0", " "))
        self.assertIn("boards: board 1x6 pine → board 1x6 cedar", said)
        self.assertNotIn("rails:", said)
        asked = job(made, site(length_ft=30))
        days = {task.id: task.stops for task in calendar(asked, date(2026, 12, 1)).tasks}
        waits = [name for name, stops in days.items() if any("has changed since them" in why for why in stops)]
        self.assertTrue(waits)
        self.assertFalse([name for name in waits if name.endswith("/dig")], "holes need no look")

    def test_a_cap_and_a_trim_are_each_told(self) -> None:
        """Which of the two there is: both ways of each, so that neither is told from the other."""
        for cap in (False, True):
            for trim in (False, True):
                spec = fence(30, infill=Infill(cap=cap, trim=trim))
                told = next(item.value for item in look_items(spec, Tape()) if item.name == "cap, trim")
                self.assertEqual(told, f"{('no cap', 'a cap')[cap]}, {('no trim', 'trim')[trim]}")

    def test_angles_through_even_gaps_by_rays(self) -> None:
        spec = fence(30, infill=Infill(style="even gaps", gap_most_m=1 * IN), board="board 1x4 cedar")
        plan = planned(spec, site(length_ft=30))
        detail = next(item for item in plan.details if item.id.endswith("/look"))
        boards = [(min(b.start[0], b.end[0]), max(b.start[0], b.end[0]), b.width_m) for b in detail.bars]
        gap = boards[1][0] - boards[0][1]
        wall = boards[0][2]
        sees = max(k / 10 for k in range(900) if math.tan(math.radians(k / 10)) * wall < gap)
        self.assertIn(f"0° to {sees:.0f}°", detail.title.replace("  ", " "))

    def test_butted_boards_are_not_seen_through(self) -> None:
        spec = fence(30)
        self.assertIsNone(see_through(fence_case(spec), []))

    def test_a_sample_is_true_size_and_whole(self) -> None:
        plan = planned(fence(30), site(length_ft=30))
        elevation = next(view for view in views(plan, Tape()) if view.name == "elevation")
        cut = sample(elevation, at_m=0.5, wide_m=0.4)
        left, low, right, top = cut.bounds
        self.assertAlmostEqual(right - left, 0.4)
        self.assertAlmostEqual(top - low, 6 * FT, places=4)
        self.assertTrue(all(shape.count == 1 for shape in cut.shapes))
        with self.assertRaises(InvalidInputError):
            sample(elevation, at_m=0.5, wide_m=9.0)
        with self.assertRaises(InvalidInputError):
            sample(elevation, at_m=500.0, wide_m=0.4)


class FoundTest(unittest.TestCase):
    def test_set_posts_stay_and_the_rest_goes_round(self) -> None:
        spec = fence(60, bay_max_m=7 * FT)
        where = site(length_ft=60)
        plan = planned(spec, where)
        at = {mark.id: mark.station_m for mark in plan.marks}
        stand = {
            "f/post/start": 0.0,
            "f/post/start+1": at["f/post/start+1"] + 0.01,
            "f/post/start+2": at["f/post/start+2"],
        }
        hit = "f/post/start+4"
        after = planned(reroute_around(spec, plan, stand, post_id=hit, met=("rock at 14 in", 0.2)), where)
        now = {mark.id: mark.station_m for mark in after.marks}
        self.assertAlmostEqual(now["f/post/start+1"], stand["f/post/start+1"])
        self.assertAlmostEqual(now["f/post/start+2"], stand["f/post/start+2"])
        reach = 0.2 + after.footings[0].hole_width_m / 2
        self.assertTrue(all(abs(station - at[hit]) >= reach - 1e-6 for station in now.values()))
        self.assertFalse(after.conflicts)
        bays = sorted(now.values())
        self.assertLessEqual(max(b - a for a, b in itertools.pairwise(bays)), 7 * FT + 1e-6)

    def test_a_post_that_is_set_or_unknown_is_refused(self) -> None:
        spec = fence(60)
        plan = planned(spec, site(length_ft=60))
        for post in ("f/post/nowhere", "f/post/start+1"):
            with self.assertRaises(InvalidInputError):
                reroute_around(spec, plan, {"f/post/start+1": 2.0}, post_id=post, met=("rock", 0.2))


class PresetTest(unittest.TestCase):
    def test_presets_are_fences_with_other_choices(self) -> None:
        square = tuple(Straight(id=f"s{k}", length_m=4.0, turn_rad=math.pi / 2 if k else 0.0) for k in range(4))
        start = fence(30, straights=square)
        pen, screen, yard = (preset(start, name) for name in ("stock pen", "slat screen", "enclosure on blocks"))
        self.assertTrue(pen.closed)
        self.assertEqual({part.role for part in planned(pen).parts} & {"board", "wire"}, {"wire"})
        self.assertEqual(screen.infill.style, "slats")
        blocks = planned(yard)
        self.assertTrue(all(footing.hole_m <= yard.gravel_m + 1e-9 for footing in blocks.footings))
        self.assertEqual(preset(start, "fence"), start)

    def test_a_way_of_closing_brings_what_it_cannot_do_without(self) -> None:
        start = fence(30, rail="rail 2x6 pine", infill=Infill(stock="panel 6x6 made"), height_m=1.2)
        for style in get_args(Style):
            made = closed_with(start, style)
            self.assertEqual(made.infill.style, style)
            planned(made, site(length_ft=30))  # nothing is refused
        self.assertEqual(closed_with(start, "bought panels").bays, "panels")
        self.assertEqual(closed_with(start, "slats"), replace(start, infill=Infill(style="slats")))

    def test_the_infill_must_clear_the_blocks(self) -> None:
        yard = preset(fence(12), "enclosure on blocks")
        self.assertFalse([text for text in planned(yard).conflicts if "meets the blocks" in text])
        self.assertTrue([text for text in planned(replace(yard, gap_m=0.05)).conflicts if "meets the blocks" in text])


class LineTest(unittest.TestCase):
    def test_rails_run_over_several_bays_in_one_line(self) -> None:
        spec = fence(48, rail_bays=2, bay_max_m=8 * FT, height_m=4 * FT)
        plan = planned(spec, site(length_ft=48))
        bays = len(plan.marks) - 1
        rails = sum(part.count for part in plan.parts if part.role == "rail")
        self.assertEqual(rails, 3 * math.ceil(bays / 2))
        self.assertLessEqual(max(part.stick_m for part in plan.parts if part.role == "rail"), 16 * FT + 1e-6)

    def test_end_posts_in_a_size_of_their_own(self) -> None:
        plan = planned(fence(60, end_post="post 8x8 pine"), site(length_ft=60))
        sizes = {place.id: part.item for part in plan.parts if part.role == "post" for place in part.places}
        big = {about.rsplit("/", 1)[1] for about, item in sizes.items() if item == "post 8x8 pine"}
        last = max(int(a.rsplit("+", 1)[1]) for a in sizes if "+" in a)
        self.assertEqual(big, {"start", "start+1", f"start+{last}", "end"})

    def test_a_spot_off_the_line_blocks_less(self) -> None:
        reach = 0.3 + 18 * IN / 2 + 2 * IN
        for off in (0.2, 0.4, 0.6):
            spot = NoDig(id="s", what="root", at_m=5.0, half_width_m=0.3, off_m=off)
            plan = planned(fence(40, zones=(spot,), hole_width_m=18 * IN), site(length_ft=40))
            handle = next(item for item in plan.handles if item.id == "f/post/start+1")
            low, high = handle.blocked_m[0]
            self.assertAlmostEqual((high - low) / 2, math.sqrt(max(0.0, reach**2 - off**2)))

    def test_treatment_by_place_is_told(self) -> None:
        notes = " ".join(planned(fence(30)).notes)
        self.assertIn("UC4B", notes)

    def test_feet_are_ways_to_build_it_with_hours_and_years(self) -> None:
        found = [row for row in choose(job(fence(30, height_m=3 * FT)), "f") if row.group == "feet"]
        self.assertEqual(len(found), len(get_args(FootKind)))
        self.assertTrue(all(row.lasts for row in found))
        self.assertTrue(any(row.hours for row in found))
        driven = next(row for row in found if "part driven" in row.says)
        self.assertEqual(driven.whole, "fail")  # a wood post is not driven

    def test_every_good_a_plan_can_ask_for_is_on_sale(self) -> None:
        spec: FenceSpec = fence(30, infill=Infill(style="slats", cap=True), height_m=4 * FT)
        for kind in ("open below", "base on pier", "base on slab", "loose block", "over a pipe"):
            for part in planned(replace(spec, foot=kind)).parts:
                if part.length_m == 0:
                    self.assertIn(part.item, goods())

    def test_a_whole_job_goes_with_its_dealings(self) -> None:
        made = JobDocument(
            name="J",
            structures=(Structure(name="F", spec=fence(30)),),
            days=(Day(id="d"),),
            quote=EstimateRates(crew_count=3),
        )
        self.assertEqual(made.days[0].work, "pour")
