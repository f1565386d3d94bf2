"""What is offered beside a structure of any kind: one of each group is how it is built, and what passes there passes whole."""

import itertools
import math
import unittest
from collections import defaultdict
from dataclasses import replace

from django.test import tag
from steady.catalog.items import bag_yield_m3
from steady.design_codes.results import si
from steady.errors import InvalidInputError
from steady.ground.readings import LevelReading
from steady.ground.site import Ground
from steady.jobs.document import case_of
from steady.plan.results import state
from steady.structures.deck.kind import DECK
from steady.structures.deck.spec.deck import Existing
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.fence.spec.floor import Floor
from steady.structures.floating_platform.kind import FLOAT
from steady.structures.lean_to.kind import LEAN_TO
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.option import Choice
from steady.structures.registry import plan
from steady.structures.structure_type import DesignInput, NewStructureRequest, StructureType, changed
from steady.units.units import FT, IN

from tests import test_roof_on_deck
from tests.every import every
from tests.make import case, fence, planned, site
from tests.test_calculation_steps import value_of


def read(kind: StructureType, text: str) -> object:
    return kind.read(NewStructureRequest(text=text, id="k", bare="ft", school="us"))


@tag("broad")
class ChoicesTest(unittest.TestCase):
    """In the first school alone: what is held here is how a choice is told, not what a code says."""

    def groups(self) -> list[tuple[str, DesignInput, dict[str, list[Choice]]]]:
        found = []
        for one in every():
            if one.case.book.key != "us" or "rarer" in one.name:
                continue
            told: dict[str, list[Choice]] = defaultdict(list)
            for choice in one.kind.choices(one.case):
                told[choice.group].append(choice)
            found.append((one.name, one.case, dict(told)))
        return found

    def test_one_of_each_group_at_most_is_how_it_is_built(self) -> None:
        seen = 0
        for name, _, groups in self.groups():
            for group, rows in groups.items():
                with self.subTest(name, group=group):
                    chosen = [row for row in rows if row.chosen]
                    self.assertLessEqual(len(chosen), 1)
                    # What is built already changes nothing; a deck's holds its number of beams and posts as they are.
                    changes = {name for row in chosen for name, _ in row.change}
                    self.assertLessEqual(changes, {"beams", "posts"})
                    self.assertEqual(len({row.says for row in rows}), len(rows), "two rows say the same")
                    seen += len(chosen)
        self.assertGreater(seen, 5)

    def test_joists_along_the_house_are_told_as_they_run(self) -> None:
        for run in ("out", "along"):
            spec = replace(
                DECK.read(NewStructureRequest(text="16x12 up3", id="k", bare="ft", school="us")), joists_run=run
            )
            rows = [row for row in DECK.choices(case(spec, site())) if row.group == "ways"]
            self.assertEqual([row.says.split()[0] for row in rows if row.chosen], [run])

    def test_how_it_is_built_fares_in_its_row_as_on_its_sheet(self) -> None:
        """With every maker's number that is asked for typed, too: one page never says two verdicts of one thing."""
        seen = 0
        for one in every():
            if one.case.book.key != "us" or one.kind.key not in ("pergola", "fence"):
                continue
            needs = {gap.key: gap.needs for gap in one.plan.not_covered if gap.needs is not None}
            for share in (0.0, 1.5, 0.5):
                held = tuple(
                    ManufacturerRating(what=name, holds_n=share * si(step)) for name, step in needs.items() if share
                )
                where = one.case.of(replace(one.case.spec, ratings=held))
                sheet = state(plan(where))
                for row in one.kind.choices(where):
                    if row.chosen:
                        with self.subTest(one.name, says=row.says, rated=share):
                            self.assertEqual(row.whole, sheet)
                            seen += 1
        self.assertGreater(seen, 10)

    def test_what_is_taken_is_then_how_it_is_built(self) -> None:
        for name, where, groups in self.groups():
            for group, rows in groups.items():
                taken = next((row for row in rows if row.change and row.whole == "pass" and not row.chosen), None)
                if taken is None:
                    continue
                other = where.of(changed(where.spec, taken.change))
                kind = next(one.kind for one in every() if one.name == name)
                with self.subTest(name, group=group, says=taken.says):
                    again = [row for row in kind.choices(other) if row.group == group and row.chosen]
                    self.assertEqual(len(again), 1)
                    if group != "bays":  # a row of bays says how many posts there are, too
                        self.assertEqual(again[0].says.split(":")[0], taken.says.split(":")[0])

    def test_what_passes_in_its_row_passes_when_it_is_planned_whole(self) -> None:
        seen = 0
        for name, where, groups in self.groups():
            for group, rows in groups.items():
                for row in [row for row in rows if row.whole == "pass"][:3]:
                    made = plan(where.of(changed(where.spec, row.change)))
                    hard = [
                        check
                        for check in made.checks
                        if check.counts and check.demanded and check.use > 1 + 1e-9 and "Guard" not in check.key
                    ]
                    with self.subTest(name, group=group, says=row.says):
                        self.assertEqual([(check.key, check.use) for check in hard], [])
                        seen += 1
        self.assertGreater(seen, 5)

    def test_slack_is_what_it_reaches_less_what_is_needed(self) -> None:
        for name, _, groups in self.groups():
            for rows in groups.values():
                for row in rows:
                    if row.slack_m is None or row.reaches_m is None or row.needs_m is None:
                        continue
                    with self.subTest(name, says=row.says):
                        self.assertAlmostEqual(row.slack_m, row.reaches_m - row.needs_m, places=9)
                        if row.slack_m < -1e-6:
                            self.assertEqual(row.whole, "fail")
                        if row.exact and row.group != "ways":
                            self.assertLess(abs(row.slack_m), 0.03 * row.needs_m)
                            self.assertGreater(row.slack_m, -1e-6)


