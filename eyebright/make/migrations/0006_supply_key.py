"""What was poured, and what a batch was asked with, is known by its `supply_key`."""

from django.db import migrations

from eyebright.kept.renaming import rename_key


class Migration(migrations.Migration):
    dependencies = [("make", "0005_indexes")]

    operations = [
        migrations.RenameField("pour", "stuff", "supply_key"),
        rename_key("make_batch", "body", "stuff", "supply_key"),
        rename_key("make_batch", "lines", "stuff", "supply_key"),
    ]
