import type { StepLine } from '@mercato/contract/lot-sheet/standing';
import type { PurityResult, PurityTest, PurityView } from '@mercato/contract/purity/purity';
import type { PurityBlock, PuritySays } from '@mercato/contract/purity/stands';
import { togetherOf } from '@mercato/contract/purity/words';
import { analysePurity, type ComponentMasses, type PurityAnalysis } from '@mercato/core/purity/analysePurity';
import { componentMasses } from '@mercato/core/purity/componentMasses';
import { shareFractions } from '@mercato/core/purity/fractions';
import { sortingRate } from '@mercato/core/purity/handSorting';
import { type JudgedTests, judgePairs, judgeWholes } from '@mercato/core/purity/judgeTests';
import { type JudgedPart, judgeParts, type NamedPart } from '@mercato/core/purity/parts';
import { unitRulesFor } from '@mercato/core/purity/unitRules';
import type { Reported } from '@mercato/core/release/reported';
import type { Edition, KindMethod, UnitRule } from '@mercato/core/rule-books/edition';
import { halfOf, judgeLeastMass } from '@mercato/core/rule-books/leastMass';
import { COMPONENTS } from '@mercato/core/units/components';
import { Exact, writtenDecimals } from '@mercato/core/units/mass';
import type { Outcome, Verdict } from '@mercato/core/verdict/verdict';
import type { Reader } from '../database/connect.ts';
import { allObservations } from '../database/observations.ts';
import { bindingsOf, nameIn } from '../names/names.ts';
import { type LotFile, testsIn, waitingIn } from '../register/lotFile.ts';
import { fieldViews, handsOf, withoutTest } from '../register/tests.ts';
import { vesselView } from '../register/vessels.ts';
import { speciesList } from '../rule-books/names.ts';
import { fractionsIn, partsIn, sortedIn } from './fields.ts';
import { purityObservation } from './tables.ts';

/** Percent of multiple units that counts as pure seed, where the book parts them by mass. */
export const multipleUnitsShare = (rules: readonly UnitRule[]): number | null =>
  rules.find((one) => one.pureSharePercent !== null)?.pureSharePercent ?? null;

/** The analysis of the current weighings, or null while it cannot be made. */
export function analysisOf(
  edition: Edition,
  text: (field: string) => string | undefined,
  multiplePercent: number | null,
): PurityAnalysis | null {
  const masses = componentMasses(COMPONENTS[edition.book], text, multiplePercent);
  const first = text('workingSample');
  return first === undefined || !masses ? null : analysePurity(edition, new Exact(first), masses);
}

/** The mass weighed in against the least for the kind; null before it is weighed. */
export function purityMassOf(
  method: KindMethod | undefined,
  portion: PurityTest['portion'],
  text: string | undefined,
): Verdict | null {
  if (text === undefined) return null;
  return portion === 'half'
    ? judgeLeastMass('half working sample', new Exact(text), halfOf(method?.purityG), writtenDecimals(text))
    : judgeLeastMass('working sample', new Exact(text), method?.purityG, writtenDecimals(text));
}

/** Too light a sample stands outside whatever its gain or loss; a book without a least mass judges the gain alone. */
export function purityOutcome(analysis: PurityAnalysis, mass: Verdict | null): Outcome {
  return mass?.outcome === 'outside' ? 'outside' : analysis.verdict.outcome;
}

