import { describe, expect, it } from 'vitest';
import { contentOf, csvRows } from '../testing/books.ts';
import { warmestAir } from '../drying/safeAir.ts';
import { nearestOf, readShedFigures } from './figures.ts';
import { terminalVelocity } from './terminalVelocity.ts';

const SHED = readShedFigures(contentOf('shed'));
const content = (table: string, change: Record<string, string>) => {
  const all = contentOf('shed');
  const found = all.tables[table];
  if (!found) throw new Error(table);
  return { ...all, tables: { ...all.tables, [table]: { ...found, rows: [{ ...found.rows[0], ...change }] } } };
};

describe('the shipped figures of the shed', () => {
  it('name holes in millimetres and inches alike', () => {
    expect(SHED.screens).toHaveLength(61);
    for (const { name, screen, inches } of SHED.screens.filter((one) => /^[\d.]+\/\d+$/.test(one.inches))) {
      const [over = 0, under = 1] = inches.split('/').map(Number);
      // A triangle that is measured by its side has a smaller circle inside.
      const mm = (25.4 * over) / under / (name.includes('(side)') ? Math.sqrt(3) : 1);
      expect(Math.abs(screen.holeMm - mm), name).toBeLessThan(0.0055);
    }
    // An inch holds so many openings and wires; the table's openings have two digits.
    for (const { name, screen } of SHED.screens)
      if (screen.shape === 'mesh')
        expect(25.4 / (screen.holeMm + screen.wireMm), name).toBeCloseTo(Number(/(\d+) wire/.exec(name)?.[1]), 0);
  });

  it('fill a share of their ellipsoid that their own weight and density give', () => {
    for (const one of SHED.particles) {
      const { lengthMm, widthMm, thicknessMm } = one.size;
      const k = one.thousandSeedWeightG / (one.densityGCm3 * (Math.PI / 6) * lengthMm * widthMm * thicknessMm);
      expect(Math.abs(k - one.shapeFactor), one.name).toBeLessThan(0.011);
      expect(lengthMm >= widthMm && widthMm >= thicknessMm, one.name).toBe(true);
      // Measured speeds and those of the drag law are of one make.
      const law = terminalVelocity(one.size, one.densityGCm3, one.shapeFactor).terminalVelocityMS;
      expect(law / (one.velocity?.mS ?? law), one.name).toBeGreaterThan(0.7);
      expect(law / (one.velocity?.mS ?? law), one.name).toBeLessThan(2);
    }
    expect(SHED.parameter('unaccounted_percent').value).toBeGreaterThan(0);
    expect(() => SHED.parameter('nothing')).toThrow('nothing');
  });

  it('speak of a kind before its genus, and of that before its family', () => {
    const of = (species: string, family: string) => nearestOf(SHED.handling, species, family);
    expect(of('Raphanus sativus', 'Brassicaceae')).toMatchObject({ cutAt: 'after-dew' });
    expect(of('Brassica rapa', 'Brassicaceae')).toMatchObject({ cutAt: 'dew' });
    expect(of('Vicia sativa', 'Fabaceae')).toMatchObject({ cutAt: 'dew' });
    expect(of('Cicer arietinum', 'Fabaceae')).toMatchObject({ cutAt: 'after-dew' });
    expect(of('Solanum lycopersicum', 'Solanaceae')).toMatchObject({ freedBy: 'ferment', soakDays: [2, 4] });
    expect(of('Capsicum spp.', 'Solanaceae')).toMatchObject({ freedBy: 'wash', cautions: ['hot', 'knife'] });
    expect(of('Quercus robur', '')).toBeNull();
    expect(nearestOf(SHED.bushels, 'Avena sativa', 'Poaceae')?.pounds.value).toBe(32);
    expect(nearestOf(SHED.bushels, 'Lolium perenne', 'Poaceae')).toBeNull();
  });

  it('know the names of kinds that the list of crops knows', () => {
    const known = new Set(
      csvRows('names', 'crops.csv').flatMap((row) => [row.species, row.species?.split(' ')[0], row.family]),
    );
    expect(SHED.handling.flatMap((one) => one.taxa).filter((taxon) => !known.has(taxon))).toEqual([]);
  });

  it('dry wet seed in cool air, at each border', () => {
    const air = (moisture: number) => warmestAir(SHED.dryingAir, moisture)?.mostC;
    // Source: 32 °C above 18 %, 38 °C at 10 to 18 %, 43 °C below 10 % (from memory).
    expect([9.9, 9.94, 9.96, 10, 18, 18.04, 18.1, 40].map(air)).toEqual([43, 43, 38, 38, 38, 38, 32, 32]);
    expect(air(101)).toBeUndefined();
  });
});

it.each([
  ['screens', { shape: 'star' }, /row 1, column "shape": "star" is none of round/],
  ['screens', { shape: 'slot', length_mm: '' }, /column "length_mm": a slot needs it/],
  ['screens', { size_mm: 'wide' }, /column "size_mm": "wide" is not a number/],
  ['screens', { shape: 'mesh', length_mm: '1', wire_mm: '' }, /column "wire_mm": a mesh needs it/],
  ['particles', { sure_size: 'quite' }, /"quite" is none of high, medium, low/],
  ['handling', { ripe: 'pod-dry;blue' }, /"blue" is none of/],
])('refuses a cell of %s that cannot be read', (table, change, words) => {
  expect(() => readShedFigures(content(table, change))).toThrow(words);
});

it('refuses another book', () => {
  expect(() => readShedFigures(contentOf('noxious'))).toThrow(/holds no figures of a shed/);
});
