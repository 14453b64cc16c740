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
  ['of the very site', offer({ name: 'north Bank' }), 'same site', /grew at north Bank/],
  [
    'kept for its own site',
    offer({}, { terms: 'for its own site', owner: 'the parish' }),
    'refused',
    /the parish keeps it for its own site/,
  ],
  ['kept for this very site', offer({ name: 'North bank' }, { terms: 'for its own site' }), 'same site', /grew at/],
  [
    'of the district',
    offer({ district: 'Quillmere', elevationM: 700 }),
    'same district',
    /grew in Quillmere too.*400 m higher/,
  ],
  [
    'of the district’s dry side',
    offer({ district: 'Quillmere', rainfallMm: 400 }),
    'unlike',
    /50 % drier: wet side and dry side/,
  ],
  ['of a site like it', offer({}), 'similar site', /20 m higher.*2 % wetter|3 % wetter.*faces north too/],
  ['from far above', offer({ elevationM: 900 }), 'unlike', /600 m higher: more than 150 m/],
  ['of which nothing is known', offer({ elevationM: null, rainfallMm: null, exposure: '' }), 'not known', /not known/],
] as const)('seed %s', (_words, offered, fit, reason) => {
  const found = candidateFor(SITE, offered);
  expect([found.fit, reason.test(found.reasons.join('; '))]).toEqual([fit, true]);
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
    return [fit, reasons, Number(distance.toFixed(4))];
  };
  const alike = { elevationM: 300, rainfallMm: 800 };
  expect(told(alike)).toEqual(['similar site', ['as high', 'as wet', 'faces north too'], 0]);
  expect(told({ ...alike, elevationM: 450 })).toEqual([
    'similar site',
    ['150 m higher', 'as wet', 'faces north too'],
    1,
  ]);
  expect(told({ ...alike, elevationM: 149 })).toEqual([
    'unlike',
    ['151 m lower: more than 150 m', 'as wet', 'faces north too'],
    1.0067,
  ]);
  expect(told({ ...alike, rainfallMm: 1000 })).toEqual([
    'similar site',
    ['as high', '25 % wetter', 'faces north too'],
    1,
  ]);
  expect(told({ ...alike, rainfallMm: 1001 })[0]).toBe('unlike');
  expect(told({ ...alike, rainfallMm: 803 })[1]).toContain('as wet');
  expect(told({ ...alike, rainfallMm: 805 })[1]).toContain('1 % wetter');
  expect(told({ ...alike, rainfallMm: 795 })[1]).toContain('1 % drier');
  expect(told({ ...alike, exposure: 'south' })).toEqual([
    'similar site',
    ['as high', 'as wet', 'faces south, not north'],
    1,
  ]);
  // In the district height does not part, rain does.
  expect(told({ ...alike, district: 'Quillmere', elevationM: 900 })[0]).toBe('same district');
});

it('asks nothing of where the seed grew that nobody says of the place to plant', () => {
  const bare = { elevationM: null, rainfallMm: null, exposure: ' ', district: '' };
  expect(candidateFor({ ...SITE, ...bare }, offer({}))).toEqual({
    fit: 'not known',
    reasons: ['nothing of the two sites can be compared'],
    distance: 0,
  });
  expect(candidateFor({ ...SITE, ...bare, rainfallMm: 0 }, offer({})).fit).toBe('not known');
  expect(candidateFor({ ...SITE, rainfallMm: null, exposure: '' }, offer({ elevationM: 300 }))).toMatchObject({
    fit: 'similar site',
    reasons: ['as high'],
  });
  const unknown = candidateFor(SITE, offer({ elevationM: null, rainfallMm: null, exposure: ' ' }));
  expect(unknown).toMatchObject({
    fit: 'not known',
    reasons: ['not known of where it grew: how high it lies, how much rain falls there, which way it faces'],
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
    'the parish keeps it for its own site, Far field',
    'its owner keeps it for its own site',
  ]);
  expect(candidateFor(SITE, offer({}, { terms: 'for exchange' })).fit).toBe('similar site');
});
