"""Structure types, one folder each, beside the modules that several of them share.

Every type has the same subpackages: a file while small, a folder when grown. Imports go one way among them, in the
order of `ROOMS`; a test holds it.
"""

ROOMS = ("spec", "layout", "checks", "parts", "text", "plan", "designs", "kind")
"""Input, geometry, checks, parts, texts, the plan, alternative designs, and the registered type."""
