"""Requests that nobody sends who means well, at every door of the description, by nobody and by an administrator.

None may be answered 5xx, and no answer may show words of the inside.
"""
import random
import re
import time

INSIDE = re.compile(rb"Exception|\bat [a-z]+\.[a-z]+\.|org\.|java\.|jakarta\.|sqlite|SQL |SELECT |Tomcat|Spring|HikariPool|/tmp/|\.java", re.I)
TEXTS = ["", " ", "0", "-1", "x@", "a@b@c", "'", "\"", "<script>alert(1)</script>", "\u0000", "\ud83d\ude00" * 50, "x" * 5000,
         "1e9999", "NaN", "99999999999999999999", "2027-02-30", "9999-12-31", "-9999-01-01", "../../etc/passwd", "%s%n",
         "'; DROP TABLE person; --", "\u202e", "\ufeff", "true", "null", "1,5", "1.234.567,89", "\t\n", "é" * 80, "0x1F", "٣"]
NUMBERS = [0, -1, 1, 2**31, 2**63 - 1, -2**63, 2**64, 1e308, 0.1]
IDS = ["0", "-1", "1", "9223372036854775807", "9223372036854775808", "7b", "null", "1e3", "%20", "x" * 300, "1%00", "..%2f..", "%F0%9F%98%80"]
QUERIES = ["?q=%ED%A0%80", "?after=1|", "?after=|||", "?after=%00", "?owner=7b&stage=-1", "?process=999999999999", "?sort=;drop&group=owner",
           "?months=2147483648", "?by=%27", "?from=x&to=y", "?from=0000-00-00&to=9999-99-99", "?state=%F0%9F%98%80", "?q=" + "%22" * 200,
           "?q=a+OR+b+NEAR+*", "?take=maybe", "?" + "a=1&" * 500, "?owner=&stage=&account=", "?q=%25_%5C", "?month=2027-13&group=nothing"]
BODIES = [b"", b"{", b"[]", b"null", b"\"\"", b"0", b"{}", b"[null]", b"{\"a\":" * 2000, b"[" * 20000, b"\xff\xfe\x00", b"{\"__proto__\":{}}",
          b"{\"lines\":[null,{},[]]}", b"true", b"1e99999", b"{\"id\":{}}", "{\"name\":\"\ud83d\"}".encode("utf-8", "surrogatepass")]
KINDS = ["application/json", "text/plain", "multipart/form-data", "multipart/form-data; boundary=", "application/octet-stream",
         "application/x-www-form-urlencoded", "application/json; charset=utf-16", "x/", ";"]


class Shapes:
    """Bodies in the shape that a door describes, with something wrong in them."""

    def __init__(self, description, dice):
        self.schemas, self.dice = description["components"]["schemas"], dice

    def wrong(self, schema, depth=0):
        dice = self.dice
        if dice.random() < 0.08:
            return dice.choice([None, [], {}, "", dice.choice(NUMBERS), dice.choice(TEXTS), True])
        if "$ref" in schema:
            return self.wrong(self.schemas[schema["$ref"].split("/")[-1]], depth + 1)
        if depth > 7:
            return None
        if "oneOf" in schema:
            return self.wrong(dice.choice(schema["oneOf"]), depth + 1)
        kind = schema.get("type", "object")
        kind = dice.choice(kind) if isinstance(kind, list) else kind
        if kind == "object":
            names = [n for n in schema.get("properties", {}) if dice.random() > 0.1]
            return {n: self.wrong(schema["properties"][n], depth + 1) for n in names}
        if kind == "array":
            return [self.wrong(schema.get("items", {}), depth + 1) for _ in range(dice.choice([0, 1, 1, 2, 5]))]
        if kind in ("integer", "number"):
            return dice.choice(NUMBERS + [3, 7])
        if kind == "boolean":
            return dice.choice([True, False])
        return None if kind == "null" else dice.choice(TEXTS + ["Reed Farm", "10", "2027-04-01", "call", "rep", "EUR"])


def run(house, rounds):
    wanted = rounds or 20000
    house.start()
    dice = random.Random(20270315)
    nobody, everybody = house.guest(), [house.guest("asa"), house.guest("helen"), house.guest("mara"), house.guest("otto")]
    description = everybody[0].get("/v3/api-docs").json()
    shapes = Shapes(description, dice)
    doors = [(m.upper(), p, d) for p, ms in description["paths"].items() for m, d in ms.items()
             # What ends the trial itself: signing out, shutting out, another password.
             if not re.search(r"/session/all|/deactivated|/password|/sessions", p) and not (p == "/api/session" and m == "delete")]
    sent, failures, shown, statuses, lost = 0, [], [], {}, 0
    begin = time.time()
    while sent < wanted:
        method, path, door = dice.choice(doors)
        path = re.sub(r"\{[^}]+\}", lambda m: dice.choice(IDS + ["1", "2", "3", "opportunity", "quotes"]), path)
        guest = nobody if dice.random() < 0.25 else dice.choice(everybody)
        guest.address = f"203.0.113.{dice.randrange(250)}"
        headers, raw = {}, None
        content = door.get("requestBody", {}).get("content", {})
        if content:
            kind = next(iter(content))
            if dice.random() < 0.25:
                raw, headers["Content-Type"] = dice.choice(BODIES), dice.choice(KINDS)
            elif kind == "application/json":
                import json
                raw, headers["Content-Type"] = json.dumps(shapes.wrong(content[kind]["schema"])).encode("utf-8", "surrogatepass"), kind
            else:
                raw, headers["Content-Type"] = dice.choice([b"a;b\n1;2", b"PK\x03\x04", b"\x00" * 100, b"\xff" * 50, b""]), kind
                path += "?name=" + dice.choice(["a.csv", "%00", "..%2f", "x" * 400, ""])
        if method != "GET" and dice.random() < 0.8:
            headers["If-Match"] = dice.choice(["\"0\"", "\"1\"", "1", "*", "\"x\"", "", "W/\"1\""])
        if dice.random() < 0.1:
            headers["Idempotency-Key"] = dice.choice(["", "k", "x" * 300, "\u00e9"])
        if "?" not in path and dice.random() < 0.4:
            path += dice.choice(QUERIES)
        try:
            path.encode("ascii")
            {k: v.encode("latin-1") for k, v in headers.items()}
        except UnicodeError:
            continue
        answer = guest.send(method, path, headers=headers, raw=raw)
        sent += 1
        statuses[answer.status] = statuses.get(answer.status, 0) + 1
        if answer.status == 0:
            lost += 1
        if answer.status >= 500:
            failures.append((method, path[:120], (raw or b"")[:300], answer.status))
        if answer.status >= 400 and INSIDE.search(answer.body):
            shown.append((method, path[:120], answer.body[:200]))
    alive = house.guest("mara").get("/api/day-sheet").status
    for failure in failures[:20]:
        print("  5xx:", *failure)
    for words in shown[:20]:
        print("  words of the inside:", *words)
    logged = len(re.findall(r"ERROR|failure [0-9a-f]{16}", house.log()))
    print(f"hostile: {sent} requests in {time.time() - begin:.0f} s, {len(failures)} answered 5xx, {len(shown)} with words of the inside,"
          f" {logged} logged as failures, {lost} without an answer; afterwards the day sheet answers {alive}; "
          + ", ".join(f"{n} × {s}" for s, n in sorted(statuses.items())))
    return not failures and not shown and alive == 200
