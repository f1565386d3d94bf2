"""A fence in ordinary words: "85 ft, corner at 52, 3 ft 6 in gate at 18, 5 ft 6 in tall, 4x4 posts"."""

import re
from dataclasses import replace
from typing import Any

from steady.errors import InvalidInputError
from steady.layout.barriers import gate_width_m
from steady.structures.fence.spec.fence import FenceSpec
from steady.structures.fence.spec.infill_traits import TRAITS, Style
from steady.structures.fence.spec.presets import closed_with
from steady.structures.plain_entry import FIELD, LENGTH, Clause, Made, PlainWords, as_field, as_word, metres, short
from steady.structures.plain_timbers import SIZED, timber
from steady.units.lengths import Bare

SERVICES = r"(?P<what>gas|water|sewer|drain|electric(?:ity)?|cable|power|telephone|pipe|no[- ]dig|rock|roots?)"


def _corner(found: re.Match[str], bare: Bare) -> Clause:
    at_m = metres(found["a"], bare, found[0])
    side, degrees = found["side"] or found["first"] or "right", found["n"] or ""
    turn = f"{side[0]}{degrees or '90'}" if degrees or side == "left" else ""
    return Clause(
        typed=found[0].strip(),
        word=f"c{short(at_m)}{turn}",
        means=f"at {{0}} the line turns {degrees or '90'}° to the {side}",
        lengths_m=(at_m,),
    )


def _gate(found: re.Match[str], bare: Bare) -> Clause:
    clear_m, at_m = metres(found["a"], bare, found[0]), metres(found["b"], bare, found[0])
    double = "double" in found[0] or "two leaves" in found[0]
    clear = f"{short(clear_m / 2)}+{short(clear_m / 2)}" if double else short(clear_m)
    leaves = " in two leaves" if double else ""
    return Clause(
        typed=found[0].strip(),
        word=f"g{clear}@{short(at_m)}",
        means=f"gate {{0}} clear{leaves}, its first post at {{1}}",
        lengths_m=(clear_m, at_m),
    )


USES = {
    "person": "person",
    "wheelchair": "wheelchair",
    "barrow": "barrow",
    "wheelbarrow": "barrow",
    "mower": "mower",
    "push mower": "mower",
    "ride-on": "ride-on mower",
    "ride-on mower": "ride-on mower",
    "car": "car",
    "driveway": "car",
    "car and trailer": "car and trailer",
    "truck": "truck",
    "farm": "farm machine",
    "tractor": "farm machine",
}
"""Words for what goes through a gate, and the use whose width it takes (data/gate_widths.csv)."""
PAIR_FROM_M = 1.8
"""A gate this wide or wider has two leaves: 6 ft for leaves of wood [common practice]."""


def _gate_for(found: re.Match[str], bare: Bare) -> Clause:
    """A gate as wide as is usual for what goes through it."""
    use = USES[re.sub(r"[\s-]+on", "-on", found["use"].lower())]
    clear_m, at_m = gate_width_m(use, bare in ("m", "mm")), metres(found["b"], bare, found[0])
    two = clear_m >= PAIR_FROM_M
    return Clause(
        typed=found[0].strip(),
        word=f"g{f'{short(clear_m / 2)}+{short(clear_m / 2)}' if two else short(clear_m)}@{short(at_m)}",
        means=f"gate {{0}} clear, usual for a {use}{', in two leaves' if two else ''}, its first post at {{1}}",
        lengths_m=(clear_m, at_m),
    )


def _no_width(found: re.Match[str], bare: Bare) -> Clause:
    raise InvalidInputError(FIELD, f'"{found[0].strip()}": say how wide it is, as in 3 ft 6 in gate at 18 ft')


def _no_distance(found: re.Match[str], bare: Bare) -> Clause:
    said = found[0].strip()
    raise InvalidInputError(FIELD, f'"{said}": say how far to keep off, as in gas at 61 ft, 2 ft each side')


def _service(found: re.Match[str], bare: Bare) -> Clause:
    at_m, half_m = metres(found["a"], bare, found[0]), metres(found["b"], bare, found[0])
    name = "" if found["what"].startswith("no") else f"={found['what']}"
    return Clause(
        typed=found[0].strip(),
        word=f"x{short(at_m)}~{short(half_m)}{name}",
        means="no digging within {1} of {0}",
        lengths_m=(at_m, half_m),
    )


