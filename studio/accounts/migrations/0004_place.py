from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [("accounts", "0003_version")]

    operations = [
        migrations.AddField("studio", "place", models.CharField(default="en-GB", max_length=12)),
        migrations.AddField("studio", "first_day", models.SmallIntegerField(default=1)),
        migrations.AddConstraint(
            "studio",
            models.CheckConstraint(condition=models.Q(first_day__gte=0, first_day__lte=6), name="studio_first_day"),
        ),
    ]
