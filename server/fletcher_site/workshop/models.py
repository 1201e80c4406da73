"""Rows for what people list, filter and join; the geometry and the pieces are validated documents."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import models
from django.utils import timezone


class Workshop(models.Model):
    """A group that shares its airframes; nobody outside sees them."""

    name = models.CharField(max_length=80)
    #: a visitor's own copy of the demo, or the one that all copies are made from
    is_demo = models.BooleanField(default=False)
    is_template = models.BooleanField(default=False)
    #: of the template: which of the shipped demos it was made from
    shipped = models.CharField(max_length=64, blank=True)
    #: of a visitor's copy: when it was last used, and from which address it was opened
    seen = models.DateTimeField(default=timezone.now)
    address = models.CharField(max_length=64, blank=True)
    #: the sign before its prices
    money = models.CharField(max_length=4, default="€")
    #: what its documents and pictures take, earlier states included
    bytes_used = models.BigIntegerField(default=0)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["is_template"], condition=models.Q(is_template=True), name="one_template"),
        ]
        indexes = [models.Index(fields=["seen"], condition=models.Q(is_demo=True), name="demo_last_seen")]

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
        MIXED = "mixed"

    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="memberships")
    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=10, choices=Role.choices, default=Role.MEMBER)
    units = models.CharField(max_length=10, choices=Units.choices, default=Units.METRIC)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["user", "workshop"], name="member_once"),
            models.CheckConstraint(condition=models.Q(role__in=["owner", "member"]), name="role_known"),
            models.CheckConstraint(condition=models.Q(units__in=["metric", "inch", "mixed"]), name="units_known"),
        ]


class NotRemoved(models.Manager[Any]):
    def get_queryset(self) -> models.QuerySet[Any]:
        return super().get_queryset().filter(removed__isnull=True)


class Removable(models.Model):
    """What can be removed and, for some weeks, taken back: see `removal`."""

    removed = models.DateTimeField(null=True, db_index=True)
    removed_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="+")

    objects = NotRemoved()
    with_removed = models.Manager()

    class Meta:
        abstract = True


#: names and keys need only be told apart among what is not removed
_THERE = models.Q(removed__isnull=True)


class Airframe(Removable):
    """An airframe: its description as a document, and the version that the next save must name."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="airframes")
    name = models.CharField(max_length=60)
    document = models.JSONField()
    #: version of the airframe file that `document` and its schemes are written in
    file_version = models.PositiveSmallIntegerField(default=1)
    summary = models.JSONField(default=dict)
    #: which schemes are chosen, as the file's version says it
    chosen = models.JSONField(null=True)
    version = models.PositiveIntegerField(default=1)
    created = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["name"]
        constraints = [
            models.UniqueConstraint(fields=["workshop", "name"], condition=_THERE, name="airframe_name_once"),
            models.CheckConstraint(condition=models.Q(version__gte=1), name="version_counts_from_one"),
        ]

    def __str__(self) -> str:
        return self.name


class Scheme(Removable):
    """One way to build one part of an airframe. It keeps its row for life, so that others can point at it."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="schemes")
    part = models.CharField(max_length=20, default="wing")
    key = models.CharField(max_length=40)
    #: None where it is removed
    position = models.PositiveSmallIntegerField(null=True)
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


class OwnMaterial(Removable):
    """Figures that a workshop trusts more than ours, with the reason, as a document."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="materials")
    key = models.CharField(max_length=90)
    document = models.JSONField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["key"]
        constraints = [models.UniqueConstraint(fields=["workshop", "key"], condition=_THERE, name="own_material_once")]


class StockItem(Removable):
    """One line of the shelf: a number of things that are the same."""

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


class BondTest(Removable):
    """One of a workshop's own tests of a glue, as a document."""

    workshop = models.ForeignKey(Workshop, on_delete=models.CASCADE, related_name="bonds")
    document = models.JSONField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)
    #: a JPEG of the break, made small, without what the camera wrote into it
    picture = models.BinaryField(null=True)

    class Meta:
        ordering = ["-when", "-pk"]


class WeighIn(Removable):
    """One weighing of a part or of a thing that is carried, with the plan as it was then, as a document."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="weigh_ins")
    document = models.JSONField()
    note = models.CharField(max_length=200, blank=True)
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]


class Repair(Removable):
    """One repair of an airframe, as a document, and the version that the next save must name."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="repairs")
    #: its id within the airframe's file
    key = models.CharField(max_length=40)
    document = models.JSONField()
    version = models.PositiveIntegerField(default=1)
    #: what taking from the shelf for it changed there: the way back
    taking = models.JSONField(null=True)
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)
    updated = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-pk"]
        constraints = [models.UniqueConstraint(fields=["airframe", "key"], condition=_THERE, name="repair_key_once")]


class RepairState(models.Model):
    """What a repair was before a save; the oldest go when there are many."""

    repair = models.ForeignKey(Repair, on_delete=models.CASCADE, related_name="states")
    number = models.PositiveIntegerField()
    document = models.JSONField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-number"]
        constraints = [models.UniqueConstraint(fields=["repair", "number"], name="repair_state_once")]


class LifeEntry(Removable):
    """One line of the log of an airframe's life, as a document."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="life")
    key = models.CharField(max_length=40)
    document = models.JSONField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["airframe", "key"], condition=_THERE, name="entry_key_once")]


class RepairPicture(Removable):
    """A picture of a damage or a mend: a JPEG, made small, without what the camera wrote into it."""

    airframe = models.ForeignKey(Airframe, on_delete=models.CASCADE, related_name="repair_pictures")
    key = models.CharField(max_length=60)
    picture = models.BinaryField()
    who = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL)
    when = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["airframe", "key"], condition=_THERE, name="picture_key_once")]
