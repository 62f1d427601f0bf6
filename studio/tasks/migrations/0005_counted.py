"""What is counted has a table of its own beside what is computed."""

from typing import Any

from django.core.management import call_command
from django.db import migrations


def make(apps: Any, schema_editor: Any) -> None:
    call_command("createcachetable", database=schema_editor.connection.alias, verbosity=0)


class Migration(migrations.Migration):

    dependencies = [
        ("tasks", "0004_studio_task"),
    ]

    operations = [migrations.RunPython(make, migrations.RunPython.noop)]
