import type { BagBrief } from '@mercato/contract/quick-tests/rounds';

/** "3. leek Fell Winter 2022, chilled". */
export function bagName(
  bag: Pick<BagBrief, 'kind' | 'variety' | 'harvestYear' | 'treatment' | 'how' | 'control'>,
): string {
  const seed = [bag.kind, bag.variety, bag.harvestYear === null ? '' : String(bag.harvestYear)]
    .filter(Boolean)
    .join(' ');
  if (bag.control) return `${seed}, fresh seed as a control`;
  const arm = bag.treatment === 'other' ? bag.how : bag.treatment;
  return bag.treatment === 'untreated' ? seed : `${seed}, ${arm}`;
}

const URGENCY = ['last-day', 'over', 'late', 'look-today', 'under-way', 'too-early'];

/** Open bags, the most urgent first; those that were looked at today come last. */
export function inTurn(bags: readonly BagBrief[], today: string): BagBrief[] {
  return bags
    .filter((one) => one.ended === null)
    .sort(
      (a, b) =>
        Number(a.lastLook === today) - Number(b.lastLook === today) ||
        URGENCY.indexOf(a.time.state) - URGENCY.indexOf(b.time.state) ||
        a.number - b.number,
    );
}
