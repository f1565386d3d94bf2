"""The site as GeoJSON (RFC 7946): degrees on the WGS 84 ellipsoid, out and in, by the plane that touches it at the site's zero.

Source of the two radii: WGS 84's defining constants (a, f); within 2 km of the zero the plane is off by less than 1 cm.
"""

import json
import math
from collections.abc import Iterable, Sequence
from typing import Any

from steady.errors import InvalidInputError, RowProblem
from steady.ground.survey import MOST_POINTS, SiteFeature, SitePoint, enough_points, thing_row, thing_rows
from steady.ground.survey_import import FARTHEST_M, SurveyRead, base_m, fresh_id
from steady.value_objects import value_object

A_M, FLAT = 6378137.0, 1 / 298.257223563
"""Source: WGS 84 (defining constants)."""
MOST_FEATURES = 2000


@value_object
class Anchor:
    """Where the site's zero lies on the earth, and how far to the left of up the paper north is (rad)."""

    latitude_rad: float
    longitude_rad: float
    north_rad: float = 0.0

    def _metres(self) -> tuple[float, float]:
        """Metres a radian of longitude, and of latitude, here. Source: geometry of the ellipsoid."""
        e2 = FLAT * (2 - FLAT)
        sin = math.sin(self.latitude_rad)
        w = math.sqrt(1 - e2 * sin * sin)
        return A_M / w * math.cos(self.latitude_rad), A_M * (1 - e2) / w**3

    def to_earth(self, x_m: float, y_m: float) -> tuple[float, float]:
        """Longitude and latitude (degrees) of a point of the site."""
        cos, sin = math.cos(self.north_rad), math.sin(self.north_rad)
        east, north = x_m * cos + y_m * sin, -x_m * sin + y_m * cos
        a, b = self._metres()
        return math.degrees(self.longitude_rad + east / a), math.degrees(self.latitude_rad + north / b)

    def to_site(self, longitude_deg: float, latitude_deg: float) -> tuple[float, float]:
        """A point of the site (m) from longitude and latitude."""
        a, b = self._metres()
        east = (math.radians(longitude_deg) - self.longitude_rad) * a
        north = (math.radians(latitude_deg) - self.latitude_rad) * b
        cos, sin = math.cos(self.north_rad), math.sin(self.north_rad)
        return east * cos - north * sin, east * sin + north * cos


def geojson(
    anchor: Anchor,
    things: Sequence[SiteFeature],
    structures: Iterable[tuple[str, str, Sequence[Sequence[tuple[float, float]]]]],
) -> str:
    """The site's things and structures as one feature collection. `structures`: id, name and outlines."""
    features = [_feature(anchor, thing) for thing in things if not enough_points(thing)]
    for about, name, rings in structures:
        areas = [[_ring(anchor, ring)] for ring in rings if len(ring) > 2]
        if areas:
            # Pieces lie over each other, which the parts of one multipolygon may not.
            polygons = [{"type": "Polygon", "coordinates": area} for area in areas]
            shape = {"type": "GeometryCollection", "geometries": polygons}
            features.append(
                {"type": "Feature", "id": about, "geometry": shape, "properties": {"kind": "structure", "name": name}}
            )
    return json.dumps({"type": "FeatureCollection", "features": features}, indent=1, ensure_ascii=False)


def _at(anchor: Anchor, x_m: float, y_m: float) -> list[float]:
    longitude, latitude = anchor.to_earth(x_m, y_m)
    return [round(longitude, 9), round(latitude, 9)]


def _ring(anchor: Anchor, ring: Sequence[tuple[float, float]]) -> list[list[float]]:
    """Closed, and turning left as the format asks."""
    area = sum(a[0] * b[1] - b[0] * a[1] for a, b in zip(ring, [*ring[1:], ring[0]], strict=True))
    turned = list(ring) if area > 0 else list(reversed(ring))
    return [_at(anchor, *point) for point in [*turned, turned[0]]]


def _feature(anchor: Anchor, thing: SiteFeature) -> dict[str, Any]:
    drawn = thing_row(thing.kind).drawn
    if drawn == "point":
        shape: dict[str, Any] = {"type": "Point", "coordinates": _at(anchor, *thing.corners[0])}
    elif drawn == "area" and len(thing.corners) > 2:
        shape = {"type": "Polygon", "coordinates": [_ring(anchor, thing.corners)]}
    else:
        shape = {"type": "LineString", "coordinates": [_at(anchor, *point) for point in thing.corners]}
    told = {"kind": thing.kind, "name": thing.name, "reach_m": thing.reach_m, "height_m": thing.height_m}
    return {"type": "Feature", "id": thing.id, "geometry": shape, "properties": told}


def first_point(text: str) -> tuple[float, float]:
    """Longitude and latitude (degrees) of the first point of a file, to lay the site's zero on.

    Raises:
        InvalidInputError: It is no GeoJSON, or holds no point.
    """
    for feature in _features(text):
        for longitude, latitude in _points(feature.get("geometry")):
            return longitude, latitude
    raise InvalidInputError("text", "There is no point in this file")


MOST_DEGREES = 0.05
"""No site spreads over more degrees: about 5 km."""


def in_degrees(text: str) -> bool:
    """Whether a file's numbers can be longitude and latitude of one site; if not, they are metres on the site's own axes.

    Raises:
        InvalidInputError: It is no GeoJSON.
    """
    points = [point for feature in _features(text) for point in _points(feature.get("geometry"))]
    if not points:
        return True
    spread = max(max(p[k] for p in points) - min(p[k] for p in points) for k in (0, 1))
    return all(abs(x) <= 180 and abs(y) <= 85 for x, y in points) and spread <= MOST_DEGREES


