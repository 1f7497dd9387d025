global using AccountId = Hasp.Web.Services.Id<Hasp.Web.Services.OfAccount>;
global using DeviceId = Hasp.Web.Services.Id<Hasp.Web.Services.OfDevice>;
global using JointId = Hasp.Web.Services.Id<Hasp.Web.Services.OfJoint>;
global using LotId = Hasp.Web.Services.Id<Hasp.Web.Services.OfLot>;
global using ProjectId = Hasp.Web.Services.Id<Hasp.Web.Services.OfProject>;
global using RecordId = Hasp.Web.Services.Id<Hasp.Web.Services.OfRecord>;
using System.Diagnostics.CodeAnalysis;
using System.Globalization;
using Microsoft.AspNetCore.Mvc.ModelBinding;
using Microsoft.AspNetCore.Mvc.ModelBinding.Metadata;

namespace Hasp.Web.Services;

/// <summary>What an id numbers: the type alone says which thing is named, so that no number stands for another one.</summary>
public abstract class OfAccount;

/// <inheritdoc cref="OfAccount"/>
public abstract class OfDevice;

/// <inheritdoc cref="OfAccount"/>
public abstract class OfJoint;

/// <inheritdoc cref="OfAccount"/>
public abstract class OfLot;

/// <inheritdoc cref="OfAccount"/>
public abstract class OfProject;

/// <inheritdoc cref="OfAccount"/>
public abstract class OfRecord;

/// <summary>An id of any kind.</summary>
public interface IId
{
    /// <summary>The number; 0 names nothing.</summary>
    int Value { get; }
}

/// <summary>The number of one thing in the house, as a request names it.</summary>
/// <typeparam name="TOf">What is numbered.</typeparam>
/// <param name="Value">The number; 0 names nothing.</param>
[SuppressMessage("Design", "CA1000", Justification = "IParsable asks for static members")]
public readonly record struct Id<TOf>(int Value) : IId, IParsable<Id<TOf>>
{
    private const int Longest = 10;

    /// <summary>An id serves wherever its number does; a number never serves as an id.</summary>
    public static implicit operator int(Id<TOf> id) => id.Value;

    /// <summary>
    /// Reads an id: decimal digits alone, no sign, no space, no zero ahead, so that there is one spelling of each and nobody reads another.
    /// </summary>
    public static bool TryParse([NotNullWhen(true)] string? s, IFormatProvider? provider, out Id<TOf> result)
    {
        result = default;
        if (s is not { Length: > 0 and <= Longest } || s[0] == '0' || !s.All(char.IsAsciiDigit)) return false;
        if (!int.TryParse(s, NumberStyles.None, CultureInfo.InvariantCulture, out var value)) return false;
        result = new(value);
        return true;
    }

    /// <inheritdoc cref="TryParse(string?, IFormatProvider?, out Id{TOf})"/>
    /// <exception cref="FormatException">It is none.</exception>
    public static Id<TOf> Parse(string s, IFormatProvider? provider) =>
        TryParse(s, provider, out var id) ? id : throw new FormatException("not an id");

    public override string ToString() => Value.ToString(CultureInfo.InvariantCulture);
}

/// <summary>
/// Binds an id from one source: the route where its template has it, else the form of what is sent and the query of what is only asked for;
/// and what a page carries along as a property from either. A second place is refused before a handler sees any (<see cref="Order"/>).
/// </summary>
internal sealed class IdBinder<TOf> : IModelBinder
{
    public Task BindModelAsync(ModelBindingContext context)
    {
        var (name, http) = (context.FieldName, context.HttpContext);
        var given = http.Request.RouteValues.TryGetValue(name, out var routed) ? (string?)routed : Sent(context, http.Request, name);
        context.ModelState.SetModelValue(name, given, given);
        if (Id<TOf>.TryParse(given, null, out var id)) context.Result = ModelBindingResult.Success(id);
        else if (!string.IsNullOrEmpty(given) || !context.ModelMetadata.IsNullableValueType)
            context.ModelState.TryAddModelError(name, "not an id");
        return Task.CompletedTask;
    }

    private static string? Sent(ModelBindingContext context, HttpRequest request, string name)
    {
        var form = request.HasFormContentType ? request.Form[name].ToString() : "";
        var query = request.Query[name].ToString();
        // A property is the page's own state: its address carries it, and its forms send it.
        if (context.ModelMetadata.MetadataKind == ModelMetadataKind.Property) return form.Length > 0 ? form : query;
        return Order.IsReading(request.Method) ? query : form;
    }
}

/// <summary>Gives every id its binder.</summary>
internal sealed class IdBinders : IModelBinderProvider
{
    public IModelBinder? GetBinder(ModelBinderProviderContext context)
    {
        var type = context.Metadata.UnderlyingOrModelType;
        return type.IsGenericType && type.GetGenericTypeDefinition() == typeof(Id<>)
            ? (IModelBinder)Activator.CreateInstance(typeof(IdBinder<>).MakeGenericType(type.GenericTypeArguments))! : null;
    }
}
