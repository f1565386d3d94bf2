"""A job under another school of rules: what that school does not know goes to where its new jobs start."""

from dataclasses import replace

from steady.catalog.items import goods, usual
from steady.design_codes.registry import School, rulebook
from steady.jobs.document import JobDocument, UnitSettings

METRIC = UnitSettings(system="metric", mark_m=0.001)


def localize_job(job: JobDocument, school: School) -> JobDocument:
    """The job under a school; soil, exposure, wind and bags stay where the school knows them. Units follow while nothing is built.

    Raises:
        InvalidInputError: There is no such school.
    """
    book, home = rulebook(school), usual(school)
    site, yard = job.site, job.yard
    if book.usual_pressure_pa <= 0:
        site = replace(site, wind_pressure_pa=0.0)
    elif site.wind_pressure_pa <= 0:
        site = replace(site, wind_pressure_pa=book.usual_pressure_pa)
    if not any(soil.name == site.soil for soil in book.soils()):
        site = replace(site, soil=home.soil, wind_speed_m_per_s=home.wind_speed_m_per_s)
    if book.exposures and site.exposure not in book.exposures:
        site = replace(site, exposure=home.exposure)  # type: ignore[arg-type]
    bag = goods().get(yard.bag)
    if bag is None or bag.key.endswith("kg") != book.metric:
        yard = replace(yard, bag=home.bag)
    reading = job.reading if job.structures else (METRIC if book.metric else UnitSettings())
    return replace(job, school=school, site=site, yard=yard, reading=reading)