def _rails(found: re.Match[str], bare: Bare) -> Clause:
    count = int(found["n"])
    return Clause(
        typed=found[0].strip(), change=lambda spec: replace(spec, rails_count=count), means=f"{count} rails a bay"
    )


def _closed(style: Style) -> Made:
    def made(found: re.Match[str], bare: Bare) -> Clause:
        def change(spec: FenceSpec) -> Any:
            return closed_with(spec, style)

        return Clause(typed=found[0].strip(), change=change, means=f"infill: {style}")

    return made


def _along(words: list[str]) -> list[str]:
    """Readings in the order in which the tape meets them; the end, which has no letter, last."""
    places: list[tuple[float, str]] = []
    ends: list[str] = []
    for word in words:
        place = re.fullmatch(r"[cp]([\d.]+)m.*", word) or re.fullmatch(r"g.*@([\d.]+)m", word)
        if place:
            places.append((float(place[1]), word))
        elif re.match(r"[cgxp]", word):
            places.append((float("inf"), word))
        else:
            ends.append(word)
    return [word for _, word in sorted(places, key=lambda row: row[0])] + ends


AT = r"(?:\s+at)?\s+"
HIGH = as_field(FenceSpec, "height_m", "{0} high")
APART = as_field(FenceSpec, "bay_max_m", "posts no farther apart than {0}")
PLAIN = PlainWords(
    noun="fence|fencing|line|run",
    phrases=(
        *((pattern, _closed(style)) for style, one in TRAITS.items() for pattern in one.words),
        (
            rf"(?:(?P<first>left|right)\s+)?corner{AT}(?P<a>{LENGTH})"
            r"(?:\s*,?\s*(?:turn(?:s|ing)?\s+)?(?P<side>left|right))?(?:\s+(?:by\s+)?(?P<n>\d+(?:\.\d+)?)\s*(?:degrees|deg|°))?",
            _corner,
        ),
        (rf"(?P<a>{LENGTH})\s+(?:wide\s+)?(?:double\s+|walk\s+|drive\s+|single\s+)?gate{AT}(?P<b>{LENGTH})", _gate),
        (rf"(?:double\s+)?gate\s+(?:of\s+)?(?P<a>{LENGTH})\s+(?:wide\s+)?at\s+(?P<b>{LENGTH})", _gate),
        (
            rf"(?P<use>{'|'.join(sorted(USES, key=len, reverse=True))}|ride on(?: mower)?)\s+gate{AT}(?P<b>{LENGTH})",
            _gate_for,
        ),
        (rf"(?:double\s+|walk\s+|drive\s+)?gate{AT}(?P<b>{LENGTH})", _no_width),
        (
            rf"{SERVICES}(?:\s+(?:line|main|pipe|zone))?{AT}(?P<a>{LENGTH})\s*,?\s*(?:keep\s+off\s+)?"
            rf"(?P<b>{LENGTH})\s*(?:each\s+side|either\s+side|both\s+sides|off)",
            _service,
        ),
        (rf"{SERVICES}(?:\s+(?:line|main|pipe|zone))?{AT}(?P<a>{LENGTH})", _no_distance),
        (rf"post{AT}(?P<a>{LENGTH})", as_word("p", "a post at {0}")),
        (rf"(?P<a>{LENGTH})\s+(?:tall|high)", HIGH),
        (rf"(?:height|tall|high)\s+(?P<a>{LENGTH})", HIGH),
        (
            rf"posts\s+(?:every|at\s+most|at)\s+(?P<a>{LENGTH})(?:\s+apart)?",
            APART,
        ),
        (rf"(?P<a>{LENGTH})\s+bays", APART),
        (r"(?P<n>[2-4])\s+rails?", _rails),
        (rf"{SIZED}gate\s+posts?", timber("gate_post", "post")),
        (rf"{SIZED}posts?", timber("post", "post")),
        (rf"{SIZED}rails?", timber("rail", "rail")),
        (rf"{SIZED}boards?", timber("board", "board")),
        (rf"(?P<a>{LENGTH})\s*(?:long|in all|of fence|fence|run|line)?", as_word("", "{0} in all")),
    ),
    ordered=_along,
)
