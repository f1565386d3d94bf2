"""What keeps a roof on posts upright, both ways always: knee-braced bents, or embedded posts."""

import math
from dataclasses import replace

from steady.design_codes.requests import ColumnInput, Wood
from steady.design_codes.results import given_step, si
from steady.errors import InvalidInputError, OutOfScopeError
from steady.plan.model import CalculationStep, CheckOrigin
from steady.statics.beam import PointLoad, SpreadLoad
from steady.statics.bents import BracedBent, fixed_drift_m, fixed_moment_n_m
from steady.structures.check_collector import CheckCollector
from steady.structures.continuous_members import ContinuousMember
from steady.structures.joints.brace_ends import BraceForce, check_brace_ends
from steady.structures.lateral_systems import LATERAL_SYSTEMS, LateralSystem, Upright
from steady.units.trade import Units
from steady.value_objects import value_object

FIXED_LENGTH = 2.1
"""Buckling length of a post fixed at its foot and free at its top, over its height. Source: NDS appendix G (from memory, high)."""
DRIFT_RATIO = 100.0
"""Sideways at the top, as a share of the height: advice [our own]."""
SLIP_N_PER_M = 4.5e6
"""How a brace's two bolts at either end give [our own, low]."""


@value_object
class Crossed:
    """A bent's cross member: what it is called, what its checks are about, where it lies on its posts, and what lies on it.

    `dead`: its own weight among it; `dead`, `wind` and `snow` are line loads (N/m), wind at the school's own level.
    """

    what: str
    about: str
    run: ContinuousMember
    dead: tuple[PointLoad | SpreadLoad, ...]
    wind: tuple[PointLoad | SpreadLoad, ...] = ()
    snow: tuple[PointLoad | SpreadLoad, ...] = ()


@value_object
class Sway:
    """One way in which a roof may sway: which, the push on one bent of some posts, its cross member's wood and how it lies."""

    way: str
    push_n: float
    posts: int
    span_m: float
    cross: Wood
    crossed: Crossed


@value_object
class SwayEffects:
    """What sway asks of one post and its joints (N, N m at the us allowable or the others' ultimate level)."""

    way: str
    axial_n: float
    top_pull_n: float
    moment_n_m: float
    shear_n: float
    length_m: float
    drift_m: float
    beam_moment_n_m: float = 0.0
    """In the cross member where a brace meets it."""

    def part(self, share: float) -> "SwayEffects":
        """The same under a share of its push; how long it is as it buckles stays."""
        if share == 1:
            return self
        return replace(
            self,
            axial_n=share * self.axial_n,
            top_pull_n=share * self.top_pull_n,
            moment_n_m=share * self.moment_n_m,
            shear_n=share * self.shear_n,
            drift_m=share * self.drift_m,
            beam_moment_n_m=share * self.beam_moment_n_m,
        )


@value_object
class PostSupport:
    """How posts stand: what keeps them upright, from hinge to the cross member's middle, their brace's leg, braces side by side."""

    upright: Upright
    height_m: float
    brace_m: float
    post: Wood
    brace: Wood
    braces: int = 1

    @property
    def lateral(self) -> LateralSystem:
        """What keeps its posts upright."""
        return LATERAL_SYSTEMS[self.upright]


def sway(collector: CheckCollector, about: str, stand: PostSupport, *, ask: Sway) -> SwayEffects | None:
    """Forces and checks of one bent; None where nothing keeps it upright, or a rule does not reach it.

    Source: statics (`statics/bents.py`), equal to a frame solver.
    """
    if stand.lateral.none:
        return None  # the plan says that it cannot be built so
    try:
        return (_braced if stand.lateral.braced else _fixed)(collector, about, stand, ask=ask)
    except OutOfScopeError as refused:
        collector.gap("lateral_stability", about, refused)
    except InvalidInputError as refused:
        collector.gap("lateral_stability", about, OutOfScopeError(refused.message, "shorter braces, or embedded posts"))
    return None


def _push(u: Units, ask: Sway) -> CalculationStep:
    return given_step(
        "P",
        ask.push_n / u.force_n,
        u.force,
        source="practice: rows of bare members",
        says=f"wind {ask.way}, on one line of {ask.posts} posts",
    )


def _braced(collector: CheckCollector, about: str, stand: PostSupport, *, ask: Sway) -> SwayEffects:
    bent = BracedBent(
        push_n=ask.push_n,
        posts=ask.posts,
        height_m=stand.height_m,
        down_m=stand.brace_m,
        out_m=stand.brace_m,
        span_m=ask.span_m,
        braces=stand.braces,
    )
    two = (
        bent
        if ask.posts == 2
        else BracedBent(
            push_n=ask.push_n * 2 / ask.posts,
            posts=2,
            height_m=stand.height_m,
            down_m=stand.brace_m,
            out_m=stand.brace_m,
            span_m=max(ask.span_m / (ask.posts - 1), 2 * stand.brace_m),
            braces=stand.braces,
        )
    )
    modulus = si(collector.book.stiffness(stand.post))
    post_m4, cross_m4 = stand.post.second_moment_m4, ask.cross.second_moment_m4
    drift_m = two.drift_m(post_m4, cross_m4, modulus)
    _brace(collector, about, stand, ask=ask, brace_n=bent.brace_n)
    _drift(collector, about, stand.height_m, way=ask.way, give_m=(drift_m, two.slip_m(SLIP_N_PER_M)))
    return SwayEffects(
        way=ask.way,
        axial_n=bent.axial_n,
        top_pull_n=two.top_pull_n,
        moment_n_m=bent.post_moment_n_m,
        shear_n=bent.shear_n,
        length_m=two.effective_length_m(post_m4, cross_m4, modulus),
        drift_m=drift_m,
        beam_moment_n_m=two.beam_moment_n_m,
    )


