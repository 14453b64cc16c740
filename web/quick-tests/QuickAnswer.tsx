import type { QuickAnswer as Answer } from '@mercato/core/quick-tests/quickAnswer';
import type { SmallTestMethod } from '@mercato/core/rule-books/findKind';
import type { Envelope } from '@mercato/contract/catalogue/calculation';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState, type JSX } from 'react';
import { write } from '../api/client.ts';
import { figureOf } from '../ui/draft.ts';
import { TextField } from '../ui/fields.tsx';
import { SeedHead } from '../ui/SeedHead.tsx';
import { useKinds } from '../store/data.ts';
import { Slip } from '../ui/Slip.tsx';
import { Schools } from './Schools.tsx';

/** What is known of how a kind is tested, below its name. */
function kindHint(typed: string, method: SmallTestMethod | undefined): string {
  if (typed.trim() === '') return 'then days and degrees are held against what its kind needs';
  if (!method) return 'not known here: days and degrees are not held against anything';
  const { lastDay, temperatureC, light } = method;
  return [
    lastDay === null ? 'its last day is not known here' : `last day ${lastDay}`,
    temperatureC ? `${temperatureC[0]} to ${temperatureC[1]} °C` : '',
    light === 'helps' ? 'wants light' : light === 'dark' ? 'wants dark' : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** A quick answer without a lot: so many seeds, so many sprouted. Nothing is stored. */
export default function QuickAnswer(): JSX.Element {
  const [seeds, setSeeds] = useState('25');
  const [sprouted, setSprouted] = useState('17');
  const [packet, setPacket] = useState('');
  const [standard, setStandard] = useState('');
  const [kindName, setKindName] = useState('');
  const [day, setDay] = useState('');
  const [degrees, setDegrees] = useState('');
  const { data: kinds } = useKinds();
  const kind = kinds?.get(kindName.trim().toLowerCase());
  const method = kind?.smallTest;
  const whole = (text: string) => (/^\d{1,7}$/.test(text.trim()) ? Number(text) : text);
  const input = {
    seeds: whole(seeds),
    sprouted: whole(sprouted),
    ...(packet.trim() ? { packetSeeds: whole(packet) } : {}),
    ...(standard.trim() ? { standardPercent: whole(standard) } : {}),
    ...(day.trim() ? { day: whole(day) } : {}),
    ...(degrees.trim() ? { stoodC: figureOf(degrees) } : {}),
    ...(method?.lastDay ? { lastDay: method.lastDay } : {}),
    ...(method?.temperatureC ? { suitsFromC: method.temperatureC[0], suitsToC: method.temperatureC[1] } : {}),
  };
  const { data } = useQuery({
    queryKey: ['quick', input],
    queryFn: () => write<Envelope>('POST', '/calc/quick-tests.answer', input),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const fault = data && !data.ok ? data.error : undefined;
  const answer = data?.ok ? (data.out as Answer) : undefined;
  const n = typeof input.seeds === 'number' ? input.seeds : 0;
  const k = typeof input.sprouted === 'number' ? input.sprouted : 0;
  const words = (path: string) => (fault?.path === path ? fault.message : undefined);
  return (
    <main className="station">
      <section>
        <h1>So many seeds, so many sprouted</h1>
        <p className="soft">
          For a towel, a tray or a pinch of seed. A small test is honest only with its range. Sprouted is not yet a
          normal seedling: a laboratory counts lower.
        </p>
        <div
          style={{
            display: 'grid',
            gridTemplateColumns: 'repeat(auto-fit, minmax(240px, 1fr))',
            gap: 32,
            alignItems: 'center',
            maxWidth: 900,
          }}
        >
          <div>
            <TextField
              label="seeds tested"
              figure
              inputMode="numeric"
              value={seeds}
              onChange={setSeeds}
              fault={words('seeds')}
              autoFocus
            />
            <TextField
              label="sprouted"
              figure
              inputMode="numeric"
              value={sprouted}
              onChange={setSprouted}
              fault={words('sprouted')}
            />
            <TextField
              label="kind (if known)"
              list="quick-kinds"
              value={kindName}
              onChange={setKindName}
              hint={kindHint(kindName, method)}
            />
            <datalist id="quick-kinds">
              {[...(kinds?.keys() ?? [])].map((name) => (
                <option key={name} value={name} />
              ))}
            </datalist>
            <TextField
              label="days since it was laid out (if not over)"
              figure
              inputMode="numeric"
              value={day}
              onChange={setDay}
              fault={words('day')}
            />
            <TextField
              label="where it stood, °C (if known)"
              figure
              inputMode="decimal"
              value={degrees}
              onChange={setDegrees}
              fault={words('stoodC')}
            />
            <TextField
              label="seeds in the packet before the test (if counted)"
              figure
              inputMode="numeric"
              value={packet}
              onChange={setPacket}
              fault={words('packetSeeds')}
            />
            <TextField
              label="the kind’s own least germination, % (if known)"
              figure
              inputMode="numeric"
              value={standard}
              onChange={setStandard}
              fault={words('standardPercent')}
            />
          </div>
          {n > 0 && n <= 2000 && k <= n && (
            <SeedHead
              counts={{ normal: k }}
              seeds={n}
              size={260}
              label={`${k} of ${n} sprouted, the others are drawn as rings`}
            />
          )}
        </div>
        {answer && <Schools answer={answer} />}
      </section>
      <aside className="slip">
        {answer && (
          <Slip
            title="the range"
            steps={answer.steps}
            next={
              answer.schools.length > 0
                ? 'Chance to be wrong: that the true share lies in another band of the school, by a beta distribution with the Jeffreys prior.'
                : 'More may follow: only the lower end of the range holds.'
            }
            rule={{
              text: 'Clopper & Pearson (1934); Brown, Cai & DasGupta (2001)',
              provenance: 'literature, recomputed by the tests',
            }}
          />
        )}
      </aside>
    </main>
  );
}
