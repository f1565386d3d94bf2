"""What holds boards and rails in the wind: boards between their rails, rails at their ends, boards on their rails."""

from collections.abc import Hashable

from steady.data.checks import case_label
from steady.design_codes.requests import ScrewInput
from steady.design_codes.results import given_step
from steady.errors import OutOfScopeError
from steady.loads.tributary import gather
from steady.plan.model import Basis, CalculationStep, UncheckedItem
from steady.structures.bending_check import CheckContext, check_reach
from steady.structures.check_collector import Alike
from steady.structures.fence.checks.findings import FenceCheckCollector, LineWind
from steady.structures.fence.checks.joints import HOLDS_M, SAME_M, Picked, bought_ends, joints_of_rails, pick, screw_m
from steady.structures.fence.layout.infill import rows, strip_m
from steady.structures.fence.layout.stations import LineBay
from steady.structures.fence.spec.case import FenceCase
from steady.structures.wood import WITHIN, outdoors

WIND = case_label("wind")


class FastenerChecks:
    """Bays one after another; bays under one pressure share their working."""

    def __init__(self, case: FenceCase, loads: LineWind, collector: FenceCheckCollector) -> None:
        self.case = case
        spec, book, timber = case.spec, case.book, case.timber
        self.spec, self.book, self.loads, self.timber, self.found = spec, book, loads, timber, collector
        self.u = book.units
        self._alike: dict[Hashable, Alike] = collector.alike.holds
        self.lie = rows(spec, timber.rail)
        self.strip_m = strip_m(spec, self.lie)
        self.between_m = self.lie.step_m if self.lie.count > 1 else 0.0
        self.rail_end, self.board = (
            pick(joint, stainless=spec.weather == "ice and salt") for joint in joints_of_rails(case)
        )

    def calculate(self, bay: LineBay) -> None:
        """Boards, their screws and the rails' ends of one bay, under the worst of its wind."""
        about = f"{self.spec.id}/bay/{bay.id}"
        pressure_pa = max((p for _, p in gather(self.loads.zones, bay.start.station_m, bay.end.station_m)), default=0.0)
        if not pressure_pa > 0 or not self.lie.count or self.spec.infill.traits.made:
            return
        key = (pressure_pa, round(bay.width_m, 9), bay.lift_out)
        if key in self._alike:
            self.found.again(self._alike[key], about)
            return
        mark = self.found.mark()
        self._bay(bay, about, pressure_pa)
        self._alike[key] = self.found.since(mark)

    def _bay(self, bay: LineBay, about: str, pressure_pa: float) -> None:
        if self.spec.infill.traits.boarded:
            self._board(about, pressure_pa)
            self._screws(
                about, "board_fasteners.withdrawal", self._board_pull(pressure_pa), picked=self.board, pulled=True
            )
        if bought_ends(self.spec, self.lie) and not bay.lift_out:
            thing = {"brackets": "bracket", "channel": "channel"}[self.spec.rail_end]
            fitted = self.spec.infill.traits.fitted
            thing = "cap or cup" if fitted else thing
            self.found.not_covered.append(
                UncheckedItem(
                    key="rail_end_fitting.capacity" if fitted else "rail_end_fasteners.capacity",
                    about=about,
                    basis=Basis.CALCULATED,
                    crew=True,
                    reason=f"what a {thing} holds at a rail's end in the wind is its maker's to say",
                    would_have_to_change=f"enter what its maker says that one end of the {thing} holds",
                    needs=self._end(bay, pressure_pa),
                )
            )
        elif not bay.lift_out:
            pulled = self.lie.on_face
            self._screws(
                about, "rail_end_fasteners.capacity", self._end(bay, pressure_pa), picked=self.rail_end, pulled=pulled
            )
        else:
            self.found.not_covered.append(
                UncheckedItem(
                    key="removable_panel_brackets.capacity",
                    about=about,
                    basis=Basis.CALCULATED,
                    crew=True,
                    reason="what the brackets of a bay that lifts out hold in the wind is their maker's to say",
                    would_have_to_change="ask their maker",
                )
            )

    def _board(self, about: str, pressure_pa: float) -> None:
        """A board between its rails: by its wood's strength where there is one, else by a span of our own for its thickness."""
        u, board = self.u, self.timber.board
        if self.between_m <= 0:
            return
        span = self.between_m / u.span_m
        ends = not self.loads.within_run(pressure_pa)
        where = "end zone" if ends else "interior zone"
        try:
            limit = self.book.bending_strength(outdoors(board, flat=True), "wind")
        except (OutOfScopeError, ValueError):
            self.found.checks.append(
                check_reach(
                    u,
                    board.thickness_m,
                    given_step("L", span, u.span, source="geometry", says="boards between their rails"),
                    asked=CheckContext("fence_board.bending", about, f"wind, {where}"),
                    where=(where, 1.0 if ends else WITHIN),
                )
            )
            return
        wide, thick = board.width_m / u.size_m, board.thickness_m / u.size_m
        load = CalculationStep(
            symbol="w",
            value=pressure_pa / u.pressure_pa * board.width_m / u.span_m,
            unit=u.line,
            formula="p * b",
            inputs=(("p", pressure_pa / u.pressure_pa, u.pressure), ("b", board.width_m / u.span_m, u.span)),
            source="statics",
            says="wind on one board",
        )
        moment = CalculationStep(
            symbol="M",
            value=load.value * span**2 / 8,
            unit=u.moment,
            formula="w * L ** 2 / 8",
            inputs=((load.symbol, load.value, load.unit), ("L", span, u.span)),
            source="statics: simple span between rails",
        )
        modulus = CalculationStep(
            symbol="S",
            value=wide * thick**2 / 6,
            unit=u.modulus,
            formula="b * t ** 2 / 6",
            inputs=(("b", wide, u.size), ("t", thick, u.size)),
            source="geometry",
        )
        stress = CalculationStep(
            symbol="f_b",
            value=u.bend * moment.value / modulus.value,
            unit=u.stress,
            formula=f"{u.bend} * M / S",
            inputs=(("M", moment.value, u.moment), ("S", modulus.value, u.modulus)),
            source="statics",
        )
        self.found.at_most(
            "fence_board.bending", about, stress, limit=limit, working=(load, moment, modulus), case=WIND, by_wind=True
        )

    def _board_pull(self, pressure_pa: float) -> CalculationStep:
        u, board = self.u, self.timber.board
        strip = self.strip_m / u.span_m
        return CalculationStep(
            symbol="R",
            value=pressure_pa / u.pressure_pa * board.width_m / u.span_m * strip,
            unit=u.force,
            formula="p * b * t",
            inputs=(
                ("p", pressure_pa / u.pressure_pa, u.pressure),
                ("b", board.width_m / u.span_m, u.span),
                ("t", strip, u.span),
            ),
            source="statics: one board's strip at its most loaded rail",
            says="wind suction on one board",
        )

    def _end(self, bay: LineBay, pressure_pa: float) -> CalculationStep:
        u = self.u
        strip, span = self.strip_m / u.span_m, bay.width_m / u.span_m
        return CalculationStep(
            symbol="R",
            value=pressure_pa / u.pressure_pa * strip * span / 2,
            unit=u.force,
            formula="p * t * L / 2",
            inputs=(("p", pressure_pa / u.pressure_pa, u.pressure), ("t", strip, u.span), ("L", span, u.span)),
            source="statics: half of the most loaded rail",
            says="wind on one rail end",
        )

    def _screws(self, about: str, name: str, demand: CalculationStep, *, picked: Picked, pulled: bool) -> None:
        """Screws against a force; where none on the list suits, what holds it is not known."""
        if picked.item is None:
            self.found.not_covered.append(
                UncheckedItem(
                    key=name,
                    about=about,
                    basis=Basis.CALCULATED,
                    reason="no screw on the list suits this crossing",
                    crew=True,
                    would_have_to_change="a bracket or bolt rated by its maker",
                )
            )
            return
        into = self.timber.post if name == "rail_end_fasteners.capacity" else self.timber.rail
        count = 2
        try:
            wood = outdoors(into)
            limit = self.book.screws_in_wind(
                ScrewInput(
                    count=count,
                    diameter_m=screw_m(picked.item),
                    holds_m=picked.holds_m if picked.holds_m < HOLDS_M - SAME_M else max(picked.holds_m, HOLDS_M),
                    through_m=picked.joint.through_m,
                    wood=wood,
                    density_kg_per_m3=into.density_kg_per_m3,
                    pulled=pulled,
                    slanted=not pulled,
                )
            )
        except OutOfScopeError as refused:
            self.found.not_covered.append(
                UncheckedItem(
                    key=name,
                    about=about,
                    basis=Basis.CALCULATED,
                    reason=refused.reason,
                    crew=True,
                    would_have_to_change=refused.would_have_to_change,
                )
            )
            return
        self.found.at_most(name, about, demand, limit=limit, case=WIND, by_wind=True)
