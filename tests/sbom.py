"""sbom.py ROOT BINARY...: the list of what the package is made of names every library that its binaries need."""

import json
import os
import re
import subprocess
import sys
import tempfile

root, binaries = sys.argv[1], sys.argv[2:]
with tempfile.TemporaryDirectory() as folder:
    out = os.path.join(folder, "list.spdx.json")
    written = []
    for _ in range(2):
        subprocess.run([sys.executable, os.path.join(root, "packaging/sbom.py"), "1.2.3", out, *binaries], check=True,
                       env={**os.environ, "SOURCE_DATE_EPOCH": "1700000000"})
        written.append(open(out, encoding="utf-8").read())
assert written[0] == written[1], "two runs differ"
document = json.loads(written[0])
for member in ("spdxVersion", "dataLicense", "SPDXID", "name", "documentNamespace", "creationInfo", "packages",
               "relationships"):
    assert document[member], member
names = {package["name"]: package for package in document["packages"]}
ids = [package["SPDXID"] for package in document["packages"]]
assert len(ids) == len(set(ids)) and all(re.fullmatch(r"SPDXRef-[A-Za-z0-9.-]+", each) for each in ids)
assert all(package["versionInfo"] and package["downloadLocation"] for package in names.values())
related = {relation["relatedSpdxElement"] for relation in document["relationships"]}
assert related == set(ids), related ^ set(ids)

# By other means: what the binaries themselves say they need, and which package brings a file of that name.
for binary in binaries:
    needed = re.findall(r"NEEDED\s+(\S+)", subprocess.run(["objdump", "-p", binary], capture_output=True, text=True,
                                                           check=True).stdout)
    assert needed, binary
    told = subprocess.run(["dpkg", "-S", *(f"*/{library}" for library in needed)], capture_output=True, text=True).stdout
    for library in needed:
        brings = {line.split(":")[0] for line in told.splitlines() if line.endswith("/" + library)}
        assert brings & set(names), f"{library}, of {sorted(brings)}, is not in the list"
print(f"{len(names)} parts, {len(binaries)} binaries")
