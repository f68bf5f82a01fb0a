#!/usr/bin/env python3
"""Makes the meshes of the demo shots: Harrow Point. Metres, y up; the same meshes each time.

    python3 engine/src/scenery/harrow_point.py engine/src/main/resources/ashfall/shot
"""
import math
import random
import sys

MATERIALS = {
    "whitewash": (0.44, 0.42, 0.38),
    "granite": (0.20, 0.19, 0.175),
    "limestone": (0.33, 0.31, 0.27),
    "weathered": (0.25, 0.235, 0.205),
    "mortar": (0.15, 0.14, 0.125),
    "slate": (0.09, 0.10, 0.12),
    "iron": (0.05, 0.05, 0.055),
    "timber": (0.20, 0.13, 0.08),
    "pane": (0.02, 0.025, 0.03),
    "char": (0.07, 0.065, 0.06),
    "brass": (0.42, 0.27, 0.09),
    "wick": (0.10, 0.085, 0.07),
}


class Mesh:
    def __init__(self):
        self.points = []
        self.faces = []  # material, point numbers from 1
        self.material = "granite"
        self.turn = 0.0
        self.at = (0.0, 0.0, 0.0)

    def point(self, x, y, z):
        c, s = math.cos(self.turn), math.sin(self.turn)
        self.points.append((c * x + s * z + self.at[0], y + self.at[1], c * z - s * x + self.at[2]))
        return len(self.points)

    def face(self, *corners):
        self.faces.append((self.material, corners))

    def box(self, low, high):
        (a, b, c), (d, e, f) = low, high
        self.bent([(a, b, c), (d, b, c), (d, b, f), (a, b, f)], [(a, e, c), (d, e, c), (d, e, f), (a, e, f)])

    def bent(self, floor, top):
        """A body between two polygons of as many corners, both clockwise seen from above."""
        lower = [self.point(*p) for p in floor]
        upper = [self.point(*p) for p in top]
        self.face(*lower)
        self.face(*reversed(upper))
        for i in range(len(floor)):
            j = (i + 1) % len(floor)
            self.face(lower[i], upper[i], upper[j], lower[j])

    def turned(self, profile, pieces):
        """A profile of (radius, height) from below to above, turned about y."""
        rings = []
        for radius, height in profile:
            if radius == 0:
                rings.append([self.point(0, height, 0)])
            else:
                angles = [2 * math.pi * i / pieces for i in range(pieces)]
                rings.append([self.point(radius * math.sin(a), height, radius * math.cos(a)) for a in angles])
        for low, high in zip(rings, rings[1:]):
            for i in range(pieces):
                j = (i + 1) % pieces
                if len(low) == 1:
                    self.face(low[0], high[j], high[i])
                elif len(high) == 1:
                    self.face(low[i], low[j], high[0])
                else:
                    self.face(low[i], low[j], high[j], high[i])

    def ring(self, radius, height, thick, pieces, sides=6):
        """A rod bent to a circle."""
        around = []
        for i in range(pieces):
            a = 2 * math.pi * i / pieces
            own = []
            for k in range(sides):
                b = 2 * math.pi * k / sides
                r = radius + thick * math.cos(b)
                own.append(self.point(r * math.sin(a), height + thick * math.sin(b), r * math.cos(a)))
            around.append(own)
        for i in range(pieces):
            for k in range(sides):
                a, b = around[i], around[(i + 1) % pieces]
                m = (k + 1) % sides
                self.face(a[k], b[k], b[m], a[m])

    def write(self, path):
        with open(path, "w") as out:
            out.write("# Harrow Point, a mesh of Ashfall; metres, y up\nmtllib harrow-point.mtl\n")
            for p in self.points:
                out.write("v %.4f %.4f %.4f\n" % p)
            last = None
            for material, corners in self.faces:
                if material != last:
                    out.write("usemtl %s\n" % material)
                    last = material
                out.write("f %s\n" % " ".join(str(c) for c in corners))


