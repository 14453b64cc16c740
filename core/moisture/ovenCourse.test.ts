import { describe, expect, it } from 'vitest';
import { contentOf, ISTA } from '../testing/books.ts';
import { NOTHING } from '../testing/oven.ts';
import { readEdition } from '../rule-books/readEdition.ts';
import { Exact } from '../units/mass.ts';
import { moistureMethodFor } from './methodFor.ts';
import { coolingTime, judgeOven, type OvenCourse, ovenBand, ovenDeviations, ovenTime } from './ovenCourse.ts';

const methodOf = (species: string) => {
  const found = moistureMethodFor(ISTA.moistureMethods, species);
  if (!found) throw new Error(species);
  return found;
};
const none = { first: null, second: null };
const weighed = (first: string, second = first) => ({ first: new Exact(first), second: new Exact(second) });
const codes = (
  course: Partial<OvenCourse>,
  of: {
    species?: string;
    charges?: Parameters<typeof ovenDeviations>[3];
    predried?: boolean;
    percent?: number;
  } = {},
) =>
  ovenDeviations(ISTA, methodOf(of.species ?? 'Trifolium pratense'), { ...NOTHING, ...course }, of.charges ?? none, {
    predried: of.predried ?? false,
    percent: of.percent ?? null,
  }).map((one) => one.is);

