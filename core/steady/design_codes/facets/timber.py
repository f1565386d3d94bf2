"""What a school says of wood: sizes, strengths and their factors, stiffness, what treatment a part needs."""

from steady.data.loader import table
from steady.design_codes.facets.school import School
from steady.design_codes.requests import Kind, LateralRestraint, LoadType, Wood
from steady.design_codes.results import Strength, product_step, si
from steady.plan.model import CalculationStep
from steady.units.quantities import UNITS


class TimberRules(School):
    """What a school says of wood: sizes, strengths and their factors, stiffness, what treatment a part needs."""

    stress_unit = "MPa"
    default_grade = ""
    default_post = "89x89 mm"
    stiffens = False
    tables_are_wet = True
    added_source = "statics: shares of strength added; high"
    """`default_post`: where forms start; `stiffens`: sharing makes stiffer, too; `tables_are_wet`: spans are for wet wood."""

    def section_m(self, size: str) -> tuple[float, float]:
        """Real thickness and width of a size word. Raises OutOfScopeError."""
        self.none(f"size {size[:20]}")

    def sizes(self) -> tuple[str, ...]:
        """Usual sizes, as forms offer them; any other may be typed."""
        return tuple(row.text["size"] for row in table("school_sizes") if row.text["school"] == self.key)

    def species(self) -> tuple[str, ...]:
        """Woods of the school's tables; empty where the grade alone names the wood."""
        return ()

    def grades(self) -> tuple[str, ...]:
        """Grades of the school's tables."""
        return ()

    def strength(self, kind: Kind, wood: Wood, load: LoadType) -> Strength:
        """A book value with every factor but stability. Raises OutOfScopeError."""
        self.none(f"value for {kind}")

    def long_term_strength(self, kind: Kind, wood: Wood, load: LoadType, *, permanent_over_standard: float) -> Strength:
        """A strength under much lasting load; schools without such a rule use the load's own duration."""
        return self.strength(kind, wood, load)

    def book_value(self, kind: Kind, wood: Wood) -> CalculationStep:
        """A book value before any factor. Raises OutOfScopeError."""
        self.none(f"value for {kind}")

    def specific_gravity(self, wood: Wood) -> float:
        """Specific gravity, or characteristic density over water's. Raises OutOfScopeError."""
        self.none("density of the wood")

    def named_factor(self, name: str, wood: Wood, load: LoadType) -> float:
        """size_factor, duration_factor or sharing_factor."""
        self.none(f"{name.replace('_', ' ')}")

    def bending_strength(self, wood: Wood, load: LoadType) -> CalculationStep:
        """Allowable (or design) bending stress, in the school's printed unit. Raises OutOfScopeError."""
        return self._allowed("bending", wood, load)

    def shear_strength(self, wood: Wood, load: LoadType) -> CalculationStep:
        """Allowable (or design) shear stress along the grain. Raises OutOfScopeError."""
        return self._allowed("shear", wood, load)

    def _allowed(self, kind: Kind, wood: Wood, load: LoadType) -> CalculationStep:
        found = self.strength(kind, wood, load)
        if found.limit == 1.0 or abs(si(found.step) - found.allowed_pa) < 1e-9 * found.allowed_pa:
            return found.step
        parts = [("phi", found.limit, ""), (found.step.symbol, found.step.value, found.step.unit)]
        return product_step(
            f"phi {found.step.symbol}", parts, found.step.unit, source=found.step.source, says=found.step.says
        )

    def stiffness(self, wood: Wood) -> CalculationStep:
        """Modulus of elasticity in service."""
        return self.strength("stiffness", wood, "floor").step

    def creep_factor(self, wood: Wood) -> CalculationStep:
        """Long-term multiplier on the deflection under lasting load."""
        self.none("factor for sag over the years")

    def stress_pa(self, step: CalculationStep) -> float:
        """A stress step's value in Pa."""
        return si(step)

    def stability(self, wood: Wood, ask: LateralRestraint) -> tuple[CalculationStep, float]:
        """Factor on the bending strength for sideways buckling, and the slenderness. Raises OutOfScopeError."""
        self.none("rule for sideways buckling")

    def stability_of(self, slenderness: float) -> CalculationStep:
        """Factor for a slenderness typed in."""
        self.none("curve by slenderness alone", "give the size and the unbraced length")

    def shear_area_m2(self, wood: Wood) -> float:
        """Area over which 1.5 V spreads."""
        return wood.area_m2

    def moment_capacity(self, wood: Wood, load: LoadType, stability: float = 1.0) -> CalculationStep:
        """Most moment (lb-ft or kN.m), edge held unless a stability factor is given."""
        return self._capacity("M_r", self.strength("bending", wood, load), ("S", wood.modulus_m3, 3), times=stability)

    def shear_capacity(self, wood: Wood, load: LoadType) -> CalculationStep:
        """Most shear (lb or kN), 2/3 of strength times area."""
        area = self.shear_area_m2(wood)
        return self._capacity("V_r", self.strength("shear", wood, load), ("A", area, 2), times=1 / 1.5)

    def _capacity(
        self, symbol: str, found: Strength, measure_of: tuple[str, float, int], *, times: float
    ) -> CalculationStep:
        """`measure_of`: its symbol, its size (m2 or m3) and the power of its length."""
        name, size, power = measure_of
        unit = ("kN.m" if power == 3 else "kN") if self.metric else ("lb-ft" if power == 3 else "lb")
        length = ("mm" if self.metric else "in") + str(power)
        stress = si(found.step) / UNITS[self.stress_unit][1]
        measure = size / UNITS[length][1]
        scale = found.allowed_pa * times * size / UNITS[unit][1] / (stress * measure)
        return product_step(
            symbol,
            [("k", scale, ""), (found.step.symbol, stress, self.stress_unit), (name, measure, length)],
            unit,
            source=found.step.source,
            says=f"k joins φ, stability and units: {scale:.6g}",
        )

    def treatment(self, part: str, clearance_m: float | None) -> tuple[str, str]:
        """Treatment class of a part, and a note."""
        self.none("treatment classes")