def read_local_geojson(text: str, taken: Iterable[str] = ()) -> SurveyRead:
    """A feature collection in metres on the site's axes; a base is taken off numbers that lie far from zero.

    Raises:
        InvalidInputError: It is no GeoJSON.
    """
    points = [point for feature in _features(text) for point in _points(feature.get("geometry"))]
    base = base_m(points)
    found = read_geojson(text, Local(base_x_m=base[0], base_y_m=base[1]), taken)
    said = "Read as metres on the site's axes: its numbers are not degrees of longitude and latitude"
    if any(base):
        said += f"; a base of x {base[0]:,.0f} and y {base[1]:,.0f} m was taken off"
    return SurveyRead(things=found.things, problems=(RowProblem(row=0, text="", message=said), *found.problems))


@value_object
class Local:
    """The site's own axes, less a base that coordinates were counted from (m)."""

    base_x_m: float = 0.0
    base_y_m: float = 0.0

    def to_site(self, x_m: float, y_m: float) -> tuple[float, float]:
        """A point of the site (m)."""
        return x_m - self.base_x_m, y_m - self.base_y_m


def read_geojson(text: str, anchor: Anchor | Local, taken: Iterable[str] = ()) -> SurveyRead:
    """A feature collection's things on the site's axes; a feature whose kind is not told becomes what its shape is usually.

    Raises:
        InvalidInputError: It is no GeoJSON.
    """
    used = set(taken)
    things: list[SiteFeature] = []
    problems: list[RowProblem] = []
    for number, feature in enumerate(_features(text), start=1):
        try:
            thing = _thing(feature, anchor, used)
        except InvalidInputError as error:
            problems.append(
                RowProblem(row=number, text=str(_told(feature).get("name", ""))[:80], message=error.message)
            )
            continue
        if thing is not None:
            things.append(thing)
    return SurveyRead(things=tuple(things), problems=tuple(problems))


def _features(text: str) -> list[dict[str, Any]]:
    try:
        found = json.loads(text)
    except (ValueError, RecursionError):
        raise InvalidInputError("text", "This is no GeoJSON: it can't be read as JSON") from None
    if isinstance(found, dict) and found.get("type") == "Feature":
        found = {"features": [found]}
    features = found.get("features") if isinstance(found, dict) else None
    if not isinstance(features, list) or not all(isinstance(item, dict) for item in features):
        raise InvalidInputError("text", "This is no GeoJSON: it holds no features")
    if len(features) > MOST_FEATURES:
        raise InvalidInputError("text", f"At most {MOST_FEATURES} features are read at once")
    return features


def _told(feature: dict[str, Any]) -> dict[str, Any]:
    found = feature.get("properties")
    return found if isinstance(found, dict) else {}


def _points(shape: Any) -> list[tuple[float, float]]:
    """Points of a geometry's first line or ring."""
    if not isinstance(shape, dict):
        return []
    at = shape.get("coordinates")
    depth = {"Point": 0, "LineString": 1, "Polygon": 2}.get(str(shape.get("type")))
    if depth is None:
        return []
    if depth == 2:
        at = at[0] if isinstance(at, list) and at else []
    rows = [at] if depth == 0 else at
    found = []
    for row in rows if isinstance(rows, list) else []:
        if isinstance(row, list) and len(row) >= 2 and all(_number(value) for value in row[:2]):
            found.append((float(row[0]), float(row[1])))
    if depth == 2 and len(found) > 1 and found[0] == found[-1]:
        found.pop()
    return found


def _number(value: Any) -> bool:
    return isinstance(value, int | float) and not isinstance(value, bool) and math.isfinite(value)


def _thing(feature: dict[str, Any], anchor: Anchor | Local, used: set[str]) -> SiteFeature | None:
    told, shape = _told(feature), feature.get("geometry")
    if told.get("kind") == "structure":
        return None  # our own structures come back with the job, not with its site
    points = [anchor.to_site(*point) for point in _points(shape)]
    if not points:
        raise InvalidInputError("text", "Only points, lines and areas are read, with at least one point")
    if len(points) > MOST_POINTS:
        raise InvalidInputError("text", f"More than {MOST_POINTS} points: thin it out first")
    if max(max(abs(x), abs(y)) for x, y in points) > FARTHEST_M:
        raise InvalidInputError("text", "Lies more than 2 km from the site's zero")
    usual = {"Point": "tree", "LineString": "boundary", "Polygon": "stands already"}[str(shape["type"])]  # type: ignore[index]
    kind = told.get("kind") if any(row.key == told.get("kind") for row in thing_rows()) else usual
    made = SiteFeature(
        id=fresh_id(str(kind), used),
        kind=kind,  # type: ignore[arg-type]
        name=str(told.get("name") or "")[:80],
        points=tuple(SitePoint(x_m=round(x, 4), y_m=round(y, 4)) for x, y in points),
        reach_m=_between(told.get("reach_m"), 0, 200) or thing_row(str(kind)).reach_usual_m,
        height_m=_between(told.get("height_m"), -100, 200),
    )
    short = enough_points(made)
    if short:
        raise InvalidInputError("text", short)
    return made


def _between(value: Any, low: float, high: float) -> float | None:
    return float(value) if _number(value) and low <= value <= high else None
