"""rowstake serve | demo | backup | restore | plan | check | cost | reckon | check-vectors | export | formulas | openapi"""

from __future__ import annotations

import argparse
import datetime
import json
import sys
from collections.abc import Sequence
from importlib import resources
from pathlib import Path

from rowstake.core.faults import JobFault, refuse


def _text(path: str) -> str:
    try:
        return sys.stdin.read() if path == "-" else Path(path).read_text("utf-8")
    except (OSError, UnicodeDecodeError) as error:
        raise refuse("file", path, "a file that can be read as text", str(error)) from None


def _bytes(path: str) -> bytes:
    try:
        return Path(path).read_bytes()
    except OSError as error:
        raise refuse("file", path, "a file that can be read", str(error)) from None


def plan_command(args: argparse.Namespace) -> int:
    """The plan of a job file, as JSON."""
    from pydantic import TypeAdapter

    from rowstake.core.desk import Desk, desk
    from rowstake.core.job import read_job_text
    from rowstake.core.parts import Part
    from rowstake.core.plan import plan
    from rowstake.core.record import Record, read_entries
    from rowstake.core.site.as_built import as_built
    from rowstake.core.site.sheet import SiteSheet, site_sheet

    job = read_job_text(_text(args.job))
    record = Record(read_entries(_text(args.built))) if args.built else Record()
    made = plan(as_built(job, record).job)
    out = TypeAdapter(Desk).dump_python(desk(made), mode="json")
    out["parts"] = TypeAdapter(list[Part]).dump_python(list(made.parts), mode="json")
    if args.built:
        out["site"] = TypeAdapter(SiteSheet).dump_python(site_sheet(job, record), mode="json")
    print(json.dumps(out, ensure_ascii=False, indent=2))
    return 0


def reckon_command(args: argparse.Namespace) -> int:
    """JSON inputs on standard input, JSON outputs on standard output."""
    from rowstake.core.reckoners import find
    from rowstake.core.reckoners.base import read_inputs

    reckoner = find(args.name)
    try:
        inputs = json.loads(_text(args.inputs))
    except json.JSONDecodeError as error:
        raise refuse("inputs", args.inputs, "a JSON object", str(error)) from None
    if not isinstance(inputs, dict):
        raise refuse("inputs", type(inputs).__name__, "a JSON object", "Inputs are a JSON object")
    print(reckoner.run(read_inputs(reckoner, inputs)).model_dump_json(indent=2))
    return 0


def vectors_command(args: argparse.Namespace) -> int:
    from rowstake.core.reckoners.vectors import check_all

    passed = failed = 0
    for path in args.files:
        for number, wrong in check_all(_text(path).splitlines()):
            passed, failed = passed + (not wrong), failed + bool(wrong)
            if wrong:
                print(f"{path}:{number}: {wrong}")
    print(f"{passed} passed, {failed} failed")
    return 1 if failed else 0


def check_command(args: argparse.Namespace) -> int:
    """What of each job does not go together, what nothing holds, and its findings; 1 where there is any of the first two."""
    from rowstake.core.check import checked
    from rowstake.core.job import read_job_text
    from rowstake.core.plan import plan

    code = 0
    for path in args.jobs:
        try:
            made = plan(read_job_text(_text(path)))
        except JobFault as fault:
            print(f"{path}: {'; '.join(str(each) for each in fault.faults)}")
            code = 1
            continue
        found = checked(made, most_pieces=sys.maxsize)
        print(
            f"{path}: {made.brief.job.name}: {'goes together, and all of it is held' if found.sound else 'does not stand as drawn'}"
        )
        for remark in (*found.apart, *found.loose):
            print(f"  {remark.words}")
        for finding in made.findings:
            print(f"  to look at: {finding.title}")
        code = code if found.sound else 1
    return code


def cost_command(args: argparse.Namespace) -> int:
    """What a job costs by books of prices, as JSON: every line, the subtotals and the total as decimal strings, and what has no price."""
    from rowstake.core.cost.book import together
    from rowstake.core.cost.costing import costed
    from rowstake.core.cost.told import as_data
    from rowstake.core.job import read_job_text
    from rowstake.core.plan import plan
    from rowstake.files.books import read_book

    read = [read_book(_bytes(path), path) for path in args.book]
    for path, made in zip(args.book, read, strict=True):
        for row in made.left_out:
            print(f"{path}: row {row.number} is left out: {row.words}", file=sys.stderr)
    prices = together([made.book for made in read])
    print(
        json.dumps(
            as_data(costed(plan(read_job_text(_text(args.job))), prices), args.book), ensure_ascii=False, indent=2
        )
    )
    return 0


def _shipped(names: Sequence[str]) -> list[str]:
    """The books of the demo among those that a job names: the others are in a database."""
    folder = resources.files("rowstake") / "demo" / "books"
    return [str(folder / f"{name}.csv") for name in names if (folder / f"{name}.csv").is_file()]


