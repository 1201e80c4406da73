"""Glue: which one for a joint, the joints of a scheme, laps, and the workshop's own bond tests."""

from __future__ import annotations

from datetime import datetime

from django.http import HttpRequest
from fletcher_core.answer.bonds import GluedJoint
from fletcher_core.catalogue import catalogue
from fletcher_core.evaluate import glued
from fletcher_core.joints import HARDS, SHAPES, WHERE, Advice, BondTest, JointQuestion, NextTest, choose, next_test
from fletcher_core.joints.lap_length import Lap, LapQuestion, lap_length
from fletcher_core.model import Problem, Refused
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import BaseModel, Field

from ..workshop import shelf
from ..workshop.models import BondTest as Row
from ..workshop.models import Workshop
from .shapes import Evaluation, Problems
from .who import membership, signed_in, units

router = Router(tags=["glue"], auth=signed_in)

MOST = 2000


class GlueQuestion(BaseModel):
    joint: JointQuestion
    school: str = Field("foaming", max_length=40, json_schema_extra={"label": "school"})
    from_shelf: bool = False


class GlueAnswer(Schema):
    advice: Advice
    next: NextTest | None
    tests: int


class Named(Schema):
    id: str
    label: str


class GlueWords(Schema):
    """What a joint can be made of, and how a test can break."""

    sides: list[Named]
    shapes: list[Named]
    schools: list[Named]
    where: list[Named]


class BondTestOut(Schema):
    id: int
    test: BondTest
    glue: str
    who: str
    when: datetime
    share: float


def _tests(workshop: Workshop) -> list[BondTest]:
    return [BondTest.model_validate(row.document) for row in workshop.bonds.all()]


def _out(row: Row) -> BondTestOut:
    test = BondTest.model_validate(row.document)
    return BondTestOut(
        id=row.pk, test=test, glue=catalogue().glue[test.glue].label, share=test.share, when=row.when,
        who=row.who.get_username() if row.who else "somebody",
    )  # fmt: skip


@router.get("/glue/words", response=GlueWords, operation_id="glue_words")
def words(request: HttpRequest) -> GlueWords:
    foams = [Named(id=k, label=f.label) for k, f in catalogue().foam.items()]
    return GlueWords(
        sides=[*foams, *(Named(id=k, label=v) for k, v in HARDS.items())],
        shapes=[Named(id=k, label=v) for k, v in SHAPES.items()],
        schools=[Named(id=k, label=s.label) for k, s in catalogue().school.items()],
        where=[Named(id=k, label=v[0]) for k, v in WHERE.items()],
    )


@router.post("/glue/choose", response={200: GlueAnswer, 422: Problems}, operation_id="choose_glue")
def choose_glue(request: HttpRequest, glue_question: GlueQuestion) -> GlueAnswer:
    """Every glue ranked, or out with its reasons; what each school would take; the test that could change it."""
    if glue_question.school not in catalogue().school:
        known = ", ".join(catalogue().school)
        raise Refused([Problem(("school",), "school", "There is no such school.", f"Choose {known}.")])
    shop = membership(request).workshop
    tests = _tests(shop)
    there = None
    if glue_question.from_shelf:
        items = [shelf.item_of(row) for row in shelf.items(shop)]
        there = [i.material for i in items if i.table == "glue" and i.count]
    advice = choose(glue_question.joint, glue_question.school, tests, there)
    return GlueAnswer(advice=advice, next=next_test(glue_question.joint, glue_question.school, tests), tests=len(tests))


@router.post("/glue/joints", response={200: list[GluedJoint], 422: Problems}, operation_id="glued_joints")
def joints(request: HttpRequest, evaluation: Evaluation) -> list[GluedJoint]:
    """The glued joints of a scheme with what each leaves, the weakest first."""
    return glued(evaluation.airframe, evaluation.scheme, system=units(request))


@router.post("/glue/lap", response={200: Lap, 422: Problems}, operation_id="lap_length")
def lap(request: HttpRequest, lap_question: LapQuestion) -> Lap:
    """How long an overlap must be."""
    return lap_length(lap_question)


@router.get("/glue/tests", response=list[BondTestOut], operation_id="list_bond_tests")
def tests(request: HttpRequest) -> list[BondTestOut]:
    return [_out(row) for row in membership(request).workshop.bonds.select_related("who")]


@router.post("/glue/tests", response={201: BondTestOut, 422: Problems}, operation_id="add_bond_test")
def add_test(request: HttpRequest, bond_test: BondTest) -> Status[BondTestOut]:
    shop = membership(request).workshop
    if shop.bonds.count() >= MOST:
        raise Refused([Problem(("bond_test",), "bond log", f"It holds {MOST} tests.", "Take old ones out first.")])
    return Status(201, _out(shop.bonds.create(document=bond_test.model_dump(mode="json"), who=request.user)))


@router.delete("/glue/tests/{int:test_id}", response={204: None, 404: Problems}, operation_id="remove_bond_test")
def remove_test(request: HttpRequest, test_id: int) -> Status[None]:
    row = membership(request).workshop.bonds.filter(pk=test_id).first()
    if row is None:
        raise HttpError(404, "There is no such test in this workshop.")
    row.delete()
    return Status(204, None)
