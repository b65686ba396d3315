using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using static Microsoft.CodeAnalysis.CSharp.SyntaxFactory;

namespace Dentelle.Mutation;

/// <summary>The faults that are sown: what may stand in place of an expression.</summary>
internal static class Patterns
{
    private static readonly Dictionary<SyntaxKind, SyntaxKind[]> Operators = new()
    {
        [SyntaxKind.LessThanExpression] = [SyntaxKind.LessThanOrEqualExpression, SyntaxKind.GreaterThanOrEqualExpression],
        [SyntaxKind.LessThanOrEqualExpression] = [SyntaxKind.LessThanExpression, SyntaxKind.GreaterThanExpression],
        [SyntaxKind.GreaterThanExpression] = [SyntaxKind.GreaterThanOrEqualExpression, SyntaxKind.LessThanOrEqualExpression],
        [SyntaxKind.GreaterThanOrEqualExpression] = [SyntaxKind.GreaterThanExpression, SyntaxKind.LessThanExpression],
        [SyntaxKind.EqualsExpression] = [SyntaxKind.NotEqualsExpression],
        [SyntaxKind.NotEqualsExpression] = [SyntaxKind.EqualsExpression],
        [SyntaxKind.LogicalAndExpression] = [SyntaxKind.LogicalOrExpression],
        [SyntaxKind.LogicalOrExpression] = [SyntaxKind.LogicalAndExpression],
        [SyntaxKind.AddExpression] = [SyntaxKind.SubtractExpression],
        [SyntaxKind.SubtractExpression] = [SyntaxKind.AddExpression],
        [SyntaxKind.MultiplyExpression] = [SyntaxKind.DivideExpression],
        [SyntaxKind.DivideExpression] = [SyntaxKind.MultiplyExpression],
    };

    private static readonly Dictionary<string, string> Calls = new(StringComparer.Ordinal)
    {
        ["Min"] = "Max",
        ["MinBy"] = "MaxBy",
        ["Least"] = "Most",
        ["First"] = "Last",
        ["FirstOrDefault"] = "LastOrDefault",
        ["Any"] = "All",
        ["OrderBy"] = "OrderByDescending",
        ["ThenBy"] = "ThenByDescending",
        ["Take"] = "Skip",
        ["TakeWhile"] = "SkipWhile",
        ["Union"] = "Intersect",
        ["Except"] = "Intersect",
        ["Floor"] = "Ceiling",
    };

    private static readonly Dictionary<string, string> Swaps = Calls
        .Concat(Calls.Where(call => call.Key != "Except").Select(call => KeyValuePair.Create(call.Value, call.Key)))
        .ToDictionary(StringComparer.Ordinal);

    private static readonly HashSet<string> LeftOut = new(["Where", "Distinct", "Reverse", "Order", "Clamp"], StringComparer.Ordinal);

    /// <summary>What may stand in place of this expression; nothing where it declares a name (the name would stand twice).</summary>
    public static IEnumerable<ExpressionSyntax> InPlaceOf(ExpressionSyntax node) =>
        Declares(node)
            ? []
            : node switch
            {
                BinaryExpressionSyntax binary => Binary(binary),
                IsPatternExpressionSyntax pattern => [Not(pattern)],
                PrefixUnaryExpressionSyntax prefix
                    when prefix.IsKind(SyntaxKind.LogicalNotExpression) || prefix.IsKind(SyntaxKind.UnaryMinusExpression) =>
                [
                    prefix.Operand,
                ],
                ConditionalExpressionSyntax choice => [choice.WhenTrue, choice.WhenFalse],
                LiteralExpressionSyntax literal => Literal(literal),
                InvocationExpressionSyntax { Expression: MemberAccessExpressionSyntax access } call => Call(call, access),
                _ => [],
            };

    private static IEnumerable<ExpressionSyntax> Binary(BinaryExpressionSyntax binary)
    {
        if (binary.IsKind(SyntaxKind.CoalesceExpression))
            return [binary.Right];
        return Operators.TryGetValue(binary.Kind(), out var others)
            ? others.Select(other => (ExpressionSyntax)BinaryExpression(other, binary.Left, binary.Right))
            : [];
    }

    // A number of the program is a decision too: a fifth more must be noticed. Whole numbers are mostly places in a row.
    private static IEnumerable<ExpressionSyntax> Literal(LiteralExpressionSyntax literal) =>
        literal.Kind() switch
        {
            SyntaxKind.TrueLiteralExpression => [LiteralExpression(SyntaxKind.FalseLiteralExpression)],
            SyntaxKind.FalseLiteralExpression => [LiteralExpression(SyntaxKind.TrueLiteralExpression)],
            SyntaxKind.NumericLiteralExpression when literal.Token.Value is double and not 0 =>
            [
                ParseExpression($"({literal.Token.Text} * 1.2)"),
            ],
            _ => [],
        };

    private static IEnumerable<ExpressionSyntax> Call(InvocationExpressionSyntax call, MemberAccessExpressionSyntax access)
    {
        var name = access.Name.Identifier.Text;
        if (Swaps.TryGetValue(name, out var other) && (name is not ("Any" or "All") || call.ArgumentList.Arguments.Count > 0))
            yield return call.WithExpression(access.WithName(IdentifierName(other)));
        if (LeftOut.Contains(name))
            yield return name == "Clamp" ? call.ArgumentList.Arguments[0].Expression : access.Expression;
    }

    private static ExpressionSyntax Not(ExpressionSyntax condition) =>
        PrefixUnaryExpression(SyntaxKind.LogicalNotExpression, ParenthesizedExpression(condition));

    private static bool Declares(ExpressionSyntax node) =>
        node.DescendantNodes().Any(inner => inner is SingleVariableDesignationSyntax or DeclarationExpressionSyntax);
}
