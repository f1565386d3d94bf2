import django.db.models.deletion
from django.db import migrations, models

import trellis_server.compressed_json


class Migration(migrations.Migration):
    dependencies = [("trellis", "0012_sent_twice")]

    operations = [
        migrations.CreateModel(
            name="Card",
            fields=[
                (
                    "job",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE,
                        primary_key=True,
                        related_name="card",
                        serialize=False,
                        to="trellis.job",
                    ),
                ),
                ("revision", models.PositiveIntegerField()),
                ("rules", models.CharField(blank=True, default="", max_length=64)),
                ("place", models.TextField(blank=True, default="")),
                ("client", models.TextField(blank=True, default="")),
                ("structures", models.JSONField(default=list)),
                ("view", trellis_server.compressed_json.PackedJSON(null=True)),
            ],
        ),
    ]
