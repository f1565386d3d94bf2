"""A structure brought from one job into another."""

import unittest
from dataclasses import replace

from steady.catalog.items import sticks
from steady.errors import InvalidInputError
from steady.ground.placement import SitePlacement
from steady.ground.readings import LevelReading
from steady.ground.site import Ground, Site
from steady.jobs.copy_structure import bring, copied
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.pergola.spec import PergolaSpec
from steady.structures.registry import KINDS, kind_of

from tests.make import case  # noqa: F401 (registers the toy kind, which comes along as well)


def fence(name: str) -> FenceSpec:
    return FenceSpec(id=name, straights=(Straight(id="a", length_m=9.0),))


def job(*names: str, school: str = "us") -> JobDocument:
    made = tuple(Structure(name=name, spec=fence(name)) for name in names)
    return JobDocument(name="x", school=school, structures=made)  # type: ignore[arg-type]


class BroughtTest(unittest.TestCase):
    def test_it_comes_under_a_free_name_and_both_jobs_stay(self) -> None:
        here, there = job("f", "f-2"), job("f")
        found = bring(here, there, "f")
        self.assertEqual((found.spec.id, found.name, found.stands), ("f-3", "f 2", None))
        self.assertEqual((here, there), (job("f", "f-2"), job("f")))

    def test_it_is_at_home_under_the_other_school(self) -> None:
        found = bring(job(school="uk"), job("f"), "f")
        for item in (found.spec.post, found.spec.rail, found.spec.board):
            self.assertIn("uk", sticks()[item].schools)
        whole = JobDocument(name="y", school="uk", structures=(found,))
        self.assertGreater(len(plan_structure(whole, "f").marks), 2)

    def test_what_rests_on_another_is_not_brought_alone(self) -> None:
        there = JobDocument(
            name="x", structures=(Structure(name="P", spec=PergolaSpec(id="p", on="deck", attach="free")),)
        )
        with self.assertRaises(InvalidInputError) as refused:
            bring(job(), there, "p")
        self.assertIn("rests on another", refused.exception.message)
        with self.assertRaises(InvalidInputError):
            bring(job(), there, "nobody")

    def test_every_kind_says_whether_it_rests(self) -> None:
        for kind in KINDS:
            self.assertTrue(callable(kind.rests), kind.key)
        self.assertIsNone(kind_of(PergolaSpec(id="p")).rests(PergolaSpec(id="p")))


class CopiedTest(unittest.TestCase):
    """Another structure like one, in the same job."""

    def test_it_stands_after_it_and_beside_it_with_its_ground(self) -> None:
        first, second = fence("windbreak"), fence("yard")
        ground = Ground(
            line="windbreak", shots=(LevelReading(at_m=0.0, height_m=0.0), LevelReading(at_m=5.0, height_m=-0.4))
        )
        stands = SitePlacement(x_m=3.0, y_m=1.0)
        job = JobDocument(
            name="A",
            site=Site(grounds=(ground,)),
            structures=(Structure(name="Windbreak", spec=first, stands=stands), Structure(name="Yard", spec=second)),
        )
        made = copied(job, "windbreak")
        self.assertEqual(
            (made.place, made.structure.name, made.structure.spec.id), (1, "Windbreak (copy)", "windbreak-2")
        )
        self.assertEqual(replace(made.structure.spec, id="windbreak"), first)
        assert made.structure.stands is not None
        self.assertEqual((made.structure.stands.x_m, made.structure.stands.y_m), (5.0, 1.0))
        self.assertEqual([(item.line, item.shots) for item in made.grounds], [("windbreak-2", ground.shots)])

    def test_every_copy_has_a_name_and_an_id_of_its_own(self) -> None:
        job = JobDocument(name="A", structures=(Structure(name="W" * 120, spec=fence("w" * 40)),))
        for _ in range(4):
            made = copied(job, "w" * 40)
            self.assertLessEqual((len(made.structure.name), len(made.structure.spec.id)), (120, 40))
            job = replace(job, structures=(*job.structures, made.structure))
        self.assertEqual(len({item.name for item in job.structures}), 5)
        self.assertEqual(len({item.spec.id for item in job.structures}), 5)
        self.assertTrue(all(item.stands is None for item in job.structures))

    def test_none_of_that_id(self) -> None:
        with self.assertRaises(InvalidInputError):
            copied(JobDocument(name="A", structures=()), "windbreak")
