"""Versions of a list get a name that lasts: they were told by their names, and by what they change."""

from typing import Any
from uuid import uuid4

from django.db import migrations, models

import studio.projects.models.assembly


def each_its_own(apps: Any, schema_editor: Any) -> None:
    variants = apps.get_model('projects', 'Variant').objects
    for key in variants.values_list('pk', flat=True):
        variants.filter(pk=key).update(key=uuid4().hex)


class Migration(migrations.Migration):

    dependencies = [
        ('projects', '0013_step_batch'),
    ]

    operations = [
        migrations.AddField(
            model_name='variant',
            name='key',
            field=models.CharField(default=studio.projects.models.assembly.new_key, max_length=36),
        ),
        migrations.RunPython(each_its_own, migrations.RunPython.noop),
        migrations.AddConstraint(
            model_name='variant',
            constraint=models.UniqueConstraint(fields=('project', 'key'), name='variant_key_once_a_project'),
        ),
    ]
