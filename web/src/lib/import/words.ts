/** A kind of file as screens name it: `open-items` is Open items. */
export function wordsOf(kind: string): string {
  const words = kind.replaceAll('-', ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What of a kind of file is known by what, and where one sees what was imported. */
export const ABOUT: Record<string, { note: string; seen: string }> = {
  products: {
    note: 'Known by their code. What a row has nothing about stays as it is: codes and prices change prices alone.',
    seen: '/catalogue'
  },
  'price-rules': { note: 'Known by their code; a known rule is in force again.', seen: '/catalogue/rules' },
  accounts: {
    note: 'Known by their number; what a row has nothing about stays as it is. A new one keeps the number of the file, or is given one.',
    seen: '/accounts'
  },
  contacts: {
    note: 'Known by their account, and there by email or name. Import the accounts first.',
    seen: '/accounts'
  },
  enquiries: { note: 'They are assigned by the assignment rules.', seen: '/enquiries' },
  opportunities: {
    note: 'Open ones, on the stage that they have reached. Import accounts, contacts and products first.',
    seen: '/opportunities'
  },
  'open-items': {
    note: 'What was not paid when you began here; the open amounts count for credit at once.',
    seen: '/credit'
  }
};
