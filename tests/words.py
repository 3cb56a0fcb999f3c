"""Every sentence the program prints uses the words of the table of terms, and none that were given up.

Usage: words.py PROJECT_DIR. The table stands in CONTRIBUTING.md, under "Words on the screen"."""

import pathlib
import re
import sys

LITERAL = re.compile(r'"((?:[^"\\\n]|\\.)*)"')
KEY = re.compile(r"[a-z0-9_.:*/%-]*")  # of files, cells, formats: nobody reads it
ROW = re.compile(r"^\| (?P<word>[^|]+) \| (?P<givenUp>[^|]+) \|", re.MULTILINE)


def given_up(project):
    """Regular expressions of the words that were given up, by what is said now."""
    text = (project / "CONTRIBUTING.md").read_text()
    table = text.split("## Words on the screen", 1)[1].split("\n## ", 1)[0]
    for row in ROW.finditer(table):
        if row["word"].strip() in ("say", "---"):
            continue
        for word in row["givenUp"].split(","):
            yield re.compile(r"\b" + word.strip().strip("`") + r"\b", re.IGNORECASE), row["word"].strip()


def literals(path):
    for number, line in enumerate(path.read_text().splitlines(), 1):
        code = line.split("// ", 1)[0]
        if code.lstrip().startswith("#include"):
            continue
        for literal in LITERAL.findall(code):
            if not KEY.fullmatch(literal):
                yield number, literal


def main():
    project = pathlib.Path(sys.argv[1])
    words = list(given_up(project))
    assert len(words) > 5, "the table of terms is not there"
    wrong = []
    for room in ("core", "draw", "app", "cli"):
        for path in sorted((project / room).rglob("*.cpp")) + sorted((project / room).rglob("*.h")):
            for number, literal in literals(path):
                for word, instead in words:
                    if word.search(literal):
                        wrong.append(f'{path.relative_to(project)}:{number}: "{literal}": say {instead}')
    print("\n".join(wrong) or f"{len(words)} words that were given up are nowhere.")
    return bool(wrong)


if __name__ == "__main__":
    sys.exit(main())
