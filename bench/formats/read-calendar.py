"""Reads a calendar with python-icalendar, and says how many events and tasks are in it and what is wrong with them."""
import sys

from icalendar import Calendar

faults, counts = [], {"VEVENT": 0, "VTODO": 0}
with open(sys.argv[1], "rb") as file:
    calendar = Calendar.from_ical(file.read())
for part in calendar.walk():
    if part.name not in counts:
        continue
    counts[part.name] += 1
    for needed in ("UID", "DTSTAMP", "SUMMARY"):
        if needed not in part:
            faults.append(f"{part.name} without {needed}")
    if part.name == "VEVENT" and str(part["SUMMARY"]).startswith("Due: ") and part["DTSTART"].dt != part["DTEND"].dt:
        faults.append(f"{part['SUMMARY']} takes time")
print("; ".join(faults[:5]) if faults else f"ok, {counts['VEVENT']} events, {counts['VTODO']} tasks")
