"""Typical and crew builds of decks and roofs: they frame what is there and change nothing that the client asked for."""

import unittest
from dataclasses import fields, replace

from steady.catalog.items import sticks
from steady.jobs.document import JobDocument, Structure
from steady.jobs.starting_designs import kept_habit, start
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest, crew_way_of, ways_of

from tests.make import site

LINES = {
    "deck": ("16x12 up3", "4.8x3.6 up0.9"),
    "pergola": ("14x10 high8'6", "4.2x3 high2.6"),
    "lean-to": ("12x8 fall5 beam8", "3.6x2.4 fall5 beam2.4"),
    "pavilion": ("14x14 pitch25", "4.2x4.2 pitch25"),
}


def job(kind: str, school: str) -> JobDocument:
    metric = school in ("uk", "nz")
    spec = kind_called(kind).read(
        NewStructureRequest(text=LINES[kind][metric], id="s", bare="m" if metric else "ft", school=school)
    )
    return JobDocument(name="x", school=school, site=site(), structures=(Structure(name="S", spec=spec),))  # type: ignore[arg-type]


class FramedTest(unittest.TestCase):
    def test_only_its_frame_is_changed(self) -> None:
        for kind in LINES:
            known = set(kind_called(kind).structural)
            for school in ("us", "ca", "uk", "nz"):
                found = start(job(kind, school), "s", "usual here")
                self.assertLessEqual({name for name, _ in found.change}, known, (kind, school))
                self.assertTrue(found.headline, (kind, school))

    def test_it_is_of_sticks_that_the_school_sells(self) -> None:
        for kind in LINES:
            for school in ("us", "ca", "uk", "nz"):
                one = job(kind, school)
                spec = replace(one.structures[0].spec, **dict(start(one, "s", "usual here").change))
                for name in ("post", "beam", "joist", "rafter"):
                    if key := getattr(spec, name, ""):
                        self.assertIn(school, sticks()[key].schools, (kind, school, name))

    def test_an_odd_frame_comes_back_to_the_usual_one(self) -> None:
        one = job("deck", "us")
        odd = replace(one.structures[0].spec, spacing_m=0.3048, plies=3)
        found = start(replace(one, structures=(Structure(name="S", spec=odd),)), "s", "usual here")
        self.assertEqual(dict(found.change), {"spacing_m": 0.4064, "plies": 2})

    def test_a_crews_own_frame_is_kept_and_taken(self) -> None:
        for kind in LINES:
            one = job(kind, "us")
            habit = kept_habit(one, "s")
            self.assertEqual(set(habit), set(kind_called(kind).structural))
            self.assertEqual(start(one, "s", "our crew", habit=habit).change, ())
            self.assertIn("not kept", start(one, "s", "our crew").why)
        more = start(job("deck", "us"), "s", "our crew", habit={"plies": 3, "outline": ()})
        self.assertEqual(dict(more.change), {"plies": 3})

    def test_what_is_structural_is_a_field_and_no_size(self) -> None:
        sizes = {"outline", "beams_m", "rafters_m", "depth_m", "deep_m", "high_m", "beam_top_m", "pitch_rad", "stairs"}
        for kind in LINES:
            one = kind_called(kind)
            self.assertLessEqual(set(one.structural), {field.name for field in fields(one.spec)})
            self.assertFalse((sizes | one.own) & set(one.structural))
            self.assertEqual(crew_way_of(one), "our crew")
            self.assertEqual(len(ways_of(one)), 5)