export async function readPurity(tx: Reader, file: LotFile): Promise<PurityView> {
  const filed = testsIn(file, 'purity');
  const all = await allObservations(
    tx,
    purityObservation,
    filed.map(({ test }) => test.id),
  );
  const bindings = await bindingsOf(
    tx,
    filed.map(({ test }) => test.id),
  );
  const known = all.some((one) => one.field.startsWith('part:')) ? await speciesList(tx) : null;
  const rulesOf = (edition: Edition) => unitRulesFor(edition, file.lot.species, file.family);
  const tests = filed.map(({ test, frame, edition }): PurityTest => {
    const fields = fieldViews(
      all.filter((one) => one.subject === frame.id),
      file.names,
    );
    const portion = file.vessels.find((one) => one.id === test.vesselId)?.portion === 'half' ? 'half' : 'whole';
    const analysis = analysisOf(edition, (field) => fields[field]?.text, multipleUnitsShare(rulesOf(edition)));
    const named = partsIn(fields).filter((part) => part.component !== 'inertMatter');
    const own = bindings.filter((one) => one.testId === test.id);
    const looked = fractionsIn(fields);
    const sorted = sortedIn(fields);
    return {
      ...frame,
      portion,
      pair: null,
      half: null,
      chaffy: fields.chaffy ? fields.chaffy.text === 'chaffy' : file.brief.chaffy,
      fields,
      parts: analysis ? judgeParts(edition, new Exact(analysis.sumG), partsIn(fields)) : unjudged(fields),
      names: known
        ? [...new Set(named.map((part) => part.name))].map((name) => nameIn(name, known, own, file.names))
        : [],
      massVerdict: purityMassOf(file.method, portion, fields.workingSample?.text),
      analysis,
      fractions: looked ? [...shareFractions(looked.examined, looked.seeds)] : [],
      sorting: sorted ? sortingRate(sorted.massG, sorted.seconds, Number(file.lot.massKg)) : null,
    };
  });
  pairUp(tests);
  const rules = rulesOf(file.edition);
  return {
    lot: file.brief,
    components: COMPONENTS[file.edition.book],
    leastG: file.method?.purityG?.value ?? null,
    unitRules: rules,
    multipleUnitsPercent: multipleUnitsShare(rules),
    lotKg: Number(file.lot.massKg),
    waiting: waitingIn(file, 'purity').map((one) => vesselView(one, file.names)),
    tests,
    result: resultOf(tests, new Map(filed.map(({ frame, edition }) => [frame.id, edition])), (edition) =>
      multipleUnitsShare(rulesOf(edition)),
    ),
  };
}

const unjudged = (fields: PurityTest['fields']): JudgedPart[] =>
  partsIn(fields).map((part) => ({ ...part, percent: null, reportAlone: false }));

const setAside = (test: PurityTest) => test.decision?.decision === 'set-aside';

/** Halves belong together in the order in which they were made; one that was set aside leaves its place to the next. */
function pairUp(tests: readonly PurityTest[]): void {
  tests
    .filter((one) => one.portion === 'half' && !setAside(one))
    .forEach((one, i) => {
      one.pair = Math.floor(i / 2) + 1;
      one.half = i % 2 === 0 ? 1 : 2;
    });
}

/** Whether a test stands outside by itself and nobody accepted it. */
function failed(test: PurityTest): boolean {
  return (
    test.analysis !== null &&
    purityOutcome(test.analysis, test.massVerdict) === 'outside' &&
    test.decision?.decision !== 'accept'
  );
}

/**
 * What is reported. Tests that were set aside do not count; nor does one that failed by itself once it was made
 * again. Halves are judged as pairs, two or more whole samples together.
 */
function resultOf(
  tests: readonly PurityTest[],
  editions: ReadonlyMap<string, Edition>,
  shareOf: (edition: Edition) => number | null,
): PurityResult | null {
  const standing = tests.filter((one) => !setAside(one));
  const newest = standing.at(-1);
  const edition = newest && editions.get(newest.id);
  if (!newest || !edition) return null;
  const alike = standing.filter((one) => one.portion === newest.portion);
  const broken = alike.findLast(failed);
  const multiple = shareOf(edition);
  const compare = (list: readonly PurityTest[]) =>
    list.flatMap(
      (test) => componentMasses(COMPONENTS[edition.book], (field) => test.fields[field]?.text, multiple) ?? [],
    );
  if (newest.portion === 'whole') {
    const sound = alike.filter((one) => one.analysis && !failed(one));
    return failed(newest) || !newest.analysis || sound.length < 2
      ? ofOne(newest)
      : ofMany(edition, judgeWholes(edition, compare(sound), newest.chaffy), sound);
  }
  // A half that failed by itself cannot be compared: somebody decides about it first.
  if (broken) return ofOne(broken);
  const weighed = alike.filter((one) => one.analysis);
  const masses = compare(weighed);
  const pairs = Array.from({ length: Math.floor(masses.length / 2) }, (_, i) =>
    masses.slice(2 * i, 2 * i + 2),
  ) as unknown as [ComponentMasses, ComponentMasses][];
  const judged = pairs.length > 0 ? judgePairs(edition, pairs, newest.chaffy) : null;
  if (judged && weighed.length === alike.length && weighed.length % 2 === 0) return ofMany(edition, judged, weighed);
  return {
    tests: alike.map((one) => one.number),
    shares: null,
    judged,
    parts: [],
    outcome: 'not-judged',
    blocks: [],
    says: { is: weighed.length === alike.length ? 'second-half-to-draw' : 'halves-to-weigh' },
  };
}

