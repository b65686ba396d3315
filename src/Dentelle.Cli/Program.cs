using Dentelle.Cli;

return CommandLine.Run(args, Console.Out, Console.Error, AppContext.BaseDirectory);
