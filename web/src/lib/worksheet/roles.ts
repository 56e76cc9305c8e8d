/** What rows and cells are. Their elements no longer say it by themselves, as they are not laid out as a table. */
export const ROW = { role: 'row' } as const;
export const GROUP = { role: 'rowgroup' } as const;
export const COLUMN = { role: 'columnheader' } as const;
export const HEADER = { role: 'rowheader' } as const;
