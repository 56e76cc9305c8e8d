import { beforeEach, describe, expect, it } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import { Basket, pasted } from './basket.svelte';

const calls = stub('GET', 'POST');
const worked = (total: string, problems = 0) => ({ lines: [], sums: [], total, currency: 'EUR', problems });
const REST = { poNumber: '', requestedOn: '', deliveryAddress: '', words: '' };

describe('what is pasted into an order', () => {
  it.each([
    ['BS-15\t12', [['BS-15', '12']]],
    [
      'BS-15;2\nFS-600;1',
      [
        ['BS-15', '2'],
        ['FS-600', '1']
      ]
    ],
    ['BS-15, 3', [['BS-15', '3']]],
    [
      'BS-15 1.5\r\n\r\nFS-600',
      [
        ['BS-15', '1.5'],
        ['FS-600', '1']
      ]
    ],
    ['bench scale 4', [['bench scale', '4']]],
    ['  ', []]
  ])('reads %j', (text, lines) => {
    expect(pasted(text)).toEqual(lines.map(([code, quantity]) => ({ code, quantity })));
  });
});

describe('an order of a customer', () => {
  beforeEach(() => localStorage.clear());

  it('is kept in the browser until it is placed', async () => {
    calls.POST.mockResolvedValue(worked('10.00'));
    const basket = new Basket('A-1');
    await basket.add([{ code: 'BS-15', quantity: '2' }]);
    expect(new Basket('A-1').lines).toEqual([{ code: 'BS-15', quantity: '2' }]);
    expect(new Basket('A-2').lines).toEqual([]);
    calls.POST.mockResolvedValue({ number: 'S-1' });
    expect(await basket.place(REST)).toBe('S-1');
    expect(calls.POST).toHaveBeenLastCalledWith('/api/customer/orders', {
      body: { ...REST, lines: [{ code: 'BS-15', quantity: '2' }], total: '10.00' }
    });
    expect(new Basket('A-1').lines).toEqual([]);
  });

  it('stays as it was where it is refused', async () => {
    calls.POST.mockResolvedValueOnce(worked('10.00'));
    const basket = new Basket('A-1');
    await basket.add([{ code: 'BS-15', quantity: '2' }]);
    calls.POST.mockResolvedValueOnce(refused(['poNumber', 'Required.']));
    expect(await basket.place(REST)).toBeNull();
    expect(basket.refusal?.at('poNumber')).toBe('Required.');
    expect(basket.lines).toHaveLength(1);
  });

  it('shows the answer to the last question, however late an earlier one comes', async () => {
    let late: (answer: unknown) => void = () => undefined;
    calls.POST.mockReturnValueOnce(new Promise((resolve) => (late = resolve)));
    const basket = new Basket('A-1');
    const first = basket.add([{ code: 'BS-15', quantity: '1' }]);
    calls.POST.mockResolvedValueOnce(worked('20.00'));
    await basket.add([{ code: 'BS-15', quantity: '2' }]);
    late(worked('10.00'));
    await first;
    expect(basket.worked?.total).toBe('20.00');
  });
});
