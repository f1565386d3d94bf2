"""What every school of rules answers. A structure asks through this interface and never knows which school replied.

Every answer carries its Step, so that it can be opened: formula, numbers, clause, how sure we are. Arguments are SI; a Step
stands in the unit that its clause is printed in (`si` turns it back).
"""

from steady.design_codes.facets.fasteners import Fasteners, screws_by_ec5
from steady.design_codes.facets.ground import GroundRules
from steady.design_codes.facets.loads import LoadRules
from steady.design_codes.facets.people import People
from steady.design_codes.facets.spans import Spans
from steady.design_codes.facets.timber import TimberRules
from steady.design_codes.facets.wind import Wind
from steady.design_codes.joint_rules import JointRules


class Rulebook(GroundRules, TimberRules, LoadRules, Spans, Wind, Fasteners, People):
    """One school and edition: all its facets. A school overrides what it has rules for; the rest is refused with the reason.

    `joints`: its rules for joints of wood and fasteners.
    """

    joints: JointRules


__all__ = ["Rulebook", "screws_by_ec5"]
