"""The client's quote, the change order and the price book: sums by hand, rounding, options, and prices as people type them."""

import dataclasses
import json
import math
import unittest
from datetime import date
from pathlib import Path

from steady.catalog.price_book import BookPrice, book_rows, every_item, parse_price, priced_by, read_prices
from steady.catalog.purchasing import OwnPrice, PurchasingSettings
from steady.errors import InvalidInputError
from steady.jobs.change_order import change_order
from steady.jobs.client_quote import offer
from steady.jobs.document import JobDocument, Structure, plan_structure
from steady.jobs.estimate import EstimateRates, hours
from steady.jobs.job_takeoff import job_list
from steady.jobs.quote_terms import OfferOption, Payment, QuoteTerms
from steady.structures.fence.spec.fence import FenceSpec, Straight
from steady.takeoff.bill import bill
from steady.takeoff.bill import cuts as plan_cuts

TODAY = date(2026, 11, 27)
USUAL = EstimateRates()
PRICES = json.loads((Path(__file__).parents[2] / "checks" / "prices.json").read_text(encoding="utf-8"))


def job(count: int = 2, quote: EstimateRates = USUAL, **terms: object) -> JobDocument:
    """Fences of 10 m and a bit."""
    specs = [FenceSpec(id=f"f{k}", straights=(Straight(id="a", length_m=10.0 + k),)) for k in range(count)]
    made = tuple(Structure(name=f"Fence {k}", spec=spec) for k, spec in enumerate(specs))
    return JobDocument(name="Offer", structures=made, quote=quote, offer=QuoteTerms(round_to=0.01, **terms))  # type: ignore[arg-type]


class OfferTest(unittest.TestCase):
    def test_the_whole_is_the_joined_list_and_the_hours(self) -> None:
        quote = EstimateRates(wage=40, burden_ratio=0.25, contingency_ratio=0.0, overhead_ratio=0.1)
        one = job(2, quote, margin_ratio=0.2)
        (priced,) = offer(one, TODAY).options
        material = job_list(one).bill.total
        person_h = sum(hours(plan_structure(one, name), quote) for name in ("f0", "f1"))
        self.assertAlmostEqual(
            priced.total, (material + person_h * 50) * 1.1 / 0.8, delta=1.5
        )  # hours to the hundredth
        self.assertAlmostEqual(priced.hours, person_h)
        self.assertAlmostEqual(math.fsum(line.price for line in priced.lines), priced.net, places=2)

    def test_margin_tax_and_rounding_upward(self) -> None:
        """A margin of 20 % is a markup of 25 % on the same cost."""
        plain = offer(job(1, margin_ratio=0.0), TODAY).options[0]
        more = offer(job(1, margin_ratio=0.2, tax_ratio=0.0875, tax_name="Sales tax"), TODAY)
        self.assertAlmostEqual(more.options[0].net, plain.net * 1.25, delta=0.02)
        self.assertAlmostEqual(more.options[0].total, more.options[0].net * 1.0875, delta=0.01)
        self.assertEqual(more.tax_says, "Sales tax 8.75%")
        whole = offer(dataclasses.replace(job(2), offer=QuoteTerms(round_to=50)), TODAY).options[0]
        for line in whole.lines:
            self.assertEqual(line.price % 50, 0)
        self.assertGreaterEqual(whole.net, offer(job(2), TODAY).options[0].net)

    def test_payments_come_to_the_whole_to_the_cent(self) -> None:
        for shares in ((), (0.3,), (0.3, 0.4), (1 / 3, 1 / 3, 1 / 3), (1.0,)):
            payments = tuple(Payment(when=f"p{k}", share_ratio=share) for k, share in enumerate(shares))
            priced = offer(job(1, payments=payments), TODAY).options[0]
            self.assertAlmostEqual(math.fsum(price for _, price in priced.payments), priced.total, places=2)
        with self.assertRaises(InvalidInputError):
            offer(job(1, payments=(Payment(when="a", share_ratio=0.7), Payment(when="b", share_ratio=0.7))), TODAY)

    def test_options_stand_side_by_side(self) -> None:
        options = (OfferOption(name="One"), OfferOption(name="Only the first", structures=("f0",)))
        both, first = offer(job(2, options=options), TODAY).options
        self.assertEqual([line.structure for line in first.lines], ["f0"])
        self.assertLess(first.total, both.total)
        with self.assertRaises(InvalidInputError) as caught:
            offer(job(2, options=(OfferOption(name="x", structures=("nowhere",)),)), TODAY)
        self.assertEqual(caught.exception.field, "offer/options/0/structures")

    def test_least_charge_and_what_is_left_out(self) -> None:
        found = offer(job(1, EstimateRates(least_charge=50_000.0, stumps_count=2, stump_price=30.0)), TODAY)
        self.assertEqual(found.options[0].net, 50_000.0)
        self.assertIn("Old stumps out", [line.says for line in found.options[0].lines])
        self.assertTrue(any("spoil" in text for text in found.excluded))

    def test_old_prices_say_so(self) -> None:
        self.assertIn("sample list", offer(job(1), TODAY).stale[0])
        own = PurchasingSettings(prices=(OwnPrice(item="concrete 80 lb", price=6.0),), priced_on="2026-09-01")
        self.assertIn("87 days ago", offer(dataclasses.replace(job(1), yard=own), TODAY).stale[0])
        fresh = dataclasses.replace(own, priced_on="2026-11-20")
        self.assertEqual(offer(dataclasses.replace(job(1), yard=fresh), TODAY).stale, ())


