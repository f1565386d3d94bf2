"""Exact money and labour: nothing is lost, nothing falls that must not, and words never show a name of a field."""

import math
import random
import unittest
from datetime import date, datetime, timedelta
from decimal import Decimal
from fractions import Fraction

from steady.data.loader import keyed, table
from steady.errors import InvalidInputError, OutOfScopeError
from steady.estimating.change_words import change_words
from steady.estimating.contracts import Change, ChangeSide, ChangeTerms, contract_sum, invoice_due, priced_change
from steady.estimating.labour import HoleSize, Working, days, dig_hole_h, learned_rate, lift
from steady.estimating.ledgers import contract_net
from steady.estimating.money import allocate, rounded, rounded_up
from steady.estimating.orders import ItemCounts, TruckLine, still, truck
from steady.estimating.payments import DepositLimit, PaymentStep, open_amount, split
from steady.estimating.prices import Costs, Earning, Terms, build, client_lines
from steady.estimating.taxes import Bases, ca_taxes, inside, us_taxes
from steady.schedule.bookings import Booking, clashes, dig_days
from steady.units.client_lengths import client_length

CENT = Decimal("0.01")


def money(rng: random.Random, most: int = 3_000_000) -> Decimal:
    return Decimal(rng.randint(0, most)) / 100


class MoneyTest(unittest.TestCase):
    def test_rounding_is_half_up_by_fractions(self) -> None:
        rng = random.Random(1)
        for _ in range(2000):
            amount = Decimal(rng.randint(-10_000_000, 10_000_000)) / 1000
            exact = Fraction(amount) * 100
            up = math.floor(abs(exact) + Fraction(1, 2))
            self.assertEqual(Fraction(rounded(amount)) * 100, up if amount >= 0 else -up)
        # 1195.525 is a float's 1195.52: half up it is 1195.53.
        self.assertEqual(rounded(Decimal("1195.525")), Decimal("1195.53"))

    def test_nothing_is_lost_in_dividing(self) -> None:
        rng = random.Random(2)
        for _ in range(1000):
            weights = [money(rng) for _ in range(rng.randint(1, 8))]
            if not sum(weights):
                continue
            total = rounded(money(rng) * rng.choice((1, -1)))
            parts = allocate(total, weights)
            self.assertEqual(sum(parts), total)
            for part, weight in zip(parts, weights, strict=True):
                exact = Fraction(total) * Fraction(weight) / Fraction(sum(weights))
                self.assertLess(abs(Fraction(part) - exact), Fraction(1, 100))
        with self.assertRaises(InvalidInputError):
            allocate(Decimal("10.00"), [Decimal(0), Decimal(0)])

    def test_steps_of_payment_make_the_total(self) -> None:
        rng = random.Random(3)
        for _ in range(1000):
            total = CENT + money(rng)
            shares = [Decimal(rng.randint(1, 30)) for _ in range(rng.randint(1, 3))]
            steps = [PaymentStep(when="x", percent=share) for share in shares] + [PaymentStep(when="done")]
            try:
                self.assertEqual(sum(split(total, steps)), total)
            except InvalidInputError:
                self.assertLess(total, 10)
        # 50 + 50 per cent of 100.03 come to no cent too much.
        halves = [PaymentStep(when="a", percent=Decimal(50)), PaymentStep(when="b", percent=Decimal(50))]
        self.assertEqual(split(Decimal("100.03"), halves, CENT), [Decimal("50.02"), Decimal("50.01")])

    def test_a_deposit_is_rounded_down_where_half_up_would_pass_the_most(self) -> None:
        steps = [PaymentStep(when="a", percent=Decimal(10)), PaymentStep(when="b")]
        limit = DepositLimit(ratio=Decimal("0.10"))
        self.assertEqual(split(Decimal("1006.00"), steps, Decimal(1), deposit=limit)[0], Decimal(100))
        with self.assertRaises(InvalidInputError):
            split(Decimal("1006.00"), [PaymentStep(when="a", percent=Decimal(11)), steps[1]], Decimal(1), deposit=limit)

    def test_open_and_overpaid_are_never_both(self) -> None:
        rng = random.Random(4)
        for _ in range(300):
            invoices, credits_, paid = ([money(rng) for _ in range(3)] for _ in range(3))
            left, over = open_amount(invoices, credits_, paid)
            self.assertEqual(left - over, sum(invoices) - sum(credits_) - sum(paid))
            self.assertTrue(left >= 0 and over >= 0 and 0 in (left, over))


