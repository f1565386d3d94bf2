"""Marks, pieces and lists as CSV and XLSX files. A cell that a spreadsheet would take for a formula is written as text."""

import csv
import io
import math
from collections.abc import Mapping, Sequence

from steady.drawing.marks import MarkRow
from steady.errors import InvalidInputError
from steady.jobs.design_sheet import Sheet
from steady.jobs.job_takeoff import JobList
from steady.plan.results import OPEN
from steady.takeoff.bill import PieceRow, cut_in_place
from steady.units.show import Tape

from trellis_server.characters import INVALID


def _text(rows: Sequence[Sequence[object]]) -> str:
    stream = io.StringIO()
    writer = csv.writer(stream, lineterminator="\r\n")
    for row in rows:
        writer.writerow([_safe(cell) for cell in row])
    return stream.getvalue()


def _safe(cell: object) -> object:
    """A cell that no spreadsheet takes for a formula, without letters that none can hold."""
    if isinstance(cell, str):
        cell = INVALID.sub("", cell)
    if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + cell
    return cell


def marks_csv(rows: Sequence[MarkRow], sheet: Sheet, state: str) -> str:
    """One row a post: its mark, hole, gravel, cut height; lengths as read and in exact metres."""
    posts = {post.id: post for post in sheet.posts}
    head: list[object] = [
        "post",
        "id",
        "kind",
        "mark",
        "mark_m",
        "on_this_run",
        "tape_on_ground",
        "hole_near_edge",
        "hole_far_edge",
        "hole_depth",
        "hole_depth_m",
        "hole_width",
        "gravel",
        "embedment",
        "post_length",
        "cut_height",
        "governed_by",
        "measured",
        "state",
    ]
    table: list[list[object]] = [head]
    for row in rows:
        post = posts.get(row.id)
        # A post that stands already, or the start again where a loop closes, has a mark and no hole.
        hole = (
            ["", "", "", "", "", "", "", row.label]
            if post is None
            else [
                post.hole,
                f"{post.hole_m:.6f}",
                post.hole_width,
                post.gravel,
                post.embedment,
                post.post_length,
                post.cut_height,
                post.governs,
            ]
        )
        table.append(
            [
                row.number,
                row.id,
                row.kind,
                row.reading,
                f"{row.reading_m:.6f}",
                row.leg_reading,
                row.ground_tape,
                row.hole_near,
                row.hole_far,
                *hole,
                "",
                state,
            ]
        )
    return _text(table)


def _ripped(row: PieceRow, tape: Tape) -> str:
    """The width a piece is ripped to; from end to end where it tapers."""
    if row.tapers_to_m is not None:
        return f"{tape.length(row.width_m)} to {tape.length(row.tapers_to_m)}"
    return tape.length(row.width_m) if row.width_m else ""


def pieces_csv(rows: Sequence[PieceRow], tape: Tape, state: str, *, held: Sequence[str] = ()) -> str:
    """One row for each kind of piece, with every place it goes to; `held`: why nothing is cut yet."""
    table: list[list[object]] = [
        [
            "id",
            "role",
            "item",
            "count",
            "length",
            "length_m",
            "stick_m",
            "bevel_deg",
            "ripped_to",
            "cut_in_place",
            "places",
            "crown",
            "state",
            "held",
        ]
    ]
    for row in rows:
        table.append(
            [
                row.id,
                row.role,
                row.item,
                row.count,
                tape.length(row.length_m),
                f"{row.length_m:.6f}",
                f"{row.stick_m:.6f}",
                f"{math.degrees(row.bevel_rad):.2f}",
                _ripped(row, tape),
                cut_in_place(row, tape),
                " ".join(row.places),
                row.crown,
                state,
                "; ".join(held),
            ]
        )
    return _text(table)


Table = list[list[object]]


