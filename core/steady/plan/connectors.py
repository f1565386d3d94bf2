"""Connectors that a plan may specify by the capacity they must have: bought ones of a kind, up to what ordinary ones hold."""

from collections.abc import Mapping
from typing import Literal

from steady.data.loader import keyed
from steady.plan.model import Plan, UncheckedItem
from steady.units.units import LB
from steady.value_objects import value_object

DESIGN_OVER_ALLOWABLE = 1.5
"""Ranges are allowable ones in the US; elsewhere connectors are rated so much higher, at design level [our own]."""
AT_LIMIT = 0.98
"""A typed rating that is used further than this is at its limit: the share that a plan's checks go by, too."""
NARROW_M = 0.115
"""Posts under this take the smaller base: between a 4x4 (89 mm) and a 6x6 (140 mm) [our own]."""
FORCES_N = {"lb": LB, "N": 1.0, "kN": 1000.0}
DIRECTIONS: tuple["Direction", ...] = ("down", "up", "side")

Direction = Literal["down", "up", "side"]
Reach = Literal["ordinary", "beyond", "never"]
"""Whether a gap is closed by an ordinary connector, lies beyond them, or is never closed by a specification."""


@value_object
class ConnectorAnswer:
    """A connector's state as a key of the states, and the share of its rating, or of what ordinary ones hold, that is used."""

    state: str
    share: float


def limits_n(connector: str, school: str) -> dict[Direction, float] | None:
    """What an ordinary connector of a kind holds, by direction (N) at the school's design level; None: no such kind.

    Source: data/connector_limits.csv.
    """
    row = keyed("connector_limits").get(connector)
    if row is None:
        return None
    level = 1.0 if school == "us" else DESIGN_OVER_ALLOWABLE
    return {name: row.number(f"{name}_n") * level for name in DIRECTIONS}


def specified(
    connector: str,
    school: str,
    demands_n: Mapping[Direction, float],
    *,
    ratings_n: Mapping[Direction, float],
    moment_n_m: float = 0.0,
) -> ConnectorAnswer:
    """Whether a connector may be specified, or a typed rating holds.

    A typed rating always wins; where only some directions that are loaded have one, nothing can be said. Connectors are hinged:
    one with a moment through it is never specified. Lift and sideways load together take the sum of their shares.
    """
    loaded = {name: demand for name, demand in demands_n.items() if demand > 0}
    if not loaded:
        return ConnectorAnswer(state="pass", share=0.0)
    if ratings_n:
        share = _share(loaded, ratings_n)
        if moment_n_m > 0 or any(name not in ratings_n for name in loaded):
            return ConnectorAnswer(state="not_checked", share=share)
        state = "fail" if share > 1 + 1e-9 else "at_limit" if share > AT_LIMIT else "pass"
        return ConnectorAnswer(state=state, share=share)
    limits = limits_n(connector, school)
    share = _share(loaded, limits) if limits is not None else float("inf")
    ordinary = share <= 1 + 1e-9 and not moment_n_m > 0
    return ConnectorAnswer(state="pass_as_specified" if ordinary else "not_checked", share=share)


def _share(loaded: Mapping[Direction, float], holds_n: Mapping[Direction, float]) -> float:
    shares = {name: demand / holds_n[name] if holds_n.get(name) else float("inf") for name, demand in loaded.items()}
    return max(shares.get("down", 0.0), shares.get("up", 0.0) + shares.get("side", 0.0))


def reach(plan: Plan, gap: UncheckedItem) -> Reach:
    """How a gap stands to the connectors on sale.

    A gap without a demand, or of a kind that is no bought connector (the end of a brace), is never closed by a specification:
    somebody has to type a rating. A kind without a connector's name is one whose maker's own figure is what is specified.

    Source: data/specified_connectors.csv, data/connector_limits.csv.
    """
    row = keyed("specified_connectors").get(gap.key)
    if gap.needs is None or not gap.crew or row is None:
        return "never"
    posts = [min(part.section_m) for part in plan.parts if part.role == "post"]
    connector = row.text["narrow" if posts and min(posts) < NARROW_M else "connector"]
    limits = limits_n(connector, plan.school)
    if limits is None:
        return "ordinary"
    direction: Direction = next(name for name in DIRECTIONS if name == row.text["direction"])
    most_n = limits[direction] * row.number("each_count")
    return "ordinary" if gap.needs.value * FORCES_N[gap.needs.unit] <= most_n + 1e-9 else "beyond"
