# The weighted choice of a kit as a mixed integer program, solved by HiGHS
# through SciPy. Reads an instance as JSON, writes the optimum, a proven bound,
# and the seconds that HiGHS took.
import json, sys, time
import numpy as np
from scipy.optimize import milp, LinearConstraint, Bounds
from scipy.sparse import coo_matrix

d = json.load(sys.stdin)
K = len(d["brewers"])
cost, lo, hi, rows, cols, vals = [], [], [], [], [], []

def var(c):
    cost.append(c)
    return len(cost) - 1

def row(terms, low, high):
    for v, a in terms:
        rows.append(len(lo)); cols.append(v); vals.append(a)
    lo.append(low); hi.append(high)

z = [var(b["cost"]) for b in d["bases"]]     # which base
y = [var(c) for c in d["brewers"]]           # which brewers
row([(v, 1) for v in z], 1, 1)
row([(v, 1) for v in y], 0, d["most"])
for i in range(len(d["bases"][0]["ways"])):
    by = [[] for _ in range(K)]
    for n, b in enumerate(d["bases"]):
        made = []                            # on this base, with this brewer or with none
        for k, c in enumerate(b["ways"][i]):
            if c is None:
                continue
            x = var(c)
            made.append(x)
            if k < K:
                by[k].append(x)
        row([(x, 1) for x in made] + [(z[n], -1)], 0, 0)
    for k in range(K):
        if by[k]:
            row([(x, 1) for x in by[k]] + [(y[k], -1)], -1, 0)
A = coo_matrix((vals, (rows, cols)), shape=(len(lo), len(cost)))
begun = time.perf_counter()
r = milp(np.array(cost), constraints=LinearConstraint(A, lo, hi), bounds=Bounds(0, 1), integrality=np.ones(len(cost)),
         options={"mip_rel_gap": 0, "time_limit": d.get("limit", 600)})
assert r.x is not None or r.status == 1, r.message    # 1: out of time
found = r.x is not None
print(json.dumps({"found": found, "best": r.fun if found else 0, "bound": (r.mip_dual_bound or 0) if found else 0, "seconds": time.perf_counter() - begun, "columns": len(cost), "rows": len(lo), "proven": bool(r.success)}))
