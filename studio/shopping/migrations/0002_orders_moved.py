# The tables of orders are the cupboard's now (cupboard.0012_orders); nothing changes in the database.

from django.db import migrations


class Migration(migrations.Migration):

    dependencies = [
        ('cupboard', '0012_orders'),
        ('shopping', '0001_initial'),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(state_operations=[
            migrations.DeleteModel(name='OrderLine'),
            migrations.DeleteModel(name='Order'),
        ]),
    ]
