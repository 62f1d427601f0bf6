"""The table that keeps what was computed, for all processes of the server."""

from typing import Any

from django.core.management import call_command
from django.db import migrations


def make_table(apps: Any, schema_editor: Any) -> None:
    call_command("createcachetable", database=schema_editor.connection.alias, verbosity=0)


class Migration(migrations.Migration):
    dependencies = [("classes", "0003_sheets")]

    operations = [migrations.RunPython(make_table, migrations.RunPython.noop)]
