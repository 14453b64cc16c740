import { accessionChangeSchema } from '@mercato/contract/store/accessions';
import { type PacketAct, packetActSchema, type PacketView } from '@mercato/contract/store/packets';
import { storeRoutes } from '@mercato/contract/store/routes';
import { packetLineWords } from '@mercato/contract/store/words';
import { send } from '../api/routes.ts';
import { shortDay, shortInstant } from '../api/session.tsx';
import { SeenOnField, TODAY } from '../register/seen.tsx';
import { EntryForm } from '../ui/EntryForm.tsx';
import { Field } from '../ui/Field.tsx';
import { Strike } from '../ui/Strike.tsx';
import { to, useEntry } from '../ui/entry.ts';
import { AmountField, amountOf, noAmount, unitsFor } from './AmountField.tsx';
import { HarvestFields, ProvenanceFields, typedHarvest } from './HarvestFields.tsx';
import { placeChoices, usePlaces } from './data.ts';
import { leftWords } from './words.ts';

const DONE_ON = { take: 'taken on', count: 'counted on', move: 'moved on' } as const;
const TITLES = { take: 'Take seed out', count: 'Count again', move: 'Move it' } as const;

interface ActFormProps {
  packet: PacketView;
  doing: 'take' | 'count' | 'move';
  leave: () => void;
}

export function ActForm({ packet, doing, leave }: ActFormProps) {
  const { data: places } = usePlaces();
  const units = doing === 'take' ? unitsFor(packet.left.by) : undefined;
  const entry = useEntry({
    from: {
      amount: noAmount(packet.left.by === 'count' ? 'seeds' : 'g'),
      use: 'sowing',
      to: '',
      anyway: '',
      placeId: packet.placeId ?? '',
      ...TODAY,
    },
    body: (values) => ({ ...values, what: doing, amount: amountOf(values.amount) }),
    schema: packetActSchema,
    send: async (body: PacketAct, key) => {
      await send(storeRoutes.writeLine, { packet: packet.id }, body, { key, version: packet.version });
      leave();
    },
  });
  return (
    <EntryForm entry={entry} title={TITLES[doing]} send="Save" leave={leave} className="w-form" waits>
      {doing === 'move' ? (
        <Field entry={entry} name="placeId" options={placeChoices(places)} />
      ) : (
        <AmountField
          label={doing === 'take' ? 'how much is taken' : 'how much is there'}
          value={entry.values.amount}
          onChange={(amount) => entry.set({ amount })}
          units={units ?? ['seeds', 'g', 'kg', 'lb', 'oz']}
          hint={`the book says ${leftWords(packet.left)}`}
          fault={['amount.seeds', 'amount.text', 'amount'].map(entry.fault).find(Boolean)}
        />
      )}
      {doing === 'take' && (
        <>
          <Field entry={entry} name="use" />
          <Field entry={entry} name="to" />
          {(packet.busy || entry.fault('anyway')) && <Field entry={entry} name="anyway" />}
        </>
      )}
      <SeenOnField label={DONE_ON[doing]} entry={entry} />
    </EntryForm>
  );
}

interface BookLineProps {
  packet: PacketView;
  line: PacketView['lines'][number];
  zone: string;
  may: boolean;
}

export function BookLine({ packet, line, zone, may }: BookLineProps) {
  const strikes = may && line.struck === null && line.entry.what !== 'packed' && line.entry.what !== 'strike';
  return (
    <li>
      <span className={line.struck === null ? undefined : 'struck'}>{packetLineWords(line)}</span>{' '}
      <span className="soft">
        {line.seenOn && `done on ${shortDay(line.seenOn)}; `}
        {line.by}, {shortInstant(line.at, zone)}
        {line.struck !== null && `; crossed out: ${line.struck}`}
      </span>{' '}
      {strikes && (
        <Strike
          what={packetLineWords(line)}
          strike={async (reason) => {
            const body = { what: 'strike', line: line.line, reason } as const;
            await send(storeRoutes.writeLine, { packet: packet.id }, body, { version: packet.version });
          }}
        />
      )}
    </li>
  );
}

export function HarvestForm({ packet, leave }: { packet: PacketView; leave: () => void }) {
  const { of } = packet;
  const entry = useEntry({
    from: { ...typedHarvest(of.header), reason: '' },
    schema: accessionChangeSchema,
    send: to(storeRoutes.changeAccession, { accession: of.id }, { version: of.version, done: leave }),
  });
  return (
    <EntryForm entry={entry} send="Save what is known" leave={leave} waits>
      <div className="fields">
        <HarvestFields entry={entry} />
      </div>
      <ProvenanceFields entry={entry} />
      <Field entry={entry} name="reason" />
    </EntryForm>
  );
}
