"""Roofs in ordinary words: "14x10 pergola, 8 ft high, attached"; "12x8 lean-to falling 5 degrees, 8 ft high"."""

from steady.structures.plain_entry import LENGTH, SIZE, Made, PlainWords, as_flag, as_number, as_word
from steady.structures.plain_timbers import SIZED, timber

ANGLE = r"(?P<n>\d+(?:\.\d+)?)\s*(?:degrees|degree|deg|°)?"
SLOPED = r"(?P<n>\d+(?:\.\d+)?)\s*(?:degrees|degree|deg|°)\s+"


def roof_words(noun: str, high: str, height: str, *, sloped: str = "", attached: str | None = None) -> PlainWords:
    """A roof's phrases.

    Args:
        noun: What such a roof is called.
        high: The short line's word for its height, and `height` what it means.
        sloped: The word for its slope in degrees; empty: it has none.
        attached: The short line's word for one on a house; None: the kind says nothing of it.
    """
    slopes: tuple[tuple[str, Made], ...] = (
        (
            (rf"(?:pitch|slope|fall|falling|sloping)(?:\s+of|\s+at)?\s+{ANGLE}", as_number(sloped, "{0}° slope")),
            (rf"{SLOPED}(?:pitch|slope|fall)", as_number(sloped, "{0}° slope")),
        )
        if sloped
        else ()
    )
    house: tuple[tuple[str, Made], ...] = (
        (
            (r"attached(?: to (?:the )?(?:house|wall))?", as_flag(attached, "on the house")),
            (r"free[- ]?standing", as_flag("free" if attached else "", "on its own posts")),
        )
        if attached is not None
        else ()
    )
    return PlainWords(
        noun=noun,
        phrases=(
            *slopes,
            *house,
            (rf"(?P<a>{LENGTH})\s+(?:high|tall|clear|headroom|clear height)", as_word(high, height)),
            (rf"(?:high|height|headroom)\s+(?P<a>{LENGTH})", as_word(high, height)),
            (rf"(?P<a>{LENGTH})\s+overhangs?", as_word("over", "overhang {0}")),
            (rf"overhangs?(?:\s+of)?\s+(?P<a>{LENGTH})", as_word("over", "overhang {0}")),
            (
                rf"rafters\s+(?:at|every)\s+(?P<a>{LENGTH})(?:\s+(?:apart|on cent(?:er|re)s?|o\.?c\.?))?",
                as_word("rafters", "rafters {0} apart"),
            ),
            (rf"(?P<a>{LENGTH})\s+(?:knee\s+)?braces?", as_word("brace", "knee braces {0} long")),
            (rf"(?:knee\s+)?braces?(?:\s+of)?\s+(?P<a>{LENGTH})", as_word("brace", "knee braces {0} long")),
            (rf"{SIZED}posts?", timber("post", "post")),
            SIZE,
        ),
    )


PERGOLA_WORDS = roof_words("pergola|arbor|shade roof", "high", "{0} clear under the beams", attached="attached")
LEAN_TO_WORDS = roof_words(
    "lean-to|lean to|porch roof|veranda", "beam", "top of the beam at {0}", sloped="fall", attached=""
)
PAVILION_WORDS = roof_words("pavilion|gazebo|shelter", "beam", "top of the beams at {0}", sloped="pitch")
