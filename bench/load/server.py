"""Measures what the server answers from a large house, and what the bare SQL of each answer takes in the sqlite3 shell.

Called by `./tally bench server`. The statements are those the server runs: it is asked once with its SQL logged, and each
statement is then run again, with its values written in, by the shell.
"""
import atexit
import http.cookiejar
import json
import os
import re
import sqlite3
import statistics
import subprocess
import sys
import tempfile
import time
import urllib.parse
import urllib.request

JAVA = ["java", "-XX:+UseSerialGC", "-Xmx1g", "-jar", sys.argv[1]]
PORT = 18098
BASE = f"http://127.0.0.1:{PORT}"
MANY = int(sys.argv[3]) if len(sys.argv) > 3 else 100_000
# Ten times as many are asked for less often, or it would take hours.
BEFORE, WARM, TIMED, SHELL = (40, 12, 41, 7) if MANY <= 100_000 else (3, 2, 11, 3)
ASKED = [
    ("rep1", "list, a rep's team", "/api/opportunities?process=new"),
    ("helen", "list, everybody's, most value first", "/api/opportunities?sort=-value"),
    ("helen", "list, won, page 2 by value", "/api/opportunities?state=won&sort=-value&after=1050000|3000000"),
    ("helen", "list, filtered by tag and words", "/api/opportunities?state=all&tag=export&q=silo"),
    ("helen", "list, needing attention", "/api/opportunities?attention=any"),
    ("helen", "groups by owner", "/api/opportunities/groups?group=owner"),
    ("helen", "groups by month, won", "/api/opportunities/groups?group=month&state=won"),
    ("helen", "counts of what needs attention", "/api/opportunities/attention"),
    ("rep1", "sheet, one rep", "/api/sheet?owner=1001"),
    ("rep1", "sheet, a team", "/api/sheet"),
    ("helen", "sheet, all", "/api/sheet"),
    ("rep1", "day sheet, a rep", "/api/day-sheet"),
    ("helen", "day sheet, a manager", "/api/day-sheet"),
    ("rep1", "the bar's counts", "/api/counts"),
    ("helen", "palette, two words", "/api/find?q=silo+farm"),
    ("rep1", "palette, a number", "/api/find?q=O-1050"),
    ("helen", "calendar, a month of everybody", "/api/calendar?from={from}&to={to}"),
    ("helen", "enquiries", "/api/enquiries"),
    ("helen", "accounts", "/api/accounts?q=mill"),
    ("helen", "account page", "/api/accounts/10077"),
    ("helen", "opportunity page", "/api/opportunities/1099990"),
    ("helen", "table, rep by month, won", "/api/table?rows=owner&columns=close-month&measures=won,win-rate&period=last-12-months"),
    ("helen", "table, source by quarter, all three years", "/api/table?rows=source&columns=close-quarter&measures=won,count"),
    ("helen", "table, stage by month, open", "/api/table?rows=stage&columns=close-month&measures=weighted,value&filter=state:open"),
    ("rep1", "table, rep by source, a team's", "/api/table?rows=owner&columns=source&measures=won,win-rate&period=last-12-months"),
    ("helen", "demand by family and month", "/api/table?subject=demand&rows=family&columns=opened-month&measures=net&day=opened&period=quarter"),
    ("helen", "records behind a figure", "/api/table/records?filter=owner:1001;state:won"),
    ("helen", "what moved, a week", "/api/movement"),
    ("helen", "what moved, a year", "/api/movement?since={year}&from=2020-01-01&to=2035-12-31"),
    ("rep1", "what moved, a team's week", "/api/movement"),
    ("helen", "where deals stick, a year", "/api/funnel"),
    ("helen", "outlook, set and learnt", "/api/outlook"),
    ("helen", "outlook's history", "/api/outlook/history"),
    ("helen", "goals, standing", "/api/goals/standing?from={today}&to={today}"),
    ("helen", "who may be the same", "/api/enquiries/alike?name=Greyfen+Dairy+77&phone=55577000077"),
]


class Guest:
    """Somebody at the door, on one connection with cookies of their own."""

    def __init__(self, login):
        self.jar = http.cookiejar.CookieJar()
        self.opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self.jar))
        self.get("/api/session")
        token = next(c.value for c in self.jar if c.name == "XSRF-TOKEN")
        body = json.dumps({"login": login, "password": "tally-demo"}).encode()
        headers = {"Content-Type": "application/json", "X-XSRF-TOKEN": token}
        self.opener.open(urllib.request.Request(BASE + "/api/session", body, headers)).read()

    def get(self, path):
        return self.opener.open(BASE + path).read()


def make(database, script, opportunities=100_000):
    """Runs a script on a database and gives its last row. Its triggers ask which day it is, as the server's connections know."""
    sizes = {
        "many": opportunities,
        "closed": opportunities * 97 // 100,
        "accounts": opportunities // 20,
        "reps": opportunities // 2500,
        "teams": opportunities // 12500,
    }
    with sqlite3.connect(database, isolation_level=None) as connection:
        connection.create_function("business_day", 0, lambda: time.strftime("%Y-%m-%d"))
        text = open(script).read()
        for name, size in sizes.items():
            text = text.replace(f"<{name}>", str(size))
        begun = text.rstrip().rfind("\nSELECT")
        connection.executescript(text[:begun])
        return connection.execute(text[begun:]).fetchone()[0]


