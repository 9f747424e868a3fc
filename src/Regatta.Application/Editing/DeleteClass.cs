namespace Regatta.Application.Editing;

/// <summary>Deletes a class with all that hangs on it, for good.</summary>
public sealed class DeleteClass(Classes classes)
{
    /// <summary>Deletes it, its logs in pieces that nobody else waits for.</summary>
    public Task RunAsync(ClassRef one) => classes.DeleteAsync(one);
}
