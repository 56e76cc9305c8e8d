/**
 * What customers ask on their page, on the rep's day sheet as soon as it is asked, and what is
 * answered. Read {@link firmtally.server.customer.question.QuestionService} first.
 */
package firmtally.server.customer.question;
