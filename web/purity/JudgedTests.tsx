import { Table } from 'react-bootstrap';
import type { PurityResult } from '@mercato/contract/purity/purity';
import { togetherOf, togetherWords } from '@mercato/contract/purity/words';
import type { Fate } from '@mercato/core/purity/judgeTests';
import { COMPONENT_NAMES } from '@mercato/core/units/components';
import type { Verdict } from '@mercato/core/verdict/verdict';
import { Inline } from '../ui/Buttons.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

const FATES: Readonly<Record<Fate, string>> = {
  agrees: 'agrees',
  apart: 'apart, stays in the mean',
  dropped: 'more than twice out: not used',
};

interface JudgedTestsProps {
  result: PurityResult;
  open: (title: string, verdict: Verdict) => void;
}

/** How halves or whole samples compare, component by component, and what is reported of them. */
export function JudgedTests({ result, open }: JudgedTestsProps) {
  const { judged, shares } = result;
  if (!judged) return null;
  const half = judged.basis === 'half';
  return (
    <section className="mt-4">
      <h2>{half ? 'Halves against each other' : 'Whole samples against each other'}</h2>
      <div className="scroll">
        <Table>
          <Heads
            of={[half ? 'pair' : '', 'component', num('average'), num('apart'), num('allowed'), 'outcome', 'fate']}
          />
          <tbody>
            {judged.pairs.flatMap((pair, p) =>
              pair.comparisons.map((one, i) => (
                <tr key={`${p} ${one.component}`}>
                  <td className="num">{half && i === 0 ? p + 1 : ''}</td>
                  <td>{COMPONENT_NAMES[one.component]}</td>
                  <td className="num">{one.meanPercent.toFixed(2)}</td>
                  <td className="num">
                    <Inline
                      className="opens"
                      onClick={() => open(`${COMPONENT_NAMES[one.component]}${half ? `, pair ${p + 1}` : ''}`, one)}
                    >
                      {one.differencePercent.toFixed(2)}
                    </Inline>
                  </td>
                  <td className="num">{one.tolerancePercent === null ? '—' : one.tolerancePercent.toFixed(2)}</td>
                  <td>
                    <VerdictMark mark={one.outcome} word />
                  </td>
                  <td>{i === 0 && (half || pair.fate === 'agrees') ? FATES[pair.fate] : ''}</td>
                </tr>
              )),
            )}
          </tbody>
        </Table>
      </div>
      <p>
        <VerdictMark mark={judged.outcome} word /> {togetherWords(togetherOf(judged))}
        {shares && (
          <>
            {' '}
            {judged.outcome === 'outside' ? 'Mean so far' : 'Reported'}:{' '}
            <b className="fig">
              {shares.shares
                .map((one) => (one.trace ? 'trace' : one.percent.toFixed(shares.percentDecimals)))
                .join(' · ')}{' '}
              %
            </b>
          </>
        )}
      </p>
    </section>
  );
}
