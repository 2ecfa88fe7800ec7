using Garten.Testing;
using OpenQA.Selenium;

namespace Garten.Web.Tests;

public sealed class EmptyStartTests
{
    [Fact]
    public async Task From_an_empty_database_a_new_user_comes_to_a_first_record()
    {
        await using var server = await RunningServer.StartAsync(demo: false);
        using var browser = new Browser(server.Address, enter: null);
        browser.Open("/");
        browser.See("A new survey");
        browser.Field("Your name, as it stands on records").SendKeys("N. Okafor");
        browser.Field("A password").SendKeys("short of breath on the hill" + Keys.Enter);
        browser.Button("I have a plant in front of me").Click();
        browser.See("Add a plant");
        browser.Button("New site").Click();
        browser.Field("Name").SendKeys("Back garden");
        browser.Field("Elevation in metres").SendKeys("high");
        browser.See("Write a number, for example 118");
        browser
            .Field("Elevation in metres")
            .SendKeys(Keys.Backspace + Keys.Backspace + Keys.Backspace + Keys.Backspace + "55");
        browser.ButtonIn("[role=dialog]", "Add").Click();
        browser.See("Back garden, 55 m");
        browser.Field("What it looks like, and where it stands").SendKeys("tree by the shed");
        browser.Button("Add it").Click();
        browser.See("TF-001");

        browser.Find(".identify__likely-names button.MuiButton-contained").Click();
        browser.Field("Name, of any rank, or in words").SendKeys("bigleaf" + Keys.Enter);
        browser.Button("Give the name").Click();
        browser.See("1 given");
        browser.Open("/records");
        browser.See("Acer macrophyllum");
        browser.See("1 shown");
        browser.Complaints.ShouldBeEmpty();
    }
}
