"""Amounts such as 1.234 were read as one and a bit; now that could be a thousand: they are written out."""

import re
from typing import Any

from django.db import migrations

EITHER = re.compile(r"^[1-9]\d{0,2}[.,]\d{3}$")


def plain(text: Any) -> Any:
    """The same number, so that it can be read one way only: 1.234 as 1.2340."""
    return text.replace(",", ".") + "0" if isinstance(text, str) and EITHER.match(text) else text


def written_out(body: dict[str, Any]) -> dict[str, Any]:
    """A formula's body with its numbers so."""
    lines = [{**line, "amount": plain(line.get("amount"))} for line in body.get("lines", ())]
    return (
        body | {name: plain(body[name]) for name in ("minutes", "makes") if name in body} | {"lines": lines}
    )


def forward(apps: Any, schema_editor: Any) -> None:
    """Write every kept formula's numbers out."""
    for name in ("Formula", "FormulaVersion"):
        model = apps.get_model("formulas", name)
        for row in model._default_manager.all():
            body = written_out(row.body)
            if body != row.body:
                model._default_manager.filter(pk=row.pk).update(body=body)


class Migration(migrations.Migration):
    dependencies = [("formulas", "0001_initial")]

    operations = [migrations.RunPython(forward, migrations.RunPython.noop)]
