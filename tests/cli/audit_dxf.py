"""audit_dxf.py CLI JOB...: every exported DXF passes ezdxf's audit, and its holes are where the JSON says."""
import json
import pathlib
import subprocess
import sys
import tempfile

import ezdxf

cli, jobs = sys.argv[1], sys.argv[2:]
assert jobs
for job in jobs:
    text = pathlib.Path(job).read_text()
    if "expect" in json.loads(text):  # a worked case: the job is a part of the file
        text = json.dumps(json.loads(text)["job"])
    shown = json.loads(subprocess.run([cli, "show", "-", "--json"], input=text, text=True, capture_output=True).stdout)
    with tempfile.TemporaryDirectory() as folder:
        path = folder + "/blank.dxf"
        subprocess.run([cli, "export", "-", "--dxf", path], input=text, text=True, check=True)
        drawing = ezdxf.readfile(path)
    assert not drawing.audit().errors, (job, drawing.audit().errors)
    assert drawing.units == ezdxf.units.MM
    corner = [min(p[i] for p in shown["blank"]["outline"]) for i in (0, 1)]
    space = drawing.modelspace()
    circles = sorted((c.dxf.center.x + corner[0], c.dxf.center.y + corner[1], 2 * c.dxf.radius) for c in space.query("CIRCLE"))
    holes = sorted((*h["flat"], h["diameter"]) for h in shown["holes"])
    assert len(circles) == len(holes), job
    for circle, hole in zip(circles, holes):
        assert max(abs(a - b) for a, b in zip(circle, hole)) < 1e-4, (job, circle, hole)
    (outline,) = space.query("LWPOLYLINE")
    assert outline.closed
    points = [(x + corner[0], y + corner[1]) for x, y in outline.get_points("xy")]
    for got, wanted in zip(points, shown["blank"]["outline"]):
        assert max(abs(a - b) for a, b in zip(got, wanted)) < 1e-4, job
    lines = [e for e in space if e.dxf.layer.startswith("BEND_")]
    assert len(lines) == len(shown["bends"]), job
    print(job, "ok")
