"""Glue: which one for a joint, the joints of a scheme, laps, and the workshop's own bond tests."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Q
from django.http import HttpRequest, HttpResponse
from fletcher_core.answer.bonds import GluedJoint
from fletcher_core.catalogue import catalogue
from fletcher_core.evaluate import glued
from fletcher_core.joints import (
    HARDS,
    SHAPES,
    WHERE,
    Advice,
    BondTest,
    JointQuestion,
    NextTest,
    SpliceQuestion,
    Standing,
    choose,
    next_test,
    splices,
    standings,
)
from fletcher_core.joints.lap_length import Lap, LapQuestion, lap_length
from fletcher_core.joints.splice import SpliceWay
from fletcher_core.model import Problem, Refused
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import Base64Bytes, BaseModel, Field

from ..workshop import pictures, shelf
from ..workshop.models import BondTest as Row
from ..workshop.models import Workshop
from .shapes import Evaluation, Problems
from .shelf import warning
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
    #: glues that are on the shelf, with what to mind about them
    shelf: dict[str, str]


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
    picture: bool


class StandingOut(Standing):
    """With its materials in words."""

    words: list[str]


class Picture(BaseModel):
    """The bytes of a JPEG, PNG or WebP, in base 64."""

    picture: Base64Bytes = Field(json_schema_extra={"label": "picture"})


class JointsAsked(Evaluation):
    """A scheme whose joints are asked for, and by which school its glues are ranked."""

    school: str = Field("foaming", max_length=40, json_schema_extra={"label": "school"})


def _tests(workshop: Workshop) -> list[BondTest]:
    return [BondTest.model_validate(d) for d in workshop.bonds.values_list("document", flat=True)]


def _out(row: Row, picture: bool) -> BondTestOut:
    test = BondTest.model_validate(row.document)
    return BondTestOut(
        id=row.pk, test=test, glue=catalogue().glue[test.glue].label, share=test.share, when=row.when,
        who=row.who.get_username() if row.who else "somebody", picture=picture,
    )  # fmt: skip


def _school(name: str) -> str:
    if name not in catalogue().school:
        known = ", ".join(catalogue().school)
        raise Refused([Problem(("school",), "school", "There is no such school.", f"Choose {known}.")])
    return name


def _row(request: HttpRequest, test_id: int) -> Row:
    row = membership(request).workshop.bonds.filter(pk=test_id).first()
    if row is None:
        raise HttpError(404, "There is no such test in this workshop.")
    return row


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
    _school(glue_question.school)
    shop = membership(request).workshop
    tests = _tests(shop)
    items = [shelf.item_of(row) for row in shelf.items(shop)]
    mind = {i.material: warning(i) for i in items if i.table == "glue" and i.count}
    there = list(mind) if glue_question.from_shelf else None
    advice = choose(glue_question.joint, glue_question.school, tests, there)
    return GlueAnswer(
        advice=advice, next=next_test(glue_question.joint, glue_question.school, tests), tests=len(tests), shelf=mind
    )


@router.post("/glue/joints", response={200: list[GluedJoint], 422: Problems}, operation_id="glued_joints")
def joints(request: HttpRequest, joints_asked: JointsAsked) -> list[GluedJoint]:
    """The glued joints of a scheme with what each leaves, the weakest first, by the workshop's own tests."""
    asked = joints_asked
    tests = _tests(membership(request).workshop)
    return glued(asked.airframe, asked.scheme, system=units(request), tests=tests, school=_school(asked.school))


@router.post("/glue/splices", response={200: list[SpliceWay], 422: Problems}, operation_id="splices")
def ways_to_splice(request: HttpRequest, splice_question: SpliceQuestion) -> list[SpliceWay]:
    """How a stick that is too short may be lengthened, the best first."""
    return splices(splice_question)


@router.get("/glue/standings", response=list[StandingOut], operation_id="standings")
def ranking(request: HttpRequest) -> list[StandingOut]:
    """Every glue and pair of materials that was tested here, the best first."""
    families = {f.glue_family: catalogue().prepare[f.glue_family].label for f in catalogue().foam.values()}
    words = {**families, **HARDS}
    return [
        StandingOut(**s.model_dump(), words=[words.get(side, side) for side in s.on])
        for s in standings(_tests(membership(request).workshop))
    ]


@router.post("/glue/lap", response={200: Lap, 422: Problems}, operation_id="lap_length")
def lap(request: HttpRequest, lap_question: LapQuestion) -> Lap:
    """How long an overlap must be."""
    return lap_length(lap_question)


@router.get("/glue/tests", response=list[BondTestOut], operation_id="list_bond_tests")
def tests(request: HttpRequest) -> list[BondTestOut]:
    # pictures are large: each is fetched by itself when it is looked at
    rows = membership(request).workshop.bonds.select_related("who").defer("picture")
    return [_out(row, row.has_picture) for row in rows.annotate(has_picture=Q(picture__isnull=False))]


@router.post("/glue/tests", response={201: BondTestOut, 422: Problems}, operation_id="add_bond_test")
def add_test(request: HttpRequest, bond_test: BondTest) -> Status[BondTestOut]:
    shop = membership(request).workshop
    if shop.bonds.count() >= MOST:
        raise Refused([Problem(("bond_test",), "bond log", f"It holds {MOST} tests.", "Take old ones out first.")])
    return Status(201, _out(shop.bonds.create(document=bond_test.model_dump(mode="json"), who=request.user), False))


@router.delete("/glue/tests/{int:test_id}", response={204: None, 404: Problems}, operation_id="remove_bond_test")
def remove_test(request: HttpRequest, test_id: int) -> Status[None]:
    _row(request, test_id).delete()
    return Status(204, None)


@router.put(
    "/glue/tests/{int:test_id}/picture", response={200: BondTestOut, 404: Problems, 422: Problems},
    operation_id="save_bond_picture",
)  # fmt: skip
def save_picture(request: HttpRequest, test_id: int, picture: Picture) -> BondTestOut:
    """A picture of the break; it is made small, and what the camera wrote into it is left out."""
    row = _row(request, test_id)
    row.picture = pictures.small_jpeg(picture.picture)
    row.save(update_fields=["picture"])
    return _out(row, True)


@router.get("/glue/tests/{int:test_id}/picture", response={200: None, 404: Problems}, operation_id="bond_picture")
def get_picture(request: HttpRequest, test_id: int) -> HttpResponse:
    row = _row(request, test_id)
    if row.picture is None:
        raise HttpError(404, "There is no picture with this test.")
    answer = HttpResponse(bytes(row.picture), content_type="image/jpeg")
    answer["X-Content-Type-Options"] = "nosniff"
    answer["Cache-Control"] = "private, max-age=300"
    return answer
