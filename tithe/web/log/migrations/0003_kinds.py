from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("log", "0002_keys")]

    operations = [
        migrations.AlterField(
            model_name="logentry",
            name="kind",
            field=models.CharField(choices=[("reading", "Reading"), ("note", "Note")], max_length=20),
        )
    ]
