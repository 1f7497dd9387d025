using BenchmarkDotNet.Running;
using Hasp.Bench;

if (args is ["server"]) await ServerTimes.Run();
else BenchmarkSwitcher.FromAssembly(typeof(ServerTimes).Assembly).Run(args);
