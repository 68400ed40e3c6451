"""From which frequency to which a sweep goes, so that a log can be searched by band."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("sweeps", "0003_texts_kept_once")]
    operations = [
        migrations.AddField("keptsweep", "low_mhz", models.FloatField(null=True)),
        migrations.AddField("keptsweep", "high_mhz", models.FloatField(null=True)),
    ]
