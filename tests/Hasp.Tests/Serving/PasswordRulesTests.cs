using Hasp.Web.Services;

namespace Hasp.Tests.Serving;

/// <summary>Passwords that are tried first, in whatever dress, and those that are not.</summary>
public sealed class PasswordRulesTests
{
    [Theory]
    [InlineData("passwordpassword")]
    [InlineData("Password123456")]
    [InlineData("letmeinletmein")]
    [InlineData("P@ssw0rdP@ssw0rd")]
    [InlineData("123456789012")]
    [InlineData("qwertyuiopas")]
    [InlineData("abcdefghijklm")]
    [InlineData("aaaabbbbcccc")]
    [InlineData("iloveyou2024!!")]
    [InlineData("aldermere2026")]
    [InlineData("sunshinesunshine1")]
    [InlineData("qwerty123456")]
    [InlineData("monkeymonkeymonkey")]
    [InlineData("fitter-one is in")]
    [InlineData("my name is fitter")]
    [InlineData("0987654321098")]
    public void What_is_tried_first_is_refused(string password) => Assert.NotNull(PasswordRules.ProblemOf(password, "fitter-one"));

    [Theory]
    [InlineData("sluice gate at low tide")]
    [InlineData("korrekt pferd heftklammer")]
    [InlineData("Xk29-vvPq-81ze")]
    [InlineData("twelve green bolts hum")]
    public void A_sentence_of_ones_own_is_taken(string password) => Assert.Null(PasswordRules.ProblemOf(password, "fitter-one"));
}
