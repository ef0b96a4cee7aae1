"""The table of words that finished pages are found by: SQLite's full-text search, which no model stands for."""

from django.db import migrations

from server.album.models import WORDS_TABLE


class Migration(migrations.Migration):
    dependencies = [("album", "0001_initial")]

    operations = [
        migrations.RunSQL(
            f"CREATE VIRTUAL TABLE {WORDS_TABLE} USING fts5(words, tokenize = 'unicode61 remove_diacritics 2')",
            f"DROP TABLE {WORDS_TABLE}",
        )
    ]
