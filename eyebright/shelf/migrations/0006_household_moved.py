"""The household has an app of its own."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("shelf", "0005_household_moves"), ("household", "0001_initial")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.DeleteModel(name="Household"),
            ],
        ),
    ]
