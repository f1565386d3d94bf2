"""Whether a leaf stands, sags and swings: brace, hinges, sag at its latch edge, its arc, and its pull on the post."""

import math
from dataclasses import dataclass

from steady.errors import InputError, OutsideScope
from steady.layout.swing import Obstacle, free_swing_rad
from steady.measure.trade import Units
from steady.measure.units import IN
from steady.plan.model import Advice, Asks, Basis, Check, NotCovered, Step
from steady.rulebooks.answers import Standing, given_step, si
from steady.rulebooks.base import Rulebook
from steady.statics import leaf as statics
from steady.structures.gate.hardware import hinge_gap_m, latch_gap_m
from steady.structures.gate.leaf import Leaf, latch_gap_needed_m
from steady.structures.gate.racking import relief, unbraced
from steady.structures.gate.wind import in_wind
from steady.structures.gate.wobble import LIMIT_M as WOBBLE_LIMIT_M
from steady.structures.gate.wobble import PUSH_N, wobble_m
from steady.structures.wood import outdoors
from steady.yard.stock import Stick

SAG_LIMIT_M = 0.25 * IN
"""Latch tolerance [common practice]."""
WET_FIXING = 0.7
"""Wet-service factor of lags and screws, sideways and in pull-out. Source: NDS 11.3.3 (medium)."""


