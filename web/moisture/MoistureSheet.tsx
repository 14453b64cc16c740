import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { useParams } from 'react-router';
import { moistureRoutes } from '@mercato/contract/moisture/routes';
import { reading } from '../api/routes.ts';
import { Busy } from '../ui/Busy.tsx';
import { Heads } from '../ui/Heads.tsx';
import { PaperHead } from '../ui/PaperHead.tsx';
import { bookMethodOf, CAUTION } from './method.ts';

const WEIGHINGS = ['empty, with its lid', 'with seed', 'dried, with its lid'];

/** The oven's sheet on paper: the lines of the screen in their order, so that a filled sheet is typed back from top to bottom. */
export default function MoistureSheet() {
  const { lot = '' } = useParams();
  const { data, error } = useQuery(reading(moistureRoutes.ofLot, { lot }));
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const test = data.tests.at(-1);
  const above = data.method?.predryAbovePercent ?? null;
  return (
    <main className="w-text">
      <PaperHead
        title="Moisture sheet"
        codes={[data.lot.reference, data.waiting[0]?.code ?? test?.vesselCode ?? '']}
        back={`/lots/${lot}/moisture`}
      />
      <p>
        <i className="species">{data.lot.species}</i>, {data.lot.commonName} · {data.lot.edition.name} ·{' '}
        {test?.method || bookMethodOf(data.method) || 'no oven method in the book'}
      </p>
      <p>{CAUTION}</p>
      <p>
        <span className="box" /> the sample came sealed · container ________ cm across · balance ______________
      </p>
      <p>{data.method?.grinding !== 'none' && 'Ground for ________ min · '}open to the air while drawn ________ s</p>
      <Containers title="weighed, g" rows={WEIGHINGS} />
      <p className="mt-3">Oven ______________ at ________ °C · back at its temperature at ________</p>
      <p>Taken out at ________ · cooled for ________ min</p>
      {above !== null && (
        <>
          <p className="mt-3">Damper than {above} %: dried whole first.</p>
          <Containers title="dried whole, g" rows={WEIGHINGS} />
        </>
      )}
      <p className="mt-3">
        Weighed in on ______________ by ______________ · dried, weighed on ______________ by ______________
      </p>
    </main>
  );
}

function Containers({ title, rows }: { title: string; rows: readonly string[] }) {
  return (
    <Table responsive className="sheet">
      <Heads of={[title, 'first container, no. ____', 'second container, no. ____']} />
      <tbody>
        {rows.map((row) => (
          <tr key={row}>
            <td>{row}</td>
            <td className="write" />
            <td className="write" />
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
