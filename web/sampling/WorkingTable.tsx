import { Table } from 'react-bootstrap';
import { Link } from 'react-router';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { massText } from '@mercato/contract/words/figures';
import { Inline } from '../ui/Buttons.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import type { Shown } from './shown.ts';

interface WorkingTableProps {
  view: SamplingView;
  show: (shown: Shown) => void;
}

/** Working samples, each drawn on its own for its step. */
export function WorkingTable({ view: data, show: setShown }: WorkingTableProps) {
  const lot = data.lot.id;
  return (
    <>
      <h2 className="mt-4">Working samples</h2>
      {data.working.length === 0 ? (
        <p className="soft">None drawn yet. Each step draws its own, from its page.</p>
      ) : (
        <div className="scroll">
          <Table className="w-text">
            <Heads of={['code', 'for', num('mass'), 'least mass', 'test', 'why lighter']} />
            <tbody>
              {data.working.map(({ vessel, verdict, why, testNumber }) => (
                <tr key={vessel.id}>
                  <td className="fig">{vessel.code}</td>
                  <td>
                    <Link to={`/lots/${lot}/${vessel.purpose ?? 'sampling'}`}>{vessel.purpose?.replace('-', ' ')}</Link>
                  </td>
                  <td className="num">
                    <Inline className="opens" onClick={() => setShown({ title: 'working sample', verdict })}>
                      {vessel.mass ? massText(vessel.mass) : `${vessel.seeds ?? 0} seeds`}
                    </Inline>
                  </td>
                  <td>
                    <VerdictMark mark={verdict.outcome} word />
                  </td>
                  <td className="num text-start">{testNumber ?? '—'}</td>
                  <td className="soft">{why}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      )}
    </>
  );
}
