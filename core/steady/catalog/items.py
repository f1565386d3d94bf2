"""What can be bought: sticks by item with their real sizes, stock lengths and prices; bags and fixings with packs."""

import re
from dataclasses import replace
from functools import cache
from typing import Any

from steady.data.loader import keyed, table
from steady.errors import InvalidInputError
from steady.units.units import IN
from steady.value_objects import value_object


@value_object
class SectionItem:
    """A kind of timber on sale: real (dressed) size, species or grade, its book's table, and the schools that know its wood."""

    key: str
    role: str
    says: str
    thickness_m: float
    width_m: float
    size: str
    species: str
    grade: str
    incised: bool
    table: str
    schools: tuple[str, ...]
    density_kg_per_m3: float
    source: str
    metric: bool = False


@value_object
class SoldLength:
    """One length on sale and its price (no currency)."""

    length_m: float
    price: float


@value_object
class Good:
    """Something bought by the pack."""

    key: str
    role: str
    says: str
    pack_count: int
    price: float
    source: str


class _Yard(dict[str, SectionItem]):
    """The yard's timbers; a measured or own size of one is found under its key and the sizes: "board 1x6 pine @ 0.0175 x 0.14"."""

    def __missing__(self, key: str) -> SectionItem:
        made = measured(key)
        if made is None:
            raise KeyError(key)
        return made

    def __contains__(self, key: object) -> bool:
        return dict.__contains__(self, key) or (isinstance(key, str) and measured(key) is not None)

    def get(self, key: str, default: Any = None) -> Any:
        """As of any dictionary, measured sizes found, too."""
        try:
            return self[key]
        except KeyError:
            return default


MEASURED = re.compile(r"^(?P<like>[^@]{1,60}) @ (?P<thick>0\.\d{1,6}) x (?P<wide>0\.\d{1,6})$")
LEAST_M, MOST_M = 0.005, 0.4


@cache
def measured(key: str) -> SectionItem | None:
    """A timber on sale in a size that was measured, or that is the crew's own; None where the key says no such thing."""
    found = MEASURED.match(key)
    if found is None or not dict.__contains__(sticks(), found["like"]):
        return None
    like, thick_m, wide_m = sticks()[found["like"]], float(found["thick"]), float(found["wide"])
    if not (LEAST_M <= thick_m <= MOST_M and LEAST_M <= wide_m <= MOST_M):
        return None
    size = (
        f"{thick_m * 1000:.4g} × {wide_m * 1000:.4g} mm"
        if like.metric
        else f"{thick_m / IN:.4g} × {wide_m / IN:.4g} in"
    )
    return replace(
        like,
        key=key,
        thickness_m=thick_m,
        width_m=wide_m,
        says=f"{like.says}, measured {size}",
        source="measured by the crew",
    )


def listed(key: str) -> str:
    """The key that prices and lengths on sale go by: a measured size is sold as what it is a size of."""
    found = MEASURED.match(key)
    return found["like"] if found else key


@cache
def sticks() -> dict[str, SectionItem]:
    """Every kind of timber in the yard, by key; measured sizes are found, too."""
    return _Yard(
        {
            key: SectionItem(
                key=key,
                role=row.text["role"],
                says=row.text["says"],
                thickness_m=row.number("thickness_m"),
                width_m=row.number("width_m"),
                size=row.text["size"],
                species=row.text["species"],
                grade=row.text["grade"],
                incised=row.text["incised"] == "yes",
                table=row.text["table"],
                schools=tuple(row.text["schools"].split()),
                density_kg_per_m3=row.number("density_kg_per_m3"),
                source=row.source,
                metric=name.endswith("_metric"),
            )
            for name in ("yard_stock", "yard_stock_metric")
            for key, row in keyed(name).items()
        }
    )


def item_name(item: str) -> str:
    """What an item is called on lists; its key where the yard has none such."""
    if item in sticks():
        return sticks()[item].says
    return goods()[item].says if item in goods() else item


