"""A sum: one question, declared once, answered by the same functions that structures call."""

import math
from collections.abc import Callable

from steady.calculators.inputs import Given, Raw
from steady.design_codes.registry import RULEBOOKS
from steady.errors import InvalidInputError, OutOfScopeError
from steady.units.quantities import in_unit
from steady.value_objects import value_object

Answer = float | int | str


@value_object
class Output:
    """One answer: its natural unit ("text" for words) and how it is calculated (SI).

    A unit like "in|m" is imperial or metric by the school, or by the first input that has a measure; a third word is for
    the school of New Zealand and Australia.
    """

    name: str
    unit: str
    calculate: Callable[[Given], Answer]


@value_object
class Input:
    """One input as the catalogue and forms show it. `default` empty: needed."""

    name: str
    kind: str
    says: str = ""
    default: str = ""


@value_object
class Calculator:
    """One question with its inputs, outputs and source.

    `picture` names the drawing that shows the symbols; `verdict` gives the reason why an answer fails, empty if it does not.
    """

    name: str
    asks: str
    inputs: tuple[Input, ...]
    outputs: tuple[Output, ...]
    source: str
    picture: str = ""
    verdict: Callable[[Given], str] | None = None

    def output(self, name: str) -> Output:
        """One output by name.

        Raises:
            InvalidInputError: There is none of that name.
        """
        for output in self.outputs:
            if output.name == name:
                return output
        raise InvalidInputError(
            "output", f"{self.name} answers {', '.join(o.name for o in self.outputs)}, not {name[:40]}"
        )


@value_object
class Answered:
    """What came out: a value in its unit, or why there is none."""

    output: str
    status: str
    value: Answer | None
    unit: str
    reason: str = ""


COMMON = (
    "school",
    "basis",
    "species",
    "grade",
    "size",
    "plies",
    "flat",
    "wet",
    "incised",
    "load_shared",
    "load_type",
    "live",
    "dead",
    "live_line",
    "dead_line",
    "load",
    "deflection_limit",
    "longest",
    "solid_height",
    "top_height",
    "solidity",
    "edition",
)
"""Inputs that every sum takes, whether it needs them or not."""
ABOUT = ("status", "reason", "basis")
"""What every sum says beside its own outputs."""


def natural_unit(unit: str, given: Given) -> str:
    """The unit an answer is shown in: by school, otherwise by the first measured input."""
    words = unit.split("|")
    if len(words) == 1:
        return unit
    book = RULEBOOKS.get(given.text("school", ""))
    if book is None:
        return words[1] if given.metric() else words[0]
    if len(words) > 2 and book.small_lengths == "mm":
        return words[2]
    return words[1] if book.metric else words[0]


def answer(asked: Calculator, raw: Raw, output: str, *, unit: str = "") -> Answered:
    """One output of a sum; refusals and impossible inputs are answers, too."""
    if output in ABOUT and not any(item.name == output for item in asked.outputs):
        return _about(asked, raw, output)
    found = asked.output(output)
    given = Given(raw)
    shown = unit or natural_unit(found.unit, given)
    try:
        value = found.calculate(given)
        if isinstance(value, str) or found.unit == "text":
            return Answered(output=output, status="ok", value=value, unit="text")
        if not math.isfinite(value):
            raise OutOfScopeError("the answer is not a number one could build by", "look at the inputs")
        return Answered(output=output, status="ok", value=in_unit(value, shown), unit=shown)
    except OutOfScopeError as refused:
        return Answered(output=output, status="refuse", value=None, unit=shown, reason=refused.reason)
    except InvalidInputError as error:
        reason = f"{error.field}: {error.message}"
        return Answered(output=output, status="invalid", value=None, unit=shown, reason=reason)
    except OverflowError:
        reason = "a number is too large or too small to calculate with"
        return Answered(output=output, status="invalid", value=None, unit=shown, reason=reason)


def _about(asked: Calculator, raw: Raw, output: str) -> Answered:
    """Status (ok, fails, refuse, invalid), its reason, or the basis, over all outputs that the inputs suffice for."""
    given = Given(raw)
    if output == "basis":
        return Answered(output=output, status="ok", value=given.text("basis", "reckoned"), unit="text")
    found = [answer(asked, raw, item.name) for item in asked.outputs]
    good = [item for item in found if item.status == "ok"]
    if not good:
        first = next((item for item in found if item.status == "refuse"), found[0])
        status, reason = first.status, first.reason
    else:
        status, reason = "ok", ""
        over = [item for item in good if item.output.rsplit("_", 1)[-1] == "use" and not isinstance(item.value, str)]
        worst = max(over, key=lambda item: float(item.value or 0), default=None)
        if worst is not None and float(worst.value or 0) > 1 + 1e-9:
            status, reason = "fails", f"{worst.output.replace('_', ' ')} {float(worst.value or 0):.3g} is over 1"
        if asked.verdict is not None:
            try:
                why = asked.verdict(given)
            except (InvalidInputError, OutOfScopeError):
                why = ""
            if why:
                status, reason = "fails", why
    return Answered(output=output, status="ok", value=status if output == "status" else reason, unit="text")
