package firmtally.server.company.choice;

/** Words of a list have other names; who remembers records with them reads them anew. */
public record WordsRenamed(ChoiceList list) {}
