import { storeRoutes } from '@mercato/contract/store/routes';
import { quickTestRoutes } from '@mercato/contract/quick-tests/routes';
import { reading, send } from '../api/routes.ts';
import { newRoundSchema, TREATMENTS, type NewBag, type Treatment } from '@mercato/contract/quick-tests/rounds';
import type { PacketBrief } from '@mercato/contract/store/packets';
import { seedsToTake } from '@mercato/core/quick-tests/roundPlan';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { useSession } from '../api/session.tsx';
import { plainFigure, unlessEmpty, useEntry, wholeNumber } from '../ui/entry.ts';
import { EntryForm } from '../ui/EntryForm.tsx';
import { ChoiceField, TextField } from '../ui/fields.tsx';
import { harvestWords, leftFigure } from '../store/words.ts';

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

const bodyOf = (bag: TypedBag): Omit<NewBag, 'seeds'> & { seeds: unknown } => ({
  packetId: bag.packet?.id ?? null,
  ...(bag.packet ? {} : { kind: bag.kind, species: bag.species }),
  seeds: wholeNumber(bag.seeds),
  treatment: bag.treatment,
  ...(bag.how.trim() ? { how: bag.how.trim() } : {}),
  control: bag.packet === null,
});

const TREATMENT_WORDS: Readonly<Record<Treatment, string>> = {
  untreated: 'as it is',
  scratched: 'scratched',
  chilled: 'chilled moist',
  soaked: 'soaked (folk practice, unproven)',
  other: 'another way (unproven)',
};

