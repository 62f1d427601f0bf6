# What is on the way belongs to the stock: the tables stay, and only where Django finds them changes.

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('accounts', '0011_members_and_invitations'),
        ('cupboard', '0011_offers'),
        ('shopping', '0001_initial'),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(state_operations=[
            migrations.CreateModel(
                name='Order',
                fields=[
                    ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                    ('shop', models.CharField(max_length=120)),
                    ('reference', models.CharField(max_length=36)),
                    ('number', models.CharField(max_length=60)),
                    ('arrives', models.DateField()),
                    ('placed', models.DateTimeField(auto_now_add=True)),
                    ('closed', models.DateTimeField(blank=True, null=True)),
                    ('by', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.SET_NULL, to=settings.AUTH_USER_MODEL)),
                    ('studio', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='orders', to='accounts.studio')),
                ],
                options={
                    'db_table': 'shopping_order',
                    'ordering': ['arrives', 'id'],
                },
            ),
            migrations.CreateModel(
                name='OrderLine',
                fields=[
                    ('id', models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name='ID')),
                    ('packs', models.IntegerField()),
                    ('pack_size', models.DecimalField(decimal_places=6, max_digits=21)),
                    ('order', models.ForeignKey(on_delete=django.db.models.deletion.CASCADE, related_name='lines', to='cupboard.order')),
                    ('pack', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='ordered', to='cupboard.pack')),
                    ('paper', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='ordered', to='cupboard.paper')),
                    ('supply', models.ForeignKey(blank=True, null=True, on_delete=django.db.models.deletion.CASCADE, related_name='ordered', to='cupboard.supply')),
                ],
                options={
                    'db_table': 'shopping_orderline',
                    'ordering': ['id'],
                },
            ),
            migrations.AddConstraint(
                model_name='order',
                constraint=models.UniqueConstraint(fields=('studio', 'reference'), name='order_once_a_reference'),
            ),
            migrations.AddConstraint(
                model_name='orderline',
                constraint=models.CheckConstraint(condition=models.Q(models.Q(('pack__isnull', True), ('paper__isnull', False), ('supply__isnull', True)), models.Q(('pack__isnull', False), ('paper__isnull', True), ('supply__isnull', True)), models.Q(('pack__isnull', True), ('paper__isnull', True), ('supply__isnull', False)), _connector='OR'), name='order_line_of_one_thing'),
            ),
            migrations.AddConstraint(
                model_name='orderline',
                constraint=models.CheckConstraint(condition=models.Q(('packs__gte', 1)), name='order_line_at_least_one'),
            ),
        ]),
    ]
