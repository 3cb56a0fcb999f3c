"""rooms.py ROOT: no room includes a room above it. The order is CONTRIBUTING.md's, from the ground up; what stands on
one line there may not include each other either."""
import pathlib
import re
import sys

ORDER = """
core/common
core/quantity
core/cutting
core/material
core/bend
core/picture
core/job
core/hardware
core/part
core/clearance
core/edit
core/strength
core/tool
core/check
core/sequence
core/mount
core/lineup
core/text
core/cost
core/bench
core/learn
core/propose
core/drawing
core/files
core/stock
solid devices
draw store
app/base
app/widgets
app/bracket
app/help
app/mount app/blank app/bending app/lineup app/shop app/logbook
app/bench
app/window
app cli instrument
""".split("\n")
LEVEL = {room: level for level, line in enumerate(ORDER) for room in line.split()}


def room_of(path):
    """"core/tool/setup.h" is in core/tool; "app/main.cpp" in app."""
    parts = path.split("/")[:-1]
    while parts and "/".join(parts) not in LEVEL:
        parts.pop()
    return "/".join(parts)


def included(root, file):
    """What a file includes of the project, as paths from its root. Rooms of core leave "core/" away."""
    for name in re.findall(r'^#include "([^"]+)"', file.read_text(), re.M):
        for path in (name, "core/" + name):
            if (root / path).exists():
                yield path


def main(root):
    wrong, seen = [], set()
    for folder in ("core", "solid", "devices", "store", "draw", "app", "cli", "instrument"):
        for file in sorted((root / folder).rglob("*")):
            if file.suffix not in (".h", ".cpp"):
                continue
            own = room_of(str(file.relative_to(root)))
            assert own, f"{file} is in no room: add it to the order"
            seen.add(own)
            for path in included(root, file):
                other = room_of(path)
                if other != own and LEVEL[other] >= LEVEL[own]:
                    wrong.append(f"{file.relative_to(root)} includes {path}: {other} is not below {own}")
    assert seen == set(LEVEL), f"no such room: {set(LEVEL) - seen}"
    print("\n".join(wrong) or f"{len(seen)} rooms, every arrow down")
    return 1 if wrong else 0


sys.exit(main(pathlib.Path(sys.argv[1])))
