"""Dressed sizes of sawn timber, and the nominal class of a stick measured on site."""

from functools import cache

from steady.data.loader import table
from steady.errors import OutOfScopeError
from steady.units import sizes

_PLAY_M = 0.0016  # a sixteenth: a stick a hair under its dressed size is still of that class


@cache
def _dressed(kind: str) -> dict[float, float]:
    """Nominal number to dressed size (m)."""
    return {
        row.number("nominal_count"): row.number("dressed_m") for row in table("us_dressed") if row.text["kind"] == kind
    }


@cache
def section_m(size: str) -> tuple[float, float]:
    """Real thickness and width (m). A measured size stands as it is.

    Raises:
        OutOfScopeError: No such nominal size in the tables.

    Source: NDS Supplement tables 1A and 1B (from memory, high).
    """
    measured = sizes.measured_m(size)
    if measured is not None:
        return measured
    thin, wide = sizes.nominal(size)
    if thin < 2:
        thick = _dressed("thickness").get(thin)
        broad = _dressed("dimension").get(wide)
    elif thin >= 5:
        thick, broad = _dressed("timber").get(thin), _dressed("timber").get(wide)
    else:
        thick, broad = _dressed("dimension").get(thin), _dressed("dimension").get(wide)
    if thick is None or broad is None:
        raise OutOfScopeError(f"no dressed size for {size}", "type the measured size, as 1 5/8 x 5 1/2 in")
    return thick, broad


@cache
def nominal(size: str) -> tuple[float, float]:
    """Nominal thickness and width whose values a size takes; a measured one takes the next class that is not smaller.

    Raises:
        OutOfScopeError: Boards: cladding, not framing. Larger than the tables.
    """
    measured = sizes.measured_m(size)
    if measured is None:
        thin, wide = sizes.nominal(size)
    else:
        kind = "timber" if measured[0] > 0.1 else "dimension"
        thin, wide = (_class(side_m, kind, size) for side_m in measured)
    if thin < 2:
        raise OutOfScopeError(
            f"no design values for {size}: boards are cladding, not framing", "use a 2x or thicker member"
        )
    return thin, wide


def _class(side_m: float, kind: str, size: str) -> float:
    for count, dressed_m in sorted(_dressed(kind).items()):
        if side_m <= dressed_m + _PLAY_M:
            return count
    raise OutOfScopeError(f"{size} is larger than the tables", "a size of the tables")
