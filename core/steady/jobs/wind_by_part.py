"""What decides the wind rating of a structure of a job, for the sheet."""

from steady.jobs.document import JobDocument, at_its_field, case_of, kind_in
from steady.memo import search_cache_scope
from steady.structures.registry import plan as plan_case
from steady.structures.structure_type import WindByPart


@search_cache_scope()
def wind_by_part(job: JobDocument, structure_id: str) -> WindByPart | None:
    """Groups of its parts with the gust of each, what is assumed, and which assumption decides; None: no wind is known of it.

    Raises:
        InvalidInputError: Malformed input.
    """
    kind, case = kind_in(job, structure_id), case_of(job, structure_id)
    with at_its_field(job, structure_id):
        return kind.wind_by_part(case, plan_case(case))
