/**
 * Sign-offs and holds: asked for, and answered by whoever may. Read {@link
 * firmtally.server.sales.approval.ApprovalService} first.
 */
package firmtally.server.sales.approval;
