namespace Dentelle.Web.Logging;

/// <summary>What goes into the log besides what escapes: whoever looks after the program reads it there.</summary>
internal static partial class LogLines
{
    [LoggerMessage(Level = LogLevel.Error, Message = "Case {Id} can't be shown")]
    public static partial void CaseNotShown(this ILogger log, Guid id, Exception? fault);

    [LoggerMessage(Level = LogLevel.Error, Message = "The run sheet of case {Number} can't be made")]
    public static partial void SheetNotMade(this ILogger log, int number, Exception fault);

    [LoggerMessage(Level = LogLevel.Error, Message = "The coming visits can't be reckoned ahead")]
    public static partial void SumsNotMade(this ILogger log, Exception fault);

    [LoggerMessage(Level = LogLevel.Warning, Message = "What was reckoned of coming visits could not be kept")]
    public static partial void SumsNotKept(this ILogger log, Exception fault);

    [LoggerMessage(Level = LogLevel.Information, Message = "{Count} entries left the bin for good")]
    public static partial void BinEmptied(this ILogger log, int count);

    [LoggerMessage(Level = LogLevel.Warning, Message = "The bin could not be emptied: its entries lie there a day longer")]
    public static partial void BinNotEmptied(this ILogger log, Exception fault);

    [LoggerMessage(Level = LogLevel.Error, Message = "Scans could not be measured")]
    public static partial void InspectionFailed(this ILogger log, Exception fault);

    [LoggerMessage(Level = LogLevel.Error, Message = "No backup was made: {Sentence}")]
    public static partial void BackupFailed(this ILogger log, string sentence);

    [LoggerMessage(Level = LogLevel.Warning, Message = "The laboratory's folder can't be read just now")]
    public static partial void LaboratoryNotRead(this ILogger log, Exception fault);

    [LoggerMessage(Level = LogLevel.Warning, Message = "{Name} was laid aside: {Sentence}")]
    public static partial void AnswerRefused(this ILogger log, string name, string sentence);
}
