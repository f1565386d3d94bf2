"""A kind that the house has never heard of: typed, planned, drawn, listed, cut, priced, timed, measured and planned again."""

import ast
import math
import re
import unittest
from dataclasses import replace
from pathlib import Path

import steady
from django.test import tag
from steady.catalog.purchasing import PurchasingSettings
from steady.data.roles import role
from steady.design_codes.registry import rulebook
from steady.drawing.views import views
from steady.errors import InvalidInputError
from steady.field_records.asbuilt import compare, target_of
from steady.ground.site import Site
from steady.jobs.design_sheet import sheet
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.drag_move import moved
from steady.jobs.estimate import EstimateRates, hours, quote
from steady.jobs.quote_terms import QuoteTerms
from steady.plan.model import Plan
from steady.plan.results import state
from steady.structures.fence.spec.fence import GateOpening
from steady.structures.form_schema import asked, hint_of
from steady.structures.registry import KINDS, kind_called, plan, register
from steady.structures.structure_type import DesignInput, NewStructureRequest
from steady.takeoff.bill import bill, cuts, pieces
from steady.units.show import Tape
from steady.units.units import FT, IN

from tests.make import fence, planned
from tests.toy.saw_horse import LEAN, SAW_HORSE


def toy_job() -> JobDocument:
    spec = SAW_HORSE.read(NewStructureRequest(text="4x2'6", id="horse", bare="ft", school="us"))
    return JobDocument(name="Toy", structures=(Structure(name="Horse", spec=spec),))


class ToyKindTest(unittest.TestCase):
    def setUp(self) -> None:
        self.job = toy_job()
        self.plan = plan_structure(self.job, "horse")

    def test_every_piece_is_drawn_in_every_view_and_nothing_vanishes(self) -> None:
        drawn = views(self.plan, Tape())
        self.assertEqual([view.name for view in drawn], ["plan", "elevation", "section"])
        ids = {place.id for part in self.plan.parts for place in part.places}
        self.assertEqual({shape.id for shape in drawn[0].shapes} & ids, ids)
        for view in drawn[1:]:
            # Seen from a side, pieces of one sort that stand behind each other are drawn once.
            looks = {shape.layer for shape in view.shapes}
            self.assertTrue({role(part.role).look for part in self.plan.parts} <= looks, view.name)
        leg = next(shape for shape in drawn[2].shapes if shape.id == "horse/leg-0")
        # By hand: a leg's box seen from the end is as tall as the legs reach, less the bearer.
        tall = max(y for _, y in leg.points) - min(y for _, y in leg.points)
        self.assertGreater(tall, 30 * IN - 3.5 * IN - 0.02)

    def test_listed_cut_priced_and_timed(self) -> None:
        rows = {row.role: row for row in pieces(self.plan)}
        self.assertEqual({name: row.count for name, row in rows.items()}, {"beam": 1, "brace": 4, "rail": 2})
        self.assertAlmostEqual(rows["brace"].length_m, (30 * IN - 3.5 * IN) / math.cos(LEAN), 9)
        self.assertAlmostEqual(rows["beam"].length_m, 4 * FT, 9)
        item_cuts = cuts(self.plan, PurchasingSettings())
        bought = bill(self.plan, PurchasingSettings(), item_cuts)
        self.assertTrue(bought.complete)
        self.assertGreater(bought.total, 0)
        # A beam takes two rails' minutes, every other piece one.
        self.assertAlmostEqual(hours(self.plan, EstimateRates(setup_min=0)), (2 + 4 + 2) * 8 / 60, 9)
        self.assertGreater(
            quote(self.plan, bought, EstimateRates(), offer=QuoteTerms(), tape=Tape()).price, bought.total
        )

    def test_nothing_unknown_passes(self) -> None:
        self.assertEqual(state(self.plan), "not_checked")

    def test_its_end_is_pulled_and_what_was_measured_taken_in(self) -> None:
        longer = moved(self.job, "horse", self.plan.handles[0], to_m=5 * FT)
        self.assertAlmostEqual(plan_structure(longer, "horse").parts[0].length_m, 5 * FT, 9)
        target = target_of(self.plan, "horse/bearer", "length")
        assert target is not None
        found = compare(target, 4 * FT + 0.01)
        self.assertEqual(found and found.verdict, "outside")
        self.assertAlmostEqual(SAW_HORSE.hold(self.job.structures[0].spec, target.about, 1.3).long_m, 1.3, 9)

    def test_its_sheet_is_worded(self) -> None:
        found = sheet(self.plan, Tape(), PurchasingSettings(), selected="horse/bearer")
        self.assertEqual((found.called, [row.name for row in found.members]), ("saw-horse", ["Bearer", "Legs"]))
        self.assertIn("beams", {item.says for item in found.layers})

    def test_a_bad_line_is_refused_in_words(self) -> None:
        for text in ("4", "4xtall", "40x2"):
            with self.assertRaises(InvalidInputError):
                SAW_HORSE.read(NewStructureRequest(text=text, id="h", bare="ft", school="us"))

    def test_no_two_kinds_share_a_word(self) -> None:
        with self.assertRaises(ValueError):
            register(SAW_HORSE)
        with self.assertRaises(InvalidInputError):
            kind_called("gazebo")


