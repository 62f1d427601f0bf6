from django.db import migrations


class Migration(migrations.Migration):
    """What was in the table is a cache; such plans are made again, in the tasks app."""

    dependencies = [("classes", "0004_reckoned")]

    operations = [migrations.DeleteModel("LongPlan")]
