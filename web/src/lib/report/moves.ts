/** The parts of a movement in their order, and what they are called. */
export const PARTS = [
  ['opened', 'Opened'],
  ['movedIn', 'Moved in'],
  ['value', 'Value changed'],
  ['odds', 'Odds changed'],
  ['movedOut', 'Moved out'],
  ['paused', 'On hold'],
  ['won', 'Won'],
  ['lost', 'Lost']
] as const;

export type Part = (typeof PARTS)[number][0];
