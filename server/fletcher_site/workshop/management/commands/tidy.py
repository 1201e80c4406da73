from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand

from fletcher_site.workshop import demo, quota, removal


class Command(BaseCommand):
    help = "Puts away what is kept for some days only: visitors' demos, what was removed long ago, old sessions."

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("clearsessions")
        demos, removed = demo.clear_away(), removal.put_away()
        quota.measure()
        self.stdout.write(f"put away {demos} demos and {removed} rows that were removed long ago")
