import { COLUMNS, ITEMS } from '@mercato/contract/import/file';
import type { FieldView, TestFrame } from '@mercato/contract/register/lots';
import type { SamplingView } from '@mercato/contract/sampling/sampling';

/** A line of the file of lots: what it is of, and its figure. */
export type Row = Partial<Record<(typeof COLUMNS)[number], string>>;
/** Where each thing stands in the file. */
export const ROW_ORDER = new Map(Object.keys(ITEMS).map((what, i) => [what, i]));
export type Drawn = SamplingView['working'][number];

/** Writes what stands of one lot as lines of the file that brings it in again. */
export class RowWriter {
  readonly rows: Row[] = [];

  constructor(
    private readonly reference: string,
    /** Working samples by their code. */
    private readonly drawn: ReadonlyMap<string, Drawn>,
  ) {}

  add(what: string, value: string | number | null, more: Row = {}): void {
    if (value !== null && value !== '') this.rows.push({ lot: this.reference, what, value: String(value), ...more });
  }

  /** The figures of a step that the file has a name for. */
  fields(step: string, views: Readonly<Record<string, FieldView>>, more: Row = {}): void {
    for (const [field, view] of Object.entries(views))
      if (ROW_ORDER.has(`${step}.${field}`))
        this.add(`${step}.${field}`, view.text, { ...more, ...(view.unit ? { unit: view.unit } : {}) });
  }

  /** The day that most figures of a test were seen on, and the others by their names; what a file brought without a day has none. */
  days(step: string, views: Readonly<Record<string, FieldView>>, more: Row): void {
    const known = Object.entries(views).filter(([, one]) => one.seenFrom !== 'file');
    const counts = new Map<string, number>();
    for (const [, { seenOn }] of known) counts.set(seenOn, (counts.get(seenOn) ?? 0) + 1);
    const [usual] = [...counts].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))[0] ?? [];
    this.add(`${step}.seenOn`, usual ?? null, more);
    for (const [name, { seenOn }] of known)
      if (seenOn !== usual) this.add(`${step}.fieldSeenOn`, seenOn, { ...more, name });
  }

  /** The sample of a test, which is where its lines begin; answers with what names the test in each of them. */
  begin(step: string, test: Pick<TestFrame, 'number' | 'vesselCode'>): Row {
    const more = { test: String(test.number) };
    const sample = this.drawn.get(test.vesselCode);
    const { mass, seeds } = sample?.vessel ?? { mass: null, seeds: null };
    if (mass) this.add(`${step}.sample`, mass.text, { ...more, unit: mass.unit });
    else if (seeds !== null) this.add(`${step}.sample`, String(seeds), { ...more, unit: 'seeds' });
    this.add(`${step}.why`, sample?.why ?? null, more);
    this.add(`${step}.drawnOn`, sample?.vessel.drawnOn ?? null, more);
    return more;
  }
}
