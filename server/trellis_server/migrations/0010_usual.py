from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("trellis", "0009_failures")]

    operations = [
        migrations.AddField(model_name="crew", name="usual", field=models.JSONField(default=dict)),
    ]
