using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using static Microsoft.CodeAnalysis.CSharp.SyntaxFactory;

namespace Regatta.Mutants;

/// <summary>What may be broken in a source file, one small thing at a time: a comparison, a sum, a constant, a condition, a call, a
/// statement.</summary>
internal static class Mutation
{
    private static readonly Dictionary<SyntaxKind, (SyntaxKind Expression, SyntaxKind Token)> Operators = new()
    {
        [SyntaxKind.LessThanExpression] = (SyntaxKind.LessThanOrEqualExpression, SyntaxKind.LessThanEqualsToken),
        [SyntaxKind.LessThanOrEqualExpression] = (SyntaxKind.LessThanExpression, SyntaxKind.LessThanToken),
        [SyntaxKind.GreaterThanExpression] = (SyntaxKind.GreaterThanOrEqualExpression, SyntaxKind.GreaterThanEqualsToken),
        [SyntaxKind.GreaterThanOrEqualExpression] = (SyntaxKind.GreaterThanExpression, SyntaxKind.GreaterThanToken),
        [SyntaxKind.EqualsExpression] = (SyntaxKind.NotEqualsExpression, SyntaxKind.ExclamationEqualsToken),
        [SyntaxKind.NotEqualsExpression] = (SyntaxKind.EqualsExpression, SyntaxKind.EqualsEqualsToken),
        [SyntaxKind.AddExpression] = (SyntaxKind.SubtractExpression, SyntaxKind.MinusToken),
        [SyntaxKind.SubtractExpression] = (SyntaxKind.AddExpression, SyntaxKind.PlusToken),
        [SyntaxKind.MultiplyExpression] = (SyntaxKind.DivideExpression, SyntaxKind.SlashToken),
        [SyntaxKind.DivideExpression] = (SyntaxKind.MultiplyExpression, SyntaxKind.AsteriskToken),
        [SyntaxKind.LogicalAndExpression] = (SyntaxKind.LogicalOrExpression, SyntaxKind.BarBarToken),
        [SyntaxKind.LogicalOrExpression] = (SyntaxKind.LogicalAndExpression, SyntaxKind.AmpersandAmpersandToken),
    };

    private static readonly Dictionary<string, string> Calls = new()
    {
        ["Min"] = "Max",
        ["Max"] = "Min",
        ["MinBy"] = "MaxBy",
        ["MaxBy"] = "MinBy",
        ["Any"] = "All",
        ["All"] = "Any",
        ["First"] = "Last",
        ["Last"] = "First",
        ["FirstOrDefault"] = "LastOrDefault",
        ["OrderBy"] = "OrderByDescending",
        ["OrderByDescending"] = "OrderBy",
        ["Floor"] = "Ceiling",
        ["Ceiling"] = "Floor",
        ["Take"] = "Skip",
        ["Skip"] = "Take",
    };

    /// <summary>The places of a file that can be broken, in its order.</summary>
    public static IEnumerable<SyntaxNode> Places(SyntaxNode file) =>
        file.DescendantNodes().Where(node => Broken(node) is not null && !MustBeConstant(node) && !Declares(node));

    /// <summary>The same file with each of some places whole or broken by the mutant that is on.</summary>
    public static SyntaxNode Switched(SyntaxNode file, IReadOnlyDictionary<SyntaxNode, int> mutants) => new Switch(mutants).Visit(file)!;

