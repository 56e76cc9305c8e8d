"""Measures the screens of renewals on 20,000 agreements: the year ahead, and what a price rise of all of them would do.

Called by `./tally bench renewals`.
"""
import json
import statistics
import sys
import tempfile
import time
import urllib.request

from server import BASE, Guest, make, start, stop

TIMED = 15
ASKED = [
    ("the ribbon of twelve months", "/api/renewals/months", None),
    ("the first hundred rows", "/api/renewals", None),
    ("those at risk", "/api/renewals?risk=true", None),
    ("a page of one agreement", "/api/agreements/100777", None),
    ("what 4 % for all would do", "/api/price-rises/preview", {"percent": "4"}),
    ("what 4 % for one family and month would do", "/api/price-rises/preview", {"percent": "4", "month": True}),
    ("recurring revenue, twelve months", "/api/recurring", None),
]


def ask(guest, path, form):
    if form is None:
        return guest.get(path)
    month = time.strftime("%Y-%m", time.localtime(time.time() + 60 * 86400)) if form.get("month") else None
    which = {"from": month, "to": month, "family": "calibration" if month else None}
    names = ("group", "owner", "status", "risk", "text")
    body = {name: None for name in ("agreement", "notSince", "cap", "floor", "step")}
    body |= {"percent": form["percent"], "which": which | {name: None for name in names}}
    token = next(c.value for c in guest.jar if c.name == "XSRF-TOKEN")
    headers = {"Content-Type": "application/json", "X-XSRF-TOKEN": token}
    return guest.opener.open(urllib.request.Request(BASE + path, json.dumps(body).encode(), headers)).read()


def main():
    data = tempfile.mkdtemp(prefix="tally-bench")
    print("making the house", file=sys.stderr)
    stop(start(data))
    print(make(f"{data}/firm-tally.sqlite", sys.argv[2]), file=sys.stderr)
    server = start(data)
    guest = Guest("helen")
    print("| asked | median | 9 of 10 under | answer |\n|---|---|---|---|")
    for name, path, form in ASKED:
        times = []
        for n in range(TIMED + 4):
            begun = time.perf_counter()
            answer = ask(guest, path, form)
            if n >= 4:
                times.append((time.perf_counter() - begun) * 1000)
        times.sort()
        print(
            f"| {name} | {statistics.median(times):.0f} ms | {times[int(len(times) * 0.9)]:.0f} ms"
            f" | {len(answer) / 1024:.0f} KiB |",
            flush=True,
        )
    stop(server)


main()
