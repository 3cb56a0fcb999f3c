"""changelog.py debian|date CHANGELOG.md: the changelog in Debian's form, or the day of the newest release."""

import re
import sys
import textwrap
from email.utils import format_datetime
from datetime import datetime, timezone

MAINTAINER = "Good Fold maintainers <maintainers@good-fold.example>"


def releases(text):
    """Version, day and what is new, the newest first."""
    for part in re.split(r"^## ", text, flags=re.M)[1:]:
        head, _, body = part.partition("\n")
        version, day = re.fullmatch(r"(\S+) \((\d{4}-\d\d-\d\d)\)", head.strip()).groups()
        yield version, day, re.findall(r"^- (.+)$", body, flags=re.M)


def main(what, path):
    with open(path, encoding="utf-8") as file:
        all_releases = list(releases(file.read()))
    if what == "date":
        print(all_releases[0][1], end="")
        return
    for version, day, news in all_releases:
        when = datetime.fromisoformat(day).replace(hour=12, tzinfo=timezone.utc)
        print(f"good-fold ({version}) bookworm; urgency=medium\n")
        for each in news:
            print(textwrap.fill(each.replace("`", ""), 78, initial_indent="  * ", subsequent_indent="    "))
        print(f"\n -- {MAINTAINER}  {format_datetime(when)}\n")


main(*sys.argv[1:])
