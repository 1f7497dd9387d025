using System.Collections.Concurrent;
using Hasp.Store;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;

namespace Hasp.Web.Services;

/// <summary>
/// Sessions kept by the server: the cookie holds a key and nothing else, so that whoever signs out has ended the session wherever a copy of
/// the cookie lies (OWASP ASVS 4.0, 3.3.1). They end with the program; what a device has not sent stays on it.
/// </summary>
internal sealed class Sessions(TimeProvider clock) : ITicketStore
{
    private readonly ConcurrentDictionary<string, AuthenticationTicket> _tickets = [];

    public Task<string> StoreAsync(AuthenticationTicket ticket)
    {
        foreach (var (old, _) in _tickets.Where(t => IsOver(t.Value))) _tickets.TryRemove(old, out _);
        var key = Secrets.New();
        _tickets[key] = ticket;
        return Task.FromResult(key);
    }

    public Task RenewAsync(string key, AuthenticationTicket ticket)
    {
        // One that was ended meanwhile is not begun again.
        if (_tickets.TryGetValue(key, out var old)) _tickets.TryUpdate(key, ticket, old);
        return Task.CompletedTask;
    }

    public Task<AuthenticationTicket?> RetrieveAsync(string key) =>
        Task.FromResult(_tickets.TryGetValue(key, out var ticket) && !IsOver(ticket) ? ticket : null);

    public Task RemoveAsync(string key)
    {
        _tickets.TryRemove(key, out _);
        return Task.CompletedTask;
    }

    private bool IsOver(AuthenticationTicket ticket) => ticket.Properties.ExpiresUtc <= clock.GetUtcNow();
}
