"""What a kind of structure is: one object with all that the rest of the program asks of it.

A new kind is a folder with one of these and a line in the registry. Whoever holds a kind never asks which one it is.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import field, fields, replace
from typing import Any, Protocol

from steady.catalog.purchasing import PurchasingSettings
from steady.design_codes.base import Rulebook
from steady.errors import InvalidInputError
from steady.ground.site import Site
from steady.plan.model import Check, DragHandle, Plan
from steady.structures.coating import Finish
from steady.structures.form_schema import Group
from steady.structures.manufacturer_ratings import ManufacturerRating
from steady.structures.option import Change, Choice
from steady.structures.plain_entry import PlainWords, translated
from steady.structures.support_links import PostReaction, SupportLink
from steady.units.lengths import Bare
from steady.units.show import Tape
from steady.value_objects import value_object


class Spec(Protocol):
    """What every structure's spec says: its kind, its id, and makers' numbers."""

    @property
    def kind(self) -> str: ...
    @property
    def id(self) -> str: ...
    @property
    def ratings(self) -> tuple[ManufacturerRating, ...]: ...


@value_object
class DesignInput:
    """What a structure is planned from, travelling as one: spec, site, school, yard, and how the crew reads its tape."""

    spec: Any
    site: Site
    book: Rulebook
    yard: PurchasingSettings
    tape: Tape

    def of(self, spec: Spec) -> "DesignInput":
        """The same case with another spec."""
        return replace(self, spec=spec)


@value_object
class NewStructureRequest:
    """A new structure in one line of words. `choices`: what the crew chose for its last one; `preset`: a key of the kind's."""

    text: str
    id: str
    bare: Bare
    school: str
    preset: str = ""
    choices: Mapping[str, Any] = field(default_factory=dict)


@value_object
class LineStart:
    """Something to start with at a press: what it says, and the line in feet and in metres."""

    says: str
    imperial: str
    metric: str
    preset: str = ""


@value_object
class LineForm:
    """How a structure of the kind is written on one line.

    Args:
        title: Heads the form ("New deck").
        asks: What the line holds.
        name: A sample name.
        imperial: A sample line in feet; `metric` in metres.
        help: Words of the line and what each means, in feet; `metric_help` the same where a bare number is metres.
        starts: Lines at a press.
        in_words: A sample in ordinary words, in feet and in metres; empty: the kind reads its short line alone.
    """

    title: str
    asks: str
    name: str
    imperial: str
    metric: str
    help: tuple[tuple[str, str], ...]
    metric_help: tuple[tuple[str, str], ...]
    starts: tuple[LineStart, ...] = ()
    in_words: tuple[str, str] = ("", "")


def in_metres(hints: tuple[tuple[str, str], ...], words: Mapping[str, str]) -> tuple[tuple[str, str], ...]:
    """The hints of a line where a bare number is metres: its words in feet with what stands in their place, in that order."""

    def said(text: str) -> str:
        for feet, metres in words.items():
            text = text.replace(feet, metres)
        return text

    return tuple((said(word), said(means)) for word, means in hints)


@value_object
class ChoiceGroup:
    """A group of choices in a table: its key, its heading, what one of them is called; `beside`: as buttons over the table."""

    group: str
    title: str
    what: str
    beside: bool = False


@value_object
class Table:
    """One table of the drawer: members, marks, holes, pieces, cut plan, cautions, or choices (`offers`); others are the kind's own.

    `needs`: shown only where there is a member of this sort.
    """

    key: str
    says: str
    offers: tuple[ChoiceGroup, ...] = ()
    needs: str = ""


COMMON = (
    Table(key="holes", says="Holes"),
    Table(key="pieces", says="Pieces"),
    Table(key="cut plan", says="Cutting plan"),
    Table(key="joints", says="Joints"),
    Table(key="cautions", says="Cautions"),
)
"""Tables that any structure has."""


@value_object
class WindRating:
    """The wind that a structure as built stands up to: a 3-second gust at 10 m (m/s), in the school's words, and what gives."""

    gust_m_per_s: float
    says: str
    gives: str


@value_object
class WindOfPart:
    """The wind that one group of parts stands up to by itself (m/s), in the school's words, and what gives."""

    part: str
    gust_m_per_s: float
    says: str
    gives: str


