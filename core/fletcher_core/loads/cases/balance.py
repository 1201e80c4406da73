"""What the tail must hold for the wing to pull hard: the balance of moments about the wing's quarter chord."""

from .case import Case, Setting
from .pull_up import reason


def tail_load(s: Setting, load_factor: float) -> float:
    """N upwards on the whole tail: (n W (h - 1/4) c + cm0 q S c) / l (Etkin and Reid 1996, trim).

    Parameters
    ----------
    load_factor : n, at top speed.
    """
    wing = s.carrier
    chord, area = wing.mean_chord, 2 * wing.half_area
    behind = load_factor * s.weight * (s.balance_at - 0.25) * chord
    section = s.wing_cm0 * s.dynamic_pressure * area * chord
    return (behind + section) / s.arm_mm


def case(s: Setting) -> Case | None:
    """The tail's force that balances a hard pull at manoeuvring speed (Etkin and Reid 1996)."""
    if s.arm_mm <= 0:
        return None
    load = tail_load(s, s.limit)
    way = "up" if load > 0 else "down"
    said = (
        f"To hold the nose in the pull the tail lifts {abs(load):.1f} N {way}, with the aircraft balanced at "
        f"{100 * s.balance_at:.0f} % of the wing's mean chord; the body's part is left out. {reason(s)}"
    )
    per_half = load / (s.part.copies * s.halves_up)
    return Case(
        id="balance",
        label="a hard pull",
        factor=s.limit,
        force=per_half / s.limit,
        reason=said,
        source="Etkin and Reid 1996: balance of moments",
    )
