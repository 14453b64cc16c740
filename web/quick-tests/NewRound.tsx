import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { newRoundSchema, type Treatment, TREATMENTS } from '@mercato/contract/quick-tests/rounds';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import type { PacketBrief } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { seedsToTake } from '@mercato/core/quick-tests/roundPlan';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { harvestWords, leftFigure } from '../store/words.ts';
import { Busy } from '../ui/Busy.tsx';
import { Inline, Small } from '../ui/Buttons.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { TextField } from '../ui/fields.tsx';

/** A bag as it is typed. */
interface TypedBag {
  readonly key: string;
  readonly packet: PacketBrief | null;
  readonly kind: string;
  readonly species: string;
  readonly seeds: string;
  readonly treatment: Treatment;
  readonly how: string;
}

const seedsLeft = ({ left }: PacketBrief) =>
  left.by === 'count' ? Number(left.figure) : (left.aboutSeeds?.low ?? 100);

const bodyOf = ({ packet, kind, species, ...bag }: TypedBag) => ({
  ...bag,
  packetId: packet?.id ?? null,
  ...(packet ? {} : { kind, species }),
  how: bag.how.trim() || undefined,
  control: packet === null,
});

const TREATMENT_WORDS: Readonly<Record<Treatment, string>> = {
  untreated: 'as it is',
  scratched: 'scratched',
  chilled: 'chilled moist',
  soaked: 'soaked (folk practice, unproven)',
  other: 'another way (unproven)',
};

/** Packets are chosen, seeds are taken blind, and one round begins. */
export default function NewRound() {
  const { session } = useSession();
  const [search] = useSearchParams();
  const ids = search.get('packets') ?? '';
  // Packets that somebody comes with are laid out already.
  const { data } = useQuery({ ...reading(storeRoutes.list, {}, { packets: ids }), enabled: ids !== '' });
  if (!session || (ids !== '' && !data)) return <Busy />;
  return <RoundForm key={ids} today={session.today} brought={data?.rows ?? []} />;
}

const bagOf = (packet: PacketBrief, treatment: Treatment): TypedBag => ({
  key: crypto.randomUUID(),
  packet,
  kind: packet.kind,
  species: packet.species,
  seeds: String(seedsToTake(Math.max(1, seedsLeft(packet)))),
  treatment,
  how: '',
});

function RoundForm({ today, brought }: { today: string; brought: readonly PacketBrief[] }) {
  const navigate = useNavigate();
  const [sought, setSought] = useState('');
  const { data } = useQuery({ ...reading(storeRoutes.list, {}, { q: sought }), placeholderData: keepPreviousData });
  const laidOut: readonly TypedBag[] = brought.map((one) => bagOf(one, 'untreated'));
  const entry = useEntry({
    from: { name: '', anyway: '', startedOn: today, warmthC: { low: '', high: '' }, light: 'light', bags: laidOut },
    body: (values) => ({ ...values, bags: values.bags.map(bodyOf) }),
    schema: newRoundSchema,
    send: to(quickTestRoutes.start, {}, { done: (round) => navigate(`/store/rounds/${round.id}`) }),
  });
  const { bags } = entry.values;
  const set = (next: readonly TypedBag[]) => entry.set({ bags: next });
  const add = (packet: PacketBrief, treatment: Treatment = 'untreated') => set([...bags, bagOf(packet, treatment)]);
  const addControl = (of: TypedBag) =>
    set([...bags, { ...of, key: crypto.randomUUID(), packet: null, treatment: 'untreated', how: '' }]);
  const chosen = new Set(bags.map((one) => one.packet?.id));
  return (
    <main className="w-text">
      <h1>Start a round</h1>
      <p className="soft">
        Take the seeds blind, not the fat ones first: shake the packet, pour, and count off. Mark each bag with its
        number.
      </p>
      <h2 className="mt-3">Which packets?</h2>
      <TextField
        label="find a packet"
        value={sought}
        onChange={setSought}
        placeholder="kind, variety, year, code"
        autoFocus
      />
      <ul className="packets list-unstyled mb-0" aria-label="packets to choose">
        {data?.rows.slice(0, 12).map((one) => (
          <li key={one.id}>
            <span>
              <b className="serif">{one.kind}</b> {one.variety}
            </span>
            <span>{harvestWords(one)}</span>
            <span className="fig">{leftFigure(one.left)}</span>
            <span>
              {chosen.has(one.id) ? (
                <span className="soft">chosen</span>
              ) : (
                <Small aria-label={`test ${one.kind} ${one.variety} ${harvestWords(one)}`} onClick={() => add(one)}>
                  test it
                </Small>
              )}
            </span>
          </li>
        ))}
      </ul>
      {data && data.total > 12 && <p className="soft">{data.total - 12} more: write a word of theirs.</p>}
      <EntryForm
        entry={entry}
        title={bags.length === 0 ? undefined : `${bags.length} ${bags.length === 1 ? 'bag' : 'bags'}`}
        trouble={entry.general ?? entry.fault('bags')}
        send={bags.length === 0 ? null : 'Start the round'}
        className="mt-4"
        waits
      >
        {bags.map((one, i) => (
          <fieldset key={one.key} className="bag">
            <legend>
              {i + 1}. {one.kind} {one.packet?.variety}{' '}
              {one.packet ? <span className="soft">{harvestWords(one.packet)}</span> : <b>fresh seed, as a control</b>}
            </legend>
            <div className="fields">
              <Field
                entry={entry}
                name={`bags.${i}.seeds`}
                label={`seeds of bag ${i + 1}`}
                fault={['seeds', 'packetId', 'kind', 'treatment']
                  .map((key) => entry.fault(`bags.${i}.${key}`))
                  .find(Boolean)}
              />
              <Field
                entry={entry}
                name={`bags.${i}.treatment`}
                label={`bag ${i + 1} is laid out`}
                options={TREATMENTS.map((each) => [each, TREATMENT_WORDS[each]] as const)}
              />
              {one.treatment !== 'untreated' && (
                <Field entry={entry} name={`bags.${i}.how`} label={`how, for bag ${i + 1}`} />
              )}
            </div>
            {one.packet && (
              <>
                <Inline
                  onClick={() => {
                    if (one.packet) add(one.packet, 'scratched');
                  }}
                >
                  add a treated arm
                </Inline>{' '}
                <Inline onClick={() => addControl(one)}>add fresh seed beside it</Inline>{' '}
              </>
            )}
            <Inline
              aria-label={`leave bag ${i + 1} out`}
              onClick={() => set(bags.filter((each) => each.key !== one.key))}
            >
              leave it out
            </Inline>
          </fieldset>
        ))}
        {bags.length > 0 && (
          <div className="fields">
            {(bags.some((one) => one.packet?.busy) || entry.fault('anyway')) && <Field entry={entry} name="anyway" />}
            <Field entry={entry} name="name" />
            <Field entry={entry} name="startedOn" />
            <Field entry={entry} name="warmthC.low" />
            <Field entry={entry} name="warmthC.high" />
            <Field entry={entry} name="light" />
          </div>
        )}
      </EntryForm>
    </main>
  );
}
