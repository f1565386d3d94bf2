"""A gate's leaf a second time: weight off its pieces, a pinned frame by equilibrium, hinges by moments, its swing by sampling."""

import math
from dataclasses import dataclass

import numpy as np
from steady.plan.model import Part

GRAVITY = 9.80665


@dataclass(frozen=True)
class Frame:
    """A leaf's frame as measured off its pieces: stiles' middles apart, the strut's reach and rise, rails apart at the hinge."""

    between_m: float
    strut_x_m: float
    strut_h_m: float
    rails_m: float
    width_m: float
    hinges_apart_m: float


def weight_n(parts: list[Part], hardware_kg: float) -> float:
    """All pieces and the hardware that was allowed for."""
    return (sum(part.mass_kg * sum(place.count for place in part.places) for part in parts) + hardware_kg) * GRAVITY


def measured(parts: list[Part]) -> tuple[float, float, float, float]:
    """Between the stiles' middles, the strut's level reach and rise, and the width over all, by the pieces' own places."""
    stiles = [place.at for part in parts if part.role == "leaf stile" for place in part.places]
    wide = next(part.section_m[1] for part in parts if part.role == "leaf stile")
    between = math.dist(stiles[0][:2], stiles[1][:2])
    strut = next((part for part in parts if part.role == "leaf strut"), None)
    if strut is None:
        return between, 0.0, 0.0, between + wide
    along = strut.places[0].along
    reach, rise = strut.length_m * math.hypot(along[0], along[1]), strut.length_m * along[2]
    return between, reach, abs(rise), between + wide


def strut_n(frame: Frame, load_n: float) -> float:
    """The strut's push under a load at the latch stile's top joint; rails and stiles pinned to each other, hinge stile held.

    Unknown: the strut, the top rail's two forces at the hinge stile, the bottom rail's axial force. Equilibrium of the top rail
    (forces both ways, moments about its hinge end, `rails_m` over the strut's foot) and of the bottom rail with the latch stile.
    """
    length = math.hypot(frame.strut_x_m, frame.strut_h_m)
    cosine, sine = frame.strut_x_m / length, frame.strut_h_m / length
    equations = np.array(
        [
            [cosine, 1.0, 0.0, 0.0],
            [sine, 0.0, 1.0, 0.0],
            [cosine * frame.rails_m, 0.0, 0.0, 0.0],
            [0.0, 0.0, 0.0, 1.0],
        ]
    )
    found = np.linalg.solve(equations, np.array([0.0, load_n, load_n * frame.between_m, 0.0]))
    return float(found[0])


def hinge_n(frame: Frame, weight: float, person: float) -> float:
    """One hinge: the couple's level pull, and all of the weight on it."""
    level = (weight * frame.width_m / 2 + person * frame.width_m) / frame.hinges_apart_m
    return math.hypot(level, weight + person)


def lift_m(width_m: float, along: float, front: float, rake: float, clear_m: float, swing_rad: float) -> float:
    """The least height under the hinge end, by sampling the leaf's bottom edge at every angle over a sloping plane."""
    angle, out = np.linspace(0.0, swing_rad, 721)[:, None], np.linspace(0.0, width_m, 101)[None, :]
    ground = along * out * np.cos(angle) + front * out * np.sin(angle)
    return max(0.0, float((ground - rake * out).max())) + clear_m
