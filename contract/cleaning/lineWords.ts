import type { Method, ShedAmount, ShedEntry, Weighing } from '@mercato/core/cleaning/entries';
import { groupedText } from '../words/figures.ts';
import { FATE_WORDS, MISHAP_WORDS, OUTLET_WORDS, RIPE_WORDS, SOAK_WORDS, STOP_WORDS, UNRIPE_WORDS } from './words.ts';
import { METHOD_WORDS } from './methodWords.ts';

interface Names {
  readonly vessel: (id: string) => string;
  readonly pass: (id: string) => Method | null;
}

const amountWords = (one: ShedAmount): string =>
  `${groupedText(one.text)} ${one.by === 'mass' ? one.unit : one.by === 'bushels' ? 'bu' : 'l'}`;
const weighed = (one: Weighing | null): string =>
  one === null
    ? ''
    : `, ${amountWords(one.amount)}${one.moisturePercent === null ? '' : ` of ${one.moisturePercent} %`}${one.scale ? ` by ${one.scale.name}` : ''}`;
const noted = (note: string) => (note === '' ? '' : `: ${note}`);
const some = (words: readonly (string | false)[]) => words.filter(Boolean).join(', ');

/** A line of a batch's book, in words. */
export function lineWords(entry: ShedEntry, names: Names): string {
  const into = (of: Extract<ShedEntry, { what: 'picked' }>['into']) =>
    'vessel' in of ? names.vessel(of.vessel) : of.made.name;
  const passOf = (id: string) => {
    const method = names.pass(id);
    return method === null ? 'pass' : METHOD_WORDS[method];
  };
  switch (entry.what) {
    case 'picked':
      return `picked into ${into(entry.into)}${weighed(entry.weighed)}${noted(
        some([
          entry.by.length > 0 && `by ${entry.by.join(' and ')}`,
          entry.ripe.length > 0 && entry.ripe.map((one) => RIPE_WORDS[one]).join(', '),
          entry.unripe.length > 0 && `against it: ${entry.unripe.map((one) => UNRIPE_WORDS[one]).join(', ')}`,
          entry.keptUnripe && 'kept knowingly',
          entry.plants !== null && `of ${entry.plants} ${entry.plants === 1 ? 'plant' : 'plants'}`,
          entry.claimPerPlant !== null && `said to give ${groupedText(String(entry.claimPerPlant))} seeds each`,
          entry.note,
        ]),
      )}`;
    case 'arrived':
      return `load${entry.ticket === '' ? '' : ` ${entry.ticket}`} into ${into(entry.into)}${weighed(entry.weighed)}${noted(entry.note)}`;
    case 'pass':
      return `${METHOD_WORDS[entry.method]} of ${entry.from.map((one) => names.vessel(one.vessel)).join(' and ')}${
        entry.treatment ? ` with ${entry.treatment.product}` : ''
      }`;
    case 'came-off':
      return `${passOf(entry.pass)}: ${OUTLET_WORDS[entry.outlet]}${entry.into === null ? '' : ` into ${into(entry.into)}`}${weighed(entry.weighed)}`;
    case 'ended':
      return `${passOf(entry.pass)} ended${entry.minutes === null ? '' : `, ${entry.minutes} min`}${
        entry.people === null ? '' : `, ${entry.people} ${entry.people === 1 ? 'person' : 'people'}`
      }${noted(entry.note)}`;
    case 'weighed':
      return `${names.vessel(entry.vessel)} weighed${weighed(entry.weighed)}`;
    case 'stopped':
      return `stopped: ${STOP_WORDS[entry.why]}${entry.minutes === null ? '' : `, ${entry.minutes} min`}${noted(entry.note)}`;
    case 'looked': {
      const { pure, cut, defects, towel, hundredSeedsG, testWeightKgHl } = entry.sample;
      return `sample of ${names.vessel(entry.vessel)}: ${some([
        pure !== null && `${pure.part} of ${pure.of}${pure.by === 'mass' ? ' g' : ''} clean`,
        cut !== null && `${cut.filled} of ${cut.of} filled`,
        defects !== null && `${defects.spotted} spotted and ${defects.bored} bored of ${defects.of}`,
        towel !== null && `${towel.sprouted} of ${towel.of} sprouted`,
        hundredSeedsG !== null && `a hundred weigh ${hundredSeedsG} g`,
        testWeightKgHl !== null && `${testWeightKgHl} kg/hl`,
        entry.note,
      ])}`;
    }
    case 'soak':
      return `${SOAK_WORDS[entry.did]}${
        entry.sinkers === null || entry.floaters === null ? '' : `, ${entry.sinkers} sank, ${entry.floaters} floated`
      }${noted(entry.note)}`;
    case 'drying':
      return `drying${weighed(entry.weighed)}${noted(
        some([
          entry.airC !== null && `air ${entry.airC} °C`,
          entry.airPercent !== null && `${entry.airPercent} %`,
          entry.seedC !== null && `seed ${entry.seedC} °C`,
        ]),
      )}`;
    case 'sorted':
      return `${entry.massG} g sorted in ${entry.minutes} min${entry.by === '' ? '' : ` by ${entry.by}`}`;
    case 'plots':
      return `plots: sorted ${entry.sorted}, unsorted ${entry.unsorted}`;
    case 'priced':
      return `prices: ${entry.prices.map((one) => `from ${one.fromPercent} % ${one.perKg}`).join(', ')}`;
    case 'settled':
      return `loads are paid${entry.price === null ? '' : ` at ${entry.price.each} a ${entry.price.per}`}${
        entry.baseMoisturePercent === null ? '' : `, water above ${entry.baseMoisturePercent} % taken off`
      }${entry.feePerKg === 0 ? '' : `, fee ${entry.feePerKg} a kg`}`;
    case 'opened':
      return `${names.vessel(entry.vessel)} opened at ${entry.bench}`;
    case 'covered':
      return `${names.vessel(entry.vessel)} covered`;
    case 'mishap':
      return `${MISHAP_WORDS[entry.is]}${entry.vessel === null ? '' : `, ${names.vessel(entry.vessel)}`}${noted(entry.note)}`;
    case 'gone':
      return `${names.vessel(entry.vessel)} went: ${FATE_WORDS[entry.to]}${entry.whom === '' ? '' : `, ${entry.whom}`}${weighed(entry.weighed)}`;
    case 'bagged':
      return `${entry.bags} ${entry.bags === 1 ? 'bag' : 'bags'} from ${names.vessel(entry.vessel)}${weighed(entry.weighed)}${noted(
        some([entry.spilled && 'some was spilled', entry.note]),
      )}`;
    case 'closed':
      return `closed${noted(entry.note)}`;
    case 'strike':
      return `line ${entry.line + 1} crossed out: ${entry.reason}`;
  }
}
