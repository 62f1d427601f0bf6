"""Each list as it was saved gets a name of its own, under which what was read of it may be kept."""

from typing import Any
from uuid import uuid4

from django.db import migrations, models

import studio.projects.models.listing


def each_its_own(apps: Any, schema_editor: Any) -> None:
    projects = apps.get_model('projects', 'Project').objects
    for key in projects.values_list('pk', flat=True):
        projects.filter(pk=key).update(state=uuid4().hex)


class Migration(migrations.Migration):

    dependencies = [
        ('projects', '0016_piece_note'),
    ]

    operations = [
        migrations.AddField(
            model_name='project',
            name='state',
            field=models.CharField(default=studio.projects.models.listing.new_state, editable=False, max_length=36),
        ),
        migrations.RunPython(each_its_own, migrations.RunPython.noop),
    ]
