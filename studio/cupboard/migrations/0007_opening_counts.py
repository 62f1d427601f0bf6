"""What was in the cupboard before there was a ledger was counted by somebody."""

from decimal import Decimal
from typing import Any

from django.db import migrations


def opening(apps: Any, schema_editor: Any) -> None:
    movement = apps.get_model("cupboard", "Movement")
    rows = []
    for paper in apps.get_model("cupboard", "Paper").objects.prefetch_related("offcuts"):
        sizes = {(0, 0): paper.on_hand}
        for offcut in paper.offcuts.all():
            size = offcut.width_nm, offcut.height_nm
            sizes[size] = sizes.get(size, 0) + offcut.count
        rows += [
            movement(
                studio_id=paper.studio_id, paper=paper, width_nm=w, height_nm=h,
                amount=Decimal(count), after=Decimal(count), cause="counted",
            )
            for (w, h), count in sizes.items()
            if count
        ]  # fmt: skip
    rows += [
        movement(
            studio_id=supply.studio_id, supply=supply, amount=supply.on_hand, after=supply.on_hand, cause="counted"
        )
        for supply in apps.get_model("cupboard", "Supply").objects.exclude(on_hand=0)
    ]
    movement.objects.bulk_create(rows)


class Migration(migrations.Migration):
    dependencies = [("cupboard", "0006_ledger")]
    operations = [migrations.RunPython(opening, migrations.RunPython.noop)]