def _fixed(collector: CheckCollector, about: str, stand: PostSupport, *, ask: Sway) -> SwayEffects:
    modulus = si(collector.book.stiffness(stand.post))
    post_m4 = stand.post.second_moment_m4
    drift_m = fixed_drift_m(ask.push_n, ask.posts, stand.height_m, post_m4=post_m4, modulus_pa=modulus)
    _drift(collector, about, stand.height_m, way=ask.way, give_m=(drift_m, 0.0))
    return SwayEffects(
        way=ask.way,
        axial_n=0.0,
        top_pull_n=0.0,
        moment_n_m=fixed_moment_n_m(ask.push_n, ask.posts, stand.height_m),
        shear_n=ask.push_n / ask.posts,
        length_m=FIXED_LENGTH * stand.height_m,
        drift_m=drift_m,
    )


def _brace(collector: CheckCollector, about: str, stand: PostSupport, *, ask: Sway, brace_n: float) -> None:
    """A brace pushes as much as it pulls: squeezed over its own length; its joints must hold the same, both ways."""
    u = collector.book.units
    push = _push(u, ask)
    c, h = stand.brace_m / u.span_m, stand.height_m / u.span_m
    force = CalculationStep(
        symbol="N_b",
        value=brace_n / u.force_n,
        unit=u.force,
        formula="sqrt(2) * P / n * h / c / k",
        inputs=(
            ("P", push.value, u.force),
            ("n", float(ask.posts), ""),
            ("h", h, u.span),
            ("c", c, u.span),
            ("k", float(stand.braces), ""),
        ),
        source="statics: the post turns about its brace",
        says="along each brace, push and pull alike",
    )
    try:
        column = collector.book.column(stand.brace, "wind", ColumnInput(height_m=math.sqrt(2) * stand.brace_m))
        limit = column.capacity
        if limit.unit != u.force:
            limit = given_step("N_max", si(limit) / u.force_n, u.force, source=limit.source)
        collector.at_most(
            "knee_brace.compression",
            about,
            force,
            limit=limit,
            working=(push, column.buckling),
            case=f"wind {ask.way}",
            asks=CheckOrigin.SAFETY,
        )
    except OutOfScopeError as refused:
        collector.gap("knee_brace.compression", about, refused)
    ends = BraceForce(key="knee_brace.connection_capacity", force=force, case=f"wind {ask.way}")
    check_brace_ends(collector, about, (stand.brace, stand.post, ask.cross), demand=ends)


def _drift(collector: CheckCollector, about: str, height_m: float, *, way: str, give_m: tuple[float, float]) -> None:
    """Sideways at the top: advice; what the play of bolted joints (the second of `give_m`) adds stands beside it."""
    drift_m, slip_m = give_m
    word, per = ("mm", 0.001) if collector.book.metric else ("in", 0.0254)
    adds = f"; play in the braces' bolts adds {slip_m / per:.2f} {word}" if slip_m else ""
    has = given_step(
        "w_s",
        drift_m / per,
        word,
        source="statics: bents of bare members",
        says=f"sideways at the top, stiff joints{adds}",
    )
    most = CalculationStep(
        symbol="w_s_max",
        value=height_m / DRIFT_RATIO / per,
        unit=word,
        formula="h / 100",
        inputs=(("h", height_m / per, word),),
        source="practice: our own",
    )
    collector.at_most(
        "frame.lateral_drift", about, has, limit=most, working=(), case=f"wind {way}", asks=CheckOrigin.ADVICE
    )


def check_loaded(collector: CheckCollector, about: str, stand: PostSupport, *, down_n: float, length_m: float) -> None:
    """A post under total axial load on a still day, its buckling length that of its bent."""
    u = collector.book.units
    try:
        column = collector.book.column(
            stand.post, "roof", ColumnInput(height_m=stand.height_m, end_factor=length_m / stand.height_m)
        )
    except OutOfScopeError as refused:
        collector.gap("post.axial_compression", about, refused)
        return
    limit = column.capacity
    if limit.unit != u.force:
        limit = given_step("N_max", si(limit) / u.force_n, u.force, source=limit.source)
    demand = given_step("N", down_n / u.force_n, u.force, source="statics", says="total axial load")
    collector.at_most(
        "post.axial_compression", about, demand, limit=limit, working=(column.buckling,), case="a still day"
    )


def check_post(
    collector: CheckCollector, about: str, stand: PostSupport, *, down_n: float, swayed: SwayEffects
) -> None:
    """A post squeezed by what lies on it while it bends sideways, its buckling length that of the bent, never its height.

    Args:
        down_n: Lasting load and what overturning adds, at the school's design level: nobody climbs up in a storm.
    """
    book = collector.book
    standing = ColumnInput(
        height_m=stand.height_m,
        end_factor=swayed.length_m / stand.height_m,
        axial_n=down_n,
        moment_n_m=swayed.moment_n_m,
    )
    try:
        use = book.column_use(stand.post, "wind", standing)
    except OutOfScopeError as refused:
        collector.gap("post.combined_axial_and_bending", about, refused)
        return
    one = given_step("1", 1.0, "", source=use.source)
    u = book.units
    moment = given_step(
        "M_s",
        swayed.moment_n_m / u.moment_n_m,
        u.moment,
        source="statics",
        says="in the post where its brace meets it" if stand.lateral.braced else "in the post at the ground",
    )
    length = collector.length_step(
        "L_e", swayed.length_m, "buckling length of the bent", source="practice: our own, below every run of a solver"
    )
    collector.at_most(
        "post.combined_axial_and_bending", about, use, limit=one, working=(moment, length), case=f"wind {swayed.way}"
    )
