package firmtally.server.sales.document;

import firmtally.server.platform.records.State;

/** A state of a document of some kind. */
public interface DocumentState extends State {}
