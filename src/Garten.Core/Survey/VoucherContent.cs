namespace Garten.Core.Survey;

/// <summary>A specimen taken.</summary>
/// <param name="Stand">Plants in the stand before.</param>
/// <param name="Taken">Whole plants taken; 0 for a twig.</param>
/// <param name="Permit">The permit; may be empty.</param>
public sealed record VoucherContent(string Number, string KeptAt, DateOnly TakenOn, int Stand, int Taken, string Permit)
{
    /// <summary>Most plants a stand is counted to.</summary>
    public const int MostStand = 1_000_000;

    /// <summary>A specimen as it is kept: taken where the stand bears it, by a day that was.</summary>
    /// <param name="spared">True for what is protected or whose places are kept.</param>
    /// <exception cref="RuleException">It cannot have been so, or should not have been taken.</exception>
    public VoucherContent Checked(DateOnly today, bool spared)
    {
        if (Stand is < 1 or > MostStand || Taken is < 0 or > MostStand)
        {
            throw new RuleException(
                "stand",
                $"Count the stand: from 1 to {MostStand:N0} plants, and none or more of them taken whole."
            );
        }

        var voucher = this with
        {
            Number = Rules.Text("number", "The number", Number, 60, required: true),
            KeptAt = Rules.Text("keptAt", "Where it is kept", KeptAt, 200, required: true),
            TakenOn = Rules.Past(TakenOn, today),
            Permit = Rules.Text("permit", "The permit", Permit, 200),
        };
        var judged = Collecting.Judge(voucher.Stand, voucher.Taken, spared, voucher.Permit);
        return judged.Allowed ? voucher : throw new RuleException("stand", judged.Says[0]);
    }
}

/// <summary>A specimen kept.</summary>
/// <param name="Content">What is known of it.</param>
/// <param name="Person">Who took it.</param>
public sealed record Voucher(VoucherContent Content, string Person);
