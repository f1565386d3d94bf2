"""The order of a deck's work with its hold points, and what to heed; the words stand in two tables."""

from steady.data.loader import keyed
from steady.plan.model import Caution, Part, Task
from steady.structures.deck.checks.findings import DeckTimbers
from steady.structures.deck.checks.ledger import edges
from steady.structures.deck.layout.framing import DeckFrame
from steady.structures.deck.spec.deck import DeckSpec, sistered
from steady.structures.structure_type import DesignInput

TWO_LIFT_KG = 23.0
"""Over 50 lb a piece is lifted by two [common practice]."""
DEEP_M = 0.28
SAME_SPACING_M = 0.006
SAME_LEVEL_M = 0.0015


def tasks(spec: DeckSpec, counts: dict[str, float]) -> list[Task]:
    """What is done in which order; an inspector or the owner looks before anything is covered.

    Args:
        counts: How many of each thing the tasks count; a task whose things are none is left out.
    """
    made: list[Task] = []
    rows = {key: row for key, row in keyed("deck_tasks").items() if counts.get(row.text["counts"], 0)}
    for key, row in rows.items():
        waits = []
        for word in row.text["after"].split():
            name, _, cure = word.partition("+")
            if name in rows:
                waits.append((f"{spec.id}/{name}", cure))
        made.append(
            Task(
                id=f"{spec.id}/{key}",
                what=row.text["what"],
                about=(spec.id,),
                work=((row.text["counts"], counts[row.text["counts"]], ""),),
                after=tuple(waits),
                hold=row.text["hold"],
                stage=row.text["stage"],
            )
        )
    return made


def cautions(
    case: DesignInput, frame: DeckFrame, timber: DeckTimbers, *, parts: list[Part], frost: str
) -> list[Caution]:
    """What can hurt someone or go wrong."""
    spec = case.spec
    made = _usual(case, timber)

    def say(kind: str, text: str, source: str) -> None:
        made.append(Caution(about=spec.id, kind=kind, text=text, source=source))  # type: ignore[arg-type]

    heaviest = max((part for part in parts if part.mass_kg), key=lambda part: part.mass_kg, default=None)
    if heaviest is not None and heaviest.mass_kg > TWO_LIFT_KG:
        kg = heaviest.mass_kg
        words = f"The heaviest piece, a {heaviest.role}, weighs {kg:.0f} kg ({kg / 0.45359237:.0f} lb)"
        say("hurt", f"{words}: two people, or a prop and a ledge; never stand under it", "practice: usual care")
    if frame.on_house:
        made += _at_house(case)
    if spec.beside_existing:
        for text in _beside(case, timber.board.thickness_m):
            say("drawing", text, "the survey of the deck that stands")
    if longer := longer_boards(case, timber, parts):
        say("drawing", longer, "the list of what is on sale")
    if frost:
        say("drawing", frost, "see the calculation")
    return made


def _at_house(case: DesignInput) -> list[Caution]:
    """What a deck on a ledger asks of its wall and of the roof above."""
    spec, made = case.spec, list[Caution]()

    def say(kind: str, text: str, source: str) -> None:
        made.append(Caution(about=spec.id, kind=kind, text=text, source=source))  # type: ignore[arg-type]

    say("drawing", edges(not case.book.metric), "irc: R507.9.1.3(2); medium")
    row = keyed("deck_walls")[spec.ledger.wall]
    if row.text["ledger"] != "yes":
        say("licence", f"No ledger here: {row.text['reason']}", row.source)
    if case.site.ground_snow_pa > 0:
        say(
            "drawing",
            "Snow drifts against a wall and slides off a roof: the deck next to the house can carry several times the snow that "
            "is calculated here, which lies even. Ask whoever knows the roof, or clear it",
            "practice: drift on decks is not calculated here",
        )
    return made


def _usual(case: DesignInput, timber: DeckTimbers) -> list[Caution]:
    """The table's cautions that hold here."""
    spec = case.spec
    here = {"always", spec.attach if spec.bridge is None else "bridge", spec.rests, *spec.carries}
    here.add(case.site.use)
    if timber.joist.width_m > DEEP_M:
        here.add("deep")
    made = []
    for key, row in keyed("deck_cautions").items():
        if row.text["when"] in here or (row.text["when"] == "carries" and key in here):
            stops = (f"{spec.id}/dig",) if key == "locate" else ()
            made.append(
                Caution(
                    about=spec.id,
                    kind=row.text["kind"],  # type: ignore[arg-type]
                    text=row.text["text"],
                    source=row.source,
                    stops=stops,
                    cleared_by="the locate under Build" if stops else "",
                )
            )
    return made


def longer_boards(case: DesignInput, timber: DeckTimbers, parts: list[Part]) -> str:
    """That boards need the next longer stick only because they run past the rim at both ends; empty: none do."""
    past_m, tape = 2 * case.spec.board_past_m, case.tape
    on_sale = sorted(stock.length_m for stock in case.yard.lengths(timber.board.key))

    def stick_m(length_m: float) -> float:
        return next((one for one in on_sale if one >= length_m - 1e-6), 0.0)

    # Boards of the field alone: the frame's have miters at both ends, and a cut row's length goes by its step.
    board = [part for part in parts if part.item == timber.board.key and part.length_m > past_m]
    missed = [part for part in board if 0 < stick_m(part.length_m - past_m) < stick_m(part.length_m)]
    if not missed or not past_m:
        return ""
    worst = max(missed, key=lambda part: part.count)
    flush, bought = (tape.length(stick_m(length_m)) for length_m in (worst.length_m - past_m, worst.length_m))
    return (
        f"{sum(part.count for part in missed)} deck boards of {tape.length(worst.length_m)} are cut from {bought} sticks "
        f"because they run {tape.length(case.spec.board_past_m)} past the rim at both ends: flush with it, or on a deck "
        f"{tape.length(past_m)} shorter, they are cut from {flush} sticks"
    )


def _beside(case: DesignInput, board_m: float) -> list[str]:
    """What the deck that stands asks of this one: its joists read before ours are set, and the step between the two."""
    spec, tape = case.spec, case.tape
    old, found = spec.existing, []
    if not old.joist:
        found.append(
            "Read the joists of the deck that stands: what they are, how far apart, and how high their tops lie"
        )
    elif abs(old.spacing_m - spec.spacing_m) > SAME_SPACING_M:
        ours, theirs = tape.length(spec.spacing_m), tape.length(old.spacing_m)
        found.append(
            f"Its joists ({old.joist}) stand {theirs} apart, ours {ours}: boards do not run through on one line of screws"
        )
    if sistered(spec):
        higher_m = (old.board_m if old.board_m is not None else board_m) - board_m
        level = "level with the old ones'"
        if abs(higher_m) > SAME_LEVEL_M:
            way = "above" if higher_m > 0 else "below"
            level = f"{tape.length(abs(higher_m))} {way} the old ones', so that the boards meet level"
        found.append(
            f"Joists run {tape.length(old.lap_m)} back beside the old ones, all on the same side, tops {level}; bolted in two "
            "rows. They hold the two decks together and carry nothing over: the new deck stands on its own beam. Prop the old "
            "joists before their rim is cut out"
        )
    if old.lower_m > 0:
        step = tape.length(old.lower_m)
        found.append(
            f"The new boards lie {step} below the old: mark the edge, and take the step for a stair's riser where it is one"
        )
    return found
