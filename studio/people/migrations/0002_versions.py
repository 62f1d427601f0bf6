"""A person's record has a version, and what was added with it the name of its request."""

from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('people', '0001_people'),
    ]

    operations = [
        migrations.AddField(
            model_name='attendee',
            name='version',
            field=models.IntegerField(default=1),
        ),
        migrations.AddField(
            model_name='attendee',
            name='batch',
            field=models.CharField(blank=True, default='', max_length=36),
        ),
    ]
