"""Three-way merge of job documents, part by part.

Objects merge field by field; lists whose members carry an id (structures, gates, zones, readings …) merge member by
member. What only one side changed is taken; what both changed differently is a clash that a person decides.
"""

from dataclasses import dataclass
from typing import Any

GONE = object()


@dataclass(frozen=True)
class Clash:
    """A part that both sides changed: its path and the three values (None where it is not there)."""

    path: str
    base: Any
    mine: Any
    theirs: Any


def merge(base: Any, mine: Any, theirs: Any, *, path: str = "") -> tuple[Any, list[Clash]]:
    """The merged value, theirs where the two clash, and every clash."""
    if mine == theirs or theirs == base:
        return mine, []
    if mine == base:
        return theirs, []
    if isinstance(base, dict) and isinstance(mine, dict) and isinstance(theirs, dict):
        return _objects(base, mine, theirs, path=path)
    if all(isinstance(side, list) for side in (base, mine, theirs)):
        keys = [_keyed(side) for side in (base, mine, theirs)]
        if all(key is not None for key in keys):
            return _lists(keys[0] or {}, keys[1] or {}, keys[2] or {}, path=path)
    shown = [None if side is GONE else side for side in (base, mine, theirs)]
    return theirs, [Clash(path, shown[0], shown[1], shown[2])]


def _objects(
    base: dict[str, Any], mine: dict[str, Any], theirs: dict[str, Any], *, path: str
) -> tuple[Any, list[Clash]]:
    merged: dict[str, Any] = {}
    clashes: list[Clash] = []
    for name in list(dict.fromkeys([*theirs, *mine])):
        value, found = merge(
            base.get(name, GONE), mine.get(name, GONE), theirs.get(name, GONE), path=f"{path}/{name}" if path else name
        )
        clashes += found
        if value is not GONE:
            merged[name] = value
    return merged, clashes


def _key_of(item: Any) -> str | None:
    if not isinstance(item, dict):
        return None
    if isinstance(item.get("spec"), dict):
        item = item["spec"]
    for name in ("id", "line", "at_m", "item"):
        if name in item:
            return f"{item[name]}" if name != "item" else f"{item[name]}@{item.get('length_m')}"
    return None


def _keyed(items: list[Any]) -> dict[str, Any] | None:
    found: dict[str, Any] = {}
    for item in items:
        key = _key_of(item)
        if key is None or key in found:
            return None
        found[key] = item
    return found


def _lists(base: dict[str, Any], mine: dict[str, Any], theirs: dict[str, Any], *, path: str) -> tuple[Any, list[Clash]]:
    merged, clashes = _objects(base, mine, theirs, path=path)
    # Theirs keeps its order; what only mine has follows.
    return [merged[key] for key in dict.fromkeys([*theirs, *mine]) if key in merged], clashes
