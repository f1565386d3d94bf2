"""What each word of a line means, as its kind's own help says it: shown where the word lands while it is typed."""

import re
from functools import partial

from steady.errors import InvalidInputError
from steady.structures.plain_entry import Clause, PlainWords, translated
from steady.structures.structure_type import LineForm
from steady.units.lengths import Bare, parse_length
from steady.units.show import Tape
from steady.value_objects import value_object

SIGNS = "@+~=:/"
"""Signs inside a word that say more: a gate's place, its second leaf, how far a band reaches."""
NUMBER = re.compile(r"\d[\d'\"./-]*(?:in|ft|mm|cm|m(?![a-z]))?")
MOST = 60
"""So many words of a line are explained."""


@value_object
class WordHelp:
    """One word of a line and what it means; empty: the line's own sizes or readings say nothing more, or it is not known."""

    word: str
    means: str
    known: bool = True


def explain(
    form: LineForm, text: str, bare: Bare, *, tape: Tape, plain: PlainWords | None = None
) -> tuple[WordHelp, ...]:
    """Every word of a line with its meaning, sizes in the crew's units, so that a bare number shows what it was taken for.

    What is typed in ordinary words is told phrase by phrase: what was typed, and what it was taken for.
    """
    short = _words(form, text, bare, tape=tape)
    if plain is None or all(word.known for word in short):
        return short
    try:
        found = translated(plain, text, bare)
    except InvalidInputError:
        return short
    if found is None:
        return short
    said = [_phrase(form, clause, bare, tape=tape) for clause in found.clauses]
    own = {clause.word for clause in found.clauses}
    return (*said, *(_said(form, word, bare, tape=tape) for word in found.line.split()[:MOST] if word not in own))


def _phrase(form: LineForm, clause: Clause, bare: Bare, *, tape: Tape) -> WordHelp:
    means = clause.means.format(*(tape.length(value_m) for value_m in clause.lengths_m))
    return WordHelp(word=clause.typed, means=means or _said(form, clause.word, bare, tape=tape).means or clause.typed)


def _words(form: LineForm, text: str, bare: Bare, *, tape: Tape) -> tuple[WordHelp, ...]:
    words = text.lower().replace(",", " ").replace("×", "x").split()[:MOST]
    return tuple(_said(form, word, bare, tape=tape) for word in words)


def _said(form: LineForm, word: str, bare: Bare, *, tape: Tape) -> WordHelp:
    sizes = _sizes(word, bare, tape)
    if sizes:
        return WordHelp(word=word, means=sizes)
    pattern, says = _pattern(form, word) or _within(form, word)
    # A word that leaves out its entry's number is not one: no figure is shown that nobody typed.
    if not says or (NUMBER.search(pattern) and not NUMBER.search(word)):
        return WordHelp(word=word, means="", known=False)
    for theirs, own in zip(NUMBER.findall(pattern), NUMBER.findall(word), strict=False):
        says = re.sub(
            rf"(?<![\w']){re.escape(theirs)}(?![\w'])", partial(_number, own=own, bare=bare, tape=tape), says, count=1
        )
    return WordHelp(word=word, means=re.split(r" \(|; ", says)[0])


def _number(found: re.Match[str], own: str, bare: Bare, *, tape: Tape) -> str:
    """The word's own number in place of the sample's: degrees and shares as they are, lengths in the crew's units."""
    after = found.string[found.end() : found.end() + 2]
    if after.startswith(("\N{DEGREE SIGN}", " %")):
        return own
    return _sizes(own, bare, tape) or own


def _pattern(form: LineForm, word: str) -> tuple[str, str] | None:
    """The help's entry that a word is written like: the same name, and no sign that the word has not; the most alike."""
    name, signs = _shape(word)
    names = {_shape(pattern)[0] for pattern, _ in form.help} - {""}
    longest = max((known for known in names if name.startswith(known)), key=len, default="")
    like = [
        (pattern, says)
        for pattern, says in form.help
        if longest and _shape(pattern)[0] == longest and _shape(pattern)[1] <= signs
    ]
    return max(like, key=lambda row: len(_shape(row[0])[1]), default=None)


def _within(form: LineForm, word: str) -> tuple[str, str]:
    """A word that another's help tells along the way, as *turn* in "bays by cross pieces; turn lays slats the other way"."""
    name = _shape(word)[0]
    for exactly in (re.escape(word), rf"{re.escape(name)}\d[\w@:'+./-]*" if name else ""):
        for _, says in form.help if exactly else ():
            told = re.search(rf"(?:^|; |, )({exactly}):? ([^;,]+)", says)
            if told:
                return told[1], told[2]
    return "", ""


def _shape(word: str) -> tuple[str, frozenset[str]]:
    beginning = re.match(r"[a-z]*", word)
    turned = {"turned"} if re.search(r"\d[rl]\d", word) else set()
    return beginning.group() if beginning else "", frozenset(sign for sign in SIGNS if sign in word) | turned


def _sizes(word: str, bare: Bare, tape: Tape) -> str:
    """A length, or two with an x between them, in the crew's units; empty where it is neither."""
    try:
        return " × ".join(tape.length(parse_length(part, bare)) for part in word.split("x", 1))
    except InvalidInputError:
        return ""