def tower():
    """The light's tower: as large as the obstacles of the beacon, its gallery 9 m up."""
    m = Mesh()
    m.material = "granite"
    m.turned([(3.75, 0), (3.75, 0.55), (3.6, 0.8), (3.24, 0.86)], 48)
    m.material = "whitewash"
    profile = [(3.2, 0.86)]
    for i in range(1, 9):
        y = 0.86 + i * 0.9
        profile += [(3.2, y - 0.05), (3.19, y - 0.025), (3.2, y)]
    m.turned(profile, 48)
    m.material = "granite"
    m.turned([(3.2, 8.06), (3.3, 8.1), (3.3, 8.26), (3.2, 8.3), (3.2, 8.56)], 48)
    for i in range(24):
        m.turn = 2 * math.pi * i / 24
        m.bent(
            [(-0.13, 8.2, 3.1), (0.13, 8.2, 3.1), (0.13, 8.2, 3.3), (-0.13, 8.2, 3.3)],
            [(-0.13, 8.56, 3.1), (0.13, 8.56, 3.1), (0.13, 8.56, 3.82), (-0.13, 8.56, 3.82)],
        )
    m.turn = 0
    m.turned([(0, 8.56), (3.94, 8.56), (4.0, 8.62), (4.0, 8.94), (3.96, 9.0), (0, 9.0)], 64)
    m.material = "iron"
    for i in range(24):
        m.turn = 2 * math.pi * (i + 0.5) / 24
        m.at = (0, 0, 0)
        post(m, 3.84, 9.0, 10.06, 0.022)
    m.turn = 0
    for height, thick in ((9.35, 0.012), (9.68, 0.012), (10.06, 0.026)):
        m.ring(3.84, height, thick, 72, 5)
    # The door faces the shore, windows the sea on both sides.
    m.material = "granite"
    m.turn = 0.35
    m.box((-0.75, 0.8, 3.0), (0.75, 3.15, 3.32))
    m.material = "timber"
    m.box((-0.5, 0.86, 3.1), (0.5, 2.85, 3.36))
    for turn, height in ((0.35, 5.4), (-0.85, 3.8), (1.5, 3.8), (-2.2, 5.4)):
        m.turn = turn
        m.material = "granite"
        m.box((-0.42, height - 0.62, 3.0), (0.42, height + 0.62, 3.27))
        m.material = "pane"
        m.box((-0.28, height - 0.46, 3.1), (0.28, height + 0.46, 3.285))
        m.material = "timber"
        m.box((-0.025, height - 0.46, 3.1), (0.025, height + 0.46, 3.3))
        m.box((-0.28, height - 0.025, 3.1), (0.28, height + 0.025, 3.3))
    return m


def post(m, radius, low, high, half):
    m.box((-half, low, radius - half), (half, high, radius + half))


def yard():
    """The keepers' cottage and the wall of the yard, around 0 where the oil store stood."""
    m = Mesh()
    m.at, m.turn = (15.5, 0, -13.5), -0.38
    m.material = "granite"
    m.box((-4.7, 0, -2.7), (4.7, 0.4, 2.7))
    m.material = "whitewash"
    m.box((-4.6, 0.4, -2.6), (4.6, 2.9, 2.6))
    gables(m, 4.6, 2.6, 2.9, 5.0)
    m.material = "slate"
    roof(m, 4.85, 2.95, 2.72, 5.02)
    for x in (-3.9, 3.9):
        m.material = "granite"
        m.box((x - 0.38, 4.2, -0.38), (x + 0.38, 5.9, 0.38))
        m.box((x - 0.46, 5.72, -0.46), (x + 0.46, 5.88, 0.46))
    m.material = "timber"
    m.box((-0.5, 0.4, 2.5), (0.5, 2.4, 2.66))
    for x in (-3.0, 2.2):
        m.material = "granite"
        m.box((x - 0.62, 0.98, 2.5), (x + 0.62, 1.1, 2.7))
        m.material = "pane"
        m.box((x - 0.5, 1.1, 2.5), (x + 0.5, 2.3, 2.62))
        m.material = "timber"
        m.box((x - 0.03, 1.1, 2.5), (x + 0.03, 2.3, 2.64))
        m.box((x - 0.5, 1.68, 2.5), (x + 0.5, 1.74, 2.64))
    m.at, m.turn = (0, 0, 0), 0
    m.material = "granite"
    chance = random.Random(7)
    wall(m, chance, (-46, -27), (-7, -25), 1.15, 0.5)
    wall(m, chance, (-3, -25.2), (48, -22), 1.15, 0.5)
    return m


