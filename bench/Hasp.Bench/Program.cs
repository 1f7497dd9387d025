using BenchmarkDotNet.Running;
using Hasp.Bench;

if (args is ["server"]) await ServerTimes.Run();
else if (args is ["crowd"]) await ServerTimes.Crowd();
else if (args is ["import"]) await ServerTimes.Imports();
else if (args is ["board"]) await ServerTimes.Board();
else if (args is ["chain"]) await ChainTimes.Run();
else if (args is ["sheet", var folder]) SheetTimes.Run(folder);
else BenchmarkSwitcher.FromAssembly(typeof(ServerTimes).Assembly).Run(args);
