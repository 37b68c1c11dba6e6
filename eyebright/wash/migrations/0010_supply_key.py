"""What a wash is done with is known by its `supply_key`; how much of it, by its `amount_mode`."""

from django.db import migrations

from eyebright.kept.renaming import rename_key

KEPT = (
    ("wash_washchain", "links"),
    ("wash_plannedwash", "links"),
    ("wash_plannedwash", "snapshot"),
    ("wash_basinrun", "links"),
)


class Migration(migrations.Migration):
    dependencies = [("wash", "0009_snapshots")]

    operations = [
        migrations.RenameField("wash", "stuff", "supply_key"),
        *(rename_key(table, column, "stuff", "supply_key") for table, column in KEPT),
        *(rename_key(table, column, "much", "amount_mode") for table, column in KEPT),
    ]
