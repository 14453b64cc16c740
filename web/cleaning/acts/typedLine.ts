import type { MachineView } from '@mercato/contract/cleaning/machines';
import type { Into, ShedEntry, Weighing } from '@mercato/core/cleaning/entries';
import { noWeight, type TypedWeight } from '../weights.tsx';

const text = (value: number | null) => (value === null ? '' : String(value));

/** A weighing as it was typed. */
export function typedWeight(weighed: Weighing | null, unit: string, scales: readonly MachineView[]): TypedWeight {
  if (weighed === null) return noWeight(unit);
  const { amount, moisturePercent, scale } = weighed;
  return {
    text: amount.text,
    unit: amount.by === 'mass' ? amount.unit : amount.by === 'litres' ? 'l' : 'bu',
    moisture: text(moisturePercent),
    scale: scales.find((one) => one.name === scale?.name)?.id ?? '',
  };
}

/** A line that stands in the book as its form has it, so that it can be corrected; what the form does not ask is left out. */
export function typedLine<F extends object>(from: F, entry: ShedEntry, scales: readonly MachineView[]): F {
  const kept = entry as unknown as Readonly<Record<string, unknown>>;
  const typed = (key: string, blank: unknown): unknown => {
    if (key === 'weight') return typedWeight(kept.weighed as Weighing | null, (blank as TypedWeight).unit, scales);
    if (key === 'kept') return kept.into === null ? 'no' : 'yes';
    const value = kept[key];
    if (key === 'into') {
      const into = value as Into | null;
      const none = { ...(blank as object), vessel: '' };
      if (into === null) return none;
      return 'vessel' in into ? { ...none, vessel: into.vessel } : { ...none, ...into.made };
    }
    if (value === undefined) return blank;
    if (value === null) return '';
    if (typeof value === 'boolean') return typeof blank === 'string' ? (value ? 'yes' : 'no') : value;
    if (typeof value === 'number') return String(value);
    // What is typed otherwise than it is sent, its form begins with by itself.
    const same =
      typeof value === 'string' || key === 'answers' || (Array.isArray(value) && typeof value[0] !== 'object');
    return same ? value : blank;
  };
  return Object.fromEntries(Object.entries(from).map(([key, blank]) => [key, typed(key, blank)])) as F;
}
