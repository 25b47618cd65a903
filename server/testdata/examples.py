# Reads an OpenAPI document and validates every example in it against the schema beside it.
import json, sys
from jsonschema import Draft202012Validator

doc = json.load(sys.stdin)
n, wrong = 0, []

def check(where, schema, example):
    global n
    n += 1
    whole = {"components": doc["components"], **schema}
    for e in Draft202012Validator(whole).iter_errors(example):
        wrong.append("%s: %s: %s" % (where, "/".join(map(str, e.absolute_path)), e.message[:300]))

for path, ops in doc["paths"].items():
    for method, op in ops.items():
        media = [("body", c) for c in op.get("requestBody", {}).get("content", {}).values()]
        media += [(code, c) for code, r in op["responses"].items() for c in r.get("content", {}).values()]
        media += [(p["name"], p) for p in op.get("parameters", [])]
        for what, c in media:
            if "example" in c and c["schema"].get("format") != "binary":
                check("%s %s, %s" % (method, path, what), c["schema"], c["example"])
if wrong:
    sys.exit("\n".join(wrong))
print(n, "examples are as their schemas say")
