"""An arch over a gate: its headers under plants and a person, and the wind it hands to its two posts."""

from dataclasses import replace

from steady.catalog.items import SectionItem
from steady.design_codes.facets.timber import TimberRules
from steady.design_codes.results import WindOnFence
from steady.errors import OutOfScopeError
from steady.plan.model import Basis, CalculationStep, Check, UncheckedItem
from steady.structures.gate.spec import PERSON_N, Arch
from steady.structures.wood import outdoors
from steady.units.units import GRAVITY
from steady.value_objects import positional_value_object, value_object

STATICS = "statics"


@value_object
class HighWind:
    """Wind that one post takes above the fence: the force and the height it acts at over the ground."""

    force: CalculationStep
    arm_m: float


@positional_value_object
class ArchMade:
    """What an arch is made of: its sticks, the span between the centres of its posts, the length of a header (m)."""

    header: SectionItem
    rung: SectionItem
    span_m: float
    length_m: float


@value_object
class ArchResult:
    """What was calculated of an arch. `high` None: the school has no wind for it, which stands in `not_covered`."""

    checks: tuple[Check, ...]
    not_covered: tuple[UncheckedItem, ...]
    high: HighWind | None


def solid_height_m(header: SectionItem, rung: SectionItem, arch: Arch) -> float:
    """Height of what stands to the wind: both headers in full, and the band of rungs taken as closed by plants."""
    return 2 * header.width_m + (rung.width_m if arch.rungs else 0.0)


def calculate_arch(
    arch: Arch, made: ArchMade, wind: WindOnFence | OutOfScopeError, *, book: TimberRules, about: str
) -> ArchResult:
    """Calculate an arch.

    Args:
        wind: On a closed strip as long as the arch, high above the ground; or why there is none.
        about: The gate's id.

    Source: statics; the person is common practice.
    """
    u, header, rung, span_m, length_m = book.units, made.header, made.rung, made.span_m, made.length_m
    checks: list[Check] = []
    gaps: list[UncheckedItem] = []

    def gap(name: str, reason: str, change: str, *, crew: bool = False, needs: CalculationStep | None = None) -> None:
        gaps.append(
            UncheckedItem(
                key=name,
                about=about,
                basis=Basis.CALCULATED,
                reason=reason,
                would_have_to_change=change,
                crew=crew,
                needs=needs,
            )
        )

    own = header.density_kg_per_m3 * header.thickness_m * header.width_m * GRAVITY
    rungs = arch.rungs * arch.rung_m * rung.density_kg_per_m3 * rung.thickness_m * rung.width_m * GRAVITY / length_m
    load = CalculationStep(
        symbol="w",
        value=(own + rungs / 2 + arch.plants_n_per_m / 2) / u.line_n_per_m,
        unit=u.line,
        formula="w_o + (w_r + w_p) / 2",
        inputs=(
            ("w_o", own / u.line_n_per_m, u.line),
            ("w_r", rungs / u.line_n_per_m, u.line),
            ("w_p", arch.plants_n_per_m / u.line_n_per_m, u.line),
        ),
        source="practice: usual densities of the yard's timbers; plants as typed",
        says="one header, half the rungs and plants",
    )
    span = ("L", span_m / u.span_m, u.span)
    person = PERSON_N / u.force_n
    moment = CalculationStep(
        symbol="M",
        value=load.value * span[1] ** 2 / 8 + person * span[1] / 4,
        unit=u.moment,
        formula="w * L ** 2 / 8 + P * L / 4",
        inputs=(("w", load.value, u.line), span, ("P", person, u.force)),
        source=f"{STATICS}: simple span",
        says="a person hanging from the middle of one header [practice]",
    )
    try:
        limit = book.moment_capacity(outdoors(header), "floor")
        checks.append(
            Check(
                key="arch_header.bending",
                about=about,
                basis=Basis.CALCULATED,
                sense="at most",
                demand=book.factored(moment, "M_d"),
                limit=limit,
                working=(load, moment),
                case="a person hanging from it",
            )
        )
    except OutOfScopeError as refused:
        gap("arch_header.bending", refused.reason, refused.would_have_to_change)
    end = load.value * span[1] / 2 + person
    words = f"{end:,.0f} lb" if u.force == "lb" else f"{end:.2f} {u.force}"
    gap(
        "arch_header.connection_capacity",
        f"no value of the fixings is entered; each end of a header must hold {words}",
        "calculate one screw under Quick sums and count how many an end needs",
        crew=True,
        needs=CalculationStep(
            symbol="R",
            value=end,
            unit=u.force,
            formula="w * L / 2 + P",
            inputs=(("w", load.value, u.line), span, ("P", person, u.force)),
            source=STATICS,
            says="one end of a header",
        ),
    )
    if isinstance(wind, OutOfScopeError):
        gap("arch.wind_load", wind.reason, wind.would_have_to_change)
        return ArchResult(checks=tuple(checks), not_covered=tuple(gaps), high=None)
    p = max(zone.pressure_pa for zone in wind.zones) / u.pressure_pa
    s = solid_height_m(header, rung, arch)
    force = CalculationStep(
        symbol="P_a",
        value=p * s / u.span_m * length_m / u.span_m / 2,
        unit=u.force,
        formula="p * s * l / 2",
        inputs=(("p", p, u.pressure), ("s", s / u.span_m, u.span), ("l", length_m / u.span_m, u.span)),
        source=f"{STATICS}: the strongest zone's pressure over both headers and the band of rungs, half to each post",
        says="wind on the arch",
    )
    arm_m = arch.headroom_m + (header.width_m + (rung.width_m if arch.rungs else 0.0)) / 2
    return ArchResult(checks=tuple(checks), not_covered=tuple(gaps), high=HighWind(force=force, arm_m=arm_m))


def together(
    force: CalculationStep, arm: CalculationStep, high: HighWind, *, span: tuple[str, float]
) -> tuple[CalculationStep, CalculationStep, tuple[CalculationStep, CalculationStep]]:
    """The fence's wind on a post and the arch's: as one force, the height that acts at, and what both came from.

    Args:
        span: The school's unit of spans, and how many metres it is.
    """
    unit, unit_m = span
    own = replace(force, symbol="P_f")
    inputs = (("P_f", own.value, own.unit), ("P_a", high.force.value, high.force.unit))
    both = CalculationStep(
        symbol="P",
        value=own.value + high.force.value,
        unit=force.unit,
        formula="P_f + P_a",
        inputs=inputs,
        source=STATICS,
        says="wind on the leaf's share and on the arch",
    )
    over = high.arm_m / unit_m
    at = CalculationStep(
        symbol="h_w",
        value=(own.value * arm.value + high.force.value * over) / both.value,
        unit=unit,
        formula=f"(P_f * {arm.symbol} + P_a * h_o) / (P_f + P_a)",
        inputs=(*inputs, (arm.symbol, arm.value, arm.unit), ("h_o", over, unit)),
        source=STATICS,
        says="height of both together, the arch's push at its own middle",
    )
    return both, at, (own, high.force)
