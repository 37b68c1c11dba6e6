"""The tables of formulas and of washes by name move out, rows and all."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("mix", "0004_formulas")]

    operations = [
        migrations.SeparateDatabaseAndState(
            database_operations=[
                migrations.AlterModelTable(name="formula", table="formulas_formula"),
                migrations.AlterModelTable(name="formulaversion", table="formulas_formulaversion"),
                migrations.AlterModelTable(name="washchain", table="wash_washchain"),
            ],
        ),
    ]
