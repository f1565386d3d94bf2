"""Sawn timber by CSA O86: specified strengths and factors (MPa, mm)."""

import math
from functools import cache, lru_cache

from steady.data.interpolation import between
from steady.data.loader import TableRow, table
from steady.design_codes.requests import Kind, LoadType, Wood
from steady.design_codes.results import Strength, product_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units import sizes
from steady.units.units import MM

MPA = 1e6
PHI = {"bending": 0.9, "shear": 0.9, "tension": 0.9, "compression": 0.8, "bearing": 0.8}
"""Resistance factors, O86 6.5 (from memory, high)."""
DURATION: dict[LoadType, float] = {
    "permanent": 0.65,
    "storage": 1.0,
    "floor": 1.0,
    "person": 1.0,
    "snow": 1.0,
    "roof": 1.0,
    "wind": 1.15,
    "impact": 1.15,
}
"""K_D, O86 Table 5.3.2.2 (from memory, high)."""
COLUMN: dict[Kind, tuple[str, str]] = {
    "bending": ("fb", "f_b"),
    "tension": ("ft", "f_t"),
    "shear": ("fv", "f_v"),
    "bearing": ("fcp", "f_cp"),
    "compression": ("fc", "f_c"),
    "stiffness": ("e", "E"),
    "stiffness_min": ("e05", "E_05"),
}
_WET_THIN = {"fb": 0.84, "fv": 0.96, "fc": 0.69, "fcp": 0.67, "ft": 0.84, "e": 0.94, "e05": 0.94}
_WET_THICK = {"fc": 0.91, "fcp": 0.67}
_SHARED = {"fb": 1.4, "fv": 1.2, "fc": 1.1, "ft": 1.1}
_CASE_1 = {"fb": 1.1, "fv": 1.1, "fc": 1.1, "ft": 1.1}
_NO_DURATION = {"e", "e05"}


@cache
def section_m(size: str) -> tuple[float, float]:
    """Thickness and width (m): sizes are written measured, as 38x235 mm.

    Raises:
        OutOfScopeError: A nominal word, which is not a measure here.
    """
    found = sizes.measured_m(size)
    if found is None:
        raise OutOfScopeError(f"{size} is a nominal size", "write the dressed size, as 38x235 mm")
    return found


def kind_of(wood: Wood) -> str:
    """Which table: dimension lumber to 102 mm thick, beams and stringers, or posts and timbers. O86 6.3 (from memory, high)."""
    thin, wide = wood.width_m / MM, wood.depth_m / MM
    if thin < 38 - 1:
        raise OutOfScopeError(f"{thin:.0f} mm thick is thinner than dimension lumber", "38 mm or thicker")
    if thin <= 102:
        return "dimension"
    return "beam" if wide > thin + 51 else "post"


def reference(wood: Wood) -> TableRow:
    """The table row of a wood. No.1 and No.2 dimension lumber share one row.

    Raises:
        OutOfScopeError: The tables have no such wood or grade.
    """
    kind = kind_of(wood)
    grade = wood.grade or "No.1/No.2"
    if kind == "dimension" and grade in ("No.1", "No.2"):
        grade = "No.1/No.2"
    if kind != "dimension" and grade == "No.1/No.2":
        grade = "No.2"  # the lower of the two: timbers are graded apart
    species = "Northern Species" if wood.species == "Western Cedars" else wood.species
    for row in table("ca_species"):
        if (row.text["species"], row.text["grade"], row.text["table"]) == (species, grade, kind):
            return row
    raise OutOfScopeError(
        f"no values for {wood.species[:40]} {wood.grade[:20]} as {kind} lumber", "a species and grade of the tables"
    )


def size_factor(wood: Wood) -> float:
    """K_Zb and K_Zv, by the larger dimension of the section whichever way it bends.

    Source: O86 Table 6.4.5 (from memory, high for 38 to 64 mm, otherwise medium; that it goes by the larger: medium).
    """
    return _size_factor(min(wood.width_m, wood.depth_m) / MM, max(wood.width_m, wood.depth_m) / MM)


