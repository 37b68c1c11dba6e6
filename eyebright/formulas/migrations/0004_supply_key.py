"""In what is kept of a formula, the key of a line's supply is `supply_key`."""

from django.db import migrations

from eyebright.kept.renaming import rename_key


class Migration(migrations.Migration):
    dependencies = [("formulas", "0003_version")]

    operations = [
        rename_key("formulas_formula", "body", "stuff", "supply_key"),
        rename_key("formulas_formulaversion", "body", "stuff", "supply_key"),
    ]