/** Packets are chosen, seeds are taken blind, and one round begins. */
export default function NewRound(): JSX.Element {
  const { session } = useSession();
  const [search] = useSearchParams();
  const ids = search.get('packets') ?? '';
  // Packets that somebody comes with are laid out already.
  const { data } = useQuery({ ...reading(storeRoutes.list, {}, { packets: ids }), enabled: ids !== '' });
  if (!session || (ids !== '' && !data)) return <main aria-busy="true" />;
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

function RoundForm({ today, brought }: { today: string; brought: readonly PacketBrief[] }): JSX.Element {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [sought, setSought] = useState('');
  const { data } = useQuery({ ...reading(storeRoutes.list, {}, { q: sought }), placeholderData: keepPreviousData });
  const laidOut: readonly TypedBag[] = brought.map((one) => bagOf(one, 'untreated'));
  const entry = useEntry(
    {
      name: '',
      anyway: '',
      startedOn: today,
      low: '',
      high: '',
      light: 'light',
      bags: laidOut,
    },
    (values) => {
      const degrees = (typed: string) => {
        const plain = plainFigure(typed);
        return /^-?\d+(\.\d+)?$/.test(plain) ? Number(plain) : plain;
      };
      return {
        name: values.name.trim(),
        startedOn: values.startedOn,
        warmthC:
          values.low.trim() === '' && values.high.trim() === ''
            ? null
            : { low: degrees(values.low), high: degrees(values.high) },
        light: values.light,
        bags: values.bags.map(bodyOf),
        ...unlessEmpty('anyway', values.anyway),
      };
    },
    newRoundSchema,
    async (body, key) => {
      const round = await send(client, quickTestRoutes.start, {}, body, { key });
      await navigate(`/store/rounds/${round.id}`);
    },
  );
  const { bags } = entry.values;
  const set = (next: readonly TypedBag[]) => entry.set({ bags: next });
  const add = (packet: PacketBrief, treatment: Treatment = 'untreated') => set([...bags, bagOf(packet, treatment)]);
  const addControl = (of: TypedBag) =>
    set([
      ...bags,
      {
        key: crypto.randomUUID(),
        packet: null,
        kind: of.kind,
        species: of.species,
        seeds: of.seeds,
        treatment: 'untreated',
        how: '',
      },
    ]);
  const change = (key: string, what: Partial<TypedBag>) =>
    set(bags.map((one) => (one.key === key ? { ...one, ...what } : one)));
  const chosen = new Set(bags.map((one) => one.packet?.id));
  const fault = (i: number) =>
    ['seeds', 'how', 'packetId', 'kind', 'treatment'].map((one) => entry.fault(`bags.${i}.${one}`)).find(Boolean);
  return (
    <main style={{ maxWidth: 860 }}>
      <h1>Start a round</h1>
      <p className="soft">
        Take the seeds blind, not the fat ones first: shake the packet, pour, and count off. Mark each bag with its
        number.
      </p>
      <h2 style={{ marginTop: 16 }}>Which packets?</h2>
      <TextField
        label="find a packet"
        value={sought}
        onChange={setSought}
        placeholder="kind, variety, year, code"
        autoFocus
      />
      <ul className="packets" aria-label="packets to choose">
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
                <button
                  type="button"
                  className="btn btn-outline-primary btn-sm"
                  aria-label={`test ${one.kind} ${one.variety} ${harvestWords(one)}`}
                  onClick={() => add(one)}
                >
                  test it
                </button>
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
        style={{ marginTop: 20 }}
      >
        {bags.map((one, i) => (
          <fieldset key={one.key} className="bag">
            <legend>
              {i + 1}. {one.kind} {one.packet?.variety}{' '}
              {one.packet ? <span className="soft">{harvestWords(one.packet)}</span> : <b>fresh seed, as a control</b>}
            </legend>
            <div className="fields">
              <TextField
                label={`seeds of bag ${i + 1}`}
                figure
                inputMode="numeric"
                value={one.seeds}
                fault={fault(i)}
                onChange={(seeds) => change(one.key, { seeds })}
              />
              <ChoiceField
                label={`bag ${i + 1} is laid out`}
                value={one.treatment}
                options={TREATMENTS.map((each) => [each, TREATMENT_WORDS[each]] as const)}
                onChange={(treatment) => change(one.key, { treatment: treatment as Treatment })}
              />
              {one.treatment !== 'untreated' && (
                <TextField
                  label={`how, for bag ${i + 1}`}
                  value={one.how}
                  onChange={(how) => change(one.key, { how })}
                />
              )}
            </div>
            {one.packet && (
              <>
                <button
                  type="button"
                  className="bare"
                  onClick={() => {
                    if (one.packet) add(one.packet, 'scratched');
                  }}
                >
                  add a treated arm
                </button>{' '}
                <button type="button" className="bare" onClick={() => addControl(one)}>
                  add fresh seed beside it
                </button>{' '}
              </>
            )}
            <button
              type="button"
              className="bare"
              aria-label={`leave bag ${i + 1} out`}
              onClick={() => set(bags.filter((each) => each.key !== one.key))}
            >
              leave it out
            </button>
          </fieldset>
        ))}
        {bags.length > 0 && (
          <div className="fields">
            {(bags.some((one) => one.packet?.busy) || entry.fault('anyway')) && (
              <TextField
                label="some dry, freeze or warm up: why are they opened now?"
                hint="seed that is opened cold draws water out of the air"
                {...entry.field('anyway')}
              />
            )}
            <TextField label="name of the round, if any" {...entry.field('name')} />
            <TextField label="starts on" type="date" {...entry.field('startedOn')} />
            <TextField
              label="where it stands: from, °C"
              figure
              inputMode="decimal"
              hint="leave both empty if you do not know"
              {...entry.field('low', 'warmthC.low')}
            />
            <TextField label="to, °C" figure inputMode="decimal" {...entry.field('high', 'warmthC.high')} />
            <ChoiceField
              label="light"
              options={[
                ['light', 'it has light, not direct sun'],
                ['dark', 'it is dark'],
              ]}
              {...entry.field('light')}
            />
          </div>
        )}
      </EntryForm>
    </main>
  );
}
