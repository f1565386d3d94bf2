"""A landing's plan, brought from its own axes to its deck's: pieces, holes and marks where they stand beside the deck's own."""

from dataclasses import replace

from steady.plan.model import Curve, Footing, Mark, MeasurementTarget, Part, PartPlacement, Plan, SquareDiagonal, Vec
from steady.structures.deck.layout.landing import LandingLayout
from steady.structures.measurement_targets import STANDS_AT

NAME = "Landing"
GROUND = "ground"


def joined(deck: Plan, landing: Plan, layout: LandingLayout, *, below_m: float) -> Plan:
    """The deck's plan with its landing's: every piece, hole, check, member and question of both.

    Args:
        below_m: How far the landing's boards lie under the deck's.
    """

    def turned(way: Vec) -> Vec:
        x, y, z = way
        return (
            x * layout.x_axis[0] + y * layout.y_axis[0],
            x * layout.x_axis[1] + y * layout.y_axis[1],
            z,
        )

    def moved(at: Vec) -> Vec:
        x, y = layout.on_deck(at[0], at[1] - layout.back_m)
        return (x, y, at[2] - below_m)

    def place(one: PartPlacement) -> PartPlacement:
        return replace(one, at=moved(one.at), along=turned(one.along), up=turned(one.up), step=turned(one.step))

    def part(one: Part) -> Part:
        return replace(one, places=tuple(place(item) for item in one.places))

    def hole(one: Footing) -> Footing:
        return replace(one, at=moved(one.at))

    def mark(one: Mark) -> Mark:
        x, y = layout.on_deck(one.station_m, (one.across_m or 0.0) - layout.back_m)
        return replace(
            one,
            line=f"{deck.id}/datum",
            station_m=x,
            across_m=y,
            label=f"landing {one.label}",
            leg=f"landing {one.leg}",
            leg_station_m=x if abs(layout.x_axis[0]) > abs(layout.x_axis[1]) else y,
        )

    def curve(one: Curve) -> Curve:
        return replace(one, points=tuple(moved(at) for at in one.points))

    marks = {one.id: mark(one) for one in landing.marks}

    def target(one: MeasurementTarget) -> MeasurementTarget:
        if one.what != STANDS_AT:
            return one
        # The spec holds no single post of a landing where it was measured.
        return replace(one, planned=marks[one.about].leg_station_m, replans="")

    beyond = [moved(at) for one in landing.curves if one.what == GROUND for at in one.points]
    drawn = [one for one in landing.curves if one.what == "outline" or isinstance(one, SquareDiagonal)]
    return replace(
        deck,
        parts=(*deck.parts, *map(part, landing.parts)),
        footings=(*deck.footings, *map(hole, landing.footings)),
        marks=(*deck.marks, *marks.values()),
        curves=(*(_longer(one, beyond) for one in deck.curves), *map(curve, drawn)),
        checks=(*deck.checks, *landing.checks),
        not_covered=(*deck.not_covered, *(gap for gap in landing.not_covered if not _said(deck, gap.key, gap.reason))),
        members=(*deck.members, *(replace(one, name=f"{NAME}: {one.name}") for one in landing.members)),
        targets=(*deck.targets, *map(target, landing.targets)),
        conflicts=(*deck.conflicts, *(f"{NAME}: {one}" for one in landing.conflicts)),
        notes=tuple(dict.fromkeys((*deck.notes, *landing.notes))),
        cautions=(*deck.cautions, *(one for one in landing.cautions if one not in deck.cautions)),
    )


def _longer(one: Curve, beyond: list[Vec]) -> Curve:
    """The ground along the deck's section with what lies under the landing past its end; any other curve as it is."""
    if one.what != GROUND:
        return one
    first, last = one.points[0], one.points[-1]
    axis = 0 if abs(last[0] - first[0]) > abs(last[1] - first[1]) else 1
    past = sorted((at for at in beyond if at[axis] > last[axis]), key=lambda at: at[axis])
    return replace(one, points=(*one.points, *past))


def _said(deck: Plan, key: str, reason: str) -> bool:
    """Whether the deck's own plan asks the same already, of the place rather than of a piece."""
    return any(gap.key == key and gap.reason == reason for gap in deck.not_covered)
