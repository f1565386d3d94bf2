"""The checks of a deck's boards: how far they may reach between joists, by the school's table or by their wood."""

from dataclasses import replace

from steady.data.loader import table
from steady.errors import OutsideScope
from steady.measure.units import IN
from steady.plan.model import Step
from steady.rulebooks.answers import Action, Wood
from steady.rulebooks.bent import check_member
from steady.structures.deck.checks.findings import Found, Timber

PERSON_N = 1000.0
"""A person on one board, where the school has no point load of its own [our own]."""
REACHES_M = ((0.019, 0.3), (0.025, 0.4064), (0.032, 0.45), (0.038, 0.6096))
"""Board thickness and the joist spacing it is sold for, where neither table nor strength speaks [common practice]."""


def reckon_boards(found: Found, timber: Timber) -> None:
    """Boards between the joists' middles."""
    spec, book = found.spec, found.book
    about = f"{spec.id}/boards"
    if spec.bridge is not None:
        return
    spacing = found.length_step("s", spec.spacing_m, "between joists, centre to centre")
    if book.key == "us":
        _by_table(found, timber, about, spacing)
        return
    board = timber.board
    wood = Wood(
        species=board.species,
        size=board.size,
        grade=board.grade,
        width_m=board.thickness_m,
        depth_m=board.width_m,
        flat=True,
        wet=spec.wet,
    )
    point_n = book.deck_point_n[0] or PERSON_N
    span_m = spec.spacing_m - timber.joist.thickness_m
    dead = found.load.floor.dead_pa * board.width_m
    try:
        checks = check_member(
            book,
            replace(wood, width_m=board.thickness_m),
            span_m=span_m,
            about=about,
            dead=Action(
                moment_n_m=dead * span_m**2 / 8, shear_n=dead * span_m / 2, sag_n_m3=5 * dead * span_m**4 / 384
            ),
            live=Action(moment_n_m=point_n * span_m / 4, shear_n=point_n, sag_n_m3=point_n * span_m**3 / 48),
        )
    except (OutsideScope, ValueError):
        reach_m = max((reach for thick, reach in REACHES_M if thick <= board.thickness_m + 1e-6), default=0.0)
        limit = found.length_step(
            "s_max",
            max(reach_m, 1e-3),
            f"boards of {board.thickness_m * 1000:.0f} mm",
            "practice: what boards are sold for; low",
        )
        found.at_most("Boards reach between joists", about, spacing, limit, (), "by their thickness")
        return
    strong = tuple(item for item in checks if item.kind == "bending")
    found.members("Boards", about, strong, "one person on one board")


def _by_table(found: Found, timber: Timber, about: str, spacing: Step) -> None:
    """The residential code's table: 5/4 boards and 2× boards over joists, laid straight."""
    kind = "5/4" if timber.board.thickness_m < 1.2 * IN else "2x"
    rows = {row.text["key"]: row for row in table("us_decking_table")}
    if timber.board.thickness_m < 0.95 * IN:
        found.gap(
            "Boards reach between joists",
            about,
            OutsideScope("the table is for 5/4 and 2× boards", "boards of 1 in or more, or what their maker says"),
        )
        return
    row = rows[f"{kind} straight"]
    limit = found.length_step(
        "s_max", row.number("joists_m"), f"{kind} boards laid straight, row {row.text['key']}", row.source
    )
    # A printed spacing is met exactly by everyone who builds to it.
    found.at_most("Boards reach between joists", about, spacing, limit, (), f"{kind} boards", fitted=True)
