"""What holds of a structure of any kind: whatever its name and its tape; what is moved moves; nothing is lost."""

import itertools
import math
import re
import unittest
from collections import Counter, defaultdict
from dataclasses import replace
from typing import Any

from django.test import tag
from pydantic_core import to_json
from steady.catalog.items import goods, sticks
from steady.design_codes.registry import rulebook
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.plan.model import Part, Plan
from steady.structures.registry import KINDS, plan
from steady.structures.structure_type import NewStructureRequest
from steady.takeoff.bill import cuts, pieces
from steady.units.show import Tape

from tests.every import One, every
from tests.test_kept_plans import SCHOOLS

NEAR_M = 1e-6
NUMBERS = ("parts", "footings", "curves", "bays")


def numbers(made: Plan) -> str:
    """What is built, in figures, without words."""
    held = {name: getattr(made, name) for name in NUMBERS}
    checks = [(c.key, c.about, c.case, c.use) for c in made.checks]
    return to_json([held, checks], inf_nan_mode="strings").decode()


def measured(made: Plan) -> list[tuple[str, float]]:
    """Every piece with its length, whatever it is called."""
    return sorted((part.role, round(part.length_m, 5)) for part in made.parts for _ in range(part.count))


@tag("broad")
class EveryKindTest(unittest.TestCase):
    def each(self) -> list[One]:
        return list(every())

    def test_whatever_it_is_called_it_is_the_same(self) -> None:
        for one in self.each():
            with self.subTest(one.name):
                other = plan(one.case.of(replace(one.case.spec, id="zz9")))
                named = re.sub(r'"k([/"])', r'"zz9\1', numbers(one.plan))
                if "ground" not in str(one.case.spec) and one.kind.key != "fence":
                    self.assertEqual(named, numbers(other))
                else:  # the ground under a line goes by the line's name
                    site = one.case.site
                    ground = tuple(replace(item, line="zz9") for item in site.grounds)
                    there = replace(one.case, site=replace(site, grounds=ground))
                    self.assertEqual(named, numbers(plan(there.of(replace(one.case.spec, id="zz9")))))

    def test_another_tape_is_another_word_and_no_other_figure(self) -> None:
        for one in self.each():
            for tape in (Tape("metric", 0.001), Tape("metric", 0.005), Tape()):
                other = plan(replace(one.case, tape=tape))
                with self.subTest(one.name, tape=tape):
                    self.assertEqual(measured(one.plan), measured(other))
                    self.assertEqual(
                        [(f.hole_m, f.embedment_m, f.hole_width_m) for f in one.plan.footings],
                        [(f.hole_m, f.embedment_m, f.hole_width_m) for f in other.footings],
                    )
                    self.assertEqual(
                        sorted((c.key, c.about, round(c.use, 9)) for c in one.plan.checks),
                        sorted((c.key, c.about, round(c.use, 9)) for c in other.checks),
                    )

    def test_every_name_is_of_one_thing(self) -> None:
        for one in self.each():
            made = one.plan
            with self.subTest(one.name):
                for names in (
                    [part.id for part in made.parts],
                    [place.id for part in made.parts for place in part.places if place.count == 1 and part.length_m],
                    [footing.id for footing in made.footings],
                    [mark.id for mark in made.marks],
                    [bay.id for bay in made.bays],
                    [task.id for task in made.tasks],
                    [handle.id for handle in made.handles],
                ):
                    twice = [name for name, count in Counter(names).items() if count > 1]
                    self.assertEqual(twice, [])

    def test_what_is_named_is_there(self) -> None:
        """A check about nothing is a failure that nobody can point at."""
        for one in self.each():
            made = one.plan
            things = {place.id for part in made.parts for place in part.places} | {part.id for part in made.parts}
            things |= {place.about for part in made.parts for place in part.places}
            things |= {x.id for group in (made.footings, made.marks, made.bays, made.curves) for x in group} | {made.id}
            opened = {name.rsplit("/", depth)[0] for name in things for depth in (1, 2, 3)}
            with self.subTest(one.name):
                for check in made.checks:
                    self.assertTrue(
                        check.about in things | opened or check.about.startswith(f"{made.id}/"), check.about
                    )
                for footing in made.footings:
                    self.assertTrue(footing.under in things, footing.under)
                marks = {mark.id for mark in made.marks}
                for bay in made.bays:
                    self.assertLessEqual({bay.start, bay.end}, marks)
                tasks = {task.id for task in made.tasks}
                for task in made.tasks:
                    self.assertLessEqual({name for name, _ in task.after}, tasks, task.id)
                for caution in made.cautions:
                    self.assertLessEqual(set(caution.stops), tasks, caution.text)

    def test_no_task_waits_for_itself(self) -> None:
        for one in self.each():
            after = {task.id: [name for name, _ in task.after] for task in one.plan.tasks}
            done: set[str] = set()
            with self.subTest(one.name):
                for _ in after:
                    done |= {name for name, before in after.items() if set(before) <= done}
                self.assertEqual(done, set(after))

    def test_every_piece_of_wood_is_drawn(self) -> None:
        for one in self.each():
            shown = {
                name
                for view in views(one.plan, one.case.tape)
                for shape in view.shapes
                for name in (shape.id, shape.about)
            }
            with self.subTest(one.name):
                for part in one.plan.parts:
                    if part.length_m > 0 and part.item in sticks():
                        names = {part.id, *(place.id for place in part.places), *(p.about for p in part.places)}
                        self.assertTrue(names & shown, part.id)

    def test_pieces_are_listed_each_once_at_their_length(self) -> None:
        for one in self.each():
            asked: dict[str, list[float]] = defaultdict(list)
            for part in one.plan.parts:
                if part.length_m > 0:
                    asked[part.item] += [part.stick_m or part.length_m] * part.count
            listed: dict[str, list[float]] = defaultdict(list)
            for row in pieces(one.plan):
                listed[row.item] += [row.stick_m] * row.count
            with self.subTest(one.name):
                self.assertEqual(
                    {item: sorted(rows) for item, rows in asked.items()},
                    {item: sorted(rows) for item, rows in listed.items()},
                )

    def test_a_cut_plan_cuts_what_was_asked_and_no_stick_is_too_short(self) -> None:
        for one in self.each():
            for row in cuts(one.plan, one.case.yard, one.case.book.metric, better=False):
                if row.plan is None:
                    continue
                asked = [
                    part.stick_m or part.length_m
                    for part in one.plan.parts
                    if part.item == row.item and part.length_m > 0 and not any(cut.kind == "rip" for cut in part.cuts)
                    for _ in range(part.count)
                ]
                cut = [
                    piece for pattern in row.plan.patterns for piece in pattern.pieces_m for _ in range(pattern.count)
                ]
                with self.subTest(one.name, item=row.item):
                    if not any(c.kind == "rip" for p in one.plan.parts if p.item == row.item for c in p.cuts):
                        self.assertEqual(len(asked), len(cut))
                        for wanted, found in zip(sorted(asked), sorted(cut), strict=True):
                            self.assertLess(abs(wanted - found), 0.002)
                    for pattern in row.plan.patterns:
                        if len(pattern.pieces_m) > 1 or not row.problem:  # one longer than all sticks is said in words
                            self.assertLessEqual(sum(pattern.pieces_m), pattern.stock_m + NEAR_M)


