"""Members that run over supports and past them: what a spread load and a person do, and the school's checks of it."""

from collections.abc import Sequence
from dataclasses import replace
from functools import lru_cache

from steady.design_codes.bending_members import BendingDemand, check_member
from steady.design_codes.facets.loads import LoadRules
from steady.design_codes.requests import LateralRestraint, LoadType, Wood
from steady.design_codes.results import Action, DeflectionLimit
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import Check, CheckOrigin
from steady.statics.beam import PointLoad, SpreadLoad, solve
from steady.structures.check_collector import CheckCollector
from steady.value_objects import positional_value_object, value_object

NOTHING = Action(moment_n_m=0.0, shear_n=0.0, sag_n_m3=0.0)
TIP_LEAST_M = 0.05
"""Nobody stands on less than this past a support [our own]."""
OUTER_SPAN = 0.43


@value_object
class ContinuousMember:
    """A member: its length and where it is held; the longest span and what runs past at either end."""

    length_m: float
    supports_m: tuple[float, ...]

    @property
    def span_m(self) -> float:
        """The longest span between supports."""
        return max(b - a for a, b in zip(self.supports_m, self.supports_m[1:], strict=False))

    @property
    def past_m(self) -> float:
        """The longest stretch past a support."""
        return max(self.supports_m[0], self.length_m - self.supports_m[-1])

    def all_along(self, load_n_per_m: float) -> SpreadLoad:
        """An even load from end to end."""
        return SpreadLoad(from_m=0.0, to_m=self.length_m, start_n_per_m=load_n_per_m, end_n_per_m=load_n_per_m)

    def even(self, load_n_per_m: float) -> Action:
        """What an even load does (its size without a sign: lifted or loaded)."""
        return _times(_even_unit(self), load_n_per_m) if load_n_per_m > 0 else NOTHING

    def under(self, loads: Sequence[PointLoad | SpreadLoad]) -> Action:
        """What loads of any shape do together."""
        return _action(self, loads) if loads else NOTHING

    def reactions_n(self, load_n_per_m: float) -> tuple[float, ...]:
        """At every support, under an even load."""
        return tuple(load_n_per_m * share for share in _even_reactions(self))

    def reactions_under_n(self, loads: Sequence[SpreadLoad]) -> tuple[float, ...]:
        """At every support, under loads of any shape."""
        return solve(self.length_m, self.supports_m, loads, stiffness_n_m2=1.0).reactions_n

    def point(self, load_n: float, at_m: float) -> Action:
        """What one force does."""
        return _times(_point_unit(self, at_m), abs(load_n))

    def middles_m(self) -> tuple[float, ...]:
        """Where one person bends each span the most: its middle, or an outer span of several nearer its outer support.

        Source: statics: the influence line of an outer span over equal supports turns at .43 of it.
        """
        pairs = list(zip(self.supports_m, self.supports_m[1:], strict=False))
        last = len(pairs) - 1
        found = []
        for k, (a, b) in enumerate(pairs):
            share = 0.5 if not last else OUTER_SPAN if k == 0 else 1 - OUTER_SPAN if k == last else 0.5
            found.append(a + share * (b - a))
        return tuple(found)

    def tips_m(self) -> tuple[float, ...]:
        """Ends that run so far past their support that a person stands there."""
        found = [0.0] if self.supports_m[0] > TIP_LEAST_M else []
        return (*found, self.length_m) if self.length_m - self.supports_m[-1] > TIP_LEAST_M else tuple(found)

    def shares(self, at_m: float) -> tuple[float, ...]:
        """What share of one force each support takes."""
        return _point_reactions(self, at_m)


def _action(run: ContinuousMember, loads: Sequence[PointLoad | SpreadLoad]) -> Action:
    solved = solve(run.length_m, run.supports_m, loads, stiffness_n_m2=1.0)
    low, high = solved.moment_extremes_n_m()
    down, up = solved.deflection_extremes_m()
    return Action(
        moment_n_m=max(abs(low), abs(high)), shear_n=solved.shear_extreme_n(), sag_n_m3=max(abs(down), abs(up))
    )


# What a load does grows with the load: one of one newton (a metre) is solved once for each run and place.
@lru_cache(maxsize=4096)
def _even_unit(run: ContinuousMember) -> Action:
    return _action(run, [run.all_along(1.0)])


@lru_cache(maxsize=4096)
def _even_reactions(run: ContinuousMember) -> tuple[float, ...]:
    return run.reactions_under_n([run.all_along(1.0)])


@lru_cache(maxsize=8192)
def _point_unit(run: ContinuousMember, at_m: float) -> Action:
    return _action(run, [PointLoad(at_m=at_m, load_n=1.0)])


