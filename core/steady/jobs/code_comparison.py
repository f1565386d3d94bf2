"""The same member under two schools, side by side: every check with its working, and why the two differ."""

from typing import Annotated

from annotated_types import Ge, Le, MaxLen

from steady.design_codes.base import Rulebook
from steady.design_codes.bending_members import BendingDemand, check_member, differences, even_action
from steady.design_codes.registry import School, rulebook
from steady.design_codes.requests import LateralRestraint, LoadType, Wood
from steady.design_codes.results import MemberCheck
from steady.errors import InvalidInputError, OutOfScopeError
from steady.jobs.design_sheet import CheckRow, check_row
from steady.units.quantities import parse_quantity
from steady.units.show import Tape
from steady.value_objects import value_object

LONGEST_M = 30.0
HEAVIEST_N_PER_M = 1e6
Word = Annotated[str, MaxLen(60)]


@value_object
class ComparedSection:
    """What one school calls the member: its wood in that school's words."""

    school: School
    size: Word
    species: Word = ""
    grade: Word = ""
    plies: Annotated[int, Ge(1), Le(10)] = 1
    wet: bool = True
    incised: bool = False
    shared: bool = False


@value_object
class ComparedMember:
    """A simple span under even load: level span, line loads, how long the live load stays, side hold of the squeezed edge."""

    span_m: float
    dead_n_per_m: float
    live_n_per_m: float
    load: LoadType = "floor"
    restraint_m: float = 0.0


@value_object
class CodeResult:
    """One school's answer: its checks, or why it has none."""

    school: School
    title: str
    edition: str
    checks: tuple[CheckRow, ...]
    refused: str = ""
    instead: str = ""


@value_object
class Parted:
    """One kind of check in both schools: uses, their ratio, and the four parts whose product it is."""

    kind: str
    first_use: float
    second_use: float
    ratio: float
    load: float
    strength: float
    factors: float
    limit: float


@value_object
class SideBySide:
    """Two schools on one member."""

    sides: tuple[CodeResult, CodeResult]
    differences: tuple[Parted, ...]


def read_member(*, span: str, dead_line: str, live_line: str, load: LoadType, restraint: str) -> ComparedMember:
    """A member from what was typed, each with its unit: 12 ft, 3.6 m, 50 lb/ft, 0.8 kN/m.

    Raises:
        InvalidInputError: With the field's name, in the user's own units.
    """
    span_m = parse_quantity(span, "length", "span")
    held_m = parse_quantity(restraint, "length", "restraint") if restraint.strip() else 0.0
    dead, live = (
        parse_quantity(dead_line, "line load", "dead_line"),
        parse_quantity(live_line, "line load", "live_line"),
    )
    if not 0 < span_m <= LONGEST_M:
        raise InvalidInputError("span", "must be above 0 and at most 98 ft (30 m)")
    if not 0 <= held_m <= LONGEST_M:
        raise InvalidInputError("restraint", "must be 0 or more and at most 98 ft (30 m)")
    for name, amount in (("dead_line", dead), ("live_line", live)):
        if not 0 <= amount <= HEAVIEST_N_PER_M:
            raise InvalidInputError(name, "must be 0 or more and at most 68,500 lb/ft (1,000 kN/m)")
    if dead + live == 0:
        raise InvalidInputError("live_line", "one of the loads must be above 0")
    return ComparedMember(span_m=span_m, dead_n_per_m=dead, live_n_per_m=live, load=load, restraint_m=held_m)


def side_by_side(member: ComparedMember, sticks: tuple[ComparedSection, ComparedSection], tape: Tape) -> SideBySide:
    """Both schools' checks of a member.

    Raises:
        InvalidInputError: A load or wood that cannot be, with the field's path.
    """
    found = [_checked(member, stick, f"sticks/{index}") for index, stick in enumerate(sticks)]
    sides = tuple(_side(book, checks, refused, tape=tape) for book, checks, refused in found)
    parts = tuple(
        Parted(
            kind=item.kind,
            first_use=item.first.check.use,
            second_use=item.second.check.use,
            ratio=item.ratio,
            load=item.load,
            strength=item.strength,
            factors=item.factors,
            limit=item.limit,
        )
        for item in differences(found[0][1], found[1][1])
    )
    return SideBySide(sides=(sides[0], sides[1]), differences=parts)


def _checked(
    member: ComparedMember, stick: ComparedSection, path: str
) -> tuple[Rulebook, tuple[MemberCheck, ...], OutOfScopeError | None]:
    book = rulebook(stick.school)
    try:
        width_m, depth_m = book.section_m(stick.size)
        wood = Wood(
            species=stick.species,
            size=stick.size,
            width_m=width_m,
            depth_m=depth_m,
            grade=stick.grade or book.default_grade,
            plies=stick.plies,
            wet=stick.wet,
            incised=stick.incised,
            shared=stick.shared,
        )
        held = 1.0
        if member.restraint_m > 0:
            step, _ = book.stability(
                wood,
                LateralRestraint(
                    unbraced_m=member.restraint_m, effective_m=None, load_case="uniform", load=member.load
                ),
            )
            held = step.value
        checks = check_member(
            book,
            wood,
            BendingDemand(
                dead=even_action(member.dead_n_per_m, member.span_m),
                live=even_action(member.live_n_per_m, member.span_m),
                span_m=member.span_m,
                load=member.load,
                stability=held,
            ),
        )
        return book, checks, None
    except OutOfScopeError as refused:
        return book, (), refused
    except InvalidInputError as error:
        raise InvalidInputError(f"{path}/{error.field}", error.message) from None


def _side(
    book: Rulebook, checks: tuple[MemberCheck, ...], refused: OutOfScopeError | None, *, tape: Tape
) -> CodeResult:
    return CodeResult(
        school=book.key,  # type: ignore[arg-type]
        title=book.title,
        edition=book.edition,
        checks=tuple(check_row(item.check, tape, book.key) for item in checks),
        refused=refused.reason if refused else "",
        instead=refused.would_have_to_change if refused else "",
    )