class EveryKindTest(unittest.TestCase):
    """The contract that every kind in the registry keeps."""

    def each(self) -> list[tuple[str, DesignInput]]:
        found = []
        for kind in KINDS:
            for school in ("us", "ca", "nz", "uk"):
                metric = rulebook(school).metric
                line = kind.line.metric if metric else kind.line.imperial
                spec = kind.read(NewStructureRequest(text=line, id="x", bare="m" if metric else "ft", school=school))
                tape = Tape("metric", 0.001) if metric else Tape()
                site = Site(soil=rulebook(school).soils()[0].name, wind_pressure_pa=400.0 if school == "ca" else 0.0)
                found.append(
                    (
                        f"{kind.key} {school}",
                        DesignInput(spec=spec, site=site, book=rulebook(school), yard=PurchasingSettings(), tape=tape),
                    )
                )
        return found

    @tag("slow")
    def test_its_sample_line_plans_in_every_school_and_is_drawn_listed_timed(self) -> None:
        for name, case in self.each():
            with self.subTest(name):
                made = plan(case)
                self.assertEqual(made, plan(case))  # the same words in, the same plan out
                self.assertTrue(made.views and made.called != "structure")
                drawn = views(made, case.tape)
                shown = {shape.id for view in drawn for shape in view.shapes}
                lying = [p.id for part in made.parts if part.length_m > 0 for p in part.places]
                looks = {shape.layer for view in drawn for shape in view.shapes}
                for part in made.parts:
                    if part.length_m > 0:
                        self.assertIn(role(part.role).look, looks)
                self.assertGreater(len([one for one in lying if one in shown]), 0.5 * len(lying))
                self.assertEqual({row.role for row in pieces(made)}, {p.role for p in made.parts if p.length_m > 0})
                self.assertGreater(hours(made, EstimateRates()), 0)
                marks = {mark.id for mark in made.marks}
                for bay in made.bays:
                    self.assertTrue({bay.start, bay.end} <= marks)
                for target in made.targets:
                    self.assertTrue(target.what and math.isfinite(target.planned))
                self.all_told_apart(made)

    def all_told_apart(self, made: Plan) -> None:
        """Two things that are measured are never called the same: a post has its number, all else its own words."""
        posts = {mark.id for mark in made.marks}
        called = [(target.what, target.of) for target in made.targets if target.about not in posts]
        self.assertEqual(len(called), len(set(called)), called)

    def test_every_leaf_s_latch_edge_says_which(self) -> None:
        openings = (
            GateOpening(id="a", at_m=10 * FT, clear_m=1.1),
            GateOpening(id="c", at_m=20 * FT, clear_m=1.1),
            GateOpening(id="b", what="double gate", at_m=36 * FT, clear_m=3.2, leaves_m=(1.6, 1.6)),
        )
        made = planned(fence(60, openings=openings))
        edges = [target.of for target in made.targets if target.what == "latch edge"]
        self.assertEqual([edge[:8] for edge in sorted(edges)], ["double g", "double g", "walk gat", "walk gat"])
        self.assertTrue(any(edge.startswith("walk gate at 10′ 0″") for edge in edges), edges)
        self.all_told_apart(made)

    @tag("slow")
    def test_handles_move_and_what_holds_can_be_let_go(self) -> None:
        for kind, (name, case) in zip([k for k in KINDS for _ in range(4)], self.each(), strict=True):
            for handle in plan(case).handles:
                with self.subTest(f"{name} {handle.id}"):
                    there = kind.move(case.spec, handle, handle.station_m + 0.1)
                    self.assertNotEqual(there, case.spec)
                    if handle.holds:
                        held = kind.hold(case.spec, handle.id, handle.station_m)
                        again = next(h for h in plan(case.of(held)).handles if h.id == handle.id)
                        self.assertTrue(again.locked)
                        self.assertEqual(kind.let_go(held, handle.id), case.spec)
            bad = replace(plan(case).handles[0], field="nothing/9") if plan(case).handles else None
            if bad is not None:
                with self.assertRaises(InvalidInputError):
                    kind.move(case.spec, bad, 1.0)

    def test_forms_name_fields_that_are_there_and_have_limits(self) -> None:
        for kind in KINDS:
            for group in asked(kind.spec, kind.form):
                for item in group.fields:
                    with self.subTest(f"{kind.key} {item.path}"):
                        hint_of(kind.spec, item.path)
                        if item.sort in ("length", "small length", "force", "pressure", "ratio"):
                            self.assertIsNotNone(item.most)
                        if item.sort == "choice":
                            self.assertTrue(item.choices)