@cache
def sold_unit(item: str) -> str:
    """What an item with a length is counted in: sticks, rolls, panels, sheets. Source: data/sold_units.csv."""
    units = keyed("sold_units")
    role = sticks()[item].role if item in sticks() else ""
    row = units.get(item) or units.get(role)
    return row.text["unit"] if row else "sticks"


def stick(key: str, role: str, field: str) -> SectionItem:
    """The timber named `key`, of one of the roles in `role`, apart by spaces.

    Raises:
        InvalidInputError: The yard has no such timber for this role; the message lists what there is.
    """
    found = sticks().get(key)
    roles = role.split()
    if found is None or found.role not in roles:
        offer = ", ".join(item.key for item in sticks().values() if item.role in roles)
        raise InvalidInputError(field, f'The yard has no {" or ".join(roles)} called "{key[:60]}". It has: {offer}')
    return found


@cache
def _price_rows() -> dict[str, tuple[SoldLength, ...]]:
    found: dict[str, list[SoldLength]] = {}
    for row in (*table("yard_prices"), *table("yard_prices_metric")):
        found.setdefault(row.text["item"], []).append(
            SoldLength(length_m=row.number("length_m"), price=row.number("price"))
        )
    return {item: tuple(sorted(lengths, key=lambda stock: stock.length_m)) for item, lengths in found.items()}


SLAT_M = 0.025
"""Thinner than this a stick is a slat or a board, with no value of strength in most tables [our own]."""


def same_wood(like: SectionItem, role: str) -> list[SectionItem]:
    """Sticks of a role in the same wood that a yard of the same schools sells, thinnest first, one of each section."""
    best: dict[float, SectionItem] = {}
    for item in sticks().values():
        thin = item.thickness_m < SLAT_M
        if thin != (like.thickness_m < SLAT_M) and role == like.role:
            continue  # slats and boards carry no rail's load
        if item.role == role and item.species == like.species and set(item.schools) & set(like.schools):
            best.setdefault(round(item.width_m * item.thickness_m, 9), item)
    return [best[area] for area in sorted(best)]


def stock_lengths(key: str) -> tuple[SoldLength, ...]:
    """Lengths on sale of one timber, shortest first; none where the price list has none."""
    return _price_rows().get(listed(key), ())


@cache
def goods() -> dict[str, Good]:
    """Bags and fixings by key."""
    return {
        key: Good(
            key=key,
            role=row.text["role"],
            says=row.text["says"],
            pack_count=round(row.number("pack_count")),
            price=row.number("price"),
            source=row.source,
        )
        for key, row in keyed("yard_goods").items()
    }


def sold_with(like: SectionItem, role: str) -> list[SectionItem]:
    """Sticks of a role on sale where another is, in the same measure."""
    return [*_sold(like.metric, like.schools, role)]


@cache
def _sold(metric: bool, schools: tuple[str, ...], role: str) -> tuple[SectionItem, ...]:
    return tuple(
        item
        for item in sticks().values()
        if item.role == role and item.metric == metric and set(item.schools) & set(schools)
    )


@value_object
class CatalogDefaults:
    """Where a new job under one school starts: timbers, bags, soil and wind of the school's own words."""

    post: str
    rail: str
    board: str
    leaf: str
    bag: str
    soil: str
    exposure: str
    wind_speed_m_per_s: float


@cache
def usual(school: str) -> CatalogDefaults:
    """A school's usual choices [common practice]; raises StopIteration for a school that has none."""
    row = next(row for row in table("yard_usual") if row.text["school"] == school)
    words = {name: row.text[name] for name in ("post", "rail", "board", "leaf", "bag", "soil", "exposure")}
    return CatalogDefaults(**words, wind_speed_m_per_s=row.number("wind_speed_m_per_s"))


@cache
def bag_yield_m3(key: str) -> float:
    """Volume one bag gives (m3).

    Raises:
        InvalidInputError: No known yield: ask for the bag's own figure, never guess.
    """
    row = keyed("bag_yield").get(key)
    if row is None:
        known = ", ".join(name for name in keyed("bag_yield") if name.startswith("concrete"))
        raise InvalidInputError("bag", f'No yield is known for "{key[:40]}". Use one of: {known}')
    return row.number("yield_m3")
