using System.Security.Cryptography;
using System.Text;

namespace Dentelle.Core.Words;

public static class TextDigest
{
    /// <summary>SHA-256 of a text in UTF-8, 64 letters of lower-case hexadecimal.</summary>
    public static string Of(string text) => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(text)));
}
