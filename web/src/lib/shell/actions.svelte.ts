/** What can be done on the screen that is open: for the palette, the keys and their help. */
export type Action = {
  label: string;
  /** such as "n" or "Ctrl+Enter" */
  keys?: string;
  /** Left out where the keys work only on what has the focus: they are shown, not offered. */
  run?: () => unknown;
};

/** Whether keys of single letters act; who speaks to the machine, or slips, switches them off. */
class Letters {
  on = $state(read());

  turn() {
    this.on = !this.on;
    try {
      localStorage.setItem(LETTERS, this.on ? 'on' : 'off');
    } catch {
      // Without a store it holds for this page.
    }
  }
}

const LETTERS = 'tally-letters';
function read(): boolean {
  try {
    return localStorage.getItem(LETTERS) !== 'off';
  } catch {
    return true;
  }
}
export const letters = new Letters();

/** Whether what is pressed is typed into something, or works it. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement;
  return target.matches('input, textarea, select, [contenteditable]');
}

class Actions {
  list = $state.raw<Action[]>([]);

  /** Runs the action whose keys were pressed; plain letters only where nothing is being typed. */
  press(event: KeyboardEvent): boolean {
    const typing = isTyping(event);
    const pressed = (event.ctrlKey || event.metaKey ? 'Ctrl+' : '') + event.key;
    const action = this.list.find((a) => a.run && a.keys === pressed);
    const isLetter = pressed.length === 1;
    // Taking back what was typed is the field's own.
    const isFields = typing && (!pressed.startsWith('Ctrl+') || pressed === 'Ctrl+z' || pressed === 'Ctrl+y');
    if (!action || isFields || (isLetter && !letters.on) || document.querySelector('[role="dialog"]')) {
      return false;
    }
    event.preventDefault();
    action.run?.();
    return true;
  }
}

export const actions = new Actions();

/** Offers a screen's actions while it is shown; null leaves it to a part of the screen. */
export function offer(list: () => Action[] | null) {
  $effect(() => {
    const own = list();
    if (own === null) return;
    actions.list = own;
    return () => {
      if (actions.list === own) actions.list = [];
    };
  });
}
