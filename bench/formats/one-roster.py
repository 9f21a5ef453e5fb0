"""Reads a OneRoster bundle with nothing but Python's own library, and says whatever does not fit together."""
import csv
import io
import sys
import zipfile

REFERS = {
    "classes": {"courseSourcedId": "courses", "schoolSourcedId": "orgs", "termSourcedIds": "academicSessions"},
    "courses": {"orgSourcedId": "orgs", "schoolYearSourcedId": "academicSessions"},
    "academicSessions": {"parentSourcedId": "academicSessions"},
    "users": {"orgSourcedIds": "orgs", "primaryOrgSourcedId": "orgs"},
    "roles": {"userSourcedId": "users", "orgSourcedId": "orgs"},
    "enrollments": {"classSourcedId": "classes", "schoolSourcedId": "orgs", "userSourcedId": "users"},
    "lineItems": {"classSourcedId": "classes", "categorySourcedId": "categories"},
    "results": {"lineItemSourcedId": "lineItems", "studentSourcedId": "users"},
}
faults = []
with zipfile.ZipFile(sys.argv[1]) as bundle:
    assert bundle.testzip() is None
    tables = {
        name[:-4]: list(csv.DictReader(io.TextIOWrapper(bundle.open(name), "utf-8", newline=""), strict=True))
        for name in bundle.namelist()
    }
said = {row["propertyName"]: row["value"] for row in tables.pop("manifest")}
for key, mode in said.items():
    if key.startswith("file.") and (mode != "absent") != (key[5:] in tables):
        faults.append(f"the manifest says {mode} of {key[5:]}")
ids = {name: {row["sourcedId"] for row in rows} for name, rows in tables.items()}
for name, rows in tables.items():
    if len(ids[name]) != len(rows):
        faults.append(f"{name}: an id twice")
    for row in rows:
        for column, target in REFERS.get(name, {}).items():
            for one in filter(None, row.get(column, "").split(",")):
                if one not in ids.get(target, set()):
                    faults.append(f"{name}: {column} {one} is not among {target}")
years = [row["schoolYear"] for row in tables.get("academicSessions", []) if row["type"] == "schoolYear"]
if len(years) != len(set(years)):
    faults.append("a school year twice")
print("; ".join(faults[:5]) if faults else "ok")
