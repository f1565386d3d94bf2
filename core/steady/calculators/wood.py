"""What sums about wood share: the school, the wood and its service, read from the inputs."""

from collections.abc import Callable

from steady.calculators.inputs import Given
from steady.calculators.model import Input
from steady.design_codes.base import Rulebook
from steady.design_codes.registry import RULEBOOKS, rulebook
from steady.design_codes.requests import LOAD_TYPES, FloorLoad, LoadType, Wood
from steady.design_codes.results import si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep

SCHOOL = Input(name="school", kind="us|ca|nz|uk")
BASIS = Input(
    name="basis", kind="reckoned|table", default="reckoned", says="the published table's entry, or the calculation"
)
GRADE = Input(name="grade", kind="text", default="No.2 (us), No.1/No.2 (ca)", says="uk C14 to D70, nz SG6, SG8, SG10")
WOOD = (
    SCHOOL,
    Input(name="species", kind="text", default="none in uk and nz", says="several: the worst governs"),
    GRADE,
    Input(name="size", kind="text", says="us 2x6; others 38x140 mm"),
)
SERVICE = (
    Input(name="wet", kind="flag", default="yes"),
    Input(name="incised", kind="flag", default="no"),
    Input(name="flat", kind="flag", default="no"),
    Input(name="load_shared", kind="flag", default="no"),
    Input(name="load_type", kind="|".join(LOAD_TYPES), default="floor"),
)
PLIES = Input(name="plies", kind="count", default="1")
GRID = (
    Input(name="members", kind="count", default="none", says="nz: equal members side by side"),
    Input(name="spacing", kind="length", default="none", says="nz: between them"),
    Input(name="span", kind="length", default="none", says="nz: their span"),
)
FLOOR_INPUTS = (
    Input(name="live", kind="pressure", default="us 40 psf, ca 1.9, nz 2.0, uk 2.5 kPa"),
    Input(name="dead", kind="pressure", default="us 10 psf, ca 0.5, nz and uk 0.3 kPa"),
)


def school_of(given: Given) -> Rulebook:
    """The school asked.

    Raises:
        InvalidInputError: None, or an unknown one.
    """
    return rulebook(given.choice("school", tuple(RULEBOOKS)))


def basis_is_table(given: Given) -> bool:
    """Whether the published table was asked for."""
    return given.choice("basis", ("reckoned", "table"), "reckoned") == "table"


def woods_of(given: Given) -> tuple[Wood, ...]:
    """The woods that the inputs describe; several species make several woods.

    Raises:
        InvalidInputError: Something missing.
        OutOfScopeError: A size the school does not have.
    """
    book = school_of(given)
    size = given.text("size")
    width_m, depth_m = book.section_m(size)
    plies = given.count("plies", 1)
    if not 1 <= plies <= 20:
        raise InvalidInputError("plies", "must be 1 to 20")
    species = given.words("species") if book.species() else ("",)
    if not book.species() and not given.text("grade", book.default_grade):
        raise InvalidInputError("grade", f"is needed: one of {', '.join(book.grades()) or 'the school'}")
    # A table's own moisture is its default: the American deck tables are wet, the Canadian ones dry.
    wet = book.tables_are_wet if basis_is_table(given) else True
    return tuple(
        Wood(
            species=one,
            size=size,
            width_m=width_m,
            depth_m=depth_m,
            grade=given.text("grade", book.default_grade),
            plies=plies,
            wet=given.flag("wet", wet),
            incised=given.flag("incised"),
            flat=given.flag("flat"),
            shared=given.flag("load_shared"),
            members=given.count("members", 0),
            spacing_m=given.length("spacing", 0.0),
            span_m=given.length("span", 0.0),
        )
        for one in species
    )


def wood_of(given: Given) -> Wood:
    """One wood.

    Raises:
        InvalidInputError: Several species, where only one can be meant.
    """
    found = woods_of(given)
    if len(found) > 1:
        raise InvalidInputError("species", "must be one wood here")
    return found[0]


def load_type(given: Given) -> LoadType:
    """How long the load lasts."""
    found = given.choice("load_type", LOAD_TYPES, "floor")
    return next(option for option in LOAD_TYPES if option == found)


def floor_of(given: Given) -> FloorLoad:
    """Area loads; the school's deck where none is typed.

    Raises:
        InvalidInputError: Loads below 0.
    """
    book = school_of(given)
    live = given.quantity("live", "pressure", book.default_live_pa)
    dead = given.quantity("dead", "pressure", book.default_dead_pa)
    if not (live >= 0 and dead >= 0):
        raise InvalidInputError("live" if live < 0 else "dead", "must be 0 or more")
    return FloorLoad(live_pa=live, dead_pa=dead, load=load_type(given))


def of_step(read: Callable[[Given], CalculationStep]) -> Callable[[Given], float]:
    """A step's value in SI as a sum's answer."""
    return lambda given: si(read(given))


def refuse(reason: str, instead: str) -> None:
    """Refuse by name."""
    raise OutOfScopeError(reason, instead)


def inputs(*names: tuple[str, str]) -> tuple[Input, ...]:
    """Needed inputs by name and kind."""
    return tuple(Input(name=name, kind=kind) for name, kind in names)
