"""The wing: it carries everything."""

from ..loads.cases import belly, flap_down, full_aileron, gust, hand_throw, line, pull_up, push, roll
from .kind import PartKind, common

WING = PartKind(
    name="wing",
    label="Wing",
    half="half wing",
    cases=(
        pull_up.case,
        gust.case,
        push.case,
        roll.case,
        full_aileron.case,
        flap_down.case,
        belly.case,
        hand_throw.case,
        line.case,
    ),
    setting=common,
    surfaces={"aileron": "aileron", "flap": "flap"},
)
