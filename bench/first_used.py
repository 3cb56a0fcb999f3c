#!/usr/bin/python3
"""first_used.py PROGRAM SCRIPT JOB...: writes a linker script that puts what a start runs side by side.

Functions lie in a program as they were compiled, those of a start between all others: of eight megabytes five
are read into memory where one and a half are run. Which those are is counted by valgrind, on a start with each
job and one without.
"""
import os
import pathlib
import re
import subprocess
import sys
import tempfile

OF_A_START = ("3app10MainWindowC", "3app5AheadC")  # what runs in its threads; the order is looked for in another


def run_by(counted: pathlib.Path, program: str) -> set[str]:
    """The program's own functions in one thread's counts."""
    names, objects, here = {}, {}, ""
    found = set()
    for line in counted.open():
        match = re.match(r"(c?)(ob|fn)=(\(\d+\))(?: (.*))?", line)
        if not match:
            continue
        called, kind, key, name = match.groups()
        table = objects if kind == "ob" else names
        if name:  # told once
            table[key] = name.strip()
        if called:
            continue
        if kind == "ob":
            here = table[key]
        elif here.endswith(program):
            found.add(re.sub(r"'\d+$", "", table[key]))
    return found


def used_at_start(program: str, arguments: list[str]) -> set[str]:
    with tempfile.TemporaryDirectory() as folder:
        subprocess.run(
            ["xvfb-run", "-a", "-s", "-screen 0 1280x800x24", "valgrind", "--tool=callgrind",
             "--separate-threads=yes", "--demangle=no", f"--callgrind-out-file={folder}/counts", program,
             "--first-paint"] + arguments,
            check=True, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL,
            env={**os.environ, "QT_QPA_PLATFORM": "xcb", "XDG_DATA_HOME": folder, "XDG_CONFIG_HOME": folder})
        threads = [run_by(each, program) for each in pathlib.Path(folder).glob("counts-*")]
    return set().union(*(each for each in threads if any(mark in name for name in each for mark in OF_A_START)))


def main() -> None:
    program, script, *jobs = sys.argv[1:]
    used = used_at_start(os.path.abspath(program), [])
    for job in jobs:
        used |= used_at_start(os.path.abspath(program), [job])
    # Constructors and destructors have two names; g++ calls the section by the second.
    used |= {re.sub(r"([CD])1E", r"\g<1>2E", name) for name in used}
    if len(used) < 500:
        sys.exit(f"Only {len(used)} functions have names: is that the program as it was compiled?")
    lines = [f"    *(.text.{name})" for name in sorted(used) if name.startswith("_Z")]
    pathlib.Path(script).write_text(
        "/* What a start runs, side by side; made by ./run order. A name that is gone does no harm. */\n"
        "SECTIONS {\n  .text.first : {\n" + "\n".join(lines) + "\n  }\n} INSERT BEFORE .text;\n")
    print(f"{script}: {len(lines)} functions")


if __name__ == "__main__":
    main()
