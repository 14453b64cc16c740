import { useState } from 'react';
import { Form, Stack, Table } from 'react-bootstrap';
import { sampleWords } from '@mercato/contract/store/listWords';
import type { AnyColumn, ListView } from '@mercato/contract/store/lists';
import { LIST_COLUMNS } from '@mercato/core/store/list/columns';
import { CLIMATE_COLUMNS } from '@mercato/core/store/list/readClimateLog';
import { Quiet } from '../ui/Buttons.tsx';
import { Heads } from '../ui/Heads.tsx';
import { Trouble } from '../ui/fields.tsx';
import type { Say } from './ListQuestions.tsx';

export function Columns({ list, say }: { list: ListView; say: Say }) {
  const [columns, setColumns] = useState(() => list.columns.map((one, i) => list.reading.columns[i] ?? one.proposal));
  const asked = list.asks.find((one) => one.question === 'columns');
  const saved = columns.every((one, i) => one === (list.reading.columns[i] ?? null));
  const unsaid = columns.some((one) => one === null);
  return (
    <fieldset className="ask">
      <legend>What is in each column?</legend>
      <div className="scroll">
        <Table>
          <Heads of={['heading', 'it holds', 'is']} />
          <tbody>
            {list.columns.map((column, i) => (
              <tr key={i}>
                <td>
                  <b>{column.heading || `column ${i + 1}`}</b>
                </td>
                <td className="fig soft">{column.samples.join(' · ') || 'nothing'}</td>
                <td>
                  <Form.Select
                    aria-label={`${column.heading || `column ${i + 1}`} is`}
                    value={columns[i] ?? ''}
                    isInvalid={columns[i] === null}
                    onChange={(event) => {
                      const value = (event.target.value || null) as AnyColumn | null;
                      setColumns(columns.map((one, at) => (at === i ? value : one)));
                    }}
                  >
                    <option value="">say what it is</option>
                    {Object.entries(list.what === 'packets' ? LIST_COLUMNS : CLIMATE_COLUMNS).map(([one, words]) => (
                      <option key={one} value={one}>
                        {words}
                        {one === column.proposal && list.reading.columns[i] == null ? ' (by its heading)' : ''}
                      </option>
                    ))}
                  </Form.Select>
                </td>
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      {/* Once every column is said, what is still asked is what none of them holds. */}
      {saved && !unsaid && asked && <Trouble text={asked.samples.map(sampleWords).join('; ')} />}
      {!saved && (
        <Stack direction="horizontal" gap={2} className="actions">
          <Quiet disabled={unsaid} onClick={() => say({ columns })}>
            The columns are so
          </Quiet>
          {unsaid && <span className="soft">each column is something, or is left out</span>}
        </Stack>
      )}
    </fieldset>
  );
}
