import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { useParams } from 'react-router';
import { purityRoutes } from '@mercato/contract/purity/routes';
import { halfMassOf } from '@mercato/core/rule-books/leastMass';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Heads } from '../ui/Heads.tsx';
import { PaperHead } from '../ui/PaperHead.tsx';
import { FIELD_NAMES, weighedFields } from './entry.ts';

/** The bench sheet on paper: the lines of the screen in their order, so that a filled sheet is typed back from top to bottom. */
export default function PuritySheet() {
  const { lot = '' } = useParams();
  const { session } = useSession();
  const { data, error } = useQuery(reading(purityRoutes.ofLot, { lot }));
  if (!data || !session) return <Busy error={error} back={['/lots', 'the lots']} />;
  const test = data.tests.at(-1);
  const waiting = data.waiting[0];
  const blowing = data.unitRules.some((one) => one.topic === 'blowing');
  return (
    <main className="w-text">
      <PaperHead
        title="Purity sheet"
        codes={[data.lot.reference, waiting?.code ?? test?.vesselCode ?? '']}
        back={`/lots/${lot}/purity`}
      />
      <p>
        <i className="species">{data.lot.species}</i>, {data.lot.commonName} · {data.lot.edition.name} ·{' '}
        {data.leastG === null
          ? 'no least mass in the book'
          : `${data.leastG} g at least, ${halfMassOf(data.leastG)} g for a half`}
        {data.lot.chaffy ? ' · chaffy' : ''}
      </p>
      <p>
        {['whole', 'first half', 'second half'].map((one) => (
          <span key={one} className="me-3">
            <span className="box" /> {one}
          </span>
        ))}
        sample code ______________ · balance ______________
      </p>
      <Table responsive className="sheet">
        <Heads of={['line', ['g', 'c-3'], 'its parts: name, and g, seeds or trace']} />
        <tbody>
          {weighedFields(data).map((field, i) => (
            <tr key={field} className={i < 2 ? undefined : 'tall'}>
              <td>
                {i + 1} <b>{FIELD_NAMES[field]}</b>
              </td>
              <td className="write" />
              <td className="write" />
            </tr>
          ))}
        </tbody>
      </Table>
      {blowing && <p className="mt-3">Blower setting ______________ · for ________ min</p>}
      <p className="mt-3">
        For the cleaning shed, of ________ pure seeds: light ______ · stained ______ · bored ______ · off type ______
      </p>
      {data.unitRules.length > 0 && (
        <ul>
          {data.unitRules.map((one, i) => (
            <li key={i}>
              {one.says} <span className="soft">({one.rule.provenance.verification})</span>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-3">
        Weighed on ______________ by ______________________ · dust mask when blowing and sorting; gloves for treated
        seed.
      </p>
    </main>
  );
}
