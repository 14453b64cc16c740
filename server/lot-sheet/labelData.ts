import type { Counts } from '@mercato/core/units/seedCounts';
import type { Edition } from '@mercato/core/rule-books/edition';
import { temperatureWords } from '@mercato/core/rule-books/methodWords';
import type { LabelData } from '@mercato/core/release/documents';
import type { GerminationTest } from '@mercato/contract/germination/germination';
import { EXTENT_WORDS } from '@mercato/contract/other-seeds/words';
import { blocksWords } from '@mercato/contract/lot-sheet/words';
import { endDays, usedTests } from '../germination/result.ts';
import { reportedMoisture } from '../moisture/result.ts';
import { reportedOtherSeeds, unknownIn } from '../other-seeds/result.ts';
import { reportedTests } from '../purity/result.ts';
import { requestOf, type LotFile } from '../register/lotFile.ts';
import type { Lot } from '../register/lots.ts';
import { blocksOf, type Gathered } from './gather.ts';

/** The counts that a label may carry: combined by the rules, or accepted by the lead. */
export function reportedCounts(gathered: Gathered): Counts | null {
  const { combined, tests } = gathered.germination;
  if (combined.reported) return combined.reported;
  const used = usedTests(tests);
  const only = used.length === 1 ? used[0] : undefined;
  return only?.decision?.decision === 'accept' && only.result.complete ? (only.result.rounded?.rounded ?? null) : null;
}

/** The share of pure seed as it is reported: "98.4 %". */
export function reportedPureSeed({ purity }: Gathered): string | null {
  const shares = purity.result?.shares;
  const pure = shares?.shares.find((one) => one.component === 'pureSeed');
  return shares && pure ? `${pure.percent.toFixed(shares.percentDecimals)} %` : null;
}

/** Whether the scheme counts dormant seed as live; an edition that does not say so does not. */
export const countsDormant = (edition: Edition): boolean =>
  edition.parameterIfAny('pure_live_seed_counts_dormant')?.value === 1;

function clientOf(lot: Lot): string {
  const request = requestOf(lot);
  return request ? [request.client, request.theirReference].filter(Boolean).join(', their reference ') : '';
}

export function labelData({ lot, laboratory: lab, today, edition }: LotFile, gathered: Gathered): LabelData {
  const { sampling, germination } = gathered;
  const purity = gathered.purity.result;
  const otherSeeds = reportedOtherSeeds(gathered.otherSeeds);
  const moisture = reportedMoisture(gathered.moisture);
  const counts = reportedCounts(gathered);
  const used = usedTests(germination.tests).filter(
    (_, i) => germination.combined.from.length === 0 || germination.combined.from.includes(i),
  );
  const last = used.at(-1);
  const decided = acceptedNotes(gathered);
  return {
    reference: lot.reference,
    species: lot.species,
    commonName: sampling.lot.commonName,
    bookKind: lot.bookKind,
    variety: lot.variety,
    origin: lot.origin,
    harvest: lot.harvestMonth
      ? `${lot.harvestYear}-${String(lot.harvestMonth).padStart(2, '0')}`
      : String(lot.harvestYear),
    lotMass: `${lot.massText} ${lot.massUnit}`,
    containers:
      lot.containers === 0
        ? 'bulk'
        : `${lot.containers} of ${lot.containerMassText ?? ''} ${lot.containerMassUnit ?? ''}`,
    book: sampling.lot.book,
    edition: sampling.lot.edition.name,
    laboratory: { name: lab.name, address: lab.address },
    today,
    liveCountsDormant: countsDormant(edition),
    sample: sampling.submitted
      ? {
          mass: `${sampling.submitted.vessel.mass?.text ?? ''} ${sampling.submitted.vessel.mass?.unit ?? ''}`,
          drawnOn: sampling.submitted.fields.drawnOn?.text ?? '',
          drawnBy: sampling.submitted.fields.drawnBy?.text ?? '',
          seal: sampling.submitted.fields.seal?.text ?? '',
          code: sampling.submitted.vessel.code,
          sentIn: sampling.sentIn,
        }
      : null,
    client: clientOf(lot),
    purity: purity?.shares
      ? {
          shares: purity.shares.shares,
          decimals: purity.shares.percentDecimals,
          working: workingWords(reportedTests(gathered.purity)),
          parts: purity.parts,
        }
      : null,
    otherSeeds:
      otherSeeds?.total && otherSeeds.examinedG !== null && otherSeeds.stillToSearchG === 0
        ? {
            examinedG: otherSeeds.examinedG,
            perKgUpper: otherSeeds.total.rate.perKg.upper,
            species: otherSeeds.species.map((one) => ({
              name: one.name,
              taxon: one.taxon,
              count: one.count,
              perLb: one.rate.perLb.estimate,
            })),
            search: searchWords(otherSeeds),
            noxious: [
              ...new Set(
                otherSeeds.noxious
                  .filter((one) => one.counts && one.consequence !== 'unclear')
                  .map((one) => one.species),
              ),
            ],
            unclear: Object.values(unknownIn(otherSeeds)).flat(),
            soldIn: requestOf(lot)?.soldIn ?? [],
          }
        : null,
    moisture: moisture?.result ? { percent: moisture.result.reportedPercent, method: moisture.method } : null,
    germination:
      counts && last
        ? {
            counts,
            seeds: germination.combined.reported ? germination.combined.seeds : last.result.seeds,
            tests: used.length,
            method: [last.plan.substrate, `${temperatureWords(last.plan.temperature)} °C`, last.plan.treatment]
              .filter(Boolean)
              .join(', '),
            days: endDays(last)?.day ?? last.plan.finalCountDay,
            concludedOn: concludedOn(used, last),
          }
        : null,
    blocks: blocksOf(gathered.lines).map(blocksWords),
    accepted: decided,
  };
}

