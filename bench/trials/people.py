"""Two hundred people at once: each looks around and writes something down now and then, as people do."""
import random
import threading
import time

from house import Guest, percentile, times

READS = ["/api/day-sheet", "/api/counts", "/api/opportunities", "/api/sheet", "/api/quotes", "/api/orders", "/api/enquiries", "/api/accounts",
         "/api/find?q=mill", "/api/opportunities/groups?group=owner", "/api/agreements", "opportunity", "account"]


def work(house, number, login, ready, end, reads, writes, failed, think):
    dice = random.Random(number)
    guest = Guest(house.port, f"198.51.{number // 250}.{number % 250}")
    # They do not all come in the same second; whoever is asked to wait tries again.
    time.sleep(dice.random() * 30)
    while guest.sign_in(login).status != 200:
        time.sleep(1)
    rows = guest.get("/api/opportunities").json().get("rows", [])
    accounts = guest.get("/api/accounts").json().get("rows", [])
    ready.wait()
    while time.time() < end[0] and rows and accounts:
        time.sleep(dice.expovariate(1 / think))
        begin = time.time()
        if dice.random() < 0.12:
            path = f"/api/opportunities/{dice.choice(rows)['id']}/activities"
            answer = guest.post(path, {"kind": "call", "subject": "Ring", "due": "2090-01-31"})
            (writes if answer.status == 204 else failed).append(time.time() - begin if answer.status == 204 else answer.status)
        else:
            path = dice.choice(READS)
            if path == "opportunity":
                path = f"/api/opportunities/{dice.choice(rows)['id']}"
            elif path == "account":
                path = f"/api/accounts/{dice.choice(accounts)['id']}"
            answer = guest.get(path)
            (reads if answer.status == 200 else failed).append(time.time() - begin if answer.status == 200 else answer.status)


def run(house, rounds):
    people = rounds or 200
    house.start()
    # As they are at work: what is compiled late is compiled.
    warm = house.guest("helen", "198.51.200.1")
    for _ in range(30):
        for path in READS[:-2]:
            warm.get(path)
    reads, writes, failed = [], [], []
    end = [0.0]

    def begin():
        end[0] = time.time() + 60

    ready = threading.Barrier(people, begin)
    logins = ["mara", "edda", "nils", "priya", "tom", "helen"]
    workers = [threading.Thread(target=work, args=(house, n, logins[n % len(logins)], ready, end, reads, writes, failed, 4.0)) for n in range(people)]
    [w.start() for w in workers]
    [w.join() for w in workers]
    other = [f for f in failed if f != 403]
    print(f"people: {people} people for 60 s, a request every 4 s each: {len(reads)} reads in {times(reads)}; {len(writes)} writes in {times(writes)};"
          f" {len(failed)} refused ({sorted(set(failed))})")
    return percentile(reads, 0.99) < 1.5 and percentile(writes, 0.99) < 2 and not other
