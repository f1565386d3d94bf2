"""Usual scales of drawings on paper: the largest that fits, and what it is called. A scale is paper over real."""

INCHES_A_FOOT = (
    (3.0, '3"'),
    (1.5, '1½"'),
    (1.0, '1"'),
    (0.75, '¾"'),
    (0.5, '½"'),
    (0.375, '⅜"'),
    (0.25, '¼"'),
    (0.1875, '3/16"'),
    (0.125, '⅛"'),
    (0.09375, '3/32"'),
    (0.0625, '1/16"'),
)
"""Scales of structures in feet, with their names."""
FEET_AN_INCH = (4, 8, 10, 16, 20, 30, 40, 50, 60, 100, 200, 400, 1000)
"""Scales of sites in feet."""
ONE_TO = (50, 100, 200, 250, 500, 1000, 2000, 5000, 10000)
"""Scales of sites in metres; structures are drawn larger, too."""
LARGER = (5, 10, 20, 25)


def site_scale(fits: float, metric: bool) -> tuple[float, str]:
    """The largest usual scale of a site that is no larger than what fits, and its name."""
    if metric:
        return _one_to(fits, ONE_TO)
    feet = next((feet for feet in FEET_AN_INCH if 1 / (feet * 12) <= fits), None)
    return (1 / (feet * 12), f"1\" = {feet}'") if feet else (fits, f"1 to {1 / fits:.0f}")


def drawing_scale(fits: float, metric: bool) -> tuple[float, str]:
    """The largest usual scale of a structure that is no larger than what fits, a site's where it is larger than all of them."""
    if metric:
        return _one_to(fits, (*LARGER, *ONE_TO))
    for inches, says in INCHES_A_FOOT:
        if inches / 12 <= fits + 1e-12:
            return inches / 12, f"{says} = 1'-0\""
    return site_scale(fits, metric)


def _one_to(fits: float, ratios: tuple[int, ...]) -> tuple[float, str]:
    to = next((ratio for ratio in ratios if 1 / ratio <= fits), None)
    return (1 / to, f"1 : {to}") if to else (fits, f"1 : {1 / fits:.0f}")
