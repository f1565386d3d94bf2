"""Trade words and spelling of each school: one table, applied to every label of the catalogs."""

import re
from functools import cache

from steady.data.loader import keyed


@cache
def _words(school: str) -> tuple[re.Pattern[str], dict[str, str]] | None:
    rows = keyed("terms").values()
    if school == "us" or not all(school in row.text for row in rows):
        return None
    theirs = {row.text["term"]: row.text[school] for row in rows if row.text[school] != row.text["term"]}
    found = "|".join(sorted(map(re.escape, theirs), key=len, reverse=True))
    return re.compile(rf"\b({found})\b", re.IGNORECASE), theirs


@cache
def localized(text: str, school: str) -> str:
    """A text in default (US) words, in the words of a school: "Guard: height" is "Guarding: height" in the United Kingdom.

    Source: data/terms.csv.
    """
    known = _words(school)
    if known is None:
        return text
    pattern, theirs = known

    def replaced(match: re.Match[str]) -> str:
        word = theirs[match[0].lower()]
        return word[0].upper() + word[1:] if match[0][0].isupper() else word

    return pattern.sub(replaced, text)
