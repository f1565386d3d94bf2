"""Lengths and angles of rafters, hips, jacks, birdsmouths, pavilions and purlins. Lengths in m, angles in rad."""

import math

from steady.errors import InvalidInputError, above_zero, not_below_zero
from steady.value_objects import positional_value_object

STEEPEST_RAD = math.radians(85)


def pitched(**angles: float) -> None:
    """Refuse a pitch that is no roof's: above 0 and below 85 degrees."""
    for name, angle in angles.items():
        if not 0 < angle < STEEPEST_RAD:
            raise InvalidInputError(name, "must be above 0 and below 85 degrees")


@positional_value_object
class Rafter:
    """A common rafter: its rise, its line to the ridge's middle, what is cut to the ridge's face, and its tail."""

    rise_m: float
    line_m: float
    cut_m: float
    tail_m: float


def rafter(run_m: float, pitch_rad: float, ridge_m: float = 0.0, *, overhang_m: float = 0.0) -> Rafter:
    """rise = run tan a; line = run / cos a; half the ridge comes off the run. Source: geometry."""
    pitched(pitch=pitch_rad)
    above_zero(run=run_m)
    not_below_zero(ridge_thickness=ridge_m, overhang=overhang_m)
    if not ridge_m / 2 < run_m:
        raise InvalidInputError("ridge_thickness", "is thicker than the run is long")
    cosine = math.cos(pitch_rad)
    return Rafter(run_m * math.tan(pitch_rad), run_m / cosine, (run_m - ridge_m / 2) / cosine, overhang_m / cosine)


@positional_value_object
class Hip:
    """A hip over a square corner of equal pitches; `drop` of its top edge per unit of half its thickness."""

    pitch_rad: float
    line_m: float
    tail_m: float
    backing_rad: float
    dihedral_rad: float
    drop: float


def hip_rafter(run_m: float, pitch_rad: float, overhang_m: float = 0.0) -> Hip:
    """tan h = tan a / √2; line √2 run / cos h; backing atan(sin h). Source: geometry, checked with vectors."""
    pitched(pitch=pitch_rad)
    above_zero(run=run_m)
    not_below_zero(overhang=overhang_m)
    hip = math.atan(math.tan(pitch_rad) / math.sqrt(2))
    backing, scale = math.atan(math.sin(hip)), math.sqrt(2) / math.cos(hip)
    return Hip(hip, run_m * scale, overhang_m * scale, backing, math.pi - 2 * backing, math.tan(backing))


def unequal_hip_rad(first_rad: float, second_rad: float) -> tuple[float, float, float, float]:
    """Plan angle of the hip from eave 1, its pitch, and its backing on either side.

    d = atan2(tan a2, tan a1); tan h = sin d tan a1; backing atan(sin h / tan d) and atan(sin h tan d).

    Source: geometry, checked with vectors.
    """
    pitched(pitch_1=first_rad, pitch_2=second_rad)
    plan = math.atan2(math.tan(second_rad), math.tan(first_rad))
    hip = math.atan(math.sin(plan) * math.tan(first_rad))
    return plan, hip, math.atan(math.sin(hip) / math.tan(plan)), math.atan(math.sin(hip) * math.tan(plan))


def jack(spacing_m: float, pitch_rad: float) -> tuple[float, float]:
    """How much shorter each jack is (m, along the rafter), and the bevel across its top edge. Source: geometry."""
    pitched(pitch=pitch_rad)
    above_zero(spacing=spacing_m)
    return spacing_m / math.cos(pitch_rad), math.atan(math.cos(pitch_rad))


@positional_value_object
class Birdsmouth:
    """A seat cut: wood left above the plate (plumb); the notch square and plumb; its share; the greatest seat at a third."""

    above_plate_m: float
    notch_square_m: float
    notch_plumb_m: float
    share: float
    seat_for_third_m: float


def birdsmouth(depth_m: float, pitch_rad: float, seat_m: float) -> Birdsmouth:
    """A level seat. The notch square to the rafter is seat sin a; a third of the depth is a usual limit [practice].

    Raises:
        InvalidInputError: A seat that cuts through the rafter.

    Source: geometry.
    """
    pitched(pitch=pitch_rad)
    above_zero(rafter_depth=depth_m)
    not_below_zero(seat=seat_m)
    square_m = seat_m * math.sin(pitch_rad)
    if not square_m < depth_m:
        raise InvalidInputError("seat", "cuts through the rafter")
    plumb_m = seat_m * math.tan(pitch_rad)
    return Birdsmouth(
        depth_m / math.cos(pitch_rad) - plumb_m,
        square_m,
        plumb_m,
        square_m / depth_m,
        depth_m / (3 * math.sin(pitch_rad)),
    )


@positional_value_object
class Pavilion:
    """A square hip roof, with or without a cupola: eave, slope, rise and hip line (m), and all four sides (m2)."""

    eave_m: float
    slope_m: float
    rise_m: float
    hip_line_m: float
    area_m2: float


def pavilion(width_m: float, pitch_rad: float, overhang_m: float = 0.0, *, cupola_m: float = 0.0) -> Pavilion:
    """Each side is a trapezoid of half eave and half cupola. Source: geometry."""
    pitched(pitch=pitch_rad)
    above_zero(width=width_m)
    not_below_zero(overhang=overhang_m, cupola=cupola_m)
    eave_m = width_m + 2 * overhang_m
    run_m = (eave_m - cupola_m) / 2
    if not run_m > 0:
        raise InvalidInputError("cupola", "is as wide as the roof")
    slope_m, rise_m = run_m / math.cos(pitch_rad), run_m * math.tan(pitch_rad)
    hip_m = math.sqrt(2 * run_m**2 + rise_m**2)
    return Pavilion(eave_m, slope_m, rise_m, hip_m, 2 * (eave_m + cupola_m) * slope_m)


def purlins(slope_m: float, spacing_most_m: float, eave_m: float = 0.0, *, ridge_m: float = 0.0) -> tuple[int, float]:
    """Number of purlins and their even spacing (m): gaps = ceil((slope − offsets) / greatest). Source: geometry."""
    above_zero(slope=slope_m, spacing_most=spacing_most_m)
    not_below_zero(eave_offset=eave_m, ridge_offset=ridge_m)
    between_m = slope_m - eave_m - ridge_m
    if not between_m > 0:
        raise InvalidInputError("eave_offset", "leaves no slope between the first purlin and the last")
    gaps = math.ceil(between_m / spacing_most_m - 1e-9)
    return gaps + 1, between_m / gaps


def purlin_depth_m(screw_m: float, rib_m: float = 0.0, sheet_m: float = 0.0, *, margin_m: float = 0.0) -> float:
    """Least depth of a purlin on its rafter that hides the screws' points. Source: geometry."""
    above_zero(screw=screw_m)
    not_below_zero(rib=rib_m, sheet=sheet_m, margin=margin_m)
    return max(0.0, screw_m - rib_m - sheet_m + margin_m)
