"""What is true of every part, place and check of any kind, whatever is built: held over each kind's first lines and rarer makes."""

import math
import unittest
from collections.abc import Iterator
from dataclasses import replace

from django.test import tag
from steady.catalog.items import sticks
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import PartPlacement, Plan
from steady.structures.deck.kind import DECK
from steady.structures.deck.spec.deck import StairDesign
from steady.structures.fence.checks.stability import _masses
from steady.structures.fence.spec.fence import GateOpening, Infill, LiftOut, LineEnd
from steady.structures.gate.spec import Arch, LeafDesign
from steady.structures.registry import plan
from steady.structures.structure_type import NewStructureRequest
from steady.units.units import FT, IN

from tests.every import every
from tests.make import case, fence, site
from tests.ordinary import ordinary_plans
from tests.randoms import SCHOOLS
from tests.test_kept_plans import RARER, case_of, rarer, site_of, untrue


def rare_fences() -> Iterator[tuple[str, Plan]]:
    """Fences of which no first line has what they have: an arch, posts of plies, a bay that lifts out, a wall at both ends."""
    leaf = LeafDesign(front_grade=0.02, hinge_rating_n=4000)
    arch = GateOpening(id="g", at_m=0.0, clear_m=42 * IN, leaf=leaf, arch=Arch(rungs=5, rung_m=0.6, overhang_m=0.15))
    for name, spec in (
        ("arch", fence(47.5 / 12, openings=(arch,), height_m=54 * IN, post="post 6x6 pine")),
        ("plies", fence(40, plies_count=3)),
        ("lifts out", fence(40, lift_outs=(LiftOut(id="v", at_m=4.0, clear_m=3.0),), bay_max_m=6 * FT)),
        ("walls", fence(40, start_at=LineEnd(at="wall"), end_at=LineEnd(at="wall"))),
        ("both faces", fence(40, infill=Infill(style="both faces"), rail_laid="flat", post="post 4x4 pine")),
    ):
        yield name, plan(case(spec, site(length_ft=40)))


def plans() -> Iterator[tuple[str, Plan]]:
    yield from ((one.name, one.plan) for one in every())
    yield from rare_fences()
    for school in SCHOOLS:
        yield from ((f"ordinary in {school}", made) for made in ordinary_plans(school)[::5])
    for key in RARER:
        for school in SCHOOLS[1:]:
            for name, spec in rarer(key, "us"):
                try:
                    yield f"{key} {name} in {school}", plan(case_of(spec, site_of(school), school))
                except (InvalidInputError, OutOfScopeError):  # stock that this school has not
                    continue


def square(place: PartPlacement) -> bool:
    """Along and up are of length one and square to each other."""
    dot = sum(a * b for a, b in zip(place.along, place.up, strict=True))
    return abs(dot) < 1e-6 and all(abs(math.hypot(*way) - 1) < 1e-6 for way in (place.along, place.up))


@tag("broad")
class EveryPartTest(unittest.TestCase):
    def test_places_are_square_wood_weighs_what_it_weighs_and_limits_say_which_end_they_are(self) -> None:
        told, seen, formulas = set[str](), 0, set[object]()
        for name, made in plans():
            for part in made.parts:
                for place in part.places:
                    if not square(place):
                        told.add(f"{name}: {part.id} lies askew")
                wood = sticks().get(part.item)
                if wood is not None and part.mass_kg > 0 and part.role != "sheet":
                    whole = wood.density_kg_per_m3 * wood.thickness_m * wood.width_m * part.length_m
                    # Ripped down to a strip it weighs less; never more.
                    least = wood.density_kg_per_m3 * math.prod(part.section_m) * part.length_m
                    if not 0.98 * least <= part.mass_kg <= whole * (1 + 1e-6):
                        told.add(f"{name}: {part.id} of {part.item} weighs {part.mass_kg:.2f} of {whole:.2f} kg")
                    seen += 1
            for check in made.checks:
                if check.demand.unit != check.limit.unit:
                    told.add(f"{name}: {check.key}: {check.demand.unit} against {check.limit.unit}")
                end = check.limit.symbol.rpartition("_")[2]
                if end in ("max", "min") and (end == "max") != (check.sense == "at most"):
                    told.add(f"{name}: {check.key}: {check.sense} {check.limit.symbol}")
            told.update(f"{name}: {row}" for row in untrue(made, formulas))
        self.assertEqual(sorted(told)[:20], [])
        self.assertGreater(seen, 1000)


