import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { lotRoutes } from '@mercato/contract/register/routes';
import { actWords } from '@mercato/contract/words/acts';
import { reading } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Heads } from '../ui/Heads.tsx';

/** Everything that was written about a lot, in order: who, when, what, why. */
export default function History() {
  const { lot = '' } = useParams();
  const { session } = useSession();
  const { data } = useQuery(reading(lotRoutes.history, { lot }));
  return (
    <main>
      <div className="head">
        <h1>History</h1>
        <Link to={`/lots/${lot}`}>the lot</Link>
      </div>
      <div className="scroll">
        <Table>
          <Heads of={['when', 'who', 'what', 'written', 'why']} />
          <tbody>
            {data?.entries.map((one, i) => (
              <tr key={i}>
                <td className="code">{shortInstant(one.at, session?.laboratory.zone ?? 'UTC')}</td>
                <td className="text-nowrap">{one.by}</td>
                <td>{actWords(one.act)}</td>
                <td>
                  <Fold title={<>{one.subject}</>}>
                    <pre className="fig text-pre small">
                      {JSON.stringify({ before: one.before, after: one.after }, null, 1)}
                    </pre>
                  </Fold>
                </td>
                <td>{one.reason}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
    </main>
  );
}
