"""The household, on the table that moved here from the shelf."""

from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [("shelf", "0005_household_moves")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="Household",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                            ),
                        ),
                        ("system", models.CharField(default="metric", max_length=20)),
                        ("currency", models.CharField(default="£", max_length=8)),
                        ("schools", models.JSONField(blank=True, default=dict)),
                    ],
                ),
            ],
        ),
    ]
