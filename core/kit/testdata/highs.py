# The weighted choice of a kit as a mixed integer program, solved by HiGHS
# through SciPy. Reads an instance as JSON, writes the optimum.
import json, sys
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
    every = []
    for n, b in enumerate(d["bases"]):
        for k, c in enumerate(b["ways"][i]):
            if c is None:
                continue
            x = var(c)                       # this base, made with this brewer or with none
            row([(x, 1), (z[n], -1)], -1, 0)
            if k < K:
                row([(x, 1), (y[k], -1)], -1, 0)
            every.append(x)
    row([(v, 1) for v in every], 1, 1)
A = coo_matrix((vals, (rows, cols)), shape=(len(lo), len(cost)))
r = milp(np.array(cost), constraints=LinearConstraint(A, lo, hi), bounds=Bounds(0, 1), integrality=np.ones(len(cost)), options={"mip_rel_gap": 0})
assert r.success, r.message
print(json.dumps(r.fun))