def gables(m, x, z, low, high):
    for side in (-1, 1):
        a = m.point(side * x, low, -z)
        b = m.point(side * x, low, z)
        c = m.point(side * x, high, 0)
        m.face(*((a, c, b) if side > 0 else (a, b, c)))


def roof(m, x, z, low, high):
    for side in (-1, 1):
        outer = [(-x, low, side * z), (x, low, side * z), (x, high, 0), (-x, high, 0)]
        lower = [m.point(*p) for p in outer]
        upper = [m.point(p[0], p[1] + 0.14, p[2]) for p in outer]
        order = (0, 1, 2, 3) if side > 0 else (3, 2, 1, 0)
        m.face(*[upper[i] for i in order])
        m.face(*[lower[i] for i in reversed(order)])
        for i in range(4):
            j = (i + 1) % 4
            m.face(*((lower[i], lower[j], upper[j], upper[i]) if side > 0 else (lower[j], lower[i], upper[i], upper[j])))


def wall(m, chance, start, end, height, thick, ruin=0.0):
    """Courses of rough stones from one place (x, z) to another, higher or lower from stone to stone."""
    length = math.hypot(end[0] - start[0], end[1] - start[1])
    m.at = (start[0], 0, start[1])
    m.turn = math.atan2(start[1] - end[1], end[0] - start[0])
    courses = max(1, round(height / 0.3))
    rise = height / courses
    for course in range(courses):
        x = -0.2 * chance.random()
        while x < length:
            long = 0.3 + 0.5 * chance.random()
            gone = ruin * (0.5 + 0.5 * math.sin(x * 1.9 + start[0])) + 0.25 * ruin * chance.random()
            if course < courses * (1 - gone):
                stone(m, chance, x, min(length, x + long), course * rise, (course + 1) * rise, thick)
            x += long
    m.at, m.turn = (0, 0, 0), 0


def stone(m, chance, x0, x1, y0, y1, thick):
    def off(size=0.03):
        return size * (2 * chance.random() - 1)

    z = 0.5 * thick
    gap = 0.012
    floor = [(x0 + gap, y0, -z + off()), (x1 - gap, y0, -z + off()), (x1 - gap, y0, z + off()), (x0 + gap, y0, z + off())]
    top = [(x0 + gap, y1 - gap, -z + off()), (x1 - gap, y1 - gap, -z + off()), (x1 - gap, y1 - gap, z + off()), (x0 + gap, y1 - gap, z + off())]
    m.bent(floor, top)


def store():
    """What is left of the oil store's walls, and rubble around it."""
    m = Mesh()
    chance = random.Random(3)
    m.material = "char"
    ends = [(-3.4, -2.9), (3.4, -2.9), (3.4, 2.9), (-3.4, 2.9)]
    wall(m, chance, ends[0], ends[1], 1.5, 0.5, 0.5)
    wall(m, chance, ends[1], ends[2], 1.0, 0.5, 0.75)
    wall(m, chance, ends[3], ends[0], 1.3, 0.5, 0.6)
    wall(m, chance, ends[3], (-1.1, 2.9), 0.9, 0.5, 0.7)
    wall(m, chance, (1.3, 2.9), ends[2], 0.6, 0.5, 0.8)
    for _ in range(190):
        out = 3.1 + 8.5 * chance.random() ** 2.2
        angle = 2 * math.pi * chance.random()
        size = 0.05 + 0.17 * chance.random() ** 3
        m.material = "char" if out < 5 else "granite"
        lump(m, chance, (out * math.cos(angle), 0, out * math.sin(angle)), size)
    return m


