using System.CommandLine;
using Hasp.Cli;

var file = new Argument<FileInfo>("file") { Description = "A joint document; - reads standard input." };
var json = new Option<bool>("--json") { Description = "Write the result document instead of words." };
var us = new Option<bool>("--us") { Description = "US customary units in words." };

var evaluate = new Command("evaluate", "Judge a joint: 0 it holds, 1 it falls short, 2 bad input, "
    + "3 nothing judged falls short but not all was looked at.") { file, json,
    us };
evaluate.SetAction(p => Commands.Evaluate(p.GetValue(file)!, p.GetValue(json), p.GetValue(us), Console.In, Console.Out, Console.Error));

var find = new Command("find", "Judge every size and grade of the joint's series: 0 something holds, 1 nothing does, 2 bad input.") { file,
    json, us };
find.SetAction(p => Commands.Find(p.GetValue(file)!, p.GetValue(json), p.GetValue(us), Console.In, Console.Out, Console.Error));

var samples = new Option<long?>("--samples") { Description = "How many samples; the document's, or a million, where absent." };
var seed = new Option<int?>("--seed") { Description = "The same seed gives the same result; the document's, or 1, where absent." };
var chance = new Command("chance", "Sample a joint: how often it opens, slips or yields. Ctrl+C stops and shows what is done.") { file,
    json, samples, seed };
chance.SetAction((p, stop) => Task.Run(() => Commands.Chance(file: p.GetValue(file)!, json: p.GetValue(json), samples: p.GetValue(samples),
    seed: p.GetValue(seed), input: Console.In, output: Console.Out, error: Console.Error, stop: stop)));

var workbook = new Argument<FileInfo>("to") { Description = "The workbook to write (XLSX)." };
var sheet = new Command("sheet", "Write a joint as a workbook that calculates: its cells are the formulas of the working.") { file,
    workbook };
sheet.SetAction(p => Commands.Sheet(p.GetValue(file)!, p.GetValue(workbook)!, Console.In, Console.Out, Console.Error));

var calculation = new Argument<FileInfo>("to") { Description = "The file to write (HTML)." };
var length = new Option<string?>("--length") { Description = "summary, usual or full; usual where absent." };
var paper = new Option<string?>("--paper") { Description = "a4 or letter; a4 where absent." };
var report = new Command("report", "Write a joint's calculation as one file, to be printed and signed.") { file, calculation, length,
    paper, us };
report.SetAction(p => Commands.Report(p.GetValue(file)!, p.GetValue(calculation)!, p.GetValue(length), p.GetValue(paper), p.GetValue(us),
    Console.In, Console.Out, Console.Error));

var schema = new Command("schema", "Write the JSON Schema of the joint document.");
schema.SetAction(_ => Commands.Schema(Console.Out));

var format = new Command("format", "Write docs/format.md: every field, check id and value name.");
format.SetAction(_ => Commands.Format(Console.Out));

var kept = new Argument<FileInfo>("file") { Description = "The backup." };
var data = new Option<string>("--data") { Description = "The data folder of the server.", DefaultValueFactory = _ => ".data" };

var backup = new Command("backup", "Keep the whole database in one file, also while the server runs.") { kept, data };
backup.SetAction(p => Commands.Backup(p.GetValue(data)!, p.GetValue(kept)!, Console.Out, Console.Error));

var anyway = new Option<bool>("--anyway") { Description = "Take a backup whose log is broken." };
var restore = new Command("restore",
    "Put a backup in the database's place; the server must be stopped. What stood there is kept beside it.") { kept, data, anyway };
restore.SetAction(p => Commands.Restore(p.GetValue(data)!, p.GetValue(kept)!, p.GetValue(anyway), Console.Out, Console.Error));

var signingKey = new Option<string>("--signing-key")
{
    Description = "The key that the server signs with; the user's own where absent.", DefaultValueFactory = _ => "",
};
var checkpoints = new Option<string>("--checkpoints") { Description = "Where the server puts a signed head each shift.",
    DefaultValueFactory = _ => "" };
var expect = new Option<string[]>("--expect") { Description = "An entry that has to be there, as NUMBER:HASH from a record or a traveller." };
var checkLog = new Command("check-log",
    "See whether every entry of the shop's log is as it was written, signed, and none is missing: 0 whole, 1 broken, 2 no log to look at.")
{
    data, signingKey, checkpoints, expect,
};
checkLog.SetAction(p => Commands.CheckLog(p.GetValue(data)!, p.GetValue(signingKey)!, p.GetValue(checkpoints)!, p.GetValue(expect) ?? [],
    Console.Out, Console.Error));

var project = new Argument<string>("project") { Description = "Name or number of the project." };
var zip = new Argument<FileInfo>("file") { Description = "The pack (ZIP)." };
var pack = new Command("pack", "Put a project into one file, signed, also while the server runs.") { project, zip, data, signingKey };
pack.SetAction(p => Commands.Pack(p.GetValue(data)!, p.GetValue(project)!, p.GetValue(zip)!, p.GetValue(signingKey)!, Console.Out,
    Console.Error));

var into = new Argument<DirectoryInfo?>("folder") { Description = "Where its files go; only looked through where absent.",
    Arity = ArgumentArity.ZeroOrOne };
var unpack = new Command("unpack",
    "See whether a pack is as it was made and signed, and write its files: 0 whole, 1 altered, 2 no pack to look at.")
{
    zip, into,
};
unpack.SetAction(p => Commands.Unpack(p.GetValue(zip)!, p.GetValue(into), Console.Out, Console.Error));

var name = new Argument<string>("name") { Description = "Name of the account." };
var reset = new Command("reset", "Make a link by which an account's password is chosen anew, also while the server runs.") { name, data,
    signingKey };
reset.SetAction(p => Commands.Reset(p.GetValue(data)!, p.GetValue(name)!, p.GetValue(signingKey)!, Console.Out, Console.Error));

var root = new RootCommand("Hasp: sizes the bolts of a joint. For use by a competent person; "
    + "the local code and licensed practice come first.")
{
    evaluate, find, chance, sheet, report, schema, format, backup, restore, checkLog, pack, unpack, reset,
};
var parsed = root.Parse(args);
var exit = parsed.Invoke();
// A command line that cannot be read is bad input like any other.
return parsed.Errors.Count > 0 ? Commands.BadInput : exit;
