"""What holds of a running server: nothing acknowledged is lost, nothing is a fault of its own, many people are served."""

from __future__ import annotations

import copy
import json
import random
import re
import threading
import time
import urllib.error
import urllib.request

from jsonschema import Draft202012Validator

from rowstake.core.faults import JobFault
from rowstake.core.job import read_job_text, write_job_text
from rowstake.core.plan import plan

NASTY = (
    None, True, -1, 0, 1, 1e-300, 1e300, 10**40, "", " ", "x" * 5000, "\x00", "\ud800", "=1+1", "1e9", [], {}, [[]], {"a": {}}, "٣", "-5 m", 0.1,
    "5'6", [None], {"do": "set"}, False, 2**31, -(2**63),
)  # fmt: skip


def leaves(value, at=()):
    """(parents, key) of everything in a document."""
    pairs = value.items() if isinstance(value, dict) else enumerate(value) if isinstance(value, list) else ()
    for key, inner in pairs:
        yield (*at, key)
        yield from leaves(inner, (*at, key))


def mutated(dice: random.Random, document):
    """The document with a few things replaced, taken out, doubled or renamed."""
    made = copy.deepcopy(document)
    for _ in range(dice.choice([1, 1, 1, 2, 4])):
        places = list(leaves(made))
        if not places:
            break
        *parents, key = dice.choice(places)
        at = made
        for parent in parents:
            at = at[parent]
        how = dice.random()
        if how < 0.6:
            at[key] = dice.choice(NASTY)
        elif how < 0.75:
            del at[key]
        elif isinstance(at, dict):
            at[f"{key}{dice.choice(['', '_', ' '])}"] = copy.deepcopy(at[key])
        else:
            at.append(copy.deepcopy(at[key]))
    return made


def job_files(seed: int, count: int, sources) -> None:
    """Mutated job files: read and planned, or refused in words."""
    dice = random.Random(seed)
    for _ in range(count):
        text = json.dumps(mutated(dice, json.loads(write_job_text(dice.choice(sources)))))
        if dice.random() < 0.1:
            text = text[: dice.randrange(len(text))]
        try:
            plan(read_job_text(text))
        except JobFault as fault:
            assert all(f.message for f in fault.faults)


class Promised:
    """The document of the interface, held to what is answered."""

    def __init__(self, document) -> None:
        self.document, self.validators = document, {}
        self.paths = [(re.compile(re.sub(r"\{[^}]+\}", "[^/]+", path)), how) for path, how in document["paths"].items()]

    def holds(self, method: str, path: str, answer) -> None:
        """Its status is one the document names for this path, and its body is of the shape it gives."""
        how = next((h for path_, h in self.paths if path_.fullmatch(path)), {}).get(method.lower())
        if how is None:  # the pages themselves, for any path of theirs; nothing else
            assert not path.startswith("/api/") or answer.status_code >= 400, (method, path, answer.status_code)
            return
        status = str(answer.status_code)
        told = how["responses"].get(status) or how["responses"].get(f"{status[0]}XX")
        assert told is not None, (method, path, status, sorted(how["responses"]))
        kind = answer.headers.get("content-type", "").split(";")[0]
        schema = told.get("content", {}).get(kind, {}).get("schema")
        if schema:
            key = json.dumps(schema)
            if key not in self.validators:
                whole = {**schema, "components": self.document["components"]}
                self.validators[key] = Draft202012Validator(whole)
            wrong = next(self.validators[key].iter_errors(answer.json()), None)
            assert wrong is None, (method, path, status, wrong.json_path, wrong.message[:300])


def requests(client, seed: int, count: int, asks) -> dict[int, int]:
    """Requests made from good ones by mutation: none is a fault of the server's own, every refusal is a problem, and every
    answer is as the document of the interface says."""
    dice, said, promised = random.Random(seed), {}, Promised(client.get("/api/openapi.json").json())
    for _ in range(count):
        method, path, body = dice.choice(asks)
        if dice.random() < 0.15:
            path = path.replace(
                dice.choice(path.split("/")[1:] or ["x"]),
                dice.choice(["%00", "x", "..", "%ED%A0%80", str(10**30), "é"]),
                1,
            )
        raw = None if body is None else json.dumps(mutated(dice, body)).encode("utf-8", "replace")
        if raw and dice.random() < 0.05:
            raw = raw[: dice.randrange(len(raw))]
        answer = client.request(method, path, content=raw, headers={"Content-Type": "application/json"})
        said[answer.status_code] = said.get(answer.status_code, 0) + 1
        assert answer.status_code < 500, (method, path, (raw or b"")[:300], answer.text[:300])
        promised.holds(method, answer.url.path, answer)
        if answer.status_code >= 400:
            told = answer.json()
            assert answer.headers["content-type"] == "application/problem+json"
            assert told["status"] == answer.status_code
            assert told["title"]
    return said


def ask(url: str, method: str = "GET", body=None, timeout: float = 60):
    """(status, answer) over the network; (0, None) where nobody answers."""
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(url, data, {"Content-Type": "application/json"}, method=method)
    try:
        with urllib.request.urlopen(request, timeout=timeout) as answer:
            return answer.status, json.load(answer)
    except urllib.error.HTTPError as error:
        return error.code, json.loads(error.read() or b"null")
    except (urllib.error.URLError, OSError):
        return 0, None


MOST_TRIES = 100


def people(url: str, count: int, seconds: float, new) -> dict[int, int]:
    """So many people edit and save their own jobs; every answer is one or says that it is busy, and each save is kept."""
    said: dict[int, int] = {}
    lock, until = threading.Lock(), time.monotonic() + seconds
    lost: list[str] = []

    def told(status):
        with lock:
            said[status] = said.get(status, 0) + 1

    def person(n):
        while True:
            status, made = ask(f"{url}/api/jobs", "POST", new)
            told(status)
            if status == 201:
                break
            time.sleep(0.2 + n % 7 / 10)
        held, number, tries = made["held"], 0, 0
        while time.monotonic() < until or (not number and tries < MOST_TRIES):  # once at least, on a slow machine too
            tries += 1
            edit = {"do": "leg", "index": 0, "length_mm": 6000 + (n * 7 + number) % 900}
            status, planned = ask(f"{url}/api/plan", "POST", {"document": held["document"], "edits": [edit]})
            told(status)
            if status == 200:
                kept = {"revision": held["revision"], "document": planned["document"]}
                status, saved = ask(f"{url}/api/jobs/{held['id']}", "PUT", kept)
                told(status)
                if status == 200:
                    held, number = saved, number + 1
                    continue
            time.sleep(0.2 + n % 7 / 10)
        for _ in range(MOST_TRIES):
            status, opened = ask(f"{url}/api/jobs/{held['id']}")
            if status == 200:
                if opened["held"]["revision"] != held["revision"]:
                    lost.append(held["id"])
                return
            time.sleep(0.3)
        lost.append(held["id"])

    threads = [threading.Thread(target=person, args=(n,)) for n in range(count)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(seconds + 120)
    assert not lost
    return said
