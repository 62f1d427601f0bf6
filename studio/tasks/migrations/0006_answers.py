"""What is worked out for a class is kept with it; the table that lost it after an hour goes."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('classes', '0016_ticks'),
        ('tasks', '0005_counted'),
    ]

    operations = [
        migrations.AddField(
            model_name='plantask',
            name='kit_class',
            field=models.ForeignKey(null=True, on_delete=django.db.models.deletion.CASCADE, related_name='plan_tasks', to='classes.kitclass'),
        ),
        migrations.RunSQL('DROP TABLE IF EXISTS "computed"', migrations.RunSQL.noop),
        migrations.CreateModel(
            name='Answer',
            fields=[
                ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                ('kind', models.CharField(max_length=12)),
                ('key', models.CharField(max_length=100)),
                ('content', models.BinaryField()),
                ('made', models.DateTimeField(auto_now_add=True)),
                ('kit_class', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='answers', to='classes.kitclass')),
            ],
            options={
                'ordering': ['-made', '-id'],
                'indexes': [models.Index(fields=['key'], name='answer_by_key')],
                'constraints': [models.UniqueConstraint(fields=('kit_class', 'kind', 'key'), name='answer_once_a_key')],
            },
        ),
    ]