function ofOne(test: PurityTest): PurityResult {
  const { analysis, massVerdict } = test;
  const base = { tests: [test.number], judged: null, parts: test.parts };
  if (!analysis)
    return { ...base, shares: null, outcome: 'not-judged', blocks: [], says: { is: 'components-to-weigh' } };
  const accepted = test.decision?.decision === 'accept';
  const light = massVerdict?.outcome === 'outside';
  const { limit } = analysis.verdict;
  const change = analysis.changePercent;
  const says: PuritySays = analysis.retest
    ? { is: 'changed', change, limit, accepted }
    : light
      ? { is: 'light', massG: massVerdict.measured, leastG: massVerdict.limit, accepted }
      : { is: 'sound', components: analysis.shares.length, change, limit };
  const blocks: PurityBlock[] = says.is === 'sound' || accepted ? [] : [{ is: says.is }];
  return { ...base, shares: analysis, outcome: purityOutcome(analysis, massVerdict), says, blocks };
}

function ofMany(edition: Edition, judged: JudgedTests, tests: readonly PurityTest[]): PurityResult {
  const accepted = tests.at(-1)?.decision?.decision === 'accept';
  const apart = judged.outcome === 'outside';
  const judgedAs = togetherOf(judged);
  // What was dropped is no part of the mean, nor are its named parts.
  const kept = tests.filter((_, i) => judged.basis === 'whole' || judged.pairs[Math.floor(i / 2)]?.fate !== 'dropped');
  return {
    tests: tests.map((one) => one.number),
    shares: judged.mean,
    judged,
    parts: judged.mean ? together(edition, judged.mean.sumG, kept) : [],
    outcome: judged.outcome,
    blocks: apart && !accepted ? [{ is: 'apart', together: judgedAs }] : [],
    says: { is: 'together', together: judgedAs, accepted: apart && accepted },
  };
}

/** Parts of several tests as one: masses and counts added, a trace where nothing else is known of it. */
function together(edition: Edition, sumG: string, tests: readonly PurityTest[]): JudgedPart[] {
  const parts = tests.flatMap((one) => one.parts);
  const same = (a: NamedPart, b: NamedPart) => a.component === b.component && a.name === b.name;
  return judgeParts(
    edition,
    new Exact(sumG),
    parts
      .filter((part, i) => parts.findIndex((other) => same(part, other)) === i)
      .map(({ component, name, amount }) => {
        const all = parts.filter((other) => same({ component, name, amount }, other)).map((one) => one.amount);
        const masses = all.flatMap((one) => (one.kind === 'mass' ? [one.text] : []));
        const counts = all.flatMap((one) => (one.kind === 'count' ? [one.seeds] : []));
        return {
          component,
          name,
          amount:
            masses.length > 0
              ? { kind: 'mass', text: masses.reduce((sum, one) => sum.plus(one), new Exact(0)).toString() }
              : counts.length > 0
                ? { kind: 'count', seeds: counts.reduce((sum, one) => sum + one, 0) }
                : { kind: 'trace' },
        };
      }),
  );
}

/** The tests whose result is reported. */
export const reportedTests = (view: PurityView): PurityTest[] =>
  view.tests.filter((one) => view.result?.tests.includes(one.number));

/** The share of pure seed as it is reported: "98.4 %". */
export function reportedPureSeed({ purity }: Pick<Reported, 'purity'>): string | null {
  const pure = purity?.shares.find((one) => one.component === 'pureSeed');
  return purity && pure ? `${pure.percent.toFixed(purity.decimals)} %` : null;
}

/** The purity line of the lot sheet. */
export function purityLine(view: PurityView, sampled: boolean): StepLine<'purity'> {
  const base = { step: 'purity', by: null, at: null, blocks: [] } as const;
  const { result } = view;
  const newest = reportedTests(view).at(-1);
  if (!result || !newest)
    return {
      ...base,
      ...withoutTest(view.waiting, sampled),
    };
  const hand = handsOf(
    reportedTests(view).flatMap((one) => Object.values(one.fields)),
    { by: newest.createdBy, at: newest.createdAt },
  );
  const { says, blocks, shares: all } = result;
  const shares = all && all.shares.map((one) => (one.trace ? null : one.percent.toFixed(all.percentDecimals)));
  return {
    ...base,
    ...hand,
    mark: shares || blocks.length > 0 ? result.outcome : 'next',
    stands: { is: 'analysed', shares, says },
    blocks,
  };
}