class WeighsTest(unittest.TestCase):
    def whole(self, part: Part) -> float:
        stick = sticks()[part.item]
        return part.length_m * part.section_m[0] * part.section_m[1] * stick.density_kg_per_m3

    def test_no_piece_weighs_more_than_its_stick_nor_next_to_nothing(self) -> None:
        """Heavy ends are lifted by people: a weight is what its box of wood weighs, less what is cut off."""
        for one in every():
            for part in one.plan.parts:
                if part.length_m > 0.3 and part.item in sticks() and part.mass_kg > 0:
                    with self.subTest(one.name, part=part.id):
                        self.assertLessEqual(part.mass_kg, self.whole(part) * 1.02)
                        self.assertGreaterEqual(part.mass_kg, self.whole(part) * 0.3)

    def test_a_posts_weight_by_hand(self) -> None:
        """A square post that nothing is cut off is its length by its side twice by its density."""
        seen = 0
        for one in every():
            for part in one.plan.parts:
                if part.role == "post" and not part.cuts and part.item in sticks() and part.mass_kg:
                    self.assertAlmostEqual(part.mass_kg, self.whole(part), delta=0.01 * self.whole(part))
                    seen += 1
        self.assertGreater(seen, 10)


class StandsTest(unittest.TestCase):
    def test_a_hole_is_filled_without_a_gap_and_no_layer_hangs(self) -> None:
        for one in every():
            for footing in one.plan.footings:
                layers = [
                    layer for layer in footing.layers if layer.what not in ("post", "pipe", "soil", "air", "slab")
                ]
                with self.subTest(one.name, footing=footing.id):
                    for layer in layers:
                        self.assertGreater(layer.top_m, layer.bottom_m - NEAR_M)
                        self.assertGreater(layer.width_m, 0.0)
                    for below, above in itertools.pairwise(sorted(layers, key=lambda layer: layer.bottom_m)):
                        self.assertLessEqual(above.bottom_m, below.top_m + NEAR_M)
                    if layers:
                        deepest = -min(layer.bottom_m for layer in layers)
                        self.assertAlmostEqual(max(deepest, 0.0), max(footing.hole_m, 0.0), delta=0.002)

    def test_a_post_goes_as_deep_as_its_footing_says(self) -> None:
        for one in every():
            at = {place.id: (part, place) for part in one.plan.parts if part.role == "post" for place in part.places}
            for footing in one.plan.footings:
                if footing.under not in at or footing.foot_m > 0:
                    continue
                part, place = at[footing.under]
                with self.subTest(one.name, post=footing.under):
                    self.assertAlmostEqual(place.along[2], 1.0, places=3)
                    self.assertAlmostEqual(footing.at[2] - place.at[2], footing.embedment_m, delta=0.003)
                    self.assertGreater(part.length_m, footing.embedment_m)

    def test_axes_of_a_place_are_of_length_one_and_square(self) -> None:
        """A drawing, a weight in the air and a cut all trust them."""
        for one in every():
            for part in one.plan.parts:
                for place in part.places:
                    if part.length_m <= 0:
                        continue
                    with self.subTest(one.name, place=place.id):
                        self.assertAlmostEqual(math.hypot(*place.along), 1.0, places=6)
                        self.assertAlmostEqual(math.hypot(*place.up), 1.0, places=6)
                        across = sum(a * b for a, b in zip(place.along, place.up, strict=True))
                        self.assertAlmostEqual(across, 0.0, places=6)


