"""release.py ROOT: the newest release of CHANGELOG.md is the version that is built, and its day is not to come."""

import datetime
import pathlib
import re
import sys

root = pathlib.Path(sys.argv[1])
built = re.search(r"project\(GoodFold VERSION (\S+)", (root / "CMakeLists.txt").read_text()).group(1)
told = re.findall(r"^## (\S+) \((\d{4}-\d\d-\d\d)\)$", (root / "CHANGELOG.md").read_text(), flags=re.M)
wrong = []
if not told or told[0][0] != built:
    wrong.append(f"CMakeLists.txt builds {built}, CHANGELOG.md tells of {told[0][0] if told else 'nothing'}.")
if [day for _, day in told] != sorted((day for _, day in told), reverse=True):
    wrong.append("The releases of CHANGELOG.md do not go back in time.")
if told and datetime.date.fromisoformat(told[0][1]) > datetime.date.today() + datetime.timedelta(days=1):
    wrong.append(f"{told[0][0]} is told to be of {told[0][1]}, which is to come.")
print("\n".join(wrong) or f"{built} is built, and CHANGELOG.md tells of it.")
sys.exit(bool(wrong))