class PriceTest(unittest.TestCase):
    def terms(self, **changes: Decimal) -> Terms:
        base = {"wage": Decimal(31), "burden": Decimal("0.28"), "overhead": Decimal("0.14")}
        return Terms(earning=Earning(margin=Decimal("0.18")), **{**base, **changes})

    def test_the_price_earns_its_margin_and_less_than_a_step_more(self) -> None:
        rng = random.Random(5)
        for _ in range(500):
            step = rng.choice((CENT, Decimal(1), Decimal(5)))
            found = build(
                Costs(materials=CENT + money(rng)), Decimal(rng.randint(0, 900)) / 10, self.terms(), step=step
            )
            self.assertEqual(found.price % step, 0)
            off = (1 - Decimal("0.18")) * found.price - found.cost
            self.assertTrue(Decimal("-0.005") <= off < step, off)

    def test_no_price_falls_when_a_cost_rises(self) -> None:
        rng = random.Random(6)
        for _ in range(300):
            materials, hours = CENT + money(rng), Decimal(rng.randint(0, 400)) / 4
            price = build(Costs(materials=materials), hours, self.terms()).price
            self.assertGreaterEqual(build(Costs(materials=materials + CENT), hours, self.terms()).price, price)
            self.assertGreaterEqual(build(Costs(materials=materials), hours + 1, self.terms()).price, price)
            more = self.terms(contingency=Decimal("0.03"))
            self.assertGreaterEqual(build(Costs(materials=materials), hours, more).price, price)

    def test_a_margin_is_its_markup(self) -> None:
        for margin in ("0.10", "0.18", "0.25", "0.5"):
            m = Decimal(margin)
            by_margin = Earning(margin=m).price(Decimal(1000))
            by_markup = Earning(markup=m / (1 - m)).price(Decimal(1000))
            self.assertEqual(rounded(by_margin), rounded(by_markup))
        with self.assertRaises(InvalidInputError):
            Earning(margin=Decimal(1)).price(Decimal(10))
        with self.assertRaises(InvalidInputError):
            Earning().price(Decimal(10))

    def test_client_lines_make_the_price(self) -> None:
        rng = random.Random(7)
        for _ in range(200):
            direct = [CENT + money(rng) for _ in range(rng.randint(1, 5))]
            hidden = money(rng)
            lines = client_lines(direct, hidden, Earning(margin=Decimal("0.2")))
            self.assertEqual(sum(lines), rounded_up((sum(direct, Decimal(0)) + hidden) / Decimal("0.8"), Decimal(1)))

    def test_taxes_are_once_and_never_guessed(self) -> None:
        bases = Bases(material=Decimal("5000.00"), labour=Decimal("2345.65"))
        federal, provincial = ca_taxes(bases, "QC")
        self.assertEqual((federal.amount, provincial.amount), (Decimal("367.28"), Decimal("732.73")))
        for on in ("", "all of it"):
            with self.assertRaises(InvalidInputError):
                us_taxes(bases, Decimal("0.07"), on)
        with self.assertRaises(InvalidInputError):
            ca_taxes(bases, "BC")
        net, tax = inside(Decimal("13179.00"), Decimal("0.15"))
        self.assertEqual(net + tax, Decimal("13179.00"))


