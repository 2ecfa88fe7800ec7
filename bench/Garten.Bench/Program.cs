using BenchmarkDotNet.Running;

BenchmarkSwitcher.FromAssembly(typeof(Garten.Bench.BenchDeskBenchmarks).Assembly).Run(args);
