"""Cooling of a filled vessel by the heat-mass analogy, written beside package heat from
the equations of the books that it names, and solved by SciPy. Saturation pressure,
viscosity, conductivity, expansion and heat capacity of water from the Python package
iapws. Reads cases as JSON on standard input, writes them with the temperatures.
Run it with Debian's python3 after: apt-get install python3-scipy python3-iapws
"""
import json
import math
import sys

from iapws.iapws97 import IAPWS97, _PSat_T, _TSat_P
from scipy.integrate import solve_ivp
from scipy.optimize import brentq

R, G, SHARE = 8.314462618, 9.80665, 0.8
M_AIR, M_WATER = 0.0289652, 0.01801528


def p_sat(c):
    if c < 0:  # over supercooled water: Magnus, as WMO has it
        return 611.2 * math.exp(17.62 * c / (243.12 + c))
    return _PSat_T(c + 273.15) * 1e6


def rho(c, vapour, p):
    return ((p - vapour) * M_AIR + vapour * M_WATER) / (R * (c + 273.15))


def film(c):
    """The water's own film: W/m2K^(4/3)."""
    w = IAPWS97(T=min(max(c, 4.5), 99.9) + 273.15, x=0)
    d = 0.05
    lo, hi = IAPWS97(T=w.T - d, x=0), IAPWS97(T=w.T + d, x=0)
    beta = max(-(hi.rho - lo.rho) / (2 * d) / w.rho, 5e-5)
    nu, alpha = w.mu / w.rho, w.k / (w.rho * w.cp * 1000)
    return 0.15 * w.k * (G * beta / (nu * alpha)) ** (1 / 3)


def dry(t, p):
    """Dynamic viscosity by Sutherland, conductivity, density of dry air at t K."""
    mu = 1.458e-6 * t**1.5 / (t + 110.4)
    k = 2.64638e-3 * t**1.5 / (t + 245.4 * 10 ** (-12 / t))
    return mu, k, p * M_AIR / (R * t)


def transfer(s, q, h_fg):
    """Heat through one square metre of free surface at s C, W."""
    p, air, d = q["hpa"] * 100, q["air_c"], q["diameter_mm"] / 1000
    tf = (s + air) / 2 + 273.15
    mu, k, r = dry(tf, p)
    nu = mu / r
    diff = 2.5e-5 * (tf / 298) ** 1.75 * 101325 / p
    alpha = k / (r * 1005.0)
    pv_s, pv_a = p_sat(s), 0.5 * p_sat(air)
    rs, ra = rho(s, pv_s, p), rho(air, pv_a, p)
    drive = max((ra - rs) / ((ra + rs) / 2), 0)
    length = d / 4

    def number(x):
        """Nusselt and Sherwood alike, as a coefficient: x diffusivity, m2/s."""
        ray = G * drive * length**3 / (nu * x)
        free = max(0.54 * ray**0.25, 0.15 * ray ** (1 / 3)) * x / length
        forced = 0.664 * (q["wind_ms"] * d / nu) ** 0.5 * (nu / x) ** (1 / 3) * x / d
        return SHARE * (free**3 + forced**3) ** (1 / 3)

    n = number(diff) * p / (R * tf) * math.log((1 - pv_a / p) / (1 - pv_s / p))
    ts, ta = s + 273.15, air + 273.15
    return n * M_WATER * h_fg * 1000 + number(alpha) * r * 1005.0 * (s - air) + 0.96 * 5.670374419e-8 * (ts**4 - ta**4)


def surface(c, q):
    boil = _TSat_P(q["hpa"] / 1e4) - 273.15
    f = film(c)
    w = IAPWS97(T=max(c, 0.5) + 273.15, x=0)
    h_fg = IAPWS97(T=w.T, x=1).h - w.h

    def net(s):
        return transfer(s, q, h_fg) - f * math.copysign(abs(c - s) ** (4 / 3), c - s)

    return transfer(brentq(net, c - 40, min(c + 20, boil - 1e-9), xtol=1e-10), q, h_fg)


def walls(c, q):
    d, air, p = q["diameter_mm"] / 1000, q["air_c"], q["hpa"] * 100
    top = math.pi * d * d / 4
    h = max(q["fill_ml"] / 1e6 / top, 0.01)
    area = math.pi * d * h + top * (1 - q["cover"])
    t50 = 323.15
    mu, k, r = dry(t50, p)
    pr, re = 0.71, q["wind_ms"] * d * r / mu
    forced = 0.0
    if re > 0:
        nu = 0.3 + 0.62 * re**0.5 * pr ** (1 / 3) / (1 + (0.4 / pr) ** (2 / 3)) ** 0.25 * (1 + (re / 282000) ** 0.625) ** 0.8
        forced = nu * k / d

    def outer(s):
        conv = ((1.42 * (abs(s - air) / h) ** 0.25 * (p / 101325) ** 0.5) ** 3 + forced**3) ** (1 / 3)
        ts, ta = s + 273.15, air + 273.15
        return conv + q["emissivity"] * 5.670374419e-8 * (ts**2 + ta**2) * (ts + ta)

    wall = q["wall"]
    coef = outer(c)
    if wall > 0.001:
        coef = outer(air + (c - air) / (1 + coef * wall))
    return area * (c - air) / (wall + 1 / coef)


def loss(c, q):
    top = math.pi * (q["diameter_mm"] / 1000) ** 2 / 4
    return q["factor"] * (walls(c, q) + q["cover"] * top * surface(c, q))


if __name__ == "__main__":
    out = []
    for q in json.load(sys.stdin):
        cap = q["fill_ml"] / 1000 * 4.190 + q["mass_g"] / 1000 * q["heat"]
        s = solve_ivp(lambda t, y: [-loss(y[0], q) / (1000 * cap)], (0, q["times"][-1]), [q["from_c"]],
                      method="RK45", rtol=1e-8, atol=1e-8, t_eval=q["times"])
        q["temps"] = [round(float(v), 6) for v in s.y[0]]
        out.append(q)
    json.dump(out, sys.stdout, indent=1)
