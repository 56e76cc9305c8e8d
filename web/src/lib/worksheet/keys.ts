import type { Action } from '$lib/shell/actions.svelte';
import type { Editor } from './editor.svelte';

/** What can be done with the lines, and the keys of the grid. */
export function benchKeys(editor: Editor): Action[] {
  return [
    { label: 'Save lines', keys: 'Ctrl+s', run: () => editor.save() },
    { label: 'Undo', keys: 'Ctrl+z', run: () => editor.undo() },
    { label: 'Redo', keys: 'Ctrl+y', run: () => editor.redo() },
    { label: 'Type over a cell: begin; edit it', keys: 'F2' },
    { label: 'Next cell to type in, next row', keys: 'Tab, Enter' },
    { label: 'Next product, from the quantity of one just added', keys: 'its first letter' },
    { label: 'How the figure of a cell is calculated', keys: 'F8' },
    { label: 'Choose a range, a whole row, everything', keys: 'Shift+arrows, Shift+Space, Ctrl+A' },
    { label: 'Copy, cut, paste rows or cells', keys: 'Ctrl+C, X, V' },
    { label: 'Fill down', keys: 'Ctrl+D' },
    { label: 'Insert a line above', keys: 'Insert' },
    { label: 'Move rows, duplicate them below', keys: 'Alt+Up, Alt+Down, Alt+Shift+Down' },
    { label: 'Section, note above', keys: 'Alt+S, Alt+N' },
    { label: 'Clear cells, remove rows', keys: 'Delete, Ctrl+Delete' }
  ];
}
