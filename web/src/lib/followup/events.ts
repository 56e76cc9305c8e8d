import type { Schemas } from '$lib/api/client';

/** What a rule can wait for, in words. */
export const EVENTS = [
  ['enquiry-added', 'an enquiry is added'],
  ['opportunity-opened', 'an opportunity is opened'],
  ['stage-reached', 'a stage is reached'],
  ['opportunity-won', 'an opportunity is won'],
  ['opportunity-lost', 'an opportunity is lost'],
  ['quote-sent', 'a quote is sent'],
  ['quote-accepted', 'a quote is accepted or ordered'],
  ['quote-declined', 'a quote is declined'],
  ['quote-expired', 'a quote expires'],
  ['order-placed', 'an order is placed'],
  ['order-released', 'an order is released']
] as const;

/** What a rule can do, in words. */
export const ACTIONS = [
  ['plan', 'plan an activity'],
  ['tag', 'set a tag'],
  ['tell', 'tell a user by email'],
  ['email', 'write to the customer']
] as const;

/** The texts of the settings that an email to a customer may say. */
export const LETTERS = ['follow-up-email', 'introduction-email', 'appointment-email'] as const;

export const ACTIVITIES = [
  ['call', 'call'],
  ['email', 'email'],
  ['meeting', 'meeting'],
  ['task', 'task']
] as const;

function after(days: number): string {
  if (days === 0) return 'on the day';
  return days === 1 ? 'after 1 day' : `after ${days} days`;
}

/** What a rule does, in a line. */
export function doing(
  action: Schemas['FollowUpAction'],
  nameOf: (person: number | null | undefined) => string
): string {
  const whom = nameOf(action.personId);
  switch (action.kind) {
    case 'plan':
      return `${action.activity ?? 'task'} “${action.words}” for ${whom} ${after(Number(action.days ?? 0))}`;
    case 'tag':
      return `tag ${action.words}`;
    case 'tell':
      return `tell ${whom}: ${action.words}`;
    default:
      return `email to the customer: ${action.words}`;
  }
}
