"""What keeps a roof on posts upright: knee-braced bents, fixed posts, pockets in a deck, the push of hips. SI units."""

import math

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.value_objects import value_object


@value_object
class BracedBent:
    """A line of posts on hinges under a beam, each braced to it.

    Args:
        height_m: From the base's hinge to the beam's middle.
        down_m: From the beam's middle to the brace's foot on the post; `out_m`: along the beam.
        span_m: Between the outer posts.
        braces: At each post.
    """

    push_n: float
    posts: int
    height_m: float
    down_m: float
    out_m: float
    span_m: float
    braces: int = 1

    def __post_init__(self) -> None:
        above_zero(
            push=self.push_n,
            height=self.height_m,
            brace_down=self.down_m,
            brace_out=self.out_m,
            span=self.span_m,
            posts=self.posts,
            braces_at_post=self.braces,
        )
        if self.posts < 2:
            raise InvalidInputError("posts", "a bent has two posts at least")
        if self.down_m >= self.height_m:
            raise InvalidInputError("brace_down", "the brace's foot lies below the post's")
        if 2 * self.out_m > self.span_m + 1e-9:
            raise InvalidInputError("brace_out", "braces from both posts cross: shorter ones, or a wider span")

    @property
    def shear_n(self) -> float:
        """Each post's share of the push."""
        return self.push_n / self.posts

    @property
    def brace_n(self) -> float:
        """Along each brace: the post turns about it, N = V h √(a² + b²) / (a b k), not V / cos."""
        across = math.hypot(self.down_m, self.out_m) / (self.down_m * self.out_m)
        return self.shear_n * self.height_m * across / self.braces

    @property
    def post_moment_n_m(self) -> float:
        """At the brace's foot."""
        return self.shear_n * (self.height_m - self.down_m)

    @property
    def axial_n(self) -> float:
        """What overturning pulls the windward post up by, before any lift counts."""
        return self.push_n * self.height_m / self.span_m

    def _two(self) -> None:
        if self.posts != 2:
            raise InvalidInputError("posts", "this is calculated for a bent of two posts")

    @property
    def beam_moment_n_m(self) -> float:
        """Of a bent of two, where the brace meets the beam."""
        self._two()
        return self.push_n * self.height_m / 2 * (1 - 2 * self.out_m / self.span_m)

    @property
    def top_pull_n(self) -> float:
        """The brace lifts the beam off the leeward post: what the tie on top of it must hold; 0 where it does not."""
        self._two()
        return max(0.0, self.push_n * self.height_m * (1 / (2 * self.out_m) - 1 / self.span_m))

    def drift_m(self, post_m4: float, beam_m4: float, modulus_pa: float) -> float:
        """Sideways at the beam, joints without slip, of a bent of two.

        Source: statics; equal to a frame solver.
        """
        self._two()
        above_zero(post_size=post_m4, beam_size=beam_m4, modulus=modulus_pa)
        bare_m = self.height_m - self.down_m
        posts = self.push_n * bare_m**2 * self.height_m / (6 * modulus_pa * post_m4)
        beam = self.span_m * (1 - 2 * self.out_m / self.span_m) ** 2 / (12 * modulus_pa * beam_m4)
        return posts + self.push_n * self.height_m**2 * beam

    def slip_m(self, brace_n_per_m: float) -> float:
        """What its joints add, each brace giving so much. Source: energy, 2 N² / (P k)."""
        above_zero(stiffness=brace_n_per_m)
        return 2 * self.brace_n**2 / (self.push_n * brace_n_per_m)

    def effective_length_m(self, post_m4: float, beam_m4: float, modulus_pa: float) -> float:
        """A braced post's buckling length: never its own height.

        Source: our own, π √(E I / (.5 (P / Δ) h / n)); below every run of a buckling solver, slip of bolted joints included.
        """
        stiff = self.push_n / self.drift_m(post_m4, beam_m4, modulus_pa)
        return math.pi * math.sqrt(modulus_pa * post_m4 / (0.5 * stiff * self.height_m / self.posts))


def fixed_moment_n_m(push_n: float, posts: int, height_m: float) -> float:
    """At the foot of each of some posts that stand fixed and share a push. Source: statics."""
    above_zero(push=push_n, height=height_m, posts=posts)
    return push_n * height_m / posts


def fixed_drift_m(push_n: float, posts: int, height_m: float, *, post_m4: float, modulus_pa: float) -> float:
    """Sideways at their tops. Source: statics, P h³ / (3 E n I)."""
    above_zero(push=push_n, height=height_m, posts=posts, post_size=post_m4, modulus=modulus_pa)
    return push_n * height_m**3 / (3 * modulus_pa * posts * post_m4)


@value_object
class Pocket:
    """The couple that holds a post in a blocked pocket of a deck, and the moment on it."""

    upper_n: float
    lower_n: float
    moment_n_m: float


def pocket(push_n: float, height_m: float, lever_m: float, *, below_m: float = 0.0) -> Pocket:
    """A push at a height above the deck, held over the joists' depth as a guard post is.

    Source: statics.
    """
    above_zero(push=push_n, height=height_m, lever=lever_m)
    not_below_zero(below_deck=below_m)
    moment = push_n * (height_m + below_m)
    return Pocket(upper_n=moment / lever_m + push_n, lower_n=moment / lever_m, moment_n_m=moment)


@value_object
class HipThrust:
    """A hip under a load at the ring: along it, level at its foot, and in each of the two beams that tie the corner."""

    axial_n: float
    thrust_n: float
    tie_n: float


def hip_thrust(ring_n: float, hip_pitch_rad: float) -> HipThrust:
    """Source: statics: V / sin h along the hip; its level part splits between two beams at 45 degrees to it."""
    above_zero(ring_load=ring_n)
    if not 0 < hip_pitch_rad < math.pi / 2:
        raise InvalidInputError("hip_pitch", "must be above 0 and below 90 degrees")
    thrust = ring_n / math.tan(hip_pitch_rad)
    return HipThrust(axial_n=ring_n / math.sin(hip_pitch_rad), thrust_n=thrust, tie_n=thrust / math.sqrt(2))


def hip_loads_n(width_m: float, ring_m: float, pressure_pa: float) -> tuple[float, float]:
    """What comes to the ring at each hip, and all that the jacks bring to one hip along its length.

    A hip takes half of its corner's square from its jacks, growing from nothing at the corner: two thirds of it go to the ring.

    Source: statics.
    """
    above_zero(width=width_m, ring=ring_m, pressure=pressure_pa)
    if ring_m >= width_m:
        raise InvalidInputError("ring", "is wider than the roof")
    run_m = (width_m - ring_m) / 2
    on_hip = run_m**2 / 2 * pressure_pa
    return ring_m * run_m / 2 * pressure_pa + 2 / 3 * on_hip, on_hip
