# The table of ticks is the classes' now (classes.0016_ticks); nothing changes in the database.

from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ('classes', '0016_ticks'),
        ('preparing', '0003_teaching'),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(state_operations=[migrations.DeleteModel(name='Tick')]),
    ]
