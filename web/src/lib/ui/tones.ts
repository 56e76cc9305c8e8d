type Tone = 'good' | 'heed' | 'bad' | 'quiet';

const TONES: Record<string, Tone> = {
  clear: 'good',
  watch: 'heed',
  hold: 'bad',
  stop: 'bad',
  won: 'good',
  lost: 'bad',
  released: 'good',
  completed: 'quiet',
  cancelled: 'bad',
  delivered: 'good',
  reversed: 'bad',
  settled: 'good',
  overdue: 'bad',
  open: 'heed',
  booked: 'good',
  undone: 'bad',
  sent: 'heed',
  accepted: 'good',
  declined: 'bad',
  expired: 'bad',
  ordered: 'good',
  running: 'good',
  renewed: 'quiet',
  new: 'heed',
  converted: 'good'
};

/** How a state is shown; what has no tone of its own is quiet. */
export function tone(state: string): Tone {
  return TONES[state] ?? 'quiet';
}
