"""Glue: which one for a joint, the joints of a scheme, laps, and the workshop's own bond tests."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Q
from django.http import HttpRequest, HttpResponse
from fletcher_core import (
    HARDS,
    SHAPES,
    WHERE,
    Advice,
    BondTest,
    GluedJoint,
    JointQuestion,
    Lap,
    LapQuestion,
    NextTest,
    Problem,
    Refused,
    SpliceQuestion,
    SpliceWay,
    Standing,
    choose_glue,
    current_catalogue,
    glued,
    lap_length,
    next_test,
    splices,
    standings,
    words_in,
)
from ninja import Router, Schema
from ninja.errors import HttpError
from ninja.responses import Status
from pydantic import Base64Bytes, BaseModel, Field

from ..workshop import locks, pictures, quota, reading, removal, shelf
from ..workshop.models import BondTest as Row
from ..workshop.models import Workshop
from .ids import Id
from .request_context import membership, person, signed_in, units
from .shapes import Evaluation, Problems, UnreadableOut
from .shelf import warning

router = Router(tags=["glue"], auth=signed_in)


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


class BondTestsOut(Schema):
    tests: list[BondTestOut]
    unreadable: list[UnreadableOut]


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
    return [test for _, test in reading.readable(BondTest, workshop.bonds.defer("picture"))]


def _out(row: Row, picture: bool) -> BondTestOut:
    test = reading.read(BondTest, row.document, f"test of {row.when.date().isoformat()}")
    return BondTestOut(
        id=row.pk, test=test, glue=current_catalogue().glue[test.glue].label, share=test.share, when=row.when,
        who=row.who.get_username() if row.who else "somebody", picture=picture,
    )  # fmt: skip


def _school(name: str) -> str:
    if name not in current_catalogue().school:
        known = ", ".join(current_catalogue().school)
        raise Refused([Problem(("school",), "school", "There is no such school.", f"Choose {known}.")])
    return name


def _row(request: HttpRequest, test_id: Id) -> Row:
    row = membership(request).workshop.bonds.filter(pk=test_id).first()
    if row is None:
        raise HttpError(404, "There is no such test in this workshop.")
    return row


@router.get("/glue/words", response=GlueWords, operation_id="glue_words")
def words(request: HttpRequest) -> GlueWords:
    foams = [Named(id=k, label=f.label) for k, f in current_catalogue().foam.items()]
    return GlueWords(
        sides=[*foams, *(Named(id=k, label=v) for k, v in HARDS.items())],
        shapes=[Named(id=k, label=v) for k, v in SHAPES.items()],
        schools=[Named(id=k, label=s.label) for k, s in current_catalogue().school.items()],
        where=[Named(id=k, label=v[0]) for k, v in WHERE.items()],
    )


@router.post("/glue/choose", response={200: GlueAnswer, 422: Problems}, operation_id="choose_glue")
def choose(request: HttpRequest, glue_question: GlueQuestion) -> GlueAnswer:
    """Every glue ranked, or out with its reasons; what each school would take; the test that could change it."""
    _school(glue_question.school)
    shop = membership(request).workshop
    tests = _tests(shop)
    items = [shelf.item_of(row) for row in shelf.items(shop)]
    mind = {i.material: warning(i) for i in items if i.table == "glue" and i.count}
    there = list(mind) if glue_question.from_shelf else None
    advice = choose_glue(glue_question.joint, glue_question.school, tests, there)
    told = words_in(advice, units(request))
    return GlueAnswer(
        advice=told, next=next_test(glue_question.joint, glue_question.school, tests), tests=len(tests), shelf=mind
    )


@router.post("/glue/joints", response={200: list[GluedJoint], 422: Problems}, operation_id="glued_joints")
def joints(request: HttpRequest, joints_asked: JointsAsked) -> list[GluedJoint]:
    """The glued joints of a scheme with what each leaves, the weakest first, by the workshop's own tests."""
    asked = joints_asked
    tests = _tests(membership(request).workshop)
    found = glued(
        asked.airframe,
        asked.scheme,
        system=units(request),
        tests=tests,
        school=_school(asked.school),
        others=asked.others,
    )
    # a piece is called as its builder calls it
    return [words_in(joint, units(request)).model_copy(update={"name": joint.name}) for joint in found]


