import { useMemo, useState } from 'react';
import { Form, Table } from 'react-bootstrap';
import { listFaultWords } from '@mercato/contract/store/listWords';
import type { ListView } from '@mercato/contract/store/lists';
import { degrees } from '../api/reader.ts';
import { shortInstant } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { DataTable } from '../ui/DataTable.tsx';
import { Heads } from '../ui/Heads.tsx';
import type { Column } from '../ui/listColumn.ts';
import type { Say } from './ListQuestions.tsx';
import { harvestWords } from './words.ts';

/** Cells that cannot be, each put right where it stands, or its line left out. */
export function Faults({ list, say }: { list: ListView; say: Say | null }) {
  return (
    <>
      <h2>
        {list.faultCount} {list.faultCount === 1 ? 'cell' : 'cells'} to put right
      </h2>
      <div className="scroll">
        <Table>
          <Heads of={['line', 'column', 'as it stands', 'what is wrong', '']} />
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
                    <Inline
                      aria-label={`leave line ${one.line} out`}
                      onClick={() => say(({ leftOut }) => ({ leftOut: [...new Set([...leftOut, one.line])] }))}
                    >
                      leave it out
                    </Inline>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      {list.faults.length < list.faultCount && <p className="soft">The first {list.faults.length} are shown.</p>}
      {say && list.what === 'climate' && (
        <Inline onClick={() => say({ withoutBroken: true })}>leave all broken lines out</Inline>
      )}
    </>
  );
}

function Mend({ cell, label, mend }: { cell: string; label: string; mend: (text: string) => void }) {
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

const LINE = { id: 'line', head: 'line', fixed: true, className: 'code' } as const;

type ReadingLine = ListView['readings'][number];
const readingColumns = (zone: string): readonly Column<ReadingLine>[] => [
  { ...LINE, value: (one) => one.line },
  { id: 'when', head: 'when', value: (one) => shortInstant(new Date(one.at).toISOString(), zone), sortable: false },
  {
    id: 'temperature',
    head: 'temperature',
    value: (one) => one.temperatureC,
    cell: (one) => degrees(one.temperatureC),
    figure: true,
  },
  { id: 'humidity', head: 'humidity, %', value: (one) => one.humidityPercent, figure: true },
];

export function Readings({ list, zone }: { list: ListView; zone: string }) {
  const columns = useMemo(() => readingColumns(zone), [zone]);
  return (
    <>
      <h2>{list.state === 'in' ? 'What it says' : `What ${list.readable} of ${list.lines} lines say`}</h2>
      <DataTable
        name="readings"
        label="readings"
        columns={columns}
        rows={list.readings}
        rowKey={(one) => String(one.line)}
      />
      {list.readings.length < list.readable && <p className="soft">The first {list.readings.length} are shown.</p>}
    </>
  );
}

type PreviewLine = ListView['preview'][number];
const PREVIEW: readonly Column<PreviewLine>[] = [
  { ...LINE, value: (one) => one.line },
  {
    id: 'packet',
    head: 'packet',
    value: (one) => `${one.kind} ${one.variety} ${one.species}`,
    cell: (one) => (
      <>
        <b className="serif">{one.kind}</b> {one.variety} <i className="soft">{one.species}</i>
      </>
    ),
  },
  { id: 'harvest', head: 'harvest', value: harvestWords },
  { id: 'packed', head: 'packed', value: (one) => one.packedOn, className: 'fig' },
  {
    id: 'holds',
    head: 'holds',
    value: ({ amount }) => (amount.by === 'count' ? `${amount.seeds} seeds` : `${amount.text} ${amount.unit}`),
    className: 'fig',
  },
  { id: 'lies', head: 'lies in', value: (one) => one.place },
  { id: 'from', head: 'from', value: (one) => [one.supplier, one.from].filter(Boolean).join(', ') },
  { id: 'tested', head: 'tested', value: ({ test }) => test && `${test.hits} of ${test.seeds}, ${test.on}` },
  { id: 'note', head: 'note', value: (one) => one.note, className: 'soft' },
];

export function Preview({ list }: { list: ListView }) {
  return (
    <>
      <h2>{list.state === 'in' ? 'What it became' : `What ${list.readable} of ${list.lines} lines would become`}</h2>
      <DataTable
        name="list"
        label="packets of the list"
        columns={PREVIEW}
        rows={list.preview}
        rowKey={(one) => String(one.line)}
      />
      {list.preview.length < list.readable && <p className="soft">The first {list.preview.length} are shown.</p>}
    </>
  );
}
