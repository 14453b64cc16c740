import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { samplingRoutes } from '@mercato/contract/sampling/routes';
import type { SamplingView } from '@mercato/contract/sampling/sampling';
import { planReasonWords } from '@mercato/contract/sampling/words';
import { nextWords } from '@mercato/contract/words/next';
import { BOOK_NAMES } from '@mercato/core/rule-books/edition';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { KindFigures } from '../register/KindFigures.tsx';
import { BenchHead } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Inline } from '../ui/Buttons.tsx';
import { Fold } from '../ui/Fold.tsx';
import { Slip, VerdictSlip } from '../ui/Slip.tsx';
import { Station } from '../ui/Station.tsx';
import { useKeys } from '../ui/keys.tsx';
import { VerdictMark } from '../ui/shapes.tsx';
import { CompositeSection } from './CompositeSection.tsx';
import { DividerPlan } from './DividerPlan.tsx';
import { DrawSection } from './DrawSection.tsx';
import { ReserveSection } from './ReserveSection.tsx';
import { SubmittedSection } from './SubmittedSection.tsx';
import { WorkingTable } from './WorkingTable.tsx';
import type { Shown } from './shown.ts';

/** How many primary samples and why, the submitted sample, and the tree of vessels below it. */
export default function Sampling() {
  const { lot = '' } = useParams();
  const navigate = useNavigate();
  const { data, error } = useQuery(reading(samplingRoutes.ofLot, { lot }));
  const { may } = useSession();
  const [shown, setShown] = useState<Shown>('plan');
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    { key: 'v', says: 'vessels', act: () => void navigate(`/lots/${lot}/vessels`) },
    { key: 'h', says: 'heterogeneity', act: () => void navigate(`/lots/${lot}/heterogeneity`) },
  ]);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const { plan, submitted } = data;
  return (
    <Station
      slip={
        <>
          {shown === 'plan' ? (
            plan && (
              <Slip title="primary samples" steps={plan.steps} next={planReasonWords(plan.why)} rule={plan.rule} />
            )
          ) : (
            <VerdictSlip title={shown.title} verdict={shown.verdict} />
          )}
          <KindFigures species={data.lot.species} book={data.lot.book} bookKind={data.lot.bookKind} />
        </>
      }
    >
      <BenchHead lot={data.lot} title="Sampling" />
      <h2 className="mt-4">Primary samples</h2>
      {plan ? (
        <p>
          <Inline className="opens fig fs-1" onClick={() => setShown('plan')}>
            {plan.primarySamples}
          </Inline>{' '}
          {plan.containersToSample !== null && <>from {plan.containersToSample} containers. </>}
          <span className="soft">{planReasonWords(plan.why)}</span>
        </p>
      ) : (
        <p className="outside">{data.planFault}</p>
      )}
      <p className="soft">
        Dust mask when seed is probed or poured. Treated seed: gloves, and the label’s own cautions; local rules come
        first.
      </p>
      {data.largestLot && (
        <p>
          <VerdictMark mark={data.largestLot.outcome} />{' '}
          <Inline
            className="opens"
            onClick={() => {
              if (data.largestLot) setShown({ title: 'size of the lot', verdict: data.largestLot });
            }}
          >
            {nextWords(data.largestLot.next)}
          </Inline>
        </p>
      )}

      {data.largestLot?.outcome === 'outside' && data.split && (
        <p className="outside">
          Divide it into {data.split.parts} lots
          {data.split.containers ? ` of ${data.split.containers.join(', ')} containers` : ''}: at most{' '}
          {data.split.largestKg} kg each. {may('lot.write') && <Link to={`/lots/${lot}/divide`}>Divide it</Link>}
        </p>
      )}
      <Fold title={<>What {BOOK_NAMES[data.other.book]} would ask</>}>
        <p>
          {data.other.plan ? (
            <>
              <span className="fig">{data.other.plan.primarySamples}</span> primary samples
              {data.other.plan.containersToSample !== null &&
                ` from ${data.other.plan.containersToSample} containers`}.{' '}
              <span className="soft">
                {planReasonWords(data.other.plan.why)} {data.other.edition}.
              </span>
            </>
          ) : (
            data.other.planFault
          )}
        </p>
      </Fold>
      <DrawSection view={data} />

      <Doubt view={data} />
      <CompositeSection view={data} />
      <SubmittedSection view={data} show={setShown} />
      <ReserveSection view={data} />
      <DividerPlan view={data} />
      {submitted && <WorkingTable view={data} show={setShown} />}
    </Station>
  );
}

/** Where a doubt whether the lot is one leads: a test of its containers, or lots of their own. */
function Doubt({ view }: { view: SamplingView }) {
  const { may } = useSession();
  if (view.sentIn || (view.plan?.containersToSample ?? 0) < 1) return null;
  const decided = view.draw?.primaries.find((one) => one.taken?.look === 'uneven')?.taken?.decision?.decision;
  const last = view.heterogeneity.at(-1);
  return (
    <p className="soft mt-3">
      {last && (
        <>
          <VerdictMark mark={last.verdict.outcome} word /> heterogeneity test {last.number}.{' '}
        </>
      )}
      <Link to={`/lots/${view.lot.id}/heterogeneity`}>
        {decided === 'heterogeneity-test' ? 'Record the heterogeneity test' : 'Is it one lot? Heterogeneity test'}
      </Link>
      {(decided === 'own-lots' || last?.decision?.decision === 'own-lots') && may('lot.write') && (
        <>
          {' · '}
          <Link to={`/lots/${view.lot.id}/divide`}>Divide it into lots of their own</Link>
        </>
      )}
    </p>
  );
}
