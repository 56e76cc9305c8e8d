import { isToday, NEUTRAL } from '$lib/ui/format';
import { session } from '$lib/shell/session.svelte';

/** The day on which these tests take place. */
export const TODAY = '2027-03-15';

/** Signs somebody in, as far as a component looks at it. */
export function signedIn(role: string, id = 2): void {
  session.view = {
    me: {
      id,
      name: 'Mara Lind',
      email: 'mara@reed.example',
      roles: [role],
      team: role === 'rep' ? 'North' : null,
      needsSecondFactor: false
    },
    needsSetup: false,
    demo: false,
    today: TODAY,
    timeZone: 'UTC',
    writing: NEUTRAL
  };
  isToday(TODAY);
  session.company = {
    name: 'Ours',
    currency: 'EUR',
    minorDigits: 2,
    silentDays: 14,
    expiringDays: 7
  };
}
