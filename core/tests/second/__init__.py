"""A second calculator: own typed tables and formulas, brute force where it is short. It imports nothing of the product but its
units and the plan's parts; a test holds it to that."""
