"""Load combinations of the four schools, each beside its code's own table written out by hand.

ASCE 7-16 2.4.1 (allowable stress), NBC 2015 Table 4.1.3.2.-A, EN 1990 6.10 and 6.10a/b with the UK annex's ψ0 (A and snow
on low ground 0.7 and 0.5, wind 0.5; roofs H 0.7), AS/NZS 1170.0 4.2.2. All from memory, high.
"""

import unittest
from collections.abc import Iterable

from steady.design_codes.ca import loads as ca
from steady.design_codes.nz import loads as nz
from steady.design_codes.results import Combination
from steady.design_codes.uk import loads as uk
from steady.design_codes.us import loads as us
from steady.errors import InvalidInputError, OutOfScopeError

Row = tuple[float, float, float, float]


def rows(found: Iterable[Combination]) -> set[Row]:
    """(dead, live, snow, wind) of each."""
    return {tuple(round(n, 6) for n in (one.dead, one.live, one.snow, one.wind)) for one in found}  # type: ignore[misc]


class TablesTest(unittest.TestCase):
    def test_us_allowable_stress(self) -> None:
        table = {(1, 0, 0, 0), (1, 1, 0, 0), (1, 0, 1, 0), (1, 0.75, 0.75, 0), (1, 0, 0, 0.6), (1, 0.75, 0.75, 0.45)}
        self.assertEqual(table, rows(us.combinations()))

    def test_us_snow_of_the_later_edition_is_at_strength_level(self) -> None:
        table = {
            (1, 0, 0, 0),
            (1, 1, 0, 0),
            (1, 0, 0.7, 0),
            (1, 0.75, 0.525, 0),
            (1, 0, 0, 0.6),
            (1, 0.75, 0.525, 0.45),
        }
        self.assertEqual(table, rows(us.combinations("ASCE 7-22")))

    def test_canada_principal_and_companion(self) -> None:
        table = {
            (1.4, 0, 0, 0),
            *((1.25, 1.5, *more) for more in ((0, 0), (1.0, 0), (0, 0.4))),
            *((1.25, live, 1.5, wind) for live, wind in ((0, 0), (1.0, 0), (0, 0.4))),
            *((1.25, live, snow, 1.4) for live, snow in ((0, 0), (0.5, 0), (0, 0.5))),
        }
        self.assertEqual(table, rows(ca.combinations()))

    def test_new_zealand_floor_and_roof(self) -> None:
        for use, psi in (("domestic floor", 0.4), ("roof", 0.0)):
            table = {(1.35, 0, 0, 0), (1.2, 1.5, 0, 0), (1.2, psi, 0, 1), (1.2, psi, 1, 0)}
            self.assertEqual(table, rows(nz.combinations(use)), use)

    def test_uk_each_variable_load_leads_in_turn(self) -> None:
        table = {(1.35, 0, 0, 0), (1.35, 1.5, 0, 0), (1.35, 0, 1.5, 0), (1.35, 0, 0, 1.5)}
        table |= {(1.35, 1.5, 0.75, 0), (1.35, 1.05, 1.5, 0), (1.35, 1.5, 0, 0.75), (1.35, 1.05, 0, 1.5)}
        table |= {(1.35, 0, 1.5, 0.75), (1.35, 0, 0.75, 1.5)}
        table |= {(1.35, 1.5, 0.75, 0.75), (1.35, 1.05, 1.5, 0.75), (1.35, 1.05, 0.75, 1.5)}
        self.assertEqual(table, rows(uk.combinations("A", "")))
        # By 6.10a all are companions, by 6.10b the dead load is taken at 0.925 of 1.35.
        pairs = rows(uk.combinations("A", "6.10a/b"))
        self.assertIn((1.35, 1.05, 0.75, 0.75), pairs)
        self.assertIn((1.24875, 1.5, 0.75, 0), pairs)

    def test_the_shortest_load_gives_the_duration(self) -> None:
        order = {"permanent": 0, "floor": 1, "snow": 2, "wind": 3}
        for found in (us.combinations(), ca.combinations(), nz.combinations("roof"), uk.combinations("A", "")):
            for one in found:
                there = [kind for kind, n in (("floor", one.live), ("snow", one.snow), ("wind", one.wind)) if n]
                # New Zealand's roof has ψ 0: live is not there although the name has it.
                self.assertEqual(max(there, key=order.__getitem__, default="permanent"), one.load, one.name)

    def test_another_edition_is_refused(self) -> None:
        with self.assertRaises(OutOfScopeError):
            us.combinations("ASCE 7-98")
        with self.assertRaises(OutOfScopeError):
            ca.combinations("NBC 1970")
        with self.assertRaises(InvalidInputError):
            uk.combinations("A", "6.11")
