"""Concrete that cures in the cold: two ways that disagree there, so both are shown."""

import math

from steady.errors import InvalidInputError, OutOfScopeError, above_zero

KELVIN = 273.15


def by_maturity_s(at_ref_s: float, temperature_c: float, ref_c: float = 20.0, *, datum_c: float = 0.0) -> float:
    """Time to the same maturity at another temperature: t_ref (T_ref − T0) / (T − T0).

    Raises:
        OutOfScopeError: At or below the datum concrete never gets there.
        InvalidInputError: A reference at or below the datum.

    Source: Nurse–Saul maturity; datum 0 C (−10 C in older use) [recalled from memory].
    """
    above_zero(time_at_ref=at_ref_s)
    if not ref_c > datum_c:
        raise InvalidInputError("ref_temperature", "must be above the datum temperature")
    if not temperature_c > datum_c:
        raise OutOfScopeError(
            "at or below its datum temperature concrete does not cure", "warmer days, or heat and covers"
        )
    return at_ref_s * (ref_c - datum_c) / (temperature_c - datum_c)


def by_arrhenius_s(
    at_ref_s: float, temperature_c: float, ref_c: float = 20.0, *, activation_k: float = 5000.0
) -> float:
    """Time to the same maturity by an activation temperature: t_ref exp(Q (1/T − 1/T_ref)), kelvin.

    Raises:
        InvalidInputError: A temperature that cannot be.

    Source: Arrhenius maturity, Q 5000 K [recalled from memory].
    """
    above_zero(time_at_ref=at_ref_s, temperature=temperature_c + KELVIN, ref_temperature=ref_c + KELVIN)
    exponent = activation_k * (1 / (temperature_c + KELVIN) - 1 / (ref_c + KELVIN))
    if exponent > 50:
        raise OutOfScopeError("in such cold concrete does not cure", "warmer days, or heat and covers")
    return at_ref_s * math.exp(exponent)
