"""What is not there, or not for whoever asks."""


class NotFoundError(Exception):
    """There is no such thing, or it is not this crew's: the two are not told apart."""
