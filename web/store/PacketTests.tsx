import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import type { PacketView } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { newTestSchema, type TestLine } from '@mercato/contract/store/tests';
import { type TriedBag, triedWords } from '@mercato/contract/words/bags';
import { reading } from '../api/routes.ts';
import { shortDay, useSession } from '../api/session.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';

const DID = { towel: 'sprouted', float: 'sank', field: 'came up in the field' } as const;
const KINDS = [
  ['towel', 'towel or tray: what sprouted'],
  ['field', 'the field: what came up'],
  ['float', 'water: what sank'],
] as const;

/** How a packet was tried, in every way, of all years; and a test that is written down by hand. */
export function PacketTests({ packet, writes }: { packet: PacketView; writes: boolean }) {
  const [writing, setWriting] = useState<TestLine | 'new' | null>(null);
  const { data } = useQuery(reading(quickTestRoutes.bagsOf, { packet: packet.id }));
  // Bags whose result stands among the tests are told there.
  const told = new Set(packet.tests.filter((one) => one.superseded === null).map((one) => one.bagId));
  const others = data?.bags.filter((one) => !told.has(one.id));
  return (
    <section className="mt-4" aria-label="tests">
      <h2>How it was tried</h2>
      {packet.tests.length === 0 && others?.length === 0 && <p className="soft">Not yet.</p>}
      <ul className="book">
        {others?.map((one) => (
          <Tried key={one.id} bag={one} />
        ))}
        {packet.tests.map((one) => (
          <li key={one.id}>
            <span className={one.superseded === null ? undefined : 'struck'}>
              <span className="fig">
                {one.hits} of {one.seeds}
              </span>{' '}
              {DID[one.what]}
              {one.minutes !== null && ` after ${one.minutes} minutes`}
              {one.note && `: ${one.note}`}
            </span>{' '}
            <span className="soft">
              {shortDay(one.on)} {one.on.slice(0, 4)}, {one.by}
              {one.superseded !== null && ` · corrected: ${one.superseded}`}
            </span>{' '}
            {one.bagId !== null && <Link to={`/store/bags/${one.bagId}`}>its bag</Link>}
            {writes && writing === null && one.bagId === null && one.superseded === null && (
              <Inline aria-label={`put right ${one.hits} of ${one.seeds}`} onClick={() => setWriting(one)}>
                put right
              </Inline>
            )}
          </li>
        ))}
      </ul>
      {writes && writing === null && (
        <p>
          <Inline onClick={() => setWriting('new')}>write a test down</Inline>{' '}
          <Link to={`/store/rounds/new?packets=${packet.id}`}>start a round</Link>{' '}
          <Link to="/store/compare">float, towel and field</Link>
        </p>
      )}
      {writing !== null && (
        <TestForm packet={packet} before={writing === 'new' ? null : writing} leave={() => setWriting(null)} />
      )}
    </section>
  );
}

/** A bag that no test of the packet tells of: it runs, it said nothing of the seed, or its seed was treated. */
function Tried({ bag }: { bag: TriedBag }) {
  return (
    <li>
      {triedWords(bag)}{' '}
      <span className="soft">
        {bag.ended ? shortDay(bag.ended.on) : 'running'}, round {bag.round.number}
      </span>{' '}
      <Link to={`/store/bags/${bag.id}`}>its bag</Link>
    </li>
  );
}

interface TestFormProps {
  packet: PacketView;
  before: TestLine | null;
  leave: () => void;
}

function TestForm({ packet, before, leave }: TestFormProps) {
  const { session } = useSession();
  const entry = useEntry({
    from: {
      what: before?.what ?? 'towel',
      on: before?.on ?? session?.today ?? '',
      seeds: before ? String(before.seeds) : '',
      hits: '',
      minutes: String(before?.minutes ?? 15),
      note: before?.note ?? '',
      reason: '',
    },
    body: (values) => ({
      ...values,
      minutes: values.what === 'float' ? values.minutes : null,
      supersedes: before?.id,
    }),
    schema: newTestSchema,
    send: to(storeRoutes.keepTest, { packet: packet.id }, { done: leave }),
  });
  const what = entry.values.what;
  return (
    <EntryForm entry={entry} trouble={entry.general ?? entry.fault('')} send="Save" leave={leave}>
      <div className="fields">
        {!before && <Field entry={entry} name="what" options={KINDS} />}
        <Field entry={entry} name="on" />
        <Field entry={entry} name="seeds" label={what === 'field' ? 'seeds sown' : 'seeds'} />
        <Field entry={entry} name="hits" label={DID[what]} />
        {what === 'float' && <Field entry={entry} name="minutes" />}
        <Field entry={entry} name="note" />
        {before && <Field entry={entry} name="reason" />}
      </div>
    </EntryForm>
  );
}
