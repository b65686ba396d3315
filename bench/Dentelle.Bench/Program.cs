using BenchmarkDotNet.Running;
using Dentelle.Bench;

BenchmarkSwitcher.FromAssembly(typeof(CoreBench).Assembly).Run(args);
