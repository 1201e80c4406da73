"""What every part of an aircraft is asked: stretches along its length, a section, a core, what is wanted of it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TYPE_CHECKING, ClassVar, Self

from ..fields import Described
from .aerofoil import Aerofoil, BodyWalls, HollowSection, ProfileBody, SolidBody
from .core import Core
from .surface import ControlSurface
from .targets import Targets

if TYPE_CHECKING:
    from .panel import Joint, Panel
    from .seat import Seat


class Part(Described):
    """The rest of the house works on this; which part it is only says how it is loaded and what it is called."""

    #: names of its control surfaces, which are fields of the part
    SURFACES: ClassVar[tuple[str, ...]] = ()
    #: the one that turns the aircraft
    TURNS: ClassVar[str] = ""

    if TYPE_CHECKING:
        core: Core
        targets: Targets

        @property
        def panels(self) -> Sequence[Panel]:
            """From the root (or the nose) to the tip (or the tail)."""

        @property
        def aerofoil(self) -> Aerofoil | BodyWalls | ProfileBody | SolidBody:
            """Its section, or what its walls are."""

        @property
        def seat(self) -> Seat:
            """How it is held."""

    @property
    def held_mm(self) -> float:
        """Where it is held, along its length."""
        return 0.0

    @property
    def changes_mm(self) -> Sequence[float]:
        """Places along its length at which something of its own starts or ends."""
        return ()

    @property
    def copies(self) -> int:
        """How often what is described is there: 2 for both halves."""
        return 2

    @property
    def hollow(self) -> bool:
        """Whether it is sheets round air."""
        return isinstance(self.aerofoil, HollowSection)

    def with_joint(self, panel: int, joint: Joint) -> Self:
        """The same with another joint at a panel's inner end."""
        panels = [p.model_copy(update={"joint": joint}) if k == panel else p for k, p in enumerate(self.panels)]
        return self.model_copy(update={"panels": panels})

    @property
    def straight(self) -> bool:
        """Whether its sections are cut square to its length, wherever their middles lie."""
        return False

    @property
    def twists_whole(self) -> bool:
        """Whether what twists it cannot be told apart into skins and sticks."""
        return self.hollow

    @property
    def half_span_mm(self) -> float:
        """From end to end of what is described."""
        return sum(p.span_mm for p in self.panels)

    @property
    def laid_to_mm(self) -> float:
        """As far as pieces can be laid on it."""
        return self.half_span_mm

    @property
    def surfaces(self) -> Mapping[str, ControlSurface]:
        """Its control surfaces by name, from the root outwards as they are listed."""
        found = {name: getattr(self, name) for name in self.SURFACES}
        return {name: surface for name, surface in found.items() if surface is not None}
