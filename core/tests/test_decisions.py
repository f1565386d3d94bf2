"""Decisions: open and settled, and one that takes a thing for another in all structures alike, seen in list and price."""

import unittest
from dataclasses import replace

from steady.errors import InvalidInputError
from steady.jobs.apply_decision import apply_decision, used_items
from steady.jobs.decisions import Decision
from steady.jobs.document import JobDocument
from steady.jobs.job_takeoff import job_list

from tests.test_job_takeoff import job


def decided(instead_of: str, takes: str) -> JobDocument:
    row = Decision(
        id="d1",
        what="Which treatment at the ground",
        who="the inspector",
        decided="cedar",
        on="2026-06-02",
        instead_of=instead_of,
        takes=takes,
    )
    return replace(job(), decisions=(row,))


class DecisionTest(unittest.TestCase):
    def test_it_goes_for_all_alike_and_for_nothing_else(self) -> None:
        whole = decided("decking 5/4x6 pine", "decking 5/4x6 cedar")
        before, after = job_list(whole), job_list(apply_decision(whole, "d1"))
        self.assertTrue(any(piece.item == "decking 5/4x6 pine" for piece in before.pieces))
        self.assertFalse(any(piece.item == "decking 5/4x6 pine" for piece in after.pieces))
        others = [sorted((p.item, p.count) for p in one.pieces if "decking" not in p.item) for one in (before, after)]
        self.assertEqual(others[0], others[1])
        self.assertNotEqual(before.bill.total, after.bill.total)

    def test_in_every_structure(self) -> None:
        whole = decided("post 6x6 pine", "post 6x6 cedar")
        made = apply_decision(whole, "d1")
        used = {one.key: one for one in used_items(made)}
        self.assertIn("post 6x6 cedar", used)
        self.assertNotIn("post 6x6 pine", used)
        # What is offered in its place is what may take it, and nothing else.
        for key, _ in used["post 6x6 cedar"].offers:
            apply_decision(decided("post 6x6 pine", key), "d1") if key != "post 6x6 pine" else None
        self.assertIn("post 6x6 pine", dict(used["post 6x6 cedar"].offers))
        self.assertFalse(any(key.startswith(("decking", "post 100")) for key, _ in used["post 6x6 cedar"].offers))
        self.assertEqual([item.spec.id for item in made.structures], [item.spec.id for item in whole.structures])

    def test_what_cannot_be(self) -> None:
        for instead_of, takes, says in (
            ("post 6x6 pine", "decking 5/4x6 cedar", "sold as"),
            ("post 6x6 pine", "post of gold", "has no"),
            ("post 6x6 pine", "post 100 C24", "code"),
        ):
            with self.subTest(takes), self.assertRaisesRegex(InvalidInputError, says):
                apply_decision(decided(instead_of, takes), "d1")
        with self.assertRaises(InvalidInputError):
            apply_decision(job(), "nothing")

    def test_one_that_changes_nothing_changes_nothing(self) -> None:
        whole = decided("", "")
        self.assertEqual(apply_decision(whole, "d1"), whole)
