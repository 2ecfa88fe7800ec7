using System.Text;
using Garten.Formats.Records;

namespace Garten.Formats.Tests.Records;

public sealed class DelimitedTextTests
{
    [Theory]
    [InlineData("a,b\n1,\"x;y\"\n")]
    [InlineData("a;b\n1;x,y\n")]
    [InlineData("a\tb\n1\tx\n")]
    [InlineData("\"a,a\";b\n1;x\n")]
    public void The_separator_is_found_outside_quotation_marks(string text)
    {
        var table = DelimitedText.Read(Encoding.UTF8.GetBytes(text));
        table.Faults.ShouldBeEmpty();
        table.Headers.Count.ShouldBe(2);
        table.Rows.ShouldHaveSingleItem().Cells[0].ShouldBe("1");
    }

    [Fact]
    public void Letters_of_any_common_encoding_are_read()
    {
        const string Text = "name\nÁlvarez\n";
        foreach (
            var bytes in new[]
            {
                Encoding.UTF8.GetBytes(Text),
                [0xEF, 0xBB, 0xBF, .. Encoding.UTF8.GetBytes(Text)],
                [0xFF, 0xFE, .. Encoding.Unicode.GetBytes(Text)],
                [0xFE, 0xFF, .. Encoding.BigEndianUnicode.GetBytes(Text)],
                Encoding.Latin1.GetBytes(Text),
            }
        )
        {
            DelimitedText.Read(bytes).Rows[0].Cells[0].ShouldBe("Álvarez");
        }
    }

    [Fact]
    public void Rows_of_another_length_are_named_by_line_and_the_others_read()
    {
        var table = DelimitedText.Read("a,b\n1,2\n\n3\n4,\"5\n6\"\n7,8,9\n"u8.ToArray());
        table.Rows.Select(r => r.Cells[0]).ShouldBe(["1", "4"]);
        table.Faults.Select(f => f.Line).ShouldBe([4, 7]);
    }

    [Fact]
    public void What_is_no_table_is_refused_within_bounds()
    {
        Fault("").ShouldContain("empty");
        Fault("PK\u0003\u0004\0\0").ShouldContain("no text");
        Fault("a,b\n\"" + new string('x', 5_000_000)).ShouldContain("quotation mark");
        Fault(string.Join(',', Enumerable.Range(0, 300).Select(i => $"c{i}")) + "\n").ShouldContain("300 columns");
        Fault("a\n" + string.Join('\n', Enumerable.Repeat("1", 200_001))).ShouldContain("more than 200,000 rows");

        static string Fault(string text) =>
            DelimitedText.Read(Encoding.UTF8.GetBytes(text)).Faults.ShouldHaveSingleItem().Says;
    }
}
