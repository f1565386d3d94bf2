"""Marks and pieces as CSV files. A cell that a spreadsheet would take for a formula is written as text."""

import csv
import io
import math
from collections.abc import Sequence

from steady.drawing.marks import MarkRow
from steady.jobs.sheet import Sheet
from steady.measure.show import Tape
from steady.takeoff.bill import PieceRow


def _text(rows: Sequence[Sequence[object]]) -> str:
    stream = io.StringIO()
    writer = csv.writer(stream, lineterminator="\r\n")
    for row in rows:
        writer.writerow([_safe(cell) for cell in row])
    return stream.getvalue()


def _safe(cell: object) -> object:
    if isinstance(cell, str) and cell[:1] in ("=", "+", "-", "@", "\t", "\r"):
        return "'" + cell
    return cell


def marks_csv(rows: Sequence[MarkRow], sheet: Sheet) -> str:
    """One row a post: its mark, hole, gravel, cut height; lengths as read and in exact metres."""
    posts = {post.id: post for post in sheet.posts}
    head: list[object] = [
        "post",
        "id",
        "kind",
        "mark",
        "mark_m",
        "on_this_straight",
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
            ]
        )
    return _text(table)


def _ripped(row: PieceRow, tape: Tape) -> str:
    """The width a piece is ripped to; from end to end where it tapers."""
    if row.tapers_to_m is not None:
        return f"{tape.length(row.width_m)} to {tape.length(row.tapers_to_m)}"
    return tape.length(row.width_m) if row.width_m else ""


def pieces_csv(rows: Sequence[PieceRow], tape: Tape) -> str:
    """One row for each kind of piece, with every place it goes to."""
    table: list[list[object]] = [
        ["id", "role", "item", "count", "length", "length_m", "stick_m", "bevel_deg", "ripped_to", "places"]
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
                " ".join(row.places),
            ]
        )
    return _text(table)
