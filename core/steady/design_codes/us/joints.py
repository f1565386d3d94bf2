"""Joints of wood and fasteners by the National Design Specification, chapters 11 and 12: allowable, in lb, in and psi."""

import math

from steady.design_codes.joint_rules import (
    END_GRAIN_LATERAL,
    TOE_LATERAL,
    TOE_WITHDRAWAL,
    Fastener,
    JointRules,
    LateralCapacity,
    LateralRequest,
    WithdrawalCapacity,
    WithdrawalRequest,
    WoodSection,
    checked,
    design_step,
    point_side_m,
)
from steady.design_codes.requests import Wood
from steady.design_codes.us import timber
from steady.errors import OutOfScopeError
from steady.plan.model import CalculationStep
from steady.units.units import IN, LB, PSI

ROOT_IN = {
    "lag screw": {0.25: 0.173, 0.3125: 0.227, 0.375: 0.265, 0.5: 0.371, 0.625: 0.471, 0.75: 0.579},
    "wood screw": {0.164: 0.131, 0.177: 0.142, 0.19: 0.152, 0.216: 0.171, 0.242: 0.196},
}
"""Root diameters by nominal ones. NDS appendix L (from memory, high)."""
YIELD_PSI = ((0.142, 100e3), (0.177, 90e3), (0.236, 80e3), (0.273, 70e3), (0.344, 60e3), (math.inf, 45e3))
"""F_yb of nails, screws and lags by nominal diameter. NDS Table I1 (from memory, medium); bolts 45,000."""
BOLT_YIELD_PSI = 45e3
STEEL_PSI = ((0.18, 61_850.0), (math.inf, 87_000.0))
"""Dowel bearing of steel side plates by thickness. NDS Tables 12B, 12M (from memory, high)."""
WET = 0.7
SMOOTH_NAIL_WET = 0.25
"""C_M in service. NDS Table 11.3.3 (from memory, high)."""
MOST_DURATION = 1.6
"""C_D in joints is never more. NDS 11.3.2 (from memory, high)."""
END_GRAIN_LAG = 0.75
NARROW_IN = 0.25
"""Under a quarter inch, the angle to the grain does not matter, nor a row's length. NDS 12.3.3, 11.3.6 (high)."""
GROUP_WOOD = 180_000.0
LEAST_REACH_D = {"lag screw": 4.0}
HALF_TIP_D = {"lag screw": 0.3125}
"""Half a tip in diameters: the lag's tip is about .625 D, another's 2 D. NDS 12.1.5, 12.1.6 (from memory, medium)."""
HEAD_THICK = 2.5
"""A head pulls through as by the first formula up to this many head diameters of wood. NDS 12.2.5 (from memory, high)."""
BEARING_SPREAD_IN = 0.375
"""C_b of a bearing shorter than 6 in. NDS 3.10.4 (from memory, high)."""
HOLE_OVER_IN = 1 / 16
_SIZE = "2x6"


def _root_in(fastener: Fastener) -> float:
    nominal = fastener.diameter_m / IN
    if fastener.root_m is not None:
        return fastener.root_m / IN
    roots = ROOT_IN.get(fastener.kind)
    if roots is None:
        return nominal
    near = min(roots, key=lambda known: abs(known - nominal))
    if abs(near - nominal) > 0.005:
        raise OutOfScopeError(
            f"no root diameter for a {fastener.kind} of {nominal:.3f} in",
            f"one of {', '.join(f'{known:g}' for known in roots)} in, or type the root",
        )
    return roots[near]


def _yield_psi(fastener: Fastener) -> float:
    if fastener.kind == "bolt":
        return BOLT_YIELD_PSI
    nominal = fastener.diameter_m / IN
    return next(strength for most, strength in YIELD_PSI if nominal <= most + 1e-9)


def _bearing_psi(nominal_in: float, gravity: float, angle_rad: float) -> float:
    """F_e by nominal diameter; Hankinson between the directions. NDS 12.3.3, 12.3.4 (from memory, high)."""
    if nominal_in < NARROW_IN - 1e-9:
        return float(16_600 * gravity**1.84)
    along, across = 11_200 * gravity, 6_100 * gravity**1.45 / math.sqrt(nominal_in)
    return float(along * across / (along * math.sin(angle_rad) ** 2 + across * math.cos(angle_rad) ** 2))


