"""What others wrote that ships with the program: name, version, licence, from the two lock files and the packages' own words."""

import json
import re
from dataclasses import dataclass
from importlib import metadata
from pathlib import Path

PIN = re.compile(r"^([A-Za-z0-9_.-]+)==([^ ;\\]+)", re.MULTILINE)
PERMISSIVE = (
    "MIT",
    "BSD",
    "Apache",
    "ISC",
    "PSF",
    "Python Software Foundation",
    "HPND",
    "0BSD",
    "Unlicense",
    "Zlib",
    "CC0",
)
"""Licences that ask for no more than their notice, as packages write them."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Notice:
    """One package and what it may be used under, as it says itself."""

    name: str
    version: str
    licence: str

    @property
    def permissive(self) -> bool:
        """Whether one of the licences that it offers asks for its notice alone."""
        return any(word.lower() in self.licence.lower() for word in PERMISSIVE)


def python_notices(lock: Path) -> list[Notice]:
    """Packages of a lock file that are installed here; those of other platforms are left out."""
    found = []
    for name, version in PIN.findall(lock.read_text(encoding="utf-8")):
        try:
            about = metadata.metadata(name)
        except metadata.PackageNotFoundError:
            continue
        found.append(Notice(name=name, version=version, licence=_licence(about)))
    return found


def _licence(about: metadata.PackageMetadata) -> str:
    said = {name: str(about[name]) for name in ("License-Expression", "License") if name in about}
    if said.get("License-Expression"):
        return said["License-Expression"]
    classed = [
        line.rsplit(" :: ", 1)[-1] for line in about.get_all("Classifier") or [] if line.startswith("License ::")
    ]
    return " or ".join(classed) or (said.get("License", "").splitlines() or ["not said"])[0][:60]


def web_notices(lock: Path) -> list[Notice]:
    """Packages of the page that are no tools of the workshop."""
    packages = json.loads(lock.read_text(encoding="utf-8"))["packages"]
    return [
        Notice(name=path.rsplit("node_modules/", 1)[-1], version=row["version"], licence=row.get("license", "not said"))
        for path, row in packages.items()
        if path and not row.get("dev")
    ]


def page(base: Path) -> str:
    """The page of notices."""
    lines = ["# What others wrote", "", "Made by `./trellis notices` from the lock files."]
    lines += [
        "Typefaces stand with their licence in `fonts/`. Towns (`server/trellis_server/towns`) are of GeoNames, CC BY 4.0.",
        "",
    ]
    for title, rows in (
        ("On the server", python_notices(base / "requirements.lock")),
        ("In the page", web_notices(base / "web" / "package-lock.json")),
    ):
        lines += [f"## {title}", "", "| package | version | licence |", "|---|---|---|"]
        once = sorted(set(rows), key=lambda row: (row.name.lower(), row.version))
        lines += [f"| {row.name} | {row.version} | {row.licence} |" for row in once]
        lines.append("")
    return "\n".join(lines)
