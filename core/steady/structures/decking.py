"""Deck boards between joists: by the school's table, by their wood under one person, or by what they are sold for."""

from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.data.loader import table
from steady.design_codes.bending_members import BendingDemand, check_member
from steady.design_codes.results import Action
from steady.errors import OutOfScopeError
from steady.structures.check_collector import CheckCollector
from steady.structures.made_boards import MadeBoards, check_made_boards, is_made
from steady.structures.wood import outdoors
from steady.units.units import IN
from steady.value_objects import value_object

PERSON_N = 1000.0
"""A person on one board, where the school has no point load of its own [our own]."""
REACHES_M = ((0.019, 0.3), (0.025, 0.4064), (0.032, 0.45), (0.038, 0.6096))
"""Board thickness and the joist spacing it is sold for, where neither table nor strength speaks [common practice]."""


@value_object
class Flooring:
    """Boards over joists: their stick, the joists' spacing and thickness (m), the floor's own weight (Pa)."""

    board: SectionItem
    spacing_m: float
    joist_m: float
    dead_pa: float
    wet: bool = True


def check_boards(collector: CheckCollector, about: str, floor: Flooring) -> None:
    """Boards between the joists' middles; of those that are not wood their maker's figure is asked for."""
    if is_made(floor.board):
        check_made_boards(collector, about, floor.board, made=MadeBoards(), spacing_m=floor.spacing_m)
        return
    if collector.book.key == "us":
        _by_table(collector, about, floor)
        return
    board, book = floor.board, collector.book
    point_n = book.deck_point_n[0] or PERSON_N
    span_m = floor.spacing_m - floor.joist_m
    dead = floor.dead_pa * board.width_m
    try:
        checks = check_member(
            book,
            replace(outdoors(board, flat=True), wet=floor.wet),
            BendingDemand(
                span_m=span_m,
                dead=Action(
                    moment_n_m=dead * span_m**2 / 8, shear_n=dead * span_m / 2, sag_n_m3=5 * dead * span_m**4 / 384
                ),
                live=Action(moment_n_m=point_n * span_m / 4, shear_n=point_n, sag_n_m3=point_n * span_m**3 / 48),
            ),
            about=about,
        )
    except (OutOfScopeError, ValueError):
        _by_thickness(collector, about, floor)
        return
    strong = tuple(item for item in checks if item.kind == "bending")
    collector.members("deck_board", about, strong, where="one person on one board")


def _by_thickness(collector: CheckCollector, about: str, floor: Flooring) -> None:
    thick_m = floor.board.thickness_m
    reach_m = max((reach for thick, reach in REACHES_M if thick <= thick_m + 1e-6), default=0.0)
    limit = collector.length_step(
        "s_max",
        max(reach_m, 1e-3),
        f"boards of {thick_m * 1000:.0f} mm",
        source="practice: what boards are sold for; low",
    )
    spacing = collector.length_step("s", floor.spacing_m, "between joists, centre to centre")
    collector.at_most("deck_board.allowable_span", about, spacing, limit=limit, working=(), case="by their thickness")


def _by_table(collector: CheckCollector, about: str, floor: Flooring) -> None:
    """The residential code's table: 5/4 boards and 2× boards over joists, laid straight."""
    kind = "5/4" if floor.board.thickness_m < 1.2 * IN else "2x"
    rows = {row.text["key"]: row for row in table("us_decking_table")}
    if floor.board.thickness_m < 0.95 * IN:
        collector.gap(
            "deck_board.allowable_span",
            about,
            OutOfScopeError("the table is for 5/4 and 2× boards", "boards of 1 in or more, or what their maker says"),
        )
        return
    row = rows[f"{kind} straight"]
    limit = collector.length_step(
        "s_max", row.number("joists_m"), f"{kind} boards laid straight, row {row.text['key']}", source=row.source
    )
    spacing = collector.length_step("s", floor.spacing_m, "between joists, centre to centre")
    # A printed spacing is met exactly by everyone who builds to it.
    collector.at_most(
        "deck_board.allowable_span", about, spacing, limit=limit, working=(), case=f"{kind} boards", fitted=True
    )
