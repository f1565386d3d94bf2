"""A footbridge in a flood: held down by hand figures, and only where the water reaches the wood."""

import math
import unittest
from dataclasses import replace

from steady.plan.model import Plan
from steady.structures.deck.spec.deck import Bridge, DeckSpec
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.make import planned


def bridge(**more: object) -> DeckSpec:
    spec = kind_called("deck").typed(NewStructureRequest(text="16x4", id="b", bare="ft", school="us"))
    assert isinstance(spec, DeckSpec)
    return replace(spec, attach="free", bridge=Bridge(people="walker", **more))  # type: ignore[arg-type]


def asked_n(plan: Plan) -> float:
    [gap] = [gap for gap in plan.not_covered if gap.key == "bridge.flood_hold_down"]
    assert gap.needs is not None
    return gap.needs.value * 4.4482216152605


class FloodTest(unittest.TestCase):
    def test_water_below_the_wood_asks_for_nothing(self) -> None:
        plan = planned(bridge(water_m=1.0, flow_m_per_s=2.0))
        self.assertFalse([gap for gap in plan.not_covered if gap.key == "bridge.flood_hold_down"])

    def test_how_fast_it_runs_is_never_assumed(self) -> None:
        [gap] = [gap for gap in planned(bridge(water_m=0.0)).not_covered if gap.key == "bridge.flood_hold_down"]
        self.assertIn("how fast", gap.reason)

    def test_by_hand_from_the_pieces(self) -> None:
        """Drowned to the top at 2 m/s with a foot of debris: V (1000 - 640) g up, 1000 A v² across, half as much again, by four."""
        plan = planned(bridge(water_m=0.0, flow_m_per_s=2.0, debris_m=0.3048))
        joists = [part for part in plan.parts if part.role == "joist"]
        [deck] = {part.section_m[0] for part in plan.parts if part.role == "decking"}
        deep_m, span_m = deck + joists[0].section_m[1], joists[0].length_m - 2 * 0.15 / 2
        across = asked_n(plan)
        drag = 0.5 * 1000 * 2.0 * span_m * (deep_m + 0.3048) * 2.0**2
        self.assertGreater(across, 1.5 * drag / 4 * 0.97)
        self.assertLess(across, 1.5 * math.hypot(drag, 0.25 * 9.81 * 1000) / 4 * 1.03)

    def test_faster_higher_and_more_debris_never_ask_for_less(self) -> None:
        last = 0.0
        for speed in (0.5, 1.0, 2.0, 3.0):
            now = asked_n(planned(bridge(water_m=0.0, flow_m_per_s=speed)))
            self.assertGreater(now, last)
            last = now
        self.assertLess(
            asked_n(planned(bridge(water_m=0.1, flow_m_per_s=2.0))),
            asked_n(planned(bridge(water_m=0.0, flow_m_per_s=2.0))),
        )

    def test_a_typed_rating_closes_it_and_too_little_fails(self) -> None:
        spec = bridge(water_m=0.0, flow_m_per_s=2.0)
        each = asked_n(planned(spec))
        for share, passes in ((1.1, True), (0.9, False)):
            rated = replace(spec, ratings=(ManufacturerRating(what="bridge.flood_hold_down", holds_n=share * each),))
            [check] = [check for check in planned(rated).checks if check.key == "bridge.flood_hold_down"]
            self.assertEqual(check.use <= 1, passes)
