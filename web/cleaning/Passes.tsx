import { useState } from 'react';
import { Table } from 'react-bootstrap';
import { balanceWords, OUTLET_WORDS, PAY_WORDS, screenWords } from '@mercato/contract/cleaning/words';
import { METHOD_WORDS } from '@mercato/contract/cleaning/methodWords';
import { SETTINGS } from '@mercato/contract/cleaning/methods';
import { CLEANING_FIELDS } from '@mercato/contract/cleaning/fieldWords';
import type { FieldWords } from '@mercato/contract/http/fieldWords';
import type { PassState } from '@mercato/core/cleaning/bookState';
import type { Method } from '@mercato/core/cleaning/entries';
import { payOrMissing } from '@mercato/core/cleaning/passPay';
import { readScreens } from '@mercato/core/cleaning/readScreen';
import { Exact } from '@mercato/core/units/mass';
import { Inline, Small } from '../ui/Buttons.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { IN_SIGHT } from './Flow.tsx';
import { kindTswOf, type OpenBatch } from './useBatch.ts';
import { massWords } from './weights.tsx';

/** Settings of a pass in words: screens in millimetres and inches, everything else as it was set. */
export function settingsWords(pass: Pick<PassState, 'method' | 'settings'>, batch: Pick<OpenBatch, 'figures'>): string {
  return Object.keys(SETTINGS[pass.method])
    .flatMap((key) => {
      const value = pass.settings[key] as string | number | boolean | readonly string[] | null | undefined;
      if (value === null || value === undefined || value === '' || value === false || key === 'placeId') return [];
      if (key === 'screens')
        return [readScreens(String(value), batch.figures.screens).screens.map(screenWords).join(' over ')];
      if (Array.isArray(value)) return [value.map((one) => METHOD_WORDS[one as Method]).join(' → ')];
      const field: FieldWords = CLEANING_FIELDS.settings[`${pass.method}.${key}`] ?? key;
      const { label, unit = '', choices } = typeof field === 'string' ? { label: field } : field;
      if (value === true) return [label];
      const shown = choices?.[String(value)] ?? String(value);
      // "on what" asks; "on a tarpaulin" tells.
      const told = label.replace(/^(on|in|from|against) what$/, '$1');
      return [[told, shown, unit].filter(Boolean).join(' ')];
    })
    .join(', ');
}

/** What each pass took in and gave off, in figures. */
export function Passes({
  batch,
  chosen,
  choose,
}: {
  batch: OpenBatch;
  chosen: string | null;
  choose: (pass: string) => void;
}) {
  const [all, setAll] = useState(false);
  const passes = [...batch.book.passes.values()];
  if (passes.length === 0) return null;
  const newest = passes.slice(-IN_SIGHT);
  const chosenPass = passes.find((one) => one.id === chosen);
  const shown = all ? passes : chosenPass && !newest.includes(chosenPass) ? [chosenPass, ...newest] : newest;
  return (
    <>
      {shown.length < passes.length && <Small onClick={() => setAll(true)}>all {passes.length} passes</Small>}
      <Table className="passes" aria-label="passes" responsive="md">
        <thead>
          <tr>
            <th>pass</th>
            <th>how</th>
            <th className="num">in</th>
            <th className="num">clean</th>
            <th className="num">left</th>
            <th className="num">not found</th>
            <th>status</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((one) => (
            <PassRow key={one.id} batch={batch} pass={one} chosen={one.id === chosen} choose={choose} />
          ))}
        </tbody>
      </Table>
    </>
  );
}

function PassRow({
  batch,
  pass,
  chosen,
  choose,
}: {
  batch: OpenBatch;
  pass: PassState;
  chosen: boolean;
  choose: (pass: string) => void;
}) {
  const balance = batch.balances.get(pass.id);
  if (!balance) return null;
  const { verdict } = balance;
  const of = (clean: boolean) =>
    balance.streams
      .filter((one) => (one.outlet === 'clean') === clean && one.massG !== null)
      .reduce((sum, one) => sum.plus(one.massG ?? 0), new Exact(0));
  const paid = payOrMissing(pass, balance, kindTswOf(batch.view));
  const looks = pass.ended !== null || verdict.outcome === 'outside';
  return (
    <tr className={chosen ? 'here' : undefined} aria-current={chosen ? 'true' : undefined}>
      <td>
        <Inline className="opens serif" onClick={() => choose(pass.id)}>
          {METHOD_WORDS[pass.method]}
        </Inline>
      </td>
      <td className="soft">{settingsWords(pass, batch)}</td>
      <td className="num fig" data-head="in">
        {massWords(balance.inG)}
      </td>
      <td className="num fig" data-head="clean">
        {of(true).isZero() ? '–' : massWords(of(true))}
      </td>
      <td
        className="num fig"
        data-head="left"
        title={balance.streams
          .filter((one) => one.outlet !== 'clean')
          .map((one) => `${OUTLET_WORDS[one.outlet ?? 'clean']} ${massWords(one.massG)}`)
          .join(', ')}
      >
        {of(false).isZero() ? '–' : massWords(of(false))}
      </td>
      <td className="num fig" data-head="not found">
        {looks && balance.missingG && verdict.next !== 'blown-off' ? massWords(balance.missingG) : '–'}
      </td>
      <td>
        <VerdictMark mark={verdict.outcome} />{' '}
        {verdict.outcome === 'outside' && balance.unaccountedPercent !== null && (
          <span className="fig">{Math.abs(balance.unaccountedPercent).toFixed(1)} % </span>
        )}
        {balanceWords(verdict.next)}
        {'pay' in paid && (
          <>
            {'; '}
            {PAY_WORDS[paid.pay.answer]}
          </>
        )}
      </td>
    </tr>
  );
}
