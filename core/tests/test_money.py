"""A job without its money: planned alike, and nothing of what the crew pays or asks left in it."""

import math
import unittest
from dataclasses import fields, replace

from steady.catalog.items import sticks, stock_lengths
from steady.catalog.purchasing import OwnPrice, PurchasingSettings
from steady.jobs.document import plan_structure
from steady.jobs.estimate import EstimateRates, quote
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
            "dig_soil",
            "dig_tool",
            "concrete",
            "finish_min",
            "setup_min",
            "travel_min",
            "day_h",
        }
        other = {name: 7 for name in minutes} | {"dig_soil": "clay", "dig_tool": "skid auger", "concrete": "mixer"}
        money = {f.name: 777.0 for f in fields(EstimateRates) if f.name not in minutes and f.name != "stumps_count"}
        money |= {name: 0.4 for name in ("burden_ratio", "contingency_ratio", "overhead_ratio")} | {"stumps_count": 7}
        whole = replace(
            job(),
            yard=replace(job().yard, prices=(OwnPrice(item="post 6x6 pine", price=777.0),), priced_on="2026-01-01"),
            quote=EstimateRates(**{**other, **money}),  # type: ignore[arg-type]
            offer=QuoteTerms(margin_ratio=0.5, tax_name="tax"),
        )
        bare = without_money(whole)
        self.assertEqual(bare.yard, job().yard)
        self.assertEqual(bare.offer, QuoteTerms())
        for f in fields(EstimateRates):
            wanted = getattr(whole.quote, f.name) if f.name in minutes else getattr(EstimateRates(), f.name)
            self.assertEqual(getattr(bare.quote, f.name), wanted, f.name)
        self.assertNotIn("777", repr(bare))

    def test_it_is_planned_and_laid_on_days_alike(self) -> None:
        whole = replace(job(), quote=EstimateRates(crew_count=3, post_min=45, wage=99))
        for item in whole.structures:
            self.assertEqual(plan_structure(without_money(whole), item.spec.id), plan_structure(whole, item.spec.id))
        crew = replace(fences(2), quote=EstimateRates(crew_count=3, post_min=45, wage=99))
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
    def test_a_price_by_hand_with_one_wage_one_overhead_and_one_margin(self) -> None:
        """Wage 31 and 28 % on it: 39.68 an hour. 3 % of direct cost, 14 % of both, 18 % of the price, up to a dollar."""
        whole = job()
        plan = plan_structure(whole, whole.structures[0].spec.id)
        listed = bill(plan, whole.yard, cuts(plan, whole.yard))
        rates = EstimateRates(delivery_price=85.0)
        found = quote(plan, listed, rates, offer=QuoteTerms(), tape=whole.reading.tape())
        labour = round(round(found.hours, 2) * 39.68 + 1e-9, 2)
        direct = round(listed.total + 1e-9, 2) + labour + 85
        contingency = round(0.03 * direct + 1e-9, 2)
        overhead = round(0.14 * (direct + contingency) + 1e-9, 2)
        cost = direct + contingency + overhead
        self.assertAlmostEqual(found.cost, cost, delta=0.02)
        self.assertEqual(found.price, math.ceil(cost / 0.82 - 1e-6))
        self.assertAlmostEqual(sum(line.amount for line in found.lines), found.cost, places=2)
        self.assertAlmostEqual(found.margin_ratio, 1 - found.cost / found.price, 6)
        self.assertAlmostEqual(found.markup_ratio, found.price / found.cost - 1, 6)
        self.assertTrue(found.cost_low < found.cost < found.cost_high)

    def test_an_old_fence_is_taken_away_where_a_line_is_built_and_under_no_deck(self) -> None:
        whole = job()
        terms = EstimateRates(old_fence_m=30.0, old_fence_price_per_m=10.0)
        told = {}
        for item in whole.structures:
            plan = plan_structure(whole, item.spec.id)
            bought = bill(plan, whole.yard, cuts(plan, whole.yard, metric=False))
            lines = quote(plan, bought, terms, offer=whole.offer, tape=whole.reading.tape())
            told[bool(plan.bays)] = any("ld fence" in line.says for line in lines.lines)
        self.assertEqual(told, {True: True, False: False})

    def test_what_is_left_out_of_a_roof_s_price_names_no_fence(self) -> None:
        """Whoever has a pergola built is not told that an old fence stays."""
        whole = job()
        for item in whole.structures:
            plan = plan_structure(whole, item.spec.id)
            bought = bill(plan, whole.yard, cuts(plan, whole.yard))
            out = quote(plan, bought, EstimateRates(), offer=whole.offer, tape=whole.reading.tape()).out
            fences = [text for text in out if "fence" in text or "stumps" in text]
            self.assertEqual(len(fences), 2 if plan.bays else 0, out)
            self.assertIn("permit fees", out)
