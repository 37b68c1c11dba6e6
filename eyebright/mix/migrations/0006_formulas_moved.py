"""Formulas and washes by name have apps of their own."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("mix", "0005_formulas_move"), ("formulas", "0001_initial"), ("wash", "0001_initial")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    model_name="rinse",
                    name="use",
                    field=models.CharField(
                        choices=[("rinsed_out", "rinsed_out"), ("left_in", "left_in")], max_length=12
                    ),
                ),
                migrations.DeleteModel(name="FormulaVersion"),
                migrations.DeleteModel(name="Formula"),
                migrations.DeleteModel(name="WashChain"),
            ],
        ),
    ]
