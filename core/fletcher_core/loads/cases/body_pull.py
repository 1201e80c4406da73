"""A hard pull, as the body feels it: the wing lifts, the tail balances, all that it carries hangs on it."""

from .case import Case, Push, Setting
from .pull_up import reason


def case(s: Setting) -> Case | None:
    """The pull-up of the whole aircraft, with the tail's force that holds the nose."""
    c = s.carried
    if c is None:
        return None
    return Case(
        id="body_pull", label="a hard pull", factor=s.limit, inertia=1.0, lumps=c.lumps,
        pushes=(Push(*c.tail, up=c.balance_N / s.limit),),
        reason=f"The tail balances with {c.balance_N:.1f} N; nose and tail hang on the wing. {reason(s)}",
        source="Etkin and Reid 1996: balance of moments",
    )  # fmt: skip
