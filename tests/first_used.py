"""first_used.py PROGRAM SCRIPT: the list of what a start runs is of this program, and lies together in it."""
import re
import subprocess
import sys

program, script = sys.argv[1:]
listed = set(re.findall(r"\*\(\.text\.(\S+)\)", open(script).read()))
sections = subprocess.run(["readelf", "-SW", program], capture_output=True, text=True, check=True).stdout
match = re.search(r" \.text\.first +PROGBITS +([0-9a-f]+) [0-9a-f]+ ([0-9a-f]+)", sections)
assert match, "the program was linked without the list"
start, size = (int(each, 16) for each in match.groups())
symbols = subprocess.run(["nm", program], capture_output=True, text=True, check=True).stdout
places = {name: int(place, 16) for place, name in re.findall(r"^([0-9a-f]+) [tTwWuV] (\S+)$", symbols, re.MULTILINE)}
found = listed & places.keys()
apart = sorted(name for name in found if not start <= places[name] < start + size)
share = len(found) / len(listed)
print(f"{len(listed)} functions listed, {share:.0%} of them in the program, {len(apart)} of those elsewhere, {size // 1024} kB")
assert share > 0.75, "the list is of another program: ./run order"
assert len(apart) < 0.02 * len(found), apart
