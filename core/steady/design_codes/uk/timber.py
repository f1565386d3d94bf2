"""Timber by Eurocode 5 with the United Kingdom's annex: strength classes, modification, creep (MPa, mm)."""

from dataclasses import replace
from functools import cache, lru_cache

from steady.data.loader import TableRow, keyed
from steady.design_codes.requests import Kind, LoadType, Wood
from steady.design_codes.results import Strength, product_step
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units import sizes
from steady.units.units import MM

MPA = 1e6
COLUMN: dict[Kind, tuple[str, str]] = {
    "bending": ("fm", "f_m"),
    "tension": ("ft", "f_t"),
    "shear": ("fv", "f_v"),
    "bearing": ("fc90", "f_c90"),
    "compression": ("fc", "f_c"),
    "stiffness": ("e", "E_mean"),
    "stiffness_min": ("e05", "E_05"),
}
DURATION: dict[LoadType, str] = {
    "permanent": "permanent",
    "storage": "long",
    "floor": "medium",
    "person": "medium",
    "snow": "short",
    "roof": "short",
    "wind": "instantaneous",
    "impact": "instantaneous",
}
"""Load durations by the UK annex (from memory, high)."""
GAMMA = {"sawn": 1.3, "glulam": 1.25}
"""γ_M, EN 1995-1-1 Table 2.3 (from memory, high)."""
SHARING = 1.1
"""k_sys, EN 1995-1-1 6.6 (from memory, high)."""
CRACKED = 0.67
"""k_cr, EN 1995-1-1 6.1.7 (from memory, high)."""


@cache
def section_m(size: str) -> tuple[float, float]:
    """Thickness and width (m), finished.

    Raises:
        OutOfScopeError: A nominal word, which is not a measure here.
    """
    found = sizes.measured_m(size)
    if found is None:
        raise OutOfScopeError(f"{size} is a nominal size", "write the finished size, as 47x147 mm")
    return found


def reference(grade: str) -> TableRow:
    """The row of a strength class.

    Raises:
        OutOfScopeError: No such class.
    """
    if not grade:
        raise OutOfScopeError("this wood has no strength class", "a stick of a class such as C24")
    row = keyed("uk_classes").get(grade)
    if row is None:
        raise OutOfScopeError(f"no strength class {grade[:20]}", f"one of {', '.join(keyed('uk_classes'))}")
    return row


def service(wet: bool) -> str:
    """Service class in words: 3 exposed, otherwise 2 covered."""
    return "exposed" if wet else "covered"


def modification(load: LoadType, wet: bool) -> float:
    """k_mod. Source: EN 1995-1-1 Table 3.1 (from memory, high)."""
    return keyed("uk_kmod")[f"{service(wet)} {DURATION[load]}"].number("mod_factor")


def creep(wet: bool, kind: str = "sawn") -> float:
    """k_def. Source: EN 1995-1-1 Table 3.2 (from memory, high)."""
    return keyed("uk_kdef")[f"{kind} {service(wet)}"].number("def_factor")


def size_factor(row: TableRow, depth_m: float) -> float:
    """k_h on bending (depth) and tension (larger side). Source: EN 1995-1-1 3.2(3), 3.3(3) (from memory, high)."""
    h = depth_m / MM
    if row.text["kind"] == "glulam":
        return min((600 / h) ** 0.1, 1.1) if h < 600 else 1.0
    if row.number("rho_k_kg_per_m3") > 700 or h >= 150:
        return 1.0
    return float(min((150 / h) ** 0.2, 1.3))


@lru_cache(maxsize=4096)
def strength(kind: Kind, wood: Wood, load: LoadType) -> Strength:
    """k_mod k_sys k_h f_k / γ_M; stiffness without factors.

    Raises:
        OutOfScopeError: No such class, or no such value of it.

    Source: EN 1995-1-1 2.4.1 (from memory, high).
    """
    row = reference(wood.grade)
    column, symbol = COLUMN[kind]
    if row.value.get(f"{column}_pa") is None:
        raise OutOfScopeError(f"no {kind} value of {wood.grade} is entered", "a sawn class")
    book_pa = row.number(f"{column}_pa")
    inputs: list[tuple[str, float, str]] = [
        (f"{symbol}_k" if kind not in ("stiffness", "stiffness_min") else symbol, book_pa / MPA, "MPa")
    ]
    limit = gamma = 1.0
    if kind not in ("stiffness", "stiffness_min"):
        inputs.append(("k_mod", modification(load, wood.wet), ""))
        if wood.shared and kind in ("bending", "shear"):
            inputs.append(("k_sys", SHARING, ""))
        if kind == "bending":
            inputs.append(("k_h", size_factor(row, wood.bending_depth_m), ""))
        if kind == "tension":
            inputs.append(("k_h", size_factor(row, max(wood.width_m, wood.depth_m)), ""))
        gamma = GAMMA[row.text["kind"]]
        limit = 1 / gamma
    says = f"{wood.grade}, {'outdoors (service class 3)' if wood.wet else 'under cover (service class 2)'}"
    source = f"ec5: 2.4.1; {row.source}"
    step = product_step(symbol, inputs, "MPa", source=source, says=says)
    if limit != 1.0:
        step = replace(
            step,
            symbol=f"{symbol}_d",
            value=step.value / gamma,
            formula=f"{step.formula} / gamma_M",
            inputs=(*step.inputs, ("gamma_M", gamma, "")),
        )
    return Strength(step=step, book_pa=book_pa, factors=step.value * MPA / book_pa / limit, limit=limit)


def named_factor(name: str, wood: Wood, load: LoadType) -> float:
    """k_h, k_mod or k_sys.

    Raises:
        InvalidInputError: No such factor.
    """
    if name == "size_factor":
        return size_factor(reference(wood.grade), wood.bending_depth_m)
    if name == "duration_factor":
        return modification(load, wood.wet)
    if name == "sharing_factor":
        return SHARING if wood.shared else 1.0
    raise InvalidInputError("output", f"no {name}")
