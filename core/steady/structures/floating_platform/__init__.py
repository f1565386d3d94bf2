"""The float: a small private platform on lying barrels, with the ramp that leads to it."""