@value_object
class WindAssumption:
    """One assumption made better, or read otherwise: how one gets to know, and the gust of the whole with it (m/s)."""

    key: str
    says: str
    buys: str
    gust_m_per_s: float


@value_object
class WindByPart:
    """What decides a wind rating: the place's own gust beside it (m/s), groups of parts, assumptions, and one sentence."""

    gust_m_per_s: float
    place_gust_m_per_s: float
    parts: tuple[WindOfPart, ...]
    assumptions: tuple[WindAssumption, ...]
    decisive: str


@value_object
class StartingDesign:
    """One way to start: the spec and its plan (None where there is no such way, and `why`), and how many were planned.

    `sized_for`: the harder site that it was sized for, where that is another than its own.
    """

    spec: Any = None
    plan: Plan | None = None
    planned: int = 1
    why: str = ""
    sized_for: Site | None = None


@value_object
class StartingContext:
    """What a way to start is made with: the name that signs it, the crew's habit, and what a plan costs."""

    signed: str
    habit: Any
    priced: Callable[[Plan], float]


@value_object
class StartingDesignProvider:
    """Ways to build one structure beside each other.

    Args:
        ways: Their names and what each says; `crew` names the one that is the crew's own habit, `signed` those that a name
            is put to before they are built.
        begin: One way made: case, way, and what it is made with.
        habit: The type of a crew's habit; `habit_of` reads one from a built spec.
        singles: Single changes that add strength, to be planned each.
    """

    ways: tuple[tuple[str, str], ...]
    signed: frozenset[str]
    crew: str
    begin: Callable[[DesignInput, str, StartingContext], StartingDesign]
    habit: type[Any]
    habit_of: Callable[[Any, Plan], Any]
    singles: Callable[[DesignInput], Iterator[tuple[str, Change]]]


CREW_WAY = ("our crew", "As our crew builds")
GENERAL_WAYS = (
    ("as it is", "Current design"),
    ("usual here", "Typical here"),
    CREW_WAY,
    ("cheapest", "Lowest cost found that passes"),
    ("sturdier", "Sturdier"),
)
"""Ways to start any kind that knows changes which might help."""


@value_object
class Approval:
    """What a client approves before anything is bought: the look's fingerprint, and the sentence that holds the list ("" free).

    `items`: what the look is made of, name and value, to be kept with the approval.
    """

    look: str
    held: str
    items: tuple[tuple[str, str], ...] = ()


@value_object
class ObstructionReport:
    """What a hole met: at which post, what it is, half of what must stay free, and where the posts stand that are set."""

    post: str
    what: str
    half_width_m: float
    stand_m: Mapping[str, float]


def _no_candidates(case: DesignInput) -> Iterator[tuple[str, Change]]:
    return iter(())


def _no_choices(case: DesignInput) -> Iterator[Choice]:
    return iter(())


def _as_they_are(spec: Any, harder: Plan, own: Plan) -> Any:
    return spec


def _no_parts(case: DesignInput, plan: Plan) -> WindByPart | None:
    return None


def _no_strength(case: DesignInput, plan: Plan) -> WindRating | None:
    return None


