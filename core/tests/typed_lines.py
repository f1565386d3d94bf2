"""Ordinary structures typed with defaults, on places whose frost, snow, wind and soil are given."""

import random
from collections.abc import Iterator

from steady.ground.site import Site
from steady.jobs.document import JobDocument, Structure
from steady.jobs.starting_designs import start
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest

KINDS = ("fence", "deck", "pergola", "lean-to", "pavilion")
SCHOOLS = ("us", "ca", "uk", "nz")
FT = 0.3048


def place(school: str, rng: random.Random) -> Site:
    """A place of a school with everything said."""
    if school == "us":
        return Site(
            frost_m=rng.choice((0.3, 0.6, 0.9)),
            ground_snow_pa=rng.choice((240.0, 960.0, 1436.0)),
            wind_speed_m_per_s=rng.choice((47.0, 49.0, 51.0)),
            soil=rng.choice(("clay", "sand", "gravel")),
        )
    if school == "ca":
        return Site(
            frost_m=1.2,
            ground_snow_pa=rng.choice((1000.0, 1900.0)),
            rain_snow_pa=400.0,
            wind_pressure_pa=rng.choice((350.0, 450.0)),
            soil="stiff clay",
            exposure="open",
        )
    if school == "uk":
        wind = rng.choice((21.0, 22.0, 24.0))
        return Site(frost_m=0.45, ground_snow_pa=500.0, wind_speed_m_per_s=wind, soil="good", exposure="II")
    wind = rng.choice((39.0, 43.0, 45.0))
    return Site(none_here=("frost", "snow"), wind_speed_m_per_s=wind, soil="good ground")


def line(kind: str, metric: bool, rng: random.Random, stairs: bool = True) -> str:
    """What is typed of a structure of a kind."""

    def said(feet: float) -> str:
        return f"{feet * FT:.2f}" if metric else f"{feet:g}"

    if kind == "fence":
        long = rng.randint(24, 140)
        corner = f" c{said(round(long * rng.uniform(0.3, 0.6)))}" if rng.random() < 0.6 else ""
        gate = f" g{said(rng.choice((3, 3.5, 4)))}" if rng.random() < 0.7 else ""
        return f"0{corner}{gate} {said(long)}"
    if kind == "deck":
        if stairs and rng.random() < 0.4:
            unit = "m" if metric else "ft"
            size = f"{said(rng.randint(10, 20))} x {said(rng.randint(8, 14))} {unit}"
            return f"{size} deck, {said(rng.choice((2, 2.5, 3, 4)))} {unit} up, with stair and guard"
        free = " free" if rng.random() < 0.3 else ""
        return f"{said(rng.randint(10, 20))}x{said(rng.randint(8, 14))} up{said(rng.choice((1, 1.5, 2, 3, 4)))}{free}"
    if kind == "pergola":
        return f"{said(rng.randint(8, 18))}x{said(rng.randint(8, 14))}{' attached' if rng.random() < 0.3 else ''}"
    if kind == "lean-to":
        return f"{said(rng.randint(8, 18))}x{said(rng.randint(4, 10))} fall5 beam{said(8)}"
    long = rng.randint(9, 16)
    return f"{said(long)}x{said(long - rng.choice((0, 0, 2, 3)))} pitch25"


def ordinary(kind: str, school: str, count: int, stairs: bool = True) -> Iterator[JobDocument]:
    """So many jobs with one structure each; the same at every call. `stairs`: some of the decks have one, with a guard."""
    rng = random.Random(f"{kind} {school}")
    metric = school in ("uk", "nz")
    for _ in range(count):
        site = place(school, rng)
        spec = kind_called(kind).typed(
            NewStructureRequest(
                text=line(kind, metric, rng, stairs), id="s", bare="m" if metric else "ft", school=school
            )
        )
        yield JobDocument(name="x", school=school, site=site, structures=(Structure(name="S", spec=spec),))  # type: ignore[arg-type]


BUILDABLE = ("pass", "pass_as_specified", "at_limit", "pass_by_practice")


def share(school: str, kind: str, count: int) -> tuple[int, int]:
    """How many of so many come to an answer that can be built by their lowest-cost start, and how many there are."""
    found = [start(job, "s", "cheapest") for job in ordinary(kind, school, count)]
    return sum(not one.why and one.state in BUILDABLE for one in found), len(found)
