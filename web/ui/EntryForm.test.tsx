import '@testing-library/jest-dom/vitest';
import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import Joi from 'joi';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { worded } from '@mercato/contract/http/fieldWords';
import { dayCount, decimalText, text, wholeNumber } from '@mercato/contract/http/fields';
import { Refused } from '../api/client.ts';
import { inApp } from '../testing/inApp.tsx';
import { EntryForm } from './EntryForm.tsx';
import { Field, Ticks } from './Field.tsx';
import { useEntry } from './entry.ts';

const schema = Joi.object(
  worded('count', {
    normal: wholeNumber(0, 100),
    abnormal: wholeNumber(0, 100),
    unit: Joi.string().valid('seeds', 'clusters').required(),
    note: text(40, 0).required(),
    tests: Joi.array().items(Joi.string()).min(1).required().messages({ 'array.min': 'choose one' }),
  }),
);
const WORDS = {
  count: {
    normal: 'normal',
    abnormal: { label: 'abnormal', hint: 'a part is missing' },
    unit: { label: 'counted', choices: { seeds: 'seed by seed', clusters: 'by cluster' } },
    note: 'note',
  },
};
const send = vi.fn<(body: unknown, key: string) => Promise<unknown>>();

function Count({ waits = false }: { waits?: boolean }) {
  const entry = useEntry({
    from: { normal: '', abnormal: '', unit: 'seeds', note: '', tests: ['purity'] },
    schema,
    words: WORDS,
    send,
  });
  return (
    <EntryForm entry={entry} send="Close" waits={waits}>
      <Field entry={entry} name="normal" />
      <Field entry={entry} name="abnormal" />
      <Field entry={entry} name="unit" />
      <Field entry={entry} name="note" />
      <Ticks
        legend="tests"
        options={[
          ['purity', 'purity'],
          ['weight', 'weight'],
        ]}
        chosen={entry.values.tests}
        onChange={(tests) => entry.set({ tests })}
        fault={entry.fault('tests')}
      />
      {entry.values.normal === '' && (
        <button type="button" onClick={() => entry.set({ normal: '100' })}>
          all of them
        </button>
      )}
    </EntryForm>
  );
}
const line = (name: string) => screen.getByLabelText<HTMLInputElement>(name);

beforeEach(() => {
  sessionStorage.clear();
  send.mockReset().mockResolvedValue(undefined);
});
afterEach(cleanup);