class PublicTest(unittest.TestCase):
    def test_nothing_of_any_kind_is_said_to_pass_where_the_public_goes(self) -> None:
        """Crowds, vandals, handrails for strangers: no house tool answers for them."""
        kinds = set()
        for one in every():
            public = replace(one.case, site=replace(one.case.site, use="public"))
            try:
                made = plan(public)
            except InvalidInputError:
                continue
            with self.subTest(one.name):
                self.assertNotIn(state(made), ("pass", "at_limit"))
                kinds.add(one.kind.key)
        self.assertGreaterEqual(len(kinds), 5)


@tag("broad")
class FormulasTest(unittest.TestCase):
    def test_what_a_rating_must_reach_is_what_its_formula_gives(self) -> None:
        """A maker's number is held against it: every one, in every kind, and of roofs on a deck."""
        whole = test_roof_on_deck.job(roof="10x9 high8 feet=ground on=d@3+1.5")
        cases = [one.case for one in every()]
        cases += [case_of(whole, name) for name in ("d", "p")]
        seen = 0
        for where in cases:
            for gap in plan(where).not_covered:
                if gap.needs is not None and gap.needs.formula:
                    with self.subTest(gap.key, school=where.book.key):
                        self.assertTrue(math.isclose(value_of(gap.needs), gap.needs.value, rel_tol=1e-8))
                        seen += 1
        self.assertGreater(seen, 20)


class LoopTest(unittest.TestCase):
    def test_every_corner_of_a_square_pen_is_as_hard_as_every_other(self) -> None:
        """Four equal straights on level ground: what holds of one corner post holds of all, the first not left out."""
        for turn, first in ((math.pi / 2, 0.0), (-math.pi / 2, 0.0), (math.pi / 2, 0.4), (-math.pi / 2, 1.1)):
            spec = FenceSpec(
                id="f",
                straights=tuple(
                    Straight(id=f"s{k}", length_m=24 * FT, turn_rad=turn if k else first) for k in range(4)
                ),
                closed=True,
            )
            level = site(grounds=(Ground(line="f", shots=(LevelReading(at_m=0.0, height_m=0.0),)),))
            made = planned(spec, level)
            corners = {mark.id for mark in made.marks if mark.kind in ("corner", "end", "bend")} | {made.marks[0].id}
            by_corner: dict[str, dict[str, float]] = defaultdict(dict)
            for check in made.checks:
                if check.about in corners:
                    key = f"{check.key}, {check.case}"
                    by_corner[check.about][key] = max(check.use, by_corner[check.about].get(key, 0.0))
            tables = list(by_corner.values())
            self.assertEqual(len(tables), 4)
            for other in tables[1:]:
                self.assertEqual(set(other), set(tables[0]))
                for key, use in other.items():
                    self.assertAlmostEqual(use, tables[0][key], delta=1e-6, msg=key)


class BarrelsTest(unittest.TestCase):
    def test_a_small_barrel_is_light_and_a_large_one_heavy(self) -> None:
        small = FLOAT.read(NewStructureRequest(text="14x10 barrels8 drum120x480", id="k", bare="ft", school="us"))
        large = FLOAT.read(NewStructureRequest(text="14x10 barrels8 drum200x580", id="k", bare="ft", school="us"))
        self.assertEqual((small.barrel.mass_kg, large.barrel.mass_kg), (6.0, 10.0))
        self.assertNotEqual(small.barrel.item, large.barrel.item)
        for spec in (small, large):
            barrel = spec.barrel
            inside = math.pi * barrel.diameter_m**2 / 4 * barrel.long_m
            self.assertGreater(inside, barrel.volume_m3, "over its chimes it is longer than what it holds")
            self.assertLess(inside, 1.25 * barrel.volume_m3)


