namespace Regatta.Store;

/// <summary>What keeps the app from starting, in a sentence for whoever starts it.</summary>
public sealed class StartRefusedException(string sentence, Exception? cause = null) : Exception(sentence, cause);
