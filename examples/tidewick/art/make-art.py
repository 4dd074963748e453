#!/usr/bin/env python3
"""Draws the art of the demo: harbour, fog, brass and paper, as SVG files beside this script."""

import math
import pathlib
import random

here = pathlib.Path(__file__).parent
random.seed(20)


def write(name, width, height, *parts):
    text = f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" viewBox="0 0 {width} {height}">\n'
    (here / name).write_text(text + "\n".join(parts) + "\n</svg>\n")


def ramp(name, *stops, down=True):
    end = 'x2="0" y2="1"' if down else 'x2="1" y2="0"'
    rows = "".join(f'<stop offset="{at}" stop-color="{colour}" stop-opacity="{seen}"/>' for at, colour, seen in stops)
    return f'<linearGradient id="{name}" x1="0" y1="0" {end}>{rows}</linearGradient>'


def hills(base, height, step, colour, bumps):
    points = [f"M -20 {base + 400}"]
    for x in range(-20, 1320, step):
        y = base - sum(h * math.sin(x / w + p) for h, w, p in bumps) - height
        points.append(f"L {x} {y:.1f}")
    return f'<path d="{" ".join(points)} L 1320 {base + 400} Z" fill="{colour}"/>'


def harbour():
    parts = ["<defs>",
             ramp("sky", (0, "#4f6f7c", 1), (0.55, "#a9b8b4", 1), (0.78, "#e3cfa4", 1), (1, "#efd9b0", 1)),
             ramp("water", (0, "#7c8f8e", 1), (0.35, "#3f606c", 1), (1, "#15303c", 1)),
             ramp("beam", (0, "#fff1c4", 0), (1, "#fff1c4", 0.5), down=False),
             ramp("fog", (0, "#e8e2d2", 0), (0.5, "#e8e2d2", 0.55), (1, "#e8e2d2", 0)),
             ramp("edge", (0, "#0f2530", 0.82), (0.55, "#0f2530", 0), down=False), "</defs>",
             '<rect width="1280" height="720" fill="url(#sky)"/>',
             '<circle cx="930" cy="392" r="52" fill="#f7e3b4"/>',
             hills(430, 30, 12, "#8da0a1", [(26, 90, 0.4), (12, 37, 2)]),
             '<rect y="330" width="1280" height="110" fill="url(#fog)"/>',
             hills(448, 12, 10, "#5f7c84", [(20, 130, 2.2), (9, 41, 0.3)]),
             '<rect y="430" width="1280" height="290" fill="url(#water)"/>']
    for i in range(46):
        y = 446 + i * i * 0.13 + random.random() * 6
        x = random.random() * 1280
        long = 30 + random.random() * 150
        parts.append(f'<rect x="{x:.0f}" y="{y:.0f}" width="{long:.0f}" height="{1.4 + i / 22:.1f}" rx="1" fill="#f3e2b8" opacity="{0.10 + 0.2 * random.random():.2f}"/>')
    # the lighthouse on its rock, and its beam through the fog
    parts += ['<path d="M 1020 438 Q 1080 396 1150 402 Q 1230 408 1290 442 L 1290 470 L 1010 470 Z" fill="#33505a"/>',
              '<path d="M 1122 258 L 560 160 L 560 362 Z" fill="url(#beam)"/>',
              '<path d="M 1106 402 L 1114 276 L 1146 276 L 1154 402 Z" fill="#efe4cc"/>',
              '<path d="M 1109.5 346 L 1111.5 316 L 1148.5 316 L 1150.5 346 Z" fill="#9b4a2b"/>',
              '<rect x="1108" y="268" width="44" height="9" rx="2" fill="#2a4450"/>',
              '<rect x="1117" y="244" width="26" height="24" fill="#ffe9a8"/>',
              '<path d="M 1112 244 L 1130 226 L 1148 244 Z" fill="#9b4a2b"/>']
    # the ferry
    parts += ['<g transform="translate(700 486)">',
              '<path d="M 0 60 L 22 96 L 262 96 L 296 52 L 250 60 Z" fill="#22323a"/>',
              '<path d="M 4 66 L 9 74 L 280 74 L 287 64 Z" fill="#9b4a2b"/>',
              '<rect x="52" y="26" width="168" height="36" rx="4" fill="#efe4cc"/>',
              '<rect x="82" y="2" width="86" height="26" rx="3" fill="#efe4cc"/>',
              '<rect x="182" y="-26" width="24" height="54" rx="3" fill="#9b4a2b"/><rect x="182" y="-18" width="24" height="9" fill="#22323a"/>']
    parts += [f'<rect x="{64 + i * 26}" y="36" width="14" height="12" rx="2" fill="#3f606c"/>' for i in range(6)]
    parts += [f'<rect x="{92 + i * 24}" y="8" width="15" height="11" rx="2" fill="#ffe9a8"/>' for i in range(3)]
    parts += [f'<circle cx="{200 + i * 26}" cy="{-44 - i * 15}" r="{13 + i * 6}" fill="#d8d8cf" opacity="{0.55 - i * 0.12:.2f}"/>' for i in range(4)]
    parts += ['<rect x="-10" y="98" width="330" height="3" rx="1.5" fill="#f3e2b8" opacity="0.5"/></g>']
    # the pier in front
    parts += [f'<rect x="{x}" y="{612 + (x % 3) * 4}" width="20" height="120" fill="#1a2a30"/>' for x in range(560, 1290, 118)]
    parts += ['<path d="M 520 640 L 1290 616 L 1290 644 L 520 664 Z" fill="#2b3b3f"/>',
              '<path d="M 520 640 L 1290 616 L 1290 621 L 520 645 Z" fill="#5a6560"/>',
              '<rect y="380" width="1280" height="130" fill="url(#fog)" opacity="0.8"/>',
              '<rect width="1280" height="720" fill="url(#edge)"/>']
    write("harbour.svg", 1280, 720, *parts)


