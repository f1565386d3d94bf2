"""The calculation against the printed deck tables: where they agree, and by how much they do not.

Source: IRC 2018 tables R507.6, R507.5, R507.4 and R507.3.1 (recalled from memory, not compared with the printed page).
"""

import unittest

from steady.data.loader import table
from steady.design_codes.registry import rulebook
from steady.design_codes.requests import BeamInput, FloorLoad, JoistInput, PostInput, Wood
from steady.design_codes.us.spans import GROUPS
from steady.units.units import FT, IN, PSF

BOOK = rulebook("us")
FLOOR = FloorLoad(live_pa=40 * PSF, dead_pa=10 * PSF)


def woods(group: str, size: str, plies: int = 1) -> tuple[Wood, ...]:
    width, depth = BOOK.section_m(size)
    return tuple(
        Wood(
            species=species,
            size=size,
            width_m=width,
            depth_m=depth,
            shared=plies == 1,
            plies=plies,
            incised=group == "Douglas group",
        )
        for species, of in GROUPS.items()
        if of == group
    )


class DeckTablesTest(unittest.TestCase):
    def test_every_joist_cell_is_calculated_within_an_inch(self) -> None:
        exact = 0
        for row in table("us_joist_table"):
            found = BOOK.joist_span(
                woods(row.text["group"], row.text["size"]),
                JoistInput(
                    spacing_m=row.number("spacing_m"), floor=FLOOR, table=False, limit_ratio=360, longest_m=18 * FT
                ),
            )
            off = found.span_m / IN - row.number("span_m") / IN
            exact += abs(off) <= 0.5
            self.assertLess(abs(off), 1.01, row.text["key"])
        self.assertGreaterEqual(exact, 35)

    def test_every_cantilever_cell_is_calculated_within_an_inch(self) -> None:
        exact = 0
        for row in table("us_joist_table"):
            group = woods(row.text["group"], row.text["size"])
            back = BOOK.joist_span(
                group,
                JoistInput(
                    spacing_m=row.number("spacing_m"), floor=FLOOR, table=False, limit_ratio=360, longest_m=18 * FT
                ),
            )
            found = BOOK.joist_cantilever(
                group, back_span_m=back.span_m, tip_n=220 * 4.4482216152605, tip_limit_ratio=180
            )
            off = found.span_m / IN - row.number("cantilever_m") / IN
            exact += abs(off) <= 0.5
            self.assertLess(abs(off), 1.6, row.text["key"])
        self.assertGreaterEqual(exact, 28)

    def test_a_strict_beam_stays_under_the_table_by_a_few_per_cent(self) -> None:
        shares = []
        for row in table("us_beam_table"):
            if row.text["group"] != "Southern Pine" or row.number("plies_count") != 2:
                continue
            found = BOOK.beam_span(
                woods("Southern Pine", row.text["size"], 2),
                BeamInput(table=False, joist_span_m=row.number("joist_span_m"), supported_m=None, floor=FLOOR),
            )
            shares.append(found.span_m / row.number("span_m"))
        self.assertEqual(len(shares), 28)
        self.assertLess(max(shares), 1.03)
        self.assertGreater(min(shares), 0.93)

    def test_every_footing_cell_is_the_area_over_the_soil(self) -> None:
        for row in table("us_footing_table"):
            for shape, least in (("square", 12), ("round", 14)):
                pad = BOOK.pad(
                    load_n=50 * PSF * row.number("area_m2"),
                    bearing_pa=row.number("bearing_pa"),
                    round_pad=shape == "round",
                )
                self.assertEqual(
                    max(least, round(pad.width_m / IN)), round(row.number(f"{shape}_m") / IN), row.text["key"]
                )

    def test_every_post_of_the_2021_table_is_an_inch_under_the_formula(self) -> None:
        for row in table("us_post_table"):
            if (
                row.text["group"] != "Southern Pine"
                or row.text["size"] != "4x4"
                or row.number("area_m2") < 40 * FT**2 - 1e-6
            ):
                continue
            width, depth = BOOK.section_m("4x4")
            post = Wood(species="Southern Pine", size="4x4", width_m=width, depth_m=depth)
            found = BOOK.post_height(
                post, PostInput(area_m2=row.number("area_m2"), floor=FLOOR, longest_m=14 * FT, table=False, edition="")
            )
            self.assertAlmostEqual(
                int(found.span_m / IN) - 1, row.number("height_m") / IN, delta=1e-6, msg=row.text["key"]
            )

    def test_the_ledger_lag_is_375_lb(self) -> None:
        for row in table("us_ledger_table"):
            if row.text["fixing"] == "lag screw":
                load = 50 * row.number("joist_span_m") / FT / 2 * row.number("spacing_m") / FT
                self.assertAlmostEqual(load, 375, delta=12)