@value_object
class StructureType:
    """One kind of structure.

    Args:
        key: Its word in documents ("fence"); `many` for several.
        spec: The type of its spec.
        line: How it is written on one line; `read` reads one.
        presets: Other starts of the same kind, and what each is called.
        plan: The plan of a case. `home` brings a spec's timbers to a school.
        form: What its panel asks; `usual`: what a crew is asked that says how it usually builds one, where that is not the form;
            `settings`: all that can be found by its name, where that is more than the form;
            `tables`: the drawer's tables, in order.
        own: Fields that belong to one structure alone; all else is a choice that the next one starts from; empty keeps none.
        structural: Fields of the frame that a typical or a crew's own build sets; never what the client asked for.
        move: The spec with a handle of its plan moved to a place along its axis (m).
        hold: The spec with a thing kept where it stands; `let_go` frees it.
        candidates: Changes that might help; `choices`: members and ways to choose from.
        first_checks: What is known before its pieces are counted: where one of these fails, so does the whole.
        acts: Named changes with a value, for what a form field cannot say.
        strength: Wind rating. `wind_by_part`: what decides it. `hold_footings`: the spec with footings as a
            harder site's plan of it sizes them, where they are more than its own's.
            `approval`: what a client approves. `found`: goes round what a hole met.
        starts: Ways to build it beside each other.
        rests: Where it rests on another structure of the job; `brings`: what its posts bring there, on its own axes.
        carries: The spec with what rests on it; None: nothing may.
        shades: The day, hour and clock that its shade is wanted at; None: nobody says.
        describe: What a client reads of it in an offer; empty: its pieces are counted there.
        plain: Its phrases in ordinary words; `typed` reads either.
        finish: How its wood is finished.
    """

    key: str
    many: str
    spec: type[Any]
    line: LineForm
    read: Callable[[NewStructureRequest], Any]
    plan: Callable[[DesignInput], Plan]
    home: Callable[[Any, str], Any]
    move: Callable[[Any, DragHandle, float], Any]
    hold: Callable[[Any, str, float], Any]
    let_go: Callable[[Any, str], Any]
    form: tuple[Group, ...] = ()
    usual: tuple[Group, ...] = ()
    settings: tuple[Group, ...] = ()
    tables: tuple[Table, ...] = COMMON
    presets: tuple[tuple[str, str], ...] = ()
    own: frozenset[str] = frozenset()
    structural: tuple[str, ...] = ()
    candidates: Callable[[DesignInput], Iterator[tuple[str, Change]]] = _no_candidates
    first_checks: Callable[[DesignInput], Iterable[Check]] = lambda case: ()
    choices: Callable[[DesignInput], Iterator[Choice]] = _no_choices
    acts: Mapping[str, Callable[[Any, str], Any]] = field(default_factory=dict)
    strength: Callable[[DesignInput, Plan], WindRating | None] = _no_strength
    wind_by_part: Callable[[DesignInput, Plan], WindByPart | None] = _no_parts
    hold_footings: Callable[[Any, Plan, Plan], Any] = _as_they_are
    approval: Callable[[Any, Tape], Approval | None] = lambda spec, tape: None
    found: Callable[[Any, Plan, ObstructionReport], Any] | None = None
    starts: StartingDesignProvider | None = None
    rests: Callable[[Any], SupportLink | None] = lambda spec: None
    brings: Callable[[DesignInput], tuple[PostReaction, ...]] = lambda case: ()
    carries: Callable[[Any, tuple[PostReaction, ...]], Any] | None = None
    shades: Callable[[Any], tuple[str, float, float] | None] = lambda spec: None
    plain: PlainWords | None = None
    describe: Callable[[DesignInput, Plan], str] = lambda case, plan: ""
    finish: Callable[[Any], Finish] = lambda spec: Finish()

    def typed(self, ask: NewStructureRequest) -> Any:
        """A structure as it was typed: on the kind's short line, or in ordinary words.

        Raises:
            InvalidInputError: It does not read.
        """
        try:
            return self.read(ask)
        except InvalidInputError:
            found = translated(self.plain, ask.text, ask.bare) if self.plain is not None else None
            if found is None:
                raise
        return found.applied(self.read(replace(ask, text=found.line)))

    def kept(self, spec: Any) -> tuple[str, ...]:
        """Names of the fields that the next structure of the kind starts from."""
        return tuple(f.name for f in fields(spec) if f.name not in self.own) if self.own else ()


def changed(spec: Any, change: Change) -> Any:
    """The spec with some of its fields changed."""
    return replace(spec, **dict(change))


def nothing_holds(spec: Any, thing: str, at_m: float = 0.0) -> Any:
    """For kinds without things to hold.

    Raises:
        InvalidInputError: Always.
    """
    raise InvalidInputError("post", "Nothing of this can be held in place")


def ways_of(kind: StructureType) -> tuple[tuple[str, str], ...]:
    """The ways to start a structure of a kind and what each is called: its own, and those that any kind has."""
    if kind.starts is not None:
        known = {key for key, _ in kind.starts.ways}
        return (*kind.starts.ways, *(way for way in GENERAL_WAYS if way[0] not in known))
    if kind.candidates is _no_candidates:
        return ()
    return tuple(way for way in GENERAL_WAYS if kind.structural or way[0] in ("as it is", "cheapest", "sturdier"))


def crew_way_of(kind: StructureType) -> str:
    """Which of its ways is the crew's own habit; empty: it keeps none."""
    if kind.starts is not None:
        return kind.starts.crew
    return CREW_WAY[0] if kind.structural else ""
