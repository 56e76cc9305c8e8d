/** What can be done on the screen that is open: for the palette, the keys and their help. */
export type Action = {
  label: string;
  /** such as "n" or "Ctrl+Enter" */
  keys?: string;
  /** Left out where the keys work only on what has the focus: they are shown, not offered. */
  run?: () => unknown;
};

class Actions {
  list = $state.raw<Action[]>([]);

  /** Runs the action whose keys were pressed; plain letters only where nothing is being typed. */
  press(event: KeyboardEvent): boolean {
    const target = event.target as HTMLElement;
    const typing = target.matches('input, textarea, select, [contenteditable]');
    const pressed = (event.ctrlKey || event.metaKey ? 'Ctrl+' : '') + event.key;
    const action = this.list.find((a) => a.run && a.keys === pressed);
    if (!action || (typing && !pressed.startsWith('Ctrl+')) || document.querySelector('[role="dialog"]')) {
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
