"""A coat that dries by the weather's warmth."""

USUAL_C, HALVES_C, LEAST, MOST = 20.0, 10.0, 0.5, 4.0
"""The tin says its hours at 20 °C; every 10 °C colder they double, within bounds [common practice, low: the tin comes first]."""


def drying_h(hours_at_20_c: float, temperature_c: float) -> float:
    """Hours until what was coated may be handled."""
    factor: float = 2.0 ** ((USUAL_C - temperature_c) / HALVES_C)
    return hours_at_20_c * min(MOST, max(LEAST, factor))