describe('what is made otherwise than the book asks', () => {
  it('is nothing where nobody wrote anything down', () => {
    expect(codes({})).toEqual([]);
  });

  // Source: ISTA, moisture (from memory): 4.5 ± 0.5 g from 5 to below 8 cm, 10.0 ± 1.0 g from 8 to below 15 cm.
  it.each([
    [5, '4.000', []],
    [5, '5.000', []],
    [5, '3.999', ['charge', 'charge']],
    [7.9, '5.001', ['charge', 'charge']],
    [8, '9.000', []],
    [8, '11.000', []],
    [8, '8.999', ['charge', 'charge']],
    [14.9, '11.001', ['charge', 'charge']],
    [4.9, '4.500', ['diameter']],
    [15, '10.000', ['diameter']],
  ])('a charge by its diameter: %d cm, %s g', (diameterCm, grams, wanted) => {
    expect(codes({ diameterCm }, { charges: weighed(grams) })).toEqual(wanted);
  });
  it('a charge of one container alone, and none that was not weighed', () => {
    expect(codes({ diameterCm: 6 }, { charges: weighed('4.5', '5.5') })).toEqual(['charge']);
    expect(codes({ diameterCm: 6 }, { charges: { first: null, second: new Exact('4.5') } })).toEqual([]);
  });

  // Source: ISTA, moisture (from memory): ground in 2 min at most, drawn in 30 s at most, cooled for 30 to 45 min.
  it.each([
    [{ sealed: false }, ['not-sealed']],
    [{ sealed: true }, []],
    [{ groundMinutes: 2 }, []],
    [{ groundMinutes: 2.1 }, ['ground-long']],
    [{ exposedSeconds: 30 }, []],
    [{ exposedSeconds: 31 }, ['exposed-long']],
    [{ cooledMinutes: 29 }, ['cooled']],
    [{ cooledMinutes: 30 }, []],
    [{ cooledMinutes: 45 }, []],
    [{ cooledMinutes: 46 }, ['cooled']],
  ] as const)('%j', (course, wanted) => {
    expect(codes(course)).toEqual(wanted);
  });

  // Source: ISTA, moisture (from memory): 130 to 133 °C, one hour ± 3 min, cereals two ± 6, maize four ± 12;
  // 103 ± 2 °C, 17 ± 1 h.
  it.each([
    ['Trifolium pratense', 57, 63, 130, 133],
    ['Avena sativa', 114, 126, 130, 133],
    ['Zea mays', 228, 252, 130, 133],
    ['Glycine max', 960, 1080, 101, 105],
  ])('the oven of %s: %d to %d min at %d to %d °C', (species, least, most, coldest, hottest) => {
    const method = methodOf(species);
    expect(ovenTime(ISTA, method)).toMatchObject({ least, most });
    expect(ovenBand(ISTA, method)).toEqual({ least: coldest, most: hottest });
    const out = (minutes: number) => codes({ backAt: 0, outAt: minutes * 60_000 }, { species });
    expect([out(least - 0.01), out(least), out(most), out(most + 0.01)]).toEqual([
      ['taken-out-early'],
      [],
      [],
      ['taken-out-late'],
    ]);
    const at = (ovenC: number) => codes({ ovenC }, { species });
    expect([at(coldest - 0.1), at(coldest), at(hottest), at(hottest + 0.1)]).toEqual([
      ['oven-temperature'],
      [],
      [],
      ['oven-temperature'],
    ]);
    expect(codes({ backAt: 0 }, { species })).toEqual([]);
  });

  // Source: ISTA, moisture (from memory): ground seed above 17 % is dried whole first, soya above 12 %, rice above 13 %.
  it.each([
    ['Avena sativa', 17],
    ['Glycine max', 12],
    ['Oryza sativa', 13],
  ])('%s above %d %% without pre-drying', (species, most) => {
    expect(codes({}, { species, percent: most })).toEqual([]);
    expect(codes({}, { species, percent: most + 0.01 })).toEqual(['needs-pre-drying']);
    expect(codes({}, { species, percent: most + 5, predried: true })).toEqual([]);
    // What is not ground is never dried whole first.
    expect(codes({}, { species: 'Trifolium pratense', percent: 30 })).toEqual([]);
  });

  it('is not told by an edition that knows nothing of it', () => {
    const content = contentOf('ista');
    const { 'moisture-charges': _gone, parameters, ...tables } = content.tables;
    if (!parameters) throw new Error('no parameters');
    const old = readEdition({
      ...content,
      tables: {
        ...tables,
        parameters: {
          ...parameters,
          rows: parameters.rows.filter((row) => !/^moisture_(g|e|c|low|high)/.test(row.parameter ?? '')),
        },
      },
    });
    const method = methodOf('Zea mays');
    expect([old.moistureCharges, ovenTime(old, method), ovenBand(old, method), coolingTime(old)]).toEqual([
      [],
      null,
      null,
      null,
    ]);
    const long = { ...NOTHING, diameterCm: 6, groundMinutes: 9, exposedSeconds: 99, cooledMinutes: 1, ovenC: 90 };
    expect(
      ovenDeviations(old, method, { ...long, backAt: 0, outAt: 1 }, weighed('20'), { predried: false, percent: 10 }),
    ).toEqual([]);
  });

  it('is judged without a method by what does not hang on it', () => {
    const found = ovenDeviations(ISTA, null, { ...NOTHING, groundMinutes: 3, ovenC: 90, backAt: 0, outAt: 1 }, none, {
      predried: false,
      percent: 40,
    });
    expect(found).toEqual([{ is: 'ground-long', got: 3, most: 2 }]);
  });
});

