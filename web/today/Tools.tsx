import { useSession } from '../api/session.tsx';
import { ExampleBox } from '../register/Example.tsx';
import { type Way, Ways } from '../ui/Ways.tsx';

const QUESTIONS: readonly Way[] = [
  ['/quick', 'Quick answer', 'so many sprouted: is this seed good?'],
  ['/picture', 'Count from a picture', 'how many seeds lie there, and how large they are'],
  ['/calculators', 'Calculators', 'every calculation by itself, with an example'],
  ['/calculators/acceptance', 'Acceptance sampling', 'how sure can I be with this sample?'],
  ['/weeds', 'Weeds of a field', 'what grew there, harvest by harvest'],
];
const BENCH: readonly Way[] = [
  ['/stations', 'Stations', 'which lot is open at which bench or machine'],
  ['/cabinets', 'Cabinets', 'which dishes stand on which shelf, and what is free'],
  ['/ovens', 'Ovens', 'what stands in them, and when it comes out'],
  ['/drying', 'Air and drying', 'how dry seed gets in a room, and a plan to dry it or condition it up'],
  ['/meters', 'Moisture meters', 'what they mean for which kind, and whether they drift'],
  ['/balances', 'Balances and devices', 'their checks and settings; ovens, meters and counters'],
];
const HOUSE: readonly Way[] = [
  ['/me', 'My settings', 'how I write figures, days and units, and my password'],
  ['/for-programs', 'For programs', 'all that this program can do, over the network'],
];
const LEAD: readonly Way[] = [['/people', 'People', 'who signs in, and what the laboratory is called']];

/** All that is neither lot, packet nor rule book. */
export default function Tools() {
  const { may } = useSession();
  return (
    <main>
      <h1>Tools</h1>
      <div className="ways mt-3">
        <Ways title="Questions" ways={QUESTIONS} />
        <Ways title="Bench" ways={BENCH} />
        <Ways title="House" ways={may('people.write') ? [...LEAD, ...HOUSE] : HOUSE} />
      </div>
      <ExampleBox />
    </main>
  );
}
