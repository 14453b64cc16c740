import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { weightRoutes } from '@mercato/contract/weight/routes';
import { reading, send } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { WithBalance } from '../devices/balanceHere.tsx';
import { BenchHead, DrawAndStart } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Station } from '../ui/Station.tsx';
import { useKeys } from '../ui/keys.tsx';
import { useScanTaker } from '../ui/scan.tsx';
import { WeightStation } from './WeightStation.tsx';
import { howWords } from './words.ts';

/** The weight tests of a lot: the one at hand, and how the next is drawn. */
export default function Weight() {
  const { lot = '' } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { may } = useSession();
  const { data, error } = useQuery(reading(weightRoutes.ofLot, { lot }));
  const [chosen, setChosen] = useState<string | null>(search.get('sample'));
  useKeys([{ key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) }]);
  // A scanned sample of this lot opens its own test here; any other leads where it belongs.
  const taker = useCallback(
    (answer: ScanAnswer) => {
      if (answer.lot.id !== lot || answer.vessel.purpose !== 'weight') return false;
      setChosen(answer.vessel.code);
      return true;
    },
    [lot],
  );
  useScanTaker(taker);
  if (!data) return <Busy error={error} back={['/lots', 'the lots']} />;
  const test = data.tests.find((one) => one.vesselCode === chosen) ?? data.tests.at(-1);
  const newest = data.tests.at(-1);
  const again =
    !newest ||
    newest.decision?.decision === 'set-aside' ||
    newest.result?.verdict.outcome === 'outside' ||
    data.waiting.length > 0;
  const draw = again && (
    <DrawAndStart
      lot={data.lot}
      purpose="weight"
      least={null}
      waiting={data.waiting}
      start={async (vesselId) => {
        await send(weightRoutes.start, {}, { vesselId });
        setChosen(null);
      }}
      may={may('bench.write')}
    />
  );
  return (
    <WithBalance>
      {test ? (
        <WeightStation key={`${test.id} ${test.version}`} view={data} test={test} mayWrite={may('bench.write')}>
          {draw}
        </WeightStation>
      ) : (
        <Station slip={<p>{howWords(data)}</p>}>
          <BenchHead lot={data.lot} title="Weight" />
          {draw}
        </Station>
      )}
    </WithBalance>
  );
}
