"""What became of the machine's clock, and the mark of this household."""

import uuid

import django.utils.timezone
from django.db import migrations, models

ID = models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")


def make_mark(apps, schema_editor):
    """A household that was kept before there were marks gets one."""
    apps.get_model("kept", "HouseholdMark").objects.create(mark=uuid.uuid4())


class Migration(migrations.Migration):
    dependencies = [("kept", "0001_answers_move")]

    operations = [
        migrations.CreateModel(
            name="ClockAnchor",
            fields=[
                ("id", ID.clone()),
                ("boot", models.CharField(blank=True, max_length=40)),
                ("monotonic", models.FloatField()),
                ("wall", models.FloatField()),
            ],
        ),
        migrations.CreateModel(
            name="ClockStep",
            fields=[
                ("id", ID.clone()),
                ("at", models.DateTimeField(db_index=True, default=django.utils.timezone.now)),
                ("seconds", models.FloatField()),
            ],
            options={"ordering": ["at", "id"]},
        ),
        migrations.CreateModel(
            name="HouseholdMark",
            fields=[
                ("id", ID.clone()),
                ("mark", models.UUIDField(default=uuid.uuid4)),
            ],
        ),
        migrations.RunPython(make_mark, migrations.RunPython.noop),
    ]