class HungTest(unittest.TestCase):
    def test_hung_rafters_begin_at_the_ledgers_face_and_the_fascia_with_them(self) -> None:
        """Laid on the ledger they begin at the wall; hung they begin a ledger's thickness out, and so does all at their end."""
        at = {}
        for way in ("on ledger", "hung"):
            read = LEAN_TO.read(NewStructureRequest(text="14x8 fall5 beam8", id="k", bare="ft", school="us"))
            spec = replace(read, laid=way, finish=replace(read.finish, fascia="joist 2x8 pine"))
            made = planned(spec)
            boards = [place for part in made.parts if part.role == "fascia" for place in part.places]
            rafters = [place for part in made.parts if part.role == "rafter" for place in part.places]
            self.assertTrue(boards and rafters)
            at[way] = boards[0].at[1], min(place.at[1] for place in rafters), made
        ledger = next(part for part in at["hung"][2].parts if part.role == "ledger")
        thick = min(ledger.section_m)
        self.assertAlmostEqual(at["hung"][1] - at["on ledger"][1], thick, delta=0.002)
        self.assertGreater(at["hung"][0], 7 * FT)
        self.assertLess(at["hung"][0], 11 * FT)
        self.assertLess(abs(at["hung"][0] - at["on ledger"][0]), 2 * thick + 0.01)


class SisteredTest(unittest.TestCase):
    def test_blocking_stands_between_joists_that_run_back_beside_an_old_deck(self) -> None:
        """At the edge of the old deck one block between every two that run back: a row's, or a guard post's own."""
        base = DECK.read(NewStructureRequest(text="16x12 up3", id="k", bare="ft", school="us"))
        for lap_m, each in ((0.0, 0), (2 * FT, 1)):
            spec = replace(base, attach="existing", existing=Existing(joist="joist 2x8 pine", lap_m=lap_m))
            made = plan(case(spec, site()))
            joists = sorted(place.at[0] for part in made.parts if part.role == "joist" for place in part.places)
            at_edge = [
                ("/guard/" in place.id, place.at[0] + place.along[0] * part.length_m / 2)
                for part in made.parts
                if part.role == "blocking"
                for place in part.places
                if place.at[1] < 1.5 * IN
            ]
            for one, two in itertools.pairwise(joists):
                row, post = (sum(one < x < two for own, x in at_edge if own == guard) for guard in (False, True))
                self.assertEqual(row, 0 if post else each, (lap_m, one))


class PocketsTest(unittest.TestCase):
    def test_the_second_joist_lies_away_from_its_post(self) -> None:
        whole = test_roof_on_deck.job(roof="10x9 high8 feet=ground on=d@3+1.5")
        where = case_of(whole, "d")
        made = plan(where)
        thick = 1.5 * IN
        places = [place for part in made.parts for place in part.places if place.id.endswith("/second")]
        self.assertTrue(places)
        firsts = {place.id: place for part in made.parts if part.role == "joist" for place in part.places}
        posts = [bearing.x_m for bearing in where.spec.bearings]
        for second in places:
            first = firsts[second.id.removesuffix("/second")]
            near = min(posts, key=lambda x: abs(x - first.at[0]))
            self.assertAlmostEqual(abs(second.at[0] - first.at[0]), thick, places=6)
            self.assertGreater(abs(second.at[0] - near), abs(first.at[0] - near))


class FloorTest(unittest.TestCase):
    def test_gravel_fills_the_pen_to_its_depth(self) -> None:
        """Twelve by ten feet inside posts and boards: what is bought is that area by the bed's depth, a little less."""
        straights = tuple(
            Straight(id=f"s{k}", length_m=feet * FT, turn_rad=math.pi / 2 if k else 0.0)
            for k, feet in enumerate((12, 10, 12, 10))
        )
        spec = replace(fence(), straights=straights, closed=True, floor=Floor(kind="gravel", bed_m=3 * IN))
        made = planned(spec, site(grounds=()))
        self.assertFalse([part for part in made.parts if part.role == "slab"])
        beds = [part for part in made.parts if part.role == "bed"]
        self.assertEqual(len(beds), 1)
        filled = beds[0].count * bag_yield_m3(beds[0].item)
        whole = 12 * 10 * FT**2 * 3 * IN
        self.assertLess(filled, whole)
        self.assertGreater(filled, 0.8 * whole)
