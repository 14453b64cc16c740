import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { PurityView } from '@mercato/contract/purity/purity';
import { purityRoutes } from '@mercato/contract/purity/routes';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { COMPONENT_NAMES } from '@mercato/core/units/components';
import { reading, send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { WithBalance } from '../devices/balanceHere.tsx';
import { TestTabs } from '../register/TestTabs.tsx';
import { BenchHead, DrawAndStart } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Station } from '../ui/Station.tsx';
import { useKeys } from '../ui/keys.tsx';
import { useScanTaker } from '../ui/scan.tsx';
import { halfWords, PurityStation } from './PurityStation.tsx';
import { UnitRules } from './UnitRules.tsx';

/** The purity tests of a lot: the one at hand, and how the next is drawn. */
export default function Purity() {
  const { lot = '' } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const { data, error } = useQuery(reading(purityRoutes.ofLot, { lot }));
  const [chosen, setChosen] = useState<string | null>(search.get('sample'));
  const [drawing, setDrawing] = useState(false);
  useKeys([
    { key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) },
    { key: 'b', says: 'bench sheet on paper', act: () => void navigate(`/lots/${lot}/purity/sheet`) },
    ...(may('bench.write')
      ? [
          {
            key: 'n',
            says: 'draw another working sample',
            act: () => setDrawing(true),
          },
        ]
      : []),
  ]);
  // A scanned sample of this lot opens its own test here; any other leads where it belongs.
  const taker = useCallback(
    (answer: ScanAnswer) => {
      if (answer.lot.id !== lot || answer.vessel.purpose !== 'purity') return false;
      setChosen(answer.vessel.code);
      return true;
    },
    [lot],
  );
  useScanTaker(taker);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const start = async (vesselId: string) => {
    await send(purityRoutes.start, {}, { vesselId });
    setChosen(null);
    setDrawing(false);
  };
  const test = data.tests.find((one) => one.vesselCode === chosen) ?? data.tests.at(-1);
  const newest = data.tests.at(-1);
  const halfOpen =
    data.tests.filter((one) => one.portion === 'half' && one.decision?.decision !== 'set-aside').length % 2 === 1;
  const wanted =
    data.waiting.length > 0 ||
    drawing ||
    halfOpen ||
    data.result?.judged?.state === 'further' ||
    data.tests.every((one) => one.decision?.decision === 'set-aside') ||
    !data.result ||
    data.result.blocks.length > 0;
  const again = wanted && (
    <>
      {newest && (
        <h2 className="mt-4">
          {newest.portion === 'half'
            ? halfOpen
              ? 'The second half of the pair'
              : 'Another pair of halves'
            : 'Another working sample'}
        </h2>
      )}
      <DrawAndStart
        key={`${newest?.portion ?? 'whole'} ${data.tests.length}`}
        lot={data.lot}
        purpose="purity"
        least={data.leastG}
        waiting={data.waiting}
        start={start}
        may={may('bench.write')}
        portion={newest?.portion ?? 'whole'}
      />
    </>
  );
  if (!test)
    return (
      <Station
        slip={
          <>
            <p className="soft">
              The working sample weighs about 2 500 seeds: one whole one, or two halves drawn each by itself. It is
              separated into {data.components.map((one) => COMPONENT_NAMES[one]).join(', ')}.
            </p>
            <UnitRules rules={data.unitRules} />
          </>
        }
      >
        <BenchHead lot={data.lot} title="Purity" />
        {again}
        <p className="soft">
          <Link to={`/lots/${lot}/purity/sheet`}>bench sheet on paper</Link>
        </p>
      </Station>
    );
  return (
    <WithBalance>
      <PurityStation
        key={`${test.id} ${test.version}`}
        view={data}
        test={test}
        mayWrite={may('bench.write')}
        tests={<TestTabs tests={data.tests} at={test} name={nameOf} open={setChosen} />}
      >
        {again}
      </PurityStation>
    </WithBalance>
  );
}

/** "test 2", "pair 1, half of test 3". */
function nameOf(test: PurityView['tests'][number]): string {
  return test.pair === null ? `test ${test.number}` : `test ${test.number}, ${halfWords(test)}`;
}
