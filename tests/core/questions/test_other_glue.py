"""What is said of another glue is judged on the whole part."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from fletcher_core.analysis.evaluation import Evaluation, compute
from fletcher_core.catalogue import catalogue
from fletcher_core.joints import next_test
from fletcher_core.model import AirframeFile, Scheme
from fletcher_core.questions.glued_joints import glued_joints
from fletcher_core.questions.other_glue import OtherGlue


def demo(name: str) -> AirframeFile:
    return AirframeFile.model_validate(json.loads(Path(f"demo/{name}.json").read_text(encoding="utf-8")))


def worked(file: AirframeFile, scheme: Scheme) -> Evaluation:
    return compute(file.airframe, scheme, 61, False, False, file.beside(scheme.part))


def with_glue(scheme: Scheme, key: str, glue: str) -> Scheme:
    pieces = [p.model_copy(update={"glue": glue}) if p.id == key else p for p in scheme.pieces]
    return scheme.model_copy(update={"pieces": pieces})


def reserve(a: Evaluation) -> float:
    """Of what it holds, in the hardest case, by hand."""
    runs = [(a.solved.run_of(k), c.factor * a.safety) for k, c in enumerate(a.cases)]
    return min(float(a.solved.hold[run].min()) / need for run, need in runs)


def most(a: Evaluation, along: str) -> float:
    """At the tip, in whichever case."""
    values = getattr(a.solved.shape, along)
    return max(abs(float(values[a.solved.run_of(k), -1])) for k in range(len(a.cases)))


def test_a_soft_glue_is_not_worth_a_test_where_the_wing_would_bend_more() -> None:
    file = demo("sanderling")
    scheme = next(s for s in file.schemes if s.id == "web-caps")
    a = worked(file, scheme)
    joint = next(j for j in glued_joints(a, "metric") if j.kind == "piece")
    assert joint.question is not None
    # the joint by itself would have it
    alone = next_test(joint.question, "foaming", (), joint.glue)
    assert alone is not None
    soft = worked(file, with_glue(scheme, joint.id, alone.glue))
    assert most(soft, "bend") > 1.5 * most(a, "bend")
    index = [p.id for p in scheme.pieces].index(joint.id)
    assert "bend" in OtherGlue(a).in_piece(index, alone.glue)
    assert joint.test is None or joint.test.glue != alone.glue


@pytest.mark.parametrize("name", ["sanderling", "dunlin", "turnstone"])
def test_no_proposal_in_the_demo_costs_the_part_anything(name: str) -> None:
    file, tried = demo(name), 0
    for scheme in file.schemes:
        a = worked(file, scheme)
        ids = [p.id for p in scheme.pieces]
        for joint in glued_joints(a, "metric"):
            if joint.test is None or joint.id not in ids:
                continue
            tried += 1
            b = worked(file, with_glue(scheme, joint.id, joint.test.glue))
            assert reserve(b) > 0.96 * reserve(a)
            assert most(b, "bend") < 1.04 * most(a, "bend")
            assert most(b, "twist") < 1.04 * most(a, "twist")
    assert tried


def test_the_first_of_the_ranking_is_named_with_what_it_would_cost() -> None:
    said = []
    for file in (demo("sanderling"), demo("turnstone")):
        for scheme in file.schemes_of("wing"):
            stiff = scheme
            for piece in scheme.pieces:
                # in the hardest glue, so that some would lose by what a school prefers
                stiff = with_glue(stiff, piece.id, "epoxy_30") if getattr(piece, "glue", None) else stiff
            a = worked(file, stiff)
            other, ids = OtherGlue(a), [p.id for p in stiff.pieces]
            for school in catalogue().school:
                for joint in glued_joints(a, "metric", (), school):
                    if joint.id not in ids or "would come first" not in joint.todo:
                        continue
                    first = next(g for g, entry in catalogue().glue.items() if entry.label == joint.first)
                    lost = other.in_piece(ids.index(joint.id), first)
                    assert joint.todo.endswith(f", but {lost}." if lost else "here.")
                    said.append(lost)
    assert any(said)
    assert not all(said)
