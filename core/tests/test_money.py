"""A job without its money: planned alike, and nothing of what the crew pays or asks left in it."""

import unittest
from dataclasses import fields, replace

from steady.catalog.items import sticks, stock_lengths
from steady.catalog.purchasing import OwnPrice, PurchasingSettings
from steady.errors import InvalidInputError
from steady.jobs.document import plan_structure
from steady.jobs.estimate import EstimateRates, material_and_labour, quote
from steady.jobs.job_schedule import calendar
from steady.jobs.price_redaction import without_money
from steady.jobs.quote_terms import QuoteTerms
from steady.takeoff.bill import bill, cuts

from tests.test_calendar import MONDAY, fences
from tests.test_job_takeoff import job


class MoneyTest(unittest.TestCase):
    def test_every_field_of_money_goes_and_no_other(self) -> None:
        """A new field of the quote has to be put on one side or the other: it is found here."""
        minutes = {
            "crew_count",
            "post_min",
            "rail_min",
            "board_min",
            "leaf_min",
            "finish_min",
            "setup_min",
            "travel_min",
            "day_h",
        }
        other = {name: 7 for name in minutes}
        money = {f.name: 777.0 for f in fields(EstimateRates) if f.name not in minutes and f.name != "stumps_count"}
        money |= {"material_band_ratio": 0.4, "stumps_count": 7}
        whole = replace(
            job(),
            yard=replace(job().yard, prices=(OwnPrice(item="post 6x6 pine", price=777.0),), priced_on="2026-01-01"),
            quote=EstimateRates(**{**other, **money}),  # type: ignore[arg-type]
            offer=QuoteTerms(markup_ratio=0.5, tax_name="tax"),
        )
        bare = without_money(whole)
        self.assertEqual(bare.yard, job().yard)
        self.assertEqual(bare.offer, QuoteTerms())
        for f in fields(EstimateRates):
            wanted = getattr(whole.quote, f.name) if f.name in minutes else getattr(EstimateRates(), f.name)
            self.assertEqual(getattr(bare.quote, f.name), wanted, f.name)
        self.assertNotIn("777", repr(bare))

    def test_it_is_planned_and_laid_on_days_alike(self) -> None:
        whole = replace(job(), quote=EstimateRates(crew_count=3, post_min=45, hour_low=99))
        for item in whole.structures:
            self.assertEqual(plan_structure(without_money(whole), item.spec.id), plan_structure(whole, item.spec.id))
        crew = replace(fences(2), quote=EstimateRates(crew_count=3, post_min=45, hour_low=99))
        self.assertEqual(calendar(without_money(crew), MONDAY), calendar(crew, MONDAY))


class SameSticksTest(unittest.TestCase):
    def test_whoever_sees_no_prices_cuts_the_same_sticks(self) -> None:
        """Long sticks at half the price a metre: the cut plan takes them, with and without the money."""
        whole = job()
        plan = plan_structure(whole, whole.structures[0].spec.id)
        items = {part.item for part in plan.parts if part.item in sticks()}
        own = tuple(
            OwnPrice(item=item, length_m=stock.length_m, price=77.7 * stock.length_m / (1 + k))
            for item in sorted(items)
            for k, stock in enumerate(stock_lengths(item))
        )
        priced = replace(whole, yard=replace(whole.yard, prices=own))
        bare = without_money(priced)
        self.assertNotIn("77.7", repr(bare))

        def bought(yard: PurchasingSettings) -> list[tuple[str, list[tuple[float, int]]]]:
            return [
                (row.item, [(one.stock_m, one.count) for one in row.plan.patterns] if row.plan else [])
                for row in cuts(plan, yard)
            ]

        self.assertEqual(bought(bare.yard), bought(priced.yard))
        self.assertNotEqual(bought(priced.yard), bought(whole.yard))


class TermsTest(unittest.TestCase):
    def test_an_hour_s_least_is_no_more_than_its_most(self) -> None:
        with self.assertRaises(InvalidInputError) as refused:
            material_and_labour(100.0, 8.0, EstimateRates(hour_low=75.0, hour_high=60.0))
        self.assertEqual(refused.exception.field, "quote/hour_high")
        materials, labour = material_and_labour(100.0, 8.0, EstimateRates(hour_low=60.0, hour_high=60.0))
        # By hand: 5 % either way on the list, a quarter either way on 8 h at 60.
        self.assertEqual((materials.low, materials.high, labour.low, labour.high), (95.0, 105.0, 360.0, 600.0))

    def test_an_old_fence_is_taken_away_where_a_line_is_built_and_under_no_deck(self) -> None:
        whole = job()
        terms = EstimateRates(old_fence_m=30.0, old_fence_price_per_m=10.0)
        told = {}
        for item in whole.structures:
            plan = plan_structure(whole, item.spec.id)
            lines = quote(
                plan, bill(plan, whole.yard, cuts(plan, whole.yard, metric=False)), terms, whole.reading.tape()
            )
            told[bool(plan.bays)] = any("ld fence" in line.says for line in lines.lines)
        self.assertEqual(told, {True: True, False: False})

    def test_what_is_left_out_of_a_roof_s_price_names_no_fence(self) -> None:
        """Whoever has a pergola built is not told that an old fence stays."""
        whole = job()
        for item in whole.structures:
            plan = plan_structure(whole, item.spec.id)
            out = quote(plan, bill(plan, whole.yard, cuts(plan, whole.yard)), EstimateRates(), whole.reading.tape()).out
            fences = [text for text in out if "fence" in text or "stumps" in text]
            self.assertEqual(len(fences), 2 if plan.bays else 0, out)
            self.assertIn("permit fees", out)
