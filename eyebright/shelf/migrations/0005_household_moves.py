"""The household's table moves out, rows and all."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("shelf", "0004_formulas")]

    operations = [
        migrations.SeparateDatabaseAndState(
            database_operations=[
                migrations.AlterModelTable(name="household", table="household_household"),
            ],
        ),
    ]
