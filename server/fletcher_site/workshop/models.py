"""Rows for what people list, filter and join; the geometry and the pieces are validated documents."""

from __future__ import annotations

from django.conf import settings
from django.db import models


class Workshop(models.Model):
    """A group that shares its airframes; nobody outside sees them."""

    name = models.CharField(max_length=80)
    is_demo = models.BooleanField(default=False)
    #: the sign before its prices
    money = models.CharField(max_length=4, default="€")
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["is_demo"], condition=models.Q(is_demo=True), name="one_demo_workshop")
        ]

    def __str__(self) -> str:
        return self.name


class Membership(models.Model):
    """Who works in which workshop, and the units they read."""

    class Role(models.TextChoices):
        OWNER = "owner"
        MEMBER = "member"

    class Units(models.TextChoices):
        METRIC = "metric"
        INCH = "inch"

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships")
    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=10, choices=Role.choices, default=Role.MEMBER)
    units = models.CharField(max_length=10, choices=Units.choices, default=Units.METRIC)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["user", "workshop"], name="member_once"),
            models.CheckConstraint(condition=models.Q(role__in=["owner", "member"]), name="role_known"),
            models.CheckConstraint(condition=models.Q(units__in=["metric", "inch"]), name="units_known"),
        ]


class Airframe(models.Model):
    """An airframe: its description as a document, and the version that the next save must name."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="airframes")
    name = models.CharField(max_length=60)
    document = models.JSONField()
    summary = models.JSONField(default=dict)
    chosen = models.CharField(max_length=40, blank=True)
    version = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["name"]
        constraints = [
            models.UniqueConstraint(fields=["workshop", "name"], name="airframe_name_once"),
            models.CheckConstraint(condition=models.Q(version__gte=1), name="version_counts_from_one"),
        ]

    def __str__(self) -> str:
        return self.name


class Scheme(models.Model):
    """One way to build an airframe's wing."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="schemes")
    key = models.CharField(max_length=40)
    position = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=60)
    document = models.JSONField()

    class Meta:
        ordering = ["position"]
        constraints = [
            models.UniqueConstraint(fields=["airframe", "key"], name="scheme_key_once"),
            models.UniqueConstraint(
                fields=["airframe", "position"], name="scheme_place_once", deferrable=models.Deferrable.DEFERRED
            ),
        ]


class Revision(models.Model):
    """What an airframe and its schemes were after each save."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="revisions")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    #: in words, what this save changed
    what = models.JSONField(default=list)
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["airframe", "number"], name="revision_once")]


class OwnMaterial(models.Model):
    """Figures that a workshop trusts more than ours, with the reason, as a document."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="materials")
    key = models.CharField(max_length=90)
    document = models.JSONField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["key"]
        constraints = [models.UniqueConstraint(fields=["workshop", "key"], name="own_material_once")]


class StockItem(models.Model):
    """So many alike on the shelf."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="stock")
    form = models.CharField(max_length=10)
    material = models.CharField(max_length=90)
    document = models.JSONField()
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["form", "material", "pk"]


class Reservation(models.Model):
    """What a scheme that is to be built will take from one item: amounts in mm, mm2 or g."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="reservations")
    scheme_key = models.CharField(max_length=40)
    item = models.ForeignKey(StockItem, on_delete=models.CASCADE, related_name="reservations")
    amounts = models.JSONField()
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["airframe", "scheme_key", "item"], name="reserved_once"),
        ]


class BondTest(models.Model):
    """One of a workshop's own tests of a glue, as a document."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="bonds")
    document = models.JSONField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)
    #: a JPEG of the break, made small, without what the camera wrote into it
    picture = models.BinaryField(null=True)

    class Meta:
        ordering = ["-when", "-pk"]
