"""A closed leaf in the wind: its boards, rails and stiles, its hinges, and its latch or drop rod."""

from typing import Literal

from steady.design_codes.base import Rulebook
from steady.design_codes.results import given_step
from steady.plan.model import Basis, CalculationStep, Check, CheckOrigin, UncheckedItem
from steady.structures.bending_check import CheckContext, check_bends, check_reach
from steady.structures.gate.leaf import Leaf
from steady.structures.wood import outdoors

BY_MAKER = "the maker's number for it and its screws, with a safety factor in it"


Closing = Literal["boards", "wire", "tied mesh"]
"""What closes a leaf: boards on its rails, wire of unknown strength, or mesh that is specified by the wind it must bear."""


def in_wind(
    leaf: Leaf, book: Rulebook, about: str, *, pressure_pa: float, closed: Closing
) -> list[Check | UncheckedItem]:
    """Every part of a closed leaf that the wind's design pressure (Pa, with the school's load factor) goes through."""
    if not pressure_pa > 0:
        return []
    return [
        *_frame(leaf, book, about, pressure_pa=pressure_pa, closed=closed),
        *_hardware(leaf, book, about, pressure_pa=pressure_pa),
    ]


def _frame(
    leaf: Leaf, book: Rulebook, about: str, *, pressure_pa: float, closed: Closing
) -> list[Check | UncheckedItem]:
    """Boards between the rails, rails between the stiles, a stile between its hinges: each with the strip it carries."""
    u, case = book.units, f"leaf {leaf.index + 1}, closed in the wind"
    p, wide, tall = pressure_pa / u.pressure_pa, leaf.between_m / u.span_m, leaf.tall_m / u.span_m
    apart = tall / (1 + leaf.design.cross_rails)
    # Where a rail lies within, boards bring it half of each side; at the top and bottom half of one side and the frame's edge.
    strip = apart if leaf.design.cross_rails else apart / 2 + leaf.stile_m / 2 / u.span_m
    hinges = leaf.hinge_spacing_m / u.span_m / max(1, leaf.hinges - 1)
    found: list[Check | UncheckedItem] = []
    if closed != "boards":
        says = "wind on the mesh, tied to the leaf's frame all round"
        needs = given_step("p", p, u.pressure, source="statics: the wind on its bay", says=says)
        found.append(
            UncheckedItem(
                key="gate_mesh.manufacturer_rating",
                about=about,
                basis=Basis.CALCULATED,
                crew=True,
                reason="what wire bears between a leaf's rails is its maker's to say",
                would_have_to_change="ask its maker",
                needs=needs if closed == "tied mesh" else None,
            )
        )
    else:
        found.append(
            _boards(
                leaf, book, CheckContext("gate_board.bending_wind", about, case), apart=apart, pressure_pa=pressure_pa
            )
        )
    rows = (
        ("gate_rail.bending_wind", strip, wide, "one rail between the stiles"),
        (
            "gate_upright.bending_wind",
            wide / 2 + leaf.stile_m / 2 / u.span_m,
            hinges,
            "a stile between two hinges",
        ),
    )
    for name, carries, span, says in rows:
        moment = CalculationStep(
            symbol="M",
            value=p * carries * span**2 / 8,
            unit=u.moment,
            formula="p * b * L ** 2 / 8",
            inputs=(("p", p, u.pressure), ("b", carries, u.span), ("L", span, u.span)),
            source="statics: simple span",
            says=says,
        )
        found.append(
            check_bends(book, outdoors(leaf.frame, flat=True), (moment, "wind"), asked=CheckContext(name, about, case))
        )
    found += (
        _meeting_stile(leaf, book, about, pressure_pa=pressure_pa)
        if leaf.index
        else [_latch_stile(leaf, book, about, pressure_pa=pressure_pa)]
    )
    return found


LATCH_STILE = "gate_latch_upright.bending_wind"


def _latch_stile(leaf: Leaf, book: Rulebook, about: str, *, pressure_pa: float) -> Check | UncheckedItem:
    """The stile at the latch edge, with half of the leaf's width: beyond its latches a cantilever, between two a simple span."""
    u, case = book.units, f"leaf {leaf.index + 1}, closed in the wind"
    bottom_m, top_m = leaf.gap_m - leaf.stile_down_m, leaf.gap_m + leaf.height_m + leaf.stile_up_m
    low_m, high_m = leaf.latches_m[0], leaf.latches_m[-1]
    p, wide = pressure_pa / u.pressure_pa, leaf.width_m / 2 / u.span_m
    arm = max(low_m - bottom_m, top_m - high_m) / u.span_m
    between = (high_m - low_m) / u.span_m
    inputs = (("p", p, u.pressure), ("b", wide, u.span))
    moment = CalculationStep(
        symbol="M",
        value=p * wide * arm**2 / 2,
        unit=u.moment,
        formula="p * b * a ** 2 / 2",
        inputs=(*inputs, ("a", arm, u.span)),
        source="statics: a cantilever from the latch with half of the leaf's width",
        says="the latch stile from the latch to its farther end",
    )
    # Two latches: the overhangs relieve the span between them, which is left out.
    if between**2 / 8 > arm**2 / 2:
        moment = CalculationStep(
            symbol="M",
            value=p * wide * between**2 / 8,
            unit=u.moment,
            formula="p * b * L ** 2 / 8",
            inputs=(*inputs, ("L", between, u.span)),
            source="statics: simple span between two latches with half of the leaf's width",
            says="the latch stile between its latches",
        )
    asked = CheckContext(LATCH_STILE, about, case)
    return check_bends(book, outdoors(leaf.frame, flat=True), (moment, "wind"), asked=asked)


