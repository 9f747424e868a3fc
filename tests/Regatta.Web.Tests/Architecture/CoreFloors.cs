using Mono.Cecil;
using Mono.Cecil.Cil;

namespace Regatta.Web.Tests.Architecture;

/// <summary>Which folder of the core uses which, read from the compiled types: signatures, fields, attributes and method bodies.</summary>
internal sealed class CoreFloors
{
    private const string Root = "Regatta.Core";

    private readonly Dictionary<(string From, string To), SortedSet<string>> uses = [];

    private CoreFloors() { }

    /// <summary>The uses of one folder by another, each with the types that make it.</summary>
    public IReadOnlyDictionary<(string From, string To), SortedSet<string>> Uses => uses;

    public static CoreFloors Of(string assembly)
    {
        using var module = ModuleDefinition.ReadModule(assembly);
        var floors = new CoreFloors();
        foreach (var type in module.Types.Where(type => type.Namespace.StartsWith(Root, StringComparison.Ordinal)))
        {
            floors.Walk(type, type);
        }

        return floors;
    }

    private void Walk(TypeDefinition top, TypeDefinition type)
    {
        Add(top, type.BaseType);
        Each(type.Interfaces, face => Add(top, face.InterfaceType));
        Each(type.Fields, field => Add(top, field.FieldType));
        Each(type.Properties, property => Add(top, property.PropertyType));
        foreach (var method in type.Methods)
        {
            AddMethod(top, method);
            if (method.HasBody)
            {
                Each(method.Body.Variables, variable => Add(top, variable.VariableType));
                Each(method.Body.Instructions, instruction => AddOperand(top, instruction));
            }
        }

        Each(type.NestedTypes, nested => Walk(top, nested));
    }

    private void AddOperand(TypeDefinition top, Instruction instruction)
    {
        switch (instruction.Operand)
        {
            case TypeReference type:
                Add(top, type);
                break;
            case MethodReference method:
                AddMethod(top, method);
                break;
            case FieldReference field:
                Add(top, field.DeclaringType);
                Add(top, field.FieldType);
                break;
        }
    }

    private void AddMethod(TypeDefinition top, MethodReference method)
    {
        Add(top, method.DeclaringType);
        Add(top, method.ReturnType);
        Each(method.Parameters, parameter => Add(top, parameter.ParameterType));
        if (method is GenericInstanceMethod generic)
        {
            Each(generic.GenericArguments, argument => Add(top, argument));
        }
    }

    private void Add(TypeDefinition from, TypeReference? to)
    {
        switch (to)
        {
            case null or GenericParameter:
                return;
            case GenericInstanceType generic:
                Add(from, generic.ElementType);
                Each(generic.GenericArguments, argument => Add(from, argument));
                return;
            case TypeSpecification made:
                Add(from, made.ElementType);
                return;
        }

        while (to.DeclaringType is { } outer)
        {
            to = outer;
        }

        var (here, there) = (FolderOf(from.Namespace), FolderOf(to.Namespace));
        if (!to.Namespace.StartsWith(Root, StringComparison.Ordinal) || here == there)
        {
            return;
        }

        if (!uses.TryGetValue((here, there), out var types))
        {
            uses[(here, there)] = types = [];
        }

        types.Add($"{from.Name} uses {to.Name}");
    }

    /// <summary>The folder of a namespace: <c>Classes</c> for that of its changes too, empty for the core's root.</summary>
    private static string FolderOf(string name) => name.Length <= Root.Length ? "" : name[(Root.Length + 1)..].Split('.')[0];

    private static void Each<T>(IEnumerable<T> all, Action<T> act)
    {
        foreach (var item in all)
        {
            act(item);
        }
    }
}
