import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Stack } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import { listRoutes, storeRoutes } from '@mercato/contract/store/routes';
import { linkTo, reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { FileField, Trouble } from '../ui/fields.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { useKeepFile } from './keepFile.ts';

const STATES = { open: 'not in the store yet', in: 'in the store', undone: 'undone' } as const;

/** Lists of packets that somebody kept elsewhere: each stays on file as it was, whatever became of it. */
export default function Lists() {
  const { may } = useSession();
  const navigate = useNavigate();
  const file = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState<string>();
  const { data } = useQuery(reading(listRoutes.all, {}));
  useKeys([
    { key: 'f', says: 'to the file field; Enter opens it', act: () => file.current?.focus() },
    { key: 's', says: 'back to the store', act: () => void navigate('/store') },
  ]);
  const keep = useKeepFile(null, setTrouble);
  if (!data) return <Busy />;
  return (
    <main className="w-text">
      <h1>Import packet list</h1>
      <p className="soft">
        From a spreadsheet, saved as CSV, in whatever columns you kept it. You see what each line would become before
        anything is written, and all of it can be undone.
      </p>
      <p>
        The other way: <a href={linkTo(storeRoutes.packetTable, {})}>what is in store, as such a list</a> ·{' '}
        <a href={linkTo(storeRoutes.passportTable, {})}>its harvests, as seed banks exchange them</a>
      </p>
      <Trouble text={trouble} />
      {may('store.write') ? (
        <Stack direction="horizontal" gap={2} className="actions">
          <FileField
            label="list of packets"
            accept=".csv,.txt,.tsv,text/csv"
            ref={file}
            onFile={(one) => void keep(one)}
          />
          <span className="soft">
            <Key>F</Key>
          </span>
        </Stack>
      ) : null}
      <ul className="packets list-unstyled mb-0" aria-label="lists">
        {data.lists
          .filter((one) => one.what === 'packets')
          .map((one) => (
            <li key={one.id}>
              <Link to={`/store/lists/${one.id}`}>
                <b className="serif">{one.name}</b>
              </Link>
              <span>{shortDay(one.at)}</span>
              <span className="fig">
                {one.packets} {one.packets === 1 ? 'packet' : 'packets'}
              </span>
              <span className={one.state === 'open' ? undefined : 'soft'}>
                {STATES[one.state]} · {one.by}
              </span>
            </li>
          ))}
      </ul>
    </main>
  );
}
