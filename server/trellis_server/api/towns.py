"""Towns by their first letters, what is proposed for a site in one, and what the office keeps for it."""

from typing import Annotated

from annotated_types import Ge, Le, MaxLen, MinLen
from django.http import HttpRequest, HttpResponse
from ninja import Router
from steady.design_codes.registry import rulebook
from steady.value_objects import value_object

from trellis_server.api.app import fast
from trellis_server.api.schemas.edges import Closed, Problems
from trellis_server.services import towns as town_values
from trellis_server.services.towns import Proposal, TownValues
from trellis_server.towns import Town, TownMap, nearest_town, town_map, towns

router = Router(tags=["towns"])
REFUSALS = {401: Problems, 403: Problems, 422: Problems}
Label = Annotated[str, MinLen(1), MaxLen(120)]


@value_object
class TownsAnswer:
    """Towns whose names begin as typed."""

    towns: list[Town]


@value_object
class ProposalsAnswer:
    """What is proposed for the site, field by field."""

    proposals: list[Proposal]


class TownBody(Closed):
    """What the office found for a town under a building code."""

    school: str
    town: Label
    values: TownValues


@router.get("/designs/towns", response={200: TownsAnswer, **REFUSALS})
def search(request: HttpRequest, text: str = "", school: str = "us") -> HttpResponse:
    """Up to a dozen towns, those of the code's country first, larger before smaller."""
    return fast(TownsAnswer(towns=towns(text, school)))


@router.get("/designs/town-map", response={200: TownMap, **REFUSALS})
def grid(request: HttpRequest, school: str = "us") -> HttpResponse:
    """A plain grid of the code's country with its largest towns, to put a pin on."""
    return fast(town_map(rulebook(school).key))


@router.get("/designs/nearest-town", response={200: Town, **REFUSALS})
def nearest(
    request: HttpRequest,
    latitude_rad: Annotated[float, Ge(-1.5708), Le(1.5708)],
    longitude_rad: Annotated[float, Ge(-3.1416), Le(3.1416)],
) -> HttpResponse:
    """The town nearest to a pin, whose clock the place shares."""
    return fast(nearest_town(latitude_rad, longitude_rad))


@router.get("/designs/town-values", response={200: ProposalsAnswer, **REFUSALS})
def proposed(
    request: HttpRequest,
    school: str,
    town: Annotated[str, MaxLen(120)] = "",
    *,
    latitude_rad: float | None = None,
    longitude_rad: float | None = None,
) -> HttpResponse:
    """Frost, snow and wind for a town, each with what it rests on; nothing is taken by itself."""
    code = rulebook(school)
    at_rad = (latitude_rad, longitude_rad) if latitude_rad is not None and longitude_rad is not None else None
    return fast(ProposalsAnswer(proposals=town_values.proposals(request.user, code.key, town, at_rad=at_rad)))


@router.put("/crew/towns", response={200: ProposalsAnswer, **REFUSALS})
def keep(request: HttpRequest, body: TownBody) -> HttpResponse:
    """Keep what the office found for a town, and propose it to the crew's next job there."""
    code = rulebook(body.school)
    town_values.keep(request.user, code.key, body.town, values=body.values)
    return fast(ProposalsAnswer(proposals=town_values.proposals(request.user, code.key, body.town, at_rad=None)))
