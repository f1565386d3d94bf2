"""Cautions that a place brings to whatever stands there."""

from dataclasses import replace

from steady.data.loader import keyed
from steady.ground.site import Site
from steady.plan.model import Caution, Plan


def with_site_cautions(plan: Plan, site: Site) -> Plan:
    """The plan with what its place asks for beside the checks: earthquake, which no check here covers.

    Source: data/seismic_categories.csv.
    """
    row = keyed("seismic_categories").get(site.seismic)
    if row is None or row.text["strong"] != "yes":
        return plan
    caution = Caution(
        about=plan.id,
        kind="licence",
        text=f"{row.text['says']}: earthquake is not calculated. Ask the local office which bracing and anchors it wants",
        source=row.source,
    )
    return replace(plan, cautions=(*plan.cautions, caution))
