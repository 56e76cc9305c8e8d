"""Several people do the same at the same moment: what is sent twice is done once, and of two changes the second is told of the first."""
import threading
import uuid

from house import Guest

AT_ONCE = 8


def together(guests, act):
    answers, ready = [None] * len(guests), threading.Barrier(len(guests))

    def one(n):
        ready.wait()
        answers[n] = act(n, guests[n])

    threads = [threading.Thread(target=one, args=(n,)) for n in range(len(guests))]
    [t.start() for t in threads]
    [t.join() for t in threads]
    return answers


def run(house, rounds):
    rounds = rounds or 60
    house.start()
    guests = []
    for n in range(AT_ONCE):
        guest = Guest(house.port, f"198.51.100.{n}")
        guest.sign_in("helen")
        guests.append(guest)
    account = guests[0].get("/api/accounts").json()["rows"][0]["id"]
    doubled, lost, wrong, acts = 0, 0, 0, 0
    for _ in range(rounds):
        key = uuid.uuid4().hex
        body = {"accountId": account, "title": f"Race {key}", "processId": None, "contactId": None}
        made = together(guests, lambda n, g: g.post("/api/opportunities", body, **{"Idempotency-Key": key}))
        ids = {a.json()["id"] for a in made if a.status == 200}
        doubled += len(ids) - 1
        wrong += sum(a.status not in (200,) for a in made)
        acts += len(made)
        number = ids.pop()
        page = guests[0].get(f"/api/opportunities/{number}")
        version = page.headers["ETag"]
        form = {"title": "", "expectedClose": "2090-01-31", "note": "", "probability": None, "priority": None, "interest": None, "business": None,
                "budget": None, "source": "", "campaign": "", "contactId": None}
        changed = together(guests, lambda n, g: g.send("PUT", f"/api/opportunities/{number}", {**form, "title": f"By {n}"}, {"If-Match": version}))
        won = [n for n, a in enumerate(changed) if a.status == 204]
        lost += len(won) - 1
        wrong += sum(a.status not in (204, 412) for a in changed)
        acts += len(changed)
        if won and guests[0].get(f"/api/opportunities/{number}").json()["title"] != f"By {won[0]}":
            lost += 1
        numbers = together(guests, lambda n, g: g.post("/api/enquiries", {"name": f"R {n}", "contactDetails": "a@b.example", "town": "", "subject": "s",
                                                                          "source": "phone"}))
        acts += len(numbers)
        wrong += sum(a.status != 200 for a in numbers)
        doubled += len(numbers) - len({a.json().get("id") for a in numbers})
    print(f"races: {rounds} rounds of {AT_ONCE} at once, {acts} acts: {doubled} done twice, {lost} changes lost, {wrong} answered otherwise")
    return doubled == lost == wrong == 0
