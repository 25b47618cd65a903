"""The cooling equations of package heat written anew and solved by SciPy's
solve_ivp (DOP853), with saturation pressure from the Python package iapws.
Reads cases as JSON on standard input, writes them with the temperatures.
Run it with Debian's python3 after: apt-get install python3-scipy python3-iapws
"""
import json
import math
import sys

from iapws.iapws97 import _PSat_T
from scipy.integrate import solve_ivp


def p_kpa(c):
    return _PSat_T(max(c, 0.0) + 273.15) * 1000


def natural(dt, h):
    return 1.42 * (abs(dt) / h) ** 0.25


def forced(v, d):
    if v <= 0:
        return 0.0
    re, pr, k = v * d / 1.80e-5, 0.71, 0.0278
    nu = 0.3 + 0.62 * re**0.5 * pr ** (1 / 3) / (1 + (0.4 / pr) ** (2 / 3)) ** 0.25 * (1 + (re / 282000) ** 0.625) ** 0.8
    return nu * k / d


def loss(c, q):
    d = q["diameter_mm"] / 1000
    top = math.pi * d * d / 4
    h = max(q["fill_ml"] / 1e6 / top, 0.01)
    opening = top * q["cover"]
    wall = math.pi * d * h + top - opening
    air = q["air_c"]

    def outer(s, e):
        conv = (natural(s - air, h) ** 3 + forced(q["wind_ms"], d) ** 3) ** (1 / 3)
        ts, ta = s + 273.15, air + 273.15
        return conv + e * 5.670374419e-8 * (ts**2 + ta**2) * (ts + ta)

    coef = outer(c, q["emissivity"])
    r = q["wall"]
    if r > 0.001:
        coef = outer(air + (c - air) / (1 + coef * r), q["emissivity"])
    walls = wall * (c - air) / (r + 1 / coef)
    evaporation = 1000 * opening * (p_kpa(c) - 0.5 * p_kpa(air)) * (0.089 + 0.0782 * q["wind_ms"])
    surface = evaporation + opening * outer(c, 0.96) * (c - air)
    return q["factor"] * (walls + surface)


out = []
for q in json.load(sys.stdin):
    cap = q["fill_ml"] / 1000 * 4.190 + q["mass_g"] / 1000 * q["heat"]
    s = solve_ivp(lambda t, y: [-loss(y[0], q) / (1000 * cap)], (0, q["times"][-1]), [q["from_c"]],
                  method="DOP853", rtol=1e-11, atol=1e-11, t_eval=q["times"])
    q["temps"] = [round(float(v), 6) for v in s.y[0]]
    out.append(q)
json.dump(out, sys.stdout, indent=1)
