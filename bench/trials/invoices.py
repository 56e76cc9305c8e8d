"""Issues many invoices in one run as the screen does, page by page and one by one, and kills the server on the way: nothing is half done, twice or missing."""
import datetime
import random
import sqlite3
import threading
import time
import uuid

from house import times

SETUP = {"code": "1234-5678", "company": "Invoice House", "currency": "EUR", "name": "Ana", "email": "ana@invoice.example", "login": "ana",
         "password": "long enough"}
MONTHS = 120
KILLS = 4


def once():
    return {"Idempotency-Key": uuid.uuid4().hex}


def clock(day):
    return f"--tally.clock={day}T08:00:00Z"


def prepare(house, agreements, first):
    """Orders of ten years ago, each with a line that is charged every month."""
    house.demo, house.options = False, ["--tally.setup-code=1234-5678", clock(first)]
    house.start()
    ana = house.guest()
    ana.get("/api/session")
    if ana.post("/api/setup", SETUP).status != 204:
        print("invoices: the company could not be set up")
        return False
    ana.sign_in("ana", "long enough")
    line = {"kind": "line", "id": "1", "description": "Calibration plan", "family": "Service", "quantity": "1", "listPrice": "29.90", "unitCost": "10",
            "taxPercent": "19", "gift": False, "optional": False, "chosen": False, "everyMonths": 1, "termMonths": MONTHS}
    for n in range(agreements):
        about = {"name": f"Mill {n}", "kind": "company", "industry": "", "postal": "", "town": "Saltmere", "email": "", "phone": "", "contact": ""}
        account = ana.post("/api/accounts", about, **once())
        made = ana.post("/api/opportunities", {"accountId": account.json()["id"], "title": f"Plan {n}"}, **once())
        if made.status != 200:
            print(f"invoices: no opportunity could be made: {made.status} {made.body[:300]}")
            return False
        path = f"/api/opportunities/{made.json()['id']}"
        version = ana.get(path).json()["worksheet"]["version"]
        saved = ana.send("PUT", path + "/worksheet", {"lines": [line]}, {"If-Match": f'"{version}"'})
        placed = ana.post(path + "/order", {"poNumber": f"PO-{n}"}, **once())
        if saved.status not in (200, 204) or placed.status != 200:
            print(f"invoices: no order could be placed: {saved.status} {saved.body[:300]} {placed.status} {placed.body[:300]}")
            return False
    house.kill()
    return True


def issue(guest, answered, taken):
    """As the screen does; true when nothing is left, false when the server went away."""
    after = ""
    while True:
        page = guest.get(f"/api/invoices/proposals?after={after}")
        if page.status != 200:
            return False
        for row in page.json()["rows"]:
            begin = time.time()
            made = guest.post("/api/invoices", {"key": row["key"], "total": row["total"]}, **once())
            if made.status == 0:
                return False
            if made.status == 200:
                answered[row["key"]] = made.json()["id"]
                taken.append(time.time() - begin)
        after = (page.json()["after"] or "").replace("|", "%7C")
        if not after:
            return True


def run(house, rounds):
    invoices = rounds or 10_000
    agreements = -(-invoices // MONTHS)
    today = datetime.date(2030, 6, 3)
    if not prepare(house, agreements, today.replace(year=today.year - 10)):
        return False
    house.options = [clock(today)]
    dice, answered, taken, kills = random.Random(7), {}, [], 0
    begin = time.time()
    finished = False
    while not finished:
        house.start()
        guest = house.guest()
        guest.sign_in("ana", "long enough")
        if kills < KILLS:
            threading.Timer(2 + dice.random() * 8, house.kill).start()
            kills += 1
        finished = issue(guest, answered, taken)
    seconds = time.time() - begin
    house.kill()
    with sqlite3.connect(f"file:{house.data}/firm-tally.sqlite?mode=ro", uri=True) as database:
        numbers = sorted(int(number.split("-")[1]) for (number,) in database.execute("SELECT number FROM document WHERE kind = 'invoice'"))
        ids = {row[0] for row in database.execute("SELECT id FROM document WHERE kind = 'invoice'")}
        charged = database.execute("SELECT COUNT(*), COUNT(DISTINCT agreement_id || line_id || from_day) FROM agreement_charge").fetchone()
        half = database.execute("""SELECT COUNT(*) FROM document d WHERE kind = 'invoice' AND (NOT EXISTS (SELECT 1 FROM invoice_line l WHERE l.document_id = d.id)
                                   OR NOT EXISTS (SELECT 1 FROM open_item i WHERE i.document_id = d.id))""").fetchone()[0]
        whole = database.execute("PRAGMA quick_check").fetchone()[0] == "ok"
    gaps = numbers[-1] - numbers[0] + 1 - len(numbers)
    lost = sum(number not in ids for number in answered.values())
    twice = charged[0] - charged[1]
    print(f"invoices: {len(numbers)} issued in {seconds:.0f} s over {kills} kills, each in {times(taken)}; "
          f"{lost} lost, {twice} charged twice, {gaps} gaps in the numbers, {half} half done, database {'whole' if whole else 'damaged'}")
    return whole and lost == twice == gaps == half == 0 and len(numbers) >= agreements * MONTHS
