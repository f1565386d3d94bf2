"""Counts of the house, printed by `./trellis check`: names compared as texts, what is left untyped or given by position, tests."""

import ast
from pathlib import Path

import steady

from tests.test_options import comparisons

CORE = Path(steady.__file__).parent
ROOT = CORE.parent.parent
MOST_POSITIONAL = 3


def positional(function: ast.FunctionDef) -> int:
    """Arguments that a function takes by position, itself left out."""
    names = [one.arg for one in (*function.args.posonlyargs, *function.args.args)]
    return len(names) - (names[:1] in (["self"], ["cls"]))


def lines(*places: str, test: bool) -> int:
    """Lines of the files below some folders that are tests, or are not."""
    count = 0
    for place in places:
        for path in (ROOT / place).rglob("*"):
            if path.suffix not in (".py", ".ts", ".vue") or {"node_modules", "dist", "migrations"} & set(path.parts):
                continue
            if path.name == "schema.d.ts":
                continue
            is_test = "tests" in path.parts or ".test." in path.name or path.parent.name == "testing"
            count += (is_test == test) * len(path.read_text(encoding="utf-8").splitlines())
    return count


def counts() -> dict[str, float]:
    """Every count by what it is called."""
    trees = [ast.parse(path.read_text(encoding="utf-8")) for path in CORE.rglob("*.py")]
    nodes = [node for tree in trees for node in ast.walk(tree)]
    functions = [node for node in nodes if isinstance(node, ast.FunctionDef)]
    web, web_tests = (lines("web/src", test=test) for test in (False, True))
    whole, tests = (lines("core", "server", "web/src", test=test) for test in (False, True))
    return {
        "comparisons of an attribute with a text, core": sum(
            len(comparisons(path.read_text(encoding="utf-8"))) for path in CORE.rglob("*.py")
        ),
        "Any in core": sum(isinstance(node, ast.Name) and node.id == "Any" for node in nodes),
        f"functions with more than {MOST_POSITIONAL} positional arguments, core": sum(
            positional(function) > MOST_POSITIONAL for function in functions
        ),
        "lines of core": lines("core/steady", test=False),
        "tests, % of all lines": round(100 * tests / (whole + tests), 1),
        "tests of the web, % of its lines": round(100 * web_tests / (web + web_tests), 1),
    }


if __name__ == "__main__":
    for name, count in counts().items():
        print(f"{count:>10,} {name}")
