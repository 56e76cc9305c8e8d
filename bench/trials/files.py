"""Files made to harm, and one that is only large, while somebody else works on."""
import io
import threading
import time
import zipfile

from house import percentile, times

ROWS = 19_000
PARTS = {
    "[Content_Types].xml": "<Types><Override PartName='/xl/workbook.xml' ContentType='application/vnd.openxmlformats-officedocument."
                           "spreadsheetml.sheet.main+xml'/><Override PartName='/xl/sharedStrings.xml' ContentType='application/vnd."
                           "openxmlformats-officedocument.spreadsheetml.sharedStrings+xml'/></Types>",
    "xl/workbook.xml": "<workbook xmlns:r='http://schemas.openxmlformats.org/officeDocument/2006/relationships'><sheets>"
                       "<sheet name='One' sheetId='1' r:id='rId1'/></sheets></workbook>",
    "xl/_rels/workbook.xml.rels": "<Relationships><Relationship Id='rId1' Target='worksheets/sheet1.xml'/></Relationships>",
    "xl/sharedStrings.xml": "<sst><si><t>name</t></si></sst>",
    "xl/worksheets/sheet1.xml": "<worksheet><sheetData><row r='1'><c r='A1' t='s'><v>0</v></c></row></sheetData></worksheet>",
}


def workbook(part, head, each, count, tail=""):
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as pack:
        for name, text in PARTS.items():
            if name != part:
                pack.writestr(name, text)
        with pack.open(part, "w", force_zip64=True) as to:
            to.write(head.encode())
            many = (each * 10_000).encode()
            for _ in range(count // 10_000):
                to.write(many)
            to.write(tail.encode())
    return out.getvalue()


def nested(depth):
    inner = b"x" * 1000
    for _ in range(depth):
        out = io.BytesIO()
        with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=1) as pack:
            for n in range(10):
                pack.writestr(f"{n}.zip", inner)
        inner = out.getvalue()
    return inner


def harmful():
    sheet, shared = "xl/worksheets/sheet1.xml", "xl/sharedStrings.xml"
    yield "XLSX of 10 million rows", workbook(sheet, "<worksheet><sheetData>", "<row><c r='A1'><v>1</v></c></row>", 10_000_000)
    yield "CSV of 10 million rows", b"a\n" * 9_500_000
    yield "CSV of blank rows", b"a" + b"\n" * 19_000_000
    yield "one cell of 400 MB", workbook(sheet, "<worksheet><sheetData><row r='1'><c r='A1' t='inlineStr'><is><t>", "x" * 40, 10_000_000)
    yield "many shared texts", workbook(shared, "<sst>", "<si><t>x</t></si>", 5_000_000, "</sst>")
    yield "many styles", workbook("xl/styles.xml", "<styleSheet><cellXfs>", "<xf numFmtId='14'/>", 5_000_000)
    yield "formulas", workbook(sheet, "<worksheet><sheetData><row r='1'>", "<c r='A1'><f>A1+A1</f><v>1</v></c>", 2_000_000)
    yield "columns far out", workbook(sheet, "<worksheet><sheetData><row r='1'><c r='ZZZZZZ1'><v>1</v></c></row>", "", 0, "</sheetData></worksheet>")
    yield "entities", workbook(sheet, "<!DOCTYPE x [<!ENTITY a 'aaaaaaaaaa'><!ENTITY b '&a;&a;&a;&a;'>]><worksheet><sheetData><row r='1'>"
                                      "<c r='A1' t='inlineStr'><is><t>&b;&b;</t></is></c></row>", "", 0, "</sheetData></worksheet>")
    yield "zips in zips", nested(8)
    yield "one cell of 19 MB", b"name\n" + b"x" * 19_000_000
    yield "an open quote", b"name\n\"" + b"x,\n" * 6_000_000


def beside(house, stop, reads, writes):
    guest = house.guest("nils", "198.51.100.7")
    account = guest.get("/api/accounts").json()["rows"][0]["id"]
    while not stop.is_set():
        for sent, kept in ((lambda: guest.get("/api/day-sheet"), reads),
                           (lambda: guest.post(f"/api/accounts/{account}/notes", {"words": "Rang", "pinned": False}), writes)):
            begin = time.time()
            if sent().status in (200, 204):
                kept.append(time.time() - begin)
            else:
                kept.append(99.0)
        time.sleep(0.05)


def large(house, guest):
    rows = ["name;contactDetails;subject;town;email"]
    rows += [f"Trial Mill {n};;Scales for line {n};Saltmere;mill{n}@trial.example" for n in range(ROWS)]
    begin = time.time()
    job = guest.send("POST", "/api/imports?kind=enquiries&name=large.csv", headers={"Content-Type": "application/octet-stream"}, raw="\n".join(rows).encode())
    view = job.json()
    read = time.time() - begin
    columns = {"name": 0, "subject": 2, "town": 3, "email": 4}
    matching = {"columns": columns, "values": {"source": "fair"}, "leaveOutBad": True, "leaveOutKnown": False}
    took = []
    for act, phase in (("checked", "checked"), ("taken", "taken")):
        begin = time.time()
        view = guest.post(f"/api/imports/{view['id']}/{act}", matching).json()
        while view.get("phase") not in (phase, "failed", "stopped"):
            time.sleep(0.1)
            view = guest.get(f"/api/imports/{view['id']}").json()
        took.append(time.time() - begin)
    return view, read, took


def run(house, rounds):
    house.start()
    guest = house.guest("mara", "198.51.100.6")
    reads, writes, refused, fast, stop = [], [], 0, [], threading.Event()
    other = threading.Thread(target=beside, args=(house, stop, reads, writes), daemon=True)
    made = list(harmful())
    other.start()
    for _ in range(rounds or 1):
        for name, file in made:
            begin = time.time()
            answer = guest.send("POST", "/api/imports?kind=enquiries&name=x", headers={"Content-Type": "application/octet-stream"}, raw=file)
            took = time.time() - begin
            fast.append(took)
            refused += answer.status in (413, 422)
            print(f"  {name} ({len(file) / 1024:.0f} KB): {answer.status} in {took:.2f} s, {answer.body[:110].decode(errors='replace')}")
    hostile_reads, hostile_writes = list(reads), list(writes)
    reads.clear()
    writes.clear()
    view, read, took = large(house, guest)
    stop.set()
    other.join()
    print(f"files: {refused} of {len(fast)} refused, slowest in {max(fast):.2f} s, while somebody else read in {times(hostile_reads)} and wrote in"
          f" {times(hostile_writes)}; {ROWS} rows read in {read:.1f} s, checked in {took[0]:.1f} s, taken in {took[1]:.1f} s ({view['phase']},"
          f" {view.get('taken')}), while somebody else read in {times(reads)} and wrote in {times(writes)}")
    return refused == len(fast) and max(fast) < 2 and percentile(hostile_reads, 0.99) < 1 and view.get("taken") == ROWS
