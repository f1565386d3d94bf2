"""What the checks of a deck share: its timbers, its load, and the list that findings go on."""

from dataclasses import dataclass, field, replace

from steady.errors import OutsideScope
from steady.plan.model import Asks, Basis, Check, NotCovered, Step
from steady.rulebooks.answers import Action, MemberCheck, Wood
from steady.rulebooks.base import Rulebook
from steady.rulebooks.bent import check_member
from steady.structures.deck.loads import DeckLoad
from steady.structures.deck.spec import DeckSpec
from steady.yard.stock import Stick, sold_with, stick, sticks

SHARES_MOST_M = 0.6096
"""Joists up to 24 in (610 mm) apart share their load in every school entered. Source: NDS 4.3.9, O86 6.4.4."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Timber:
    """The timbers of a deck."""

    joist: Stick
    beam: Stick
    post: Stick
    board: Stick
    guard_post: Stick
    baluster: Stick
    stringer: Stick


def _of_role(key: str, role: str, field_name: str, like: Stick) -> Stick:
    """The named stick, or the first of its role that is sold with another."""
    if key:
        return stick(key, role, field_name)
    found = sold_with(like, role)
    same = [item for item in found if item.species == like.species] or found
    return stick(same[0].key if same else key, role, field_name)


def timber_of(spec: DeckSpec) -> Timber:
    """The deck's timbers. Raises InputError, with the field, for what the yard does not have."""
    joist = stick(spec.joist, "joist", "joist")
    return Timber(
        joist=joist,
        beam=stick(spec.beam, "joist", "beam"),
        post=stick(spec.post, "post", "post"),
        board=stick(spec.board, "decking", "board"),
        guard_post=_of_role(spec.guard.post, "post", "guard/post", joist),
        baluster=_of_role(spec.guard.baluster, "baluster", "guard/baluster", joist),
        stringer=_of_role(
            next((stair.stringer for stair in spec.stairs if stair.stringer), "") or _deepest(joist),
            "joist",
            "stairs",
            joist,
        ),
    )


def _deepest(like: Stick) -> str:
    """The deepest joist of the same wood: stringers are cut from it."""
    same = [
        item
        for item in sticks().values()
        if item.role == "joist" and (item.species, item.grade, item.schools) == (like.species, like.grade, like.schools)
    ]
    return max(same, key=lambda item: item.width_m).key


def joist_wood(stick_: Stick, spec: DeckSpec, spacing_m: float) -> Wood:
    """A joist as the rulebook wants it; close joists share under the boards."""
    return Wood(
        species=stick_.species, size=stick_.size, grade=stick_.grade, width_m=stick_.thickness_m, depth_m=stick_.width_m,
        wet=spec.wet, incised=stick_.incised, shared=spacing_m <= SHARES_MOST_M + 1e-9,
        sheathed=False,
    )  # fmt: skip


def line_of(spec: DeckSpec, timber: Timber, run_id: str) -> tuple[Timber, int]:
    """The timbers with this beam line's own stick, and its plies: as for all where it has none of its own.

    Raises:
        InputError: A beam that the yard does not have, with the field.
    """
    name = run_id.rstrip("abcdefgh")
    for number, line in enumerate(spec.beam_lines):
        if line.id == name:
            own = stick(line.beam, "joist", f"beam_lines/{number}/beam") if line.beam else timber.beam
            return replace(timber, beam=own), line.plies or spec.plies
    return timber, spec.plies


def beam_wood(stick_: Stick, plies: int, spec: DeckSpec, book: Rulebook) -> Wood:
    """A built-up beam as the rulebook wants it."""
    return Wood(
        species=stick_.species, size=stick_.size, grade=stick_.grade, width_m=stick_.thickness_m, depth_m=stick_.width_m,
        plies=plies, wet=spec.wet, incised=stick_.incised, shared=book.built_up_shares and plies > 1,
    )  # fmt: skip


def post_wood(stick_: Stick, spec: DeckSpec) -> Wood:
    """A post as the rulebook wants it."""
    return Wood(
        species=stick_.species, size=stick_.size, grade=stick_.grade, width_m=stick_.thickness_m, depth_m=stick_.width_m,
        wet=spec.wet, incised=stick_.incised,
    )  # fmt: skip


