"""Sawn timber by the National Design Specification, allowable stress: reference values and adjustment factors.

Covers No.2 dimension lumber (tables 4A, 4B) and posts and timbers 5x5 and larger (4D). 1x and 5/4 boards and beams and
stringers are outside: they are refused.
"""

from functools import cache, lru_cache

from steady.data.loader import TableRow, table
from steady.design_codes.requests import Kind, LoadType, Wood
from steady.design_codes.results import Strength, product_step
from steady.design_codes.us.sizes import nominal
from steady.errors import OutOfScopeError
from steady.units.units import IN, PSI

DURATION: dict[LoadType, float] = {
    "permanent": 0.9,
    "storage": 1.0,
    "floor": 1.0,
    "person": 1.0,
    "snow": 1.15,
    "roof": 1.25,
    "wind": 1.6,
    "impact": 2.0,
}
"""NDS 2018 Table 2.3.2, from memory (high). Storage counts as occupancy live load (ten years), the clause's own reading."""

COLUMN: dict[Kind, tuple[str, str]] = {
    "bending": ("fb", "F_b"),
    "tension": ("ft", "F_t"),
    "shear": ("fv", "F_v"),
    "bearing": ("fc_perp", "F_cp"),
    "compression": ("fc", "F_c"),
    "stiffness": ("e", "E"),
    "stiffness_min": ("e_min", "E_min"),
}
"""Column of the table and the symbol of the clause."""
_NO_DURATION = {"fc_perp", "e", "e_min"}
REPETITIVE = 1.15
"""C_r: three or more members at most 24 in apart, joined. NDS 4.3.9, from memory (high)."""


@cache
def reference(species: str, size: str, grade: str = "") -> TableRow:
    """The table row of reference values for a species and size.

    Raises:
        OutOfScopeError: The tables have no such wood.
    """
    if grade not in ("", "No.2"):
        raise OutOfScopeError(f"no values for the grade {grade[:20]}: only No.2 is entered", "use No.2")
    thin, wide = nominal(size)
    if thin >= 5 and wide > thin + 2:
        raise OutOfScopeError(
            f"{size} is a beam or stringer: its values are not entered", "use a square post or a 2x or 4x"
        )
    for row in table("us_species"):
        timber = row.text["table"] == "4D"
        if row.text["species"] != species or timber != (thin >= 5):
            continue
        if row.number("width_from_m") <= wide * IN < row.number("width_below_m"):
            return row
    raise OutOfScopeError(f"no design values for {species} {size}", "choose a species and size the tables list")


@cache
def size_row(width_in: float) -> TableRow:
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


def wet_factor(kind: str, row: TableRow, size_ratio: float, *, wood: Wood) -> float:
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


@lru_cache(maxsize=4096)
def strength(kind: Kind, wood: Wood, load: LoadType) -> Strength:
    """A reference value times its factors (psi). C_L, C_P and C_b are left to the checks that need them.

    Raises:
        OutOfScopeError: The tables have no such wood, or another grade than No.2 is asked for.

    Source: NDS 2018 Table 4.3.1.
    """
    column, symbol = COLUMN[kind]
    row = reference(wood.species, wood.size, wood.grade)
    timber = row.text["table"] == "4D"
    inputs: list[tuple[str, float, str]] = [(symbol, row.number(f"{column}_pa") / PSI, "psi")]
    size_ratio = size_factor(wood.species, wood.size, column)
    if column not in _NO_DURATION:
        inputs.append(("C_D", DURATION[load], ""))
    inputs.append(("C_M", wet_factor(column, row, size_ratio, wood=wood), ""))
    if column in ("fb", "ft", "fc"):
        inputs.append(("C_F", size_ratio, ""))
    if column == "fb":
        inputs.append(("C_fu", flat_factor(wood), ""))
        if repetitive(wood):
            inputs.append(("C_r", REPETITIVE, ""))
    if wood.incised and not timber and column != "fc_perp":
        inputs.append(("C_i", 0.95 if column in ("e", "e_min") else 0.80, ""))
    step = product_step(
        f"{symbol}'",
        inputs,
        "psi",
        source=f"nds: Table 4.3.1; {row.source}",
        says=f"{wood.species} No.2 {wood.size}, table {row.text['table']}",
    )
    book_pa = row.number(f"{column}_pa")
    return Strength(step=step, book_pa=book_pa, factors=step.value * PSI / book_pa)


def repetitive(wood: Wood) -> bool:
    """Whether C_r applies: sharing members, or three plies and more. Two plies get none. Source: NDS 4.3.9."""
    return wood.shared or wood.plies >= 3


def named_factor(name: str, wood: Wood, load: LoadType) -> float:
    """C_F, C_D or C_r by its plain name.

    Raises:
        OutOfScopeError: No such factor.
    """
    if name == "size_factor":
        return size_factor(wood.species, wood.size)
    if name == "duration_factor":
        return DURATION[load]
    if name == "sharing_factor":
        return REPETITIVE if repetitive(wood) else 1.0
    raise OutOfScopeError(f"no {name} in this code", "size, duration or sharing")


def all_species() -> list[str]:
    """Species of the tables, in their order."""
    return [row.text["species"] for row in table("us_species")]


def species_gravity(species: str) -> float:
    """Specific gravity of a species.

    Raises:
        OutOfScopeError: Not in the tables.
    """
    for row in table("us_species"):
        if row.text["species"] == species:
            return row.number("gravity_ratio")
    raise OutOfScopeError(f"no density for {species[:40]}", f"one of {', '.join(dict.fromkeys(all_species()))}")