def _reductions(d: float, nominal_in: float, angle_rad: float) -> dict[str, float]:
    """R_d by mode. NDS Table 12.3.1B (from memory, high)."""
    k = 1 + 0.25 * math.degrees(angle_rad) / 90
    if d >= NARROW_IN - 1e-9:
        return {"Im": 4 * k, "Is": 4 * k, "II": 3.6 * k, "IIIm": 3.2 * k, "IIIs": 3.2 * k, "IV": 3.2 * k}
    thin = (2.2 if d <= 0.17 else 10 * d + 0.5) * (k if nominal_in >= NARROW_IN - 1e-9 else 1.0)
    return dict.fromkeys(("Im", "Is", "II", "IIIm", "IIIs", "IV"), thin)


def _single(
    d: float, q: tuple[float, float], lengths: tuple[float, float], *, moment: float, gap: float
) -> dict[str, float]:
    """Forces of the yield modes, members a gap apart (0: in contact).

    Args:
        q: Bearing of side and main member (lb/in).
        moment: At which the fastener yields (lb in).

    Source: AWC Technical Report 12 (from memory, high); without a gap the closed formulas of NDS Table 12.3.1A.
    """
    (qs, qm), (ls, lm) = q, lengths

    def root(a: float, b: float, c: float) -> float:
        return (-b + math.sqrt(b * b - 4 * a * c)) / (2 * a)

    return {
        "Im": qm * lm,
        "Is": qs * ls,
        "II": root(1 / (4 * qs) + 1 / (4 * qm), ls / 2 + gap + lm / 2, -qs * ls**2 / 4 - qm * lm**2 / 4),
        "IIIm": root(1 / (2 * qs) + 1 / (4 * qm), gap + lm / 2, -moment - qm * lm**2 / 4),
        "IIIs": root(1 / (4 * qs) + 1 / (2 * qm), ls / 2 + gap, -moment - qs * ls**2 / 4),
        "IV": root(1 / (2 * qs) + 1 / (2 * qm), gap, -2 * moment),
    }


