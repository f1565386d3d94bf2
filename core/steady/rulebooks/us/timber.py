"""Sawn timber by the National Design Specification, allowable stress: reference values and adjustment factors.

Covers No.2 dimension lumber (tables 4A, 4B) and posts and timbers 5x5 and larger (4D). 1x and 5/4 boards and beams and
stringers are outside: they are refused.
"""

from functools import cache

from steady.data.loader import Row, table
from steady.errors import OutsideScope
from steady.measure.units import IN, PSI
from steady.plan.model import Step
from steady.rulebooks.base import LoadType, Wood

DURATION = {"permanent": 0.9, "floor": 1.0, "snow": 1.15, "roof": 1.25, "wind": 1.6, "impact": 2.0}
"""NDS 2018 Table 2.3.2, from memory (high)."""

_SYMBOL = {
    "fb": "F_b",
    "ft": "F_t",
    "fv": "F_v",
    "fc_perp": "F_cp",
    "fc": "F_c",
    "e": "E",
    "e_min": "E_min",
}
_NO_DURATION = {"fc_perp", "e", "e_min"}
REPETITIVE = 1.15
"""C_r: three or more members at most 24 in apart, joined. NDS 4.3.9, from memory (high)."""


@cache
def nominal(size: str) -> tuple[float, float]:
    """Nominal thickness and width in inches from a size word: 2x6, 4x4.

    Raises:
        OutsideScope: Not a sawn size of the tables.
    """
    try:
        thin, wide = (float(part) for part in size.split("x"))
    except ValueError:
        thin = wide = 0.0
    if not min(thin, wide) >= 2:
        raise OutsideScope(
            f"no design values for {size}: boards are cladding, not framing", "use a 2x or thicker member"
        )
    return min(thin, wide), max(thin, wide)


@cache
def reference(species: str, size: str) -> Row:
    """The table row of reference values for a species and size.

    Raises:
        OutsideScope: The tables have no such wood.
    """
    thin, wide = nominal(size)
    if thin >= 5 and wide > thin + 2:
        raise OutsideScope(
            f"{size} is a beam or stringer: its values are not entered", "use a square post or a 2x or 4x"
        )
    for row in table("us_species"):
        timber = row.text["table"] == "4D"
        if row.text["species"] != species or timber != (thin >= 5):
            continue
        if row.number("width_from_m") <= wide * IN < row.number("width_below_m"):
            return row
    raise OutsideScope(f"no design values for {species} {size}", "choose a species and size the tables list")


@cache
def size_row(width_in: float) -> Row:
    """The size-factor row for a nominal width: the least listed width that is not smaller."""
    for row in table("us_size_factor"):
        if width_in <= row.number("width_m") / IN + 1e-9:
            return row
    return table("us_size_factor")[-1]


def size_factor(species: str, size: str, kind: str = "fb") -> float:
    """C_F on bending, tension or compression along the grain; 1 for the rest.

    Source: NDS Supplement Table 4A adjustment factors (from memory, high); 4B has it built in.
    """
    thin, wide = nominal(size)
    if kind not in ("fb", "ft", "fc"):
        return 1.0
    if thin >= 5:
        return 1.0 if wide <= 12 or kind != "fb" else (12 / wide) ** (1 / 9)
    if species == "Southern Pine":
        factor = 1.1 if kind == "fb" and thin >= 4 and wide >= 8 else 1.0
        return factor * (0.9 if wide > 12 else 1.0)
    column = {"fb": "fb_thick_factor" if thin >= 4 else "fb_thin_factor", "ft": "ft_factor", "fc": "fc_factor"}[kind]
    return size_row(wide).number(column)


def flat_factor(wood: Wood) -> float:
    """C_fu, flat use. Source: NDS Supplement Table 4A adjustment factors (from memory, high)."""
    thin, wide = nominal(wood.size)
    if not wood.flat or thin >= 5 or thin == wide:
        return 1.0
    return size_row(wide).number("flat_thick_factor" if thin >= 4 else "flat_thin_factor")


def wet_factor(kind: str, row: Row, size_ratio: float, wood: Wood) -> float:
    """C_M, moisture above 19 % in service. Source: NDS Supplement Tables 4A, 4B, 4D (from memory, high)."""
    if not wood.wet:
        return 1.0
    if row.text["table"] == "4D":
        if row.text["species"] == "Southern Pine":
            return 1.0  # tabulated wet or dry
        return {"fc_perp": 0.67, "fc": 0.91}.get(kind, 1.0)
    if kind == "fb":
        return 1.0 if row.number("fb_pa") / PSI * size_ratio <= 1150 else 0.85
    if kind == "fc":
        return 1.0 if row.number("fc_pa") / PSI * size_ratio <= 750 else 0.8
    return {"ft": 1.0, "fv": 0.97, "fc_perp": 0.67, "e": 0.9, "e_min": 0.9}[kind]


def adjusted(kind: str, wood: Wood, load: LoadType | None) -> Step:
    """A reference value times its factors, in psi.

    kind: fb bending, ft tension, fv shear, fc_perp bearing, fc compression, e and e_min stiffness.

    C_L, C_P and C_b are left to the checks that need them.

    Raises:
        OutsideScope: The tables have no such wood.

    Source: NDS 2018 Table 4.3.1.
    """
    row = reference(wood.species, wood.size)
    timber = row.text["table"] == "4D"
    inputs: list[tuple[str, float, str]] = [(_SYMBOL[kind], row.number(f"{kind}_pa") / PSI, "psi")]
    size_ratio = size_factor(wood.species, wood.size, kind)
    if load is not None and kind not in _NO_DURATION:
        inputs.append(("C_D", DURATION[load], ""))
    inputs.append(("C_M", wet_factor(kind, row, size_ratio, wood), ""))
    if kind in ("fb", "ft", "fc"):
        inputs.append(("C_F", size_ratio, ""))
    if kind == "fb":
        inputs.append(("C_fu", flat_factor(wood), ""))
        if wood.shared:
            inputs.append(("C_r", REPETITIVE, ""))
    if wood.incised and not timber and kind != "fc_perp":
        inputs.append(("C_i", 0.95 if kind in ("e", "e_min") else 0.80, ""))
    value = 1.0
    for _, factor, _ in inputs:
        value *= factor
    formula = " * ".join(name for name, _, _ in inputs)
    return Step(
        symbol=f"{_SYMBOL[kind]}'",
        value=value,
        unit="psi",
        formula=formula,
        inputs=tuple(inputs),
        source=f"nds: Table 4.3.1; {row.source}",
        says=f"{wood.species} No.2 {wood.size}, table {row.text['table']}",
    )