    private static SyntaxNode? Broken(SyntaxNode node) =>
        node switch
        {
            BinaryExpressionSyntax binary when Operators.TryGetValue(binary.Kind(), out var other) && !JoinsText(binary) =>
                BinaryExpression(other.Expression, binary.Left, Token(other.Token).WithTriviaFrom(binary.OperatorToken), binary.Right),
            PrefixUnaryExpressionSyntax unary
                when unary.IsKind(SyntaxKind.LogicalNotExpression) || unary.IsKind(SyntaxKind.UnaryMinusExpression) => unary.Operand,
            LiteralExpressionSyntax literal when literal.IsKind(SyntaxKind.TrueLiteralExpression) => LiteralExpression(
                SyntaxKind.FalseLiteralExpression
            ),
            LiteralExpressionSyntax literal when literal.IsKind(SyntaxKind.FalseLiteralExpression) => LiteralExpression(
                SyntaxKind.TrueLiteralExpression
            ),
            LiteralExpressionSyntax { Token.Value: int number } => LiteralExpression(
                SyntaxKind.NumericLiteralExpression,
                Literal(number + 1)
            ),
            LiteralExpressionSyntax { Token.Value: double number } => LiteralExpression(
                SyntaxKind.NumericLiteralExpression,
                Literal(number == 0 ? 1.0 : number * 1.5)
            ),
            ConditionalExpressionSyntax choice => choice.WithWhenTrue(choice.WhenFalse).WithWhenFalse(choice.WhenTrue),
            InvocationExpressionSyntax { Expression: MemberAccessExpressionSyntax member } call
                when Calls.TryGetValue(member.Name.Identifier.Text, out var other) => call.WithExpression(
                member.WithName(
                    member.Name is GenericNameSyntax generic ? generic.WithIdentifier(Identifier(other)) : IdentifierName(other)
                )
            ),
            ExpressionStatementSyntax statement => Block().WithTriviaFrom(statement),
            _ => null,
        };

    private static bool JoinsText(BinaryExpressionSyntax binary) =>
        binary.DescendantNodes().Any(node => node.IsKind(SyntaxKind.StringLiteralExpression) || node is InterpolatedStringExpressionSyntax)
        && binary.IsKind(SyntaxKind.AddExpression);

    private static bool MustBeConstant(SyntaxNode node) =>
        node.Ancestors()
            .Any(outer =>
                outer
                    is AttributeSyntax
                        or ParameterSyntax
                        or PatternSyntax
                        or CaseSwitchLabelSyntax
                        or EnumMemberDeclarationSyntax
                        or PrefixUnaryExpressionSyntax { Operand: LiteralExpressionSyntax }
                || (outer is BaseFieldDeclarationSyntax field && field.Modifiers.Any(SyntaxKind.ConstKeyword))
                || (outer is LocalDeclarationStatementSyntax local && local.IsConst)
            );

    // A variable declared in it would be declared twice.
    private static bool Declares(SyntaxNode node) =>
        node.DescendantNodes()
            .Any(inner =>
                inner is DeclarationExpressionSyntax or SingleVariableDesignationSyntax or LambdaExpressionSyntax { Body: BlockSyntax }
            );

    private sealed class Switch(IReadOnlyDictionary<SyntaxNode, int> mutants) : CSharpSyntaxRewriter
    {
        public override SyntaxNode? Visit(SyntaxNode? node)
        {
            var visited = base.Visit(node);
            if (node is null || visited is null || !mutants.TryGetValue(node, out var number))
                return visited;
            var on = ParseExpression($"global::Mutant.On({number})");
            return (visited, Broken(visited)) switch
            {
                (StatementSyntax whole, _) => IfStatement(PrefixUnaryExpression(SyntaxKind.LogicalNotExpression, on), Block(whole))
                    .WithTriviaFrom(whole),
                (ExpressionSyntax whole, ExpressionSyntax broken) => ParenthesizedExpression(
                        ConditionalExpression(
                            on,
                            Token(SyntaxKind.QuestionToken).WithLeadingTrivia(Space).WithTrailingTrivia(Space),
                            ParenthesizedExpression(broken.WithoutTrivia()),
                            Token(SyntaxKind.ColonToken).WithLeadingTrivia(Space).WithTrailingTrivia(Space),
                            ParenthesizedExpression(whole.WithoutTrivia())
                        )
                    )
                    .WithTriviaFrom(whole),
                _ => visited,
            };
        }
    }
}