def _meeting_stile(leaf: Leaf, book: Rulebook, about: str, *, pressure_pa: float) -> list[Check | UncheckedItem]:
    """Of a pair's second leaf: a rod at the foot alone leaves it to the twist of its frame, so that its head needs a stop as well.

    With one, the stile spans from foot to head; the stop is asked to hold a quarter of both leaves' wind.
    """
    u, case = book.units, f"leaf {leaf.index + 1}, closed in the wind"
    p, wide, tall = (
        pressure_pa / u.pressure_pa,
        leaf.width_m / 2 / u.span_m,
        (leaf.height_m + leaf.stile_down_m + leaf.stile_up_m) / u.span_m,
    )
    inputs = (("p", p, u.pressure), ("b", wide, u.span), ("h", tall, u.span))
    moment = CalculationStep(
        symbol="M",
        value=p * wide * tall**2 / 8,
        unit=u.moment,
        formula="p * b * h ** 2 / 8",
        inputs=inputs,
        source="statics: simple span from the rod at the foot to a stop at the head",
        says="the stile where the leaves meet, with half of the leaf's width",
    )
    head = CalculationStep(
        symbol="P_h",
        value=p * wide * tall,
        unit=u.force,
        formula="p * b * h",
        inputs=inputs,
        source="statics: half of what both leaves bring to the edge where they meet",
        says="wind on a stop or rod at the head that both leaves bear on",
    )
    words = f"{head.value:,.0f} lb" if u.force == "lb" else f"{head.value:.2f} {u.force}"
    return [
        check_bends(
            book, outdoors(leaf.frame, flat=True), (moment, "wind"), asked=CheckContext(LATCH_STILE, about, case)
        ),
        UncheckedItem(
            key="gate_pair.head_restraint_wind",
            about=about,
            basis=Basis.CALCULATED,
            reason="a rod at the foot alone leaves the edges where the leaves meet to the twist of their frames; a stop or "
            f"rod at the head, that both bear on, must hold {words}",
            would_have_to_change=BY_MAKER,
            crew=True,
            needs=head,
        ),
    ]


def _boards(
    leaf: Leaf, book: Rulebook, asked: CheckContext, *, apart: float, pressure_pa: float
) -> Check | UncheckedItem:
    """Boards between rails: by their wood where it has a strength, else by a span of our own for their thickness."""
    u = book.units
    wide, p = leaf.board.width_m / u.span_m, pressure_pa / u.pressure_pa
    moment = CalculationStep(
        symbol="M",
        value=p * wide * apart**2 / 8,
        unit=u.moment,
        formula="p * b * L ** 2 / 8",
        inputs=(("p", p, u.pressure), ("b", wide, u.span), ("L", apart, u.span)),
        source="statics: simple span between rails",
        says="wind on one board",
    )
    found = check_bends(book, outdoors(leaf.board, flat=True), (moment, "wind"), asked=asked)
    if isinstance(found, Check):
        return found
    return check_reach(
        u,
        leaf.board.thickness_m,
        given_step("L", apart, u.span, source="geometry", says="boards between their rails"),
        asked=asked,
        where=("at a gate", 1.0),
    )


def _hardware(leaf: Leaf, book: Rulebook, about: str, *, pressure_pa: float) -> list[Check | UncheckedItem]:
    """Half of the wind on the hinge side, half on latch and rod; their makers say what they hold."""
    design, u = leaf.design, book.units
    p, b, h = pressure_pa / u.pressure_pa, leaf.width_m / u.span_m, leaf.height_m / u.span_m
    case = f"leaf {leaf.index + 1}, closed in the wind"
    inputs = (("p", p, u.pressure), ("b", b, u.span), ("h", h, u.span))
    what = "Latch" if leaf.index == 0 else "Drop rod"
    two = leaf.index == 0 and len(leaf.latches_m) == 2
    rows = (
        (
            "Hinge",
            "P_w",
            4,
            design.hinge_rating_n,
            "wind on one hinge: a quarter of the leaf's",
            "one hinge",
            "pulls each with",
        ),
        (
            what,
            "P_l",
            2 * len(leaf.latches_m) if leaf.index == 0 else 2,
            design.latch_rating_n,
            f"wind on {'one of two latches: a quarter' if two else 'the latch edge: half'} of the leaf's",
            "latch or rod",
            "pushes it with",
        ),
    )
    found: list[Check | UncheckedItem] = []
    for noun, symbol, share, rating_n, says, rated, does in rows:
        force = CalculationStep(
            symbol=symbol,
            value=p * b * h / share,
            unit=u.force,
            formula=f"p * b * h / {share}",
            inputs=inputs,
            source="statics: pinned joints",
            says=says,
        )
        key = f"{noun.lower().replace(' ', '_')}.capacity_wind"
        if rating_n > 0:
            rating = given_step(
                "R_max",
                rating_n / u.force_n,
                u.force,
                source=f"user: the maker's rating of {rated} and its screws, with the crew's own safety factor",
            )
            found.append(
                Check(
                    key=key,
                    about=about,
                    basis=Basis.CALCULATED,
                    sense="at most",
                    demand=force,
                    limit=rating,
                    working=(),
                    case=case,
                    asks=CheckOrigin.CODE,
                    by_wind=True,
                )
            )
            continue
        words = f"{force.value:,.0f} lb" if u.force == "lb" else f"{force.value:.2f} {u.force}"
        found.append(
            UncheckedItem(
                key=key,
                about=about,
                basis=Basis.CALCULATED,
                reason=f"no rating of the {noun.lower()} is entered; the wind {does} {words}",
                would_have_to_change=BY_MAKER,
                crew=True,
                needs=force,
            )
        )
    return found
