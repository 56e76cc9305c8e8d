import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import Tabs from './Tabs.svelte';

const tabs = [
  { key: 'a', label: 'Checks' },
  { key: 'b', label: 'Activities', mark: '2' },
  { key: 'c', label: 'History' }
];

describe('words to choose between', () => {
  it('say which is chosen, and only that one is reached by Tab', () => {
    render(Tabs, { tabs, chosen: 'b', label: 'Beside' });
    expect(screen.getByRole('tab', { name: 'Activities 2', selected: true })).toHaveAttribute(
      'tabindex',
      '0'
    );
    expect(screen.getByRole('tab', { name: 'Checks' })).toHaveAttribute('tabindex', '-1');
  });

  it('are chosen by a click', async () => {
    const onChoose = vi.fn();
    render(Tabs, { tabs, chosen: 'a', label: 'Beside', onChoose });
    await userEvent.click(screen.getByRole('tab', { name: 'History' }));
    expect(onChoose).toHaveBeenCalledWith('c');
    expect(screen.getByRole('tab', { selected: true })).toHaveTextContent('History');
  });

  it('are walked with arrows, round and round, and the focus goes along', async () => {
    render(Tabs, { tabs, chosen: 'a', label: 'Beside' });
    screen.getByRole('tab', { name: 'Checks' }).focus();
    await userEvent.keyboard('{ArrowLeft}');
    expect(screen.getByRole('tab', { selected: true })).toHaveTextContent('History');
    expect(screen.getByRole('tab', { name: 'History' })).toHaveFocus();
    await userEvent.keyboard('{ArrowRight}{ArrowRight}');
    expect(screen.getByRole('tab', { selected: true })).toHaveTextContent('Activities');
  });
});
