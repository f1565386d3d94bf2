"""A crew's choices and habits by kind of structure: all that was kept before was kept of fences."""

from typing import Any

from django.db import migrations


def by_kind(apps: Any, schema_editor: Any) -> None:
    for crew in apps.get_model("trellis", "Crew").objects.all():
        crew.defaults = {"fence": crew.defaults} if crew.defaults else {}
        crew.habits = {"fence": crew.habits} if crew.habits else {}
        crew.save(update_fields=["defaults", "habits"])


def of_fences(apps: Any, schema_editor: Any) -> None:
    for crew in apps.get_model("trellis", "Crew").objects.all():
        crew.defaults, crew.habits = crew.defaults.get("fence", {}), crew.habits.get("fence", {})
        crew.save(update_fields=["defaults", "habits"])


class Migration(migrations.Migration):
    dependencies = [("trellis", "0002_habits")]
    operations = [migrations.RunPython(by_kind, of_fences)]