describe('the hands on a form', () => {
  test('Enter goes on from line to line, and nothing is sent before the last', async () => {
    const hands = userEvent.setup();
    render(<Count />, inApp);
    expect(line('normal')).toHaveFocus();
    await hands.keyboard('95{Enter}3{Enter}');
    expect(line('counted')).toHaveFocus();
    expect(send).not.toHaveBeenCalled();
    expect([line('normal').value, line('abnormal').value]).toEqual(['95', '3']);
    await hands.keyboard('{Enter}late{Control>}{Enter}{/Control}');
    expect(send.mock.calls.map(([body]) => body)).toEqual([
      { normal: 95, abnormal: 3, unit: 'seeds', note: 'late', tests: ['purity'] },
    ]);
  });

  test('what is wrong is told at its line, and takes the hands; what was typed stays', async () => {
    const hands = userEvent.setup();
    render(<Count />, inApp);
    await hands.keyboard('95{Enter}many{Control>}{Enter}{/Control}');
    expect(await screen.findByText(/must be a number/)).toBeVisible();
    expect(line('abnormal')).toHaveAccessibleDescription(/must be a number/);
    await vi.waitFor(() => {
      expect(line('abnormal')).toHaveFocus();
    });
    expect(line('abnormal').value).toBe('many');
    expect(send).not.toHaveBeenCalled();
  });

  test('what the server refuses stands at its line, and goes when it is mended and sent again', async () => {
    const hands = userEvent.setup();
    send.mockRejectedValueOnce(
      new Refused(422, {
        status: 422,
        title: '',
        detail: 'They do not add up.',
        errors: [{ path: 'normal', message: 'is more than there are' }],
      } as never),
    );
    render(<Count />, inApp);
    await hands.keyboard('95{Enter}3{Control>}{Enter}{/Control}');
    expect(await screen.findByText('They do not add up.')).toBeVisible();
    expect(line('normal')).toHaveAccessibleDescription('is more than there are');
    await hands.clear(line('normal'));
    await hands.type(line('normal'), '90{Control>}{Enter}{/Control}');
    await vi.waitFor(() => {
      expect(screen.queryByText('They do not add up.')).toBeNull();
    });
    expect(send).toHaveBeenCalledTimes(2);
    expect(line('abnormal')).toHaveAccessibleDescription('a part is missing');
  });

  test('one sentence for the whole is said once: at its line, or on top where no line says it', async () => {
    const hands = userEvent.setup();
    const refusing = (path: string) =>
      new Refused(422, {
        status: 422,
        title: '',
        detail: 'Too many.',
        errors: [{ path, message: 'Too many.' }],
      } as never);
    send.mockRejectedValueOnce(refusing('normal')).mockRejectedValueOnce(refusing('elsewhere'));
    render(<Count />, inApp);
    await hands.keyboard('95{Enter}3{Control>}{Enter}{/Control}');
    expect(await screen.findByText('Too many.')).toBeVisible();
    expect(line('normal')).toHaveAccessibleDescription('Too many.');
    await hands.keyboard('{Control>}{Enter}{/Control}');
    await vi.waitFor(() => expect(line('normal')).not.toHaveAccessibleDescription('Too many.'));
    expect(await screen.findByText('Too many.')).toBeVisible();
  });

  test('a choice that goes with what it chose gives the hands to the next empty line', async () => {
    const hands = userEvent.setup();
    render(<Count />, inApp);
    await hands.click(screen.getByRole('button', { name: 'all of them' }));
    await vi.waitFor(() => {
      expect(line('abnormal')).toHaveFocus();
    });
  });

  test('a form on a page of keys waits until it is gone to', () => {
    render(<Count waits />, inApp);
    expect(document.body).toHaveFocus();
  });

  test('what is to be ticked keeps its order, and none at all is refused where one is asked', async () => {
    const hands = userEvent.setup();
    render(<Count />, inApp);
    await hands.click(screen.getByLabelText('weight'));
    await hands.click(screen.getByLabelText('purity'));
    await hands.click(screen.getByLabelText('purity'));
    await hands.type(line('normal'), '1');
    await hands.type(line('abnormal'), '1{Control>}{Enter}{/Control}');
    await vi.waitFor(() => {
      expect(send.mock.calls[0]?.[0]).toMatchObject({ tests: ['purity', 'weight'] });
    });
    await hands.click(screen.getByLabelText('weight'));
    await hands.click(screen.getByLabelText('purity'));
    await hands.click(screen.getByRole('button', { name: 'Close' }));
    expect(await screen.findByText('choose one')).toBeVisible();
    expect(send).toHaveBeenCalledTimes(1);
  });
});

test('a field that the schema or the words do not know is a fault of ours, seen at once', () => {
  vi.spyOn(console, 'error').mockImplementation(() => undefined);
  function Bad({ name }: { name: 'normal' | 'lost' }) {
    const entry = useEntry({ from: { normal: '', lost: '' }, schema, words: {}, send });
    return <Field entry={entry} name={name} />;
  }
  expect(() => render(<Bad name="lost" />, inApp)).toThrow('no field lost');
  expect(() => render(<Bad name="normal" />, inApp)).toThrow('no words for the field normal (count.normal)');
});

test('a phone offers the keys of figures where nothing else is written', () => {
  const lines = Joi.object({
    seeds: wholeNumber(0, 9),
    grams: Joi.number().required(),
    weighed: decimalText('the weight'),
    // Weeks are days too.
    takes: dayCount(1, 99),
    harvest: Joi.number().required(),
  });
  function Lines() {
    const entry = useEntry({
      from: { seeds: '', grams: '', weighed: '', takes: '', harvest: '' },
      schema: lines,
      send,
    });
    return (
      <>
        {(['seeds', 'grams', 'weighed', 'takes'] as const).map((one) => (
          <Field key={one} entry={entry} name={one} label={one} />
        ))}
        <Field entry={entry} name="harvest" label="harvest" type="text" />
      </>
    );
  }
  render(<Lines />, inApp);
  expect(['seeds', 'grams', 'weighed', 'takes', 'harvest'].map((one) => line(one).inputMode)).toEqual([
    'numeric',
    'decimal',
    'decimal',
    '',
    '',
  ]);
});
