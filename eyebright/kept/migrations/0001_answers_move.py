"""Answered requests belong to this app now; their table stays as it is."""

import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True
    dependencies = [("household", "0006_answers_move")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="IdempotentAnswer",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                            ),
                        ),
                        ("key", models.CharField(max_length=64, unique=True)),
                        ("asked", models.CharField(max_length=64)),
                        ("status", models.PositiveSmallIntegerField()),
                        ("body", models.TextField(blank=True)),
                        ("kind", models.CharField(blank=True, max_length=60)),
                        ("at", models.DateTimeField(db_index=True, default=django.utils.timezone.now)),
                    ],
                    options={"verbose_name_plural": "answered requests", "db_table": "household_answered"},
                ),
            ],
        ),
    ]
