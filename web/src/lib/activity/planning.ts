import { api, ask } from '$lib/api/client';
import type { Step } from './step';

/** A record that activities are planned with. */
export type Plannable = 'opportunity' | 'enquiry' | 'account';

export const isPlannable = (kind: string): kind is Plannable =>
  kind === 'opportunity' || kind === 'enquiry' || kind === 'account';

/** Plans a step with a record. */
export function plan(record: Plannable, id: number, step: Step) {
  const params = { path: { id } };
  const body = { ...step, personId: step.personId || null };
  return ask(
    record === 'opportunity'
      ? api.POST('/api/opportunities/{id}/activities', { params, body })
      : record === 'enquiry'
        ? api.POST('/api/enquiries/{id}/activities', { params, body })
        : api.POST('/api/accounts/{id}/activities', { params, body })
  );
}
