"""Forty clients who guess names and passwords; who is signed in works on, and who wants to sign in still can."""
import threading
import time

from house import Guest, percentile, times


def guess(port, number, stop, statuses):
    guest = Guest(port, f"203.0.113.{number}")
    guest.get("/api/session")
    n = 0
    while not stop.is_set():
        n += 1
        # Half of them guess at one person, so that their name is tried from everywhere.
        login = "mara" if number % 2 else f"made-up-{number}-{n}"
        answer = guest.post("/api/session", {"login": login, "password": f"guess {n}"})
        statuses[answer.status] = statuses.get(answer.status, 0) + 1


def run(house, rounds):
    house.start()
    owner = house.guest("mara", "198.51.100.6")
    # As it is at work: what is compiled late is compiled.
    for _ in range(40):
        owner.get("/api/day-sheet")
    stop, statuses, reads, signed, refused = threading.Event(), {}, [], [], 0
    guessers = [threading.Thread(target=guess, args=(house.port, n, stop, statuses)) for n in range(rounds or 40)]
    [g.start() for g in guessers]
    end = time.time() + 20
    while time.time() < end:
        begin = time.time()
        reads.append(time.time() - begin if owner.get("/api/day-sheet").status == 200 else 99.0)
        if len(signed) + refused < 20:
            begin = time.time()
            # The owner of the name that is guessed at, from where they signed in before.
            answer = Guest(house.port, "198.51.100.6").sign_in("mara")
            if answer.status == 200:
                signed.append(time.time() - begin)
            else:
                refused += 1
        time.sleep(0.1)
    stop.set()
    [g.join() for g in guessers]
    print(f"signin: {rounds or 40} guessers, answered {', '.join(f'{n} × {s}' for s, n in sorted(statuses.items()))}; meanwhile read in {times(reads)};"
          f" the person whose name was guessed at signed in {len(signed)} times in {times(signed)}, refused {refused} times")
    return percentile(reads, 0.99) < 1 and refused == 0 and percentile(signed, 0.99) < 4
