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
