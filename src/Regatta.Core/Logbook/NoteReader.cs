namespace Regatta.Core.Logbook;

/// <summary>Who reads the note of a log besides who wrote it.</summary>
public enum NoteReader
{
    /// <summary>Nobody.</summary>
    Nobody,

    /// <summary>The captain of the class and the coordinator, without the sailor's name.</summary>
    Captain,

    /// <summary>The captain of the class and the coordinator, with the sailor's name.</summary>
    CaptainByName,
}