class ChangeOrderTest(unittest.TestCase):
    def test_words_pieces_hours_and_money(self) -> None:
        was = job(2)
        taller = dataclasses.replace(
            was.structures[0], spec=dataclasses.replace(was.structures[0].spec, height_m=1.2192)
        )
        now = dataclasses.replace(was, structures=(taller,))
        order = change_order(was, now, TODAY)
        self.assertIn("Fence 0: Fence 4 ft high instead of 6 ft", order.words)
        self.assertIn("Fence 1 is not built", order.words)
        self.assertAlmostEqual(order.price_was, offer(was, TODAY).options[0].total)
        self.assertAlmostEqual(order.price_now, offer(now, TODAY).options[0].total)
        self.assertLess(order.hours_now, order.hours_was)
        boards = [change for change in order.pieces if change.says.startswith("board,")]
        listed = [row for row in job_list(was).pieces if row.role == "board"]
        self.assertEqual(sum(change.was for change in boards), sum(row.count for row in listed))

    def test_alike_is_nothing(self) -> None:
        self.assertTrue(change_order(job(2), job(2), TODAY).nothing)


class PriceBookTest(unittest.TestCase):
    def test_prices_as_people_type_them(self) -> None:
        """The page reads prices by a twin of this; both are held to the same cases."""
        for text, value in PRICES["read"]:
            self.assertAlmostEqual(parse_price(text), value, msg=text)
        for text in (*PRICES["refused"], "200000"):
            with self.assertRaises(InvalidInputError, msg=text):
                parse_price(text)

    def test_rows_come_in_and_bad_ones_are_told(self) -> None:
        rows = [
            ["item", "length", "price", "supplier", "on"],
            ["concrete 80 lb", "", "$6.40", "Mill Lane yard", "2026-11-20"],
            ["post 6x6 pine", "8 ft", "31,20", "", ""],
            ["post 6x6 pine", "", "30"],
            ["concrete 80 lb", "8 ft", "6"],
            ["moon dust", "", "6"],
            ["concrete 80 lb", "", "6", "", "soon"],
            [],
            ["concrete 80 lb", "", "6.50", "Mill Lane yard", "2026-11-25"],
        ]
        found = read_prices(rows)
        self.assertEqual(
            [(row.item, row.price) for row in found.prices], [("concrete 80 lb", 6.5), ("post 6x6 pine", 31.2)]
        )
        self.assertAlmostEqual(found.prices[1].length_m or 0, 8 * 0.3048)
        self.assertEqual([problem.row for problem in found.problems], [4, 5, 6, 7])

    def test_a_book_goes_round_exactly(self) -> None:
        for metric in (False, True):
            whole = every_item(metric)
            self.assertGreater(len(whole), 20)
            back = read_prices([[str(cell) for cell in row] for row in book_rows(whole)])
            self.assertEqual(back.problems, ())
            pairs = zip(whole, back.prices, strict=True)
            for one, other in pairs:
                self.assertEqual((one.item, one.price, one.supplier), (other.item, other.price, other.supplier))
                self.assertAlmostEqual(one.length_m or 0, other.length_m or 0, places=4)

    def test_the_cheapest_supplier_prices_the_job(self) -> None:
        book = [
            BookPrice(item="concrete 80 lb", price=9.0, supplier="a", on="2026-11-02"),
            BookPrice(item="concrete 80 lb", price=7.0, supplier="b", on="2026-11-05"),
        ]
        one = job(1)
        yard = priced_by(one.yard, book, TODAY)
        self.assertEqual((yard.prices[0].price, yard.priced_on), (7.0, "2026-11-05"))
        plan = plan_structure(one, "f0")
        bought = bill(plan, yard, plan_cuts(plan, yard))
        line = next(row for row in bought.lines if row.unit == "bags")
        self.assertAlmostEqual(line.total, line.count * 7.0)
