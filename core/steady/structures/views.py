"""The views that structures of one shape ask for."""

from steady.plan.model import ViewSpec

ALONG_A_LINE = (
    ViewSpec(name="plan", title="Plan, pulled straight", how="above straight"),
    ViewSpec(name="tape", title="Tape", how="tape"),
    ViewSpec(name="elevation", title="Elevation, pulled straight", how="side straight"),
    ViewSpec(name="shape", title="True shape", how="shape"),
)
