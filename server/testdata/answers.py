# Reads answers with the schemas that they are to be of, and says of each kind of fault the first.
import json, sys
from jsonschema import Draft202012Validator

def inner(e):
    """What is wrong itself, where it is one of several schemas: of the one that is not null."""
    found = [c for c in e.context or [] if list(c.schema_path)[0] == 0]
    return [x for c in found for x in inner(c)] or [e]

d = json.load(sys.stdin)
wrong = {}
for a in d["answers"]:
    for e in Draft202012Validator({"components": d["components"], **a["schema"]}).iter_errors(a["answer"]):
        for x in inner(e):
            path = "/".join("*" if isinstance(p, int) else p for p in x.absolute_path)
            wrong.setdefault((path, x.message[-80:]), a["where"][:200] + ": " + path + ": " + x.message[-200:])
if wrong:
    sys.exit("\n".join(list(wrong.values())[:40]))
