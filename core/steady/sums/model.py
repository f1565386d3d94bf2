"""A sum: one question, declared once, answered by the same functions that structures call."""

from collections.abc import Callable
from dataclasses import dataclass

from steady.errors import InputError, OutsideScope
from steady.measure.quantities import in_unit
from steady.sums.given import Given, Raw

Answer = float | int | str


@dataclass(frozen=True, slots=True, kw_only=True)
class Output:
    """One answer: its natural unit ("text" for words) and how it is reckoned (SI)."""

    name: str
    unit: str
    reckon: Callable[[Given], Answer]


@dataclass(frozen=True, slots=True, kw_only=True)
class Input:
    """One input as the catalogue and forms show it. `default` empty: needed."""

    name: str
    kind: str
    says: str = ""
    default: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Sum:
    """One question with its inputs, outputs and source."""

    name: str
    asks: str
    inputs: tuple[Input, ...]
    outputs: tuple[Output, ...]
    source: str

    def output(self, name: str) -> Output:
        """One output by name.

        Raises:
            InputError: There is none of that name.
        """
        for output in self.outputs:
            if output.name == name:
                return output
        raise InputError("output", f"{self.name} answers {', '.join(o.name for o in self.outputs)}, not {name[:40]}")


@dataclass(frozen=True, slots=True, kw_only=True)
class Answered:
    """What came out: a value in its unit, or why there is none."""

    output: str
    status: str
    value: Answer | None
    unit: str
    reason: str = ""


def answer(asked: Sum, raw: Raw, output: str, unit: str = "") -> Answered:
    """One output of a sum; refusals and impossible inputs are answers, too."""
    found = asked.output(output)
    try:
        value = found.reckon(Given(raw))
        if isinstance(value, str) or found.unit == "text":
            return Answered(output=output, status="ok", value=value, unit="text")
        return Answered(output=output, status="ok", value=in_unit(value, unit or found.unit), unit=unit or found.unit)
    except OutsideScope as refused:
        return Answered(output=output, status="refuse", value=None, unit=found.unit, reason=refused.reason)
    except InputError as error:
        reason = f"{error.field}: {error.message}"
        return Answered(output=output, status="invalid", value=None, unit=found.unit, reason=reason)
