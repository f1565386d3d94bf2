"""A working as it is shown: no symbol stands for two values, and a value that a step found keeps the name it was found under."""

import math
import re
from dataclasses import replace

from steady.plan.model import CalculationStep

_NAME = re.compile(r"[A-Za-zα-ωΑ-Ω]+'?(?:_[A-Za-z0-9_]+)?'?")
_WORDS = {"max", "min", "sqrt", "tan", "pi", "ln"}


class _Names:
    """Symbols as they are shown, by what they stand for."""

    def __init__(self) -> None:
        self._meanings: dict[str, list[tuple[float, str]]] = {}
        self._found: list[tuple[float, str, str]] = []

    def input(self, symbol: str, value: float, unit: str) -> str:
        """An input's name: a step's that found this very value under the same letter, else its own, numbered."""
        for other, word, shown in self._found:
            if word == unit and shown[:1] == symbol[:1] and math.isclose(other, value, rel_tol=1e-9):
                return shown
        return self._numbered(symbol, value, unit)

    def result(self, symbol: str, value: float, unit: str) -> str:
        """The name of what a step finds."""
        shown = self._numbered(symbol, value, unit)
        self._found.append((value, unit, shown))
        return shown

    def _numbered(self, symbol: str, value: float, unit: str) -> str:
        known = self._meanings.setdefault(symbol, [])
        same = [k for k, (other, word) in enumerate(known) if word == unit and math.isclose(other, value, rel_tol=1e-9)]
        number = same[0] if same else len(known)
        if not same:
            known.append((value, unit))
        if number == 0 or not _NAME.fullmatch(symbol):
            return symbol
        base, prime = (symbol[:-1], "'") if symbol.endswith("'") else (symbol, "")
        tail = "abcdefghijklmnopqrstuvwxyz"[number % 26] if base[-1].isdigit() else str(number + 1)
        shown = f"{base}{tail}{prime}" if "_" in base else f"{base}_{tail}{prime}"
        # A numbered name may be one that a step already uses for something else: then it goes on counting.
        return shown if shown not in self._meanings else self._numbered(shown, value, unit)


def distinct(steps: tuple[CalculationStep, ...]) -> tuple[CalculationStep, ...]:
    """The steps with every further meaning of a symbol numbered: p, p_2, p_3; formulas follow.

    Two uses of a symbol are one meaning where value and unit agree.
    """
    names, shown = _Names(), []
    for step in steps:
        # What a step found may carry its own name in its inputs: what goes in is named first.
        inputs = [(name, names.input(name, value, unit), value, unit) for name, value, unit in step.inputs]
        formula = _renamed(step.formula, {name: new for name, new, _, _ in inputs})
        symbol = names.result(step.symbol, step.value, step.unit)
        shown.append(
            replace(
                step, symbol=symbol, formula=formula, inputs=tuple((new, value, unit) for _, new, value, unit in inputs)
            )
        )
    return tuple(shown)


def _renamed(formula: str, names: dict[str, str]) -> str:
    def new(match: re.Match[str]) -> str:
        return match[0] if match[0] in _WORDS else names.get(match[0], match[0])

    return _NAME.sub(new, formula)
