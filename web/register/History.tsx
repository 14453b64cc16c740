import { useQuery } from '@tanstack/react-query';
import { Table } from 'react-bootstrap';
import { Link, useParams } from 'react-router';
import { changesOf, subjectWords } from '@mercato/contract/lot-sheet/changes';
import type { HistoryEntry } from '@mercato/contract/lot-sheet/history';
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
                  <Changes entry={one} />
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

/** What an entry is about, and behind it what it changed. */
function Changes({ entry }: { entry: HistoryEntry }) {
  const changes = changesOf(entry.before, entry.after);
  const about = subjectWords(entry.subject);
  if (changes.length === 0) return <>{about}</>;
  return (
    <Fold title={about || 'details'}>
      <ul className="list-unstyled small mb-0">
        {changes.map(({ what, before, after }) => (
          <li key={what}>
            <span className="soft">{what}</span> {before !== null && <del className="fig">{before}</del>}{' '}
            {after === null ? <span className="soft">nothing</span> : <span className="fig">{after}</span>}
          </li>
        ))}
      </ul>
    </Fold>
  );
}
