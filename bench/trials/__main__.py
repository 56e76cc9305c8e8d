"""Tries what docs/reliability.md promises. Called by `./tally trials`: each trial starts servers of its own on loopback and ends in figures."""
import argparse
import importlib
import sys

from house import House

TRIALS = ["kill", "hostile", "files", "slow", "signin", "people", "streams", "disk", "races", "invoices"]

if __name__ == "__main__":
    parser = argparse.ArgumentParser(prog="./tally trials")
    parser.add_argument("jar")
    parser.add_argument("trial", nargs="*", default=TRIALS)
    parser.add_argument("--rounds", type=int, default=0, help="how often; 0 for what the figures in the docs were measured with")
    asked = parser.parse_args()
    unknown = [t for t in asked.trial if t not in TRIALS]
    if unknown:
        parser.error(f"there is no trial {unknown[0]}; there are {', '.join(TRIALS)}")
    held = True
    for name in asked.trial:
        house = House(asked.jar)
        try:
            held &= bool(importlib.import_module(name).run(house, asked.rounds))
        finally:
            house.kill()
    sys.exit(0 if held else 1)
