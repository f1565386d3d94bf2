"""Every style of infill and slope keeps its promises, measured on the pieces, not by what placed them."""

import itertools
import math
import random
import unittest

from steady.errors import InvalidInputError
from steady.ground.profile import Profile
from steady.jobs.document import JobDocument, Structure
from steady.jobs.member_options import choose
from steady.layout.bay_spacing import equal_nudged, equal_with_more, posts_in_zones
from steady.layout.bays import bays_round_zones
from steady.plan.model import Part, Plan
from steady.structures.fence.spec.fence import FenceSpec, Infill, Straight
from steady.units.units import FT, IN

from tests.make import fence, on_ground, planned, site

STYLES = ("butted", "even gaps", "board on board", "slats")


def boards(plan: Plan) -> list[tuple[float, float, float, float, str]]:
    """(left, right, bottom, top, part) of every board of a straight line along x."""
    found = []
    for part in plan.parts:
        if part.role != "board":
            continue
        for place in part.places:
            for k in range(place.count):
                middle, foot = place.at[0] + k * place.step[0], place.at[2] + k * place.step[2]
                half = part.section_m[1] / 2
                found.append((middle - half, middle + half, foot, foot + part.length_m, part.id))
    return sorted(found)


def sticks_of(plan: Plan, role: str) -> list[Part]:
    return [part for part in plan.parts if part.role == role]


def made(style: str, follows: str = "raked", length_ft: float = 60, **more: object) -> FenceSpec:
    line = Straight(id="a", length_m=length_ft * FT, follows=follows)  # type: ignore[arg-type]
    return fence(length_ft, straights=(line,), infill=Infill(style=style), **more)  # type: ignore[arg-type]


class StyleTest(unittest.TestCase):
    def test_boards_by_style_cover_as_they_say(self) -> None:
        rng = random.Random(21)
        for _ in range(12):
            length = rng.uniform(9, 70)
            for style in STYLES[:3]:
                spec = made(style, length_ft=length)
                found = boards(planned(spec, site()))
                runs = itertools.pairwise(found)
                gaps = [right[0] - left[1] for left, right in runs]
                if style == "butted":
                    self.assertLess(max(abs(gap) for gap in gaps), 1e-3)
                elif style == "even gaps":
                    self.assertLessEqual(max(gaps), spec.infill.gap_most_m + 1e-6)
                    self.assertLess(max(gaps) - min(gaps), 1e-6)
                else:
                    self.assertLessEqual(max(gaps), -spec.infill.overlap_m + 1e-6)
                    layers = [board[4].endswith("/outer") for board in found]
                    self.assertTrue(all(a != b for a, b in itertools.pairwise(layers)))
                # Half a post past each end, whatever the style.
                self.assertAlmostEqual(found[-1][1] - found[0][0], length * FT + 5.5 * IN, 3)

    def test_slats_end_exactly_at_the_height_and_need_no_boards(self) -> None:
        spec = made("slats", height_m=6 * FT, rail="rail 2x6 pine")
        plan = planned(spec, site())
        self.assertFalse(sticks_of(plan, "board"))
        for part in sticks_of(plan, "rail"):
            for place in part.places:
                top = place.at[2] + (place.count - 1) * place.step[2] + 2.75 * IN
                self.assertAlmostEqual(top, spec.gap_m + spec.height_m, 6)
                self.assertEqual(place.count, 12)
        self.assertIn("spacer block", " ".join(plan.notes))
        self.assertTrue(any(check.key == "slat.bending" for check in plan.checks))

    def test_both_faces_need_rails_as_wide_as_the_posts(self) -> None:
        with self.assertRaises(InvalidInputError) as caught:
            planned(made("both faces"), site())
        self.assertEqual(caught.exception.field, "infill/style")
        plan = planned(made("both faces", post="post 4x4 pine", rail_laid="flat"), site())
        sides = {round(place.at[1], 4) for part in sticks_of(plan, "board") for place in part.places}
        self.assertEqual(len(sides), 2)
        self.assertAlmostEqual(sum(sides), 0, 6)
        self.assertIn("square", " ".join(plan.notes))

    def test_counts_by_two_ways_and_longer_screws_for_what_laps(self) -> None:
        plan = planned(made("board on board"), site())
        outer = sum(p.count for p in sticks_of(plan, "board") if p.id.endswith("/outer"))
        [screws] = [part for part in plan.parts if part.item == "outer board screw"]
        self.assertEqual(sum(place.count for place in screws.places) * screws.each, outer * 3 * 2)

    def test_no_two_styles_build_the_same(self) -> None:
        built = {style: planned(made(style), site()) for style in STYLES}
        masses = {
            style: round(sum(part.mass_kg * part.count for part in plan.parts), 3) for style, plan in built.items()
        }
        self.assertEqual(len(set(masses.values())), len(STYLES))

    def test_what_cannot_be_is_refused_at_its_field(self) -> None:
        spec = fence(40, infill=Infill(style="board on board", overlap_m=0.09))
        with self.assertRaises(InvalidInputError) as caught:
            planned(spec, site())
        self.assertEqual(caught.exception.field, "infill/overlap_m")