class WeightTest(unittest.TestCase):
    def test_a_row_of_pieces_lies_about_its_middle(self) -> None:
        """Each piece by itself, its middle where it stands: the same moment about both axes as the rows'."""
        for name, made in rare_fences():
            rows = _masses(list(made.parts))
            self.assertGreater(len(rows), 3)
            each = [
                (
                    place.at[0] + place.along[0] * part.length_m / 2 + place.step[0] * k,
                    place.at[1] + place.along[1] * part.length_m / 2 + place.step[1] * k,
                    part.mass_kg,
                )
                for part in made.parts
                if part.mass_kg > 0
                for place in part.places
                for k in range(place.count)
            ]
            for axis in (0, 1):
                a, b = (math.fsum(row[2] * row[axis] for row in found) for found in (rows, each))
                self.assertAlmostEqual(a, b, delta=1e-6 * (1 + abs(b)), msg=name)


class PliesTest(unittest.TestCase):
    def test_plies_stand_as_high_as_the_post_they_are(self) -> None:
        """On falling ground: every post of plies stands with its foot as deep as its footing says."""
        where = site(fall_per_ft=0.08, length_ft=40)
        made = plan(case(fence(40, plies_count=3), where))
        deep = {footing.under: footing.embedment_m for footing in made.footings}
        posts = [place for part in made.parts if part.role == "post" for place in part.places]
        self.assertGreater(len({round(place.at[2], 2) for place in posts}), 3)
        for place in posts:
            middle_m = place.at[0] + place.step[0] * (place.count - 1) / 2
            self.assertAlmostEqual(place.at[2], -0.08 * middle_m - deep[place.id], delta=0.002, msg=place.id)
            self.assertEqual(place.count, 3)


class TreadsTest(unittest.TestCase):
    def test_a_tread_of_wood_whose_strength_is_known_is_held_to_one_person(self) -> None:
        """Plank of 38 by 140 mm: P L / 4 by the span between stringers, factored once."""
        read = DECK.read(NewStructureRequest(text="16x12 up4", id="k", bare="ft", school="ca"))
        strong = [one for one in sticks().values() if one.role == "decking" and one.grade]
        self.assertTrue(strong)
        stair = StairDesign(id="s", edge=2, at_m=1.0, width_m=1.2, going_m=0.28)
        for board in strong:
            made = plan(case_of(replace(read, board=board.key, stairs=(stair,)), site_of("ca"), "ca"))
            bends = [check for check in made.checks if check.key == "tread.bending"]
            self.assertTrue(bends)
            for check in bends:
                moment = check.demand
                given = {name: value for name, value, _ in moment.inputs}
                stringers = sum(part.count for part in made.parts if part.role == "stringer")
                thick = next(min(part.section_m) for part in made.parts if part.role == "stringer")
                span = (1.2 - thick) / (stringers - 1)
                self.assertAlmostEqual(given["L"], span, places=3)
                self.assertAlmostEqual(moment.value, given["k"] * given["P"] * span / 4, places=3)


class CoatTest(unittest.TestCase):
    def test_one_coat_is_one(self) -> None:
        spec = fence(40)
        for count, says in ((1, "1 coat,"), (2, "2 coats,")):
            coated = replace(spec, finish=replace(spec.finish, kind="stain", coats=count))
            whats = [task.what for task in plan(case(coated, site(length_ft=40))).tasks]
            self.assertTrue(any(says in what for what in whats), whats)


if __name__ == "__main__":
    unittest.main()
