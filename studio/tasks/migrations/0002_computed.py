"""The table that keeps what was computed, for all processes of the server, under its present name."""

from typing import Any

from django.core.management import call_command
from django.db import migrations


def make_table(apps: Any, schema_editor: Any) -> None:
    call_command("createcachetable", database=schema_editor.connection.alias, verbosity=0)


class Migration(migrations.Migration):
    dependencies = [("tasks", "0001_initial"), ("classes", "0005_delete_longplan")]

    operations = [
        migrations.RunPython(make_table, migrations.RunPython.noop),
        # What was in the old one is a cache.
        migrations.RunSQL('DROP TABLE IF EXISTS "reckoned"', migrations.RunSQL.noop),
    ]
