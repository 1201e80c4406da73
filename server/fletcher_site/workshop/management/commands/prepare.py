from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandParser
from django.db import connection
from django.db.migrations.executor import MigrationExecutor

from fletcher_site.workshop import demo

#: what is printed instead of changing a database that holds something and was not saved yet
BACKUP_FIRST = "backup first"


class Command(BaseCommand):
    help = "The database as this program needs it: migrated, with the shared counts and the demo's template."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--saved", action="store_true", help="a backup was made: change it")

    def handle(self, *args: Any, saved: bool = False, **options: Any) -> None:
        executor = MigrationExecutor(connection)
        pending = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if pending and executor.loader.applied_migrations and not saved:
            self.stdout.write(BACKUP_FIRST)
            return
        if pending:
            call_command("migrate", verbosity=0)
        call_command("createcachetable", verbosity=0)
        demo.load()
