"""A server of its own for each trial, and guests who knock at its doors. Everything is on loopback."""
import atexit
import http.client
import json
import os
import subprocess
import sys
import tempfile
import time

HOST = "127.0.0.1"


class Answer:
    def __init__(self, status, headers, body):
        self.status, self.headers, self.body = status, headers, body

    def json(self):
        return json.loads(self.body or b"null")


class Guest:
    """Somebody on one connection, with cookies of their own. An answer of status 0 is none."""

    def __init__(self, port, address=None, timeout=60):
        self.port, self.address, self.timeout = port, address, timeout
        self.cookies = {}
        self.connection = None

    def send(self, method, path, body=None, headers=None, raw=None):
        head = {"Cookie": "; ".join(f"{k}={v}" for k, v in self.cookies.items())} if self.cookies else {}
        if "XSRF-TOKEN" in self.cookies:
            head["X-XSRF-TOKEN"] = self.cookies["XSRF-TOKEN"]
        if self.address:
            head["X-Forwarded-For"] = self.address
        data = raw
        if body is not None:
            data = json.dumps(body).encode()
            head["Content-Type"] = "application/json"
        head.update(headers or {})
        try:
            if self.connection is None:
                self.connection = http.client.HTTPConnection(HOST, self.port, timeout=self.timeout)
            self.connection.request(method, path, data, head)
            response = self.connection.getresponse()
            got = response.read()
        except (OSError, http.client.HTTPException):
            self.close()
            return Answer(0, {}, b"")
        for cookie in response.headers.get_all("Set-Cookie") or []:
            name, value = cookie.split(";")[0].split("=", 1)
            self.cookies[name] = value
        if response.headers.get("Connection") == "close":
            self.close()
        return Answer(response.status, response.headers, got)

    def get(self, path):
        return self.send("GET", path)

    def post(self, path, body=None, **headers):
        return self.send("POST", path, {} if body is None else body, headers or None)

    def sign_in(self, login, password="tally-demo"):
        self.get("/api/session")
        return self.post("/api/session", {"login": login, "password": password})

    def close(self):
        if self.connection:
            self.connection.close()
        self.connection = None


class House:
    """The application in a process of its own, on data of its own."""

    def __init__(self, jar, port=18095, demo=True, data=None, heap="512m", options=(), flags=()):
        self.jar, self.port, self.demo, self.heap = jar, port, demo, heap
        self.data = data or tempfile.mkdtemp(prefix="tally-trial-")
        self.options, self.flags = list(options), list(flags)
        self.process = None
        atexit.register(self.kill)

    def start(self, patience=180):
        """Starts it, and gives how many seconds it took until it answered."""
        is_jar = self.jar.endswith(".jar")
        # From its own folder, as ./tally starts it: the archive of classes is only used under the names that it was made with.
        folder = os.path.dirname(os.path.abspath(self.jar)) if is_jar else None
        app = ["-jar", os.path.basename(self.jar)] if is_jar else ["-cp", self.jar, "firmtally.server.FirmTally"]
        has_archive = is_jar and os.path.exists(os.path.join(folder, "app.jsa"))
        shared = ["-XX:SharedArchiveFile=app.jsa", "-Xlog:cds=off", "-Xlog:cds+dynamic=off"] if has_archive else []
        begin = time.time()
        self.process = subprocess.Popen(
            ["java", f"-Xmx{self.heap}", "-XX:+UseSerialGC", "-XX:TieredStopAtLevel=1", *shared, *self.flags, *app, f"--tally.data={self.data}", f"--server.port={self.port}",
             f"--tally.load-demo={str(self.demo).lower()}", f"--tally.proxies={HOST}", *self.options],
            stdout=open(os.path.join(tempfile.gettempdir(), f"tally-trial-{self.port}.log"), "w"),
            stderr=subprocess.STDOUT,
            cwd=folder,
        )
        while time.time() - begin < patience:
            if Guest(self.port, timeout=5).get("/api/session").status == 200:
                return time.time() - begin
            if self.process.poll() is not None:
                sys.exit("the server did not start: " + self.log()[-1500:])
            time.sleep(0.1)
        sys.exit("the server did not answer in time")

    def log(self):
        return open(os.path.join(tempfile.gettempdir(), f"tally-trial-{self.port}.log"), errors="replace").read()

    def kill(self):
        if self.process and self.process.poll() is None:
            self.process.kill()
            self.process.wait()

    def guest(self, login=None, address=None):
        guest = Guest(self.port, address)
        if login and guest.sign_in(login).status != 200:
            sys.exit(f"{login} cannot sign in")
        return guest


def percentile(values, share):
    ordered = sorted(values)
    return ordered[min(len(ordered) - 1, int(len(ordered) * share))] if ordered else 0.0


def times(values):
    return (f"median {percentile(values, 0.5) * 1000:.0f} ms, 99 % {percentile(values, 0.99) * 1000:.0f} ms,"
            f" worst {max(values, default=0) * 1000:.0f} ms")
