using BenchmarkDotNet.Running;
using Hasp.Bench;

if (args is ["server"]) await ServerTimes.Run();
else if (args is ["crowd"]) await ServerTimes.Crowd();
else if (args is ["board"]) await ServerTimes.Board();
else if (args is ["chain"]) await ChainTimes.Run();
else BenchmarkSwitcher.FromAssembly(typeof(ServerTimes).Assembly).Run(args);