def start(data, *more):
    server = subprocess.Popen(
        [*JAVA, f"--tally.data={data}", "--tally.load-demo=true", f"--server.port={PORT}", *more],
        stdout=open(f"{data}/log", "w"),
        stderr=subprocess.STDOUT,
    )
    atexit.register(server.kill)
    for _ in range(300):
        try:
            urllib.request.urlopen(BASE + "/api/session").read()
            return server
        except OSError:
            if server.poll() is not None:
                sys.exit(open(f"{data}/log").read()[-2000:])
            time.sleep(0.3)
    sys.exit("the server did not start")


def stop(server):
    server.terminate()
    server.wait()


def literal(value, kind):
    if kind in ("java.lang.Long", "java.lang.Integer"):
        return value
    if kind == "java.lang.Boolean":
        return "1" if value == "true" else "0"
    return "NULL" if kind == "null" else "'" + value.replace("'", "''") + "'"


def statements(log):
    """The statements of a stretch of the log, with their values written in."""
    found, text, values = [], None, []
    for line in re.split(r"\n(?=\d{4}-\d\d-\d\dT)", log):
        # What comes due by itself has threads of its own, and is no part of a page.
        if "-exec-" not in line[:160]:
            continue
        begun = re.search(r"Executing prepared SQL statement \[(.*)\]\s*$", line, re.S)
        value = re.search(r"parameter value \[(.*?)\], value class \[(.*?)\]", line, re.S)
        if begun:
            if text:
                found.append((text, values))
            text, values = begun.group(1), []
        elif value and text:
            values.append(literal(*value.groups()))
    if text:
        found.append((text, values))
    whole = []
    for text, values in found:
        parts = text.split("?")
        if len(parts) == len(values) + 1:
            whole.append("".join(p + v for p, v in zip(parts, [*values, ""])).strip() + ";")
    return whole


def shell(database, sqls):
    """The median time of all statements together in the sqlite3 shell, in ms."""
    script = ".timer on\n.output /dev/null\n" + "\n".join(["\n".join(sqls)] * SHELL)
    out = subprocess.run(["sqlite3", "-readonly", database], input=script, capture_output=True, text=True)
    times = [float(t) for t in re.findall(r"Run Time: real ([\d.]+)", out.stdout + out.stderr)]
    if out.stderr.strip():
        print(out.stderr.strip()[:300], file=sys.stderr)
    rounds = [sum(times[i * len(sqls) : (i + 1) * len(sqls)]) for i in range(SHELL)]
    return statistics.median(rounds) * 1000


def main():
    data = tempfile.mkdtemp(prefix="tally-bench")
    database = f"{data}/firm-tally.sqlite"
    today = time.strftime("%Y-%m")
    asked = [(who, name, path.format(**{"from": f"{today}-01", "to": f"{today}-28", "today": today, "year": f"{int(today[:4]) - 1}{today[4:]}-01"})) for who, name, path in ASKED]
    print("making the house", file=sys.stderr)
    stop(start(data))
    begun = time.perf_counter()
    print(make(database, sys.argv[2], MANY), file=sys.stderr)
    print(f"made in {time.perf_counter() - begun:.0f} s, {os.path.getsize(database) / 2**30:.1f} GiB", file=sys.stderr)

    server = start(
        data,
        "--logging.level.org.springframework.jdbc.core.JdbcTemplate=DEBUG",
        "--logging.level.org.springframework.jdbc.core.StatementCreatorUtils=TRACE",
    )
    guests = {who: Guest(who) for who in {a[0] for a in asked}}
    sql = []
    for who, _, path in asked:
        # Once to fill what is kept in memory, as it is whenever somebody works.
        guests[who].get(urllib.parse.quote(path, safe="/?&=+:;,"))
        time.sleep(0.2)
        before = len(open(f"{data}/log").read())
        guests[who].get(urllib.parse.quote(path, safe="/?&=+:;,"))
        time.sleep(0.2)
        sql.append(statements(open(f"{data}/log").read()[before:]))
    stop(server)

    server = start(data)
    guests = {who: Guest(who) for who in {a[0] for a in asked}}
    # A server that has been at work for a while is measured, not its first minute.
    for _ in range(BEFORE):
        for who, _, path in asked:
            guests[who].get(urllib.parse.quote(path, safe="/?&=+:;,"))
    print("| asked | median | 9 of 10 under | answer | statements | bare SQL |\n|---|---|---|---|---|---|")
    for (who, name, path), sqls in zip(asked, sql):
        path = urllib.parse.quote(path, safe="/?&=+:;,")
        times = []
        for n in range(WARM + TIMED):
            begun = time.perf_counter()
            answer = guests[who].get(path)
            if n >= WARM:
                times.append((time.perf_counter() - begun) * 1000)
        times.sort()
        print(
            f"| {name} | {statistics.median(times):.1f} ms | {times[int(len(times) * 0.9)]:.1f} ms"
            f" | {len(answer) / 1024:.0f} KiB | {len(sqls)} | {shell(database, sqls):.1f} ms |",
            flush=True,
        )
    stop(server)


if __name__ == "__main__":
    main()
