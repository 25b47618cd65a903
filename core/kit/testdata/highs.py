# The weighted choice of a kit as a mixed integer program, solved by HiGHS
# through SciPy. Reads an instance as JSON, writes the optimum.
import json, sys
import numpy as np
from scipy.optimize import milp, LinearConstraint, Bounds
from scipy.sparse import coo_matrix

d = json.load(sys.stdin)
B, K = len(d["bases"]), len(d["brewers"])
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
    every = []
    for n, b in enumerate(d["bases"]):
        ways = [(k, w) for k, w in enumerate(b["ways"][i]) if w]
        # The best cup first, then the quicker; without a brewer first of equals.
        ways.sort(key=lambda kw: (-kw[1]["cup"], kw[1]["min"], (kw[0] + 1) % (K + 1)))
        x = {}
        for k, w in ways:
            x[k] = var(w["cost"])
            row([(x[k], 1), (z[n], -1)], -1, 0)
            if k < K:
                row([(x[k], 1), (y[k], -1)], -1, 0)
        for at, (k, w) in enumerate(ways):
            for better, _ in ways[:at]:
                if better < K:
                    row([(x[k], 1), (y[better], 1)], 0, 1)
                else:
                    row([(x[k], 1)], 0, 0)       # it needs no brewer, so it is always there
        every += list(x.values())
    row([(v, 1) for v in every], 1, 1)
A = coo_matrix((vals, (rows, cols)), shape=(len(lo), len(cost)))
r = milp(np.array(cost), constraints=LinearConstraint(A, lo, hi), bounds=Bounds(0, 1), integrality=np.ones(len(cost)), options={"mip_rel_gap": 0})
assert r.success, r.message
print(json.dumps(r.fun))
