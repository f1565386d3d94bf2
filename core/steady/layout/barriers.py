"""Barriers round pools and fences for animals: what is asked of them. The local office decides; nothing here makes one pass."""

from steady.data.loader import TableRow, keyed
from steady.errors import InvalidInputError, OutOfScopeError
from steady.value_objects import value_object

NEAR = 1e-6


@value_object
class Barrier:
    """A barrier as it stands (m), from outside. What is not given is not looked at.

    Args:
        rail_tops_m: Between the tops of its rails.
        rails_inside: Its rails are on the pool's side.
        latch_guarded: Released from the pool's side, as the table allows.
        clear_outside_m: Clear of anything to climb.
    """

    height_m: float
    gap_under_m: float
    soft_ground: bool
    opening_m: float
    rail_tops_m: float | None = None
    rails_inside: bool = True
    swings_out: bool = True
    self_closing: bool = True
    latch_m: float | None = None
    latch_guarded: bool = False
    clear_outside_m: float | None = None


@value_object
class PoolTable:
    """What a school's table asks of a barrier round a pool (m), on soft ground. `sphere`: openings stop a ball of that size."""

    height_m: float
    under_m: float
    opening_m: float
    opening_close_m: float | None
    sphere: bool
    rail_tops_m: float
    latch_m: float
    source: str


def pool_table(school: str) -> PoolTable | None:
    """The table of a school; None: none is entered. Source: data/pool_barriers.csv."""
    row = keyed("pool_barriers").get(school)
    if row is None:
        return None
    return PoolTable(
        height_m=row.number("height_m"),
        under_m=row.number("gap_soft_m"),
        opening_m=row.number("opening_m"),
        opening_close_m=row.value["opening_close_m"],
        sphere=row.text["sphere"] == "yes",
        rail_tops_m=row.number("rail_tops_m"),
        latch_m=row.number("latch_m"),
        source=row.source,
    )


def pool_faults(school: str, barrier: Barrier) -> list[str]:
    """What of a barrier is against the table of a school, in its order.

    Raises:
        InvalidInputError: A size that is not above 0.
        OutOfScopeError: No table of the school is entered: its by-law is typed.

    Source: data/pool_barriers.csv.
    """
    row = keyed("pool_barriers").get(school)
    if row is None:
        raise OutOfScopeError("no table of this code is entered", "the municipality's by-law, typed")
    if not barrier.height_m > 0:
        raise InvalidInputError("height", "must be above 0")
    if barrier.gap_under_m < 0 or barrier.opening_m < 0:
        raise InvalidInputError("opening", "must be 0 or more")
    close = barrier.rail_tops_m is not None and barrier.rail_tops_m < row.number("rail_tops_m") - NEAR
    openings = not _stops(row, barrier, close)
    climbing = close and (row.text["rails"] == "never" or not barrier.rails_inside)
    pair = [("climbing", climbing), ("openings", openings)]
    if row.text["first"] == "openings":
        pair.reverse()
    ground = row.number("gap_soft_m" if barrier.soft_ground else "gap_hard_m")
    clear = barrier.clear_outside_m
    found = [
        ("height", barrier.height_m < row.number("height_m") - NEAR),
        ("gap under", barrier.gap_under_m > ground + NEAR),
        *pair,
        ("clear zone", clear is not None and clear < row.number("clear_m") - NEAR),
    ]
    if barrier.latch_m is not None:
        low = barrier.latch_m < row.number("latch_m") - NEAR and not barrier.latch_guarded
        found += [("latch", low), ("swing", not barrier.swings_out), ("self-closing", not barrier.self_closing)]
    return [name for name, fails in found if fails]


def _stops(row: TableRow, barrier: Barrier, close: bool) -> bool:
    """Whether openings are small enough: a sphere is stopped only by less than its own size."""
    if close and row.value["opening_close_m"] is not None:
        return barrier.opening_m <= row.number("opening_close_m") + NEAR
    if row.text["sphere"] == "yes":
        return barrier.opening_m < row.number("opening_m") - NEAR
    return barrier.opening_m <= row.number("opening_m") + NEAR


@value_object
class AnimalFence:
    """What is asked of a fence for an animal (m): its height, the greatest opening in it and under it; `ground`: what else."""

    height_m: float
    gap_m: float
    under_m: float
    ground: str
    source: str


def animal_fence(animal: str, metric: bool) -> AnimalFence:
    """What a fence for an animal is by common practice. Source: practice (data/animal_fences.csv).

    Raises:
        InvalidInputError: No such animal.
    """
    row = keyed("animal_fences").get(animal)
    if row is None:
        raise InvalidInputError("animal", f"must be one of: {', '.join(keyed('animal_fences'))}")
    measure = "metric" if metric else "imperial"
    return AnimalFence(
        height_m=row.number(f"{measure}_height_m"),
        gap_m=row.number(f"{measure}_gap_m"),
        under_m=row.number(f"{measure}_under_m"),
        ground=row.text["ground"],
        source=row.source,
    )


def gate_width_m(use: str, metric: bool) -> float:
    """Usual clear width of a gate by what goes through it (m). Source: practice (data/gate_widths.csv).

    Raises:
        InvalidInputError: No such use.
    """
    row = keyed("gate_widths").get(use)
    if row is None:
        raise InvalidInputError("use", f"must be one of: {', '.join(keyed('gate_widths'))}")
    return row.number("metric_m" if metric else "imperial_m")
