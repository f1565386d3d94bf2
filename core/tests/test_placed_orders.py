"""Orders placed against what comes: owed, over and still to order, and never anything ordered twice."""

import random
import unittest
from dataclasses import replace

from steady.jobs.document import JobDocument
from steady.jobs.job_takeoff import JobList, job_list
from steady.jobs.placed_orders import OrderedLine, PlacedOrder
from steady.jobs.received_deliveries import ReceivedItem
from steady.structures.fence.spec.fence import LookApproved
from steady.structures.fence.text.appearance import look_of

from tests.make import fence, job, site


def listed() -> JobDocument:
    spec = fence(40, bay_max_m=1.8, height_m=1.2)
    return job(replace(spec, look=LookApproved(by="them", of=look_of(spec))), site(length_ft=40))


def order(found: JobList, share: float = 1.0) -> PlacedOrder:
    lines = tuple(
        OrderedLine(item=line.item, length_m=line.length_m, count=max(1, round(line.count * share)))
        for one in found.orders
        for line in one.lines
    )
    return PlacedOrder(id="o", on="2026-12-01", lines=lines)


def came(found: JobList, share: float = 1.0, returned: int = 0) -> tuple[ReceivedItem, ...]:
    return tuple(
        ReceivedItem(
            id=f"c{k}",
            item=line.item,
            length_m=line.length_m,
            asked=round(line.count),
            good=round(line.count * share),
            returned=min(returned, round(line.count * share)),
            on="2026-12-05",
        )
        for k, line in enumerate(found.bill.lines)
    )


class PlacedOrdersTest(unittest.TestCase):
    def setUp(self) -> None:
        self.job = listed()
        self.first = job_list(self.job)

    def test_before_anything_is_ordered_all_is_to_order(self) -> None:
        self.assertTrue(self.first.orders)
        for line in self.first.balances:
            self.assertEqual((line.to_order, line.owed, line.surplus), (line.to_buy, 0, 0))

    def test_an_order_is_owed_and_not_ordered_again(self) -> None:
        after = job_list(replace(self.job, placed=(order(self.first),)))
        self.assertEqual(after.orders, ())
        for line in after.balances:
            self.assertEqual((line.owed, line.to_order), (line.ordered, 0))
        # The list itself and its price stay what they were: nothing has come.
        self.assertEqual(after.bill.total, self.first.bill.total)

    def test_a_price_request_and_a_cancelled_order_order_nothing(self) -> None:
        placed = order(self.first)
        for other in (replace(placed, kind="price request"), replace(placed, cancelled="2026-12-02")):
            after = job_list(replace(self.job, placed=(other,)))
            self.assertEqual([one.lines for one in after.orders], [one.lines for one in self.first.orders])

    def test_a_whole_delivery_closes_it(self) -> None:
        after = job_list(replace(self.job, placed=(order(self.first),), came=came(self.first)))
        self.assertEqual(after.orders, ())
        for line in after.balances:
            self.assertEqual((line.owed, line.to_order), (0, 0), line.says)

    def test_a_short_delivery_is_owed_and_what_goes_back_is_ordered_again(self) -> None:
        [bags] = [line for line in self.first.balances if line.item == "concrete 80 lb"]
        short = tuple(replace(one, good=one.good - 1) if one.item == bags.item else one for one in came(self.first))
        after = job_list(replace(self.job, placed=(order(self.first),), came=short))
        [now] = [line for line in after.balances if line.item == bags.item]
        self.assertEqual((now.owed, now.to_order), (1, 0))
        back = tuple(replace(one, returned=1) if one.item == bags.item else one for one in came(self.first))
        after = job_list(replace(self.job, placed=(order(self.first),), came=back))
        [now] = [line for line in after.balances if line.item == bags.item]
        self.assertEqual((now.owed, now.to_order, now.returned), (0, 1, 1))

    def test_nothing_is_both_over_and_to_order(self) -> None:
        dice = random.Random(4)
        for _ in range(25):
            placed = (order(self.first, dice.uniform(0.2, 1.6)),)
            arrived = came(self.first, dice.uniform(0.0, 1.2)) if dice.random() < 0.6 else ()
            for line in job_list(replace(self.job, placed=placed, came=arrived)).balances:
                self.assertFalse(line.surplus and line.to_order, line)
                self.assertGreaterEqual(line.owed, 0)