# The lime kiln's draw arch: where its axis is, and from where its stones are laid.
ARCH_HEIGHT, ARCH_RADIUS, ARCH_STONE = 1.7, 1.15, 0.48


def kiln():
    """A lime kiln of stone around the obstacles of the shot: the draw arch lies along x, its mouth at 2.2 m."""
    m = Mesh()
    chance = random.Random(11)
    courses = [0.27 + 0.13 * chance.random() for _ in range(16)]
    corners = [(2.2, 2.9), (2.2, -2.9), (-3.2, -2.9), (-3.2, 2.9)]
    for i in range(4):
        face(m, chance, corners[i], corners[(i + 1) % 4], courses, mouth if i == 0 else lambda y: 0)
    m.at, m.turn = (0, 0, 0), 0
    m.material = "char"
    m.box((-2.6, 0, -1.4), (-2.05, 2.9, 1.4))
    top = sum(courses)
    m.material = "weathered"
    m.box((-2.9, 2.9, -2.5), (1.85, top - 0.08, 2.5))
    arch(m, chance)
    pot(m, chance, (-0.5, top - 0.1, 0))
    m.at, m.turn = (0, 0, 0), 0
    m.material = "granite"
    wall(m, chance, (-30, -11), (-3.2, -9.5), 1.3, 0.5)
    wall(m, chance, (-2.9, -9.5), (44, -15), 1.3, 0.5)
    # Stone that waits to be burnt, and what lies about.
    m.material = "limestone"
    for _ in range(140):
        out = 1.5 * math.sqrt(chance.random())
        angle = 2 * math.pi * chance.random()
        at = (-1.2 + 1.5 * out * math.cos(angle), 0.75 * (1.5 - out) * chance.random(), 4.9 + out * math.sin(angle))
        lump(m, chance, at, 0.11 + 0.13 * chance.random())
    for _ in range(70):
        m.material = chance.choice(("limestone", "weathered", "char"))
        at = (2.5 + 12 * chance.random() ** 1.5, 0, 9 * chance.random() - 4)
        lump(m, chance, at, 0.04 + 0.16 * chance.random() ** 3)
    return m


def mouth(y):
    """Half the breadth that the arch takes of the front at a height."""
    outer = ARCH_RADIUS + ARCH_STONE
    up = y - ARCH_HEIGHT
    return outer if up < 0 else math.sqrt(max(0, outer * outer - up * up))


def face(m, chance, start, end, courses, opening):
    """A face of a battered building, its stones laid from one corner (x, z) to the other, clockwise seen from below."""
    lean = 0.05
    length = math.hypot(end[0] - start[0], end[1] - start[1])
    m.at = (start[0], 0, start[1])
    m.turn = math.atan2(start[1] - end[1], end[0] - start[0])
    y = 0.0
    for high in courses:
        half = opening(y + 0.5 * high)
        first, last = lean * y, length - lean * y
        spans = [(first, 0.5 * length - half), (0.5 * length + half, last)] if half else [(first, last)]
        for x, stop in spans:
            m.material = "mortar"
            m.box((x + 0.03, y, -0.3 - lean * y), (stop - 0.03, y + high, -0.03 - lean * (y + high)))
            while x < stop - 1e-6:
                long = 0.28 + 0.5 * chance.random()
                long = stop - x if stop - x - long < 0.2 else long
                m.material = shade(chance, abs(x + 0.5 * long - 0.5 * length), y, opening(0) > 0)
                front = 0.05 * chance.random() - lean * y
                set_stone(m, chance, (x, x + long), (y, y + high), front, lean * high)
                x += long
        y += high


