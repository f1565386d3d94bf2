"""Which treatment each part of a fence wants by where it stands, in the school's own classes."""

from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import Footing, Part
from steady.structures.fence.spec.case import FenceCase


def where_notes(
    case: FenceCase,
    footings: list[Footing],
    parts: list[Part],
) -> list[str]:
    """One sentence: the class of each kind of place this fence has; and that fixings go with the treatment."""
    spec = case.spec
    if spec.infill.traits.on_tubes:
        return []  # nothing of it is wood
    places: list[tuple[str, str]] = []
    if any(footing.foot_m <= 0 for footing in footings) and "steel" not in spec.post:
        places.append(("posts in the ground", "post in ground"))
    if any(part.role == "rail" for part in parts):
        places.append(("rails", "rail"))
    if any("/base/" in part.id for part in parts):
        places.append(("base boards", "gravel board"))
    if any(part.role == "board" for part in parts):
        places.append(("boards", "board"))
    if any(part.role in ("cap", "trim") for part in parts):
        places.append(("cap and trim", "trim"))
    said = []
    for says, part in places:
        try:
            found, note = case.book.treatment(part, None)
        except (InvalidInputError, OutOfScopeError):
            continue
        said.append(f"{says} {found}" + (f" ({note})" if note else ""))
    notes = [f"Treatment by place: {'; '.join(said)}"] if said else []
    kind = "stainless" if spec.weather == "ice and salt" else "hot-dip galvanised, or coated for treated wood"
    return [*notes, f"Fixings that touch treated wood: {kind}; plain or electroplated ones rust away in it"]
