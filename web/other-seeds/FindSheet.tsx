import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { useParams } from 'react-router';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { PaperHead } from '../ui/PaperHead.tsx';

const TRAYS = [1, 2, 3, 4];
const LINES = 14;

/** The search on paper: a line a species, a column a tray, in the order in which the screen asks for them. */
export default function FindSheet() {
  const { lot = '' } = useParams();
  const { data, error } = useQuery(reading(otherSeedsRoutes.ofLot, { lot }));
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const test = data.tests.at(-1);
  const names = (test?.keys ?? []).map((one) => one.species);
  return (
    <main className="w-text">
      <PaperHead
        title="Other seeds sheet"
        codes={[data.lot.reference, data.waiting[0]?.code ?? test?.vesselCode ?? '']}
        back={`/lots/${lot}/other-seeds`}
      />
      <p>
        <i className="species">{data.lot.species}</i>, {data.lot.commonName} · {data.lot.edition.name} ·{' '}
        {data.leastG === null ? 'no least mass in the book' : `${data.leastG} g are searched`}
        {test && test.named.length > 0 && ` · only ${test.named.join(', ')}`}
      </p>
      <Table responsive className="sheet">
        <thead>
          <tr>
            <th>species</th>
            {TRAYS.map((tray) => (
              <th key={tray} className="c-2">
                tray {tray}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>
              <b>mass searched, g</b>
            </td>
            {TRAYS.map((tray) => (
              <td key={tray} className="write" />
            ))}
          </tr>
          {Array.from({ length: Math.max(LINES, names.length + 6) }, (_, i) => (
            <tr key={i}>
              <td>
                <i className="species">{names[i] ?? ''}</i>
              </td>
              {TRAYS.map((tray) => (
                <td key={tray} className="write" />
              ))}
            </tr>
          ))}
        </tbody>
      </Table>
      <p className="mt-3">
        Searched on ______________ by ______________________ · balance ______________ · gloves and good air for treated
        seed.
      </p>
    </main>
  );
}
