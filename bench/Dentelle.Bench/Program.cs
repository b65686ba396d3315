using System.Globalization;
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
    case ["scaling"]:
        OurTimes.Scaling();
        break;
    case ["scans", var from, var to, .. var how]:
        new Trials { AsScansAre = how is ["individual"] }.Print(
            int.Parse(from, CultureInfo.InvariantCulture),
            int.Parse(to, CultureInfo.InvariantCulture)
        );
        break;
    case ["grow", var database, var count]:
        LargePractice.Grow(database, int.Parse(count, CultureInfo.InvariantCulture));
        break;
    default:
        BenchmarkSwitcher.FromAssembly(typeof(CoreBench).Assembly).Run(args);
        break;
}
