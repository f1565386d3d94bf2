"""What is raised where a search is not done to its end."""


class Stopped(Exception):
    """A search that was not done to its end; in words."""
