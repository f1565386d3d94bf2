"""Boards that run past the rim and so need the next longer stick: said, with what would spare it."""

import unittest
from dataclasses import replace

from steady.design_codes.registry import rulebook
from steady.plan.model import Plan
from steady.structures.deck.kind import DECK
from steady.structures.registry import plan
from steady.structures.structure_type import NewStructureRequest
from steady.units.show import Tape

from tests.make import case


def deck(text: str, **changes: float) -> Plan:
    spec = DECK.read(NewStructureRequest(text=text, id="k", bare="ft", school="us"))
    return plan(case(replace(spec, **changes)))


def said(made: Plan) -> list[str]:
    return [one.text for one in made.cautions if "because they run" in one.text]


class LongerStickTest(unittest.TestCase):
    def test_a_deck_of_sixteen_feet(self) -> None:
        """16 ft and an inch at both ends is cut from 20 ft: 18-ft boards are not on sale."""
        told = said(deck("16x12 up3"))
        self.assertEqual(len(told), 1)
        self.assertIn("16′\xa02″ are cut from 20′\xa00″ sticks", told[0])
        self.assertIn("they are cut from 16′\xa00″ sticks", told[0])

    def test_what_it_says_is_so(self) -> None:
        for made in (deck("16x12 up3", board_past_m=0.0), deck("15'10x12 up3")):
            self.assertEqual(said(made), [])
            boards = [part for part in made.parts if part.role == "decking"]
            self.assertLessEqual(max(part.length_m for part in boards), 16 * 0.3048 + 1e-6)

    def test_a_deck_whose_boards_take_the_same_stick_either_way(self) -> None:
        self.assertEqual(said(deck("15x12 up3")), [])


class LastRowTest(unittest.TestCase):
    def test_boards_of_any_depth_of_deck_break_on_joists(self) -> None:
        """The last row may lie over the rim alone: it is butted where the joists that end there stand."""
        for depth_mm in range(2400, 2700, 13):
            book = rulebook("uk")
            spec = DECK.read(NewStructureRequest(text=f"5.4x{depth_mm / 1000}m up0.9", id="k", bare="m", school="uk"))
            made = plan(case(spec, None, book, None, Tape("metric", 0.001)))
            self.assertFalse([text for text in made.conflicts if "board" in text], depth_mm)
