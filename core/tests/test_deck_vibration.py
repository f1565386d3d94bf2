"""How a deck feels underfoot: its joists' first frequency by hand, and that it never fails a deck."""

import math
import unittest
from dataclasses import replace

from steady.plan.model import CheckOrigin, Plan
from steady.plan.results import fails
from steady.structures.deck.kind import DECK
from steady.structures.registry import plan
from steady.structures.structure_type import NewStructureRequest

from tests.make import case


def deck(text: str, **changes: object) -> Plan:
    spec = DECK.read(NewStructureRequest(text=text, id="k", bare="ft", school="us"))
    return plan(case(replace(spec, **changes)))


class VibrationTest(unittest.TestCase):
    def test_by_hand(self) -> None:
        """f = pi / (2 L2) sqrt(EI / m): 2x8 of Southern Pine wet (1.4e6 * 0.9 psi, 47.63 in4) at 16 in under 10 psf."""
        one = next(check for check in deck("16x12 up3").checks if check.key == "joist.vibration_frequency")
        has = {name: value for name, value, _ in one.demand.inputs}
        stiff = 1.4e6 * 0.9 * 6894.757 * 47.635 * 0.0254**4
        self.assertAlmostEqual(has["EI"] / stiff, 1, delta=0.002)
        self.assertAlmostEqual(has["m"], 10 * 47.88026 * 0.4064 / 9.80665, delta=0.05)
        by_hand = math.pi / (2 * has["L"] ** 2) * math.sqrt(has["EI"] / has["m"])
        self.assertAlmostEqual(one.demand.value, by_hand, delta=1e-6)

    def test_it_is_a_recommendation(self) -> None:
        made = deck("16x12 up3", joist="joist 2x6 pine", spacing_m=0.6096)
        one = next(check for check in made.checks if check.key == "joist.vibration_frequency")
        self.assertEqual(one.asks, CheckOrigin.ADVICE)
        self.assertFalse(fails((replace(one, demand=replace(one.demand, value=1.0)),)))

    def test_a_longer_span_swings_slower(self) -> None:
        near, far = (
            next(c for c in deck(text).checks if c.key == "joist.vibration_frequency").demand.value
            for text in ("16x8 up3", "16x12 up3")
        )
        self.assertGreater(near, far)