@router.post("/glue/splices", response={200: list[SpliceWay], 422: Problems}, operation_id="splices")
def ways_to_splice(request: HttpRequest, splice_question: SpliceQuestion) -> list[SpliceWay]:
    """How a stick that is too short may be lengthened, the best first."""
    return [words_in(way, units(request)) for way in splices(splice_question)]


@router.get("/glue/standings", response=list[StandingOut], operation_id="standings")
def ranking(request: HttpRequest) -> list[StandingOut]:
    """Every glue and pair of materials that was tested here, the best first."""
    cat = current_catalogue()
    families: dict[str, str] = {f.glue_family: cat.prepare[f.glue_family].label for f in cat.foam.values()}
    words = families | dict(HARDS)
    return [
        StandingOut(**s.model_dump(), words=[words.get(side, side) for side in s.on])
        for s in standings(_tests(membership(request).workshop))
    ]


@router.post("/glue/lap", response={200: Lap, 422: Problems}, operation_id="lap_length")
def lap(request: HttpRequest, lap_question: LapQuestion) -> Lap:
    """How long an overlap must be."""
    return words_in(lap_length(lap_question), units(request))


@router.get("/glue/tests", response=BondTestsOut, operation_id="list_bond_tests")
def tests(request: HttpRequest) -> BondTestsOut:
    # pictures are large: each is fetched by itself when it is looked at
    rows = membership(request).workshop.bonds.select_related("who").defer("picture")
    found = BondTestsOut(tests=[], unreadable=[])
    for row in rows.annotate(has_picture=Q(picture__isnull=False)):
        try:
            found.tests.append(_out(row, row.has_picture))
        except reading.Unreadable as exc:
            found.unreadable.append(UnreadableOut(table="bond", id=row.pk, name=exc.name, what=exc.what))
    return found


@router.post("/glue/tests", response={201: BondTestOut, 422: Problems}, operation_id="add_bond_test")
def add_test(request: HttpRequest, bond_test: BondTest) -> Status[BondTestOut]:
    shop = membership(request).workshop
    document = bond_test.model_dump(mode="json")
    with locks.of_workshop(shop.pk):
        if shop.bonds.count() >= quota.BONDS:
            raise quota.full("bond log", quota.BONDS, "tests")
        quota.spend(shop, len(str(document)))
        row = shop.bonds.create(document=document, who=person(request))
    return Status(201, _out(row, False))


@router.delete("/glue/tests/{int:test_id}", response={204: None, 404: Problems}, operation_id="remove_bond_test")
def remove_test(request: HttpRequest, test_id: Id) -> Status[None]:
    """It can be taken back for 30 days."""
    removal.remove(_row(request, test_id), person(request))
    return Status(204, None)


@router.put(
    "/glue/tests/{int:test_id}/picture", response={200: BondTestOut, 404: Problems, 422: Problems},
    operation_id="save_bond_picture",
)  # fmt: skip
def save_picture(request: HttpRequest, test_id: Id, picture: Picture) -> BondTestOut:
    """A picture of the break; it is made small, and what the camera wrote into it is left out."""
    row = _row(request, test_id)
    small = pictures.small_jpeg(picture.picture)
    shop = membership(request).workshop
    with locks.of_workshop(shop.pk):
        if shop.bonds.filter(picture__isnull=False).exclude(pk=row.pk).count() >= quota.PICTURES:
            raise quota.full("pictures", quota.PICTURES, "pictures")
        quota.spend(shop, len(small))
        row.picture = small
        row.save(update_fields=["picture"])
    return _out(row, True)


@router.get("/glue/tests/{int:test_id}/picture", response={200: None, 404: Problems}, operation_id="bond_picture")
def get_picture(request: HttpRequest, test_id: Id) -> HttpResponse:
    row = _row(request, test_id)
    if row.picture is None:
        raise HttpError(404, "There is no picture with this test.")
    answer = HttpResponse(bytes(row.picture), content_type="image/jpeg")
    answer["X-Content-Type-Options"] = "nosniff"
    answer["Cache-Control"] = "private, max-age=300"
    return answer
