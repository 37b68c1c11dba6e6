"""A key of a JSON column under a new name, in a migration, whatever else stands in the row."""

from django.db.migrations import RunSQL

RENAME = """UPDATE "{table}" SET "{column}" = replace("{column}", '"{was}":', '"{now}":')"""


def rename_key(table: str, column: str, was: str, now: str) -> RunSQL:
    """Rename a key wherever it stands in a column. No text is touched: inside one, quotes are escaped."""
    sql = RENAME.format(table=table, column=column, was=was, now=now)
    return RunSQL(sql, RENAME.format(table=table, column=column, was=now, now=was))
