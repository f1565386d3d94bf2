"""The crew's price book: what each item cost, from whom, on which day. Rows come in from files, each bad one with its reason."""

import re
from collections.abc import Iterable, Sequence
from dataclasses import replace
from datetime import date
from typing import Annotated

from annotated_types import Gt, Le, MaxLen, MinLen

from steady.catalog.items import goods, sticks, stock_lengths
from steady.catalog.purchasing import LONGEST_M, MOST_PRICES, OwnPrice, PurchasingSettings
from steady.errors import InvalidInputError, RowProblem
from steady.units.dates import day_of
from steady.units.lengths import Bare, parse_length
from steady.value_objects import value_object

HEADING = ("item", "length", "price", "supplier", "on", "what it is")
MOST_ROWS = 2000
_PRICE = re.compile(r"^\d[\d.,]*$")


@value_object
class BookPrice:
    """One price: of a timber in one length, or of a good by its pack. `on`: the day that it was told."""

    item: Annotated[str, MinLen(1), MaxLen(60)]
    price: Annotated[float, Gt(0), Le(1e5)]
    length_m: Annotated[float, Gt(0), Le(LONGEST_M)] | None = None
    supplier: Annotated[str, MaxLen(80)] = ""
    on: Annotated[str, MaxLen(10)] = ""


@value_object
class BookRead:
    """What was understood, and each row that was not."""

    prices: tuple[BookPrice, ...]
    problems: tuple[RowProblem, ...]


def parse_price(text: str) -> float:
    """A price as people type it: 41.50, $41.50, 41,50, 1,234.50 and 1.234,50.

    A single comma or point before three digits stands between thousands.

    Raises:
        InvalidInputError: It is none, or not above 0.
    """
    bare = re.sub(r"[\s ']", "", re.sub(r"^[$€£]\s*|\s*[$€£]$", "", text.strip()))
    if not _PRICE.match(bare):
        raise InvalidInputError("price", f'"{text[:20]}" is no price: write 41.50')
    last = max(bare.rfind("."), bare.rfind(","))
    mark = bare[last] if last >= 0 else ""
    other = "," if mark == "." else "."
    alone = last >= 0 and bare.index(mark) == last and other not in bare
    thousands = last >= 0 and len(bare) - last - 1 == 3 and (not alone or mark == ",")
    whole, part = (bare, "") if last < 0 or thousands else (bare[:last], bare[last + 1 :])
    value = float(f"{re.sub('[.,]', '', whole)}.{part or '0'}")
    if not 0 < value <= 1e5:
        raise InvalidInputError("price", "A price is above 0 and at most 100,000")
    return value


def read_prices(rows: Iterable[Sequence[str]], bare: Bare = "ft") -> BookRead:
    """Rows of item, length, price, supplier and day. An item is a key of the yard or its words; a first row of words is a heading.

    A later row of the same item, length and supplier takes the place of an earlier one.
    """
    found: dict[tuple[str, float | None, str], BookPrice] = {}
    problems: list[RowProblem] = []
    for number, cells in enumerate(rows, start=1):
        row = [str(cell or "").strip().lstrip("'") for cell in cells]
        if not any(row) or (number == 1 and row[0].lower() == HEADING[0]):
            continue
        if number > MOST_ROWS:
            problems.append(RowProblem(row=number, text="", message=f"Only the first {MOST_ROWS} rows are read"))
            break
        try:
            price = _row([*row, "", "", "", ""], bare)
        except InvalidInputError as error:
            problems.append(RowProblem(row=number, text=", ".join(row)[:80], message=error.message))
            continue
        found[price.item, price.length_m, price.supplier] = price
    return BookRead(prices=tuple(found.values()), problems=tuple(problems))


def _row(row: list[str], bare: Bare) -> BookPrice:
    item = _item(row[0])
    timber = item in sticks() and item not in goods()
    if timber and not row[1]:
        raise InvalidInputError("length", "A timber's price needs its length")
    if not timber and row[1]:
        raise InvalidInputError("length", "This is sold by the pack: leave the length empty")
    length_m = parse_length(row[1], bare) if row[1] else None
    if length_m is not None and not 0 < length_m <= LONGEST_M:
        raise InvalidInputError("length", f"A length on sale is above 0 and at most {LONGEST_M:g} m")
    on = row[4][:10]
    if on:
        day_of(on, "on")
    return BookPrice(item=item, price=parse_price(row[2]), length_m=length_m, supplier=row[3][:80], on=on)


def _item(text: str) -> str:
    said = text.lower()
    for key, says in _words().items():
        if said in (key.lower(), says.lower()):
            return key
    raise InvalidInputError("item", f'The yard has no "{text[:40]}": write an item as the list does')


def _words() -> dict[str, str]:
    """Every item of the yard in words."""
    return {key: good.says for key, good in goods().items()} | {key: stick.says for key, stick in sticks().items()}


def book_rows(prices: Iterable[BookPrice]) -> list[list[str | float]]:
    """The book as a table, its heading first; lengths in metres, so that they come back exact."""
    says = _words()
    rows: list[list[str | float]] = [list(HEADING)]
    for row in prices:
        length = f"{row.length_m:.4f} m" if row.length_m is not None else ""
        rows.append([row.item, length, row.price, row.supplier, row.on, says.get(row.item, "")])
    return rows


def every_item(metric: bool) -> tuple[BookPrice, ...]:
    """The sample list as rows, to be typed over. Its prices are made up."""
    found = [
        BookPrice(item=key, price=length.price, length_m=length.length_m, supplier="sample")
        for key in sticks()
        for length in stock_lengths(key)
    ]
    found += [BookPrice(item=key, price=good.price, supplier="sample") for key, good in goods().items()]
    return tuple(row for row in found if row.length_m is None or _is_metric(row.item) == metric)


def _is_metric(item: str) -> bool:
    return sticks()[item].size.endswith("mm") or "mm" in sticks()[item].says


def priced_by(yard: PurchasingSettings, book: Iterable[BookPrice], on: date) -> PurchasingSettings:
    """A job's choices at the book's prices: of several suppliers' the cheapest. `priced_on`: the oldest day among them."""
    least: dict[tuple[str, float | None], BookPrice] = {}
    for row in book:
        key = row.item, row.length_m
        if key not in least or row.price < least[key].price:
            least[key] = row
    days = sorted(row.on for row in least.values() if row.on)
    own = tuple(
        OwnPrice(item=row.item, price=row.price, length_m=row.length_m, supplier=row.supplier) for row in least.values()
    )
    return replace(yard, prices=own[:MOST_PRICES], priced_on=days[0] if days else on.isoformat())
