"""Where a studio's days begin and end: from its place."""

from typing import Any

from django.db import migrations, models

from studio.accounts.places import zone_of


def from_place(apps: Any, schema_editor: Any) -> None:
    studios = apps.get_model('accounts', 'Studio').objects
    for studio in studios.all():
        studios.filter(pk=studio.pk).update(time_zone=zone_of(studio.place))


class Migration(migrations.Migration):

    dependencies = [
        ('accounts', '0011_members_and_invitations'),
    ]

    operations = [
        migrations.AddField(
            model_name='studio',
            name='time_zone',
            field=models.CharField(default='Europe/London', max_length=64),
        ),
        migrations.RunPython(from_place, migrations.RunPython.noop),
    ]
