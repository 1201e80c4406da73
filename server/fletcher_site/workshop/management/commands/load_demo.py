from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from fletcher_site.workshop import demo


class Command(BaseCommand):
    help = "Loads the demo workshop if it is missing; --reset puts it back as it shipped."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--reset", action="store_true")

    def handle(self, *args: Any, reset: bool = False, **options: Any) -> None:
        workshop = demo.load(reset=reset)
        self.stdout.write(f"demo workshop: {workshop.name}, {workshop.airframes.count()} airframes")
