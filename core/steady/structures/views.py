"""The views that structures of one shape ask for."""

from steady.plan.model import Projection

ALONG_A_LINE = (
    Projection(name="plan", title="Plan, pulled straight", how="above straight"),
    Projection(name="tape", title="Tape", how="tape"),
    Projection(name="elevation", title="Elevation, pulled straight", how="side straight"),
    Projection(name="shape", title="True shape", how="shape"),
)
