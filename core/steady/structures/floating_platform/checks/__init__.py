"""Whether a platform floats, keeps its balance and holds together."""
