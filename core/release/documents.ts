import { foundPerPound, noxiousPerPound } from '../other-seeds/report.ts';
import { type Book, BOOK_NAMES } from '../rule-books/edition.ts';
import type { Component } from '../units/components.ts';
import { lastDayAfter } from '../units/days.ts';
import { MONTHS } from '../units/monthNames.ts';
import type { DocumentLine } from '../verdict/documentLine.ts';
import { liveShares, pureLiveSeed } from './pureLiveSeed.ts';
import { anyTested, type Reported, reportLines } from './reported.ts';

/** A lot with what the steps found, ready for a label; null = not tested. */
export interface DocumentData extends Reported {
  readonly reference: string;
  readonly species: string;
  readonly commonName: string;
  readonly bookKind: string | null;
  readonly variety: string;
  readonly origin: string;
  readonly harvest: string;
  readonly lotMass: string;
  readonly containers: string;
  readonly book: Book;
  readonly edition: string;
  readonly laboratory: { readonly name: string; readonly address: string };
  /** The day on which the document is made, yyyy-mm-dd. */
  readonly today: string;
  /** Whether dormant seed counts as live in pure live seed: a setting of the scheme. */
  readonly liveCountsDormant: boolean;
  /** Who asked, and what they call it. */
  readonly client: string;
  /** What the seed was treated with, all the way from the plant; empty = untreated as far as is known. */
  readonly treated: readonly { readonly product: string; readonly poison: boolean }[];
  /** Why the lot stands outside and decision pending. */
  readonly blocks: readonly string[];
  /** What was accepted outside tolerance, with the reason: printed, never hidden. */
  readonly accepted: readonly string[];
}

export interface ReleaseDocument {
  readonly title: string;
  readonly lines: readonly DocumentLine[];
  readonly notes: readonly string[];
  /** Last day on which it may be used, yyyy-mm-dd; null = without end. */
  readonly validUntil: string | null;
  /** Why it may not be released; empty = it may. */
  readonly refusals: readonly string[];
}

/**
 * The analysis tag of agricultural seed in the manner of the Federal Seed Act. It refuses what was
 * not tested, and what stands outside tolerance without a decision.
 *
 * @param validityMonths  full calendar months after the month of test
 * Source: 7 CFR 201.8–201.24a; order of lines by custom (from memory).
 */
export function analysisTag(data: DocumentData, validityMonths: number): ReleaseDocument {
  const { purity, germination, otherSeeds } = data;
  const validUntil = germination ? lastDayAfter(germination.concludedOn, validityMonths) : null;
  const refusals = [
    ...(purity ? [] : ['Purity was not tested.']),
    ...(purity && data.book !== 'aosa'
      ? [`Purity was separated by ${BOOK_NAMES[data.book]} into three components; the tag needs four.`]
      : []),
    ...(otherSeeds ? [] : ['Other seeds by number not determined: examine a sample.']),
    ...(germination ? [] : ['Germination was not tested, or its test is not finished.']),
    ...(germination && germination.seeds < 400
      ? [`Germination rests on ${germination.seeds} seeds; a label needs 400.`]
      : []),
    ...(validUntil !== null && validUntil < data.today
      ? [`The germination test has run out on ${validUntil}: test again.`]
      : []),
    ...data.blocks,
  ];
  const share = (component: Component) => {
    const found = purity?.shares.find((one) => one.component === component);
    return found ? `${found.percent.toFixed(2)} %` : '—';
  };
  const { counts } = germination ?? {};
  return {
    title: 'Seed analysis tag',
    lines: [
      { label: 'Kind', value: data.bookKind ?? data.commonName },
      { label: 'Variety', value: data.variety || 'Variety Not Stated' },
      { label: 'Lot', value: data.reference },
      { label: 'Origin', value: data.origin || 'origin unknown' },
      ...treatedLines(data),
      { label: 'Pure seed', value: share('pureSeed'), key: 'pureSeed' },
      { label: 'Other crop seed', value: share('otherCropSeed'), key: 'otherCropSeed' },
      { label: 'Inert matter', value: share('inertMatter'), key: 'inertMatter' },
      { label: 'Weed seed', value: share('weedSeed'), key: 'weedSeed' },
      ...(purity?.parts ?? [])
        .filter((part) => part.component === 'otherCropSeed' && part.reportAlone)
        .map((part) => ({ label: `Crop seed: ${part.name}`, value: `${part.percent?.toFixed(2) ?? ''} %` })),
      { label: 'Noxious weeds', ...noxiousPerPound(otherSeeds), key: 'otherSeedsByNumber' },
      { label: 'Other seeds found', ...foundPerPound(otherSeeds), key: 'otherSeedsByNumber' },
      { label: 'Germination', value: counts ? `${counts.normal} %` : '—', key: 'germination' },
      { label: 'Hard seed', value: counts ? `${counts.hard} %` : '—', key: 'germination' },
      ...(counts && counts.fresh > 0
        ? [{ label: 'Dormant seed', value: `${counts.fresh} %`, key: 'germination' }]
        : []),
      {
        label: 'Germination and hard seed',
        value: counts ? `${counts.normal + counts.hard} %` : '—',
        key: 'germination',
      },
      { label: 'Tested', value: germination ? monthOf(germination.concludedOn) : '—' },
      {
        label: 'Valid to the end of',
        value: germination ? monthOf(lastDayAfter(germination.concludedOn, validityMonths)) : '—',
      },
      { label: 'Pure live seed', value: pureLive(data), key: 'pureLiveSeed' },
      { label: 'Labelled by', value: [data.laboratory.name, data.laboratory.address].filter(Boolean).join(', ') },
    ],
    notes: [`Evaluated by ${data.edition}.`, ...treatedNotes(data), ...data.accepted],
    validUntil,
    refusals,
  };
}

