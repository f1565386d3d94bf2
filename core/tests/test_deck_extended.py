"""A deck that goes on from one that stands: joists bolted back beside the old ones, level, and carried by their own beam."""

import unittest
from dataclasses import replace

from steady.catalog.purchasing import PurchasingSettings
from steady.errors import InvalidInputError
from steady.plan.model import Plan
from steady.structures.deck.spec.deck import DeckSpec, Existing
from steady.takeoff.bill import bill, cuts
from steady.units.units import FT, IN

from tests.test_deck import deck, planned

OLD = Existing(joist="2×8, read", spacing_m=16 * IN, lap_m=2 * FT)


def extended(**changes: object) -> DeckSpec:
    return deck("12x10 up2", attach="existing", existing=replace(OLD, **changes))  # type: ignore[arg-type]


def count(plan: Plan, role: str) -> int:
    return sum(part.count for part in plan.parts if part.role == role)


class SisteredTest(unittest.TestCase):
    def setUp(self) -> None:
        self.plain = planned(deck("12x10 up2", attach="existing", existing=replace(OLD, lap_m=0.0)))
        self.plan = planned(extended())

    def test_joists_are_longer_by_the_lap_and_by_the_rim_that_is_gone(self) -> None:
        long = [max(p.length_m for p in plan.parts if p.role == "joist") for plan in (self.plain, self.plan)]
        self.assertAlmostEqual(long[1] - long[0], 2 * FT + 1.5 * IN, delta=1e-3)
        starts = {round(place.at[1], 4) for part in self.plan.parts if part.role == "joist" for place in part.places}
        self.assertEqual(starts, {round(-2 * FT, 4)})

    def test_the_old_rim_gives_way_to_blocking_and_each_lap_has_its_bolts(self) -> None:
        joists = count(self.plan, "joist")
        # Three rims in place of four, and a block in every one of the joists' spaces.
        self.assertEqual(count(self.plain, "rim") - count(self.plan, "rim"), 1)
        self.assertEqual(count(self.plan, "blocking") - count(self.plain, "blocking"), joists - 1)
        self.assertEqual(sum(p.count for p in self.plan.parts if p.item == "frame bolt"), 4 * joists)
        bought = {
            line.item: line.count
            for line in bill(self.plan, PurchasingSettings(), cuts(self.plan, PurchasingSettings())).lines
        }
        self.assertEqual(bought["frame bolt"], -(-4 * joists // 25))

    def test_the_old_deck_is_never_made_to_carry_more(self) -> None:
        """Every check, post and footing is as without the lap: the new deck's own beams carry it."""
        self.assertEqual(
            [(c.key, c.about, round(c.use, 9)) for c in self.plain.checks],
            [(c.key, c.about, round(c.use, 9)) for c in self.plan.checks],
        )
        self.assertEqual(len(self.plain.footings), len(self.plan.footings))

    def test_old_boards_of_another_thickness_move_the_tops(self) -> None:
        def said(board_m: float | None) -> str:
            return " ".join(caution.text for caution in planned(extended(board_m=board_m)).cautions)

        self.assertIn("tops level with the old ones'", said(None))
        # Ours are 1 in thick (5/4): old boards of 1 1/2 in leave our joists half an inch higher.
        self.assertIn("½″ above the old ones'", said(1.5 * IN))
        self.assertIn("¼″ below the old ones'", said(0.75 * IN))

    def test_what_cannot_be_is_refused_at_its_field(self) -> None:
        for spec, field in (
            (extended(joist=""), "existing/joist"),
            (extended(lower_m=0.1), "existing/lap_m"),
            (extended(spacing_m=24 * IN), "existing/lap_m"),
            (replace(extended(), joists_run="along"), "existing/lap_m"),
        ):
            with self.assertRaises(InvalidInputError) as refused:
                planned(spec)
            self.assertEqual(refused.exception.field, field)
