"""The table of washes moves out, rows and all."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("heads", "0001_initial"), ("journal", "0003_told")]  # what points here moves along

    operations = [
        migrations.SeparateDatabaseAndState(
            database_operations=[
                migrations.AlterModelTable(name="wash", table="wash_wash"),
            ],
        ),
    ]