HERE = Path(steady.__file__).parent
SHARED_ROOMS = ("drawing", "takeoff", "record", "plan", "schedule")
NAMES = [kind.key for kind in KINDS]
KEYS = "|".join(re.escape(name) for name in NAMES)
TYPES = "|".join(rf"{name.title()}Spec|plan_{name}|use{name.title()}|{name}Of" for name in NAMES)
WORDS = re.compile(rf"\b({TYPES})\b|\"({KEYS})\"|'({KEYS})'")


class NoKindIsNamedTest(unittest.TestCase):
    """Whatever reads a plan never asks which structure made it."""

    def test_a_planted_name_is_found(self) -> None:
        for text in ('if kind == "fence":', "kind === 'deck'", "import PergolaSpec", "plan_fence(", "useDeck()"):
            self.assertIsNotNone(WORDS.search(text), text)
        self.assertIsNone(WORDS.search("a fence, a deck"))

    def test_in_the_core(self) -> None:
        for room in (*SHARED_ROOMS, "jobs"):
            for path in (HERE / room).rglob("*.py"):
                self.assertIsNone(WORDS.search(path.read_text(encoding="utf-8")), path.name)

    def test_in_the_server(self) -> None:
        server = HERE.parents[1] / "server" / "trellis_server"
        for folder in ("api", "services", "documents"):
            for path in (server / folder).rglob("*.py"):
                text = path.read_text(encoding="utf-8")
                self.assertIsNone(WORDS.search(text), path.name)
                for node in ast.walk(ast.parse(text)):
                    if isinstance(node, ast.ImportFrom) and node.module:
                        self.assertNotRegex(node.module, rf"steady\.structures\.({'|'.join(NAMES)})", path.name)

    def test_on_the_page(self) -> None:
        web = HERE.parents[1] / "web" / "src"
        for path in (*web.rglob("*.vue"), *web.rglob("*.ts")):
            if "kinds" in path.parts or path.name in ("schema.d.ts", "types.ts") or ".test." in path.name:
                continue
            self.assertIsNone(WORDS.search(path.read_text(encoding="utf-8")), path.name)


if __name__ == "__main__":
    unittest.main()
