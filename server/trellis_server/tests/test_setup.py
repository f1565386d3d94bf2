"""Set-up on a machine that has Python and nothing else: Node is taken along, and what is too old counts as missing."""

import os
import shutil
import subprocess
import tempfile
from pathlib import Path

from django.conf import settings
from django.test import SimpleTestCase, tag

BASE = Path(settings.BASE)
HIDDEN = ("node", "nodejs", "npm", "npx", "corepack", "yarn", "pnpm")
TAKEN = (
    "trellis",
    "requirements.lock",
    "requirements-dev.lock",
    "requirements-node.lock",
    "fonts",
    "web",
    "pyproject.toml",
)


@tag("slow")
class SetupTest(SimpleTestCase):
    """The set-up with every other Node hidden from the path, in a copy of the sources."""

    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.home = Path(folder.name) / "copy"
        self.home.mkdir()
        for name in TAKEN:
            if (BASE / name).is_dir():
                left = shutil.ignore_patterns("node_modules", "dist")
                shutil.copytree(BASE / name, self.home / name, ignore=left)
            else:
                shutil.copy(BASE / name, self.home / name)
        # Python's own packages are there already: what is tried here is the page's side.
        (self.home / ".venv").symlink_to(BASE / ".venv")
        self.programs = Path(folder.name) / "programs"
        self.programs.mkdir()
        for place in ("/usr/local/bin", "/usr/bin", "/bin"):
            for program in Path(place).iterdir() if Path(place).is_dir() else ():
                link = self.programs / program.name
                if program.name not in HIDDEN and not link.exists():
                    link.symlink_to(program)

    def run_there(self, *words: str) -> subprocess.CompletedProcess[str]:
        env = {name: os.environ[name] for name in os.environ if not name.startswith(("npm_", "NODE"))}
        env |= {"PATH": str(self.programs)}
        command = [str(self.home / "trellis"), *words]
        return subprocess.run(command, env=env, capture_output=True, text=True, timeout=600, check=False)

    def test_without_node_the_page_is_built_and_an_old_node_counts_as_none(self) -> None:
        self.assertIsNone(shutil.which("node", path=str(self.programs)))
        told = self.run_there("build")
        self.assertEqual(told.returncode, 0, told.stderr[-2000:])
        self.assertIn("== Node (", told.stderr)
        self.assertIn("assets/", (self.home / "web/dist/index.html").read_text())
        for name in ("node", "npm", "npx"):
            old = self.programs / name
            old.write_text('#!/bin/sh\nif [ "$1" = -e ]; then exit 1; fi\necho v18.20.4\n')
            old.chmod(0o755)
        told = self.run_there("node", "-p", "process.version")
        self.assertEqual(told.stdout.strip(), "v24.19.0", told.stderr[-2000:])
        self.assertNotIn("== Node (", told.stderr)
