"""The window on Wayland and on X11, at the scales that screens have: it paints, and its pictures are as large as they
should be and not empty.

Usage: scales.py GOODFOLD JOB"""

import os
import pathlib
import struct
import subprocess
import sys
import tempfile
import time
import zlib

WIDE, HIGH = 1280, 800  # of a picture, at scale 1
WAIT = 60  # s, at most


def run(program, job, environment):
    """The size of the picture that it saves, and how much of it is not ground."""
    with tempfile.TemporaryDirectory() as folder:
        own = {**os.environ, **environment, "XDG_CONFIG_HOME": folder + "/config", "XDG_DATA_HOME": folder + "/data"}
        subprocess.run([program, "--first-paint", job], env=own, check=True, timeout=WAIT)
        subprocess.run([program, "--shots", folder, "--stages", "bracket", job], env=own, check=True, timeout=WAIT)
        picture = next(pathlib.Path(folder).glob("*.png")).read_bytes()
    wide, high = struct.unpack(">II", picture[16:24])
    data, at = b"", 8
    while at < len(picture):  # chunk by chunk
        length, kind = struct.unpack(">I4s", picture[at:at + 8])
        if kind == b"IDAT":
            data += picture[at + 8:at + 8 + length]
        at += length + 12
    raw = zlib.decompress(data)
    return wide, high, len(set(raw[i:i + 64] for i in range(0, len(raw) - 64, 997)))


def expect(what, found, scale):
    wide, high, kinds = found
    assert (wide, high) == (round(WIDE * scale), round(HIGH * scale)), f"{what}: {wide} x {high} at {scale}"
    assert kinds > 50, f"{what}: the picture at {scale} is empty"
    print(f"{what} at {scale}: {wide} x {high}")


class Weston:
    """A compositor without a screen."""

    def __init__(self, scale):
        self.folder = tempfile.TemporaryDirectory()
        os.chmod(self.folder.name, 0o700)
        self.environment = {"XDG_RUNTIME_DIR": self.folder.name, "WAYLAND_DISPLAY": "here", "QT_QPA_PLATFORM": "wayland"}
        self.process = subprocess.Popen(
            ["weston", "--backend=headless-backend.so", "--width=2000", "--height=1400", f"--scale={scale}",
             "--socket=here", "--idle-time=0", "--no-config"],
            env={**os.environ, **self.environment}, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
        end = time.monotonic() + WAIT
        while not os.path.exists(self.folder.name + "/here"):
            assert time.monotonic() < end and self.process.poll() is None, "weston does not start"
            time.sleep(0.1)

    def __enter__(self):
        return self.environment

    def __exit__(self, *_):
        self.process.terminate()
        self.process.wait()
        self.folder.cleanup()


def main(program, job):
    for scale in (1, 2, 3):
        with Weston(scale) as environment:
            expect("Wayland", run(program, job, environment), scale)
    for scale in (1.25, 1.5, 3):
        expect("X11", run(program, job, {"QT_QPA_PLATFORM": "xcb", "QT_SCALE_FACTOR": str(scale)}), scale)


main(*sys.argv[1:])