def plate(name, light, middle, dark, line):
    write(name, 200, 56, "<defs>", ramp("m", (0, light, 1), (0.48, middle, 1), (0.52, dark, 1), (1, middle, 1)), "</defs>",
          f'<path d="M 18 1.5 H 182 L 198.5 28 L 182 54.5 H 18 L 1.5 28 Z" fill="url(#m)" stroke="{line}" stroke-width="3" stroke-linejoin="round"/>',
          *[f'<circle cx="{x}" cy="28" r="4" fill="{dark}" stroke="{line}" stroke-width="1.5"/>' for x in (18, 182)])


def board():
    # nine slices of 40: brass corners on dark wood
    parts = ["<defs>", ramp("w", (0, "#1d3a47", 1), (1, "#122732", 1)), "</defs>",
             '<rect x="4" y="4" width="232" height="192" rx="6" fill="url(#w)" stroke="#c9a24a" stroke-width="3"/>',
             '<rect x="13" y="13" width="214" height="174" rx="2" fill="none" stroke="#c9a24a" stroke-opacity="0.45" stroke-width="1.5"/>']
    for x, y, turn in ((4, 4, 0), (236, 4, 90), (236, 196, 180), (4, 196, 270)):
        parts.append(f'<g transform="translate({x} {y}) rotate({turn})"><path d="M 0 6 Q 0 0 6 0 H 34 L 30 10 H 14 Q 10 10 10 14 V 30 L 0 34 Z" fill="#c9a24a"/><circle cx="8" cy="8" r="2.6" fill="#6d5420"/></g>')
    write("board.svg", 240, 200, *parts)


def paper():
    edge = []
    for side, (dx, dy) in enumerate(((1, 0), (0, 1), (-1, 0), (0, -1))):
        for i in range(24):
            t = i / 24
            x = (t, 1, 1 - t, 0)[side] * 228 + 6
            y = (0, t, 1, 1 - t)[side] * 188 + 6
            wobble = (random.random() - 0.5) * 4
            edge.append(f"{x + abs(dy) * wobble:.1f} {y + abs(dx) * wobble:.1f}")
    write("paper.svg", 240, 200, "<defs>", ramp("p", (0, "#f4ead0", 1), (1, "#e4d3ac", 1)), "</defs>",
          f'<path d="M {" L ".join(edge)} Z" fill="url(#p)" stroke="#8d7444" stroke-width="1.5"/>',
          '<rect x="16" y="16" width="208" height="168" fill="none" stroke="#a98f58" stroke-opacity="0.6" stroke-width="1"/>')


def lantern():
    write("lantern.svg", 32, 40, '<circle cx="16" cy="22" r="15" fill="#fff1c4" opacity="0.45"/>',
          '<path d="M 10 12 h 12 l 3 18 h -18 Z" fill="#ffe9a8" stroke="#3a2c10" stroke-width="2"/>',
          '<path d="M 8 30 h 16 v 5 h -16 Z M 11 8 h 10 v 4 h -10 Z" fill="#3a2c10"/>',
          '<path d="M 16 2 a 5 5 0 0 1 5 5" fill="none" stroke="#3a2c10" stroke-width="2"/>')


def wheel():
    spokes = "".join(f'<rect x="57.5" y="4" width="5" height="112" rx="2.5" transform="rotate({a} 60 60)"/>' for a in range(0, 180, 45))
    write("wheel.svg", 120, 120, f'<g fill="#c9a24a">{spokes}</g>',
          '<circle cx="60" cy="60" r="38" fill="none" stroke="#c9a24a" stroke-width="8"/>',
          '<circle cx="60" cy="60" r="38" fill="none" stroke="#8a6a26" stroke-width="1.5"/>',
          '<circle cx="60" cy="60" r="13" fill="#c9a24a" stroke="#8a6a26" stroke-width="2"/>')


