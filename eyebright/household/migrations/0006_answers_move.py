"""Answered requests belong to the app `kept` now; their table stays as it is."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("household", "0005_hours")]

    operations = [
        migrations.SeparateDatabaseAndState(state_operations=[migrations.DeleteModel(name="Answered")]),
    ]
