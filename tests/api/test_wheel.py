"""The wheel carries the built page: installed into an empty environment, it serves."""

import os
import re
import subprocess
import sys
from pathlib import Path
from tempfile import TemporaryDirectory

from django.conf import settings
from django.test import SimpleTestCase

from tests.servers import Server
from tests.skipping import lacking

UV = Path(sys.executable).with_name("uv")


def done(*command: str, **env: str) -> str:
    """What a command says; an error with all of it where it fails."""
    found = subprocess.run(command, capture_output=True, text=True, cwd=settings.BASE, env=os.environ | env)
    if found.returncode:
        raise AssertionError(f"{' '.join(command)}\n{found.stdout}{found.stderr}")
    return found.stdout + found.stderr


class Wheel(SimpleTestCase):
    """Built, installed, served, backed up."""

    def test_it_serves_by_itself(self) -> None:
        if not (settings.BASE / "frontend" / "dist" / "index.html").exists():
            lacking("the page has not been built")
        folder = Path(self.enterContext(TemporaryDirectory()))
        done(sys.executable, "-m", "hatchling", "build", "--target", "wheel", "--directory", str(folder))
        (wheel,) = folder.glob("*.whl")
        venv = folder / "venv"
        done(sys.executable, "-m", "venv", "--without-pip", str(venv))
        into = [str(UV), "pip", "install", "--quiet", "--python", str(venv / "bin" / "python")]
        done(*into, "--require-hashes", "-r", "requirements/runtime.txt")
        done(*into, "--no-deps", str(wheel))
        command = str(venv / "bin" / "eyebright")
        data = folder / "data"
        data.mkdir()
        with Server(data, command=[command]) as server:
            status, page, headers = server.ask("GET", "/heads")
            self.assertEqual(status, 200)
            self.assertIn("frame-ancestors 'none'", headers["Content-Security-Policy"])
            (script,) = re.findall(r'src="(/assets/[^"]+\.js)"', page.decode())[:1]
            self.assertEqual(server.ask("GET", script)[0], 200)
            self.assertEqual(server.add_lot("Malt"), 201)
            env = {"EYEBRIGHT_DATA": str(data), "EYEBRIGHT_DEMO": "0"}
            self.assertIn("another disk", done(command, "backup", str(folder / "out.zip"), **env))
            self.assertIn("All is well", done(command, "check", **env))
        home = {"XDG_DATA_HOME": str(folder / "share"), "EYEBRIGHT_DATA": ""}
        env = {key: value for key, value in (os.environ | home).items() if key != "EYEBRIGHT_DATA"}
        said = subprocess.run([command, "check"], capture_output=True, text=True, env=env).stdout
        self.assertIn(str(folder / "share" / "eyebright"), said)
