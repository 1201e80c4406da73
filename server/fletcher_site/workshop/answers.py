"""What was told of an aircraft is told again at once while it stays as it is: on every visit, after an undo."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import Literal

from fletcher_core import Airframe, AirframeFile, Remembered, Scheme, evaluate, stand
from pydantic import BaseModel

System = Literal["metric", "inch", "mixed"]

#: threads that compute side by side in one process only take turns at each other's cost; in a row they are quicker
one_at_a_time = threading.Lock()
#: as JSON, of some 20 to 200 kB: as many as some people look at within an hour (own choice)
_told: Remembered[str] = Remembered(160)
#: of schemes, whether they can be worked out: some bytes each
_checked: Remembered[bool] = Remembered(2000)
#: stations enough to see whether a scheme can be computed, and where something goes while it moves
MOVING_STATIONS = 31


def told(about: tuple[object, ...], make: Callable[[], BaseModel]) -> str:
    """An answer as JSON.

    Parameters
    ----------
    about : what is asked, and everything that the answer depends on but materials and weights.
    """

    def worked_out() -> str:
        with one_at_a_time:
            return make().model_dump_json()

    return _told.of(about, worked_out)


def stand_json(file: AirframeFile, system: System = "metric") -> str:
    """The whole aircraft in three views, a line for each part."""
    about = ("stand", file.airframe, file.schemes, file.chosen, system)
    return told(about, lambda: stand(file.airframe, file.schemes, file.chosen, system))


def check(airframe: Airframe, scheme: Scheme) -> None:
    """Whether a scheme can be worked out at all.

    Raises
    ------
    Refused
        With what cannot be.
    """

    def works() -> bool:
        evaluate(airframe, scheme, ledger=False, spread=False, stations=MOVING_STATIONS)
        return True

    _checked.of((airframe, scheme), works)
