"""Settings of the whole job that are found by their names from any of its structures."""

from steady.structures.form_schema import Field, Group

SETTINGS = (
    Group(
        title="In the yard, for the whole job",
        fields=(
            Field(path="yard/kerf_m", says="Kerf", sort="small length", text="What one cut of the saw takes"),
            Field(
                path="yard/trim_m",
                says="Trim",
                sort="small length",
                text="Cut off both ends of a stick before it is measured from",
            ),
            Field(
                path="yard/concrete_allowance_ratio",
                says="Concrete allowance",
                sort="ratio",
                text="On the volume, before bags are rounded up",
            ),
            Field(
                path="yard/spare_ratio",
                says="Spare boards",
                sort="ratio",
                text="Over what is needed, for those that split",
            ),
            Field(
                path="yard/sag_ratio",
                says="Our gates come down, times what is calculated",
                sort="number",
                text="As the crew's own record says; 1: as calculated",
            ),
        ),
    ),
)
