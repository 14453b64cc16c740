import type { MeterGuide } from '@mercato/core/moisture/meter';
import type { MoistureNext } from '@mercato/core/moisture/next';
import { wholeDayOf } from '../words/days.ts';
import type { OvenDeviation } from '@mercato/core/moisture/ovenCourse';
import { earlyWords, type LineWords } from '../register/lineWords.ts';
import type { Voided } from '../register/worked.ts';
import type { MoistureBlock, MoistureStands } from './stands.ts';

/** What a verdict on moisture asks for. */
export const MOISTURE_NEXT: Readonly<Record<MoistureNext, string>> = {
  'containers-agree': 'The two containers agree.',
  'repeat-both-containers': 'The two containers are out of tolerance: repeat both.',
  'means-agree': 'Both tests were out of tolerance, and their means agree: the mean of both is reported.',
  'begin-anew': 'Both tests are out of tolerance, and their means lie apart too: begin anew.',
  'readings-agree': 'The two readings agree.',
  'repeat-both-readings': 'The two readings lie too far apart: take two new ones.',
  'made-otherwise': 'The containers agree, but it was made otherwise than the rule book asks: decision pending.',
};

export function moistureStands(how: MoistureStands): LineWords {
  switch (how.is) {
    case 'to-weigh-in':
      return { figure: '', note: 'to be weighed in' };
    case 'in-the-oven':
      return { figure: '', note: 'in the oven' };
    case 'measured':
      return {
        figure: `${how.percent.toFixed(1)} %`,
        note: `oven, ${how.of === 'tests' ? 'means of two tests ' : ''}${how.apart.toFixed(2)} apart, ${how.limit ?? 'any'} allowed${{ report: '', repeat: ': repeat', anew: ': begin anew', decide: ': made otherwise, decision pending', accepted: ': accepted by the lead' }[how.then]}`,
      };
    case 'to-read':
      return { figure: '', note: 'the meter is to be read' };
    case 'by-meter':
      return {
        figure: `${how.guide ? 'about ' : ''}${how.percent.toFixed(1)} %`,
        note: [
          'meter',
          how.guide ? `only a guide: ${guideWords(how.guide)}` : '',
          how.then === 'repeat' ? `readings ${how.apart.toFixed(2)} apart, ${how.limit ?? 'any'} allowed: repeat` : '',
          how.then === 'accepted' ? 'readings apart: accepted by the lead' : '',
        ]
          .filter(Boolean)
          .join(', '),
      };
    case 'void':
      return { figure: '', note: `void: ${voidWords(how)}` };
    default:
      return earlyWords(how, 'sample to be drawn', 'sample drawn and sealed');
  }
}

/** Why what a meter shows is no value for a label. */
export function guideWords(guide: MeterGuide): string {
  switch (guide.is) {
    case 'no-calibration':
      return 'the meter has no calibration for this kind';
    case 'struck':
      return 'its calibration was crossed out';
    case 'expired':
      return `its calibration ended on ${wholeDayOf(guide.validUntil)}`;
    case 'outside-range':
      return `it shows ${figures(guide.got)} %, calibrated from ${figures(guide.from)} to ${figures(guide.to)} %`;
  }
}

/** Why a moisture says nothing of its lot any more. */
export const voidWords = ({ what, on }: Voided): string =>
  `the lot was ${what} on ${wholeDayOf(on)}, after it was sampled`;

const blockWords = (one: MoistureBlock): string => {
  switch (one.is) {
    case 'containers-apart':
      return 'the two containers are out of tolerance; decision pending';
    case 'tests-apart':
      return 'two tests are out of tolerance, and their means lie apart; decision pending';
    case 'readings-apart':
      return 'the two readings of the meter lie too far apart; decision pending';
    case 'void':
      return `${voidWords(one)}: draw a new sample`;
    case 'made-otherwise':
      return `${one.deviations.map(deviationWords).join(', ')}; decision pending`;
  }
};
export const moistureBlocks = (why: readonly MoistureBlock[]): string => `Moisture: ${why.map(blockWords).join('; ')}.`;

const figures = (value: number) => String(Number(value.toFixed(1)));
const band = ({ least, most }: { readonly least: number; readonly most: number }) =>
  `${figures(least)} to ${figures(most)}`;

/** What was made otherwise than the rule book asks. */
export function deviationWords(one: OvenDeviation): string {
  switch (one.is) {
    case 'not-sealed':
      return 'the sample was not sealed';
    case 'diameter':
      return `a container of ${figures(one.got)} cm, ${band(one)} cm allowed`;
    case 'charge':
      return `${one.which} container of ${one.got.toFixed(3)} g, ${band(one)} g asked`;
    case 'ground-long':
      return `ground for ${figures(one.got)} min, ${figures(one.most)} at most`;
    case 'exposed-long':
      return `open to the air for ${figures(one.got)} s, ${figures(one.most)} at most`;
    case 'oven-temperature':
      return `the oven stood at ${figures(one.got)} °C, ${band(one)} °C asked`;
    case 'oven-wandered':
      return `by its own log the oven went from ${figures(one.coldest)} to ${figures(one.warmest)} °C, ${figures(one.minutes)} min of it outside ${band(one)} °C`;
    case 'taken-out-early':
    case 'taken-out-late':
      return `taken out after ${figures(one.got)} min, ${band(one)} min asked`;
    case 'cooled':
      return `cooled for ${figures(one.got)} min, ${band(one)} min asked`;
    case 'needs-pre-drying':
      return `ground at ${figures(one.got)} %: above ${figures(one.most)} % it is dried whole first`;
  }
}
