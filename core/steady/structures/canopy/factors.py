"""What a school multiplies loads of roofs on posts by: its design level, and what counts against lift."""

from steady.data.loader import keyed
from steady.design_codes.facets.loads import LoadRules
from steady.value_objects import value_object


@value_object
class Factors:
    """On lasting load, on people and snow, on wind; the share of lasting load that counts against lift.

    `rafters_share`: rafters side by side earn the school's credit though no sheathing joins them (nbc's case 1 alone).
    `live_in_wind`: its roof live load counts in a combination with wind (asce's sixth); elsewhere nobody climbs up then.
    """

    dead: float
    live: float
    wind_up: float
    lasting: float
    rafters_share: bool
    live_in_wind: bool

    @property
    def wind_as_live(self) -> float:
        """What wind is multiplied by before it goes where a school's factor of live loads is put on: wind keeps its own."""
        return self.wind_up / self.live


def factors_of(book: LoadRules) -> Factors:
    """The school's. Source: data/canopy_loads.csv and its combination for uplift.

    Raises:
        OutOfScopeError: The school has none entered.
    """
    row = keyed("canopy_loads").get(book.key)
    if row is None:
        book.none("load on roofs over terraces")
    return Factors(
        dead=row.number("dead_factor"),
        live=row.number("live_factor"),
        wind_up=row.number("wind_up_factor"),
        lasting=book.uplift()[0],
        rafters_share=row.text["shared"] == "yes",
        live_in_wind=row.text["accompanied"] == "yes",
    )
