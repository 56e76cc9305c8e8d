"""A disk without room, a folder that cannot be written to, and databases that are damaged. Needs the right to mount a small disk."""
import os
import shutil
import subprocess
import tempfile
import time

from house import Guest
from kill import SETUP


def mount(folder, *options):
    return subprocess.run(["mount", *options, folder], capture_output=True).returncode == 0


def refused_start(house, data, seconds):
    app = ["-jar", house.jar] if house.jar.endswith(".jar") else ["-cp", house.jar, "firmtally.server.FirmTally"]
    begin = time.time()
    done = subprocess.run(["java", *app, f"--tally.data={data}", "--server.port=18094"], capture_output=True, text=True, timeout=60)
    lines = [line for line in (done.stdout + done.stderr).splitlines() if line.strip()]
    seconds.append(time.time() - begin)
    print(f"  exit {done.returncode} after {seconds[-1]:.1f} s: {lines[-1] if lines else ''}")
    return done.returncode != 0 and len(lines) == 1 and lines[0].startswith("firm-tally: ")


def run(house, rounds):
    data = tempfile.mkdtemp(prefix="tally-disk-")
    if not mount(data, "-t", "tmpfs", "-o", "size=64m", "tmpfs"):
        print("disk: no right to mount a small disk here; nothing was tried")
        return False
    try:
        return on(house, data)
    finally:
        house.kill()
        subprocess.run(["umount", data], capture_output=True)


def on(house, data):
    house.data, house.demo, house.options = data, False, ["--tally.setup-code=1234-5678"]
    house.start()
    guest = Guest(house.port)
    guest.get("/api/session")
    guest.post("/api/setup", SETUP)
    guest.sign_in("ana", "long enough")
    held = True
    enquiry = {"name": "Full", "contactDetails": "a@b.example", "town": "x" * 70, "subject": "y" * 150, "source": "phone"}

    def without(words, harm, mend):
        nonlocal held
        harm()
        status, told = 200, ""
        for _ in range(3000):
            answer = guest.post("/api/enquiries", enquiry)
            if answer.status != 200:
                status, told = answer.status, answer.json().get("detail", "")
                break
        banner = guest.get("/api/storage").json()["words"]
        reads = guest.get("/api/enquiries").status
        mend()
        begin = time.time()
        while guest.get("/api/storage").json()["words"] and time.time() - begin < 20:
            time.sleep(0.2)
        resumed = time.time() - begin
        after = guest.post("/api/enquiries", enquiry).status
        fine = status == 503 and words in told and banner == told and reads == 200 and after == 200 and resumed < 10
        held &= fine
        print(f"  {words}: acts answer {status} ({told[:60]}…), reading answers {reads}, the line above says the same: {banner == told};"
              f" mended, writing resumed after {resumed:.1f} s with {after}")

    filler = os.path.join(data, "filler")

    def fill():
        with open(filler, "wb") as out:
            try:
                while True:
                    out.write(b"x" * 65536)
                    out.flush()
            except OSError:
                pass

    without("The disk is full", fill, lambda: os.remove(filler))
    second = []
    held &= refused_start(house, data, second)
    house.kill()
    whole = os.path.join(data, "firm-tally.sqlite")
    for left in ("-wal", "-shm"):
        if os.path.exists(whole + left):
            house.start()
            house.process.terminate()
            house.process.wait()
    copy = tempfile.mkdtemp(prefix="tally-copy-")
    shutil.copy(whole, copy)
    size = os.path.getsize(whole)
    for harm in (lambda f: f.truncate(0), lambda f: f.truncate(size // 2), lambda f: f.write(b"x" * 100), lambda f: (f.seek(size // 2), f.write(b"\x7f" * 5000))):
        broken = tempfile.mkdtemp(prefix="tally-broken-")
        target = shutil.copy(os.path.join(copy, "firm-tally.sqlite"), broken)
        with open(target, "r+b") as file:
            harm(file)
        before = open(target, "rb").read()
        held &= refused_start(house, broken, second)
        held &= open(target, "rb").read() == before
    nowhere = tempfile.NamedTemporaryFile()
    held &= refused_start(house, nowhere.name, second)
    # A folder that can be read only: what is there is left alone, and the one line says what to do.
    if mount(data, "-o", "remount,ro"):
        before = open(whole, "rb").read()
        held &= refused_start(house, data, second)
        held &= open(whole, "rb").read() == before
        held &= mount(data, "-o", "remount,rw")
    else:
        held = False
        print("  no right to make the folder read-only; that was not tried")
    held &= max(second) < 5
    print(f"disk: {'all of it held' if held else 'something did not hold'}; starts that fail end in {max(second):.1f} s at most, each with one line")
    return held
