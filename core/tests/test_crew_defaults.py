"""What a crew usually does: a new job starts so, and what belongs to one job alone is not taken along."""

import unittest
from dataclasses import replace

from steady.catalog.purchasing import OwnPrice, PurchasingSettings, StockOnHand
from steady.design_codes.registry import rulebook
from steady.jobs.crew_defaults import FORM, READS, CrewUsual, begin, usual_of
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.estimate import EstimateRates
from steady.jobs.localize import localize_job
from steady.jobs.quote_terms import OfferOption, QuoteTerms
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.structures.form_schema import asked
from steady.structures.registry import KINDS, kind_called, kind_of
from steady.structures.structure_type import NewStructureRequest

SCHOOLS = ("us", "ca", "nz", "uk")


class EveryJob(unittest.TestCase):
    """A job begins in the crew's own school, on its tape, with its hours and money."""

    def test_a_job_begins_as_the_crew_works_and_plans_in_every_school(self) -> None:
        for school in SCHOOLS:
            with self.subTest(school):
                metric = rulebook(school).metric
                marks = "1 mm" if metric else "1/8 in"
                rates = EstimateRates(crew_count=3, day_h=9.0)
                usual = CrewUsual(school=school, marks=marks, quote=rates, saturdays=True)  # type: ignore[arg-type]
                job = begin(usual, "New")
                self.assertEqual((job.school, job.reading, job.quote.crew_count), (school, READS[marks], 3))  # type: ignore[index]
                self.assertEqual(job.calendar.weekdays_off, (6,))
                self.assertEqual(job.yard.bag.endswith("kg"), metric)
                self.assertIn(job.site.soil, [soil.name for soil in rulebook(school).soils()])
                fence = FenceSpec(id="f", straights=(Straight(id="a", length_m=12.0),))
                home = kind_of(fence).home(fence, school)
                made = replace(job, structures=(Structure(name="F", spec=home),))
                self.assertGreater(len(plan_structure(made, "f").marks), 3)

    def test_what_belongs_to_one_job_stays_with_it(self) -> None:
        job = JobDocument(
            name="x",
            quote=EstimateRates(old_fence_m=30.0, stumps_count=2, wage=55.0),
            offer=QuoteTerms(options=(OfferOption(name="A"),), margin_ratio=0.2),
            yard=PurchasingSettings(
                rack=(StockOnHand(item="rail 2x4 pine", length_m=3.0),),
                prices=(OwnPrice(item="x", price=1.0),),
                kerf_m=0.002,
            ),
        )
        usual = usual_of(job)
        self.assertEqual((usual.quote.old_fence_m, usual.quote.stumps_count, usual.quote.wage), (0.0, 0, 55.0))
        self.assertEqual((usual.offer.options, usual.offer.margin_ratio), ((), 0.2))
        self.assertEqual((usual.yard.rack, usual.yard.prices, usual.yard.kerf_m), ((), (), 0.002))
        self.assertEqual(usual_of(begin(usual, "New")), usual)

    def test_a_bag_that_no_yard_sells_gives_way(self) -> None:
        """Found by feeding the API from its own schema: it took the page down."""
        job = JobDocument(name="x", yard=PurchasingSettings(bag="no such bag"))
        self.assertIn("kg", localize_job(job, "uk").yard.bag)

    def test_another_school_keeps_what_it_knows(self) -> None:
        job = begin(CrewUsual(), "x")
        there_and_back = localize_job(localize_job(job, "uk"), "us")
        self.assertEqual(there_and_back.yard.bag, job.yard.bag)
        self.assertEqual(localize_job(job, "ca").site.wind_pressure_pa, 450.0)
        self.assertEqual(localize_job(localize_job(job, "ca"), "us").site.wind_pressure_pa, 0.0)
        self.assertEqual(localize_job(job, "us"), job)

    def test_every_field_asked_is_there_with_its_limits(self) -> None:
        for group in asked(CrewUsual, FORM):
            for field in group.fields:
                if field.sort in ("count", "number", "ratio", "small length"):
                    self.assertIsNotNone(field.most, field.path)


class EveryKind(unittest.TestCase):
    """Each kind says what a crew is asked of it, and starts from what it is told."""

    def test_what_is_asked_of_a_kind_is_a_habit_of_its_own(self) -> None:
        for kind in KINDS:
            for group in asked(kind.spec, kind.usual):
                for field in group.fields:
                    self.assertNotIn(field.path.partition("/")[0], kind.own, f"{kind.key}: {field.path}")

    def test_a_deck_starts_as_the_crew_builds_it(self) -> None:
        kind = kind_called("deck")
        choices = {"joist": "joist 2x10 pine", "spacing_m": 0.3048, "attach": "free"}
        made = kind.read(
            NewStructureRequest(text="16x12 up3", id="d", bare="ft", school="us", preset="", choices=choices)
        )
        self.assertEqual((made.joist, made.spacing_m), ("joist 2x10 pine", 0.3048))
        self.assertEqual(made.attach, "ledger")  # that deck's own, whatever the last one was
