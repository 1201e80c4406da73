"""A file's verdict on the command line: ``./fletcher judge FILE``, for scripts and for people without the web."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from pathlib import Path

from .fields import Refused, read_json
from .model import AirframeFile, PartName, Scheme
from .model.upgrade import CannotRead, read_file
from .parts import PARTS
from .report.judgement import STATE_WORDS
from .report.verdict import Verdict
from .report.words import factor_said
from .units import Measure, System, show
from .verdicts import evaluate

#: a larger file is none of ours
_MOST_BYTES = 16_000_000


def _asked(arguments: Sequence[str]) -> argparse.Namespace:
    parser = argparse.ArgumentParser(
        prog="fletcher judge", description="What an airframe file's parts give, and where they give way."
    )
    parser.add_argument("file", type=Path, help="an airframe file, of any version")
    parser.add_argument("--part", choices=[*PARTS], help="one part; all that are described if not given")
    parser.add_argument("--scheme", help="a scheme by its name or id; the chosen one of each part if not given")
    parser.add_argument("--units", choices=["metric", "inch", "mixed"], default="metric")
    parser.add_argument("--json", action="store_true", help="the whole verdict, as the API gives it")
    return parser.parse_args(arguments)


def _read(path: Path) -> AirframeFile:
    """The file, or `CannotRead` with a sentence."""
    try:
        if path.stat().st_size > _MOST_BYTES:
            raise CannotRead("It is larger than any airframe file.")
        return read_file(read_json(path.read_text(encoding="utf-8")))
    except OSError as exc:
        raise CannotRead(f"It cannot be opened: {exc.strerror}.") from exc
    except (UnicodeDecodeError, json.JSONDecodeError, RecursionError) as exc:
        raise CannotRead("This is no airframe file.") from exc


def _chosen(file: AirframeFile, part: PartName | None, wanted: str | None) -> list[Scheme]:
    parts: list[PartName] = [part] if part is not None else [*file.airframe.parts.there()]
    if part is not None and part not in file.airframe.parts.there():
        raise CannotRead(f"There is no {part} in it.")
    if wanted is None:
        return [file.shown(name) for name in parts]
    found = [s for s in file.schemes if wanted in (s.id, s.name) and s.part in parts]
    if not found:
        there = ", ".join(f"“{s.name}”" for s in file.schemes if s.part in parts)
        raise CannotRead(f"There is no scheme “{wanted}”. There is: {there}.")
    return found


def told(file: AirframeFile, scheme: Scheme, v: Verdict, system: System) -> str:
    """A verdict in lines, each figure with its spread."""
    n, m, bend = v.breaks.n, v.mass, v.tip_bend_mm
    lines = [
        f"{file.airframe.name}, {PARTS[scheme.part].label.lower()}, “{scheme.name}”",
        f"  {v.sentence} ({n.low:.1f} to {n.high:.1f})",
        f"  holds to {factor_said(v.holds.n.value, v.unit)} ({v.holds.n.low:.1f} to {v.holds.n.high:.1f})",
        f"  in {v.judged.case} it is to show nothing at {factor_said(v.judged.load, v.judged.unit)} and to hold to "
        f"{factor_said(v.judged.needed, v.judged.unit)}: {STATE_WORDS[v.judged.state]}",
        f"  {v.breaks.seen}",
        f"  loads count at {show(m.flying_g, 'mass', system)} ready to fly",
        f"  tip bends {show(bend.value, 'length', system)} ({show(bend.low, 'length', system)} to "
        f"{show(bend.high, 'length', system)}), twists {v.twist_deg.value:.1f}° "
        f"({v.twist_deg.low:.1f} to {v.twist_deg.high:.1f})",
        f"  weighs {show(m.part_g.value, 'mass', system)} ({show(m.part_g.low, 'mass', system)} to "
        f"{show(m.part_g.high, 'mass', system)}); ready to fly {show(m.whole_g.value, 'mass', system)} "
        f"({show(m.whole_g.low, 'mass', system)} to {show(m.whole_g.high, 'mass', system)}), "
        f"{show(m.remains_g.value, 'mass', system)} left of the promise of "
        f"{show(m.promise_g, 'mass', system)}",
    ]
    for case in v.cases:
        mark = "  the hardest" if case.hardest else ""
        lines.append(
            f"  in {case.label}, {factor_said(case.factor, case.unit)}: reserve {case.reserve:.2f}, "
            f"{STATE_WORDS[case.state]}{mark}"
        )
    for line in v.ledger:
        buys = f"{line.buys_hold_n:+.1f} {'times' if v.unit == 'times' else v.unit}"
        off = "" if line.on else " (switched off)"
        grams = Measure(line.grams, "mass").text(system)
        lines.append(f"    {line.label}{off}: {grams}, buys {buys}{'; dead weight' if line.dead_weight else ''}")
        lines += [f"      ! {sentence}" for sentence in line.warnings]
    return "\n".join(lines)


def main(arguments: Sequence[str] | None = None) -> int:
    """Print the verdict; 0 when it could be given, 2 with a sentence when not."""
    asked = _asked(sys.argv[1:] if arguments is None else arguments)
    try:
        file = _read(asked.file)
        verdicts = [
            (scheme, evaluate(file.airframe, scheme, system=asked.units, others=file.beside(scheme.part)))
            for scheme in _chosen(file, asked.part, asked.scheme)
        ]
    except CannotRead as exc:
        print(f"{asked.file}: {exc}", file=sys.stderr)
        return 2
    except Refused as exc:
        for problem in exc.problems:
            said = problem.said(asked.units)
            print(f"{asked.file}: {said['label']}: {said['what']} {said['right']}", file=sys.stderr)
        return 2
    if asked.json:
        whole = [{"scheme": s.id, "name": s.name, "verdict": v.model_dump(mode="json")} for s, v in verdicts]
        print(json.dumps(whole, ensure_ascii=False, indent=1))
    else:
        print("\n\n".join(told(file, s, v, asked.units) for s, v in verdicts))
        print(f"\n{verdicts[0][1].scope}")
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
