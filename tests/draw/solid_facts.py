"""solid_facts.py FILE...: what another program finds in STEP files, a line of JSON each: how many bodies, their volume in
mm3, their cylinders by radius, a point of the axis and its direction."""
import json
import math
import sys

import gmsh


def cylinder(face):
    """Two points of the face's surface opposite one another, and two more along it."""
    (u, v), (_, top) = gmsh.model.getParametrizationBounds(2, face)
    at = gmsh.model.getValue(2, face, [u, v, u + math.pi, v, u, top])
    one, opposite, above = at[0:3], at[3:6], at[6:9]
    along = [b - a for a, b in zip(one, above)]
    length = math.sqrt(sum(x * x for x in along))
    return {"radius": math.dist(one, opposite) / 2, "at": [(a + b) / 2 for a, b in zip(one, opposite)],
            "along": [x / length for x in along]}


def facts(path):
    gmsh.clear()
    gmsh.model.occ.importShapes(path)
    gmsh.model.occ.synchronize()
    bodies = gmsh.model.getEntities(3)
    return {"bodies": len(bodies), "volume": sum(gmsh.model.occ.getMass(3, tag) for _, tag in bodies),
            "cylinders": [cylinder(tag) for _, tag in gmsh.model.getEntities(2)
                          if gmsh.model.getType(2, tag) == "Cylinder"]}


gmsh.initialize()
gmsh.option.setNumber("General.Terminal", 0)
for name in sys.argv[1:]:
    print(json.dumps(facts(name)))