def chart():
    waves = "".join(f'<path d="M {x} {y} q 8 -6 16 0 t 16 0" fill="none" stroke="#7fa0a6" stroke-width="1.6"/>'
                    for x, y in ((250, 70), (330, 120), (210, 190), (420, 210), (300, 260), (470, 90), (380, 300)))
    write("chart.svg", 600, 340,
          '<rect x="2" y="2" width="596" height="336" fill="#efe3c4" stroke="#8d7444" stroke-width="3"/>',
          '<path d="M 2 2 H 190 Q 150 70 178 120 Q 200 170 130 210 Q 90 240 110 338 H 2 Z" fill="#cdbd8d" stroke="#8d7444" stroke-width="2"/>',
          '<path d="M 598 338 H 470 Q 440 300 490 270 Q 560 240 530 180 Q 510 140 598 110 Z" fill="#cdbd8d" stroke="#8d7444" stroke-width="2"/>',
          waves,
          '<path d="M 168 128 C 250 130 260 220 340 200 S 450 150 520 190" fill="none" stroke="#8c3d20" stroke-width="3" stroke-dasharray="9 7"/>',
          '<circle cx="168" cy="128" r="7" fill="#8c3d20"/><path d="M 514 184 l 12 12 m 0 -12 l -12 12" stroke="#8c3d20" stroke-width="4"/>',
          '<g transform="translate(540 60)" stroke="#6d5420" stroke-width="1.5" fill="#c9a24a"><circle r="30" fill="none"/><path d="M 0 -26 L 6 0 L 0 26 L -6 0 Z"/><path d="M -26 0 L 0 5 L 26 0 L 0 -5 Z" fill="#efe3c4"/></g>')


def wares():
    line = 'stroke="#3a2c10" stroke-width="2" stroke-linejoin="round"'

    def ware(name, *parts):
        write(f"ware-{name}.svg", 48, 48, *parts)

    ware("tea", f'<path d="M 8 16 h 32 v 26 h -32 Z" fill="#b98c37" {line}/>',
         f'<path d="M 6 10 h 36 v 7 h -36 Z" fill="#e2bd66" {line}/>',
         '<path d="M 17 36 q 0 -14 16 -12 q 0 13 -16 12 l 9 -8" fill="#6f8f4e" stroke="#2f4420" stroke-width="1.5"/>')
    ware("rope", *(f'<ellipse cx="24" cy="{y}" rx="{r}" ry="6" fill="#d9bf85" {line}/>' for y, r in ((36, 18), (29, 17), (22, 16))),
         '<ellipse cx="24" cy="22" rx="7" ry="2.5" fill="#3a2c10"/>',
         '<path d="M 38 24 q 8 8 2 18" fill="none" stroke="#d9bf85" stroke-width="4"/>')
    ware("lamps", '<circle cx="24" cy="27" r="19" fill="#fff1c4" opacity="0.4"/>',
         f'<path d="M 16 17 h 16 l 4 19 h -24 Z" fill="#ffe9a8" {line}/>',
         '<path d="M 12 36 h 24 v 6 h -24 Z M 17 11 h 14 v 6 h -14 Z" fill="#3a2c10"/>',
         '<path d="M 19 11 a 5 6 0 0 1 10 0" fill="none" stroke="#3a2c10" stroke-width="2"/>')
    ware("salt", f'<path d="M 14 14 q -10 14 -6 26 q 16 5 32 0 q 4 -12 -6 -26 Z" fill="#efe3c4" {line}/>',
         f'<path d="M 14 14 l -4 -7 h 28 l -4 7 Z" fill="#d9c797" {line}/>',
         '<path d="M 12 14 h 24" stroke="#8c3d20" stroke-width="3"/>')
    ware("letters", f'<path d="M 5 12 h 38 v 26 h -38 Z" fill="#f7eed6" {line}/>',
         f'<path d="M 5 12 l 19 15 l 19 -15" fill="none" {line}/>',
         '<circle cx="24" cy="29" r="5" fill="#a33a22" stroke="#5e1c10" stroke-width="1.5"/>')
    ware("apples", *(f'<circle cx="{x}" cy="{y}" r="8" fill="{c}" {line}/>'
                     for x, y, c in ((15, 20, "#b9422b"), (32, 19, "#c9a24a"), (24, 14, "#8f9c3f"))),
         f'<path d="M 5 24 h 38 l -4 18 h -30 Z" fill="#b98c37" {line}/>',
         '<path d="M 8 31 h 32" stroke="#7a5c1e" stroke-width="2"/>')


harbour()
plate("brass.svg", "#f6e2a8", "#e2bd66", "#cfa448", "#7a5c1e")
plate("brass-down.svg", "#c79b43", "#b98c37", "#a87c2c", "#5e4514")
board()
paper()
lantern()
wheel()
chart()
wares()
