"""Washes by name and washes as they happened, on the tables that moved here from Mix and Heads."""

import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [("heads", "0002_washes_move"), ("mix", "0005_formulas_move")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="WashChain",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                            ),
                        ),
                        ("made_at", models.DateTimeField(default=django.utils.timezone.now, editable=False)),
                        (
                            "removed_at",
                            models.DateTimeField(blank=True, db_index=True, editable=False, null=True),
                        ),
                        ("name", models.CharField(max_length=80)),
                        ("links", models.JSONField(default=list)),
                    ],
                    options={"ordering": ["name", "id"]},
                ),
                migrations.CreateModel(
                    name="Wash",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                            ),
                        ),
                        ("made_at", models.DateTimeField(default=django.utils.timezone.now, editable=False)),
                        (
                            "removed_at",
                            models.DateTimeField(blank=True, db_index=True, editable=False, null=True),
                        ),
                        ("family", models.CharField(max_length=40)),
                        ("at", models.DateTimeField(db_index=True, default=django.utils.timezone.now)),
                        ("grams", models.DecimalField(blank=True, decimal_places=2, max_digits=8, null=True)),
                        ("strength", models.DecimalField(decimal_places=3, default=1, max_digits=6)),
                        (
                            "minutes",
                            models.DecimalField(blank=True, decimal_places=2, max_digits=6, null=True),
                        ),
                        ("given", models.FloatField(blank=True, null=True)),
                        ("used", models.FloatField(blank=True, null=True)),
                        ("answer", models.PositiveSmallIntegerField(blank=True, null=True)),
                        ("counts", models.BooleanField(default=True)),
                        ("note", models.TextField(blank=True)),
                        (
                            "head",
                            models.ForeignKey(
                                on_delete=django.db.models.deletion.CASCADE,
                                related_name="washes",
                                to="heads.head",
                            ),
                        ),
                    ],
                    options={"ordering": ["-at", "-id"], "verbose_name_plural": "washes"},
                ),
            ],
        ),
    ]
