import { useQuery } from '@tanstack/react-query';
import { useNavigate, useParams } from 'react-router';
import type { GerminationView } from '@mercato/contract/germination/germination';
import { germinationRoutes } from '@mercato/contract/germination/routes';
import { germinationBlocks } from '@mercato/contract/germination/words';
import { classWord } from '@mercato/core/rule-books/methodWords';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { BenchHead } from '../register/bench.tsx';
import { KindFigures } from '../register/KindFigures.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Notice } from '../ui/Notice.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { CompareArms } from './CompareArms.tsx';
import { OtherGerminations } from './OtherGerminations.tsx';
import { PlanForm } from './PlanForm.tsx';
import { TestBlock } from './TestBlock.tsx';

const NEXT_WORDS: Readonly<Record<GerminationView['combined']['next'], string>> = {
  count: 'The test is being counted.',
  report: 'This is reported.',
  retest: 'Make a second test by the same method, or let the lead decide.',
  'third-test': 'Two tests out of tolerance: make a third.',
  'look-for-the-cause': 'No two tests agree: look for the cause before another test.',
};

/** All germination tests of a lot, what they say together, and the plan of the next one. */
export default function Germination() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const { data, error } = useQuery(reading(germinationRoutes.ofLot, { lot }));
  const running = data?.tests.some((one) => !one.result.complete && one.decision?.decision !== 'set-aside') ?? false;
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    ...(running
      ? [{ key: 'c', says: 'to the count station', act: () => void navigate(`/lots/${lot}/germination/count`) }]
      : []),
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const { combined, tests } = data;
  const another = !running && (tests.length === 0 || combined.next !== 'report' || data.waiting.length > 0);
  return (
    <Station
      slip={
        <>
          {combined.comparison && <VerdictSlip title="two tests" verdict={combined.comparison} />}
          {tests.map(
            (test) =>
              test.result.verdict && (
                <VerdictSlip
                  key={test.id}
                  title={tests.length > 1 ? `replicates of test ${test.number}` : 'replicates'}
                  verdict={test.result.verdict}
                />
              ),
          )}
          {combined.rounding && <Slip title="averages that total 100" steps={combined.rounding.steps} />}
          <KindFigures species={data.lot.species} book={data.lot.book} bookKind={data.method?.bookKind ?? null} />
        </>
      }
    >
      <BenchHead lot={data.lot} title="Germination" />
      {tests.length > 0 && (
        <p className="my-2">
          {combined.reported && (
            <span className="fig fs-1">
              {combined.reported.normal}
              {combined.reported.hard > 0 ? ` + ${combined.reported.hard} hard` : ''} %
            </span>
          )}{' '}
          <VerdictMark mark={data.holds.length > 0 ? 'outside' : combined.outcome} word />{' '}
          <span className="soft">
            {combined.from.length === 2 ? 'The mean of two tests that agree. ' : ''}
            {data.holds.length > 0 ? germinationBlocks(data.holds) : NEXT_WORDS[combined.next]}
          </span>
        </p>
      )}
      <CompareArms view={data} />
      {data.fresh && (
        <FreshNotice
          fresh={data.fresh}
          word={classWord(data.lot.book, 'fresh')}
          treatments={data.method?.treatments?.value ?? []}
        />
      )}
      {tests.map((test) => (
        <TestBlock
          key={test.id}
          test={test}
          today={data.today}
          lot={data.lot}
          mayCount={may('bench.write')}
          asleep={data.fresh !== null && test.result.complete}
        />
      ))}
      {tests.some((one) => one.result.complete) && <OtherGerminations view={data} may={may('bench.write')} />}
      {another && <PlanForm view={data} mayWrite={may('bench.write')} retest={tests.length > 0} />}
    </Station>
  );
}

interface FreshNoticeProps {
  fresh: NonNullable<GerminationView['fresh']>;
  word: string;
  treatments: readonly string[];
}

/** Fresh seed is alive and asleep: more than the book's share asks for more before it is reported. */
function FreshNotice({ fresh, word, treatments }: FreshNoticeProps) {
  return (
    <Notice bad role="status">
      {fresh.percent} % {word} seed: alive, and asleep. From {fresh.limitPercent} % on the rule book asks for proof that
      it is alive (tetrazolium, cutting test or excised embryo), and for a retest with a treatment against dormancy
      {treatments.length > 0 && ` (${treatments.join(', ')})`}; report the better result with its treatment.{' '}
      <span className="soft">
        {fresh.rule.provenance.origin}, {fresh.rule.provenance.verification}
      </span>
    </Notice>
  );
}