def set_stone(m, chance, along, up, front, back):
    """A stone of a face, hewn not quite square; its top lies farther back."""
    def off(size):
        return size * (2 * chance.random() - 1)

    gap = 0.012
    left, right = along[0] + gap, along[1] - gap
    low, high = up[0], up[1] - gap

    def level(y, z):
        outer = [(x + off(0.008), y + off(0.006), z + off(0.018)) for x in (right, left)]
        return [(left, y, front - 0.4), (right, y, front - 0.4)] + outer

    m.bent(level(low, front), level(high, front - back))


def shade(chance, aside, y, is_front):
    """What a stone is of; those over the mouth are black with years of smoke."""
    sooted = is_front and aside < 1.9 and y > 2.6 and chance.random() < 1.6 - 0.6 * aside - 0.2 * (y - 2.6)
    return "char" if sooted else chance.choice(("limestone", "limestone", "weathered"))


def arch(m, chance):
    """The barrel of the draw arch and its face, in rings of wedges on upright stones, and its sill."""
    pieces = 15
    rings = [-2.05, -1.3, -0.6, 0.1, 0.8, 1.5]
    for first, last in zip(rings, rings[1:] + [2.27]):
        for i in range(pieces):
            m.material = "char" if first < 1.5 and chance.random() < 0.7 else "weathered"
            a, b = (math.pi * (i + k) / pieces for k in (0.012, 0.988))
            inner = ARCH_RADIUS + 0.025 * chance.random()
            outer = ARCH_RADIUS + ARCH_STONE + 0.07 * (i % 2)
            wedge = [(inner, a), (inner, b), (outer, b), (outer, a)]
            end = last - 0.012
            m.bent(*([(x, ARCH_HEIGHT + r * math.sin(t), -r * math.cos(t)) for r, t in wedge] for x in (first, end)))
        for side in (-1, 1):
            y = 0.0
            while y < ARCH_HEIGHT - 0.1:
                high = min(ARCH_HEIGHT - y, 0.28 + 0.14 * chance.random())
                m.material = "char" if first < 1.5 and chance.random() < 0.7 else "weathered"
                near = side * (ARCH_RADIUS + 0.025 * chance.random())
                far = side * (ARCH_RADIUS + ARCH_STONE + 0.1 * chance.random())
                m.box((first, y, min(near, far)), (last - 0.012, y + high - 0.013, max(near, far)))
                y += high
    m.material = "granite"
    m.box((-2.05, 0, -ARCH_RADIUS), (2.4, 0.58, ARCH_RADIUS))


def pot(m, chance, at):
    """The rim of the shaft, above the roof."""
    m.at = at
    pieces = 22
    for course in range(3):
        for i in range(pieces):
            m.material = chance.choice(("char", "weathered"))
            a, b = (2 * math.pi * (i + 0.5 * course + k) / pieces for k in (0.01, 0.99))
            outer = 1.65 - 0.04 * course + 0.03 * chance.random()
            wedge = [(1.15, a), (outer, a), (outer, b), (1.15, b)]
            low, high = 0.3 * course, 0.3 * (course + 1) - 0.012
            m.bent(*([(r * math.sin(t), y, r * math.cos(t)) for r, t in wedge] for y in (low, high)))


def lump(m, chance, at, size):
    """A broken stone: a ball of few faces, dented."""
    m.at = at
    m.turn = 6 * chance.random()
    flat = 0.45 + 0.4 * chance.random()
    long = 1 + 0.6 * chance.random()
    rings = []
    for height, radius, pieces in ((-0.4, 0.8, 5), (0.3, 1.0, 6), (0.85, 0.6, 4)):
        off = chance.random()
        ring = []
        for i in range(pieces):
            a = 2 * math.pi * (i + off) / pieces
            r = size * radius * (0.75 + 0.45 * chance.random())
            y = size * flat * (height + 0.25 * (chance.random() - 0.5))
            ring.append(m.point(long * r * math.sin(a), y, r * math.cos(a)))
        rings.append((ring, off))
    top = m.point(0.3 * size * (chance.random() - 0.5), size * flat * (0.95 + 0.2 * chance.random()), 0)
    for (low, _), (high, _) in zip(rings, rings[1:]):
        stitch(m, low, high)
    last = rings[-1][0]
    for i in range(len(last)):
        m.face(last[i], last[(i + 1) % len(last)], top)
    m.at, m.turn = (0, 0, 0), 0


