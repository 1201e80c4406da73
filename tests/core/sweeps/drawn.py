"""Small wings with pieces drawn at random, for properties that must hold of any scheme."""

from __future__ import annotations

import random
from collections.abc import Iterator

from fletcher_core.fields import Refused
from fletcher_core.kinds import KINDS, fits_on
from fletcher_core.model import Airframe, Scheme
from fletcher_core.questions.suggestions import suggest
from pydantic import ValidationError

from tests.conftest import make_airframe, make_scheme

FOAMS = ("epp20", "epp30", "eps15", "xps33")


def schemes(seed: int, count: int) -> Iterator[tuple[Airframe, Scheme]]:
    """`count` wings of foam with one to three kinds of pieces each, the same for the same seed."""
    r, found = random.Random(seed), 0
    kinds = [k for k in KINDS if fits_on(k, "wing", False, False)]
    while found < count:
        airframe = make_airframe(
            foam=r.choice(FOAMS), plate=r.choice([None, 10.0, 20.0]), half_span=r.uniform(300, 700),
            root=r.uniform(120, 250), tip=r.choice([None, 100.0]), promise=2500.0,
        )  # fmt: skip
        scheme = make_scheme()
        try:
            for kind in r.sample(kinds, r.randint(1, 3)):
                scheme = make_scheme(*scheme.pieces, *suggest(airframe, scheme, kind))
        except (Refused, ValidationError):
            continue
        found += 1
        yield airframe, scheme
