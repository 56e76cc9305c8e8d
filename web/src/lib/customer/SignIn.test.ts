import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { refused, stub } from '$lib/api/stub';
import Invoices from './Invoices.svelte';
import OrderLines from './OrderLines.svelte';
import Orders from './Orders.svelte';
import SignIn from './SignIn.svelte';

const calls = stub('POST');

describe('how a customer signs in', () => {
  beforeEach(() => calls.POST.mockReset().mockResolvedValue(undefined));

  it('says the same whether the address is known or not', async () => {
    render(SignIn);
    await userEvent.type(screen.getByLabelText('Email address'), 'jane@buyer.example{Enter}');
    expect(calls.POST).toHaveBeenCalledWith('/api/customer/links', { body: { email: 'jane@buyer.example' } });
    expect(await screen.findByRole('status')).toHaveTextContent('If jane@buyer.example has access');
    await userEvent.click(screen.getByRole('button', { name: 'Use another address' }));
    expect(screen.getByLabelText('Email address')).toHaveValue('jane@buyer.example');
  });

  it('names an address that is none', async () => {
    calls.POST.mockResolvedValue(refused(['email', 'Enter an email address.']));
    render(SignIn, { why: 'This link is not complete.' });
    expect(screen.getByRole('alert')).toHaveTextContent('This link is not complete.');
    await userEvent.type(screen.getByLabelText('Email address'), 'jane@x{Enter}');
    expect(await screen.findByText('Enter an email address.')).toBeInTheDocument();
    expect(screen.queryByRole('status')).toBeNull();
  });
});

const invoice = {
  number: 'I-1001',
  kind: 'invoice',
  order: 'S-1001',
  issuedOn: '2027-03-01',
  due: '2027-03-31',
  total: '119.00',
  open: '119.00',
  state: 'open'
};

describe('what a customer reads of their papers', () => {
  it('is of an invoice its PDF, its form for programs, and what of it is open', () => {
    render(Invoices, {
      rows: [
        invoice,
        { ...invoice, number: 'I-1002', open: '19.00', state: 'overdue' },
        { ...invoice, number: 'I-1003', open: '–', state: 'settled' },
        { ...invoice, number: 'OLD-1', kind: 'opening', order: null }
      ],
      empty: 'None.'
    });
    const rows = screen.getAllByRole('listitem');
    expect(screen.getByRole('link', { name: 'Invoice I-1001' })).toHaveAttribute(
      'href',
      '/api/customer/invoices/I-1001/invoice.pdf'
    );
    expect(screen.getAllByRole('link', { name: /electronic invoice/ })).toHaveLength(3);
    expect(rows[1]).toHaveTextContent('overdue');
    expect(rows[1]).toHaveTextContent('19.00 open');
    expect(rows[2]).toHaveTextContent('paid');
    // What was open before there were invoices here has no paper.
    expect(screen.queryByRole('link', { name: /OLD-1/ })).toBeNull();
  });

  it('is of an order how far it is', () => {
    const order = {
      number: 'S-1001',
      title: 'Packing hall',
      placedOn: '2027-03-01',
      poNumber: 'PO-1',
      state: 'partly-delivered',
      total: '119.00',
      lines: 3,
      done: 1
    };
    render(Orders, {
      rows: [order, { ...order, number: 'S-1002', state: 'checking', poNumber: null }],
      empty: ''
    });
    const rows = screen.getAllByRole('listitem');
    expect(rows[0]).toHaveTextContent('your PO-1, partly delivered: 1 of 3 lines');
    expect(rows[1]).toHaveTextContent('being checked');
  });

  it('is of a line what came and when the rest does', () => {
    const line = {
      position: '1',
      code: 'BS-15',
      words: 'Bench scale',
      remark: '',
      quantity: '3 pc',
      amount: '1 425.00',
      delivered: '1 pc',
      due: '2 pc',
      expected: 'expected by 31 March 2027'
    };
    render(OrderLines, {
      lines: [line, { ...line, position: '2', code: 'FS-600', delivered: '3 pc', due: '', expected: '' }],
      sums: [{ words: 'Total', amount: '2 850.00', strong: true }],
      currency: 'EUR'
    });
    expect(screen.getByText('2 pc to come').parentElement).toHaveTextContent(
      '1 pc delivered, 2 pc to come, expected by 31 March 2027'
    );
    expect(screen.getByText('3 pc delivered')).toBeInTheDocument();
    expect(screen.getByText('Total, EUR')).toBeInTheDocument();
  });

  it('says where there is nothing', () => {
    render(Orders, { rows: [], empty: 'There are no orders yet.' });
    expect(screen.getByText('There are no orders yet.')).toBeInTheDocument();
  });
});
