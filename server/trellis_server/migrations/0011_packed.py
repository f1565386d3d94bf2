from django.db import migrations

import trellis_server.compressed_json


class Migration(migrations.Migration):
    """What is there stays as text and is read so; it is packed when it is next written."""

    dependencies = [("trellis", "0010_usual")]

    operations = [
        migrations.AlterField(
            model_name="revision", name="document", field=trellis_server.compressed_json.PackedJSON()
        ),
    ]
