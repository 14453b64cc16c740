import type { Counts } from '@mercato/core/units/seedCounts';
import { COMPONENT_NAMES, shareSteps } from '@mercato/core/purity/analysePurity';
import { GRAMS_PER } from '@mercato/core/units/mass';
import type { LabelData } from '@mercato/core/release/documents';
import type { NumberSlip, Rule, WorkingStep } from '@mercato/core/verdict/verdict';
import { usedTests } from '../germination/result.ts';
import { reportedMoisture } from '../moisture/result.ts';
import { reportedOtherSeeds } from '../other-seeds/result.ts';
import { reportedPurity } from '../purity/result.ts';
import type { Lot } from '../register/lots.ts';
import { todayIn } from '../http/session.ts';
import type { Gathered } from './gather.ts';

export interface Laboratory {
  readonly name: string;
  readonly address: string;
  readonly zone: string;
}

/** The counts that a label may carry: combined by the rules, or accepted by the lead. */
export function reportedCounts(gathered: Gathered): Counts | null {
  const { combined, tests } = gathered.germination;
  if (combined.reported) return combined.reported;
  const used = usedTests(tests);
  const only = used.length === 1 ? used[0] : undefined;
  return only?.decision?.decision === 'accept' && only.result.complete ? (only.result.rounded?.rounded ?? null) : null;
}

export function labelData(lot: Lot, gathered: Gathered, lab: Laboratory): LabelData {
  const { sampling, germination } = gathered;
  const purity = reportedPurity(gathered.purity);
  const otherSeeds = reportedOtherSeeds(gathered.otherSeeds);
  const moisture = reportedMoisture(gathered.moisture);
  const counts = reportedCounts(gathered);
  const used = usedTests(germination.tests).filter(
    (_, i) => germination.combined.from.length === 0 || germination.combined.from.includes(i),
  );
  const last = used.at(-1);
  const decided = gathered.lines.flatMap((line) => acceptedNote(line.step, gathered));
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
    sample: sampling.submitted
      ? {
          mass: `${sampling.submitted.vessel.mass?.text ?? ''} ${sampling.submitted.vessel.mass?.unit ?? ''}`,
          drawnOn: sampling.submitted.fields.drawnOn?.text ?? '',
          drawnBy: sampling.submitted.fields.drawnBy?.text ?? '',
          seal: sampling.submitted.fields.seal?.text ?? '',
          code: sampling.submitted.vessel.code,
        }
      : null,
    purity: purity?.analysis
      ? {
          shares: purity.analysis.shares,
          decimals: purity.analysis.percentDecimals,
          workingG: purity.fields.workingSample?.text ?? '',
        }
      : null,
    otherSeeds:
      otherSeeds?.total && otherSeeds.examinedG !== null
        ? {
            examinedG: otherSeeds.examinedG,
            perKgUpper: otherSeeds.total.rate.perKg.upper,
            species: otherSeeds.species.map((one) => ({
              name: one.name,
              count: one.count,
              perLb: one.rate.perLb.estimate,
            })),
          }
        : null,
    moisture: moisture?.result ? { percent: moisture.result.reportedPercent, method: moisture.method } : null,
    germination:
      counts && last
        ? {
            counts,
            seeds: germination.combined.reported ? germination.combined.seeds : last.result.seeds,
            tests: used.length,
            method: [last.plan.substrate, `${last.plan.temperature} °C`, last.plan.treatment]
              .filter(Boolean)
              .join(', '),
            days: last.plan.finalCountDay,
            concludedOn: concludedOn(last, lab.zone),
          }
        : null,
    blocks: gathered.lines.flatMap((line) => (line.blocks === null ? [] : [line.blocks])),
    accepted: decided,
  };
}

function concludedOn(test: Gathered['germination']['tests'][number], zone: string): string {
  const times = test.dishes.flatMap((dish) => dish.days.map((day) => day.at));
  return todayIn(new Date(times.sort().at(-1) ?? test.updatedAt), zone);
}

function acceptedNote(step: string, gathered: Gathered): string[] {
  const reported = {
    purity: [reportedPurity(gathered.purity)],
    'other-seeds': [reportedOtherSeeds(gathered.otherSeeds)],
    moisture: [reportedMoisture(gathered.moisture)],
    germination: usedTests(gathered.germination.tests),
  }[step];
  return (reported ?? []).flatMap((test) =>
    test?.decision?.decision === 'accept'
      ? [`${step} test ${test.number} was accepted by ${test.decision.by}: ${test.decision.reason}`]
      : [],
  );
}

/** The working behind every number that the documents print. */
export function slipsOf(gathered: Gathered): Record<string, NumberSlip> {
  const slips: Record<string, NumberSlip> = {};
  const purity = reportedPurity(gathered.purity)?.analysis;
  for (const share of purity?.shares ?? [])
    slips[share.component] = slip(
      `Purity: ${COMPONENT_NAMES[share.component]}`,
      shareSteps(purity as NonNullable<typeof purity>, share.component),
      purity?.verdict.rule ?? null,
    );
  const other = reportedOtherSeeds(gathered.otherSeeds);
  if (other?.total && other.examinedG !== null) {
    const { count, rate } = other.total;
    slips.otherSeeds = slip(
      'Other seeds by number',
      [
        { label: 'seeds found', result: String(count) },
        { label: 'mass examined', result: String(other.examinedG), unit: 'g' },
        {
          label: 'per lb',
          expression: `${count} × ${GRAMS_PER.lb} / ${other.examinedG}`,
          result: rate.perLb.estimate.toFixed(2),
        },
        { label: '95 % limits per lb', result: `${rate.perLb.lower.toFixed(2)} to ${rate.perLb.upper.toFixed(2)}` },
        { label: 'per kg', expression: `${count} × 1000 / ${other.examinedG}`, result: rate.perKg.estimate.toFixed(2) },
        { label: '95 % limits per kg', result: `${rate.perKg.lower.toFixed(2)} to ${rate.perKg.upper.toFixed(2)}` },
      ],
      null,
    );
  }
  const moisture = reportedMoisture(gathered.moisture)?.result;
  if (moisture) slips.moisture = slip('Moisture', moisture.verdict.steps, moisture.verdict.rule);
  const { combined } = gathered.germination;
  const used = usedTests(gathered.germination.tests);
  const rounding = combined.rounding ?? used.at(-1)?.result.rounded;
  const verdict = combined.comparison ?? used.at(-1)?.result.verdict;
  if (rounding)
    slips.germination = slip('Germination', [...(verdict?.steps ?? []), ...rounding.steps], verdict?.rule ?? null);
  const counts = reportedCounts(gathered);
  const pure = purity?.shares.find((one) => one.component === 'pureSeed');
  if (counts && pure)
    slips.pureLiveSeed = slip(
      'Pure live seed',
      [
        {
          label: 'pure seed × (germination + hard) / 100',
          expression: `${pure.percent} × (${counts.normal} + ${counts.hard}) / 100`,
          result: ((pure.percent * (counts.normal + counts.hard)) / 100).toFixed(2),
          unit: '%',
        },
      ],
      null,
    );
  return slips;
}

function slip(title: string, steps: readonly WorkingStep[], rule: Rule | null): NumberSlip {
  return {
    title,
    steps,
    rule: rule
      ? {
          text: `${rule.edition}: ${rule.section}${rule.row ? `, ${rule.row}` : ''}`,
          provenance: `${rule.provenance.origin}, ${rule.provenance.verification}`,
        }
      : null,
  };
}
