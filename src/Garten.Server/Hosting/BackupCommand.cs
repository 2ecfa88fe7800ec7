using System.Globalization;
using Garten.Data.Cluster;
using Garten.Server.Requests;

namespace Garten.Server.Hosting;

/// <summary>The commands <c>backup</c> and <c>restore</c>.</summary>
public static class BackupCommand
{
    /// <summary>Runs one of them.</summary>
    /// <param name="args">The command, the file, and --data with the folder.</param>
    /// <returns>The exit code.</returns>
    /// <exception cref="SettingsException">The words are not understood.</exception>
    /// <exception cref="ClusterException">It could not be done.</exception>
    public static async Task<int> RunAsync(string[] args)
    {
        if (args is not [var command, var file, "--data", var folder])
        {
            throw new SettingsException(
                $"Say ./garten {args[0]} FILE, and --data DIR where Garten does not run on its usual folder."
            );
        }

        using var stopping = new CancellationTokenSource();
        Console.CancelKeyPress += (_, e) =>
        {
            e.Cancel = true;
            stopping.Cancel();
        };
        if (command == "backup")
        {
            var size = await ClusterBackup.WriteAsync(folder, file, stopping.Token);
            Console.WriteLine(
                string.Create(
                    CultureInfo.InvariantCulture,
                    $"{file} holds all of {folder} ({size / 1024.0 / 1024.0:0.0} MB). It tells places and password hashes: keep it where only stewards can read it."
                )
            );
        }
        else
        {
            await ClusterBackup.RestoreAsync(folder, file, stopping.Token);
            Console.WriteLine(
                $"{file} is restored into {folder}. What was there before is kept in the database {ClusterBackup.Before} until the next restore."
            );
        }

        return 0;
    }
}
