import type { BalanceNext } from '@mercato/core/cleaning/balance';
import type { BatchOutcome } from '@mercato/core/cleaning/standing';
import type {
  Outlet,
  ScreeningsAnswers,
  ScreeningsFate,
  ShedEntry,
  SoakAct,
  VesselKind,
} from '@mercato/core/cleaning/entries';
import type { TreatmentClass } from '@mercato/core/register/treatment';
import type { Caution, RipeSign, UnripeSign } from '@mercato/core/cleaning/figures';
import type { PayAnswer } from '@mercato/core/cleaning/pay';
import { sixtyFourths } from '@mercato/core/cleaning/readScreen';
import type { Screen } from '@mercato/core/cleaning/screen';
import type { Forbids } from '@mercato/core/cleaning/screenings';
import type { DefectAdvice } from '@mercato/core/cleaning/sorting';
import type { TooLarge } from '@mercato/core/cleaning/trade';
import type { CleanedPart, MACHINES } from './machines.ts';

export type Words<K extends string> = Readonly<Record<K, string>>;

export const GOAL_WORDS = { purity: 'purity', recovery: 'lose little seed', speed: 'speed' } as const;
export const PURPOSE_WORDS = {
  home: 'for sowing at home',
  store: 'for the seed store',
  sale: 'for sale',
  lot: 'for a lot of the laboratory',
} as const;
export const RIGHTS_WORDS = {
  'own-sowing': 'own sowing only',
  saleable: 'may be sold',
  certified: 'certified class',
  'not-known': 'not known',
} as const;
export const OUTLET_WORDS: Words<Outlet> = {
  clean: 'clean seed',
  middlings: 'middlings',
  unthreshed: 'unthreshed',
  light: 'light',
  small: 'small',
  large: 'straw, large',
  screenings: 'screenings',
  dust: 'dust',
  stones: 'stones',
  floaters: 'floaters',
  flesh: 'flesh, peel',
  blown: 'blown off, not kept',
};
export const VESSEL_WORDS: Words<VesselKind> = {
  heap: 'heap',
  bag: 'bag',
  bowl: 'bowl',
  bucket: 'bucket',
  jar: 'jar',
  sheet: 'sheet',
  tray: 'tray',
  bin: 'bin',
  tank: 'tank',
  tote: 'tote',
  bunch: 'bunch',
};
export const FATE_WORDS: Words<ScreeningsFate> = {
  feed: 'feed',
  food: 'food',
  oil: 'oil',
  compost: 'cold compost',
  'hot-compost': 'hot compost',
  ground: 'ground fine',
  burnt: 'burnt',
  returned: 'returned',
  buried: 'buried',
};
export const QUESTION_WORDS: Words<keyof ScreeningsAnswers> = {
  viableWeeds: 'Are there living weed seeds in it?',
  ergot: 'Ergot?',
  mould: 'Mould?',
  poisonous: 'Poisonous seed?',
};
export const ANSWER_WORDS = { yes: 'yes', no: 'no', unknown: 'not looked' } as const;
const FORBIDS_WORDS: Words<Forbids> = {
  treated: 'it was treated with a poison or with something unknown, and is never eaten. Burn or bury it by local rules',
  weeds: 'living weed seeds would be spread. Grind it, burn it, or compost it hot',
  ergot: 'there is ergot in it, which poisons people and animals',
  mould: 'there is mould in it',
  poisonous: 'there is poisonous seed in it',
  'not-looked': 'nobody looked into it. Look first, or grind or burn it',
};
export const forbidsWords = (found: readonly Forbids[]): string => found.map((one) => FORBIDS_WORDS[one]).join('; ');

