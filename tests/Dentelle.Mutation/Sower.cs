using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;
using static Microsoft.CodeAnalysis.CSharp.SyntaxFactory;

namespace Dentelle.Mutation;

/// <summary>
/// Rewrites one file so that every fault stands in it at once, each asleep behind "is mutant N awake?": one build serves all.
/// A fault's own text is the original's, so that nested faults don't multiply.
/// </summary>
/// <param name="next">Gives each mutant its number.</param>
/// <param name="barred">Places where a fault would not compile: they are left as they are.</param>
/// <param name="sown">Takes each mutant as it is sown.</param>
internal sealed class Sower(string room, string file, Func<int> next, IReadOnlySet<string> barred, Action<Mutant> sown)
    : CSharpSyntaxRewriter
{
    private const string Mark = "mutant";

    /// <summary>The numbers of the mutants whose text includes a position of the rewritten file.</summary>
    public static IEnumerable<int> At(SyntaxNode rewritten, int position) =>
        rewritten
            .FindToken(position)
            .Parent?.AncestorsAndSelf()
            .SelectMany(node => node.GetAnnotations(Mark))
            .Select(mark => int.Parse(mark.Data!))
        ?? [];

    public override SyntaxNode? Visit(SyntaxNode? node)
    {
        if (node is null || IsFixed(node))
            return node;
        var visited = base.Visit(node);
        return node is ExpressionSyntax original && visited is ExpressionSyntax rewritten ? WithFaults(original, rewritten) : visited;
    }

    /// <summary>A call whose answer nobody takes, or a step of an iterator, may be left out.</summary>
    public override SyntaxNode? VisitExpressionStatement(ExpressionStatementSyntax node) =>
        Leavable(node, base.VisitExpressionStatement(node));

    public override SyntaxNode? VisitYieldStatement(YieldStatementSyntax node) => Leavable(node, base.VisitYieldStatement(node));

    /// <summary>A constant becomes a field that can be woken differently.</summary>
    public override SyntaxNode? VisitFieldDeclaration(FieldDeclarationSyntax node)
    {
        if (!node.Modifiers.Any(SyntaxKind.ConstKeyword))
            return base.VisitFieldDeclaration(node);
        var isNumber = node.Declaration.Type.ToString() is "double" or "int";
        if (!isNumber || node.Declaration.Variables.Any(variable => barred.Contains(variable.Identifier.Text)))
            return node;
        var modifiers = node
            .Modifiers.Where(modifier => !modifier.IsKind(SyntaxKind.ConstKeyword))
            .Append(Token(SyntaxKind.StaticKeyword).WithTrailingTrivia(Space))
            .Append(Token(SyntaxKind.ReadOnlyKeyword).WithTrailingTrivia(Space));
        var woken = node.Declaration.Variables.Select(variable => Woken(variable, variable.Initializer!.Value));
        return node.WithModifiers(TokenList(modifiers)).WithDeclaration(node.Declaration.WithVariables(SeparatedList(woken)));
    }

    public override SyntaxNode? VisitLocalDeclarationStatement(LocalDeclarationStatementSyntax node) =>
        node.IsConst ? node : base.VisitLocalDeclarationStatement(node);

    private ExpressionSyntax WithFaults(ExpressionSyntax original, ExpressionSyntax rewritten)
    {
        var kind = 0;
        foreach (var other in Patterns.InPlaceOf(original))
        {
            var name = $"{original.Kind()}{kind++}";
            if (!barred.Contains(Place(original, name)))
                rewritten = Woken(original, name, other, rewritten, original.ToString());
        }
        return rewritten;
    }

    private ParenthesizedExpressionSyntax Woken(SyntaxNode at, string kind, ExpressionSyntax other, ExpressionSyntax rewritten, string was)
    {
        var number = Sow(at, kind, was, other.NormalizeWhitespace().ToString());
        var choice = ConditionalExpression(
            ParseExpression($"global::Dentelle.Mutants.On({number})"),
            ParenthesizedExpression(other.WithoutTrivia()),
            ParenthesizedExpression(rewritten.WithoutTrivia())
        );
        return ParenthesizedExpression(choice).WithTriviaFrom(at).WithAdditionalAnnotations(new SyntaxAnnotation(Mark, $"{number}"));
    }

    private VariableDeclaratorSyntax Woken(VariableDeclaratorSyntax variable, ExpressionSyntax value)
    {
        var other = ParseExpression(value.ToString().Contains('.', StringComparison.Ordinal) ? $"({value}) * 1.2" : $"({value}) + 1");
        return variable.WithInitializer(EqualsValueClause(Woken(variable, "constant", other, value, variable.ToString())));
    }

    private SyntaxNode? Leavable(StatementSyntax node, SyntaxNode? visited)
    {
        if (visited is not StatementSyntax statement || !MayGo(node) || barred.Contains(Place(node, "left out")))
            return visited;
        var number = Sow(node, "left out", node.ToString(), "(left out)");
        var guard = ParseExpression($"!global::Dentelle.Mutants.On({number})");
        // In braces: an "else" behind it stays with the "if" before it.
        return Block(IfStatement(guard, statement.WithoutTrivia()))
            .WithTriviaFrom(node)
            .WithAdditionalAnnotations(new SyntaxAnnotation(Mark, $"{number}"));
    }

    // Without an assignment a variable may have no value at all: that is the compiler's business, not the tests'.
    private static bool MayGo(StatementSyntax node) =>
        (
            node.IsKind(SyntaxKind.YieldReturnStatement)
            || node is ExpressionStatementSyntax { Expression: InvocationExpressionSyntax or AwaitExpressionSyntax }
        ) && !node.DescendantNodes().Any(inner => inner is DeclarationExpressionSyntax);

    private int Sow(SyntaxNode at, string kind, string was, string becomes)
    {
        var number = next();
        var line = at.GetLocation().GetLineSpan().StartLinePosition.Line + 1;
        sown(new Mutant(number, room, file, line, Short(was), Short(becomes)) { Place = Place(at, kind) });
        return number;
    }

    private string Place(SyntaxNode at, string kind) => $"{file}@{at.SpanStart}:{kind}";

    private static string Short(string text)
    {
        var line = string.Join(' ', text.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        return line.Length <= 90 ? line : line[..87] + "...";
    }

    // Where the language wants a constant, nothing can be woken.
    private static bool IsFixed(SyntaxNode node) =>
        node
            is AttributeListSyntax
                or PatternSyntax
                or EnumMemberDeclarationSyntax
                or ParameterListSyntax
                or SwitchLabelSyntax
                or NameSyntax;
}