@dataclass(slots=True)
class Found:
    """Checks and gaps as they are found."""

    spec: DeckSpec
    book: Rulebook
    load: DeckLoad
    checks: list[Check] = field(default_factory=list)
    not_covered: list[NotCovered] = field(default_factory=list)

    def length_step(self, symbol: str, value_m: float, says: str, source: str = "geometry") -> Step:
        """A length in the unit that spans are read in."""
        u = self.book.units
        return Step(
            symbol=symbol, value=value_m / u.span_m, unit=u.span, formula="", inputs=(), source=source, says=says
        )

    def limit_length(self, found: Step, value_m: float) -> Step:
        """A found span in the unit of `length_step`, kept with its own working."""
        u = self.book.units
        if found.unit == u.span:
            return found
        per = {"in": 12.0, "mm": 1000.0, "m": 1.0, "ft": 1.0}[found.unit]
        return Step(
            symbol="L_max", value=value_m / u.span_m, unit=u.span, formula=f"{found.symbol} / {per:g}",
            inputs=((found.symbol, found.value, found.unit),), source=found.source, says=found.says,
        )  # fmt: skip

    def at_most(
        self, name: str, about: str, demand: Step, limit: Step, working: tuple[Step, ...] = (), case: str = "",
        basis: Basis = Basis.RECKONED, fitted: bool = False, asks: Asks = Asks.CODE,
    ) -> None:  # fmt: skip
        """A demand that must not pass its limit."""
        self.checks.append(
            Check(
                name=name,
                about=about,
                basis=basis,
                sense="at most",
                demand=demand,
                limit=limit,
                working=working,
                case=case,
                fitted=fitted,
                asks=asks,
            )
        )

    def at_least(
        self, name: str, about: str, has: Step, needs: Step, working: tuple[Step, ...] = (), case: str = "",
        basis: Basis = Basis.RECKONED, fitted: bool = False, asks: Asks = Asks.CODE,
    ) -> None:  # fmt: skip
        """Something that must reach what is needed."""
        self.checks.append(
            Check(
                name=name,
                about=about,
                basis=basis,
                sense="at least",
                demand=has,
                limit=needs,
                working=working,
                case=case,
                fitted=fitted,
                asks=asks,
            )
        )

    def members(self, what: str, about: str, found: tuple[MemberCheck, ...], where: str) -> None:
        """Checks of a bent member under the name of what it is; the worst of each kind."""
        worst: dict[tuple[str, Asks], Check] = {}
        for item in found:
            if item.check.demand.value <= 0:
                continue
            name = _named(what, item.check.name)
            check = replace(item.check, name=name, about=about, case=f"{where}, {item.check.case}")
            key = (name, check.asks)
            if key not in worst or check.use > worst[key].use:
                worst[key] = check
        self.checks += worst.values()

    def check_member(
        self, wood: Wood, *, dead: Action, live: Action, span_m: float, about: str
    ) -> tuple[MemberCheck, ...]:
        """A bent member of this deck under its floor's load, with the sag that the school asks of decks.

        Raises:
            OutsideScope: The school has no values for this wood.
        """
        return check_member(
            self.book, wood, dead=dead, live=live, span_m=span_m, about=about, load=self.load.floor.load,
            sags=self.book.deck_sags(wood, self.spec.dwelling_units),
        )  # fmt: skip

    def gap(
        self, name: str, about: str, refused: OutsideScope, basis: Basis = Basis.RECKONED, crew: bool = False,
        needs: Step | None = None,
    ) -> None:  # fmt: skip
        """A check that a rule did not reach. `needs`: the force that a maker's rating must reach."""
        self.not_covered.append(
            NotCovered(
                name=name, about=about, basis=basis, reason=refused.reason, would_have_to_change=refused.would_have_to_change,
                crew=crew, needs=needs,
            )
        )  # fmt: skip


_VERBS = {
    "Bends": "bend", "Shears": "shear", "Sags": "sag", "Sags over the years": "sag over the years",
}  # fmt: skip


def _named(what: str, name: str) -> str:
    plural = what.endswith("s")
    verb = _VERBS.get(name, name.lower())
    if plural:
        return f"{what} {verb}"
    first, _, rest = verb.partition(" ")
    return f"{what} {first}s{' ' + rest if rest else ''}"


def said(force: Step) -> str:
    """A force in words of its own size: whole pounds, hundredths of a kilonewton."""
    return f"{force.value:,.0f} {force.unit}" if abs(force.value) >= 20 else f"{force.value:,.2f} {force.unit}"
