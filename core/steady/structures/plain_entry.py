"""A structure described in ordinary words, brought to its kind's short line: "85 ft, corner at 52, 5 ft 6 in tall".

Each kind has a table of phrases. A phrase becomes a word of the short line, or a change of the spec that the line says; what no
phrase matches is left to the short line, which refuses what it does not know by quoting it.
"""

import re
from collections.abc import Callable
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.structures.form_schema import limits_of
from steady.units.client_lengths import client_length
from steady.units.lengths import Bare, of_one_unit, parse_length, plain_signs
from steady.value_objects import value_object

FIELD = "readings"
_UNIT = r"(?:feet|foot|ft|inches|inch|in|metres|meters|metre|meter|mm|cm|m|'|\")\b\.?|['\"]"
_NUMBER = r"\d+(?:\.\d+)?(?:[ -]\d+/\d+)?"
LENGTH = (
    rf"(?:{_NUMBER}\s*(?:{_UNIT})(?:\s*{_NUMBER}\s*(?:inches|inch|in|\")(?!\w)|\s*{_NUMBER}(?=\s*(?:,|$)))?|{_NUMBER})"
)
"""A length inside a sentence: 3 ft 6 in, 5'6, 900 mm, 1.8 m, or a number alone."""
NOISE = re.compile(
    r"\b(?:a|an|the|and|with|of|on|in total|long|total|please|it|is|has|one|new|to house|house|wooden|timber|wood|lumber)\b"
)
EDGE_SIGNS = ",;. "
SIZED = re.compile(r"[\d.][\w.'\"/]*x[\d.]")
"""A word of a short line that is a size."""


@value_object
class Clause:
    """One phrase of what was typed. `word`: of the short line; `change`: of the spec.

    `means`: what it was taken for, with {0}, {1} for its lengths (m); empty: as the short line's help says of its word.
    """

    typed: str
    word: str = ""
    change: Callable[[Any], Any] | None = None
    means: str = ""
    lengths_m: tuple[float, ...] = ()


Made = Callable[[re.Match[str], Bare], Clause]


@value_object
class PlainWords:
    """A kind's phrases, in the order in which they are looked for; `noun`: what such a structure is called, which says nothing.

    `ordered`: puts the short line's words in their order; unsaid, the size comes first.
    """

    noun: str
    phrases: tuple[tuple[str, Made], ...]
    ordered: Callable[[list[str]], list[str]] = lambda words: sorted(words, key=lambda word: not SIZED.match(word))


@value_object
class PlainLine:
    """What was typed as a short line, with what is changed after it is read."""

    line: str
    clauses: tuple[Clause, ...]

    def applied(self, spec: Any) -> Any:
        """The spec with everything that the short line has no word for."""
        for clause in self.clauses:
            if clause.change is not None:
                spec = clause.change(spec)
        return spec


def translated(words: PlainWords, text: str, bare: Bare) -> PlainLine | None:
    """A description as a short line; None where it holds no phrase of the kind.

    Raises:
        InvalidInputError: A phrase is known and its figures cannot be; the message quotes it.
    """
    rest = plain_signs(text)
    clauses: list[tuple[int, Clause]] = []
    for pattern, made in words.phrases:
        found = re.search(rf"(?<![\w.]){pattern}(?![\w.]*\w)", rest)
        while found is not None:
            clauses.append((found.start(), made(found, bare)))
            # What is taken leaves its room, so that places in the text stay what they are.
            rest = rest[: found.start()] + "," * len(found[0]) + rest[found.end() :]
            found = re.search(rf"(?<![\w.]){pattern}(?![\w.]*\w)", rest)
    bare_rest = re.sub(rf"\b(?:{words.noun})\b", " ", rest)
    if bare_rest == rest and not any(" " in clause.typed or clause.change for _, clause in clauses):
        return None  # words of the short line alone
    rest = NOISE.sub(" ", bare_rest)
    left = [word for word in (part.strip(EDGE_SIGNS) for part in rest.replace(",", " ").split()) if word]
    told = tuple(clause for _, clause in sorted(clauses, key=lambda row: row[0]))
    line = words.ordered([*left, *(clause.word for clause in told if clause.word)])
    return PlainLine(line=" ".join(line), clauses=told)


def metres(text: str, bare: Bare, typed: str) -> float:
    """A length out of a phrase (m).

    Raises:
        InvalidInputError: It does not read; the message quotes the phrase.
    """
    try:
        return parse_length(text, bare)
    except InvalidInputError:
        raise InvalidInputError(FIELD, f'"{typed.strip()}" holds no length that reads') from None


def short(value_m: float) -> str:
    """A length as a word of a short line holds it."""
    return f"{value_m:.6f}".rstrip("0").rstrip(".") + "m"


def as_word(name: str, means: str = "") -> Made:
    """A phrase that is a word of the short line: its name, then the length of the group `a`."""

    def made(found: re.Match[str], bare: Bare) -> Clause:
        value_m = metres(found["a"], bare, found[0])
        return Clause(typed=found[0].strip(), word=name + short(value_m), means=means, lengths_m=(value_m,))

    return made


def as_number(name: str, means: str) -> Made:
    """A phrase that is a word of the short line with its number as it stands, which takes {0}'s place."""
    return lambda found, bare: Clause(
        typed=found[0].strip(), word=f"{name}{found['n']}", means=means.replace("{0}", found["n"])
    )


def as_flag(word: str, means: str = "") -> Made:
    """A phrase that is a word of the short line alone; empty: it says what is so anyway."""
    return lambda found, bare: Clause(typed=found[0].strip(), word=word, means=means)


def as_field(spec: type[Any], path: str, means: str) -> Made:
    """A phrase that sets a length of the spec to that of the group `a`, held to the limits of the spec's own field."""
    least_m, most_m = limits_of(spec, path)
    shown = [client_length(value_m, "imperial") for value_m in (least_m, most_m)]

    def made(found: re.Match[str], bare: Bare) -> Clause:
        value_m = metres(found["a"], bare, found[0])
        if not least_m - 1e-9 <= value_m <= most_m + 1e-9:
            allowed = f"{shown[0]} to {shown[1]} ({least_m:g} to {most_m:g} m)"
            raise InvalidInputError(FIELD, f'"{found[0].strip()}": {allowed} is possible; check its unit')
        return Clause(
            typed=found[0].strip(),
            change=lambda spec: replace(spec, **{path: value_m}),
            means=means,
            lengths_m=(value_m,),
        )

    return made


def size(found: re.Match[str], bare: Bare) -> Clause:
    """Two sides with a unit at one or both: 18 ft by 11 ft, 5.4 x 3.3 m."""
    sides = tuple(metres(side, bare, found[0]) for side in of_one_unit(found["a"].strip(), found["b"].strip()))
    return Clause(typed=found[0].strip(), word="x".join(map(short, sides)), means="{0} × {1}", lengths_m=sides)


SIZE = (rf"(?P<a>{LENGTH})\s*(?:x|by)\s*(?P<b>{LENGTH})", size)
