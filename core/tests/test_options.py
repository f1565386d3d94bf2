"""Options are asked what they do: nobody compares their names outside the option's own table."""

import ast
import unittest
from pathlib import Path

import steady

STRUCTURES = Path(steady.__file__).parent / "structures"
FIELDS = {"style", "seat", "brace", "attach", "upright"}
OWN = {"spec.py", "deck.py", "infill_traits.py", "presets.py", "alternatives.py", "designs.py"}
"""Where an option is defined, or where a choice is marked as the one chosen now."""


def is_text(node: ast.expr) -> bool:
    if isinstance(node, ast.Constant):
        return isinstance(node.value, str)
    return isinstance(node, ast.Tuple | ast.Set | ast.List) and bool(node.elts) and all(map(is_text, node.elts))


def comparisons(source: str, fields: set[str] | None = None) -> list[tuple[int, str]]:
    """Lines on which a field, any or one of these, is compared with a text written there."""
    found = []
    for node in ast.walk(ast.parse(source)):
        if isinstance(node, ast.Compare):
            sides = [node.left, *node.comparators]
            names = [side.attr for side in sides if isinstance(side, ast.Attribute)]
            names += [side.id for side in sides if isinstance(side, ast.Name) and fields is not None]
            if any(map(is_text, sides)):
                found += [(node.lineno, name) for name in names if fields is None or name in fields]
    return found


class OptionsTest(unittest.TestCase):
    def test_a_comparison_is_found(self) -> None:
        self.assertEqual(comparisons('if spec.seat in ("a", "b") or x.kind == "c": pass', FIELDS), [(1, "seat")])
        self.assertEqual(comparisons('y = spec.seat == other\nz = "slats" != style', FIELDS), [(2, "style")])

    def test_nobody_compares_an_option_by_its_name(self) -> None:
        found = [
            f"{path.relative_to(STRUCTURES)}:{line} {name}"
            for path in STRUCTURES.rglob("*.py")
            if path.name not in OWN
            for line, name in comparisons(path.read_text(encoding="utf-8"), FIELDS)
        ]
        self.assertEqual(found, [])

    def test_comparisons_with_texts_do_not_grow(self) -> None:
        core = STRUCTURES.parent
        count = sum(len(comparisons(path.read_text(encoding="utf-8"))) for path in core.rglob("*.py"))
        self.assertLess(count, 515)
