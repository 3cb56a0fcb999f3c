"""audit_dxf.py CLI JOB...: every exported DXF passes ezdxf's audit, and its holes are where the JSON says."""
import json
import math
import pathlib
import subprocess
import sys
import tempfile

import ezdxf



def area(polyline):
    """Of a closed polyline, arcs counted exactly by their bulges."""
    points = polyline.get_points("xyb")
    total = 0
    for (x, y, bulge), (nx, ny, _) in zip(points, points[1:] + points[:1]):
        total += (x * ny - nx * y) / 2
        if bulge:
            angle = 4 * math.atan(bulge)
            radius = math.hypot(nx - x, ny - y) / (2 * abs(math.sin(angle / 2)))
            total += radius ** 2 * (angle - math.sin(angle)) / 2
    return total


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
    holes = sorted((*h["flat"], h["diameter"]) for h in shown["holes"] if h["kind"] == "round")
    assert len(circles) == len(holes), job
    for circle, hole in zip(circles, holes):
        assert max(abs(a - b) for a, b in zip(circle, hole)) < 1e-4, (job, circle, hole)
    outline, *cut_out = sorted(space.query("LWPOLYLINE"), key=lambda p: -area(p))
    assert all(p.closed for p in space.query("LWPOLYLINE"))
    slots = sorted(tuple(h["flat"]) for h in shown["holes"] if h["kind"] == "slot")
    middles = sorted(tuple(sum(v[i] for v in p.get_points("xy")) / len(p) + corner[i] for i in (0, 1)) for p in cut_out)
    assert len(slots) == len(middles), job
    for slot, middle in zip(slots, middles):
        assert max(abs(a - b) for a, b in zip(slot, middle)) < 1e-4, (job, slot, middle)
    # Exact arcs: outline less what is cut out of it is the area that the JSON gives.
    left = area(outline) - sum(area(p) for p in cut_out) - sum(math.pi * c[2] ** 2 / 4 for c in circles)
    assert abs(left - shown["blank"]["area"]) < 1e-4 * left, (job, left, shown["blank"]["area"])
    trims = [m for m in shown["marks"] if m["kind"] == "trim line"]
    assert len([e for e in space if e.dxf.layer == "TRIM"]) == len(trims), job
    lines = [e for e in space if e.dxf.layer.startswith("BEND_")]
    assert len(lines) == len(shown["bends"]), job
    print(job, "ok")
