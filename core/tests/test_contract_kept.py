"""What is delivered changes nothing that the client pays; change orders at the terms agreed; an accepted option drives the job."""

import unittest
from dataclasses import replace
from datetime import date
from decimal import ROUND_HALF_UP, Decimal

from steady.catalog.purchasing import OwnPrice, PurchasingSettings
from steady.ground.site import Site
from steady.jobs.change_order import change_order
from steady.jobs.client_quote import offer
from steady.jobs.document import Agreed, JobDocument, Structure
from steady.jobs.estimate import EstimateRates
from steady.jobs.job_schedule import calendar
from steady.jobs.job_takeoff import job_list
from steady.jobs.quote_terms import OfferOption, QuoteTerms
from steady.jobs.received_deliveries import ReceivedItem
from steady.jobs.states import states, warnings
from steady.structures.fence.spec.fence import FenceSpec, GateOpening, LookApproved, Straight
from steady.takeoff.message import merchant_message
from steady.units.units import FT, MPH

TODAY = date(2026, 11, 27)
CALM = Site(soil="sand", exposure="B", wind_speed_m_per_s=90 * MPH, frost_m=0.5)
STORM = replace(CALM, exposure="D", wind_speed_m_per_s=200 * MPH)


def job(site: Site = CALM, **changes: object) -> JobDocument:
    """Two fences of 6x6 posts; in a storm their boards fail."""
    fences = tuple(
        Structure(
            name=f"Fence {k}",
            spec=FenceSpec(
                id=f"f{k}",
                straights=(Straight(id="a", length_m=(40 + 20 * k) * FT),),
                openings=(GateOpening(id="g", at_m=10 * FT, clear_m=4 * FT, what="walk gate"),) if not k else (),
                height_m=4 * FT,
                bay_by_strength=False,
            ),
        )
        for k in range(2)
    )
    return replace(JobDocument(name="Kept", site=site, structures=fences, offer=QuoteTerms(round_to=0.01)), **changes)  # type: ignore[arg-type]


class DeliveriesTest(unittest.TestCase):
    def test_what_has_come_lowers_no_price(self) -> None:
        """Everything on the list delivered: the client pays what the client paid."""
        one = job()
        lines = job_list(one).bill.lines
        came = tuple(
            ReceivedItem(id=f"c{k}", item=line.item, length_m=line.length_m, asked=line.count, good=line.count)
            for k, line in enumerate(lines)
            if line.count >= 1 and (line.length_m is None or line.length_m <= 100)
        )
        here = replace(one, came=came)
        self.assertLess(job_list(here).bill.total, 0.5 * job_list(one).bill.total)
        self.assertEqual(offer(here, TODAY).options, offer(one, TODAY).options)
        self.assertTrue(change_order(one, here, TODAY).nothing)


class TermsTest(unittest.TestCase):
    def test_a_change_is_priced_at_what_was_agreed(self) -> None:
        """From 18 to 30 % on today, and dearer concrete: nothing that is built changes, so nothing is owed."""
        was = job(offer=QuoteTerms(round_to=0.01, margin_ratio=0.18))
        dearer = PurchasingSettings(prices=(OwnPrice(item="concrete 80 lb", price=60.0),), priced_on="2026-11-01")
        now = replace(was, offer=replace(was.offer, margin_ratio=0.3), yard=dearer)
        was = replace(was, yard=replace(dearer, prices=(OwnPrice(item="concrete 80 lb", price=6.0),)))
        self.assertGreater(offer(now, TODAY).options[0].total, 1.05 * offer(was, TODAY).options[0].total)
        self.assertTrue(change_order(was, now, TODAY).nothing)

    def test_only_what_was_accepted_is_in_it(self) -> None:
        was = job()
        shorter = replace(was.structures[1], spec=replace(was.structures[1].spec, height_m=3 * FT))
        now = replace(was, structures=(was.structures[0], shorter))
        order = change_order(was, now, TODAY, structures=("f0",))
        self.assertTrue(order.nothing, order.words)
        self.assertEqual(len(change_order(was, now, TODAY).words), 1)

    def test_it_is_written_in_words(self) -> None:
        """A gate that is wider, a look that was approved, a gate added: nothing of the program's own."""
        was = job()
        spec = was.structures[0].spec
        wider = replace(
            spec,
            look=LookApproved(by="R. Hale", on="2026-11-20", of="x"),
            openings=(replace(spec.openings[0], clear_m=5 * FT), GateOpening(id="h", at_m=30 * FT, clear_m=4 * FT)),
        )
        words = change_order(
            was, replace(was, structures=(replace(was.structures[0], spec=wider), was.structures[1])), TODAY
        ).words
        self.assertIn("Fence 0: Walk gate 5 ft wide instead of 4 ft", words)
        self.assertTrue(any("is added" in text for text in words), words)
        for text in words:
            self.assertNotRegex(text, r"1 becomes 1|\w+\(|LookApproved|_m\b")