def stitch(m, low, high):
    """Faces between two rings of points, of as many or of other numbers."""
    i = j = 0
    while i < len(low) or j < len(high):
        if j == len(high) or (i < len(low) and (i + 1) / len(low) <= (j + 1) / len(high)):
            m.face(low[i % len(low)], low[(i + 1) % len(low)], high[j % len(high)])
            i += 1
        else:
            m.face(low[i % len(low)], high[(j + 1) % len(high)], high[j % len(high)])
            j += 1


def lamp():
    """A table lamp of brass: its font, burner and wick, and the gallery that holds the glass."""
    m = Mesh()
    m.material = "brass"
    m.turned(
        [
            (0, 0), (0.034, 0), (0.036, 0.001), (0.0345, 0.003), (0.027, 0.0048), (0.0255, 0.006), (0.0275, 0.008),
            (0.0325, 0.0125), (0.0345, 0.0185), (0.034, 0.0245), (0.0305, 0.030), (0.024, 0.0338), (0.016, 0.0358),
            (0.0135, 0.0368), (0.0135, 0.0388), (0.0148, 0.0395), (0.0148, 0.0432), (0.0125, 0.0442), (0.0118, 0.0475),
            (0.0205, 0.0482), (0.0215, 0.0492), (0.0205, 0.0502), (0.0125, 0.0508), (0.0118, 0.0535), (0.0098, 0.0568),
            (0.0072, 0.0592), (0.0062, 0.0598), (0.0060, 0.0590), (0, 0.0590),
        ],
        96,
    )
    for i in range(6):
        m.turn = 2 * math.pi * i / 6 + 0.3
        m.bent(
            [(-0.0016, 0.0495, 0.0195), (0.0016, 0.0495, 0.0195), (0.0016, 0.0495, 0.0202), (-0.0016, 0.0495, 0.0202)],
            [(-0.001, 0.0615, 0.0212), (0.001, 0.0615, 0.0212), (0.001, 0.0615, 0.0217), (-0.001, 0.0615, 0.0217)],
        )
    # The wheel that turns the wick up.
    m.turn = -0.9
    m.box((-0.0008, 0.0412, 0.012), (0.0008, 0.0428, 0.0255))
    m.at = (0.0262 * math.sin(-0.9), 0.042, 0.0262 * math.cos(-0.9))
    wheel(m, 0.0045, 0.0014)
    m.at, m.turn = (0, 0, 0), 0
    m.material = "wick"
    m.turned([(0.0046, 0.058), (0.0046, 0.0612), (0.0042, 0.0618), (0, 0.0618)], 32)
    return m


def wheel(m, radius, thick):
    pieces = 24
    for z, flip in ((thick / 2, False), (-thick / 2, True)):
        rim = [m.point(radius * math.cos(2 * math.pi * i / pieces), radius * math.sin(2 * math.pi * i / pieces), z) for i in range(pieces)]
        m.face(*(reversed(rim) if flip else rim))
        if not flip:
            front = rim
    for i in range(pieces):
        j = (i + 1) % pieces
        m.face(front[i], rim[i], rim[j], front[j])


def main(folder):
    tower().write(folder + "/tower.obj")
    yard().write(folder + "/yard.obj")
    store().write(folder + "/store.obj")
    kiln().write(folder + "/kiln.obj")
    lamp().write(folder + "/lamp.obj")
    with open(folder + "/harrow-point.mtl", "w") as out:
        for name, colour in MATERIALS.items():
            out.write("newmtl %s\nKd %.3f %.3f %.3f\n" % ((name,) + colour))


main(sys.argv[1])
