"""sbom.py VERSION OUT BINARY...: what the binaries are linked with, and what comes along in them, as SPDX 2.3 in JSON.
Two runs on one machine write the same; the time is the commit's (SOURCE_DATE_EPOCH)."""

import datetime
import hashlib
import json
import os
import re
import subprocess
import sys

# What is built in, and is no package of the system.
BUILT_IN = [("Good Fold Sans", "OFL-1.1", "a subset of the Inter typeface, data/fonts"),
            ("Lucide icons", "ISC", "data/icons")]


def libraries_of(binary):
    """Every shared library that it is linked with, those that they need among them: the files."""
    told = subprocess.run(["ldd", binary], capture_output=True, text=True, check=True).stdout
    return {os.path.realpath(path) for path in re.findall(r"=> (/\S+)", told)}


def packages_of(libraries):
    """Name and version of each package that brings one; libraries are found by both of the places that one file has."""
    told = subprocess.run(["dpkg", "-S", *libraries, *(path.removeprefix("/usr") for path in libraries)],
                          capture_output=True, text=True).stdout
    names = {path: line.split(":")[0] for line in told.splitlines() for path in [line.split(": ", 1)[1]]}
    for path in libraries:
        if path not in names and path.removeprefix("/usr") not in names:
            raise SystemExit(f"{path} belongs to no package")
    told = subprocess.run(["dpkg-query", "-W", "-f=${Package} ${Version}\\n", *sorted(set(names.values()))],
                          capture_output=True, text=True, check=True).stdout
    return sorted(tuple(line.split(" ", 1)) for line in set(told.splitlines()))


def entry(kind, name, version, licence="NOASSERTION", says=""):
    return {"SPDXID": f"SPDXRef-{kind}-{re.sub('[^A-Za-z0-9.]', '-', name)}", "name": name, "versionInfo": version,
            "downloadLocation": "NOASSERTION", "filesAnalyzed": False, "licenseConcluded": licence,
            "licenseDeclared": licence, "copyrightText": "NOASSERTION", **({"comment": says} if says else {})}


def main(version, out, *binaries):
    product = entry("Package", "good-fold", version, "GPL-3.0-or-later")
    packages = packages_of(sorted({library for binary in binaries for library in libraries_of(binary)}))
    linked = [entry("Linked", name, its, says="a package of Debian") for name, its in packages]
    built_in = [entry("Contained", name, version, licence, says) for name, licence, says in BUILT_IN]
    relations = [{"spdxElementId": "SPDXRef-DOCUMENT", "relationshipType": "DESCRIBES",
                  "relatedSpdxElement": product["SPDXID"]}]
    for kind, all_of_it in (("DYNAMIC_LINK", linked), ("CONTAINS", built_in)):
        relations += [{"spdxElementId": product["SPDXID"], "relationshipType": kind,
                       "relatedSpdxElement": each["SPDXID"]} for each in all_of_it]
    created = datetime.datetime.fromtimestamp(int(os.environ.get("SOURCE_DATE_EPOCH", "0")), datetime.timezone.utc)
    digest = hashlib.sha256(json.dumps(packages).encode()).hexdigest()[:16]
    document = {"spdxVersion": "SPDX-2.3", "dataLicense": "CC0-1.0", "SPDXID": "SPDXRef-DOCUMENT",
                "name": f"good-fold-{version}",
                "documentNamespace": f"urn:good-fold:{version}:{digest}",
                "creationInfo": {"created": created.strftime("%Y-%m-%dT%H:%M:%SZ"), "creators": ["Tool: sbom.py"]},
                "packages": [product] + linked + built_in, "relationships": relations}
    with open(out, "w", encoding="utf-8") as file:
        json.dump(document, file, indent=1)
        file.write("\n")


if __name__ == "__main__":
    main(*sys.argv[1:])
