/**
 * Who is given an enquiry. Read {@link firmtally.core.enquiry.AssignmentRule} first: it says which
 * enquiries are meant; {@link firmtally.core.enquiry.InTurn} says who of several is next.
 */
package firmtally.core.enquiry;
