import { useState } from 'react';
import { Button, Form, Stack, Table } from 'react-bootstrap';
import { validate } from '@mercato/contract/http/validate';
import { FIND_KEYS, type KeyBinding, keyBindingsSchema } from '@mercato/contract/other-seeds/otherSeeds';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { Trouble } from '../ui/fields.tsx';

interface KeysFormProps {
  keys: readonly KeyBinding[];
  done: (keys: readonly KeyBinding[] | null) => void;
}

/** Changes which key calls which species; what was tallied stays with its species. */
export function KeysForm({ keys, done }: KeysFormProps) {
  const [lines, setLines] = useState<readonly KeyBinding[]>(keys);
  const [faults, setFaults] = useState<readonly { path: string; message: string }[]>([]);
  const put = (i: number, next: Partial<KeyBinding>) =>
    setLines(lines.map((one, at) => (at === i ? { ...one, ...next } : one)));
  return (
    <form
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const checked = validate(keyBindingsSchema, { keys: lines });
        if (checked.ok) done(checked.value.keys);
        else setFaults(checked.faults);
      }}
    >
      <h2>Keys of this sample</h2>
      <Trouble text={faults[0]?.message} />
      <Table className="w-narrow">
        <tbody>
          {lines.map((one, i) => (
            <tr key={i}>
              <td className="c-2">
                <Form.Select
                  aria-label={`key of ${one.species}`}
                  value={one.key}
                  autoFocus={i === 0}
                  isInvalid={faults.some((fault) => fault.path.startsWith(`keys.${i}`))}
                  onChange={(event) => put(i, { key: event.target.value })}
                >
                  {FIND_KEYS.map((key) => (
                    <option key={key} value={key}>
                      {key.toUpperCase()}
                    </option>
                  ))}
                </Form.Select>
              </td>
              <td>
                <i className="species">{one.species}</i>
              </td>
              <td>
                <Inline onClick={() => setLines(lines.filter((_, at) => at !== i))}>free its key</Inline>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Stack direction="horizontal" gap={2} className="actions">
        <Button type="submit">Use these keys</Button>
        <Quiet onClick={() => done(null)}>Cancel</Quiet>
      </Stack>
    </form>
  );
}
