import { expect, it } from 'vitest';
import { searchKinds } from '@mercato/core/rule-books/findKind';
import { shippedKinds } from './shipped.ts';

// Source: names list, from memory: what people write on a packet, and the species that it is.
it.each([
  ['chard', 'Beta vulgaris'],
  ['beetroot', 'Beta vulgaris'],
  ['spring onion', 'Allium cepa'],
  ['scallion', 'Allium fistulosum'],
  ['purple sprouting', 'Brassica oleracea'],
  ['purple sprouting broccoli', 'Brassica oleracea'],
  ['kale', 'Brassica oleracea'],
  ['pak choi', 'Brassica rapa'],
  ['cilantro', 'Coriandrum sativum'],
  ['parsley', 'Petroselinum crispum'],
  ['French bean', 'Phaseolus vulgaris'],
  ['runner bean', 'Phaseolus coccineus'],
  ['broad bean', 'Vicia faba'],
  ['sugar snap', 'Pisum sativum'],
  ['sweetcorn', 'Zea mays'],
  ['courgette', 'Cucurbita pepo'],
  ["lamb's lettuce", 'Valerianella locusta'],
  ['sorrel', 'Rumex acetosa'],
  ['rhubarb', 'Rheum rhabarbarum'],
  ['salsify', 'Tragopogon porrifolius'],
  ['tomatillo', 'Physalis philadelphica'],
  ['summer savory', 'Satureja hortensis'],
  ['marjoram', 'Origanum majorana'],
  ['purslane', 'Portulaca oleracea'],
])('%s is known, how it keeps and how it is tested', (name, species) => {
  const own = shippedKinds().filter((one) => one.commonNames.includes(name));
  expect(own.map((one) => one.species)).toEqual([species]);
  expect(own[0]?.keeping?.longevity).not.toBeNull();
  expect(own[0]?.smallTest?.lastDay).toBeGreaterThan(0);
});

it('cilantro is no parsley', () => {
  expect(searchKinds(shippedKinds(), 'parsley').map((one) => one.species)).toEqual(['Petroselinum crispum']);
});
