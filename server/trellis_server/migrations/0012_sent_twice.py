from datetime import UTC, datetime

from django.db import migrations, models
from django.db.models.functions import Least


def by_the_server(apps, editor):
    """What is kept already counts when the phone said it was measured, and never after it was received."""
    apps.get_model("trellis", "SiteReading").objects.update(counts_at=Least("measured_at", "received_at"))


class Migration(migrations.Migration):
    dependencies = [("trellis", "0011_packed")]

    operations = [
        migrations.AddField(
            model_name="sitereading",
            name="counts_at",
            field=models.DateTimeField(default=datetime(2026, 1, 1, tzinfo=UTC)),
            preserve_default=False,
        ),
        migrations.RunPython(by_the_server, migrations.RunPython.noop),
        migrations.AddField(model_name="revision", name="key", field=models.UUIDField(null=True)),
        migrations.AddConstraint(
            model_name="revision",
            constraint=models.UniqueConstraint(fields=("job", "key"), name="one_save_a_key"),
        ),
    ]
