using System.Text;
using Regatta.Formats.Tables;

namespace Regatta.Web.Pages.Account;

/// <summary>Activity in the club; for the coordinator.</summary>
[Authorize(Policies.Coordinator)]
[NeedsProof("GET Csv")]
public sealed class AuditModel(ClubContext here, IReadAuditTrail trail) : PageModel
{
    private const int OnePage = 100;
    private const int MostExported = 20_000;

    [BindProperty(SupportsGet = true)]
    public string? Who { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Act { get; set; }

    [BindProperty(SupportsGet = true)]
    public string? Outcome { get; set; }

    [BindProperty(SupportsGet = true)]
    public long? Before { get; set; }

    public IReadOnlyList<AuditLine> Lines { get; private set; } = [];

    public bool HasMore => Lines.Count == OnePage;

    private AuditFilter Filter => new(Who?.Trim() ?? "", Act?.Trim() ?? "", Outcome ?? "", Before);

    public async Task OnGetAsync() => Lines = await trail.ReadAsync(here.Club.Ref, Filter, OnePage);

    public async Task<IActionResult> OnGetCsvAsync()
    {
        var lines = await trail.ReadAsync(here.Club.Ref, Filter, MostExported);
        var text = CsvText.Write(
            ["at", "who", "from", "act", "about", "before", "after", "outcome", "request"],
            lines.Select(line =>
                (IReadOnlyList<string>)
                    [
                        line.At.ToString("O"),
                        line.Who,
                        line.Address,
                        line.Act,
                        line.What,
                        line.Before ?? "",
                        line.After ?? "",
                        line.Outcome,
                        line.Request,
                    ]
            )
        );
        return File(Encoding.UTF8.GetBytes(text), "text/csv; charset=utf-8", $"{here.Club.Key}-acts.csv");
    }

    /// <summary>The address of the same lines as a file, or of older ones.</summary>
    public string Address(string? handler, long? before) =>
        $"{here.Path}/audit"
        + QueryString.Create([
            .. new Dictionary<string, string?>
            {
                ["handler"] = handler,
                ["who"] = Who,
                ["act"] = Act,
                ["outcome"] = Outcome,
                ["before"] = before?.ToString(System.Globalization.CultureInfo.InvariantCulture),
            }.Where(part => !string.IsNullOrEmpty(part.Value)),
        ]);
}
