import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { useParams } from 'react-router';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import { planReasonWords } from '@mercato/contract/sampling/words';
import { reading } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Heads, num } from '../ui/Heads.tsx';
import { PaperHead } from '../ui/PaperHead.tsx';

/** The draw on paper: a line for each primary sample, with a box to tick. */
export default function Sheet() {
  const { lot = '' } = useParams();
  const { session } = useSession();
  const { data, error } = useQuery(reading(samplingRoutes.ofLot, { lot }));
  if (!data || !session) return <Busy error={error} back={['/lots', 'the lots']} />;
  const { draw } = data;
  return (
    <main className="w-text">
      <PaperHead title="Sampling sheet" codes={[data.lot.reference]} back={`/lots/${lot}/sampling`} />
      <p>
        <i className="species">{data.lot.species}</i>, {data.lot.commonName} ·{' '}
        {data.plan && planReasonWords(data.plan.why)} · {data.lot.edition.name}
        {draw && (
          <>
            {' '}
            · drawn {shortInstant(draw.at, session.laboratory.zone)} by {draw.by}, seed{' '}
            <span className="fig">{draw.seed}</span>
          </>
        )}
      </p>
      {draw ? (
        <Table responsive className="sheet">
          <Heads
            of={[
              'taken',
              num('container'),
              num('layer'),
              num('row'),
              num('from left'),
              'mass, g',
              'wet · torn · infested · uneven',
            ]}
          />
          <tbody>
            {draw.primaries.map((one) => (
              <tr key={`${one.container} ${one.core}`}>
                <td>
                  <span className="box">{one.taken ? '✓' : ''}</span>
                </td>
                <td className="num">
                  <b>{one.container}</b>
                </td>
                <td className="num">{one.layer}</td>
                <td className="num">{one.row}</td>
                <td className="num">{one.column}</td>
                <td className="write">{one.taken?.mass ? one.taken.mass.text : ''}</td>
                <td className="write">{one.taken && one.taken.look !== 'even' ? one.taken.look : ''}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      ) : (
        <p>Nothing is drawn yet.</p>
      )}
      <p className="mt-3">
        Sampled on ______________ by ______________________ · seal ______________ · uneven look: stop, do not combine.
        Dust mask while probing.
      </p>
    </main>
  );
}
