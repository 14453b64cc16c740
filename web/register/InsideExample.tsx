import { Form } from 'react-bootstrap';
import { type Role, ROLES } from '@mercato/core/register/permissions';
import { useSession } from '../api/session.tsx';
import { Small } from '../ui/Buttons.tsx';
import { useAct } from '../ui/act.ts';
import { Trouble } from '../ui/fields.tsx';
import { visit } from './Example.tsx';

/** Says that one is in the example, as whom, and how it is left. */
export default function InsideExample() {
  const { session } = useSession();
  const { act, trouble } = useAct();
  return (
    <aside className="in-example" aria-label="example">
      <span>
        <b>Example</b> <span className="d-none d-md-inline">invented; try anything, none of it is yours</span>
      </span>
      <Form.Select
        size="sm"
        aria-label="as whom"
        value={session?.person?.roles[0]}
        onChange={(event) => void act(() => visit(event.target.value as Role))}
      >
        {ROLES.map((one) => (
          <option key={one} value={one}>
            as {one}
          </option>
        ))}
      </Form.Select>
      <Small onClick={() => void act(() => visit(null))}>Leave</Small>
      <Trouble text={trouble} />
    </aside>
  );
}
