"""When what stands is looked after again: by hand from what was found, and as soon as the crew's own faults came."""

import unittest
from datetime import date

from steady.jobs.maintenance import (
    UpkeepLook,
    fault_months,
    learned_months,
    reminders_from,
    upkeep,
    upkeep_states,
)

from tests.make import fence, planned

DONE = date(2026, 3, 31)


class UpkeepCycleTest(unittest.TestCase):
    ITEMS = upkeep([planned(fence(40))], DONE)

    def due(self, *looks: tuple[date, str], faults: tuple[float, ...] = ()) -> tuple[date, bool, int]:
        found = [UpkeepLook(key="fixings", on=on, result=result) for on, result in looks]  # type: ignore[arg-type]
        states = upkeep_states(self.ITEMS, DONE, found, faults={"fixings": faults})
        [one] = [state for state in states if state.key == "fixings"]
        return one.due, one.open, one.months_every

    def test_by_hand(self) -> None:
        """Fixings: every 12 months. 31 March and 12 months is 31 March; watched, 6 months after 30 April is 30 October."""
        self.assertEqual(self.due(), (date(2027, 3, 31), False, 12))
        self.assertEqual(self.due((date(2027, 4, 30), "good")), (date(2028, 4, 30), False, 12))
        self.assertEqual(self.due((date(2027, 4, 30), "watch")), (date(2027, 10, 30), False, 12))
        self.assertEqual(self.due((date(2027, 4, 30), "mend")), (date(2027, 4, 30), True, 12))

    def test_a_mend_is_open_until_it_was_found_good(self) -> None:
        mended = ((date(2027, 4, 30), "mend"), (date(2027, 5, 9), "good"))
        self.assertEqual(self.due(*mended), (date(2028, 5, 9), False, 12))
        # The order in which they were typed changes nothing.
        self.assertEqual(self.due(*reversed(mended)), self.due(*mended))

    def test_own_faults_shorten_the_cycle_and_never_lengthen_it(self) -> None:
        self.assertEqual(learned_months((4, 5, 9, 10), 12), 12)
        self.assertEqual(learned_months((9, 5, 4, 10, 11), 12), 5)
        self.assertEqual(learned_months((30, 40, 50, 60, 70), 12), 12)
        self.assertEqual(learned_months((0.2, 0.3, 0.1, 0.1, 0.5), 12), 1)
        self.assertEqual(self.due((date(2027, 4, 30), "good"), faults=(5, 6, 7, 8, 9))[0], date(2027, 10, 30))

    def test_months_to_a_fault_are_counted_from_the_look_before(self) -> None:
        looks = [
            UpkeepLook(key="sag", on=date(2026, 9, 30), result="good"),
            UpkeepLook(key="sag", on=date(2027, 3, 31), result="mend"),
        ]
        [months] = fault_months(DONE, looks)
        self.assertAlmostEqual(months, 182 / 30.4375)

    def test_worse_is_never_due_later(self) -> None:
        day = date(2027, 8, 31)
        dues = [self.due((day, result))[0] for result in ("good", "watch", "mend")]
        self.assertEqual(dues, sorted(dues, reverse=True))

    def test_reminders_begin_where_things_stand(self) -> None:
        states = upkeep_states(
            self.ITEMS, DONE, [UpkeepLook(key="fixings", on=date(2027, 8, 31), result="watch")], faults={}
        )
        [fixings] = [item for item in reminders_from(states, self.ITEMS, date(2031, 1, 1)) if item.key == "fixings"]
        self.assertEqual(fixings.due[:3], (date(2028, 2, 29), date(2029, 2, 28), date(2030, 2, 28)))
