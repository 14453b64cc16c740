import { expect, it } from 'vitest';
import { candidateFor, FITS, type Offered, type Site } from './candidates.ts';

// Source: common practice of restoration, no source: same site, then district, then a similar site; never wet to dry.
const SITE: Site = { name: 'North bank', district: 'Quillmere', elevationM: 300, exposure: 'north', rainfallMm: 800 };
const offer = (site: Partial<Site>, change: Partial<Offered> = {}): Offered => ({
  site: { name: 'Elsewhere', district: 'Over Fell', elevationM: 320, exposure: 'north', rainfallMm: 820, ...site },
  terms: 'shared',
  owner: '',
  ...change,
});

it.each([
  ['of the very site', offer({ name: 'north Bank' }), 'same site', [{ is: 'grew-here', site: 'north Bank' }]],
  [
    'kept for its own site',
    offer({}, { terms: 'for its own site', owner: 'the parish' }),
    'refused',
    [{ is: 'kept-for-own-site', owner: 'the parish', site: 'Elsewhere' }],
  ],
  [
    'kept for this very site',
    offer({ name: 'North bank' }, { terms: 'for its own site' }),
    'same site',
    [{ is: 'grew-here' }],
  ],
  [
    'of the district',
    offer({ district: 'Quillmere', elevationM: 700 }),
    'same district',
    [{ is: 'grew-in-district', district: 'Quillmere' }, { is: 'height', m: 400 }, {}, {}],
  ],
  [
    'of the district’s dry side',
    offer({ district: 'Quillmere', rainfallMm: 400 }),
    'unlike',
    [{}, {}, { is: 'rain', share: -0.5, tooFar: true }, {}],
  ],
  [
    'of a site like it',
    offer({}),
    'similar site',
    [{ m: 20 }, { share: expect.closeTo(0.025, 9) as number }, { same: true }],
  ],
  ['from far above', offer({ elevationM: 900 }), 'unlike', [{ is: 'height', m: 600, tooFar: true }, {}, {}]],
  [
    'of which nothing is known',
    offer({ elevationM: null, rainfallMm: null, exposure: '' }),
    'not known',
    [{ is: 'not-known' }],
  ],
] as const)('seed %s', (_words, offered, fit, reasons) => {
  const found = candidateFor(SITE, offered);
  expect(found).toMatchObject({ fit, reasons });
  expect(FITS).toContain(found.fit);
});

it('is the nearer, the more alike the site is', () => {
  const distance = (site: Partial<Site>) => candidateFor(SITE, offer(site)).distance;
  expect(distance({ elevationM: 310 })).toBeLessThan(distance({ elevationM: 400 }));
  expect(distance({ exposure: 'north' })).toBeLessThan(distance({ exposure: 'south' }));
  expect(distance({ rainfallMm: 800 })).toBeLessThan(distance({ rainfallMm: null }));
});

it('says how far a site is from one like it: at the limit it is alike, beyond it is not', () => {
  const told = (site: Partial<Site>, target: Partial<Site> = {}) => {
    const { fit, reasons, distance } = candidateFor({ ...SITE, ...target }, offer(site));
    const far = reasons.flatMap((one) => ('tooFar' in one && one.tooFar ? [one.is] : []));
    return [fit, far, Number(distance.toFixed(4))];
  };
  const alike = { elevationM: 300, rainfallMm: 800 };
  expect(candidateFor(SITE, offer(alike)).reasons).toEqual([
    { is: 'height', m: 0, tooFar: false },
    { is: 'rain', share: 0, tooFar: false },
    { is: 'exposure', faces: 'north', wanted: 'north', same: true },
  ]);
  expect(told(alike)).toEqual(['similar site', [], 0]);
  expect(told({ ...alike, elevationM: 450 })).toEqual(['similar site', [], 1]);
  expect(told({ ...alike, elevationM: 149 })).toEqual(['unlike', ['height'], 1.0067]);
  expect(told({ ...alike, rainfallMm: 1000 })).toEqual(['similar site', [], 1]);
  expect(told({ ...alike, rainfallMm: 1001 }).slice(0, 2)).toEqual(['unlike', ['rain']]);
  expect(told({ ...alike, exposure: 'south' })).toEqual(['similar site', [], 1]);
  expect(candidateFor(SITE, offer({ ...alike, exposure: ' south ' })).reasons.at(-1)).toEqual({
    is: 'exposure',
    faces: 'south',
    wanted: 'north',
    same: false,
  });
  // In the district height does not part, rain does.
  expect(told({ ...alike, district: 'Quillmere', elevationM: 900 })[0]).toBe('same district');
});

it('asks nothing of where the seed grew that nobody says of the place to plant', () => {
  const bare = { elevationM: null, rainfallMm: null, exposure: ' ', district: '' };
  expect(candidateFor({ ...SITE, ...bare }, offer({}))).toEqual({
    fit: 'not known',
    reasons: [{ is: 'nothing-to-compare' }],
    distance: 0,
  });
  expect(candidateFor({ ...SITE, ...bare, rainfallMm: 0 }, offer({})).fit).toBe('not known');
  expect(candidateFor({ ...SITE, rainfallMm: null, exposure: '' }, offer({ elevationM: 300 }))).toMatchObject({
    fit: 'similar site',
    reasons: [{ is: 'height', m: 0 }],
  });
  const unknown = candidateFor(SITE, offer({ elevationM: null, rainfallMm: null, exposure: ' ' }));
  expect(unknown).toMatchObject({
    fit: 'not known',
    reasons: [{ is: 'not-known', what: ['height', 'rain', 'exposure'] }],
    distance: 3,
  });
  // Two places without a name are not the same one, nor are two without a district.
  expect(candidateFor({ ...SITE, name: ' ', district: '' }, offer({ name: '', district: ' ' })).fit).toBe(
    'similar site',
  );
  expect(
    candidateFor(SITE, offer({ district: ' quillmere ', elevationM: null, rainfallMm: null, exposure: '' })).fit,
  ).toBe('same district');
});

it('its owner’s terms come before all', () => {
  const refused = (name: string, owner: string) =>
    candidateFor(SITE, offer({ name }, { terms: 'for its own site', owner })).reasons[0];
  expect([refused(' Far field ', ' the parish '), refused('', '')]).toEqual([
    { is: 'kept-for-own-site', owner: 'the parish', site: 'Far field' },
    { is: 'kept-for-own-site', owner: '', site: '' },
  ]);
  expect(candidateFor(SITE, offer({}, { terms: 'for exchange' })).fit).toBe('similar site');
});
