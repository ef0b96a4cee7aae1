"""Trimmers and shaping tools belong to ``tools`` from here on; their tables stay as they are."""

from django.db import migrations


class Migration(migrations.Migration):
    dependencies = [("cutting", "0004_dies_and_what_they_make")]
    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.DeleteModel("ShapingTool"),
                migrations.DeleteModel("Trimmer"),
            ]
        )
    ]
