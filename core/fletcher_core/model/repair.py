"""A repair: what happened, what was looked at, what is hurt, three plans, and how it went."""

from __future__ import annotations

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from ..damages import Damage, damage_kind
from ..damages.base import words
from ..fields import Day, Described, fault, measure
from ..mends import Aim, Mend, mend_kind

#: of one repair
MOST_DAMAGES, MOST_MENDS = 40, 60
Story = Literal["nose", "wing_tip", "flat", "pole", "tail", "handling"]
Hit = Literal["grass", "turf", "soil", "tarmac", "water", "tree"]
Fast = Literal["slow", "usual", "fast"]
Answer = Literal["fine", "hurt", "unsure"]
Result = Literal["open", "held", "broke_again", "given_up"]


class Happened(Described):
    """What happened, and the day's air."""

    story: Story = words(
        "how it came down",
        "nose",
        nose="nose first",
        wing_tip="on a wing tip",
        flat="flat, or belly first",
        pole="a wing against a pole or a branch",
        tail="tail first, or on its back",
        handling="on the ground, in the car",
    )
    hit: Hit = words(
        "what it hit",
        "grass",
        grass="long grass",
        turf="short turf",
        soil="hard soil",
        tarmac="tarmac or stone",
        water="water",
        tree="a tree or a post",
    )
    fast: Fast = words("how fast", "usual", slow="slowly", usual="at landing speed", fast="fast")
    air_C: float = measure("temperature today", "temperature", -15.0, 45.0, 15.0)
    damp: float = measure("damp of the air today", "percent", 0.05, 1.0, 0.5)


class MendPlan(Described):
    """What is done, in its order."""

    mends: list[Mend] = Field(default_factory=list, max_length=MOST_MENDS, json_schema_extra={"label": "mends"})


class MendPlans(Described):
    """For today, for good, for looks."""

    today: MendPlan = Field(default_factory=MendPlan)
    good: MendPlan = Field(default_factory=MendPlan)
    looks: MendPlan = Field(default_factory=MendPlan)

    def of(self, aim: Aim) -> MendPlan:
        """One of them."""
        found: MendPlan = getattr(self, aim)
        return found


class Repair(Described):
    """One repair of one aircraft, from the look to the flight test."""

    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    name: str = Field("", max_length=60, json_schema_extra={"label": "name"})
    day: Day = Field(json_schema_extra={"label": "day"})
    note: str = Field("", max_length=4000, json_schema_extra={"label": "notes"})
    happened: Happened = Field(default_factory=Happened)
    #: point of the look -> what was found
    looked: dict[Annotated[str, Field(max_length=40)], Answer] = Field(default_factory=dict, max_length=60)
    damages: list[Damage] = Field(
        default_factory=list, max_length=MOST_DAMAGES, json_schema_extra={"label": "what is hurt"}
    )
    limit_min: float = measure("minutes that there are today", "number", 1.0, 1440.0, 30.0)
    plans: MendPlans = Field(default_factory=MendPlans)
    doing: Aim = words("the plan that is done", "today", today="for today", good="for good", looks="for looks")
    #: step of that plan -> when it was ticked
    ticked: dict[Annotated[str, Field(max_length=80)], Annotated[str, Field(max_length=40)]] = Field(
        default_factory=dict, max_length=400
    )
    #: when what it needs was taken from the shelf; "" where it was not
    taken: str = Field("", max_length=40)
    weighed_g: float | None = measure("the aircraft on the scale after it", "mass", 1.0, 15000.0, None)
    pushed_mm: float | None = measure("how far it bent when it was pushed up", "length", 0.0, 2000.0, None)
    result: Result = words(
        "how it went", "open", open="not yet flown", held="held", broke_again="broke again", given_up="given up"
    )
    broke_at: str = Field("", max_length=200, json_schema_extra={"label": "where it broke again"})
    #: pictures of before and after, by id in the workshop
    pictures: list[Annotated[str, Field(max_length=60)]] = Field(default_factory=list, max_length=20)

    @model_validator(mode="after")
    def _hangs_together(self) -> Self:
        if len({d.id for d in self.damages}) != len(self.damages):
            raise fault("damages", "Two damages share one id.", "Each needs its own.")
        damages = {d.id: d for d in self.damages}
        for aim in ("today", "good", "looks"):
            mends = self.plans.of(aim).mends
            if len({m.id for m in mends}) != len(mends):
                raise fault(f"plans.{aim}.mends", "Two mends share one id.", "Each needs its own.")
            for k, mend in enumerate(mends):
                damage, kind = damages.get(mend.of), mend_kind(mend)
                if damage is None:
                    raise fault(
                        f"plans.{aim}.mends.{k}.of",
                        "It mends a damage that is not on the list.",
                        "Choose one that is, or take the mend out.",
                    )
                if damage_kind(damage).kind not in kind.treats:
                    raise fault(
                        f"plans.{aim}.mends.{k}.of",
                        f"“{kind.label}” is not for this: {damage_kind(damage).label.lower()}.",
                        "Choose another mend for it.",
                    )
        return self


class LifeEntry(Described):
    """Something in an aircraft's life: flights, a knock, a mend, a weighing, a note."""

    id: str = Field(min_length=1, max_length=40, pattern=r"^[A-Za-z0-9_-]+$")
    day: Day = Field(json_schema_extra={"label": "day"})
    what: Literal["flights", "knock", "mend", "weighed", "note"] = words(
        "what", "flights", flights="flights", knock="a knock", mend="a mend", weighed="weighed", note="a note"
    )
    flights: int = Field(0, ge=0, le=1000, json_schema_extra={"label": "flights", "quantity": "number"})
    minutes: float = measure("minutes in the air", "number", 0.0, 100_000.0, 0.0)
    grams: float | None = measure("grams that it added", "mass", -5000.0, 5000.0, None)
    balance_mm: float | None = measure("balance point moved back by", "length", -500.0, 500.0, None)
    strength: float | None = measure("strength left of sound", "percent", 0.0, 2.0, None)
    weighed_g: float | None = measure("weighs in all", "mass", 1.0, 15000.0, None)
    repair: str | None = Field(None, max_length=40)
    note: str = Field("", max_length=400, json_schema_extra={"label": "note"})