/** "complete search", "limited search for Avena fatua": how far the search went, as it is reported. */
function searchWords({ extent, named }: NonNullable<ReturnType<typeof reportedOtherSeeds>>): string {
  return `${EXTENT_WORDS[extent]}${named.length > 0 ? ` for ${named.join(', ')}` : ''}`;
}

/** The working samples of a purity result: "5.003 g", "2.51 g + 2.50 g in halves". */
function workingWords(tests: ReturnType<typeof reportedTests>): string {
  const masses = tests.map((one) => `${one.fields.workingSample?.text ?? '?'} g`).join(' + ');
  return tests[0]?.portion === 'half' ? `${masses} in halves` : masses;
}

/** The day of completion: the last dish of the last of the tests that are reported. */
function concludedOn(used: readonly GerminationTest[], last: GerminationTest): string {
  const ends = used.flatMap((one) => endDays(one)?.seenOn ?? []);
  return ends.sort().at(-1) ?? last.updatedAt.slice(0, 10);
}

/** What was accepted although it stood outside, and samples that were too light, with who and why: printed on every document. */
function acceptedNotes(gathered: Gathered): string[] {
  const decisions = [
    gathered.sampling.submitted?.decision,
    ...gathered.sampling.heterogeneity.map((test) => test.decision),
    ...reportedTests(gathered.purity).map((test) => test.decision),
    reportedOtherSeeds(gathered.otherSeeds)?.decision,
    reportedMoisture(gathered.moisture)?.decision,
    ...usedTests(gathered.germination.tests).map((test) => test.decision),
  ];
  const light = gathered.sampling.working.filter((one) => one.why !== null && one.testNumber !== null);
  return [
    ...decisions.flatMap((one) =>
      one?.decision === 'accept'
        ? [`${one.what.charAt(0).toUpperCase()}${one.what.slice(1)} was accepted by ${one.by}: ${one.reason}`]
        : [],
    ),
    ...light.map(
      ({ vessel, verdict, why }) =>
        `The working sample for ${vessel.purpose?.replace('-', ' ') ?? 'the test'} weighed ${verdict.measured} g, less than the ${verdict.limit} g asked: ${why}`,
    ),
  ];
}
