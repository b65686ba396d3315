namespace Dentelle.Web;

/// <summary>How the program ends when it can't begin.</summary>
internal static class Exit
{
    public const int WrongNumbers = 2,
        InUse = 3,
        NoData = 4,
        PortTaken = 5;
}