class ContractTest(unittest.TestCase):
    def test_only_what_was_accepted_counts(self) -> None:
        changes = [
            Change(total=Decimal(n), state=state) for n, state in ((7, "accepted"), (11, "sent"), (13, "declined"))
        ]
        self.assertEqual(contract_sum(Decimal(100), changes), 107)
        self.assertEqual(invoice_due([Decimal(40), Decimal(60)], 1, changes, changes_at_end=True), 40)
        self.assertEqual(invoice_due([Decimal(40), Decimal(60)], 2, changes, invoiced_before=Decimal(47)), 60)

    def test_a_contract_without_its_tax_by_hand(self) -> None:
        """1,000 and a change that says what it is without tax, 500, and one that does not: 108 / 1.08 = 100."""
        changes = [
            Change(total=Decimal(540), state="accepted", net=Decimal(500)),
            Change(total=Decimal(108), state="accepted"),
            Change(total=Decimal(999), state="sent", net=Decimal(900)),
        ]
        self.assertEqual(contract_net(Decimal(1000), changes, Decimal("0.08")), 1600)

    def test_a_change_and_its_reverse_cancel_and_an_error_costs_the_crew(self) -> None:
        terms = Terms(earning=Earning(margin=Decimal("0.18")), wage=Decimal(31), overhead=Decimal("0.14"))
        asked, rng = ChangeTerms(terms=terms), random.Random(8)
        for _ in range(100):
            one = ChangeSide(materials=money(rng), hours=Decimal(rng.randint(0, 99)) / 4)
            two = ChangeSide(materials=money(rng), hours=Decimal(rng.randint(0, 99)) / 4)
            there, back = priced_change("client", one, two, asked=asked), priced_change("client", two, one, asked=asked)
            self.assertEqual(there.price + back.price, 0)
            ours = priced_change("crew", ChangeSide(materials=CENT + one.materials), ChangeSide(), asked=asked)
            self.assertEqual(ours.price, 0)
            self.assertGreater(ours.cost, 0)

    def test_nothing_is_ordered_that_is_over(self) -> None:
        rng = random.Random(9)
        for _ in range(500):
            ordered = rng.randint(0, 60)
            good = rng.randint(0, ordered)
            stock = ItemCounts(
                needed=rng.randint(0, 80),
                rack=rng.randint(0, 20),
                ordered=ordered,
                good=good,
                cancelled=rng.randint(0, ordered - good),
                broken=rng.randint(0, 5),
                returned=rng.randint(0, 5),
            )
            found = still(stock)
            self.assertEqual(found.to_order * found.surplus, 0)
            self.assertEqual(found.open, stock.ordered - stock.good - stock.cancelled)

    def test_every_piece_is_in_a_trip_and_no_trip_is_over(self) -> None:
        load = truck([TruckLine(count=7, mass_kg=60, length_m=3), TruckLine(count=3, mass_kg=40, length_m=4)], 100)
        # By hand: seven of 60 alone, each with one of 40 beside it while they last.
        self.assertEqual((load.trips, load.mass_kg, load.longest_m), (7, 540, 4))
        with self.assertRaises(OutOfScopeError):
            truck([TruckLine(count=1, mass_kg=120, length_m=3)], 100)


class LabourTest(unittest.TestCase):
    def test_deeper_wider_harder_takes_longer(self) -> None:
        for tool in keyed("digging_tools"):
            for soil in ("sand", "loam", "clay"):
                hours = [
                    dig_hole_h(HoleSize(width_m=0.25, depth_m=depth), soil, tool) for depth in (0.3, 0.6, 0.9, 1.2)
                ]
                self.assertEqual(hours, sorted(hours))
        with self.assertRaises(OutOfScopeError):
            dig_hole_h(HoleSize(width_m=0.3, depth_m=0.9), "rock", "by hand")

    def test_bands_by_integration(self) -> None:
        """Depth times factor, summed by millimetres."""
        factors = ((0.9, 1.0), (1.2, 1.4), (1.5, 2.0))
        for depth in (0.5, 1.0, 1.35, 1.5):
            slices = (k / 1000 + 0.0005 for k in range(round(depth * 1000)))
            weighted = sum(0.001 * next(f for below, f in factors if z < below) for z in slices)
            by_hand = 6 / 60 + math.pi / 4 * 0.3**2 * weighted * 9
            self.assertAlmostEqual(
                dig_hole_h(HoleSize(width_m=0.3, depth_m=depth), "clay", "by hand"), by_hand, places=6
            )

    def test_days_hold_the_work(self) -> None:
        working = Working(crew_count=3, travel_h=0.5)
        for hours in (1.0, 20.9, 21.0, 21.1, 68.9):
            found = days(hours, working)
            self.assertGreaterEqual(found.days_count * 3 * 7 + 1e-6, hours)
            self.assertLess((found.days_count - 1) * 3 * 7, hours)
        self.assertEqual(lift(53.5, 2.4).people_count, 3)

    def test_a_crew_s_own_rate_lies_between(self) -> None:
        found = learned_rate(0.44, 20, [(13, 7.15, 0)])
        self.assertTrue(0.44 < found.rate_h < 7.15 / 13 and 0 < found.share < 1)
        self.assertEqual(learned_rate(0.44, 20, [(3, 8, 0)]).used_count, 0)


