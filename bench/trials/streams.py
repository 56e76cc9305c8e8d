"""Five hundred open event streams, a part of which never reads, while somebody writes."""
import socket
import time

from house import HOST, Guest, percentile, times


def listen(port, guest):
    wire = socket.create_connection((HOST, port), timeout=30)
    wire.setsockopt(socket.SOL_SOCKET, socket.SO_RCVBUF, 2048)
    cookies = "; ".join(f"{k}={v}" for k, v in guest.cookies.items())
    wire.sendall(f"GET /api/events HTTP/1.1\r\nHost: x\r\nCookie: {cookies}\r\n\r\n".encode())
    return wire


def run(house, rounds):
    streams = rounds or 500
    house.start()
    administrator = house.guest("asa", "198.51.100.1")
    wires, people = [], []
    for n in range((streams + 19) // 20):
        user = {"login": f"ear{n}", "name": f"Ear {n}", "email": f"ear{n}@trial.example", "roles": ["rep"], "team": "North", "password": "tally-demo"}
        administrator.post("/api/users", user)
        guest = Guest(house.port, f"198.51.100.{n + 2}")
        guest.sign_in(f"ear{n}")
        people.append(guest)
        wires += [listen(house.port, guest) for _ in range(min(20, streams - 20 * n))]
    heard = [w.recv(1000).startswith(b"HTTP/1.1 200") for w in wires]
    writer = house.guest("mara", "198.51.100.250")
    account = writer.get("/api/accounts").json()["rows"][0]["id"]
    writes, reads = [], []
    end = time.time() + 20
    while time.time() < end:
        begin = time.time()
        writes.append(time.time() - begin if writer.post(f"/api/accounts/{account}/notes", {"words": "x" * 500, "pinned": False}).status == 204 else 99)
        begin = time.time()
        reads.append(time.time() - begin if writer.get("/api/counts").status == 200 else 99)
    told = 0
    for wire in wires[:50]:
        wire.settimeout(2)
        try:
            told += b"changed" in wire.recv(100_000)
        except OSError:
            pass
    [w.close() for w in wires]
    print(f"streams: {sum(heard)} of {streams} streams open, none read for 20 s; meanwhile {len(writes)} writes in {times(writes)}, reads in {times(reads)};"
          f" of 50 that looked then, {told} had been told")
    return sum(heard) == streams and percentile(writes, 0.99) < 2 and percentile(reads, 0.99) < 1.5 and told > 0