class BayModesTest(unittest.TestCase):
    def test_each_mode_keeps_its_word_round_random_bands(self) -> None:
        rng = random.Random(23)
        for _ in range(150):
            run, most = rng.uniform(4, 30), rng.uniform(1.8, 2.6)
            zones = [(at, at + rng.uniform(0.2, 1.2)) for at in (rng.uniform(0.5, run - 1.8) for _ in range(2))]
            fewest = bays_round_zones(run, most, 0.6, zones=zones)
            alike, nudged = equal_with_more(run, most, 0.6, zones=zones), equal_nudged(run, most, 0.6, zones=zones)
            for found in (alike, nudged):
                if found is None:
                    continue
                widths = [b - a for a, b in itertools.pairwise(found.stations_m)]
                self.assertLessEqual(max(widths), most + 1e-6)
                self.assertFalse(posts_in_zones(found.stations_m, zones))
                self.assertAlmostEqual(found.stations_m[-1], run)
                if fewest.fits:
                    self.assertGreaterEqual(len(found.stations_m), len(fewest.stations_m))
            if alike is not None:
                self.assertEqual(alike.widths_count, 1)
            if alike is not None and nudged is not None:
                # Moving a few never takes more posts than adding until all bays are alike.
                self.assertLessEqual(len(nudged.stations_m), len(alike.stations_m))

    def test_only_posts_in_a_band_are_nudged(self) -> None:
        found = equal_nudged(12.0, 2.4, 0.6, zones=[(4.7, 4.9)])
        assert found is not None
        even = [12 * k / (len(found.stations_m) - 1) for k in range(len(found.stations_m))]
        moved = [abs(a - b) for a, b in zip(found.stations_m, even, strict=True) if abs(a - b) > 1e-9]
        self.assertLessEqual(len(moved), 1)

    def test_panels_are_whole_but_for_the_cut_one_away_from_the_gate(self) -> None:
        plan = planned(made("butted", bays="panels", panel_m=6 * FT, bay_max_m=8 * FT, length_ft=44))
        at = [mark.station_m for mark in plan.marks]
        widths = [b - a for a, b in itertools.pairwise(at)]
        for width in widths[:-1]:
            self.assertAlmostEqual(width, 6 * FT + 5.5 * IN, 6)
        self.assertLess(widths[-1], 6 * FT)
        self.assertFalse(plan.conflicts)
        wide = planned(made("butted", bays="panels", panel_m=8 * FT, bay_max_m=6 * FT))
        at = [mark.station_m for mark in wide.marks]
        self.assertAlmostEqual(max(b - a for a, b in itertools.pairwise(at)), 8 * FT + 5.5 * IN, 6)

    def test_ways_are_planned_whole_and_say_why_not(self) -> None:
        rows = choose(JobDocument(name="T", site=site(), structures=(Structure(name="F", spec=made("butted")),)), "f")
        self.assertEqual({row.group for row in rows}, {"bays", "depths", "edges", "feet", "styles"})
        self.assertEqual(sum(row.chosen for row in rows), 5)
        faces = next(row for row in rows if row.says.startswith("both faces"))
        self.assertEqual(faces.whole, "fail")
        self.assertIn("as wide as the posts", faces.why)
        lapped = next(row for row in rows if row.says.startswith("board on board"))
        self.assertGreater(lapped.price_change or 0, 0)


