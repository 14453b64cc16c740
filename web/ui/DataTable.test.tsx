import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { DataTable } from './DataTable.tsx';
import type { Column } from './listColumn.ts';

interface Lot {
  readonly id: string;
  readonly kind: string;
  readonly grams: number | null;
}
const LOTS: readonly Lot[] = [
  { id: 'b 10', kind: 'oats', grams: 9 },
  { id: 'b 9', kind: '=cmd', grams: 100.5 },
  { id: 'a 1', kind: 'rye, winter', grams: null },
];
const COLUMNS: readonly Column<Lot>[] = [
  { id: 'id', head: 'reference', value: (one) => one.id, fixed: true },
  { id: 'kind', head: 'kind', value: (one) => one.kind, cell: (one) => <i>{one.kind}</i> },
  { id: 'grams', head: 'grams', value: (one) => one.grams, figure: true },
];
const open = (more: Partial<Parameters<typeof DataTable<Lot>>[0]> = {}) =>
  render(<DataTable name="lots" label="lots" columns={COLUMNS} rows={LOTS} rowKey={(one) => one.id} {...more} />);
const bodyRows = () => within(screen.getAllByRole('rowgroup')[1] as HTMLElement).getAllByRole('row');
const first = () => bodyRows().map((row) => within(row).getAllByRole('cell')[0]?.textContent);
const head = (name: string) => screen.getByRole('columnheader', { name });

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('a list', () => {
  test('is sorted by its heads: words as people count, figures by size, and as it came at the third press', async () => {
    const hands = userEvent.setup();
    open();
    expect(first()).toEqual(['b 10', 'b 9', 'a 1']);
    await hands.click(screen.getByRole('button', { name: 'reference' }));
    expect(first()).toEqual(['a 1', 'b 9', 'b 10']);
    expect(head('reference')).toHaveAttribute('aria-sort', 'ascending');
    await hands.click(screen.getByRole('button', { name: 'reference' }));
    expect(first()).toEqual(['b 10', 'b 9', 'a 1']);
    expect(head('reference')).toHaveAttribute('aria-sort', 'descending');
    await hands.click(screen.getByRole('button', { name: 'reference' }));
    expect(head('reference')).not.toHaveAttribute('aria-sort');
    await hands.click(screen.getByRole('button', { name: 'grams' }));
    expect(first().filter((one) => one !== 'a 1')).toEqual(['b 9', 'b 10']);
  });

  test('is narrowed by words, each of which stands somewhere in the row', () => {
    const { rerender } = open({ sought: 'RYE a' });
    expect(first()).toEqual(['a 1']);
    rerender(
      <DataTable name="lots" label="lots" columns={COLUMNS} rows={LOTS} rowKey={(one) => one.id} sought="100.5 b" />,
    );
    expect(first()).toEqual(['b 9']);
  });

  test('keeps on this machine which columns are wanted; what tells rows apart is always there', async () => {
    const hands = userEvent.setup();
    open();
    await hands.click(screen.getByRole('button', { name: 'columns' }));
    expect(screen.queryByLabelText('reference')).toBeNull();
    await hands.click(screen.getByLabelText('kind'));
    expect(screen.queryByText('oats')).toBeNull();
    cleanup();
    open();
    expect(screen.queryByRole('columnheader', { name: 'kind' })).toBeNull();
    expect(head('grams')).toBeVisible();
  });

  test('gives out what is shown, in its order and columns, and no formula', async () => {
    const hands = userEvent.setup();
    const blobs: Blob[] = [];
    vi.stubGlobal(
      'URL',
      Object.assign(URL, { createObjectURL: (blob: Blob) => (blobs.push(blob), 'blob:x'), revokeObjectURL: vi.fn() }),
    );
    vi.spyOn(HTMLAnchorElement.prototype, 'click').mockImplementation(() => undefined);
    open({ sought: 'b' });
    await hands.click(screen.getByRole('button', { name: 'reference' }));
    await hands.click(screen.getByRole('button', { name: 'export what is shown' }));
    await vi.waitFor(() => {
      expect(blobs).toHaveLength(1);
    });
    const reader = new FileReader();
    const text = await new Promise<string>((done) => {
      reader.onload = () => done(reader.result as string);
      reader.readAsText(blobs[0] as Blob);
    });
    expect(
      text
        .replace(/^\uFEFF/, '')
        .trim()
        .split('\r\n'),
    ).toEqual(['reference,kind,grams', `b 9,"'=cmd",100.5`, 'b 10,oats,9']);
  });

  test('that the server sorts asks it, and leaves the rows as they come', async () => {
    const hands = userEvent.setup();
    const asked: string[] = [];
    function Sorted() {
      const [by, setBy] = useState('');
      return (
        <DataTable
          name="lots"
          label="lots"
          columns={COLUMNS}
          rows={LOTS}
          rowKey={(one) => one.id}
          sort={{
            by,
            change: (next) => {
              asked.push(next);
              setBy(next);
            },
          }}
        />
      );
    }
    render(<Sorted />);
    for (let i = 0; i < 3; i += 1) await hands.click(screen.getByRole('button', { name: 'kind' }));
    expect(asked).toEqual(['kind', '-kind', '']);
    expect(first()).toEqual(['b 10', 'b 9', 'a 1']);
  });

  test('of more than two hundred rows holds in the page those in sight alone, and says how many there are', () => {
    const many = (n: number) => Array.from({ length: n }, (_, i): Lot => ({ id: `lot ${i}`, kind: 'oats', grams: i }));
    open({ rows: many(200) });
    expect(bodyRows()).toHaveLength(200);
    cleanup();
    open({ rows: many(201) });
    expect(screen.getByRole('table')).toHaveAttribute('aria-rowcount', '201');
    expect(document.querySelectorAll('tbody tr').length).toBeLessThan(60);
  });
});
