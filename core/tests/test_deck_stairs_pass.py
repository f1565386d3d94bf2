"""An ordinary deck with a stair and a guard comes to an answer that can be built: brackets, stringers, and what holds them."""

import unittest
from dataclasses import replace

from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.starting_designs import start
from steady.plan.results import state
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

from tests.test_deck import deck, planned
from tests.test_ratings import SPEC

PLACE = Site(frost_m=0.6, ground_snow_pa=960.0, wind_speed_m_per_s=49.0, soil="clay")


def job(text: str) -> JobDocument:
    spec = kind_called("deck").typed(NewStructureRequest(text=text, id="s", bare="ft", school="us"))
    return JobDocument(name="x", school="us", site=PLACE, structures=(Structure(name="S", spec=spec),))


class StairTest(unittest.TestCase):
    def test_low_and_high_decks_pass_with_specified_connectors(self) -> None:
        for text in ("18x11 deck 3 ft up with stair and guard", "16x12 deck 5 ft up with stair and guard"):
            one = job(text)
            found = start(one, "s", "cheapest")
            self.assertEqual(found.state, "pass_as_specified", found.why)
            spec = one.structures[0].spec
            taken = replace(spec, **dict(found.change))
            # Where the stair goes, how wide it is and how it rises stay as they were asked for.
            for before, after in zip(spec.stairs, taken.stairs, strict=True):
                same = ("id", "edge", "at_m", "width_m", "going_m", "riser_m", "open_risers")
                self.assertEqual([getattr(before, n) for n in same], [getattr(after, n) for n in same])
            whole = replace(one, structures=(replace(one.structures[0], spec=taken),))
            self.assertEqual(state(plan_structure(whole, "s")), "pass_as_specified")

    def test_brackets_are_listed_as_far_apart_as_the_handrail_bears(self) -> None:
        # 18x11 up 4 ft: 7 risers, 6 goings of 10 1/2 in: 5.25 ft level, 48 in less a board's drop up; 4 ft apart: three brackets.
        plan = planned(SPEC)
        handrail = next(part for part in plan.parts if part.role == "handrail")
        brackets = sum(part.count for part in plan.parts if part.item == "handrail bracket")
        self.assertEqual(brackets, handrail.count * (int(-(-handrail.length_m // 1.2)) + 1))
        self.assertFalse([part for part in planned(deck("18x11 up4")).parts if part.item == "handrail bracket"])