class NdsJoints(JointRules):
    """NDS 2018."""

    key = "us"
    title = "United States"
    unit = "lb"

    def lateral(self, request: LateralRequest) -> LateralCapacity:
        """Z of one fastener and Z' of all. Source: NDS 12.3.1, 11.3 (from memory, high)."""
        checked(request)
        fastener = request.fastener
        kind, nominal, d = fastener.kind, fastener.diameter_m / IN, _root_in(fastener)
        if nominal > 1 + 1e-9:
            raise OutOfScopeError("fasteners over 1 in", "a thinner one")
        side_m, main_m = point_side_m(request, LEAST_REACH_D.get(kind, 6.0), HALF_TIP_D.get(kind, 1.0))
        ls, lm = side_m / IN, main_m / IN
        if request.length_m is None and kind != "bolt" and lm < LEAST_REACH_D.get(kind, 6.0) * nominal - 1e-9:
            raise OutOfScopeError(f"the {kind} reaches too little into the main member", "a longer fastener")
        gravity = timber.species_gravity(request.wood)
        side_gravity = timber.species_gravity(request.side_wood) if request.side_wood else gravity
        main_psi = _bearing_psi(nominal, gravity, request.angle_main_rad)
        side_psi = (
            next(strength for most, strength in STEEL_PSI if request.side_m / IN < most)
            if request.side_steel
            else _bearing_psi(nominal, side_gravity, request.angle_side_rad)
        )
        moment = _yield_psi(fastener) * d**3 / 6
        forces = _single(d, (side_psi * d, main_psi * d), (ls, lm), moment=moment, gap=request.gap_m / IN)
        if request.planes == 2:
            forces = {name: force * (1 if name == "Im" else 2) for name, force in forces.items()}
            forces = {name: forces[name] for name in ("Im", "Is", "IIIs", "IV")}
        angle = max(request.angle_main_rad, 0.0 if request.side_steel else request.angle_side_rad)
        reductions = _reductions(d, nominal, angle)
        values = {name: force / reductions[name] for name, force in forces.items()}
        mode = min(values, key=lambda name: values[name])
        reference = CalculationStep(
            symbol="Z",
            value=values[mode],
            unit="lb",
            formula="min(" + ", ".join(f"Z_{name}" for name in values) + ")",
            inputs=tuple((f"Z_{name}", amount, "lb") for name, amount in values.items()),
            source="nds: 12.3.1; high",
            says=f"mode {mode} yields first; one {kind}, reference value",
        )
        factors = [
            ("n", float(request.count), ""),
            ("Z", reference.value, "lb"),
            ("C_D", min(MOST_DURATION, timber.DURATION[request.load]), ""),
            ("C_M", WET if request.wet else 1.0, ""),
            ("C_tn", TOE_LATERAL if request.toe else 1.0, ""),
            ("C_eg", END_GRAIN_LATERAL if request.end_grain else 1.0, ""),
            ("C_g", request.group, ""),
        ]
        return LateralCapacity(
            reference=reference,
            design=design_step("Z'", factors, "lb", source="nds: 11.3; high", says=f"what {request.count} hold"),
            mode=mode,
        )

    def withdrawal(self, request: WithdrawalRequest) -> WithdrawalCapacity:
        """W of one fastener and W' of all, or their heads. Source: NDS 12.2, 11.3 (from memory, high)."""
        gravity, kind = timber.species_gravity(request.wood), request.fastener.kind
        d, inches = request.fastener.diameter_m / IN, request.holding_m / IN
        formulas = {
            "lag screw": ("1800 * G ** 1.5 * D ** 0.75", 1800 * gravity**1.5 * d**0.75),
            "wood screw": ("2850 * G ** 2 * D", 2850 * gravity**2 * d),
            "nail": ("1380 * G ** 2.5 * D", 1380 * gravity**2.5 * d),
        }
        if kind not in formulas:
            raise OutOfScopeError("bolts hold by their washers, not by their thread", "a washer, or a lag screw")
        if request.end_grain and kind != "lag screw":
            raise OutOfScopeError(f"a {kind} pulled out of end grain", "a lag screw, or a joint across the grain")
        formula, each = formulas[kind]
        per_length = CalculationStep(
            symbol="W",
            value=float(each),
            unit="lb/in",
            formula=formula,
            inputs=(("G", gravity, ""), ("D", d, "in")),
            source="nds: 12.2; high",
            says="per inch of thread in the main member, its tip not counted",
        )
        one = design_step(
            "W_1", [("W", per_length.value, "lb/in"), ("p", inches, "in")], "lb", source="nds: 12.2; high"
        )
        duration = min(MOST_DURATION, timber.DURATION[request.load])
        wet = (1.0 if request.toe else SMOOTH_NAIL_WET) if kind == "nail" else WET
        design = design_step(
            "W'",
            [
                ("n", float(request.count), ""),
                ("W_1", one.value, "lb"),
                ("C_D", duration, ""),
                ("C_M", wet if request.wet else 1.0, ""),
                ("C_tn", TOE_WITHDRAWAL if request.toe else 1.0, ""),
                ("C_eg", END_GRAIN_LAG if request.end_grain else 1.0, ""),
            ],
            "lb",
            source="nds: 11.3; high",
            says=f"what {request.count} hold in withdrawal",
        )
        through = self._pull_through(request, gravity, duration)
        if through is not None and through.value * request.count < design.value:
            design = design_step(
                "W'", [("n", float(request.count), ""), ("W_h", through.value, "lb")], "lb", source="nds: 12.2.5; high"
            )
        return WithdrawalCapacity(per_length=per_length, one=one, pull_through=through, design=design)

    def _pull_through(self, request: WithdrawalRequest, gravity: float, duration: float) -> CalculationStep | None:
        """A head pulled through the side member. NDS 12.2.5 (from memory, high; its C_M medium)."""
        if request.head_m is None or request.side_m is None:
            return None
        head, thick = request.head_m / IN, request.side_m / IN
        first = thick <= HEAD_THICK * head
        return CalculationStep(
            symbol="W_h",
            value=(690 * math.pi * head * gravity**2 * thick if first else 1725 * math.pi * head**2 * gravity**2)
            * duration
            * (WET if request.wet else 1.0),
            unit="lb",
            formula=("690 * pi * D_h * G ** 2 * t" if first else "1725 * pi * D_h ** 2 * G ** 2") + " * C_D * C_M",
            inputs=(
                ("D_h", head, "in"),
                ("G", gravity, ""),
                *((("t", thick, "in"),) if first else ()),
                ("C_D", duration, ""),
                ("C_M", WET if request.wet else 1.0, ""),
            ),
            source="nds: 12.2.5; medium",
            says="one head pulled through the side member",
        )

    def combined_n(self, lateral_n: float, withdrawal_n: float, angle_rad: float) -> float:
        """NDS 12.4.1 (from memory, high)."""
        z, w = lateral_n, withdrawal_n
        return w * z / (w * math.cos(angle_rad) ** 2 + z * math.sin(angle_rad) ** 2)

    def group(
        self, in_row: int, fastener: Fastener, spacing_m: float, *, stiffness_n: tuple[float, float] | None
    ) -> float:
        """C_g. Source: NDS equation 11.3-1 (from memory, high)."""
        d, n = fastener.diameter_m / IN, in_row
        if d < NARROW_IN - 1e-9 or n < 2:
            return 1.0
        if stiffness_n is None:
            raise OutOfScopeError("the members' stiffness is not given", "areas and moduli of both members")
        side, main = stiffness_n[0] / LB, stiffness_n[1] / LB
        ratio = min(side / main, main / side)
        u = 1 + GROUP_WOOD * d**1.5 * spacing_m / IN / 2 * (1 / main + 1 / side)
        m = u - math.sqrt(u * u - 1)
        first = m * (1 - m ** (2 * n)) / (n * ((1 + ratio * m**n) * (1 + m) - 1 + m ** (2 * n)))
        return float(first * (1 + ratio) / (1 - m))

    def split_n(self, section: WoodSection, held_m: float, near_end: bool) -> CalculationStep:
        """NDS 3.4.3.3 (from memory, high)."""
        wood = Wood(species=section.wood, size=_SIZE, width_m=1.5 * IN, depth_m=5.5 * IN, wet=section.wet)
        fv = timber.strength("shear", wood, section.load).allowed_pa / PSI
        b, held, ratio = section.thickness_m / IN, held_m / IN, held_m / section.depth_m if near_end else 1.0
        return design_step(
            "V_r'",
            [
                ("2", 2.0, ""),
                ("/ 3", 3.0, ""),
                ("F_v'", fv, "psi"),
                ("b", b, "in"),
                ("d_e", held, "in"),
                ("r_2", ratio**2, ""),
            ],
            "lb",
            source="nds: 3.4.3.3; high",
            says="shear beside a joint loaded across the grain",
        )

    def washer_n(self, section: WoodSection, washer_m: float, bolt_m: float, *, round_washer: bool) -> CalculationStep:
        """NDS 3.10.2 to 3.10.4 (from memory, high)."""
        wood = Wood(species=section.wood, size=_SIZE, width_m=1.5 * IN, depth_m=5.5 * IN, wet=section.wet)
        strength = timber.strength("bearing", wood, section.load).allowed_pa / PSI
        side, hole = washer_m / IN, bolt_m / IN + HOLE_OVER_IN
        whole = math.pi * side**2 / 4 if round_washer else side**2
        return design_step(
            "P_w",
            [
                ("F_cp'", strength, "psi"),
                ("A_n", whole - math.pi * hole**2 / 4, "in2"),
                ("C_b", (side + BEARING_SPREAD_IN) / side, ""),
            ],
            "lb",
            source="nds: 3.10; high",
            says="bearing under the washer",
        )
