"""Crown marks on what lies on its edge, and beams of up to five plies among the choices."""

import unittest

from steady.plan.model import Plan
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest, Spec
from steady.takeoff.bill import pieces

from tests.make import case, fence, planned


def deck() -> Spec:
    return kind_called("deck").typed(NewStructureRequest(text="16x12 up4 stair", id="s", bare="ft", school="us"))


def crowned(plan: Plan) -> set[str]:
    return {row.role for row in pieces(plan) if row.crown}


class CrownTest(unittest.TestCase):
    def test_what_bends_on_its_edge_is_marked(self) -> None:
        self.assertLessEqual({"joist", "beam", "rim", "stringer"}, crowned(planned(deck())))
        self.assertFalse(crowned(planned(deck())) & {"post", "decking", "baluster", "blocking"})

    def test_a_rail_that_lies_flat_has_no_crown(self) -> None:
        self.assertIn("rail", crowned(planned(fence(40, rail_laid="on edge"))))
        self.assertNotIn("rail", crowned(planned(fence(40, rail_laid="flat"))))

    def test_five_plies_are_offered(self) -> None:
        kind = kind_called("deck")
        plies = {dict(choice.change).get("plies") for choice in kind.choices(case(deck())) if choice.group == "beams"}
        self.assertLessEqual({3, 4, 5}, plies)