class SteppedTest(unittest.TestCase):
    def test_every_panel_is_level_and_clears_the_ground_anywhere_below(self) -> None:
        rng = random.Random(22)
        for _ in range(12):
            shots = [(x * FT, rng.uniform(-2, 2) * FT) for x in range(0, 61, 6)]
            spec = made("butted", "stepped")
            plan = planned(spec, on_ground(spec, shots))
            ground = Profile(shots)
            for left, right, bottom, _, _ in boards(plan):
                under = [ground.height_m(x) for x in (left, right, *ground.breaks_m(left, right))]
                if left < 0 or right > 60 * FT:
                    continue
                self.assertGreaterEqual(bottom - max(under), spec.gap_m - 1e-6)
            for part in sticks_of(plan, "rail"):
                self.assertFalse(part.cuts)
                self.assertTrue(all(abs(place.along[2]) < 1e-12 for place in part.places))

    def test_posts_reach_the_higher_panel_and_go_deeper_for_it(self) -> None:
        spec, raked = made("butted", "stepped"), made("butted")
        shots = [(0.0, 0.0), (60 * FT, -9 * FT)]
        plan, level = planned(spec, on_ground(spec, shots)), planned(raked, on_ground(raked, shots))
        tops = {mark.id: mark.cut_height_m for mark in plan.marks}
        ground = Profile(shots)
        panels = [(b[0], b[1], b[3]) for b in boards(plan)]
        for mark in plan.marks:
            near = [top for left, right, top in panels if left - 0.05 <= mark.station_m <= right + 0.05]
            self.assertAlmostEqual(ground.height_m(mark.station_m) + tops[mark.id], max(near), 6)
        deeper = {f.under: f.embedment_m for f in plan.footings}
        self.assertTrue(all(deeper[f.under] >= f.embedment_m - 1e-9 for f in level.footings))
        self.assertGreater(sum(deeper.values()), sum(f.embedment_m for f in level.footings))

    def test_on_level_ground_steps_and_rake_are_one_fence(self) -> None:
        spec = made("butted", "stepped")
        plan, raked = planned(spec, site()), planned(made("butted"), site())
        self.assertEqual([f.embedment_m for f in plan.footings], [f.embedment_m for f in raked.footings])
        self.assertEqual({m.id: m.cut_height_m for m in plan.marks}, {m.id: m.cut_height_m for m in raked.marks})

    def test_a_gap_that_lets_an_animal_through_is_a_conflict(self) -> None:
        shots = [(0.0, 0.0), (60 * FT, -6 * FT)]
        kept = made("butted", "stepped", keeps="a small animal")
        text = " ".join(planned(kept, on_ground(kept, shots)).conflicts)
        self.assertIn("a small animal", text)
        raked = made("butted", keeps="a small animal")
        self.assertFalse(planned(raked, on_ground(raked, shots)).conflicts)
        # 7.5-ft bays on a fall of 1 in 10 step by 9 in; the gap on the low side is that and the 2 in above.
        step = 60 / math.ceil(60 / 8) * 12 / 10
        self.assertIn(f"{step + 2:.0f}", text)

    def test_a_dip_between_raked_posts_counts_too(self) -> None:
        shots = [(0.0, 0.0), (4 * FT, -0.5 * FT), (7.5 * FT, 0.0), (60 * FT, 0.0)]
        spec = made("butted", keeps="a child")
        self.assertIn("a child", " ".join(planned(spec, on_ground(spec, shots)).conflicts))


if __name__ == "__main__":
    unittest.main()
