import { useRef, useState } from 'react';
import { Stack, Table } from 'react-bootstrap';
import { Link, useNavigate } from 'react-router';
import type { FieldFault } from '@mercato/contract/http/problem';
import { type ImportAnswer, ITEMS, MOST_FAULTS } from '@mercato/contract/import/file';
import { importRoutes } from '@mercato/contract/import/routes';
import { exportRoutes } from '@mercato/contract/register/routes';
import { Refused } from '../api/client.ts';
import { linkTo, sendFile } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Heads } from '../ui/Heads.tsx';
import { FileField } from '../ui/fields.tsx';
import { Key, useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';

type State =
  | { readonly at: 'empty' }
  | { readonly at: 'reading'; readonly name: string }
  | { readonly at: 'done'; readonly name: string; readonly answer: ImportAnswer }
  | {
      readonly at: 'refused';
      readonly name: string;
      readonly message: string;
      readonly faults: readonly FieldFault[];
      readonly lines: readonly string[];
    };

/** Lots from a file: every row is checked, all or nothing comes in, and each fault is shown at its line and column. */
export default function Import() {
  const navigate = useNavigate();
  const { may } = useSession();
  const file = useRef<HTMLInputElement>(null);
  const [state, setState] = useState<State>({ at: 'empty' });
  useKeys([
    { key: 'f', says: 'to the file field; Enter opens it', act: () => file.current?.focus() },
    { key: 'l', says: 'back to the list', act: () => void navigate('/lots') },
  ]);
  const bring = async (chosen: File) => {
    setState({ at: 'reading', name: chosen.name });
    const text = await chosen.text();
    try {
      const answer = await sendFile(importRoutes.lots, {}, text);
      setState({ at: 'done', name: chosen.name, answer });
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setState({
        at: 'refused',
        name: chosen.name,
        message: error.message,
        faults: error.faults,
        lines: text.split(/\r?\n/),
      });
    }
  };
  return (
    <main>
      <h1>Import lots</h1>
      <p className="soft">
        A CSV file with one figure a row: <span className="fig">lot,what,test,dish,day,name,value,unit</span>. All of it
        comes in, or nothing. <a href={linkTo(exportRoutes.lots, {})}>All lots as such a file</a>
      </p>
      {may('import.write') ? (
        <Stack direction="horizontal" gap={2} className="actions">
          <FileField
            label="lot file"
            accept=".csv,text/csv"
            ref={file}
            disabled={state.at === 'reading'}
            onFile={(chosen) => void bring(chosen)}
          />
          <span className="soft">
            <Key>F</Key> {state.at === 'reading' ? `${state.name} is being checked …` : ''}
          </span>
        </Stack>
      ) : (
        <p className="soft">An analyst or the lead brings files in.</p>
      )}
      <div role="status">
        {state.at === 'done' && (
          <>
            <p>
              <VerdictMark mark="within" /> {state.name}: {state.answer.lots} lots with {state.answer.figures} figures
              came in.
            </p>
            {state.answer.unresolved.length > 0 && (
              <>
                <p>
                  <VerdictMark mark="not-judged" /> Names that are in no list of species; they hold their lots until
                  somebody says what they are:
                </p>
                <ul>
                  {state.answer.unresolved.map((one) => (
                    <li key={`${one.reference} ${one.name}`}>
                      <span className="fig">{one.reference}</span>: “{one.name}”
                    </li>
                  ))}
                </ul>
              </>
            )}
            <p>
              {state.answer.references.map((one) => (
                <span key={one}>
                  <Link className="fig" to={`/lots?q=${encodeURIComponent(one)}`}>
                    {one}
                  </Link>{' '}
                </span>
              ))}
            </p>
          </>
        )}
        {state.at === 'refused' && (
          <>
            <p>
              <VerdictMark mark="outside" /> {state.name}: {state.message}
            </p>
            {state.faults.length > 0 && (
              <div className="scroll">
                <Table>
                  <Heads of={['line', 'column', 'what was wrong', 'as it stands']} />
                  <tbody>
                    {state.faults.map((one, i) => {
                      const [line = '', column = ''] = one.path.split('.');
                      return (
                        <tr key={i}>
                          <td className="code">{line}</td>
                          <td className="code">{column}</td>
                          <td>{one.message}</td>
                          <td className="fig soft">{state.lines[Number(line) - 1]?.slice(0, 120)}</td>
                        </tr>
                      );
                    })}
                  </tbody>
                </Table>
                {state.faults.length >= MOST_FAULTS && (
                  <p className="soft">The first {MOST_FAULTS} faults are shown.</p>
                )}
              </div>
            )}
          </>
        )}
      </div>
      <Fold title="What a file can hold" open className="mt-4">
        <div className="scroll">
          <Table>
            <Heads of={['what', 'value', 'unit', 'also needs']} />
            <tbody>
              {Object.entries(ITEMS).map(([what, item]) => (
                <tr key={what}>
                  <td className="code">{what}</td>
                  <td>{item.says}</td>
                  <td className="fig">{item.units.join(', ')}</td>
                  <td>{item.needs.join(', ')}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </div>
      </Fold>
    </main>
  );
}
