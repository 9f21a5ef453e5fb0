"""Reads an archive of a class with nothing but Python's own library, as docs/archive.md describes it."""
import hashlib
import html.parser
import json
import sys
import zipfile

with zipfile.ZipFile(sys.argv[1]) as archive:
    assert archive.testzip() is None, "a part is damaged"
    names = archive.namelist()
    assert len(names) == len(set(names)), "a name is there twice"
    manifest = json.loads(archive.read("manifest.json"))
    schema = json.loads(archive.read("schema.json"))["$defs"]
    rows = 0
    for table, said in manifest["tables"].items():
        text = archive.read(f"data/{table}.jsonl")
        assert hashlib.sha256(text).hexdigest() == said["sha256"], table
        lines = [json.loads(line) for line in text.decode().splitlines()]
        assert len(lines) == said["rows"], table
        assert all(set(line) == set(schema[table]["required"]) for line in lines), table
        rows += len(lines)
    for file in manifest["files"]:
        [name] = [one for one in names if one.startswith(f"files/{file['sha256']}")]
        assert hashlib.sha256(archive.read(name)).hexdigest() == file["sha256"], name

    class Links(html.parser.HTMLParser):
        found = set()

        def handle_starttag(self, tag, attrs):
            self.found |= {value for key, value in attrs if tag == "a" and key == "href"}

    for page in (one for one in names if one.endswith(".html")):
        parser = Links()
        parser.feed(archive.read(page).decode())
    local = {link.removeprefix("../") for link in Links.found if not link.startswith(("http", "mailto"))}
    assert local <= set(names), f"leads nowhere: {sorted(local - set(names))[:3]}"
print(f"ok, {rows} rows, {len(manifest['files'])} files, {len(local)} links lead somewhere")
