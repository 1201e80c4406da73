from django.apps import AppConfig


class WorkshopConfig(AppConfig):
    name = "fletcher_site.workshop"
    label = "workshop"