@cache
def _size_factor(thick_mm: float, depth_mm: float) -> float:
    fitting = [
        row
        for row in table("ca_size_factor")
        if row.number("thick_from_m") / MM - 1 <= thick_mm <= row.number("thick_to_m") / MM + 0.5
        and depth_mm <= row.number("depth_to_m") / MM + 1e-6
    ]
    return min(fitting, key=lambda row: row.number("depth_to_m")).number("size_factor")


def duration(load: LoadType, permanent_over_standard: float = 0.0) -> float:
    """K_D; permanent load over the standard one lowers it: 1 − 0.5 log10(P_L / P_S), at least 0.65."""
    if load == "permanent" or permanent_over_standard <= 1:
        return DURATION[load]
    return max(0.65, min(DURATION[load], 1 - 0.5 * math.log10(permanent_over_standard)))


def system_factor(column: str, wood: Wood) -> float:
    """K_H: 1.1 for built-up beams whatever they share, case 2 for members under a nailed floor, case 1 (1.1) for others.

    Source: O86 6.4.4 (from memory, high).
    """
    if wood.plies >= 2:
        return 1.1 if column in ("fb", "fv", "fc", "ft") else 1.0
    if wood.shared:
        return _SHARED.get(column, 1.0) if wood.sheathed else _CASE_1.get(column, 1.0)
    return 1.0


@lru_cache(maxsize=4096)
def strength(kind: Kind, wood: Wood, load: LoadType, *, permanent_over_standard: float = 0.0) -> Strength:
    """f (K_D K_H K_S K_T) K_Z; φ stands apart. Stability is left to the checks that need it.

    Raises:
        OutOfScopeError: No such wood.

    Source: O86 6.4, 6.5 (from memory).
    """
    column, symbol = COLUMN[kind]
    row = reference(wood)
    thick = wood.width_m / MM > 89 + 0.5
    inputs: list[tuple[str, float, str]] = [(symbol, row.number(f"{column}_pa") / MPA, "MPa")]
    if column not in _NO_DURATION:
        inputs.append(("K_D", duration(load, permanent_over_standard), ""))
        inputs.append(("K_H", system_factor(column, wood), ""))
    if wood.wet:
        inputs.append(("K_S", (_WET_THICK if thick else _WET_THIN).get(column, 1.0), ""))
    if wood.incised and not thick and column != "fcp":
        treated = (0.95 if wood.wet else 0.90) if column in _NO_DURATION else (0.85 if wood.wet else 0.75)
        inputs.append(("K_T", treated, ""))
    if column in ("fb", "fv"):
        inputs.append(("K_Z", size_factor(wood), ""))
    step = product_step(
        symbol.replace("f_", "F_"),
        inputs,
        "MPa",
        source=f"o86: 6.4, 6.5; {row.source}",
        says=f"{wood.species} {row.text['grade']} {wood.size}",
    )
    book_pa = row.number(f"{column}_pa")
    return Strength(step=step, book_pa=book_pa, factors=step.value * MPA / book_pa, limit=PHI.get(kind, 1.0))


def named_factor(name: str, wood: Wood, load: LoadType) -> float:
    """K_Zb, K_D or K_H.

    Raises:
        InvalidInputError: No such factor.
    """
    if name == "size_factor":
        return size_factor(wood)
    if name == "duration_factor":
        return duration(load)
    if name == "sharing_factor":
        return system_factor("fb", wood)
    raise InvalidInputError("output", f"no {name}")


def bearing_length_factor(length_m: float) -> float:
    """K_B by straight lines. Source: O86 6.5.7.6 (from memory, high)."""
    points = [(row.number("length_m"), row.number("length_factor")) for row in table("ca_bearing_length")]
    return between(points, length_m)
