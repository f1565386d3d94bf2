"""A survey that somebody brings: pasted points, GeoJSON, or a drawing, each read into things of the site."""

import io
import math
from collections import Counter
from typing import Any, Literal

from steady.errors import InvalidInputError, RowProblem
from steady.ground.survey import MOST_POINTS, SiteFeature, SitePoint, enough_points, kind_of_layer, thing_row
from steady.ground.survey_columns import ColumnRole
from steady.ground.survey_geo import Anchor, first_point, in_degrees, read_geojson, read_local_geojson
from steady.ground.survey_import import FARTHEST_M, SurveyRead, fresh_id, read_survey
from steady.jobs.document import JobDocument
from steady.units.lengths import Bare
from steady.units.units import FT, IN

MOST_ENTITIES = 2000
MOST_THINGS = 300
UNITS_M = {1: IN, 2: FT, 4: 0.001, 5: 0.01, 6: 1.0}
"""A drawing's own word for its units ($INSUNITS)."""
BARE_M: dict[Bare, float] = {"ft": FT, "in": IN, "m": 1.0, "mm": 0.001}


def survey(
    job: JobDocument,
    text: str,
    brought_as: Literal["points", "geojson", "dxf"],
    *,
    bare: Bare,
    roles: tuple[ColumnRole, ...] = (),
) -> dict[str, Any]:
    """What was brought, read; where the file says first where the site lies on the earth, that too.

    Raises:
        InvalidInputError: It is no such file.
    """
    taken = [thing.id for thing in job.site.things]
    if brought_as == "points":
        return _answer(read_survey(text, taken, bare, roles=roles))
    if brought_as == "dxf":
        return _answer(read_dxf(text, taken, bare))
    if not in_degrees(text):
        return _answer(read_local_geojson(text, taken))
    site = job.site
    if site.latitude_rad is not None and site.longitude_rad is not None:
        anchor = Anchor(latitude_rad=site.latitude_rad, longitude_rad=site.longitude_rad, north_rad=site.north_rad)
        return _answer(read_geojson(text, anchor, taken))
    longitude, latitude = first_point(text)
    anchor = Anchor(
        latitude_rad=math.radians(latitude), longitude_rad=math.radians(longitude), north_rad=site.north_rad
    )
    found = read_geojson(text, anchor, taken)
    return {**_answer(found), "latitude_rad": anchor.latitude_rad, "longitude_rad": anchor.longitude_rad}


def _answer(found: SurveyRead) -> dict[str, Any]:
    return {"things": found.things, "problems": found.problems, "columns": found.columns}


def read_dxf(text: str, taken: list[str], bare: Bare) -> SurveyRead:
    """Lines, polylines and points of a drawing; its layers say what they are, its header in which unit.

    Raises:
        InvalidInputError: It is no drawing.
    """
    from ezdxf.filemanagement import read
    from ezdxf.lldxf.const import DXFError  # a second to load: only when a drawing is brought

    try:
        drawing = read(io.StringIO(text))
        scale = UNITS_M.get(int(drawing.header.get("$INSUNITS", 0)), BARE_M[bare])
        entities = list(drawing.modelspace())[: MOST_ENTITIES + 1]
    except (DXFError, ValueError, KeyError, IndexError, AttributeError, TypeError, UnicodeError):
        raise InvalidInputError(
            "text", "This is no DXF drawing that can be read: save it again as DXF, 2010 or older"
        ) from None
    things: list[SiteFeature] = []
    problems: list[RowProblem] = []
    used = set(taken)
    own = [entity for entity in entities if entity.has_xdata(OWN_MARK)]
    if own:
        problems.append(
            RowProblem(
                row=0,
                text="",
                message=f"{len(own)} shapes are this program's own drawing and are left out: bring the job's own file instead",
            )
        )
        entities = [entity for entity in entities if not entity.has_xdata(OWN_MARK)]
    unread: Counter[str] = Counter()
    if len(entities) > MOST_ENTITIES:
        problems.append(RowProblem(row=0, text="", message=f"Only the first {MOST_ENTITIES} entities are read"))
    for number, entity in enumerate(entities[:MOST_ENTITIES], start=1):
        layer = str(entity.dxf.layer)
        points, closed = _points(entity, 0.01 / scale, as_point=kind_of_layer(layer, 1) != "spot height")
        if not points:
            unread[entity.dxftype()] += 1
            continue
        thing = _thing(layer, [(x * scale, y * scale, z * scale) for x, y, z in points], closed, used=used)
        message = thing if isinstance(thing, str) else enough_points(thing)
        if message:
            problems.append(RowProblem(row=number, text=layer[:80], message=message))
        elif isinstance(thing, SiteFeature):
            things.append(thing)
    if unread:
        told = ", ".join(f"{count} {kind}" for kind, count in sorted(unread.items()))
        problems.append(RowProblem(row=0, text="", message=f"Not read, since they are no lines or points: {told}"))
    return SurveyRead(things=tuple(things[:MOST_THINGS]), problems=tuple(problems))


OWN_MARK = "TRELLIS"
"""Application name of the extended data that our own drawings carry."""
CURVES = ("CIRCLE", "ARC", "ELLIPSE", "SPLINE")


def _points(entity: Any, sag: float, as_point: bool) -> tuple[list[tuple[float, float, float]], bool]:
    """Corners of an entity, and whether it is closed; curves as chords that stray by at most `sag` (the drawing's unit)."""
    kind = entity.dxftype()
    if kind == "CIRCLE" and as_point:
        return [tuple(entity.dxf.center)], False
    if kind in CURVES:
        from ezdxf.path import make_path

        path = make_path(entity)
        corners = [(at.x, at.y, at.z) for at in path.flattening(sag)]
        for wider in (4.0, 16.0, 64.0):
            if len(corners) <= MOST_POINTS:
                break
            corners = [(at.x, at.y, at.z) for at in path.flattening(sag * wider, segments=4)]
        closed = len(corners) > 2 and math.dist(corners[0], corners[-1]) < sag
        return (corners[:-1] if closed else corners), closed
    if kind == "LINE":
        return [tuple(entity.dxf.start), tuple(entity.dxf.end)], False
    if kind == "LWPOLYLINE":
        height = float(entity.dxf.elevation)
        return [(x, y, height) for x, y in entity.get_points("xy")], bool(entity.closed)
    if kind == "POLYLINE" and entity.is_2d_polyline:
        return [tuple(vertex.dxf.location) for vertex in entity.vertices], bool(entity.is_closed)
    if kind == "POINT":
        return [tuple(entity.dxf.location)], False
    return [], False


def _thing(layer: str, points: list[tuple[float, float, float]], closed: bool, *, used: set[str]) -> SiteFeature | str:
    kind = kind_of_layer(layer, len(points))
    row = thing_row(kind)
    if len(points) > MOST_POINTS:
        return f"More than {MOST_POINTS} points: thin it out first"
    if not all(math.isfinite(v) for point in points for v in point):
        return "Its points are no numbers"
    if max(max(abs(x), abs(y)) for x, y, _ in points) > FARTHEST_M:
        return "Lies more than 2 km from the drawing's zero: move the drawing to its zero first"
    corners = points + points[:1] if closed and row.drawn == "line" else points
    high = points[0][2]
    return SiteFeature(
        id=fresh_id(kind, used),
        kind=kind,
        name=layer[:80] if layer not in ("0", kind) else "",
        points=tuple(SitePoint(x_m=round(x, 4), y_m=round(y, 4)) for x, y, _ in corners),
        reach_m=row.reach_usual_m,
        height_m=max(-100.0, min(200.0, high)) if kind == "spot height" else None,
    )
