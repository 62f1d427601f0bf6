# What is ticked off decides what a class still needs: the table stays, and only where Django finds it changes.

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('classes', '0015_colourway_variant'),
        ('preparing', '0003_teaching'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(state_operations=[
            migrations.CreateModel(
                name='Tick',
                fields=[
                    ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                    ('guide', models.CharField(choices=[('scoring', 'Scoring'), ('tasks', 'Tasks'), ('packing', 'Packing'), ('teaching', 'Teaching')], max_length=8)),
                    ('key', models.CharField(max_length=600)),
                    ('count', models.IntegerField()),
                    ('note', models.CharField(blank=True, default='', max_length=400)),
                    ('seconds', models.IntegerField(blank=True, null=True)),
                    ('changed', models.DateTimeField(auto_now=True)),
                    ('by', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, to=settings.AUTH_USER_MODEL)),
                    ('kit_class', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='ticks', to='classes.kitclass')),
                ],
                options={
                    'db_table': 'preparing_tick',
                    'ordering': ['id'],
                    'constraints': [
                        models.UniqueConstraint(fields=('kit_class', 'guide', 'key'), name='tick_once_a_key'),
                        models.CheckConstraint(condition=models.Q(('count__gte', 0)), name='tick_not_negative'),
                        models.CheckConstraint(condition=models.Q(('seconds__isnull', True), ('seconds__gte', 0), _connector='OR'), name='tick_seconds_not_negative'),
                        models.CheckConstraint(condition=models.Q(('guide__in', ['scoring', 'tasks', 'packing', 'teaching'])), name='tick_of_a_guide'),
                    ],
                },
            ),
        ]),
    ]
