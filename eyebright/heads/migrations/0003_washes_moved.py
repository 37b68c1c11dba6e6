"""Washes have an app of their own."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("heads", "0002_washes_move"), ("journal", "0004_wash_moved")]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.DeleteModel(name="Wash"),
            ],
        ),
    ]