def export_command(args: argparse.Namespace) -> int:
    from rowstake.core.cost.book import together
    from rowstake.core.job import read_job_text
    from rowstake.core.plan import plan
    from rowstake.core.record import Record, read_entries
    from rowstake.core.site.as_built import as_built
    from rowstake.files import Issue, export, formats
    from rowstake.files.books import read_book

    job = read_job_text(_text(args.job))
    books = [read_book(_bytes(path), path).book for path in args.book or _shipped(job.terms.books)]
    record = Record(read_entries(_text(args.built))) if args.built else Record()
    issue = Issue(datetime.date.today(), prices=together(books) if books else None, record=record, built=bool(record))
    logged = args.format in formats() and formats()[args.format].logged
    made = plan(job if logged else as_built(job, record).job)
    _, name, data = export(made, args.format, args.document, issue)
    if args.out == "-":
        sys.stdout.buffer.write(data)
    else:
        target = Path(args.out) if args.out else Path(name)
        target.write_bytes(data)
        print(target)
    return 0


def openapi_command(args: argparse.Namespace) -> int:
    from rowstake.server.app import create_app

    print(json.dumps(create_app().openapi(), indent=2, ensure_ascii=False))
    return 0


def formulas_command(args: argparse.Namespace) -> int:
    """The closed formulas that site mode needs without a signal, as TypeScript."""
    from rowstake.files.closed_ts import closed_ts

    print(closed_ts(), end="")
    return 0


def serve_command(args: argparse.Namespace) -> int:
    from rowstake.server.run import serve

    return serve(args.database, args.port)


def demo_command(args: argparse.Namespace) -> int:
    from rowstake.server.run import demo

    return demo(fresh=args.fresh, port=args.port)


def backup_command(args: argparse.Namespace) -> int:
    from rowstake.server.keeping import backup

    return backup(Path(args.file))


def restore_command(args: argparse.Namespace) -> int:
    from rowstake.server.keeping import restore

    return restore(Path(args.file))


def parser() -> argparse.ArgumentParser:
    top = argparse.ArgumentParser(prog="rowstake", description=__doc__)
    commands = top.add_subparsers(dest="command", required=True)

    def command(name: str, run: object, words: str) -> argparse.ArgumentParser:
        made = commands.add_parser(name, help=words, description=words)
        made.set_defaults(run=run)
        return made

    serve = command("serve", serve_command, "serve on loopback with a database that is already running")
    serve.add_argument("--database", required=True, help="postgresql+psycopg://user@host:port/name")
    serve.add_argument("--port", type=int, default=8710)
    demo = command("demo", demo_command, "start a database and the application with demo data")
    demo.add_argument("--fresh", action="store_true", help="start over with new demo data")
    demo.add_argument("--port", type=int, default=8710)
    backup = command(
        "backup",
        backup_command,
        "a copy of all jobs, sites, books, records and photos in one file, whether it runs or not",
    )
    backup.add_argument("file", help="a file that is not there yet")
    restore = command("restore", restore_command, "put such a copy back; what was there is kept beside it")
    restore.add_argument("file")
    plan = command("plan", plan_command, "print the plan of a job file as JSON")
    plan.add_argument("job", help="a job file, or - for standard input")
    plan.add_argument("--built", help="entries made on site, as JSON lines: the plan of the job as it stands")
    check = command(
        "check", check_command, "say what of job files does not go together or is not held, and their findings"
    )
    check.add_argument("jobs", nargs="+", help="job files, or - for standard input")
    reckon = command("reckon", reckon_command, "one calculation: JSON in, JSON out")
    reckon.add_argument("name")
    reckon.add_argument("inputs", nargs="?", default="-", help="a JSON file, or - for standard input")
    vectors = command("check-vectors", vectors_command, "check reckoners against files of test vectors")
    vectors.add_argument("files", nargs="+")
    cost = command("cost", cost_command, "what a job costs by books of prices, as JSON")
    cost.add_argument("job", help="a job file, or - for standard input")
    cost.add_argument(
        "--book", required=True, action="append", help="a book of prices, CSV or XLSX; may be given more than once"
    )
    export = command("export", export_command, "write a job in an open format")
    export.add_argument("job")
    export.add_argument(
        "--format",
        required=True,
        help="json, csv, svg, dxf, glb, pdf, xlsx, cuts-pdf, quote-pdf, quote-xlsx, ics, log, log-csv, log-pdf or inspection-pdf",
    )
    export.add_argument(
        "--book",
        action="append",
        help="a book of prices that lists, tickets and quotations follow, the demo's own where the job names them; may be given more than once",
    )
    export.add_argument(
        "--built", help="entries made on site, as JSON lines: the job as it stands, and what a log is made of"
    )
    export.add_argument("--document", help="which list or drawing; the first when left out")
    export.add_argument("--out", help="a file to write, or - for standard output")
    command("formulas", formulas_command, "print the closed formulas of the core as TypeScript")
    command("openapi", openapi_command, "print the OpenAPI document of the server")
    return top


def main(argv: Sequence[str] | None = None) -> int:
    args = parser().parse_args(argv)
    try:
        code: int = args.run(args)
    except JobFault as fault:
        for each in fault.faults:
            print(f"rowstake: {each}", file=sys.stderr)
        return 2
    return code


if __name__ == "__main__":
    sys.exit(main())
