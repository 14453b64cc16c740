/** What a logger saw. */
export interface Air {
  /** ms since 1970. */
  readonly at: number;
  readonly temperatureC: number;
  /** null where the logger measures none. */
  readonly humidityPercent: number | null;
}

/** Within what the air of a place is to stay; null = no limit. */
export interface Band {
  readonly leastC: number | null;
  readonly mostC: number | null;
  readonly leastPercent: number | null;
  readonly mostPercent: number | null;
  /** Shorter spells outside are none: a door was opened. */
  readonly graceMinutes: number;
  /** Longer than this without a reading is an alarm of its own. */
  readonly silentMinutes: number;
}

export const ALARMS = ['too warm', 'too cold', 'too damp', 'too dry', 'silent'] as const;
export type Alarm = (typeof ALARMS)[number];

/** A spell in which a place left its band. */
export interface Episode {
  readonly alarm: Alarm;
  readonly from: number;
  /** null = it goes on. */
  readonly to: number | null;
  readonly minutes: number;
  /** The reading farthest outside; null for silence. */
  readonly worst: number | null;
}

/** Why a reading cannot be. */
export type AirFault =
  | { readonly is: 'air.temperature-outside'; readonly temperatureC: number }
  | { readonly is: 'air.more-than-full' | 'air.less-than-nothing'; readonly humidityPercent: number };

/** Which figure of a reading cannot be, and why; null when it can. */
export function airFault({
  temperatureC,
  humidityPercent,
}: Omit<Air, 'at'>): { of: 'temperature' | 'humidity'; why: AirFault } | null {
  if (!(temperatureC >= -60 && temperatureC <= 80))
    return { of: 'temperature', why: { is: 'air.temperature-outside', temperatureC } };
  if (humidityPercent === null) return null;
  if (humidityPercent > 100) return { of: 'humidity', why: { is: 'air.more-than-full', humidityPercent } };
  if (!(humidityPercent >= 0)) return { of: 'humidity', why: { is: 'air.less-than-nothing', humidityPercent } };
  return null;
}

/**
 * The spells in which a place was out of its band, or its logger silent; oldest first. A spell lasts from its first
 * reading outside to the first one inside again.
 *
 * @param air   readings, oldest first
 * @param now   ms since 1970: silence and open spells last until then
 */
export function episodesOf(air: readonly Air[], band: Band, now: number): Episode[] {
  const found: Episode[] = [];
  const far: readonly [Exclude<Alarm, 'silent'>, (one: Air) => number | null, number | null, 1 | -1][] = [
    ['too warm', (one) => one.temperatureC, band.mostC, 1],
    ['too cold', (one) => one.temperatureC, band.leastC, -1],
    ['too damp', (one) => one.humidityPercent, band.mostPercent, 1],
    ['too dry', (one) => one.humidityPercent, band.leastPercent, -1],
  ];
  for (const [alarm, read, limit, side] of far) {
    if (limit === null) continue;
    let from: number | null = null;
    let worst = limit;
    const close = (to: number | null, last: number) => {
      if (from === null) return;
      const minutes = (last - from) / 60_000;
      if (minutes >= band.graceMinutes) found.push({ alarm, from, to, minutes, worst });
      from = null;
      worst = limit;
    };
    for (const one of air) {
      const figure = read(one);
      if (figure === null) continue;
      if ((figure - limit) * side > 0) {
        from ??= one.at;
        if ((figure - worst) * side > 0) worst = figure;
      } else close(one.at, one.at);
    }
    close(null, air.at(-1)?.at ?? now);
  }
  for (const [i, one] of air.entries()) {
    const next = air[i + 1]?.at ?? now;
    const minutes = (next - one.at) / 60_000;
    if (minutes > band.silentMinutes)
      found.push({ alarm: 'silent', from: one.at, to: i + 1 < air.length ? next : null, minutes, worst: null });
  }
  return found.sort((a, b) => a.from - b.from);
}

export interface MeanAir {
  readonly temperatureC: number;
  readonly warmestC: number;
  readonly coldestC: number;
  readonly humidityPercent: number | null;
  readonly dampestPercent: number | null;
  readonly driestPercent: number | null;
  /** Hours that readings speak for. */
  readonly hours: number;
}

/**
 * Mean air over readings, each pair weighted by the time between them; stretches longer than `silentMinutes` between
 * two readings speak for nothing. null with fewer than two readings that hang together.
 *
 * @param air  readings, oldest first
 */
export function meanAir(air: readonly Air[], silentMinutes: number): MeanAir | null {
  let [hours, heat, damp, dampHours] = [0, 0, 0, 0];
  for (const [i, one] of air.entries()) {
    const next = air[i + 1];
    if (!next || next.at - one.at > silentMinutes * 60_000) continue;
    const span = (next.at - one.at) / 3_600_000;
    hours += span;
    heat += (span * (one.temperatureC + next.temperatureC)) / 2;
    if (one.humidityPercent === null || next.humidityPercent === null) continue;
    dampHours += span;
    damp += (span * (one.humidityPercent + next.humidityPercent)) / 2;
  }
  if (hours === 0) return null;
  const wet = air.flatMap((one) => (one.humidityPercent === null ? [] : [one.humidityPercent]));
  const heats = air.map((one) => one.temperatureC);
  const most = (figures: readonly number[]) => figures.reduce((a, b) => Math.max(a, b), -Infinity);
  const least = (figures: readonly number[]) => figures.reduce((a, b) => Math.min(a, b), Infinity);
  return {
    temperatureC: heat / hours,
    warmestC: most(heats),
    coldestC: least(heats),
    humidityPercent: dampHours > 0 ? damp / dampHours : null,
    dampestPercent: wet.length > 0 ? most(wet) : null,
    driestPercent: wet.length > 0 ? least(wet) : null,
    hours,
  };
}
