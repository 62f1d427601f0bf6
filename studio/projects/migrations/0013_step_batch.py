"""What a step is becomes a field: until now its tool was searched for words whenever a class was planned."""

from typing import Any

from django.db import migrations, models

from neat_sheaf.project.step_words import guess_batch

BATCHES = ['own', 'cut', 'die', 'punch', 'score', 'slit', 'hole', 'corner', 'cutout', 'bag']


def guess(apps: Any, schema_editor: Any) -> None:
    steps = apps.get_model('projects', 'Step').objects
    for step in steps.all():
        steps.filter(pk=step.pk).update(batch=guess_batch(step.says, step.tool).value)


class Migration(migrations.Migration):

    dependencies = [
        ('projects', '0012_packing'),
    ]

    operations = [
        migrations.AddField(
            model_name='step',
            name='batch',
            field=models.CharField(default='own', max_length=6),
        ),
        migrations.RunPython(guess, migrations.RunPython.noop),
        migrations.AddConstraint(
            model_name='step',
            constraint=models.CheckConstraint(condition=models.Q(('batch__in', BATCHES)), name='step_batch'),
        ),
    ]
