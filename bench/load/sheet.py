"""The same weighted pipeline by stage and month of 100,000 opportunities, from our door and from a spreadsheet program.

Called by `./tally bench sheet`. LibreOffice, without a screen, opens the workbook that we export with all rows in it, works
every formula of a table of SUMIFS out anew, and writes it down; our door answers the same table. Both have to be equal.
"""
import csv
import json
import shutil
import statistics
import subprocess
import sys
import tempfile
import time
import zipfile
from xml.sax.saxutils import escape

from server import Guest, make, start, stop

ASKED = "/api/table?rows=stage&columns=expected-month&measures=weighted"
LIST = "/api/opportunities/list.xlsx?state=all"
# Of all months that our door answers with, so many of the latest are worked out beside it.
MONTHS = 12
TIMED = 21


def column(n):
    return chr(65 + n) if n < 26 else column(n // 26 - 1) + chr(65 + n % 26)


def table_sheet(stages, months, last, at):
    """A sheet of SUMIFS over the exported rows: stages down, months across."""
    rows = []
    head = "".join(f'<c r="{column(c + 1)}1" t="inlineStr"><is><t>{m}</t></is></c>' for c, m in enumerate(months))
    rows.append(f'<row r="1">{head}</row>')
    for r, stage in enumerate(stages):
        cells = [f'<c r="A{r + 2}" t="inlineStr"><is><t>{escape(stage)}</t></is></c>']
        for c, month in enumerate(months):
            year, number = int(month[:4]), int(month[5:])
            until = f"DATE({year + number // 12},{number % 12 + 1},1)"
            name = stage.replace('"', '""')
            where = f"Data!${at['stage']}$2:${at['stage']}${last}"
            day = f"Data!${at['close']}$2:${at['close']}${last}"
            formula = (
                f"ROUND(SUMIFS(Data!${at['weighted']}$2:${at['weighted']}${last},{where},\"{name}\","
                f"{day},\">=\"&DATE({year},{number},1),{day},\"<\"&{until}),2)"
            )
            cells.append(f'<c r="{column(c + 1)}{r + 2}"><f>{escape(formula)}</f></c>')
        rows.append(f'<row r="{r + 2}">{"".join(cells)}</row>')
    return (
        '<?xml version="1.0" encoding="UTF-8"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main">'
        f'<sheetData>{"".join(rows)}</sheetData></worksheet>'
    )


def with_table(exported, made, sheet):
    """Our export with the table's sheet put before its own, which is called Data."""
    with zipfile.ZipFile(exported) as old, zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as new:
        for name in old.namelist():
            text = old.read(name)
            if name == "xl/workbook.xml":
                text = text.decode()
                begun = text.index("<sheets>") + 8
                end = text.index("</sheets>")
                own = text[begun:end]
                own = own[: own.index('name="') + 6] + "Data" + own[own.index('"', own.index('name="') + 6) :]
                text = text[:begun] + '<sheet name="Table" sheetId="99" r:id="rIdTable"/>' + own + text[end:]
                # What was printed is narrowed by names that speak of the sheet's own.
                if "<definedNames>" in text:
                    text = text[: text.index("<definedNames>")] + text[text.index("</definedNames>") + 15 :]
                text = text.encode()
            elif name == "xl/_rels/workbook.xml.rels":
                kind = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/worksheet"
                text = text.decode().replace(
                    "</Relationships>",
                    f'<Relationship Id="rIdTable" Type="{kind}" Target="worksheets/table.xml"/></Relationships>',
                ).encode()
            elif name == "[Content_Types].xml":
                kind = "application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"
                text = text.decode().replace(
                    "</Types>", f'<Override PartName="/xl/worksheets/table.xml" ContentType="{kind}"/></Types>'
                ).encode()
            new.writestr(name, text)
        new.writestr("xl/worksheets/table.xml", sheet)


def recalculated(office, workbook, folder):
    """What the spreadsheet program makes of the first sheet, and how long that took."""
    begun = time.perf_counter()
    done = subprocess.run(
        [office, "--headless", f"-env:UserInstallation=file://{folder}/profile", "--convert-to", "csv", "--outdir", folder, workbook],
        capture_output=True,
        text=True,
    )
    took = time.perf_counter() - begun
    name = f"{folder}/table.csv"
    if done.returncode:
        sys.exit(done.stderr)
    return list(csv.reader(open(name, encoding="utf-8"))), took


def main():
    office = shutil.which("soffice") or shutil.which("libreoffice")
    if not office:
        sys.exit("LibreOffice is missing")
    data = tempfile.mkdtemp(prefix="tally-bench")
    print("making the house", file=sys.stderr)
    stop(start(data))
    print(make(f"{data}/firm-tally.sqlite", sys.argv[2]), file=sys.stderr)
    server = start(data)
    guest = Guest("helen")
    times = []
    for _ in range(TIMED + 10):
        begun = time.perf_counter()
        answer = json.loads(guest.get(ASKED))
        times.append(time.perf_counter() - begun)
    ours = statistics.median(times[10:])
    begun = time.perf_counter()
    open(f"{data}/list.xlsx", "wb").write(guest.get(LIST))
    exported = time.perf_counter() - begun
    rows = list(csv.reader(guest.get(LIST.replace(".xlsx", ".csv")).decode().splitlines()))
    stop(server)
    head = [name.lower() for name in rows[0]]
    at = {
        "stage": column(head.index("stage")),
        "close": column(next(n for n, name in enumerate(head) if "expected close" in name)),
        "weighted": column(head.index("weighted")),
    }
    all_months = [c["label"] for c in answer["columns"] if c["keys"]]
    months = all_months[-MONTHS:]
    # Stages of two processes may be called the same: in the workbook they are one.
    stages = list(dict.fromkeys(r["label"] for r in answer["rows"] if r["keys"]))
    with_table(f"{data}/list.xlsx", f"{data}/table.xlsx", table_sheet(stages, months, len(rows), at))
    theirs, first = recalculated(office, f"{data}/table.xlsx", data)
    _, second = recalculated(office, f"{data}/table.xlsx", data)
    differ = 0
    for stage, line in zip(stages, theirs[1:]):
        for c, month in enumerate(months):
            place = len(all_months) - len(months) + c
            own = sum(float(r["cells"][place][0] or 0) for r in answer["rows"] if r["keys"] and r["label"] == stage)
            told = float(line[c + 1] or 0)
            # Each row of the export is rounded to the cent by itself; ours is rounded once.
            if abs(own - told) > 0.005 * len(rows):
                differ += 1
    print("| asked | rows | took |\n|---|---|---|")
    print(f"| our door, in the median of {TIMED} | {len(rows) - 1} | {ours * 1000:.0f} ms |")
    print(f"| LibreOffice, opened and worked out, first | {len(rows) - 1} | {first * 1000:.0f} ms |")
    print(f"| LibreOffice, again | {len(rows) - 1} | {second * 1000:.0f} ms |")
    print(f"| our export, beforehand | {len(rows) - 1} | {exported * 1000:.0f} ms |")
    print(f"{len(stages) * len(months)} figures, {differ} differ")
    sys.exit(1 if differ else 0)


if __name__ == "__main__":
    main()
