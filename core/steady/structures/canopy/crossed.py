"""A bent's beam, or pair of rafters, where its braces meet it: bent by the sway and by what lies on it at the same place."""

import itertools
from collections.abc import Sequence

from steady.design_codes.facets.loads import LoadRules
from steady.design_codes.results import Action
from steady.statics.beam import PointLoad, Solved, SpreadLoad, solve
from steady.structures.canopy.box_beams import check_boxed
from steady.structures.canopy.factors import Factors, factors_of
from steady.structures.canopy.frame import RoofFrame, line_weight
from steady.structures.canopy.lateral_system import Crossed, Sway, SwayEffects
from steady.structures.canopy.loads import CanopyLoads
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import NOTHING, Bends, ContinuousMember, Loaded, check_run
from steady.value_objects import value_object

STEPS = 24
"""Places looked at between the braces of a span."""


@value_object
class WindCase:
    """One of the school's combinations that has wind in it: its name, its factors, and the share of wind over the most of any."""

    says: str
    dead: float
    live: float
    snow: float
    share: float


def wind_cases(book: LoadRules) -> tuple[WindCase, ...]:
    """The school's combinations with wind. Source: `book.combinations`."""
    cases = [case for case in book.combinations() if case.wind]
    most = max(case.wind for case in cases)
    return tuple(
        WindCase(says=case.name, dead=case.dead, live=case.live, snow=case.snow, share=case.wind / most)
        for case in cases
    )


def beam_crossed(frame: RoofFrame, loads: CanopyLoads) -> Crossed:
    """The beam of a line that carries the widest strip of roof, with what lies on it."""
    line = max(range(1, len(frame.lines_m) + 1), key=lambda number: frame.widths_m[number - 1])
    run, width = frame.run(line), frame.widths_m[line - 1]
    return Crossed(
        what="beam",
        about=f"{frame.me}/beam/{line}",
        run=run,
        dead=(run.all_along(loads.dead_pa * width + line_weight(frame.beam, frame.plies)),),
        wind=(run.all_along((loads.wind_pa or 0.0) * width),),
        snow=(run.all_along((loads.snow_pa or 0.0) * width + loads.drifted_n_per_m(line)),),
    )


def check_crossed(collector: CheckCollector, frame: RoofFrame, ask: Sway, *, one: SwayEffects) -> None:
    """The cross member under every combination with wind, down and up, pushed either way: M = P h / 2 (1 - 2 b / s) at each brace.

    Between the braces that moment runs in a straight line to its opposite; towards a post it runs out to nothing.

    Source: statics (`statics/bents.py`), added to the moments of a beam on its posts.
    """
    if not one.beam_moment_n_m:
        return
    lies, f = ask.crossed, factors_of(collector.book)
    dead, wind, snow = (_solved(lies.run, loads) for loads in (lies.dead, lies.wind, lies.snow))
    worst = Action(moment_n_m=0.0, shear_n=0.0, sag_n_m3=0.0)
    for case in wind_cases(collector.book):
        down = ((case.dead, dead), (case.share * f.wind_up, wind), (case.snow, snow))
        up = ((f.lasting, dead), (-case.share * f.wind_up, wind))
        for parts in (down, up):
            here = _bent(lies.run, frame.brace_m, case.share * one.beam_moment_n_m, parts=parts)
            worst = Action(
                moment_n_m=max(worst.moment_n_m, here.moment_n_m),
                shear_n=max(worst.shear_n, here.shear_n),
                sag_n_m3=0.0,
            )
    loaded = [Loaded(says=f"wind {ask.way}, where braces meet it", action=_as_live(worst, f), lasts="wind", sags=False)]
    if frame.boxed is not None:
        check_boxed(
            collector,
            frame.boxed,
            Bends(lies.what, lies.about, frame.wood(frame.boxed.flange), lies.run),
            dead=NOTHING,
            loads=loaded,
        )
        return
    check_run(collector, Bends(lies.what, lies.about, ask.cross, lies.run), NOTHING, loads=loaded)


def _solved(run: ContinuousMember, loads: Sequence[PointLoad | SpreadLoad]) -> Solved | None:
    return solve(run.length_m, run.supports_m, loads, stiffness_n_m2=1.0) if loads else None


def _as_live(action: Action, f: Factors) -> Action:
    """An action that stands at design level already, so that the school's factor of live loads does not raise it again."""
    return Action(moment_n_m=action.moment_n_m / f.live, shear_n=action.shear_n / f.live, sag_n_m3=0.0)


def _bent(
    run: ContinuousMember, brace_m: float, at_brace_n_m: float, *, parts: Sequence[tuple[float, Solved | None]]
) -> Action:
    """The greatest moment and shear in any span, braces pushed either way."""
    moment = shear = 0.0
    for a, b in itertools.pairwise(run.supports_m):
        between = b - a - 2 * brace_m
        if between <= 1e-6:
            continue
        for k in range(STEPS + 1):
            share = k / STEPS
            x = a + brace_m + share * between
            lies = sum(factor * solved.moment_n_m(x) for factor, solved in parts if solved is not None)
            moment = max(moment, abs(lies) + abs(at_brace_n_m * (1 - 2 * share)))
        lying = sum(abs(factor) * solved.shear_extreme_n() for factor, solved in parts if solved is not None)
        shear = max(shear, lying + at_brace_n_m * max(1 / brace_m, 2 / between))
    return Action(moment_n_m=moment, shear_n=shear, sag_n_m3=0.0)