/**
 * A test report in the manner of the ISTA rules: N stands for what was not tested. Only accredited
 * laboratories issue international certificates, and this says that it is none.
 *
 * Source: ISTA, reporting of results (from memory).
 */
export function testReport(data: DocumentData): ReleaseDocument {
  const { sample } = data;
  return {
    title: 'Seed test report',
    lines: [
      { label: 'Laboratory', value: [data.laboratory.name, data.laboratory.address].filter(Boolean).join(', ') },
      ...(data.client ? [{ label: 'For', value: data.client }] : []),
      { label: 'Species', value: data.species },
      { label: 'Variety', value: data.variety || '—' },
      { label: 'Lot', value: data.reference },
      { label: 'Mass of the lot', value: data.lotMass },
      { label: 'Containers', value: data.containers },
      { label: 'Harvest', value: data.harvest },
      ...treatedLines(data),
      ...reportLines(data),
    ],
    notes: [
      `Tested by ${data.edition}.`,
      'Not an international certificate, which only accredited laboratories issue.',
      sample && !sample.sentIn
        ? 'The sample was drawn from the lot by this laboratory; the results speak for the lot as it stood then.'
        : 'The results speak for the sample as it was sent in, and for nothing else: this laboratory did not draw it from the lot.',
      'N: not tested. TR: present, below 0.05 %.',
      ...treatedNotes(data),
      ...data.accepted,
    ],
    validUntil: null,
    refusals: [...(anyTested(data) ? [] : ['Nothing was tested.']), ...data.blocks],
  };
}

/** Source: 7 CFR 201.31a, name of the substance and what it must not be used for; from memory. */
const treatedLines = ({ treated }: DocumentData): DocumentLine[] =>
  treated.length === 0 ? [] : [{ label: 'Treated with', value: treated.map((one) => one.product).join(', ') }];
const treatedNotes = ({ treated }: DocumentData): string[] =>
  treated.some((one) => one.poison)
    ? ['This seed has been treated. Do not use for food, feed or oil. Keep away from children and animals.']
    : [];

function pureLive({ purity, germination, liveCountsDormant }: DocumentData): string {
  const pure = purity?.shares.find((one) => one.component === 'pureSeed');
  if (!pure || !germination) return '—';
  const live = liveShares(pure.percent, germination.counts, liveCountsDormant);
  return `${pureLiveSeed(live).toFixed(2)} % (${liveCountsDormant ? 'germination, hard and dormant seed' : 'germination and hard seed'})`;
}

function monthOf(isoDate: string): string {
  return `${MONTHS[Number(isoDate.slice(5, 7)) - 1] ?? ''} ${isoDate.slice(0, 4)}`;
}
