using BenchmarkDotNet.Running;
using Dentelle.Bench;
using Dentelle.Bench.Peers;

switch (args)
{
    case ["peer-inputs", var folder]:
        PeerInputs.Write(folder);
        break;
    case ["peer-times", var folder]:
        OurTimes.Print(folder);
        break;
    default:
        BenchmarkSwitcher.FromAssembly(typeof(CoreBench).Assembly).Run(args);
        break;
}
