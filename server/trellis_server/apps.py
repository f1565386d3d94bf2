"""The server's one Django application."""

from django.apps import AppConfig


class TrellisConfig(AppConfig):
    """Steady Trellis."""

    name = "trellis_server"
    label = "trellis"
    verbose_name = "Steady Trellis"