class AcceptedOptionTest(unittest.TestCase):
    def test_it_drives_list_days_and_states(self) -> None:
        whole = job(offer=QuoteTerms(options=(OfferOption(name="Both"), OfferOption(name="One", structures=("f0",)))))
        agreed = replace(whole, agreed=Agreed(quote=1, option="One", left_out=("f1",)))
        self.assertEqual([share.id for share in job_list(agreed).shares], ["f0"])
        self.assertEqual({row.structure for row in calendar(agreed, TODAY).tasks}, {"f0"})
        self.assertEqual([one.left_out for one in states(agreed)], [False, True])
        # Asked for by name it is still there: another quote may be made of it.
        self.assertEqual([share.id for share in job_list(agreed, ("f1",)).shares], ["f1"])
        self.assertEqual(len(offer(agreed, TODAY).options), 2)


class NothingWithoutAWordTest(unittest.TestCase):
    def test_a_structure_that_fails_is_said_wherever_it_is_sold_ordered_or_scheduled(self) -> None:
        bad = job(STORM)
        said = warnings(bad)
        self.assertEqual(len(said), 2)
        self.assertTrue(all("Fails" in text for text in said), said)
        self.assertEqual(offer(bad, TODAY).warnings, said)
        found = job_list(bad)
        self.assertEqual(found.orders, ())
        self.assertTrue(all(share.held and share.state == "fail" for share in found.shares))
        self.assertNotEqual(merchant_message(found.bill, "x", ""), "")  # what would have been sent
        rows = calendar(bad, TODAY)
        self.assertEqual(rows.warnings, said)
        self.assertTrue(all(row.stops for row in rows.tasks if row.structure))

    def test_one_that_cannot_be_planned_is_said_too(self) -> None:
        whole = job()
        broken = replace(whole.structures[0].spec, post="no such post")
        [first, second] = states(
            replace(whole, structures=(replace(whole.structures[0], spec=broken), whole.structures[1]))
        )
        self.assertEqual(first.key, "conflict")
        self.assertTrue(first.wrong and first.warning)
        self.assertEqual(second.warning, "" if second.key == "pass" else second.warning)

    def test_tax_is_rounded_half_up(self) -> None:
        for net, ratio, cents in (
            (150.0, 0.0501, 752),
            (1030.0, 0.00725, 747),
            (2675.0, 0.0002, 54),
            (50.0, 0.0005, 3),
        ):
            terms = QuoteTerms(tax_ratio=ratio)
            made = offer(replace(job(), offer=terms, quote=EstimateRates(least_charge=1e5 + net)), TODAY).options[0]
            self.assertEqual(made.net, 1e5 + net)
            whole = (Decimal(10**5) + Decimal(str(net))) * Decimal(str(ratio))
            self.assertEqual(Decimal(str(made.tax)), whole.quantize(Decimal("0.01"), ROUND_HALF_UP), cents)

    def test_tax_on_materials_or_on_labour_comes_to_tax_on_all(self) -> None:
        parts = {}
        for taxed in ("all", "materials", "labour"):
            terms = QuoteTerms(tax_ratio=0.1, tax_on=taxed)
            parts[taxed] = offer(replace(job(), offer=terms), TODAY).options[0]
        self.assertEqual(len({one.net for one in parts.values()}), 1)
        self.assertAlmostEqual(parts["materials"].tax + parts["labour"].tax, parts["all"].tax, delta=0.011)
        self.assertTrue(0 < parts["materials"].tax < parts["all"].tax)
