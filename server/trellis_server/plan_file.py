"""Prints plans: ./trellis plan FILE.json [STRUCTURE] [--json], FILE.json… --brief, or --lines FILE.csv --brief."""

import csv
import json
import math
import os
import sys
from collections.abc import Callable, Iterator
from pathlib import Path

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "trellis_server.settings")

import django

django.setup()

from pydantic_core import to_json
from steady.errors import InvalidInputError
from steady.footings.hole import volumes
from steady.jobs.design_sheet import sheet
from steady.jobs.document import JobDocument, case_of, kind_in, plan_structure
from steady.jobs.estimate import hours
from steady.plan.results import check_title, governing, headline, specified, state, unchecked_items
from steady.takeoff.bill import bill, cuts

from trellis_server.lines_file import planned, refusal, rows_of
from trellis_server.services import documents

USAGE = "usage: ./trellis plan FILE.json [STRUCTURE] [--json], FILE.json… --brief, or --lines FILE.csv --brief"


def main(words: list[str]) -> int:
    """Read, plan, print. Returns the exit code: 0 planned, 1 refused, 2 misused."""
    if "--lines" in words:
        return brief([word for word in words if word not in ("--lines", "--brief")], of_lines)
    if "--brief" in words:
        return brief([word for word in words if word != "--brief"], of_job)
    as_json = "--json" in words
    words = [word for word in words if word != "--json"]
    if not words:
        print(USAGE, file=sys.stderr)
        return 2
    try:
        job = documents.load(json.loads(Path(words[0]).read_text(encoding="utf-8")))
    except (OSError, UnicodeDecodeError, json.JSONDecodeError) as error:
        print(f"trellis plan: {words[0]} cannot be read: {error}", file=sys.stderr)
        return 1
    except InvalidInputError as error:
        print(f"trellis plan: {error.field}: {error.message}", file=sys.stderr)
        return 1
    try:
        for name in words[1:] or [item.spec.id for item in job.structures]:
            if as_json:
                print(to_json(plan_structure(job, name), indent=1).decode())
            else:
                show(job, name)
    except InvalidInputError as error:
        print(f"trellis plan: {error.field}: {error.message}", file=sys.stderr)
        return 1
    except BrokenPipeError:
        sys.stderr.close()  # whoever read us has seen enough
    return 0


def brief(files: list[str], told: Callable[[Path], Iterator[dict[str, object]]]) -> int:
    """What is told of every file, a line of JSON each. Returns 0 when all were planned, 1 when one was refused, 2 misused."""
    if not files:
        print(USAGE, file=sys.stderr)
        return 2
    code = 0
    for name in files:
        try:
            for line in told(Path(name)):
                print(json.dumps(line, ensure_ascii=False), flush=True)
                code = max(code, int("refused" in line))
        except (OSError, UnicodeDecodeError, json.JSONDecodeError, csv.Error) as error:
            print(f"trellis plan: {name} cannot be read: {error}", file=sys.stderr)
            code = 1
        except InvalidInputError as error:
            print(f"trellis plan: {name}: {error.field}: {error.message}", file=sys.stderr)
            code = 1
    return code


def of_job(path: Path) -> Iterator[dict[str, object]]:
    """Every structure of a job file. Raises InvalidInputError and what reading a file raises."""
    job = documents.load(json.loads(path.read_text(encoding="utf-8")))
    for structure in job.structures:
        yield brief_of(job, structure.spec.id)


def of_lines(path: Path) -> Iterator[dict[str, object]]:
    """Every typed line of a CSV file; a refused one with its id and why.

    Raises:
        InvalidInputError: Malformed input, and what reading a file raises.
    """
    for row in rows_of(path):
        try:
            job, why = planned(row)
            found = brief_of(job, row["id"])
            yield {**found, "headline": f"{found['headline']}. {why}"} if why else found
        except InvalidInputError as error:
            yield {"id": row["id"], "refused": refusal(error)}


def brief_of(job: JobDocument, structure: str) -> dict[str, object]:
    """One structure in a few words and figures, for other programs."""
    plan = plan_structure(job, structure)
    worst = governing(plan)
    gust = kind_in(job, structure).strength(case_of(job, structure), plan)
    return {
        "id": structure,
        "state": state(plan),
        "headline": headline(plan),
        "assumed": sorted({gap.assumed for gap in unchecked_items(plan) if gap.assumed}),
        "governs": check_title(worst, plan.school) if worst else "",
        "utilization": round(worst.use, 4) if worst else None,
        "specified_connectors": len(specified(plan)),
        "wind_rating_m_per_s": round(gust.gust_m_per_s, 2) if gust else None,
        "price": round(bill(plan, job.yard, cuts(plan, job.yard)).total, 2),
        "posts": len(plan.footings),
        "deepest_hole_m": round(max((footing.hole_m for footing in plan.footings), default=0.0), 4),
        "concrete_m3": round(math.fsum(volumes(footing).concrete_m3 for footing in plan.footings), 4),
        "hours": round(hours(plan, job.quote), 2),
    }


def show(job: JobDocument, name: str) -> None:
    """One structure as a table."""
    plan = plan_structure(job, name)
    tape = job.reading.tape()
    found = sheet(plan, tape, job.yard)
    print(f"{job.name}: {name}. {found.headline}.")
    for clash in found.conflicts:
        print(f"  CLASH {clash}")
    print(f"{'post':>5} {'mark':>14} {'hole':>10} {'wide':>8} {'post long':>12} {'use':>6}  governed by")
    for post in found.posts:
        print(
            f"{post.number:>5} {post.reading:>14} {post.hole:>10} {post.hole_width:>8} {post.post_length:>12} "
            f"{post.use:>6.2f}  {post.governs}{', by hand' if post.hand_dug else ''}"
        )
    total = bill(plan, job.yard, cuts(plan, job.yard))
    print(f"materials {total.total:,.2f}{total.per_says and ', '}{total.per_says} (sample prices)")
    print("Design values are from memory; local code and licensed practice come first.")


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
