import { Table } from 'react-bootstrap';
import type { OtherSeedsView } from '@mercato/contract/other-seeds/otherSeeds';
import { percentOf } from '@mercato/contract/words/figures';
import type { Contradiction } from '@mercato/core/other-seeds/contradictions';
import { type Component, COMPONENT_NAMES } from '@mercato/core/units/components';
import { Heads, num } from '../ui/Heads.tsx';

/** What purity found and the search did not, or the other way round: both figures beside each other. */
export function Contradictions({ view }: { view: OtherSeedsView }) {
  if (view.contradictions.length === 0) return null;
  return (
    <section className="mt-4">
      <h2>Purity and this search cannot both be right</h2>
      <div className="scroll">
        <Table className="w-text">
          <Heads of={['of', num('purity'), num('search'), num('chance under one rate')]} />
          <tbody>
            {view.contradictions.map(({ purity, search, chance, ...found }) => (
              <tr key={`${found.what} ${found.of}`}>
                <td>
                  <Of found={found} />
                </td>
                <td className="num">
                  {purity.seeds === null ? `${purity.percent ?? ''} %` : `${purity.seeds} seeds`} in{' '}
                  {Number(purity.examinedG.toPrecision(6))} g
                </td>
                <td className="num">
                  {search.seeds === 0 ? 'none' : `${search.seeds} seeds`} in {Number(search.examinedG.toPrecision(6))} g
                </td>
                <td className="num">{chance === null ? '—' : `${percentOf(chance, { figures: 2 })} %`}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      <p className="soft">Search again, weigh again, or let the lead accept it with a reason.</p>
    </section>
  );
}

const Of = ({ found }: { found: Pick<Contradiction, 'what' | 'of'> }) =>
  found.what === 'component' ? <>{COMPONENT_NAMES[found.of as Component]}</> : <i className="species">{found.of}</i>;