@tag("broad")
class MovesTest(unittest.TestCase):
    def moved(self, one: One, handle: Any, to_m: float) -> Plan | None:
        try:
            spec = one.kind.move(one.case.spec, handle, to_m)
            return plan(one.case.of(spec))
        except InvalidInputError as refused:
            self.assertTrue(refused.message)
            return None

    def test_what_is_put_where_it_is_changes_nothing(self) -> None:
        for one in every():
            for handle in one.plan.handles[:: max(1, len(one.plan.handles) // 4)]:
                made = self.moved(one, handle, handle.station_m)
                if made is None:
                    continue
                with self.subTest(one.name, handle=handle.id):
                    was, now = measured(one.plan), measured(made)
                    self.assertEqual([role for role, _ in was], [role for role, _ in now])
                    for (_, a), (_, b) in zip(was, now, strict=True):
                        self.assertAlmostEqual(a, b, delta=0.002)

    def test_what_is_moved_is_there(self) -> None:
        tried = 0
        for one in every():
            for handle in one.plan.handles[:: max(1, len(one.plan.handles) // 4)]:
                for off in (0.04, -0.04):
                    to_m = handle.station_m + off
                    if any(low < to_m < high for low, high in handle.blocked_m):
                        continue
                    made = self.moved(one, handle, to_m)
                    found = next((item for item in made.handles if item.id == handle.id), None) if made else None
                    if made is None or found is None:
                        continue
                    tried += 1
                    with self.subTest(one.name, handle=handle.id, off=off):
                        self.assertAlmostEqual(found.station_m, to_m, delta=0.004)
        self.assertGreater(tried, 40)

    def test_what_is_held_stays_and_what_is_let_go_is_as_before(self) -> None:
        held = 0
        for one in every():
            for handle in [item for item in one.plan.handles if item.holds][:3]:
                kept = one.kind.hold(one.case.spec, handle.id, handle.station_m)
                made = plan(one.case.of(kept))
                with self.subTest(one.name, handle=handle.id):
                    there = next(item for item in made.handles if item.id == handle.id)
                    self.assertTrue(there.locked)
                    self.assertAlmostEqual(there.station_m, handle.station_m, delta=0.002)
                    freed = plan(one.case.of(one.kind.let_go(kept, handle.id)))
                    self.assertEqual(measured(one.plan), measured(freed))
                    held += 1
        self.assertGreater(held, 10)


class BoughtTest(unittest.TestCase):
    def test_what_is_bought_is_in_the_yard_and_of_its_own_section(self) -> None:
        """A part drawn thicker than what is bought for it would stand nowhere but on paper."""
        for one in every():
            for part in one.plan.parts:
                if part.length_m <= 0:
                    continue
                with self.subTest(one.name, part=part.id):
                    self.assertTrue(part.item in sticks() or part.item in goods(), part.item)
                    if part.item in sticks() and not any(cut.kind == "rip" for cut in part.cuts):
                        stick = sticks()[part.item]
                        drawn = sorted(part.section_m)
                        bought = sorted((stick.thickness_m, stick.width_m))
                        self.assertAlmostEqual(drawn[0], bought[0], delta=0.002)
                        self.assertAlmostEqual(drawn[1], bought[1], delta=0.002)


class AsLastTimeTest(unittest.TestCase):
    def test_a_second_one_starts_as_the_first_was_built(self) -> None:
        """In every school: what a crew kept of its last one and says nothing else of is as it was, down to the guard."""
        for kind in KINDS:
            for school in SCHOOLS:
                metric = rulebook(school).metric
                text = kind.line.metric if metric else kind.line.imperial
                asked = NewStructureRequest(text=text, id="k", bare="m" if metric else "ft", school=school)
                first = kind.read(asked)
                kept = {name: getattr(first, name) for name in type(first).__dataclass_fields__ if name not in kind.own}
                with self.subTest(kind.key, school=school):
                    self.assertEqual(kind.read(replace(asked, choices=kept)), first)


class HintsTest(unittest.TestCase):
    def test_every_word_that_is_hinted_at_reads_as_it_stands(self) -> None:
        """In feet and in metres: the hint is typed after the sample's size, or where a fence's would stand."""
        for kind in KINDS:
            form = kind.line
            self.assertEqual(len(form.help), len(form.metric_help), kind.key)
            for metric, sample, hints in ((False, form.imperial, form.help), (True, form.metric, form.metric_help)):
                ask = NewStructureRequest(
                    text="", id="k", bare="m" if metric else "ft", school="uk" if metric else "us"
                )
                size = sample.split()[0]
                for word, says in hints:
                    with self.subTest(kind.key, word=word):
                        self.assertTrue(says)
                        if kind.key == "fence":
                            text = f"0 {word} {'36.1' if metric else '118'}" if word != "last" else sample
                        else:
                            text = word if "x" in word and word[0].isdigit() else f"{size} {word}"
                        made = kind.read(replace(ask, text=text))
                        self.assertIsInstance(made, kind.spec)

    def test_hints_in_metres_have_no_feet_and_the_other_way_round(self) -> None:
        for kind in KINDS:
            for word, says in kind.line.metric_help:
                self.assertNotRegex(f"{word} {says}".replace("7in12", ""), r"\d(in|ft|')\b", kind.key)
            for word, says in kind.line.help:
                self.assertNotRegex(f"{word} {says}", r"\d(mm|cm)\b", kind.key)
