using Garten.Cli;

return Commands.Run(args, Console.Out, Console.Error);
