"""Plans typed lines of a CSV file without a job: ./trellis plan --lines FILE.csv --brief prints a line of JSON for each."""

import csv
import json
from collections.abc import Iterator, Mapping
from dataclasses import replace
from pathlib import Path
from typing import Any

from steady.errors import InvalidInputError
from steady.jobs.crew_defaults import CrewUsual, begin
from steady.jobs.document import JobDocument, Structure
from steady.jobs.starting_designs import start
from steady.structures.registry import kind_called
from steady.structures.structure_type import NewStructureRequest, ways_of

from trellis_server.services import documents
from trellis_server.services.refusals import ManyErrors

COLUMNS = ("id", "kind", "code", "line", "set", "site", "start")
FIRST_FORMAT = 7
"""Fields of `set` and `site` may be spelled as in any format from this on."""
STARTS = {"typical": "usual here", "crew": "our crew", "lowest": "cheapest", "sturdier": "sturdier"}
"""Words of the start column, and the starts that they name."""
MARKS = {"us": "1/16 in", "ca": "1/16 in", "uk": "1 mm", "nz": "1 mm"}


def rows_of(path: Path) -> Iterator[dict[str, str]]:
    """The rows of a file.

    Raises:
        InvalidInputError: A column is missing.
    """
    with path.open(encoding="utf-8-sig", newline="") as file:
        reader = csv.DictReader(file)
        missing = [name for name in COLUMNS[:4] if name not in (reader.fieldnames or ())]
        if missing:
            raise InvalidInputError(
                "lines", f"Column {', '.join(missing)} is missing; columns are {', '.join(COLUMNS)}"
            )
        for row in reader:
            yield {name: (row.get(name) or "").strip() for name in COLUMNS}


def planned(row: Mapping[str, str]) -> tuple[JobDocument, str]:
    """The job that a row describes, with its one structure as its start makes it; or as typed, and why there is no such start.

    Raises:
        InvalidInputError: It does not read, or has no such start.
    """
    job = _typed(row)
    if not row["start"]:
        return job, ""
    if row["start"] not in STARTS:
        raise InvalidInputError("start", f"Choose one of {', '.join(STARTS)}")
    which = STARTS[row["start"]]
    if which not in dict(ways_of(kind_called(row["kind"]))):
        which = "as it is"
    found = start(job, row["id"], which, name="the crew")
    if found.why:
        return job, found.why
    item = job.structures[0]
    return replace(job, structures=(replace(item, spec=replace(item.spec, **dict(found.change))),)), ""


def _typed(row: Mapping[str, str]) -> JobDocument:
    kind = kind_called(row["kind"])
    if row["code"] not in MARKS:
        raise InvalidInputError("code", f"Choose one of {', '.join(MARKS)}")
    metric = row["code"] in ("uk", "nz")
    job = begin(CrewUsual(school=row["code"], marks=MARKS[row["code"]]), row["id"])  # type: ignore[arg-type]  # checked above
    spec = kind.typed(
        NewStructureRequest(text=row["line"], id=row["id"], bare="m" if metric else "ft", school=row["code"])
    )
    layout, site = _object(row, "set"), _object(row, "site")
    over = documents.migrated(
        {
            "format": FIRST_FORMAT,
            "site": site,
            "structures": [{"name": row["id"], "spec": {"kind": row["kind"], **layout}}],
        }
    )
    bare = documents.dump(replace(job, structures=(Structure(name=row["id"], spec=spec),)))
    bare["site"] = _over({**bare["site"], "assumed": _assumed(site), "none_here": _none_here(site)}, over["site"])
    bare["structures"][0]["spec"] = _over(bare["structures"][0]["spec"], over["structures"][0]["spec"])
    return documents.load(bare)


def _assumed(site: Mapping[str, Any]) -> list[str]:
    """What of the place the row leaves to the defaults of a new job."""
    wind = any(site.get(name) for name in ("wind_speed_m_per_s", "wind_pressure_pa"))
    soil = any(site.get(name) for name in ("soil", "bearing_pa", "cohesion_pa"))
    return [name for name, said in (("wind", wind), ("soil", soil)) if not said]


def _none_here(site: Mapping[str, Any]) -> list[str]:
    """A depth of frost or a load of snow that is typed as 0 is an answer: there is none."""
    fields = (("frost", "frost_m"), ("snow", "ground_snow_pa"))
    return [name for name, field in fields if field in site and not site[field]]


def _object(row: Mapping[str, str], column: str) -> dict[str, Any]:
    if not row[column]:
        return {}
    try:
        found = json.loads(row[column])
    except json.JSONDecodeError as error:
        raise InvalidInputError(column, f"This is no JSON: {error}") from None
    if not isinstance(found, dict):
        raise InvalidInputError(column, "Give an object of fields")
    return found


def _over(under: Any, fields: Any) -> Any:
    """Fields laid over a document, objects field by field."""
    if not isinstance(under, dict) or not isinstance(fields, dict):
        return fields
    return {**under, **{name: _over(under.get(name), value) for name, value in fields.items()}}


def refusal(error: InvalidInputError) -> str:
    """What is wrong with a row, with its field."""
    if isinstance(error, ManyErrors):
        return "; ".join(f"{one['field']}: {one['message']}" for one in error.problems)
    return f"{error.field}: {error.message}"