@dataclass(frozen=True, slots=True, kw_only=True)
class PullOnPost:
    """What a leaf brings to its hinge post: moments about the ground (N m), by its weight alone and with a person on it."""

    leaf: str
    weight_n_m: float
    with_person_n_m: float
    steps: tuple[Step, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class LeafFound:
    """Everything reckoned of one leaf."""

    leaf: Leaf
    strut: statics.Brace
    cable: statics.Brace
    sag_now: statics.Sag
    sag_later: statics.Sag
    pull_n: float
    pull: PullOnPost
    checks: tuple[Check, ...]
    not_covered: tuple[NotCovered, ...]
    facts: tuple[Step, ...]

    @property
    def brace(self) -> statics.Brace:
        """The brace that counts: the strut's where there is one."""
        return self.cable if self.leaf.design.brace == "cable" else self.strut


def step(
    symbol: str, value: float, unit: str, formula: str, inputs: tuple[tuple[str, float, str], ...], says: str
) -> Step:
    """A line of the leaf's statics."""
    return Step(
        symbol=symbol,
        value=value,
        unit=unit,
        formula=formula,
        inputs=inputs,
        source="statics: pinned joints" if formula else "geometry: the leaf as it is built",
        says=says,
    )


def reckon(
    leaf: Leaf,
    book: Rulebook,
    about: str,
    post: Stick,
    post_n_m2: float | None,
    *,
    own_limits: tuple[Advice, ...] = (),
    wind_pa: float = 0.0,
    wired: bool = False,
) -> LeafFound:
    """Reckon a leaf.

    Args:
        about: The gate's id.
        post: The stick of the hinge post.
        post_n_m2: E·I of the hinge post, None where the school has no value for its wood.
        own_limits: Advice that the crew has taken in.
        wind_pa: Design wind on the closed leaf, 0 where it is not known.
        wired: The leaf is hung with wire in place of boards.
    """
    # A cable sees a raked leaf upside down: where the strut is long and hard pressed, the cable is short and easy.
    # A strut presses from inner corner to inner corner; a cable is pinned at the joints' middles.
    strut = _brace(leaf, leaf.rake, leaf.tall_m - leaf.stile_m, leaf.strut_reach_m)
    cable = _brace(leaf, -leaf.rake, leaf.tall_m, leaf.reach_m)
    found = _Found(leaf, book, about, own_limits)
    found.brace(strut, cable)
    pull_n = found.hinges()
    found.hinge_screws(pull_n, post)
    now, later = found.sag(post_n_m2)
    found.racking()
    found.wobble()
    found.wind(wind_pa, wired)
    found.closed()
    found.swing()
    found.in_the_way()
    found.lean()
    found.closer()
    found.gaps()
    return LeafFound(
        leaf=leaf,
        strut=strut,
        cable=cable,
        sag_now=now,
        sag_later=later,
        pull_n=pull_n,
        pull=_pull(leaf, post.width_m, book),
        checks=tuple(found.checks),
        not_covered=tuple(found.gaps_found),
        facts=tuple(found.facts),
    )


def _brace(leaf: Leaf, rake: float, high_m: float, reach_m: float) -> statics.Brace:
    try:
        return statics.brace_to_rail(
            weight_n=leaf.weight_n,
            width_m=leaf.between_m,
            height_m=high_m,
            reach_m=reach_m,
            load_at_latch_n=leaf.design.person_n,
            rake=rake,
        )
    except InputError as error:
        raise InputError(
            "leaf/raked", f"On this slope a raked leaf has no room for its brace ({error.message})"
        ) from None


def _pull(leaf: Leaf, post_width_m: float, book: Rulebook) -> PullOnPost:
    """Moment about the post's own middle: the hinge line stands half a post and the hinge gap off it.

    It is as great with the leaf closed, open or folded back: only its direction turns, and nothing is counted that helps.
    """
    u = book.units
    off = (post_width_m / 2 + hinge_gap_m(leaf.design)) / u.size_m
    w, p = leaf.weight_n / u.force_n, leaf.design.person_n / u.force_n
    x, b = leaf.centre_m / u.size_m, leaf.width_m / u.size_m
    dead = step(
        "M_W",
        w * (x + off) / u.per_span,
        u.moment,
        f"W * (x + o) / {u.per_span}",
        (("W", w, u.force), ("x", x, u.size), ("o", off, u.size)),
        "the leaf's weight on its post, closed, open or folded back",
    )
    person = step(
        "M_P",
        p * (b + off) / u.per_span,
        u.moment,
        f"P * (B + o) / {u.per_span}",
        (("P", p, u.force), ("B", b, u.size), ("o", off, u.size)),
        "a person hanging on the latch edge [practice]",
    )
    design = (book.factored(dead, "M_Wd"), book.factored(person, "M_Pd"))
    shown = (dead, person) if design == (dead, person) else (dead, person, *design)
    return PullOnPost(
        leaf=leaf.id,
        weight_n_m=si(design[0]),
        with_person_n_m=si(design[0]) + si(design[1]),
        steps=shown,
    )


class _Found:
    """Checks of one leaf as they are found."""

    def __init__(self, leaf: Leaf, book: Rulebook, about: str, own_limits: tuple[Advice, ...]) -> None:
        self.leaf, self.book, self.about, self.own_limits = leaf, book, about, own_limits
        self.u = book.units
        self.checks: list[Check] = []
        self.gaps_found: list[NotCovered] = []
        self.facts: list[Step] = []

    def _check(  # noqa: PLR0913
        self,
        name: str,
        demand: Step,
        limit: Step,
        working: tuple[Step, ...],
        case: str,
        at_least: bool = False,
        advice: Advice | None = None,
        asks: Asks = Asks.SAFETY,
        fitted: bool = False,
    ) -> None:
        """A check of this leaf; no clause asks for most of them: our own safety limits, or `advice` of a kind."""
        if advice is not None:
            asks = Asks.CREW if advice in self.own_limits else Asks.ADVICE
        self.checks.append(
            Check(
                name=name,
                about=self.about,
                basis=Basis.RECKONED,
                sense="at least" if at_least else "at most",
                demand=demand,
                limit=limit,
                working=working,
                case=case,
                asks=asks,
                fitted=fitted,
            )
        )

    def _gap(self, name: str, reason: str, change: str, crew: bool = False) -> None:
        self.gaps_found.append(
            NotCovered(
                name=name, about=self.about, basis=Basis.RECKONED, reason=reason, would_have_to_change=change, crew=crew
            )
        )

    def brace(self, strut: statics.Brace, cable: statics.Brace) -> None:
        """The brace sized for the pinned force, however stiff the corners are."""
        leaf, design = self.leaf, self.leaf.design
        brace = cable if design.brace == "cable" else strut
        w, p = leaf.weight_n / self.u.force_n, design.person_n / self.u.force_n
        load = step(
            "P_l",
            brace.latch_load_n / self.u.force_n,
            self.u.force,
            "W / 2 + P",
            (("W", w, self.u.force), ("P", p, self.u.force)),
            "half the leaf and a person at the latch edge",
        )
        inside = (leaf.tall_m - leaf.stile_m, leaf.strut_reach_m)
        force = self._force(load, strut, leaf.rake, "squeezed in a strut", inside)
        pulled = self._force(load, cable, -leaf.rake, "pulled in a cable", (leaf.tall_m, leaf.reach_m))
        angle = step("a", math.degrees(brace.angle_rad), "deg", "", (), "brace above level")
        self.facts += [load, pulled if design.brace == "cable" else force, angle]
        case = f"leaf {leaf.index + 1}, a person on the latch edge"
        if design.brace in ("strut", "both"):
            self._strut(force, load, strut, case)
        if design.brace in ("cable", "both"):
            if design.cable_rating_n > 0:
                rating = given_step(
                    "R",
                    design.cable_rating_n / self.u.force_n,
                    self.u.force,
                    "user: the maker's rating with the crew's own safety factor",
                )
                self._check("Cable pulls", pulled, rating, (load,), case)
            elif design.brace == "cable":
                self._gap(
                    "Cable pulls",
                    "no rating of the cable is entered",
                    "the maker's number, with a safety factor in it",
                    crew=True,
                )
        if leaf.reach_m < leaf.between_m - 1e-6:
            self._rail_bends(load, case)

    def _force(self, load: Step, brace: statics.Brace, rake: float, says: str, box: tuple[float, float]) -> Step:
        b, h, x = self.leaf.between_m / self.u.size_m, box[0] / self.u.size_m, box[1] / self.u.size_m
        inputs = (
            ("P_l", load.value, self.u.force),
            ("B", b, self.u.size),
            ("x", x, self.u.size),
            ("h", h, self.u.size),
        )
        if not rake:
            return step(
                "F",
                brace.force_n / self.u.force_n,
                self.u.force,
                "P_l * B / x * sqrt(x ** 2 + h ** 2) / h",
                inputs,
                says,
            )
        return step(
            "F",
            brace.force_n / self.u.force_n,
            self.u.force,
            "P_l * B / x * sqrt(x ** 2 + (h + m * x) ** 2) / h",
            (*inputs, ("m", rake, "")),
            f"{says}, in a leaf that follows the slope",
        )

    def racking(self) -> None:
        """What the corners would hold without the brace: told for every leaf, reckoned where their stiffness is known."""
        leaf, design = self.leaf, self.leaf.design
        frame = outdoors(leaf.frame)
        try:
            ei = si(self.book.stiffness(frame)) * frame.second_moment_m4
        except OutsideScope as refused:
            if design.brace == "none":
                self._gap("Leaf racks", refused.reason, refused.would_have_to_change)
            return
        person = design.person_n if design.brace == "none" else 0.0
        load_n = leaf.weight_n * leaf.centre_m / leaf.between_m + person
        frame_m, steps = unbraced(leaf, load_n, ei, self.u)
        self.facts += steps
        drops = [frame_m]
        if design.boards_hold and design.nail_slip_n_per_m > 0:
            drops.append(
                statics.boards_drop_m(
                    latch_load=load_n,
                    width_m=leaf.between_m,
                    boards=leaf.boards_full + (1 if leaf.board_rip_m else 0),
                    slip_n_per_m=design.nail_slip_n_per_m,
                    pitch_m=design.nail_pitch_m,
                )
            )
        if design.brace != "none":
            return
        drop = step(
            "d_r",
            statics.side_by_side_m(drops) / self.u.size_m,
            self.u.size,
            "",
            (),
            "corners and boards side by side, a person on it",
        )
        if design.corner_n_m_per_rad > 0 or len(drops) > 1:
            self._check(
                "Leaf racks", drop, _latch_tolerance(self.u), steps, f"leaf {leaf.index + 1}, no brace", advice="sag"
            )
            return
        self._gap(
            "Leaf racks",
            "without a brace the leaf hangs on its corners, whose stiffness nobody has measured: "
            f"pinned it falls, by our own estimate for this joint it drops {drop.value:.2f} {drop.unit}",
            "a strut or a cable",
        )

    def closer(self) -> None:
        """A self-closing spring against a hinge line out of plumb."""
        leaf, design = self.leaf, self.leaf.design
        if design.closer_n_m <= 0:
            return
        tilt = math.atan2(abs(design.post_lean_m), leaf.height_m)
        needs = leaf.weight_n * leaf.centre_m * math.sin(tilt) / self.u.moment_n_m
        has = step("M_c", design.closer_n_m / self.u.moment_n_m, self.u.moment, "", (), "least moment of the spring")
        against = step(
            "M_t", needs, self.u.moment, "", (), "the leaf's own swing; add friction and wind from your own trial"
        )
        if needs > 0:
            self._check("Closes by itself", has, against, (), f"leaf {leaf.index + 1}", at_least=True)

    def _strut(self, force: Step, load: Step, brace: statics.Brace, case: str) -> None:
        try:
            # Cross rails half-lapped over the strut hold it against buckling out of the leaf; in its plane it stands free.
            column = self.book.column(
                outdoors(self.leaf.frame),
                "floor",
                Standing(
                    height_m=brace.length_m,
                    end_factor=1.0,
                    height_weak_m=brace.length_m / (self.leaf.design.cross_rails + 1),
                ),
            )
        except OutsideScope as refused:
            self._gap("Strut buckles", refused.reason, refused.would_have_to_change)
            return
        demand, limit = self.book.factored(force, "F_d"), self._in_force(column.capacity)
        self._check("Strut buckles", demand, limit, (load, force, column.buckling), case)

    def _rail_bends(self, load: Step, case: str) -> None:
        """A brace short of the corner leaves the rail to bend beyond it, in the plane of the leaf."""
        leaf = self.leaf
        out = (leaf.between_m - leaf.reach_m) / self.u.size_m
        try:
            capacity = self.book.moment_capacity(outdoors(self.leaf.frame), "floor")
        except OutsideScope as refused:
            self._gap("Rail bends past the brace", refused.reason, refused.would_have_to_change)
            return
        moment = step(
            "M_r",
            load.value * out / self.u.per_span,
            self.u.moment,
            f"P_l * c / {self.u.per_span}",
            (("P_l", load.value, self.u.force), ("c", out, self.u.size)),
            "the rail beyond the brace",
        )
        self._check("Rail bends past the brace", self.book.factored(moment, "M_d"), capacity, (load, moment), case)

    def _in_force(self, found: Step) -> Step:
        if found.unit == self.u.force:
            return found
        return step("P_max", si(found) / self.u.force_n, self.u.force, "", (), found.says)

    def _words(self, force: Step) -> str:
        return f"{force.value:,.0f} lb" if force.unit == "lb" else f"{force.value:.2f} {force.unit}"

    def hinges(self) -> float:
        """The pull on the top hinge, and what each hinge may have to carry."""
        leaf, design = self.leaf, self.leaf.design
        pull_n = statics.hinge_pull_n(
            weight_n=leaf.weight_n,
            weight_from_hinge_m=leaf.centre_m,
            spacing_m=leaf.hinge_spacing_m,
            width_m=leaf.width_m,
            load_at_latch_n=design.person_n,
        )
        w, p = leaf.weight_n / self.u.force_n, design.person_n / self.u.force_n
        x, b, s = leaf.centre_m / self.u.size_m, leaf.width_m / self.u.size_m, leaf.hinge_spacing_m / self.u.size_m
        # A wheel takes what its spring is known to carry, on level ground; never more than the weight's own share.
        at = (design.wheel_from_hinge_m or leaf.between_m) / self.u.size_m
        v = min(design.wheel_load_n / self.u.force_n, w * x / at) if design.wheel else 0.0
        pull_n -= v * self.u.force_n * at / s
        pull = step(
            "R_h",
            pull_n / self.u.force_n,
            self.u.force,
            "(W * x + P * B - V * a) / s",
            (
                ("W", w, self.u.force),
                ("x", x, self.u.size),
                ("P", p, self.u.force),
                ("B", b, self.u.size),
                ("V", v, self.u.force),
                ("a", at, self.u.size),
                ("s", s, self.u.size),
            ),
            "out at the top hinge, in at the bottom" + ("; V carried by the wheel" if v else ""),
        )
        both = step(
            "R",
            math.hypot(pull.value, w + p),
            self.u.force,
            "sqrt(R_h ** 2 + (W + P) ** 2)",
            (("R_h", pull.value, self.u.force), ("W", w, self.u.force), ("P", p, self.u.force)),
            "one hinge may carry all of the weight, too",
        )
        self.facts += [pull, both]
        case = f"leaf {leaf.index + 1}, a person on the latch edge"
        if design.hinge_rating_n > 0:
            rating = given_step(
                "R_max",
                design.hinge_rating_n / self.u.force_n,
                self.u.force,
                "user: the maker's rating of one hinge and its screws, with the crew's own safety factor",
            )
            self._check("Hinge holds", both, rating, (pull,), case)
        else:
            self._gap(
                "Hinge holds",
                f"no rating of the hinge is entered; it must hold {self._words(both)}",
                "the maker's number for one hinge and its screws, with a safety factor in it",
                crew=True,
            )
        return pull_n

    def hinge_screws(self, pull_n: float, post: Stick) -> None:
        """Pull-out of the top hinge's lag screws from its post. Their shear through a steel strap is the maker's to say."""
        leaf, design = self.leaf, self.leaf.design
        if not design.hinge_screws:
            return
        name = "Hinge's screws pull out"
        if self.book.load_factor != 1.0:
            self._gap(
                name,
                "this school's values of fixings are characteristic and not brought to design level here",
                "the maker's rating of the hinge with its screws",
                crew=True,
            )
            return
        try:
            each = self.book.fastener_withdrawal(
                fastener="lag screw",
                diameter_m=design.hinge_screw_m,
                penetration_m=design.hinge_screw_in_post_m,
                wood=post.species,
                axis_rad=math.pi / 2,
            )
        except (OutsideScope, InputError) as refused:
            reason = refused.reason if isinstance(refused, OutsideScope) else refused.message
            self._gap(name, reason, "the maker's rating of the hinge with its screws", crew=True)
            return
        one = (
            each
            if each.unit == self.u.force
            else step("W_p", si(each) / self.u.force_n, self.u.force, "", (), each.says)
        )
        held = Step(
            symbol="W_n",
            value=design.hinge_screws * one.value * WET_FIXING,
            unit=self.u.force,
            formula="n * W_p * C_M",
            inputs=(("n", float(design.hinge_screws), ""), ("W_p", one.value, self.u.force), ("C_M", WET_FIXING, "")),
            source="nds: 11.3.3 wet service of lags and screws; medium",
            says="all screws of one hinge, outdoors",
        )
        pull = step(
            "R_h",
            pull_n / self.u.force_n,
            self.u.force,
            "",
            (),
            "out at the top hinge, as reckoned for the hinge itself",
        )
        self._check(name, pull, held, (one,), f"leaf {leaf.index + 1}, a person on the latch edge")

    def sag(self, post_n_m2: float | None) -> tuple[statics.Sag, statics.Sag]:
        """At once and after years, under the leaf's own weight; the footing's turn only where it is known."""
        leaf, design = self.leaf, self.leaf.design
        turn = 0.0
        soil = design.soil_turn_n_m_per_rad or None
        if post_n_m2 is not None:
            turn = statics.post_turn_rad(
                moment_n_m=leaf.weight_n * leaf.centre_m,
                lower_hinge_m=leaf.gap_m + design.hinge_inset_m,
                hinge_spacing_m=leaf.hinge_spacing_m,
                post_n_m2=post_n_m2,
                soil_n_m_per_rad=soil,
            )
        stiffness = None
        try:
            e = self.book.strength("stiffness", outdoors(self.leaf.frame), "floor").allowed_pa
            stiffness = e * leaf.frame.thickness_m * leaf.frame.width_m
        except OutsideScope as refused:
            self._gap("Latch edge sags", refused.reason, refused.would_have_to_change)
        found = []
        for creep in (0.0, design.creep):
            found.append(
                statics.latch_sag(
                    weight_n=leaf.weight_n,
                    width_m=leaf.between_m,
                    height_m=leaf.tall_m,
                    hinge_spacing_m=leaf.hinge_spacing_m,
                    reach_m=leaf.reach_m,
                    hinge_play_m=design.hinge_play_m,
                    brace_stiffness_n=stiffness,
                    creep=creep,
                    joint_slip_m=design.joint_slip_m,
                    post_turn_rad=turn * (1 + creep),
                    rake=-leaf.rake if design.brace == "cable" else leaf.rake,
                )
            )
        now, later = found
        if stiffness is not None and design.brace != "none" and now.from_brace_m > 0:
            frame = outdoors(leaf.frame)
            ei = si(self.book.stiffness(frame)) * frame.second_moment_m4
            frame_m, _ = unbraced(leaf, leaf.weight_n * leaf.centre_m / leaf.between_m, ei, self.u)
            self.facts.append(relief(frame_m, now.from_brace_m, self.u))
        if post_n_m2 is None:
            self._gap(
                "Latch edge sags", "the post's wood has no stiffness in this school", "a post of the school's tables"
            )
            return now, later
        limit = _latch_tolerance(self.u)
        name = "Latch edge sags" if soil else "Latch edge sags, its footing taken as firm"
        for sag, case in ((now, "at once"), (later, "after years")):
            creep = 0.0 if sag is now else design.creep
            working = self._sag_parts(sag, turn * (1 + creep), creep)
            parts = tuple((part.symbol, part.value, part.unit) for part in working)
            demand = step(
                "d",
                sag.total_m / self.u.size_m,
                self.u.size,
                "d_h + d_b + d_j + d_p",
                parts,
                "hinges, brace, its joints, and the post",
            )
            self._check(name, demand, limit, working, f"leaf {leaf.index + 1}, {case}", advice="sag")
            self.facts.append(demand)
        return now, later

    def _sag_parts(self, sag: statics.Sag, turn_rad: float, creep: float) -> tuple[Step, ...]:
        """The four parts of a sag, each by its own formula."""
        leaf, design, u = self.leaf, self.leaf.design, self.u
        wide = ("B", leaf.between_m / u.size_m, u.size)
        brace_m, reach_m = sag.brace_m, leaf.reach_m or leaf.between_m
        rows: tuple[tuple[str, float, str, tuple[tuple[str, float, str], ...], str], ...] = (
            (
                "d_h",
                sag.from_hinges_m,
                "j_h * B / s_h",
                (
                    ("j_h", design.hinge_play_m / u.size_m, u.size),
                    wide,
                    ("s_h", leaf.hinge_spacing_m / u.size_m, u.size),
                ),
                "play in the hinges",
            ),
            (
                "d_b",
                sag.from_brace_m,
                "d_0 * (1 + c)",
                (("d_0", sag.from_brace_m / (1 + creep) / u.size_m, u.size), ("c", creep, "")),
                "the brace gives; d_0 at once, F L_b² B / (E A h x)",
            ),
            (
                "d_j",
                sag.from_joints_m,
                "2 * s_j * (L_b / h) * (B / x)",
                (
                    ("s_j", design.joint_slip_m / u.size_m, u.size),
                    ("L_b", brace_m / u.size_m, u.size),
                    ("h", leaf.tall_m / u.size_m, u.size),
                    wide,
                    ("x", reach_m / u.size_m, u.size),
                ),
                "both joints of the brace slip",
            ),
            ("d_p", sag.from_post_m, "t * B", (("t", turn_rad, "rad"), wide), "the post turns at its hinges"),
        )
        return tuple(
            step(symbol, value_m / u.size_m, u.size, formula, inputs, says)
            for symbol, value_m, formula, inputs, says in rows
        )

    def wobble(self) -> None:
        """How far the closed leaf's free corner gives under a hand's push, and what one more cross rail would do."""
        leaf = self.leaf
        rails = leaf.design.cross_rails
        try:
            e_pa = si(self.book.stiffness(outdoors(self.leaf.frame)))
        except OutsideScope as refused:
            self._gap("Leaf wobbles", refused.reason, refused.would_have_to_change)
            return
        gives, stiffer = (wobble_m(leaf, e_pa, count) for count in (rails, rails + 1))
        more = f"one more cross rail: {stiffer / IN:.2f} in ({1000 * stiffer:.0f} mm)"
        stiff = e_pa * leaf.frame.width_m * leaf.frame.thickness_m**3 / 12
        bends = stiff / (self.u.force_n * self.u.size_m**2)
        push, tall = PUSH_N / self.u.force_n, leaf.tall_m / self.u.size_m
        demand = Step(
            symbol="d_w",
            value=gives / self.u.size_m,
            unit=self.u.size,
            formula="k_w * P_h * h ** 3 / B",
            inputs=(
                ("k_w", gives / self.u.size_m / (push * tall**3 / bends), ""),
                ("P_h", push, self.u.force),
                ("h", tall, self.u.size),
                ("B", bends, f"{self.u.force} {self.u.size}2"),
            ),
            source="statics: k_w by a grid of the leaf's bars, joints stiff; B is E I of a stile on its flat",
            says=f"the free corner's give, boards left out; {more}",
        )
        limit = given_step(
            "d_wmax",
            WOBBLE_LIMIT_M / self.u.size_m,
            self.u.size,
            "practice: feels firm in the hand",
            "a hand's push of 20 lb (89 N)",
        )
        self._check("Leaf wobbles", demand, limit, (), f"leaf {leaf.index + 1}, pushed by a hand", advice="wobble")
        self.facts.append(demand)

    def wind(self, pressure_pa: float, wired: bool) -> None:
        """Wind on the closed leaf, through its pieces and its hardware."""
        for one in in_wind(self.leaf, self.book, self.about, pressure_pa, wired):
            if isinstance(one, Check):
                self.checks.append(one)
            else:
                self.gaps_found.append(one)

    def closed(self) -> None:
        """The closed leaf over the line's own ground, which is known whatever lies beside."""
        leaf = self.leaf
        climb_m = (leaf.grade_along - leaf.rake) * leaf.width_m
        if climb_m <= 1e-9:
            return
        has = step(
            "z_has", leaf.gap_m / self.u.size_m, self.u.size, "", (), "lower edge at the hinge above the ground there"
        )
        needs = step(
            "z_c",
            climb_m / self.u.size_m,
            self.u.size,
            "m * B",
            (("m", leaf.grade_along - leaf.rake, ""), ("B", leaf.width_m / self.u.size_m, self.u.size)),
            "how far the ground climbs to the latch: lift the leaf, rake it, hang it on the other post, or dig the ground away",
        )
        fitted = leaf.design.gap_m is None
        case = f"leaf {leaf.index + 1}, closed"
        self._check("Closed leaf clears the ground", has, needs, (), case, at_least=True, fitted=fitted)

    def swing(self) -> None:
        """The lower edge against the ground all round the arc."""
        leaf = self.leaf
        if leaf.lift is None:
            self._gap(
                "Swings clear",
                "only the line's ground is known, not the ground the leaf swings over",
                "read the fall toward the side it swings to: two heights a leaf's width apart",
                crew=True,
            )
            return
        lift = leaf.lift
        has = step(
            "z_has", leaf.gap_m / self.u.size_m, self.u.size, "", (), "lower edge at the hinge above the ground there"
        )
        rise = lift.lift_m - leaf.design.clear_m
        needs = step(
            "z_0",
            lift.lift_m / self.u.size_m,
            self.u.size,
            "c + u",
            (("c", leaf.design.clear_m / self.u.size_m, self.u.size), ("u", rise / self.u.size_m, self.u.size)),
            f"kept clear, and how far the ground comes up at {math.degrees(lift.worst_at_rad):.0f} degrees of the swing",
        )
        fitted = leaf.design.gap_m is None
        self._check(
            "Swings clear", has, needs, (), f"leaf {leaf.index + 1}, through the arc", at_least=True, fitted=fitted
        )
        self.facts.append(needs)

    def in_the_way(self) -> None:
        """Whether the leaf opens as far as it should before it meets something."""
        leaf, design = self.leaf, self.leaf.design
        if not design.in_the_way:
            return
        free: dict[str, float] = {}
        for item in design.in_the_way:
            one = Obstacle(along_m=item.along_m, out_m=item.out_m, radius_m=item.radius_m)
            free[item.what] = free_swing_rad(leaf.width_m, [one], design.swing_rad)
        what = min(free, key=lambda name: free[name])
        has = step("f_has", math.degrees(free[what]), "deg", "", (), f"opens before it meets the {what}")
        needs = step("f", math.degrees(design.swing_rad), "deg", "", (), "how far it is to open")
        self._check(
            "Opens past what stands in the way", has, needs, (), f"leaf {leaf.index + 1}, {what}", at_least=True
        )

    def lean(self) -> None:
        """A hinge line out of plumb lets the leaf swing by itself."""
        leaf, design = self.leaf, self.leaf.design
        if not design.post_lean_m:
            return
        tilt = math.atan2(abs(design.post_lean_m), leaf.height_m)
        w, x = leaf.weight_n / self.u.force_n, leaf.centre_m / self.u.span_m
        self.facts.append(
            step(
                "M_s",
                w * x * math.sin(tilt),
                self.u.moment,
                "W * x * s",
                (("W", w, self.u.force), ("x", x, self.u.span), ("s", math.sin(tilt), "")),
                "the leaf swings by itself with up to this: plumb the hinge line",
            )
        )

    def gaps(self) -> None:
        """A thick leaf's far corner needs room at the latch."""
        leaf = self.leaf
        needs_m = latch_gap_needed_m(leaf)
        has = step("g_has", latch_gap_m(leaf.design) / self.u.size_m, self.u.size, "", (), "gap at the latch")
        if latch_gap_m(leaf.design) <= 0:
            raise InputError("leaf/latch_gap_m", "A leaf needs a gap at the latch to swing at all")
        b, t = leaf.width_m / self.u.size_m, (leaf.frame.thickness_m + leaf.board.thickness_m) / self.u.size_m
        needs = step(
            "g",
            needs_m / self.u.size_m,
            self.u.size,
            "sqrt(B ** 2 + T ** 2) - B",
            (("B", b, self.u.size), ("T", t, self.u.size)),
            "the thick leaf's far corner swings wider than the leaf",
        )
        self._check("Latch corner passes", has, needs, (), f"leaf {leaf.index + 1}", at_least=True)


def _latch_tolerance(u: Units) -> Step:
    return given_step("d_max", SAG_LIMIT_M / u.size_m, u.size, "practice: what a latch forgives", "latch tolerance")
