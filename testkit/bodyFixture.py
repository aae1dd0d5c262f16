"""Outside check of the body's pattern and of a whip off its length, by NEC2.

python3 testkit/bodyFixture.py > testkit/bodyFixture.json   (needs Debian's nec2c and numpy)

A pack of 60 x 90 x 25 mm, a whip cut to 0.95 of a quarter wave on top, 30 mm off a cylinder of 14 cm
radius and 1.7 m height made of wires that carry the surface impedance of muscle (er 40, 0.7 S/m).
"""
import json
import os
import re
import subprocess
import tempfile

import numpy as np

C = 299792458.0


def solve(hz, cut_hz, is_worn, gap=0.03, rad=0.14, tall=1.7, base=1.0):
    """Impedance at the whip's foot, and gains (dBi) along the horizon every 15 degrees."""
    cards, loads, tag = ["CM", "CE"], [], 1
    x0 = rad + gap + 0.0125 if is_worn else 0.1
    top = base + 0.09

    def wire(a, b, n, r=0.001, as_tag=None):
        cards.append("GW %d %d %s %s %.5f" % (as_tag or tag, n, point(a), point(b), r))

    def point(p):
        return "%.5f %.5f %.5f" % p

    def corner(sx, sy, z):
        return (x0 + sx * 0.0125, sy * 0.03, z)

    for sx in (-1, 1):
        for sy in (-1, 1):
            wire(corner(sx, sy, base), corner(sx, sy, top), 4)
            wire(corner(sx, sy, top), (x0, 0, top), 1)
    for z in (base, top):
        for s in (-1, 1):
            wire(corner(s, -1, z), corner(s, 1, z), 2)
            wire(corner(-1, s, z), corner(1, s, z), 1)
    foot = tag = 2
    wire((x0, 0, top), (x0, 0, top + 0.95 * C / cut_hz / 4), 9)
    if is_worn:
        n, rows = 14, int(round(tall / (C / hz / 10)))
        dz, across = tall / rows, 2 * np.pi * rad / n
        w = 2 * np.pi * hz
        sheet = np.sqrt(1j * w * 4e-7 * np.pi / (0.7 + 1j * w * 40 * 8.854e-12))
        at = [2 * np.pi * (i + 0.5) / n for i in range(n)]
        ring = [(rad * np.cos(a), rad * np.sin(a)) for a in at]
        for i, (x, y) in enumerate(ring):
            for k in range(rows):
                wire((x, y, k * dz), (x, y, (k + 1) * dz), 1, 0.006, 3)
            for k in range(rows + 1):
                wire((x, y, k * dz), (*ring[(i + 1) % n], k * dz), 1, 0.006, 4)
        for t, z in ((3, sheet * dz / across), (4, sheet * across / dz)):
            loads.append("LD 4 %d 0 0 %.3f %.3f" % (t, z.real, z.imag))
    cards += ["GE 0", *loads, "FR 0 1 0 0 %.4f 0" % (hz / 1e6), "EX 0 %d 1 0 1.0 0" % foot]
    cards += ["RP 0 1 24 1000 90 0 0 15", "EN"]
    with tempfile.TemporaryDirectory() as at:
        deck, out = os.path.join(at, "deck"), os.path.join(at, "out")
        open(deck, "w").write("\n".join(cards) + "\n")
        subprocess.run(["nec2c", "-i", deck, "-o", out], check=True)
        text = open(out).read()
    row = [l.split() for l in text.splitlines() if re.match(r"\s+%d\s+\d+\s+[-\d.E+]+\s" % foot, l)]
    z = next(complex(float(r[6]), float(r[7])) for r in row if len(r) >= 11)
    far = [l.split() for l in text[text.index("RADIATION PATTERNS"):].splitlines()]
    return z, [float(p[2]) for p in far if len(p) >= 5 and p[0] == "90.00"][:24]


def mismatch_db(z, source):
    return -10 * np.log10(4 * source.real * z.real / abs(z + source) ** 2)


CUT = 520e6
body = []
for hz in (500e6, 600e6):
    gains = solve(hz, hz, True)[1]
    free = solve(hz, hz, False)[1]
    body.append({"frequencyHz": hz, "lossDb": [round(free[i] - gains[i], 2) for i in range(0, 24, 3)]})
whip = []
source = np.conj(solve(CUT, CUT, True)[0])
for share in (0.8, 0.85, 0.9, 0.95, 1.05, 1.1, 1.15, 1.2):
    whip.append({"ofCut": share, "lossDb": round(mismatch_db(solve(CUT * share, CUT, True)[0], source), 2)})
print(json.dumps({"body": body, "whip": whip}, indent=1))
