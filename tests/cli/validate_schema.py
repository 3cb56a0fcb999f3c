"""validate_schema.py SCHEMA JOB...: the shipped jobs and the worked cases hold to the documented schema."""
import json
import sys

import jsonschema

schema = json.load(open(sys.argv[1]))
jsonschema.Draft202012Validator.check_schema(schema)
assert sys.argv[2:]
for path in sys.argv[2:]:
    job = json.load(open(path))
    jsonschema.validate(job.get("job", job), schema, cls=jsonschema.Draft202012Validator)
    for key, wrong in (("thickness", -1), ("units", "ell"), ("plates", [])):
        spoilt = {**job.get("job", job), key: wrong}
        assert not jsonschema.Draft202012Validator(schema).is_valid(spoilt), (path, key)
    print(path, "ok")
