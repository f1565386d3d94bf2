"""Loads gathered over a tributary width: what the stretch each side of a post hands to it."""

from collections.abc import Sequence


def gather(zones: Sequence[tuple[float, float, float]], from_m: float, to_m: float) -> list[tuple[float, float]]:
    """Widths and pressures of the zones that a stretch of line lies in.

    Args:
        zones: (from, to, pressure in Pa) along the line, in order.
        from_m: Start of the stretch.
        to_m: End of the stretch.

    Returns:
        (width in m, pressure in Pa), one for each zone met; widths sum to the stretch inside the zones.
    """
    found: list[tuple[float, float]] = []
    for zone_from_m, zone_to_m, pressure_pa in zones:
        if zone_from_m >= to_m:
            break
        if zone_to_m <= from_m:
            continue
        # Plain comparisons: this runs several times for every post and bay.
        low_m = zone_from_m if zone_from_m > from_m else from_m
        width_m = (zone_to_m if zone_to_m < to_m else to_m) - low_m
        if width_m > 1e-9:
            found.append((width_m, pressure_pa))
    return found
