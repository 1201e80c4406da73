"""What every part with panels has: wing, tailplane, fin."""

from __future__ import annotations

import itertools
from typing import ClassVar

from pydantic import Field, model_validator

from ..catalogue import catalogue
from ..fields import fault, measure
from ..units import Measure
from .aerofoil import Aerofoil, FlatPlate, FoldedBoard, NacaAerofoil, SheetedSection
from .core import Core, whole_boards, woods
from .panel import Panel
from .part import Part
from .seat import Seat
from .targets import Targets


class Lifting(Part):
    """Panels from the middle (or the root) to the tip, with one section and one core."""

    #: half spans that this is made for, mm
    HALF_SPAN: ClassVar[tuple[float, float]] = (30.0, 2500.0)

    panels: list[Panel] = Field(min_length=1, max_length=6, json_schema_extra={"label": "panels"})
    aerofoil: Aerofoil = Field(default_factory=NacaAerofoil)
    core: Core = Field(default_factory=Core)
    seat: Seat = Field(default_factory=Seat)
    targets: Targets = Field(default_factory=Targets)

    @model_validator(mode="after")
    def _panels_meet(self) -> Lifting:
        for k, (left, right) in enumerate(itertools.pairwise(self.panels)):
            if abs(left.tip_chord_mm - right.root_chord_mm) > 0.5:
                raise fault(
                    f"panels.{k + 1}.root_chord_mm",
                    "It is {outer} where the panel inside it ends with {inner}.",
                    "Where panels meet, both chords should be the same.",
                    outer=Measure(right.root_chord_mm),
                    inner=Measure(left.tip_chord_mm),
                )
        return self

    @model_validator(mode="after")
    def _surfaces_fit(self) -> Lifting:
        for name, surface in self.surfaces.items():
            if surface.y_to_mm > self.half_span_mm + 0.5:
                raise fault(
                    f"{name}.y_to_mm", f"The {name} ends at {{end}}, beyond the tip.", "The half wing ends at {tip}.",
                    end=Measure(surface.y_to_mm), tip=Measure(self.half_span_mm),
                )  # fmt: skip
        lying = sorted(self.surfaces.items(), key=lambda item: item[1].y_from_mm)
        for (_, first), (_, second) in itertools.pairwise(lying):
            if second.y_from_mm < first.y_to_mm - 0.5:
                raise fault(
                    f"{self.SURFACES[-1]}.y_to_mm",
                    "Flap and aileron lie over each other from {start} to {end}.",
                    "One should end where the other starts.",
                    start=Measure(second.y_from_mm), end=Measure(min(first.y_to_mm, second.y_to_mm)),
                )  # fmt: skip
        return self

    @model_validator(mode="after")
    def _of_model_size(self) -> Lifting:
        low, high = self.HALF_SPAN
        if not low <= self.half_span_mm <= high:
            raise fault(
                "panels.0.span_mm",
                "A half span of {it} in all is outside what this is made for.",
                "Model-size, unmanned aircraft only: half spans from {low} to {high}.",
                it=Measure(self.half_span_mm),
                low=Measure(low),
                high=Measure(high),
            )
        return self

    @model_validator(mode="after")
    def _board_is_flat(self) -> Lifting:
        board = catalogue().board.get(self.core.material)
        if isinstance(self.aerofoil, FoldedBoard):
            self._folds(self.aerofoil)
            return self
        if isinstance(self.aerofoil, SheetedSection):
            self._bends_over(self.aerofoil)
            return self
        if self.core.material in woods():
            raise fault(
                "core.material", "Wood is for sheeting over webs and ribs.",
                "Choose the sheeted section for it, or a foam for this one.",
            )  # fmt: skip
        if board is None:
            return self
        if not isinstance(self.aerofoil, FlatPlate):
            raise fault(
                "core.material",
                "A board makes a flat plate, or is folded round a spar.",
                "Choose the flat plate or the folded board, or a block foam for this section.",
            )
        whole_boards(self.core.material, self.aerofoil.thickness_mm, "aerofoil.flat_plate.thickness_mm")
        return self

    def _bends_over(self, made: SheetedSection) -> None:
        """Whether sheets of this leave any room in this section."""
        board = catalogue().board.get(self.core.material)
        if board is not None and not board.paper_faced:
            raise fault(
                "core.material", "Corrugated sheet does not bend over ribs.", "Choose a foam, a foam board or balsa.",
            )  # fmt: skip
        if self.core.peeled != "none":
            raise fault(
                "core.peeled", "Sheeting has an outside and an inside.",
                "Leave this at none, and say at the section which paper is peeled where.",
            )  # fmt: skip
        thick = made.sheet_mm if board is None else board.thickness.typical
        root, share = self.panels[0].root_chord_mm, int(made.code[2:]) / 100
        if 2 * thick + 3.0 > share * root:
            field = "aerofoil.sheeted.sheet_mm" if board is None else "core.material"
            raise fault(
                field, "Two sheets of {thick} leave no room in a section {high} high.",
                "Take sheets of at most {most}, or a thicker section.",
                thick=Measure(thick, "size"), high=Measure(share * root),
                most=Measure(max(0.5 * share * root - 1.5, 0.5), "size"),
            )  # fmt: skip

    def _folds(self, made: FoldedBoard) -> None:
        """Whether one sheet of this board can be folded to this."""
        board = catalogue().board.get(self.core.material)
        if board is None or not board.paper_faced:
            raise fault(
                "core.material",
                "Only a paper-faced board folds like this: its paper is the hinge.",
                "Choose a foam board, or another section for this material.",
            )
        if self.core.peeled != "none":
            raise fault(
                "core.peeled",
                "A folded board has an outside and an inside.",
                "Leave this at none, and say at the section which paper is peeled where.",
            )
        thick, root = board.thickness.typical, self.panels[0].root_chord_mm
        least = (3.0 if made.fold_back_mm else 2.0) * thick + 3.0
        if made.height_mm < least:
            raise fault(
                "aerofoil.folded.height_mm",
                "{height} over the spar leaves no room between two sheets of {board}.",
                "Make it at least {least} high, or take a thinner board.",
                height=Measure(made.height_mm), board=Measure(thick, "size"), least=Measure(least),
            )  # fmt: skip
        if made.height_mm > 0.35 * root:
            raise fault(
                "aerofoil.folded.height_mm",
                "{height} is more than a third of the chord of {chord}.",
                "Wings that fly are 8 to 20 % of the chord: here up to {most}.",
                height=Measure(made.height_mm), chord=Measure(root), most=Measure(0.2 * root),
            )  # fmt: skip
        end = root - made.fold_back_mm
        if made.crease_mm + made.flat_mm > 0.8 * end:
            field = "flat_mm" if made.crease_mm <= 0.6 * end else "crease_mm"
            raise fault(
                f"aerofoil.folded.{field}",
                "The rear crease lies {at} behind the nose, on a chord of {chord}.",
                "Front crease and flat together go to {most} at most.",
                at=Measure(made.crease_mm + made.flat_mm), chord=Measure(root), most=Measure(0.8 * end),
            )  # fmt: skip
        if made.fold_back_mm > 0.4 * root:
            raise fault(
                "aerofoil.folded.fold_back_mm",
                "{it} folded back is more than that of a chord of {chord}.",
                "People fold back 15 to 40 mm; at most {most}.",
                it=Measure(made.fold_back_mm), chord=Measure(root), most=Measure(0.4 * root),
            )  # fmt: skip


def behind_the_wing(default: float) -> float:
    """The field for a tail's arm."""
    label = "arm: from the wing's quarter chord back to this one's"
    found: float = measure(label, "length", 50.0, 4000.0, default)
    return found