class DigDaysTest(unittest.TestCase):
    def test_full_working_days_lie_between(self) -> None:
        rng = random.Random(10)
        for _ in range(300):
            called = date(2026, 1, 1) + timedelta(days=rng.randint(0, 364))
            lead = rng.randint(0, 5)
            first = dig_days(called, lead).first
            between = [called + timedelta(days=k) for k in range(1, (first - called).days)]
            self.assertEqual(sum(day.weekday() < 5 for day in between), lead)
            self.assertLess(first.weekday(), 5)
        with self.assertRaises(OutOfScopeError):
            dig_days(date(2026, 6, 1), 5, life_days=3)

    def test_clashes_by_every_pair(self) -> None:
        rng, start = random.Random(11), datetime(2026, 6, 1)
        for _ in range(50):
            made = []
            for _ in range(12):
                at = start + timedelta(hours=rng.randint(0, 40))
                end = at + timedelta(hours=rng.randint(1, 8))
                made.append(Booking(who=rng.choice("AB"), start=at, end=end, job=rng.choice("xy")))
            way = {frozenset("xy"): timedelta(minutes=45)}
            wanted = 0
            for k, one in enumerate(made):
                for two in made[k + 1 :]:
                    apart = timedelta(minutes=45) if one.job != two.job else timedelta()
                    wanted += one.who == two.who and one.start < two.end + apart and two.start < one.end + apart
            self.assertEqual(len(clashes(made, way)), wanted)


class WordsTest(unittest.TestCase):
    def test_lengths_read_as_a_client_reads_them(self) -> None:
        told = {
            1.83: "6 ft",
            1.75: "5 ft 9 in",
            0.003175: "1/8 in",
            0.0889: "3 1/2 in",
            0.9017: "2 ft 11 1/2 in",
            0.0: "0 in",
        }
        for length, words in told.items():
            self.assertEqual(client_length(length, "imperial"), words)
        for length, words in {3.6: "3.6 m", 1.754: "1.75 m", 0.09: "90 mm", 0.9144: "910 mm", 1.0: "1 m"}.items():
            self.assertEqual(client_length(length, "metric"), words)

    def test_no_sentence_shows_a_field_or_a_placeholder(self) -> None:
        for row in table("change_words"):
            path = row.text["path"].replace("*", "s1")
            values: tuple[object, object] = {
                "length": (1.0, 1.2),
                "flag": (False, True),
                "count": (2, 3),
                "words": ("out", "in"),
            }[row.text["sort"]]
            for system in ("imperial", "metric"):
                said = change_words(row.text["kind"], path, values, system=system, name="Walk gate")
                for word in ("_", "{", "None", "True", row.text["path"].rsplit("/", 1)[-1] if "_" in path else "{"):
                    self.assertNotIn(word, said)
        with self.assertRaises(OutOfScopeError):
            change_words("fence", "look_approved/of", ("", "e499"), system="metric")
        with self.assertRaises(InvalidInputError):
            change_words("fence", "height_m", (1.8, 1.8), system="metric")


if __name__ == "__main__":
    unittest.main()