def list_tables(found: JobList, tape: Tape) -> dict[str, Table]:
    """The whole job's list as tables by name: what to buy, deliveries, structures, pieces."""
    bought: Table = [["item", "what", "how_many", "unit", "price_each", "in_all", "length", "length_m", "note"]]
    for line in found.bill.lines:
        long_m = "" if line.length_m is None else round(line.length_m, 6)
        bought.append(
            [line.item, line.says, line.count, line.unit, line.price, round(line.total, 2), _long(line.length_m, tape)]
        )
        bought[-1] += [long_m, line.note]
    # What is not ready to be built is said on the list that it would be bought by.
    bought += [
        ["", f"NOT READY: {one.name}: {one.says}", "", "", "", "", "", "", ""]
        for one in found.shares
        if one.state in OPEN
    ]
    bought += [["", f"HELD: {one.name}: {why}", "", "", "", "", "", "", ""] for one in found.shares for why in one.held]
    brought: Table = [["stage", "what", "mass_kg", "longest", "longest_m", "pieces"]]
    for one in found.deliveries:
        brought.append([one.stage, one.says, round(one.mass_kg, 1), _long(one.longest_m, tape)])
        brought[-1] += [round(one.longest_m, 4), one.pieces]
    apart: Table = [["structure", "name", "alone", "mass_kg", "held", "left_out", "state", "says"]]
    for share in found.shares:
        held = "; ".join(share.held)
        apart.append([share.id, share.name, round(share.total, 2), round(share.mass_kg, 1), held, share.failed])
        apart[-1] += [share.state, share.says]
    cut: Table = [["id", "role", "item", "count", "length", "length_m", "stick_m"]]
    for row in found.pieces:
        cut.append([row.id, row.role, row.item, row.count, _long(row.length_m, tape)])
        cut[-1] += [round(row.length_m, 6), round(row.stick_m, 6)]
    return {"list": bought, "deliveries": brought, "structures": apart, "pieces": cut}


def _long(length_m: float | None, tape: Tape) -> str:
    """A length as the crew reads it, beside its exact metres."""
    return tape.length(length_m) if length_m else ""


def order_table(found: JobList, supplier: str, tape: Tape) -> Table:
    """One supplier's order without prices: what nobody has ordered yet, in whole sticks, bags and packs.

    Raises:
        InvalidInputError: The list is held, or nothing is left to order there.
    """
    order = next((one for one in found.orders if one.supplier == supplier), None)
    if order is None:
        held = next((why for share in found.shares for why in share.held), "")
        raise InvalidInputError("supplier", held or "Nothing is left to order there")
    rows: Table = [["item", "what", "how_many", "unit", "length", "length_m", "note"]]
    for line in order.lines:
        long_m = "" if line.length_m is None else round(line.length_m, 6)
        rows.append([line.item, line.says, line.count, line.unit, _long(line.length_m, tape), long_m, line.note])
    return rows


def list_csv(found: JobList, tape: Tape) -> str:
    """What to buy for the whole job."""
    return _text(list_tables(found, tape)["list"])


def list_xlsx(found: JobList, tape: Tape) -> bytes:
    """The whole job's list as a workbook, a sheet a table, with its totals."""
    tables = list_tables(found, tape)
    tables["list"].append(["", "Total", "", "", "", round(found.bill.total, 2), "", "", ""])
    alone = math.fsum(share.total for share in found.shares)
    mass_kg = math.fsum(share.mass_kg for share in found.shares)
    tables["structures"].append(["", "Total", round(alone, 2), round(mass_kg, 1), "", "", "", ""])
    return table_xlsx(tables)


def table_csv(rows: Sequence[Sequence[object]]) -> str:
    """A table as CSV."""
    return _text(rows)


def table_xlsx(tables: Mapping[str, Sequence[Sequence[object]]]) -> bytes:
    """Tables as a workbook, a sheet each."""
    from openpyxl.workbook.workbook import Workbook  # half a second to load: only when it is asked for

    book = Workbook()
    book.remove(book.active)
    for name, table in tables.items():
        sheet = book.create_sheet(name)
        for row in table:
            sheet.append([_safe(cell) for cell in row])
        sheet.freeze_panes = "A2"
    stream = io.BytesIO()
    book.save(stream)
    return stream.getvalue()
