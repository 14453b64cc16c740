import Button from 'react-bootstrap/Button';
import Table from 'react-bootstrap/Table';
import type { ListView } from '@mercato/contract/store/lists';
import { listFaultWords } from '@mercato/contract/store/listWords';
import { useState, type JSX } from 'react';
import Form from 'react-bootstrap/Form';
import { shortInstant } from '../api/session.tsx';
import type { Say } from './ListQuestions.tsx';
import { harvestWords } from './words.ts';

/** Cells that cannot be, each put right where it stands, or its line left out. */
export function Faults({ list, say }: { list: ListView; say: Say | null }): JSX.Element {
  return (
    <>
      <h2>
        {list.faultCount} {list.faultCount === 1 ? 'cell' : 'cells'} to put right
      </h2>
      <div className="scroll">
        <Table>
          <thead>
            <tr>
              <th>line</th>
              <th>column</th>
              <th>as it stands</th>
              <th>what is wrong</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {list.faults.map((one) => (
              <tr key={`${one.line}-${one.column ?? ''}`}>
                <td className="code">{one.line}</td>
                <td>{one.column === null ? 'the line' : list.columns[one.column]?.heading || one.column + 1}</td>
                <td>
                  {say && one.column !== null ? (
                    <Mend
                      cell={one.cell}
                      label={`line ${one.line}, ${list.columns[one.column]?.heading ?? ''}`}
                      mend={(text) => {
                        const line = String(one.line);
                        const cell = { [String(one.column)]: text };
                        say(({ mended }) => ({ mended: { ...mended, [line]: { ...mended[line], ...cell } } }));
                      }}
                    />
                  ) : (
                    <span className="fig">{one.cell}</span>
                  )}
                </td>
                <td>{listFaultWords(one.message)}</td>
                <td>
                  {say && (
                    <Button
                      variant="link"
                      aria-label={`leave line ${one.line} out`}
                      onClick={() => say(({ leftOut }) => ({ leftOut: [...new Set([...leftOut, one.line])] }))}
                    >
                      leave it out
                    </Button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      {list.faults.length < list.faultCount && <p className="soft">The first {list.faults.length} are shown.</p>}
      {say && list.what === 'climate' && (
        <Button variant="link" onClick={() => say({ withoutBroken: true })}>
          leave all broken lines out
        </Button>
      )}
    </>
  );
}

function Mend({ cell, label, mend }: { cell: string; label: string; mend: (text: string) => void }): JSX.Element {
  const [text, setText] = useState(cell);
  const [sent, setSent] = useState(cell);
  const keep = () => {
    // Enter sends it, and leaving the field after Enter does not send it again.
    if (text.trim() === sent) return;
    setSent(text.trim());
    mend(text.trim());
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        keep();
      }}
    >
      <Form.Control aria-label={label} value={text} onBlur={keep} onChange={(event) => setText(event.target.value)} />
    </form>
  );
}

export function Readings({ list, zone }: { list: ListView; zone: string }): JSX.Element {
  return (
    <>
      <h2>{list.state === 'in' ? 'What it says' : `What ${list.readable} of ${list.lines} lines say`}</h2>
      <div className="scroll">
        <Table>
          <thead>
            <tr>
              <th>line</th>
              <th>when</th>
              <th>temperature</th>
              <th>humidity</th>
            </tr>
          </thead>
          <tbody>
            {list.readings.slice(0, 40).map((one) => (
              <tr key={one.line}>
                <td className="code">{one.line}</td>
                <td>{shortInstant(new Date(one.at).toISOString(), zone)}</td>
                <td className="fig">{one.temperatureC} °C</td>
                <td className="fig">{one.humidityPercent === null ? '' : `${one.humidityPercent} %`}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      {list.readable > 40 && <p className="soft">The first 40 are shown.</p>}
    </>
  );
}

export function Preview({ list }: { list: ListView }): JSX.Element {
  return (
    <>
      <h2>{list.state === 'in' ? 'What it became' : `What ${list.readable} of ${list.lines} lines would become`}</h2>
      <div className="scroll">
        <Table>
          <thead>
            <tr>
              <th>line</th>
              <th>packet</th>
              <th>harvest</th>
              <th>packed</th>
              <th>holds</th>
              <th>lies in</th>
              <th>from</th>
              <th>tested</th>
              <th>note</th>
            </tr>
          </thead>
          <tbody>
            {list.preview.map((one) => (
              <tr key={one.line}>
                <td className="code">{one.line}</td>
                <td>
                  <b className="serif">{one.kind}</b> {one.variety} <i className="soft">{one.species}</i>
                </td>
                <td>{harvestWords(one)}</td>
                <td className="fig">{one.packedOn}</td>
                <td className="fig">
                  {one.amount.by === 'count' ? `${one.amount.seeds} seeds` : `${one.amount.text} ${one.amount.unit}`}
                </td>
                <td>{one.place}</td>
                <td>{[one.supplier, one.from].filter(Boolean).join(', ')}</td>
                <td>{one.test && `${one.test.hits} of ${one.test.seeds}, ${one.test.on}`}</td>
                <td className="soft">{one.note}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      {list.preview.length < list.readable && <p className="soft">The first {list.preview.length} are shown.</p>}
    </>
  );
}
