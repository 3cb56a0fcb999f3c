"""audit_dxf.py CLI [--random PROGRAM COUNT] JOB...: every exported DXF passes ezdxf's audit, its holes are where the
JSON says, and its areas are the JSON's. Random jobs of sheet come from PROGRAM."""
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


def distance(p, q):
    return max(abs(a - b) for a, b in zip(p, q))


def audit(name, text):
    shown = json.loads(subprocess.run([cli, "show", "-", "--json"], input=text, text=True, capture_output=True).stdout)
    with tempfile.TemporaryDirectory() as folder:
        path = folder + "/blank.dxf"
        status = subprocess.run([cli, "export", "-", "--dxf", path, "--force"], input=text, text=True).returncode
        assert status in (0, 1), (name, status)  # a stopped job is drawn all the same
        drawing = ezdxf.readfile(path)
    assert not drawing.audit().errors, (name, drawing.audit().errors)
    assert drawing.units == ezdxf.units.MM
    corner = shown["blank"]["corner"]
    space = drawing.modelspace()
    def circles_on(wanted):
        return [(c.dxf.center.x + corner[0], c.dxf.center.y + corner[1], 2 * c.dxf.radius)
                for c in space.query("CIRCLE") if wanted(c.dxf.layer)]

    circles = circles_on(lambda layer: layer != "SINK")
    holes = [(*h["flat"], h["diameter"]) for h in shown["holes"] if h["kind"] == "round"]  # in the same order
    assert len(circles) == len(holes), name
    for circle, hole in zip(circles, holes):
        assert distance(circle, hole) < 1e-4, (name, circle, hole)
    sunk = [(*h["flat"], h["countersink"]["diameter"]) for h in shown["holes"] if "countersink" in h]
    sinks = circles_on(lambda layer: layer == "SINK")
    assert len(sinks) == len(sunk), name
    for circle, sink in zip(sinks, sunk):
        assert distance(circle, sink) < 1e-4, (name, circle, sink)
    outline, *cut_out = space.query("LWPOLYLINE")  # the blank is written first
    assert all(p.closed for p in space.query("LWPOLYLINE"))
    shapes = [h for h in shown["holes"] if h["kind"] != "round"]
    assert len(shapes) == len(cut_out), name
    for shape, path in zip(shapes, cut_out):
        points = [(x + corner[0], y + corner[1], b) for x, y, b in path.get_points("xyb")]
        assert len(points) == len(shape["shape"]), (name, shape["id"])
        for point, vertex in zip(points, shape["shape"]):
            assert distance(point, vertex) < 1e-4, (name, shape["id"], point, vertex)
        layer = "AFTER_BENDING" if shape["after_bending"] else "CUT"
        assert path.dxf.layer == layer, (name, shape["id"])
    # Exact arcs: outline less what is cut out of it is the area that the JSON gives.
    cut_area = sum(area(p) for p in cut_out if p.dxf.layer == "CUT")
    cut_area += sum(math.pi * c.dxf.radius ** 2 for c in space.query("CIRCLE") if c.dxf.layer == "CUT")
    left = area(outline) - cut_area
    assert abs(left - shown["blank"]["area"]) < 1e-4 * max(1, abs(left)), (name, left, shown["blank"]["area"])
    trims = [m for m in shown["marks"] if m["kind"] == "trim line"]
    assert len([e for e in space if e.dxf.layer == "TRIM"]) == len(trims), name
    lines = [e for e in space if e.dxf.layer.startswith("BEND_")]
    assert len(lines) == sum(b.get("hits", {}).get("count", 1) for b in shown["bends"]), name
    notes = [t.dxf.text for t in space.query("TEXT")]
    for bend in shown["bends"]:
        assert any(n.startswith(bend["id"] + ": ") and " deg " in n and " R" in n for n in notes), (name, bend["id"])
    for hole in shown["holes"]:
        wanted = f"tap {hole['thread']}" if "thread" in hole else "countersink to" if "countersink" in hole else None
        mine = [n for n in notes if n.startswith(hole["id"] + ": ") and wanted and wanted in n and "?" not in n]
        assert bool(mine) == bool(wanted), (name, hole["id"], notes)
    print(name, "ok")


cli, *jobs = sys.argv[1:]
if jobs[0] == "--random":
    made = subprocess.run(jobs[1:3], text=True, capture_output=True, check=True).stdout.splitlines()
    for number, text in enumerate(made):
        audit(f"random {number}", text)
    jobs = jobs[3:]
assert jobs
for job in jobs:
    text = pathlib.Path(job).read_text()
    if "expect" in json.loads(text):  # a worked case: the job is a part of the file
        text = json.dumps(json.loads(text)["job"])
    audit(job, text)
