using System.IO.Compression;
using Garten.Formats.Guides;
using Garten.Formats.Packages;
using Garten.Testing;

namespace Garten.Formats.Tests.Guides;

public sealed class PackageFilesTests
{
    [Fact]
    public void A_zip_reads_as_its_folder_does()
    {
        var folder = Repository.PathTo("guides", "tamsin-fork");
        var zip = Path.Combine(TestCluster.NewFolder(), "guide.zip");
        ZipFile.CreateFromDirectory(folder, zip);
        PackageFiles.Read(zip).Checksum.ShouldBe(PackageFiles.Read(folder).Checksum);
        GuideReader.Read(PackageFiles.Read(zip)).Ok.ShouldBeTrue();
    }

    [Fact]
    public void What_is_no_package_is_refused_in_a_sentence()
    {
        Should
            .Throw<PackageException>(() => PackageFiles.Read("/nowhere/at/all"))
            .Message.ShouldContain("no folder or file");
        var file = Path.Combine(TestCluster.NewFolder(), "text.zip");
        File.WriteAllText(file, "this is no zip file");
        Should.Throw<PackageException>(() => PackageFiles.Read(file)).Message.ShouldContain("not a zip file");
    }

    [Fact]
    public void Files_in_folders_of_a_zip_are_left_aside()
    {
        var zip = Path.Combine(TestCluster.NewFolder(), "guide.zip");
        using (var archive = ZipFile.Open(zip, ZipArchiveMode.Create))
        {
            archive.CreateEntry("../outside.csv");
            archive.CreateEntry("taxa.csv");
        }

        PackageFiles.Read(zip).All.Keys.ShouldBe(["taxa.csv"]);
    }
}
