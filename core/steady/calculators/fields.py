"""Outputs of a sum that are fields of what one function answers."""

from collections.abc import Callable

from steady.calculators.inputs import Given
from steady.calculators.model import Input, Output


def fields_of(calculate: Callable[[Given], object], unit: str, *names: str) -> tuple[Output, ...]:
    """Outputs that are fields of what a function answers, by name."""

    def one(name: str) -> Output:
        at = field_name(name, unit)
        return Output(name=name, unit=unit, calculate=lambda g: getattr(calculate(g), at))

    return tuple(one(name) for name in names)


def field_name(name: str, unit: str) -> str:
    """A field's name from an output's and its unit: spacing in in|mm is spacing_m."""
    suffix = {
        "in|mm": "m",
        "ft|m": "m",
        "lb|N": "n",
        "lb-ft|kN.m": "n_m",
        "plf|kN/m": "n_per_m",
        "psf|kPa": "pa",
        "deg": "rad",
        "in2|m2": "m2",
        "ft2|m2": "m2",
        "ft3|m3": "m3",
        "in4|mm4": "m4",
        "in3|mm3": "m3",
    }.get(unit)
    return f"{name}_{suffix}" if suffix else name


def needs(*names: str, kind: str) -> tuple[Input, ...]:
    """Inputs of a kind that are needed."""
    return tuple(Input(name=name, kind=kind) for name in names)


def takes(kind: str, **defaults: str) -> tuple[Input, ...]:
    """Inputs of a kind with what stands for each where it is not given."""
    return tuple(Input(name=name, kind=kind, default=default) for name, default in defaults.items())


def text(name: str, calculate: Callable[[Given], str]) -> Output:
    """An output in words."""
    return Output(name=name, unit="text", calculate=calculate)


def number(name: str, calculate: Callable[[Given], float], unit: str = "count") -> Output:
    """A count, or a plain number."""
    return Output(name=name, unit=unit, calculate=calculate)
