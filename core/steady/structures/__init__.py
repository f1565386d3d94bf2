"""Kinds of structure, one folder each; what several of them share stands beside them.

Every kind has the same rooms, files while they are small and folders when they have grown. Imports go one way among them, in the
order of `ROOMS`; a test holds it.
"""

ROOMS = ("spec", "layout", "checks", "parts", "words", "plan", "ways", "kind")
"""What the installer says; where things stand; whether they hold; pieces; sentences; the plan; other ways to build it; the kind."""
