"""Kills the server in the middle of writing, again and again: what was answered is there afterwards, and nothing is there twice."""
import random
import sqlite3
import threading
import time
import uuid

from house import Guest, times

SETUP = {"code": "1234-5678", "company": "Kill House", "currency": "EUR", "name": "Ana", "email": "ana@kill.example", "login": "ana",
         "password": "long enough"}
WRITERS = 4


def write(house, answered, stop, number):
    guest = Guest(house.port, f"198.51.100.{number}")
    if guest.sign_in("ana", "long enough").status != 200:
        return
    while not stop.is_set():
        key = uuid.uuid4().hex
        body = {"name": f"Kill {key}", "contactDetails": "a@b.example", "town": "", "subject": "A scale", "source": "phone"}
        answer = guest.post("/api/enquiries", body, **{"Idempotency-Key": key})
        if answer.status == 200:
            answered[key] = (answer.json()["id"], body)
        elif answer.status == 0:
            return


def run(house, rounds):
    rounds = rounds or 30
    house.demo, house.options = False, ["--tally.setup-code=1234-5678"]
    house.start()
    first = house.guest()
    first.get("/api/session")
    if first.post("/api/setup", SETUP).status != 204:
        print("kill: the company could not be set up")
        return False
    dice, starts, kept, lost, doubled, damaged = random.Random(7), [], {}, 0, 0, 0
    for _ in range(rounds):
        answered, stop = {}, threading.Event()
        writers = [threading.Thread(target=write, args=(house, answered, stop, n)) for n in range(WRITERS)]
        [w.start() for w in writers]
        time.sleep(0.6 + dice.random() * 1.2)
        house.kill()
        stop.set()
        [w.join() for w in writers]
        starts.append(house.start())
        print(f"  {len(answered)} acts acknowledged, killed, answering again after {starts[-1]:.1f} s", flush=True)
        kept.update(answered)
        guest = Guest(house.port, "198.51.100.99")
        guest.sign_in("ana", "long enough")
        for key, (number, body) in list(answered.items())[-5:]:
            # The last ones sent again, as a client does that saw no answer.
            again = guest.post("/api/enquiries", body, **{"Idempotency-Key": key})
            doubled += again.status != 200 or again.json()["id"] != number
        with sqlite3.connect(f"file:{house.data}/firm-tally.sqlite?mode=ro", uri=True) as database:
            names = [row[0] for row in database.execute("SELECT name FROM enquiry")]
            damaged += database.execute("PRAGMA quick_check").fetchone()[0] != "ok"
        there = set(names)
        lost += sum(f"Kill {key}" not in there for key in answered)
        doubled += len(names) - len(there)
    print(f"kill: {rounds} kills, {len(kept)} acts acknowledged, {lost} lost, {doubled} doubled, {damaged} databases damaged; "
          f"started again and answering in {times(starts)}")
    return lost == doubled == damaged == 0 and max(starts) < 8
