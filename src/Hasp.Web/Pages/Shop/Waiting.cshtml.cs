using Hasp.Web.Services;
using Microsoft.AspNetCore.Mvc.RazorPages;

namespace Hasp.Web.Pages.Shop;

/// <summary>What waits on the device that asks: the device itself knows, so that whoever stands before it may look.</summary>
[Open]
public sealed class WaitingModel : PageModel;
