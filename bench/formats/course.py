"""Reads a package of a course with nothing but Python's own library, by what IMS Common Cartridge 1.3 asks of one."""
import html.parser
import posixpath
import sys
import urllib.parse
import xml.etree.ElementTree as tree
import zipfile

CP = "{http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1}"
VARIANT = "{http://www.imsglobal.org/xsd/imsccv1p3/imscp_extensionv1p2}variant"
QTI = "{http://www.imsglobal.org/xsd/ims_qtiasiv1p2}"
BASE = "$IMS-CC-FILEBASE$"
ROOTS = {
    "imsqti_xmlv1p2/imscc_xmlv1p3/assessment": QTI + "questestinterop",
    "imswl_xmlv1p3": "{http://www.imsglobal.org/xsd/imsccv1p3/imswl_v1p3}webLink",
    "assignment_xmlv1p0": "{http://www.imsglobal.org/xsd/imscc_extensions/assignment}assignment",
}
PROFILES = {"cc.multiple_choice.v0p1", "cc.multiple_response.v0p1", "cc.true_false.v0p1", "cc.fib.v0p1", "cc.essay.v0p1"}


class Addresses(html.parser.HTMLParser):
    def __init__(self):
        super().__init__()
        self.found = set()

    def handle_starttag(self, tag, attrs):
        self.found |= {value for key, value in attrs if (tag, key) in (("a", "href"), ("img", "src"))}


def local(page, text, names):
    """Every address of a text that is none of the web leads to a file of the package."""
    parser = Addresses()
    parser.feed(text)
    paths = {one.removeprefix(BASE) for one in parser.found if not one.startswith(("http:", "https:", "mailto:"))}
    lead = {posixpath.normpath(posixpath.join(posixpath.dirname(page), urllib.parse.unquote(one))) for one in paths}
    assert lead <= names, f"{page} leads nowhere: {sorted(lead - names)[:3]}"
    return len(lead)


with zipfile.ZipFile(sys.argv[1]) as package:
    assert package.testzip() is None, "a part is damaged"
    names = set(package.namelist())
    assert len(names) == len(package.namelist()), "a name is there twice"
    manifest = tree.fromstring(package.read("imsmanifest.xml"))
    about = manifest.find(f"{CP}metadata")
    assert (about.findtext(f"{CP}schema"), about.findtext(f"{CP}schemaversion")) == ("IMS Common Cartridge", "1.3.0")
    resources = {one.get("identifier"): one for one in manifest.iter(f"{CP}resource")}
    assert len(resources) == sum(1 for _ in manifest.iter(f"{CP}resource")), "an identifier is there twice"
    organization = manifest.find(f"{CP}organizations/{CP}organization")
    assert organization.get("structure") == "rooted-hierarchy" and len(organization.findall(f"{CP}item")) == 1
    items = [one for one in manifest.iter(f"{CP}item") if one.get("identifierref")]
    assert all(one.findtext(f"{CP}title") for one in items), "something has no title"
    pointed = [one.get("identifierref") for one in (*items, *manifest.iter(f"{CP}dependency"), *manifest.iter(VARIANT))]
    assert set(pointed) <= set(resources), "something points at no resource"
    files = [urllib.parse.unquote(one.get("href")) for one in manifest.iter(f"{CP}file")]
    assert sorted([*files, "imsmanifest.xml"]) == sorted(names), "files and resources are not the same"
    links = questions = 0
    for one in resources.values():
        path, kind = urllib.parse.unquote(one.get("href")), one.get("type")
        if path.endswith(".html"):
            links += local(path, package.read(path).decode(), names)
        if kind not in ROOTS:
            assert kind == "webcontent", kind
            continue
        root = tree.fromstring(package.read(path))
        assert root.tag == ROOTS[kind], root.tag
        for text in root.iter():
            if text.get("texttype") == "text/html":
                links += local(path, text.text or "", names)
        fields = [field for field in root.iter(f"{QTI}qtimetadatafield") if field.findtext(f"{QTI}fieldlabel") == "cc_profile"]
        asked = [field.findtext(f"{QTI}fieldentry") for field in fields][1:]
        assert set(asked) <= PROFILES, asked
        questions += len(asked)
print(f"ok, {len(items)} things, {questions} questions in its own profile, {links} links lead somewhere")
