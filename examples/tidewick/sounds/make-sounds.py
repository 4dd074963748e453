#!/usr/bin/env python3
"""Makes the cues of the demo, as WAV files beside this script: a knock on wood, a small ship's bell."""

import math
import pathlib
import random
import struct
import wave

here = pathlib.Path(__file__).parent
rate = 22050
random.seed(3)


def write(name, seconds, sound):
    samples = [max(-1.0, min(1.0, sound(i / rate))) for i in range(int(seconds * rate))]
    with wave.open(str(here / name), "wb") as file:
        file.setnchannels(1)
        file.setsampwidth(2)
        file.setframerate(rate)
        file.writeframes(b"".join(struct.pack("<h", int(s * 32767)) for s in samples))


def tone(hertz, t):
    return math.sin(2 * math.pi * hertz * t)


write("knock.wav", 0.09, lambda t: 0.35 * math.exp(-55 * t) * (tone(210, t) + 0.5 * tone(333, t) + 0.3 * (random.random() - 0.5)))
write("bell.wav", 0.5, lambda t: 0.22 * math.exp(-7 * t) * (tone(880, t) + 0.6 * tone(2430, t) * math.exp(-6 * t) + 0.3 * tone(1320, t)))
