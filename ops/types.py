"""The OpenAPI document, the TypeScript types made from it, the schema of the airframe file: write or check them."""

from __future__ import annotations

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from .shell import ROOT, WEB

DOCUMENT = ROOT / "server" / "openapi.json"
TYPES = WEB / "src" / "api" / "schema.d.ts"
#: the open airframe file, for whoever writes or reads one elsewhere
FILE_SCHEMA = ROOT / "docs" / "airframe-file.schema.json"


def document() -> str:
    import django

    django.setup()
    from fletcher_site.api import api

    return json.dumps(api.get_openapi_schema(), indent=1, sort_keys=True, default=str) + "\n"


def file_schema() -> str:
    from fletcher_core.model import AirframeFile

    return json.dumps(AirframeFile.model_json_schema(), indent=1, sort_keys=True) + "\n"


def types(source: Path, target: Path) -> None:
    tool = WEB / "node_modules" / ".bin" / "openapi-typescript"
    subprocess.run([str(tool), str(source), "-o", str(target)], check=True, cwd=WEB, stdout=subprocess.DEVNULL)


def main(check: bool) -> int:
    text = document()
    if not check:
        DOCUMENT.write_text(text, encoding="utf-8")
        FILE_SCHEMA.write_text(file_schema(), encoding="utf-8")
        TYPES.parent.mkdir(parents=True, exist_ok=True)
        types(DOCUMENT, TYPES)
        return 0
    with tempfile.TemporaryDirectory() as folder:
        source, target = Path(folder, "openapi.json"), Path(folder, "schema.d.ts")
        source.write_text(text, encoding="utf-8")
        types(source, target)
        stale = [
            path.relative_to(ROOT)
            for path, new in (
                (DOCUMENT, text),
                (TYPES, target.read_text(encoding="utf-8")),
                (FILE_SCHEMA, file_schema()),
            )
            if not path.exists() or path.read_text(encoding="utf-8") != new
        ]
    for path in stale:
        print(f"{path} is stale: run ./fletcher types")
    return 1 if stale else 0


if __name__ == "__main__":
    raise SystemExit(main("--check" in sys.argv))