export const SOAK_WORDS: Words<SoakAct | 'look'> = {
  look: 'look at it',
  looked: 'looked at',
  stirred: 'stirred',
  water: 'fresh water',
  mould: 'mould seen',
  decanted: 'poured off',
  rinsed: 'rinsed',
  spread: 'spread to dry',
};
export const SCHOOL_WORDS = {
  waters: 'fresh water every other day, three times',
  still: 'left alone for three days',
} as const;
export const FREED_WORDS = {
  none: 'threshed dry',
  wash: 'washed out of the fruit',
  float: 'floated: good seed sinks',
  ferment: 'soaked until the flesh lets go',
} as const;
export const STOP_WORDS = {
  plugged: 'screen plugged',
  bearing: 'bearing',
  belt: 'belt',
  power: 'no power',
  other: 'other',
} as const;
export const MISHAP_WORDS = {
  spill: 'spilled',
  'damp-bench': 'damp bench',
  uncovered: 'stood uncovered',
  other: 'other',
} as const;
export const TREATMENT_WORDS: Words<TreatmentClass> = {
  poison: 'poison (fungicide, insecticide)',
  'hot-water': 'hot water',
  scarified: 'scarified',
  primed: 'primed',
  inoculant: 'inoculant',
  unknown: 'not known',
};
export const RIPE_WORDS: Words<RipeSign> = {
  'pod-dry': 'pods brown and dry',
  'pod-cracks': 'a pod snaps when it is pressed',
  'seed-hard': 'a thumbnail leaves no mark in the seed',
  'seed-colour': 'seed has its ripe colour',
  'head-parts': 'the head parts cleanly, no wet tissue',
  'head-brown': 'flower heads are brown',
  'stalk-dry': 'stalks are dry below the head',
  'umbel-brown': 'umbels are brown',
  'capsule-opens': 'capsules open',
  'capsule-rattles': 'capsules rattle',
  fluff: 'white fluff shows',
  'back-yellow': 'the back of the head is yellow to brown',
  'husk-papery': 'husks are papery',
  'fruit-coloured': 'fruit has its full colour',
  'fruit-past': 'fruit is past eating',
};
export const UNRIPE_WORDS: Words<UnripeSign> = {
  'milky-sap': 'milky sap',
  'white-seed': 'seed white inside',
  'soft-pods': 'soft pods',
  'wet-tissue': 'wet tissue where it parts',
  'green-head': 'green heads',
};
export const CUT_WORDS = {
  dew: 'Cut it in the dew: dry heads drop their seed.',
  'after-dew': 'Cut it after the dew has dried.',
  any: 'The hour of the day does not matter.',
} as const;
export const DRIES_WORDS = {
  plant: 'dry on the plant',
  cover: 'cut early, finished under cover',
} as const;
export const DRIES_ADVICE = {
  plant: 'Let it dry on the plant.',
  cover:
    'Cut it a little early and finish it under cover: hung head down in a paper bag, or on a sheet. Left on the plant it drops its seed.',
  either:
    'Two ways are usual: dry on the plant, or cut a little early and finished under cover, hung head down in a paper bag or on a sheet.',
} as const;
/** What hurts, at the step where it does; local codes and licensed practice come first. */
export const CAUTION_WORDS: Words<Caution> = {
  dust: 'Dust: mask and goggles.',
  awns: 'Awns: goggles, and closed sleeves.',
  prickles: 'Prickles: thick gloves.',
  hot: 'Hot fruit: gloves, goggles, air. Keep hands off the face, and wash them.',
  knife: 'Knife: cut away from the hand. A blunt blade does not nick seed.',
  ferment: 'Ferments: open the lid often, wash hands and vessels, taste nothing.',
  poison: 'Poisonous seed or fruit: gloves, away from food and children.',
  sap: 'Sap that burns skin in the sun: gloves and long sleeves.',
};
export const PART_WORDS: Words<CleanedPart> = {
  pit: 'pit',
  boot: 'elevator boot',
  elevator: 'elevator',
  hoppers: 'hoppers',
  screens: 'screens',
  auger: 'auger',
  bagger: 'bagger',
  inside: 'inside',
};
export const MACHINE_WORDS: Words<(typeof MACHINES)[number]> = {
  scale: 'scale',
  pit: 'pit',
  tank: 'holding tank',
  thresher: 'thresher',
  debearder: 'de-bearder',
  screens: 'hand screens',
  fan: 'fan',
  aspirator: 'aspirator',
  'air-screen': 'screen machine with air',
  indent: 'indent cylinder',
  gravity: 'gravity table',
  destoner: 'destoner',
  roll: 'velvet or magnetic roll',
  sorter: 'colour sorter',
  treater: 'treater',
  bagger: 'bagger',
  dryer: 'dryer',
  other: 'other machine',
};
export const TOO_LARGE_WORDS: Words<TooLarge> = {
  length: 'too long',
  width: 'too wide',
  height: 'too high',
  mass: 'too heavy',
};

const NEXT_WORDS: Words<BalanceNext> = {
  balances: 'accounted for',
  'look-for-missing': 'not accounted for: look under the machine, and weigh again',
  'look-for-gained': 'more came off than went in: look for seed of something else, and weigh again',
  'weigh-inflow': 'what went in was not weighed',
  'weigh-streams': 'to be weighed',
  'measure-moisture': 'water came or went: measure the moisture to compare dry matter',
  'blown-off': 'the rest was blown off and not kept',
  runs: 'runs',
};
export const balanceWords = (next: BalanceNext): string => NEXT_WORDS[next];
export const OUTCOME_WORDS: Words<BatchOutcome> = {
  within: 'accounted for',
  near: 'accounted for, nearly too much missing',
  outside: 'look for what is missing',
  'not-judged': 'not all was weighed',
  runs: 'runs',
};
export const PAY_WORDS: Words<PayAnswer> = {
  paid: 'paid',
  'did-not': 'did not pay',
  'cannot-tell': 'this sample cannot tell',
};
export const DEFECT_WORDS: Words<DefectAdvice> = {
  'spots-from-field':
    'Spots speak of disease from the field: sow clean seed, and change the ground. Test what is left before it is sown.',
  'holes-from-store':
    'Holes speak of insects in the store: freeze dry seed for two weeks, or keep it airtight, and clean the place.',
};
/** What a line is, for the record. */
export const ENTRY_WORDS: Words<ShedEntry['what']> = {
  picked: 'picked',
  arrived: 'arrived',
  pass: 'pass started',
  'came-off': 'came off',
  ended: 'pass ended',
  weighed: 'weighed',
  stopped: 'stopped',
  looked: 'sample looked at',
  soak: 'soak',
  drying: 'drying measured',
  sorted: 'sorted',
  plots: 'pair of plots',
  priced: 'prices',
  settled: 'terms of the load',
  opened: 'vessel opened',
  covered: 'vessel covered',
  mishap: 'mishap',
  gone: 'screenings gone',
  bagged: 'bagged',
  closed: 'closed',
  strike: 'crossed out',
};

const mm = (value: number) => String(Number(value.toFixed(2)));
/** A screen in millimetres, and in 64ths of an inch where it is one. */
export function screenWords(screen: Screen): string {
  const steps = sixtyFourths(screen.holeMm);
  const inches = steps === null || screen.shape === 'mesh' ? '' : ` (${steps}/64 in)`;
  switch (screen.shape) {
    case 'round':
      return `${mm(screen.holeMm)} mm round${inches}`;
    case 'slot':
      return `${mm(screen.holeMm)} × ${mm(screen.lengthMm)} mm slot${inches}`;
    case 'triangle':
      return `${mm(screen.holeMm)} mm triangle (circle inside)`;
    case 'mesh':
      return `${mm(screen.holeMm)} × ${mm(screen.lengthMm)} mm mesh, wire ${mm(screen.wireMm)} mm`;
  }
}
