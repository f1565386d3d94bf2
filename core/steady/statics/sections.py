"""Built sections: ripped, doubled and laminated sticks, and boxes with plywood webs; strength and stiffness both (SI)."""

import math

from steady.errors import InvalidInputError
from steady.value_objects import value_object


@value_object
class BoxBeam:
    """Two flanges and plywood webs. `web_e_pa` counts only plies along the span."""

    flange_width_m: float
    flange_depth_m: float
    depth_m: float
    web_thickness_m: float
    webs: int
    flange_e_pa: float
    web_e_pa: float
    web_g_pa: float = 0.0

    def __post_init__(self) -> None:
        """Raises InvalidInputError for a box that cannot be."""
        for name in ("flange_width_m", "flange_depth_m", "depth_m", "web_thickness_m", "flange_e_pa", "web_e_pa"):
            if not getattr(self, name) > 0:
                raise InvalidInputError(name.rsplit("_", 1)[0].replace("_e", "_E"), "must be above 0")
        if self.webs < 1:
            raise InvalidInputError("webs", "must be at least 1")
        if self.depth_m <= 2 * self.flange_depth_m:
            raise InvalidInputError("depth", "must be above two flange depths")

    @property
    def ratio(self) -> float:
        """n = E_web / E_flange."""
        return self.web_e_pa / self.flange_e_pa

    @property
    def flanges_m4(self) -> float:
        """Second moment of the flanges about the middle."""
        b, h, lever = self.flange_width_m, self.flange_depth_m, (self.depth_m - self.flange_depth_m) / 2
        return 2 * (b * h**3 / 12 + b * h * lever**2)

    @property
    def webs_m4(self) -> float:
        """Second moment of the webs, not yet weighted."""
        return self.webs * self.web_thickness_m * self.depth_m**3 / 12

    @property
    def inertia_m4(self) -> float:
        """Transformed to the flange."""
        return self.flanges_m4 + self.ratio * self.webs_m4

    def sag_m(self, load_n_per_m: float, span_m: float) -> float:
        """Mid-span sag, bending and shear. Needs the webs' shear modulus."""
        if not self.web_g_pa > 0:
            raise InvalidInputError("web_G", "is needed")
        bending = 5 * load_n_per_m * span_m**4 / (384 * self.flange_e_pa * self.inertia_m4)
        shear_area = self.webs * self.web_thickness_m * (self.depth_m - self.flange_depth_m)
        return bending + load_n_per_m * span_m**2 / (8 * self.web_g_pa * shear_area)

    def loss(self, spliced: int) -> float:
        """Share of the inertia lost where webs have an unplated joint.

        Raises:
            InvalidInputError: More joints than webs.
        """
        if not 0 <= spliced <= self.webs:
            raise InvalidInputError("webs_spliced", "must be 0 or more and at most the webs")
        return self.ratio * self.webs_m4 * spliced / self.webs / self.inertia_m4

    def web_shear_pa(self, shear_n: float) -> float:
        """τ = V (S_f + n S_w) / (I n_w t_w), at the middle."""
        s_f = self.flange_width_m * self.flange_depth_m * (self.depth_m - self.flange_depth_m) / 2
        s_w = self.webs * self.web_thickness_m * self.depth_m**2 / 8
        return shear_n * (s_f + self.ratio * s_w) / (self.inertia_m4 * self.webs * self.web_thickness_m)

    def flange_stress_pa(self, moment_n_m: float) -> float:
        """σ = M H / (2 I) at the outer face."""
        return moment_n_m * self.depth_m / (2 * self.inertia_m4)

    def nailed_gamma(self, *, span_m: float, slip_n_per_m: float, spacing_m: float, rows: int) -> float:
        """γ of nailed flanges: 1 / (1 + π² E A s / (K L²)); nail spacing shared by rows and webs.

        Source: EN 1995-1-1 Annex B (from memory, high).
        """
        for name, amount in (
            ("span", span_m),
            ("nail_slip", slip_n_per_m),
            ("nail_spacing", spacing_m),
            ("nail_rows", rows),
        ):
            if not amount > 0:
                raise InvalidInputError(name, "must be above 0")
        area = self.flange_width_m * self.flange_depth_m
        s = spacing_m / (rows * self.webs)
        return 1 / (1 + math.pi**2 * self.flange_e_pa * area * s / (slip_n_per_m * span_m**2))

    def nailed_share(self, gamma: float) -> float:
        """Stiffness left over the glued beam's."""
        b, h, lever = self.flange_width_m, self.flange_depth_m, (self.depth_m - self.flange_depth_m) / 2
        flanges = 2 * (b * h**3 / 12 + gamma * b * h * lever**2)
        return (flanges + self.ratio * self.webs_m4) / self.inertia_m4