describe('both containers judged with how the oven was worked', () => {
  const container = (withSeed: string, dried: string) => ({
    containerG: new Exact('20'),
    withSeedG: new Exact(withSeed),
    driedG: new Exact(dried),
  });
  const judge = (course: Partial<OvenCourse>, second = container('24.5', '24.05')) =>
    judgeOven(
      ISTA,
      methodOf('Trifolium pratense'),
      container('24.5', '24.05'),
      second,
      { ...NOTHING, ...course },
      null,
    );
  const told = ({ verdict, deviations }: ReturnType<typeof judge>) => [
    verdict.outcome,
    verdict.next,
    deviations.map((one) => one.is),
  ];

  it('asks for a decision where it was made otherwise, and for a repeat where they lie apart as well', () => {
    expect(told(judge({}))).toEqual(['within', 'containers-agree', []]);
    expect(told(judge({ sealed: false }))).toEqual(['outside', 'made-otherwise', ['not-sealed']]);
    const apart = container('24.5', '23.5');
    expect(told(judge({ sealed: false }, apart))).toEqual(['outside', 'repeat-both-containers', ['not-sealed']]);
    expect(told(judge({}, apart))).toEqual(['outside', 'repeat-both-containers', []]);
    // 4.5 g in the first, 5.5 g in the second, of a container that takes 4 to 5.
    const heavy = container('25.5', '24.95');
    expect(judge({ diameterCm: 6 }, heavy).deviations).toEqual([
      { is: 'charge', which: 'second', got: 5.5, least: 4, most: 5 },
    ]);
  });

  // Source: ISTA, S1 + S2 − S1 S2 / 100 (from memory): 10 + 20 − 2 = 28 %.
  it('counts both steps of what was dried whole first, of both or of neither', () => {
    // 25 g that lose 2.5 g whole: 10 %.
    const whole = { containerG: new Exact('50'), withSeedG: new Exact('75'), driedG: new Exact('72.5') };
    const damp = container('24.5', '23.6');
    const ground = ([one, two]: [boolean, boolean]) =>
      judgeOven(
        ISTA,
        methodOf('Avena sativa'),
        { ...damp, predried: one ? whole : null },
        { ...damp, predried: two ? whole : null },
        NOTHING,
        null,
      );
    expect(ground([true, true])).toMatchObject({ predried: true, reportedPercent: 28, deviations: [] });
    expect(ground([false, false])).toMatchObject({ predried: false, reportedPercent: 20 });
    expect(ground([true, false]).predried).toBe(false);
    expect(ground([false, true]).predried).toBe(false);
    expect(ground([true, true]).verdict.steps).toContainEqual({
      label: 'first container',
      expression: '10 + 20 − 10 × 20 / 100',
      result: '28',
      unit: '%',
    });
  });

  it('counts the minutes from when the oven was back, whenever that was', () => {
    const [back, minute] = [Date.parse('2026-11-25T09:00:00Z'), 60_000];
    expect(judge({ backAt: back, outAt: back + 57 * minute }).deviations).toEqual([]);
    expect(judge({ backAt: back, outAt: back + 56.9 * minute }).deviations).toMatchObject([
      { is: 'taken-out-early', least: 57, most: 63 },
    ]);
    expect(judge({ outAt: back }).deviations).toEqual([]);
  });
});

describe('a method that says no oven or no hours', () => {
  const clover = methodOf('Trifolium pratense');
  it.each(['about high 130', 'high 130 or so', 'high', '130', ''])(
    '“%s” is no oven that can be judged',
    (temperatureC) => {
      const method = { ...clover, temperatureC };
      expect([ovenTime(ISTA, method), ovenBand(ISTA, method)]).toEqual([null, null]);
    },
  );
  it('a half degree is one; without hours there is no time', () => {
    expect(ovenBand(ISTA, { ...clover, temperatureC: 'low 103.25' })).toEqual({ least: 101.25, most: 105.25 });
    expect(ovenTime(ISTA, { ...clover, hours: null })).toBeNull();
  });
  it('an edition without the figures of the low oven gives none either', () => {
    const none = { ...ISTA, parameterIfAny: () => undefined };
    const onion = methodOf('Allium cepa');
    expect([ovenTime(none, onion), ovenBand(none, onion), coolingTime(none)]).toEqual([null, null, null]);
    // One end of the cooling alone is no time.
    for (const missing of ['moisture_cooling_from_minutes', 'moisture_cooling_to_minutes'])
      expect(
        coolingTime({ ...ISTA, parameterIfAny: (name) => (name === missing ? undefined : ISTA.parameterIfAny(name)) }),
      ).toBeNull();
  });
  it('a container of no size that the book knows is told with all that it knows', () => {
    const found = ovenDeviations(ISTA, clover, { ...NOTHING, diameterCm: 4.9 }, none, {
      predried: false,
      percent: null,
    });
    expect(found).toEqual([{ is: 'diameter', got: 4.9, least: 5, most: 15 }]);
  });
});
