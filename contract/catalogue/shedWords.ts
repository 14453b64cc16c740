import type { CalculationWords } from './calculation.ts';

/** Cleaning and trade: the calculators of the shed. */
export const SHED_WORDS: Readonly<Record<string, CalculationWords>> = {
  'cleaning.bushels': {
    asked: { kind: { label: 'kind', hint: 'wheat, oats, barley, rye, maize, soybean or flax' }, bushels: 'bushels' },
    answered: {
      lb: { label: 'pounds', unit: 'lb' },
      kg: { label: 'kilograms', unit: 'kg' },
      poundsPerBushel: { label: 'a bushel of this kind counts', unit: 'lb' },
    },
  },
  'cleaning.test-weight': {
    asked: { poundsPerBushel: { label: 'a measured bushel weighs', unit: 'lb' } },
    answered: { kgPerHl: { label: 'test weight', unit: 'kg/hl' } },
  },
  'cleaning.screen-share': {
    asked: {
      meanMm: { label: 'size of the seed', unit: 'mm', hint: 'width for a round hole, thickness for a slot' },
      sdMm: { label: 'its standard deviation', unit: 'mm' },
      openingMm: { label: 'hole', unit: 'mm' },
    },
    answered: {
      passesPercent: { label: 'goes through', unit: '%' },
      heldPercent: { label: 'is held', unit: '%' },
    },
  },
  'cleaning.terminal-velocity': {
    asked: {
      lengthMm: { label: 'length', unit: 'mm' },
      widthMm: { label: 'width', unit: 'mm' },
      thicknessMm: { label: 'thickness', unit: 'mm' },
      densityGCm3: { label: 'density', unit: 'g/cm³' },
      shapeFactor: { label: 'share of its ellipsoid that it fills', hint: 'about 0.6 to 1' },
    },
    answered: {
      terminalVelocityMS: { label: 'air that just carries it', unit: 'm/s' },
      sphericity: 'roundness (1 = a ball)',
    },
  },
  'cleaning.settlement': {
    asked: {
      grossKg: { label: 'came', unit: 'kg' },
      dockagePercent: { label: 'dockage', unit: '%' },
      moisturePercent: { label: 'moisture', unit: '%', hint: 'if measured' },
      baseMoisturePercent: { label: 'paid in full up to', unit: '%', hint: 'if agreed' },
      poundsPerBushel: { label: 'a trade bushel counts', unit: 'lb', hint: 'wheat 60, oats 32, barley 48' },
      pricePerBushel: { label: 'price a bushel', hint: 'if agreed' },
      feePerKg: 'fee a kg',
    },
    answered: {
      netKg: { label: 'paid for', unit: 'kg' },
      bushels: { label: 'trade bushels', unit: 'bu' },
      pays: 'pays, less the fee',
      dockageKg: { label: 'dockage', unit: 'kg' },
      shrinkKg: { label: 'taken off for water', unit: 'kg' },
      fee: 'fee',
    },
  },
  'cleaning.expected-bags': {
    asked: {
      loadKg: { label: 'load', unit: 'kg' },
      screeningsPercent: { label: 'leaves as screenings', unit: '%', hint: 'about 10 for a cereal' },
      bagKg: { label: 'a bag or tote holds', unit: 'kg' },
      rateKgHa: { label: 'sown at', unit: 'kg/ha', hint: 'if known' },
    },
    answered: {
      bags: 'full bags',
      restKg: { label: 'over', unit: 'kg' },
      cleanKg: { label: 'clean seed', unit: 'kg' },
      hectares: { label: 'sows', unit: 'ha' },
    },
  },
  'cleaning.break-even': {
    asked: {
      lostPercent: { label: 'lost by the pass', unit: '%' },
      priceBefore: 'price a kg before',
      priceAfter: 'price a kg after',
      priceLost: 'price a kg of what is lost',
      costPerKg: 'cost of the pass a kg',
    },
    answered: { gainPerKg: 'gain for a kg that goes in', pays: 'pays' },
  },
  'cleaning.seeds-to-see': {
    asked: {
      onePercent: { label: 'one share', unit: '%' },
      otherPercent: { label: 'the other share', unit: '%' },
      power: { label: 'chance to see it', unit: 'share', hint: 'usually 0.8' },
    },
    answered: { seeds: 'seeds in each test' },
  },
  'cleaning.defects': {
    asked: { defects: 'spotted, discoloured or bored', of: 'seeds looked at' },
    answered: { per400: 'in 400 seeds', low: 'at least (95 %)', high: 'at most (95 %)' },
  },
};
