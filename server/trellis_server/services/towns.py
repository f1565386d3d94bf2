"""What a site may take from its town: the code's climate table, common practice, and what the crew's office found there before."""

import math
from typing import Annotated, Any, Literal

from annotated_types import Ge, Le, MaxLen
from django.utils import timezone
from pydantic import TypeAdapter, ValidationError
from steady.design_codes.registry import rulebook
from steady.errors import InvalidInputError
from steady.ground.usual_climate import usual_climate
from steady.value_objects import value_object

from trellis_server.models import Crew
from trellis_server.services.jobs import Person, crew_of

TOWNS = "towns"
MOST_TOWNS = 300
Field = Literal["frost_m", "ground_snow_pa", "rain_snow_pa", "wind_speed_m_per_s", "wind_pressure_pa", "seismic"]
Basis = Literal["from a table", "common practice", "your office"]


@value_object
class TownValues:
    """What an office found for a town, each as the site keeps it; None: not known."""

    frost_m: Annotated[float, Ge(0), Le(4)] | None = None
    ground_snow_pa: Annotated[float, Ge(0), Le(30000)] | None = None
    rain_snow_pa: Annotated[float, Ge(0), Le(5000)] | None = None
    wind_speed_m_per_s: Annotated[float, Ge(0), Le(110)] | None = None
    wind_pressure_pa: Annotated[float, Ge(0), Le(10000)] | None = None
    seismic: Annotated[str, MaxLen(12)] | None = None


@value_object
class Proposal:
    """One field of the site with a value that is proposed for it, what it rests on, and where it is from."""

    field: Field
    value: float | str
    basis: Basis
    source: str


KEPT = TypeAdapter(TownValues)
FIELDS: tuple[Field, ...] = (
    "frost_m",
    "ground_snow_pa",
    "rain_snow_pa",
    "wind_speed_m_per_s",
    "wind_pressure_pa",
    "seismic",
)


def _key(school: str, town: str) -> str:
    return f"{school}|{town}"


def proposals(person: Person, school: str, town: str, *, at_rad: tuple[float, float] | None) -> list[Proposal]:
    """What is proposed for a site in a town: the office's own before a table's, a table's before practice."""
    found: dict[Field, Proposal] = {}
    region = town.split(", ")[-2] if town.count(", ") >= 2 else ""
    usual = usual_climate(school, region)
    for field in FIELDS if usual is not None else ():
        value = getattr(usual, field, None)
        if value is not None and value != "":
            found[field] = Proposal(
                field=field,
                value=value,
                basis="common practice",
                source=f"usual in {region}; low: the local office decides",
            )
    place = (
        rulebook(school).nearest_place(town, *at_rad)
        if at_rad is not None and all(map(math.isfinite, at_rad))
        else None
    )
    if place is not None:
        if place.usual_frost_m is not None:
            found["frost_m"] = Proposal(
                field="frost_m", value=place.usual_frost_m, basis="common practice", source=f"usual around {place.name}"
            )
        for field in FIELDS:
            value = getattr(place, field, None)
            if value is not None:
                found[field] = Proposal(
                    field=field, value=value, basis="from a table", source=f"{place.source}: {place.name}"
                )
    kept, on = _kept(crew_of(person), school, town)
    for field in FIELDS:
        value = getattr(kept, field)
        if value is not None:
            found[field] = Proposal(field=field, value=value, basis="your office", source=f"kept on {on}")
    return [found[field] for field in FIELDS if field in found]


def _kept(crew: Crew, school: str, town: str) -> tuple[TownValues, str]:
    row: dict[str, Any] = crew.usual.get(TOWNS, {}).get(_key(school, town), {})
    try:
        return KEPT.validate_python(row.get("values", {})), str(row.get("on", ""))
    except ValidationError:
        return TownValues(), ""


def keep(person: Person, school: str, town: str, *, values: TownValues) -> None:
    """Keep what the office found for a town, for the crew's next job there.

    Raises:
        InvalidInputError: No name, or more towns than a crew keeps.
    """
    if not town.strip():
        raise InvalidInputError("town", "Choose the town first")
    crew = crew_of(person)
    row = {"values": KEPT.dump_python(values, mode="json"), "on": timezone.localdate().isoformat()}
    towns = {**crew.usual.get(TOWNS, {}), _key(school, town): row}
    if len(towns) > MOST_TOWNS:
        raise InvalidInputError("town", f"A crew keeps {MOST_TOWNS} towns at most")
    Crew.objects.filter(pk=crew.pk).update(usual={**crew.usual, TOWNS: towns})
