import { Table } from 'react-bootstrap';
import { ADVICE_WORDS, answerWords, CAUSE_WORDS, SCHOOL_NAMES } from '@mercato/contract/quick-tests/words';
import type { Cause } from '@mercato/core/quick-tests/badTest';
import type { QuickAnswer } from '@mercato/core/quick-tests/quickAnswer';
import { Fold } from '../ui/Fold.tsx';
import { Heads, num } from '../ui/Heads.tsx';

const times = (value: number) => (value < 1.05 ? 'just' : `${value.toFixed(1)} times`);
const orNoEnd = (value: number | null) => (value === null ? 'no end' : `${value.toFixed(1)} times`);
const percent = (p: number) => (p < 0.01 ? 'under 1 %' : p > 0.99 ? 'over 99 %' : `${Math.round(p * 100)} %`);
const settled = (more: number | null, counted: boolean) =>
  more === 0 ? 'settled' : more === null ? (counted ? 'more than there are' : 'no number would') : `about ${more}`;

/** What a small test says: in words, how thick to sow, and what each school would do with what chance to err. */
export function Schools({ answer }: { answer: QuickAnswer }) {
  return (
    <>
      <p className="serif fs-4 mt-4" role="status">
        {answerWords(answer)}
      </p>
      {answer.heldBack.length > 0 && <HeldBack answer={answer} />}
      {answer.sowTimes && (
        <p>
          {answer.sowTimes.best === null ? (
            'Sow other seed.'
          ) : (
            <>
              Sow <b className="fig">{times(answer.sowTimes.best)}</b> as much as perfect seed;{' '}
              <span className="fig">{orNoEnd(answer.sowTimes.least)}</span> to{' '}
              <span className="fig">{orNoEnd(answer.sowTimes.most)}</span> could be right.
            </>
          )}
        </p>
      )}
      {answer.schools.length > 0 && <SchoolTable answer={answer} />}
    </>
  );
}

/** Why the rules of thumb wait, and what to do about it. */
function HeldBack({ answer: { heldBack, schools, sowTimes } }: { answer: QuickAnswer }) {
  const early = heldBack.includes('too-early');
  const faults = heldBack.filter((one) => one !== 'too-early');
  const why = heldBack.map((one) => HELD[one] ?? CAUSE_WORDS[one].says).join('; ');
  // All schools say their best already: what is wrong with the test only keeps the count down.
  if (sowTimes) return <p className="soft">Good enough already, although {why}: more may be alive, not fewer.</p>;
  return (
    <p className="caution" role="note">
      {schools.length > 0 ? 'Rules of thumb that could still change wait' : 'No rule of thumb speaks yet'}: {why}.{' '}
      {faults.length > 0
        ? 'Put that right and test again with other seeds: do not throw any away by this test.'
        : early
          ? 'Look again until the last day.'
          : ''}
    </p>
  );
}

const HELD: Partial<Record<Cause, string>> = { 'too-early': 'its last day has not come, and more may follow' };

function SchoolTable({ answer }: { answer: QuickAnswer }) {
  return (
    <Fold title="Rules of thumb" className="mt-3">
      <div className="scroll">
        <Table className="schools w-text">
          <Heads
            of={['rule of thumb', 'says', num('chance that it is wrong'), num('seeds more to settle it'), 'where from']}
          />
          <tbody>
            {answer.schools.map((one) => (
              <tr key={one.id}>
                <td>{SCHOOL_NAMES[one.id]}</td>
                <td>
                  <b>{ADVICE_WORDS[one.advice]}</b>
                </td>
                <td className="num" data-label="chance that it is wrong">
                  {percent(one.chanceWrong)}
                </td>
                <td className="num" data-label="seeds more to settle it">
                  {settled(one.moreSeeds, answer.packet !== null)}
                </td>
                <td className="soft">{one.source}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </Fold>
  );
}
