"""An infill that the house has never heard of goes the whole way: typed, drawn, listed, checked, priced, timed, on paper."""

import math
import unittest
from collections.abc import Sequence
from dataclasses import replace
from typing import Any, cast
from unittest import mock

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.registry import rulebook
from steady.drawing.views import views
from steady.jobs.estimate import EstimateRates, hours, quote
from steady.jobs.quote_terms import QuoteTerms
from steady.plan.model import Plan
from steady.structures.fence.infills.boards import BoardsOnRails
from steady.structures.fence.infills.option import OPTIONS, BoardRow, InfillOption, Sight, register
from steady.structures.fence.kind import close_with
from steady.structures.fence.layout.line import BoardStretch
from steady.structures.fence.spec.case import FenceCase
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.infill_traits import TRAITS, InfillTraits
from steady.structures.fence.text.client import described
from steady.structures.registry import kind_called
from steady.structures.structure_type import DesignInput, NewStructureRequest
from steady.takeoff.bill import bill, cuts, pieces
from steady.units.show import Tape

from tests.make import plan, site


class Hurdle(BoardsOnRails):
    """Every second board left out, from the start."""

    def pattern(self, spec: FenceSpec, run_m: float, board_m: float) -> list[BoardRow]:
        return [BoardRow(board_m / 2, 2 * board_m, math.floor((run_m - board_m) / (2 * board_m)) + 1, board_m)]

    def solid_ratio(self, case: FenceCase) -> float:
        return 0.5

    def gap(self, case: FenceCase, runs: Sequence[BoardStretch]) -> tuple[float, str]:
        return case.timber.board.width_m, "gap in the hurdle"

    def sight(self, case: FenceCase, runs: Sequence[BoardStretch]) -> Sight | None:
        return 0.0, math.atan(case.timber.board.width_m / case.timber.board.thickness_m)

    def pattern_notes(self, case: FenceCase, lengths: list[float]) -> list[str]:
        return ["A spare board is the gauge between two"]


KEY = cast(Any, "hurdle")
LIKE = TRAITS["even gaps"]
FACTS = {name: getattr(LIKE, name) for name in LIKE.__dataclass_fields__}
HURDLE = InfillTraits(**{**FACTS, "key": KEY, "noun": "fence of hurdles", "words": ("hurdles?",), "evened": False})


class ToyInfillTest(unittest.TestCase):
    def setUp(self) -> None:
        self.enterContext(mock.patch.dict(TRAITS, {KEY: HURDLE}))
        self.enterContext(mock.patch.dict(OPTIONS))
        register(KEY, Hurdle())
        typed = kind_called("fence").typed(NewStructureRequest(text="0 40", id="f", bare="ft", school="us"))
        self.spec = close_with(typed, "hurdle")
        self.plan = self.planned(self.spec)

    def planned(self, spec: FenceSpec) -> Plan:
        return plan(spec, site(0.0, 40), rulebook("us"), PurchasingSettings(), Tape())

    def test_typed_planned_drawn_and_listed(self) -> None:
        boards = [row for row in pieces(self.plan) if row.role == "board"]
        # By hand: 40 ft and no corner; 5½ in boards every 11 in from the start: (480 − 5½) / 11 = 43.1, so 44.
        self.assertEqual(sum(row.count for row in boards), 44)
        drawn = {shape.layer for shape in views(self.plan, Tape())[0].shapes}
        self.assertIn("board", {part.role for part in self.plan.parts})
        self.assertTrue(drawn)

    def test_checked(self) -> None:
        closed = self.planned(close_with(self.spec, "butted"))
        worst = {
            name: max(check.use for check in made.checks if check.key == "post.bending_at_grade")
            for name, made in (("hurdle", self.plan), ("closed", closed))
        }
        # Half open, in us air goes through: the posts are asked for clearly less than by closed boards.
        self.assertLess(worst["hurdle"], 0.9 * worst["closed"])
        through = self.planned(replace(self.spec, keeps="a small animal"))
        self.assertTrue([text for text in through.conflicts if "gap in the hurdle" in text])

    def test_priced_timed_and_on_paper(self) -> None:
        bought = bill(self.plan, PurchasingSettings(), cuts(self.plan, PurchasingSettings()))
        self.assertTrue(bought.complete)
        self.assertGreater(
            quote(self.plan, bought, EstimateRates(), offer=QuoteTerms(), tape=Tape()).price, bought.total
        )
        self.assertGreater(hours(self.plan, EstimateRates()), 1)
        case = DesignInput(spec=self.spec, site=site(), book=rulebook("us"), yard=PurchasingSettings(), tape=Tape())
        self.assertIn("of fence of hurdles", described(case, self.plan))
        self.assertIn("A spare board is the gauge between two", self.plan.notes)
        self.assertTrue([detail for detail in self.plan.details if "seen through" in detail.title])

    def test_an_infill_that_leaves_a_question_unanswered_does_not_load(self) -> None:
        for question in InfillOption.__abstractmethods__:
            short = type("Short", (Hurdle,), {question: getattr(InfillOption, question)})
            with self.assertRaisesRegex(TypeError, question):
                short()
        with self.assertRaises(LookupError):
            register(cast(Any, "nobody's"), Hurdle())
        with self.assertRaises(TypeError):
            InfillTraits(**{name: value for name, value in FACTS.items() if name != "wired"})
