"""Schemes say which part they build; which are chosen is kept as the file's version says it."""

from typing import Any

from django.db import migrations, models


def as_the_file_says(apps: Any, schema_editor: Any) -> None:
    for airframe in apps.get_model("workshop", "Airframe").objects.exclude(chosen_was="").iterator():
        airframe.chosen = airframe.chosen_was
        airframe.save(update_fields=["chosen"])


def as_a_name(apps: Any, schema_editor: Any) -> None:
    for airframe in apps.get_model("workshop", "Airframe").objects.exclude(chosen=None).iterator():
        said = airframe.chosen
        airframe.chosen_was = (said.get("wing") or "") if isinstance(said, dict) else said
        airframe.save(update_fields=["chosen_was"])


class Migration(migrations.Migration):
    dependencies = [("workshop", "0005_visitors_and_removal")]

    operations = [
        migrations.AddField("scheme", "part", models.CharField(default="wing", max_length=20)),
        migrations.RenameField("airframe", "chosen", "chosen_was"),
        migrations.AddField("airframe", "chosen", models.JSONField(null=True)),
        migrations.RunPython(as_the_file_says, as_a_name),
        migrations.RemoveField("airframe", "chosen_was"),
    ]
