import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Form, Stack } from 'react-bootstrap';
import { todayRoutes } from '@mercato/contract/today/routes';
import { linkTo, reading, send } from '../api/routes.ts';
import { shortInstant, useSession } from '../api/session.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Quiet } from '../ui/Buttons.tsx';
import { useAct } from '../ui/act.ts';
import { ChoiceField, Trouble } from '../ui/fields.tsx';

/** Secret addresses that a calendar program reads by itself: all that waits for one's hands, or one place alone. */
export default function Feeds() {
  const { data } = useQuery(reading(todayRoutes.feeds, {}));
  const { session } = useSession();
  const { act, trouble } = useAct();
  const [place, setPlace] = useState('');
  const [made, setMade] = useState<string>();
  if (!data) return <Busy />;
  const make = () =>
    act(async () => {
      const { path } = await send(todayRoutes.addFeed, {}, { place });
      setMade(`${location.origin}${path}.ics`);
    });
  return (
    <div className="w-text">
      <p>
        <a href={linkTo(todayRoutes.calendar, {})} download="mercato.ics">
          Download it once
        </a>
        , or give your calendar program an address that it reads by itself. Whoever has the address can read what is
        due, so keep it to yourself; end it when you no longer need it.
      </p>
      <Trouble text={trouble} />
      <ChoiceField
        label="what stands in"
        value={place}
        onChange={setPlace}
        options={[['', 'all that waits for my hands'], ...data.places.map((one) => [one, one] as const)]}
      />
      <Stack direction="horizontal" gap={2} className="actions">
        <Quiet onClick={() => void make()}>Make an address</Quiet>
      </Stack>
      {made !== undefined && (
        <p className="mt-2">
          <Form.Control className="fig" readOnly aria-label="address of the calendar" value={made} />
          <span className="soft">It is not shown again.</span>
        </p>
      )}
      {data.feeds.length > 0 && (
        <ul className="list-unstyled mt-3">
          {data.feeds.map((one) => (
            <li key={one.id}>
              {one.place || 'all that waits for my hands'}{' '}
              <span className="soft">
                made {shortInstant(one.createdAt, session?.laboratory.zone ?? 'UTC')},{' '}
                {one.usedAt === null
                  ? 'never read'
                  : `read ${shortInstant(one.usedAt, session?.laboratory.zone ?? 'UTC')}`}
              </span>{' '}
              <Inline onClick={() => void act(() => send(todayRoutes.endFeed, { feed: one.id }, {}))}>end it</Inline>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
