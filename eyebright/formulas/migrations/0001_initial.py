"""Formulas and their versions, on the tables that moved here from Mix."""

import django.core.serializers.json
import django.db.models.deletion
import django.utils.timezone
from django.db import migrations, models

JSON = django.core.serializers.json.DjangoJSONEncoder


class Migration(migrations.Migration):
    initial = True

    dependencies = [("mix", "0005_formulas_move")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="Formula",
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
                        ("family", models.CharField(max_length=20)),
                        ("body", models.JSONField(encoder=JSON)),
                        ("version", models.PositiveIntegerField(default=1)),
                        ("changed_at", models.DateTimeField(default=django.utils.timezone.now)),
                        ("sat_at", models.DateTimeField(blank=True, null=True)),
                        ("search", models.TextField(blank=True)),
                        ("digest", models.JSONField(blank=True, null=True)),
                        ("digest_of", models.CharField(blank=True, max_length=64)),
                    ],
                    options={"ordering": ["name", "id"]},
                ),
                migrations.CreateModel(
                    name="FormulaVersion",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                            ),
                        ),
                        ("made_at", models.DateTimeField(default=django.utils.timezone.now, editable=False)),
                        ("number", models.PositiveIntegerField()),
                        ("name", models.CharField(blank=True, max_length=80)),
                        ("body", models.JSONField(encoder=JSON)),
                        ("changes", models.JSONField(default=list)),
                        (
                            "formula",
                            models.ForeignKey(
                                on_delete=django.db.models.deletion.CASCADE,
                                related_name="versions",
                                to="formulas.formula",
                            ),
                        ),
                    ],
                    options={
                        "ordering": ["-number"],
                        "constraints": [
                            models.UniqueConstraint(fields=("formula", "number"), name="one_version_a_number")
                        ],
                    },
                ),
            ],
        ),
    ]
