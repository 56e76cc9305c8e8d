"""Senders who send a byte every few seconds, and senders of large bodies, none of them signed in; others work on."""
import socket
import threading
import time

from house import HOST, percentile, times


def drip(port, address, seconds, answers):
    try:
        wire = socket.create_connection((HOST, port), timeout=30)
        wire.sendall(f"POST /api/web-form HTTP/1.1\r\nHost: x\r\nX-Forwarded-For: {address}\r\nContent-Type: application/json\r\n"
                     f"Content-Length: 5000\r\n\r\n".encode())
        end = time.time() + seconds
        while time.time() < end:
            wire.sendall(b" ")
            time.sleep(3)
        answers.append(0)
    except OSError:
        answers.append(1)


def flood(port, answers):
    body = b"x" * 15_000_000
    try:
        wire = socket.create_connection((HOST, port), timeout=60)
        wire.sendall(f"POST /api/web-form HTTP/1.1\r\nHost: x\r\nX-Forwarded-For: 203.0.113.9\r\nContent-Type: application/json\r\n"
                     f"Content-Length: {len(body)}\r\n\r\n".encode() + body)
        answers.append(wire.recv(2000)[:12].decode(errors="replace"))
    except OSError as gone:
        answers.append(type(gone).__name__)


def run(house, rounds):
    house.start()
    guest = house.guest("mara", "198.51.100.6")
    account = guest.get("/api/accounts").json()["rows"][0]["id"]
    ended, flooded, reads, writes, forms = [], [], [], [], []
    senders = [threading.Thread(target=drip, args=(house.port, f"203.0.{n // 250}.{n % 250}", 18, ended)) for n in range(rounds or 240)]
    senders += [threading.Thread(target=flood, args=(house.port, flooded)) for _ in range(24)]
    [s.start() for s in senders]
    end = time.time() + 15
    other = house.guest(None, "198.51.100.77")
    while time.time() < end:
        for kept, sent in ((reads, lambda: guest.get("/api/day-sheet")),
                           (writes, lambda: guest.post(f"/api/accounts/{account}/notes", {"words": "Rang", "pinned": False}))):
            begin = time.time()
            kept.append(time.time() - begin if sent().status in (200, 204) else 99.0)
        if len(forms) < 5:
            begin = time.time()
            sent = other.post("/api/web-form", {"name": "A Farm", "subject": "A scale", "email": "a@farm.example"})
            forms.append(time.time() - begin if sent.status == 202 else 99.0)
        time.sleep(0.1)
    [s.join() for s in senders]
    memory = house.log().count("OutOfMemory")
    print(f"slow: {rounds or 240} slow senders, {sum(ended)} let go; 24 bodies of 15 MB answered {sorted(set(flooded))}, {memory} times out of memory;"
          f" meanwhile read in {times(reads)}, wrote in {times(writes)}, web form in {times(forms)}")
    return max(reads + writes + forms) < 1.5 and percentile(reads, 0.99) < 1 and not memory and sum(ended) == len(ended)
