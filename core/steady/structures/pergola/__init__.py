"""The pergola: posts, beams, rafters and slats."""
