import { useQuery } from '@tanstack/react-query';
import { useCallback, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { otherSeedsRoutes } from '@mercato/contract/other-seeds/routes';
import type { ScanAnswer } from '@mercato/contract/register/lots';
import { reading } from '../api/routes.ts';
import { useSession } from '../api/session.tsx';
import { WithBalance } from '../devices/balanceHere.tsx';
import { TestTabs } from '../register/TestTabs.tsx';
import { BenchHead } from '../register/bench.tsx';
import { Busy } from '../ui/Busy.tsx';
import { Station } from '../ui/Station.tsx';
import { useKeys } from '../ui/keys.tsx';
import { useScanTaker } from '../ui/scan.tsx';
import { FindStation } from './FindStation.tsx';
import { SearchForm } from './SearchForm.tsx';

/** The searches for other seeds of a lot: the one at hand, and how the next is started. */
export default function OtherSeeds() {
  const { lot = '' } = useParams();
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const { may, session } = useSession();
  const { data, error } = useQuery(reading(otherSeedsRoutes.ofLot, { lot }));
  const [chosen, setChosen] = useState<string | null>(search.get('sample'));
  useKeys([{ key: 'l', says: 'back to the lot', act: () => void navigate(`/lots/${lot}`) }]);
  const taker = useCallback(
    (answer: ScanAnswer) => {
      if (answer.lot.id !== lot || answer.vessel.purpose !== 'other-seeds') return false;
      setChosen(answer.vessel.code);
      return true;
    },
    [lot],
  );
  useScanTaker(taker);
  if (!data || !session?.person) return <Busy error={error} back={['/lots', 'the lots']} />;
  const test = data.tests.find((one) => one.vesselCode === chosen) ?? data.tests.at(-1);
  const form = <SearchForm view={data} may={may('bench.write')} started={() => setChosen(null)} />;
  if (!test)
    return (
      <Station
        slip={
          <p className="soft">
            The whole working sample is searched for seeds of all other species. None found is not none present: the
            limits say how many may still be there.
          </p>
        }
      >
        <BenchHead lot={data.lot} title="Other seeds by number" />
        {form}
      </Station>
    );
  const again =
    data.waiting.length > 0 ||
    data.tests.every(
      (one) =>
        one.decision?.decision === 'set-aside' ||
        (one.massVerdict?.outcome === 'outside' && one.stillToSearchG === 0 && one.decision === null),
    );
  return (
    <WithBalance>
      <FindStation
        key={test.id}
        view={data}
        test={test}
        personId={session.person.id}
        mayWrite={may('bench.write')}
        tests={<TestTabs tests={data.tests} at={test} name={(one) => `test ${one.number}`} open={setChosen} />}
      >
        {again && form}
      </FindStation>
    </WithBalance>
  );
}
