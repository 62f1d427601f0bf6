from django.db import migrations, models


class Migration(migrations.Migration):

    initial = True
    dependencies = []

    operations = [
        migrations.CreateModel(
            name="PlanTask",
            fields=[
                ("id", models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID")),
                ("key", models.CharField(max_length=80, unique=True)),
                ("sheets", models.IntegerField(null=True)),
                ("lower_bound", models.IntegerField(default=0)),
                ("stop_early", models.BooleanField(default=False)),
                ("outcome", models.JSONField(null=True)),
                ("seen", models.DateTimeField(auto_now=True)),
            ],
            options={"ordering": ["-seen"]},
        ),
    ]
