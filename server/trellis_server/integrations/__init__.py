"""What lies outside the program: weather, merchant, locate desk, level and rod, messages; each behind a plain interface."""