@lru_cache(maxsize=8192)
def _point_reactions(run: ContinuousMember, at_m: float) -> tuple[float, ...]:
    return solve(run.length_m, run.supports_m, [PointLoad(at_m=at_m, load_n=1.0)], stiffness_n_m2=1.0).reactions_n


def _times(unit: Action, load: float) -> Action:
    return Action(moment_n_m=unit.moment_n_m * load, shear_n=unit.shear_n * load, sag_n_m3=unit.sag_n_m3 * load)


@value_object
class Loaded:
    """One load on a member beside its own weight: what it is called, what it does, how long it lasts, whether sag counts."""

    says: str
    action: Action
    lasts: LoadType
    sags: bool = True


def one_person(run: ContinuousMember, person_n: float) -> list[Loaded]:
    """One person who mends something, in every span and at every tip in turn; nobody asks how far that sags."""
    places = [("point load at midspan", at_m) for at_m in run.middles_m()]
    places += [("point load at cantilever tip", at_m) for at_m in run.tips_m()]
    return [Loaded(says=says, action=run.point(person_n, at_m), lasts="roof", sags=False) for says, at_m in places]


@positional_value_object
class Bends:
    """A member that bends: what it is called ("Rafters"), what its checks are about, its wood, and how it lies."""

    what: str
    about: str
    wood: Wood
    run: ContinuousMember


def check_run(
    collector: CheckCollector,
    one: Bends,
    dead: Action,
    *,
    loads: Sequence[Loaded],
    sags: tuple[DeflectionLimit, ...] | None = None,
) -> None:
    """Every check of a member under each load in turn, never two of them together; the worst of each kind is kept.

    Args:
        dead: What its lasting load does.
        sags: What it may sag; None: what the school asks of roofs.
    """
    what, about, wood, run = one.what, one.about, one.wood, one.run
    limits = collector.book.roof_sags(wood) if sags is None else sags
    for load in loads:
        try:
            checks = check_member(
                collector.book,
                wood,
                BendingDemand(
                    dead=dead, live=load.action, span_m=run.span_m, load=load.lasts, sags=limits if load.sags else ()
                ),
                about=about,
            )
        except OutOfScopeError as refused:
            collector.gap(f"{what}.bending", about, refused, case=load.says)
            continue
        collector.members(what, about, checks, where=load.says)
    collector.checks = worst_of_each(collector.checks, about)


def worst_of_each(checks: list[Check], about: str) -> list[Check]:
    """The checks with only the worst of each name about one thing kept."""
    worst: dict[tuple[str, CheckOrigin], Check] = {}
    kept = []
    for check in checks:
        if check.about != about:
            kept.append(check)
            continue
        key = (check.key, check.asks)
        if key not in worst or check.use > worst[key].use:
            worst[key] = check
    return [*kept, *worst.values()]


def check_lifted(collector: CheckCollector, one: Bends, dead_n_per_m: float, *, up_n_per_m: float) -> None:
    """A member lifted by the wind bends the other way, its lower edge held only where it lies on its supports.

    Args:
        dead_n_per_m: The share of lasting load that counts against lift.
        up_n_per_m: The wind up at the school's design level.
    """
    what, about, wood, run = one.what, one.about, one.wood, one.run
    net = up_n_per_m - dead_n_per_m
    if not net > 0:
        return
    book = collector.book
    try:
        held, _ = book.stability(wood, LateralRestraint(unbraced_m=run.span_m, load_case="uniform", load="wind"))
        checks = check_member(
            book,
            wood,
            BendingDemand(
                dead=NOTHING,
                live=_unfactored(book, run.even(net)),
                span_m=run.span_m,
                load="wind",
                stability=held.value,
                sags=(),
            ),
            about=about,
        )
    except (OutOfScopeError, InvalidInputError) as refused:
        outside = (
            refused if isinstance(refused, OutOfScopeError) else OutOfScopeError(refused.message, "a stiffer member")
        )
        collector.gap(f"{what}.bending_under_uplift", about, outside)
        return
    named = [
        replace(
            item, check=replace(item.check, key=f"{item.check.key}_under_uplift", case="net of resisting dead load")
        )
        for item in checks
    ]
    collector.members(what, about, tuple(named), where="wind up, bottom edge unbraced")


def _unfactored(book: LoadRules, action: Action) -> Action:
    """An action that stands at design level already, so that the school's own load factor does not raise it twice; no sag."""
    factor = max(case.live for case in book.combinations("") if case.live and not case.snow and not case.wind)
    return Action(moment_n_m=action.moment_n_m / factor, shear_n=action.shear_n / factor, sag_n_m3=0.0)
