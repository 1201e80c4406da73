"""People may read sizes of stock in mm and all else in inches."""

from typing import Any

from django.db import migrations, models


def as_inches(apps: Any, schema_editor: Any) -> None:
    apps.get_model("workshop", "Membership").objects.filter(units="mixed").update(units="inch")


def _known(*units: str) -> models.CheckConstraint:
    return models.CheckConstraint(condition=models.Q(units__in=units), name="units_known")


class Migration(migrations.Migration):
    dependencies = [("workshop", "0006_parts")]

    operations = [
        migrations.RemoveConstraint("membership", "units_known"),
        migrations.AlterField(
            "membership",
            "units",
            models.CharField(
                choices=[("metric", "Metric"), ("inch", "Inch"), ("mixed", "Mixed")], default="metric", max_length=10
            ),
        ),
        migrations.RunPython(migrations.RunPython.noop, as_inches),
        migrations.AddConstraint("membership", _known("metric", "inch", "mixed")),
    ]
