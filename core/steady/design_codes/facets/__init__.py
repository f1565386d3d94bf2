"""A school by what is asked of it: each facet a small interface whose questions are refused until a school answers them."""
